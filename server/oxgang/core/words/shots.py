"""What one ball was: the words of the trade and the record of a shot."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, fields, replace
from datetime import date, datetime
from enum import StrEnum
from operator import attrgetter
from typing import Final

from oxgang.core.words.measurements import ADJUSTMENTS, MEASURED


class Trajectory(StrEnum):
    """Height of the flight, in the order the ground draws it (low sits low)."""

    LOW = "low"
    STOCK = "stock"
    HIGH = "high"


class Spin(StrEnum):
    """Spin grade by what the ball does: runs, hops and stops, stops dead."""

    RELEASE = "release"
    CHECK = "check"
    GRAB = "grab"


class Tempo(StrEnum):
    SLOWER = "slower"
    NORMAL = "normal"
    FASTER = "faster"


class Strike(StrEnum):
    """How the ball was struck. Everything but solid is a mishit."""

    SOLID = "solid"
    FAT = "fat"
    THIN = "thin"
    HEEL = "heel"
    TOE = "toe"
    HARD = "hard"


class BallType(StrEnum):
    PREMIUM = "premium"
    RANGE = "range"


class Lie(StrEnum):
    TEE = "tee"
    MAT = "mat"
    FAIRWAY = "fairway"
    ROUGH_UP = "rough-up"
    ROUGH_DOWN = "rough-down"


class Grooves(StrEnum):
    CLEAN = "clean"
    WORN = "worn"


@dataclass(frozen=True, slots=True)
class CellKey:
    """One shot type. A matrix holds at most one cell for each key.

    As text it is the short name: "56 9:00 low", what is usual left out.
    """

    club: str
    swing: str
    trajectory: Trajectory = Trajectory.STOCK
    spin: Spin = Spin.CHECK
    tempo: Tempo = Tempo.NORMAL

    @property
    def usual(self) -> bool:
        """Whether it is hit with the usual spin and tempo."""
        return self.spin is Spin.CHECK and self.tempo is Tempo.NORMAL

    def __str__(self) -> str:
        parts = [self.club, self.swing]
        if self.trajectory is not Trajectory.STOCK:
            parts.append(self.trajectory)
        if self.spin is not Spin.CHECK:
            parts.append(self.spin)
        if self.tempo is not Tempo.NORMAL:
            parts.append(self.tempo)
        return " ".join(parts)


@dataclass(frozen=True, slots=True, kw_only=True)
class Shot:
    """One ball, as measured. Distances in yards, speeds in m/s, angles in degrees.

    `hit_on` is the day; `hit_at` is the moment when it is known. A ball into a net has a launch and
    neither carry nor total. `ball_position_in` and `grip_down_in` are adjustments of the shot [inches].
    `offline_yd` is positive to the right of the target. `extra` keeps what a file said beyond these
    fields.
    """

    cell: CellKey
    hit_on: date | None = None
    hit_at: datetime | None = None
    carry_yd: float | None = None
    total_yd: float | None = None
    strike: Strike = Strike.SOLID
    excluded: str = ""
    id: str = ""
    student: str = ""
    ball: BallType = BallType.PREMIUM
    lie: Lie = Lie.FAIRWAY
    launch_deg: float | None = None
    spin_rpm: float | None = None
    ball_speed_mps: float | None = None
    club_speed_mps: float | None = None
    attack_deg: float | None = None
    dynamic_loft_deg: float | None = None
    apex_yd: float | None = None
    landing_deg: float | None = None
    offline_yd: float | None = None
    temperature_c: float | None = None
    altitude_m: float | None = None
    headwind_mps: float | None = None
    ball_position_in: float = 0.0
    grip_down_in: float = 0.0
    grooves: Grooves = Grooves.CLEAN
    wet: bool = False
    extra: Mapping[str, str] = field(default_factory=dict)

    @property
    def counts(self) -> bool:
        """Whether this ball sets the carry of its cell.

        Mishits and excluded balls are kept and shown but do not count; neither does a ball for
        which only a total is known, until totals are converted to carries, nor one hit with an adjustment.
        """
        return (
            self.strike is Strike.SOLID
            and not self.excluded
            and not self.adjusted
            and self.carry_yd is not None
        )

    @property
    def adjusted(self) -> bool:
        """Whether it was hit with the ball moved or the grip down."""
        return bool(self.ball_position_in or self.grip_down_in)


# What a shot is when nothing is said of it.
USUAL: Final = CellKey("", "")

_SET = {f.name: getattr(Shot, f.name).__set__ for f in fields(Shot)}
_VALUES = attrgetter(*_SET)


def with_measured(shot: Shot, values: Mapping[str, float]) -> Shot:
    """The shot with these of the `MEASURED` values and `ADJUSTMENTS`."""
    known = (*MEASURED, *ADJUSTMENTS)
    return replace(shot, **{name: values[name] for name in known if name in values})  # type: ignore[arg-type]
