"""One student walked through the whole of core, against what it said before.

No reference outside the project: this is what notices a constant that moved, a comparison that
turned, a branch that went, wherever it is. What core ought to say is what the other tests check.
When a change of numbers is meant, `make golden` writes tests/core/golden.json anew, and its diff
shows all that moved.
"""

from __future__ import annotations

import json
import math
from collections.abc import Iterator, Mapping
from dataclasses import fields, is_dataclass, replace
from datetime import date
from enum import Enum
from itertools import product
from pathlib import Path
from typing import Any

import numpy as np
import pytest
from oxgang.core.carry.adjustments import adjustments_of
from oxgang.core.carry.ageing import halves, halves_after, worth_hitting_on
from oxgang.core.carry.arithmetic import arithmetic, swaps
from oxgang.core.carry.asking import question_about
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.cells import furrow
from oxgang.core.carry.enough import balls_more
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.guess import positions_seen
from oxgang.core.carry.matrix import Matrix
from oxgang.core.carry.prior import Point, Points, mean_log_carry
from oxgang.core.carry.surfaces import lie_factors
from oxgang.core.carry.today import starts_of, today_of
from oxgang.core.carry.wedges import best_wedge
from oxgang.core.carry.why import why
from oxgang.core.flight.chain import Chain
from oxgang.core.ground.card import Card, by_yardage, card_cell
from oxgang.core.ground.choice import answer_at
from oxgang.core.ground.coverage import coverage, probability
from oxgang.core.ground.fills import fills_for
from oxgang.core.ground.gaps import Stretch, expected_miss_yd, overlaps
from oxgang.core.ground.ground import best_at, ground_of, played_ground, small_ground
from oxgang.core.ground.lofts import search_lofts
from oxgang.core.ground.played import candidates_of
from oxgang.core.ground.proposal import propose
from oxgang.core.ground.stages import Criteria, Stage, stage_of, standings
from oxgang.core.ground.window import window_at
from oxgang.core.keeping.drift.sessions import trend_of
from oxgang.core.keeping.drift.verdict import strike_counts, verdict_on
from oxgang.core.keeping.due import due_of, matters
from oxgang.core.keeping.events import EventKind, Happened, changes_of
from oxgang.core.keeping.ground_over_time import days_to_show, ground_on_day
from oxgang.core.keeping.history import history_of
from oxgang.core.keeping.progress import Launched, stretch_of, stretches_of, turn_at
from oxgang.core.keeping.remarks import before_and_after, draft
from oxgang.core.keeping.review import compare
from oxgang.core.keeping.versions import differences
from oxgang.core.practice.check_up import settled
from oxgang.core.practice.plan import check_balls, plan_balls
from oxgang.core.practice.protocols import Protocol, Wish, plan_for
from oxgang.core.words.shots import (
    BallType,
    CellKey,
    Lie,
    Shot,
    Spin,
    Strike,
    Tempo,
    Trajectory,
)
from oxgang.core.words.swing import CLOCK, controlled

from tests.core.builders import ARMS, CLUBS, DAY, LOFTS, TODAY, point

GOLDEN = Path(__file__).with_name("golden.json")
CHAIN = Chain(LOFTS)
GROUND: dict[str, Any] = {"from_yd": 30, "to_yd": 100, "tolerance_yd": 2.5}
RANGE: dict[str, Any] = {"from_yd": 30, "to_yd": 100}
# Days ago, and how the student's carries stood then (of log carry).
SESSIONS = ((420, 0.0), (200, 0.01), (120, 0.0), (60, 0.02), (41, 0.01), (33, 0.03), (12, 0.05))


def carry_of(key: CellKey) -> float:
    rule = float(mean_log_carry(Points.of([point(key)]))[0])
    quirk = 0.05 * math.sin(LOFTS[key.club] + 3 * len(key.swing) + list(Trajectory).index(key.trajectory))
    return math.exp(rule - 0.06 + quirk)


