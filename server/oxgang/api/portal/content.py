"""What a student's own place says, in the student's unit and in words; nothing of anybody else."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Any, Final

from oxgang.academy.models import Hand, Student
from oxgang.academy.selectors.people import day_at, texts_of
from oxgang.api.practice.content import par_out, par_out_of, round_out, row_name
from oxgang.core.keeping.ground_over_time import HALF_YEAR_DAYS
from oxgang.core.practice.course import course_notes
from oxgang.core.practice.course_shot import MOST_LEFT_YD, MOST_PUTT_YD, PLACELESS, Finish
from oxgang.core.practice.forms import Call
from oxgang.core.practice.portal import Shows
from oxgang.core.practice.scoring import Scoring
from oxgang.core.units import SETS, units_of
from oxgang.core.words.shots import Strike
from oxgang.practice.as_data import call_data, call_of
from oxgang.practice.models import Homework, Round
from oxgang.practice.selectors import portal
from oxgang.practice.selectors.course import on_course
from oxgang.practice.selectors.homework import done_rows, is_late
from oxgang.texts.cards import in_language, in_shots, key_name, swing_name
from oxgang.texts.messages import Texts

Data = dict[str, Any]
# The student reads of so much of the course: as Progress has it at first.
COURSE_FOR: Final = timedelta(days=HALF_YEAR_DAYS)


@dataclass(frozen=True, slots=True)
class _Reader:
    """In whose unit and words: how many of the unit are a yard."""

    words: Texts
    per_yd: float


def content_of(student: Student, now: datetime) -> Data:
    """All parts that the coach has chosen."""
    shown = portal.shows_of(student)
    units = units_of(student.units)
    words = texts_of(student)
    reader = _Reader(words, SETS[units].carry.of(1.0))
    today = day_at(student.academy, now)
    content: Data = {
        "student": portal.name_for(student),
        "academy": student.academy.name,
        "unit": SETS[units].carry.sign,
        "per_yd": reader.per_yd,
        "day": today.isoformat(),
        "left_handed": student.hand == Hand.LEFT,
        "shows": [part.value for part in Shows if part in shown],
        "strikes": [strike.value for strike in Strike],
        "strike_words": [_strike(strike, words) for strike in Strike],
        "limit": student.ball_limit,
    }
    if Shows.HOMEWORK in shown:
        waiting = portal.open_homework(student, now)
        content["homework"] = [_homework(one, reader, today) for one in waiting]
    if Shows.PRACTICE in shown:
        content["games"] = _games(student, now, reader)
        content["rounds"] = [_round(row, words) for row in portal.last_rounds(student)]
    if Shows.PROGRESS in shown:
        content["progress"] = _progress(student, now, reader)
    if Shows.COURSE in shown:
        content["finishes"] = [
            {
                "code": finish.value,
                "label": words.format(f"finish-{finish}"),
                "placed": finish not in PLACELESS,
                "most_yd": MOST_PUTT_YD if finish is Finish.GREEN else MOST_LEFT_YD,
            }
            for finish in Finish
        ]
        since = today - COURSE_FOR
        played = on_course(student, since, units=SETS[units]).course
        content["course"] = [words.say(in_shots(one, words)) for one in course_notes(played)]
    if Shows.CUES in shown:
        content["lesson"] = _lesson(student, words)
    if Shows.BALLS in shown:
        content["balls"] = [
            {
                "shot": key_name(ball.as_core(club_label=ball.club.label).cell, words),
                "carry": None if ball.carry_yd is None else round(ball.carry_yd * content["per_yd"]),
                "strike": "" if ball.strike == Strike.SOLID else _strike(ball.strike, words),
                "day": ball.hit_on.isoformat(),
            }
            for ball in portal.last_balls(student)
        ]
    if Shows.PICTURES in shown:
        content["pictures"] = [
            {
                "id": p.pk,
                "swing": swing_name(p.swing, words),
                "height": words.named(f"height-{p.trajectory}", p.trajectory),
            }
            for p in portal.pictures_of(student)
        ]
    return content


def _strike(strike: str, words: Texts) -> str:
    return words.named(f"strike-{strike}", strike)


def _calls(rounds: Sequence[Sequence[Call]], tolerance_yd: float, student: _Reader) -> Data:
    """Calls as they are called, each once, with what it is for the server; and the order of each
    round, as places among them."""
    places: dict[Call, int] = {}
    orders = [[places.setdefault(call, len(places)) for call in calls] for calls in rounds]
    return {
        "calls": [_call(call, tolerance_yd, student) for call in places],
        "orders": orders,
    }


def _call(call: Call, tolerance_yd: float, reader: _Reader) -> Data:
    at, shot, per = call.yardage_yd, call.shot, reader.per_yd
    return {
        "at": None if at is None else round(at * per, 1),
        "lo": None if at is None else round((at - tolerance_yd) * per, 2),
        "hi": None if at is None else round((at + tolerance_yd) * per, 2),
        "shot": "" if shot is None else key_name(shot, reader.words),
        "given": call.given,
        "mark": "" if call.mark is None else reader.words.format(f"mark-{call.mark}"),
        "balls": call.balls,
        "call": {name: part for name, part in call_data(call).items() if part is not None},
    }


def _homework(homework: Homework, reader: _Reader, today: date) -> Data:
    done, words = done_rows(homework), reader.words
    tolerance = homework.student.tolerance_yd
    rows = []
    for place, row in enumerate(homework.rows):
        came = done.get(place)
        rows.append(
            {
                "name": row_name(row, words),
                "about": words.format(f"form-{row['form']}.about"),
                "cue": in_language(row["cue"], words),
                "wanted": row["wanted"],
                "balls": row["balls"],
                "form": row["form"],
                "seed": row["seed"],
                "par": par_out_of(row["par"]).dict(),
                **_calls([[call_of(c) for c in row["calls"]]], tolerance, reader),
                "done": None if came is None else {"points": came.points, "of": came.of},
            }
        )
    return {
        "id": str(homework.pk),
        "title": homework.title,
        "cues": in_language(homework.cues, words),
        "due": words.format("portal-due", {"on": homework.due_on.isoformat()}),
        "late": is_late(homework, done, today),
        "closed": homework.closed_at is not None,
        "rows": rows,
    }


def _games(student: Student, now: datetime, reader: _Reader) -> list[Data]:
    # By the day: another phone that opens the link calls the same rounds.
    seed, words = day_at(student.academy, now).toordinal(), reader.words
    return [
        {
            "trial": game.trial.value,
            "name": words.format(f"trial-{game.trial}"),
            "about": words.format(f"trial-{game.trial}.about"),
            "scoring": game.rounds[0][2].scoring.value,
            "best": game.best,
            "par": par_out(game.rounds[0][2]).dict(),
            "seeds": [seed for seed, _, _ in game.rounds],
            **_calls([calls for _, calls, _ in game.rounds], game.tolerance_yd, reader),
        }
        for game in portal.games_for(student, now, seed)
    ]


def _round(row: Round, words: Texts) -> Data:
    out = round_out(row)
    name = words.format(f"trial-{row.trial}" if row.trial else f"form-{row.form}")
    return {
        "uid": out.uid,
        "day": words.format("portal-day", {"on": row.day.isoformat()}),
        "name": name[:1].upper() + name[1:],
        "points": out.points,
        "of": out.of,
        "par": out.par,
        "better": out.better,
        "strokes": row.scoring == Scoring.STROKES,
    }


def _progress(student: Student, now: datetime, reader: _Reader) -> Data:
    found = portal.progress_of(student, day_at(student.academy, now))
    goal, streak = found.going, found.streak
    per = reader.per_yd
    return {
        "from": round(student.from_yd * per),
        "to": round(student.to_yd * per),
        "strips": [
            {
                "from": float(str(strip["from_yd"])) * per,
                "to": float(str(strip["to_yd"])) * per,
                "kind": strip["kind"],
            }
            for strip in found.strips
        ],
        "covered": found.covered,
        "solid": found.solid,
        "balls": found.balls,
        "weeks": streak.weeks,
        "longest": streak.longest,
        "paused": streak.paused,
        "goal": reader.words.format(f"portal-goal-{goal.goal}"),
        "met": goal.met,
        "of": goal.of,
    }


def _lesson(student: Student, words: Texts) -> Data | None:
    lesson = portal.last_lesson(student)
    if lesson is None:
        return None
    how = words.format(f"{lesson.drill}.how") if lesson.drill.startswith("drill-") else ""
    return {
        "day": words.format("portal-day", {"on": lesson.day.isoformat()}),
        "cue": words.format(lesson.cue),
        "drill": words.format(lesson.drill),
        "how": "" if how.endswith(".how") else how,
    }
