"""A coach's own swing-length scales."""

from __future__ import annotations

from collections.abc import Callable, Collection, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime

from oxgang.academy.errors import ChangedMeanwhile
from oxgang.academy.models import AuditAction, Coach, SwingScale
from oxgang.academy.services.academies import create_scale
from oxgang.academy.services.conflicts import retry_on_conflict
from oxgang.academy.services.log import changed, created, fields_of, record_academy_entry, touch
from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.words.swing import Position, Scale, checked_positions

MAX_NAME = 80
MOST_POSITIONS = 40
FIELDS = ("name", "idea", "positions", "longest")


@dataclass(frozen=True, slots=True, kw_only=True)
class ScaleFields:
    """What a coach enters of a scale. `longest` None is whatever it was."""

    name: str
    idea: str
    positions: Sequence[Position]
    longest: str | None = None


@retry_on_conflict
def add_scale(fields: ScaleFields, *, by: Coach, now: datetime) -> SwingScale:
    """A scale of the coach's own."""
    positions = checked_positions(fields.positions)
    name, longest = _checked_name(fields.name, by, None), _longest(fields, positions, "")
    scale = Scale("", name, fields.idea.strip(), positions, longest)
    stored = create_scale(by.academy, scale)
    record_academy_entry(
        by.academy,
        AuditAction.SCALE_ADDED,
        {"scale": stored.name},
        by=by,
        now=now,
        changes=[created(stored)],
    )
    return stored


@retry_on_conflict
def change_scale(
    stored: SwingScale,
    fields: ScaleFields,
    *,
    by: Coach,
    now: datetime,
    was: ScaleFields | None = None,
    hit_with: Callable[[Collection[str]], int] | None = None,
) -> SwingScale:
    """Rewrite a scale. Balls keep the swing and the arm angle they were hit with.

    Parameters
    ----------
    was
        What the coach saw before the change.
    hit_with
        How many balls stand under swings of this scale with these labels; None asks nothing.

    Raises
    ------
    ChangedMeanwhile
        When the scale is not what the coach saw.
    ConfirmationNeeded
        When swings go that students of the scale have balls of.
    """
    before = fields_of(stored, FIELDS)
    if was is not None and before != before | _as_stored(was):
        raise ChangedMeanwhile(
            f"Someone else changed the scale {stored.name}. What you typed is still here. Save again to "
            "keep yours, or reload to see theirs."
        )
    positions = checked_positions(fields.positions)
    kept = {p.label.casefold() for p in positions}
    gone = [p["label"] for p in stored.positions if p["label"].casefold() not in kept]
    if gone and hit_with is not None and (balls := hit_with(gone)):
        raise ConfirmationNeeded(
            f"{balls:,} balls of students on this scale were hit with {', '.join(gone)}. "
            "They stay and are shown under the nearest swing that is left. Shorten the scale?",
            field="positions",
        )
    stored.name = _checked_name(fields.name, by, stored.pk)
    stored.idea = fields.idea.strip()
    stored.positions = [asdict(p) for p in positions]
    stored.longest = _longest(fields, positions, stored.longest)
    stored.save(update_fields=[*FIELDS])
    if done := changed(stored, before):
        did = AuditAction.SCALE_SHORTENED if gone else AuditAction.SCALE_CHANGED
        values = {"scale": stored.name, "gone": ", ".join(gone)}
        record_academy_entry(by.academy, did, values, by=by, now=now, changes=done)
        touch(list(stored.students.values_list("pk", flat=True)))
    return stored


def _as_stored(fields: ScaleFields) -> dict[str, object]:
    stored: dict[str, object] = {
        "name": fields.name,
        "idea": fields.idea,
        "positions": [asdict(p) for p in fields.positions],
    }
    return stored if fields.longest is None else stored | {"longest": fields.longest}


def _longest(fields: ScaleFields, positions: Sequence[Position], was: str) -> str:
    """Where control ends: a position of the scale, or empty. What it was stays where nothing is
    said, as long as the position does.

    Raises
    ------
    InputError
        When the scale has no such position.
    """
    labels = {p.label for p in positions}
    if fields.longest is None:
        return was if was in labels else ""
    longest = fields.longest.strip()
    if longest and longest not in labels:
        raise InputError(
            f'The scale has no position "{longest}" at which control could end.', field="longest"
        )
    return longest


def _checked_name(name: str, by: Coach, own_pk: int | None) -> str:
    name = " ".join(name.split())
    if not name:
        raise InputError("Give the scale a name.", field="name")
    if len(name) > MAX_NAME:
        raise InputError(f"Keep the name to {MAX_NAME} characters.", field="name")
    if by.academy.scales.filter(archived_at=None, name__iexact=name).exclude(pk=own_pk or 0).exists():
        raise InputError(f'There is already a scale called "{name}".', field="name")
    return name
