"""Kilns: what their owner knows of them, places in them, and what their logs say."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from django.utils import timezone
from ninja import File, Router, Status, UploadedFile

from coldcradle.document.reading import read
from coldcradle.errors import ImpossibleInput
from coldcradle.heat.kiln.curves import kiln_graph
from coldcradle.heat.kiln.fit import KilnFit, fit_kiln
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.heat.kiln.log_text import MAX_BYTES
from coldcradle.quantity.format import DualQuantity, show
from coldcradle.quantity.parse import parse
from studio.actions import shelf as actions
from studio.actions.files import log_in
from studio.api.kiln_schemas import KilnIn, KilnOut
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut, Id
from studio.errors import Stale
from studio.members import studio_of
from studio.models import Kiln, Piece

router = Router(tags=["kilns"])
STALE = {"message": "Changed in another window meanwhile. Look at it again, then write yours.", "faults": []}
_OFF_C = 510.0
_COAST_AT_C = (500.0, 300.0, 100.0)


class LogOut(Schema):
    """A fit, and the entries it would change."""

    fit: KilnFit
    changes: dict[str, str]


def _rate(k_per_h: float) -> DualQuantity:
    """A fall as remembered hours can tell it: two figures."""
    return show(float(f"{k_per_h:.2g}"), "rate", abs(k_per_h) / 20)


def _zones(document: dict[str, Any]) -> list[dict[str, Any]]:
    found = []
    zones = document.get("zones") or []
    for i, zone in enumerate(zones):
        offset = parse(zone["offset"], "difference")
        at = zone.get("at")
        if not (isinstance(at, list) and len(at) == 2):
            at = [(i + 0.5) / len(zones), 0.5]
        found.append(
            {
                "name": zone["name"],
                "typed": zone["offset"],
                "offset": show(offset, "difference"),
                "offset_k": offset,
                "at": at,
            }
        )
    return found


def answer_kiln(row: Kiln) -> dict[str, Any]:
    kiln = read(KilnModel, row.document, "a kiln", stands=True).value
    empty = kiln.loaded(load_j_per_k=0.0, room_c=kiln.room_c)
    return {
        "id": row.pk,
        "version": row.version,
        "name": row.name,
        "entries": actions.kiln_entries(row.document),
        "lining": kiln.lining,
        "off_first": _rate(empty.off_rate_k_per_h(_OFF_C)),
        "time_constant": show(empty.time_constant_s, "duration"),
        "coasting": [(show(c, "temperature"), _rate(empty.coasting_rate_k_per_h(c))) for c in _COAST_AT_C],
        "graph": kiln_graph(kiln),
        "reads": kiln.controller.unit,
        "most_steps": kiln.controller.steps,
        "zones": _zones(row.document),
        "width_m": kiln.width_m,
        "depth_m": kiln.depth_m,
        "fit": row.document.get("fit"),
        "notes": str(row.document.get("notes", "")),
        "pieces": Piece.objects.filter(stages__firing__kiln=row, is_put_away=False).count(),
    }


@router.get("/kilns", response=list[KilnOut])
def list_kilns(request: HttpRequest) -> Any:
    return [answer_kiln(row) for row in Kiln.objects.of(studio_of(request))]


@router.post("/kilns", response={201: KilnOut, 422: ErrorOut})
def create_kiln(request: HttpRequest, body: KilnIn) -> Any:
    row = actions.save_kiln(studio_of(request), kiln=None, version=None, document=body.document, system=body.system)
    return Status(201, answer_kiln(row))


@router.patch("/kilns/{kiln_id}", response={200: KilnOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut})
def change_kiln(request: HttpRequest, kiln_id: Id, body: KilnIn) -> Any:
    kiln = Kiln.objects.one(studio_of(request), kiln_id, "kiln")
    try:
        row = actions.save_kiln(
            studio_of(request), kiln=kiln, version=body.version, document=body.document, system=body.system
        )
    except Stale:
        return Status(409, STALE)
    return answer_kiln(row)


@router.post("/kilns/{kiln_id}/log", response={200: LogOut, 404: ErrorOut, 409: ErrorOut, 413: ErrorOut, 422: ErrorOut})
def look_at_log(
    request: HttpRequest, kiln_id: Id, file: File[UploadedFile], keep: bool = False, version: int = 0
) -> Any:
    """What a log says of the kiln; with `keep` its times become the kiln's."""
    row = Kiln.objects.one(studio_of(request), kiln_id, "kiln")
    kiln = read(KilnModel, row.document, "a kiln", stands=True).value
    if (file.size or 0) > MAX_BYTES:
        raise ImpossibleInput(
            f"expected a log of at most {MAX_BYTES // 1_000_000} MB, got {(file.size or 0) / 1e6:.1f} MB"
        )
    fit = fit_kiln(log_in(file), room_c=kiln.room_c)
    changes = {}
    if fit.fall_500_to_100_s is not None:
        changes["fall"] = f"{fit.fall_500_to_100_s / 3600:.2f} h"
    if fit.rise_to_800_s is not None:
        changes["rise"] = f"{fit.rise_to_800_s / 3600:.2f} h"
    if fit.first_hour_k is not None:
        changes["first_hour"] = f"{fit.first_hour_k:.0f} K"
    if keep:
        told = {
            "on": timezone.localdate().isoformat(),
            "file": (file.name or "log")[:120],
            "says": [{"metric": s.metric[:200], "us": s.us[:200]} for s in fit.says[:12]],
        }
        try:
            actions.save_kiln(
                studio_of(request), kiln=row, version=version, document=changes | {"fit": told}, system="metric"
            )
        except Stale:
            return Status(409, STALE)
    return {"fit": fit, "changes": changes}
