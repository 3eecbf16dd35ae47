"""Rounds, calls and pars as answers: for coaches and for the student's own place."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from oxgang.academy.models import Student
from oxgang.api.fields import made
from oxgang.api.practice.schemas import ParOut, RoundIn, RoundOut
from oxgang.core.errors import InputError
from oxgang.core.practice.forms import PracticeForm
from oxgang.core.practice.par import Par, of_data
from oxgang.core.practice.scoring import Scoring
from oxgang.practice.as_data import key_of
from oxgang.practice.models import Round
from oxgang.practice.selectors.homework import one_homework
from oxgang.practice.selectors.rounds import par_in
from oxgang.practice.services.rounds import Hit
from oxgang.texts.cards import key_name, swing_name
from oxgang.texts.messages import Texts


def par_out(par: Par) -> ParOut:
    """A par with what each score would beat."""
    scores = range(par.counted + 1) if par.scoring is Scoring.WITHIN else ()
    return ParOut(
        scoring=par.scoring,
        par=par.par,
        mean=round(par.mean, 2),
        beats=[round(par.beats(score), 3) for score in scores],
    )


def par_out_of(data: Mapping[str, Any]) -> ParOut:
    """A par as it is kept."""
    return par_out(of_data(data))


def round_out(row: Round) -> RoundOut:
    """A round against its par."""
    par = par_in(row)
    beaten = None if par is None or row.points is None else round(par.beats(row.points), 3)
    return made(
        RoundOut,
        **{
            name: getattr(row, name)
            for name in (
                "uid",
                "day",
                "ended_at",
                "form",
                "scoring",
                "points",
                "of",
                "reported",
                "score_only",
                "clock_off",
            )
        },
        trial=row.trial or None,
        par=par.par if par else None,
        better=beaten,
        by=row.by.name if row.by else "",
        seen=row.seen_at is not None,
    )


def hit_of(student: Student, data: RoundIn) -> Hit:
    """A round as it comes in.

    Raises
    ------
    InputError
        For a row that the homework does not have.
    NotFound
        For homework of nobody or somebody else.
    """
    values = data.dict()
    values.pop("homework_id")
    homework = one_homework(student, data.homework_id) if data.homework_id else None
    if homework is not None:
        if data.row is None or data.row >= len(homework.rows):
            raise InputError("This homework has no such row.", field="row")
        # What was asked is what the coach sent, whatever a phone says that it was.
        row = homework.rows[data.row]
        values |= {"calls": row["calls"], "form": PracticeForm(row["form"]), "seed": row["seed"]}
        values |= {"trial": None, "scoring": Scoring.WITHIN}
    return Hit(homework=homework, **values)


def row_name(row: Mapping[str, Any], words: Texts) -> str:
    """What a row is called: its shot or swing, and its form."""
    shot, form = key_of(row.get("shot")), row["form"]
    what = (
        key_name(shot, words)
        if shot is not None
        else swing_name(row["swing"], words)
        if form == PracticeForm.ONE_SWING
        else ""
    )
    name = words.format(f"form-{form}")
    title = f"{what}, {name}" if what else name
    return title[:1].upper() + title[1:]
