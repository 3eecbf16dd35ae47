"""Files from anywhere: columns guessed, names matched, units converted, bad rows by line."""

from __future__ import annotations

import io
import json
from typing import Any

import openpyxl
import pytest
from oxgang.academy.models import Student
from oxgang.files.foreign import read_any
from oxgang.files.mapping import guess
from oxgang.range_sessions.models import Ball

from tests.server.conftest import Api, make_coach, make_student

EXPORT = """Practice report
Date;Club Name;Shot type;Carry (m);Ball Speed;Launch Angle;Side;Remark
2026-05-30;LW 60°;9 00;40,5;95,3;31,2;2.1L;calm
2026-05-30;SW 56;10:00;61,0;118,2;29,9;0.4R;
2026-05-30;SW 56;10:00;far;118,2;29,9;;
2026-05-30;7i;10:00;61,0;118,2;29,9;;
"""


def look(api: Api, student: Student, content: bytes, mapping: Any = None) -> Any:
    fields = {} if mapping is None else {"mapping": json.dumps(mapping)}
    return api.upload(f"/students/{student.pk}/files/look", content, **fields)


def test_a_monitors_export_is_guessed_mapped_taken_and_remembered(api: Api, student: Student) -> None:
    seen = look(api, student, EXPORT.encode()).json()
    sources = seen["mapping"]["sources"]
    assert {t: s["column"] for t, s in sources.items()} == {
        "date": "Date",
        "club": "Club Name",
        "swing": "Shot type",
        "carry_yd": "Carry (m)",
        "ball_speed_mps": "Ball Speed",
        "launch_deg": "Launch Angle",
        "offline_yd": "Side",
    }
    assert (sources["carry_yd"]["unit"], sources["ball_speed_mps"]["unit"]) == ("m", "km/h")
    assert seen["mapping"]["clubs"] == {"LW 60°": "60", "SW 56": "56"}
    assert seen["mapping"]["swings"] == {"9 00": "9:00"}
    assert [(p["line"], p["column"]) for p in seen["problems"]] == [(5, "Carry (m)"), (6, "club")]
    assert '"far"' in seen["problems"][0]["reason"]
    assert not seen["remembered"]
    assert seen["preview"][0]["carry_yd"] == pytest.approx(40.5 / 0.9144)
    url = f"/students/{student.pk}/files/take"
    mapping = json.dumps(seen["mapping"] | {"clubs": seen["mapping"]["clubs"] | {"7i": "56"}})
    refused = api.upload(url, EXPORT.encode(), mapping=mapping)
    assert refused.status_code == 422
    assert not Ball.objects.exists()
    for _ in range(2):  # the same file again changes nothing
        done = api.upload(url, EXPORT.encode(), mapping=mapping, skip_bad="true").getvalue()
        assert b'"stored": true' in done
    assert Ball.objects.count() == 3
    first = Ball.objects.get(club__label="60")
    assert (first.swing, first.accepted, first.extra) == ("9:00", False, {"Remark": "calm"})
    assert first.offline_yd == pytest.approx(-2.1 / 0.9144)  # as the carries are
    again = look(api, student, EXPORT.encode()).json()
    assert again["remembered"]
    assert again["known"] == 3
    stranger = make_coach("Lower Marrowdale", "tobin")
    theirs = look(Api(stranger), make_student(stranger), EXPORT.encode()).json()
    assert not theirs["remembered"]


def test_a_workbook_and_a_file_without_club_or_swing(api: Api, student: Student) -> None:
    book = openpyxl.Workbook()
    sheet = book.active
    assert sheet is not None
    for row in (
        ["Carry yds", "Back Spin rpm", "Club speed km/h"],
        [61.5, 5300, 90],
        [62, 5100, 91],
    ):
        sheet.append(row)
    out = io.BytesIO()
    book.save(out)
    seen = look(api, student, out.getvalue()).json()
    # Which club and which swing is asked, never guessed.
    assert (seen["mapping"]["club"], seen["mapping"]["swing"], seen["new"]) == ("", "", 0)
    seen = look(api, student, out.getvalue(), seen["mapping"] | {"club": "60", "swing": "9:00"}).json()
    assert seen["mapping"]["sources"]["club_speed_mps"] == {
        "column": "Club speed km/h",
        "unit": "km/h",
    }
    assert seen["new"] == 2
    assert seen["preview"][0]["spin_rpm"] == 5300


@pytest.mark.parametrize("content", [b"", b"\x00\x01\x02", b"one line only", b"PK\x03\x04 no zip"])
def test_what_is_no_table_says_so(api: Api, student: Student, content: bytes) -> None:
    refused = look(api, student, content)
    assert refused.status_code == 422
    assert refused.json()["title"].endswith(".")
    bad = look(api, student, EXPORT.encode(), {"sources": 3})
    assert (bad.status_code, "mapping" in bad.json()["title"]) == (422, True)


