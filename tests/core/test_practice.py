"""Practice: calls, scores, par, what is lost and kept, and what to practise next."""

from __future__ import annotations

from collections import Counter
from datetime import date
from itertools import pairwise, product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from oxgang.core.carry.noise import DAY_SD
from oxgang.core.errors import InputError
from oxgang.core.ground.played import Candidate
from oxgang.core.pick.mishits import KINDS
from oxgang.core.pick.strokes import baseline_for
from oxgang.core.practice.compare import Tries, norm, pairs_of, retention, transfer
from oxgang.core.practice.forms import (
    Call,
    Field,
    NetTarget,
    PracticeForm,
    Row,
    Step,
    calls_of,
    shuffled,
    spread,
)
from oxgang.core.practice.par import (
    Par,
    Player,
    Shot,
    as_data,
    draws_of,
    of_data,
    par_of,
    played,
    points_of,
)
from oxgang.core.practice.scoring import (
    RoundBall,
    Scoring,
    checked_result,
    checked_score,
    score,
    strokes_from,
)
from oxgang.core.practice.trials import RULES, Trial, row_of, weakest
from oxgang.core.practice.week import Known, WeekWhy, order_of, week_of
from oxgang.core.words.shots import CellKey
from scipy import stats
from statsmodels.stats.proportion import confint_proportions_2indep

KEYS = [CellKey("56", "8:00"), CellKey("56", "9:00"), CellKey("52", "9:00"), CellKey("47", "9:00")]
CARRIES = (38.0, 51.0, 60.0, 71.0)
SHOTS = [
    Candidate(key, carry, carry - 1, carry + 1, 0.05 * carry, True, float(key.club), 90.0)
    for key, carry in zip(KEYS, CARRIES, strict=True)
]
LEVEL = baseline_for(18)


def field(**more: object) -> Field:
    known = {
        "shots": SHOTS,
        "carries": dict(zip(KEYS, CARRIES, strict=True)),
        "clubs": ["56", "52", "47"],
        "from_yd": 30.0,
        "to_yd": 100.0,
        "tolerance_yd": 3.0,
    } | more
    return Field(**known)  # type: ignore[arg-type]


def player(sd: float = 0.0, mishits: float = 0.1, scatter: float = 0.05) -> Player:
    shots = [Shot(key, carry, scatter, mishits) for key, carry in zip(KEYS, CARRIES, strict=True)]
    return Player(shots, np.eye(4) * sd**2, KINDS)


# Calls


@given(
    balls=st.integers(1, 60),
    values=st.lists(st.integers(30, 100), min_size=1, max_size=12, unique=True),
    seed=st.integers(0, 2**31 - 1),
)
def test_every_yardage_is_called_equally_often_and_a_seed_makes_the_same_order(
    balls: int, values: list[int], seed: int
) -> None:
    order = shuffled([float(v) for v in values], balls, seed)
    counts = Counter(order)
    assert len(order) == balls
    assert max(counts.values()) - min([*counts.values(), *([0] if balls < len(values) else [])]) <= 1
    assert order == shuffled([float(v) for v in values], balls, seed)
    if len(values) > 2:
        assert all(a != b for a, b in pairwise(order))


def test_the_order_of_a_seed_is_the_same_on_every_machine() -> None:
    # Python keeps the sequence of a seeded `Random` (documented under "Notes on Reproducibility").
    assert shuffled([40.0, 50.0, 60.0], 6, 11) == [40.0, 60.0, 50.0, 60.0, 40.0, 50.0]


def test_a_ladder_goes_up_and_down_in_whole_numbers_of_the_students_unit() -> None:
    row = Row(form=PracticeForm.SERIAL, balls=14, from_yd=40, to_yd=60)
    at = [call.yardage_yd for call in calls_of(row, field(), 0)]
    assert at == [40, 45, 50, 55, 60, 55, 50, 45, 40, 45, 50, 55, 60, 55]
    wide = Row(form=PracticeForm.SERIAL, balls=4, step=Step.WIDE)
    assert [call.yardage_yd for call in calls_of(wide, field(), 0)] == [45, 60, 45, 60]
    metres = [call.yardage_yd * 0.9144 for call in calls_of(row, field(units="m"), 0)]  # type: ignore[operator]
    assert metres[:4] == pytest.approx([40, 45, 50, 45])


def test_calls_stay_where_the_students_shots_reach_and_name_the_shot_of_the_card() -> None:
    calls = calls_of(Row(form=PracticeForm.RANDOM, balls=20), field(), 3)
    assert {c.yardage_yd for c in calls} == set(spread(38, 71, 10))
    assert all(38 <= (c.yardage_yd or 0) <= 71 for c in calls)
    assert {c.shot for c in calls} == set(KEYS)
    worse = calls_of(Row(form=PracticeForm.WORSE, balls=20), field(), 3)
    assert [c.balls for c in worse] == [2] * 10


