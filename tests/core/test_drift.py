"""Has the student changed: power and false alarms by simulation, parts against references."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import numpy as np
import pytest
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.noise import Change
from oxgang.core.errors import InputError
from oxgang.core.flight.trajectory import fly
from oxgang.core.keeping.drift.cusum import cusum
from oxgang.core.keeping.drift.scopes import SIZE, Reach, Scope, scopes_of, suspicions
from oxgang.core.keeping.drift.sessions import trend_of
from oxgang.core.keeping.drift.shift import shift
from oxgang.core.keeping.drift.verdict import Advice, StrikeCount, Verdict, check_up_balls, day_of, judge
from oxgang.core.words.shots import CellKey, Strike
from scipy import stats

from tests.core.builders import CELLS, POINTS, STOOD, TODAY, Student, evidence


def against(standing: list[Hit], new: list[Hit], struck: StrikeCount | None = None) -> Verdict:
    struck = struck or StrikeCount(12, 15, 85, 100)
    return judge(evidence(standing, day=STOOD), new, struck, day=TODAY)


def check_up(cells: list[CellKey] = CELLS) -> list[CellKey]:
    return (cells * 15)[:15]


def test_the_cusum_is_that_of_the_handbook() -> None:
    """Published worked example: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.3.

    Its figures are from memory.
    """
    data = [
        324.925,
        324.675,
        324.725,
        324.350,
        325.350,
        325.225,
        324.125,
        324.525,
        325.225,
        324.600,
        324.625,
        325.150,
        328.325,
        327.250,
        327.825,
        328.500,
        326.675,
        327.775,
        326.875,
        328.350,
    ]
    found = cusum(data, target=325, slack=0.3175, limit=4.1959)
    high = [
        0,
        0,
        0,
        0,
        0.03,
        0,
        0,
        0,
        0,
        0,
        0,
        0,
        3.01,
        4.94,
        7.45,
        10.63,
        11.99,
        14.44,
        16.00,
        19.04,
    ]
    low = [0, 0.01, 0, 0.33, 0, 0, 0.56, 0.72, 0.17, 0.25, 0.31, 0, 0, 0, 0, 0, 0, 0, 0, 0]
    assert found.high == pytest.approx(high, abs=0.011)
    assert found.low == pytest.approx(low, abs=0.011)
    assert (found.alarm, found.began, found.up) == (13, 12, True)


@pytest.mark.parametrize(("moved", "length"), [(0.0, 465), (1.0, 10.4), (2.0, 4.01)])
def test_the_cusums_run_lengths_are_those_of_the_handbook(moved: float, length: float) -> None:
    """Published table: NIST/SEMATECH e-Handbook 6.3.2.3.1, k = 0.5, h = 5, from memory."""
    rng = np.random.default_rng(5)
    runs = []
    for _ in range(250 if moved else 400):
        values = rng.normal(moved, 1, 4000 if not moved else 100)
        alarm = cusum(values.tolist()).alarm
        runs.append(4000 if alarm is None else alarm + 1)
    assert np.mean(runs) == pytest.approx(length, rel=0.12)


def test_a_change_of_5_percent_in_speed_is_found_after_15_balls_and_chance_is_not() -> None:
    """Fixed seeds; what a speed is worth in carry comes from flight. `make bench-model` has the
    same target on students whose every ball flies."""
    flown = fly([25.0, 25.0 * 1.05, 25.0 / 1.05], 31.0, 5200.0, density=1.2).carry_yd
    moves = {0: 0.0, 1: float(np.log(flown[1] / flown[0])), -1: float(np.log(flown[2] / flown[0]))}
    assert 0.08 < moves[1] < 0.11
    found = dict.fromkeys(moves, 0)
    students = 110
    for seed in range(students):
        for way, by in moves.items():
            student = Student(seed)
            verdict = against(student.standing(), student.hit(check_up(), 0, by))
            found[way] += verdict.shift.changed
    assert found[0] / students < 0.05
    assert min(found[1], found[-1]) / students >= 0.80


@pytest.mark.parametrize(
    ("moved", "reach", "at_least"),
    [
        (dict.fromkeys([k for k in CELLS if k.club == "56"], 0.12), Reach.CLUB, 0.7),
        (dict.fromkeys([k for k in CELLS if k.swing == "9:00"], -0.12), Reach.SWING, 0.7),
        ({CELLS[5]: 0.2}, Reach.CELL, 0.7),
        (0.09, Reach.STUDENT, 0.7),
        (0.0, None, 0.85),
    ],
)
def test_what_moved_is_told_from_the_rest(
    moved: dict[CellKey, float] | float, reach: Reach | None, at_least: float
) -> None:
    right = 0
    students = 30
    for seed in range(students):
        student = Student(seed)
        verdict = against(student.standing(), student.hit(CELLS * 4, 0, moved))
        first = verdict.suspicions[0].scope.reach if verdict.nothing < 0.5 else None
        right += first is reach
    assert right / students >= at_least


def test_the_probabilities_are_bayes_rule_on_normal_densities() -> None:
    """Outside check: the marginal densities by scipy, the posterior by numerical integration."""
    points = [POINTS[k] for k in CELLS[:6]]
    balls = np.full(6, 4)
    rng = np.random.default_rng(3)
    root = rng.normal(0, 0.02, (6, 6))
    covariance = root @ root.T + 0.0006 * np.eye(6)
    off = rng.normal(0.03, 0.03, 6)
    nothing, found = suspicions(points, balls, off, covariance)
    assert nothing + sum(s.probability for s in found) == pytest.approx(1)
    zero = stats.multivariate_normal.pdf(off, cov=covariance)
    (whole,) = (s for s in found if s.scope.reach is Reach.STUDENT)
    ones = np.ones(6)
    size = SIZE[Reach.STUDENT]
    shared = stats.multivariate_normal.pdf(off, cov=covariance + size**2 * np.outer(ones, ones))
    prior = 0.18 / (1 - 0.18 - 0.08 - 0.04 - 0.04)
    assert whole.probability / nothing == pytest.approx(prior * shared / zero, rel=1e-6)
    grid = np.linspace(-0.4, 0.4, 4001)
    density = np.array([stats.multivariate_normal.pdf(off - b, cov=covariance) for b in grid])
    density = density * stats.norm.pdf(grid, scale=size)
    mean = (grid * density).sum() / density.sum()
    assert np.log1p(whole.share) == pytest.approx(mean, abs=1e-4)
    below = density[grid <= np.log1p(whole.lo)].sum() / density.sum()
    assert below == pytest.approx(0.05, abs=0.003)


def test_two_scopes_with_the_same_balls_are_one() -> None:
    points = [POINTS[CellKey("56", s)] for s in ("8:00", "9:00", "10:00", "full")]
    found = scopes_of(points, np.full(4, 3))
    assert Scope(Reach.STUDENT) in found
    assert not any(s.reach is Reach.CLUB for s in found)  # the only club is the student
    assert sum(s.reach is Reach.SWING for s in found) == 4  # and a swing is its only cell
    assert not any(s.reach is Reach.CELL for s in found)
    assert scopes_of(points, np.array([1, 1, 0, 0])) == []


@pytest.mark.parametrize(("apart", "same"), [(0.3, True), (0.7, False)])
def test_two_scales_swings_within_half_a_degree_are_one_for_events_and_drift(
    apart: float, same: bool
) -> None:
    nine = POINTS[CellKey("56", "9:00")]
    near = replace(nine, arm_deg=nine.arm_deg + apart)
    assert Scope(Reach.SWING, arm_deg=nine.arm_deg).holds(near) is same
    event = Change(TODAY, arm_deg=nine.arm_deg)
    assert event.touches(near.club, near.arm_deg, near.trajectory) is same


def test_a_bad_day_of_strikes_replaces_nothing() -> None:
    student = Student(1)
    standing = student.standing()
    new = student.hit(CELLS * 3, 0, -0.12)
    good = against(standing, new, StrikeCount(42, 48, 85, 100))
    assert (good.advice, good.strikes.bad) == (Advice.REPLACE, False)
    assert good.since == TODAY
    bad = against(standing, new, StrikeCount(20, 48, 85, 100))
    assert bad.strikes.bad
    assert bad.advice is Advice.CHECK_UP
    wild = [
        replace(h, carry_yd=(h.carry_yd or 0) * float(np.exp(0.2 * (i // len(CELLS) - 1))))
        for i, h in enumerate(new)
    ]
    assert against(standing, wild, StrikeCount(42, 48, 85, 100)).strikes.scatter > 2


def test_a_strike_days_chance_is_the_beta_binomials() -> None:
    """Outside check: scipy.stats' beta-binomial and chi-square."""
    day = day_of(StrikeCount(9, 15, 80, 95), scatter=1.4, freedom=12)
    assert day.chance == pytest.approx(stats.betabinom.cdf(9, 15, 80.5, 15.5))
    assert day.scatter_chance == pytest.approx(stats.chi2.sf(12 * 1.4**2, 12))
    assert day_of(StrikeCount(0, 0, 0, 0), scatter=1, freedom=0).bad is False
    assert day_of(StrikeCount(0, 3, 0, 0), scatter=1, freedom=0).chance == 1  # nothing is usual yet


