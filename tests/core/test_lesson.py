"""Lessons: the checkpoints of the trade, and the faults that looks and balls speak for.

The table of faults is common practice, no published source.
"""

from __future__ import annotations

import pytest
from oxgang.core.pick.mishits import KINDS, usual_contact
from oxgang.core.practice.faults import BallSeen, Sign, likely_faults
from oxgang.core.words.lesson import CAUSES, DRILLS, Checkpoint, Fault, Seen, When, when_of
from oxgang.core.words.shots import Strike
from scipy import stats

SOLID = BallSeen(Strike.SOLID, past_yd=0.0, lead_side=0.0, launch_off=0.0)


def faults(seen: dict[Checkpoint, Seen], balls: list[BallSeen], handicap: float = 18) -> list[Fault]:
    return [likely.fault for likely in likely_faults(seen, balls, handicap)]


def test_every_checkpoint_belongs_to_a_part_of_the_swing_and_every_fault_has_causes() -> None:
    parts = [when_of(checkpoint) for checkpoint in Checkpoint]
    assert [parts.count(when) for when in When] == [10, 5, 6]
    assert parts == sorted(parts, key=list(When).index)
    assert set(CAUSES) == set(DRILLS) == set(Fault)
    assert len(set(DRILLS.values())) == len(Fault)


def test_one_look_is_no_fault_and_two_that_belong_together_are() -> None:
    one = {Checkpoint.SHOULDERS: Seen.LITTLE}
    assert faults(one, []) == []
    assert faults({**one, Checkpoint.WEIGHT: Seen.LITTLE}, []) == [Fault.FAT]
    # The other way round it is no cause of it.
    assert faults({**one, Checkpoint.WEIGHT: Seen.MUCH}, []) == []
    assert faults(dict.fromkeys(Checkpoint, Seen.FINE), []) == []


@pytest.mark.parametrize("handicap", [0.0, 18.0, 36.0])
def test_so_many_fat_ones_are_a_sign_where_they_are_too_many_for_the_level(handicap: float) -> None:
    share = usual_contact(handicap).share * KINDS[0].share
    enough = next(k for k in range(21) if stats.binom.sf(k - 1, 20, share) < 0.05)
    for k in (enough - 1, enough):
        balls = [BallSeen(Strike.FAT)] * k + [SOLID] * (20 - k)
        assert (Fault.FAT in faults({}, balls, handicap)) is (k == enough)
    # Five balls say nothing, whatever they did.
    assert faults({}, [BallSeen(Strike.FAT)] * 5) == []


def balls(n: float = 8, **more: float) -> list[BallSeen]:
    """Balls that share something, with a little of their own."""
    known = {"past_yd": 0.0, "lead_side": 0.0, "launch_off": 0.0} | more
    return [
        BallSeen(Strike.SOLID, **{k: v + 0.01 * (i % 3 - 1) for k, v in known.items()}) for i in range(int(n))
    ]


@pytest.mark.parametrize(
    ("did", "fault"),
    [
        ({"lead_side": 0.08}, Fault.ACROSS),
        ({"lead_side": 0.08, "launch_off": -0.5}, Fault.HOOK),
        ({"launch_off": 1.5}, Fault.FLOATS),
        ({"launch_off": -1.5}, Fault.DIGS),
        ({"attack_deg": -10.0}, Fault.DIGS),
        ({"past_yd": 5.0}, Fault.HARD),
        ({}, None),
        ({"lead_side": -0.08}, None),
        ({"lead_side": 0.02}, None),
        ({"launch_off": 0.9}, None),
        ({"attack_deg": -6.0}, None),
        ({"past_yd": 3.0}, None),
    ],
)
def test_what_the_balls_did_speaks_for_one_fault(did: dict[str, float], fault: Fault | None) -> None:
    assert faults({}, balls(**did)) == ([] if fault is None else [fault])
    assert faults({}, balls(5, **did)) == []


def test_what_speaks_for_a_fault_is_said_and_more_of_it_comes_first() -> None:
    seen = {
        Checkpoint.RETURNS: Seen.LITTLE,
        Checkpoint.FACE: Seen.MUCH,
        Checkpoint.SHOULDERS: Seen.LITTLE,
        Checkpoint.PLANE: Seen.LITTLE,
    }
    found = likely_faults(seen, balls(launch_off=1.5), 18)
    assert [(f.fault, f.strength) for f in found] == [(Fault.FLOATS, 4), (Fault.FAT, 2)]
    assert [said.code for said in found[0].because] == [Sign.ABOVE, Sign.SEEN]
    assert found[0].because[1].values == {"checks": "returns.little,face.much"}
    everything = {c: s for causes in CAUSES.values() for c, s in causes.items()}
    assert len(likely_faults(everything, [])) == 3
