"""A ball far from what its cell and the day say: what it might be, while it is still remembered.

The balls in question are held against what all others foretell for a ball of this cell today: its
mean, how well that is known, the day that it shares with others, and the cell's own scatter. One
ball must stand far out; two or three in a row may stand less far, as they do when a coach has gone
on to the next shot and the page has not.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Final

import numpy as np
from numpy.typing import NDArray

from oxgang.core.carry.balls import BALL_NR, LIE_NR, Hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.fit import Fit
from oxgang.core.carry.ground_run import DAY_SD as RUN_DAY_SD
from oxgang.core.carry.noise import (
    DAY_SD,
    UNSEEN_MISHITS,
    UNTOLD_WIND_SD,
    Groups,
    noise_covariance,
)
from oxgang.core.carry.prior import Point, Points
from oxgang.core.words.shots import CellKey, Strike

Array = NDArray[np.float64]

# How far out the last ball, the last two and so on to five must lie to be asked about, in predicted
# deviations: rarely enough on honest sessions (`make bench-model`).
OUT: Final = (3.3, 3.0, 2.8, 2.6, 2.5)
# Another cell fits when the balls lie within so many deviations of what it foretells, it is known
# this well (log carry), and makes them so many times as likely.
FITS: Final = 1.5
FITS_SD: Final = 0.09
FITS_BETTER: Final = 12.0
# Balls within this share of the limit by the fit of all are no question, if without them at least so much
# would be left of what is known.
PLAIN: Final = 0.6
LEAST_LEFT: Final = 0.5
# Nearer than this [yd] is never worth a question.
LEAST_YD: Final = 2.0


class Guess(StrEnum):
    """What balls far out might be."""

    MISHIT = "mishit"
    HARDER = "harder"
    OTHER_CELL = "other cell"


@dataclass(frozen=True, slots=True)
class Question:
    """The last balls of a cell stand `off_yd` from `usual_yd` (+ is long), yards in standard conditions.

    `guesses` are what they might be, the likeliest first; `strike` is the mishit that would explain
    one, `other` the cell that would explain them all.
    """

    uids: list[str]
    off_yd: float
    usual_yd: float
    guesses: list[Guess]
    strike: Strike
    other: CellKey | None


def question_about(
    evidence: Evidence, key: CellKey, others: Sequence[CellKey] = (), *, known: Fit | None = None
) -> Question | None:
    """A question about the last balls of a cell on the day of the evidence, or None.

    Parameters
    ----------
    evidence
        With the balls in question, which are the last of it.
    others
        Cells of the bag and scale that the balls might belong to.
    known
        The fit of all balls, if it is there: most balls are plainly no question by it, and nothing is
        fitted without them.
    """
    balls = evidence.balls
    on_the_day = balls.columns.day == evidence.day.toordinal()
    today = balls.some(on_the_day & balls.teaches & ~balls.columns.imported)
    run: list[Hit] = []
    for hit in reversed(today):
        if hit.cell != key or len(run) == len(OUT):
            break
        run.append(hit)
    found = [
        out
        for number in range(1, len(run) + 1)
        if (known is None or _might_stand_out(known, run[:number], OUT[number - 1]))
        and (out := _out(evidence, key, run[:number], others, OUT[number - 1])) is not None
    ]
    # About as many balls as stand out together.
    return max(found, key=lambda out: out[0])[1] if found else None


def _might_stand_out(known: Fit, asked: Sequence[Hit], limit: float) -> bool:
    """Whether balls may lie beyond a limit of what the others foretell, by the fit of all of them.

    A normal observation is taken out of its posterior in closed form (Gelman et al. 2013, section 2.5).
    """
    if asked[0].point not in known.points:
        return True
    row = known.points.index(asked[0].point)
    at = float(np.mean([np.log(h.carry_yd or 1.0) for h in asked]))
    variance = float(known.posterior.covariance[row, row])
    own = float(known.hits.squares_at([asked[0].point])[0]) / len(asked)
    left = 1 - variance / own
    if left < LEAST_LEFT:
        return True
    off = (at - float(known.posterior.mean[row])) / left
    return abs(off) > PLAIN * limit * float(np.sqrt(own + variance / left))


def _out(
    evidence: Evidence, key: CellKey, asked: Sequence[Hit], others: Sequence[CellKey], limit: float
) -> tuple[float, Question] | None:
    """How many times the limit these balls stand out, with the question; None within it."""
    uids = {hit.uid for hit in asked}
    rest = replace(evidence, hits=evidence.balls.some(~evidence.balls.among(uids)))
    # All of one adjustment, or the last ball alone.
    adjustments = {(h.point.back_in, h.point.down_in) for h in asked}
    if len(adjustments) > 1:
        return None
    point = asked[0].point
    points = [point]
    rivals = [one for one in others if one != key]
    for one in rivals:
        club = next(c for c in evidence.clubs if c.label == one.club)
        position = next(p for p in evidence.positions if p.label == one.swing)
        kinds = (one.trajectory, one.spin, one.tempo)
        points.append(Point(club.label, club.loft_deg, position.arm_deg, *kinds))
    fitted = rest.fitted(points)
    mean, sd, scatter = foretold(fitted, points, asked[0])
    if not fitted.hits.weighed.freedom.sum():
        return None  # nothing is known of how this student scatters
    at = float(np.mean([np.log(h.carry_yd or 1.0) for h in asked]))
    single = np.hypot(sd, scatter / np.sqrt(len(asked)))
    off = (at - mean) / single
    usual = float(np.exp(mean[0]))
    off_yd = float(np.exp(at)) - usual
    if abs(off[0]) < limit or abs(off_yd) < LEAST_YD:
        return None
    likely = np.exp(-(off**2) / 2) / single
    fits = (np.abs(off) < FITS) & (sd < FITS_SD) & (likely > FITS_BETTER * likely[0])
    fits[0] = False
    other: CellKey | None = None
    if fits.any():
        best = int(np.argmax(np.where(fits, likely * _nearness(point, points), 0.0)))
        other = rivals[best - 1]
    strike = Strike.FAT if off_yd < 0 else Strike.HARD
    first = Guess.MISHIT if off_yd < 0 else Guess.HARDER
    guesses = [first] if other is None else [first, Guess.OTHER_CELL]
    if other is not None and len(asked) > 1:
        guesses.reverse()
    found = Question([h.uid for h in reversed(asked)], off_yd, usual, guesses, strike, other)
    return abs(float(off[0])) / limit, found


def foretold(fitted: Fit, points: Sequence[Point], like: Hit) -> tuple[Array, Array, Array]:
    """What a fit foretells of a ball of each shot type today, hit from the lie of another ball with
    its kind of ball: mean of log carry, its deviation without the ball's own scatter, that scatter;
    shape (n,)."""
    groups = fitted.hits.groups
    g = len(groups.mean)
    rows = np.array([fitted.points.index(p) for p in points], dtype=np.intp)
    scatter = np.sqrt(UNSEEN_MISHITS * fitted.hits.squares_at(points))
    day_sd = float(np.hypot(DAY_SD, 0.0 if like.wind_known else UNTOLD_WIND_SD))
    if not g:
        sd = np.sqrt(np.diagonal(fitted.prior)[rows] + day_sd**2)
        return fitted.prior_mean[rows], sd, scatter
    arrays = Points.of([fitted.points[i] for i in (*fitted.at, rows[0])])
    next_bin = groups.bin[np.argmin(groups.age_years)]
    if groups.age_years.min() > 0:
        next_bin = groups.bin.max() + 1
    lever = 0.0
    if like.from_total and like.carry_yd:
        one_ball = np.array([like.carry_yd]), np.array([like.run_yd or 0.0])
        lever = float(fitted.hits.ground.carries(*one_ball)[1][0])
    one = Groups(
        point=np.append(groups.point, 0),
        bin=np.append(groups.bin, next_bin),
        era=np.append(groups.era, groups.era.max()),
        age_years=np.append(groups.age_years, 0.0),
        days=np.append(groups.days, 1.0),
        ball=np.append(groups.ball, BALL_NR[like.ball]),
        lie=np.append(groups.lie, LIE_NR[like.lie]),
        mean=np.append(groups.mean, 0.0),
        variance=np.append(groups.variance, 0.0),
        conversion=np.append(groups.conversion, 0.0),
        day_sd=np.append(groups.day_sd, day_sd),
        balls=np.append(groups.balls, 1),
        run_sd=np.append(groups.run_sd, lever * fitted.hits.ground.sd),
        run_day_sd=np.append(groups.run_day_sd, lever * RUN_DAY_SD),
    )
    noise, _ = noise_covariance(one, arrays.club, arrays.same)
    cross = fitted.prior[np.ix_(rows, fitted.at)] + noise[-1, :g]
    total = fitted.prior[np.ix_(fitted.at, fitted.at)] + fitted.noise
    solved = np.linalg.solve(total, cross.T)
    mean = fitted.prior_mean[rows] + (groups.mean - fitted.prior_mean[fitted.at]) @ solved
    variance = np.diagonal(fitted.prior)[rows] + noise[-1, -1] - (cross * solved.T).sum(1)
    return np.asarray(mean), np.sqrt(np.maximum(variance, 1e-8)), scatter


def _nearness(point: Point, points: Sequence[Point]) -> Array:
    """How easily each shot is mistaken for another: one step of the page is easier than three."""
    steps = np.array(
        [
            (p.club != point.club)
            + (p.arm_deg != point.arm_deg)
            + (p.trajectory != point.trajectory)
            + (p.spin != point.spin)
            + (p.tempo != point.tempo)
            for p in points
        ],
        dtype=float,
    )
    return np.asarray(0.3 ** (steps - 1))
