"""The phone card: one student's newest version behind a private link, and nothing else."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils import timezone
from django.utils.html import escape
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_GET

from oxgang.core.ground.card import by_yardage
from oxgang.core.words.intervals import words
from oxgang.core.words.units import m_from_yd
from oxgang.matrix.selectors.published import card_of, student_of_link, versions_of

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
<noscript>This card needs JavaScript.</noscript><script src="/card.js" defer></script>"""
GONE = """<main><h1>This card is not here</h1>
<p>The link has ended. Ask your coach for a new one.</p></main>"""


@require_GET
@never_cache
def page(request: HttpRequest, token: str) -> HttpResponse:
    """The page of a link. One that has ended says so and gives nothing away."""
    if student_of_link(token, timezone.now()) is None:
        return HttpResponse(PAGE.format(title="Oxgang", body=GONE), status=404)
    body = CARD.format(token=escape(token))
    return HttpResponse(PAGE.format(title="Wedge card", body=body))


@require_GET
@never_cache
def data(request: HttpRequest, token: str) -> HttpResponse:
    """What the card says, yardage by yardage, in the student's unit."""
    student = student_of_link(token, timezone.now())
    version = versions_of(student).first() if student else None
    if version is None:
        return JsonResponse({"title": "This card is not here."}, status=404)
    card = card_of(version)
    cues = dict(card.positions)

    def unit(yards: float) -> float:
        return round(m_from_yd(yards) if card.metres else yards, 1)

    return JsonResponse(
        {
            "student": card.student,
            "academy": card.academy,
            "version": card.version,
            "day": card.day,
            "note": card.note,
            "unit": "m" if card.metres else "yd",
            "level": words(card.level),
            "lines": [
                {
                    "at": unit(line.yardage),
                    "shot": str(line.cell.key),
                    "carry": unit(line.cell.carry_yd),
                    "half": unit((line.cell.carry_hi_yd - line.cell.carry_lo_yd) / 2),
                    "near": abs(line.off_yd) <= card.tolerance_yd,
                    "measured": line.cell.measured,
                    "cue": cues.get(line.cell.key.swing, ""),
                }
                for line in by_yardage(card, step=1)
            ],
        }
    )
