"""Invented layouts of files as coaches and devices write them, and what each must come out as.

A row is (club, swing, trajectory, carry, total); "" is stock. The bag is 60, 56, 52 and 47 degrees
unless the layout says otherwise.
"""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

import openpyxl
from oxgang.core.words.bag import Club
from oxgang.core.words.swing import BODY, CLOCK, FRACTION, ZONES, Scale

NUMBERS = (Club("60", 60), Club("56", 56), Club("52", 52), Club("47", 47))
NAMES = (Club("LW", 60), Club("SW", 56), Club("GW", 51), Club("PW", 46))
Row = tuple[str, str, str, float | None, float | None]


@dataclass(frozen=True)
class Layout:
    """A file, and what must be understood of it."""

    data: bytes
    rows: Sequence[Row]
    kind: str = "balls"
    bad: Sequence[int] = ()
    questions: Sequence[tuple[str, tuple[str, ...], str | None]] = ()
    clubs: Sequence[Club] = NUMBERS
    scale: Scale | None = CLOCK
    columns: dict[str, str] = field(default_factory=dict)
    more: Sequence[tuple[str, object]] = ()


def book(**sheets: Any) -> bytes:
    return merged({}, **sheets)


def merged(ranges: dict[str, list[str]], **sheets: Any) -> bytes:
    made = openpyxl.Workbook()
    made.remove(made.active)  # type: ignore[arg-type]
    for title, rows in sheets.items():
        sheet = made.create_sheet(title.replace("_", " "))
        for row in rows:
            sheet.append(row)
        for ref in ranges.get(title, []):
            sheet.merge_cells(ref)
    out = io.BytesIO()
    made.save(out)
    return out.getvalue()


def stock(*values: tuple[str, str, float]) -> list[Row]:
    return [(club, swing, "", carry, None) for club, swing, carry in values]


GERMAN = (
    "Datum;Schläger;Schwung;Flugweite (m);Gesamtweite (m);Seite;Treffer;Abflugwinkel;"
    "Ballgeschwindigkeit (km/h)\n"
    "26.11.2026;SW;halb;45,5;48,0;L 3,2;gut;31,5;80,2\n"
    "26.11.2026;GW;dreiviertel;64,0;70,5;2,1 R;fett;29,0;97,0\n"
)
GERMAN_ROWS: list[Row] = [("SW", "half", "", 49.76, 52.49), ("GW", "three-quarter", "", 69.99, 77.1)]
CHART = "Club,8:00,9:00,10:00\n60,31,42,52\n56,36,48,\n52,42,55,68\n"
CHART_ROWS = stock(
    ("60", "8:00", 31), ("60", "9:00", 42), ("60", "10:00", 52), ("56", "8:00", 36), ("56", "9:00", 48),
    ("52", "8:00", 42), ("52", "9:00", 55), ("52", "10:00", 68),
)  # fmt: skip
TWO = stock(("56", "9:00", 48), ("52", "9:00", 55))

LOW: list[Row] = [("56", "9:00", "low", 52, None), ("56", "10:00", "low", 62, None)]

