"""Whose student somebody is: handed over, shared; guardians and consent."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from datetime import date, datetime
from typing import Any, Final

from django.db import transaction

from oxgang.academy.errors import NotAllowed
from oxgang.academy.models import AuditAction, Coach, Consent, PersonRole, Student
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.edit_conflicts import refuse_if_changed
from oxgang.academy.services.log import (
    Changed,
    changed,
    field_changes,
    fields_of,
    record_entry,
    record_export,
)
from oxgang.core.errors import InputError

CONSENT_FIELDS: Final = (
    "junior",
    "guardian",
    "contact",
    "records_on",
    "pictures_on",
    "phone_on",
    "note",
)
MAX_NOTE: Final = 200
DAYS: Final = ("records_on", "pictures_on", "phone_on")


@transaction.atomic
def hand_over(
    students: Sequence[Student],
    to: Coach | None,
    *,
    by: Coach,
    now: datetime,
    was: Mapping[str, object] | None = None,
    along: Callable[[Student, Coach], Sequence[Changed]] | None = None,
) -> int:
    """Students belong to another coach from now on. Returns how many did not before.

    What else goes to the new coach with a student is done by `along`, before the student does; one
    undo takes both back.

    Raises
    ------
    ChangedMeanwhile
        When one belongs to somebody else than the coach saw (`was`).
    InputError
        To nobody, or to somebody who has left or does not teach.
    NotAllowed
        When one is another coach's student, and `by` is no head coach.
    """
    if to is None:
        raise InputError("Choose the coach to transfer the students to.", field="to")
    if to.left_at is not None:
        raise InputError(f"{to.name} is deactivated. Choose another coach.", field="to")
    done = 0
    for student in students:
        if student.coach_id == to.pk:
            continue
        _refuse_unless_own(student, by)
        refuse_if_changed(student, was, {"coach_id": to.pk}, by=by, student=student)
        before = fields_of(student, ["coach_id", "shared_with"])
        went = along(student, to) if along else ()
        student.coach = to
        student.save(update_fields=["coach"])
        student.shared_with.remove(to)
        record_entry(
            student,
            AuditAction.HANDED_OVER,
            {"to": to.name},
            by=by,
            now=now,
            changes=[*changed(student, before), *went],
        )
        done += 1
    return done


@transaction.atomic
def share_with(student: Student, coach: Coach, shared: bool, *, by: Coach, now: datetime) -> None:
    """Whether one other coach has the student among theirs too.

    Raises
    ------
    InputError
        For somebody who has left.
    NotAllowed
        For another coach's student, unless `by` is a head coach.
    """
    _refuse_unless_own(student, by)
    if shared and coach.left_at is not None:
        raise InputError(f"{coach.name} is deactivated.", field="shared_with")
    has = student.shared_with.filter(pk=coach.pk).exists()
    if shared == has or coach.pk == student.coach_id:
        return
    before = fields_of(student, ["shared_with"])
    (student.shared_with.add if shared else student.shared_with.remove)(coach)
    names = ", ".join(student.shared_with.order_by("name").values_list("name", flat=True))
    record_entry(
        student,
        AuditAction.SHARED_WITH,
        {"names": names or "nobody"},
        by=by,
        now=now,
        changes=changed(student, before),
    )


@retry_on_conflict
def write_consent(
    student: Student,
    given: Mapping[str, Any],
    *,
    by: Coach,
    now: datetime,
    today: date,
    was: Mapping[str, object] | None = None,
) -> Consent:
    """Write down who answers for the student and what was agreed to: only the given fields.

    Raises
    ------
    ChangedMeanwhile
        When one of them is not what the coach saw (`was`).
    InputError
        For a day to come, or a junior's consent without a guardian's name.
    """
    consent = Consent.objects.filter(student=student).first() or Consent(student=student)
    refuse_if_changed(consent, was, given, by=by, student=student)
    before = fields_of(consent, CONSENT_FIELDS)
    for name in CONSENT_FIELDS:
        if name in given:
            value = given[name]
            setattr(consent, name, value.strip() if isinstance(value, str) else value)
    for name in DAYS:
        agreed_on = getattr(consent, name)
        if agreed_on is not None and not date(1900, 1, 1) <= agreed_on <= today:
            raise InputError("The day of consent can't be in the future.", field=name)
    if consent.junior and not consent.guardian and any(getattr(consent, n) for n in DAYS):
        raise InputError("A junior's consent comes from a guardian. Enter who.", field="guardian")
    consent.save()
    done = changed(consent, before)
    if done:
        # The log says that it changed, and not a guardian's number once more.
        names = [[name, "", ""] for name, *_ in field_changes(done[0])]
        record_entry(student, AuditAction.CONSENT_CHANGED, {"fields": names}, by=by, now=now, changes=done)
    return consent


def _refuse_unless_own(student: Student, by: Coach) -> None:
    main = student.coach
    if by.role == PersonRole.HEAD or main is None or main.left_at is not None or main.pk == by.pk:
        return
    raise NotAllowed(f"{student.name} is {main.name}'s student. Ask {main.name} or a head coach.")


def to_be_confirmed(given: Mapping[str, Any]) -> dict[str, Any]:
    """Consent that was given to another academy, as fields of one that nobody has confirmed here: who
    answers, and in the note what was agreed to and when."""
    told = [f"{name.removesuffix('_on')} {given[name]}" for name in DAYS if given[name]]
    note = f"To be confirmed: {', '.join(told)}. {given['note']}" if told else given["note"]
    who = {name: given[name] for name in ("junior", "guardian", "contact")}
    return {**who, "note": note.strip()[:MAX_NOTE]}


def saw_file(student: Student, *, by: Coach, now: datetime) -> None:
    """Write down that somebody looked at all that is kept of a student."""
    record_export(student, AuditAction.FILE_SEEN, {}, by=by, now=now)
