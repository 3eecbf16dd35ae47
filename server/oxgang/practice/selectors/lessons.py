"""Reads of lessons, and what speaks for which fault."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from typing import Final

from django.db.models import QuerySet

from oxgang.academy.errors import NotFound
from oxgang.academy.models import Academy, Hand, Student
from oxgang.academy.selectors.chain import windows_of
from oxgang.core.flight.chain import Chain
from oxgang.core.practice.faults import BallSeen, Likely, likely_faults
from oxgang.core.words.lesson import Checkpoint, Seen
from oxgang.core.words.shots import CellKey, Spin, Strike, Tempo, Trajectory
from oxgang.matrix.selectors.matrix import StudentMatrix
from oxgang.practice.models import Lesson, OwnWord
from oxgang.range_sessions.selectors.balls import balls_of

# So many of the last balls speak for a fault.
LOOK_BACK: Final = 60
CELL = ("swing", "trajectory", "spin", "tempo")


def lessons_of(student: Student) -> QuerySet[Lesson]:
    """The student's lessons, newest first."""
    return Lesson.objects.filter(student=student, withdrawn_at=None).select_related("by")


def lesson_of(student: Student, day: date) -> Lesson:
    """The lesson of a day.

    Raises
    ------
    NotFound
        When there is none.
    """
    found = lessons_of(student).filter(day=day).first()
    if found is None:
        raise NotFound("There is no lesson of this day here.")
    return found


def words_of(academy: Academy) -> QuerySet[OwnWord]:
    """The academy's own words, archived ones too: old lessons have them."""
    return OwnWord.objects.filter(academy=academy)


def faults_for(
    student: Student, found: StudentMatrix, seen: Mapping[str, str], most: int = 3
) -> list[Likely]:
    """The faults that what was seen and the student's last balls speak for. Two queries."""
    looks = {Checkpoint(c): Seen(s) for c, s in seen.items() if c in set(Checkpoint)}
    return likely_faults(looks, balls_seen(student, found), student.handicap, most)


def balls_seen(student: Student, found: StudentMatrix) -> list[BallSeen]:
    """The student's last balls as signs of faults."""
    carries = {cell.key: cell.carry_yd for cell in found.matrix.every if not cell.adjusted}
    chain = windows_of(student, {})
    lead = -1.0 if student.hand == Hand.RIGHT else 1.0
    rows = balls_of(student).filter(excluded="").reverse()[:LOOK_BACK]
    seen = []
    for ball in rows:
        key = CellKey(
            found.names.get(ball.club_id, ""),
            ball.swing,
            Trajectory(ball.trajectory),
            Spin(ball.spin),
            Tempo(ball.tempo),
        )
        usual = carries.get(key)
        carry, offline = ball.standard_yd, ball.offline_yd
        seen.append(
            BallSeen(
                Strike(ball.strike),
                past_yd=None if usual is None or carry is None else carry - usual,
                lead_side=lead * offline / carry if carry and offline is not None else None,
                launch_off=_launch_off(chain, ball.launch_deg, key.trajectory, ball.club.loft_deg),
                attack_deg=ball.attack_deg,
            )
        )
    return seen


def _launch_off(chain: Chain, launch_deg: float | None, height: Trajectory, loft_deg: float) -> float | None:
    if launch_deg is None:
        return None
    lo, hi = chain.window(height, loft_deg)
    return (launch_deg - (lo + hi) / 2) / ((hi - lo) / 2)
