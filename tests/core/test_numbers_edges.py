"""True numbers at their edges: the wind untold, a lie today, the swap rule, odd adjustments."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from oxgang.core.carry.adjustments import taught_by
from oxgang.core.carry.ageing import halves_after
from oxgang.core.carry.arithmetic import swaps
from oxgang.core.carry.asking import Guess, question_about
from oxgang.core.carry.cells import UNSETTLED
from oxgang.core.carry.matrix import Basis, Doubt
from oxgang.core.carry.noise import Change
from oxgang.core.carry.posterior import cell_square
from oxgang.core.carry.prior import CELL_SDS, Point, Points, covariance, mean_log_carry
from oxgang.core.carry.surfaces import OwnFactor
from oxgang.core.carry.today import Today, from_lie, today_of
from oxgang.core.carry.weights import Cells, weigh
from oxgang.core.carry.why import Reason, why
from oxgang.core.errors import ConfirmationNeeded, InputError
from oxgang.core.flight.chain import TYPICAL
from oxgang.core.flight.checks import check_shot
from oxgang.core.flight.impact import LIES
from oxgang.core.flight.spin import shown
from oxgang.core.words.shots import CellKey, Lie, Shot, Spin, Trajectory
from oxgang.core.words.swing import CLOCK

from tests.core.builders import CLUBS, CROSS, TODAY, cell, evidence, hit, made, matrix, point

NINE = CellKey("56", "9:00")


def test_a_day_whose_wind_nobody_wrote_down_is_less_sure() -> None:
    told = matrix([hit(c) for c in (60, 61, 59, 60, 60)])
    untold = matrix([replace(hit(c), wind_known=False) for c in (60, 61, 59, 60, 60)])
    assert cell(untold).half_yd > 1.2 * cell(told).half_yd
    assert cell(untold).carry_yd == pytest.approx(cell(told).carry_yd, abs=0.5)


def test_from_a_lie_a_cell_is_shorter_less_sure_and_scatters_more() -> None:
    standard = made(60.0, sd=3.0, half=2.0)
    rough = from_lie(standard, Lie.ROUGH_DOWN, OwnFactor(0.77, 0.08, 0))
    assert rough.carry_yd == pytest.approx(46.2)
    assert rough.carry_hi_yd - rough.carry_lo_yd > 2.5 * (standard.carry_hi_yd - standard.carry_lo_yd) / 2
    wide = np.hypot(3.0 / 60, LIES[Lie.ROUGH_DOWN].scatter)
    assert rough.shot_sd_yd == pytest.approx(46.2 * wide)

    def today(lie: Lie, factor: OwnFactor | None) -> Today:
        (one,) = today_of(
            [standard],
            TYPICAL,
            altitude_m=0,
            temperature_c=20,
            headwind_mps=0,
            lie=lie,
            factor=factor,
        )
        return one

    fair, found = today(Lie.FAIRWAY, None), today(Lie.ROUGH_DOWN, OwnFactor(0.77, 0.08, 0))
    assert found.standard is standard
    assert found.cell.carry_yd == pytest.approx(46.2, abs=0.05)
    # Hardly any stop from there: as long a run from a shorter carry.
    assert found.run_yd / found.cell.carry_yd > fair.run_yd / fair.cell.carry_yd


def test_a_carry_that_no_ball_speed_gives_stops_no_other() -> None:
    """A face laid open on a lob wedge may not fly 170 yards; a look-up shows the others."""
    low = replace(TYPICAL.recipes[Trajectory.STOCK], lean_deg=-10.0, face_open_deg=30.0)
    chain = replace(TYPICAL, recipes={Trajectory.STOCK: low}, lofts={"56": 64.0})
    cells = [made(c, key=NINE) for c in (40.0, 170.0, 30.0)]
    found = today_of(cells, chain, altitude_m=0, temperature_c=20, headwind_mps=0)
    assert [one.standard.carry_yd for one in found] == [40.0, 30.0]


def test_the_swap_rule_stands_beside_the_students_own() -> None:
    """Common practice, no published source: low of the 60-yard swing about 70, high of the 80-yard
    swing about 70."""
    shots = (
        ("9:00", 60, "stock"),
        ("9:00", 70, "low"),
        ("10:00", 70, "stock"),
        ("11:00", 80, "stock"),
        ("11:00", 70, "high"),
    )
    hits = [
        hit(c + d, "52", swing, trajectory=Trajectory(height))
        for swing, c, height in shots
        for d in (-1, -0.5, 0, 0.5, 1)
    ]
    found = {(s.club, s.swing): s for s in swaps(matrix(hits).cells, CLOCK.positions)}
    own = found["52", "10:00"]
    assert (own.low_swing, own.high_swing, own.follows) == ("9:00", "11:00", True)
    assert [own.low_yd, own.stock_yd, own.high_yd] == pytest.approx([70, 70, 70], abs=1)
    assert found["56", "10:00"].follows is None  # an estimate proves nothing
    far = [h for h in hits if h.point.trajectory is not Trajectory.LOW]
    far += [hit(86 + d, "52", "9:00", trajectory=Trajectory.LOW) for d in (-1, -0.5, 0, 0.5, 1)]
    other = {(s.club, s.swing): s for s in swaps(matrix(far).cells, CLOCK.positions)}
    assert other["52", "10:00"].follows is False


def test_adjustment_are_asked_about_beyond_six_inches_and_refused_beyond_a_yard() -> None:
    ball = Shot(cell=NINE, carry_yd=60.0)
    for back, down in ((6.0, 0.0), (0.0, 6.0), (-6.0, 0.0)):
        check_shot(replace(ball, ball_position_in=back, grip_down_in=down))
    for back, down in ((20.0, 0.0), (0.0, 7.0), (-6.5, 0.0)):
        far = replace(ball, ball_position_in=back, grip_down_in=down)
        with pytest.raises(ConfirmationNeeded, match="different shot, not an adjustment"):
            check_shot(far)
        check_shot(far, confirmed=True)
    with pytest.raises(InputError, match="outside"):
        check_shot(replace(ball, ball_position_in=40.0), confirmed=True)
    at = point(NINE)
    hits = [replace(hit(60), point=replace(at, back_in=back)) for back in (0.0, 2.0, -6.0, 20.0)]
    assert [h.teaches for h in hits] == [True, True, True, False]
    assert [h.counts for h in hits] == [True, False, False, False]
    assert taught_by(evidence(hits)) == (2, 0)


def test_a_adjustment_of_zero_is_the_shot_itself() -> None:
    plain = point(NINE)
    same = replace(plain, back_in=0.0, down_in=0.0)
    back, down = replace(plain, back_in=3.0), replace(plain, down_in=2.0)
    assert plain == same
    assert back.unadjusted == plain
    arrays = Points.of([plain, back, down])
    mean, spread = mean_log_carry(arrays), covariance(arrays)
    # Common practice, no published source: 3 inches about 5 yards of 75, an inch of grip 3 %.
    assert np.exp(mean - mean[0])[1:] == pytest.approx([1.068, 0.942], abs=0.002)
    assert spread[1, 1] > spread[0, 0] < spread[2, 2]
    assert arrays.same[0] == arrays.same[1] == arrays.same[2]


def test_how_irregular_cells_are_is_learnt() -> None:
    """By marginal likelihood, against the same weights by scipy's normal density."""
    from scipy.stats import multivariate_normal

    rng = np.random.default_rng(5)
    points = [Point(c.label, c.loft_deg, p.arm_deg) for c in CLUBS for p in CLOCK.positions]
    arrays = Points.of(points)
    mean, prior = mean_log_carry(arrays), covariance(arrays)
    noise, same = np.eye(len(points)) * 0.01**2, np.eye(len(points), dtype=bool)
    found = {}
    for sd in (0.0, 0.05):
        logs = rng.multivariate_normal(mean, prior + noise + sd**2 * same)
        found[sd] = cell_square(mean, prior, same, logs, noise)
        weights = np.array([0.4, 0.4, 0.2]) * np.exp(
            [
                multivariate_normal.logpdf(logs, mean, prior + noise + s**2 * same)
                - multivariate_normal.logpdf(logs, mean, prior + noise)
                for s in CELL_SDS
            ]
        )
        assert found[sd] == pytest.approx(weights @ np.square(CELL_SDS) / weights.sum(), rel=1e-6)
    assert found[0.0] < 0.018**2 < found[0.05]


