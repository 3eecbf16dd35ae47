"""Files from anywhere are understood, or asked about: never guessed in silence."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st
from oxgang.cli.main import app
from oxgang.core.errors import FileError
from oxgang.core.words.swing import BUILT_IN, CLOCK
from oxgang.files import names
from oxgang.files.bag import write_bag
from oxgang.files.names import HEIGHTS, STRIKES, bare, find_club, find_swing
from oxgang.files.understand import understand
from typer.testing import CliRunner

from tests.core.layouts import LAYOUTS, NUMBERS, Layout, book


@pytest.mark.parametrize("layout", LAYOUTS.values(), ids=LAYOUTS)
def test_a_layout_gives_what_it_must(layout: Layout) -> None:
    found = understand(layout.data, layout.clubs, layout.scale.positions if layout.scale else ())
    names = ("club", "swing", "trajectory", "carry_yd", "total_yd")
    rows = [(r["club"], r["swing"], r["trajectory"], r["carry_yd"], r["total_yd"]) for r in found.rows]
    assert rows == [(*row[:2], row[2] or "stock", *row[3:]) for row in layout.rows], names
    assert found.kind == layout.kind
    assert [p.line for p in found.bad] == list(layout.bad)
    asked = [(q.about, tuple(q.values), q.proposal) for q in found.questions]
    assert asked == list(layout.questions)
    assert found.columns.items() >= layout.columns.items()
    for name, values in layout.more:
        assert [row[name] for row in found.rows] == values


@pytest.mark.parametrize(
    ("scale", "said", "means"),
    [
        ("clock", "9h 900 09:00 09:00:00 9.00 neun", "9:00"),
        ("clock", "7.5 7:30 730 7h30", "7:30"),
        ("fraction", "1/2 ½ 0.5 50% 50 halb Halbschwung", "half"),
        ("fraction", "2/3 66% 67% 0.67", "two-thirds"),
        ("body", "hip hüfthoch Hüfte", "hip"),
        ("zones", "2 zone2 Z2 2.Zone", "2"),
        ("one-swing", "L2L l-to-l 9-to-3", "L to L"),
        ("clock", "12 13 45 wibble 9-11 2026-09-01", ""),
        ("fraction", "9:00 hip 110% 5/4 0.9.1", ""),
    ],
)
def test_a_swing_is_one_by_its_words_alone(scale: str, said: str, means: str) -> None:
    positions = next(s.positions for s in BUILT_IN if s.key == scale)
    for name in said.split():
        found = find_swing(name, positions)
        assert (found.ours if found.certain else "") == means, name


@given(st.text(max_size=12))
def test_what_is_no_name_is_never_a_club_or_a_swing_for_certain(text: str) -> None:
    # Whatever is certain names itself: its letters and digits say which one it is.
    for scale in BUILT_IN:
        found = find_swing(text, scale.positions)
        assert not found.certain or find_swing(found.ours, scale.positions).ours == found.ours
    club = find_club(text, NUMBERS)
    assert not club.certain or any(ch.isalnum() for ch in text)


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"\x89PNG\r\n\x1a\n\x00\x00\x81\x8d\x8f" * 40, "not"),
        (book(Empty=[[]]), "empty"),
        (book(**{f"s{i}": [["x"], ["y"]] for i in range(400)}), "carry"),
        (b"name,colour\nred,blue\n", "no carry or total column"),
        (b'{"schema": "other"}', "no balls and no matrix"),
        (b"{", "no balls and no matrix"),
    ],
)
def test_what_holds_no_balls_is_refused_in_a_sentence(data: bytes, says: str) -> None:
    with pytest.raises(FileError, match=says):
        understand(data, NUMBERS, CLOCK.positions)


def test_the_command_prints_rows_and_questions(tmp_path: Path) -> None:
    bag, file = tmp_path / "bag.csv", tmp_path / "chart.csv"
    bag.write_text(write_bag(NUMBERS))
    file.write_text("club,9:00,wibble\n56,48,50\n52,x,1\nwhat,1,2\n,10:00,9:00\n56,58,48\n")
    done = CliRunner().invoke(app, ["read", str(file), "--bag", str(bag), "--scale", "clock"])
    assert done.exit_code == 0, done.output
    said = json.loads(done.stdout)
    assert said["kind"] == "chart"
    assert [(r["line"], r["club"], r["swing"], r["carry_yd"]) for r in said["rows"]][-2:] == [
        (6, "56", "10:00", 58.0),
        (6, "56", "9:00", 48.0),
    ]
    file.write_bytes(b"PK\x03\x04 no workbook")
    assert CliRunner().invoke(app, ["read", str(file), "--bag", str(bag)]).exit_code == 2


def test_the_page_of_formats_lists_every_name() -> None:
    page = bare((Path(__file__).parents[2] / "docs/formats.md").read_text(encoding="utf-8"))
    words = {word.strip() for cell in page.split("|") for part in cell.split(";") for word in part.split(",")}
    words |= {re.sub(r" \(.*", "", word) for word in words}
    listed = {*STRIKES, *HEIGHTS, *names.SHARES, *names.PARTS, *names.KIND_OF}
    assert listed - words == set()
