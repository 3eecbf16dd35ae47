"""What a device plays: the shot that is being hit in front of it, as a coach has set it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from datetime import datetime, timedelta
from typing import Any, Final

from oxgang.core.words.shots import (
    BallType,
    CellKey,
    Grooves,
    Lie,
    Shot,
    Spin,
    Tempo,
    Trajectory,
    with_measured,
)

# Nobody has hit for so long: whoever comes next is not known.
IDLE: Final = timedelta(hours=3)
# A ball that arrives within this of its moment was hit just now; a later one waited somewhere.
JUST_NOW: Final = timedelta(seconds=60)


@dataclass(frozen=True, slots=True, kw_only=True)
class Plays:
    """The club, the shot and the conditions of the balls to come."""

    club_id: str
    swing: str
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL
    lie: Lie = Lie.FAIRWAY
    ball: BallType = BallType.PREMIUM
    temperature_c: float | None = None
    headwind_mps: float | None = None
    ball_position_in: float = 0.0
    grip_down_in: float = 0.0
    grooves: Grooves = Grooves.CLEAN
    wet: bool = False

    def as_json(self) -> dict[str, Any]:
        """As a device keeps it."""
        return asdict(self)

    def with_club(self, club_id: str, swing: str) -> Plays:
        """The same shot with another student's club, in another student's scale."""
        return replace(self, club_id=club_id, swing=swing)

    @classmethod
    def of(cls, kept: Mapping[str, Any]) -> Plays:
        """From what a device keeps."""
        words = {
            "trajectory": Trajectory(kept["trajectory"]),
            "spin": Spin(kept["spin"]),
            "tempo": Tempo(kept["tempo"]),
            "lie": Lie(kept["lie"]),
            "ball": BallType(kept["ball"]),
            "grooves": Grooves(kept.get("grooves", Grooves.CLEAN)),
        }
        return cls(**{**kept, **words})

    def shot(self, uid: str, club: str, hit_at: datetime, measured: Mapping[str, float], **more: Any) -> Shot:
        """The ball that a device measured, as a shot of this kind. What it measured stands."""
        shot = Shot(
            cell=CellKey(club, self.swing, self.trajectory, self.spin, self.tempo),
            id=uid,
            hit_at=hit_at,
            lie=self.lie,
            ball=self.ball,
            temperature_c=self.temperature_c,
            headwind_mps=self.headwind_mps,
            ball_position_in=self.ball_position_in,
            grip_down_in=self.grip_down_in,
            grooves=self.grooves,
            wet=self.wet,
            **more,
        )
        return with_measured(shot, measured)


def belongs_now(hit_at: datetime, arrived_at: datetime, plays_since: datetime) -> bool:
    """Whether a ball was hit at what the device plays now.

    Either it has just been hit, or it was hit after the device was set to this; an earlier one that
    arrives late may be somebody else's.
    """
    return arrived_at - hit_at <= JUST_NOW or hit_at >= plays_since


# A monitor's clock is told from so many of its last balls, when they took as long as each other
# within this; it is believed wrong by so much at most.
LAGS: Final = 5
STEADY: Final = timedelta(seconds=1)
MOST_LAG: Final = timedelta(minutes=5)


def clock_lag(lags: Sequence[timedelta]) -> timedelta:
    """By how much a monitor's clock is behind, from how long its last balls took to arrive, newest
    first.

    A clock that is behind makes every ball late by the same; balls that waited for a network are
    late by what they waited, each otherwise. So only steady lags are the clock's, and of those the
    least is taken, for it took next to no time on the way (the minimum filter of clock
    synchronisation: Mills, RFC 5905, section 10, from memory). A clock ahead shows as nothing: such
    moments are cut to the arrival.
    """
    last = lags[:LAGS]
    if len(last) < LAGS or max(last) - min(last) > STEADY:
        return timedelta()
    least = min(last)
    return least if STEADY < least <= MOST_LAG else timedelta()
