"""How much of a file anybody's program has to read: beyond it a file is refused with a sentence."""

from __future__ import annotations

from time import monotonic
from typing import Final

from oxgang.core.errors import FileError

MB: Final = 1024 * 1024
# 100,000 balls with twenty columns are about 15 MB.
MOST_BYTES: Final = 24 * MB
# A photograph as a camera makes it.
MOST_PICTURE_BYTES: Final = 20 * MB
# A workbook is a packed folder of XML: what it unpacks to counts, and how much of it is text that
# the reader holds at once.
MOST_UNPACKED: Final = 96 * MB
MOST_SHARED_TEXT: Final = 24 * MB
MOST_PARTS: Final = 1000
MOST_ROWS: Final = 120_000
MOST_COLUMNS: Final = 120
# Rows times columns: the memory of a table as text grows with it.
MOST_CELLS: Final = 2_400_000
# A cell of a workbook is four tags; reading takes about a microsecond each.
MOST_TAGS: Final = 4 * MOST_CELLS + 2 * MOST_ROWS
MOST_IN_A_CELL: Final = 10_000
MOST_SECONDS: Final = 20.0


def check_bytes(data: bytes) -> None:
    """Check the size of a file.

    Raises
    ------
    FileError
        When it is larger than anybody's own balls are.
    """
    if len(data) > MOST_BYTES:
        raise FileError(
            f"The file has {len(data) / MB:.0f} MB; at most {MOST_BYTES // MB} MB are read. "
            "Split it, or leave out the columns that are not needed.",
            field="file",
        )


class Meter:
    """Counts what is read of a table and stops it at the limits."""

    __slots__ = ("_cells", "_rows", "_started")

    def __init__(self) -> None:
        self._rows = self._cells = 0
        self._started = monotonic()

    def row(self, columns: int) -> None:
        """Count a row of so many columns.

        Raises
        ------
        FileError
            Beyond the limits of rows, columns, cells or time.
        """
        self._rows += 1
        self._cells += columns
        if columns > MOST_COLUMNS:
            raise FileError(
                f"Row {self._rows} has {columns:,} columns; at most {MOST_COLUMNS} are read. "
                "Leave out the ones that are not needed.",
                field="file",
            )
        if self._rows > MOST_ROWS or self._cells > MOST_CELLS:
            raise FileError(
                f"The file has more than {MOST_ROWS:,} rows or {MOST_CELLS:,} cells. Split it.",
                field="file",
            )
        if not self._rows % 256 and monotonic() - self._started > MOST_SECONDS:
            raise FileError(
                f"The file takes longer than {MOST_SECONDS:.0f} seconds to read. Split it.",
                field="file",
            )
