"""Reads of balls."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Student
from oxgang.core.shots import CellKey, Shot, Spin, Strike, Tempo, Trajectory
from oxgang.core.swing import Position, express
from oxgang.range_sessions.models import Ball


def balls_of(student: Student) -> QuerySet[Ball]:
    """The student's balls that have not been undone, oldest first."""
    return (
        Ball.objects.filter(student=student, withdrawn_at=None)
        .select_related("club")
        .order_by("hit_on", "hit_at", "pk")
    )


def ball_of(student: Student, uid: str) -> Ball:
    """One ball, undone or not.

    Raises
    ------
    NotFound
        When the student has no such ball.
    """
    ball = Ball.objects.filter(student=student, uid=uid).select_related("club").first()
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
    return [ball for ball in same if express(ball.swing, ball.arm_deg, positions) == swing]


def shots_in_scale(student: Student, positions: Iterable[Position], day: date) -> list[Shot]:
    """The balls that stand behind today's matrix, in the student's scale. One query.

    Only what the matrix needs is read. Clubs out of use on `day` are left out, and swings of
    another scale stand under the position nearest in arm angle.
    """
    positions = tuple(positions)
    rows = (
        Ball.objects.filter(student=student, withdrawn_at=None, club__archived_at=None)
        .exclude(club__used_until__lt=day)
        .order_by("hit_on", "hit_at", "pk")
        .values_list(
            "club__label", "swing", "arm_deg", "trajectory", "spin", "tempo",
            "strike", "excluded", "carry_yd", "total_yd", "hit_on", "uid",
        )
    )  # fmt: skip
    keys: dict[tuple[str, ...], CellKey] = {}
    shots = []
    for club, swing, arm, trajectory, spin, tempo, strike, excluded, carry, total, on, uid in rows:
        row = (club, swing, str(arm), trajectory, spin, tempo)
        if row not in keys:
            keys[row] = CellKey(
                club,
                express(swing, arm, positions),
                Trajectory(trajectory),
                Spin(spin),
                Tempo(tempo),
            )
        shots.append(
            Shot(
                cell=keys[row],
                id=uid,
                hit_on=on,
                carry_yd=carry,
                total_yd=total,
                strike=Strike(strike),
                excluded=excluded,
            )
        )
    return shots


def shots_for_file(student: Student) -> list[Shot]:
    """Every ball of the student with everything known of it, for export."""
    return [ball.as_core(club_label=ball.club.label) for ball in balls_of(student).iterator(2000)]


def known_uids(student: Student) -> set[str]:
    """The ids of all balls the student ever had, undone ones too."""
    return set(Ball.objects.filter(student=student).values_list("uid", flat=True))
