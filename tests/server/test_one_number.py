"""One number, one meaning: every surface says the same of one student, to the shown digit.

Students are generated: bags, swings, scatter, ground, tolerance, units, shots chosen or proposed,
estimates let in. Each surface is read as a person reads it and held against one of them.
"""

from __future__ import annotations

import csv
import io
import json
import random
from collections.abc import Sequence
from datetime import timedelta
from pathlib import Path
from typing import Any

import pypdf
import pytest
from django.utils import timezone
from oxgang.academy.models import Coach, Student
from oxgang.academy.services.clubs import add_club
from oxgang.academy.services.students import StudentFields, add_student
from oxgang.cli.main import app
from oxgang.core.units import in_metres, m_from_yd, shown, whole, whole_run
from oxgang.core.words import bag
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from typer.testing import CliRunner

from tests.server.conftest import NOW, Api
from tests.server.steps import keep, listed, shows
from tests.tiers import ALL

STUDENTS = 40 if ALL else 8
LOFTS = (44, 48, 50, 52, 54, 56, 58, 60)
UNITS = ("yd", "m", "yd-f", "m-kmh")
NAME = ("club", "swing", "trajectory", "spin", "tempo", "back_in", "down_in")


def generated(api: Api, coach: Coach, seed: int) -> Student:
    """A student with balls on several days, reviewed."""
    draw = random.Random(seed)
    scale = coach.academy.scales.get(key=draw.choice(["clock", "fraction", "body"]))
    labels = [(p.label, p.arm_deg) for p in scale.as_core().positions]
    lo = draw.choice([25, 30, 40])
    fields = StudentFields(
        name=f"Student {seed}",
        scale_id=scale.pk,
        units=UNITS[seed % len(UNITS)],
        from_yd=lo,
        to_yd=lo + draw.choice([45, 60, 70]),
        tolerance_yd=draw.choice([2.0, 2.5, 4.0]),
        estimates_yd=draw.choice([None, None, 4.0]),
        handicap=draw.choice([None, 3.0, 18.0, 30.0]),
    )
    student = add_student(fields, by=coach, now=NOW)
    lofts = sorted(draw.sample(LOFTS, draw.randint(1, 4)))
    for loft in lofts:
        add_club(student, bag.Club(str(loft), loft), by=coach, now=NOW)
    full, scatter = draw.uniform(90, 125), draw.uniform(0.02, 0.08)
    rows = ["id,date,club,swing,trajectory,carry_yd,strike"]
    for number in range(draw.randint(2, 9)):
        label, arm = draw.choice(labels)
        loft, height = draw.choice(lofts), draw.choice(["stock", "stock", "stock", "low", "high"])
        carry = full * (arm / 165) ** 0.7 * (1 - 0.012 * (loft - 46)) * draw.uniform(0.95, 1.05)
        on = (timezone.now() - timedelta(days=draw.randint(1, 120))).date()
        for ball in range(draw.randint(1, 9)):
            hit = max(8.0, draw.gauss(carry, scatter * carry))
            rows.append(f"{seed}-{number}-{ball},{on},{loft},{label},{height},{hit:.1f},solid")
    answer = api.upload(f"/students/{student.pk}/shots", "\n".join(rows).encode())
    assert answer.status_code == 200, answer.content
    assert b'"stored"' in b"".join(answer.streaming_content)
    keep(api, student)
    if draw.random() < 0.5:
        choose(api, student, draw)
    return Student.objects.get(pk=student.pk)


def choose(api: Api, student: Student, draw: random.Random) -> None:
    page = api("GET", f"/students/{student.pk}/played").data
    some = draw.sample(page["shots"], min(len(page["shots"]), draw.randint(1, 8)))
    shots = [
        {k: shot[k] for k in NAME} | {"play": draw.choice(["played", "played", "work"])} for shot in some
    ]
    answer = api("POST", f"/students/{student.pk}/played", {"shots": shots})
    assert answer.status_code == 200, answer.content


