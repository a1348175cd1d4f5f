"""Answers as JSON: written in one go from the validated model, and never with what JSON has no word for."""

from __future__ import annotations

import re
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja.renderers import BaseRenderer
from pydantic import BaseModel, ConfigDict
from pydantic_core import to_json

__all__ = ["Renderer", "Schema", "file_stem", "reply"]

_JSON = "application/json; charset=utf-8"


class Schema(BaseModel):
    """What goes out or comes in. The framework's own base would put each part into a wrapper on its way out, for
    resolvers that nothing here has.
    """

    model_config = ConfigDict(from_attributes=True)


class Renderer(BaseRenderer):
    """Numbers that are not finite become null: JSON has no word for them."""

    media_type = "application/json"

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> bytes:
        return to_json(data, inf_nan_mode="null", fallback=str)


def reply(schema: type[Schema], data: Any, status: int = 200) -> HttpResponse:
    """An answer checked against its schema and written at once, without the round over plain values."""
    model = schema.model_validate(data)
    return HttpResponse(schema.__pydantic_serializer__.to_json(model), status=status, content_type=_JSON)


def file_stem(name: str, usual: str) -> str:
    """The name of a file without its kind, in letters every system takes; `usual` where none is left."""
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or usual
