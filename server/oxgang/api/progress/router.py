from __future__ import annotations

from datetime import date
from typing import Annotated
from uuid import UUID
from zoneinfo import ZoneInfo

from django.http import HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Query, Router
from pydantic import Field

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import local_day, student_of, texts_of
from oxgang.api.auth import CoachRequest, took_away
from oxgang.api.fields import made
from oxgang.api.practice.content import row_name
from oxgang.api.progress.schemas import LessonTurn, ProgressOut, SidesOut, TurningPoint
from oxgang.core.errors import InputError
from oxgang.core.keeping.ground_over_time import default_period
from oxgang.core.keeping.remarks import MAX_WORDS, draft
from oxgang.core.practice.course import course_notes
from oxgang.core.units import SETS, in_metres, units_of
from oxgang.files.report import Report, write_report
from oxgang.matrix.selectors.progress import Progress, progress_of
from oxgang.matrix.selectors.sides import sides_of
from oxgang.practice.selectors.course import on_course
from oxgang.practice.selectors.homework import homework_of
from oxgang.practice.selectors.lessons import lessons_of
from oxgang.range_sessions.selectors.appointments import next_of
from oxgang.range_sessions.selectors.balls import days_hit
from oxgang.range_sessions.selectors.plans import plan_of
from oxgang.texts.messages import Texts

router = Router(tags=["progress"])

# What of a planned shot the page names.
NAMED = ("club", "swing", "trajectory")


def _found(student: Student, from_day: date | None, to_day: date | None) -> tuple[Progress, date | None]:
    today = local_day(student, timezone.now())
    hit = days_hit(student)
    usual = default_period(hit, today)
    start, end = from_day or usual[0], to_day or usual[1]
    if end < start:
        raise InputError("The period ends before it begins.", field="to_day")
    if start > today:
        raise InputError("The period is in the future.", field="from_day")
    lessons = list(lessons_of(student).order_by("day").values_list("day", flat=True))
    return progress_of(student, start, min(end, today), today, lessons), hit and hit[0]


def _homework(student: Student, words: Texts) -> list[str]:
    plan = plan_of(student, homework=True)
    open_rows = [
        words.format("report-homework", {"balls": row["balls"], "shot": row_name(row, words)})
        for homework in homework_of(student).filter(closed_at=None)
        for row in homework.rows
    ]
    if plan is None:
        return open_rows
    return open_rows + [
        words.format(
            "report-homework",
            {"balls": item["balls"], "shot": " ".join(item[name] for name in NAMED)},
        )
        for item in plan.items
    ]


def _coming(student: Student) -> list[str]:
    zone, now = ZoneInfo(student.academy.time_zone), timezone.now()
    rows = next_of(student.academy, [student.pk], local_day(student, now)).get(student.pk, [])
    coming = [row.starts_at.astimezone(zone) for row in rows if row.starts_at > now]
    return [texts_of(student).session(start) for start in coming]


def _words(student: Student, found: Progress) -> str:
    looks = found.looks
    notes = draft(
        student.name.split()[0],
        found.whole,
        found.halves,
        covered=(looks[0].covered, looks[-1].covered) if looks else None,
        doubtful=looks[-1].doubtful if looks else None,
        from_yd=student.from_yd,
        to_yd=student.to_yd,
    )
    units = SETS[units_of(student.units)]
    played = on_course(student, found.from_day, found.to_day, units=units).course
    lines = [notes, course_notes(played)]
    texts = texts_of(student)
    return "\n".join(" ".join(texts.say(one) for one in some) for some in lines if some)


@router.get("/students/{student_id}/sides", response=SidesOut)
def sides(request: CoachRequest, student_id: UUID) -> SidesOut:
    """How wide the student's solid balls are and how far off line they start."""
    student = student_of(request.coach, student_id)
    found = sides_of(student, local_day(student, timezone.now()))
    return made(
        SidesOut,
        student=found.student,
        clubs=[{"club": club, "side": side} for club, side in found.clubs],
        shots=[{"shot": key, "side": side} for key, side in found.shots],
        sessions=[{"day": day, "side": side} for day, side in found.sessions],
    )


@router.get("/students/{student_id}/progress", response=ProgressOut)
def progress(
    request: CoachRequest,
    student_id: UUID,
    from_day: Query[date | None] = None,
    to_day: Query[date | None] = None,
) -> ProgressOut:
    """Contact, spread, launch and ground over a period, and before and after events."""
    student = student_of(request.coach, student_id)
    found, first = _found(student, from_day, to_day)
    cues = dict(lessons_of(student).values_list("day", "cue"))
    return made(
        ProgressOut,
        from_day=found.from_day,
        to_day=found.to_day,
        whole=found.whole,
        halves=found.halves,
        points=found.points,
        looks=found.looks,
        turns=[
            made(TurningPoint, kind=e.kind, on=e.on, touched=e.touched.as_data(), turn=turn)
            for e, turn in found.turns
        ],
        lessons=[made(LessonTurn, on=day, cue=cues.get(day, ""), turn=turn) for day, turn in found.lessons],
        first_ball=first,
        words=_words(student, found),
    )


@router.get("/students/{student_id}/report.pdf", include_in_schema=False)
def report(
    request: CoachRequest,
    student_id: UUID,
    from_day: Query[date | None] = None,
    to_day: Query[date | None] = None,
    words: Annotated[str, Field(max_length=4000)] | None = None,
) -> HttpResponse:
    """A page for the student and the parents."""
    coach = request.coach
    student = student_of(coach, student_id)
    if words is not None and len(words) > MAX_WORDS:
        raise InputError(f"Keep your words to {MAX_WORDS} characters.", field="words")
    found, _ = _found(student, from_day, to_day)
    text = words if words and words.strip() else _words(student, found)
    took_away(request, student, "report-pdf")
    content = write_report(
        Report(
            student=student.name,
            academy=coach.academy.name,
            coach=coach.name,
            metres=in_metres(student.units),
            words=text.strip(),
            tolerance_yd=student.tolerance_yd,
            from_day=found.from_day,
            to_day=found.to_day,
            whole=found.whole,
            points=found.points,
            looks=[(x.day, x.covered, x.doubtful) for x in found.looks],
            turns=found.turns,
            practise=_homework(student, texts_of(student)),
            coming=_coming(student),
            cells=found.now.cells,
            played=found.played.answering_in(found.now.matrix.every),
            from_yd=student.from_yd,
            to_yd=student.to_yd,
            texts=texts_of(student),
        )
    )
    response = HttpResponse(content, content_type="application/pdf")
    name = f"{slugify(student.name) or 'student'}-report.pdf"
    response["Content-Disposition"] = f'inline; filename="{name}"'
    return response
