"""Two records of one person become one: what the second holds goes over to the first.

Every row that goes is written down, so that one undo in either history takes all of it back. What
each of the two has for itself (settings, set-ups, shots played, the plan) and what both have (a ball
of one id, a lesson of a day, the same event, homework, picture or card) stays where it is; the second
record is archived with it.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from django.db import models, transaction
from django.db.models import Max

from oxgang.academy.models import AuditAction, Club, Coach, Consent, Event, Student
from oxgang.academy.selectors.people import rows_of
from oxgang.academy.services.log import Changed, record_entry
from oxgang.core.errors import InputError
from oxgang.core.words.bag import MAX_LABEL
from oxgang.matrix.models import CardLink, PublishedMatrix
from oxgang.practice.models import CourseLog, Homework, Lesson, Picture, Round
from oxgang.range_sessions.models import Appointment, Ball, ImportedCarry, RangeSession

# Rows that go over as they are.
WHOLE: tuple[type[models.Model], ...] = (Appointment, CardLink)
# By what two rows are the same one.
SAME_HOMEWORK = ("title", "made_at")
SAME_PICTURE = ("swing", "trajectory", "taken_on", "width", "height")
SAME_EVENT = ("kind", "on", "swing", "trajectory", "note", "withdrawn_at")


@dataclass(frozen=True, slots=True)
class Merged:
    """How many rows went over, and how many stayed because the other record has them too."""

    balls: int
    lessons: int
    cards: int
    links: int
    stayed: int


@transaction.atomic
def merge(source: Student, into: Student, *, by: Coach, now: datetime) -> Merged:
    """Bring what one record holds over to another of the same person, and archive it.

    Raises
    ------
    InputError
        For a record and itself, or one that is archived.
    """
    if source.pk == into.pk:
        raise InputError("These are the same record. Choose the other one.", field="from_id")
    for one in (source, into):
        if one.archived_at is not None:
            raise InputError(f"{one.name} is archived. Restore it first.", field="from_id")
    return take_over(source, into, by=by, now=now)


@transaction.atomic
def take_over(source: Student, into: Student, *, by: Coach, now: datetime) -> Merged:
    """`merge` without its questions: of a record that is archived already, an undo leaves it so."""
    done: list[Changed] = []
    clubs = _clubs(source, into, done)
    stayed = _balls(source, into, clubs, done)
    _told(source, into, clubs, done)
    stayed += _events(source, into, clubs, done)
    homeworks = _homeworks(source, into, done)
    pictures = Picture.objects.filter(student=source)
    shown = set(Picture.objects.filter(student=into).values_list(*SAME_PICTURE))
    new = [pk for pk, *key in pictures.values_list("pk", *SAME_PICTURE) if tuple(key) not in shown]
    stayed += len(pictures) - len(new) + sum(old != kept for old, kept in homeworks.items())
    _go(done, Picture, pictures.filter(pk__in=new), into)
    for model in WHOLE:
        _go(done, model, model._default_manager.filter(student=source), into)
    both = set(Lesson.objects.filter(student=into).values_list("day", flat=True))
    lessons = Lesson.objects.filter(student=source)
    stayed += lessons.filter(day__in=both).count()
    _go(done, Lesson, lessons.exclude(day__in=both), into)
    known = set(Round.objects.filter(student=into).values_list("uid", flat=True))
    rounds = Round.objects.filter(student=source).exclude(uid__in=known)
    for old in set(rounds.values_list("homework_id", flat=True)):
        kept = old and homeworks.get(old, old)
        _go(done, Round, rounds.filter(homework=old), into, {"homework_id": old}, {"homework_id": kept})
    logged = CourseLog.objects.filter(student=source)
    there = CourseLog.objects.filter(student=into).values("uid")
    stayed += logged.filter(uid__in=there).count()
    _go(done, CourseLog, logged.exclude(uid__in=there), into)
    stayed += _versions(source, into, done)
    if not Consent.objects.filter(student=into).exists():
        _go(done, Consent, Consent.objects.filter(student=source), into)
    if source.archived_at is None:
        source.archived_at = now
        source.save(update_fields=["archived_at"])
        done.append(Changed(Student, [source.pk], {"archived_at": None}, {"archived_at": now}))
    counts: dict[str, int] = defaultdict(int)
    for change in done:
        if "student_id" in change.after:
            counts[change.model._meta.model_name or ""] += len(change.rows or ())
    values: dict[str, object] = {"balls": counts["ball"], "lessons": counts["lesson"]}
    record_entry(into, AuditAction.MERGED_IN, {**values, "from": source.name}, by=by, now=now, changes=done)
    record_entry(source, AuditAction.MERGED_OUT, {**values, "to": into.name}, by=by, now=now, changes=done)
    # Other clubs and other set-ups: carries come to standard conditions anew.
    rows_of([source.pk, into.pk]).update(moved=True)
    return Merged(counts["ball"], counts["lesson"], counts["publishedmatrix"], counts["cardlink"], stayed)


def _go(
    done: list[Changed],
    model: type[models.Model],
    rows: models.QuerySet[Any],
    into: Student,
    before: Mapping[str, object] | None = None,
    after: Mapping[str, object] | None = None,
) -> None:
    """Rows of one student become another's, with other fields that are alike in all of them."""
    found = list(rows.values_list("pk", "student_id"))
    if not found:
        return
    change = Changed(
        model,
        [pk for pk, _ in found],
        {"student_id": found[0][1], **(before or {})},
        {"student_id": into.pk, **(after or {})},
    )
    model._default_manager.filter(pk__in=change.rows or ()).update(**change.after)
    done.append(change)


