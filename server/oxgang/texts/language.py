"""The languages in which a card can be read."""

from __future__ import annotations

from enum import StrEnum


class Language(StrEnum):
    """A language, as its catalogue is called."""

    ENGLISH = "en"
    GERMAN = "de"
