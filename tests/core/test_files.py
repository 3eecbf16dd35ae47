"""The open formats: round trips, other people's dialects, bad rows by line and column."""

import csv
import io
import json
import re
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, date, datetime
from pathlib import Path

import openpyxl
import pytest
from hypothesis import given
from hypothesis import strategies as st
from oxgang.cli.main import app
from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.errors import FileError, InputError
from oxgang.core.words.bag import Club
from oxgang.core.words.measurements import MEASURED
from oxgang.core.words.shots import BallType, CellKey, Lie, Shot, Spin, Strike, Tempo, Trajectory
from oxgang.core.words.swing import CLOCK
from oxgang.files.bag import read_bag, write_bag
from oxgang.files.chart import read_chart
from oxgang.files.export import write_json, write_matrix_json, write_matrix_workbook, write_workbook
from oxgang.files.foreign import read_any, sheets_of
from oxgang.files.lettering import BOLD, REGULAR, fitted
from oxgang.files.matrix import read_matrix, write_matrix
from oxgang.files.scale import read_scale
from oxgang.files.shots import read_shots, write_shots
from oxgang.files.tables import as_text, cell_text, write_table
from reportlab.pdfbase.pdfmetrics import stringWidth
from typer.testing import CliRunner

text = (
    st.text(st.characters(codec="utf-8", exclude_categories=("Cc", "Cs")), min_size=1, max_size=12)
    .map(str.strip)
    .filter(bool)
)
numbers = {
    name: st.none() | st.floats(1, 14).map(lambda v: round(v, 3)) for name in MEASURED if name != "carry_yd"
}
shots = st.builds(
    Shot,
    cell=st.builds(
        CellKey,
        text,
        text,
        st.sampled_from(Trajectory),
        st.sampled_from(Spin),
        st.sampled_from(Tempo),
    ),
    hit_on=st.just(date(2026, 5, 31)),
    hit_at=st.none() | st.just(datetime(2026, 5, 31, 9, 15, 2, tzinfo=UTC)),
    carry_yd=st.floats(1, 150),
    strike=st.sampled_from(Strike),
    ball=st.sampled_from(BallType),
    lie=st.sampled_from(Lie),
    student=st.just("") | text,
    excluded=st.just("") | text,
    extra=st.dictionaries(st.sampled_from(["weather", "coach"]), text),
    **numbers,
)

clubs = st.builds(
    Club,
    st.text("abcdefgGWS 0123456789°*.()", min_size=1, max_size=12)
    .map(lambda t: " ".join(t.split()))
    .filter(bool),
    st.integers(440, 640).map(lambda tenths: tenths / 10),
    st.none() | st.integers(0, 28).map(lambda halves: halves / 2),
    st.just("") | text,
)
cells = st.builds(
    Cell,
    key=st.builds(
        CellKey,
        st.sampled_from(["56", "60"]),
        st.sampled_from([position.label for position in CLOCK.positions]),
        st.sampled_from(Trajectory),
        st.sampled_from(Spin),
        st.sampled_from(Tempo),
    ),
    carry_yd=st.floats(10, 130),
    carry_lo_yd=st.just(9.0),
    carry_hi_yd=st.just(131.0),
    shot_sd_yd=st.floats(1, 9),
    balls=st.integers(0, 40),
    mishits=st.just(0),
    basis=st.sampled_from(Basis),
    last_measured=st.none() | st.just(date(2026, 5, 31)),
    back_in=st.sampled_from([0.0, 0.0, 2.0]),
    down_in=st.sampled_from([0.0, 0.0, 1.0]),
)


def write_book(given_cells: list[Cell]) -> bytes:
    return write_matrix_workbook(given_cells, [], [])


@given(st.lists(shots, max_size=6))
def test_shots_survive_a_round_trip(given_shots: list[Shot]) -> None:
    given_shots = [replace(shot, id=f"ball-{i}") for i, shot in enumerate(given_shots)]
    reading = read_shots(write_shots(given_shots).encode())
    assert not reading.problems
    assert reading.records == given_shots


