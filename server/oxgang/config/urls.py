"""Addresses: /api/ is the server's, /c/ a student's phone card, the rest the web application's."""

from __future__ import annotations

import sys

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from oxgang.api.calendar import public as calendar
from oxgang.api.card import public
from oxgang.api.main import api
from oxgang.api.portal.public import portal_api
from oxgang.api.problems import failed
from oxgang.config.health import health

NOT_BUILT = (
    "<!doctype html><title>Oxgang</title><p>The web application isn't built yet. Run <code>make "
    "build</code> and reload this page.</p>"
)


@never_cache
@ensure_csrf_cookie
def web_application(request: HttpRequest) -> HttpResponse:
    """The single page, for every address that is not a file and not the API's."""
    page = settings.WEB / "index.html"
    if not page.is_file():
        return HttpResponse(NOT_BUILT, status=503)
    return HttpResponse(page.read_bytes())


def server_error(request: HttpRequest) -> HttpResponse:
    """What went wrong outside an address of the API: in the session or the log-in."""
    return failed(request, sys.exc_info()[1])


handler500 = server_error
urlpatterns = [
    path("healthz", health),
    path("api/", api.urls),
    path("cal/<str:token>.ics", calendar.subscription),
    path("c/", portal_api.urls),
    path("c/<str:token>", public.page),
    path("c/<str:token>/card.json", public.data),
    re_path(r"^(?!api/|assets/|c/|cal/|healthz).*$", web_application),
]
