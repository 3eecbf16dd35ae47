"""Practice as rows: what is called, ball by ball, in which order.

First blocked, then serial, then random: blocked builds, random tests and keeps (common practice, no
published source). A row makes calls; a call is a yardage or a shot, and a seed makes the same order
again on every machine.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise
from random import Random
from typing import Final, assert_never

from oxgang.core.errors import InputError
from oxgang.core.ground.choice import answer_at
from oxgang.core.ground.played import Candidate
from oxgang.core.units import SETS, Units
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import CellKey, Trajectory

BALLS_RANGE: Final = (1, 60)
SEED_RANGE: Final = (0, 2**31 - 1)
# Of so many balls in a random row, each yardage is called about so often.
ALIKE: Final = 2
# How often an order is drawn again so that no yardage is called twice in a row.
TRIES: Final = 20


class PracticeForm(StrEnum):
    """How a row is practised."""

    BLOCKED = "blocked"
    SERIAL = "serial"
    RANDOM = "random"
    NET = "net"
    WORSE = "worse of two"
    ONE_SWING = "one swing"


class Step(StrEnum):
    """How far apart the rungs of a ladder are."""

    NARROW = "narrow"
    WIDE = "wide"


STEPS: Final = complete(Step, {Step.NARROW: 5, Step.WIDE: 15})


class NetTarget(StrEnum):
    """Where on a net a ball is to strike; `SPOT` is a place that the coach marked."""

    AT = "at the tape"
    BELOW = "below the tape"
    ABOVE = "above the tape"
    SPOT = "at the spot"


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """So many balls of one form.

    `shot` is what is hit (blocked, net), `swing` the one swing of every wedge; `from_yd` and
    `to_yd` are the ends of what is called, the student's own where they are None.
    """

    form: PracticeForm
    balls: int
    shot: CellKey | None = None
    swing: str = ""
    step: Step = Step.NARROW
    from_yd: float | None = None
    to_yd: float | None = None


@dataclass(frozen=True, slots=True)
class Call:
    """What is called for one ball, or for `balls` of which the worse counts.

    `yardage_yd` is a whole number in the student's unit; `mark` is on a net. `shot` is given, or
    the one that the student's card answers with; None where no shot is near.
    """

    yardage_yd: float | None
    shot: CellKey | None
    mark: NetTarget | None = None
    balls: int = 1
    given: bool = False


@dataclass(frozen=True, slots=True)
class Field:
    """What a student can be asked: the shots that answer, what every shot of the matrix carries [yd],
    the ends of the ground, the wedges, the tolerance [yd] and the unit in which yardages are whole."""

    shots: Sequence[Candidate]
    carries: Mapping[CellKey, float]
    clubs: Sequence[str]
    from_yd: float
    to_yd: float
    tolerance_yd: float
    units: Units = "yd"

    @property
    def unit_yd(self) -> float:
        """One yard or metre [yd]."""
        return SETS[self.units].carry.size

    def whole(self, yards: float) -> float:
        """The nearest whole yardage of the student's unit [yd]."""
        return round(yards / self.unit_yd) * self.unit_yd

    def to_its_carry(self, key: CellKey) -> Call:
        """A ball with a shot that is given, to what it carries."""
        return Call(self.whole(self.carries[key]), key, given=True)

    def answer(self, yardage_yd: float) -> CellKey | None:
        """The shot that the student's card gives for a yardage: the one that reaches it, else the
        nearest."""
        answer = answer_at(self.shots, yardage_yd, self.tolerance_yd)
        place = answer.nearest if answer.shot is None else answer.shot
        return None if place is None else self.shots[place].key


