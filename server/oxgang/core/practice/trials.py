"""Practice tests: rounds with fixed rules, so that they can be repeated and compared with par.

Names, rules and scores are Oxgang's own.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from enum import StrEnum
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.practice.forms import Field, PracticeForm, Row, Step
from oxgang.core.practice.scoring import Scoring
from oxgang.core.words.complete import complete
from oxgang.core.words.shots import CellKey


class Trial(StrEnum):
    """A practice test: ten in one furrow, up and down a ladder, an open field by chance, the same
    for strokes, the worse of two."""

    FURROW = "furrow"
    LADDER = "ladder"
    OPEN_FIELD = "open field"
    STROKES = "strokes"
    WORSE = "worse of two"


@dataclass(frozen=True, slots=True)
class Rules:
    """What a test asks and how it is scored."""

    form: PracticeForm
    balls: int
    scoring: Scoring


RULES: Final = complete(
    Trial,
    {
        Trial.FURROW: Rules(PracticeForm.BLOCKED, 10, Scoring.WITHIN),
        Trial.LADDER: Rules(PracticeForm.SERIAL, 14, Scoring.WITHIN),
        Trial.OPEN_FIELD: Rules(PracticeForm.RANDOM, 20, Scoring.WITHIN),
        Trial.STROKES: Rules(PracticeForm.RANDOM, 10, Scoring.STROKES),
        Trial.WORSE: Rules(PracticeForm.WORSE, 20, Scoring.WITHIN),
    },
)


def row_of(trial: Trial, field: Field, shot: CellKey | None, limit: int) -> Row:
    """The row of a test for a student: with the shot of a blocked one (the first in work or played
    when None), shorter where the limit of balls asks for it.

    Raises
    ------
    InputError
        When no shot is played.
    """
    rules = RULES[trial]
    if not field.shots:
        raise InputError("No shots in use. Choose some under Shots, then start a test.", field="trial")
    balls = min(rules.balls, limit)
    step = Step.WIDE if field.to_yd - field.from_yd > WIDE_FROM_YD else Step.NARROW
    return Row(form=rules.form, balls=balls, shot=shot or field.shots[0].key, step=step)


# Over more ground than this a ladder in narrow steps is too long for a test [yd].
WIDE_FROM_YD: Final = 40.0


def weakest(field: Field, learning: Collection[CellKey]) -> CellKey | None:
    """The shot that a blocked test is best spent on: in work, else the widest played."""
    if learning:
        return next(iter(learning))
    if not field.shots:
        return None
    return max(field.shots, key=lambda shot: shot.shot_sd_yd / shot.carry_yd).key
