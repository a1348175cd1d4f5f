"""The API, and one page for everything else: the front end has the places."""

from __future__ import annotations

import sys

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

from studio.api import api
from studio.errors import say_trouble, store_trouble

_PLACES = {
    "",
    "today",
    "pieces",
    "cradles",
    "glass",
    "kilns",
    "notebook",
    "sums",
    "sign-in",
    "kit",
    "words",
    "firings",
    "studio",
    "join",
    "begin",
}


@require_safe
@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The front end's page, whatever the place; one that is none of its places is answered 404 with it."""
    try:
        is_place = request.path.split("/")[1] in _PLACES
        return HttpResponse(settings.INDEX_HTML.read_text("utf-8"), status=200 if is_place else 404)
    except FileNotFoundError:
        raise Http404("The front end is not built yet. Run ./run demo.") from None


urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|static/).*$", page),
]


def trouble(request: HttpRequest) -> HttpResponse:
    """What went wrong outside the API's own answers: in words, as a page or as JSON."""
    found = store_trouble(sys.exc_info()[1] or Exception())
    status, words = found or (500, "Something went wrong in the studio. What you typed stands; try it once more.")
    if request.path.startswith("/api/"):
        return say_trouble(status, words)
    return HttpResponse(f"<!doctype html><title>Cold Cradle</title><p>{words}</p>", status=status)


handler500 = trouble
