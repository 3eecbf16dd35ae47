"""Sentences from codes and values, by the messages of a language (Project Fluent).

The page makes the same sentences from the same messages (`web/src/shared/texts`): `/api/words`
sends them. Beside what Fluent has, a message may use these functions:

=================  ================================================================
YD(x)              a distance in the reader's unit, with it: "61 yd"; `digits: 1`
YARDS(x)           the same without the unit
FEET(x)            a distance in feet: "10 ft"; for a reader of metres "3 m"
INCHES(x)          an adjustment in inches: "1 in"; for a reader of metres "2.5 cm"
STROKES(x)         strokes to a hundredth: "0.08"
PERCENT(x)         a share of 1 as "12 %"; `signed: 1` with its sign
POINTS(x)          the same as points, with the sign: "+12"
DAY(x), DATE(x)    an ISO day as "3 May", "3 May 2026"
MOMENT(x)          an ISO moment as "3 May, 17:30"
NAME(x, of: "…")   the name of a code of a family, or of several with commas between
=================  ================================================================
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from datetime import date, datetime
from functools import lru_cache
from importlib.resources import files
from threading import Lock
from typing import Any, Final

from babel.dates import format_skeleton
from fluent.runtime import FluentBundle, FluentResource

from oxgang.core.units import M_PER_FT, SETS, Units, shown
from oxgang.core.words.messages import Message, Value

LANGUAGE: Final = "en"
# What a message lists is joined by these.
LAST: Final = "list-last"
BETWEEN: Final = "list-between"


@lru_cache
def source(language: str = LANGUAGE) -> str:
    """The messages of a language as they stand in their file."""
    return file_of(f"{language}.ftl")


def file_of(name: str) -> str:
    """A catalogue as it stands."""
    return files(__package__).joinpath(name).read_text(encoding="utf-8")


# An entry of a catalogue begins at the edge of its line, what belongs to it is indented.
_ENTRY: Final = re.compile(r"^(-?[a-zA-Z][\w-]*) *=.*(?:\n(?:[ \t].*)?)*", re.MULTILINE)
_WORD: Final = re.compile(r"-?[a-zA-Z][\w-]*")


@lru_cache
def entries(language: str) -> dict[str, str]:
    """The entries of a language's catalogues by their ids, each as it stands."""
    texts = (source(language), file_of(f"paper.{language}.ftl"))
    return {found[1]: found[0] for text in reversed(texts) for found in _ENTRY.finditer(text)}


