"""Examples that a studio may copy, and the kilns it may begin with; figures of kilns: common practice, no source."""

from __future__ import annotations

import copy
import functools
import json
from dataclasses import dataclass
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.db import transaction

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import kind_document, shipped_kinds
from studio.actions.bringing_in import import_piece
from studio.actions.firing_life import act_on, begin, tick
from studio.actions.shelf import save_kiln
from studio.checking import listed_checks
from studio.demo.documents import demo_documents
from studio.models import Firing, GlassKind, Kiln, Piece, Studio
from studio.stock_levels import rack_of

__all__ = [
    "EXAMPLES",
    "Example",
    "copied_example",
    "generic_kilns",
    "keep_generic_kiln",
    "keep_glass",
    "practice_firing",
]

_PACE, _KEY = 3600, "practice-pace"
_REASON = "Practice: no glass is in it."


@dataclass(frozen=True, slots=True)
class Example:
    """A piece of the demo, by the name it has there, and what is learned from it."""

    key: str
    piece: str
    says: str


EXAMPLES = (
    Example("cast", "Lamp-room prism", "A thick casting: how much glass, and days of annealing."),
    Example("slump", "Pilot’s bowl", "A blank goes down into a mould: when it touches, how even it stays."),
    Example("drape", "Drum shade", "A sheet comes down over a drum, and folds where it must."),
)


@functools.cache
def generic_kilns() -> tuple[dict[str, Any], ...]:
    """Three kilns like most; whoever has one measures it and puts their own figures in."""
    return tuple(json.loads((Path(__file__).parent / "kilns.json").read_text("utf-8")))


def keep_generic_kiln(studio: Studio, key: str) -> Kiln:
    """One of them as a kiln of the studio. Raises ImpossibleInput for one there is not."""
    found = next((one for one in generic_kilns() if one["key"] == key), None)
    if found is None:
        raise ImpossibleInput(f"expected one of {', '.join(k['key'] for k in generic_kilns())}, got {key[:20]}")
    names = set(Kiln.objects.of(studio).values_list("name", flat=True))
    name = next(n for n in (found["name"], *(f"{found['name']} {k}" for k in range(2, 99))) if n not in names)
    return save_kiln(studio, kiln=None, version=None, document=found["document"] | {"name": name}, system="metric")


@transaction.atomic
def keep_glass(studio: Studio, keys: list[str]) -> None:
    """Only these of the shipped kinds stay in sight; none chosen: all of them."""
    shipped = GlassKind.objects.of(studio).filter(key__in=list(shipped_kinds()))
    wanted = set(keys) & set(shipped_kinds()) or set(shipped_kinds())
    shipped.filter(key__in=wanted).update(is_archived=False)
    shipped.exclude(key__in=wanted).update(is_archived=True)


def _kiln(studio: Studio) -> Kiln:
    kiln: Kiln | None = Kiln.objects.of(studio).order_by("pk").first()
    return kiln or keep_generic_kiln(studio, "middle")


def copied_example(studio: Studio, key: str, now: datetime, *, name: str = "") -> Piece:
    """A copy of an example on the studio's own kiln, without a start. Raises ImpossibleInput for one there is not."""
    example = next((one for one in EXAMPLES if one.key == key), None)
    if example is None:
        raise ImpossibleInput(f"expected one of {', '.join(e.key for e in EXAMPLES)}, got {key[:20]}")
    whole = copy.deepcopy(next(d for d in demo_documents() if d["name"] == example.piece))
    kiln, kinds = _kiln(studio), {kind.key: kind for kind in GlassKind.objects.of(studio)}
    tomorrow = (now + timedelta(days=1)).strftime("%Y-%m-%dT08:00")
    for stage in whole["stages"]:
        told = stage["glass"]["kind"]
        kind = kinds.get(told)
        document = kind.document if kind else kind_document(shipped_kinds()[told])
        stage["glass"] |= {"kind": document, "rack": rack_of(kind) if kind else {}}
        stage["heat"] |= {"kiln": kiln.document, "starts_at": tomorrow, "undated": True}
    whole["name"] = name or f"{example.piece}, a copy"
    return import_piece(studio, whole)


def practice_firing(studio: Studio, now: datetime) -> Firing:
    """A copy of the bowl in the practice kiln, begun now at an hour a second."""
    piece = copied_example(studio, "slump", now, name="Practice bowl")
    firing: Firing = piece.stages.get().firing
    for one in listed_checks(firing):
        if not one.is_good:
            tick(firing, one.stage, one.check.rule, is_done=one.check.by == "human", reason=_REASON, when=now)
    begin(firing, key="practice", is_simulated=True, at=None, now=now)
    act_on(firing, key=_KEY, kind="pace", given={"times": _PACE}, now=now, ago_s=0.0)
    firing.refresh_from_db()
    return firing
