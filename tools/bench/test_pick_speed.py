"""How long a pick takes: all shots of a matrix in one situation, and the table of a phone."""

from __future__ import annotations

from typing import Any

import pytest
from django.utils import timezone
from oxgang.academy.models import Student
from oxgang.academy.selectors.people import local_day
from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.surfaces import common_factor
from oxgang.core.carry.today import struck_from
from oxgang.core.flight.chain import Chain
from oxgang.core.ground.played import candidates_of
from oxgang.core.pick.choice import pick
from oxgang.core.pick.mishits import usual_contact
from oxgang.core.pick.pattern import patterns_of, usual_lateral
from oxgang.core.pick.situation import Situation, band_of
from oxgang.core.pick.strokes import baseline_for
from oxgang.core.words.shots import CellKey, Trajectory
from oxgang.core.words.swing import CLOCK, controlled
from oxgang.demo.season import load_demo
from oxgang.matrix.selectors.cached import CachedMatrix
from oxgang.matrix.selectors.matrix import matrix_of
from oxgang.matrix.selectors.pick_table import pick_table

from tests.core.builders import LOFTS, made
from tests.core.picks import ARMS

PICK_LIMIT_S = 0.100
TABLE_LIMIT_S = 5.0


def whole_matrix() -> list[Cell]:
    """72 cells: four clubs, six swings, three heights."""
    cells = []
    for i, club in enumerate(LOFTS):
        for j, swing in enumerate(ARMS):
            for k, height in enumerate(Trajectory):
                carry = 24.0 + 11 * j + 5 * i + 3 * (1 - k)
                cells.append(made(carry, sd=3.0, key=CellKey(club, swing, height)))
    return cells


def test_every_shot_of_a_matrix_in_one_situation(benchmark: Any) -> None:
    there = Situation(pin_yd=62, headwind_mps=3, trouble=(band_of("bunker:44-52"),))
    cells, contact, baseline = whole_matrix(), usual_contact(18), baseline_for(18)
    struck = struck_from(cells, Chain(LOFTS), altitude_m=0.0, lie=there.lie, factor=common_factor(there.lie))
    assert struck is not None
    shots = candidates_of(struck.standard, LOFTS, ARMS)

    def whole() -> int:
        patterns = patterns_of(
            struck, shots, there, altitude_m=0.0, contact=contact, lateral=usual_lateral(18)
        )
        return len(pick(patterns, there, baseline, contact, controlled(CLOCK)).patterns)

    assert benchmark(whole) == 72
    assert benchmark.stats["median"] < PICK_LIMIT_S


@pytest.mark.django_db
def test_the_table_of_a_phone(benchmark: Any) -> None:
    load_demo(now=timezone.now())
    student = Student.objects.select_related("academy", "scale").get(name__startswith="Jory")
    found = matrix_of(student, local_day(student, timezone.now()), live=True)

    def work() -> int:
        return len(pick_table(student, CachedMatrix(found)).rows)

    assert benchmark.pedantic(work, rounds=3) == 81
    assert benchmark.stats["median"] < TABLE_LIMIT_S
