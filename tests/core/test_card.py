"""The card: its ladder and grid, what is drawn against what is printed, and when it is thin."""

from __future__ import annotations

import io
from dataclasses import replace
from typing import Any

import pypdf
import pytest
from oxgang.core.errors import InputError
from oxgang.core.ground.card import (
    Card,
    CardCell,
    CardOptions,
    Order,
    by_yardage,
    checked_step,
    reached_by,
    thin,
)
from oxgang.core.ground.played import Play
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.files.card import PANEL, Form, Side, lay_card, write_card
from oxgang.files.lettering import ITALIC
from oxgang.files.marks import LEFT, MIDDLE, Sheet, Text, size_for
from oxgang.texts.language import Language
from oxgang.texts.messages import texts
from reportlab.pdfbase.pdfmetrics import stringWidth

SWINGS = ("8:00", "9:00", "10:00")


def cell(name: str, carry: float, **more: Any) -> CardCell:
    club, swing, *height = name.split()
    key = CellKey(club, swing, Trajectory(height[0]) if height else Trajectory.STOCK)
    key = replace(key, **{k: more.pop(k) for k in ("spin", "tempo") if k in more})
    usual = {"shot_sd_yd": 2.0, "balls": 6, "measured": True}
    return CardCell(key, carry, carry - 1.5, carry + 1.5, **(usual | more))


def card(*cells: CardCell, **more: Any) -> Card:
    known: dict[str, Any] = {
        "student": "Odile Brackenshaw",
        "academy": "W",
        "version": 3,
        "day": "2026-06-01",
        "note": "",
        "metres": False,
        "from_yd": 30,
        "to_yd": 70,
        "tolerance_yd": 2.5,
        "clubs": (("58", 58.0), ("54", 54.0), ("50", 50.0)),
        "positions": tuple((swing, f"cue {swing}") for swing in SWINGS),
        "arms": (60.0, 90.0, 120.0),
    }
    return Card(cells=cells, **(known | more))


USUAL = (
    cell("58 9:00", 41.0, run_yd=4.4),
    cell("54 9:00", 49.0, measured=False, balls=0),
    cell("50 9:00 low", 61.0, run_yd=4.4, run_balls=6),
    cell("54 10:00", 66.0, play=Play.WORK),
    cell("58 10:00", 55.0, play=Play.NEITHER),
)


def said(sheets: list[Sheet]) -> list[str]:
    return [mark.text for sheet in sheets for mark in sheet.marks if isinstance(mark, Text)]


def ladder(one: Card, form: Form = Form.POCKET) -> list[str]:
    return said(lay_card(one, form, [Side.YARDAGE], texts()))[2:]


def test_the_ladder_says_the_shot_once_and_none_where_nothing_reaches() -> None:
    lines = by_yardage(card(*USUAL))
    assert [line.yardage for line in lines] == list(range(30, 71, 5))
    assert [str(line.cell.key) if line.reached else "" for line in lines] == [
        "",
        "",
        "58 9:00",
        "",
        "54 9:00",
        "",
        "50 9:00 low",
        "",
        "",
    ]
    # The shots next to it, in order of carry, of those that are played.
    fifty = lines[4]
    assert fifty.shorter is not None
    assert fifty.longer is not None
    assert (fifty.shorter.carry_yd, fifty.longer.carry_yd, fifty.off_yd) == (41.0, 61.0, -1.0)
    text = ladder(card(*USUAL))
    # Rungs in a row that nothing comes near are one; the wider step has one shot on two rungs.
    assert text[:3] == ["30-35", "", "none"]
    assert text[6:9] == ["45", "41", "58 9:00 + 4"]
    assert "cue 9:00" in text
    wide = ladder(card(*USUAL, tolerance_yd=5.5))
    assert wide.count("same") == 2
    assert wide.count("58 9:00") == 1
    assert text[-1] == "italic: estimated; + 2: hit it 2 longer. none: no shot is close"


def test_the_choices_of_a_card_change_what_stands_on_it() -> None:
    usual = card(*USUAL)
    other = replace(usual, look=CardOptions(step=10, order=Order.LONG_FIRST, cues=False, run=True))
    assert [line.yardage for line in by_yardage(other)] == [70, 60, 50, 40, 30]
    # A step that is asked for by itself goes from short to long.
    assert [line.yardage for line in by_yardage(other, step=20)] == [30, 50, 70]
    text = ladder(other)
    assert not [t for t in text if t.startswith("cue")]
    # A run that was measured is a number; another is as doubtful as the ground is.
    assert [t for t in text if t.startswith("+")][:2] == ["+4", "+3-6"]
    # What the marks mean has as many lines as it needs.
    assert "+: usual run on medium turf" in text
    assert not [t for t in text if t.endswith("…")]
    assert not {"+4", "+3-6"} & set(ladder(usual))
    assert checked_step(2) == 2
    for wrong in (0, 3, 50):
        with pytest.raises(InputError, match="A card has a line every 1, 2, 5, 10"):
            checked_step(wrong)
    assert ladder(card(USUAL[4])) == ["No shots in use yet."]
    assert said(lay_card(card(USUAL[4]), Form.TAG, [Side.CLUB], texts()))[2:] == ["No shots in use yet."]