@pytest.mark.parametrize("write", [write_workbook, write_json])
@given(given_shots=st.lists(shots, min_size=1, max_size=4))
def test_shots_survive_a_workbook_and_json(
    write: Callable[[list[Shot]], bytes | str], given_shots: list[Shot]
) -> None:
    # A workbook has ten digits of a number.
    given_shots = [
        replace(shot, id=f"ball-{i}", carry_yd=round(shot.carry_yd or 1.0, 3))
        for i, shot in enumerate(given_shots)
    ]
    written = write(given_shots)
    table = read_any(written.encode() if isinstance(written, str) else written)
    again = read_shots(write_table(table.columns, [cells for _, cells in table.rows]).encode())
    assert not again.problems
    assert again.records == given_shots


@given(st.lists(clubs, unique_by=lambda club: club.label.casefold(), max_size=6))
def test_a_bag_survives_a_round_trip(bag: list[Club]) -> None:
    assert read_bag(write_bag(bag).encode()).records == bag


@pytest.mark.parametrize("write", [write_matrix, write_matrix_json, write_book])
@given(st.lists(cells, min_size=1, max_size=6, unique_by=lambda cell: cell.name))
def test_a_matrix_survives_a_round_trip_and_its_estimates_stay_estimates(
    write: Callable[[list[Cell]], bytes | str], given_cells: list[Cell]
) -> None:
    """A matrix of ours read as a chart: what balls or a chart gave, to a hundredth of a yard."""
    written = write(given_cells)
    data = written.encode() if isinstance(written, str) else written
    chart = read_chart(sheets_of(data), [Club("56", 56.0), Club("60", 60.0)], CLOCK.positions)
    assert chart is not None
    told = {
        (c.key.club, c.key.swing, c.key.trajectory): round(c.carry_yd, 2)
        for c in given_cells
        if c.basis is not Basis.ESTIMATED and c.key.usual and not c.adjusted
    }
    assert {(b.club.ours, b.swing.ours, b.trajectory): b.distance_yd for b in chart.boxes} == told
    if write is write_matrix:
        rows = read_matrix(data).records
        assert [(r.key, r.basis, r.balls, r.last_measured, r.back_in, r.down_in) for r in rows] == [
            (c.key, c.basis, c.balls, c.last_measured, c.back_in, c.down_in) for c in given_cells
        ]


@pytest.mark.parametrize(
    "data",
    [
        b"club,swing,carry_yd\n56,9:00,60.5\n",
        b"\xef\xbb\xbfclub,swing,carry_yd\r\n56,9:00,60.5\r\n",
        b"club;swing;carry_yd\n56;9:00;60,5\n",
        b"club\tswing\tcarry_yd\n56\t9:00\t60,5\n",
        b'club,swing,carry_yd\n56,9:00,"60,5"\n',
        b"\n  \nClub , Swing,carry_m\n56,9:00,55.3212\n",
        "club,swing,carry_yd\n56,9:00,60.5\n".encode("utf-16"),
        b"swing,club,total_yd,carry_yd\n9:00,56,70,60.5\n",
    ],
)
def test_dialects_people_send(data: bytes) -> None:
    (shot,) = read_shots(data).records
    assert (shot.cell.club, shot.cell.swing) == ("56", "9:00")
    assert shot.carry_yd == pytest.approx(60.5)


def test_bad_rows_are_named_by_line_column_and_reason() -> None:
    data = (
        "club,swing,carry_yd,strike,date,id\n"
        "56,9:00,sixty,,,a\n"
        '56,"9:00\n",61,,,b\n'
        ",9:00,61,,,c\n"
        "56,9:00,-4,,,d\n"
        "56,9:00,61,lovely,,e\n"
        "56,9:00,61,fat,31.05.2026,f\n"
        "56,9:00,61,fat,2026-05-31,b\n"
        "56,9:00,,,,g\n"
        "56,9:00,61,,,h,i,j\n"
        "56,9:00,inf,,,k\n"
        "56,9:00,61,thin,2026-05-31,l\n"
    )
    reading = read_shots(data.encode())
    assert [(p.line, p.column) for p in reading.problems] == [
        (2, "carry_yd"),
        (5, "club"),
        (6, "carry_yd"),
        (7, "strike"),
        (8, "date"),
        (9, "id"),
        (10, "carry_yd"),
        (11, ""),
        (12, "carry_yd"),
    ]
    assert [line for line, _ in reading.rows] == [3, 13]


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "empty"),
        (b"club,swing\n56,9:00\n", "carry_yd or carry_m or total_yd"),
        (b"club,swing,carry_yd\n\x89PNG\x81\x8d\x8f\x90\x9d\x81\n", "Line 2 is not UTF-8"),
        (b"club,swing,carry_yd,club\n", "two columns"),
        (b"PK\x03\x04\x00\x00", "not a text file"),
    ],
)
def test_files_that_cannot_be_read_say_why(data: bytes, words: str) -> None:
    with pytest.raises(FileError, match=words):
        read_shots(data)


