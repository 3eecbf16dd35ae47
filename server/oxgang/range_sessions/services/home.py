"""Bringing stored balls home: after an upgrade, for balls that were stored without it."""

from __future__ import annotations

from django.db import transaction
from django.db.models import Q

from oxgang.academy.models import Academy
from oxgang.academy.services.log import touch
from oxgang.core.flight.home import at_home
from oxgang.range_sessions.models import Ball

AT_ONCE = 1000


def fill_in_home_carries() -> int:
    """Give every ball with a distance and without a carry at home one. Returns how many."""
    done = 0
    for academy in Academy.objects.all():
        lacking = Ball.objects.filter(
            Q(carry_yd__isnull=False) | Q(total_yd__isnull=False),
            student__academy=academy,
            home_yd=None,
        ).select_related("club")
        last = 0
        while some := list(lacking.filter(pk__gt=last).order_by("pk")[:AT_ONCE]):
            last = some[-1].pk
            with transaction.atomic():
                bring_home(some, academy.altitude_m)
                Ball.objects.bulk_update(some, ["home_yd", "home_sd"])
                touch({ball.student_id for ball in some})
            done += len(some)
    return done


def bring_home(balls: list[Ball], altitude_m: float) -> None:
    """Set the carries at home [yd] of balls that are loaded with their clubs. Nothing is stored."""
    shots = [ball.as_core(club_label=ball.club.label) for ball in balls]
    for ball, home in zip(balls, at_home(shots, altitude_m), strict=True):
        ball.home_yd, ball.home_sd = home.carry_yd, home.sd
