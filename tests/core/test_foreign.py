"""Foreign tables: days in any order, grades and rates told apart, names by values, odd layouts."""

from __future__ import annotations

import io
from datetime import date

import openpyxl
import pytest
from hypothesis import given
from hypothesis import strategies as st
from oxgang.core.words.bag import Club
from oxgang.core.words.swing import CLOCK
from oxgang.files.days import DayOrder, iso_of, orders_of
from oxgang.files.foreign import Table, read_any
from oxgang.files.mapping import ColumnMapping, day_orders, guess, read_mapped
from oxgang.files.shots import read_shots

CLUBS = (Club("60", 60), Club("SW", 56), Club("Gap 52", 52), Club("PW", 46))
SWINGS = tuple(p for p in CLOCK.positions if p.label in ("7:30", "9:00", "full"))


def read(text: str, **more: object) -> tuple[Table, dict[str, str], list[str], list[object]]:
    """The table, what each target is, the problems, and the balls with club and swing filled in."""
    table = read_any(text.encode())
    sources = guess(table, clubs=CLUBS, swings=SWINGS)
    order = next(iter(day_orders(table, sources)), DayOrder.DAY)
    mapping = ColumnMapping(sources, club="SW", swing="9:00", days=order)
    reading = read_mapped(table, mapping)
    meant = {target: source.column for target, source in sources.items()}
    return table, meant, [p.reason for p in reading.problems], [shot for _, shot in reading.rows]


@pytest.mark.parametrize(
    ("said", "order", "iso"),
    [
        ("26.11.2026", DayOrder.DAY, "2026-11-26"),
        ("26/11/26", DayOrder.DAY, "2026-11-26"),
        ("11/26/2026", DayOrder.MONTH, "2026-11-26"),
        ("11-26-2026 4:05 PM", DayOrder.MONTH, "2026-11-26T16:05:00"),
        ("2026/11/26 09:30", DayOrder.MONTH, "2026-11-26T09:30:00"),
        ("26 Nov 2026", DayOrder.MONTH, "2026-11-26"),
        ("Nov 26, 2026", DayOrder.DAY, "2026-11-26"),
        ("Thu 26 November 2026 12:00 AM", DayOrder.DAY, "2026-11-26T00:00:00"),
        ("26-Nov-26", DayOrder.DAY, "2026-11-26"),
        ("31.2.2026", DayOrder.DAY, None),
        ("26.11.202", DayOrder.DAY, None),
        ("Smarch 3 2026", DayOrder.DAY, None),
        ("12", DayOrder.DAY, None),
        ("", DayOrder.DAY, None),
    ],
)
def test_a_day_as_programs_write_it(said: str, order: DayOrder, iso: str | None) -> None:
    assert iso_of(said, order) == iso


@given(st.dates(date(2001, 1, 1), date(2098, 12, 31)), st.sampled_from(["%d.%m.%Y", "%m/%d/%Y"]))
def test_every_day_is_read_back_and_its_order_is_among_those_possible(day: date, form: str) -> None:
    said = day.strftime(form)
    order = DayOrder.DAY if form.startswith("%d") else DayOrder.MONTH
    assert iso_of(said, order) == day.isoformat()
    possible = orders_of([said])
    assert order in possible
    # It is certain just when the day is beyond the months.
    assert (len(possible) == 1) == (day.day > 12)


def test_one_late_day_makes_a_column_certain_and_iso_days_need_no_order() -> None:
    assert orders_of(["03.04.2026", "05.06.2026"]) == set(DayOrder)
    assert orders_of(["03.04.2026", "25.06.2026"]) == {DayOrder.DAY}
    assert orders_of(["04/25/2026", "03/04/2026"]) == {DayOrder.MONTH}
    assert orders_of(["2026-04-03", "3 Apr 2026"]) == set()
    assert orders_of(["13.13.2026"]) == set()


def test_spin_is_a_rate_by_its_values_and_a_grade_by_its_words() -> None:
    _, rate, problems, balls = read("Carry,Spin\n61,4210\n58,n/a\n60,5105\n")
    assert rate["spin_rpm"] == "Spin"
    assert "spin" not in rate
    assert problems == []
    assert [ball.spin_rpm for ball in balls] == [4210, None, 5105]  # type: ignore[attr-defined]
    _, grade, _, _ = read("Carry,Spin\n61,check\n58,release\n60,\n")
    assert grade["spin"] == "Spin"


def test_a_column_of_the_students_own_names_is_a_swing_or_a_club_whatever_it_is_called() -> None:
    text = "Remark,Gear,Carry\nfull,gap 52,81\n9:00,SW,60\n7:30,PW,44\nwarm-up,PW,30\n"
    _, meant, _, balls = read(text)
    assert (meant["swing"], meant["club"]) == ("Remark", "Gear")
    assert len(balls) == 4
    # Numbers are carries too: a column of them is no bag.
    _, meant, _, _ = read("A,Carry\n60,60\n60,61\n")
    assert "club" not in meant


@pytest.mark.parametrize(
    ("header", "units"),
    [
        ("Carry (m),Total,Offline,Apex", ["m", "m", "m", "m"]),
        ("Carry (m),Total (yd),Offline,Apex (ft)", ["m", "yd", "m", "ft"]),
        ("Carry,Total (m),Offline,Apex", ["m", "m", "m", "m"]),
        # What stands in feet says nothing of the others.
        ("Carry,Total,Offline,Apex (ft)", ["yd", "yd", "yd", "ft"]),
    ],
)
def test_a_length_without_a_unit_is_in_that_of_the_carries(header: str, units: list[str]) -> None:
    table = read_any(f"{header}\n44.2,46.0,1.2,12\n45.1,47.2,-0.8,13\n".encode())
    found = guess(table)
    lengths = ("carry_yd", "total_yd", "offline_yd", "apex_yd")
    assert [found[name].unit for name in lengths] == units


