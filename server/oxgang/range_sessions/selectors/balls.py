"""Reads of balls."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import replace
from datetime import date
from math import hypot
from typing import Final
from uuid import UUID

import numpy as np
from django.db.models import Max, Min, Q, QuerySet
from django.utils import timezone

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Club, Student, SwingScale
from oxgang.academy.selectors.chain import windows_of
from oxgang.academy.selectors.people import bag_of, day_at, file_names
from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.carry.cells import ENOUGH_BALLS
from oxgang.core.carry.noise import IMPORTED_SD
from oxgang.core.carry.prior import Point
from oxgang.core.flight.launch import Side, in_window
from oxgang.core.words import bag
from oxgang.core.words.shots import CellKey, Shot, Spin, Strike, Tempo, Trajectory
from oxgang.core.words.swing import express
from oxgang.range_sessions.models import Ball, ImportedCarry
from oxgang.range_sessions.selectors.columns import balls_in_columns

# How many balls back a student's launch and spin are learnt from.
LAUNCHES_BACK: Final = 200


def balls_of(student: Student) -> QuerySet[Ball]:
    """The student's balls that have not been undone, oldest first."""
    return (
        Ball.objects.filter(student=student, withdrawn_at=None)
        .select_related("club", "student")
        .order_by("hit_on", "hit_at", "pk")
    )


def waiting_of(student: Student) -> QuerySet[Ball]:
    """The student's balls that wait for a review, oldest first."""
    return balls_of(student).filter(accepted=False)


def days_of(student: Student) -> list[date]:
    """The days on which the student hit reviewed balls, newest first, at most 30."""
    days = balls_of(student).filter(accepted=True).order_by("-hit_on").values_list("hit_on", flat=True)
    return list(days.distinct()[:30])


def days_hit(student: Student) -> tuple[date, date] | None:
    """The days of the student's first and last ball."""
    days = balls_of(student).aggregate(first=Min("hit_on"), last=Max("hit_on"))
    return (days["first"], days["last"]) if days["first"] else None


def first_day(student: Student) -> date | None:
    """The day of the student's first ball."""
    hit = days_hit(student)
    return hit and hit[0]


def ball_of(student: Student, uid: str) -> Ball:
    """One ball, undone or not.

    Raises
    ------
    NotFound
        When the student has no such ball.
    """
    found = Ball.objects.filter(student=student, uid=uid)
    ball = found.select_related("club", "sent", "student__academy").first()
    if ball is None:
        raise NotFound("There is no such ball here.")
    return ball


def balls_of_day(student: Student, day: date) -> QuerySet[Ball]:
    """The balls of one day's session."""
    return balls_of(student).filter(hit_on=day)


def balls_in_cell(
    student: Student, club: str, swing: str, trajectory: str, spin: str, tempo: str
) -> list[Ball]:
    """All balls of one cell of the student's matrix, oldest first."""
    positions = student.scale.as_core().positions
    same = balls_of(student).filter(
        club__label=club, club__archived_at=None, trajectory=trajectory, spin=spin, tempo=tempo
    )
    # First which of the swings it is: most balls of the club are of others.
    swings = same.order_by().values_list("swing", "arm_deg").distinct()
    stands = {one for one, arm in swings if express(one, arm, positions) == swing}
    found = same.filter(swing__in=stands)
    return [ball for ball in found if express(ball.swing, ball.arm_deg, positions) == swing]


def hits_of(student: Student, clubs: Sequence[Club], names: Mapping[UUID, str], *, live: bool) -> Balls:
    """The student's balls as the carry model takes them, and what a chart says where there are few. Three
    queries.

    Only balls that a coach has reviewed, unless `live`.

    Parameters
    ----------
    clubs, names
        All clubs the student ever had, and what each is called, by its id; a club out of the bag has a
        name of its own. Its balls tell of the swing.
    """
    lofts = {club.pk: club.loft_deg for club in clubs}
    balls = balls_in_columns(student, names, lofts, student.scale.as_core().positions, live=live)
    imported = _imported(student, names, balls)
    return balls.with_more(imported) if imported else balls


