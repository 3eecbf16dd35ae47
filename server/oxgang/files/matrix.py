"""matrix.csv: one row a cell."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from typing import Final

from oxgang.core.carry.matrix import Basis, Cell
from oxgang.core.words.measurements import ADJUSTMENTS, REFUSE_OVER_YD
from oxgang.core.words.shots import CellKey, Spin, Tempo, Trajectory
from oxgang.files.tables import BadCell, Reading, Row, read_table, read_word, write_table

COLUMNS: Final = (
    "club",
    "swing",
    "trajectory",
    "spin",
    "tempo",
    "carry_yd",
    "carry_lo_yd",
    "carry_hi_yd",
    "shot_sd_yd",
    "balls",
    "basis",
    "last_measured",
    *ADJUSTMENTS,
)


@dataclass(frozen=True, slots=True)
class MatrixRow:
    """A cell as a matrix file gives it. Distances in yards; an adjustment in inches."""

    key: CellKey
    carry_yd: float
    carry_lo_yd: float | None
    carry_hi_yd: float | None
    shot_sd_yd: float
    balls: int
    basis: Basis
    last_measured: date | None
    back_in: float = 0.0
    down_in: float = 0.0


def write_matrix(cells: Iterable[Cell]) -> str:
    """matrix.csv text, distances to a hundredth of a yard."""
    return write_table(COLUMNS, (_text(cell) for cell in cells))


def read_matrix(data: bytes) -> Reading[MatrixRow]:
    """Read matrix.csv.

    Raises
    ------
    FileError
        When the file as a whole cannot be read.
    """
    return read_table(data, required=("club", "swing", "carry_yd"), known=COLUMNS, parse=_row)


def matrix_values(cell: Cell) -> list[object]:
    """A cell's values in the order of `COLUMNS`, distances to a hundredth of a yard."""
    k = cell.key
    yards = (cell.carry_yd, cell.carry_lo_yd, cell.carry_hi_yd, cell.shot_sd_yd)
    return [
        k.club,
        k.swing,
        k.trajectory,
        k.spin,
        k.tempo,
        *(round(y, 2) for y in yards),
        cell.balls,
        cell.basis,
        cell.last_measured,
        cell.back_in,
        cell.down_in,
    ]


def _text(cell: Cell) -> list[object]:
    values = matrix_values(cell)
    yards = [f"{v:.2f}" if isinstance(v, float) else v for v in values[: -len(ADJUSTMENTS)]]
    return [*yards, f"{cell.back_in:g}", f"{cell.down_in:g}"]


def _row(row: Row, extra: dict[str, str]) -> MatrixRow:
    carry_yd = row.required_number("carry_yd")
    if not 0 <= carry_yd <= REFUSE_OVER_YD:
        raise BadCell(f"{carry_yd:g} yards is not a carry.", field="carry_yd")
    last = row.text("last_measured")
    try:
        last_measured = date.fromisoformat(last) if last else None
    except ValueError:
        raise BadCell(f'"{last[:40]}" is not an ISO 8601 date.', field="last_measured") from None
    return MatrixRow(
        key=CellKey(
            row.required("club"),
            row.required("swing"),
            read_word(row, "trajectory", Trajectory, Trajectory.STOCK),
            read_word(row, "spin", Spin, Spin.CHECK),
            read_word(row, "tempo", Tempo, Tempo.NORMAL),
        ),
        carry_yd=carry_yd,
        carry_lo_yd=row.number("carry_lo_yd"),
        carry_hi_yd=row.number("carry_hi_yd"),
        shot_sd_yd=row.number("shot_sd_yd") or 0.0,
        balls=int(row.number("balls") or 0),
        basis=read_word(row, "basis", Basis, Basis.MEASURED),
        last_measured=last_measured,
        back_in=row.number("ball_position_in") or 0.0,
        down_in=row.number("grip_down_in") or 0.0,
    )