def test_bag_and_scale_files() -> None:
    clubs = [Club("56", 56, 10, "bent, was 55"), Club("Ä; 52", 52.5)]
    assert read_bag(write_bag(clubs).encode()).records == clubs
    twice = read_bag(b"club,loft_deg\n56,56\n56,54\n52,5\n")
    assert [(p.line, p.column) for p in twice.problems] == [(4, "loft_deg"), (3, "club")]
    scale = read_scale(b"position,order,arm_deg,cue\nlong,2,120,\nshort,1,60,low hands\n", name="s")
    assert [p.label for p in scale.positions] == ["short", "long"]
    with pytest.raises(InputError, match="at least one"):
        read_scale(b"position,arm_deg\n", name="s")


BAG = "club,loft_deg,bounce_deg,note\n60,60,8,\n56,56,10,\n"
SHOTS = "club,swing,carry_yd,strike,date\n" + "".join(
    f"{club},{swing},{carry},{strike},2026-05-{day:02d}\n"
    for club, swing, carry, strike, day in [
        ("56", "10:00", 77, "solid", 2),
        ("56", "9:00", 60, "solid", 1),
        ("56", "9:00", 62, "solid", 3),
        ("56", "9:00", 41, "fat", 4),
        ("60", "9:00", 52, "solid", 2),
    ]
)


def run(*arguments: object) -> tuple[int, str, str]:
    result = CliRunner().invoke(app, [str(a) for a in arguments])
    return result.exit_code, result.stdout, result.stderr


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    (tmp_path / "bag.csv").write_text(BAG)
    (tmp_path / "shots.csv").write_text(SHOTS)
    return tmp_path


def test_letters_are_cut_where_the_paper_ends() -> None:
    cue = "Lead arm level with the ground"
    for width in range(20, 160, 7):
        cut = fitted(cue, REGULAR, 8, width)
        assert stringWidth(cut, REGULAR, 8) <= width
        assert cue.startswith(cut.rstrip("…"))
    assert fitted(cue, REGULAR, 8, 200) == cue
    assert fitted(cue, REGULAR, 8, 70) == "Lead arm level…"
    assert fitted("Sandvoll-Achterberg", BOLD, 8, 50)[-1] == "…"  # one long word is cut inside


def test_matrix_and_gaps_commands(folder: Path) -> None:
    out = folder / "matrix.csv"
    code, _, _ = run("matrix", folder / "shots.csv", "--bag", folder / "bag.csv", "-o", out)
    assert code == 0
    rows = list(csv.DictReader(io.StringIO(out.read_text())))
    # Every club by every swing of the scale seen in the shots by three heights (formats.md).
    assert len(rows) == 2 * len(CLOCK.positions) * 3
    assert [r["trajectory"] for r in rows[:3]] == ["low", "stock", "high"]
    measured = {(r["club"], r["swing"]): r for r in rows if r["basis"] == "measured"}
    assert set(measured) == {("56", "9:00"), ("56", "10:00"), ("60", "9:00")}
    own = measured["56", "9:00"]
    assert (own["balls"], own["last_measured"]) == ("2", "2026-05-03")
    for row in rows:
        assert float(row["carry_lo_yd"]) < float(row["carry_yd"]) < float(row["carry_hi_yd"])
    # A scale of the file's own needs no name: its arm angles are guessed from the carries.
    odd = folder / "odd.csv"
    odd.write_text("club,swing,carry_yd\n56,mine,80\n56,little mine,40\n")
    code, text, _ = run("matrix", odd, "--bag", folder / "bag.csv", "--as-of", "2026-06-01")
    assert code == 0
    assert {r["swing"] for r in csv.DictReader(io.StringIO(text))} == {"mine", "little mine"}


