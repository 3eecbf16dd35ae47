"""A student's sides: how wide and how far off line, by club, shot and session."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from typing import Final
from uuid import UUID

import numpy as np

from oxgang.academy.models import Hand, Student
from oxgang.academy.selectors.people import bag_of, club_names
from oxgang.core.carry.sides import CLUB_BIAS_SD, STUDENT_BALLS, Side, SideBalls, Sides, side_of
from oxgang.core.keeping.drift.sides import SideTrend, side_trend
from oxgang.core.pick.pattern import usual_lateral
from oxgang.core.pick.strokes import baseline_for
from oxgang.core.words.shots import CellKey
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.range_sessions.selectors.sides import side_balls_of

# A session of fewer balls with a side says too little.
FEWEST: Final = 5


@dataclass(frozen=True, slots=True)
class StudentSides:
    """Of the student, of each club and shot with balls of known side, and of each session."""

    student: Side
    clubs: list[tuple[str, Side]]
    shots: list[tuple[CellKey, Side]]
    sessions: list[tuple[date, Side]]


def sides_in(student: Student, names: Mapping[UUID, str]) -> SideBalls:
    """The student's balls of known side, in the student's scale; `names` says what each club is
    called. One query."""
    return side_balls_of(student, names, student.scale.as_core().positions)


def model_of(student: Student, balls: SideBalls) -> Sides:
    """Their model, drawn to what is usual of the student's handicap."""
    return Sides(balls, usual_lateral(baseline_for(student.handicap).handicap).share)


def sides_of(student: Student, day: date) -> StudentSides:
    """All that is known of a student's sides on a day. Two queries."""
    everything = bag_of(student, everything=True)
    names = club_names(everything, [club for club in everything if club.used_on(day)])
    model = model_of(student, sides_in(student, names))
    balls, all_of = model.balls, model.student
    sessions = []
    for ordinal in np.unique(balls.day).tolist():
        some = balls.some(balls.day == ordinal)
        if len(some.share) >= FEWEST:
            side = side_of(
                some.share,
                some.read,
                width=all_of.width,
                weight=STUDENT_BALLS,
                bias=all_of.bias,
                bias_sd=CLUB_BIAS_SD,
            )
            sessions.append((date.fromordinal(ordinal), side))
    return StudentSides(
        all_of,
        [(label, model.club(label)) for label in dict.fromkeys(key.club for key in model.counts)],
        [(key, model.shot(key)) for key in model.counts],
        sessions,
    )


def lead_trend(student: Student, found: StudentMatrix) -> SideTrend:
    """Whether the sides have moved, + to the lead side. One query."""
    balls = sides_in(student, found.names)
    if not len(balls.share):
        return SideTrend()
    restart = max((change.on for change in found.evidence.changes if not change.club), default=None)
    moved = side_trend(balls, model_of(student, balls).student.width, restart=restart)
    return SideTrend(moved.since, moved.share if student.hand == Hand.LEFT else -moved.share)
