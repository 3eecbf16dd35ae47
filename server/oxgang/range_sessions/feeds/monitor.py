"""What a launch monitor sends: JSON to records, checked field by field. No database.

The fields are those of shots.csv. The format is described in docs/monitor.md.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any, Final

from oxgang.core.errors import InputError, OxgangError, ProblemCode
from oxgang.core.flight.air import Air
from oxgang.core.flight.chain import TYPICAL
from oxgang.core.flight.checks import (
    NO_SUCH_DAY,
    in_calendar,
    moment_question,
    problem_with,
    question_about,
)
from oxgang.core.flight.conditions import carry_from_launch
from oxgang.core.words.measurements import ADJUSTMENTS, CONVERTED, MEASURED
from oxgang.core.words.shots import CellKey, Shot, with_measured
from oxgang.files.json_text import read_json

MOST_BALLS: Final = 500
MAX_ID: Final = 48
MAX_NOTE: Final = 200
MAX_NOTE_NAME: Final = 40
MOST_NOTES: Final = 40
NUMBERS: Final = frozenset((*MEASURED, *ADJUSTMENTS))
KNOWN: Final = frozenset((*NUMBERS, *CONVERTED, "id", "hit_at"))


class MalformedFeed(OxgangError):
    """A request that cannot be read: nothing of it was stored."""

    code = ProblemCode.MALFORMED


@dataclass(frozen=True, slots=True)
class SentBall:
    """One ball of a device: measured values by their names in `core.shots`, and notes.

    `question` is a sentence when the values do not fit each other; a coach then decides.
    """

    uid: str
    hit_at: datetime
    measured: dict[str, float]
    extra: dict[str, str]
    question: str


def read_feed(body: bytes, *, now: datetime, altitude_m: float) -> list[SentBall]:
    """The balls of a request: one object, or {"balls": [...]}.

    Raises
    ------
    MalformedFeed
        Naming the field, for anything that cannot be read. Nothing is guessed.
    """
    try:
        data = read_json(body)
    except ValueError as error:
        raise MalformedFeed(f"This is not JSON ({error}).", field="body") from None
    if isinstance(data, dict) and "balls" in data:
        balls, prefix = data["balls"], "balls[{}]."
        if not isinstance(balls, list):
            raise MalformedFeed("balls must be a list.", field="balls")
    else:
        balls, prefix = [data], ""
    if len(balls) > MOST_BALLS:
        raise MalformedFeed(f"Send at most {MOST_BALLS} balls at a time.", field="balls")
    return [_ball(ball, prefix.format(i), now=now, altitude_m=altitude_m) for i, ball in enumerate(balls)]


def _ball(data: Any, prefix: str, *, now: datetime, altitude_m: float) -> SentBall:
    if not isinstance(data, dict):
        raise MalformedFeed("A ball must be an object.", field=prefix.rstrip(".") or "body")
    uid = data.get("id")
    if not isinstance(uid, str) or not 4 <= len(uid) <= MAX_ID:
        raise MalformedFeed(f"id must be text of 4 to {MAX_ID} characters.", field=f"{prefix}id")
    hit_at = _moment(data.get("hit_at"), f"{prefix}hit_at", now)
    measured = _measured(data, prefix)
    notes = {name: value for name, value in data.items() if name not in KNOWN and value is not None}
    if len(notes) > MOST_NOTES:
        raise MalformedFeed(
            f"A ball has {len(notes):,} fields beside the measured ones; at most {MOST_NOTES} are kept.",
            field=prefix.rstrip(".") or "body",
        )
    extra = {str(name)[:MAX_NOTE_NAME]: str(value)[:MAX_NOTE] for name, value in notes.items()}
    if "carry_yd" not in measured and "total_yd" not in measured:
        _fly(measured, extra, prefix, altitude_m)
    question = moment_question(hit_at, now) or question_about(
        with_measured(Shot(cell=CellKey("", "")), measured)
    )
    return SentBall(uid, hit_at, measured, extra, question)


def _moment(value: Any, field: str, now: datetime) -> datetime:
    if value is None:
        return now
    try:
        moment = datetime.fromisoformat(value)
    except (TypeError, ValueError):
        raise MalformedFeed(
            "hit_at must be an ISO 8601 moment such as 2026-05-31T10:00:00Z.", field=field
        ) from None
    moment = moment if moment.tzinfo else moment.replace(tzinfo=UTC)
    if not in_calendar(moment):
        raise MalformedFeed(f"{NO_SUCH_DAY}.", field=field)
    # A device whose clock is ahead must not put balls into tomorrow.
    return min(moment, now)


def _measured(data: Mapping[str, Any], prefix: str) -> dict[str, float]:
    measured: dict[str, float] = {}
    for name, value in data.items():
        target, convert = CONVERTED.get(name, (name, float))
        if target not in NUMBERS or value is None:
            continue
        if isinstance(value, bool) or not isinstance(value, int | float):
            raise MalformedFeed(f"{name} must be a number.", field=f"{prefix}{name}")
        number = convert(float(value))
        if sentence := problem_with(target, number):
            raise MalformedFeed(sentence, field=f"{prefix}{name}")
        measured.setdefault(target, number)
    return measured


def _fly(measured: dict[str, float], extra: dict[str, str], prefix: str, altitude_m: float) -> None:
    """Give a ball without a distance the carry that its launch has, and say so in the notes."""
    if "ball_speed_mps" not in measured or "launch_deg" not in measured:
        raise MalformedFeed(
            "A ball needs carry_yd, or ball_speed_mps and launch_deg.", field=f"{prefix}carry_yd"
        )
    spin = measured.get("spin_rpm")
    if spin is None:
        # Whose ball it is, and of which cell, is not known yet.
        spin = TYPICAL.start(CellKey("", "")).spin_per_mps * measured["ball_speed_mps"]
        extra["typical spin_rpm"] = f"{spin:.0f}"
    air = Air(measured.get("temperature_c", 20.0), measured.get("altitude_m", altitude_m))
    try:
        measured["carry_yd"] = carry_from_launch(
            measured["ball_speed_mps"],
            measured["launch_deg"],
            spin,
            air=air,
            headwind_mps=measured.get("headwind_mps", 0.0),
        )
    except InputError as error:
        raise MalformedFeed(error.template, field=f"{prefix}{error.field}") from None
    extra["carry"] = "from flight"
