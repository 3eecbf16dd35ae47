"""Versions, the printed card in real size, and the phone card behind its link."""

from __future__ import annotations

import io
import json
import re
from datetime import timedelta

import openpyxl
import pypdf
import pytest
import segno
import zxingcpp
from django.test import Client
from django.utils import timezone
from oxgang.academy.models import Club, Coach, Student
from oxgang.academy.services.clubs import add_club
from oxgang.core.words import bag
from oxgang.matrix.models import CardLink, PublishedMatrix
from oxgang.matrix.selectors import phone
from PIL import Image

from tests.server.conftest import Api
from tests.server.steps import hit

MM = 72 / 25.4


@pytest.fixture
def published(api: Api, student: Student, wedge: Club) -> Student:
    hit(api, student, wedge, [44, 45, 43, 44, 45], hit_at="2026-05-20T10:00:00Z")
    hit(api, student, wedge, [60, 61, 59, 60, 62], swing="10:00", hit_at="2026-05-20T11:00:00Z")
    api("POST", f"/students/{student.pk}/review", {})
    assert (
        api("POST", f"/students/{student.pk}/versions", {"note": "first", "picks": False}).data["number"] == 1
    )
    return student


def test_a_version_never_changes_and_two_are_compared(api: Api, published: Student, wedge: Club) -> None:
    url = f"/students/{published.pk}/versions"
    before = PublishedMatrix.objects.get().content
    hit(api, published, wedge, [52, 53, 51, 52, 54, 52, 53, 52])
    api("POST", f"/students/{published.pk}/review", {})
    assert api("POST", url, {"note": "stronger"}).data["number"] == 2
    assert PublishedMatrix.objects.get(number=1).content == before
    moved = api("GET", f"{url}/1/compare").data
    half = next(d for d in moved if d["key"]["swing"] == "9:00")
    assert half["after_yd"] > half["before_yd"] + 2
    assert [v["note"] for v in api("GET", url).data] == ["stronger", "first"]
    same = api("GET", f"{url}/1/compare?to=1").data
    assert not any(d["real"] for d in same)
    assert api("GET", f"{url}/9/compare").status_code == 404


def test_nothing_measured_is_not_published(api: Api, student: Student) -> None:
    url = f"/students/{student.pk}"
    assert "Nothing measured" in api("POST", f"{url}/versions", {"picks": False}).data["title"]
    # The student's own place opens all the same, and has no card in it yet.
    token = api("POST", f"{url}/links", {}).data["url"].rpartition("/")[2]
    assert api.client.get(f"/c/{token}/card.json").status_code == 204
    assert api("GET", f"{url}/card.pdf").status_code == 404


@pytest.mark.parametrize(
    ("form", "size", "pages"),
    [
        ("pocket", (148 * MM, 105 * MM), 1),
        ("tag", (60 * MM, 100 * MM), 2),
        ("a4", (210 * MM, 297 * MM), 2),
        ("letter", (612, 792), 2),
    ],
)
def test_the_printed_card_has_its_size_and_every_yardage(
    api: Api, published: Student, form: str, size: tuple[float, float], pages: int
) -> None:
    api("PATCH", f"/students/{published.pk}", {"name": "Łucja Ξένου"})
    api("POST", f"/students/{published.pk}/versions", {"picks": False})
    address = f"/students/{published.pk}/card.pdf?form={form}&sides=yardage,club"
    book = pypdf.PdfReader(io.BytesIO(api("GET", address).content))
    assert len(book.pages) == pages
    box = book.pages[0].mediabox
    assert (float(box.width), float(box.height)) == pytest.approx(size, abs=0.6)
    text = "\n".join(page.extract_text() for page in book.pages)
    # Every fifth yardage has its rung; those in a row that no shot comes near are one.
    said = [m.groups() for m in re.finditer(r"^(\d+)(?:-(\d+))?\n(?=\d+\n|none)", text, re.MULTILINE)]
    rungs = [y for first, last in said for y in range(int(first), int(last or first) + 1, 5)]
    assert rungs[:15] == list(range(30, 101, 5))
    assert "56 10:00" in text
    assert "Łucja Ξένου" in text
    assert "with the 56: stock 31-37" in text  # the launch to look for
    assert "v2" in text


def test_metres_fourteen_clubs_and_sides_that_are_none(api: Api, published: Student, coach: Coach) -> None:
    url = f"/students/{published.pk}"
    api("PATCH", url, {"units": "m"})
    for i in range(12):
        add_club(published, bag.Club(f"club {i}", 40 + i), by=coach, now=timezone.now())
    api("POST", f"{url}/versions", {"picks": False})
    address = f"{url}/card.pdf?form=tag&sides=club,ground"
    text = pypdf.PdfReader(io.BytesIO(api("GET", address).content)).pages[0].extract_text()
    assert "metres" in text
    # Only what is played stands in the grid, not the clubs nobody has hit.
    assert "club 3" not in text
    assert {"56", "9:00", "10:00", "40", "55"} <= set(text.split())
    for sides in ("", "back"):
        refused = api("GET", f"{url}/card.pdf?sides={sides}")
        assert (refused.status_code, refused.data["field"]) == (422, "sides")


