"""The words to choose from: stations, shapes, materials, forms. They come from the core."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router, Schema

from coldcradle.cradle.materials import materials
from coldcradle.cradle.methods import METHOD_WORDS
from coldcradle.cradle.release import releases
from coldcradle.cradle.shapes import SIZES
from coldcradle.cradle.stack import CORE_SHAPES, PARTS
from coldcradle.glass.kinds import forms
from coldcradle.quantity.format import DualQuantity, show
from coldcradle.stations import STATIONS
from studio.starters import SHAPES

router = Router(tags=["choices"])


class Choice(Schema):
    key: str
    name: str


class ShapeOut(Choice):
    parts: list[dict[str, Any]]
    only_lowest: bool
    can_be_core: bool
    line: str


class SizeOut(Schema):
    """A size in words; `kind` tells what unit is typed, `default` what it is when nothing is said."""

    key: str
    name: str
    kind: str
    default: str | None


class ReleaseOut(Choice):
    coats: int
    rated: DualQuantity


class ChoicesOut(Schema):
    stations: list[Choice]
    shapes: list[ShapeOut]
    sizes: list[SizeOut]
    materials: list[Choice]
    releases: list[ReleaseOut]
    methods: list[Choice]
    forms: list[Choice]


@router.get("", response=ChoicesOut)
def show_choices(request: HttpRequest):
    return {
        "stations": STATIONS,
        "shapes": [
            {
                "key": key,
                "name": PARTS[key].name,
                "parts": [part],
                "only_lowest": PARTS[key].only_lowest,
                "can_be_core": key in CORE_SHAPES,
                "line": line,
            }
            for key, (part, line) in SHAPES.items()
        ],
        "sizes": [
            {"key": key, "name": size.words[:1].upper() + size.words[1:], "kind": size.kind, "default": size.default}
            for key, size in SIZES.items()
        ],
        "releases": [
            {"key": r.key, "name": r.name, "coats": r.coats, "rated": show(r.rated_c, "temperature")}
            for r in releases().values()
        ],
        "methods": [{"key": key, "name": words} for key, words in METHOD_WORDS.items()],
        "materials": list(materials().values()),
        "forms": list(forms().values()),
    }
