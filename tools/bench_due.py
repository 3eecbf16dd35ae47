"""How often each of forty students would be due over a season, by the rule of the morning's list.

Students are those of the carry model's benchmark (`tools.bench_model.simulate`): they hit a ball
with some club speed, which is struck and flown. Each is mapped in three sessions, plays the shots
that are proposed, practises most weeks and hits a check-up whenever the list says that one is due.
Stable students stay as they are; the others get faster by six per cent in spring, or hit nothing
for ten weeks. `python -m tools.bench_due [students]` prints the table of docs/keeping.md.
"""

from __future__ import annotations

import sys
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any

import numpy as np
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.matrix import Cell, Matrix
from oxgang.core.ground.played import candidates_of
from oxgang.core.ground.proposal import propose
from oxgang.core.ground.stages import Stage
from oxgang.core.keeping.drift.sessions import trend_of
from oxgang.core.keeping.due import Due, State, due_of, matters
from oxgang.core.keeping.events import EventKind, Happened, changes_of
from oxgang.core.practice.check_up import CHECK_UP_BALLS, moved_by_check
from oxgang.core.practice.protocols import Protocol, Wish, plan_for
from oxgang.core.words.shots import CellKey
from oxgang.core.words.swing import CLOCK, controlled

from tools.bench_model.simulate import TODAY, UNLIKE, USUAL, SimStudent

WEEKS = 26
MAPPED_DAYS = (196, 190, 184)
ENDS: dict[str, Any] = {"from_yd": 30, "to_yd": 100}
TOLERANCE_YD = 2.5
PRACTICE_BALLS = 24
FASTER = 1.06
CHANGE_WEEK = 10
PAUSE = range(8, 18)
KINDS = ("stable, tight", "stable, usual", "stable, wild", "faster", "paused")


@dataclass
class Season:
    """What a season of one student was like: weeks on which the list said due, and on which some
    number was wider than the tolerance; check-ups hit; how far the numbers were off at the end [yd]."""

    kind: str
    due: int
    wide: int
    checks: int
    missed_yd: float


def season(seed: int, kind: str, weeks: int = WEEKS) -> Season:
    """One student's season."""
    rng = np.random.default_rng(seed)
    sim = SimStudent(rng, UNLIKE if kind.endswith("wild") else USUAL)
    if kind.endswith("tight"):
        sim.tight = dict.fromkeys(sim.tight, 0.6)
        sim.mishit = 0.04
    lofts = {c.label: c.loft_deg for c in sim.clubs}
    arms = {p.label: p.arm_deg for p in CLOCK.positions}
    stock = [key for key in sim.keys if key.trajectory == "stock" and key.swing != "full"]
    hits: list[Hit] = []
    for ago in MAPPED_DAYS:
        hits += sim.hits(sim.hit([stock[i] for i in rng.choice(len(stock), 10, False)] * 4, ago))
    start = _evidence(sim, hits, TODAY - timedelta(days=MAPPED_DAYS[-1]), [])
    cells = start.matrix().every
    shots = candidates_of(cells, lofts, arms)
    chosen = propose(shots, controlled(CLOCK), **ENDS, tolerance_yd=TOLERANCE_YD, estimates_yd=None)
    played = {cells[i].key for i in chosen.shots()}
    events: list[Happened] = []
    due_weeks, wide_weeks, checks, power = 0, 0, 0, 1.0
    for week in range(weeks):
        ago = MAPPED_DAYS[-1] - 7 * (week + 1)
        today = TODAY - timedelta(days=ago)
        if kind == "faster" and week == CHANGE_WEEK:
            power = FASTER
        if kind == "paused" and week == PAUSE.stop:
            events.append(Happened(EventKind.BREAK, today))
        evidence = _evidence(sim, hits, today, events)
        matrix = evidence.matrix()
        found, mine = _due(matrix, evidence, played, events, today, len(hits))
        due_weeks += found.state is State.DUE
        wide_weeks += found.state is State.DUE or bool(found.wide)
        if kind == "paused" and week in PAUSE:
            continue
        if found.state is State.DUE:
            wide = [w.key for w in found.wide]
            wish = Wish(
                balls=CHECK_UP_BALLS,
                **ENDS,
                stage=Stage.DISTANCE,
                due=wide or [c.key for c in mine],
                tolerance_yd=TOLERANCE_YD,
                played=played,
            )
            plan = plan_for(Protocol.CHECK_UP, matrix, wish, evidence)
            hits += sim.hits(sim.hit([p.key for p in plan for _ in range(p.balls)], ago, power=power))
            checks += 1
        elif rng.random() < 0.7 and mine:
            some = [mine[i].key for i in rng.integers(len(mine), size=PRACTICE_BALLS // 4)]
            hits += sim.hits(sim.hit([key for key in some for _ in range(4)], ago, power=power))
    last = _evidence(sim, hits, TODAY - timedelta(days=MAPPED_DAYS[-1] - 7 * weeks), events).matrix()
    truth = dict(zip(sim.keys, sim.truth().tolist(), strict=True))
    share = power if power == 1 else power**1.9
    missed = [last[key].carry_yd - truth[key] * share for key in played if key in truth]
    off = float(np.mean(np.abs(missed))) if missed else 0.0
    return Season(kind, due_weeks, wide_weeks, checks, off)


def _evidence(sim: SimStudent, hits: list[Hit], day: date, events: list[Happened]) -> Evidence:
    return Evidence(hits, sim.clubs, CLOCK.positions, day, changes_of(events), TOLERANCE_YD)


def _due(
    matrix: Matrix,
    evidence: Evidence,
    played: Iterable[CellKey],
    events: list[Happened],
    today: date,
    balls: int,
) -> tuple[Due, list[Cell]]:
    mine = matters(matrix.cells, **ENDS, played=set(played))
    wide = [c for c in mine if c.half_yd > TOLERANCE_YD]
    last = max((h.day for h in evidence.hits if h.day), default=None)
    found = due_of(
        mine,
        as_of=today,
        tolerance_yd=TOLERANCE_YD,
        clubs=4,
        balls=balls,
        last_hit=last,
        events=events,
        trend=trend_of(evidence),
        chosen=True,
        moves=moved_by_check(matrix, evidence, wide),
    )
    return found, mine


def main() -> None:
    students = int(sys.argv[1]) if len(sys.argv) > 1 else 40
    seasons = [season(i, KINDS[i % len(KINDS)]) for i in range(students)]
    print(f"{students} students, {WEEKS} weeks, looked at once a week")
    print(
        "| students | weeks with a wide number | weeks due | check-ups, most | one every | off at the end |"
    )
    print("|---|---|---|---|---|---|")
    for kind in KINDS:
        some = [s for s in seasons if s.kind == kind]
        if not some:
            continue
        wide, due, checks, off = (
            float(np.mean([getattr(s, name) for s in some]))
            for name in ("wide", "due", "checks", "missed_yd")
        )
        most = max(s.checks for s in some)
        every = f"{WEEKS / checks:.0f} weeks" if checks else "never"
        print(
            f"| {len(some)} {kind} | {wide:.1f} | {due:.1f} | {checks:.1f}, {most} | {every} | {off:.1f} yd |"
        )


if __name__ == "__main__":
    main()
