"""Core as a library: its example runs, an error of its own for every wrong name, quick to load."""

from __future__ import annotations

import doctest
import subprocess
import sys

import oxgang.core
import pytest
from oxgang.core.carry.hits import standard_hits
from oxgang.core.errors import InputError
from oxgang.core.words.measurements import ADJUSTMENTS, BY_NAME, CONVERTED, MEASURED, MEASUREMENTS
from oxgang.core.words.shots import CellKey, Shot, Spin, Tempo, Trajectory

from tests.core.builders import ARMS, CROSS, LOFTS, matrix


def test_the_example_of_the_package_runs() -> None:
    found = doctest.testmod(oxgang.core, optionflags=doctest.IGNORE_EXCEPTION_DETAIL)
    assert (found.attempted > 10, found.failed) == (True, 0)


def test_what_is_not_there_is_an_error_of_our_own() -> None:
    built = matrix(CROSS)
    assert CellKey("56", "9:00") in built
    assert CellKey("56", "13:00") not in built
    with pytest.raises(InputError, match="no 56 13:00 in this matrix"):
        built.point(CellKey("56", "13:00"))
    ball = Shot(cell=CellKey("58", "9:00"), carry_yd=60)
    with pytest.raises(InputError, match='no club "58"') as caught:
        standard_hits([ball], LOFTS, ARMS, 0)
    assert caught.value.field == "club"
    ball = Shot(cell=CellKey("56", "13:00"), carry_yd=60)
    with pytest.raises(InputError, match='no swing "13:00"'):
        standard_hits([ball], LOFTS, ARMS, 0)


def test_a_cell_is_called_by_what_is_unusual_of_it() -> None:
    assert str(CellKey("56", "9:00")) == "56 9:00"
    odd = CellKey("56", "9:00", Trajectory.LOW, Spin.GRAB, Tempo.SLOWER)
    assert str(odd) == "56 9:00 low grab slower"
    assert (CellKey("56", "9:00", Trajectory.LOW).usual, odd.usual) == (True, False)


def test_every_measurement_is_a_number_of_a_shot_with_limits_and_a_name() -> None:
    from dataclasses import fields

    shot = {field.name for field in fields(Shot)}
    assert set(MEASURED) | set(ADJUSTMENTS) <= shot
    for m in BY_NAME.values():
        assert m.lo < m.hi
        assert m.label == m.label.lower().strip() != ""
    # A mile is 1760 yards, a yard 0.9144 m (1959), 0 F is -17.78 C, an hour 3600 s.
    cases = (
        ("carry_yd", "m", 50, 54.6807),
        ("carry_yd", "ft", 150, 50),
        ("temperature_c", "F", 0, -17.7778),
        ("ball_speed_mps", "km/h", 90, 25),
        ("club_speed_mps", "mph", 60, 26.8224),
        ("altitude_m", "ft", 1000, 304.8),
    )
    for name, unit, value, ours in cases:
        assert BY_NAME[name].units[unit](value) == pytest.approx(ours, rel=1e-5)
    assert CONVERTED["carry_m"][1](50) == pytest.approx(54.6807, rel=1e-5)
    # A column that is tried before another one must not be taken for it.
    assert len({m.turn for m in MEASUREMENTS}) == len(MEASUREMENTS)


def test_the_commands_help_loads_neither_numpy_nor_scipy_nor_django() -> None:
    code = (
        "import sys, oxgang.cli.main;"
        "print([name for name in ('numpy', 'scipy', 'django', 'reportlab') if name in sys.modules])"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
    assert done.stdout.strip() == "[]"
