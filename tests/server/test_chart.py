"""A chart on paper becomes numbers that are marked as such, make a card at once, and give way to balls."""

from __future__ import annotations

import csv
import io
import json
import re
from collections import Counter
from pathlib import Path
from typing import Any

import pytest
from oxgang.academy.models import Club, Student
from oxgang.files.bag import read_bag
from oxgang.files.shots import read_shots
from oxgang.matrix.models import PublishedMatrix
from oxgang.range_sessions.models import Ball, ImportedCarry

from tests.commands import oxgang
from tests.server.conftest import Api
from tests.server.steps import day, hit, hit_ago, keep, last, undo

CHART = {("60", "9:00"): "42", ("60", "10:00"): "51,5", ("56", "9:00"): "48", ("56", "10:00"): "56-60"}


def boxes(numbers: dict[tuple[str, str], str] = CHART, height: str = "stock") -> list[dict[str, str]]:
    return [{"club": c, "swing": s, "trajectory": height, "text": t} for (c, s), t in numbers.items()]


def typed(api: Api, student: Student, **more: Any) -> Any:
    body = {"boxes": boxes(), "source": "Ilse, with a laser", "measured_on": "2026-05-01", **more}
    return api("POST", f"/students/{student.pk}/chart", body)


def cell(api: Api, student: Student, club: str = "56", swing: str = "9:00") -> dict[str, Any]:
    cells = api("GET", f"/students/{student.pk}/matrix").data["cells"]
    found: dict[str, Any] = next(
        c for c in cells if (c["club"], c["swing"], c["trajectory"]) == (club, swing, "stock")
    )
    return found


def half(of: dict[str, Any]) -> float:
    return float(of["carry_hi_yd"] - of["carry_lo_yd"]) / 2


def test_a_chart_is_a_card_at_once_and_balls_take_its_place(api: Api, student: Student, wedge: Club) -> None:
    before = cell(api, student)
    assert typed(api, student).status_code == 200
    said = cell(api, student)
    assert (said["basis"], said["balls"], said["last_measured"]) == ("reported", 0, "2026-05-01")
    assert abs(said["carry_yd"] - 48) < 1.5
    assert half(said) < half(before) / 2
    # A range counts as its mean.
    assert cell(api, student, swing="10:00")["imported_yd"] == 58
    # Marked on the card and on the phone, and in the file.
    assert api("POST", f"/students/{student.pk}/versions", {"picks": False}).status_code == 200
    version = PublishedMatrix.objects.get()
    shots = {shot["name"]: shot for shot in version.phone["shots"]}
    assert len(shots) == 4
    assert all(shot["reported"] and not shot["measured"] for shot in shots.values())
    assert b",reported,2026-05-01" in api("GET", f"/students/{student.pk}/matrix.csv").content
    # One ball makes it measured and moves it; with five the chart counts no more.
    hit(api, student, wedge, [52])
    keep(api, student)
    one = cell(api, student)
    assert (one["basis"], one["imported_yd"]) == ("measured", 48)
    assert said["carry_yd"] < one["carry_yd"] < 52
    hit(api, student, wedge, [52, 53, 52, 51])
    keep(api, student)
    five = cell(api, student)
    assert (five["imported_yd"], abs(five["carry_yd"] - 52) < 1) == (None, True)


def test_a_box_is_changed_emptied_and_everything_is_undone(api: Api, student: Student) -> None:
    typed(api, student)
    entry = last(api, student)
    changed = boxes({("60", "9:00"): "44", ("56", "9:00"): ""})
    now = typed(api, student, boxes=changed, source="").data
    assert {(b["club"], b["swing"]): b["distance_yd"] for b in now["boxes"]} == {
        ("60", "9:00"): 44,
        ("60", "10:00"): 51.5,
        ("56", "10:00"): 58,
    }
    assert cell(api, student)["basis"] == "estimated"
    assert undo(api, last(api, student)).status_code == 200
    assert cell(api, student)["basis"] == "reported"
    assert undo(api, entry).status_code == 200
    assert api("GET", f"/students/{student.pk}/chart").data["boxes"] == []


def test_totals_are_less_sure_than_carries(api: Api, student: Student) -> None:
    typed(api, student, total=True)
    total = cell(api, student)
    assert total["imported_yd"] < 48
    row = ImportedCarry.objects.get(club__label="56", swing="9:00")
    assert (row.total_yd, row.standard_sd > 0.02) == (48, True)
    typed(api, student, total=False)
    carry = cell(api, student)
    assert half(carry) / carry["carry_yd"] < half(total) / total["carry_yd"]


def test_metres_are_the_readers(api: Api, student: Student) -> None:
    api("PUT", "/account/units", {"units": "m"})
    typed(api, student)
    assert ImportedCarry.objects.get(club__label="56", swing="9:00").carry_yd == pytest.approx(48 / 0.9144)


@pytest.mark.parametrize(
    ("more", "says"),
    [
        ({"boxes": boxes({("56", "9:00"): "52/54"})}, "56 9:00: .*two numbers"),
        ({"boxes": boxes({("56", "9:00"): "5o"})}, "56 9:00: .*not a number"),
        ({"boxes": boxes({("56", "9:00"): "54-50"})}, "not a range from short to long"),
        ({"boxes": boxes({("56", "9:00"): "900"})}, "900 yards is not a carry"),
        ({"boxes": boxes({("58", "9:00"): "50"})}, "not in the bag"),
        ({"boxes": boxes({("56", "half past"): "50"})}, "not a swing"),
        ({"boxes": [*boxes(), *boxes()]}, "two numbers for"),
        ({"measured_on": "2199-01-01"}, "in the future"),
        ({"measured_on": "1000-01-01"}, "years 1900"),
    ],
)
def test_a_chart_with_a_fault_stores_nothing(
    api: Api, student: Student, more: dict[str, Any], says: str
) -> None:
    refused = typed(api, student, **more)
    assert refused.status_code == 422
    assert re.search(says, refused.data["title"])
    assert not ImportedCarry.objects.exists()


