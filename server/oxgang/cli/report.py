"""How commands read files and tell people what is wrong with them."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from pathlib import Path
from typing import NoReturn, TypeVar

import typer

from oxgang.core.errors import OxgangError
from oxgang.core.words.swing import BUILT_IN, Scale, built_in
from oxgang.files.scale import read_scale
from oxgang.files.tables import Reading, RowProblem

T = TypeVar("T")
UNUSABLE = 2


def fail(*sentences: str) -> NoReturn:
    """Print one sentence a line on standard error and exit with status 2."""
    for sentence in sentences:
        typer.echo(sentence, err=True)
    raise typer.Exit(UNUSABLE)


def read_bytes(path: Path) -> bytes:
    """The content of a file that a user named."""
    try:
        return path.read_bytes()
    except OSError as error:
        fail(f"{path}: cannot be read ({error.strerror}).")


def read_records(path: Path, reader: Callable[[bytes], Reading[T]]) -> list[T]:
    """All records of a file. A file with a bad row is unusable: nothing is guessed."""
    return [record for _, record in read_rows(path, reader)]


def read_rows(path: Path, reader: Callable[[bytes], Reading[T]]) -> list[tuple[int, T]]:
    """All records of a file with their line numbers."""
    try:
        reading = reader(read_bytes(path))
    except OxgangError as error:
        fail(f"{path}: {error.sentence}")
    report_problems(path, reading.problems)
    return list(reading.rows)


def scale_of(choice: str) -> Scale | None:
    """The scale that a user named by its key or its file; None for none."""
    if not choice:
        return None
    try:
        if choice in {scale.key for scale in BUILT_IN}:
            return built_in(choice)
        return read_scale(read_bytes(Path(choice)), name=choice)
    except OxgangError as error:
        fail(*error.sentence.splitlines())


def report_problems(path: Path, problems: Sequence[RowProblem]) -> None:
    """Fail when there are problems, with a sentence for each."""
    if problems:
        fail(*(problem.sentence(str(path)) for problem in problems))
