"""Where a rule begins and where it ends: on the edge, and a step beyond it."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
from oxgang.core.carry.conflicts import CONFLICT_Z, Suspect, conflicts_in
from oxgang.core.carry.evidence import Evidence
from oxgang.core.carry.guess import positions_seen
from oxgang.core.carry.hits import group_hits, standard_hits
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
from oxgang.core.flight.chain import TYPICAL
from oxgang.core.ground.fills import Way, fills_for
from oxgang.core.ground.gaps import Stretch, checked_range
from oxgang.core.ground.stages import Criteria, Stage, checked_criteria, standings
from oxgang.core.practice.plan import Planned, Why, check_balls, choose, in_order
from oxgang.core.practice.protocols import SECONDS_A_BALL, balls_in
from oxgang.core.words.messages import Message
from oxgang.core.words.shots import CellKey, Shot, Spin, Strike, Tempo, Trajectory
from oxgang.core.words.swing import CLOCK, controlled

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
def test_cells_are_out_of_order_by_more_than_chance(a: int, b: int, more: float, found: int) -> None:
    """The limit by the difference of two means of normal balls, each with its own day."""
    limit = CONFLICT_Z * math.sqrt(0.05**2 / a + 0.05**2 / b + 2 * DAY_SD**2)
    own = [np.log([50.0 * math.exp(more * limit)] * a), np.log([50.0] * b)]
    places = [(SHORT, 0.0, 0.0), (LONG, 0.0, 0.0)]
    scatters, numbers = np.full(2, 0.05), np.zeros(2)
    conflicts = conflicts_in(places, [[np.array([0, 1])]], own, scatters, numbers)
    assert len(conflicts) == found
    assert not conflicts_in(places, [[np.array([1, 0])]], own, scatters, numbers)
    # Numbers that stay out of order are named, however near.
    crossed = conflicts_in(places, [[np.array([0, 1])]], own, scatters, np.array([0.01, 0.0]))
    assert len(crossed) == 1


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
    found = today_of([made(carry)], TYPICAL, altitude_m=0, temperature_c=20, headwind_mps=3)
    assert len(found) == flown


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
    marked = choose(covariance, value, np.full(2, 0.0025), 9, enough=mark)
    free = choose(covariance, value, np.full(2, 0.0025), 9)
    assert marked.balls.tolist() == free.balls.tolist()
    assert marked.balls.sum() == 9


def test_strikes_that_would_explain_a_ball() -> None:
    assert Suspect("", LONG, 40, 52).might_be == (Strike.FAT, Strike.THIN)
    assert Suspect("", LONG, 52, 40).might_be == (Strike.HARD, Strike.THIN)


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
    total, inside = launches
    flown = [i < inside for i in range(total)]
    struck = [Strike.SOLID] * solid + [Strike.FAT] * (of - solid)
    found = standings(struck, cells, flown, tolerance_yd=2.5, from_yd=30, to_yd=100, criteria=criteria)
    assert tuple(s.holds for s in found) == holds


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
    found, lasting = noise_covariance(g, club, cell)
    own = np.diagonal(found) - g.variance
    year = SPEED_DRIFT_SD**2 + CLUB_DRIFT_SD**2 + CELL_DRIFT_SD**2
    surface = own[0] - DAY_SD**2
    assert found[0, 1] == pytest.approx(DAY_SD**2 + surface)  # what all balls of a day share
    assert found[0, 2] == pytest.approx(surface)
    assert own[2] == pytest.approx(DAY_SD**2 + surface + year, rel=1e-3)
    old, _ = noise_covariance(replace(g, age_years=np.full(3, 2.0)), club, cell)
    assert lasting[0, 1] == 0  # a day is no scatter and no age
    assert np.diagonal(lasting) - g.variance == pytest.approx([0, 0, year], rel=1e-3)
    assert old[0, 1] - found[0, 1] == pytest.approx(2 * (SPEED_DRIFT_SD**2 + CLUB_DRIFT_SD**2))
    assert pytest.approx((0.04, 0.015), rel=0.7) == (SPEED_DRIFT_SD, CLUB_DRIFT_SD)


@pytest.mark.parametrize(("stage", "first"), [(Stage.CONTACT, Way.GRIP), (Stage.DISTANCE, None)])
def test_of_ways_that_close_as_much_the_simplest_is_first(stage: Stage, first: Way | None) -> None:
    known = evidence(CROSS)
    m = known.matrix()
    nine = m[LONG].carry_yd
    gap = Stretch(round(nine * 0.97), round(nine * 0.97))
    found = fills_for(
        gap, m, known, gaps=[gap], played=(), limit=controlled(CLOCK), tolerance_yd=1.0, stage=stage
    )
    order = list(Way)
    for a, b in pairwise(found):
        assert (-round(a.use), order.index(a.way)) <= (-round(b.use), order.index(b.way))
    grips = [f for f in found if f.way is Way.GRIP and f.key == LONG]
    # Common practice, no published source: about 3 % for each inch.
    assert grips
    assert grips[0].carry_yd == pytest.approx(nine * (1 - 0.03 * grips[0].grip_down_in), rel=0.001)
    assert first is None or found[0].way in (Way.KNOWN, first)


def test_a_plan_begins_with_short_swings_and_goes_up_the_bag_with_one_and_down_with_the_next() -> None:
    keys = [CellKey(c, s) for c in ("60", "56", "52") for s in ("8:00", "9:00", "10:00")]
    wanted = [keys[i] for i in (8, 4, 2, 3, 0, 6, 7)]
    planned = in_order([Planned(k, 3, Message(Why.HEIGHT)) for k in wanted], keys)
    said = [str(p.key) for p in planned]
    assert said == ["60 8:00", "56 8:00", "52 8:00", "52 9:00", "56 9:00", "60 10:00", "52 10:00"]


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
        standard_hits([Shot(cell=key, carry_yd=50.0)], LOFTS, ARMS, 0.0)
    assert refused.value.field == field


def test_cells_full_of_balls_take_no_more() -> None:
    found = choose(np.diag([0.02, 0.01]), np.ones(2), np.full(2, 0.0025), 50, most=3)
    assert found.balls.tolist() == [3, 3]
    none = choose(np.diag([0.02, 0.01]), np.zeros(2), np.full(2, 0.0025), 50)
    assert none.balls.sum() == 0


@pytest.mark.parametrize(("minutes", "balls"), [(0, 1), (0.1, 1), (1, 1), (60, 60)])
def test_a_time_has_room_for_a_ball_at_least(minutes: float, balls: int) -> None:
    each = 60 * minutes / SECONDS_A_BALL
    assert balls_in(minutes) == max(1, math.floor(each)) <= max(1, balls * 60 / SECONDS_A_BALL)


def test_a_check_needs_something_measured_and_goes_where_it_is_asked() -> None:
    m = matrix(CROSS)
    assert {p.key.club for p in check_balls(m, 6, among=lambda k: k.club == "56")} == {"56"}
    assert len({p.key.club for p in check_balls(m, 8, among=lambda k: k.club == "99")}) > 1
    with pytest.raises(InputError, match="Nothing measured yet"):
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