def test_the_grid_has_what_is_played_and_in_work_and_says_what_its_marks_mean() -> None:
    more = (
        cell("58 9:00", 38.0, spin=Spin.GRAB),
        cell("58 9:00", 36.0, tempo=Tempo.SLOWER),
        cell("58 9:00", 37.0, back_in=3.0),
        cell("54 9:00 high", 45.0),
    )
    text = said(lay_card(card(*USUAL, *more), Form.A4, [Side.CLUB], texts()))[2:]
    assert text[:2] == ["9:00", "10:00"]  # no column for a swing that nothing is played with
    rows = [t for t in text if not t.strip("( )").replace(".", "").isdigit()]
    assert [t.strip() for t in rows[2:-2]] == [
        "ball 3 back",
        "slower",
        "grab",
        "high",
        "50 low",
    ] or {t.strip() for t in rows[2:-2]} == {"ball 3 back", "slower", "grab", "high", "50 low"}
    assert "(66)" in text  # in work
    assert "55" not in text  # neither
    assert text[-2] == "italic: estimated; ( ): still learning"
    assert text[-1].startswith("launch \N{DEGREE SIGN} with the 54: low")
    marks = [m for s in lay_card(card(*USUAL), Form.A4, [Side.CLUB], texts()) for m in s.marks]
    (guess,) = [m for m in marks if isinstance(m, Text) and m.text == "49"]
    assert guess.font == ITALIC


@pytest.mark.parametrize("form", list(Form))
@pytest.mark.parametrize("language", list(Language))
def test_what_is_drawn_is_what_is_printed_and_nothing_leaves_the_paper(
    form: Form, language: Language
) -> None:
    """Outside check: the PDF read again by pypdf."""
    clubs = [f"approach wedge {i}" for i in range(14)]
    cells = [cell("58 9:00", 30.0 + 2.5 * i, back_in=2.0 * (i % 3), run_yd=9.0) for i in range(14)]
    cells = [replace(c, key=replace(c.key, club=club)) for c, club in zip(cells, clubs, strict=True)]
    one = card(
        *cells,
        student="Henrike Sandvoll-Achterberg of Lower Marrowdale",
        metres=language is Language.GERMAN,
        clubs=tuple((club, 60.0 - i) for i, club in enumerate(clubs)),
        look=CardOptions(step=2, run=True),
    )
    sheets = lay_card(one, form, list(Side), texts("yd", language))
    book = pypdf.PdfReader(io.BytesIO(write_card(one, form, list(Side), texts("yd", language))))
    assert len(book.pages) == len(sheets) == (2 if form is Form.POCKET else 3)
    for sheet, page in zip(sheets, book.pages, strict=True):
        box = page.mediabox
        assert (float(box.width), float(box.height)) == pytest.approx((sheet.width, sheet.height))
        printed = "".join(page.extract_text().split())
        for mark in sheet.marks:
            if not isinstance(mark, Text):
                continue
            assert "".join(mark.text.split()) in printed
            wide = stringWidth(mark.text, mark.font, mark.size)
            left = mark.x - (0 if mark.align == LEFT else wide / 2 if mark.align == MIDDLE else wide)
            assert -0.5 <= left <= left + wide <= sheet.width + 0.5, mark
            assert 0 <= mark.y <= sheet.height, mark
    assert sheets[0].width == PANEL[form][0] * (2 if form is Form.POCKET else 1)
    assert size_for("a", 10, 1000, 6) == 10
    assert size_for("a long name", 10, 1, 6) == 6


def test_a_version_from_before_shots_were_chosen_still_answers() -> None:
    """It had every cell, measured or not, and no arm angles."""
    old = card(
        cell("58 9:00", 41.0),
        cell("54 8:00", 40.0),
        cell("54 10:00", 60.0, measured=False),
        arms=(),
    )
    lines = {line.yardage: line for line in by_yardage(old)}
    assert str(lines[40].cell.key) == "54 8:00"  # less loft, the shorter swing
    assert lines[60].reached
    assert old.recipes == {}


def test_when_a_card_is_thin() -> None:
    def codes(*cells: CardCell, **more: Any) -> list[str]:
        return [s.code.value for s in thin(card(*cells, **more))]

    good = [cell(f"58 {s}", c) for s, c in zip(SWINGS, (33.0, 38.0, 43.0), strict=True)]
    assert codes(*good) == []
    assert reached_by(card(*good)) == pytest.approx(15 / 41)
    assert codes() == ["card-no-shot"]
    assert codes(replace(good[0], play=Play.WORK)) == ["card-no-shot"]
    assert codes(*good[:2], to_yd=60) == ["card-few-shots"]
    assert codes(*good, to_yd=100) == ["card-little-ground"]
    guessed = [replace(c, measured=False, balls=0) for c in good]
    assert codes(*guessed) == ["card-only-estimates"]
    assert codes(*good[:2], replace(good[2], balls=4)) == ["card-few-balls"]
    assert codes(*good[:2], replace(good[2], carry_hi_yd=50.0, carry_lo_yd=40.0)) == ["card-wide"]
    words = [texts("m").sentence(s) for s in thin(card(*good[:2], tolerance_yd=1.0))]
    assert words == [
        "Only 2 shots in use",
        "The shots in use cover only 15 % of the ground",
        "2 of 2 carries are uncertain (over ± 0.9 m)",
    ]
