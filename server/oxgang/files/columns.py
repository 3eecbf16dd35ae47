"""Balls of a file by columns: each different text of a column is read once, and a ball is made when
it is asked for. Only rows that something is wrong with are looked at singly.

A file of 100,000 balls has a few dozen clubs, days and grades, and hundreds of carries.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from itertools import compress
from typing import Any, TypeVar, overload

from oxgang.core.words.shots import CellKey, Shot
from oxgang.files.tables import BadCell, cell_text

T = TypeVar("T")


class Balls(Sequence[tuple[int, Shot]]):
    """Balls with their lines. `fields` holds what the columns say of a `Shot`, by its fields, shape
    (n,) each, `notes` the texts of columns that mean nothing here; both may lack any."""

    def __init__(
        self,
        lines: Sequence[int],
        cells: Sequence[CellKey],
        fields: Mapping[str, Sequence[Any]],
        notes: Mapping[str, Sequence[str]],
    ) -> None:
        self.lines = lines
        self.cells = cells
        self.fields = fields
        self.notes = notes

    def __len__(self) -> int:
        return len(self.lines)

    @overload
    def __getitem__(self, at: int) -> tuple[int, Shot]: ...
    @overload
    def __getitem__(self, at: slice) -> list[tuple[int, Shot]]: ...
    def __getitem__(self, at: int | slice) -> tuple[int, Shot] | list[tuple[int, Shot]]:
        if isinstance(at, slice):
            return [self[i] for i in range(*at.indices(len(self)))]
        return self.lines[at], self.shot(at)

    def __iter__(self) -> Iterator[tuple[int, Shot]]:
        return (self[i] for i in range(len(self)))

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Sequence) and list(self) == list(other)

    __hash__ = None  # type: ignore[assignment]

    def shot(self, at: int, **instead: Any) -> Shot:
        """The ball of a place; `instead` are fields that are to be others."""
        values = {name: column[at] for name, column in self.fields.items()}
        values |= {"cell": self.cells[at], "extra": self.extra(at)} | instead
        return Shot(**values)

    def extra(self, at: int) -> dict[str, str]:
        """What the file says of a ball beyond its fields."""
        found = {name: cell_text(texts[at]) for name, texts in self.notes.items()}
        return {name: text for name, text in found.items() if text}

    def of(self, name: str) -> Sequence[Any]:
        """A field of every ball; None for each where no column says it."""
        return self.fields.get(name) or [None] * len(self)

    def among(self, keep: Sequence[bool]) -> Balls:
        """Those that are to be kept, shape (n,)."""
        if all(keep):
            return self

        def some(values: Sequence[Any]) -> list[Any]:
            return list(compress(values, keep))

        return Balls(
            some(self.lines),
            some(self.cells),
            {name: some(values) for name, values in self.fields.items()},
            {name: some(texts) for name, texts in self.notes.items()},
        )


def turned(rows: Sequence[tuple[int, Sequence[str]]], places: Iterable[int]) -> list[Sequence[str]]:
    """The columns at these places of rows with their lines, "" where a row is shorter."""
    cells = [cells for _, cells in rows]
    shortest = min(map(len, cells), default=0)
    return [
        [row[at] for row in cells] if at < shortest else [row[at] if at < len(row) else "" for row in cells]
        for at in places
    ]


def each(texts: Sequence[str], read: Callable[[str], T], wrong: dict[int, BadCell], instead: T) -> list[T]:
    """What every text of a column is, shape (n,).

    Parameters
    ----------
    read
        What a text is; called once for each different one.
    wrong
        By row what is wrong with it; a row that is here already stays as it is.
    instead
        What stands for a text that cannot be read.
    """
    found: dict[str, T] = {}
    bad: dict[str, BadCell] = {}
    for text in set(texts):
        try:
            found[text] = read(text)
        except BadCell as error:
            found[text], bad[text] = instead, error
    if bad:
        for at, text in enumerate(texts):
            if text in bad:
                wrong.setdefault(at, bad[text])
    return [found[text] for text in texts]
