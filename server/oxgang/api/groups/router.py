"""Students side by side: whose turn it is, what each hits, and where the monitor is."""

from __future__ import annotations

from uuid import UUID

from django.utils import timezone
from ninja import Router

from oxgang.academy.models import Coach
from oxgang.academy.selectors.people import day_at, student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.balls.schemas import BallsMoved
from oxgang.api.feed.schemas import PlaysBody
from oxgang.api.fields import made
from oxgang.api.groups.schemas import (
    BayOut,
    GroupAgain,
    GroupChange,
    GroupIn,
    GroupMonitor,
    GroupOut,
    GroupShort,
    LateIn,
    MonitorIn,
    MoveIn,
    PersonNamed,
    TurnIn,
)
from oxgang.core.errors import InputError
from oxgang.range_sessions.feeds.plays import Plays
from oxgang.range_sessions.models import Group, TurnKind
from oxgang.range_sessions.selectors.bays import (
    balls_in,
    group_of,
    groups_before,
    groups_on,
    moved_to,
    turns_of,
)
from oxgang.range_sessions.selectors.devices import device_of, waiting_balls
from oxgang.range_sessions.services import bays
from oxgang.range_sessions.services.moving import move_balls

router = Router(tags=["groups"])

# How many balls of each student a tablet is told of.
LATEST = 6


def _monitor(group: Group, at: int | None) -> GroupMonitor | None:
    device = group.device
    if device is None:
        return None
    return GroupMonitor(
        id=device.pk,
        name=device.name,
        last_heard_at=device.last_heard_at,
        at=at,
        waiting=waiting_balls(device).count(),
    )


def _out(coach: Coach, group_id: UUID, apart: dict[int, str] | None = None) -> GroupOut:
    group = group_of(coach.academy, group_id)
    change = moved_to(group)
    turns = turns_of(group)
    balls = balls_in(group, [bay.student_id for bay in turns.bays.values()])
    rows = []
    for number, bay in turns.bays.items():
        plays = turns.plays_at(number, None)
        hit = balls[bay.student_id]
        rows.append(
            made(
                BayOut,
                number=number,
                student_id=bay.student_id,
                student=bay.student.name,
                units=bay.student.units,
                plays=None if plays is None else PlaysBody(**plays.as_json()),
                balls=len(hit),
                latest=hit[-LATEST:],
            )
        )
    return made(
        GroupOut,
        id=group.pk,
        day=group.day.isoformat(),
        by=group.made_by.name if group.made_by else "",
        over=group.ended_at is not None,
        up=turns.up_at(None),
        change=change,
        monitor=_monitor(group, turns.monitor_at(None)),
        bays=rows,
        apart=apart or {},
    )


@router.get("/groups", response=list[GroupShort])
def groups(request: CoachRequest) -> list[GroupShort]:
    """The groups of today that are not over."""
    academy = request.coach.academy
    return [
        GroupShort(
            id=group.pk,
            by=group.made_by.name if group.made_by else "",
            since=group.made_at,
            students=[bay.student.name for bay in group.bays.all() if bay.day is not None],
        )
        for group in groups_on(academy, day_at(academy, timezone.now()))
    ]


@router.get("/groups/before", response=list[GroupAgain])
def before(request: CoachRequest) -> list[GroupAgain]:
    """The coach's newest groups that are over, to be started again."""
    return [
        GroupAgain(day=day, students=[PersonNamed(id=one.pk, name=one.name) for one in students])
        for day, students in groups_before(request.coach)
    ]


@router.post("/groups", response={201: GroupOut})
def open_group(request: CoachRequest, data: GroupIn) -> tuple[int, GroupOut]:
    """Students hit side by side from now on; a booking that is open already is that group."""
    coach = request.coach
    students = [student_of(coach, pk) for pk in data.students]
    group = bays.open_group(students, by=coach, now=timezone.now(), together=data.together)
    return 201, _out(coach, group.pk)


@router.get("/groups/{group_id}", response=GroupOut)
def one_group(request: CoachRequest, group_id: UUID) -> GroupOut:
    """A group as it stands."""
    return _out(request.coach, group_id)