def test_a_shot_that_is_given_is_hit_to_its_carry_also_while_it_is_learnt() -> None:
    only = field(shots=SHOTS[:1])
    calls = calls_of(Row(form=PracticeForm.BLOCKED, balls=5, shot=KEYS[2]), only, 0)
    assert [call.yardage_yd for call in calls] == [60.0] * 5
    assert par_for(calls, player()).mean > 1
    calls = calls_of(Row(form=PracticeForm.ONE_SWING, balls=3, swing="9:00"), only, 0)
    assert [call.yardage_yd for call in calls] == [51.0, 60.0, 71.0]


def test_one_swing_takes_every_wedge_and_the_net_goes_through_its_marks() -> None:
    calls = calls_of(Row(form=PracticeForm.ONE_SWING, balls=7, swing="9:00"), field(), 0)
    assert [c.shot and c.shot.club for c in calls] == ["56", "56", "56", "52", "52", "47", "47"]
    net = calls_of(Row(form=PracticeForm.NET, balls=5, shot=KEYS[0]), field(), 0)
    assert [c.mark for c in net] == [*NetTarget, NetTarget.AT]


@pytest.mark.parametrize(
    ("row", "more", "said"),
    [
        (Row(form=PracticeForm.BLOCKED, balls=5), {}, "Choose a shot"),
        (Row(form=PracticeForm.BLOCKED, balls=5, shot=CellKey("64", "9:00")), {}, "left the bag"),
        (Row(form=PracticeForm.RANDOM, balls=0), {}, "1 to 60"),
        (Row(form=PracticeForm.RANDOM, balls=61), {}, "1 to 60"),
        (Row(form=PracticeForm.RANDOM, balls=5), {"shots": []}, "No shots in use"),
        (
            Row(form=PracticeForm.SERIAL, balls=5, from_yd=90, to_yd=100),
            {},
            "between these yardages",
        ),
        (Row(form=PracticeForm.ONE_SWING, balls=5, swing="noon"), {}, "no swing"),
    ],
)
def test_a_row_that_cannot_be_is_refused(row: Row, more: dict[str, object], said: str) -> None:
    with pytest.raises(InputError, match=said):
        calls_of(row, field(**more), 0)


def test_a_practice_test_is_never_longer_than_the_limit() -> None:
    for trial in Trial:
        row = row_of(trial, field(), None, 12)
        assert row.balls == min(12, RULES[trial].balls)
        assert calls_of(row, field(), 1)
    assert weakest(field(), [KEYS[3]]) == KEYS[3]
    assert weakest(field(), []) == KEYS[0]


# Scores

CALLS = [
    Call(50.0, KEYS[1]),
    Call(60.0, KEYS[2]),
    Call(None, KEYS[0], NetTarget.AT),
    Call(60.0, KEYS[2], balls=2),
]


def test_a_point_for_a_ball_within_the_tolerance_and_the_worse_of_two_counts() -> None:
    balls = {
        0: [RoundBall(53.0)],
        1: [RoundBall(63.1)],
        2: [RoundBall(met=True)],
        3: [RoundBall(60.0), RoundBall(70.0)],
    }
    said = score(CALLS, balls, Scoring.WITHIN, tolerance_yd=3, baseline=LEVEL)
    assert (said.points, said.of) == (2, 4)
    # A call of which one ball is missing is not answered yet.
    balls[3] = [RoundBall(60.0)]
    assert score(CALLS, balls, Scoring.WITHIN, tolerance_yd=3, baseline=LEVEL).of == 3


def test_strokes_are_those_of_the_level_from_where_the_ball_finished() -> None:
    # An 18 takes about 2.1 putts from 30 feet: common practice, no published source.
    assert float(strokes_from(8.99, LEVEL)) == pytest.approx(1 + 2.07, abs=0.05)
    assert float(strokes_from(0, LEVEL)) == pytest.approx(2)
    far, near = strokes_from([20.0, -5.0], LEVEL)
    assert far > near > 2
    holed = {0: [RoundBall(50.0)], 1: [RoundBall(60.0)]}
    said = score(CALLS[:2], holed, Scoring.STROKES, tolerance_yd=3, baseline=LEVEL)
    assert said.points == pytest.approx(4)


@pytest.mark.parametrize(
    ("call", "balls"),
    [
        (CALLS[0], []),
        (CALLS[0], [RoundBall()]),
        (CALLS[0], [RoundBall(50.0), RoundBall(50.0)]),
        (CALLS[0], [RoundBall(-1.0)]),
        (CALLS[0], [RoundBall(900.0)]),
    ],
)
def test_a_result_needs_its_ball(call: Call, balls: list[RoundBall]) -> None:
    with pytest.raises(InputError):
        checked_result(call, balls)


