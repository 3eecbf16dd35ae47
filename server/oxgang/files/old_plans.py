"""Plans in student files from before plans had codes: their sentences become codes again.

A reason that is none of the sentences Oxgang wrote stays, as the coach's own.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any, Final

from oxgang.core.practice.plan import Place, Why

_NUMBER: Final = r"(\d+(?:\.\d+)?)"
_NOW: Final = rf"± {_NUMBER} now, about ± {_NUMBER} after"
# A sentence, its code, and the names of what stands in it ("*" are numbers of yards).
_REASONS: Final = (
    (rf"only estimated at {_NUMBER}, {_NOW}", Why.ESTIMATED, ("*carry_yd", "*now_yd", "*after_yd")),
    (rf"carries {_NUMBER}, {_NOW}", Why.KNOWN, ("*carry_yd", "*now_yd", "*after_yd")),
    (rf"([a-z ]+), {_NOW}", Why.DOUBTFUL, ("doubts", "*now_yd", "*after_yd")),
    (rf"well known at {_NUMBER}: has it moved\?", Why.CHECK, ("*carry_yd",)),
    (r"one swing, every wedge", Why.ONE_SWING, ()),
    (
        rf"(low|stock|high) for {_NUMBER}: carries {_NUMBER}",
        Why.HEIGHT,
        ("trajectory", "*at_yd", "*carry_yd"),
    ),
    (r"spin from ([a-z-]+)", Why.SPIN, ("lie",)),
    (r"tempo", Why.TEMPO, ()),
    (r"what the ball's place is worth", Why.BALL_PLACE, ()),
    (
        rf"closes {_NUMBER} fallow yards at about {_NUMBER}",
        Why.CLOSES,
        ("*closes", "*carry_yd"),
    ),
)
# What stood in the note and is a value of its own now; a trim stands in its inches anyway.
_BETWEEN: Final = re.compile(r".+ between .+ and (.{1,24})")
_TRIM: Final = re.compile(r"(?:.+, )?(?:ball .+|grip down .+)")


def why_of(reason: str) -> dict[str, Any]:
    """The code and values of a reason in words."""
    for pattern, code, names in _REASONS:
        if found := re.fullmatch(pattern, reason):
            values: dict[str, Any] = {}
            for name, text in zip(names, found.groups(), strict=True):
                if name.startswith("*"):
                    values[name[1:]] = float(text)
                else:
                    values[name] = text.replace(" and ", ",")
            return {"code": code.value, "values": values}
    return {"code": Why.OWN.value, "values": {"words": reason}}


def item_of(row: Mapping[str, Any]) -> dict[str, Any]:
    """A planned item as it is today, from one with a `reason` in words."""
    item = dict(row)
    reason = item.pop("reason", None)
    if not isinstance(reason, str) or "why" in item:
        return item
    item["why"] = why_of(reason) if reason else None
    note = item.get("note")
    if note == "into the net":
        item |= {"place": Place.NET.value, "note": ""}
    elif isinstance(note, str) and (found := _BETWEEN.fullmatch(note)):
        item |= {"between": found[1], "note": ""}
    elif isinstance(note, str) and _TRIM.fullmatch(note):
        item["note"] = ""
    if item.get("note") is None:
        item["note"] = ""
    return item
