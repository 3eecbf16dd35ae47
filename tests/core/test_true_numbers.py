"""What a coach saw is what he reads: numbers by their own balls, contradictions by name, adjustments."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from oxgang.core.carry.adjustments import adjustments_of
from oxgang.core.carry.asking import Guess, question_about
from oxgang.core.carry.balls import Hit
from oxgang.core.carry.matrix import Basis, Doubt, Matrix
from oxgang.core.carry.noise import Change
from oxgang.core.carry.surfaces import lie_factors
from oxgang.core.errors import InputError
from oxgang.core.flight.chain import surface_factor
from oxgang.core.flight.impact import Contact
from oxgang.core.words.shots import CellKey, Lie, Strike, Tempo, Trajectory

from tests.core.builders import CROSS, TODAY, cell, evidence, hit, matrix

NINE = CellKey("56", "9:00")
ALL = [
    hit(c * (1 + 0.02 * w), club, swing)
    for club, swing, c in (
        ("60", "9:00", 50),
        ("56", "9:00", 57),
        ("52", "9:00", 64),
        ("47", "9:00", 74),
        ("52", "8:00", 43),
        ("52", "10:00", 88),
        ("52", "full", 108),
    )
    for w in (-1.5, -0.5, 0, 0.5, 1.5)
]
ALL = [replace(h, uid=f"all-{i}") for i, h in enumerate(ALL)]


def adjusted(
    carry: float, back: float = 0.0, down: float = 0.0, club: str = "56", swing: str = "9:00"
) -> Hit:
    one = hit(carry, club, swing)
    return replace(one, point=replace(one.point, back_in=back, down_in=down))


def test_ten_tight_balls_are_shown_tight() -> None:
    """Ten balls with a deviation of 0.7 yards showed 2.1 to 3.4."""
    tight = [hit(64 + d) for d in (-1, -0.7, -0.5, 0, 0, 0.3, 0.5, 0.7, 1, -0.3)]
    alone = cell(matrix(tight))
    assert alone.shot_sd_yd == pytest.approx(np.std([h.carry_yd or 0 for h in tight], ddof=1), abs=0.35)
    beside = cell(matrix([*[h for h in ALL if h.cell != NINE], *tight]))
    assert beside.shot_sd_yd < 1.3


@pytest.mark.parametrize("others", [0.9, 1.0, 1.1])
def test_five_tight_balls_are_the_number_or_something_is_said(others: float) -> None:
    """Five tight balls (64, 65, 63, 64, 64) beside others were shown 1 to 2 yards off."""
    beside = [replace(h, carry_yd=(h.carry_yd or 0) * others) for h in ALL if h.cell != NINE]
    m = matrix([*beside, *(hit(c) for c in (64, 65, 63, 64, 64))])
    assert abs(cell(m).carry_yd - 64) <= 0.8
    assert cell(m).carry_lo_yd < 64 < cell(m).carry_hi_yd


def test_what_the_others_would_not_have_is_named_with_both_sides() -> None:
    beside = [h for h in ALL if h.cell != NINE]
    m = matrix([*beside, *(hit(c) for c in (78, 78.5, 77.5, 78, 78.2, 77.8))])
    (found,) = m.against
    assert found.key == NINE
    assert found.balls == 6
    assert found.own_yd == pytest.approx(78, abs=0.2)
    assert found.others_yd + found.others_half_yd < 75
    assert Doubt.CONFLICT in cell(m).doubts
    assert abs(cell(m).carry_yd - 78) < 0.8
    assert not matrix(ALL).against


def test_two_groups_that_contradict_each_other_are_named_by_day_and_ball() -> None:
    then = TODAY - timedelta(days=4)
    early = [hit(c, day=then) for c in (58, 59, 57, 58, 59)]
    late = [hit(c, day=TODAY) for c in (68, 67, 69, 68, 68)]
    (found,) = matrix([*early, *late]).splits
    assert (found.first.from_day, found.second.to_day) == (then, TODAY)
    assert (found.first.from_ball, found.first.to_ball) == (1, 5)
    assert (found.second.from_ball, found.second.to_ball) == (6, 10)
    assert found.first.carry_yd == pytest.approx(58.2, abs=0.1)
    assert found.second.carry_yd == pytest.approx(68, abs=0.1)
    same_day = matrix([*(hit(h.carry_yd or 0, day=TODAY) for h in early), *late])
    assert [s.key for s in same_day.splits] == [NINE]
    assert Doubt.DAYS_DISAGREE in cell(same_day).doubts
    assert not matrix([hit(c) for c in (58, 61, 57, 60, 59, 58, 62, 60, 57, 61)]).splits


def test_last_balls_that_all_tell_another_number_are_named_with_it() -> None:
    """ "64 ± 3, one ball 62 to 66" stood there while the last five were 67, 67, 68, 67, 68."""
    then = TODAY - timedelta(days=6)
    early = (60, 66, 62, 65, 61, 66, 60, 65, 63, 62, 66, 61, 64, 66, 62, 65, 61, 63)
    before = [hit(c, day=then) for c in early]
    m = matrix([*before, *(hit(c, day=TODAY) for c in (67, 67, 68, 67, 68))])
    now = cell(m)
    assert now.carry_hi_yd < 67
    (found,) = m.splits
    assert (found.second.from_ball, found.second.to_ball) == (19, 23)
    assert found.first.carry_yd == pytest.approx(63.2, abs=0.1)
    assert found.second.carry_yd == pytest.approx(67.4, abs=0.1)
    # Chance does as much in a season: it is said, and makes no number doubtful.
    assert found.recent
    assert Doubt.DAYS_DISAGREE not in now.doubts
    # As many balls that go both ways are nothing to say.
    assert not matrix([*before, *(hit(c, day=TODAY) for c in (61, 66, 63, 65, 62))]).splits


def test_a_adjusted_ball_teaches_the_adjustment_and_leaves_the_cell() -> None:
    """Eight balls with the ball three inches back moved the cell by 3.7 yards."""
    plain = matrix(ALL)
    back = [adjusted(c, back=3) for c in (62, 63, 61.5, 62.5, 62, 63.5, 61, 62)]
    m = matrix([*ALL, *back])
    assert abs(cell(m).carry_yd - cell(plain).carry_yd) < 0.5
    assert cell(m).balls == 5
    (own,) = m.adjustments
    assert (own.key, own.back_in, own.balls, own.basis) == (NINE, 3.0, 8, Basis.MEASURED)
    assert own.carry_yd == pytest.approx(62.2, abs=0.6)
    # An adjustment without an unadjusted ball: the cell stays estimated, and has been told something.
    only = matrix(back)
    assert cell(only).basis is Basis.ESTIMATED
    assert cell(only).half_yd < cell(matrix([])).half_yd


def test_a_adjustment_is_learnt_across_cells_and_begins_with_the_rule_of_thumb() -> None:
    known = evidence(ALL)
    m = known.matrix()
    ten = CellKey("52", "10:00")
    back, _, inch, _ = adjustments_of(m, known, [m[ten]])
    # Common practice, no published source: about 5 yards for three inches, 3 % for an inch of grip.
    assert back.adds_yd == pytest.approx(m[ten].carry_yd * 0.066, rel=0.1)
    assert inch.adds_yd == pytest.approx(-0.03 * m[ten].carry_yd, rel=0.1)
    assert (back.taught, inch.taught, back.cell.basis) == (0, 0, Basis.ESTIMATED)
    taught = known.with_hits([adjusted(57 * 1.15, back=3) for _ in range(10)])
    more = taught.matrix()
    again, _, still, _ = adjustments_of(more, taught, [more[ten]])
    assert again.taught == 10
    assert again.adds_yd > back.adds_yd + 2
    assert again.adds_half_yd < back.adds_half_yd
    assert still.adds_yd == pytest.approx(inch.adds_yd, abs=0.3)
    (none,) = adjustments_of(m, known, [m[ten]], adjustments=[(0.0, 0.0)])
    assert none.adds_yd == pytest.approx(0, abs=1e-9)
    assert none.cell.carry_yd == m[ten].carry_yd
    # Twenty inches are no adjustment: nothing is learnt of it.
    assert matrix([*ALL, *(adjusted(90, back=20) for _ in range(5))]).adjustments == []


def test_a_tempo_once_measured_is_estimated_for_every_cell() -> None:
    slow = CellKey("56", "9:00", tempo=Tempo.SLOWER)
    one = hit(52)
    balls = [
        replace(one, cell=slow, point=replace(one.point, tempo=Tempo.SLOWER), uid=f"s{i}") for i in range(5)
    ]
    m = matrix([*ALL, *balls])
    assert m[slow].basis is Basis.MEASURED
    assert len(m.variants) == len([c for c in m.cells if c.key.usual]) - 1
    other = replace(slow, club="52", swing="10:00", trajectory=Trajectory.LOW)
    usual = m[replace(other, tempo=Tempo.NORMAL)]
    # Of this student's slower tempo one cell is known to be 9 % shorter: so are the others, about.
    assert m[other].carry_yd / usual.carry_yd == pytest.approx(0.91, abs=0.04)
    assert m[other].basis is Basis.ESTIMATED
    assert not matrix(ALL).variants


def test_a_measured_lie_teaches_its_own_factor() -> None:
    common = surface_factor(Contact(lie=Lie.ROUGH_UP)).share
    assert lie_factors(matrix(ALL).fit)[Lie.ROUGH_UP].balls == 0
    # This student loses only 3 % from rough sitting up: the carries in standard conditions read long.
    rough = [replace(hit(c / common), lie=Lie.ROUGH_UP) for c in (55, 56, 55.5, 54.5, 55, 55.5, 56, 54)]
    found = lie_factors(matrix([*ALL, *rough]).fit)[Lie.ROUGH_UP]
    assert found.balls == 8
    assert common + 0.01 < found.share < 0.99
    assert found.sd < 0.04


def test_a_change_splits_the_day_at_its_moment() -> None:
    noon = datetime(TODAY.year, TODAY.month, TODAY.day, 12, tzinfo=UTC)
    hour = timedelta(hours=1)
    before = [replace(hit(58, day=TODAY), moment=noon - hour, uid=f"b{i}") for i in range(6)]
    after = [replace(hit(66, day=TODAY), moment=noon + hour, uid=f"a{i}") for i in range(6)]
    lesson = Change(TODAY, own_sd=0.03, at=noon)
    known = replace(evidence([*before, *after]), changes=[lesson])
    number = cell(known.matrix()).carry_yd
    assert number > 64.5  # the balls after the lesson are the student's
    whole_day = replace(known, changes=[replace(lesson, at=None)])
    assert cell(whole_day.matrix()).carry_yd < 63  # midnight would have made all of them new


CELLS = [cell_.key for cell_ in matrix([]).cells]


def asked(*last: Hit, before: list[Hit] = ALL) -> Guess | None:
    all_of_them = evidence([*before, *last])
    found = question_about(all_of_them, last[-1].cell, CELLS)
    # By the fit of all balls nothing else is asked, only sooner.
    assert question_about(all_of_them, last[-1].cell, CELLS, known=all_of_them.matrix().fit) == found
    return found.guesses[0] if found else None


def test_a_ball_far_out_is_asked_about_with_what_it_might_be() -> None:
    assert asked(hit(58, uid="x", day=TODAY)) is None
    assert asked(hit(44, uid="x", day=TODAY)) is Guess.MISHIT
    assert asked(hit(68, uid="x", day=TODAY)) is Guess.HARDER
    # Three in a row that another cell foretells: the page is on the wrong one.
    wrong = [hit(c, uid=f"w{i}", day=TODAY) for i, c in enumerate((64.5, 65, 64))]
    found = question_about(evidence([*ALL, *wrong]), NINE, CELLS)
    assert found is not None
    assert found.guesses[0] is Guess.OTHER_CELL
    assert found.other in (CellKey("52", "9:00"), CellKey("56", "10:00"))
    assert found.uids[-1] == "w2"
    assert found.off_yd == pytest.approx(7.5, abs=3)
    # The first ball of a student, and one beside mishits only, is never asked about.
    assert asked(hit(30, uid="x", day=TODAY), before=[]) is None
    assert asked(hit(30, uid="x", day=TODAY), before=[replace(h, strike=Strike.FAT) for h in ALL]) is None


def test_a_wild_cell_of_a_tight_student_is_shown_wild() -> None:
    wild = [hit(c, "52", "8:00", day=TODAY) for c in (31, 44, 25, 37, 28)]
    m = matrix([h for h in ALL if h.cell != CellKey("52", "8:00")] + wild)
    assert m[CellKey("52", "8:00")].shot_sd_yd > 4
    assert cell(m).shot_sd_yd < 2.5


def test_wild_few_and_equal_balls_give_a_number() -> None:
    for carries in ([60.0], [60.0, 61.0], [60.0] * 5, [20.0, 60.0, 110.0, 35.0, 90.0]):
        c = cell(matrix([hit(v) for v in carries]))
        assert min(carries) * 0.7 < c.carry_yd < max(carries) * 1.3
        assert c.carry_lo_yd < c.carry_yd < c.carry_hi_yd
        assert c.shot_sd_yd > 0
    with pytest.raises(InputError):
        matrix(ALL)[CellKey("none", "9:00")]


def number(m: Matrix) -> float:
    return cell(m).carry_yd


@settings(max_examples=25, deadline=None, derandomize=True)
@given(st.floats(40, 80), st.integers(1, 6))
def test_more_balls_at_the_mean_never_move_the_number_away(centre: float, more: int) -> None:
    own = [hit(centre + d) for d in (-1.0, 0.5, 0.0, -0.5, 1.0)]
    before = number(matrix([*CROSS[:20], *own]))
    after = number(matrix([*CROSS[:20], *own, *(hit(centre) for _ in range(more))]))
    # All of a day's balls lie on both sides of it; a twentieth of a yard is the scatter's doing.
    assert abs(after - centre) <= abs(before - centre) + 0.05


@settings(max_examples=25, deadline=None, derandomize=True)
@given(st.floats(0.7, 1.4), st.integers(1, 10), st.sampled_from(["60", "52", "47"]))
def test_balls_of_another_cell_move_a_tight_one_by_less_than_its_standard_error(
    share: float, balls: int, club: str
) -> None:
    tight = [hit(64 + d) for d in (-0.6, 0.3, 0.0, -0.3, 0.6)]
    carries = np.array([h.carry_yd for h in tight])
    # Of the mean: the balls' own scatter and the day that they share.
    error = np.hypot(carries.std(ddof=1) / np.sqrt(5), 0.012 * 64)
    before = number(matrix([*ALL[15:], *tight]))
    other = [hit(64 * share + 0.4 * i, club) for i in range(balls)]
    assert abs(number(matrix([*ALL[15:], *tight, *other])) - before) < error
