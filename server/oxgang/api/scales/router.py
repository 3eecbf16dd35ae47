from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from oxgang.academy.models import SwingScale
from oxgang.academy.selectors.people import scale_of, scales_of
from oxgang.academy.services.scales import add_scale, change_scale
from oxgang.api.auth import coach_of
from oxgang.api.scales.schemas import ScaleIn, ScaleOut
from oxgang.core.swing import Position

router = Router(tags=["scales"])


def _positions(data: ScaleIn) -> list[Position]:
    return [Position(p.label.strip(), p.arm_deg, p.cue.strip()) for p in data.positions]


@router.get("/scales", response=list[ScaleOut])
def scales(request: HttpRequest) -> list[SwingScale]:
    """The academy's swing-length scales."""
    return list(scales_of(coach_of(request).academy))


@router.post("/scales", response={201: ScaleOut})
def new_scale(request: HttpRequest, data: ScaleIn) -> tuple[int, SwingScale]:
    """Add a scale of the coach's own."""
    coach = coach_of(request)
    stored = add_scale(data.name, data.idea, _positions(data), by=coach)
    return 201, scale_of(coach.academy, stored.pk)


@router.put("/scales/{scale_id}", response=ScaleOut)
def rewrite_scale(request: HttpRequest, scale_id: int, data: ScaleIn) -> SwingScale:
    """Rewrite a scale; balls keep the arm angles they were hit with."""
    coach = coach_of(request)
    stored = scale_of(coach.academy, scale_id)
    change_scale(stored, data.name, data.idea, _positions(data), by=coach)
    return scale_of(coach.academy, scale_id)
