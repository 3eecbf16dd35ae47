"""Reads of shots on the course, and what the pick promises of one."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Final

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Student
from oxgang.core.ground.card import CardCell
from oxgang.core.pick.promise import Promise, promise_of
from oxgang.core.pick.situation import Situation
from oxgang.core.pick.strokes import Baseline, baseline_for
from oxgang.core.practice.course import Course, course_of
from oxgang.core.practice.course_shot import CourseShot, Ended, Finish
from oxgang.core.units import UnitSet
from oxgang.core.words.shots import Lie
from oxgang.matrix.models import PublishedMatrix
from oxgang.matrix.selectors.cached import CachedMatrix
from oxgang.matrix.selectors.picking import patterns_in
from oxgang.matrix.selectors.played import shots_of
from oxgang.matrix.selectors.published import card_of
from oxgang.practice.models import CourseLog

# The newest are told; a season has not many more.
MOST_TOLD: Final = 400


@dataclass(frozen=True, slots=True)
class OnCourse:
    """A student's shots on the course, newest first, what they say, and the level they are held
    against."""

    rows: list[CourseLog]
    course: Course
    baseline: Baseline


def course_shots_of(student: Student) -> QuerySet[CourseLog]:
    """The student's shots on the course, newest first."""
    return CourseLog.objects.filter(student=student, withdrawn_at=None)


def one_course_shot(student: Student, uid: str) -> CourseLog:
    """One of a student's.

    Raises
    ------
    NotFound
        When there is none.
    """
    found = CourseLog.objects.filter(student=student, uid=uid).first()
    if found is None:
        raise NotFound("There is no such shot here.")
    return found


def on_course(
    student: Student,
    from_day: date | None = None,
    to_day: date | None = None,
    *,
    units: UnitSet,
) -> OnCourse:
    """What the student's shots on the course say to who reads in these units, of a period or of all days.
    One query."""
    shots = course_shots_of(student)
    if from_day is not None:
        shots = shots.filter(day__gte=from_day)
    if to_day is not None:
        shots = shots.filter(day__lte=to_day)
    rows, baseline = list(shots[:MOST_TOLD]), baseline_for(student.handicap)
    return OnCourse(rows, course_of([_as_core(row) for row in rows], baseline, units.carry.size), baseline)


def _as_core(row: CourseLog) -> CourseShot:
    return CourseShot(
        shot=row.shot,
        day=row.day,
        pin_yd=row.pin_yd,
        lie=Lie(row.lie),
        ended=Ended(Finish(row.finish), row.left_yd, row.past_yd, row.right_yd),
        promise=Promise.of_data(row.promise) if row.promise else None,
        balls=row.balls,
    )


def card_shot(student: Student, version_id: int, place: int) -> tuple[PublishedMatrix, CardCell] | None:
    """A shot by its place on a version of the student's card, the newest or an older one."""
    version = PublishedMatrix.objects.filter(student=student, pk=version_id).first()
    played = [] if version is None else card_of(version).played
    return (version, played[place]) if version is not None and place < len(played) else None


def promise_for(
    student: Student, cached: CachedMatrix, shot: CardCell, situation: Situation
) -> tuple[Promise | None, int]:
    """What the pick promises of a shot by the matrix of a day, and how many balls it rests on there;
    nothing of a shot that is not in it."""
    matrix, picking = cached.found.matrix, cached.picking(student)
    name = (shot.key, shot.back_in, shot.down_in)
    for cell, candidate in zip(matrix.every, shots_of(cached.found), strict=True):
        if candidate.name == name:
            patterns = patterns_in(picking, [(cell, candidate)], situation)
            if not patterns:
                return None, cell.balls
            return promise_of(patterns[0], situation, picking.baseline, picking.contact), cell.balls
    return None, 0
