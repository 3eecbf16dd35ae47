"""Two coaches at one student: the second is told, and nothing is lost."""

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


def refuse_if_changed(
    student: Student,
    row: models.Model,
    was: Mapping[str, object] | None,
    changes: Mapping[str, object],
    *,
    by: Coach,
) -> None:
    """Refuse a change of a field that no longer has the value the coach was looking at.

    Parameters
    ----------
    was
        What the coach saw of the changed fields; None, or a field left out, asks for no check.

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
        raise ChangedMeanwhile(_sentence(student, row, name, now_is, by), field=name)


def _seen(row: models.Model, name: str, value: object) -> object:
    try:
        return typed(type(row), name, value)
    except ValidationError:
        raise InputError(f"What was seen of the {name} cannot be read.", field=name) from None


def _sentence(student: Student, row: models.Model, name: str, now_is: object, by: Coach) -> str:
    label = type(row)._meta.label
    who, when = "somebody", ""
    for entry in Entry.objects.filter(student=student).select_related("coach").order_by("-at")[:50]:
        if any(
            change["row"] == label and plain(row.pk) in change.get("ids", ()) and name in change["after"]
            for change in entry.changes
        ):
            coach = entry.coach
            who = "you, elsewhere," if coach == by else coach.name if coach else who
            when = f" at {_clock(student, entry.at)}"
            break
    what = name.removesuffix("_id").removesuffix("_yd").removesuffix("_deg").replace("_", " ")
    now_is = row.scale.name if name == "scale_id" and isinstance(row, Student) else now_is
    if isinstance(now_is, datetime):
        now_is = f"{now_is.astimezone(ZoneInfo(student.academy.time_zone)):%-d %b %H:%M}"
    value = "nothing" if now_is in (None, "") else f'"{now_is}"'
    return (
        f"Meanwhile {who} changed the {what} to {value}{when}. What you typed is still here: "
        "keep it again to have yours, or reload to have theirs."
    )


def _clock(student: Student, at: datetime) -> str:
    return f"{at.astimezone(ZoneInfo(student.academy.time_zone)):%H:%M}"