def test_a_chart_in_a_file_is_seen_as_one_and_asks_what_is_not_certain(api: Api, student: Student) -> None:
    text = b"Carry in metres,9 o'clock,half,10:00\n56*,44,40,53\nwibble,1,2,3\n"
    seen = api.upload(f"/students/{student.pk}/files/look", text).json()["chart"]
    found = {
        (b["club"], b["swing"]): round(b["distance_yd"], 1) for b in seen["boxes"] if b["club"] and b["swing"]
    }
    assert found == {("56", "9:00"): 48.1, ("56", "10:00"): 58.0}
    strange = [(s["about"], s["name"], s["proposal"], s["answer"]) for s in seen["strange"]]
    assert strange == [("club", "wibble", "", ""), ("swing", "half", "9:00", "")]
    assert not Ball.objects.exists()
    # What was answered once is known the next time.
    names = {"club wibble": "60", "swing half": "8:00"}
    typed(api, student, signature=seen["signature"], names=names)
    again = api.upload(f"/students/{student.pk}/files/look", text.replace(b"44", b"43")).json()["chart"]
    assert {f"{s['about']} {s['name']}": s["answer"] for s in again["strange"]} == names


@pytest.mark.parametrize("kind", ["csv", "xlsx", "json"])
def test_a_matrix_reads_back_and_estimates_are_no_evidence(
    api: Api, student: Student, wedge: Club, kind: str
) -> None:
    hit(api, student, wedge, [48, 49, 47, 48, 48])
    keep(api, student)
    typed(api, student, boxes=boxes({("60", "9:00"): "42"}))
    whole = api("GET", f"/students/{student.pk}/matrix.{kind}").content
    seen = api.upload(f"/students/{student.pk}/files/look", whole).json()["chart"]
    assert {(b["club"], b["swing"]) for b in seen["boxes"]} == {("56", "9:00"), ("60", "9:00")}
    before = half(cell(api, student, "56", "11:00"))
    done = api.upload(f"/students/{student.pk}/imported-carries", whole)
    assert (done.status_code, done.json()["accepted"]) == (200, 2), done.json()
    assert half(cell(api, student, "56", "11:00")) == pytest.approx(before, rel=0.15)


def test_balls_read_back_from_json(api: Api, student: Student, wedge: Club) -> None:
    hit(api, student, wedge, [48, 49, 47], strike="thin", offline_yd=-3)
    whole = api("GET", f"/students/{student.pk}/shots.json").content
    assert len(json.loads(whole)["balls"]) == 3
    seen = api.upload(f"/students/{student.pk}/files/look", whole).json()
    assert (seen["known"], seen["new"], seen["problems_total"]) == (3, 0, 0)


def test_a_new_club_may_have_a_label_of_its_own(api: Api, student: Student, wedge: Club) -> None:
    hit_ago(api, student, wedge, [44, 45, 43], days_ago=40)
    hit_ago(api, student, wedge, [50, 51], days_ago=5)
    event = {"kind": "new club", "on": day(20), "club_id": str(wedge.pk), "label": " 56 (2026) "}
    assert api("POST", f"/students/{student.pk}/events", event).status_code == 200
    shots = read_shots(api("GET", f"/students/{student.pk}/shots.csv").content).records
    assert Counter(shot.cell.club for shot in shots) == {f"56 until {day(21)}": 3, "56 (2026)": 2}
    again = api("POST", f"/students/{student.pk}/events", {**event, "label": "x" * 25})
    assert (again.status_code, again.data["field"]) == (422, "label")


def test_a_replaced_club_has_a_name_of_its_own_in_files(
    api: Api, student: Student, wedge: Club, tmp_path: Path
) -> None:
    hit_ago(api, student, wedge, [44, 45, 43], days_ago=40)
    event = {"kind": "new club", "on": day(20), "club_id": str(wedge.pk), "loft_deg": 55}
    assert api("POST", f"/students/{student.pk}/events", event).status_code == 200
    new = student.clubs.get(label="56", loft_deg=55)
    hit_ago(api, student, new, [50, 51, 49], days_ago=5)
    bag, shots = (api("GET", f"/students/{student.pk}/{name}.csv").content for name in ("bag", "shots"))
    read = read_bag(bag)
    assert read.problems == []
    labels = {club.label: club.loft_deg for club in read.records}
    old = f"56 until {day(21)}"
    assert (labels["56"], labels[old]) == (55, 56)
    assert Counter(shot.cell.club for shot in read_shots(shots).records) == {"56": 3, old: 3}
    # Read back they change nothing, here and by the command.
    done = api.upload(f"/students/{student.pk}/bag", bag).json()
    assert (done["new"], done["changed"]) == (0, 0)
    again = api.upload(f"/students/{student.pk}/shots/check", shots).json()
    assert (again["known"], again["new"], again["problems_total"]) == (6, 0, 0)
    for name, content in (("bag.csv", bag), ("shots.csv", shots)):
        (tmp_path / name).write_bytes(content)
    matrix = oxgang("matrix", tmp_path / "shots.csv", "--bag", tmp_path / "bag.csv")
    assert matrix.returncode == 0, matrix.stderr
    rows = csv.DictReader(io.StringIO(matrix.stdout))
    balls = {
        row["club"]: row["balls"] for row in rows if (row["swing"], row["trajectory"]) == ("9:00", "stock")
    }
    assert (balls["56"], balls[old]) == ("3", "3")
