from __future__ import annotations

import json
from dataclasses import asdict
from uuid import UUID

from django.db import transaction
from django.http import HttpResponse
from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Club, Student
from oxgang.academy.selectors.chain import skill_of
from oxgang.academy.selectors.people import bag_of, club_of, day_at, student_of
from oxgang.academy.services import clubs as club_services
from oxgang.academy.services import students as student_services
from oxgang.academy.services.settings import tolerance_for
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import Line, made, page_number
from oxgang.api.students.schemas import (
    Behind,
    ClubChange,
    ClubIn,
    ClubOut,
    ExampleGone,
    StudentChange,
    StudentIn,
    StudentOut,
    StudentsPage,
)
from oxgang.core.practice.load import level_of, tolerance_over
from oxgang.core.words import bag
from oxgang.demo.example import add_example, example_of, take_example_away
from oxgang.matrix.selectors.as_data import club_data
from oxgang.matrix.selectors.morning import Show, morning_of
from oxgang.matrix.services.stored import MOST_COUNTED, catch_up, renewed
from oxgang.matrix.services.summary import stale_in
from oxgang.practice.selectors.homework import came_back, standings_of
from oxgang.range_sessions.services.standard_carries import convert_carries

MAY_GO = ("handicap", "estimates_yd")

router = Router(tags=["students"])


def _out(student: Student) -> StudentOut:
    today = day_at(student.academy, timezone.now())
    clubs = bag_of(student)
    return made(
        StudentOut,
        **{name: getattr(student, name) for name in student_services.CHANGEABLE},
        id=student.pk,
        finds=skill_of(student),
        shots_chosen=student.shots_chosen,
        example=student.example,
        archived=student.archived_at is not None,
        coach_id=student.coach_id,
        coach=student.coach.name if student.coach else "",
        shared_with=list(student.shared_with.values_list("pk", flat=True)),
        scale=student.scale,
        clubs=[club_data(club, in_use=club.used_on(today)) for club in clubs],
    )


@router.get("/students", response=StudentsPage)
def students(
    request: CoachRequest,
    search: Line = "",
    show: Query[Show] = Show.ALL,
    archived: Query[bool] = False,
    mine: Query[bool] = False,
    page: Query[int] = 1,
    size: Query[int] = 50,
) -> HttpResponse:
    """A page of the academy's students, the neediest first."""
    coach, now = request.coach, timezone.now()
    academy = coach.academy
    behind = len(stale_in(academy, now, MOST_COUNTED))
    found = morning_of(
        academy,
        now,
        search=search,
        show=show,
        archived=archived,
        page=page_number(page),
        size=size,
        back=came_back(academy),
        mine=coach if mine else None,
    )
    homework = standings_of(academy, now)
    page_of = {
        "day": day_at(academy, now).isoformat(),
        "total": found.total,
        "counts": found.counts,
        "behind": behind,
        "example": str(made_up.pk) if (made_up := example_of(academy)) else None,
        "homework": {str(student): asdict(one) for student, one in homework.items()},
    }
    # The rows are JSON already.
    rows = ",".join(found.rows)
    text = f'{{"rows":[{rows}],{json.dumps(page_of)[1:]}'
    return HttpResponse(text, content_type="application/json")


@router.post("/example", response=StudentOut)
def example(request: CoachRequest) -> StudentOut:
    """An example student to look at: made up, one an academy."""
    return _out(add_example(by=request.coach, now=timezone.now()))


@router.delete("/example", response=ExampleGone)
def no_example(request: CoachRequest) -> ExampleGone:
    """Take the example away with everything of hers."""
    return ExampleGone(gone=take_example_away(by=request.coach, now=timezone.now()))


@router.post("/students/catch-up", response=Behind)
def catch_up_list(request: CoachRequest) -> Behind:
    """Look at students again whose records or day have moved on, for a moment."""
    return Behind(behind=catch_up(request.coach.academy, timezone.now()))