def test_what_is_known_to_have_changed_is_no_surprise() -> None:
    student = Student(2)
    standing, new = student.standing(), student.hit(check_up(), 0, 0.08)
    plain = shift(evidence(standing, day=STOOD), new, day=TODAY)
    lesson = Change(TODAY - timedelta(days=5), sd=0.06, own_sd=0.02)
    imported = shift(evidence(standing, day=STOOD, changes=[lesson]), new, day=TODAY)
    assert plain.changed
    assert not imported.changed
    assert imported.sd > plain.sd
    elsewhere = Change(TODAY - timedelta(days=5), club="none of these", sd=0.06)
    other = shift(evidence(standing, day=STOOD, changes=[elsewhere]), new, day=TODAY)
    assert other.sd == pytest.approx(plain.sd, rel=0.02)


def test_a_slow_change_is_seen_over_sessions_and_a_steady_student_is_not() -> None:
    creeping = steady = 0
    students = 24
    for seed in range(students):
        for rate in (0.0, -0.022):
            student = Student(seed)
            hits = student.hit(CELLS * 2, 90)
            for session in range(9):
                hits += student.hit(check_up(), 80 - 9 * session, rate * session)
            trend = trend_of(evidence(hits))
            if rate:
                creeping += trend.since is not None and trend.share < 0
            else:
                steady += trend.since is not None
    assert steady / students <= 0.10
    assert creeping / students >= 0.60


def test_an_event_begins_the_sessions_anew_and_few_balls_say_nothing() -> None:
    student = Student(3)
    hits = student.hit(CELLS * 2, 90)
    for session in range(6):
        hits += student.hit(check_up(), 60 - 9 * session)
    hits += student.hit(CELLS[:3], 1)
    assert len(trend_of(evidence(hits)).sessions) == 6  # not the first, not the one of three balls
    lesson = Change(TODAY - timedelta(days=40))
    assert [s.day for s in trend_of(evidence(hits, changes=[lesson])).sessions] == [
        TODAY - timedelta(days=d) for d in (33, 24, 15)
    ]
    fat = [replace(h, strike=Strike.FAT) for h in student.hit(CELLS, 0)]
    with pytest.raises(InputError, match="No solid ball"):
        shift(evidence(hits, day=STOOD), fat, day=TODAY)


def test_a_small_change_needs_more_balls() -> None:
    counts = [check_up_balls(share, 0.06) for share in (0.02, 0.05, 0.08, 0.2)]
    assert counts == sorted(counts, reverse=True)
    assert counts[0] == 40
    assert counts[-1] == 10
