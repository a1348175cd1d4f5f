"""The door: what strangers may send, how many passwords are looked at at once, what no answer goes out without."""

from __future__ import annotations

import ipaddress
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager

from django.http import HttpRequest, HttpResponseBase

from studio.errors import say_trouble

__all__ = ["Headers", "Strangers", "TooMany", "is_here", "password_work"]

# where somebody who is not signed in may write
_OPEN = {"/api/session", "/api/session/owner", "/api/session/invited", "/api/session/join"}
_LETTER_BYTES = 10_000  # a name and a password are no longer
_SAFE = {"GET", "HEAD", "OPTIONS"}
_NOTHING_OF_THE_MACHINE = ", ".join(
    f"{feature}=()" for feature in ("camera", "microphone", "geolocation", "payment", "usb", "serial", "midi", "hid")
)
_WAITING, _WAIT_S = 2, 1.5
_FORWARDED = ("HTTP_FORWARDED", "HTTP_VIA", "HTTP_X_REAL_IP")
_HERE = {"localhost", "127.0.0.1", "[::1]"}

Answer = Callable[[HttpRequest], HttpResponseBase]


class Strangers:
    """Whoever is not signed in is refused before a byte of what they send is read."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if request.method in _SAFE or not request.path.startswith("/api/") or request.user.is_authenticated:
            return self.get_response(request)
        if request.path.rstrip("/") not in _OPEN:
            return say_trouble(401, "Sign in first.")
        try:
            size = int(request.META.get("CONTENT_LENGTH") or 0)
        except ValueError:
            size = _LETTER_BYTES + 1
        if size > _LETTER_BYTES:
            return say_trouble(413, "expected a name and a password; this is much longer")
        return self.get_response(request)


class Headers:
    """Answers of the API are kept nowhere, and no page asks for anything of the machine it is shown on."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        answer = self.get_response(request)
        if request.path.startswith("/api/") and not answer.has_header("Cache-Control"):
            answer["Cache-Control"] = "no-store"
        answer["Permissions-Policy"] = _NOTHING_OF_THE_MACHINE
        return answer


def is_here(request: HttpRequest) -> bool:
    """Whether a request comes over loopback, to a loopback name, and through nobody else."""
    if any(name.startswith("HTTP_X_FORWARDED") or name in _FORWARDED for name in request.META):
        return False
    host = request.META.get("HTTP_HOST", "").lower()
    name = host if host.endswith("]") else host.rpartition(":")[0] or host
    try:
        return name in _HERE and ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
    except ValueError:
        return False


class TooMany(Exception):
    """Others have their passwords looked at just now."""


_turn = threading.Lock()
_count = threading.Lock()
_waiting = 0


@contextmanager
def password_work() -> Iterator[None]:
    """One password at a time: looking at it takes a processor for a second, and the studio goes on meanwhile. Raises
    TooMany at once where others wait already.
    """
    global _waiting
    with _count:
        if _waiting >= _WAITING:
            raise TooMany
        _waiting += 1
    try:
        if not _turn.acquire(timeout=_WAIT_S):
            raise TooMany
    finally:
        with _count:
            _waiting -= 1
    try:
        yield
    finally:
        _turn.release()
