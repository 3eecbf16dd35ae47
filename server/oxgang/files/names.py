"""What files call clubs, swings, strikes, heights and sides: what is certain, what is not.

The tables are common practice, no published source; docs/formats.md lists them. A name that is in no
table means nothing here: whoever reads a file asks about it.
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from oxgang.core.words.bag import LOFT_RANGE_DEG, Club
from oxgang.core.words.shots import Strike, Trajectory
from oxgang.core.words.swing import BUILT_IN, Position, Scale, same_swing

# A swing, a club or a strike as it can be compared: its kind, and which of the kind.
Meaning = tuple[str, object]

_MARKS: Final = str.maketrans(
    {"\u00ba": "\u00b0", "\u02da": "\u00b0", "\u2044": "/", "\u2019": "'", "\u00b4": "'", "\u2013": "-"}
)
SHARES: Final[Mapping[str, float]] = {
    **dict.fromkeys(("quarter", "one quarter", "viertel", "ein viertel"), 1 / 4),
    **dict.fromkeys(("third", "one third", "drittel", "ein drittel"), 1 / 3),
    **dict.fromkeys(("half", "one half", "halb", "halber", "halbe"), 1 / 2),
    **dict.fromkeys(("two thirds", "zwei drittel", "zweidrittel"), 2 / 3),
    **dict.fromkeys(("three quarter", "three quarters", "drei viertel", "dreiviertel"), 3 / 4),
    **dict.fromkeys(("full", "voll", "voller", "volle", "ganz", "ganzer"), 1.0),
}
# What is written for a share of hundredths: a third is 33 %.
_PERCENT: Final = {33: 1 / 3, 66: 2 / 3, 67: 2 / 3}
_HOURS: Final[Mapping[str, float]] = {
    **dict(zip(("seven", "eight", "nine", "ten", "eleven"), range(7, 12), strict=True)),
    **dict(zip(("sieben", "acht", "neun", "zehn", "elf"), range(7, 12), strict=True)),
}
# A lead arm points to no hour outside these, and a bare number below them is a zone.
_CLOCK: Final = (6.0, 12.0)
PARTS: Final[Mapping[str, str]] = {
    **dict.fromkeys(("knee", "knees", "knie"), "knee"),
    **dict.fromkeys(("pocket", "pockets", "tasche", "hosentasche"), "pocket"),
    **dict.fromkeys(("hip", "hips", "huefte", "hueft"), "hip"),
    **dict.fromkeys(("above hip", "above the hip", "ueber der huefte", "ueber huefte"), "above hip"),
    **dict.fromkeys(("chest", "brust"), "chest"),
    **dict.fromkeys(("shoulder", "shoulders", "schulter", "schultern"), "shoulder"),
}
_ONE_SWING: Final = frozenset({"l to l", "l2l", "nine to three", "9 to 3", "neun bis drei", "9 bis 3"})
_ROMAN: Final = {"i": 1, "ii": 2, "iii": 3, "iv": 4}

# A kind of wedge, what it is called, and the lofts [degrees] that it has.
_WEDGES: Final[Mapping[str, tuple[tuple[str, ...], tuple[float, float]]]] = {
    "pw": (("pw", "pitching wedge", "pitchingwedge", "pitching", "p wedge"), (42.0, 48.0)),
    "gw": (
        (
            "gw",
            "aw",
            "uw",
            "gap wedge",
            "gapwedge",
            "gap",
            "approach wedge",
            "attack wedge",
            "utility wedge",
            "a wedge",
            "g wedge",
            "a wedge",
            "g wedge",
        ),
        (48.5, 53.5),
    ),
    "sw": (("sw", "sand wedge", "sandwedge", "sand", "sand iron", "s wedge"), (54.0, 57.5)),
    "lw": (("lw", "lob wedge", "lobwedge", "lob", "l wedge"), (58.0, 64.0)),
}
KIND_OF: Final = {name: kind for kind, (names, _) in _WEDGES.items() for name in names}
_IRON: Final = re.compile(r"(?:#? ?(\d)(?:er)?[ -]?(?:i|iron|eisen)|(?:i|iron|eisen|e)[ -]?(\d)|# ?(\d))")
# A loft with what marks it as one: "56", "56*", "56 deg", "54.10" (with its bounce), "M56-8".
_LOFT: Final = re.compile(
    r"(?<![\d.])(\d{2})(?:[.,](\d{1,2}))?(?:(?=[-/ ]\d{1,2}(?!\d))|(?=\s*(?:\u00b0|\*|deg|grad))|(?![\d]))"
)
# Lofts are stamped in halves of a degree at most: other decimals are the bounce.
_HALVES: Final = frozenset({"", "0", "00", "5", "50"})
# A loft this near to a club's is worth asking about [degrees].
NEAR_DEG: Final = 1.0

STRIKES: Final[Mapping[str, Strike]] = {
    **dict.fromkeys(("solid", "good", "clean", "flush", "pure", "ok", "centre", "center"), Strike.SOLID),
    **dict.fromkeys(("gut", "sauber", "satt", "mitte"), Strike.SOLID),
    **dict.fromkeys(("fat", "heavy", "chunk", "chunked", "duff", "fett"), Strike.FAT),
    **dict.fromkeys(("thin", "top", "topped", "blade", "bladed", "skulled"), Strike.THIN),
    **dict.fromkeys(("duenn", "getoppt"), Strike.THIN),
    **dict.fromkeys(("heel", "shank", "shanked", "ferse", "hacke", "socket"), Strike.HEEL),
    **dict.fromkeys(("toe", "spitze"), Strike.TOE),
    **dict.fromkeys(("hard", "too hard", "hart", "zu hart", "zu fest"), Strike.HARD),
}
HEIGHTS: Final[Mapping[str, Trajectory]] = {
    **dict.fromkeys(("low", "flach", "niedrig", "tief"), Trajectory.LOW),
    **dict.fromkeys(("stock", "normal", "medium", "mid", "standard", "mittel"), Trajectory.STOCK),
    **dict.fromkeys(("high", "hoch"), Trajectory.HIGH),
}
# How a column tends to be called: when it is tried, what it means, and a pattern for its bare name.
# Those of numbers in English stand with the measurements (core/words/measurements.py).
HEADERS: Final = (
    (11, "club", r"^club( ?(name|type|used))?$|^iron$|^wedge$|^schlaeger( ?(name|typ))?$"),
    (12, "swing", r"swing|length|shot ?type|(?<!ball )position|schwung|ausholbewegung"),
    (13, "trajectory", r"trajectory|flight|height|flugbahn|hoehe$"),
    (14, "strike", r"strike|contact|quality|treffer|treffmoment|kontakt"),
    (15, "tempo", r"tempo"),
    (16, "date", r"date|time|day|datum|uhrzeit"),
    (17, "id", r"^(shot|ball)? ?(id|uuid)$"),
    (18, "ball", r"^ball( ?type)?$"),
    (19, "lie", r"^lie|surface|^lage$"),
    (24, "excluded", r"exclu"),
    (0, "club_speed_mps", r"schlaegerkopf.*geschw|schlaeger.*(speed|geschw)"),
    (1, "ball_speed_mps", r"ball.*geschw"),
    (4, "landing_deg", r"lande ?winkel|einfallswinkel"),
    (5, "launch_deg", r"abflug ?winkel|startwinkel"),
    (6, "spin_rpm", r"drehzahl"),
    (7, "apex_yd", r"scheitel|max.*hoehe"),
    (8, "offline_yd", r"seite|abweichung|ablage"),
    (9, "carry_yd", r"flugweite|flug ?laenge"),
    (10, "total_yd", r"gesamt"),
    (97, "club", r"^loft( deg)?$"),
    # What is left when nothing says carry: a distance that was read.
    (98, "carry_yd", r"^(dist|distance|weite|laenge|yards|yardage)$"),
)
_LEFT_RIGHT: Final = {"l": -1.0, "left": -1.0, "links": -1.0, "r": 1.0, "right": 1.0, "rechts": 1.0}
_SIDE: Final = re.compile(rf"({'|'.join(_LEFT_RIGHT)})?\s*([\d.,]+)\s*({'|'.join(_LEFT_RIGHT)})?")


@dataclass(frozen=True, slots=True)
class Found:
    """Which of ours a name is; `certain` where its words leave no doubt. "" is none."""

    ours: str = ""
    certain: bool = False


NONE: Final = Found()


def bare(name: str) -> str:
    """A name as it is compared: small letters, single blanks, umlauts as two letters."""
    text = unicodedata.normalize("NFKC", name.translate(_MARKS)).translate(_MARKS).casefold()
    for umlaut, letters in (("\u00e4", "ae"), ("\u00f6", "oe"), ("\u00fc", "ue")):
        text = text.replace(umlaut, letters)
    return " ".join(text.replace("_", " ").split())


def plain(name: str) -> str:
    """Its letters and digits alone."""
    return re.sub(r"[^a-z0-9]", "", bare(name))


def swing_meaning(name: str) -> Meaning | None:
    """What a name of a swing says: a time, a share of the full swing, a part of the body, a zone."""
    text = re.sub(r"\b(swing|back ?swing|back|pos|position|shot|lead arm)\b|schwung\b", " ", bare(name))
    text = " ".join(text.replace("-", " ").split()).strip(".")
    if text in _ONE_SWING:
        return "one swing", 0
    if text in SHARES:
        return "share", round(SHARES[text], 3)
    if found := re.fullmatch(r"(\d) ?/ ?(\d)", text):
        over, under = int(found[1]), int(found[2])
        return ("share", round(over / under, 3)) if 0 < over <= under else None
    if found := re.fullmatch(r"(\d{2,3}) ?(?:%|percent|per cent|pct|prozent)", text):
        share = _PERCENT.get(int(found[1]), int(found[1]) / 100)
        return ("share", round(share, 3)) if share <= 1 else None
    if found := re.fullmatch(r"0[.,](\d{1,3})", text):
        return "share", round(_PERCENT.get(int(found[1][:2].ljust(2, "0")), float(f"0.{found[1]}")), 3)
    if found := re.fullmatch(r"(?:zone|z) ?(\d|[iv]{1,3})|(\d)\. ?zone", text):
        zone = found[1] or found[2]
        return "zone", _ROMAN.get(zone) or int(zone)
    if (hour := _hour(text)) is not None:
        return "clock", hour
    part = re.sub(r"^(?:hands?|haende)? ?(?:to|at|bis|auf)? ?(?:the|zur|zum|der)? ?", "", text)
    part = re.sub(r" ?(?:high|height|level|hoehe|hoch)$", "", part)
    if part in PARTS:
        return "body", PARTS[part]
    return ("zone", int(text)) if re.fullmatch(r"[1-5]", text) else None


def _hour(text: str) -> float | None:
    """The hour to which the lead arm points, where a text says one."""
    words = re.sub(r" ?(?:o'? ?clock|uhr)$", "", text)
    if words in _HOURS:
        return float(_HOURS[words])
    clock = re.fullmatch(r"(\d{1,2})(?:(?:[:h. ]|(?=\d\d$))(\d{2}))?(?::00)?(?: ?h| ?am| ?pm)?", words)
    if clock:
        hour = int(clock[1]) + int(clock[2] or 0) / 60
    elif half := re.fullmatch(r"(\d{1,2})[.,](00?|50?)", words):
        hour = int(half[1]) + int(half[2][0]) / 10
    else:
        return None
    return hour if _CLOCK[0] <= hour <= _CLOCK[1] else None


def find_swing(name: str, positions: Sequence[Position]) -> Found:
    """Which position of a scale a name is.

    A swing of another scale is proposed as the position of the same arm angle, and never certain: a
    scale is an idea of its own.
    """
    for p in positions:
        if bare(p.label) == bare(name):
            return Found(p.label, True)
    meaning = swing_meaning(name)
    if meaning is None:
        # In a scale of hundredths "75" is three quarters.
        if not re.fullmatch(r"[2-9]\d|100", bare(name)):
            return NONE
        meaning = swing_meaning(f"{name} %")
    same = [p.label for p in positions if swing_meaning(p.label) == meaning]
    if len(same) == 1:
        return Found(same[0], True)
    if bare(name).isdigit():
        return NONE
    arms = [p.arm_deg for scale in BUILT_IN for p in scale.positions if swing_meaning(p.label) == meaning]
    near = [p.label for p in positions if any(same_swing(p.arm_deg, arm) for arm in arms)]
    return Found(near[0]) if len(near) == 1 else NONE


def scale_of_names(names: Sequence[str]) -> Scale | None:
    """The built-in scale that most of the names are swings of; None where none is, or two are."""
    counts = [sum(find_swing(name, scale.positions).certain for name in names) for scale in BUILT_IN]
    most = max(counts, default=0)
    return BUILT_IN[counts.index(most)] if most and counts.count(most) == 1 else None


def club_meaning(name: str) -> tuple[str, float | None]:
    """What a name of a club says: its kind ("sw", "9i", "" for none) and its loft [degrees]."""
    text = bare(name)
    if iron := _IRON.fullmatch(text):
        return f"{iron[1] or iron[2] or iron[3]}i", None
    loft: float | None = None
    for found in _LOFT.finditer(text):
        decimals = found[2] or ""
        value = float(found[1]) + (0.5 if decimals in ("5", "50") else 0.0)
        if LOFT_RANGE_DEG[0] <= value <= LOFT_RANGE_DEG[1]:
            loft = value
            break
    words = " ".join(re.sub(r"[^a-z]+", " ", text).split())
    kinds = {kind for word, kind in KIND_OF.items() if re.search(rf"\b{word}\b", words)}
    return (kinds.pop() if len(kinds) == 1 else ""), loft


def find_club(name: str, clubs: Sequence[Club]) -> Found:
    """Which club of a bag a name is: by its label, its loft, its number or its kind."""
    for club in clubs:
        if plain(club.label) == plain(name) and plain(name):
            return Found(club.label, True)
    kind, loft = club_meaning(name)
    of_kind = [c for c in clubs if kind and club_meaning(c.label)[0] == kind]
    if loft is not None:
        here = [c for c in clubs if c.loft_deg == loft or club_meaning(c.label)[1] == loft]
        if len(here) == 1 and (not of_kind or here[0] in of_kind):
            return Found(here[0].label, True)
        near = here or of_kind or [c for c in clubs if abs(c.loft_deg - loft) <= NEAR_DEG]
        return Found(near[0].label) if len(near) == 1 else NONE
    if len(of_kind) == 1:
        return Found(of_kind[0].label, True)
    if kind in _WEDGES and not of_kind:
        lo, hi = _WEDGES[kind][1]
        here = [c for c in clubs if lo <= c.loft_deg <= hi and not club_meaning(c.label)[0]]
        if len(here) == 1:
            return Found(here[0].label, True)
    return NONE


def side_of(text: str) -> str:
    """A side as a number with its sign, + is right: "L 3.2", "3.2 links", "-3.2"; else as it stands."""
    found = _SIDE.fullmatch(bare(text))
    if not found or bool(found[1]) == bool(found[3]):
        return text
    return f"{'-' if _LEFT_RIGHT[found[1] or found[3]] < 0 else ''}{found[2]}"
