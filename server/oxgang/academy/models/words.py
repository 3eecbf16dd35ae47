"""Columns for words of the trade."""

from __future__ import annotations

from enum import StrEnum
from typing import Any

from django.db import models


def word_field(words: type[StrEnum], **more: Any) -> models.CharField[str, str]:
    """A column for one word of an enum: as wide as the longest of them, and with its choices."""
    longest = max(len(word) for word in words)
    return models.CharField(max_length=longest, choices=[(word.value, word.value) for word in words], **more)
