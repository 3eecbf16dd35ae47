"""Days as foreign files write them: year, day or month first, or the month in letters."""

from __future__ import annotations

import re
from collections.abc import Iterable
from datetime import date
from enum import StrEnum
from typing import Final

_THREE: Final = re.compile(r"(\d{1,4})[./\- ](\d{1,2})[./\- ](\d{1,4})\.?(?:[ T,]+(.*))?")
_LETTERS: Final = re.compile(
    r"(?:[A-Za-z]{2,9},? +)?(?:(\d{1,2})(?:st|nd|rd|th)?\.?[ \-]([A-Za-z]{3,9})\.?,?[ \-](\d{2,4})"
    r"|([A-Za-z]{3,9})\.? (\d{1,2})(?:st|nd|rd|th)?,? (\d{2,4}))(?:[ T,]+(.*))?"
)
_MONTHS: Final = (
    "jan",
    "feb",
    "mar",
    "apr",
    "may",
    "jun",
    "jul",
    "aug",
    "sep",
    "oct",
    "nov",
    "dec",
)
_CLOCK: Final = re.compile(r"(\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)? ?([AaPp][Mm])?")
_CENTURY: Final = 2000


class DayOrder(StrEnum):
    """Which of day and month stands first."""

    DAY = "day first"
    MONTH = "month first"


def orders_of(values: Iterable[str]) -> set[DayOrder]:
    """The orders under which every day of a column is one: both, where it is not certain; none,
    where no order is needed, or none helps."""
    possible, seen = set(DayOrder), False
    for value in values:
        found = _THREE.fullmatch(value.strip())
        if not found or len(found[1]) > 2:
            continue
        seen = True
        possible = {order for order in possible if _day(value, order) is not None}
    return possible if seen else set()


def iso_of(value: str, order: DayOrder = DayOrder.DAY) -> str | None:
    """A day, or a moment where the clock stands with it, in ISO 8601; None for what is neither."""
    text = value.strip()
    day = _day(text, order)
    if day is None:
        return None
    found = _THREE.fullmatch(text) or _LETTERS.fullmatch(text)
    clock = _clock((found.groups()[-1] or "") if found else "")
    return f"{day.isoformat()}T{clock}" if clock else day.isoformat()


def _day(text: str, order: DayOrder) -> date | None:
    if found := _THREE.fullmatch(text.strip()):
        a, b, c = (int(part) for part in found.groups()[:3])
        if len(found[1]) > 2:
            return _made(a, b, c)
        if len(found[3]) not in (2, 4):
            return None
        year = c if len(found[3]) == 4 else _CENTURY + c
        return _made(year, b, a) if order is DayOrder.DAY else _made(year, a, b)
    if letters := _LETTERS.fullmatch(text.strip()):
        month_name = letters[2] or letters[4]
        month = next((i for i, m in enumerate(_MONTHS, 1) if month_name.casefold().startswith(m)), 0)
        written: str = letters[3] or letters[6]
        year = int(written) if len(written) == 4 else _CENTURY + int(written)
        return _made(year, month, int(letters[1] or letters[5]))
    return None


def _made(year: int, month: int, day: int) -> date | None:
    try:
        return date(year, month, day)
    except ValueError:
        return None


def _clock(text: str) -> str:
    found = _CLOCK.fullmatch(text.strip())
    if not found:
        return ""
    hour, minute, second = int(found[1]), int(found[2]), int(found[3] or 0)
    if found[4]:
        hour = hour % 12 + (12 if found[4].casefold() == "pm" else 0)
    if hour > 23 or minute > 59 or second > 59:
        return ""
    return f"{hour:02d}:{minute:02d}:{second:02d}"