def _clubs(source: Student, into: Student, done: list[Changed]) -> dict[UUID, UUID]:
    """Which club of the bag that stays each club of the other becomes: one of the same name and
    loft, else itself, under a name that is free."""
    taken: dict[str, Club] = {}
    for club in into.clubs.order_by("archived_at"):
        taken.setdefault(club.label.casefold(), club)
    found: dict[UUID, UUID] = {}
    for club in list(source.clubs.order_by("label")):
        same = taken.get(club.label.casefold())
        if same is not None and same.loft_deg == club.loft_deg:
            found[club.pk] = same.pk
            continue
        label, number = club.label, 2
        while label.casefold() in taken:
            label = f"{club.label[: MAX_LABEL - 3]} {number}"
            number += 1
        taken[label.casefold()] = club
        found[club.pk] = club.pk
        row = Club.objects.filter(pk=club.pk)
        _go(done, Club, row, into, {"label": club.label}, {"label": label})
    return found


def _balls(source: Student, into: Student, clubs: Mapping[UUID, UUID], done: list[Changed]) -> int:
    """Balls with their days; those that both have stay. Returns how many stayed."""
    days = dict(RangeSession.objects.filter(student=into).values_list("day", "pk"))
    sessions = {}
    for session in RangeSession.objects.filter(student=source):
        sessions[session.pk] = days.get(session.day, session.pk)
        if session.day not in days:
            _go(done, RangeSession, RangeSession.objects.filter(pk=session.pk), into)
    known = set(Ball.objects.filter(student=into).values_list("uid", flat=True))
    kinds: dict[tuple[UUID, UUID], list[int]] = defaultdict(list)
    stayed = 0
    rows: Any = Ball.objects.filter(student=source).values_list("pk", "uid", "club_id", "session_id")
    for pk, uid, club, day in rows:
        if uid in known:
            stayed += 1
        else:
            kinds[club, day].append(pk)
    for (club, day), pks in kinds.items():
        _go(
            done,
            Ball,
            Ball.objects.filter(pk__in=pks),
            into,
            {"club_id": club, "session_id": day},
            {"club_id": clubs[club], "session_id": sessions[day]},
        )
    return stayed


def _told(source: Student, into: Student, clubs: Mapping[UUID, UUID], done: list[Changed]) -> None:
    """Carries from a chart, where the other record has none of the same shot."""
    shot = ("club_id", "swing", "trajectory", "spin", "tempo")
    known = set(ImportedCarry.objects.filter(student=into).values_list(*shot))
    for pk, club, *rest in ImportedCarry.objects.filter(student=source).values_list("pk", *shot):
        if (clubs[club], *rest) not in known:
            row = ImportedCarry.objects.filter(pk=pk)
            _go(done, ImportedCarry, row, into, {"club_id": club}, {"club_id": clubs[club]})


def _events(source: Student, into: Student, clubs: Mapping[UUID, UUID], done: list[Changed]) -> int:
    """Events, of the clubs that theirs become. Returns how many stayed: both have them."""
    own = Event.objects.filter(student=into)
    known = set(own.values_list("club_id", "replaced_id", *SAME_EVENT))
    stayed = 0
    for event in Event.objects.filter(student=source):
        before = {"club_id": event.club_id, "replaced_id": event.replaced_id}
        after = {name: None if pk is None else clubs[pk] for name, pk in before.items()}
        if (*after.values(), *(getattr(event, name) for name in SAME_EVENT)) in known:
            stayed += 1
            continue
        _go(done, Event, Event.objects.filter(pk=event.pk), into, before, after)
    return stayed


def _homeworks(source: Student, into: Student, done: list[Changed]) -> dict[UUID, UUID]:
    """Which homework each one of the other record is from now on: the same one, or itself."""
    rows = Homework.objects.filter(student=into).values_list("pk", *SAME_HOMEWORK)
    known = {tuple(key): pk for pk, *key in rows}
    found = {
        pk: known.get(tuple(key), pk)
        for pk, *key in Homework.objects.filter(student=source).values_list("pk", *SAME_HOMEWORK)
    }
    new = [old for old, kept in found.items() if old == kept]
    _go(done, Homework, Homework.objects.filter(pk__in=new), into)
    return found


def _versions(source: Student, into: Student, done: list[Changed]) -> int:
    """Cards that were published, numbered after those of the other record. Returns how many stayed."""
    own = PublishedMatrix.objects.filter(student=into)
    last = own.aggregate(last=Max("number"))["last"] or 0
    known = set(own.values_list("published_at", flat=True))
    theirs = PublishedMatrix.objects.filter(student=source).order_by("number")
    new = [version for version in theirs if version.published_at not in known]
    for step, version in enumerate(new, 1):
        row = PublishedMatrix.objects.filter(pk=version.pk)
        number = {"number": version.number}
        _go(done, PublishedMatrix, row, into, number, {"number": last + step})
    return len(theirs) - len(new)
