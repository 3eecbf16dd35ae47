"""The shots a student plays: proposals against exhaustive search and another solver, the choice of
one for a yardage by examples of the trade, and what never may be lost."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import replace
from itertools import combinations, pairwise
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from oxgang.core.errors import InputError
from oxgang.core.ground.choice import answer_at
from oxgang.core.ground.gaps import Stretch
from oxgang.core.ground.played import (
    Candidate,
    checked_width,
    cost_of,
    may_be_proposed,
    worth_of,
)
from oxgang.core.ground.proposal import (
    PRICE,
    REPLACES_YARDS,
    STEP_BACK,
    STEP_CLUB,
    STEP_HEIGHT,
    propose,
)
from oxgang.core.ground.window import window_at
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.core.words.swing import BODY, CLOCK, FRACTION, ZONES, Limit, Position, Scale, controlled
from scipy.optimize import Bounds, LinearConstraint, milp

GROUND: dict[str, Any] = {"from_yd": 30, "to_yd": 100, "tolerance_yd": 2.5}
ARMS = {p.label: p.arm_deg for scale in (CLOCK, FRACTION, BODY, ZONES) for p in scale.positions}
FREE = Limit("11:00", 150, full_too=True)


def shot(name: str, carry: float, *, sd: float = 2.0, half: float = 1.5, measured: bool = True) -> Candidate:
    """ "58 11:00 high" with a carry: the loft is the club's name."""
    club, swing, *more = name.replace("90 %", "90_%").split()
    swing = swing.replace("_", " ")
    trajectory = next((Trajectory(m) for m in more if m in set(Trajectory)), Trajectory.STOCK)
    spin = next((Spin(m) for m in more if m in set(Spin)), Spin.CHECK)
    key = CellKey(club, swing, trajectory, spin)
    return Candidate(key, carry, carry - half, carry + half, sd, measured, float(club), ARMS[swing])


def drawn(seed: int, number: int, hi: float = 100) -> list[Candidate]:
    """Shots of a random matrix, part swings only."""
    rng = np.random.default_rng([15, seed])
    found = []
    for carry in rng.uniform(26, hi, number):
        club, swing = str(rng.choice([46, 50, 54, 58])), str(rng.choice(["8:00", "9:00", "10:00"]))
        height = str(rng.choice(["low", "stock", "stock", "high"]))
        one = shot(f"{club} {swing} {height}", round(float(carry), 2), measured=bool(rng.integers(4)))
        found.append(one)
    return found


def covered(shots: Collection[Candidate], tolerance: float = 2.5) -> set[int]:
    return {y for y in range(30, 101) if any(abs(s.carry_yd - y) <= tolerance for s in shots)}


def worth(shots: Sequence[Candidate], price: float) -> float:
    """Ground less its cost, written down once more from the docstrings."""
    inside = sorted(shots, key=lambda s: (s.carry_yd, cost_of(s)))
    lofts = [46.0, 50.0, 54.0, 58.0][::-1]
    cost = sum(cost_of(s) for s in inside)
    for a, b in pairwise(inside):
        down = lofts.index(b.loft_deg) - lofts.index(a.loft_deg)
        cost += STEP_HEIGHT * (a.key.trajectory is not b.key.trajectory)
        cost += STEP_CLUB * max(abs(down) - 1, 0) + STEP_BACK * max(-down, 0)
    return len(covered(inside)) - price * cost


@pytest.mark.parametrize("seed", range(6))
def test_each_set_is_the_best_of_all_of_its_size(seed: int) -> None:
    """Outside check: every set of up to five of eleven shots, by brute force."""
    shots = [
        *drawn(seed, 7),
        shot("58 8:00", 40.0),
        shot("54 8:00", 45.0),
        shot("50 9:00", 60.0),
        shot("46 9:00", 71.0),
    ]
    most = propose(shots, FREE, **GROUND, estimates_yd=9, price=0.0)
    plain = propose(shots, FREE, **GROUND, estimates_yd=9)
    for number in range(1, 6):
        every = [
            [shots[i] for i in some]
            for n in range(1, number + 1)
            for some in combinations(range(len(shots)), n)
            if all(covered([shots[i]]) for i in some)
        ]
        best = max(len(covered(some)) for some in every)
        # Where the curve has ended, nothing more is to be had.
        ended = most.covered[min(number, len(most.covered)) - 1]
        assert ended == best == len(covered([shots[i] for i in most.shots(number)]))
        own = worth([shots[i] for i in plain.shots(number)], PRICE)
        assert own == pytest.approx(max(worth(some, PRICE) for some in every))