def test_a_score_above_what_is_possible_is_refused() -> None:
    assert checked_score(20, 20) == 20
    for points in (-1.0, 20.5):
        with pytest.raises(InputError, match="0 to 20"):
            checked_score(points, 20)


# Par


def par_for(calls: list[Call], who: Player, scoring: Scoring = Scoring.WITHIN, tolerance: float = 3.0) -> Par:
    return par_of(calls, who, scoring, tolerance_yd=tolerance, baseline=LEVEL)


@given(chances=st.lists(st.floats(0, 1), min_size=1, max_size=8))
@settings(max_examples=60)
def test_points_follow_the_poisson_binomial_distribution(chances: list[float]) -> None:
    """Against scipy's, and against every outcome counted out."""
    mine = points_of(np.array([chances]))[0]
    theirs = stats.poisson_binom(chances).pmf(np.arange(len(chances) + 1))
    assert mine == pytest.approx(theirs, abs=1e-9)
    counted = np.zeros(len(chances) + 1)
    for outcome in product((0, 1), repeat=len(chances)):
        each = [p if o else 1 - p for p, o in zip(chances, outcome, strict=True)]
        counted[sum(outcome)] += np.prod(each)
    assert mine == pytest.approx(counted, abs=1e-9)


def test_ten_alike_balls_of_a_student_whose_carry_is_known_are_binomial() -> None:
    calls = [Call(51.0, KEYS[1])] * 10
    par = par_for(calls, player(mishits=0.0))
    # Within 3 of 51 with a scatter of 5 %, and a day that moves all: by quadrature.
    at, weight = np.polynomial.hermite_e.hermegauss(41)
    centre = 51 * np.exp(DAY_SD * at)
    ends = [stats.norm.cdf((end - centre) / (0.05 * centre)) for end in (48, 54)]
    p = ends[1] - ends[0]
    mixed = (weight / weight.sum()) @ stats.binom.pmf(np.arange(11), 10, p[:, None])
    assert par.points == pytest.approx(mixed, abs=0.004)
    assert par.beats(0) == 0
    assert par.beats(11) == pytest.approx(1)


@pytest.mark.parametrize("form", [PracticeForm.RANDOM, PracticeForm.WORSE, PracticeForm.SERIAL])
def test_par_is_what_a_student_scores_who_plays_it_out(form: PracticeForm) -> None:
    """Against 5,120 rounds hit ball by ball: carries of the day, solid balls, mishits."""
    student = player(sd=0.03, mishits=0.2)
    calls = calls_of(Row(form=form, balls=12), field(), 5)
    rng, days = np.random.default_rng(1), draws_of(student)
    points, strokes = np.zeros((len(days), 20)), np.zeros((len(days), 20))
    for call in calls:
        place = student.place(call.shot)
        assert place is not None
        balls = [played(student, place, days[:, place], 20, rng) for _ in range(call.balls)]
        misses = np.max([np.abs(ball - (call.yardage_yd or 0)) for ball in balls], axis=0)
        points += misses <= 3
        strokes += strokes_from(misses, LEVEL)
    par = par_for(calls, student)
    assert abs(points.mean() - par.mean) < 3.5 * points.std() / np.sqrt(points.size)
    seen = np.bincount(points.astype(int).ravel(), minlength=len(par.points)) / points.size
    assert np.abs(seen - par.points).max() < 0.025
    in_strokes = par_for(calls, student, Scoring.STROKES)
    assert abs(strokes.mean() - in_strokes.mean) < 5 * strokes.std() / np.sqrt(strokes.size)
    assert in_strokes.beats(float(np.quantile(strokes, 0.2))) == pytest.approx(0.8, abs=0.04)


def test_a_worse_striker_a_wider_one_and_one_less_known_have_another_par() -> None:
    calls = calls_of(Row(form=PracticeForm.RANDOM, balls=12), field(), 5)
    usual = par_for(calls, player()).mean
    assert par_for(calls, player(mishits=0.3)).mean < usual - 0.8
    assert par_for(calls, player(scatter=0.09)).mean < usual - 0.8
    assert par_for(calls, player(), tolerance=4.0).mean > usual + 0.8
    alike = [Call(51.0, KEYS[1])] * 12
    # Who knows a carry less well has more very bad days.
    assert par_for(alike, player(sd=0.08)).beats(4) > par_for(alike, player()).beats(4) + 0.05


def test_a_call_that_no_shot_answers_is_never_met_and_a_par_is_kept_as_it_is() -> None:
    par = par_for([Call(51.0, None), Call(51.0, KEYS[1])], player())
    assert par.points[2] == 0
    kept = of_data(as_data(par))
    assert kept.mean == pytest.approx(par.mean, abs=0.001)
    assert kept.beats(1) == pytest.approx(par.beats(1), abs=1e-5)