def test_a_short_ball_counts_by_how_likely_it_is_a_mishit() -> None:
    one = Cells(np.zeros(1, dtype=np.intp), np.zeros(1, dtype=np.intp), 1)
    zero, every = np.zeros(8, dtype=np.intp), np.ones(8, dtype=bool)
    logs = np.log([60, 62, 58, 61, 59, 60, 62, 52.5])

    def last(share: float, extra: float = 0.0) -> float:
        found = weigh(logs, every, zero, zero, 1, np.full(8, extra), one, share)
        assert found.weight[:-1].min() > 0.6
        return float(found.weight[-1])

    assert last(0.3) < last(0.0) < 0.9
    assert last(0.1, extra=0.3) > 0.8  # from a lie that scatters so much it is nothing odd


def test_planned_balls_promise_no_tighter_student() -> None:
    known = evidence([hit(c) for c in (50, 66, 58, 54, 62)])
    key = CellKey("52", "9:00")
    few, many = (halves_after(known, [point(key)], [(key, point(key), 66.0, n)])[0] for n in (3, 30))
    assert few > many > 1.645 * 0.012 * 66  # the day keeps its part, however many


def test_a_change_of_yesterday_needs_no_moment_and_one_of_noon_does() -> None:
    noon = datetime(TODAY.year, TODAY.month, TODAY.day, 12, tzinfo=UTC)
    lesson = Change(TODAY, at=noon)
    minute = timedelta(minutes=1)
    assert lesson.before(TODAY, noon - minute)
    assert not lesson.before(TODAY, noon)
    assert not lesson.before(TODAY, None)  # of a ball without a moment nobody knows
    assert lesson.before(TODAY - timedelta(days=1), None)
    assert not Change(TODAY).before(TODAY, noon - minute)