@pytest.mark.parametrize("seed", range(3))
def test_a_large_matrix_agrees_with_an_integer_programme(seed: int) -> None:
    """Outside check: maximum coverage by mixed-integer programming (scipy.optimize.milp, HiGHS),
    4 clubs by 6 swings by 3 heights."""
    shots = drawn(seed, 72)
    found = propose(shots, FREE, **GROUND, estimates_yd=9, price=0.0)
    some = [s for s in shots if covered([s])]
    yards = list(range(30, 101))
    covers = np.array([[y in covered([s]) for s in some] for y in yards], dtype=float)
    n, m = len(some), len(yards)
    for number in range(1, len(found.covered) + 2):
        # y_j <= sum of the shots that cover it; at most so many shots.
        solved = milp(
            -np.r_[np.zeros(n), np.ones(m)],
            constraints=[
                LinearConstraint(np.c_[covers, -np.eye(m)], lb=0),
                LinearConstraint(np.r_[np.ones(n), np.zeros(m)][None], ub=number),
            ],
            integrality=np.r_[np.ones(n), np.zeros(m)],
            bounds=Bounds(0, 1),
        )
        assert found.covered[min(number, len(found.covered)) - 1] == round(-float(solved.fun or 0))
    assert found.covered == sorted(found.covered)
    assert found.yards == 71


CARRIES = st.lists(st.floats(25, 105).map(lambda v: round(v, 2)), min_size=1, max_size=14)


@given(CARRIES, st.floats(25, 105), st.floats(0.5, 5), st.floats(0, 4))
@settings(max_examples=80, derandomize=True, deadline=None)
def test_a_shot_more_or_a_wider_tolerance_never_loses_ground(
    carries: list[float], more: float, tolerance: float, wider: float
) -> None:
    shots = [shot("54 9:00", carry) for carry in carries]
    usual = {**GROUND, "tolerance_yd": tolerance, "price": 0.0}
    curve = propose(shots, FREE, **usual).covered
    assert curve == sorted(curve)
    for other in (
        propose([*shots, shot("50 9:00", more)], FREE, **usual).covered,
        propose(shots, FREE, **usual | {"tolerance_yd": tolerance + wider}).covered,
    ):
        longer = max(len(curve), len(other))
        was, now = ([*c, *[c[-1] if c else 0] * (longer - len(c))] for c in (curve, other))
        assert all(b >= a for a, b in zip(was, now, strict=True))
    # What is answered stays answered, by something at least as good.
    for yardage in range(30, 101, 7):
        before = answer_at(shots, yardage, tolerance)
        after = answer_at([*shots, shot("50 9:00", more)], yardage, tolerance)
        assert before.shot is None or after.shot is not None


@pytest.mark.parametrize(
    ("yardage", "shots", "first"),
    [
        # Common practice, no published source: not the most lofted club's full, less loft instead.
        (80, [("58 full", 80.0), ("50 three-quarter", 79.0)], "50 three-quarter"),
        # Stock before low and high, though they are on the number.
        (45, [("54 9:00 high", 45.0), ("50 8:00", 44.2)], "50 8:00"),
        (50, [("58 10:00 low", 50.0), ("54 9:00", 51.0)], "54 9:00"),
        # A spin shot is no stock shot.
        (60, [("56 10:00 release", 60.0), ("60 11:00", 61.0)], "60 11:00"),
        # Less loft and the shorter swing.
        (62, [("58 11:00", 62.0), ("50 9:00", 62.4)], "50 9:00"),
    ],
)
def test_the_trade_would_take(yardage: float, shots: list[tuple[str, float]], first: str) -> None:
    some = [shot(name, carry) for name, carry in shots]
    answer = answer_at(some, yardage, 2.5)
    assert answer.shot is not None
    assert str(some[answer.shot].key) == first
    assert answer.others == (0,) if first != shots[0][0] else (1,)


def test_the_swing_that_is_repeated_best_before_the_one_a_yard_nearer() -> None:
    near, tight = shot("50 9:00", 60.0, sd=6.0), shot("54 10:00", 61.0, sd=1.5)
    assert answer_at([near, tight], 60, 2.5).shot == 1
    # Far enough off, the nearer one comes within the tolerance more often.
    assert answer_at([near, replace(tight, carry_yd=62.5)], 60, 2.5).shot != 1 or near.shot_sd_yd > 5
    sure, guessed = shot("58 10:00", 59.0), shot("50 9:00", 60.0, measured=False, half=1.5)
    assert answer_at([guessed, sure], 60, 2.5).shot == 1


