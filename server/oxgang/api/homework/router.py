"""Homework: sent, come back, closed."""

from __future__ import annotations

from datetime import date
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Router

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import local_day, student_of, texts_of
from oxgang.api.auth import CoachRequest, took_away
from oxgang.api.fields import made
from oxgang.api.homework.schemas import HomeworkIn, HomeworkOut, HomeworkRow
from oxgang.api.practice.content import par_out_of, round_out, row_name
from oxgang.core.units import SETS, units_of
from oxgang.files.sheet import Task, TaskRow, write_homework
from oxgang.practice.as_data import call_of
from oxgang.practice.models import Homework
from oxgang.practice.selectors.homework import done_rows, homework_of, is_late, one_homework
from oxgang.practice.services.homework import (
    HomeworkFields,
    close_homework,
    send_homework,
    take_homework_back,
)

router = Router(tags=["homework"])

SHOWN = 12


def homework_out(homework: Homework, today: date) -> HomeworkOut:
    """Homework with what came back."""
    done = done_rows(homework)
    return made(
        HomeworkOut,
        id=homework.pk,
        title=homework.title,
        cues=homework.cues,
        due_on=homework.due_on,
        made_at=homework.made_at,
        by=homework.by.name if homework.by else "",
        late=is_late(homework, done, today),
        closed=homework.closed_at is not None,
        rows=[
            made(
                HomeworkRow,
                **{**row, "par": par_out_of(row["par"])},
                done=round_out(done[place]) if place in done else None,
            )
            for place, row in enumerate(homework.rows)
        ],
    )


def _all(student: Student) -> list[HomeworkOut]:
    today = local_day(student, timezone.now())
    return [homework_out(homework, today) for homework in homework_of(student)[:SHOWN]]


@router.get("/students/{student_id}/homework", response=list[HomeworkOut])
def homework(request: CoachRequest, student_id: UUID) -> list[HomeworkOut]:
    """The student's homework, newest first."""
    return _all(student_of(request.coach, student_id))


@router.post("/students/{student_id}/homework", response=list[HomeworkOut])
def send(request: CoachRequest, student_id: UUID, data: HomeworkIn) -> list[HomeworkOut]:
    """Send homework: it is on the student's own place at once."""
    coach = request.coach
    student = student_of(coach, student_id)
    fields = HomeworkFields(
        title=data.title,
        cues=data.cues,
        rows=[row.dict() for row in data.rows],
        due_on=data.due_on,
    )
    send_homework(student, fields, by=coach, now=timezone.now())
    return _all(student)


@router.get("/students/{student_id}/homework/{homework_id}/sheet.pdf", include_in_schema=False)
def on_paper(request: CoachRequest, student_id: UUID, homework_id: UUID) -> HttpResponse:
    """Homework for the pencil: each call with a box."""
    student = student_of(request.coach, student_id)
    file = write_homework(_task(student, one_homework(student, homework_id)))
    took_away(request, student, "homework-pdf")
    response = HttpResponse(file, "application/pdf")
    name = f"{slugify(student.name) or 'student'}-homework.pdf"
    response["Content-Disposition"] = f'inline; filename="{name}"'
    return response


def _task(student: Student, homework: Homework) -> Task:
    words, unit = texts_of(student), SETS[units_of(student.units)].carry
    rows = []
    for row in homework.rows:
        calls = [call_of(call) for call in row["calls"]]
        par = par_out_of(row["par"]).par
        values = {"par": par, "of": len(calls), "wanted": row["wanted"]}
        wanted = words.format("portal-par" if row["wanted"] is None else "portal-wanted", values)
        named = [
            words.format(f"paper-{call.mark}")
            if call.mark
            else ""
            if call.yardage_yd is None
            else str(round(unit.of(call.yardage_yd)))
            for call in calls
            for _ in range(call.balls)
        ]
        rows.append(TaskRow(row_name(row, words), row["cue"], named, wanted))
    return Task(
        student.name,
        student.academy.name,
        homework.title,
        words.format("portal-due", {"on": homework.due_on.isoformat()}),
        homework.cues,
        unit.sign,
        rows,
        words,
    )


@router.post("/students/{student_id}/homework/{homework_id}/close", response=list[HomeworkOut])
def close(request: CoachRequest, student_id: UUID, homework_id: UUID) -> list[HomeworkOut]:
    """The coach has looked at what came back."""
    coach = request.coach
    student = student_of(coach, student_id)
    close_homework(one_homework(student, homework_id), by=coach, now=timezone.now())
    return _all(student)


@router.delete("/students/{student_id}/homework/{homework_id}", response=list[HomeworkOut])
def take_back(request: CoachRequest, student_id: UUID, homework_id: UUID) -> list[HomeworkOut]:
    """Take homework back; what came back stays."""
    coach = request.coach
    student = student_of(coach, student_id)
    take_homework_back(one_homework(student, homework_id), by=coach, now=timezone.now())
    return _all(student)