def _imported(student: Student, clubs: Mapping[UUID, str], hits: Balls) -> list[Hit]:
    """What a chart says of cells with too few balls of their own. One query."""
    positions = student.scale.as_core().positions
    counted = np.bincount(hits.columns.cell[hits.counts], minlength=len(hits.cells))
    balls = Counter(dict(zip(hits.cells, counted.tolist(), strict=True)))
    imported = []
    for row in ImportedCarry.objects.filter(student=student, withdrawn_at=None).select_related("club"):
        label = clubs.get(row.club_id)
        if label is None:
            continue
        kinds = Trajectory(row.trajectory), Spin(row.spin), Tempo(row.tempo)
        key = CellKey(label, express(row.swing, row.arm_deg, positions), *kinds)
        if balls[key] < ENOUGH_BALLS:
            point = Point(label, row.club.loft_deg, row.arm_deg, *kinds)
            sd = hypot(IMPORTED_SD, row.standard_sd)
            imported.append(Hit(key, point, row.carry_yd, "imported", row.imported_on, sd=sd, imported=True))
    return imported


def measured_shots(student: Student, clubs: Mapping[UUID, str]) -> list[Shot]:
    """The student's latest solid balls of which launch or spin was measured. One query."""
    measured = Q(launch_deg__isnull=False) | Q(spin_rpm__isnull=False)
    balls = balls_of(student).filter(measured, strike=Strike.SOLID, excluded="").reverse()
    return [
        ball.as_core(club_label=clubs[ball.club_id])
        for ball in balls[:LAUNCHES_BACK]
        if ball.club_id in clubs
    ]


def shots_for_file(student: Student, day: date | None = None) -> list[Shot]:
    """Every ball of the student, or of one day, with everything known of it, for export."""
    balls = balls_of(student) if day is None else balls_of_day(student, day)
    names = file_names(student, day_at(student.academy, timezone.now()))
    return [ball.as_core(club_label=names[ball.club_id]) for ball in balls.iterator(2000)]


def clubs_for_file(student: Student) -> list[bag.Club]:
    """The bag for export: the clubs in it, and those out of it that have balls, no two called alike."""
    names = file_names(student, day_at(student.academy, timezone.now()))
    hit = set(Ball.objects.filter(student=student).values_list("club_id", flat=True).distinct())
    return [
        replace(club.as_core(), label=names[club.pk])
        for club in bag_of(student, everything=True)
        if club.archived_at is None or club.pk in hit
    ]


def usual_of(student: Student) -> tuple[str, str] | None:
    """Lie and kind of ball that the student hit most on the last day; None before the first."""
    hit = days_hit(student)
    if hit is None:
        return None
    rows = balls_of_day(student, hit[1]).values_list("lie", "ball")
    lies, kinds = zip(*rows, strict=True)
    return Counter(lies).most_common(1)[0][0], Counter(kinds).most_common(1)[0][0]


def balls_under(scale: SwingScale, labels: Collection[str]) -> int:
    """How many balls the students of a scale hit with swings of these labels."""
    rows = Ball.objects.filter(
        student__scale=scale, student__archived_at=None, swing__in=labels, withdrawn_at=None
    )
    return rows.count()


def known_uids(student: Student) -> set[str]:
    """The ids of all balls the student ever had, undone ones too."""
    return set(Ball.objects.filter(student=student).values_list("uid", flat=True))


def launch_side(ball: Ball) -> Side | None:
    """Where a ball's launch is against the window of its club and height; None without a launch."""
    if ball.launch_deg is None:
        return None
    chain = windows_of(ball.student, {})
    return in_window(ball.launch_deg, chain.window(Trajectory(ball.trajectory), ball.club.loft_deg))