def test_a_yardage_that_nothing_reaches_has_no_answer() -> None:
    some = [shot("58 9:00", 40.0), shot("54 9:00", 50.0), shot("50 9:00", 58.0)]
    none = answer_at(some, 53, 2.5)
    assert (none.shot, none.chance) == (None, 0.0)
    # The nearest answers with 3 yards more; twice the tolerance is the most that anybody adds.
    assert (none.nearest, none.shorter, none.longer, none.adds) == (1, 1, 2, True)
    assert answer_at(some, 64, 2.5).adds is False
    assert answer_at(some, 43, 2.5).nearest == 0
    there = answer_at(some, 52, 2.5)
    assert (there.shot, there.shorter, there.longer) == (1, 0, 2)
    assert answer_at([], 53, 2.5) == replace(none, nearest=None, shorter=None, longer=None, adds=False)
    # Larger than the steps: one shot for many yardages, the likeliest or as good.
    wide = {answer_at(some, y, 12).shot for y in range(30, 70)}
    assert wide == {0, 1, 2}


@pytest.mark.parametrize(
    ("scale", "own", "beginner", "label", "full"),
    [
        # Usual (common practice, no published source): zone 2, the shoulder, 11:00, 90 %.
        (CLOCK, "", False, "11:00", True),
        (FRACTION, "", False, "90 %", True),
        (BODY, "", False, "shoulder", True),
        (ZONES, "", False, "2", True),
        (CLOCK, "", True, "10:00", False),
        (FRACTION, "", True, "two-thirds", False),
        (BODY, "", True, "chest", False),
        (ZONES, "", True, "2", False),
        (CLOCK, "9:00", False, "9:00", False),
        (CLOCK, "full", False, "full", True),
        (CLOCK, "not there", False, "11:00", True),
    ],
)
def test_control_ends_where_the_scale_the_level_or_the_coach_says(
    scale: Scale, own: str, beginner: bool, label: str, full: bool
) -> None:
    limit = controlled(scale, own, beginner=beginner)
    assert (limit.label, limit.full_too) == (label, full)


def test_an_own_scale_stops_where_it_says() -> None:
    mine = Scale("", "Mine", "", ZONES.positions, "2")
    assert controlled(mine).label == "2"
    assert controlled(replace(mine, longest="")).label == "3"  # 150 degrees: the last below a full
    long = Scale("", "Long", "", (Position("a", 162), Position("b", 170)))
    assert controlled(long).label == "a"  # nothing shorter is there
    with pytest.raises(InputError):
        controlled(Scale("", "None", "", ()))


def test_a_full_swing_only_of_the_least_lofted_and_only_where_nothing_else_reaches() -> None:
    part = [shot("58 11:00", 70), shot("54 11:00", 78), shot("46 11:00", 92)]
    least, most = shot("46 full", 99.0), shot("58 full", 80.0)
    shots = [*part, least, most, shot("54 full", 88.0)]

    def may(limit: Limit, some: list[Candidate] = shots) -> list[str]:
        found = may_be_proposed(some, limit, **GROUND, estimates_yd=None)
        return [str(some[i].key) for i in found]

    assert may(FREE) == ["58 11:00", "54 11:00", "46 11:00", "46 full"]
    assert may(replace(FREE, full_too=False)) == ["58 11:00", "54 11:00", "46 11:00"]
    assert may(Limit("9:00", 90, full_too=False)) == []
    # Something else reaches all that it would.
    assert "46 full" not in may(FREE, [*shots, shot("50 11:00", 98.5), shot("50 10:00", 97.0)])
    # One club is the most lofted of the bag too.
    assert may(FREE, [shot("56 full", 90), shot("56 9:00", 60)]) == ["56 9:00"]
    # Estimates only as wide as they are let in.
    guess = shot("50 10:00", 60, measured=False, half=3.0)
    for width, there in ((None, False), (2.9, False), (3.0, True)):
        found = may_be_proposed([*shots, guess], FREE, **GROUND, estimates_yd=width)
        assert (len(shots) in found) is there
    for wrong in (0.0, 21.0):
        with pytest.raises(InputError):
            checked_width(wrong)


def test_what_a_shot_is_worth_and_a_plain_ladder() -> None:
    shots = [shot("58 9:00", 40.0), shot("54 9:00", 43.0), shot("50 9:00", 60.0)]
    # 38 to 42 and 41 to 45: the first holds 38 to 40 alone, the other would add 43 to 45.
    assert worth_of(shots, [0], **GROUND) == [5, 3, 5]
    assert worth_of(shots, [0, 1], **GROUND) == [3, 3, 5]
    # A high lob covers two yards more than the stock shot beside it: not worth it.
    ladder = [shot("54 8:00", 33.0), shot("50 8:00", 38.0), shot("46 8:00", 43.0)]
    lob = shot("58 9:00 high", 44.0)
    taken = propose([*ladder, lob], FREE, **GROUND)
    assert {str(([*ladder, lob])[i].key) for i in taken.shots(3)} == {"54 8:00", "50 8:00", "46 8:00"}
    # Where height is the only way, it is taken.
    alone = propose([*ladder, shot("58 9:00 high", 60.0)], FREE, **GROUND)
    assert len(alone.shots(4)) == 4
    nothing = propose([], FREE, **GROUND)
    assert (nothing.covered, nothing.pays, nothing.shots(), nothing.shots(3)) == ([], 0, (), ())


