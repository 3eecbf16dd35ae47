"""Groups: opening, whose turn it is, where the monitor stands, what is hit in each bay."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, datetime, timedelta
from typing import Final
from uuid import UUID

from django.db import transaction
from django.db.models import F

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.people import bag_of, day_at, known_swings
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import record_academy_entry
from oxgang.core.errors import InputError, OxgangError
from oxgang.core.words.swing import express
from oxgang.range_sessions.feeds.plays import Plays
from oxgang.range_sessions.models import Bay, Device, Group, Turn, TurnKind
from oxgang.range_sessions.selectors.bays import (
    bay_with,
    bays_of,
    turns_of,
)
from oxgang.range_sessions.services.devices import let_go as let_device_go
from oxgang.range_sessions.services.devices import point_at, resettle

# From two students side by side to six: more cannot be looked at by one coach.
GROUP_SIZE: Final = (2, 6)
# A tablet's clock ahead of the server's puts no turn into the future; one that was cut off for
# longer tells of the turns of another session.
LATEST: Final = timedelta(hours=6)


@retry_on_conflict
def open_group(
    students: Sequence[Student], *, by: Coach, now: datetime, together: UUID | None = None
) -> Group:
    """Students hit side by side from now on, in bays 1 to 6 in their order; the first is up.

    What was booked together and is open already is that group.

    Raises
    ------
    InputError
        For too few or too many, or one of them twice.
    ChangedMeanwhile
        When one of them hits in another group today.
    """
    academy = by.academy
    day = day_at(academy, now)
    if together is not None:
        open_already = Group.objects.filter(
            academy=academy, together=together, day=day, ended_at=None
        ).first()
        if open_already is not None:
            return open_already
    lo, hi = GROUP_SIZE
    if not lo <= len(students) <= hi:
        raise InputError(f"A group has {lo} to {hi} students.", field="students")
    if len({s.pk for s in students}) < len(students):
        raise InputError("A student is in two bays. Give each student one bay.", field="students")
    for student in students:
        _refuse_if_elsewhere(student, day)
    group = Group.objects.create(academy=academy, day=day, together=together, made_by=by, made_at=now)
    Bay.objects.bulk_create(
        Bay(group=group, number=i, student=student, day=day) for i, student in enumerate(students, 1)
    )
    Turn.objects.create(group=group, uid="first", kind=TurnKind.UP, number=1, at=now, by=by)
    names = ", ".join(s.name for s in students)
    record_academy_entry(academy, AuditAction.BAYS_OPENED, {"names": names}, by=by, now=now)
    return group


def _refuse_if_elsewhere(student: Student, day: date) -> None:
    if student.archived_at is not None:
        raise InputError(f"{student.name} is archived. Restore {student.name} first.")
    there = bay_with(student, day)
    if there is not None:
        owner = f" of {there.group.made_by.name}" if there.group.made_by else ""
        raise ChangedMeanwhile(
            f"{student.name} hits in bay {there.number} of a group{owner} today. "
            "Take the student out there first, or end that group.",
            field="students",
        )


@retry_on_conflict
def add_to_group(group: Group, student: Student, *, by: Coach, now: datetime) -> Bay:
    """A student who comes later gets the first free bay.

    Raises
    ------
    InputError
        When all bays are taken, or the group is over.
    ChangedMeanwhile
        When the student hits in another group today.
    """
    _refuse_if_over(group)
    taken = {bay.number: bay for bay in bays_of(group)}
    here = next((bay for bay in taken.values() if bay.student_id == student.pk), None)
    if here is not None:
        return here
    _refuse_if_elsewhere(student, group.day)
    free = [n for n in range(1, GROUP_SIZE[1] + 1) if n not in taken]
    if not free:
        raise InputError(f"All {GROUP_SIZE[1]} bays are taken.", field="students")
    bay = Bay.objects.create(group=group, number=free[0], student=student, day=group.day)
    _moved(group)
    values = {"names": student.name, "bay": bay.number}
    record_academy_entry(group.academy, AuditAction.BAYS_CHANGED, values, by=by, now=now)
    return bay


@transaction.atomic
def take_out(group: Group, number: int, *, by: Coach, now: datetime) -> None:
    """The student of a bay has left. The balls stay; the next bay is up."""
    _refuse_if_over(group)
    bay = group.bays.filter(number=number, day__isnull=False).first()
    if bay is None:
        return
    bay.day = None
    bay.save(update_fields=["day"])
    left = bays_of(group)
    if left and turns_of(group).up_at(None) in (number, None):
        after = [b.number for b in left if b.number > number] or [left[0].number]
        uid = f"after-{bay.pk}"
        Turn.objects.create(group=group, uid=uid, kind=TurnKind.UP, number=after[0], at=now, by=by)
    _moved(group)
    _point(group, by=by, now=now)


@transaction.atomic
def take_turn(group: Group, uid: str, number: int, *, at: datetime, by: Coach, now: datetime) -> Group:
    """The next ball is that of this bay, from a moment on. The same turn twice is one.

    A turn that a tablet without a network tells later puts the monitor's balls since then right.

    Raises
    ------
    InputError
        When nobody hits in that bay, or the group is over.
    """
    return _turned(group, uid, TurnKind.UP, number, {}, at=at, by=by, now=now)


@transaction.atomic
def stand_monitor(
    group: Group, uid: str, number: int | None, *, at: datetime, by: Coach, now: datetime
) -> Group:
    """The monitor stands at a bay, or (None) goes along with whoever is up."""
    return _turned(group, uid, TurnKind.MONITOR, number, {}, at=at, by=by, now=now)


@transaction.atomic
def set_shot(
    group: Group,
    uid: str,
    number: int,
    plays: Plays,
    *,
    at: datetime,
    by: Coach,
    now: datetime,
) -> Group:
    """What is hit in a bay from a moment on.

    Raises
    ------
    InputError
        When club or swing are not that student's.
    """
    bay = _bay(group, number)
    _check_shot_of(bay.student, plays)
    return _turned(group, uid, TurnKind.SHOT, number, plays.as_json(), at=at, by=by, now=now)


@transaction.atomic
def same_for_all(
    group: Group, uid: str, number: int, *, at: datetime, by: Coach, now: datetime
) -> dict[int, str]:
    """What a bay hits is hit in all of them, each in the student's own bag and scale.

    Another bag's club is the one of nearest loft, another scale's swing the one whose arm stops
    nearest. Returns for each other bay what it could not have exactly: "club", "swing" or both.
    """
    state = turns_of(group)
    shown = state.plays_at(number, None)
    if shown is None:
        raise InputError("Choose a shot in this bay first.", field="number")
    source = _bay(group, number).student
    club = next(c for c in bag_of(source) if str(c.pk) == shown.club_id)
    arm = known_swings(source)[shown.swing.casefold()].arm_deg
    apart: dict[int, str] = {}
    for bay in state.bays.values():
        if bay.number == number:
            continue
        clubs = bag_of(bay.student)
        if not clubs:
            apart[bay.number] = "bag"
            continue
        near = min(clubs, key=lambda c: abs(c.loft_deg - club.loft_deg))
        swing = express(shown.swing, arm, bay.student.scale.as_core().positions)
        plays = shown.with_club(str(near.pk), swing)
        _turned(
            group,
            f"{uid}-{bay.number}",
            TurnKind.SHOT,
            bay.number,
            plays.as_json(),
            at=at,
            by=by,
            now=now,
        )
        other = [
            what
            for what, differs in (
                ("club", near.label != club.label),
                ("swing", swing != shown.swing),
            )
            if differs
        ]
        if other:
            apart[bay.number] = " ".join(other)
    return apart


def _turned(
    group: Group,
    uid: str,
    kind: TurnKind,
    number: int | None,
    plays: dict[str, object],
    *,
    at: datetime,
    by: Coach,
    now: datetime,
) -> Group:
    _refuse_if_over(group)
    if number is not None:
        _bay(group, number)
    if Turn.objects.filter(group=group, uid=uid).exists():
        return group
    at = min(at, now)
    if at < now - LATEST or at < group.made_at:
        at = max(group.made_at, now - LATEST)
    Turn.objects.create(group=group, uid=uid, kind=kind, number=number, plays=plays, at=at, by=by)
    _moved(group)
    # A ball may have overtaken its turn, by a moment or by the hour of a dead network.
    if group.device is not None:
        resettle(group, group.device, since=at, now=now)
    _point(group, by=by, now=now)
    return group


@transaction.atomic
def use_monitor(group: Group, device: Device | None, *, take: bool, by: Coach, now: datetime) -> Group:
    """A monitor measures in this group, for whoever is up; None sends it away.

    Raises
    ------
    ChangedMeanwhile
        When it plays for somebody else, or in another group, and is not to be taken.
    InputError
        When its token was taken away.
    """
    _refuse_if_over(group)
    old = group.device
    if old is not None and (device is None or old.pk != device.pk):
        _let_go(old, group, by=by, now=now)
    if device is not None:
        if device.revoked_at is not None:
            raise InputError(f"The token of {device.name} is off. Create a new one.")
        other = Group.objects.filter(device=device, ended_at=None).exclude(pk=group.pk).first()
        ours = {bay.student_id for bay in bays_of(group)}
        taken = device.plays_for_id is not None and device.plays_for_id not in ours
        still = device.plays_until is not None and now < device.plays_until
        if not take and (other is not None or (taken and still)):
            whom = device.plays_for.name if device.plays_for else "another group"
            raise ChangedMeanwhile(f"{device.name} now sends to {whom}.", field="device")
        if other is not None:
            Group.objects.filter(pk=other.pk).update(device=None, change=F("change") + 1)
    Group.objects.filter(pk=group.pk).update(device=device, change=F("change") + 1)
    group.device = device
    _point(group, by=by, now=now)
    return group


@transaction.atomic
def end_group(group: Group, *, by: Coach, now: datetime) -> None:
    """The group is over: its students are free, its monitor too. The balls stay."""
    if group.ended_at is not None:
        return
    if group.device is not None:
        _let_go(group.device, group, by=by, now=now)
    Bay.objects.filter(group=group).update(day=None)
    Group.objects.filter(pk=group.pk).update(ended_at=now, device=None, change=F("change") + 1)
    record_academy_entry(
        group.academy, AuditAction.BAYS_ENDED, {"day": group.day.isoformat()}, by=by, now=now
    )


def _let_go(device: Device, group: Group, *, by: Coach, now: datetime) -> None:
    for bay in bays_of(group):
        let_device_go(device, bay.student, by=by, now=now)


def _point(group: Group, *, by: Coach, now: datetime) -> None:
    """The monitor's claim goes with the turn, so that every other view says whom it plays for."""
    if group.device is None:
        return
    owner = turns_of(group).owner_at(None)
    if owner is None or owner.plays is None:
        return
    point_at(group.device, owner.bay.student, owner.plays, by=by, now=now)


def _moved(group: Group) -> None:
    Group.objects.filter(pk=group.pk).update(change=F("change") + 1)


def _bay(group: Group, number: int) -> Bay:
    bay = (
        group.bays.filter(number=number, day__isnull=False)
        .select_related("student__scale", "student__academy")
        .first()
    )
    if bay is None:
        raise InputError(f"Nobody hits in bay {number}.", field="number")
    return bay


def _refuse_if_over(group: Group) -> None:
    if group.ended_at is not None:
        raise GroupOver("This group has ended. Its balls are saved.")


class GroupOver(OxgangError):
    """The group was ended, on this tablet or another."""


def _check_shot_of(student: Student, plays: Plays) -> None:
    if not student.clubs.filter(pk=plays.club_id, archived_at=None).exists():
        raise InputError("There is no such club in this bag.", field="club_id")
    if plays.swing.casefold() not in known_swings(student):
        raise InputError(f'There is no swing "{plays.swing}" here.', field="swing")