def name_of(cell: dict[str, Any]) -> tuple[Any, ...]:
    return tuple(cell[k] for k in NAME)


@pytest.mark.parametrize("seed", range(STUDENTS))
def test_every_surface_says_the_same(api: Api, coach: Coach, tmp_path: Path, seed: int) -> None:
    student = generated(api, coach, seed)
    url = f"/students/{student.pk}"
    unit = m_from_yd if in_metres(student.units) else float
    row = next(r for r in listed(api)["rows"] if r["name"] == student.name)
    matrix = api("GET", f"{url}/matrix").data
    played = api("GET", f"{url}/played").data
    gaps = api("GET", f"{url}/gaps").data
    ground, yards = matrix["ground"], student.to_yd - student.from_yd + 1

    # The range says what the matrix says where no ball waits.
    assert api("GET", f"{url}/matrix?live=true").data["cells"] == matrix["cells"]
    # Coverage: one share of the ground, and one of what is measured.
    covered = played["covered"]
    assert covered["played"] == ground["covered_played"] == round(gaps["coverage"]["played"] * yards)
    assert row["covered"] * yards == pytest.approx(covered["played"])
    assert covered["measured"] == ground["covered_measured"]
    assert gaps["coverage"]["measured"] * yards == pytest.approx(covered["measured"])
    assert gaps["fallow"] == played["fallow"] == ground["unplayed"]
    strips = sum(s["to_yd"] - s["from_yd"] + 1 for s in row["ground"] if s["kind"] != "fallow")
    assert strips == covered["played"]
    progress = api("GET", f"{url}/progress").data
    assert progress["looks"][-1]["covered"] * yards == pytest.approx(covered["played"])
    text = pdf(api, f"{url}/report.pdf")
    if "of the ground from" in progress["words"]:
        assert f"{shown(100 * covered['played'] / yards)} % of the ground" in " ".join(text.split())

    # The number of each shot, as it is shown.
    every = [*matrix["cells"], *matrix["variants"], *matrix["adjustments"]]
    cells = {name_of(c): c for c in every}
    answers = [s for s in played["shots"] if s["play"] == "played"]
    for shot in played["shots"]:
        assert cells[name_of(shot)]["carry_yd"] == pytest.approx(shot["carry_yd"])
    rows = list(csv.DictReader(io.StringIO(api("GET", f"{url}/matrix.csv").content.decode())))
    for line in rows:
        key = [line[k] for k in ("club", "swing", "trajectory", "spin", "tempo")]
        cell = cells[*key, float(line["ball_position_in"]), float(line["grip_down_in"])]
        assert float(line["carry_yd"]) == pytest.approx(cell["carry_yd"], abs=0.00501)
        assert (line["basis"], int(line["balls"])) == (cell["basis"], cell["balls"])
    (tmp_path / "matrix.csv").write_bytes(api("GET", f"{url}/matrix.csv").content)
    command = gaps_of(tmp_path / "matrix.csv", student)
    # The file has hundredths: a carry at the very edge of the tolerance may fall on the other side.
    assert command["coverage"]["measured"] * yards == pytest.approx(covered["measured"], abs=1.01)

    preview = api("GET", f"{url}/card?run=true").data
    assert preview["reached"] * yards == pytest.approx(covered["played"])
    if not preview["publishable"]:
        assert not answers or not any(c["balls"] for c in matrix["cells"])
        return
    assert api("POST", f"{url}/versions", {"run": True, "picks": False}).status_code == 200
    paper = pdf(api, f"{url}/card.pdf").split()
    drawn = [m["text"] for sheet in api("GET", f"{url}/card?run=true").data["sheets"] for m in sheet["texts"]]
    spoken = " ".join(t for t in drawn if not t.startswith("v")).split()
    assert sorted(w for w in spoken if w.isdigit()) == sorted(w for w in paper if w.isdigit())

    shows(api, student, "card", "progress")
    token = api("POST", f"{url}/links", {}).data["url"].rpartition("/")[2]
    phone = api.client.get(f"/c/{token}/card.json").json()
    place = api.client.get(f"/c/{token}/portal.json").json()
    assert place["progress"]["covered"] * yards == pytest.approx(covered["played"])
    by_name = {str_of(name): cell for name, cell in cells.items()}
    for shot in phone["shots"]:
        cell = by_name[shot["name"]]
        assert shot["carry"] == whole(unit(cell["carry_yd"])), shot
        assert shot["half"] == whole(unit((cell["carry_hi_yd"] - cell["carry_lo_yd"]) / 2)), shot
        assert shot["measured"] == (cell["basis"] == "measured")
        if shot["run"] is not None and not (cell["back_in"] or cell["down_in"]):
            start = why(api, url, cell)["start"]
            assert shot["run"] == whole_run(unit(cell["carry_yd"]), unit(start["run_yd"])), shot
    check_yardages(api, url, phone, played, ground, student, unit)


