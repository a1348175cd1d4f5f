"""Fill an empty database with the made-up studio. All figures of it are invented."""

from __future__ import annotations

import copy
import json
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction

from studio.actions.bringing_in import import_piece
from studio.actions.cradles import care_for, shelve_cradle
from studio.actions.people import make_studio
from studio.actions.pieces import create_piece
from studio.actions.shelf import save_kiln, save_kind
from studio.actions.solids import keep_solid, room_steps
from studio.actions.stock import save_item
from studio.demo.documents import demo_documents, started
from studio.demo.history import load_history
from studio.demo.shared import load_shared_firings
from studio.models import GlassKind, Kiln, Member, Role, Studio, acting
from studio.stock_levels import rack_of

__all__ = ["DEMO_USER", "load_demo"]

DEMO_USER = "Gannet Row"
_HERE = Path(__file__).parent


@transaction.atomic
def load_demo(today: datetime, *, with_history: bool = True, is_all_dated: bool = False) -> Any:
    """The demo studio with rack, kilns, pieces and notebook; one that is there is left as it is.

    Few of its pieces have a start, so that no two want one kiln; `is_all_dated` gives every one its own.
    """
    standing = Studio.objects.filter(members__person__username=DEMO_USER).first()
    if standing is not None:
        return standing
    studio = make_studio(_person(DEMO_USER, "Wren"), DEMO_USER)
    partner, _ = (
        Member.objects.create(studio=studio, person=_person(name, name), role=role)
        for name, role in (("Maren", Role.MAKER), ("Knot", Role.GUEST))
    )
    told = json.loads((_HERE / "studio.json").read_text("utf-8"))
    kinds, kilns = _fill_shelves(studio, told)

    def ready(whole: dict[str, Any]) -> dict[str, Any]:
        """A document with the studio's own glass, kilns and days in it."""
        for stage in whole["stages"]:
            kind, kiln = kinds[stage["glass"]["kind"]], kilns[stage["heat"]["kiln"]]
            stage["glass"] |= {"kind": kind.document, "rack": rack_of(kind)}
            stage["heat"] |= {"kiln": kiln.document, "starts_at": started(today, stage["heat"]["starts_at"])}
            if isinstance(stage["cradle"].get("solid"), str):
                stage["cradle"]["solid"] = _solid(studio, stage["cradle"]["solid"])
        return whole

    def begin(documents: list[dict[str, Any]]) -> None:
        for document in documents:
            whole = ready(_of_this_week(document, is_all_dated=is_all_dated))
            piece = import_piece(studio, whole)
            for stage in whole["stages"]:
                if not stage["cradle"]["name"].startswith("Kiln shelf"):
                    _shelve(piece, stage["key"], told["care"], today)

    documents = demo_documents()
    begin([document for document in documents if "bench" not in document])
    if not is_all_dated:
        load_shared_firings(studio)
    if with_history:
        named = {path.stem: json.loads(path.read_text("utf-8")) for path in (_HERE / "pieces").glob("*.json")}
        whose = acting.set(partner.person_id)  # the firings of last season were hers
        try:
            load_history(studio, today if today.tzinfo else today.astimezone(), named, ready)
        finally:
            acting.reset(whose)
    begin([document for document in documents if "bench" in document])  # last, after all that is in the notebook
    return studio


def _person(sign_in: str, name: str) -> Any:
    """Somebody of the demo, who is called so and signs in by nothing but a page of it."""
    person = get_user_model().objects.create_user(sign_in, first_name=name)
    person.set_unusable_password()
    person.save()
    return person


def _fill_shelves(studio: Any, told: dict[str, Any]) -> tuple[dict[str, GlassKind], dict[str, Kiln]]:
    """Kinds of glass with what is on the rack, and kilns; each by its name."""
    for document in told["kinds"]:
        save_kind(studio, kind=None, version=None, document=document, system="metric")
    kinds = {kind.key: kind for kind in GlassKind.objects.of(studio)}
    for entry in told["stock"]:
        details = {name: typed for name, typed in entry.items() if name not in ("kind", "form")}
        save_item(
            studio,
            item=None,
            version=None,
            kind=kinds[entry["kind"]],
            form=entry["form"],
            document=details,
            system="metric",
        )
    for kiln in told["kilns"]:
        save_kiln(studio, kiln=None, version=None, document=kiln, system="metric")
    return kinds, {kiln.name: kiln for kiln in Kiln.objects.of(studio)}


# What has a start; the rest waits for one. Each has its kiln to itself.
_THIS_WEEK = ("Lamp-room prism", "Pilot’s bowl", "Rain-gauge bowl", "Harbour-mark paperweight")


def _of_this_week(document: dict[str, Any], *, is_all_dated: bool) -> dict[str, Any]:
    """A copy of a document, without a start where it is not of this week."""
    whole = copy.deepcopy(document)
    for stage in whole["stages"] if whole["name"] not in _THIS_WEEK and not is_all_dated else ():
        stage["heat"]["undated"] = True
    return whole


def _shelve(piece: Any, key: str, care: dict[str, Any], today: datetime) -> None:
    """A demo piece's cradle goes to the shelf, with what is known of it."""
    cradle = shelve_cradle(piece, key)
    if cradle.name in care and not cradle.care:
        care_for(cradle, version=cradle.version, changes=_dated(today, care[cradle.name]), system="metric")


def _dated(today: datetime, care: dict[str, Any]) -> dict[str, Any]:
    """Dates of a cradle's care are days before today."""
    dated = copy.deepcopy(care)
    for entry in (*dated.get("release", []), *dated.get("fills", [])):
        entry["on"] = (today + timedelta(days=int(entry["on"]))).strftime("%Y-%m-%d")
    return dated


def _solid(studio: Any, name: str) -> dict[str, Any]:
    """The room of a mesh that ships with the demo."""
    solid = keep_solid(studio, SimpleUploadedFile(name, (_HERE / name).read_bytes()))
    *_, last = room_steps(solid, role="cavity", unit="mm", up="z", largest_only=False)
    return dict(last["solid"])


def load_many(studio: Any, count: int) -> None:
    """`count` more pieces, for trying long lists."""
    kind = GlassKind.objects.of(studio).get(key="fusing-90-clear")
    kiln = Kiln.objects.of(studio).first()
    from coldcradle.document.starting import starting_cradle

    for number in range(count):
        create_piece(
            studio,
            name=f"Trial tile {number + 1:03d}",
            cradle=starting_cradle("cast", "box"),
            kind=kind,
            kiln=kiln,  # type: ignore[arg-type]  # as plain values
            starts_at="2026-12-01T08:00",
            zone="UTC",
        )
