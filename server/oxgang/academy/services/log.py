"""Writing down who changed what, and taking it back.

Every write of a student's records notes an entry here. That is also what makes stored matrices and
summaries of the student old (`Student.revision`).
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.apps import apps
from django.db import IntegrityError, models, transaction
from django.db.models import F

from oxgang.academy.errors import ChangedMeanwhile, NotAllowed
from oxgang.academy.models import Academy, AuditAction, Club, Coach, Entry, PersonRole, Student, SwingScale
from oxgang.academy.selectors.chain import CONVERTED_BY
from oxgang.academy.selectors.people import rows_of, students_at
from oxgang.academy.services.labels import check_label_free
from oxgang.core.errors import InputError

# A value of an entry is cut to so many characters.
MAX_VALUE = 120
AT_ONCE = 500
# Small actions of a kind with less than this between them are one entry.
BLOCK = timedelta(minutes=30)
# Stands for "before it came into being" in a field that holds when a row was taken away.
BORN = "born"
# Whose student somebody is.
OWNERSHIP = frozenset({"coach_id", "shared_with"})

Values = Mapping[str, object]


@dataclass(frozen=True, slots=True)
class Changed:
    """Rows of one model and some of their fields, before and after.

    `rows` None means all rows whose `entry` is the entry `of`, or the one being noted; with
    `whichever`, all rows that are as `after` says when it is taken back.
    """

    model: type[models.Model]
    rows: Sequence[object] | None
    before: Mapping[str, object]
    after: Mapping[str, object]
    of: int | None = None
    whichever: bool = False

    def as_json(self, entry_id: int) -> dict[str, Any]:
        """As an entry keeps it."""
        which: dict[str, Any]
        if self.whichever:
            which = {"whichever": True}
        elif self.rows is None:
            which = {"batch": self.of or entry_id}
        else:
            which = {"ids": [plain(pk) for pk in self.rows]}
        return {
            "row": self.model._meta.label,
            **which,
            "before": {k: plain(v) for k, v in self.before.items()},
            "after": {k: plain(v) for k, v in self.after.items()},
        }


def record_entry(
    student: Student,
    did: AuditAction,
    values: Values | None = None,
    *,
    by: Coach | None,
    now: datetime,
    changes: Iterable[Changed] = (),
    undoes: Entry | None = None,
) -> Entry:
    """Write down one action on a student. Call it inside the action's transaction."""
    entry = Entry(academy_id=student.academy_id, student=student, coach=by, at=now, undoes=undoes)
    _write(entry, did, values, changes)
    touch([student.pk])
    return entry


def record_academy_entry(
    academy: Academy,
    did: AuditAction,
    values: Values | None = None,
    *,
    by: Coach | None,
    now: datetime,
    changes: Iterable[Changed] = (),
    undoes: Entry | None = None,
) -> Entry:
    """Write down one action on what belongs to no student: a scale, a device, a sign-in."""
    entry = Entry(academy=academy, coach=by, at=now, undoes=undoes)
    return _write(entry, did, values, changes)


def record_export(
    student: Student, did: AuditAction, values: Values, *, by: Coach | None, now: datetime
) -> Entry:
    """Write down what leaves the student's records as they are: that some were taken away."""
    entry = Entry(academy_id=student.academy_id, student=student, coach=by, at=now)
    return _write(entry, did, values, ())


def _write(entry: Entry, did: AuditAction, values: Values | None, changes: Iterable[Changed]) -> Entry:
    entry.code = did
    entry.values = {name: _short(value) for name, value in (values or {}).items()}
    entry.save()
    listed = [change.as_json(entry.pk) for change in changes]
    if listed:
        entry.changes = listed
        entry.save(update_fields=["changes"])
    return entry


def append_to_entry(
    student: Student,
    key: str,
    did: AuditAction,
    values: Values,
    balls: int,
    *,
    by: Coach | None,
    now: datetime,
    change: Changed,
) -> Entry:
    """One entry for small actions of a kind, such as the balls of a session, with their count.

    An entry that was taken back gathers no more, nor does one to which nothing came for `BLOCK`:
    what is hit after a break is a block of its own. Call it inside a `retry_on_conflict` write: of two who
    begin the same entry the database lets one.
    """
    entry = Entry.objects.filter(student=student, key=key, coach=by).first()
    if entry is not None and now - entry.at > BLOCK:
        entry.key = ""
        entry.save(update_fields=["key"])
        entry = None
    if entry is None:
        entry = record_entry(student, did, {**values, "balls": balls}, by=by, now=now)
        entry.key, entry.count = key, balls
        entry.changes = [change.as_json(entry.pk)]
        entry.save(update_fields=["key", "count", "changes"])
        return entry
    entry.count += balls
    entry.values, entry.at = {**entry.values, "balls": entry.count}, now
    entry.save(update_fields=["count", "values", "at"])
    touch([student.pk])
    return entry


