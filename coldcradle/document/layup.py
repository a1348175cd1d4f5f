"""The lay-up of a piece document: what lies how on what. All of it may be left out."""

from __future__ import annotations

from dataclasses import replace
from typing import get_args

from coldcradle.document.cradle import read_outline
from coldcradle.document.fields import FieldReader
from coldcradle.layup.inputs import GRIPS, OUTLINES, RELIEF, WETNESS, Entering, Layer, LayupInput, Support

__all__ = ["read_layup"]

_MOST_LAYERS = 24


def _layers(reader: FieldReader) -> tuple[Layer, ...]:
    found = []
    for r in reader.children("layers", "a layer", _MOST_LAYERS) if reader.data.get("layers") else []:
        thick = r.quantity("thick", "length", called="a sheet's thickness", low=1e-5, high=0.2)
        found.append(
            Layer(
                thickness_m=thick,
                count=r.whole("count", low=1, high=200, default=1),
                name=r.text("name", default="", most=60, empty=True),
                along=r.flag("along", default=False),
            )
        )
        r.close()
    reader.skip("layers")
    return tuple(found)


def read_layup(reader: FieldReader) -> LayupInput:
    """The lay-up of a stage."""

    def length(name: str, called: str, high: float) -> float | None:
        return reader.optional(name, "length", called=called, low=1e-5, high=high)

    layup = LayupInput(
        support=reader.choice("on", ("auto", *get_args(Support)), default="auto"),  # type: ignore[arg-type]  # one of them
        enters=reader.choice("enters", get_args(Entering), default="auto"),  # type: ignore[arg-type]  # one of them
        relief=reader.choice("relief", RELIEF, default="none"),  # type: ignore[arg-type]  # one of them
        wet=reader.choice("wet", WETNESS, default="wet"),  # type: ignore[arg-type]  # one of them
        outline=reader.choice("outline", OUTLINES, default="round"),  # type: ignore[arg-type]  # one of them
        length_m=length("length", "a blank's size", 5.0),
        width_m=length("width", "a blank's width", 5.0),
        layers=_layers(reader),
        pieces=reader.whole("pieces", low=1, high=1000, default=1),
        weight_kg=reader.quantity("weight", "mass", called="a weight on it", low=0.0, high=1000.0, default="0 kg"),
        to_m=length("to", "a pressed thickness", 0.1),
        posts_m=reader.quantity("posts", "length", called="posts", low=0.0, high=1.0, default="0 mm"),
        lining_m=reader.quantity("lining", "length", called="a lining", low=0.0, high=0.05, default="0 mm"),
        grip=reader.choice("grip", GRIPS, default="even"),  # type: ignore[arg-type]  # one of them
        offset_m=reader.quantity("offset", "length", called="an offset", low=-2.0, high=2.0, default="0 mm"),
        foot_m=reader.quantity("foot", "length", called="a foot's height", low=0.0, high=1.0, default="0 mm"),
        foot_width_m=reader.quantity(
            "foot_width", "length", called="a foot's width", low=0.0, high=2.0, default="0 mm"
        ),
        wall_m=length("wall", "a wall", 0.1),
        thickness_m=length("thick", "a thickness", 0.6),
        breadth_m=length("breadth", "a breadth", 5.0),
        span_m=length("span", "a span", 5.0),
        depth_m=length("depth", "a way down", 3.0),
        sides=reader.whole("sides", low=3, high=24, default=6),
        drawn=read_outline(reader.child("drawn", "a drawn outline")) if reader.data.get("drawn") else None,
        scale=reader.quantity("scale", "ratio", called="a scale", low=0.05, high=20.0, default="100 %"),
    )
    reader.skip("drawn")
    if layup.outline == "drawn" and layup.drawn is None and not reader.reading.faults:
        layup = replace(layup, outline="round")  # nothing is drawn yet
    reader.close()
    return layup