class Texts:
    """The messages of a language for a reader of yards or metres."""

    def __init__(self, language: str, units: Units) -> None:
        self._units = SETS[units]
        self.language = language
        functions: dict[str, Any] = {
            "YD": self._distance,
            "YARDS": self._yards,
            "FEET": self._feet,
            "INCHES": self._inches,
            "STROKES": lambda strokes: self._mark(f"{_rounded(float(strokes), 2):.2f}"),
            "PERCENT": _percent,
            "POINTS": _points,
            "DAY": lambda iso: self._on(date.fromisoformat(iso), "MMMd", "%-d %b"),
            "DATE": lambda iso: self.with_year(date.fromisoformat(iso)),
            "MOMENT": lambda iso: self._moment(datetime.fromisoformat(iso), "MMMd", "%-d %b"),
            "NAME": self._name,
        }
        self._bundle = FluentBundle([language], use_isolating=False, functions=functions)
        # Read when they are first wanted: all of them take half a second.
        self._unread = dict(entries(language))
        self._reading = Lock()

    def say(self, message: Message) -> str:
        """What is told, as a part of a sentence."""
        return self.format(message.code, message.values)

    def sentence(self, message: Message) -> str:
        """The same as a line of its own."""
        text = self.say(message)
        return text[:1].upper() + text[1:]

    def format(self, code: str, values: Mapping[str, Value] | None = None) -> str:
        """The message of a code. One that has none, or lacks a value, shows itself."""
        message_id, _, attribute = code.replace(" ", "-").partition(".")
        if not self._has(message_id):
            return code
        message = self._bundle.get_message(message_id)
        pattern = message.attributes.get(attribute) if attribute else message.value
        if pattern is None:
            return code
        known = dict(values or {})
        # A value of this name is a code itself: which shots are meant.
        if isinstance(touched := known.pop("touched", None), str):
            known["touched"] = self.format(touched, known)
        text, _ = self._bundle.format_pattern(pattern, known)
        return str(text)

    def _has(self, message_id: str) -> bool:
        if not self._bundle.has_message(message_id) and message_id in entries(self.language):
            with self._reading:
                self._read(message_id)
        return self._bundle.has_message(message_id)

    def _read(self, entry_id: str) -> None:
        """Read an entry, and before it those that it might speak of."""
        if text := self._unread.pop(entry_id, ""):
            for word in _WORD.findall(text):
                self._read(word)
            self._bundle.add_resource(FluentResource(text))

    def named(self, code: str, bare: str) -> str:
        """The message of a code, or what it is without one."""
        name = self.format(code)
        return bare if name == code else name

    def with_year(self, on: date) -> str:
        """A day with its year: "3 Dec 2026"."""
        return self._on(on, "yMMMd", "%-d %b %Y")

    def day(self, on: date) -> str:
        """A day in full: "3 December 2026"."""
        return self._on(on, "yMMMMd", "%-d %B %Y")

    def session(self, start: datetime) -> str:
        """When one comes: "Thursday 3 December, 17:30"."""
        return self._moment(start, "MMMMEEEEd", "%A %-d %B")

    def _on(self, on: date, skeleton: str, english: str) -> str:
        """A day by Unicode's date skeletons; in English as Oxgang writes it."""
        if self.language == LANGUAGE:
            return f"{on:{english}}"
        return str(format_skeleton(skeleton, on, locale=self.language))

    def _moment(self, at: datetime, skeleton: str, english: str) -> str:
        return f"{self._on(at, skeleton, english)}, {at:%H:%M}"

    def _mark(self, number: str) -> str:
        """A number with the language's decimal mark."""
        return number if self.language == LANGUAGE else number.replace(".", ",")

    def _distance(self, yards: Any, digits: Any = 0) -> str:
        return f"{self._yards(yards, digits)} {self._units.carry.sign}"

    def _yards(self, yards: Any, digits: Any = 0) -> str:
        return self._mark(_plain(self._units.carry.of(float(yards)), int(digits)))

    def _feet(self, feet: Any) -> str:
        metres = float(feet) * M_PER_FT
        return f"{_plain(self._units.near.of(metres), 0)} {self._units.near.sign}"

    def _inches(self, inches: Any) -> str:
        """The sign of the inches stays; half a centimetre is as near as a hand places a ball."""
        unit = self._units.adjustment
        value = round(2 * unit.of(float(inches))) / 2 if unit.size != 1 else float(inches)
        return f"{self._mark(_plain(value, 2))} {unit.sign}"

    def _name(self, codes: Any, of: Any) -> str:
        names = [self.named(f"{of}-{code}", code) for code in str(codes).split(",") if code]
        if len(names) < 2:
            return "".join(names)
        between, last = self.format(BETWEEN), self.format(LAST)
        return f" {last} ".join([f"{between} ".join(names[:-1]), names[-1]])


def _percent(share: Any, signed: Any = 0) -> str:
    return f"{_hundredths(float(share), signed=bool(int(signed)))} %"


def _points(share: Any) -> str:
    return _hundredths(float(share), signed=True)


def _hundredths(share: float, *, signed: bool) -> str:
    whole = int(_rounded(100 * abs(share), 0))
    sign = "\u2212" if share < 0 else "+" if signed else ""
    return f"{sign if whole else ''}{whole}"


def _rounded(value: float, digits: int) -> float:
    """As it is rounded everywhere."""
    return float(shown(value, digits))


def _plain(value: float, digits: int) -> str:
    text = f"{_rounded(value, digits):.{digits}f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


@lru_cache
def texts(units: Units = "yd", language: str = LANGUAGE) -> Texts:
    """The messages for a reader."""
    return Texts(language, units)