@router.post("/students", response={201: StudentOut})
def new_student(request: CoachRequest, data: StudentIn) -> tuple[int, StudentOut]:
    """Add a student."""
    coach = request.coach
    values = data.dict(exclude={"clubs", "school", "namesake"})
    if values["tolerance_yd"] is None:
        level = level_of(data.handicap, data.ball_limit, coach.academy.junior_limit)
        usual = tolerance_for(coach.academy, level)
        values["tolerance_yd"] = tolerance_over(usual, data.from_yd, data.to_yd)
    fields = student_services.StudentFields(**values)
    now = timezone.now()
    # All of it, or a sentence beside the field that is wrong.
    with transaction.atomic():
        student = student_services.add_student(
            fields, by=coach, now=now, school=data.school, namesake=data.namesake
        )
        for one in data.clubs:
            club = bag.Club(one.label, one.loft_deg, one.bounce_deg, one.note)
            club_services.add_club(student, club, by=coach, now=now)
    renewed(student.pk, coach.academy, timezone.now())
    return 201, _out(student_of(coach, student.pk))


@router.get("/students/{student_id}", response=StudentOut)
def one_student(request: CoachRequest, student_id: UUID) -> StudentOut:
    """A student with scale and bag."""
    return _out(student_of(request.coach, student_id))


@router.patch("/students/{student_id}", response=StudentOut)
def edit_student(request: CoachRequest, student_id: UUID, data: StudentChange) -> StudentOut:
    """Change the fields that are sent."""
    coach = request.coach
    student = student_of(coach, student_id)
    sent = data.dict(exclude_unset=True)
    was = sent.pop("was", None)
    # A handicap and a width may be taken away; the others always are something.
    changes = {k: v for k, v in sent.items() if v is not None or k in MAY_GO}
    friction = skill_of(student)
    student_services.change_student(student, changes, by=coach, now=timezone.now(), was=was)
    if skill_of(student) is not friction:
        convert_carries(student)
    return _out(student_of(coach, student_id))


@router.post("/students/{student_id}/archive", response=StudentOut)
def archive(request: CoachRequest, student_id: UUID) -> StudentOut:
    """Take a student off the list."""
    coach = request.coach
    student = student_of(coach, student_id)
    student_services.archive_student(student, by=coach, now=timezone.now())
    renewed(student.pk, coach.academy, timezone.now())
    return _out(student)


@router.post("/students/{student_id}/restore", response=StudentOut)
def restore(request: CoachRequest, student_id: UUID) -> StudentOut:
    """Bring an archived student back."""
    coach = request.coach
    student = student_of(coach, student_id)
    student_services.restore_student(student, by=coach, now=timezone.now())
    renewed(student.pk, coach.academy, timezone.now())
    return _out(student)


@router.post("/students/{student_id}/clubs", response={201: ClubOut})
def new_club(request: CoachRequest, student_id: UUID, data: ClubIn) -> tuple[int, Club]:
    """Put a club into the bag."""
    coach = request.coach
    student = student_of(coach, student_id)
    club = bag.Club(data.label, data.loft_deg, data.bounce_deg, data.note)
    return 201, club_services.add_club(
        student,
        club,
        by=coach,
        now=timezone.now(),
        used_from=data.used_from,
        used_until=data.used_until,
    )


@router.patch("/clubs/{club_id}", response=ClubOut)
def edit_club(request: CoachRequest, club_id: UUID, data: ClubChange) -> Club:
    """Change the fields that are sent."""
    coach = request.coach
    club = club_of(coach, club_id)
    changes = data.dict(exclude_unset=True)
    was, loft = changes.pop("was", None), club.loft_deg
    club = club_services.change_club(club, changes, by=coach, now=timezone.now(), was=was)
    if club.loft_deg != loft:
        convert_carries(club.student)
    return club


@router.post("/clubs/{club_id}/archive", response=ClubOut)
def archive_club(request: CoachRequest, club_id: UUID) -> Club:
    """Take a club out of the bag."""
    coach = request.coach
    club = club_of(coach, club_id)
    club_services.archive_club(club, by=coach, now=timezone.now())
    return club


@router.post("/clubs/{club_id}/restore", response=ClubOut)
def restore_club(request: CoachRequest, club_id: UUID) -> Club:
    """Put an archived club back."""
    coach = request.coach
    club = club_of(coach, club_id)
    club_services.restore_club(club, by=coach, now=timezone.now())
    return club
