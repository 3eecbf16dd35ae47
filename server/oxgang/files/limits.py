"""How much of a file anybody's program has to read: beyond it a file is refused with a sentence."""

from __future__ import annotations

from collections.abc import Sequence
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
# So many rows are read between two looks at the limits.
METERED: Final = 256


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

    def rows(self, columns: Sequence[int]) -> None:
        """Count some rows of so many columns.

        Raises
        ------
        FileError
            Beyond the limits of rows, columns, cells or time.
        """
        before, self._rows = self._rows, self._rows + len(columns)
        self._cells += sum(columns)
        if max(columns, default=0) > MOST_COLUMNS:
            at, wide = next((i, n) for i, n in enumerate(columns, 1) if n > MOST_COLUMNS)
            raise FileError(
                f"Row {before + at} has {wide:,} columns, the limit is {MOST_COLUMNS}. "
                "Delete columns you don't need.",
                field="file",
            )
        if self._rows > MOST_ROWS or self._cells > MOST_CELLS:
            raise FileError(
                f"The file has more than {MOST_ROWS:,} rows or {MOST_CELLS:,} cells. Split it.",
                field="file",
            )
        # The clock is not asked for every row.
        if before // METERED != self._rows // METERED and self._late():
            raise FileError(
                f"The file takes longer than {MOST_SECONDS:.0f} seconds to read. Split it.",
                field="file",
            )

    def row(self, columns: int) -> None:
        """Count a row of so many columns (see `rows`)."""
        self.rows((columns,))

    def _late(self) -> bool:
        return monotonic() - self._started > MOST_SECONDS
