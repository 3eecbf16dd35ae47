"""The command that proposes the shots to play, from a matrix in a file."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from oxgang.cli.main import app
from typer.testing import CliRunner

MATRIX = """club,swing,trajectory,spin,tempo,carry_yd,carry_lo_yd,carry_hi_yd,shot_sd_yd,balls,basis
58,9:00,stock,check,normal,45.0,44,46,2,5,measured
58,full,stock,check,normal,80.0,78,82,4,5,measured
50,9:00,stock,check,normal,60.0,58,62,2,5,measured
50,11:00,stock,check,normal,79.0,77,81,3,0,estimated
50,full,stock,check,normal,97.0,95,99,4,5,measured
"""


def test_the_play_command(tmp_path: Path) -> None:
    (tmp_path / "m.csv").write_text(MATRIX)
    (tmp_path / "bag.csv").write_text("club,loft_deg\n58,58\n50,50\n")

    def play(*more: str) -> Any:
        arguments = ["play", str(tmp_path / "m.csv"), "--bag", str(tmp_path / "bag.csv"), *more]
        return CliRunner().invoke(app, arguments)

    found = json.loads(play().stdout)
    assert found["most"] == 4
    assert found["by_number"] == [[n, pytest.approx(5 * n / 71)] for n in range(1, 5)]
    assert found["coverage"] == found["by_number"][-1][1]
    assert [(s["club"], s["swing"], s["basis"]) for s in found["shots"]] == [
        ("58", "9:00", "measured"),
        ("50", "9:00", "measured"),
        ("50", "11:00", "estimated"),
        ("50", "full", "measured"),
    ]
    assert set(found["shots"][0]) == {"club", "swing", "trajectory", "spin", "tempo", "carry_yd", "basis"}
    short = json.loads(play("--longest", "9:00").stdout)
    assert [s["carry_yd"] for s in short["shots"]] == [45.0, 60.0]
    two = json.loads(play("--most", "2").stdout)
    assert (two["most"], len(two["shots"]), two["coverage"]) == (2, 2, pytest.approx(10 / 71))
    many = json.loads(play("--most", "9").stdout)
    assert (len(many["by_number"]), len(many["shots"])) == (9, 4)
    empty = json.loads(play("--from", "5", "--to", "20").stdout)
    assert empty == {"most": 0, "coverage": 0.0, "shots": [], "by_number": []}
    for wrong, said in (
        (("--longest", "noon"), '"noon" is not a position'),
        (("--most", "0"), "must be 1 to"),
        (("--from", "90", "--to", "40"), "shorter yardage first"),
    ):
        refused = play(*wrong)
        assert refused.exit_code == 2
        assert said in refused.stderr
    (tmp_path / "bag.csv").write_text("club,loft_deg\n58,58\n")
    refused = play()
    assert refused.exit_code == 2
    assert "line 4" in refused.stderr
    assert "50" in refused.stderr
    # Swings that no built-in scale has are put in order by how far they carry.
    (tmp_path / "bag.csv").write_text("club,loft_deg\n58,58\n50,50\n")
    (tmp_path / "m.csv").write_text(MATRIX.replace("9:00", "waist"))
    assert len(json.loads(play().stdout)["shots"]) == 4
