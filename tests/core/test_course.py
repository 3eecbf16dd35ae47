"""Shots on the course: promises against brute force, strokes against the published table, and what a
count of greens says of honest and of overstated numbers."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import numpy as np
import pytest
from oxgang.core.carry.noise import DAY_SD
from oxgang.core.errors import InputError
from oxgang.core.pick.mishits import usual_contact
from oxgang.core.pick.promise import NODES, WEIGHTS, Promise, promise_of
from oxgang.core.pick.situation import Situation
from oxgang.core.pick.strokes import baseline_for
from oxgang.core.practice.course import CourseAdvice, Kept, count_law, course_of, tally
from oxgang.core.practice.course_shot import CourseShot, Ended, Finish, checked_end, checked_pin, gained_by
from oxgang.core.words.shots import Lie
from scipy.special import ndtr
from scipy.stats import binom

from tests.core.picks import shot

TOUR, CLUB = baseline_for(-5.0), baseline_for(18.0)
DAY = date(2026, 9, 1)
PROMISE = Promise(0.5, 0.2, 3.2, 8.0, (0.5, 0.5, 0.5), 0.6)


def played(finish: Finish = Finish.GREEN, left: float | None = 4.0, **more: object) -> CourseShot:
    given = {
        "shot": "54 9:00",
        "day": DAY,
        "pin_yd": 60.0,
        "lie": Lie.FAIRWAY,
        "promise": PROMISE,
        "balls": 12,
    }
    return CourseShot(ended=Ended(finish, left), **{**given, **more})  # type: ignore[arg-type]


def test_a_promise_is_what_many_balls_do() -> None:
    """Against brute force: balls thrown one by one, the carry's own error and the day's among them."""
    pattern = shot(58.0, 5.0, mean_sd_yd=3.0)
    there, contact, n = Situation(pin_yd=62.0), usual_contact(18.0), 400_000
    said = promise_of(pattern, there, CLUB, contact)
    rng = np.random.default_rng(3)
    kinds = [None, *contact.kinds]
    shares = np.array([kind.share if kind else 0.0 for kind in kinds])
    shares = shares / shares.sum() * pattern.mishit_share
    shares[0] = 1 - pattern.mishit_share
    which = rng.choice(len(kinds), n, p=shares)
    finish = pattern.finish_yd + rng.normal(0, np.hypot(pattern.mean_sd_yd, DAY_SD * pattern.carry_yd), n)
    along = rng.normal(0, np.hypot(pattern.ball_sd_yd, pattern.run_sd_yd), n)
    wide = np.full(n, pattern.lateral_sd_yd)
    for i, kind in enumerate(kinds):
        if kind is None:
            continue
        mine = which == i
        along[mine] = rng.normal(0, kind.finish_sd * kind.finish * finish[mine])
        finish[mine] *= kind.finish
        wide[mine] *= kind.wide
    past, aside = finish + along - there.pin_yd, rng.normal(0, wide)
    green = (past > -there.front_yd) & (past < there.back_yd) & (np.abs(aside) < there.width_yd / 2)
    # How the ground short of the green takes the run, and its strips, are left out here.
    assert said.on == pytest.approx(green.mean(), abs=0.03)
    assert said.left_yd == pytest.approx(np.hypot(past, aside).mean(), rel=0.06)
    assert float(WEIGHTS @ said.by_carry) == pytest.approx(said.on)
    assert said.own == pytest.approx(9 / (9 + (DAY_SD * 58) ** 2))
    with pytest.raises(InputError):
        promise_of(pattern, replace(there, pin_yd=0.2), CLUB, contact)


@pytest.mark.parametrize(
    ("shot", "strokes"),
    [
        # Broadie (2012) and Every Shot Counts, from memory: 2.70 from 60 yards, 1.50 from eight feet,
        # 2.59 from twenty yards of rough, 2.53 of sand.
        (played(Finish.GREEN, 8 / 3), 2.70 - 1 - 1.50),
        (played(Finish.ROUGH, 20.0), 2.70 - 1 - 2.59),
        (played(Finish.BUNKER, 20.0, pin_yd=80.0), 2.75 - 1 - 2.53),
        (played(Finish.FAIRWAY, 20.0, lie=Lie.ROUGH_UP), 2.91 - 1 - 2.40),
        (played(Finish.HOLED, 0.0), 2.70 - 1),
        (played(Finish.PENALTY, None), -2.0),
    ],
)
def test_strokes_gained_are_the_published_ones(shot: CourseShot, strokes: float) -> None:
    assert gained_by(shot, TOUR) == pytest.approx(strokes, abs=1e-6)


def test_the_law_of_a_count_is_binomial_where_all_is_known() -> None:
    law = count_law([played()] * 20)
    assert law == pytest.approx(binom.pmf(range(21), 20, 0.5), abs=1e-12)
    # What shots share makes counts differ more.
    less = Promise(0.5, 0.2, 3.2, 8.0, (0.2, 0.5, 0.8), 1.0)
    shared = count_law([played(promise=less)] * 20)
    mean, wide = (law @ np.arange(21), law @ (np.arange(21) - 10) ** 2)
    assert shared @ np.arange(21) == pytest.approx(mean, abs=0.2)
    assert shared @ (np.arange(21) - 10) ** 2 > 2 * wide


def simulated(rng: np.random.Generator, overstated_yd: float, balls: int) -> list[CourseShot]:
    """Rounds of twelve shots by a student whose carries are off as believed, and by so much more."""
    names = ["60 8:00", "56 9:00", "52 9:00", "52 10:00"]
    mean_sd, ball_sd, half, days = 2.0, 5.0, 9.0, balls // 12
    off = dict(zip(names, rng.normal(0, mean_sd, 4), strict=True))
    found = []
    for day in range(days):
        of_day = rng.normal(0, 1.5)
        for _ in range(12):
            name = names[rng.integers(4)]
            aim = rng.uniform(-4, 4)
            spread = np.hypot(mean_sd, 1.5)
            by_carry = [
                ndtr((half - aim - z * spread) / ball_sd) - ndtr((-half - aim - z * spread) / ball_sd)
                for z in NODES
            ]
            promise = Promise(float(WEIGHTS @ by_carry), 0, 3, 6, tuple(by_carry), mean_sd**2 / spread**2)
            past = aim + off[name] + of_day - overstated_yd + rng.normal(0, ball_sd)
            finish = Finish.GREEN if abs(past) < half else Finish.ROUGH
            found.append(
                CourseShot(
                    shot=name,
                    day=DAY + timedelta(days=day),
                    pin_yd=float(rng.uniform(35, 90)),
                    lie=Lie.FAIRWAY,
                    ended=Ended(finish, abs(past), past, 0.0),
                    promise=promise,
                    balls=10,
                )
            )
    return found


def share_of(kept: Kept, overstated_yd: float, balls: int, students: int = 120) -> float:
    rng = np.random.default_rng(balls)
    verdicts = [tally(simulated(rng, overstated_yd, balls), CLUB).kept for _ in range(students)]
    return sum(one is kept for one in verdicts) / students


@pytest.mark.parametrize("balls", [12, 60])
def test_honest_numbers_are_in_the_band_nine_times_of_ten(balls: int) -> None:
    assert share_of(Kept.AS_PROMISED, 0.0, balls) >= 0.87


def test_overstated_numbers_are_found() -> None:
    assert share_of(Kept.FEWER, 8.0, 60, 40) > 0.9
    # Believed to the yard, so that all of it is chance: the band is a binomial one.
    assert tally([played(Finish.ROUGH)] * 8, CLUB).kept is Kept.FEWER
    assert tally([played(Finish.ROUGH)] * 7, CLUB).kept is Kept.FEW
    assert tally([played()] * 12, CLUB).kept is Kept.MORE


def course(*shots: CourseShot) -> tuple[CourseAdvice, tuple[object, ...]]:
    found = course_of(shots, CLUB)
    return CourseAdvice(found.advice.code), found.failing


def test_what_to_practise_is_what_chance_does_not_explain() -> None:
    good = [played(shot="52 9:00", left=3.0)] * 6 + [played(Finish.ROUGH, 15.0, shot="52 9:00")] * 4
    bad = [played(Finish.ROUGH, 12.0)] * 9
    assert course(*good, *bad) == (CourseAdvice.SHOT, ("54 9:00",))
    # The range does not trust it yet: nothing to be disappointed of.
    assert course(*good, *(replace(one, balls=2) for one in bad))[1] == ()
    assert course(*good[:7])[0] is CourseAdvice.LOG

    def missed(past: float) -> CourseShot:
        return replace(
            played(Finish.FAIRWAY, promise=None), ended=Ended(Finish.FAIRWAY, abs(past), past, 0.0)
        )

    assert course(*[missed(-12)] * 9, missed(9))[0] is CourseAdvice.SHORT
    assert course(missed(-12), *[missed(9)] * 9)[0] is CourseAdvice.LONG
    assert course(*[missed(-12)] * 6, *[missed(9)] * 4)[0] is CourseAdvice.BAND
    assert (
        course(*[replace(missed(-12), pin_yd=95.0)] * 4, *[played(left=2.0)] * 6)[0] is CourseAdvice.NOTHING
    )


def test_bands_are_of_ten_yards_and_means_are_plain() -> None:
    found = course_of([played(left=3.0), played(Finish.ROUGH, 9.0, pin_yd=69.9), played(pin_yd=70.0)], CLUB)
    assert [(lo, hi, part.shots, part.on) for lo, hi, part in found.bands] == [(60, 70, 2, 1), (70, 80, 1, 1)]
    assert found.bands[0][2].left_yd == pytest.approx(6.0)
    # Ten metres for who reads metres: 70 of them begin a band.
    metre = 1 / 0.9144
    metric = course_of([played(pin_yd=70 * metre), played(pin_yd=69 * metre)], CLUB, metre)
    assert [round(lo / metre) for lo, _, _ in metric.bands] == [60, 70]
    assert found.every.promised_left_yd == pytest.approx(8.0)


@pytest.mark.parametrize(
    ("finish", "where", "says"),
    [
        (Finish.GREEN, {}, "how far from the hole"),
        (Finish.GREEN, {"left_yd": 50.1}, "No putt"),
        (Finish.ROUGH, {"left_yd": float("nan")}, "0 to 130"),
        (Finish.ROUGH, {"past_yd": 3.0}, "how far to the side"),
        (Finish.ROUGH, {"past_yd": 120.0, "right_yd": 60.0}, "0 to 130"),
    ],
)
def test_ends_that_cannot_be_are_refused(finish: Finish, where: dict[str, float], says: str) -> None:
    with pytest.raises(InputError, match=says):
        checked_end(finish, **where)


def test_ends_as_they_are_said() -> None:
    assert checked_end(Finish.PENALTY).left_yd is None
    assert checked_end(Finish.HOLED, left_yd=4.0).left_yd == 0
    assert checked_end(Finish.ROUGH, past_yd=-3.0, right_yd=4.0).left_yd == 5
    assert checked_pin(5.0) == 5.0
    for pin in (4.9, 131.0, float("nan")):
        with pytest.raises(InputError):
            checked_pin(pin)
