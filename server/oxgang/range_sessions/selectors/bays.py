"""Reads of groups: who is where, who is up, and who hit at a moment."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from uuid import UUID

from django.db.models import F, Sum

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Coach, Student
from oxgang.academy.selectors.people import students_at
from oxgang.range_sessions.feeds.plays import LAGS, Plays, clock_lag
from oxgang.range_sessions.models import Ball, Bay, Device, FeedBall, Group, Turn, TurnKind

# How many groups of before are offered again, out of so many.
GROUPS_AGAIN, GROUPS_LOOKED_AT = 3, 30


@dataclass(frozen=True, slots=True)
class Owner:
    """Whose ball one is: the bay, the shot that was hit there, and the coach who had said so."""

    bay: Bay
    plays: Plays | None
    by: Coach | None


@dataclass(frozen=True)
class Turns:
    """What has happened in a group, in its order."""

    bays: dict[int, Bay]
    turns: Sequence[Turn]

    def up_at(self, moment: datetime | None) -> int | None:
        """The number of the bay whose ball comes next at a moment; None is now."""
        last = self._last(TurnKind.UP, moment)
        return last.number if last else None

    def monitor_at(self, moment: datetime | None) -> int | None:
        """At which bay the monitor stands; None where it goes with whoever is up."""
        last = self._last(TurnKind.MONITOR, moment)
        return last.number if last else None

    def plays_at(self, number: int, moment: datetime | None) -> Plays | None:
        """What is hit in a bay at a moment."""
        last = self._last(TurnKind.SHOT, moment, number)
        return Plays.of(last.plays) if last else None

    def owner_at(self, moment: datetime | None) -> Owner | None:
        """Whose ball the monitor measured at a moment; None when that cannot be said."""
        stands = self.monitor_at(moment)
        turn = self._last(TurnKind.UP, moment)
        up = None if turn is None else turn.number
        number = up if stands is None else stands
        bay = None if number is None else self.bays.get(number)
        if bay is None:
            return None
        return Owner(bay, self.plays_at(bay.number, moment), turn.by if turn else None)

    def _last(self, kind: TurnKind, moment: datetime | None, number: int | None = None) -> Turn | None:
        for turn in reversed(self.turns):
            if turn.kind != kind or (moment is not None and turn.at > moment):
                continue
            if number is None or turn.number == number:
                return turn
        return None


def group_of(academy: Academy, group_id: UUID) -> Group:
    """One group of the academy, over or not.

    Raises
    ------
    NotFound
        When the academy has no such group.
    """
    found = Group.objects.filter(academy=academy, pk=group_id)
    group = found.select_related("academy", "device", "made_by").first()
    if group is None:
        raise NotFound("There is no such group here.")
    return group


def groups_on(academy: Academy, day: date) -> list[Group]:
    """The groups of a day that are not over, with their bays."""
    groups = Group.objects.filter(academy=academy, day=day, ended_at=None)
    return list(groups.select_related("made_by").prefetch_related("bays__student"))


def groups_before(coach: Coach) -> list[tuple[date, list[Student]]]:
    """The newest groups of a coach that are over, to be started again: day and students by bay.

    The same students in the same bays are listed once, and only where none of them is archived.
    """
    over = Group.objects.filter(academy=coach.academy, made_by=coach, ended_at__isnull=False)
    found: dict[tuple[UUID, ...], tuple[date, list[Student]]] = {}
    for group in over.order_by("-ended_at").prefetch_related("bays__student")[:GROUPS_LOOKED_AT]:
        students = list(dict.fromkeys(bay.student for bay in group.bays.all()))
        if len(students) > 1 and all(student.archived_at is None for student in students):
            found.setdefault(tuple(student.pk for student in students), (group.day, students))
    return list(found.values())[:GROUPS_AGAIN]


def bays_of(group: Group) -> list[Bay]:
    """The places that are taken, in order, with student, scale and academy."""
    bays = group.bays.filter(day__isnull=False)
    return list(bays.select_related("student__scale", "student__academy").order_by("number"))


def turns_of(group: Group) -> Turns:
    """What has happened in a group. Two queries."""
    turns = group.turns.select_related("by").order_by("at", "pk")
    return Turns({bay.number: bay for bay in bays_of(group)}, list(turns))


def group_with(device: Device) -> Group | None:
    """The group in which a device measures."""
    found = Group.objects.filter(device=device, ended_at=None)
    return found.select_related("academy", "made_by").first()


def bay_with(student: Student, day: date) -> Bay | None:
    """Where the student hits on a day."""
    return Bay.objects.filter(student=student, day=day).select_related("group__made_by").first()


def moved_to(group: Group) -> str:
    """Another text than before when anything that a tablet shows of the group has moved: turns,
    balls, what the monitor sent."""
    beside = group.bays.filter(day__isnull=False).values("student")
    revisions = students_at(group.academy).filter(pk__in=beside).aggregate(n=Sum("revision"))["n"]
    now = Group.objects.filter(pk=group.pk).values_list("change", "device__change", "ended_at")[0]
    return f"{now[0]}.{now[1] or 0}.{revisions or 0}{'.over' if now[2] else ''}"


def balls_in(group: Group, students: Sequence[UUID]) -> dict[UUID, list[Ball]]:
    """The balls of the group's day of each student, oldest first. One query."""
    found: dict[UUID, list[Ball]] = {pk: [] for pk in students}
    balls = Ball.objects.filter(student__in=students, hit_on=group.day, withdrawn_at=None)
    for ball in balls.select_related("club", "student").order_by("hit_at", "pk"):
        found[ball.student_id].append(ball)
    return found


def lag_of(device: Device, before: datetime) -> timedelta:
    """By how much the device's clock is behind, from what it sent before a moment. One query."""
    took = (
        FeedBall.objects.filter(device=device, received_at__lt=before)
        .order_by("-pk")
        .values_list(F("received_at") - F("hit_at"), flat=True)[:LAGS]
    )
    return clock_lag(list(took))