def touch(students: Collection[UUID]) -> None:
    """What was computed of these students is old."""
    rows_of(students).update(revision=F("revision") + 1, stale=True)


def fields_of(row: models.Model, names: Iterable[str]) -> dict[str, object]:
    """The values of some fields of a row; of many rows their keys, in order."""
    return {name: _value(row, name) for name in names}


def _value(row: models.Model, name: str) -> object:
    value = getattr(row, name)
    if isinstance(value, models.Manager):
        return list(value.order_by("pk").values_list("pk", flat=True))
    return value


def changed(row: models.Model, before: Mapping[str, object]) -> list[Changed]:
    """What a row is now against what it was, only the fields that differ; empty when none does."""
    after = fields_of(row, before)
    names = [name for name in after if before[name] != after[name]]
    if not names:
        return []
    return [Changed(type(row), [row.pk], {n: before[n] for n in names}, {n: after[n] for n in names})]


def field_changes(change: Changed) -> list[list[object]]:
    """What a change did, field by field: name, before, after."""
    return [
        [name.removesuffix("_id"), _shown(change.before[name]), _shown(value)]
        for name, value in change.after.items()
    ]


def _shown(value: object) -> object:
    if value is None or isinstance(value, bool | int | float):
        return value
    return _short(str(value))


def _short(value: object) -> object:
    if isinstance(value, str) and len(value) > MAX_VALUE:
        return value[: MAX_VALUE - 1] + "…"
    return value


@transaction.atomic
def undo(entry: Entry, *, by: Coach, now: datetime) -> Entry:
    """Take an action back; taking that back does it again.

    Raises
    ------
    ChangedMeanwhile
        When a field was changed again since.
    InputError
        When the action cannot be taken back, or already was.
    NotAllowed
        For what the whole house uses, or whose student somebody is, by a coach who could not have
        done it.
    """
    student = entry.student
    if not entry.changes:
        raise InputError("This can't be undone.")
    if Entry.objects.filter(undoes=entry).exists():
        raise InputError("This was already undone.")
    back: list[Changed] = []
    try:
        with transaction.atomic():
            for change in reversed(entry.changes):
                _refuse_not_theirs(change, entry, by)
                back.append(_take_back(change, now))
    except IntegrityError:
        raise ChangedMeanwhile(
            "Something newer is in the way: a ball assigned to another student, or a name used again. "
            "Undo that first."
        ) from None
    did = AuditAction(entry.code)
    if entry.key:
        entry.key = ""
        entry.save(update_fields=["key"])
    _touch_owners(back)
    if student is not None:
        _convert_anew(student, back)
        again = record_entry(student, did, entry.values, by=by, now=now, changes=back, undoes=entry)
        return _taken_back(again, entry)
    for one in back:
        if one.model is SwingScale:
            scales = [int(str(pk)) for pk in one.rows or ()]
            on_it = students_at(entry.academy).filter(scale__in=scales)
            touch(list(on_it.values_list("pk", flat=True)))
        elif one.model is Student:
            touch([UUID(str(pk)) for pk in one.rows or ()])
    again = record_academy_entry(entry.academy, did, entry.values, by=by, now=now, changes=back, undoes=entry)
    return _taken_back(again, entry)


def _refuse_not_theirs(change: dict[str, Any], entry: Entry, by: Coach) -> None:
    if by.role == PersonRole.HEAD:
        return
    model = apps.get_model(change["row"])
    rows = model._default_manager.filter(pk__in=change.get("ids", ()))
    theirs = model not in (Academy, Coach)
    if model is Student and change["before"].keys() & OWNERSHIP:
        theirs = entry.coach_id == by.pk or not rows.exclude(coach=by).exists()
    elif any(field.name == "owner" for field in model._meta.fields):
        theirs = not rows.exclude(owner=by).exists()
    if not theirs:
        raise for_a_head_coach(by)


def for_a_head_coach(by: Coach) -> NotAllowed:
    """What is said to somebody who could not have done what is to be undone."""
    heads = Coach.objects.filter(academy=by.academy, role=PersonRole.HEAD, left_at=None)
    names = " or ".join(heads.order_by("name").values_list("name", flat=True))
    return NotAllowed(f"Only a head coach can undo this. Ask {names}.")


