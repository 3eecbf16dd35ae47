"""The sessions a coach knows, each as a plan: what to hit, how often, in which order, and why."""

from __future__ import annotations

from collections.abc import Callable, Collection
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Final, assert_never

from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Cell, Matrix
from oxgang.core.errors import InputError
from oxgang.core.ground.stages import Stage
from oxgang.core.practice.plan import (
    MOST_BALLS_A_CELL,
    Place,
    Planned,
    Why,
    in_order,
    plan_balls,
)
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey, Lie, Tempo, Trajectory

EACH: Final = 5
FEWEST_EACH: Final = 3
# A ball on the range takes this long, with its reading and the walk to the bag. Common practice.
SECONDS_A_BALL: Final = 45
# The spin ladder, from the best friction to the worst.
LADDER: Final = (Lie.TEE, Lie.MAT, Lie.FAIRWAY, Lie.ROUGH_UP)
# Where the ball lies in the adjustment [inches back of the recipe].
BALL_PLACES_IN: Final = (2.0, 0.0, -2.0)
# How far the grip is down [inches].
GRIPS_IN: Final = (0.0, 1.0, 2.0)


class Protocol(StrEnum):
    CHECK_UP = "check-up"
    FIRST_MAP = "first map"
    FULL_MAP = "full map"
    TRAJECTORY_SET = "trajectory set"
    SPIN_LADDER = "spin ladder"
    TEMPO_MAP = "tempo map"
    BALL_POSITION = "ball-position trim"
    GRIP_TRIM = "grip down"
    NET_LAUNCH = "net launch"


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """What the coach asks of a protocol. Club and swing None is the protocol's own choice.

    `due` are cells that the student plays by and can no longer trust to `tolerance_yd`; `played`
    are all that the student plays by, `learning` those in work.
    """

    balls: int
    from_yd: float
    to_yd: float
    stage: Stage
    yardage: float | None = None
    club: str | None = None
    swing: str | None = None
    due: Collection[CellKey] = ()
    tolerance_yd: float | None = None
    played: Collection[CellKey] = ()
    learning: Collection[CellKey] = ()


def balls_in(minutes: float) -> int:
    """How many balls fit into a time [minutes]."""
    return max(1, int(minutes * 60 / SECONDS_A_BALL))


def plan_for(
    protocol: Protocol, matrix: Matrix, wish: Wish, evidence: Evidence | None = None
) -> list[Planned]:
    """The plan of a protocol for a student.

    Parameters
    ----------
    evidence
        What the matrix rests on: what a plan promises is then what such balls bring, mishits
        counted.

    Raises
    ------
    InputError
        When the bag is empty, or club, swing or number of balls cannot be.
    """
    if not matrix.cells:
        raise InputError("There's no shot to hit. Add a wedge to the bag first.")
    keys = [cell.key for cell in matrix.cells]
    one = CellKey(_club(keys, wish), _swing(keys, wish))
    match protocol:
        case Protocol.CHECK_UP:
            return _check_up(matrix, keys, wish, evidence)
        case Protocol.FULL_MAP:
            return _full_map(matrix, wish, evidence)
        case Protocol.FIRST_MAP:
            return _one_swing(keys, one.swing, wish)
        case Protocol.NET_LAUNCH:
            return _one_swing(keys, one.swing, wish, place=Place.NET)
        case Protocol.TRAJECTORY_SET:
            return _heights(matrix.cells, wish)
        case Protocol.SPIN_LADDER:
            return _spin_ladder(one, wish)
        case Protocol.TEMPO_MAP:
            return _tempos(one, wish)
        case Protocol.BALL_POSITION:
            return _ball_places(one, wish)
        case Protocol.GRIP_TRIM:
            return _grips(one, wish)
        case _:
            assert_never(protocol)


def _check_up(matrix: Matrix, keys: list[CellKey], wish: Wish, evidence: Evidence | None) -> list[Planned]:
    return plan_balls(
        matrix,
        wish.balls,
        from_yd=wish.from_yd,
        to_yd=wish.to_yd,
        allowed=_fitting(keys, wish),
        due=wish.due,
        tolerance_yd=wish.tolerance_yd,
        played=wish.played,
        learning=wish.learning,
        evidence=evidence,
    )


def _full_map(matrix: Matrix, wish: Wish, evidence: Evidence | None) -> list[Planned]:
    return plan_balls(
        matrix,
        wish.balls,
        from_yd=wish.from_yd,
        to_yd=wish.to_yd,
        allowed=lambda key: key.trajectory is Trajectory.STOCK and key.usual,
        evidence=evidence,
    )


