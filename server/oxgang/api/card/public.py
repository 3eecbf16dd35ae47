"""The phone card: one student's newest version behind a private link, and nothing else."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.html import escape
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_GET

from oxgang.academy.selectors.consent import agreed, first_name
from oxgang.api.portal.link_access import CodeNeeded, Gone, known, let_in
from oxgang.api.problems import problem
from oxgang.core.practice.portal import Shows
from oxgang.matrix.selectors.phone import on_phone
from oxgang.matrix.selectors.published import versions_of
from oxgang.practice.selectors.portal import shows_of
from oxgang.texts.language import Language
from oxgang.texts.phone import phone_words

PAGE = """<!doctype html>
<html lang="{language}">
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
<noscript>{needs_script}</noscript><script type="module" src="/card.js"></script>"""
GONE = """<main><h1>This card is not here</h1>
<p>This link has ended. Ask your coach for a new one.</p>
<p lang="de">Dieser Link ist beendet. Frag deinen Coach nach einem neuen.</p></main>
<script src="/card-gone.js"></script>"""


@require_GET
@never_cache
def page(request: HttpRequest, token: str) -> HttpResponse:
    """The page of a link. One that has ended says so and gives nothing away."""
    try:
        language = Language(known(token).student.language)
    except Gone:
        gone = PAGE.format(language=Language.ENGLISH, title="Oxgang", body=GONE)
        return HttpResponse(gone, status=404)
    words = phone_words(language)
    body = CARD.format(token=escape(token), needs_script=escape(words["needs-script"]))
    return HttpResponse(PAGE.format(language=language, title=escape(words["title"]), body=body))


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
    content = on_phone(version, picks=Shows.PICK in shown, language=Language(student.language))
    content["id"] = version.pk
    if not agreed(student).phone:
        content["student"] = first_name(str(content["student"]))
    return JsonResponse(content)
