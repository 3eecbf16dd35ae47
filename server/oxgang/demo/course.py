"""Rounds of the demo on the course: what the pick proposes, hit as the student hits, one club short."""

from __future__ import annotations

from datetime import datetime, timedelta
from math import hypot

import numpy as np

from oxgang.academy.models import Student
from oxgang.core.pick.mishits import Contact
from oxgang.core.pick.pattern import Pattern
from oxgang.core.pick.situation import Situation
from oxgang.core.pick.table import Wind, situation_at
from oxgang.core.practice.course_shot import Finish, checked_end
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.shots import Lie
from oxgang.demo.records import DemoCourse
from oxgang.matrix.selectors.picking import pick_in, shots_to_pick
from oxgang.matrix.selectors.played import played_in
from oxgang.matrix.selectors.published import card_of, versions_of
from oxgang.practice.selectors.player import matrix_now
from oxgang.practice.services.course import Played, log_course_shot

# A putt that short is holed by this one's book.
HOLED_YD = 0.12
MINUTES = 14


def play(student: Student, wanted: DemoCourse, rng: np.random.Generator, *, now: datetime) -> None:
    """A round: so many pitches, each by the newest card, logged by the student."""
    student.refresh_from_db()
    version = versions_of(student).first()
    if version is None:
        return
    places = {(c.key, c.back_in, c.down_in): i for i, c in enumerate(card_of(version).played)}
    for number in range(wanted.shots):
        pin, lie = float(rng.integers(student.from_yd + 8, student.to_yd - 8)), Lie.FAIRWAY
        if rng.random() < 1 / 4:
            lie = Lie.ROUGH_UP
        cached = matrix_now(student, now)
        picking = cached.picking(student)
        shots = shots_to_pick(student, played_in(student, cached.found))
        there = situation_at(pin, lie, Wind.NONE, Firmness.MEDIUM, PinAt.MIDDLE)
        found = pick_in(picking, shots, there)
        pattern = found.patterns[found.best]
        place = places.get(pattern.shot.name)
        if place is None:
            continue
        short = wanted.short if pattern.shot.key.club == wanted.club else 0.0
        past, right = _hit(pattern, picking.contact, there, short, rng)
        finish = _finish(past, right, there, rng)
        log_course_shot(
            student,
            Played(
                uid=f"demo-course-{wanted.days_ago}-{number}",
                version=version.pk,
                place=place,
                pin_yd=pin,
                lie=lie,
                wind=Wind.NONE,
                firmness=there.firmness,
                pin_at=PinAt.MIDDLE,
                ended=checked_end(finish, past_yd=past, right_yd=right),
                played_at=now - timedelta(minutes=MINUTES * (wanted.shots - number)),
            ),
            now=now,
        )


def _hit(
    pattern: Pattern, contact: Contact, there: Situation, short: float, rng: np.random.Generator
) -> tuple[float, float]:
    """How far past the pin a ball finishes, and how far to the right of it [yd]."""
    finish, sd, wide = pattern.finish_yd * (1 - short), hypot(pattern.ball_sd_yd, pattern.run_sd_yd), 1.0
    if rng.random() < pattern.mishit_share:
        shares = np.array([kind.share for kind in contact.kinds])
        kind = contact.kinds[rng.choice(len(shares), p=shares / shares.sum())]
        finish, sd, wide = finish * kind.finish, kind.finish_sd * finish, kind.wide
    past = rng.normal(finish, sd) - there.pin_yd
    return round(float(past), 1), round(float(rng.normal(0, wide * pattern.lateral_sd_yd)), 1)


def _finish(past: float, right: float, there: Situation, rng: np.random.Generator) -> Finish:
    if hypot(past, right) < HOLED_YD:
        return Finish.HOLED
    if -there.front_yd < past < there.back_yd and abs(right) < there.width_yd / 2:
        return Finish.GREEN
    if past < -there.front_yd:
        return Finish.FAIRWAY
    return Finish.BUNKER if rng.random() < 1 / 3 else Finish.ROUGH
