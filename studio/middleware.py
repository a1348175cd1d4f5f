"""Answers that no view has made, in the words and the form of the others."""

from __future__ import annotations

import ipaddress
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, HttpResponseBase
from django.middleware.gzip import GZipMiddleware

from studio.errors import say_trouble

__all__ = ["GZipBeyond", "InWords", "not_from_here"]

_WORDS = {404: "There is nothing here.", 405: "This cannot be done here.", 400: "The request cannot be read."}


class InWords:
    """Whatever the API's paths answer with 400, 404 or 405 is JSON in words."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        answer = self.get_response(request)
        words = _WORDS.get(answer.status_code)
        if words is None or not request.path.startswith("/api/") or "json" in answer.get("Content-Type", ""):
            return answer
        plain = say_trouble(answer.status_code, words)
        if "Allow" in answer.headers:
            plain["Allow"] = answer["Allow"]
        return plain


class GZipBeyond(GZipMiddleware):
    """Answers are packed for whoever is elsewhere; on the same machine packing takes longer than sending."""

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
        try:
            if ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback:
                return response
        except ValueError:
            pass
        return super().process_response(request, response)


def not_from_here(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A request that does not prove that it comes from the studio's own page."""
    return say_trouble(403, "This page was open for too long, or in another window too. Load it again.")
