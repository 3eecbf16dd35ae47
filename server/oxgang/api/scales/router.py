from __future__ import annotations

from collections.abc import Sequence

from django.utils import timezone
from ninja import Router

from oxgang.academy.models import SwingScale
from oxgang.academy.selectors.people import scale_of, scales_of
from oxgang.academy.services.scales import ScaleFields, add_scale, change_scale
from oxgang.api.auth import CoachRequest
from oxgang.api.scales.schemas import PositionIn, ScaleIn, ScaleOut, ScaleSeen
from oxgang.core.words.swing import Position
from oxgang.range_sessions.selectors.balls import balls_under

router = Router(tags=["scales"])


def _fields(data: ScaleIn | ScaleSeen) -> ScaleFields:
    return ScaleFields(
        name=data.name,
        idea=data.idea,
        positions=_positions(data.positions),
        longest=data.longest,
    )


def _positions(positions: Sequence[PositionIn]) -> list[Position]:
    return [Position(p.label.strip(), p.arm_deg, p.cue.strip()) for p in positions]


@router.get("/scales", response=list[ScaleOut])
def scales(request: CoachRequest) -> list[SwingScale]:
    """The academy's swing-length scales."""
    return list(scales_of(request.coach.academy))


@router.post("/scales", response={201: ScaleOut})
def new_scale(request: CoachRequest, data: ScaleIn) -> tuple[int, SwingScale]:
    """Add a scale of the coach's own."""
    coach = request.coach
    return 201, add_scale(_fields(data), by=coach, now=timezone.now())


@router.put("/scales/{scale_id}", response=ScaleOut)
def rewrite_scale(request: CoachRequest, scale_id: int, data: ScaleIn) -> SwingScale:
    """Rewrite a scale; balls keep the arm angles they were hit with."""
    coach = request.coach
    stored = scale_of(coach.academy, scale_id)
    return change_scale(
        stored,
        _fields(data),
        by=coach,
        now=timezone.now(),
        was=None if data.was is None else _fields(data.was),
        hit_with=None if data.confirmed else lambda gone: balls_under(stored, gone),
    )
