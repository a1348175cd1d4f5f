"""Large parts of a stage's inputs, outlines and rooms of meshes, are kept once and named by their digest."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterable, Iterator
from typing import Any

from studio.models import Drawing

__all__ = ["drawings_in", "expand", "intern"]


def _places(inputs: dict[str, Any]) -> Iterator[tuple[dict[str, Any], str]]:
    """Every place of a stage's inputs where something large may stand, as (object, entry)."""
    cradle = inputs.get("cradle", {})
    if cradle.get("solid"):
        yield cradle, "solid"
    for part in cradle.get("parts", []):
        if part.get("outline"):
            yield part, "outline"


def intern(studio_id: int, inputs: dict[str, Any]) -> dict[str, Any]:
    """Keep the large parts in rows of their own and leave their digests; the inputs are changed in place."""
    for place, entry in _places(inputs):
        data = place[entry]
        if "kept" in data:
            continue
        text = json.dumps(data, sort_keys=True, separators=(",", ":"))
        digest = hashlib.sha256(text.encode()).hexdigest()
        Drawing.objects.get_or_create(studio_id=studio_id, digest=digest, defaults={"data": data})
        place[entry] = {"kept": digest}
    return inputs


def drawings_in(studio_id: int, all_inputs: Iterable[dict[str, Any]]) -> dict[str, Any]:
    """What the digests in these inputs stand for."""
    digests = {
        place[entry]["kept"] for inputs in all_inputs for place, entry in _places(inputs) if "kept" in place[entry]
    }
    if not digests:
        return {}
    return dict(Drawing.objects.filter(studio=studio_id, digest__in=digests).values_list("digest", "data"))


def expand(inputs: dict[str, Any], kept: dict[str, Any]) -> dict[str, Any]:
    """The inputs with their large parts in place; changed in place."""
    for place, entry in _places(inputs):
        place[entry] = kept.get(place[entry].get("kept"), place[entry])
    return inputs
