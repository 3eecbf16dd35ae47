"""What the balls say against each other: cells out of order, balls that look like mishits."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from itertools import pairwise
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.balls import Hit
from oxgang.core.carry.fit import Fit
from oxgang.core.carry.noise import DAY_SD
from oxgang.core.carry.order import Line
from oxgang.core.carry.own import Own
from oxgang.core.carry.posterior import SURPRISE
from oxgang.core.carry.weights import FEW, FULL_UNTIL
from oxgang.core.words.intervals import Z
from oxgang.core.words.shots import CellKey, Strike
from oxgang.core.words.strikes import medians_by, suspects_by

Array = NDArray[np.float64]
# A cell and an adjustment [inches]: the ball back, the grip down.
Place = tuple[CellKey, float, float]

# Cells out of order by more than this many standard deviations of their difference are a conflict:
# chance alone does it about once in fifty.
CONFLICT_Z: Final = 2.05
# Numbers out of order by more than this (log carry) are named though each stands by its own balls.
CROSSED: Final = 0.005
# Own balls against the others: chance alone does it about once in a hundred cells.
AGAINST_Z: Final = 2.6
# Two kinds of balls in one cell: the best of many places to divide them must stand so far out; at
# most so many balls back, drawn to the cell's scatter, which the two kinds have widened.
SPLIT_Z: Final = 4.0
SPLIT_BACK: Final = 60
SPLIT_PRIOR_BALLS: Final = 6.0
SPLIT_SCATTER: Final = 0.05
# So many last balls of a cell, which a coach has just seen, are held against its number.
LAST: Final = 5


@dataclass(frozen=True, slots=True)
class Conflict:
    """Two measured cells out of order: `longer` should carry further than `shorter`. Yards."""

    shorter: CellKey
    longer: CellKey
    shorter_yd: float
    longer_yd: float

    @property
    def keys(self) -> tuple[CellKey, CellKey]:
        """The cells that stand against each other."""
        return self.shorter, self.longer


@dataclass(frozen=True, slots=True)
class Against:
    """A cell's own balls against what all others say of it. Yards; the adjustment in inches.

    The number stays with the cell's own balls; `others_half_yd` is half of the interval of the
    others' word.
    """

    key: CellKey
    balls: int
    own_yd: float
    others_yd: float
    others_half_yd: float
    back_in: float = 0.0
    down_in: float = 0.0


@dataclass(frozen=True, slots=True)
class Part:
    """Some balls of a cell in a row: their days, their numbers in the cell (from 1, the oldest),
    and their mean [yd]."""

    from_day: date
    to_day: date
    from_ball: int
    to_ball: int
    carry_yd: float


@dataclass(frozen=True, slots=True)
class Split:
    """Two groups of a cell's balls that contradict each other; `recent` ones are only the last few,
    which chance may do: said beside the number, and nothing to settle."""

    key: CellKey
    first: Part
    second: Part
    back_in: float = 0.0
    down_in: float = 0.0
    recent: bool = False


@dataclass(frozen=True, slots=True)
class Suspect:
    """A solid ball that looks like a mishit. The coach decides; until then it pulls little."""

    uid: str
    cell: CellKey
    carry_yd: float
    usual_yd: float

    @property
    def might_be(self) -> tuple[Strike, ...]:
        """Strikes that would explain it, the likeliest first: fat falls short, a hard one flies;
        a thin one may do either. Common practice, no published source."""
        likely = Strike.FAT if self.carry_yd < self.usual_yd else Strike.HARD
        return likely, Strike.THIN


def conflicts_in(
    places: Iterable[Place],
    lines: Sequence[Sequence[Line]],
    logs: Sequence[Array],
    scatters: Array,
    numbers: Array,
) -> list[Conflict]:
    """Neighbours on a line whose own balls are out of order by more than chance, or whose numbers
    stay out of order because each stands by its own balls.

    Parameters
    ----------
    places, logs
        The cells with their adjustments and the logarithms of each one's own solid carries [yd].
    scatters
        Scatter of single balls of each cell, of log carry.
    numbers
        The log carries that the matrix shows.
    """
    keys = [key for key, *_ in places]
    centres = [math.exp(_middle(own)) if len(own) else 0.0 for own in logs]
    found: dict[tuple[CellKey, CellKey], Conflict] = {}
    for direction in lines:
        for line in direction:
            measured = [i for i in line.tolist() if len(logs[i])]
            for a, b in pairwise(measured):
                short, long = centres[a], centres[b]
                own = scatters[a] ** 2 / len(logs[a]) + scatters[b] ** 2 / len(logs[b])
                apart = math.log(short / long) > CONFLICT_Z * math.sqrt(own + 2 * DAY_SD**2)
                crossed = numbers[a] - numbers[b] > CROSSED
                if apart or (crossed and short > long):
                    found[keys[a], keys[b]] = Conflict(keys[a], keys[b], short, long)
    return list(found.values())


def _middle(values: Array) -> float:
    """The median; numpy's own takes ten times as long for a few values."""
    ordered, n = np.sort(values), len(values)
    return float(ordered[(n - 1) // 2] + ordered[n // 2]) / 2


def against_in(places: Sequence[Place], fitted: Fit, rows: NDArray[np.intp], own: Own) -> list[Against]:
    """Cells whose own balls and all the others say different things, by more than chance.

    What the others alone would say follows from the posterior, that is both together: precisions
    add up, as far as the cell's balls share no day with others.
    """
    posterior = fitted.posterior
    variance = np.diagonal(posterior.covariance)[rows]
    found = []
    for i in np.flatnonzero(own.balls >= FEW).tolist():
        mine = 1 / own.believed_sd[i] ** 2
        precision = 1 / variance[i] - mine
        if precision <= 0:
            continue
        together = posterior.mean[rows[i]] / variance[i]
        rest = (together - own.believed_mean[i] * mine) / precision
        sd = math.sqrt(1 / precision + own.sd[i] ** 2)
        if abs(rest - own.mean[i]) > AGAINST_Z * sd:
            key, back, down = places[i]
            found.append(
                Against(
                    key,
                    int(own.balls[i]),
                    math.exp(own.mean[i]),
                    math.exp(rest),
                    math.exp(rest) * Z / math.sqrt(precision),
                    back,
                    down,
                )
            )
    return found


def splits_in(
    places: Sequence[Place],
    logs: Sequence[Array],
    days: Sequence[NDArray[np.int64]],
    scatters: Array,
) -> list[Split]:
    """Cells whose own balls are of two kinds, the earlier and the later: two days that contradict
    each other, or one from some ball on."""
    some = [i for i, own in enumerate(logs) if len(own) >= 2 * FEW]
    if not some:
        return []
    # The last balls of every cell at once, in rows that are filled up with nothing.
    size = np.array([min(len(logs[i]), SPLIT_BACK) for i in some])
    width = int(size.max())
    last, on = np.zeros((len(some), width)), np.zeros((len(some), width), dtype=np.int64)
    for row, i in enumerate(some):
        last[row, : size[row]], on[row, : size[row]] = logs[i][-size[row] :], days[i][-size[row] :]
    after, n = np.arange(FEW, width - FEW + 1), size[:, None]
    sums, squares = np.cumsum(last, 1), (last**2).sum(1)
    early = sums[:, after - 1] / after
    late = (sums[:, -1:] - sums[:, after - 1]) / np.maximum(n - after, 1)
    inside = squares[:, None] - after * early**2 - (n - after) * late**2
    prior = SPLIT_PRIOR_BALLS * np.minimum(scatters[some], SPLIT_SCATTER)[:, None] ** 2
    variance = (prior + np.maximum(inside, 0.0)) / (SPLIT_PRIOR_BALLS + n - 2)
    other_day = on[:, after - 1] != on[:, np.minimum(after, width - 1)]
    spread = variance * (1 / after + 1 / np.maximum(n - after, 1))
    far = np.abs(early - late) / np.sqrt(spread + 2 * DAY_SD**2 * other_day)
    far[after > n - FEW] = 0.0
    found = []
    for row in np.flatnonzero(far.max(1, initial=0.0) > SPLIT_Z).tolist():
        best, first = int(np.argmax(far[row])), len(logs[some[row]]) - int(size[row])
        at = int(after[best])
        key, back, down = places[some[row]]
        found.append(
            Split(
                key,
                _part(on[row], 0, at, first, float(np.exp(early[row, best]))),
                _part(on[row], at, int(size[row]), first, float(np.exp(late[row, best]))),
                back,
                down,
            )
        )
    return found


def last_apart(
    places: Sequence[Place],
    logs: Sequence[Array],
    days: Sequence[NDArray[np.int64]],
    held: Array,
    half: Array,
) -> list[Split]:
    """Cells whose last balls all lie beyond one end of the interval that is shown (`held`, log yd,
    and half of it): the coach has seen those and must be told of both."""
    found = []
    for place, own, on, number, wide in zip(places, logs, days, held, half, strict=True):
        if len(own) < LAST + FEW:
            continue
        late, before = own[-LAST:], own[:-LAST]
        if (late > number + wide).all() or (late < number - wide).all():
            key, back, down = place
            n = len(own)
            found.append(
                Split(
                    key,
                    _part(on, 0, n - LAST, 0, math.exp(float(before.mean()))),
                    _part(on, n - LAST, n, 0, math.exp(float(late.mean()))),
                    back,
                    down,
                    recent=True,
                )
            )
    return found


def _part(days: NDArray[np.int64], start: int, end: int, first: int, carry_yd: float) -> Part:
    from_day, to_day = (date.fromordinal(int(days[i])) for i in (start, end - 1))
    return Part(from_day, to_day, first + start + 1, first + end, carry_yd)


def suspects_in(fitted: Fit, hits: Sequence[Hit]) -> list[Suspect]:
    """Solid balls far from the others of their shot type, or alone and far from the model."""
    grouped = fitted.hits
    if not len(grouped.ball_log):
        return []
    logs, of_group = grouped.ball_log, grouped.ball_group
    sd = grouped.scatter_at(grouped.points)[grouped.groups.point[of_group]]
    of_type = grouped.groups.point[of_group]
    surprise = fitted.posterior.surprise[of_group]
    # Against the others of the day where there are some, else of the shot type, else the model.
    far = surprise > SURPRISE
    usual = fitted.posterior.mean[fitted.at][of_group]
    for index, number in (
        (of_type, len(grouped.points)),
        (of_group, len(grouped.groups.mean)),
    ):
        many = np.bincount(index, minlength=number)[index] >= FEW
        centre = medians_by(logs, index, number)[index]
        # Few balls have a small deviation by chance: one must also be far for this student.
        odd = suspects_by(logs, index, number) & (np.abs(logs - centre) > FULL_UNTIL * sd)
        far, usual = np.where(many, odd, far), np.where(many, centre, usual)
    found = []
    for i in np.flatnonzero(far).tolist():
        hit = hits[grouped.ball_hit[i]]
        if hit.imported:
            continue
        carry, typical = (float(np.exp(v[i])) for v in (grouped.ball_log, usual))
        found.append(Suspect(hit.uid, hit.cell, carry, typical))
    return found