def test_gaps_command_on_the_format_of_the_page(folder: Path) -> None:
    out = folder / "matrix.csv"
    out.write_text(
        "club,swing,carry_yd,basis\n56,9:00,61,measured\n56,10:00,77,measured\n60,9:00,52.5,estimated\n"
    )
    code, stdout, _ = run("gaps", out, "--from", 50, "--to", 80)
    found = json.loads(stdout)
    assert code == 0
    assert found["gaps"] == [
        {"from_yd": 56, "to_yd": 58},
        {"from_yd": 64, "to_yd": 74},
        {"from_yd": 80, "to_yd": 80},
    ]
    assert found["coverage"]["all"] == pytest.approx(16 / 31)
    assert found["coverage"]["measured"] == pytest.approx(10 / 31)


def test_unusable_input_is_status_2_with_a_sentence_for_each_problem(folder: Path) -> None:
    (folder / "bad.csv").write_text(SHOTS + "56,9:00,xx,,\n58,9:00,60,,\n")
    code, _, err = run("matrix", folder / "bad.csv", "--bag", folder / "bag.csv")
    assert code == 2
    assert "bad.csv, line 7, column carry_yd" in err
    (folder / "bad.csv").write_text(SHOTS + "58,9:00,60,,\n")
    code, _, err = run("matrix", folder / "bad.csv", "--bag", folder / "bag.csv")
    assert (code, "line 7, column club" in err) == (2, True)
    (folder / "good.csv").write_text("club,swing,carry_yd,basis\n56,9:00,61,measured\n")
    for arguments in (
        ("matrix", folder / "none.csv", "--bag", folder / "bag.csv"),
        ("matrix", folder / "shots.csv", "--bag", folder / "bag.csv", "--scale", "body"),
        ("gaps", folder / "shots.csv", "--from", 90, "--to", 40),
        ("gaps", folder / "bag.csv"),
        ("gaps", folder / "good.csv", "--to", 10**30),
        ("gaps", folder / "good.csv", "--tolerance", "nan"),
    ):
        code, out, err = run(*arguments)
        assert (code, out) == (2, "")
        assert err.strip()


FORMULAS = ["=1+1", "+cmd|' /C calc'!A0", "-2+3", "@SUM(A1)", "\tx", "\rx", "'=1", "''-a", "=", "-"]


def spoken(text: str) -> Shot:
    """A ball whose free texts all look like formulas."""
    cell = CellKey(text.strip() or "56", "9:00")
    return Shot(cell=cell, carry_yd=60.0, offline_yd=-3.5, excluded=text, extra={"note": text, text: "x"})


@pytest.mark.parametrize("text", FORMULAS)
def test_no_cell_of_an_export_is_a_formula_and_all_come_back(text: str) -> None:
    """OWASP, "CSV Injection": cells that begin with = + - @, tab or return."""
    shot = spoken(text)
    written = write_shots([shot])
    for row in csv.reader(io.StringIO(written, newline="")):
        for value in row:
            plain_number = re.fullmatch(r"[+-]?[0-9.]+", value)
            assert plain_number or not value.startswith(("=", "+", "-", "@", "\t", "\r")), value
    (again,) = read_shots(written.encode()).records
    assert again.offline_yd == -3.5
    assert again.excluded.strip() == text.strip()
    assert again.extra["note"].strip() == text.strip()
    assert again.cell == shot.cell
    book = openpyxl.load_workbook(io.BytesIO(write_workbook([shot])))
    kinds = {cell.value: cell.data_type for row in book["balls"].rows for cell in row}
    assert "f" not in kinds.values()
    assert kinds[-3.5] == "n"
    assert text in kinds or text.strip() in kinds
    read = read_any(write_workbook([shot]))
    assert text.strip() in [value.strip() for value in read.rows[0][1]]


@given(st.text(alphabet="=+-@\t\r'\"ab,\n 1", max_size=12))
def test_any_text_survives_the_way_out_and_back(text: str) -> None:
    marked = as_text(text)
    assert isinstance(marked, str)
    assert cell_text(marked).strip() == text.strip()
