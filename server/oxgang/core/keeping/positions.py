"""How far a swing really went: the lead arm's angle from two touches on a picture, and its series.

A picture is taken from in front of the student. The angle is that of the line from the lead shoulder to
the hands, from straight down, towards the trail side. What is straight down comes from a line on the
picture that is known to be upright or level; without one the camera is believed to have been held
nearly level. Points are in the picture's own points, y downwards.

The error is propagated to first order: each point is off by a touch and by how well a joint can be seen
through clothes, across the line between them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from itertools import pairwise
from math import atan2, degrees, hypot, isfinite, sqrt
from typing import Final

from oxgang.core.errors import InputError
from oxgang.core.words.intervals import Z
from oxgang.core.words.swing import Position

# How well a joint is seen, as a share of the arm's length: about two centimetres. Judgement.
JOINT_SHARE: Final = 0.03
# How level a camera is held in the hand [degrees]. Judgement.
CAMERA_SD_DEG: Final = 2.0
# An arm or a line shorter than this share of the picture's longer side cannot be measured.
SHORTEST: Final = 0.05
# A touch is never better, nor worse, than so many points.
TOUCH_RANGE: Final = (0.5, 60.0)
# No arm goes back further, nor through so far [degrees].
ANGLE_RANGE_DEG: Final = (-45.0, 230.0)

Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Marks:
    """What was touched on a picture of `width` by `height` points: lead shoulder and hands, perhaps two
    points of a line that is upright or level, and how well a touch sits (deviation, in points)."""

    width: int
    height: int
    shoulder: Point
    hands: Point
    line: tuple[Point, Point] | None = None
    touch: float = 4.0


@dataclass(frozen=True, slots=True)
class Measured:
    """An arm angle with its deviation [degrees]."""

    arm_deg: float
    sd_deg: float


@dataclass(frozen=True, slots=True)
class Seen:
    """A swing length as it was measured on a day."""

    day: date
    measured: Measured


@dataclass(frozen=True, slots=True)
class Moved:
    """How far the newest measurement is from the ones before [degrees, + is longer], and whether that is
    more than their errors explain."""

    by_deg: float
    sd_deg: float

    @property
    def real(self) -> bool:
        return abs(self.by_deg) > Z * self.sd_deg


def arm_angle(marks: Marks, *, left_handed: bool) -> Measured:
    """The lead arm's angle on a picture.

    Raises
    ------
    InputError
        For a point off the picture, or an arm or a line too short to measure.
    """
    touch = _checked(marks)
    across, down = (marks.hands[i] - marks.shoulder[i] for i in (0, 1))
    length = hypot(across, down)
    tilt, tilt_sd = _tilt(marks, touch)
    # From in front of a right-handed student the trail side is on the left.
    towards = across if left_handed else -across
    angle = degrees(atan2(towards, down)) - (-tilt if left_handed else tilt)
    lo, hi = ANGLE_RANGE_DEG
    if angle < lo:
        angle += 360
    if not lo <= angle <= hi:
        raise InputError(
            "The hands are on the wrong side. Touch the lead shoulder first, then the hands.", field="hands"
        )
    joint = hypot(touch, JOINT_SHARE * length)
    return Measured(angle, hypot(degrees(sqrt(2) * joint / length), tilt_sd))


def said_of(arm_deg: float, positions: Sequence[Position]) -> tuple[str, float]:
    """An angle in a student's scale: the position that it is nearest to, or the time between two where
    they are times ("9:20"), and how far it is from what that says [degrees]."""
    ordered = sorted(positions, key=lambda one: one.arm_deg)
    for lower, upper in pairwise(ordered):
        times = _minutes(lower.label), _minutes(upper.label)
        if lower.arm_deg <= arm_deg <= upper.arm_deg and None not in times:
            first, last = (float(time or 0) for time in times)
            part = (arm_deg - lower.arm_deg) / (upper.arm_deg - lower.arm_deg)
            minutes = round(first + part * (last - first))
            return f"{minutes // 60}:{minutes % 60:02d}", 0.0
    nearest = min(ordered, key=lambda one: abs(one.arm_deg - arm_deg))
    return nearest.label, arm_deg - nearest.arm_deg


def moved(series: Sequence[Seen]) -> Moved | None:
    """How the newest of a swing's measurements stands to those before, oldest first; None for one."""
    if len(series) < 2:
        return None
    *before, newest = (one.measured for one in series)
    weights = [1 / one.sd_deg**2 for one in before]
    mean = sum(w * one.arm_deg for w, one in zip(weights, before, strict=True)) / sum(weights)
    return Moved(newest.arm_deg - mean, hypot(newest.sd_deg, 1 / sqrt(sum(weights))))


def _minutes(label: str) -> int | None:
    hours, colon, minutes = label.partition(":")
    if not (colon and hours.isdigit() and minutes.isdigit()):
        return None
    return 60 * int(hours) + int(minutes)


def _tilt(marks: Marks, touch: float) -> tuple[float, float]:
    """How far the upright of the picture is turned clockwise from straight up, and how well that is
    known [degrees]."""
    if marks.line is None:
        return 0.0, CAMERA_SD_DEG
    (x0, y0), (x1, y1) = marks.line
    along, up = x1 - x0, y1 - y0
    if abs(along) > abs(up):
        # A level line: its upright is a quarter turn away.
        along, up = -up, along
    if up > 0:
        along, up = -along, -up
    return degrees(atan2(along, -up)), degrees(sqrt(2) * touch / hypot(along, up))


def _checked(marks: Marks) -> float:
    """How well a touch sits, once everything was touched on the picture."""
    points = {"shoulder": [marks.shoulder], "hands": [marks.hands], "line": list(marks.line or ())}
    for name, some in points.items():
        for x, y in some:
            if not (isfinite(x) and isfinite(y) and 0 <= x <= marks.width and 0 <= y <= marks.height):
                raise InputError(
                    "Touch inside the picture. If the hands are off the frame, take another one.", field=name
                )
    least = SHORTEST * max(marks.width, marks.height)
    if hypot(*(a - b for a, b in zip(marks.shoulder, marks.hands, strict=True))) < least:
        raise InputError("Shoulder and hands are too close together to measure.", field="hands")
    if marks.line and hypot(*(a - b for a, b in zip(*marks.line, strict=True))) < least:
        raise InputError("Touch two points of the line that are further apart.", field="line")
    lo, hi = TOUCH_RANGE
    return min(hi, max(lo, marks.touch if isfinite(marks.touch) else hi))
