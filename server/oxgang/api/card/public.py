"""The phone card: one student's newest version behind a private link, and nothing else."""

from __future__ import annotations

from collections.abc import Mapping

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.html import escape
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_GET

from oxgang.api.portal.link_access import CodeNeeded, Gone, known, let_in
from oxgang.api.problems import problem
from oxgang.core.ground.card import Card, CardCell, by_yardage
from oxgang.core.pick.table import LETTERS, LIES, REASONS, Wind
from oxgang.core.practice.portal import Shows
from oxgang.core.units import m_from_yd, whole, whole_added, whole_run
from oxgang.core.words.green import Firmness, PinAt
from oxgang.core.words.intervals import words as level_words
from oxgang.matrix.selectors.published import card_of, versions_of
from oxgang.practice.selectors.portal import shows_of
from oxgang.texts.messages import Texts, texts
from oxgang.texts.recipes import recipe_words

PAGE = """<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="robots" content="noindex">
<meta name="referrer" content="no-referrer">
<title>{title}</title>
<link rel="stylesheet" href="/card.css">
</head>
<body>{body}</body>
</html>
"""
# The content is asked for with the page, not after its script.
CARD = """<link rel="preload" href="/c/{token}/card.json" as="fetch" crossorigin="anonymous">
<main id="card" data-token="{token}"></main>
<noscript>This card needs JavaScript.</noscript><script type="module" src="/card.js"></script>"""
GONE = """<main><h1>This card is not here</h1>
<p>The link has ended. Ask your coach for a new one.</p></main>
<script src="/card-gone.js"></script>"""


@require_GET
@never_cache
def page(request: HttpRequest, token: str) -> HttpResponse:
    """The page of a link. One that has ended says so and gives nothing away."""
    try:
        known(token)
    except Gone:
        return HttpResponse(PAGE.format(title="Oxgang", body=GONE), status=404)
    body = CARD.format(token=escape(token))
    return HttpResponse(PAGE.format(title="Wedge card", body=body))


@require_GET
@never_cache
def data(request: HttpRequest, token: str) -> HttpResponse:
    """What the card says, yardage by yardage, in the student's unit."""
    try:
        student = let_in(request, token).student
    except Gone:
        return JsonResponse({"title": "This card is not here."}, status=404)
    except CodeNeeded as needed:
        return problem(401, needed.code, needed.sentence, needed.field)
    shown = shows_of(student)
    version = versions_of(student).first() if Shows.CARD in shown else None
    if version is None:
        # The link opens, and there is no card in it yet.
        return HttpResponse(status=204)
    return JsonResponse(
        _content(card_of(version), version.content.get("picks") if Shows.PICK in shown else None)
    )


def _content(card: Card, picks: Mapping[str, str] | None) -> dict[str, object]:
    """Every shot that is played once, and for each yard or metre which of them it is."""
    words = texts("m" if card.metres else "yd")
    played = card.played
    places = {id(cell): i for i, cell in enumerate(played)}
    heights = list(card.recipes)

    def unit(yards: float) -> float:
        return m_from_yd(yards) if card.metres else yards

    def place(cell: CardCell | None) -> int | None:
        return None if cell is None else places[id(cell)]

    return {
        "student": card.student,
        "academy": card.academy,
        "version": card.version,
        "day": card.day,
        "note": card.note,
        "unit": "m" if card.metres else "yd",
        "level": level_words(card.level),
        "recipes": [recipe_words(card.recipes[height], words) for height in heights],
        "shots": [
            {
                "name": cell.name,
                "carry": whole(unit(cell.carry_yd)),
                "half": whole(unit((cell.carry_hi_yd - cell.carry_lo_yd) / 2)),
                "measured": cell.measured,
                "cue": card.cue(cell) if card.look.cues else "",
                "run": None if cell.run_yd is None else whole_run(unit(cell.carry_yd), unit(cell.run_yd)),
                "recipe": heights.index(cell.key.trajectory) if cell.key.trajectory in heights else None,
            }
            for cell in played
        ],
        "picks": _picks(picks, words) if picks else None,
        "lines": [
            {
                "at": whole(unit(line.yardage)),
                "shot": place(line.cell),
                "near": line.reached,
                "add": whole_added(unit(line.yardage), unit(line.cell.carry_yd)) if line.adds else None,
                "shorter": place(line.shorter),
                "longer": place(line.longer),
            }
            for line in by_yardage(card, step=1)
        ],
    }


def _picks(rows: Mapping[str, str], words: Texts) -> dict[str, object]:
    """The table of picks, what it asks in the order of its rows' names, and its reasons in words.

    Shots are named by their places among those played.
    """
    asks = {
        "lie": ("asked-lie", LIES),
        "wind": ("asked-wind", tuple(Wind)),
        "green": ("asked-green", tuple(Firmness)),
        "pin": ("asked-pin", tuple(PinAt)),
    }
    return {
        "letters": LETTERS,
        "reasons": [words.format(f"{why}.short") for why in REASONS],
        "asks": [
            {
                "name": name,
                "label": words.format(label),
                "options": [{"code": code, "label": words.format(f"{name}-{code}")} for code in codes],
            }
            for name, (label, codes) in asks.items()
        ],
        "rows": dict(rows),
    }
