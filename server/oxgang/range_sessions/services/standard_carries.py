"""Standard carries of stored balls: made on storing, and anew when what a shot starts with changes."""

from __future__ import annotations

from collections.abc import Mapping
from math import hypot
from typing import Any

from django.db import transaction
from django.db.models import Q

from oxgang.academy.models import Student
from oxgang.academy.selectors.chain import chain_of
from oxgang.academy.services.log import touch
from oxgang.core.carry.noise import REPORTED_SD
from oxgang.core.flight.standard import to_standard
from oxgang.range_sessions.models import Ball

AT_ONCE = 1000
# What `normalize_carry` sets.
NORMALIZED = ("standard_yd", "standard_sd", "run_yd")


def normalize_all_carries(student: Student) -> int:
    """Convert a student's carries anew, those too that are undone. Returns how many."""
    done = last = 0
    measured = Q(carry_yd__isnull=False) | Q(total_yd__isnull=False)
    balls = Ball.objects.filter(measured, student=student).select_related("club").order_by("pk")
    while some := list(balls.filter(pk__gt=last)[:AT_ONCE]):
        last = some[-1].pk
        with transaction.atomic():
            normalize_carry(student, some, {ball.club_id: ball.club.loft_deg for ball in some})
            Ball.objects.bulk_update(some, NORMALIZED)
            touch({student.pk})
        done += len(some)
    return done


def normalize_carry(student: Student, balls: list[Ball], lofts: Mapping[Any, float]) -> None:
    """Set the carries in standard conditions [yd] of balls, given the lofts [degrees] of clubs by their keys.
    Nothing is stored."""
    # By their ids: a bag may have had two clubs of one label.
    chain = chain_of(student, {str(key): loft for key, loft in lofts.items()})
    shots = [ball.as_core(club_label=str(ball.club_id)) for ball in balls]
    standards = to_standard(shots, student.academy.altitude_m, chain)
    for ball, standard in zip(balls, standards, strict=True):
        ball.standard_yd, ball.run_yd = standard.carry_yd, standard.run_yd
        ball.standard_sd = hypot(standard.sd, REPORTED_SD) if ball.reported else standard.sd
