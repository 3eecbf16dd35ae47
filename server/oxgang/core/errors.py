"""Errors that a coach can act on: a stable code, a plain sentence, the field it concerns."""

from __future__ import annotations

from enum import StrEnum
from typing import ClassVar

from oxgang.core.units import STORED, UnitSet, in_units


class ProblemCode(StrEnum):
    """What kind of trouble it is, for programs: the sentence is for people."""

    UNUSABLE_INPUT = "unusable-input"
    UNUSABLE_FILE = "unusable-file"
    CONFIRM = "confirm"
    NOT_FOUND = "not-found"
    CHANGED_MEANWHILE = "changed-meanwhile"
    TAKEN_ALREADY = "taken-already"
    MALFORMED = "malformed"
    TOO_LARGE = "too-large"
    CODE_NEEDED = "code-needed"
    TOO_MANY_TRIES = "too-many-tries"
    FACTOR_NEEDED = "factor-needed"
    FACTOR_MISSING = "factor-missing"
    PROOF_NEEDED = "proof-needed"
    NOT_ALLOWED = "not-allowed"
    ERASED = "erased"
    SIGNED_OUT = "signed-out"
    OTHER_COACH = "other-coach"
    REFUSED = "refused"
    BUSY = "busy"
    DISK_FULL = "disk-full"
    FAILED = "failed"


class OxgangError(Exception):
    """Base of all errors that are shown to a person.

    Parameters
    ----------
    sentence
        What happened, what was kept and what to do, in plain words. Quantities in it
        (`units.quantity`) are told in the units of whoever reads it.
    field
        Name of the input the sentence belongs beside, or "" for the whole form.
    """

    code: ClassVar[ProblemCode] = ProblemCode.UNUSABLE_INPUT

    def __init__(self, sentence: str, *, field: str = "") -> None:
        super().__init__(in_units(sentence))
        self.template = sentence
        self.field = field

    @property
    def sentence(self) -> str:
        """The sentence in the units of files and of the command line."""
        return in_units(self.template)

    def sentence_in(self, units: UnitSet = STORED) -> str:
        """The sentence in a reader's units."""
        return in_units(self.template, units)


class InputError(OxgangError):
    """A value that cannot be used as it stands."""


class ConfirmationNeeded(OxgangError):
    """A value that is unlikely rather than wrong: asked about, not refused."""

    code = ProblemCode.CONFIRM


class FileError(OxgangError):
    """A file that cannot be read at all (as opposed to one with some bad rows)."""

    code = ProblemCode.UNUSABLE_FILE
