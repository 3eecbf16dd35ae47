"""Errors that a coach can act on: a stable code, a plain sentence, the field it concerns."""

from __future__ import annotations


class OxgangError(Exception):
    """Base of all errors that are shown to a person.

    Parameters
    ----------
    sentence
        What happened, what was kept and what to do, in plain words.
    field
        Name of the input the sentence belongs beside, or "" for the whole form.
    """

    code = "unusable-input"

    def __init__(self, sentence: str, *, field: str = "") -> None:
        super().__init__(sentence)
        self.sentence = sentence
        self.field = field


class InputError(OxgangError):
    """A value that cannot be used as it stands."""


class ConfirmationNeeded(OxgangError):
    """A value that is unlikely rather than wrong: asked about, not refused."""

    code = "confirm"


class FileError(OxgangError):
    """A file that cannot be read at all (as opposed to one with some bad rows)."""

    code = "unusable-file"
