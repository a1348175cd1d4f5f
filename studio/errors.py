"""What can go wrong, and the HTTP status it is answered with: one table."""

from __future__ import annotations

from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, ValidationError

from coldcradle.errors import ColdCradleError, DocumentError

__all__ = ["Stale", "answer_errors"]


class Stale(Exception):
    """Somebody else has changed the row since it was read."""

    def __init__(self, row: Any) -> None:
        self.row = row
        super().__init__("changed elsewhere since it was read")


def _said(status: int, message: str, faults: list[dict[str, str]] | None = None) -> tuple[int, dict[str, Any]]:
    return status, {"message": message, "faults": faults or []}


def _validation(error: ValidationError) -> tuple[int, dict[str, Any]]:
    faults = [
        {"path": ".".join(str(p) for p in e["loc"][2:]), "message": str(e["msg"])[:200], "typed": ""}
        for e in error.errors
    ]
    return _said(422, "The request is not in the form expected here.", faults)


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
    answers(RequestDataTooBig, lambda e: _said(413, "expected a file of at most 2 MB; this one is larger"))
