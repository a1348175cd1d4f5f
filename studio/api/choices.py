"""The words to choose from: stations, shapes, materials, forms. They come from the core."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router, Schema

from coldcradle.cradle.materials import materials
from coldcradle.glass.kinds import forms
from coldcradle.stations import STATIONS
from studio.starters import SHAPES

router = Router(tags=["choices"])


class Choice(Schema):
    key: str
    name: str


class ShapeOut(Choice):
    parts: list[dict[str, str]]


class ChoicesOut(Schema):
    stations: list[Choice]
    shapes: list[ShapeOut]
    materials: list[Choice]
    forms: list[Choice]


@router.get("", response=ChoicesOut)
def show_choices(request: HttpRequest):
    return {
        "stations": STATIONS,
        "shapes": [{"key": key, "name": name, "parts": [part]} for key, (name, part, _) in SHAPES.items()],
        "materials": list(materials().values()),
        "forms": list(forms().values()),
    }
