"""Adding, changing, archiving and restoring students."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass
from datetime import datetime

from django.db import transaction

from oxgang.academy.models import AuditAction, Coach, Student
from oxgang.academy.selectors.people import scale_of, students_at
from oxgang.academy.services.edit_conflicts import refuse_if_changed, refuse_if_part_changed
from oxgang.academy.services.log import changed, created, field_changes, fields_of, record_entry
from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.flight.impact import Friction
from oxgang.core.flight.recipes import School
from oxgang.core.ground.gaps import FROM_YD, TO_YD, TOLERANCE_YD, checked_range, checked_tolerance
from oxgang.core.ground.played import checked_width
from oxgang.core.ground.stages import Criteria, Stage, checked_criteria
from oxgang.core.practice.load import BALL_LIMIT, checked_limit
from oxgang.texts.language import Language

MAX_NAME = 120
# The handicaps that the rules of handicapping know (World Handicap System, from memory: at most
# 54), and the best players beyond scratch.
HANDICAPS = (-10.0, 54.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class StudentFields:
    """What a coach enters about a student."""

    name: str
    scale_id: int
    hand: str = "right"
    units: str = "yd"
    language: str = Language.ENGLISH
    tolerance_yd: float = TOLERANCE_YD
    from_yd: int = FROM_YD
    to_yd: int = TO_YD
    stage: str = ""
    friction: str = ""
    handicap: float | None = None
    longest: str = ""
    estimates_yd: float | None = None
    ball_limit: int = BALL_LIMIT
    notes: str = ""


CHANGEABLE = tuple(StudentFields.__dataclass_fields__)


@transaction.atomic
def add_student(
    fields: StudentFields,
    *,
    by: Coach,
    now: datetime,
    school: School | None = None,
    namesake: bool = True,
) -> Student:
    """A new student of the coach's academy, of the academy's school where none is said.

    Parameters
    ----------
    namesake
        Whether a second student of one name is meant.

    Raises
    ------
    ConfirmationNeeded
        When somebody on the list has this name, and no second one is meant.
    """
    name = " ".join(fields.name.split())
    there = students_at(by).filter(name__iexact=name, archived_at=None)
    if not namesake and there.exists():
        raise ConfirmationNeeded(f"There is already a student named {name}. Add a second one?", field="name")
    student = Student(academy=by.academy, coach=by, school=school or by.academy.school, created_at=now)
    _write(student, asdict(fields), by)
    who = {"student": student.name}
    record_entry(student, AuditAction.STUDENT_ADDED, who, by=by, now=now, changes=[created(student)])
    return student


@transaction.atomic
def change_student(
    student: Student,
    changes: Mapping[str, object],
    *,
    by: Coach,
    now: datetime,
    was: Mapping[str, object] | None = None,
) -> Student:
    """Change only the given fields, so that two coaches do not undo each other.

    Raises
    ------
    ChangedMeanwhile
        When one of them is not what the coach saw (`was`).
    """
    refuse_if_changed(student, was, changes, by=by, student=student)
    before = fields_of(student, changes)
    _write(student, changes, by)
    if done := changed(student, before):
        values = {"fields": field_changes(done[0])}
        record_entry(student, AuditAction.STUDENT_CHANGED, values, by=by, now=now, changes=done)
    return student


@transaction.atomic
def archive_student(student: Student, *, by: Coach, now: datetime) -> None:
    """Take a student off the list; nothing is deleted. Twice changes nothing."""
    if student.archived_at is None:
        _set(student, "archived_at", now, AuditAction.STUDENT_ARCHIVED, by, now)


@transaction.atomic
def restore_student(student: Student, *, by: Coach, now: datetime) -> None:
    """Bring an archived student back whole."""
    _set(student, "archived_at", None, AuditAction.STUDENT_RESTORED, by, now)


def _set(student: Student, name: str, value: object, did: AuditAction, by: Coach, now: datetime) -> None:
    before = fields_of(student, [name])
    if before[name] == value:
        return
    setattr(student, name, value)
    student.save(update_fields=[name])
    who = {"student": student.name}
    record_entry(student, did, who, by=by, now=now, changes=changed(student, before))


def _write(student: Student, changes: Mapping[str, object], by: Coach) -> None:
    for name, value in changes.items():
        setattr(student, name, value)
    student.name = " ".join(student.name.split())
    if not student.name:
        raise InputError("Give the student a name.", field="name")
    if len(student.name) > MAX_NAME:
        raise InputError(f"Keep the name to {MAX_NAME} characters.", field="name")
    checked_tolerance(student.tolerance_yd)
    checked_range(student.from_yd, student.to_yd)
    checked_limit(student.ball_limit)
    if student.stage and student.stage not in set(Stage):
        raise InputError(f'There is no stage "{student.stage}".', field="stage")
    if student.friction and student.friction not in set(Friction):
        raise InputError(f'There is no friction "{student.friction}".', field="friction")
    if student.handicap is not None and not HANDICAPS[0] <= student.handicap <= HANDICAPS[1]:
        raise InputError(
            "Give a handicap of -10 to 54; one better than scratch is below 0.", field="handicap"
        )
    if "scale_id" in changes:
        student.scale = scale_of(by.academy, student.scale_id)
    if student.longest and "longest" in changes:
        _check_longest(student)
    if student.estimates_yd is not None:
        checked_width(student.estimates_yd)
    if student._state.adding:
        student.save()
    elif changes:
        student.save(update_fields=[*changes])


def _check_longest(student: Student) -> None:
    """The longest swing is one of the student's scale."""
    if student.longest not in {p["label"] for p in student.scale.positions}:
        raise InputError(
            f'There is no swing "{student.longest}" in the scale {student.scale.name}.',
            field="longest",
        )


@transaction.atomic
def set_criteria(
    student: Student,
    changes: Mapping[str, float],
    *,
    by: Coach,
    now: datetime,
    was: Mapping[str, float] | None = None,
) -> Student:
    """Change when a stage holds for this student: only the given criteria.

    Raises
    ------
    ChangedMeanwhile
        When one of them is not what the coach saw (`was`).
    """
    known = asdict(Criteria(**student.criteria))
    refuse_if_part_changed("criteria", known, was, changes)
    value = asdict(checked_criteria(Criteria(**{**known, **changes})))
    _set(student, "criteria", value, AuditAction.CRITERIA_CHANGED, by, now)
    return student
