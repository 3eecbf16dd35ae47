"""Practice: what can be called, rounds and what they show, the week, the academy's protocols."""

from __future__ import annotations

from random import SystemRandom
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Query, Router

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Coach, Student
from oxgang.academy.selectors.people import local_day, student_of, texts_of
from oxgang.academy.selectors.standards import ownership
from oxgang.api.auth import CoachRequest, took_away
from oxgang.api.fields import made
from oxgang.api.practice.content import hit_of, par_out, round_out
from oxgang.api.practice.schemas import (
    CallsOut,
    DayOut,
    DifferenceOfTwo,
    NormOut,
    ParOut,
    PracticePage,
    RoundIn,
    RoundOut,
    RoundRequest,
    RoundSaved,
    RoutineIn,
    RoutineOut,
    RowBody,
    TrialOut,
    WeekIn,
    WeekPart,
)
from oxgang.core.errors import InputError
from oxgang.core.ground.played import Play
from oxgang.core.practice.forms import SEED_RANGE, Field, PracticeForm, Step, calls_of
from oxgang.core.practice.scoring import Scoring
from oxgang.core.practice.trials import RULES, row_of, weakest
from oxgang.core.units import SETS, units_of
from oxgang.files.sheet import SheetRow, write_sheet
from oxgang.matrix.selectors.cached import CachedMatrix
from oxgang.matrix.selectors.played import played_in
from oxgang.practice.as_data import call_data, key_of, planned_key, row_data
from oxgang.practice.as_data import row_of as row_from
from oxgang.practice.selectors.homework import routines_for
from oxgang.practice.selectors.player import field_of, learning_in, matrix_now, par_for
from oxgang.practice.selectors.rounds import (
    LOOK_BACK,
    lost_to_random,
    norm_of,
    retained_overnight,
    round_of,
    rounds_of,
)
from oxgang.practice.selectors.week import week_for
from oxgang.practice.services.homework import archive_routine, keep_routine, mark_rounds_seen
from oxgang.practice.services.rounds import save_round, take_round_back
from oxgang.range_sessions.selectors.plans import plan_of
from oxgang.texts.cards import in_language, key_name

router = Router(tags=["practice"])

SHOWN = 30


def _trials(student: Student, cached: CachedMatrix, field: Field) -> list[TrialOut]:
    shots = played_in(student, cached.found)
    found = []
    for trial, rules in RULES.items():
        par: ParOut | None = None
        balls = min(rules.balls, student.ball_limit)
        if field.shots:
            row = row_of(trial, field, weakest(field, learning_in(shots)), student.ball_limit)
            calls = calls_of(row, field, 0)
            par = par_out(par_for(student, cached, calls, rules.scoring, field.tolerance_yd))
        norm = norm_of(student.academy, trial, student.handicap)
        found.append(
            made(
                TrialOut,
                trial=trial,
                form=rules.form,
                scoring=rules.scoring,
                balls=balls,
                par=par,
                norm=norm and NormOut.from_orm(norm),
            )
        )
    return found


def _routines(coach: Coach) -> list[RoutineOut]:
    return [
        made(RoutineOut, id=r.pk, name=r.name, rows=r.rows, ownership=ownership(r.owner_id, coach))
        for r in routines_for(coach)
    ]


@router.get("/students/{student_id}/practice", response=PracticePage)
def practice(request: CoachRequest, student_id: UUID) -> PracticePage:
    """Forms and tests with the student's par, rounds, what is lost to chance and overnight."""
    coach = request.coach
    student = student_of(coach, student_id)
    cached = matrix_now(student, timezone.now())
    field = field_of(student, cached)
    rounds = list(rounds_of(student)[:LOOK_BACK])
    lost, overnight = lost_to_random(rounds), retained_overnight(student, cached.found)
    return made(
        PracticePage,
        forms=list(PracticeForm),
        steps=list(Step),
        trials=_trials(student, cached, field),
        rounds=[round_out(row) for row in rounds[:SHOWN]],
        lost=lost and DifferenceOfTwo.from_orm(lost),
        overnight=overnight and DifferenceOfTwo.from_orm(overnight),
        routines=_routines(coach),
        ball_limit=student.ball_limit,
        problem="" if field.shots else "No shots in use yet. Choose some under Shots first.",
    )


