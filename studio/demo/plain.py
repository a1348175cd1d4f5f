"""The demo's documents made whole without a database: its own glass, kilns, days and meshes put in by name."""

from __future__ import annotations

import copy
import json
from datetime import datetime
from pathlib import Path
from typing import Any

from coldcradle.glass.kinds import kind_document, shipped_kinds
from studio.demo.documents import started

__all__ = ["made_whole"]

_HERE = Path(__file__).parent


def _room(name: str) -> dict[str, Any]:
    """The room of a mesh that ships with the demo."""
    from coldcradle.cradle.mesh import open_mesh
    from coldcradle.cradle.mesh_room import room_of
    from coldcradle.cradle.told import solid_document

    path = _HERE / Path(name).name
    mesh = open_mesh(path.read_bytes(), path.suffix)
    *_, last = room_of(mesh, name=path.stem, role="cavity", unit="mm", up="z")
    assert last[2] is not None
    return solid_document(last[2])


def made_whole(document: Any, today: datetime) -> Any:
    """A document that names the demo's glass and kilns, with these in it; any other as it is."""
    stages = document.get("stages") if isinstance(document, dict) else None
    if not isinstance(stages, list) or not all(_is_short(stage) for stage in stages):
        return document
    studio = json.loads((_HERE / "studio.json").read_text("utf-8"))
    kinds = {key: kind_document(kind) for key, kind in shipped_kinds().items()}
    kinds |= {kind["key"]: kind for kind in studio["kinds"]}
    kilns = {kiln["name"]: kiln for kiln in studio["kilns"]}
    whole = copy.deepcopy(document)
    for stage in whole["stages"]:
        stage["glass"] |= {"kind": kinds[stage["glass"]["kind"]], "rack": {}}
        stage["heat"] |= {
            "kiln": kilns[stage["heat"]["kiln"]],
            "starts_at": started(today, stage["heat"]["starts_at"]),
        }
        if isinstance(stage["cradle"].get("solid"), str):
            stage["cradle"]["solid"] = _room(stage["cradle"]["solid"])
    return whole


def _is_short(stage: Any) -> bool:
    return (
        isinstance(stage, dict)
        and all(isinstance(stage.get(part), dict) for part in ("glass", "heat", "cradle"))
        and isinstance(stage["glass"].get("kind"), str)
        and isinstance(stage["heat"].get("kiln"), str)
    )
