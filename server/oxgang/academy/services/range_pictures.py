"""Drawing the academy's range pictures."""

from __future__ import annotations

from dataclasses import asdict
from datetime import datetime

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import AuditAction, Coach, RangePicture
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.edit_conflicts import YOURS
from oxgang.academy.services.log import changed, created, fields_of, record_academy_entry
from oxgang.core.errors import InputError
from oxgang.core.flight import landing

MOST_PICTURES = 12
FIELDS = ("name", "targets", "left_yd", "right_yd", "far_yd")


@retry_on_conflict
def add_range_picture(picture: landing.RangePicture, *, by: Coach, now: datetime) -> RangePicture:
    """Store a new range picture.

    Raises
    ------
    InputError
        When a target or the name cannot be, or there are too many pictures.
    """
    if by.academy.range_pictures.filter(archived_at=None).count() >= MOST_PICTURES:
        raise InputError(f"An academy has at most {MOST_PICTURES} range pictures.", field="name")
    stored = RangePicture.objects.create(academy=by.academy, **_values(picture, by, None))
    values = {"picture": stored.name}
    did = AuditAction.RANGE_PICTURE_ADDED
    record_academy_entry(by.academy, did, values, by=by, now=now, changes=[created(stored)])
    return stored


@retry_on_conflict
def change_range_picture(
    stored: RangePicture,
    picture: landing.RangePicture,
    *,
    by: Coach,
    now: datetime,
    was: landing.RangePicture | None = None,
) -> RangePicture:
    """Change a range picture. Balls stay where they landed.

    Raises
    ------
    ChangedMeanwhile
        When the picture is not what the coach saw (`was`), or was removed.
    InputError
        When a target or the name cannot be.
    """
    if stored.archived_at is not None:
        raise ChangedMeanwhile(f"Someone else removed the range picture {stored.name}. Undo that first.")
    if was is not None and stored.as_core() not in (was, picture):
        raise ChangedMeanwhile(f"Someone else changed the range picture {stored.name}. {YOURS}")
    before = fields_of(stored, FIELDS)
    for name, value in _values(picture, by, stored.pk).items():
        setattr(stored, name, value)
    stored.save(update_fields=[*FIELDS])
    if done := changed(stored, before):
        values = {"picture": stored.name}
        did = AuditAction.RANGE_PICTURE_CHANGED
        record_academy_entry(by.academy, did, values, by=by, now=now, changes=done)
    return stored


@retry_on_conflict
def archive_range_picture(stored: RangePicture, *, by: Coach, now: datetime) -> None:
    """Remove a range picture; undo restores it. Removing it twice changes nothing."""
    if stored.archived_at is not None:
        return
    before = fields_of(stored, ["archived_at"])
    stored.archived_at = now
    stored.save(update_fields=["archived_at"])
    values = {"picture": stored.name}
    did = AuditAction.RANGE_PICTURE_REMOVED
    record_academy_entry(by.academy, did, values, by=by, now=now, changes=changed(stored, before))


def _values(picture: landing.RangePicture, by: Coach, own_pk: int | None) -> dict[str, object]:
    name = " ".join(picture.name.split())
    if not name:
        raise InputError("Give the range picture a name.", field="name")
    if len(name) > landing.MAX_NAME:
        raise InputError(f"Keep the name to {landing.MAX_NAME} characters.", field="name")
    others = by.academy.range_pictures.filter(archived_at=None).exclude(pk=own_pk or 0)
    if others.filter(name__iexact=name).exists():
        raise InputError(f'There is already a range picture called "{name}".', field="name")
    checked = landing.checked_picture(picture)
    return {
        "name": name,
        "targets": [asdict(target) for target in checked.targets],
        "left_yd": checked.left_yd,
        "right_yd": checked.right_yd,
        "far_yd": checked.far_yd,
    }