def calls_of(row: Row, field: Field, seed: int) -> list[Call]:
    """The calls of a row, in order.

    Raises
    ------
    InputError
        Outside 1 to 60 balls; when nothing that the row asks for is there any more, or no shot is
        played.
    """
    lo, hi = BALLS_RANGE
    if not lo <= row.balls <= hi:
        raise InputError(f"A row has {lo} to {hi} balls.", field="balls")
    match row.form:
        case PracticeForm.BLOCKED:
            return [field.to_its_carry(_here(row.shot, field))] * row.balls
        case PracticeForm.NET:
            shot = _here(row.shot, field)
            marks = list(NetTarget)
            return [Call(None, shot, marks[i % len(marks)], given=True) for i in range(row.balls)]
        case PracticeForm.ONE_SWING:
            return _one_swing(row, field)
        case PracticeForm.SERIAL:
            rungs = _rungs(row, field)
            ladder = [*rungs, *rungs[-2:0:-1]]
            return [_called(ladder[i % len(ladder)], field) for i in range(row.balls)]
        case PracticeForm.RANDOM:
            rungs = spread(*_ends(row, field), max(1, row.balls // ALIKE), field.unit_yd)
            return [_called(at, field) for at in shuffled(rungs, row.balls, seed)]
        case PracticeForm.WORSE:
            each = max(1, row.balls // 2)
            rungs = spread(*_ends(row, field), each, field.unit_yd)
            return [_called(at, field, balls=2) for at in shuffled(rungs, each, seed)]
        case _:
            assert_never(row.form)


def spread(from_yd: float, to_yd: float, number: int, unit_yd: float = 1.0) -> list[float]:
    """So many whole yardages evenly over a stretch, the middles of its equal parts; fewer where the
    stretch has not as many."""
    part = (to_yd - from_yd) / number
    at = [round((from_yd + (i + 0.5) * part) / unit_yd) * unit_yd for i in range(number)]
    return list(dict.fromkeys(at))


def shuffled(values: Sequence[float], balls: int, seed: int) -> list[float]:
    """So many calls in an order of chance, each value as often as any other (one more where they do
    not divide), none twice in a row where that can be."""
    rng = Random(seed)
    order: list[float] = []
    for _ in range(TRIES):
        order = []
        while len(order) < balls:
            turn = list(values)
            rng.shuffle(turn)
            if order and len(turn) > 1 and turn[0] == order[-1]:
                turn = [*turn[1:], turn[0]]
            order += turn[: balls - len(order)]
        if all(a != b for a, b in pairwise(order)):
            break
    return order


def _called(yardage_yd: float, field: Field, balls: int = 1) -> Call:
    return Call(yardage_yd, field.answer(yardage_yd), balls=balls)


def _here(shot: CellKey | None, field: Field) -> CellKey:
    if shot is None:
        raise InputError("Choose a shot to hit.", field="shot")
    if shot not in field.carries:
        raise InputError(
            f"There is no {shot} any more: its club left the bag, or its swing the scale.",
            field="shot",
        )
    return shot


def _ends(row: Row, field: Field) -> tuple[float, float]:
    """The stretch that is called: as asked, within what the student's shots reach."""
    if not field.shots:
        raise InputError(
            "No shots in use. Choose some under Shots, then play random distances.", field="form"
        )
    carries = [shot.carry_yd for shot in field.shots]
    lo = max(row.from_yd if row.from_yd is not None else field.from_yd, min(carries))
    hi = min(row.to_yd if row.to_yd is not None else field.to_yd, max(carries))
    if hi < lo:
        raise InputError("No shot in use lands between these yardages.", field="from_yd")
    return lo, hi


def _rungs(row: Row, field: Field) -> list[float]:
    lo, hi = _ends(row, field)
    step = STEPS[row.step]
    first = -(-lo // (step * field.unit_yd)) * step * field.unit_yd
    rungs = []
    while first <= hi:
        rungs.append(first)
        first += step * field.unit_yd
    return rungs or [field.whole((lo + hi) / 2)]


def _one_swing(row: Row, field: Field) -> list[Call]:
    shots = [CellKey(club, row.swing, Trajectory.STOCK) for club in field.clubs]
    here = [shot for shot in shots if shot in field.carries]
    if not here:
        raise InputError(f'There is no swing "{row.swing}" in this matrix.', field="swing")
    each, more = divmod(row.balls, len(here))
    calls = []
    for i, shot in enumerate(here):
        calls += [field.to_its_carry(shot)] * (each + (i < more))
    return calls