def test_what_more_balls_do_not_settle_is_known() -> None:
    assert {Doubt.CONFLICT, Doubt.DAYS_DISAGREE} == UNSETTLED
    odd = matrix([*(hit(c) for c in (58, 59, 57, 58, 59)), *(hit(c) for c in (70, 69, 71, 70, 70))])
    assert not UNSETTLED.isdisjoint(cell(odd).doubts)
    assert UNSETTLED.isdisjoint(cell(matrix(CROSS)).doubts)


def test_the_reason_that_holds_a_number_is_said() -> None:
    beside = [hit(c * 0.8, club) for club, c in (("60", 52), ("52", 66), ("47", 75)) for _ in "12345"]
    m = matrix([*beside, *(hit(c) for c in (64, 65, 63, 64, 64))])
    said = [step.reason for step in why(m, NINE).steps]
    assert said[0] is Reason.OWN
    assert said[-1] is Reason.HELD
    assert m[NINE].basis is Basis.MEASURED


def test_a_question_is_about_as_many_balls_as_stand_out_and_one_cell() -> None:
    known = [hit(c, club) for club, c in (("60", 50), ("56", 58), ("52", 66)) for _ in range(5)]
    known = [replace(h, carry_yd=(h.carry_yd or 0) * (1 + 0.02 * (i % 5 - 2))) for i, h in enumerate(known)]
    keys = [c.key for c in matrix([]).cells]
    wrong = [hit(c, uid=f"w{i}", day=TODAY) for i, c in enumerate((66, 67, 66.5))]
    found = question_about(evidence([*known, *wrong]), NINE, keys)
    assert found is not None
    assert found.uids == ["w0", "w1", "w2"]
    assert found.guesses[0] is Guess.OTHER_CELL
    # A ball of another cell in between ends the run.
    between = [*wrong[:2], hit(50, "60", uid="other", day=TODAY), wrong[2]]
    broken = question_about(evidence([*known, *between]), NINE, keys)
    assert broken is None or broken.uids == ["w2"]
    assert question_about(evidence(known), NINE, keys) is None


@pytest.mark.parametrize(("share", "grade"), [(0.7, Spin.RELEASE), (1.0, Spin.CHECK), (1.2, Spin.GRAB)])
def test_spin_is_graded_by_what_the_shot_and_the_contact_give(share: float, grade: Spin) -> None:
    """A range ball from a mat spins less without being another shot: one rule everywhere."""
    chain = replace(TYPICAL, lofts={"56": 56.0})
    from oxgang.core.flight.chain import contact_of
    from oxgang.core.words.shots import BallType

    for ball, lie in ((BallType.PREMIUM, Lie.FAIRWAY), (BallType.RANGE, Lie.MAT)):
        shot = Shot(cell=NINE, carry_yd=60.0, ball=ball, lie=lie, ball_speed_mps=27.0)
        ratio = chain.start(NINE, contact_of(shot)).spin_per_mps
        shot = replace(shot, spin_rpm=share * ratio * 27.0)
        assert shown(chain, NINE, [shot]).grade is grade
