from __future__ import annotations

from uuid import UUID

from django.utils import timezone
from ninja import Query, Router

from oxgang.academy.selectors.chain import windows_of
from oxgang.academy.selectors.people import local_day, student_of
from oxgang.api.auth import CoachRequest
from oxgang.api.fields import Label
from oxgang.api.net.schemas import NetPlanOut
from oxgang.core.flight.launch import DRAWN_DEG, mark_for_launch
from oxgang.core.words.shots import CellKey, Trajectory
from oxgang.matrix.selectors.matrix import matrix_of, speed_in

router = Router(tags=["net"])


@router.get("/students/{student_id}/net-plan", response=NetPlanOut)
def net_plan(
    request: CoachRequest,
    student_id: UUID,
    club: Label,
    swing: Label,
    trajectory: Trajectory = Trajectory.STOCK,
    distance_m: Query[float] = 3.0,
    ball_height_m: Query[float] = 0.0,
) -> NetPlanOut:
    """Where to put the tape, and what each height on the net means, for one cell."""
    student = student_of(request.coach, student_id)
    key = CellKey(club, swing, trajectory)
    found = matrix_of(student, local_day(student, timezone.now()), live=True)
    speed = speed_in(student, found, key)
    chain = windows_of(student, {c.label: c.loft_deg for c in found.clubs})

    def height(angle: float) -> float:
        return mark_for_launch(angle, distance_m, ball_speed_mps=speed, ball_height_m=ball_height_m)

    lo, hi = chain.window_of(club, trajectory)
    return NetPlanOut(
        ball_speed_mps=speed,
        lo_deg=lo,
        hi_deg=hi,
        lo_m=height(lo),
        hi_m=height(hi),
        tape_m=height((lo + hi) / 2),
        angles_deg=[float(a) for a in DRAWN_DEG],
        heights_m=[height(a) for a in DRAWN_DEG],
    )