def test_a_published_version_never_changes(
    api: Api, published: Student, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Whatever a later Oxgang would make of it, and whatever becomes of the student."""
    token = api("POST", f"/students/{published.pk}/links", {"days": 30}).data["url"].rsplit("/", 1)[1]
    first = Client().get(f"/c/{token}/card.json").content
    assert len(first) > 2000
    for name in ("by_yardage", "whole", "whole_run", "whole_added", "level_words", "recipe_words", "_picks"):
        monkeypatch.setattr(phone, name, None)
    assert (
        api("PATCH", f"/students/{published.pk}", {"name": "Somebody Else", "units": "m"}).status_code == 200
    )
    assert Client().get(f"/c/{token}/card.json").content == first
    # But a junior nobody has agreed for is called by the first name.
    assert api("PATCH", f"/students/{published.pk}", {"ball_limit": 30}).status_code == 200
    assert Client().get(f"/c/{token}/card.json").json()["student"] == "Ansel"


def test_the_phone_card_shows_one_student_until_its_link_ends(api: Api, published: Student) -> None:
    url = f"/students/{published.pk}/links"
    made = api("POST", url, {"days": 30}).data
    token = made["url"].rsplit("/", 1)[1]
    assert token not in str(list(CardLink.objects.values()))
    # The QR is read again by an independent reader.
    picture = io.BytesIO()
    segno.make(made["url"], error="m").save(picture, kind="png", scale=5, border=2)
    seen = zxingcpp.read_barcode(Image.open(picture))
    assert seen
    assert seen.text == made["url"]
    assert made["qr"].startswith("data:image/svg+xml")
    anyone = Client()
    assert anyone.get(f"/c/{token}").status_code == 200
    card = anyone.get(f"/c/{token}/card.json").json()
    assert (card["student"], card["version"], card["unit"]) == ("Ansel Quill", 1, "yd")
    assert [line["at"] for line in card["lines"]] == list(range(30, 101))
    sixty = next(line for line in card["lines"] if line["at"] == 60)
    shot = card["shots"][sixty["shot"]]
    assert (shot["name"], shot["cue"], sixty["near"]) == (
        "56 10:00",
        "Lead arm a little above level.",
        True,
    )
    assert shot["run"] > 0
    assert card["recipes"][shot["recipe"]].startswith("Ball in the middle")
    assert card["shots"][sixty["shorter"]]["name"] == "56 9:00"
    # What no shot reaches has no answer, only the nearest.
    assert not any(line["near"] for line in card["lines"] if 47 < line["at"] < 57)
    assert anyone.get(f"/api/students/{published.pk}").status_code == 401
    link = CardLink.objects.get()
    api("DELETE", f"{url}/{link.pk}")
    for gone in (f"/c/{token}", "/c/never-was"):
        page = anyone.get(gone)
        assert page.status_code == 404
        assert b"Ansel" not in page.content
    assert anyone.get(f"/c/{token}/card.json").status_code == 404
    again = api("POST", url, {"days": 30}).data["url"].rsplit("/", 1)[1]
    CardLink.objects.filter(revoked_at=None).update(expires_at=timezone.now() - timedelta(1))
    assert anyone.get(f"/c/{again}").status_code == 404
    assert api("POST", url, {"days": 0}).data["field"] == "days"


def test_a_matrix_kept_elsewhere_counts_little_until_balls_come(
    api: Api, student: Student, wedge: Club
) -> None:
    url = f"/students/{student.pk}"
    sheet = b"club,swing,carry_yd\n56,9:00,52\n56,10:00,70\n"
    bad = api.upload(f"{url}/imported-carries", sheet + b"99,9:00,50\n").json()
    assert (bad["accepted"], bad["problems"][0]["line"]) == (0, 4)
    assert api.upload(f"{url}/imported-carries", sheet).json() == {
        "accepted": 2,
        "estimated": 0,
        "problems": [],
    }

    def half() -> dict[str, object]:
        cells = api("GET", f"{url}/matrix").data["cells"]
        return next(c for c in cells if (c["club"], c["swing"], c["trajectory"]) == ("56", "9:00", "stock"))

    carry = half()
    assert (carry["basis"], carry["balls"], carry["imported_yd"]) == ("reported", 0, 52)
    assert carry["carry_yd"] == pytest.approx(51, abs=2)
    hit(api, student, wedge, [44, 45, 43, 44, 45])
    api("POST", f"{url}/review", {})
    hit_it = half()
    assert (hit_it["basis"], hit_it["imported_yd"]) == ("measured", None)
    assert hit_it["carry_yd"] == pytest.approx(44.5, abs=1.5)
    book = openpyxl.load_workbook(io.BytesIO(api("GET", f"{url}/matrix.xlsx").content))
    assert book.sheetnames == ["matrix", "by yardage", "balls"]
    assert book["matrix"].max_row == 1 + 2 * 6 * 3
    assert [row[0].value for row in book["by yardage"].iter_rows(min_row=2)] == list(range(30, 101))
    cells = json.loads(api("GET", f"{url}/matrix.json").content)["cells"]
    assert {c["basis"] for c in cells} == {"measured", "estimated", "reported"}
    # What the application exports can be read back; what was only estimated there is no evidence.
    exported = api("GET", f"{url}/matrix.csv").content
    again = api.upload(f"{url}/imported-carries", exported).json()
    assert (again["accepted"], again["estimated"], again["problems"]) == (2, 34, [])
