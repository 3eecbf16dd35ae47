"""Arm angles from touches: against drawn figures of known angles, the error against simulation."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from math import cos, radians, sin

import numpy as np
import pytest
from oxgang.core.errors import InputError
from oxgang.core.keeping.positions import (
    CAMERA_SD_DEG,
    JOINT_SHARE,
    Marks,
    Measured,
    Seen,
    arm_angle,
    moved,
    said_of,
)
from oxgang.core.words.swing import BODY, CLOCK, FRACTION

WIDE, HIGH, ARM = 900, 1200, 300.0


def figure(arm_deg: float, *, left_handed: bool = False, camera_deg: float = 0.0, line: str = "") -> Marks:
    """A drawn figure seen from in front, its lead arm at this angle, by a camera that was turned."""
    side = 1 if left_handed else -1
    shoulder = np.array([450.0, 600.0])
    arm = ARM * np.array([side * sin(radians(arm_deg)), cos(radians(arm_deg))])
    points = [shoulder, shoulder + arm]
    ends = {"": [], "upright": [(600, 300), (600, 900)], "level": [(200, 700), (700, 700)]}[line]
    points += [np.array(end, float) for end in ends]
    # A camera turned to one side turns the picture to the other, about its middle.
    turn = radians(camera_deg)
    about, rotation = np.array([450, 600]), np.array([[cos(turn), -sin(turn)], [sin(turn), cos(turn)]])
    turned = [tuple(float(x) for x in about + rotation @ (p - about)) for p in points]
    drawn = (turned[2], turned[3]) if line else None
    return Marks(WIDE, HIGH, turned[0], turned[1], drawn)  # type: ignore[arg-type]


@pytest.mark.parametrize("left_handed", [False, True])
@pytest.mark.parametrize("arm", [0.0, 45.0, 90.0, 135.0, 165.0, 190.0])
def test_a_drawn_arm_is_measured_as_it_was_drawn(arm: float, left_handed: bool) -> None:
    found = arm_angle(figure(arm, left_handed=left_handed), left_handed=left_handed)
    assert found.arm_deg == pytest.approx(arm)
    for camera in (-7.0, 12.0):
        for line in ("upright", "level"):
            held = figure(arm, left_handed=left_handed, camera_deg=camera, line=line)
            assert arm_angle(held, left_handed=left_handed).arm_deg == pytest.approx(arm)


def test_the_error_is_that_of_simulated_touches() -> None:
    marks = replace(figure(100, line="upright"), touch=5.0)
    rng = np.random.default_rng(4)
    joint = np.hypot(5.0, JOINT_SHARE * ARM)

    def off(point: tuple[float, float], sd: float) -> tuple[float, float]:
        return point[0] + rng.normal(0, sd), point[1] + rng.normal(0, sd)

    assert marks.line
    a, b = marks.line
    found = [
        arm_angle(
            replace(
                marks,
                shoulder=off(marks.shoulder, joint),
                hands=off(marks.hands, joint),
                line=(off(a, 5.0), off(b, 5.0)),
            ),
            left_handed=False,
        ).arm_deg
        for _ in range(4000)
    ]
    assert np.std(found) == pytest.approx(arm_angle(marks, left_handed=False).sd_deg, rel=0.05)
    # Without a line the camera's own error comes on top.
    without = arm_angle(replace(marks, line=None), left_handed=False).sd_deg
    assert without == pytest.approx(np.hypot(np.degrees(np.sqrt(2) * joint / ARM), CAMERA_SD_DEG))


def test_an_angle_is_said_in_the_students_scale() -> None:
    assert said_of(100, CLOCK.positions) == ("9:20", 0)
    assert said_of(52.5, CLOCK.positions) == ("7:45", 0)
    assert said_of(172, CLOCK.positions) == ("full", 7)
    assert said_of(40, CLOCK.positions) == ("7:30", -5)
    assert said_of(98, FRACTION.positions) == ("half", 8)
    assert said_of(118, BODY.positions) == ("chest", 8)


def series(*angles: float, sd: float = 3.0) -> list[Seen]:
    start = date(2026, 3, 1)
    return [Seen(start + timedelta(days=30 * i), Measured(angle, sd)) for i, angle in enumerate(angles)]


def test_a_position_has_moved_when_its_errors_do_not_explain_it() -> None:
    assert moved(series(90)) is None
    still, gone = moved(series(90, 92, 94)), moved(series(90, 92, 103))
    assert still
    assert gone
    assert (still.real, gone.real, gone.by_deg) == (False, True, 12)
    rng = np.random.default_rng(9)
    alarms = [moved(series(*rng.normal(90, 3, 4))) for _ in range(2000)]
    assert np.mean([one.real for one in alarms if one]) == pytest.approx(0.10, abs=0.02)


@pytest.mark.parametrize(
    ("wrong", "says"),
    [
        ({"hands": (901.0, 600.0)}, "off the frame"),
        ({"shoulder": (450.0, float("nan"))}, "inside the picture"),
        ({"line": ((10.0, 10.0), (10.0, -5.0))}, "inside the picture"),
        ({"hands": (460.0, 610.0)}, "too close together"),
        ({"line": ((10.0, 10.0), (12.0, 40.0))}, "further apart"),
        ({"shoulder": (450.0, 600.0), "hands": (640.0, 560.0)}, "wrong side"),
    ],
)
def test_touches_that_cannot_be_are_refused(wrong: dict[str, object], says: str) -> None:
    marks = replace(figure(90), **wrong)  # type: ignore[arg-type]
    with pytest.raises(InputError, match=says):
        arm_angle(marks, left_handed=False)