@router.post("/students/{student_id}/calls", response=CallsOut)
def calls(request: CoachRequest, student_id: UUID, data: RoundRequest) -> CallsOut:
    """What is called for a test or a row, with the student's par. Nothing is stored."""
    student = student_of(request.coach, student_id)
    cached = matrix_now(student, timezone.now())
    shots = played_in(student, cached.found)
    field = field_of(student, cached, shots)
    if data.trial is not None:
        shot = key_of(data.shot.dict()) if data.shot else weakest(field, learning_in(shots))
        row, scoring = (
            row_of(data.trial, field, shot, student.ball_limit),
            RULES[data.trial].scoring,
        )
    elif data.row is not None:
        row, scoring = row_from(data.row.dict()), Scoring.WITHIN
        if row.balls > student.ball_limit:
            raise InputError(
                f"{row.balls} balls are over this student's limit of {student.ball_limit}.",
                field="balls",
            )
    else:
        raise InputError("Choose a test or a row.", field="row")
    seed = SystemRandom().randint(*SEED_RANGE) if data.seed is None else data.seed
    called = calls_of(row, field, seed)
    return made(
        CallsOut,
        trial=data.trial,
        form=row.form,
        scoring=scoring,
        seed=seed,
        tolerance_yd=field.tolerance_yd,
        calls=[call_data(call, field) for call in called],
        par=par_out(par_for(student, cached, called, scoring, field.tolerance_yd)),
    )


@router.put("/students/{student_id}/rounds", response=RoundSaved)
def put_round(request: CoachRequest, student_id: UUID, data: RoundIn) -> RoundSaved:
    """Keep a round, once, whatever a network does; its balls go into review."""
    coach = request.coach
    student = student_of(coach, student_id)
    cached = save_round(student, hit_of(student, data), by=coach, now=timezone.now())
    return RoundSaved(round=round_out(cached.round), balls=cached.balls, left_out=cached.left_out)


@router.delete("/students/{student_id}/rounds/{uid}", response=list[RoundOut])
def end_round(request: CoachRequest, student_id: UUID, uid: str) -> list[RoundOut]:
    """Take a round away; its balls stay. History brings it back."""
    coach = request.coach
    student = student_of(coach, student_id)
    take_round_back(round_of(student, uid), by=coach, now=timezone.now())
    return [round_out(row) for row in rounds_of(student)[:SHOWN]]


@router.post("/students/{student_id}/rounds-seen", response=list[RoundOut])
def seen(request: CoachRequest, student_id: UUID) -> list[RoundOut]:
    """A coach has looked at what the student reported."""
    student = student_of(request.coach, student_id)
    mark_rounds_seen(student, now=timezone.now())
    return [round_out(row) for row in rounds_of(student)[:SHOWN]]


@router.get("/students/{student_id}/week", response=list[DayOut])
def week(request: CoachRequest, student_id: UUID, query: Query[WeekIn]) -> list[DayOut]:
    """What to practise next, spread over a week from today, and why."""
    student = student_of(request.coach, student_id)
    now = timezone.now()
    found = week_for(student, matrix_now(student, now), local_day(student, now), query.days)
    return [
        made(
            DayOut,
            day=day.day,
            balls=day.balls,
            parts=[
                made(
                    WeekPart,
                    row=made(RowBody, **row_data(part.row)),
                    because=part.because.as_data(),
                )
                for part in day.parts
            ],
        )
        for day in found
    ]


@router.get("/students/{student_id}/sheet.pdf", include_in_schema=False)
def sheet_pdf(request: CoachRequest, student_id: UUID) -> HttpResponse:
    """A blank sheet: the cells of the plan, else those that are played, five boxes each."""
    student = student_of(request.coach, student_id)
    cached = matrix_now(student, timezone.now())
    plan = plan_of(student)
    if plan is not None:
        named = [planned_key(item) for item in plan.items]
    else:
        shots = played_in(student, cached.found)
        named = [cell.key for cell in shots.cells_of(Play.PLAYED)] + learning_in(shots)
    cues = {position.label: position.cue for position in cached.found.positions}
    words = texts_of(student)
    rows = [
        SheetRow(key_name(key, words), in_language(cues.get(key.swing, ""), words))
        for key in dict.fromkeys(named)
    ]
    if not rows:
        raise NotFound("Nothing to print yet. Plan a session, or choose shots first.")
    unit = SETS[units_of(student.units)].carry.sign
    file = write_sheet(student.name, student.academy.name, unit, rows, words)
    response = HttpResponse(file, "application/pdf")
    took_away(request, student, "sheet-pdf")
    name = f"{slugify(student.name) or 'student'}-sheet.pdf"
    response["Content-Disposition"] = f'inline; filename="{name}"'
    return response


@router.put("/routines", response=list[RoutineOut])
def put_routine(request: CoachRequest, data: RoutineIn) -> list[RoutineOut]:
    """Keep rows as a protocol, one's own or the house's; the same name takes the new rows."""
    coach = request.coach
    rows = [row.dict() for row in data.rows]
    was = None if data.was is None else [row.dict() for row in data.was]
    keep_routine(data.name, rows, house=data.house, by=coach, now=timezone.now(), was=was)
    return _routines(coach)


@router.delete("/routines/{routine_id}", response=list[RoutineOut])
def end_routine(request: CoachRequest, routine_id: int) -> list[RoutineOut]:
    """Take a protocol off the academy's list."""
    coach = request.coach
    archive_routine(routine_id, by=coach, now=timezone.now())
    return _routines(coach)