LAYOUTS: dict[str, Layout] = {
    "a chart, clubs down": Layout(
        CHART.encode(), CHART_ROWS, "chart", columns={"Club": "club", "9:00": "swing"},
    ),
    "a chart, swings down": Layout(
        b"Swing;60;56;52\n8:00;31;36;42\n9:00;42;48;55\n",
        stock(("60", "8:00", 31), ("56", "8:00", 36), ("52", "8:00", 42),
              ("60", "9:00", 42), ("56", "9:00", 48), ("52", "9:00", 55)),
        "chart",
    ),
    "a chart with marks and o'clock": Layout(
        b"Carry,9 o'clock,10 o'clock\n56*,48,58\nGap wedge,55,66\n",
        stock(("56", "9:00", 48), ("56", "10:00", 58), ("52", "9:00", 55), ("52", "10:00", 66)),
        "chart",
    ),
    "a chart in metres with a title": Layout(
        b"Carry in metres,,\n,9:00,10:00\nSW,44,53\n",
        stock(("56", "9:00", 48.12), ("56", "10:00", 57.96)),
        "chart",
    ),
    "a chart with a table for each height": Layout(
        b"Low,,\nClub,9:00,10:00\n56,52,62\n\nStock,,\nClub,9:00,10:00\n56,48,58\n\nHigh,,\nClub,9:00,10:00\n56,40,49\n",
        [*LOW, *stock(("56", "9:00", 48), ("56", "10:00", 58)),
         ("56", "9:00", "high", 40, None), ("56", "10:00", "high", 49, None)],
        "chart",
    ),
    "a chart with a sheet for each height": Layout(
        book(Low=[["", "9:00", "10:00"], ["56", 52, 62]], Stock=[["", "9:00", "10:00"], ["56", 48, 58]]),
        [*LOW, *stock(("56", "9:00", 48), ("56", "10:00", 58))],
        "chart",
    ),
    "a chart with heights above the swings": Layout(
        merged({"Chart": ["B1:C1", "D1:E1"]}, Chart=[["", "low", None, "high", None],
               ["club", "9:00", "10:00", "9:00", "10:00"], ["56", 52, 62, 40, 49]]),
        [*LOW, ("56", "9:00", "high", 40, None), ("56", "10:00", "high", 49, None)],
        "chart",
    ),
    "a chart of fractions, written as such": Layout(
        b"Wedge\t1/2\t3/4\tfull\nSand wedge\t45\t62\t80\nAverage\t45\t62\t80\n",
        stock(("SW", "half", 45), ("SW", "three-quarter", 62), ("SW", "full", 80)),
        "chart", bad=[3], clubs=NAMES, scale=FRACTION,
    ),
    "a chart of zones in digits": Layout(
        b"club,1,2,3\n56,30,50,70\n",
        stock(("56", "1", 30), ("56", "2", 50), ("56", "3", 70)),
        "chart", scale=ZONES,
    ),
    "a chart whose swings are of another scale": Layout(
        b"club,9:00,half,10:00,wibble\n56,48,44,58,61\n",
        stock(("56", "9:00", 48), ("56", "10:00", 58)),
        "chart", questions=[("swing", ("wibble",), None), ("swing", ("half",), "9:00")],
    ),
    "a chart with two numbers in a box, and a range": Layout(
        b"club,9:00,10:00\n56,52/54,50-54\n52,~55,66 yd\n7 iron,90,99\n",
        stock(("56", "10:00", 52), ("52", "9:00", 55), ("52", "10:00", 66)),
        "chart", bad=[2], questions=[("club", ("7 iron",), None)],
    ),
    "a chart of totals": Layout(
        b"Total distance,,\nclub,9:00,10:00\n56,52,63\n",
        [("56", "9:00", "", None, 52), ("56", "10:00", "", None, 63)],
        "chart",
    ),
    "German, UTF-8 with decimal commas": Layout(
        GERMAN.encode(), GERMAN_ROWS, clubs=NAMES, scale=FRACTION,
        columns={"Datum": "date", "Treffer": "strike", "Seite": "offline_yd", "Schwung": "swing"},
        # 3.2 and 2.1 metres, as the carries are.
        more=[("strike", ["solid", "fat"]), ("offline_yd", [-3.5, 2.3]), ("date", ["2026-11-26"] * 2)],
    ),
    "German, Windows-1252": Layout(GERMAN.encode("cp1252"), GERMAN_ROWS, clubs=NAMES, scale=FRACTION),
    "German, UTF-16": Layout(GERMAN.encode("utf-16"), GERMAN_ROWS, clubs=NAMES, scale=FRACTION),
    "UTF-8 with a mark": Layout(b"\xef\xbb\xbf" + CHART.encode(), CHART_ROWS, "chart"),
    "a units row under the header": Layout(
        b"Club,Swing,Carry,Ball Speed,Launch\n,,[m],[km/h],[deg]\n56,9:00,44,80,31\n52,9h,50.3,88,30\n",
        stock(("56", "9:00", 48.12), ("52", "9:00", 55.01)),
    ),
    "two header rows": Layout(
        b"Set-up,,Ball,\nClub,Swing,Carry,Speed\n56,900,48,52\n52,9:00,55,57\n", TWO,
    ),
    "a footer": Layout(
        b"Club,Swing,Carry\n56,9:00,48\n52,9:00,55\nAverage,,51.5\nMade on the range\n", TWO, bad=[4, 5],
    ),
    "a sheet for each club": Layout(
        book(**{"56°": [["Swing", "Carry", "Strike"], ["9:00", 48, "good"]],
                "Gap wedge": [["Swing", "Carry", "Strike"], ["9:00", 55, "heavy"]]}),
        TWO, more=[("strike", ["solid", "fat"])],
    ),
    "merged cells name the club": Layout(
        merged({"Balls": ["A2:A3"]},
               Balls=[["Club", "Swing", "Carry"], ["56", "9:00", 48], [None, "9:00", 49],
                      ["52", "9:00", 55]]),
        stock(("56", "9:00", 48), ("56", "9:00", 49), ("52", "9:00", 55)),
    ),
    "groups under their club, as CSV": Layout(
        b"Club,Swing,Carry\n56,9:00,48\n,9:00,49\n,10:00,58\n52,9:00,55\n",
        stock(("56", "9:00", 48), ("56", "9:00", 49), ("56", "10:00", 58), ("52", "9:00", 55)),
    ),
    "everyday words": Layout(
        b"Club,Swing,dist\nGap wedge,3/4,62\nSW,half,45\n",
        stock(("GW", "three-quarter", 62), ("SW", "half", 45)), clubs=NAMES, scale=FRACTION,
        columns={"dist": "carry_yd"},
    ),
    "hands to the hip": Layout(
        b"Club,Position,Carry\n56,hip high,40\n56,hands to chest,61\n56,waist,50\n",
        stock(("56", "hip", 40), ("56", "chest", 61)), scale=BODY, questions=[("swing", ("waist",), None)],
    ),
    "sides before and after": Layout(
        b"Club,Swing,Carry,Offline\n56,9:00,48,L 3.2\n52,9:00,55,3.1 R\n", TWO,
        more=[("offline_yd", [-3.2, 3.1])],
    ),
    "strikes in words of their own": Layout(
        b"Club,Swing,Carry,Contact\n56,9:00,48,wobbly\n52,9:00,55,thin\n", TWO,
        more=[("strike", [None, "thin"])], questions=[("strike", ("wobbly",), None)],
    ),
    "total far below carry": Layout(
        b"Club,Swing,Carry,Total\n56,9:00,76,46\n56,9:00,48,50\n", [("56", "9:00", "", 48, 50)], bad=[2],
    ),
    "a carry that no such ball speed flies": Layout(
        b"Club,Swing,Carry,Ball speed (mph)\n56,9:00,95,35\n56,9:00,48,55\n52,9:00,55,58\n", TWO, bad=[2],
    ),
    "no swing column": Layout(
        b"Club,Carry\n56,48\n52,55\n", [], questions=[("swing", (), None)],
    ),
    "lofts with their bounce": Layout(
        b"Wedge,Swing,Carry\n56.10,9:00,48\nM52-08,9 o'clock,55\n", TWO,
    ),
    "dates of which day and month are not certain": Layout(
        b"Date,Club,Swing,Carry\n3/4/2026,56,9:00,48\n5/6/2026,52,9:00,55\n", TWO,
        more=[("date", [None, None])], questions=[("date", (), None)],
    ),
    "the strike under another name": Layout(
        b"CLUB,SWING,CARRY (YDS),RESULT\n56,9:00,48,Solid\n52,9:00,55,Fat\n", TWO,
        more=[("strike", ["solid", "fat"])], columns={"RESULT": "strike"},
    ),
    "a distance that may be a total": Layout(
        b"Club,Swing,Laser\n56,9:00,52\n", [], questions=[("carry_yd", ("Laser",), None)],
    ),
    "a distance beside the carry": Layout(
        b"Club,Swing,Distance,Carry\n56,9:00,50,48\n", TWO[:1], columns={"Distance": "note"},
    ),
    "heights in German": Layout(
        "Schläger;Schwung;Flughöhe;Max. Höhe (m);Weite\n56;9 Uhr;flach;9;52\n"
        "56;9 Uhr;normal;12;48\n".encode(),
        [LOW[0], TWO[0]], columns={"Flughöhe": "trajectory", "Max. Höhe (m)": "apex_yd"},
    ),
    "heights in words, a time that is no date, a minus of its own": Layout(
        "Club,Swing,Carry,Height,Hang Time,Side\n56,9:00,52,low,3.2,\u22122\n56,9:00,48,,3.4,1\n".encode(),
        [LOW[0], TWO[0]], columns={"Height": "trajectory", "Hang Time": "note"},
        more=[("offline_yd", [-2, 1])],
    ),
    "a ball's position is no swing": Layout(
        b"Club,Ball Position,Carry\n56,3,48\n56,1,49\n", [], scale=ZONES, questions=[("swing", (), None)],
        columns={"Ball Position": "note"},
    ),
    "the month first": Layout(
        b"Date,Club,Swing,Carry\n11/26/2026,56,9:00,48\n11/5/2026,52,9:00,55\n", TWO,
        more=[("date", ["2026-11-26", "2026-11-05"])],
    ),
    "a row without its swing": Layout(b"Club,Swing,Carry\n56,,51\n56,9:00,48\n", TWO[:1], bad=[2]),
    "pipes, and lofts for clubs": Layout(b"Loft|Swing|Carry\n56|9:00|48\n52|9:00|55\n", TWO),
    "heights in the rows": Layout(
        b"Club,Height,9:00,10:00\n56,low,52,62\n,stock,48,58\n",
        [*LOW, *stock(("56", "9:00", 48), ("56", "10:00", 58))], "chart", columns={"Height": "trajectory"},
    ),
    "a sheet for each club, heights across": Layout(
        book(**{"56": [["", "low", "stock"], ["9:00", 52, 48], ["10:00", 62, 58]], "about": [["x"], ["y"]]}),
        [LOW[0], TWO[0], LOW[1], *stock(("56", "10:00", 58))], "chart",
    ),
    "two tables side by side, the clubs in another order": Layout(
        b"Low,,,High,,\nClub,9:00,10:00,Club,9:00,10:00\n56,52,62,60,35,43\n60,46,55,56,40,49\n",
        [*LOW, ("60", "9:00", "high", 35, None), ("60", "10:00", "high", 43, None),
         ("60", "9:00", "low", 46, None), ("60", "10:00", "low", 55, None),
         ("56", "9:00", "high", 40, None), ("56", "10:00", "high", 49, None)],
        "chart",
    ),
    "titles that say nothing of the numbers": Layout(
        b"High Field Golf Club,,\nM. Okafor,,\nTotal balls: 40,,\nClub,9:00,10:00\n56,48,58\n",
        stock(("56", "9:00", 48), ("56", "10:00", 58)), "chart",
    ),
    "a height for one table alone": Layout(
        b"Low,,\nClub,9:00,10:00\n56,52,62\nThe others,,\nClub,9:00,10:00\n56,48,58\n",
        [*LOW, *stock(("56", "9:00", 48), ("56", "10:00", 58))], "chart",
    ),
    "two tables that nothing tells apart": Layout(
        b"Mat,,\nClub,9:00,10:00\n56,48,58\nGrass,,\nClub,9:00,10:00\n56,46,58\n",
        stock(("56", "10:00", 58), ("56", "10:00", 58)), "chart", bad=[3, 6],
    ),
    "a matrix of ours": Layout(
        b"club,swing,trajectory,carry_yd,basis\n56,9:00,stock,48,measured\n56,9:00,high,40,estimated\n52,9:00,stock,55,reported\n",
        TWO, "chart", bad=[3],
    ),
    "without a scale: that of its words": Layout(
        b"club,hip,chest,shoulder\n56,40,61,70\n",
        stock(("56", "hip", 40), ("56", "chest", 61), ("56", "shoulder", 70)), "chart", scale=None,
    ),
}  # fmt: skip
