"""Where what is said of a student begins and ends: due, drift, progress, on the edge and beyond."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date
from typing import Any

import pytest
from oxgang.core.carry.matrix import Cell
from oxgang.core.carry.prior import Point
from oxgang.core.ground.card import Card, card_cell
from oxgang.core.ground.played import Play
from oxgang.core.keeping.drift.cusum import cusum
from oxgang.core.keeping.drift.scopes import Reach, Scope, Suspicion
from oxgang.core.keeping.drift.sessions import Trend
from oxgang.core.keeping.drift.shift import Shift
from oxgang.core.keeping.drift.verdict import Advice, StrikeCount, advise, day_of
from oxgang.core.keeping.due import DueCode, State, due_of
from oxgang.core.keeping.events import EventKind, Happened, changes_of
from oxgang.core.keeping.ground_over_time import default_period
from oxgang.core.keeping.progress import (
    Share,
    difference,
    ratio,
    share_of,
    spread_of,
    stretch_of,
    turn_at,
)
from oxgang.core.keeping.remarks import Remark, draft
from oxgang.core.keeping.versions import differences
from oxgang.core.words.shots import CellKey

from tests.core.builders import DAY, TODAY, hit, made, matrix

NINE = Point("56", 56.0, 90.0)
SHORT, LONG = CellKey("56", "8:00"), CellKey("56", "9:00")


@pytest.mark.parametrize(("ago", "old"), [(60, 0), (61, 1)])
def test_numbers_are_old_after_two_months_without_a_ball(ago: int, old: int) -> None:
    wide = [made(50, half=4.0), made(60, half=9.0)]
    due = due_of(wide, as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5, last_hit=TODAY - ago * DAY, events=[])
    (reason,) = (r for r in due.reasons if "old" in r.values)
    assert reason.values["old"] == old


def test_a_new_club_is_named_only_while_its_own_numbers_are_wide() -> None:
    since = {"60": TODAY - 9 * DAY, "56": TODAY - 9 * DAY}
    cells = [made(40, half=9, key=CellKey("60", "9:00"), balls=4), made(50, half=1, key=LONG)]
    due = due_of(
        cells, as_of=TODAY, tolerance_yd=2.5, clubs=2, balls=5, last_hit=TODAY, events=[], new_clubs=since
    )
    named = [r.values for r in due.reasons if r.code is DueCode.NEW_CLUB]
    assert [(v["club"], v["balls"]) for v in named] == [("60", 4)]
    # Five balls and more are no news of a new club, however wide.
    enough = [made(40, half=9, key=CellKey("60", "9:00"), balls=28)]
    due = due_of(
        enough, as_of=TODAY, tolerance_yd=2.5, clubs=2, balls=5, last_hit=TODAY, events=[], new_clubs=since
    )
    assert [r.code for r in due.reasons] == [DueCode.ONE_WIDE]


@pytest.mark.parametrize(
    ("facts", "state"),
    [({"clubs": 0}, State.NO_BAG), ({"balls": 0}, State.NO_BALLS), ({}, State.NO_BALLS)],
)
def test_who_has_nothing_comes_after_who_is_due(facts: dict[str, int], state: State) -> None:
    known: dict[str, Any] = {"clubs": 1, "balls": 5} | facts
    due = due_of([], as_of=TODAY, tolerance_yd=2.5, last_hit=TODAY, events=[], **known)
    wide = due_of(
        [made(50, half=4)], as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5, last_hit=TODAY, events=[]
    )
    assert due.state is state
    assert 0 < due.need <= 0.05 < wide.need


def test_the_period_shown_is_where_balls_are() -> None:
    first = date(2026, 5, 1)
    assert default_period((first, TODAY), TODAY)[0] == first
    old = (TODAY - 700 * DAY, TODAY - 3 * DAY)
    half = default_period(old, TODAY)[0]
    whole = default_period((old[0], half - DAY), TODAY)[0]
    assert default_period((old[0], half), TODAY)[0] == half
    assert default_period(None, TODAY) == (half, TODAY)
    assert (TODAY - half).days == pytest.approx(183, abs=2)
    assert (TODAY - whole).days == pytest.approx(365, abs=2)


def test_a_share_of_nothing_is_compared_with_nothing() -> None:
    some, none = share_of(8, 10), share_of(0, 0)
    assert isinstance(some, Share)
    assert difference(some, none) is None
    assert difference(none, some) is None
    step = difference(some, some)
    assert step is not None
    assert step.value == 0


def test_without_a_usual_a_day_of_strikes_is_no_surprise() -> None:
    assert day_of(StrikeCount(0, 9, 0, 0), scatter=1.0, freedom=0.0).chance == 1
    assert day_of(StrikeCount(0, 9, 90, 100), scatter=1.0, freedom=0.0).chance < 1e-5
    assert day_of(StrikeCount(0, 0, 90, 100), scatter=1.0, freedom=0.0).chance == 1


def test_a_slow_change_is_due_before_balls_that_wait_and_says_which_way() -> None:
    known: dict[str, Any] = {
        "as_of": TODAY,
        "tolerance_yd": 2.5,
        "clubs": 1,
        "balls": 5,
        "last_hit": TODAY,
        "events": [],
    }
    fine = [made(50, half=1)]
    still = due_of(fine, **known)
    slow = {
        way: due_of(fine, **known, trend=Trend([], cusum([0.0]), TODAY - 9 * DAY, share))
        for way, share in ((DueCode.LONGER, 0.04), (DueCode.SHORTER, -0.04))
    }
    waits = due_of(fine, **known, waiting=3)
    for way, due in slow.items():
        assert (due.state, due.reasons[0].code) == (State.DUE, way)
        assert due.reasons[0].values == {"since": (TODAY - 9 * DAY).isoformat(), "share": 0.04}
        # As much as a number that is half as wide again as it may be.
        assert 0.3 < due.need - still.need < 0.5
        assert due.need > waits.need > still.need == 0


def test_one_wide_number_is_named_and_a_told_one_is_no_odd_ball() -> None:
    cells = [made(50, half=4.0), made(60, half=9.0, key=SHORT), made(70, half=6.0)]
    due = due_of(cells, as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5, last_hit=TODAY, events=[])
    (wide,) = (r for r in due.reasons if "old" in r.values)
    assert (wide.values["wide"], wide.values["played"]) == (3, 3)
    one = due_of(
        [*cells[1:2], made(50)], as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5, last_hit=None, events=[]
    )
    assert [r.values.get("shot") for r in one.reasons] == [str(SHORT)]
    imported = [*(hit(52.0 + i / 4, uid=f"{i}") for i in range(6)), hit(99.0, uid="told", imported=True)]
    assert not matrix(imported).suspects
    assert [s.uid for s in matrix([*imported[:6], hit(99.0, uid="ball")]).suspects] == ["ball"]


@pytest.mark.parametrize(
    ("nothing", "first", "balls", "advice"),
    [
        (0.60, 0.39, 15, Advice.BLEND),
        (0.49, 0.50, 15, Advice.CHECK_UP),
        (0.04, 0.60, 15, Advice.REPLACE),
        (0.04, 0.55, 15, Advice.CHECK_UP),
        (0.04, 0.90, 7, Advice.CHECK_UP),
        (0.06, 0.90, 15, Advice.CHECK_UP),
    ],
)
def test_numbers_are_replaced_only_when_it_is_clear_what_moved(
    nothing: float, first: float, balls: int, advice: Advice
) -> None:
    suspicion = Suspicion(Scope(Reach.STUDENT), first, 0.06, 0.03, 0.09, balls)
    fine = day_of(StrikeCount(9, 9, 90, 100), scatter=1.0, freedom=9.0)
    assert advise(Shift(0.02, 0.02, 0.3), nothing, [suspicion], fine) is advice
    bad = day_of(StrikeCount(1, 9, 90, 100), scatter=1.0, freedom=9.0)
    assert advise(Shift(0.02, 0.02, 0.3), nothing, [suspicion], bad) is not Advice.REPLACE
    assert advise(Shift(0.0, 0.02, 0.9), nothing, [], fine) is Advice.BLEND


def test_spreads_are_compared_where_both_sides_have_one() -> None:
    some, none = spread_of(0.05, 20), spread_of(0.0, 0)
    assert ratio(some, none) is None
    assert ratio(none, some) is None
    assert ratio(spread_of(0.0, 20), some) is None
    same = ratio(some, some)
    assert same is not None
    assert same.value == 1
    assert same.lo * same.hi == pytest.approx(1)


def test_versions_differ_in_cells_that_came_and_went() -> None:
    def card(*cells: Cell) -> Card:
        return Card(
            student="Odile",
            academy="W",
            version=1,
            day="a",
            note="",
            metres=False,
            from_yd=30,
            to_yd=100,
            tolerance_yd=2.5,
            clubs=(("56", 56.0),),
            positions=(("9:00", ""),),
            cells=tuple(card_cell(c) for c in cells),
        )

    old, new = made(50, key=LONG), made(40, key=SHORT)
    guessed = made(60, measured=False, key=CellKey("56", "10:00"))
    found = differences(card(old, guessed), card(new, guessed))
    assert {(str(d.key), d.before_yd, d.after_yd) for d in found} == {
        ("56 9:00", 50, None),
        ("56 8:00", None, 40),
    }
    # An estimate that is played now is new; one that is not any more is nothing that moved.
    learnt = replace(card(guessed), cells=(card_cell(guessed, Play.NEITHER),))
    (came,) = differences(learnt, card(guessed))
    assert (came.before, came.after, came.real) == (Play.NEITHER, Play.PLAYED, False)
    assert differences(card(guessed), learnt) == []
    (same,) = differences(card(old), card(old))
    (far,) = differences(card(old), card(made(60, key=LONG)))
    assert same.chance == pytest.approx(1)
    assert far.chance < 0.01


def test_a_number_is_due_only_while_a_check_up_could_move_it() -> None:
    facts: dict[str, Any] = {"as_of": TODAY, "tolerance_yd": 2.5, "clubs": 1, "balls": 5, "last_hit": TODAY}
    wide = [made(50, half=3.0, key=LONG), made(60, half=3.2, key=SHORT)]
    known = due_of(wide, **facts, moves={LONG: 1.7, SHORT: 2.4})
    assert (known.state, known.need, len(known.wide)) == (State.TRUE, 0.0, 2)
    assert [r.code for r in known.reasons] == [DueCode.KNOWN]
    one = due_of(wide, **facts, moves={LONG: 2.6, SHORT: 2.4})
    assert (one.state, [w.moves_yd for w in one.wide]) == (State.DUE, [2.6, 2.4])
    assert 0 < one.need < due_of(wide, **facts).need


def test_few_numbers_that_hold_are_said_to_be_few() -> None:
    facts: dict[str, Any] = {"as_of": TODAY, "tolerance_yd": 2.5, "clubs": 1, "balls": 5, "last_hit": TODAY}
    fine = [made(50, half=1.0)]
    few = due_of(fine, **facts, covered=6 / 71)
    assert (few.state, [r.code for r in few.reasons]) == (State.TRUE, [DueCode.FEW])
    assert few.need > due_of(fine, **facts, covered=0.5).need == 0
    # Who is due is told what is due.
    assert DueCode.FEW not in [r.code for r in due_of([made(50, half=9.0)], **facts, covered=0.1).reasons]


def test_an_event_is_named_for_the_numbers_that_it_opened() -> None:
    """A change of scale in September raised what a growth in June had opened."""
    day = TODAY - 100 * DAY
    growth = Happened(EventKind.GROWTH, day)
    grooves = Happened(EventKind.GROOVES, TODAY - 20 * DAY, "56")
    moved = Happened(EventKind.RESET, TODAY - 5 * DAY, "56", swing="8:00")
    cells = [
        made(50, half=6, key=LONG, last=day - DAY),
        made(55, half=6, key=CellKey("52", "9:00"), last=day - DAY),
        made(60, half=6, key=SHORT, last=TODAY - 30 * DAY),
        made(70, half=6, key=CellKey("56", "10:00"), last=TODAY - DAY),
    ]
    due = due_of(
        cells,
        as_of=TODAY,
        tolerance_yd=2.5,
        clubs=2,
        balls=20,
        last_hit=TODAY,
        events=[growth, grooves, moved],
    )
    named = [(r.code, r.values["numbers"]) for r in due.reasons if "numbers" in r.values]
    assert named == [(DueCode.MOVED, 1), (DueCode.EVENT, 2)]
    # The last of them was hit since: no event explains it.
    assert [r.values["wide"] for r in due.reasons if "wide" in r.values] == [4]


@pytest.mark.parametrize(("ago", "said"), [(270, True), (271, False)])
def test_an_event_is_a_reason_for_nine_months(ago: int, said: bool) -> None:
    bent = Happened(EventKind.BENT, TODAY - ago * DAY, "56")
    new = Happened(EventKind.NEW_CLUB, TODAY - DAY, "56")  # opens nothing by itself
    due = due_of(
        [made(50, half=4, key=LONG)],
        as_of=TODAY,
        tolerance_yd=2.5,
        clubs=1,
        balls=5,
        last_hit=TODAY,
        events=[new, bent],
    )
    assert [r.values["event"] for r in due.reasons if "event" in r.values] == (["club bent"] if said else [])


def test_only_a_coachs_own_reset_is_no_turn_to_compare() -> None:
    assert [kind for kind in EventKind if not kind.compares] == [EventKind.RESET]
    assert changes_of([Happened(EventKind.NEW_CLUB, TODAY, "56")]) == []


@pytest.mark.parametrize(
    ("after", "code"),
    [(0.02, Remark.SCATTER_TIGHTER), (0.12, Remark.SCATTER_WIDER), (0.051, Remark.SCATTER)],
)
def test_spread_is_said_to_have_moved_only_beyond_its_interval(after: float, code: Remark) -> None:
    balls = [
        [hit(50 * math.exp(sd * (-1) ** i), uid=f"{sd}-{i}", day=day) for i in range(24)]
        for sd, day in ((0.05, TODAY - 40 * DAY), (after, TODAY - 4 * DAY))
    ]
    both = [b for half in balls for b in half]
    span = (TODAY - 60 * DAY, TODAY)
    turn = turn_at(both, [], TODAY - 20 * DAY, from_day=span[0], to_day=span[1])
    said = draft(
        "Odile", stretch_of(both, [], *span), turn, covered=(0.3, 0.4), doubtful=0.1, from_yd=30, to_yd=100
    )
    codes = {one.code for one in said}
    assert codes & {Remark.SCATTER_TIGHTER, Remark.SCATTER_WIDER, Remark.SCATTER} == {code}
    assert Remark.SOLID in codes
    assert Remark.SOLID_MOVED not in codes