def _one_swing(keys: list[CellKey], swing: str, wish: Wish, place: Place | None = None) -> list[Planned]:
    clubs = list(dict.fromkeys(key.club for key in keys))
    each = _each(wish.balls, len(clubs))
    plans = [Planned(CellKey(club, swing), each, Message(Why.ONE_SWING), place=place) for club in clubs]
    return in_order(plans, keys)


def _spin_ladder(one: CellKey, wish: Wish) -> list[Planned]:
    each = _each(wish.balls, len(LADDER))
    return [Planned(one, each, Message(Why.SPIN, {"lie": lie}), lie=lie) for lie in LADDER]


def _tempos(one: CellKey, wish: Wish) -> list[Planned]:
    each = _each(wish.balls, len(Tempo))
    return [Planned(replace(one, tempo=tempo), each, Message(Why.TEMPO)) for tempo in Tempo]


def _ball_places(one: CellKey, wish: Wish) -> list[Planned]:
    each = _each(wish.balls, len(BALL_PLACES_IN))
    return [Planned(one, each, Message(Why.BALL_PLACE), ball_position_in=inches) for inches in BALL_PLACES_IN]


def _grips(one: CellKey, wish: Wish) -> list[Planned]:
    each = _each(wish.balls, len(GRIPS_IN))
    return [Planned(one, each, Message(Why.GRIP_PLACE), grip_down_in=inches) for inches in GRIPS_IN]


def _fitting(keys: list[CellKey], wish: Wish) -> Callable[[CellKey], bool]:
    """Which cells the student's stage allows.

    Where numbers are due, only those, at any stage, as long as they have room for the balls, then
    what is played and in work: a check-up does not give the student more numbers to keep. Of one
    club only that club's, stock where none of them is played yet.
    """
    if wish.club is not None:
        of_club = {key for key in {*wish.due, *wish.played, *wish.learning} if key.club == wish.club}
        return lambda key: (
            key in of_club
            if of_club
            else key.club == wish.club and key.usual and key.trajectory is Trajectory.STOCK
        )
    if len(wish.due) * MOST_BALLS_A_CELL >= wish.balls:
        return lambda key: key in wish.due
    own = {*wish.due, *wish.played, *wish.learning}
    if len(own) * MOST_BALLS_A_CELL >= wish.balls:
        return lambda key: key in own
    swings = list(dict.fromkeys(key.swing for key in keys))
    short = set(swings[: len(swings) // 2 + 1])

    def may(key: CellKey) -> bool:
        if not key.usual:
            return False
        if wish.stage is Stage.TRAJECTORY:
            return True
        stock = key.trajectory is Trajectory.STOCK
        return stock and (wish.stage is Stage.DISTANCE or key.swing in short)

    return may


def _each(balls: int, parts: int) -> int:
    if balls < 1:
        raise InputError("Plan at least 1 ball.", field="balls")
    return max(FEWEST_EACH, min(2 * EACH, balls // parts))


def _club(keys: list[CellKey], wish: Wish) -> str:
    clubs = list(dict.fromkeys(key.club for key in keys))
    if wish.club is None:
        return clubs[min(1, len(clubs) - 1)]
    if wish.club not in clubs:
        raise InputError(f'There is no club "{wish.club}" in the bag.', field="club")
    return wish.club


def _swing(keys: list[CellKey], wish: Wish) -> str:
    swings = list(dict.fromkeys(key.swing for key in keys))
    if wish.swing is None:
        return swings[(len(swings) - 1) // 2]
    if wish.swing not in swings:
        raise InputError(f'There is no swing "{wish.swing}" in the scale.', field="swing")
    return wish.swing


def _heights(cells: list[Cell], wish: Wish) -> list[Planned]:
    yardage = (wish.from_yd + wish.to_yd) / 2 if wish.yardage is None else wish.yardage
    each = _each(wish.balls, len(Trajectory))
    plans = []
    for trajectory in Trajectory:
        near = min(
            (c for c in cells if c.key.trajectory is trajectory and c.key.usual),
            key=lambda c: abs(c.carry_yd - yardage),
        )
        why = Message.of(Why.HEIGHT, trajectory=trajectory, at_yd=yardage, carry_yd=near.carry_yd)
        plans.append(Planned(near.key, each, why))
    return plans
