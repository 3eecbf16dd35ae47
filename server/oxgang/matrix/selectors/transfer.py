"""Everything of one student as plain data, to be written to a file."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from oxgang.academy.models import Student
from oxgang.academy.selectors.events import events_of
from oxgang.academy.selectors.people import bag_of
from oxgang.core.flight.recipes import Recipe
from oxgang.core.ground.played import Play
from oxgang.core.words.measurements import MEASURED
from oxgang.matrix.selectors.played import rows_of
from oxgang.matrix.selectors.published import versions_of
from oxgang.range_sessions.models import Ball, ImportedCarry
from oxgang.range_sessions.selectors.plans import plan_of

STUDENT_FIELDS = (
    "name",
    "hand",
    "units",
    "language",
    "tolerance_yd",
    "from_yd",
    "to_yd",
    "school",
    "stage",
    "criteria",
    "ball_limit",
    "notes",
    "friction",
    "handicap",
    "longest",
    "estimates_yd",
    "shots_chosen",
)
CLUB_FIELDS = ("label", "loft_deg", "bounce_deg", "note", "used_from", "used_until")
BALL_FIELDS = (
    "uid",
    "hit_on",
    "hit_at",
    "swing",
    "arm_deg",
    "trajectory",
    "spin",
    "tempo",
    "strike",
    "ball",
    "lie",
    "accepted",
    "excluded",
    "extra",
    "ball_position_in",
    "grip_down_in",
    "grooves",
    "wet",
    "reported",
)
IMPORTED_FIELDS = (
    "swing",
    "arm_deg",
    "trajectory",
    "spin",
    "tempo",
    "carry_yd",
    "imported_on",
    "source",
    "total_yd",
    "standard_sd",
)
PLAYED_FIELDS = (
    "swing",
    "arm_deg",
    "trajectory",
    "spin",
    "tempo",
    "ball_position_in",
    "grip_down_in",
    "state",
)
EVENT_FIELDS = ("kind", "on", "at", "swing", "arm_deg", "trajectory", "note")
PLAN_FIELDS = ("title", "homework", "items")
VERSION_FIELDS = ("number", "note", "content", "published_at")


def everything_of(student: Student, now: datetime) -> dict[str, Any]:
    """All records of a student but the log of who changed what, which stays with the academy."""
    scale = student.scale.as_core()
    academy = student.academy
    plan, homework = plan_of(student), plan_of(student, homework=True)
    return {
        "made_at": now,
        "academy": _fields(academy, ("name", "altitude_m", "time_zone")),
        "student": {"id": student.pk, **_fields(student, STUDENT_FIELDS)},
        "scale": {
            "key": scale.key,
            "name": scale.name,
            "idea": scale.idea,
            "longest": scale.longest,
            "positions": [{"label": p.label, "arm_deg": p.arm_deg, "cue": p.cue} for p in scale.positions],
        },
        "clubs": [
            {
                "id": str(club.pk),
                **_fields(club, CLUB_FIELDS),
                "archived": club.archived_at is not None,
            }
            for club in bag_of(student, everything=True)
        ],
        "recipes": [
            {"trajectory": r.trajectory, **_fields(r, tuple(Recipe.__dataclass_fields__))}
            for r in student.recipes.filter(in_use=True)
        ],
        "events": [
            {
                **_fields(event, EVENT_FIELDS),
                "club": event.club_id and str(event.club_id),
                "replaced": event.replaced_id and str(event.replaced_id),
            }
            for event in events_of(student)
        ],
        "balls": [_ball(ball) for ball in Ball.objects.filter(student=student).order_by("pk")],
        "imported_carries": [
            {"club": str(row.club_id), **_fields(row, IMPORTED_FIELDS)}
            for row in ImportedCarry.objects.filter(student=student, withdrawn_at=None)
        ],
        "played": [
            {"club": str(row.club_id), **_fields(row, PLAYED_FIELDS)}
            for row in rows_of(student).exclude(state=Play.NEITHER)
        ],
        "plan": plan and _fields(plan, PLAN_FIELDS),
        "homework": homework and _fields(homework, PLAN_FIELDS),
        "versions": [_fields(version, VERSION_FIELDS) for version in versions_of(student).order_by("number")],
    }


def _ball(ball: Ball) -> dict[str, Any]:
    measured = {name: getattr(ball, name) for name in MEASURED}
    return {
        **_fields(ball, BALL_FIELDS),
        "club": str(ball.club_id),
        "withdrawn": ball.withdrawn_at is not None,
        "measured": {name: value for name, value in measured.items() if value is not None},
    }


def _fields(row: object, names: tuple[str, ...]) -> dict[str, Any]:
    return {name: getattr(row, name) for name in names}
