"""The words to choose from: stations, shapes, materials, forms. They come from the core."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from coldcradle.bench.inputs import BenchInput
from coldcradle.cradle.materials import materials
from coldcradle.cradle.methods import Method
from coldcradle.cradle.release import releases
from coldcradle.cradle.shapes import SIZES
from coldcradle.cradle.stack import CORE_SHAPES, PARTS
from coldcradle.document.schema import choices_of
from coldcradle.document.starting import SHAPES
from coldcradle.glass.kinds import forms
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.layup.families import FAMILIES
from coldcradle.layup.inputs import BlankOutline
from coldcradle.layup.traits import Traits
from coldcradle.piece.inputs import StageInput
from coldcradle.quantity.format import DualQuantity, show
from coldcradle.report.words import words
from coldcradle.stations import STATIONS
from studio.api.replies import Schema

router = Router(tags=["choices"])


class ChoiceOut(Schema):
    key: str
    name: str


class ShapeOut(ChoiceOut):
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


class ReleaseOut(ChoiceOut):
    coats: int
    rated: DualQuantity


class SizeWord(Schema):
    key: str
    name: str


class FamilyOut(ChoiceOut):
    """A family of processes: what is done, what the thing is called that shapes it, and what shapes suit."""

    says: str
    cradle: str
    shapes: list[str]
    sizes: list[SizeWord]
    is_filled: bool


class ProcessOut(ChoiceOut):
    """A process of the trade: its family, the law it moves by, and why somebody should look."""

    family: str
    step: str
    moves: str
    traits: Traits
    watch: str
    enters: str


class Meaning(ChoiceOut):
    """A key to choose, its label, and what it means where that is not plain."""

    says: str


class WordOut(Schema):
    term: str
    forms: list[str]
    says: str


class ChoicesOut(Schema):
    """Everything there is to choose from; `entries` by the path of the entry under a stage."""

    entries: dict[str, list[Meaning]]
    families: list[FamilyOut]
    processes: list[ProcessOut]
    outlines: list[ChoiceOut]
    stations: list[ChoiceOut]
    shapes: list[ShapeOut]
    sizes: list[SizeOut]
    materials: list[ChoiceOut]
    releases: list[ReleaseOut]
    methods: list[ChoiceOut]
    forms: list[ChoiceOut]
    words: list[WordOut]


@router.get("", response=ChoicesOut)
def show_choices(request: HttpRequest) -> Any:
    return {
        "entries": {
            path: [{"key": one, "name": one.label, "says": one.says} for one in of]
            for path, of in (*choices_of(StageInput), *choices_of(BenchInput, "bench"))
        },
        "stations": STATIONS,
        "words": words(),
        "families": [
            {
                "key": f.key,
                "name": f.name,
                "says": f.says,
                "cradle": f.cradle,
                "shapes": f.shapes,
                "sizes": [{"key": key, "name": name} for key, name in f.sizes.items()],
                "is_filled": any(p.traits.is_filled for p in PROCESSES.values() if p.family == f.key),
            }
            for f in FAMILIES.values()
        ],
        "processes": list(PROCESSES.values()),
        "outlines": [{"key": one, "name": one.label} for one in BlankOutline],
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
        "methods": [{"key": one, "name": one.label} for one in Method],
        "materials": list(materials().values()),
        "forms": list(forms().values()),
    }
