from __future__ import annotations

from dataclasses import asdict, replace
from uuid import UUID

from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.models import Student
from oxgang.academy.selectors.people import local_day, student_of
from oxgang.academy.services.students import set_criteria
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import made
from oxgang.api.plan.schemas import (
    CheckUp,
    CriteriaChange,
    Draft,
    EffectOut,
    Items,
    PlanIn,
    PlanItem,
    PlanOut,
    PlanPage,
    PlanRequest,
)
from oxgang.core.keeping.ground_over_time import measured_strips
from oxgang.core.practice.plan import Planned, Why, check_balls, foreseen
from oxgang.core.practice.protocols import Protocol, Wish, balls_in, plan_for
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey
from oxgang.matrix.selectors.as_data import matrix_data
from oxgang.matrix.selectors.due import due_in
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.matrix.selectors.standing import criteria_of, standing_of
from oxgang.range_sessions.selectors.plans import plan_of
from oxgang.range_sessions.services.plans import PlanFields, drop_plan, keep_plan

router = Router(tags=["plan"])


def _item(planned: Planned) -> PlanItem:
    return made(
        PlanItem,
        **asdict(planned.key),
        balls=planned.balls,
        why=planned.why.as_data(),
        lie=planned.lie,
        place=planned.place,
        ball_position_in=planned.ball_position_in,
        grip_down_in=planned.grip_down_in,
    )


def _planned_of(item: PlanItem) -> Planned:
    return Planned(
        CellKey(item.club, item.swing, item.trajectory, item.spin, item.tempo),
        item.balls,
        Message(Why.OWN),
        place=item.place,
        ball_position_in=item.ball_position_in,
        grip_down_in=item.grip_down_in,
    )


def _page(student: Student) -> PlanPage:
    found = matrix_of(student, local_day(student, timezone.now()))
    stage, standings = standing_of(student, found.matrix)
    plan, homework = plan_of(student), plan_of(student, homework=True)
    return made(
        PlanPage,
        plan=plan and PlanOut.from_orm(plan),
        homework=homework and PlanOut.from_orm(homework),
        stage=stage,
        by_hand=bool(student.stage),
        standings=standings,
        criteria=criteria_of(student),
        ball_limit=student.ball_limit,
    )


@router.get("/students/{student_id}/plan", response=PlanPage)
def plan(request: CoachRequest, student_id: UUID) -> PlanPage:
    """The student's plan and stage."""
    return _page(student_of(request.coach, student_id))


@router.post("/students/{student_id}/plan", response=Draft)
def draft(request: CoachRequest, student_id: UUID, data: PlanRequest) -> Draft:
    """What a protocol would have the student hit. Nothing is stored."""
    student = student_of(request.coach, student_id)
    items = _planned(student, data)
    return Draft(items=items, balls=sum(item.balls for item in items))


def _planned(student: Student, data: PlanRequest) -> list[PlanItem]:
    found = matrix_of(student, local_day(student, timezone.now()))
    stage, _ = standing_of(student, found.matrix)
    now = due_in(student, found, stage)
    wish = Wish(
        balls=balls_in(data.minutes) if data.minutes else data.balls,
        from_yd=student.from_yd,
        to_yd=student.to_yd,
        stage=stage,
        yardage=data.yardage,
        club=data.club,
        swing=data.swing,
        due=now.wide,
        tolerance_yd=student.tolerance_yd,
        played=[cell.key for cell in now.played],
        learning=now.learning,
    )
    return [_item(p) for p in plan_for(data.protocol, found.matrix, wish, found.evidence)]


@router.post("/students/{student_id}/plan/effect", response=EffectOut)
def effect(request: CoachRequest, student_id: UUID, data: Items) -> EffectOut:
    """What these balls would settle, were they hit today and land where they are expected."""
    student = student_of(request.coach, student_id)
    found = matrix_of(student, local_day(student, timezone.now()))
    evidence = foreseen(found.matrix, found.evidence, [_planned_of(item) for item in data.items])
    then = replace(found, evidence=evidence, matrix=evidence.matrix())
    ends = {"from_yd": student.from_yd, "to_yd": student.to_yd}
    now, later = (
        measured_strips(one.cells, **ends, tolerance_yd=student.tolerance_yd) for one in (found, then)
    )
    return made(EffectOut, matrix=matrix_data(student, then), now=now, later=later)


@router.post("/students/{student_id}/check-up", response=PlanPage)
def check_up(request: CoachRequest, student_id: UUID, data: CheckUp) -> PlanPage:
    """Plan a check-up and keep it, ready for the range."""
    coach = request.coach
    student = student_of(coach, student_id)
    if data.moved:
        found = matrix_of(student, local_day(student, timezone.now()))

        def among(key: CellKey) -> bool:
            return data.club in ("", key.club) and data.swing in ("", key.swing)

        items = [_item(p) for p in check_balls(found.matrix, data.balls, among)]
    else:
        wanted = {"protocol": Protocol.CHECK_UP, "balls": data.balls, "club": data.club or None}
        items = _planned(student, PlanRequest.model_validate(wanted))
    rows = [item.dict() for item in items]
    fields = PlanFields(title=Protocol.CHECK_UP.value, homework=False, items=rows)
    keep_plan(student, fields, by=coach, now=timezone.now())
    return _page(student)


@router.put("/students/{student_id}/plan", response=PlanPage)
def keep(request: CoachRequest, student_id: UUID, data: PlanIn) -> PlanPage:
    """Keep a plan; it takes the place of the earlier one."""
    coach = request.coach
    student = student_of(coach, student_id)
    items = [item.dict() for item in data.items]
    fields = PlanFields(title=data.title, homework=data.homework, items=items)
    keep_plan(student, fields, by=coach, now=timezone.now(), seen=data.seen, looked=data.looked)
    return _page(student)


@router.delete("/students/{student_id}/plan", response=PlanPage)
def drop(request: CoachRequest, student_id: UUID, homework: Query[bool] = False) -> PlanPage:
    """Drop the plan, or the homework."""
    coach = request.coach
    student = student_of(coach, student_id)
    drop_plan(student, homework=homework, by=coach, now=timezone.now())
    return _page(student)


@router.patch("/students/{student_id}/criteria", response=PlanPage)
def criteria(request: CoachRequest, student_id: UUID, data: CriteriaChange) -> PlanPage:
    """Change when a stage holds for the student: the criteria that are sent."""
    coach = request.coach
    student = student_of(coach, student_id)
    changes = data.model_dump(exclude_none=True, exclude={"was"})
    set_criteria(student, changes, by=coach, now=timezone.now(), was=data.was)
    return _page(student)
