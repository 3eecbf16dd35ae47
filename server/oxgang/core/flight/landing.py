"""Where a ball was seen to land: a picture of the range, the reading of a touch and its error.

A range picture is the range from above: the mat at 0, targets whose distances somebody measured, and
the edges. A touch on it gives carry and side. Distances in yards, heights in metres; `out` is away
from the mat along the middle line of the range, `right` is to the right of that line.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from math import cos, hypot, isfinite, radians, sin, sqrt
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.units import quantity
from oxgang.core.words.shots import Shot

# What can be a target of a wedge range, and how many fit on a picture.
DISTANCE_RANGE_YD: Final = (5.0, 300.0)
SIDE_SHARE: Final = 0.9
MOST_GREEN_YD: Final = 40.0
HEIGHT_RANGE_M: Final = (-30.0, 30.0)
EDGE_RANGE_YD: Final = (3.0, 400.0)
MOST_TARGETS: Final = 30
MAX_NAME: Final = 40
# How well a landing is read beside a target whose distance is known [yd], and how much of the way to
# the nearest one is misjudged by eye. Judgement, so that boards 25 yards apart give the 3 yards of
# `READ_SD_YD["eye"]`; common practice, no published source.
TARGET_SD_YD: Final = 1.0
GAP_SHARE: Final = 0.4
MOST_READ_SD_YD: Final = 8.0
# What the notes of a ball are called that was placed on a picture.
TOUCH: Final = "touch"
READ_NOTE, SD_NOTE, AIM_NOTE, HEIGHT_NOTE = "read", "read_sd_yd", "aim_deg", "height_m"
# A lower or higher landing is nothing that changes a carry [m].
LEAST_HEIGHT_M: Final = 0.05


@dataclass(frozen=True, slots=True)
class Spot:
    """A place on the range [yd]."""

    out_yd: float
    right_yd: float = 0.0

    @property
    def distance_yd(self) -> float:
        """From the mat, as a laser reads it."""
        return hypot(self.out_yd, self.right_yd)


@dataclass(frozen=True, slots=True)
class Target:
    """Something on the range whose distance was measured. `green_yd` is the radius of the green or
    ring around it, 0 for none; `height_m` is how much higher than the mat it lies."""

    name: str
    distance_yd: float
    right_yd: float = 0.0
    green_yd: float = 0.0
    height_m: float = 0.0

    @property
    def spot(self) -> Spot:
        """Where it stands."""
        return Spot(sqrt(max(0.0, self.distance_yd**2 - self.right_yd**2)), self.right_yd)


@dataclass(frozen=True, slots=True)
class RangePicture:
    """A range from above. Edges are nets or fences: how far to either side, and at the far end; None
    where there is none."""

    name: str
    targets: tuple[Target, ...]
    left_yd: float | None = None
    right_yd: float | None = None
    far_yd: float | None = None


@dataclass(frozen=True, slots=True)
class Landing:
    """A touch: where the ball landed, where it came to rest if that was seen, the aim [degrees to the
    right of the middle line], how far the nearest target is, how inexact the finger is at that scale,
    and the height of the ground there."""

    spot: Spot
    aim_deg: float = 0.0
    gap_yd: float = 0.0
    finger_yd: float = 0.0
    height_m: float = 0.0
    rest: Spot | None = None


def gap_to(spot: Spot, targets: Sequence[Target]) -> float:
    """How far the nearest thing is whose place is known [yd]: a target, or the ring around it."""
    gaps = []
    for target in targets:
        away = hypot(spot.out_yd - target.spot.out_yd, spot.right_yd - target.spot.right_yd)
        gaps.append(min(away, abs(away - target.green_yd)) if target.green_yd else away)
    return min(gaps, default=spot.distance_yd)


def height_at(spot: Spot, targets: Sequence[Target]) -> float:
    """How much higher than the mat the ground is [m]: it rises evenly to the nearest target, and is
    level behind it."""
    if not targets:
        return 0.0
    nearest = min(
        targets,
        key=lambda t: hypot(spot.out_yd - t.spot.out_yd, spot.right_yd - t.spot.right_yd),
    )
    share = spot.distance_yd / nearest.distance_yd
    return nearest.height_m * min(1.0, share)


def on_picture(landing: Landing, picture: RangePicture) -> Landing:
    """A touch with what its picture says of the place."""
    gap, height = gap_to(landing.spot, picture.targets), height_at(landing.spot, picture.targets)
    return replace(landing, gap_yd=gap, height_m=height)


def reading_sd(gap_yd: float, finger_yd: float) -> float:
    """How well a touch reads a landing [yd, deviation]: the target's own distance, what the eye
    misjudges of the way from it, and the finger."""
    return min(MOST_READ_SD_YD, sqrt(TARGET_SD_YD**2 + (GAP_SHARE * gap_yd) ** 2 + finger_yd**2))


def offline_of(spot: Spot, aim_deg: float) -> float:
    """How far to the right of the line of aim a place is [yd]."""
    aim = radians(aim_deg)
    return spot.right_yd * cos(aim) - spot.out_yd * sin(aim)


def with_landing(shot: Shot, landing: Landing) -> Shot:
    """The shot as it was seen to land. Its notes say how it was read, and how well.

    Raises
    ------
    InputError
        When it landed behind the mat, or rests shorter than it landed.
    """
    spot, rest = landing.spot, landing.rest
    if spot.out_yd <= 0:
        raise InputError("The landing is behind the mat. Nothing was logged.", field="landing")
    carry, total = spot.distance_yd, None if rest is None else rest.distance_yd
    if total is not None and total < carry:
        raise InputError(
            f"A total of {quantity(total)} is shorter than its carry of {quantity(carry)}.",
            field="landing",
        )
    notes = {
        READ_NOTE: TOUCH,
        SD_NOTE: f"{reading_sd(landing.gap_yd, landing.finger_yd):.2f}",
        AIM_NOTE: f"{landing.aim_deg:.1f}",
    }
    if abs(landing.height_m) >= LEAST_HEIGHT_M:
        notes[HEIGHT_NOTE] = f"{landing.height_m:.2f}"
    others = {name: text for name, text in shot.extra.items() if name != HEIGHT_NOTE}
    return replace(
        shot,
        carry_yd=round(carry, 1),
        offline_yd=round(offline_of(spot, landing.aim_deg), 1),
        total_yd=None if total is None else round(total, 1),
        extra={**others, **notes},
    )


def noted(notes: Mapping[str, object], name: str, lo: float, hi: float) -> float | None:
    """The number in a note of a ball; None where it holds none, or one that cannot be."""
    try:
        value = float(str(notes.get(name, "")))
    except ValueError:
        return None
    return value if isfinite(value) and lo <= value <= hi else None


def checked_picture(picture: RangePicture) -> RangePicture:
    """A range picture, once it is one; names without needless blanks.

    Raises
    ------
    InputError
        Without a target, or with one that cannot be; naming it.
    """
    if not picture.targets:
        raise InputError("Add at least one target with its distance.", field="targets")
    if len(picture.targets) > MOST_TARGETS:
        raise InputError(f"A range picture has at most {MOST_TARGETS} targets.", field="targets")
    targets = tuple(_checked(target) for target in picture.targets)
    seen: set[str] = set()
    for target in targets:
        if target.name.casefold() in seen:
            raise InputError(f'There are two targets called "{target.name}".', field="targets")
        seen.add(target.name.casefold())
    for name in ("left_yd", "right_yd", "far_yd"):
        edge, (lo, hi) = getattr(picture, name), EDGE_RANGE_YD
        if edge is not None and not lo <= edge <= hi:
            raise InputError(f"Give an edge of {quantity(lo)} to {quantity(hi)}.", field=name)
    return replace(picture, targets=targets)


def _checked(target: Target) -> Target:
    name = " ".join(target.name.split())
    if not name:
        raise InputError("Give each target a name.", field="targets")
    if len(name) > MAX_NAME:
        raise InputError(f"Keep a target's name to {MAX_NAME} characters.", field="targets")
    (least, most), (low, high) = DISTANCE_RANGE_YD, HEIGHT_RANGE_M
    if not least <= target.distance_yd <= most:
        raise InputError(
            f'"{name}" is {quantity(target.distance_yd)} away. A target is '
            f"{quantity(least)} to {quantity(most)} from the mat.",
            field="targets",
        )
    if abs(target.right_yd) > SIDE_SHARE * target.distance_yd:
        raise InputError(f'"{name}" is farther to the side than a mat can aim.', field="targets")
    if not 0 <= target.green_yd <= MOST_GREEN_YD:
        raise InputError(
            f'The green around "{name}" has a radius of at most {quantity(MOST_GREEN_YD)}.', field="targets"
        )
    if not low <= target.height_m <= high:
        raise InputError(
            f'Give "{name}" a height of {quantity(low, "near")} to {quantity(high, "near")}.',
            field="targets",
        )
    return replace(target, name=name)
