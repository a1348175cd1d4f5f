"""What can go wrong, and the HTTP status it is answered with: one table."""

from __future__ import annotations

import errno
import json
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError, IntegrityError, connection
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from coldcradle.errors import ColdCradleError, DocumentError
from studio.folder import COMMAND
from studio.keeping import Busy

__all__ = ["WAY_BACK", "Stale", "answer_errors", "say_trouble", "store_trouble"]


_MOST_FAULTS = 40


class Stale(Exception):
    """Somebody else has changed the row since it was read."""

    def __init__(self, row: Any) -> None:
        self.row = row
        super().__init__("changed elsewhere since it was read")


def _said(status: int, message: str, faults: list[dict[str, str]] | None = None) -> tuple[int, dict[str, Any]]:
    return status, {"message": message, "faults": faults or []}


def say_trouble(status: int, message: str) -> HttpResponse:
    """An answer in the form all refusals have; for a busy store, with when to come again."""
    answer = JsonResponse({"message": message, "faults": []}, status=status)
    if status == 503:
        answer["Retry-After"] = "1"
    return answer


def _store_failed(request: HttpRequest, error: Any) -> HttpResponse:
    found = store_trouble(error)
    if found is None:
        raise error
    if connection.in_atomic_block is False:
        connection.close()  # the next request begins with a connection of its own
    return say_trouble(*found)


def _validation(error: ValidationError) -> tuple[int, dict[str, Any]]:
    faults = [
        {"path": ".".join(str(p) for p in e["loc"][2:]), "message": str(e["msg"])[:200], "typed": ""}
        for e in error.errors[:_MOST_FAULTS]
    ]
    return _said(422, "The request is not in the form expected here.", faults)


WAY_BACK = f"Stop the application and bring a copy back: {COMMAND} restore FILE; the copies lie in its folder backups."
_STORE_TROUBLES = (
    ("locked", 503, "Others are writing just now. Nothing was kept; it is sent again."),
    ("full", 507, "The disk of the studio is full. Nothing of this was kept; what you typed stands here. Make room."),
    ("readonly", 507, "The studio's file may not be written to. Nothing of this was kept; what you typed stands here."),
    ("malformed", 503, f"The studio's file is damaged. {WAY_BACK}"),
    ("not a database", 503, f"The studio's file is damaged. {WAY_BACK}"),
)


def store_trouble(error: BaseException) -> tuple[int, str] | None:
    """Status and words for a store that does not let itself be read or written; None where it is something else."""
    if isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EDQUOT, errno.EROFS, errno.EIO):
        return _STORE_TROUBLES[1][1:]
    if isinstance(error, Busy):
        return 503, str(error)
    if not isinstance(error, DatabaseError) or isinstance(error, IntegrityError):
        return None
    text = str(error)
    for sign, status, words in _STORE_TROUBLES:
        if sign in text:
            return status, words
    if "I/O" in text or "unable to open" in text:
        return 503, "The studio's file cannot be read or written just now. Nothing was kept; look at its disk."
    return None


def _unread(error: HttpError) -> tuple[int, dict[str, Any]]:
    """A body that could not be read at all."""
    if error.status_code != 400:
        return _said(error.status_code, str(error))
    why = error.__cause__
    plain = isinstance(why, ValueError) and not isinstance(why, UnicodeDecodeError | json.JSONDecodeError)
    return _said(422, f"expected a request in JSON: {why}" if plain else "The request breaks off, or is no JSON.")


def answer_errors(api: NinjaAPI) -> None:
    """Teach an API to answer each refusal in words."""

    def answers(kind: type[Exception], make: Any) -> None:
        def handle(request: HttpRequest, error: Any) -> HttpResponse:
            status, body = make(error)
            return api.create_response(request, body, status=status)

        api.add_exception_handler(kind, handle)

    answers(
        DocumentError,
        lambda e: _said(
            422,
            e.faults[0].message if len(e.faults) == 1 else f"{len(e.faults)} things stand in the way.",
            [{"path": f.path, "message": f.message, "typed": f.typed} for f in e.faults],
        ),
    )
    answers(ColdCradleError, lambda e: _said(422, str(e)))
    answers(Http404, lambda e: _said(404, str(e) or "There is nothing here."))
    answers(AuthenticationError, lambda e: _said(401, "Sign in first."))
    answers(ValidationError, _validation)
    answers(HttpError, _unread)
    for kind in (Busy, DatabaseError, OSError):
        api.add_exception_handler(kind, _store_failed)
    answers(RequestDataTooBig, lambda e: _said(413, "expected a file of at most 2 MB; this one is larger"))
