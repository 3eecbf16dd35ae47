"""Bringing stored balls home: when they are stored, after an upgrade, and when what a student's
shots start with has changed."""

from __future__ import annotations

from collections.abc import Mapping
from math import hypot
from typing import Any

from django.db import transaction
from django.db.models import Q, QuerySet

from oxgang.academy.models import Academy, Student
from oxgang.academy.selectors.chain import chain_of
from oxgang.academy.services.log import touch
from oxgang.core.carry.noise import REPORTED_SD
from oxgang.core.flight.home import at_home
from oxgang.range_sessions.models import Ball

AT_ONCE = 1000


def fill_in_home_carries() -> int:
    """Give every ball with a distance and without a carry at home one. Returns how many."""
    done = 0
    for academy in Academy.objects.all():
        lacking = _measured().filter(student__academy=academy, home_yd=None)
        for student in Student.objects.filter(pk__in=lacking.values("student").distinct()):
            done += _bring(student, lacking.filter(student=student))
    return done


def bring_all_home(student: Student) -> int:
    """Bring a student's balls home anew, those too that are undone. Returns how many."""
    return _bring(student, _measured().filter(student=student))


def _measured() -> QuerySet[Ball]:
    return Ball.objects.filter(Q(carry_yd__isnull=False) | Q(total_yd__isnull=False))


def _bring(student: Student, balls: QuerySet[Ball]) -> int:
    done = last = 0
    balls = balls.select_related("club").order_by("pk")
    while some := list(balls.filter(pk__gt=last)[:AT_ONCE]):
        last = some[-1].pk
        with transaction.atomic():
            bring_home(student, some, {ball.club_id: ball.club.loft_deg for ball in some})
            Ball.objects.bulk_update(some, ["home_yd", "home_sd"])
            touch({student.pk})
        done += len(some)
    return done


def bring_home(student: Student, balls: list[Ball], lofts: Mapping[Any, float]) -> None:
    """Set the carries at home [yd] of balls, given the lofts [degrees] of clubs by their keys.
    Nothing is stored."""
    # By their ids: a bag may have had two clubs of one label.
    chain = chain_of(student, {str(key): loft for key, loft in lofts.items()})
    shots = [ball.as_core(club_label=str(ball.club_id)) for ball in balls]
    homes = at_home(shots, student.academy.altitude_m, chain)
    for ball, home in zip(balls, homes, strict=True):
        ball.home_yd = home.carry_yd
        ball.home_sd = hypot(home.sd, REPORTED_SD) if ball.reported else home.sd
