"""A student's shots on the course, for the coach."""

from __future__ import annotations

from datetime import date
from uuid import UUID

from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.selectors.people import student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.course.schemas import BandTally, CourseOut, CourseSaved, ShotTally
from oxgang.api.fields import made
from oxgang.api.readers import units_for
from oxgang.core.practice.course import verdict_of
from oxgang.practice.selectors.course import on_course, one_course_shot
from oxgang.practice.services.course import remove_course_shot

router = Router(tags=["course"])


@router.get("/students/{student_id}/course", response=CourseOut)
def course(
    request: CoachRequest,
    student_id: UUID,
    from_day: Query[date | None] = None,
    to_day: Query[date | None] = None,
) -> CourseOut:
    """Shots on the course of a period, against what the pick promised and what the level needs."""
    coach = request.coach
    student = student_of(coach, student_id)
    found = on_course(student, from_day, to_day, units=units_for(coach, student))
    course = found.course
    return made(
        CourseOut,
        shots=found.rows,
        every=course.every,
        bands=[made(BandTally, from_yd=lo, to_yd=hi, tally=tally) for lo, hi, tally in course.bands],
        kinds=[
            made(ShotTally, shot=shot, failing=shot in course.failing, tally=tally)
            for shot, tally in course.shots
        ],
        verdict=verdict_of(course.every).as_data(),
        advice=course.advice.as_data(),
        handicap=found.baseline.handicap,
    )


@router.delete("/students/{student_id}/course/{uid}", response=CourseSaved)
def remove(request: CoachRequest, student_id: UUID, uid: str) -> CourseSaved:
    """Delete a shot that was not played so. Undo restores it."""
    row = one_course_shot(student_of(request.coach, student_id), uid)
    remove_course_shot(row, by=request.coach, now=timezone.now())
    return CourseSaved(uid=uid)