def _refuse_without_head(people: Collection[int]) -> None:
    academy = Coach.objects.filter(pk__in=people).values("academy")
    if not Coach.objects.filter(academy__in=academy, role=PersonRole.HEAD, left_at=None).exists():
        raise InputError("The academy needs a head coach. Make someone else head coach first.")


def _refuse_if_in_use(scales: Collection[int]) -> None:
    for scale in SwingScale.objects.filter(pk__in=scales).exclude(archived_at=None):
        on_it = scale.students.count()
        if on_it:
            raise InputError(
                f"{on_it} {'student is' if on_it == 1 else 'students are'} on the scale {scale.name}. "
                "Choose another scale for them first."
            )
        if Academy.objects.filter(scale=scale).exists():
            raise InputError(
                f"New students begin on the scale {scale.name}. Choose another one in Settings first."
            )


def _touch_owners(back: Iterable[Changed]) -> None:
    """What was taken back may be rows of more than one student."""
    owners: set[UUID] = set()
    for one in back:
        if one.rows and any(field.name == "student" for field in one.model._meta.fields):
            rows = one.model._default_manager.filter(pk__in=one.rows)
            owners |= {pk for pk in rows.values_list("student_id", flat=True) if pk}
    # Rows that went from one student to another, with other clubs and set-ups.
    went = {
        UUID(str(side["student_id"]))
        for one in back
        for side in (one.before, one.after)
        if "student_id" in side
    }
    touch(owners | went)
    rows_of(went).update(moved=True)


def _convert_anew(student: Student, back: Iterable[Changed]) -> None:
    """Carries in standard conditions rest on what a shot starts with: on another spin, loft or set-up
    they are others."""
    if any(one.after.keys() & CONVERTED_BY.get(one.model.__name__, ()) for one in back):
        rows_of([student.pk]).update(moved=True)


def _taken_back(again: Entry, entry: Entry) -> Entry:
    again.back = not entry.back
    again.save(update_fields=["back"])
    return again


def _take_back(change: dict[str, Any], now: datetime) -> Changed:
    model = apps.get_model(change["row"])
    before = {k: typed(model, k, v) for k, v in change["before"].items()}
    after = {k: typed(model, k, v) for k, v in change["after"].items()}
    # A row that came into being is taken back by a moment; it is the moment of the taking back.
    before = {k: now if v == BORN else v for k, v in before.items()}
    everything = model._default_manager
    if "batch" in change:
        everything.filter(entry=change["batch"], **after).update(**before)
        return Changed(model, None, after, before, change["batch"])
    if "whichever" in change:
        rows = list(everything.filter(**after).values_list("pk", flat=True))
        everything.filter(**after).update(**before)
        return Changed(model, rows, after, before)
    rows = change["ids"]
    many = [name for name in before if model._meta.get_field(name).many_to_many]
    for start in range(0, len(rows), AT_ONCE):
        some = everything.filter(pk__in=rows[start : start + AT_ONCE])
        for row in some:
            _refuse_if_changed(row, after)
            for name in many:
                getattr(row, name).set(before[name])
        if one := {name: value for name, value in before.items() if name not in many}:
            some.update(**one)
    if model is Coach:
        _refuse_without_head(rows)
    if model is SwingScale:
        _refuse_if_in_use(rows)
    if model is Club:
        for club in Club.objects.filter(pk__in=rows):
            check_label_free(club)
    return Changed(model, rows, after, before)


def _refuse_if_changed(row: models.Model, after: Mapping[str, object]) -> None:
    for name, value in after.items():
        if _value(row, name) != value:
            raise ChangedMeanwhile(
                f"{row}: the {name.replace('_', ' ')} was changed again since. Undo that first.",
            )


def plain(value: object) -> object:
    """A value as JSON has it."""
    if value is None or isinstance(value, bool | int | float | list | dict):
        return value
    if isinstance(value, str):
        return str(value)
    return value.isoformat() if hasattr(value, "isoformat") else str(value)


def typed(model: type[models.Model], name: str, value: object) -> object:
    """A value of a field as the row has it, from what JSON has."""
    if value == BORN:
        return value
    field_ = model._meta.get_field(name)
    if isinstance(field_, models.ForeignKey):
        field_ = field_.target_field
    return field_.to_python(value) if isinstance(field_, models.Field) else value


def created(row: models.Model, name: str = "archived_at") -> Changed:
    """A row that came into being: taking it back archives or withdraws it."""
    return Changed(type(row), [row.pk], {name: BORN}, {name: None})