def test_exports_are_read_again_whole(api: Api, student: Student) -> None:
    mapping = look(api, student, EXPORT.encode()).json()["mapping"]
    api.upload(
        f"/students/{student.pk}/files/take",
        EXPORT.encode(),
        mapping=json.dumps(mapping),
        skip_bad="true",
    ).getvalue()
    book = api("GET", f"/students/{student.pk}/shots.xlsx").content
    table = read_any(book)
    assert len(table.rows) == 2
    assert guess(table)["carry_yd"].column == "carry_yd"
    everything = json.loads(api("GET", f"/students/{student.pk}/shots.json").content)
    assert {ball["club"] for ball in everything["balls"]} == {"60", "56"}
    one_day = api("GET", f"/students/{student.pk}/shots.csv?day=2026-05-29").content
    assert one_day.count(b"\n") == 1
    back = look(api, student, book).json()
    assert (back["known"], back["new"], back["problems_total"]) == (2, 0, 0)


def names(*rows: str) -> bytes:
    return "\n".join(("Player,Club,Swing,Carry", *rows)).encode()


def test_a_file_of_several_students_is_a_question(api: Api, student: Student) -> None:
    """A season's export of a whole academy put every ball on one student."""
    content = names(*(f"{who},56,9:00,{50 + i}" for i in range(4) for who in ("Bo Tarn", "ansel  quill")))
    seen = look(api, student, content).json()
    assert (seen["people"], seen["rows"]) == (["Bo Tarn", "ansel  quill"], 4)
    assert seen["mapping"]["person"] == "ansel  quill"
    url = f"/students/{student.pk}/files/take"
    for person in ("", "Somebody"):
        refused = api.upload(url, content, mapping=json.dumps(seen["mapping"] | {"person": person}))
        assert (refused.status_code, refused.json()["field"]) == (422, "person")
    assert Ball.objects.count() == 0
    taken = api.upload(url, content, mapping=json.dumps(seen["mapping"]))
    assert taken.status_code == 200
    assert b"".join(taken.streaming_content)
    assert set(Ball.objects.values_list("carry_yd", flat=True)) == {50, 51, 52, 53}
    # The next file like it asks again: whose it is is not remembered.
    assert (
        look(api, student, names("Wren,56,9:00,50", "Bo Tarn,56,9:00,51")).json()["mapping"]["person"] == ""
    )
    # Everybody's, if the coach says so.
    everybody = look(api, student, content, seen["mapping"] | {"person": "*"}).json()
    assert everybody["rows"] == 8


def test_a_file_that_names_somebody_else_is_a_question_and_ones_own_is_none(
    api: Api, student: Student
) -> None:
    assert look(api, student, names("Bo Tarn,56,9:00,50")).json()["people"] == ["Bo Tarn"]
    assert look(api, student, names("ANSEL QUILL,56,9:00,50")).json()["people"] == []
    # Of clubs there are many names.
    clubs = b"Club name,Swing,Carry\n56,9:00,50\n60,9:00,40"
    assert look(api, student, clubs).json()["people"] == []
    header = "id,date,club,swing,carry_yd,student"
    for rows, said in (
        (("a,2026-05-01,56,9:00,50,Bo Tarn", "b,2026-05-01,56,9:00,51,Wren"), "names 2 players"),
        (("a,2026-05-01,56,9:00,50,Bo Tarn",), "names Bo Tarn"),
    ):
        content = "\n".join((header, *rows)).encode()
        for way in ("shots", "shots/check"):
            refused = api.upload(f"/students/{student.pk}/{way}", content)
            assert (refused.status_code, said in refused.json()["title"]) == (422, True), refused.content
    own = "\n".join((header, "a,2026-05-01,56,9:00,50,Ansel Quill")).encode()
    assert api.upload(f"/students/{student.pk}/shots/check", own).json()["new"] == 1
    assert Ball.objects.count() == 0


def test_rows_that_can_hardly_be_are_shown_and_left_out_unless_taken(api: Api, student: Student) -> None:
    text = b"Club,Swing,Carry,Total\n56,9:00,76,46\n56,9:00,48,50\n56,9:00,160,170\n"
    seen = look(api, student, text).json()
    assert [(q["line"], "below the carry" in q["reason"]) for q in seen["questions"]] == [
        (2, True),
        (4, False),
    ]
    assert (seen["rows"], seen["new"], seen["mapping"]["odd"]) == (1, 1, False)
    url = f"/students/{student.pk}/files/take"
    for take, stored in ((False, 1), (True, 3)):
        done = api.upload(url, text, mapping=json.dumps(seen["mapping"] | {"odd": take})).getvalue()
        assert b'"stored": true' in done
        assert Ball.objects.count() == stored