def check_yardages(
    api: Api,
    url: str,
    phone: dict[str, Any],
    played: dict[str, Any],
    ground: dict[str, Any],
    student: Student,
    unit: Any,
) -> None:
    """The shot for a distance: on the phone, in the matrix, under Shots and in the look-up."""
    names = [str_of(name_of(shot)) for shot in played["shots"]]
    rungs = {rung["yardage"]: rung for rung in played["rungs"]}
    lines = {line["at"]: line for line in phone["lines"]}
    for at in range(student.from_yd, student.to_yd + 1):
        rung, place = rungs[at], ground["plays"][at - ground["axis_from_yd"]]
        assert (rung["shot"] is None) == (place is None), at
        assert rung["shot"] is None or rung["shot"] == place, at
        near = ground["near"][at - ground["axis_from_yd"]]
        assert near == (rung["nearest"] if rung["adds"] else None), at
        if not in_metres(student.units):
            line = lines[at]
            told = rung["nearest"] if rung["shot"] is None else rung["shot"]
            assert (line["near"], phone["shots"][line["shot"]]["name"]) == (
                rung["shot"] is not None,
                names[told],
            )
            assert (line["add"] is not None) == rung["adds"], at
    for at in [*lines][:: max(1, len(lines) // 5)]:
        yardage = at if not in_metres(student.units) else at / m_from_yd(1.0)
        found = api("GET", f"{url}/lookup?yardage={yardage}").data
        first = next((one for one in found if one["role"] != "unplayed"), None)
        if first is None:
            continue
        line = lines[at]
        assert str_of(name_of(first["cell"])) == phone["shots"][line["shot"]]["name"], at
        assert (first["role"] == "answer") == line["near"], at
        assert whole(unit(first["today_yd"])) == phone["shots"][line["shot"]]["carry"], at
        assert whole(unit(first["cell"]["carry_yd"])) == phone["shots"][line["shot"]]["carry"], at


def str_of(name: Sequence[Any]) -> str:
    """As the card names a shot."""
    club, swing, trajectory, spin, tempo, back, down = name
    key = str(CellKey(club, swing, Trajectory(trajectory), Spin(spin), Tempo(tempo)))
    return key if not (back or down) else f"{key} {back:g} {down:g}"


def why(api: Api, url: str, cell: dict[str, Any]) -> dict[str, Any]:
    asked = "&".join(f"{k}={cell[k]}" for k in ("club", "swing", "trajectory", "spin", "tempo"))
    found: dict[str, Any] = api("GET", f"{url}/why?{asked.replace(' ', '%20')}").data
    return found


def pdf(api: Api, address: str) -> str:
    reader = pypdf.PdfReader(io.BytesIO(api("GET", address).content))
    return "\n".join(page.extract_text() for page in reader.pages)


def gaps_of(path: Path, student: Student) -> dict[str, Any]:
    ends = ["--from", str(student.from_yd), "--to", str(student.to_yd)]
    done = CliRunner().invoke(app, ["gaps", str(path), *ends, "--tolerance", str(student.tolerance_yd)])
    assert done.exit_code == 0, done.output
    found: dict[str, Any] = json.loads(done.stdout)
    return found