@router.get("/groups/{group_id}/change", response=GroupChange)
def changed(request: CoachRequest, group_id: UUID) -> GroupChange:
    """Asked twice a second by every tablet: nothing but whether to ask more."""
    return GroupChange(change=moved_to(group_of(request.coach.academy, group_id)))


@router.put("/groups/{group_id}/turns", response=GroupOut)
def turn(request: CoachRequest, group_id: UUID, data: TurnIn) -> GroupOut:
    """Say what has changed: who is up, where the monitor stands, what is hit in a bay."""
    coach, now = request.coach, timezone.now()
    group = group_of(coach.academy, group_id)
    apart = None
    if data.kind is TurnKind.MONITOR:
        bays.stand_monitor(group, data.uid, data.number, at=data.at, by=coach, now=now)
    elif data.number is None:
        raise InputError("Choose a bay.", field="number")
    elif data.kind is TurnKind.UP:
        bays.take_turn(group, data.uid, data.number, at=data.at, by=coach, now=now)
    elif data.everybody:
        apart = bays.same_for_all(group, data.uid, data.number, at=data.at, by=coach, now=now)
    elif data.plays is None:
        raise InputError("Choose a shot.", field="plays")
    else:
        body = data.plays.model_dump() | {"club_id": str(data.plays.club_id)}
        bays.set_shot(group, data.uid, data.number, Plays(**body), at=data.at, by=coach, now=now)
    return _out(coach, group_id, apart)


@router.put("/groups/{group_id}/monitor", response=GroupOut)
def monitor(request: CoachRequest, group_id: UUID, data: MonitorIn) -> GroupOut:
    """Which monitor measures in the group."""
    coach = request.coach
    device = None if data.device_id is None else device_of(coach.academy, data.device_id)
    group = group_of(coach.academy, group_id)
    bays.use_monitor(group, device, take=data.take, by=coach, now=timezone.now())
    return _out(coach, group_id)


@router.put("/groups/{group_id}/moves", response=BallsMoved)
def move(request: CoachRequest, group_id: UUID, data: MoveIn) -> BallsMoved:
    """Put a wrong student right. The balls take the shot that the right one hits."""
    coach, now = request.coach, timezone.now()
    group = group_of(coach.academy, group_id)
    source, to = (student_of(coach, pk) for pk in (data.student_id, data.to_id))
    # The group may be over by now, or the student have left it: what was hit there still holds.
    bay = group.bays.filter(student=to).order_by("pk").last()
    plays = None if bay is None else turns_of(group).plays_at(bay.number, None)
    if plays is None:
        raise InputError(f"{to.name} has no shot in this group yet. Choose one first.", field="to")
    moved = move_balls(source, data.balls, to, plays, by=coach, now=now)
    return BallsMoved(moved=moved, balls=data.balls)


@router.post("/groups/{group_id}/students", response=GroupOut)
def late(request: CoachRequest, group_id: UUID, data: LateIn) -> GroupOut:
    """A student who comes later."""
    coach = request.coach
    group = group_of(coach.academy, group_id)
    student = student_of(coach, data.student_id)
    bays.add_to_group(group, student, by=coach, now=timezone.now())
    return _out(coach, group_id)


@router.delete("/groups/{group_id}/bays/{number}", response=GroupOut)
def leaves(request: CoachRequest, group_id: UUID, number: int) -> GroupOut:
    """The student of a bay leaves the group. The balls stay."""
    coach = request.coach
    bays.take_out(group_of(coach.academy, group_id), number, by=coach, now=timezone.now())
    return _out(coach, group_id)


@router.post("/groups/{group_id}/end", response=GroupOut)
def end(request: CoachRequest, group_id: UUID) -> GroupOut:
    """The group is over. Balls that were logged are kept, and wait for their review."""
    coach = request.coach
    bays.end_group(group_of(coach.academy, group_id), by=coach, now=timezone.now())
    return _out(coach, group_id)
