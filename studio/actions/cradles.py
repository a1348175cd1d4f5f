"""Write the cradles on the shelf: from a piece, copied, put away, cared for."""

from __future__ import annotations

import copy
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.db.models import F

from coldcradle.cradle.inputs import Care
from coldcradle.document.reading import read
from coldcradle.entry import duration, inputs, kept
from coldcradle.errors import DocumentError, Fault, ImpossibleInput
from coldcradle.quantity.format import show
from coldcradle.quantity.parse import System, parse, with_unit
from studio.actions.stock import forget_summaries
from studio.errors import Stale
from studio.keeping import keeping
from studio.models import Cradle, Piece
from studio.piece_rows import stage_at
from studio.planning import assemble, planned

__all__ = ["care_for", "copy_cradle", "dry_at", "put_cradle_away", "remember_fill", "rename_cradle", "shelve_cradle"]


def _moment(value: object) -> datetime:
    try:
        return datetime.fromisoformat(str(value))
    except ValueError:
        raise ImpossibleInput(f"expected a start such as 2026-11-23T16:00, got {str(value)[:40]}") from None


@inputs
class Drying:
    """A drying that goes on: since when, and how long it lasts."""

    started: datetime = kept(check=_moment, is_needed=True)
    lasts_s: float = duration(called="a drying time", low=60.0, high=90 * 86400.0)


_CARE = {"release", "fills", "drying", "rated", "single_use", "firings", "first_schedule", "condition"}
_MOST_FILLS = 100


@keeping
def shelve_cradle(piece: Piece, key: str = "") -> Cradle:
    """Copy the cradle of a piece's stage to the shelf; one of the same name there is brought up to date.

    The piece belongs to it from now on.
    """
    stage = stage_at(piece, key)
    document = assemble(piece, [stage])["stages"][0]["cradle"]
    care = document.pop("care", {})
    cradle = Cradle.objects.of(piece.studio).filter(name=document["name"]).first()
    cradle = cradle or Cradle(studio=piece.studio, name=document["name"], version=0, care=care)
    cradle.document = document
    cradle.is_archived = False
    cradle.version += 1
    cradle.save()
    if stage.cradle_id != cradle.pk:
        stage.cradle = cradle
        stage.save(update_fields=["cradle"])
    return cradle


def copy_cradle(cradle: Cradle) -> Cradle:
    """A second cradle like this one, new and uncoated, not yet measured."""
    taken = set(Cradle.objects.of(cradle.studio).values_list("name", flat=True))
    name = next(n for i in range(2, 10_000) if (n := f"{cradle.name[:70]} ({i})") not in taken)
    document = copy.deepcopy(cradle.document) | {"name": name}
    care = {k: v for k, v in cradle.care.items() if k in ("rated", "single_use", "first_schedule")}
    return Cradle.objects.create(studio=cradle.studio, name=name, document=document, care=care, photo=cradle.photo)


def put_cradle_away(cradle: Cradle, *, away: bool) -> None:
    """Take a cradle off the shelf, or put it back; nothing is lost."""
    Cradle.objects.filter(pk=cradle.pk).update(is_archived=away, version=F("version") + 1)


def _checked(cradle: Cradle, version: int) -> None:
    cradle.refresh_from_db()
    if cradle.version != version:
        raise Stale(cradle)


@transaction.atomic
def rename_cradle(cradle: Cradle, *, version: int, name: str) -> Cradle:
    """Give a cradle another name. Raises Stale and DocumentError."""
    _checked(cradle, version)
    if not name.strip():
        raise DocumentError([Fault("name", "expected some words; nothing is written here", name)])
    cradle.name = cradle.document["name"] = name.strip()[:80]
    cradle.version += 1
    cradle.save(update_fields=["name", "document", "version", "updated_at"])
    return cradle


def dry_at(drying: Any) -> str | None:
    """When what was set to dry will be dry, on the clock it was started by; None where no clock runs."""
    if not isinstance(drying, dict) or not drying.get("started"):
        return None
    try:
        lasts_s = parse(str(drying.get("lasts", "")), "duration")
        return (datetime.fromisoformat(drying["started"]) + timedelta(seconds=lasts_s)).isoformat(timespec="minutes")
    except (ValueError, OverflowError):
        return None


@transaction.atomic
def care_for(cradle: Cradle, *, version: int, changes: dict[str, Any], system: System) -> Cradle:
    """Write entries of a cradle's care, checked as a whole. Raises Stale and DocumentError."""
    _checked(cradle, version)
    unknown = set(changes) - _CARE
    if unknown:
        raise DocumentError([Fault(sorted(unknown)[0], "there is no such entry", "")])
    care = cradle.care | changes
    if isinstance(changes.get("rated"), str):
        care["rated"] = with_unit(changes["rated"], "temperature", system) if changes["rated"].strip() else ""
    faults: list[Fault] = []
    for of, told, called, path in (
        (Care, care, "the care of a cradle", ""),
        (Drying, care.get("drying"), "", "drying"),
    ):
        try:
            if told:
                read(of, told, called or "a start and a time", path=path)
        except DocumentError as error:
            faults += error.faults
    if faults:
        raise DocumentError(faults)
    cradle.care = care
    cradle.version += 1
    cradle.save(update_fields=["care", "version", "updated_at"])
    forget_summaries(stages__cradle=cradle)
    return cradle


@keeping
def remember_fill(piece: Piece, *, how: str, on: str, key: str = "") -> Cradle:
    """Write down that this charge, less its loss, fitted, ran over or fell short; the cradle goes to the shelf if
    need be.
    """
    stage = stage_at(piece, key)
    cradle = stage.cradle or shelve_cradle(piece, key)
    found = planned(piece)
    figures, glass = found.stage(stage.key).figures, found.piece.stages[found.at(stage.key)].glass
    each = figures.get("charge_each", figures["charge_mass"])
    density = glass.kind.density_kg_m3
    fill = {
        "mass": show(each.value / (1 + glass.loss), "mass").metric.text,
        "density": show(density, "density").metric.text,
        "kind": glass.kind.name,
        "on": on[:20],
        "how": how,
        "loss": f"{glass.loss * 100:g} %",
    }
    cradle.care["fills"] = [fill, *cradle.care.get("fills", [])][:_MOST_FILLS]
    cradle.version += 1
    cradle.save(update_fields=["care", "version", "updated_at"])
    return cradle
