"""Balls in columns say what the single balls say."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace
from datetime import UTC, datetime

import numpy as np
from oxgang.core.carry.balls import Balls, Hit
from oxgang.core.carry.noise import Change
from oxgang.core.words.shots import BallType, Lie, Strike

from tests.core.builders import CELLS, DAY, TODAY, evidence, hit

NOON = datetime(2026, 5, 1, 12, tzinfo=UTC)


def any_balls(seed: int, number: int = 60) -> list[Hit]:
    """Balls of all kinds there are."""
    rng = np.random.default_rng([33, seed])
    hits = []
    for i in range(number):
        key = CELLS[rng.integers(len(CELLS))]
        ball = hit(float(rng.uniform(30, 90)) if i % 9 else None, key.club, key.swing, uid=f"b{i}")
        total = bool(rng.random() < 0.3)
        ball = replace(
            ball,
            point=replace(ball.point, back_in=float(rng.choice([0, 0, 0, 1.5, 9.0]))),
            day=None if i % 13 == 0 else TODAY + int(rng.integers(-90, 3)) * DAY,
            strike=list(Strike)[rng.integers(len(Strike))] if rng.random() < 0.3 else Strike.SOLID,
            excluded="dog" if rng.random() < 0.1 else "",
            ball=list(BallType)[rng.integers(len(BallType))],
            lie=list(Lie)[rng.integers(len(Lie))],
            sd=0.02 if total else 0.0,
            run_yd=6.0 if total else None,
            ran_yd=8.0 if total and rng.random() < 0.5 else None,
            imported=bool(rng.random() < 0.05),
            imagined=bool(rng.random() < 0.05),
            wind_known=bool(rng.random() < 0.5),
            re_expressed=bool(rng.random() < 0.2),
            moment=NOON if rng.random() < 0.5 else None,
        )
        hits.append(ball)
    return hits


def test_columns_hold_every_ball_as_it_is() -> None:
    for seed in range(20):
        hits = any_balls(seed)
        balls = Balls.of(hits)
        assert ([*balls], balls[-1], [*balls[3:9]]) == (hits, hits[-1], hits[3:9])
        for name in ("teaches", "counts", "from_total"):
            assert getattr(balls, name).tolist() == [getattr(h, name) for h in hits], name
        assert balls.solid.tolist() == [h.strike is Strike.SOLID for h in hits]
        assert balls.set_carry.tolist() == [h.counts and not h.imported for h in hits]
        assert balls.by(TODAY).tolist() == [h.day is None or h.day <= TODAY for h in hits]
        assert balls.last_day() == max(h.day for h in hits if h.day)
        key = hits[5].cell
        assert [*balls.some(balls.in_cell(key))] == [h for h in hits if h.cell == key]
        assert [*balls.some(balls.among({"b3", "b7"}))] == [hits[3], hits[7]]
        more = any_balls(seed + 50, 9)
        assert [*balls.with_more(more)] == [*hits, *more]
        counted = [h for h in hits if h.counts]
        usual = Counter((h.ball, h.lie) for h in counted).most_common(1)[0][0]
        assert balls.some(balls.counts).usual_surface() == usual
    assert ([*Balls.of([])], Balls.of([]).last_day()) == ([], None)


def test_balls_that_come_later_make_the_numbers_that_all_at_once_make() -> None:
    hits = any_balls(7, 200)
    whole = evidence(hits).matrix()
    parts = evidence(hits[:120]).with_hits(hits[120:]).on(TODAY, evidence(hits).clubs).matrix()
    for a, b in zip(whole.cells, parts.cells, strict=True):
        there, here = ((c.carry_yd, c.half_yd, c.shot_sd_yd) for c in (a, b))
        np.testing.assert_allclose(here, there, rtol=0, atol=1e-9)
        assert (a.balls, a.mishits, a.last_measured) == (b.balls, b.mishits, b.last_measured)


def test_what_a_day_rests_on_is_known_again_and_nothing_else_is_taken_for_it() -> None:
    hits = any_balls(3)
    known = evidence(hits, changes=[Change(TODAY - 9 * DAY, at=NOON)])
    later = Hit(hits[0].cell, hits[0].point, 60.0, "later", TODAY + DAY)
    assert evidence([*hits, later], changes=known.changes).fingerprint() == known.fingerprint()
    place = next(i for i, h in enumerate(hits) if h.counts and h.day and h.day < TODAY)
    for more in (
        {"carry_yd": 61.5},
        {"strike": Strike.FAT},
        {"excluded": "dog"},
        {"lie": Lie.ROUGH_UP},
        {"day": TODAY},
        {"moment": NOON + DAY},
        {"sd": 0.5},
    ):
        other = [*hits]
        other[place] = replace(hits[place], **more)
        assert replace(known, hits=other).fingerprint() != known.fingerprint(), more
    for changed in (replace(known, day=TODAY - DAY), replace(known, changes=()), replace(known, clubs=())):
        assert changed.fingerprint() != known.fingerprint()
