"""What the balls say against each other: cells out of order, balls that look like mishits."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from statistics import median
from typing import Final

import numpy as np

from oxgang.core.carry.fit import Fit
from oxgang.core.carry.hits import FEW, Hit
from oxgang.core.carry.noise import DAY_SD, FULL_UNTIL
from oxgang.core.carry.order import Line
from oxgang.core.carry.posterior import SURPRISE
from oxgang.core.words.shots import CellKey, Strike
from oxgang.core.words.strikes import medians_by, suspects_by

# Cells out of order by more than this many standard deviations of their difference are a conflict:
# chance alone does it about once in fifty.
CONFLICT_Z: Final = 2.05


@dataclass(frozen=True, slots=True)
class Conflict:
    """Two measured cells out of order: `longer` should carry further than `shorter`. Yards."""

    shorter: CellKey
    longer: CellKey
    shorter_yd: float
    longer_yd: float


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
    keys: Sequence[CellKey],
    lines: Sequence[Sequence[Line]],
    carries_yd: Sequence[Sequence[float]],
    spread: float,
) -> list[Conflict]:
    """Neighbours on a line whose own balls are out of order by more than chance.

    Parameters
    ----------
    keys, carries_yd
        The cells and each one's own solid carries [yd].
    spread
        Scatter of single balls, of log carry.
    """
    centres = [median(own) if own else 0.0 for own in carries_yd]
    found: dict[tuple[CellKey, CellKey], Conflict] = {}
    for direction in lines:
        for line in direction:
            measured = [int(i) for i in line if carries_yd[i]]
            for a, b in pairwise(measured):
                short, long = centres[a], centres[b]
                own = spread**2 * (1 / len(carries_yd[a]) + 1 / len(carries_yd[b]))
                if math.log(short / long) > CONFLICT_Z * math.sqrt(own + 2 * DAY_SD**2):
                    found[keys[a], keys[b]] = Conflict(keys[a], keys[b], short, long)
    return list(found.values())


def suspects_in(fitted: Fit, hits: Sequence[Hit]) -> list[Suspect]:
    """Solid balls far from the others of their shot type, or alone and far from the model."""
    grouped = fitted.hits
    if not len(grouped.ball_log):
        return []
    logs, of_group = grouped.ball_log, grouped.ball_group
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
        odd = suspects_by(logs, index, number) & (
            np.abs(logs - centre) > FULL_UNTIL * grouped.spread
        )
        far, usual = np.where(many, odd, far), np.where(many, centre, usual)
    found = []
    for i in np.flatnonzero(far):
        hit = hits[grouped.ball_hit[i]]
        if hit.told:
            continue
        carry, typical = (float(np.exp(v[i])) for v in (grouped.ball_log, usual))
        found.append(Suspect(hit.uid, hit.cell, carry, typical))
    return found
