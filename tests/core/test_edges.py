"""Where a rule begins and where it ends: on the edge, and a step beyond it."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date
from itertools import pairwise
from typing import Any

import numpy as np
import pytest
from oxgang.core.carry.cells import Cell
from oxgang.core.carry.conflicts import CONFLICT_Z, Suspect, conflicts_in
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.guess import positions_seen
from oxgang.core.carry.hits import group_hits, hits_at_home
from oxgang.core.carry.noise import (
    CELL_DRIFT_SD,
    CLUB_DRIFT_SD,
    DAY_SD,
    SPEED_DRIFT_SD,
    noise_covariance,
)
from oxgang.core.carry.prior import Point, Points, mean_log_carry
from oxgang.core.carry.today import today_of
from oxgang.core.errors import InputError
from oxgang.core.flight.launch import WINDOWS_DEG
from oxgang.core.ground.card import Card, card_cell
from oxgang.core.ground.fills import Way, fills_for
from oxgang.core.ground.gaps import Stretch, checked_range
from oxgang.core.ground.stages import Criteria, Stage, checked_criteria, standings
from oxgang.core.keeping.drift.cusum import cusum
from oxgang.core.keeping.drift.scopes import Reach, Scope, Suspicion
from oxgang.core.keeping.drift.sessions import Trend
from oxgang.core.keeping.drift.shift import Shift
from oxgang.core.keeping.drift.verdict import Advice, Struck, advise, day_of
from oxgang.core.keeping.due import DueCode, State, due_of
from oxgang.core.keeping.events import EventKind, Happened, changes_of
from oxgang.core.keeping.looks import default_period
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
from oxgang.core.practice.plan import Planned, Why, check_balls, choose, in_order
from oxgang.core.practice.protocols import SECONDS_A_BALL, balls_in
from oxgang.core.words.said import Said
from oxgang.core.words.shots import CellKey, Shot, Spin, Strike, Tempo, Trajectory
from oxgang.core.words.swing import CLOCK

from tests.core.builders import ARMS, CLUBS, CROSS, DAY, LOFTS, TODAY, evidence, hit, made, matrix

NINE = Point("56", 56.0, 90.0)
SHORT, LONG = CellKey("56", "8:00"), CellKey("56", "9:00")


@pytest.mark.parametrize(
    ("good", "bad"),
    [
        ({"over_balls": 100}, {"over_balls": 101}),
        ({"over_balls": 5}, {"over_balls": 4}),
        ({"solid": 0.1}, {"solid": 0.09}),
        ({"launches": 1}, {"launches": 1.01}),
    ],
)
def test_a_criterion_can_be_met_and_missed(good: dict[str, int], bad: dict[str, int]) -> None:
    assert checked_criteria(Criteria(**good)) == Criteria(**good)
    with pytest.raises(InputError) as refused:
        checked_criteria(Criteria(**bad))
    assert refused.value.field == next(iter(bad))


@pytest.mark.parametrize(("more", "found"), [(0.98, 0), (1.02, 1)])
@pytest.mark.parametrize(("a", "b"), [(2, 3), (8, 1)])
def test_cells_are_out_of_order_by_more_than_chance(
    a: int, b: int, more: float, found: int
) -> None:
    """The limit by the difference of two means of normal balls, each with its own day."""
    limit = CONFLICT_Z * math.sqrt(0.05**2 / a + 0.05**2 / b + 2 * DAY_SD**2)
    own = [[50.0 * math.exp(more * limit)] * a, [50.0] * b]
    conflicts = conflicts_in([SHORT, LONG], [[np.array([0, 1])]], own, 0.05)
    assert len(conflicts) == found
    assert not conflicts_in([SHORT, LONG], [[np.array([1, 0])]], own, 0.05)


def test_the_trades_steps_of_height_spin_and_tempo() -> None:
    """Common practice, no published source: low goes a tenth further, high a seventh shorter."""
    points = [
        NINE,
        replace(NINE, trajectory=Trajectory.LOW),
        replace(NINE, trajectory=Trajectory.HIGH),
        replace(NINE, spin=Spin.RELEASE),
        replace(NINE, spin=Spin.GRAB),
        replace(NINE, tempo=Tempo.SLOWER),
        replace(NINE, tempo=Tempo.FASTER),
    ]
    steps = np.exp(np.diff(mean_log_carry(Points.of(points)), prepend=0.0)[:1])
    share = np.exp(mean_log_carry(Points.of(points)))[1:] / steps
    assert share == pytest.approx([1.094, 0.869, 1.02, 0.97, 0.923, 1.062], abs=0.002)


@pytest.mark.parametrize(("carry", "flown"), [(2.9, False), (3.1, True), (120, True), (181, False)])
def test_what_is_a_pitch_is_flown_today(carry: float, flown: bool) -> None:
    found = today_of([made(carry)], altitude_m=0, temperature_c=20, headwind_mps=3)
    assert len(found) == flown


@pytest.mark.parametrize(("ago", "old"), [(60, 0), (61, 1)])
def test_numbers_are_old_after_two_months_without_a_ball(ago: int, old: int) -> None:
    wide = [made(50, half=4.0), made(60, half=9.0)]
    due = due_of(
        wide, as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5, last_hit=TODAY - ago * DAY, events=[]
    )
    (reason,) = (r for r in due.reasons if "old" in r.values)
    assert reason.values["old"] == old


def test_a_new_club_is_named_only_while_its_own_numbers_are_wide() -> None:
    since = {"60": TODAY - 9 * DAY, "56": TODAY - 9 * DAY}
    cells = [made(40, half=9, key=CellKey("60", "9:00")), made(50, half=1, key=LONG)]
    due = due_of(
        cells, as_of=TODAY, tolerance_yd=2.5, clubs=2, balls=5, last_hit=TODAY, events=[],
        new_clubs=since,
    )  # fmt: skip
    named = [r.values for r in due.reasons if r.code is DueCode.NEW_CLUB]
    assert [(v["club"], v["balls"]) for v in named] == [("60", 5)]


@pytest.mark.parametrize(
    ("facts", "state"),
    [({"clubs": 0}, State.NO_BAG), ({"balls": 0}, State.NO_BALLS), ({}, State.NO_BALLS)],
)
def test_who_has_nothing_comes_after_who_is_due(facts: dict[str, int], state: State) -> None:
    known: dict[str, Any] = {"clubs": 1, "balls": 5} | facts
    due = due_of([], as_of=TODAY, tolerance_yd=2.5, last_hit=TODAY, events=[], **known)
    wide = due_of(
        [made(50, half=4)], as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5, last_hit=TODAY,
        events=[],
    )  # fmt: skip
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
    assert day_of(Struck(0, 9, 0, 0), scatter=1.0, freedom=0.0).chance == 1
    assert day_of(Struck(0, 9, 90, 100), scatter=1.0, freedom=0.0).chance < 1e-5
    assert day_of(Struck(0, 0, 90, 100), scatter=1.0, freedom=0.0).chance == 1


def test_an_earlier_day_knows_its_balls_and_those_without_a_day() -> None:
    days = [TODAY - 2 * DAY, TODAY - DAY, TODAY, None]
    hits = [hit(50.0, uid=f"{i}", day=d) for i, d in enumerate(days)]
    then = Evidence(hits, CLUBS, CLOCK.positions, TODAY).on(TODAY - DAY, CLUBS)
    assert [h.uid for h in then.hits] == ["0", "1", "3"]


def test_a_club_bent_tells_only_of_its_own_loft() -> None:
    hits = [hit(50.0, uid="a"), hit(60.0, "52", uid="b")]
    known = Evidence(hits, CLUBS, CLOCK.positions, TODAY)
    bent = [replace(c, loft_deg=55.0) if c.label == "56" else c for c in CLUBS]
    assert [h.uid for h in known.with_bag(bent).hits] == ["b"]
    assert [h.uid for h in known.with_bag(CLUBS[:1]).hits] == ["a", "b"]


def test_when_nothing_is_left_to_learn_up_to_the_mark_the_rest_is_shared_without_it() -> None:
    covariance = np.diag([0.02, 0.01])
    value = np.ones(2)
    mark = np.diagonal(covariance)
    marked = choose(covariance, value, 0.05, 9, enough=mark)
    free = choose(covariance, value, 0.05, 9)
    assert marked.balls.tolist() == free.balls.tolist()
    assert marked.balls.sum() == 9


def test_strikes_that_would_explain_a_ball() -> None:
    assert Suspect("", LONG, 40, 52).might_be == (Strike.FAT, Strike.THIN)
    assert Suspect("", LONG, 52, 40).might_be == (Strike.HARD, Strike.THIN)


def test_a_slow_change_is_due_before_balls_that_wait_and_says_which_way() -> None:
    known: dict[str, Any] = {
        "as_of": TODAY, "tolerance_yd": 2.5, "clubs": 1, "balls": 5, "last_hit": TODAY,
        "events": [],
    }  # fmt: skip
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


@pytest.mark.parametrize(
    ("strikes", "sure", "launches", "holds"),
    [
        ((14, 20), 4, (10, 7), (True, True, True)),
        ((13, 20), 4, (10, 7), (False, True, True)),
        ((14, 20), 3, (10, 7), (True, False, True)),
        ((14, 20), 4, (9, 9), (True, True, False)),
        ((14, 20), 4, (10, 6), (True, True, False)),
    ],
)
def test_a_stage_holds_from_its_share_on(
    strikes: tuple[int, int], sure: int, launches: tuple[int, int], holds: tuple[bool, ...]
) -> None:
    """Seven in ten of each, on the edge and one below it."""
    criteria = Criteria(solid=0.7, cells=0.8, launches=0.7, over_balls=20)
    solid, of = strikes
    cells = [
        made(carry, half=1 if i < sure else 9, key=CellKey("56", f"{i}"))
        for i, carry in enumerate((40.0, 50.0, 60.0, 70.0, 80.0))
    ]
    lo, hi = WINDOWS_DEG[Trajectory.STOCK]
    total, inside = launches
    flown = [(Trajectory.STOCK, lo if i < inside else hi + 1) for i in range(total)]
    struck = [Strike.SOLID] * solid + [Strike.FAT] * (of - solid)
    found = standings(
        struck, cells, flown, tolerance_yd=2.5, from_yd=30, to_yd=100, criteria=criteria
    )
    assert tuple(s.holds for s in found) == holds


def test_one_wide_number_is_named_and_a_told_one_is_no_odd_ball() -> None:
    cells = [made(50, half=4.0), made(60, half=9.0, key=SHORT), made(70, half=6.0)]
    due = due_of(cells, as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5, last_hit=TODAY, events=[])
    (wide,) = (r for r in due.reasons if "old" in r.values)
    assert (wide.values["wide"], wide.values["played"]) == (3, 3)
    one = due_of(
        [*cells[1:2], made(50)], as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5, last_hit=None,
        events=[],
    )  # fmt: skip
    assert [r.values.get("shot") for r in one.reasons] == [str(SHORT)]
    told = [*(hit(52.0 + i / 4, uid=f"{i}") for i in range(6)), hit(99.0, uid="told", told=True)]
    assert not matrix(told).suspects
    assert [s.uid for s in matrix([*told[:6], hit(99.0, uid="ball")]).suspects] == ["ball"]


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
    fine = day_of(Struck(9, 9, 90, 100), scatter=1.0, freedom=9.0)
    assert advise(Shift(0.02, 0.02, 0.3), nothing, [suspicion], fine) is advice
    bad = day_of(Struck(1, 9, 90, 100), scatter=1.0, freedom=9.0)
    assert advise(Shift(0.02, 0.02, 0.3), nothing, [suspicion], bad) is not Advice.REPLACE
    assert advise(Shift(0.0, 0.02, 0.9), nothing, [], fine) is Advice.BLEND


def test_the_covariance_of_balls_is_written_out_by_hand() -> None:
    """Two groups of one day and club, a third a year ago of another club; premium balls, turf."""
    hits = [
        hit(50.0, uid="a", day=TODAY),
        hit(40.0, swing="8:00", uid="b", day=TODAY),
        hit(60.0, "52", uid="c", day=TODAY - 365 * DAY),
    ]
    grouped = group_hits(hits, TODAY)
    g = grouped.groups
    club, cell = np.array([0, 0, 1]), np.array([0, 1, 2])
    found = noise_covariance(g, club, cell)
    own = np.diagonal(found) - g.variance
    year = SPEED_DRIFT_SD**2 + CLUB_DRIFT_SD**2 + CELL_DRIFT_SD**2
    surface = own[0] - DAY_SD**2
    assert found[0, 1] == pytest.approx(DAY_SD**2 + surface)  # what all balls of a day share
    assert found[0, 2] == pytest.approx(surface)
    assert own[2] == pytest.approx(DAY_SD**2 + surface + year, rel=1e-3)
    old = noise_covariance(replace(g, age_years=np.full(3, 2.0)), club, cell)
    assert old[0, 1] - found[0, 1] == pytest.approx(2 * (SPEED_DRIFT_SD**2 + CLUB_DRIFT_SD**2))
    assert pytest.approx((0.04, 0.015), rel=0.7) == (SPEED_DRIFT_SD, CLUB_DRIFT_SD)


@pytest.mark.parametrize(("stage", "first"), [(Stage.CONTACT, Way.GRIP), (Stage.DISTANCE, None)])
def test_of_ways_that_close_as_much_the_simplest_is_first(stage: Stage, first: Way | None) -> None:
    known = evidence(CROSS)
    m = known.matrix()
    nine = m[LONG].carry_yd
    gap = Stretch(round(nine * 0.97), round(nine * 0.97))
    found = fills_for(gap, m, known, tolerance_yd=1.0, stage=stage)
    order = list(Way)
    for a, b in pairwise(found):
        assert (-a.closes, order.index(a.way)) <= (-b.closes, order.index(b.way))
    grips = [f for f in found if f.way is Way.GRIP and f.key == LONG]
    # Common practice, no published source: about 3 % for each inch.
    assert grips
    assert grips[0].carry_yd == pytest.approx(nine * (1 - 0.03 * grips[0].grip_down_in), rel=1e-9)
    assert first is None or found[0].way in (Way.KNOWN, first)


def test_a_plan_goes_up_the_swings_with_one_club_and_down_with_the_next() -> None:
    keys = [CellKey(c, s) for c in ("60", "56", "52") for s in ("8:00", "9:00", "10:00")]
    wanted = [keys[i] for i in (8, 4, 2, 3, 0, 6, 7)]
    planned = in_order([Planned(k, 3, Said(Why.HEIGHT)) for k in wanted], keys)
    said = [str(p.key) for p in planned]
    assert said == ["60 8:00", "60 10:00", "56 9:00", "56 8:00", "52 8:00", "52 9:00", "52 10:00"]


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
            student="Odile", academy="W", version=1, day="a", note="", metres=False, from_yd=30,
            to_yd=100, tolerance_yd=2.5, clubs=(("56", 56.0),), positions=(("9:00", ""),),
            cells=tuple(card_cell(c) for c in cells),
        )  # fmt: skip

    old, new = made(50, key=LONG), made(40, key=SHORT)
    guessed = made(60, measured=False, key=CellKey("56", "10:00"))
    found = differences(card(old, guessed), card(new, guessed))
    assert {(str(d.key), d.before_yd, d.after_yd) for d in found} == {
        ("56 9:00", 50, None),
        ("56 8:00", None, 40),
    }
    (same,) = differences(card(old), card(old))
    (far,) = differences(card(old), card(made(60, key=LONG)))
    assert same.chance == pytest.approx(1)
    assert far.chance < 0.01


@pytest.mark.parametrize(
    ("from_yd", "to_yd", "field"),
    [(30, 30, "from_yd"), (4, 100, "to_yd"), (30, 201, "to_yd"), (5, 200, None)],
)
def test_a_ground_is_from_5_to_200_yards(from_yd: int, to_yd: int, field: str | None) -> None:
    if field is None:
        checked_range(from_yd, to_yd)
        return
    with pytest.raises(InputError) as refused:
        checked_range(from_yd, to_yd)
    assert refused.value.field == field


@pytest.mark.parametrize(
    ("key", "field"), [(CellKey("99", "9:00"), "club"), (CellKey("56", "noon"), "swing")]
)
def test_a_ball_of_no_club_or_swing_is_refused(key: CellKey, field: str) -> None:
    with pytest.raises(InputError) as refused:
        hits_at_home([Shot(cell=key, carry_yd=50.0)], LOFTS, ARMS, 0.0)
    assert refused.value.field == field


def test_cells_full_of_balls_take_no_more() -> None:
    found = choose(np.diag([0.02, 0.01]), np.ones(2), 0.05, 50, most=3)
    assert found.balls.tolist() == [3, 3]
    none = choose(np.diag([0.02, 0.01]), np.zeros(2), 0.05, 50)
    assert none.balls.sum() == 0


@pytest.mark.parametrize(("minutes", "balls"), [(0, 1), (0.1, 1), (1, 1), (60, 60)])
def test_a_time_has_room_for_a_ball_at_least(minutes: float, balls: int) -> None:
    each = 60 * minutes / SECONDS_A_BALL
    assert balls_in(minutes) == max(1, math.floor(each)) <= max(1, balls * 60 / SECONDS_A_BALL)


@pytest.mark.parametrize(("ago", "said"), [(270, True), (271, False)])
def test_an_event_is_a_reason_for_nine_months(ago: int, said: bool) -> None:
    bent = Happened(EventKind.BENT, TODAY - ago * DAY, "56")
    new = Happened(EventKind.NEW_CLUB, TODAY - DAY, "56")  # opens nothing by itself
    due = due_of(
        [made(50, half=4, key=LONG)], as_of=TODAY, tolerance_yd=2.5, clubs=1, balls=5,
        last_hit=TODAY, events=[new, bent],
    )  # fmt: skip
    assert [r.values["event"] for r in due.reasons if "event" in r.values] == (
        ["club bent"] if said else []
    )


def test_only_a_coachs_own_reset_is_no_turn_to_compare() -> None:
    assert [kind for kind in EventKind if not kind.compares] == [EventKind.RESET]
    assert changes_of([Happened(EventKind.NEW_CLUB, TODAY, "56")]) == []


def test_a_check_needs_something_measured_and_goes_where_it_is_asked() -> None:
    m = matrix(CROSS)
    assert {p.key.club for p in check_balls(m, 6, among=lambda k: k.club == "56")} == {"56"}
    assert len({p.key.club for p in check_balls(m, 8, among=lambda k: k.club == "99")}) > 1
    with pytest.raises(InputError, match="Nothing is measured yet"):
        check_balls(matrix([]), 6)


def test_a_swing_is_guessed_from_the_balls_that_have_a_number() -> None:
    shots = [
        Shot(cell=CellKey("56", "long"), carry_yd=80.0),
        Shot(cell=CellKey("56", "short"), carry_yd=40.0),
        Shot(cell=CellKey("56", "short"), launch_deg=30.0),
    ]
    seen = {p.label: p.arm_deg for p in positions_seen(shots, LOFTS)}
    assert seen == {p.label: p.arm_deg for p in positions_seen(shots[:2], LOFTS)}
    assert 40 < seen["short"] < 120 < seen["long"]


@pytest.mark.parametrize(
    ("after", "code"),
    [(0.02, Remark.SCATTER_TIGHTER), (0.12, Remark.SCATTER_WIDER), (0.051, Remark.SCATTER)],
)
def test_spread_is_said_to_have_moved_only_beyond_its_interval(after: float, code: Remark) -> None:
    balls = [[hit(50 * math.exp(sd * (-1) ** i), uid=f"{sd}-{i}", day=day) for i in range(24)]
             for sd, day in ((0.05, TODAY - 40 * DAY), (after, TODAY - 4 * DAY))]  # fmt: skip
    both = [b for half in balls for b in half]
    span = (TODAY - 60 * DAY, TODAY)
    turn = turn_at(both, [], TODAY - 20 * DAY, from_day=span[0], to_day=span[1])
    said = draft(
        "Odile", stretch_of(both, [], *span), turn, covered=(0.3, 0.4), doubtful=0.1,
        from_yd=30, to_yd=100,
    )  # fmt: skip
    codes = {one.code for one in said}
    assert codes & {Remark.SCATTER_TIGHTER, Remark.SCATTER_WIDER, Remark.SCATTER} == {code}
    assert Remark.SOLID in codes
    assert Remark.SOLID_MOVED not in codes