# What is lost, kept, and usual


@given(a=st.integers(0, 20), b=st.integers(0, 30))
@settings(max_examples=30)
def test_what_is_lost_on_one_shot_has_the_interval_of_agresti_and_caffo(a: int, b: int) -> None:
    found = transfer({KEYS[0]: Tries(a, 20)}, {KEYS[0]: Tries(b, 30)})
    assert found is not None
    lo, hi = confint_proportions_2indep(a, 20, b, 30, method="agresti-caffo", alpha=0.1)
    assert (found.lo, found.hi) == pytest.approx((max(-1, lo), min(1, hi)))
    assert found.value == pytest.approx(a / 20 - b / 30)


def test_shots_that_were_not_hit_in_both_ways_say_nothing_of_transfer() -> None:
    blocked = {"56": Tries(16, 20), "52": Tries(0, 40)}
    found = transfer(blocked, {"56": Tries(8, 20), "47": Tries(20, 20)})
    assert found is not None
    assert found.value == pytest.approx(0.4)
    assert found.real
    assert transfer(blocked, {"47": Tries(20, 20)}) is None
    assert transfer({"56": Tries(3, 7)}, {"56": Tries(8, 20)}) is None
    # Two shots weigh by their balls: 20 of 20 and 10 of 10 against half of that.
    two = transfer({"a": Tries(20, 20), "b": Tries(10, 10)}, {"a": Tries(10, 20), "b": Tries(10, 10)})
    assert two is not None
    assert two.value == pytest.approx(0.5 * 10 / 15)


def test_the_first_ball_of_a_day_is_held_against_the_last_of_the_day_before() -> None:
    misses = [
        ("56", 1, 9.0),
        ("56", 1, 2.0),
        ("52", 1, 1.0),
        ("56", 2, 5.0),
        ("56", 2, 1.0),
        ("52", 4, 3.0),
        ("56", 5, 4.0),
    ]
    assert pairs_of(misses) == [(2.0, 5.0), (1.0, 4.0), (1.0, 3.0)]
    assert retention(pairs_of(misses)) is None
    pairs = [(2.0, 5.0), (1.0, 4.0), (1.0, 3.0), (2.0, 3.5)]
    found = retention(pairs)
    assert found is not None
    more = [b - a for a, b in pairs]
    lo, hi = stats.ttest_1samp(more, 0).confidence_interval(0.9)
    assert (found.value, found.lo, found.hi) == pytest.approx((np.mean(more), lo, hi))


def test_there_is_no_norm_before_there_are_eight_students_of_a_level() -> None:
    scores = {n: (10.0 + n % 3, n / 10) for n in range(8)}
    assert norm(dict(list(scores.items())[:7]), 11) is None
    assert norm(scores, 40) is None
    found = norm(scores, 11)
    assert found is not None
    assert (found.lower, found.middle, found.upper) == pytest.approx((0.175, 0.35, 0.525))
    assert found.students == 8


# The week

WEEK = [
    Known(KEYS[0], due=False, work=False, chance=0.3, days_ago=3),
    Known(KEYS[1], due=False, work=False, chance=0.8, days_ago=60),
    Known(KEYS[2], due=True, work=False, chance=0.6, days_ago=30),
    Known(KEYS[3], due=False, work=True, chance=0.5, days_ago=2),
]


def test_due_comes_before_work_before_the_weakest_before_what_was_not_asked_for_long() -> None:
    assert [(one.shot, why) for one, why in order_of(WEEK)] == [
        (KEYS[2], WeekWhy.DUE),
        (KEYS[3], WeekWhy.WORK),
        (KEYS[0], WeekWhy.WEAKEST),
        (KEYS[1], WeekWhy.LONG),
    ]


@given(limit=st.integers(5, 80), days=st.integers(1, 4), injured=st.booleans())
def test_a_week_keeps_to_the_limit_with_a_day_of_rest_between(limit: int, days: int, injured: bool) -> None:
    week = week_of(WEEK, date(2026, 6, 1), days, limit=limit, injured=injured)
    assert len(week) == days
    for day in week:
        assert 0 < day.balls <= (limit // 2 if injured else limit)
        assert all(part.row.balls > 0 for part in day.parts)
    assert all((b.day - a.day).days >= 2 for a, b in pairwise(week))
    if limit >= 40 and not injured:
        assert [part.row.form for part in week[0].parts][-1] is PracticeForm.RANDOM


def test_a_week_without_a_shot_or_of_seven_days_is_refused() -> None:
    with pytest.raises(InputError, match="No shot"):
        week_of([], date(2026, 6, 1), 2, limit=30)
    with pytest.raises(InputError, match="1 to 4"):
        week_of(WEEK, date(2026, 6, 1), 5, limit=30)
