"""What a student's own place shows: only this student's, and only what the coach has chosen."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Final

from django.db.models import F, Q, QuerySet

from oxgang.academy.models import Student
from oxgang.academy.selectors.consent import LINK, agreed, first_name
from oxgang.academy.tokens import hash_of
from oxgang.core.practice.forms import Call, calls_of
from oxgang.core.practice.par import Par
from oxgang.core.practice.portal import Going, Shows, Streak, going, streak_of, usual_parts
from oxgang.core.practice.scoring import Scoring
from oxgang.core.practice.trials import RULES, Trial, row_of, weakest
from oxgang.core.words.shots import Strike
from oxgang.matrix.models import CardLink, Summary
from oxgang.matrix.selectors.played import played_in
from oxgang.practice.models import Homework, Lesson, Picture, Round, Sharing
from oxgang.practice.selectors.homework import homework_of
from oxgang.practice.selectors.lessons import lessons_of
from oxgang.practice.selectors.player import field_of, learning_in, matrix_now, par_for
from oxgang.practice.selectors.rounds import LOOK_BACK, misses_of, rounds_of
from oxgang.range_sessions.models import Ball
from oxgang.range_sessions.selectors.balls import balls_of, days_hit

# A phone without a network has so many rounds of each game before one comes again.
ROUNDS_AHEAD: Final = 4
# What is shown of the past.
MOST_ROUNDS: Final = 8
CONTACT_BALLS: Final = 60
GOAL_BALLS: Final = 40
# Homework that is done is shown for so long.
DONE_FOR: Final = timedelta(days=14)


def link_of(token: str, now: datetime) -> CardLink | None:
    """A link that shows something: known, not ended, not past its day, of nobody archived."""
    link = (
        CardLink.objects.filter(token_hash=hash_of(token), revoked_at=None, expires_at__gt=now)
        .select_related("student__academy", "student__scale")
        .first()
    )
    if link is None or link.student.archived_at is not None:
        return None
    # The academy's limit holds for links that were made before it was set, too.
    longest = link.made_at + timedelta(days=link.student.academy.link_days)
    if not agreed(link.student).phone:
        longest = min(longest, link.made_at + LINK)
    return link if now < longest else None


def shows_of(student: Student) -> frozenset[Shows]:
    """What the student is shown: what the coach has chosen, as far as it is agreed to. Two queries."""
    may = agreed(student)
    shown = chosen_for(student) if may.phone else chosen_for(student) & {Shows.CARD}
    return shown if may.pictures else shown - {Shows.PICTURES}


def name_for(student: Student) -> str:
    """How the student's own place calls the student."""
    return student.name if agreed(student).phone else first_name(student.name)


def chosen_for(student: Student) -> frozenset[Shows]:
    """What the coach has chosen to show the student. One query."""
    chosen = Sharing.objects.filter(student=student).values_list("shows", flat=True).first()
    if chosen is None:
        return usual_parts(student.ball_limit)
    return frozenset(Shows(part) for part in chosen if part in set(Shows))


@dataclass(frozen=True, slots=True)
class Game:
    """A practice test as a phone plays it: rounds made ahead, each with its seed, calls and par;
    the best share of points so far."""

    trial: Trial
    rounds: Sequence[tuple[int, list[Call], Par]]
    best: float | None
    tolerance_yd: float


@dataclass(frozen=True, slots=True)
class Progress:
    """How the student does: the small ground as the list of students keeps it, solid strikes of the
    last balls, weeks of practice, the next goal."""

    strips: Sequence[dict[str, object]]
    covered: float | None
    solid: int
    balls: int
    streak: Streak
    going: Going


def open_homework(student: Student, now: datetime) -> list[Homework]:
    """What the student has to do, and what was done lately; the one due first is first."""
    shown = Q(closed_at=None) | Q(closed_at__gt=now - DONE_FOR)
    return list(homework_of(student).filter(shown).order_by("due_on", "made_at"))


def games_for(student: Student, now: datetime, seed: int) -> list[Game]:
    """The tests that a student can take alone; none while no shot is played.

    Parameters
    ----------
    seed
        Of the first round; those after it follow.
    """
    cached = matrix_now(student, now)
    shots = played_in(student, cached.found)
    field = field_of(student, cached, shots)
    if not field.shots:
        return []
    mine = rounds_of(student).filter(score_only=False, of__gt=0).exclude(trial="")
    best: dict[str, float] = {}
    for trial, points, of in mine.values_list("trial", "points", "of"):
        best[trial] = max(best.get(trial, 0.0), (points or 0.0) / of)
    games = []
    for trial in Trial:
        scoring = RULES[trial].scoring
        row = row_of(trial, field, weakest(field, learning_in(shots)), student.ball_limit)
        rounds: list[tuple[int, list[Call], Par]] = []
        for number in range(ROUNDS_AHEAD):
            calls = calls_of(row, field, seed + number)
            if rounds and calls == rounds[0][1]:
                break  # nothing in it is chance
            # Par counts what is called, not in which order.
            par = rounds[0][2] if rounds else par_for(student, cached, calls, scoring, field.tolerance_yd)
            rounds.append((seed + number, calls, par))
        share = None if scoring is Scoring.STROKES else best.get(trial)
        games.append(Game(trial, rounds, share, field.tolerance_yd))
    return games


def progress_of(student: Student, today: date) -> Progress:
    """How the student does. Five queries, and nothing is computed anew."""
    cached = Summary.objects.filter(student=student).values_list("content", flat=True).first()
    content = json.loads(cached) if cached else {}
    last = balls_of(student).reverse().values_list("strike", flat=True)[:CONTACT_BALLS]
    strikes = list(last)
    rounds = list(rounds_of(student)[:LOOK_BACK])
    days = {made.day for made in rounds}
    days |= set(balls_of(student).order_by().values_list("hit_on", flat=True).distinct())
    return Progress(
        strips=content.get("ground", []),
        covered=content.get("covered"),
        solid=sum(strike == Strike.SOLID for strike in strikes),
        balls=len(strikes),
        streak=streak_of(days, today),
        going=going(misses_of(rounds, GOAL_BALLS), student.handicap),
    )


def last_rounds(student: Student) -> list[Round]:
    """The student's last rounds."""
    return list(rounds_of(student)[:MOST_ROUNDS])


def last_lesson(student: Student) -> Lesson | None:
    """The student's last lesson."""
    return lessons_of(student).first()


def last_balls(student: Student) -> list[Ball]:
    """The balls of the student's last day."""
    hit = days_hit(student)
    return [] if hit is None else list(balls_of(student).filter(hit_on=hit[1]))


def pictures_of(student: Student) -> QuerySet[Picture]:
    """The student's positions, without their content."""
    return Picture.objects.filter(student=student, withdrawn_at=None).defer("content")


def opened(link: CardLink, now: datetime) -> None:
    """Remember that somebody looked, and how often. At most once an hour is written."""
    if link.opened_at is None or now - link.opened_at > timedelta(hours=1):
        CardLink.objects.filter(pk=link.pk).update(opened_at=now, opened=F("opened") + 1)
