"""What comes in as JSON, and what the description says of every operation alike."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import NinjaAPI
from ninja.parser import Parser

from coldcradle.document.json_text import plain_json

__all__ = ["Described", "PlainParser"]


class PlainParser(Parser):
    """The bodies of requests, read as strictly as the files that are brought in."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        return plain_json(request.body.decode())  # type: ignore[no-any-return]


_EVERYWHERE = {
    400: "The request cannot be read as one.",
    401: "Sign in first.",
    403: "The request does not come from the studio's own page.",
    404: "There is nothing of this number here.",
    405: "This cannot be done here.",
    413: "What was sent is too large.",
    422: "What was sent is not what is expected here; `faults` says where.",
    503: "Others are writing just now, or the studio's file cannot be read. Nothing was kept; send it again.",
    507: "There is no room left. Nothing was kept.",
}


class Described(NinjaAPI):
    """An API whose description names what every operation may answer, whatever it does."""

    def get_openapi_schema(self, **how: Any) -> Any:
        schema = super().get_openapi_schema(**how)
        content = {"application/json": {"schema": {"$ref": "#/components/schemas/ErrorOut"}}}
        for verbs in schema["paths"].values():
            for operation in verbs.values():
                responses = operation["responses"]
                if not any(str(status).startswith("2") for status in responses):
                    responses[200] = {"description": "A file."}
                for status, words in _EVERYWHERE.items():
                    if status not in responses and str(status) not in responses:
                        responses[status] = {"description": words, "content": content}
        return schema
