"""Bring a piece in from a document, with the glass, the kiln and the cradle it speaks of."""

from __future__ import annotations

import copy
from typing import Any

from coldcradle.document.piece import read_piece
from coldcradle.document.upgrade import upgrade
from coldcradle.quantity.parse import parse
from studio.actions.pieces import insert_piece
from studio.actions.stock import add_item
from studio.assembling import split_stage
from studio.keeping import keeping
from studio.models import Cradle, GlassKind, Kiln, Piece, Solid
from studio.stock_levels import rack_of

__all__ = ["import_piece"]


@keeping
def import_piece(studio: Any, document: Any) -> Piece:
    """A piece from a document of any version, all of it or nothing; glass and kiln are matched to what is there, or
    added.
    """
    read_piece(document)
    document = copy.deepcopy(upgrade(document))
    kinds, kilns, shelved = [], [], []
    for stage in document["stages"]:
        stage.setdefault("layup", {})
        _, elsewhere = split_stage(stage)
        # an imported piece is weighed against this studio's rack, not against the one it came from
        kinds.append(_kind_of(studio, elsewhere["kind"], elsewhere["rack"]))
        for entry in stage["glass"].get("with") or []:
            entry["kind_id"] = _kind_of(studio, entry["kind"], {}).pk
        kiln = next((k for k in Kiln.objects.of(studio) if k.document == elsewhere["kiln"]), None)
        kilns.append(
            kiln or Kiln.objects.create(studio=studio, name=elsewhere["kiln"]["name"], document=elsewhere["kiln"])
        )
        stage["glass"]["rack"] = rack_of(kinds[-1])
        solid = stage["cradle"].get("solid")
        if solid and not Solid.objects.of(studio).filter(pk=solid.get("solid_id", 0)).exists():
            solid.pop("solid_id", None)  # the mesh itself stayed where the piece comes from; its room came along
        shelved.append(_cradle_of(studio, stage["cradle"], elsewhere["care"]) if elsewhere["care"] else None)
    return insert_piece(studio, document, kinds, kilns, "imported", shelved)


def _kind_of(studio: Any, document: dict[str, Any], rack: dict[str, str]) -> GlassKind:
    """The kind with these very figures, added with its rack when it is not there."""
    for kind in GlassKind.objects.of(studio):
        if kind.document == document:
            return kind  # type: ignore[no-any-return]  # the manager of rows is not typed by row
    kind = GlassKind.objects.create(studio=studio, key=document["key"], name=document["name"], document=document)
    for form, typed in rack.items():
        add_item(kind, form=form, mass_kg=parse(typed, "mass"), details={})
    return kind


def _cradle_of(studio: Any, document: dict[str, Any], care: dict[str, Any]) -> Cradle:
    """The shelf's cradle of this name, put there with its care when it is not."""
    cradle = Cradle.objects.of(studio).filter(name=document["name"]).first()
    plain = {k: v for k, v in document.items() if k != "care"}
    return cradle or Cradle.objects.create(studio=studio, name=document["name"], document=plain, care=care)