def test_the_window_between_the_longest_part_swing_and_the_full_one() -> None:
    """From the trade (common practice, no published source): a full carry of 97 and a longest part
    swing of 64 leave a 33-yard window with no swing in that club: go down a club."""
    shots = [shot("58 11:00", 64), shot("58 full", 97), shot("54 11:00", 78), shot("54 full", 108)]
    clubs = {"58": 58.0, "54": 54.0}
    window = window_at(Stretch(70, 74), shots, FREE, clubs)
    assert window is not None
    assert window.full_yd - window.part_yd == 33
    assert (window.club, window.swing, window.down, window.down_yd) == ("58", "11:00", "54", 78)
    assert window_at(Stretch(50, 60), shots, FREE, clubs) is None  # below it
    assert window_at(Stretch(96, 99), shots, FREE, clubs) is None  # beyond it
    near = [replace(s, carry_yd=90.0) if s.key.swing == "11:00" else s for s in shots]
    assert window_at(Stretch(92, 95), near, FREE, clubs) is None  # a step of a swing


def test_metres_change_nothing_in_what_is_chosen() -> None:
    from oxgang.core.ground.card import Card, CardCell, by_yardage

    cells = tuple(
        CardCell(s.key, s.carry_yd, s.carry_yd - 1, s.carry_yd + 1, 2.0, 5, True)
        for s in (shot("58 9:00", 45), shot("54 9:00", 53), shot("50 9:00", 61))
    )
    card = Card(
        student="O",
        academy="W",
        version=1,
        day="2026-06-01",
        note="",
        metres=False,
        **GROUND,
        clubs=(("58", 58.0), ("54", 54.0), ("50", 50.0)),
        positions=(("9:00", ""),),
        cells=cells,
        arms=(90.0,),
    )
    metres = by_yardage(replace(card, metres=True), step=1)
    assert [round(line.yardage * 0.9144, 6) for line in metres] == list(range(28, 92))
    for line in metres:
        some = [shot("58 9:00", 45), shot("54 9:00", 53), shot("50 9:00", 61)]
        some = [
            replace(s, shot_sd_yd=2.0, carry_lo_yd=s.carry_yd - 1, carry_hi_yd=s.carry_yd + 1) for s in some
        ]
        answer = answer_at(some, line.yardage, 2.5)
        assert line.reached is (answer.shot is not None)
        assert line.cell.key == some[answer.nearest if answer.shot is None else answer.shot].key  # type: ignore[index]
    # Every five metres, not every five yards: 30, 35, ... 90, and the student's own end.
    said = [round(line.yardage * 0.9144) for line in by_yardage(replace(card, metres=True))]
    assert said == [*range(30, 91, 5), 91]


def test_a_tempo_is_no_stock_shot() -> None:
    usual = shot("54 9:00", 50)
    slow = replace(usual, key=replace(usual.key, tempo=Tempo.SLOWER))
    adjusted = replace(usual, back_in=3.0)
    assert cost_of(usual) < min(cost_of(slow), cost_of(adjusted))


def test_what_is_on_the_card_stays_while_no_other_set_brings_three_yardages() -> None:
    """One more ball moved no number by half a yard and a third of the proposals with it."""
    moved = anew = 0
    for seed in range(40):
        shots = list({one.name: one for one in drawn(seed, 60)}.values())
        stands = {shots[i].name for i in propose(shots, FREE, **GROUND).shots()}
        rng = np.random.default_rng([16, seed])
        after = [replace(s, carry_yd=s.carry_yd + float(rng.normal(0, 0.2))) for s in shots]
        held = propose(after, FREE, **GROUND, held=stands)
        free = propose(after, FREE, **GROUND)
        moved += {after[i].name for i in free.shots()} != stands
        now = {after[i].name for i in held.shots()}
        anew += now != stands
        # Another number of shots is asked for as before.
        assert held.shots(3) == free.shots(3)
        if now != stands:
            on = [s for s in after if s.name in stands]
            assert len(covered([after[i] for i in held.shots()])) >= len(covered(on)) + REPLACES_YARDS
    assert moved > 8  # or nothing was tried
    assert anew <= 2  # of forty: under 5 %
    # A shot that cannot be hit any more takes the set along.
    assert propose(after, FREE, **GROUND, held={*stands, shot("62 10:00", 40).name}).held == ()
