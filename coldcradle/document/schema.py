"""The piece document's JSON Schema, for others and for the check that nobody has changed it by hand."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from pydantic import GetJsonSchemaHandler
from pydantic_core import CoreSchema

from coldcradle.document.piece import PieceDocument
from coldcradle.document.shape import model_of, shape_of
from coldcradle.entry.choice import Choice
from coldcradle.entry.specs import Many, One, Pick

__all__ = ["DescribedAs", "choices_of", "piece_schema", "schema_text"]


def piece_schema() -> dict[str, Any]:
    """What may stand in a piece document of the present version."""
    told = model_of(shape_of(PieceDocument)).model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "Cold Cradle piece document"} | {
        key: value for key, value in told.items() if key != "title"
    }


def schema_text() -> str:
    """The same as it stands in its file."""
    return json.dumps(piece_schema(), indent=1, ensure_ascii=False) + "\n"


def choices_of(of: type, path: str = "") -> Iterator[tuple[str, type[Choice]]]:
    """Every entry of a declared class, and of what stands in it, where one chooses of a few; by dotted path."""
    for spec in shape_of(of).specs.values():
        at = f"{path}.{spec.key}" if path else spec.key
        if isinstance(spec, Pick) and isinstance(spec.of, type):
            yield at, spec.of
        elif isinstance(spec, One | Many) and isinstance(spec.of, type):
            yield from choices_of(spec.of, at)


class DescribedAs:
    """Says of plain JSON that it is an object of a declared class, without reading it again."""

    def __init__(self, of: type) -> None:
        self.of = of

    def __get_pydantic_json_schema__(self, core: CoreSchema, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        return handler(model_of(shape_of(self.of)).__pydantic_core_schema__)
