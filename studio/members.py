"""Whose studio a request is about, and what whoever asks may do in it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, cast

from django.http import HttpRequest, HttpResponseBase

from studio.errors import say_trouble
from studio.fixed_queries import FixedRead
from studio.models import Member, Role, Studio, acting

__all__ = ["CHOSEN", "InStudio", "member_of", "studio_of"]

CHOSEN = "studio"  # in the session: which of several one works in
_SAFE = {"GET", "HEAD", "OPTIONS"}
_OWN = "/api/session"  # one's own sign-in, password and way out
_LOOKS = ("/api/sums/",)  # worked out of what is sent, and nothing kept
_memberships = FixedRead(lambda person: Member.objects.filter(person=person).select_related("studio").order_by(), 1)


def member_of(request: HttpRequest) -> Member:
    """Who asks, as a member of the studio they work in; there is one wherever `InStudio` lets through."""
    return cast(Member, request.member)  # type: ignore[attr-defined]  # put there by InStudio


def studio_of(request: HttpRequest) -> Studio:
    """The studio that a request is about: every query begins with it."""
    return member_of(request).studio


def _found(request: HttpRequest) -> Member | None:
    if not request.user.is_authenticated:
        return None
    mine = sorted(_memberships(request.user.pk), key=lambda m: m.pk)
    chosen = request.session.get(CHOSEN)
    return next((m for m in mine if m.studio_id == chosen), mine[0] if mine else None)


class InStudio:
    """Finds the studio, keeps guests to looking, and remembers who acts for what is written down."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> Any:
        member = _found(request)
        request.member = member  # type: ignore[attr-defined]  # read by member_of
        path = request.path
        if path.startswith("/api/") and request.user.is_authenticated and not path.startswith(_OWN):
            if member is None:
                return say_trouble(403, "You are in no studio. Ask its owner for an invitation.")
            if member.role == Role.GUEST and request.method not in _SAFE and not path.startswith(_LOOKS):
                return say_trouble(
                    403, f"You are a guest of {member.studio}: you may look and print, and change nothing."
                )
        token = acting.set(request.user.pk)
        try:
            return self.get_response(request)
        finally:
            acting.reset(token)
