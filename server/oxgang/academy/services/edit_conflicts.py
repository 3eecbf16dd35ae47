"""Two coaches at one record: the second is told, and nothing is lost."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from zoneinfo import ZoneInfo

from django.core.exceptions import ValidationError
from django.db import models

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import Coach, Entry, Student
from oxgang.academy.services.log import plain, typed
from oxgang.core.errors import InputError

# Who changed it is looked for among so many entries of the log.
LOOKED_BACK = 50
YOURS = "What you typed is still here. Save again to keep yours, or reload to see theirs."


def refuse_if_changed(
    row: models.Model,
    was: Mapping[str, object] | None,
    changes: Mapping[str, object],
    *,
    by: Coach,
    student: Student | None = None,
) -> None:
    """Refuse a change of a field that no longer has the value the coach was looking at.

    Parameters
    ----------
    was
        What the coach saw of the changed fields; None, or a field left out, asks for no check.
    student
        The student the record belongs to; None for a record of the academy.

    Raises
    ------
    ChangedMeanwhile
        With who changed it, to what, and when. With the new value as `was` it goes through.
    """
    for name in changes:
        if was is None or name not in was:
            continue
        now_is = getattr(row, name)
        if now_is in (_seen(row, name, was[name]), changes[name]):
            continue
        raise ChangedMeanwhile(_sentence(row, name, now_is, by, student), field=name)


def refuse_if_part_changed(
    name: str, now_are: Mapping[str, object], was: Mapping[str, object] | None, changes: Mapping[str, object]
) -> None:
    """The same for the parts of one field, such as a tolerance of one level.

    Raises
    ------
    ChangedMeanwhile
        With the value that a part has now.
    """
    for part, value in changes.items():
        if was is None or part not in was or now_are.get(part) in (was[part], value):
            continue
        what = part.replace("_", " ")
        shown = now_are.get(part)
        raise ChangedMeanwhile(f'Meanwhile the {name}, {what}, was changed to "{shown}". {YOURS}', field=name)


def refuse_if_replaced(name: str, now_is: object, was: object, wanted: object) -> None:
    """The same for what is kept whole under a name. `was` None: nothing was kept there yet.

    Raises
    ------
    ChangedMeanwhile
        When something else is kept there now.
    """
    if now_is not in (was, wanted):
        raise ChangedMeanwhile(
            f'"{name}" is saved here already, with other content. Save again to replace it, or choose '
            "another name.",
            field="name",
        )


def _seen(row: models.Model, name: str, value: object) -> object:
    try:
        return typed(type(row), name, value)
    except ValidationError:
        raise InputError(f"What was seen of the {name} cannot be read.", field=name) from None


def _sentence(row: models.Model, name: str, now_is: object, by: Coach, student: Student | None) -> str:
    label = type(row)._meta.label
    zone = ZoneInfo(by.academy.time_zone)
    who, when = "somebody", ""
    entries = Entry.objects.filter(academy=by.academy, student=student).select_related("coach")
    for entry in entries.order_by("-at")[:LOOKED_BACK]:
        if any(
            change["row"] == label and plain(row.pk) in change.get("ids", ()) and name in change["after"]
            for change in entry.changes
        ):
            coach = entry.coach
            who = "you, elsewhere," if coach == by else coach.name if coach else who
            when = f" at {entry.at.astimezone(zone):%H:%M}"
            break
    what = name.removesuffix("_id").removesuffix("_yd").removesuffix("_deg").replace("_", " ")
    return f"Meanwhile {who} changed the {what} to {_value(row, name, now_is, zone)}{when}. {YOURS}"


def _value(row: models.Model, name: str, value: object, zone: ZoneInfo) -> str:
    """A value as a coach reads it."""
    if name.endswith("_id"):
        value = getattr(row, name.removesuffix("_id"))
        value = getattr(value, "name", value)
    if isinstance(value, datetime):
        value = f"{value.astimezone(zone):%-d %b %H:%M}"
    if isinstance(value, dict):
        value = ", ".join(f"{key} {one}" for key, one in value.items())
    if isinstance(value, bool):
        return "yes" if value else "no"
    return "nothing" if value in (None, "") else f'"{value}"'