# Invented layouts, each as some program might write it.
LAYOUTS = {
    "units in a second header row": (
        "Date,Club,Carry Distance,Ball Speed,Launch\n,,[m],[km/h],[deg]\n"
        "26.11.2026,SW,55.2,92.1,31\n27.11.2026,SW,54.0,91.4,30.2\n",
        2,
        [],
        60.4,
    ),
    "averages at the foot": (
        "Shot,Club,Carry (yd)\n1,SW,60\n2,SW,62\nAverage,,61\nStd. Dev.,,1.4\n",
        2,
        ["sums up other rows, so it isn't a ball."] * 2,
        60.0,
    ),
    "decimal commas and semicolons": (
        "Datum (day);Club;Carry (m);Launch Angle\n26.11.2026;SW;55,2;31,5\n",
        1,
        [],
        60.4,
    ),
    "nothing where nothing was measured": (
        "Club,Carry,Total,Spin Rate\nSW,60,--,N/A\nPW,-,n/a,null\n",
        1,
        ["is empty, and so are total_yd and launch_deg."],
        60.0,
    ),
    "a title, blank columns, a player called Max": (
        "Report of a session"
        + "," * 40
        + "\nPlayer,Club,Carry"
        + "," * 2000
        + "\nMax,SW,60"
        + "," * 2000
        + "\nMax,SW,61"
        + "," * 2000
        + "\n",
        2,
        [],
        60.0,
    ),
}


@pytest.mark.parametrize("name", LAYOUTS)
def test_odd_layouts_are_read_whole(name: str) -> None:
    text, balls, problems, first = LAYOUTS[name]
    table, _, said, found = read(text)
    assert said == problems
    assert len(found) == balls
    assert found[0].carry_yd == pytest.approx(first, abs=0.05)  # type: ignore[attr-defined]
    assert len(table.columns) < 60


def workbook(sheets: dict[str, list[list[object]]]) -> bytes:
    book = openpyxl.Workbook()
    book.remove(book.worksheets[0])
    for title, rows in sheets.items():
        sheet = book.create_sheet(title)
        for row in rows:
            sheet.append(row)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def test_a_workbook_with_a_club_on_each_sheet_is_one_table() -> None:
    head: list[object] = ["Swing", "Carry"]
    sheets: dict[str, list[list[object]]] = {
        "SW": [head, ["9:00", 55], ["full", 80.5]],
        "Gap 52": [["my list"], head, ["9:00", 63], ["7:30", "far"]],
        "Summary": [["Club", "Mean", "Balls"], ["SW", 67.75, 2]],
        "Empty": [],
    }
    table = read_any(workbook(sheets))
    sources = guess(table, clubs=CLUBS, swings=SWINGS)
    assert {target: source.column for target, source in sources.items()} == {
        "club": "sheet",
        "swing": "Swing",
        "carry_yd": "Carry",
    }
    reading = read_mapped(table, ColumnMapping(sources))
    assert [(s.cell.club, s.cell.swing, s.carry_yd) for s in reading.records] == [
        ("SW", "9:00", 55.0),
        ("SW", "full", 80.5),
        ("Gap 52", "9:00", 63.0),
    ]
    assert [p.reason for p in reading.problems] == [
        'the sheet "Summary" has other columns than the first, and is not read.',
        'sheet "Gap 52", line 4: "far" is not a number.',
    ]
    # One table alone is as it always was, whatever its sheet is called.
    alone = read_any(workbook({"SW": sheets["SW"], "Empty": []}))
    assert alone.columns == head


def test_each_text_of_a_column_is_read_once_and_each_bad_row_is_told_singly() -> None:
    """Good rows between bad ones keep what is theirs, and each bad one says why."""
    good = [f"{club};9:00;{40 + i % 9},5;row {i}" for i in range(60) for club in ("SW", "PW")]
    bad = ["SW;9:00;far;x", ";9:00;50;x", f"SW;{'long' * 9};50;x", "SW;9:00;;x", "SW;9:00;9000;x"]
    rows = [row for i, row in enumerate(good) for row in (*bad[i : i + 1], row)]
    _, _, problems, balls = read("\n".join(["club;swing;carry_yd;remark", *rows]))
    assert len(balls) == len(good) + 1  # without a club the one that stands for all is taken
    assert [p[:30] for p in problems] == [
        '"far" is not a number.',
        "is longer than 24 characters.",
        "is empty, and so are total_yd ",
        "A carry of 9000 yd is outside ",
    ]
    assert [shot.extra["remark"] for shot in balls] == [  # type: ignore[attr-defined]
        row.split(";")[3] for row in rows if row not in bad or row == bad[1]
    ]


def test_lines_are_those_of_the_file_when_cells_have_line_breaks_in_them() -> None:
    text = 'club,swing,carry_yd,note\n56,9:00,60,"one\ntwo"\n\n56,9:00,far,"a\r\nb"\n56,9:00,x,\n'
    reading = read_shots(text.encode())
    assert [(p.line, p.column) for p in reading.problems] == [(5, "carry_yd"), (7, "carry_yd")]
    assert reading.records[0].extra == {"note": "one\ntwo"}


def test_a_value_in_another_unit_is_read_only_where_the_first_is_empty() -> None:
    head = "club,swing,carry_yd,carry_m\n"
    reading = read_shots((head + "56,9:00,60,far\n56,9:00,,50\n56,9:00,,far\n").encode())
    assert [shot.carry_yd for shot in reading.records] == pytest.approx([60, 50 / 0.9144])
    assert [(p.line, p.column) for p in reading.problems] == [(4, "carry_m")]