def balls_of(days_ago: int, moved: float, rng: np.random.Generator, n: int) -> Iterator[Hit]:
    """A session of one cell after another, with what happens to balls in between."""
    heights = (Trajectory.STOCK, Trajectory.STOCK, Trajectory.LOW, Trajectory.HIGH)
    cells = list(product(("60", "56", "52"), ("8:00", "9:00", "10:00")))
    for i in range(n):
        club, swing = cells[i % len(cells)]
        key = CellKey(club, swing, heights[i // 5 % 4])
        if i % 17 == 0:
            key = replace(key, trajectory=Trajectory.STOCK, spin=Spin.GRAB)
        if i % 19 == 0:
            key = replace(key, spin=Spin.CHECK, tempo=Tempo.SLOWER)
        fat = i % 11 == 3
        log = math.log(carry_of(key)) + moved + float(rng.normal(0, 0.05)) - 0.25 * fat
        at = replace(point(key), back_in=2.0 * (i % 13 == 5), down_in=1.0 * (i % 29 == 8))
        yield Hit(
            key,
            at,
            math.exp(log),
            f"{days_ago}-{i}",
            TODAY - days_ago * DAY,
            Strike.FAT if fat else Strike.SOLID,
            "a gust" if i % 23 == 7 else "",
            BallType.RANGE if i % 6 == 4 else BallType.PREMIUM,
            (Lie.MAT, Lie.FAIRWAY)[i % 2],
            sd=0.03 if i % 9 == 2 else 0.0,
            wind_known=i % 3 > 0,
        )


def evidence() -> Evidence:
    rng = np.random.default_rng(8)
    hits = [h for ago, moved in SESSIONS for h in balls_of(ago, moved, rng, 36)]
    full = CellKey("47", "full")
    imported = Hit(full, point(full), 101.0, "told", TODAY - 50 * DAY, sd=0.06, imported=True)
    # A shoulder swing of another scale stands under the nearest of this one.
    other = Point("47", 47.0, 130.0)
    elsewhere = [
        Hit(CellKey("47", "10:00"), other, c, f"other-{c}", TODAY - 60 * DAY, re_expressed=True)
        for c in (90.0, 92.0, 91.0)
    ]
    wild = Hit(CellKey("56", "9:00"), point(CellKey("56", "9:00")), 31.0, "wild", TODAY - 12 * DAY)
    # The 52 is out of order: its 9:00 carries less than that of the 56.
    short = [
        Hit(CellKey("52", "9:00"), point(CellKey("52", "9:00")), c, f"short-{c}", TODAY - 12 * DAY)
        for c in (38.0, 39.0, 38.5, 39.5, 38.2, 39.1)
    ]
    events = [
        Happened(EventKind.BENT, TODAY - 100 * DAY, "60"),
        Happened(EventKind.TECHNIQUE, TODAY - 35 * DAY, swing="10:00", arm_deg=120.0),
    ]
    return Evidence(
        [*hits, imported, *elsewhere, wild, *short], CLUBS, CLOCK.positions, TODAY, changes_of(events)
    )


def new_balls(share: float, cells: list[CellKey]) -> list[Hit]:
    rng = np.random.default_rng(9)
    return [
        Hit(
            key,
            point(key),
            carry_of(key) * math.exp(share + float(rng.normal(0, 0.04))),
            f"new-{i}",
            TODAY,
        )
        for i, key in enumerate(cells * 2)
    ]


def carry(e: Evidence, m: Matrix) -> dict[str, Any]:
    key = CellKey("56", "9:00")
    some = [c.key for c in m.cells if c.balls]
    points = [point(CellKey(club, swing)) for club, swing in (("56", "9:00"), ("47", "11:00"))]
    return {
        "cells": m.cells,
        "conflicts": m.conflicts,
        "suspects": [(s, s.might_be) for s in m.suspects],
        "spread": m.spread,
        "why": [why(m, key), why(m, CellKey("52", "10:00", Trajectory.HIGH))],
        "wedges": best_wedge(m, e.hits, [c.label for c in CLUBS]),
        "arithmetic": arithmetic(m.cells, CLOCK.positions),
        "halves": halves(e, points),
        "halves after": halves_after(e, points, [(key, point(key), 52.0, 9)]),
        "worth hitting": [
            worth_hitting_on(e, points[:1], [(key, points[0], 52.0, 5)], over_yd=t) for t in (1.0, 3.0, 6.0)
        ],
        "more balls": [balls_more(c, 2.5) for c in m.cells[:40]],
        "furrow": furrow(60, 3),
        "another bag": e.with_bag([replace(CLUBS[0], loft_deg=58), *CLUBS[1:]]).matrix().cells[:9],
        "a year ago": e.on(TODAY - 110 * DAY, CLUBS).matrix().cells[::7],
        "starts": starts_of(m.cells[:6], CHAIN, 300),
        "lies": lie_factors(m.fit),
        "adjustments": adjustments_of(m, e, [m[key]]),
        "others": [m.variants[::9], m.adjustments, m.against, m.splits],
        "question": question_about(e.with_hits(new_balls(0.3, [key])), key, some),
        "swaps": swaps(m.cells, CLOCK.positions),
        "today": today_of(m.cells, CHAIN, altitude_m=300, temperature_c=8, headwind_mps=4)[:9],
        "seen": positions_seen(
            [Shot(cell=CellKey("56", s), carry_yd=c) for s, c in (("a", 40), ("b", 62), ("9:00", 52))],
            LOFTS,
        ),
    }


def ground(e: Evidence, m: Matrix) -> dict[str, Any]:
    some = [c for c in m.cells if c.balls]
    gap = Stretch(66, 74)
    shots = candidates_of(m.every, LOFTS, ARMS)
    limit = controlled(CLOCK)
    return {
        "coverage": coverage(m.cells, some[::2], **GROUND),
        "probability": probability(some[3], 52, 2.5),
        "proposal": propose(shots, limit, **GROUND, estimates_yd=4.0),
        "most ground": propose(shots, limit, **GROUND, price=0.0),
        "answers": [answer_at(shots, y, 2.5) for y in (35, 50, 71.5, 99)],
        "played": played_ground(shots, [*range(0, len(shots), 7)], ground_of(m.cells, **GROUND)),
        "window": window_at(gap, shots, limit, LOFTS),
        "overlaps": [(str(a), str(b)) for a, b in overlaps(some)],
        "best": best_at(m.cells, (35, 50, 71.5, 99)),
        "miss": [expected_miss_yd(c, 55) for c in some[:6]],
        "ground": ground_of(m.cells, **GROUND),
        "small": small_ground(some, **GROUND),
        "fills": {
            f"{stage} {later}": fills_for(
                gap,
                m,
                e,
                gaps=[gap, Stretch(90, 95)],
                played={shots[0].name},
                limit=limit,
                tolerance_yd=2.5,
                stage=stage,
                later=later,
            )
            for stage in Stage
            for later in (False, True)
        },
        "lofts": [*search_lofts(e.with_bag(CLUBS[:2]), 2, **GROUND)][-1],
        "stages": stages(m),
        "card": by_yardage(published(m, "2026-06-01"), step=7),
    }


def stages(m: Matrix) -> list[Any]:
    launches = [i % 9 < 7 for i in range(24)]
    found = []
    for fat in (2, 8):
        strikes = [Strike.FAT] * fat + [Strike.SOLID] * 22
        now = standings(strikes[::-1], m.cells, launches, **GROUND, criteria=Criteria(cells=0.4))
        found += [now, stage_of(now)]
    return found


def published(m: Matrix, day: str, moved: float = 1.0) -> Card:
    cells = [
        replace(card_cell(c), carry_yd=c.carry_yd * (moved if c.key.club == "56" else 1)) for c in m.cells
    ]
    return Card(
        student="Odile",
        academy="W",
        version=1,
        day=day,
        note="",
        metres=False,
        **GROUND,
        clubs=tuple((c.label, c.loft_deg) for c in CLUBS),
        positions=tuple((p.label, p.cue) for p in CLOCK.positions),
        cells=tuple(cells),
    )


def keeping(e: Evidence, m: Matrix) -> dict[str, Any]:
    events = [
        Happened(EventKind.BREAK, TODAY - 9 * DAY),
        Happened(EventKind.RESET, TODAY - 20 * DAY, swing="9:00", arm_deg=90.0),
        Happened(EventKind.BENT, TODAY - 100 * DAY, "60"),
        Happened(EventKind.NEW_CLUB, TODAY - 9 * DAY, "47"),
    ]
    took = {"47": [CellKey("52", "9:00")]}
    played = matters(m.cells, **RANGE, stands_in=took)
    facts: dict[str, Any] = {
        "as_of": TODAY,
        "tolerance_yd": 2.0,
        "clubs": 4,
        "balls": 99,
        "last_hit": TODAY - 70 * DAY,
        "events": events,
    }
    days = sorted({h.day for h in e.hits if h.day})
    launches = [Launched(d, i % 3 > 0) for i, d in enumerate(days)]
    span = (TODAY - 420 * DAY, TODAY)
    whole = stretch_of(e.hits, launches, *span)
    halves_ = turn_at(e.hits, launches, TODAY - 60 * DAY, from_day=span[0], to_day=span[1])
    assert halves_ is not None
    everywhere = [CellKey(c, s) for c, s in product(("60", "56", "52"), ("8:00", "9:00", "10:00"))]
    new = new_balls(0.06, everywhere)
    after = e.with_hits(new).matrix()
    return {
        "played": [str(c.key) for c in played],
        "due": [
            due_of(played, **facts, waiting=2, new_clubs={"47": TODAY - 9 * DAY}),
            due_of(played[:2], **facts | {"tolerance_yd": 0.5, "last_hit": TODAY - 61 * DAY}),
            due_of(played, **facts | {"tolerance_yd": 30.0}),
        ],
        "trend": trend_of(e),
        "verdicts": [
            verdict_on(e, new_balls(share, cells), strike_counts(e.hits, struck))
            for share, cells in (
                (0.0, everywhere),
                (0.11, everywhere),
                (-0.07, everywhere[:3]),
                (0.16, everywhere[4:5] * 6),
            )
            for struck in ([(Strike.SOLID, 50.0, 53.0)] * 16, [(Strike.FAT, 40.0, 40.0)] * 9)
        ],
        "too few": verdict_on(e, new[:7], strike_counts([], [])),
        "history": history_of(e.hits, CellKey("56", "9:00"), events),
        "looks": [
            ground_on_day(d, [c for c in e.on(d, CLUBS).matrix().cells if c.measured], **GROUND)
            for d in days[::3]
        ],
        "days": [days_to_show(days[: n * 3], *span) for n in (0, 1, 2)],
        "stretches": stretches_of(e.hits, launches, *span),
        "turn": halves_,
        "remarks": draft("Odile", whole, halves_, covered=(0.3, 0.44), doubtful=0.2, **RANGE),
        "moved": before_and_after(halves_),
        "review": compare(m, after, {h.cell: [h.carry_yd or 0.0] for h in new}),
        "versions": differences(published(m, "a"), published(m, "b", 1.09)),
    }


def practice(e: Evidence, m: Matrix) -> dict[str, Any]:
    due = [c.key for c in m.cells if c.balls and c.half_yd > 2.5][:7]
    wish = Wish(balls=30, **RANGE, stage=Stage.DISTANCE, yardage=55.0, tolerance_yd=2.5)
    return {
        "protocols": {
            f"{p} {stage}": plan_for(p, m, replace(wish, stage=stage)) for p in Protocol for stage in Stage
        },
        "due": plan_for(Protocol.CHECK_UP, m, replace(wish, due=due)),
        "due and more": plan_for(Protocol.CHECK_UP, m, replace(wish, due=due[:2])),
        "settled": settled(m, e, replace(wish, due=due, balls=15)),
        "chosen": plan_for(Protocol.TEMPO_MAP, m, replace(wish, club="52", swing="10:00", balls=7)),
        "planned": plan_balls(m, 45, from_yd=40, to_yd=80),
        "checked": check_balls(m, 13, among=lambda key: key.club == "56"),
    }


def plain(value: object) -> Any:
    """As JSON keeps it, numbers to seven places that count."""
    if isinstance(value, Enum | str | bool) or value is None:
        return value.value if isinstance(value, Enum) else value
    if isinstance(value, int | np.integer):
        return int(value)
    if isinstance(value, float | np.floating):
        return float(f"{value:.7g}")
    if isinstance(value, date):
        return value.isoformat()
    if isinstance(value, CellKey):
        return str(value)
    if is_dataclass(value):
        return {f.name: plain(getattr(value, f.name)) for f in fields(value)}
    if isinstance(value, Mapping):
        return {str(k): plain(v) for k, v in value.items()}
    return [plain(one) for one in value]  # type: ignore[attr-defined]


ROOMS = {"carry": carry, "ground": ground, "keeping": keeping, "practice": practice}


def said(room: str) -> Any:
    known = evidence()
    return plain(ROOMS[room](known, known.matrix()))


def flat(value: Any, at: str = "") -> Iterator[tuple[str, Any]]:
    if isinstance(value, dict | list) and value:
        parts = value.items() if isinstance(value, dict) else enumerate(value)
        for name, part in parts:
            yield from flat(part, f"{at}/{name}")
    else:
        yield at, value


@pytest.mark.parametrize("room", ROOMS)
def test_core_says_what_it_said(room: str) -> None:
    now = dict(flat(json.loads(json.dumps(said(room)))))
    before = dict(flat(json.loads(GOLDEN.read_text())[room]))
    assert now.keys() == before.keys()
    # Another machine's linear algebra rounds otherwise.
    moved = {
        place: (before[place], value)
        for place, value in now.items()
        if value
        != (pytest.approx(before[place], rel=2e-5, abs=1e-7) if isinstance(value, float) else before[place])
    }
    assert not moved


if __name__ == "__main__":
    GOLDEN.write_text(json.dumps({room: said(room) for room in ROOMS}, indent=1) + "\n")
