"""Errors of the academy's own records."""

from __future__ import annotations

from oxgang.core.errors import OxgangError, ProblemCode


class NotFound(OxgangError):
    """Not there, or not this academy's: the two look the same from outside."""

    code = ProblemCode.NOT_FOUND


class ChangedMeanwhile(OxgangError):
    """Somebody else changed the same thing first. Nothing is written."""

    code = ProblemCode.CHANGED_MEANWHILE


class NotAllowed(OxgangError):
    """Not this person's to do: what the whole house uses is a head coach's to change."""

    code = ProblemCode.NOT_ALLOWED


class ErasedStudent(OxgangError):
    """The student was erased for good: nothing is stored for this id any more."""

    code = ProblemCode.ERASED


class ProofNeeded(OxgangError):
    """The password has to be typed again first."""

    code = ProblemCode.PROOF_NEEDED
