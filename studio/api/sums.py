"""The single calculations."""

from __future__ import annotations

from typing import Any, Literal

from django.http import Http404, HttpRequest
from ninja import Router

from coldcradle.document.reading import read
from coldcradle.glass.kinds import GlassProperties, KindDocument, forms
from coldcradle.layup.sketch import Sketch
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import compute_stage
from coldcradle.quantity.format import DualQuantity, Message, show
from coldcradle.quantity.parse import System
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Finding
from coldcradle.sums import SUMS, evaluate
from studio.api.replies import Schema
from studio.api.schemas import EntryOut, ErrorOut, Id, ShortText
from studio.members import studio_of
from studio.models import GlassKind
from studio.piece_rows import one_piece, stage_at
from studio.planning import planned

router = Router(tags=["sums"])


class FieldOut(Schema):
    key: str
    label: str
    hint: str
    kind: str
    optional: bool
    default: str
    choices: list[tuple[str, str]]


class SumOut(Schema):
    key: str
    name: str
    says: str
    station: str
    fields: list[FieldOut]


class SumRow(Schema):
    name: str
    cells: list[DualQuantity]


class SendOut(Schema):
    label: str
    changes: list[tuple[str, Any]]


class ResultOut(Schema):
    answer: Message
    figures: list[Figure]
    heads: list[str]
    rows: list[SumRow]
    findings: list[Finding]
    cautions: list[str]
    sends: list[SendOut]
    sketch: Sketch | None


class SumFaultOut(Schema):
    path: str
    message: str
    typed: str


class OutcomeOut(Schema):
    entries: dict[str, EntryOut]
    faults: list[SumFaultOut]
    result: ResultOut | None


class TypedIn(Schema):
    system: Literal["metric", "us"] = "metric"
    typed: dict[str, str] = {}


class FilledOut(Schema):
    """Values of a sum taken from a piece, as typed."""

    typed: dict[str, str]


def _kinds(request: HttpRequest) -> dict[str, GlassProperties]:
    rows = GlassKind.objects.of(studio_of(request)).filter(is_archived=False)
    return {row.key: read(KindDocument, row.document, "a kind of glass", stands=True).value for row in rows}


def _one(key: str) -> Any:
    if key not in SUMS:
        raise Http404("There is no sum of this name.")
    return SUMS[key]


@router.get("", response=list[SumOut])
def list_sums(request: HttpRequest) -> Any:
    kinds = _kinds(request)
    named = [(key, kind.name) for key, kind in kinds.items()]
    formed = [(key, form.name) for key, form in forms().items()]
    return [
        {
            "key": one.key,
            "name": one.name,
            "says": one.says,
            "station": one.station,
            "fields": [
                {
                    "key": f.key,
                    "label": f.label,
                    "hint": f.hint,
                    "kind": f.kind,
                    "optional": f.optional,
                    "default": f.default,
                    "choices": named if f.kind == "glass" else formed if f.kind == "form" else f.choices,
                }
                for f in one.fields
            ],
        }
        for one in SUMS.values()
    ]


@router.post("/{key}", response={200: OutcomeOut, 404: ErrorOut, 422: ErrorOut})
def work_sum(request: HttpRequest, key: ShortText, body: TypedIn) -> Any:
    system: System = body.system
    return evaluate(_one(key), {k: v[:4000] for k, v in body.typed.items()}, kinds=_kinds(request), system=system)


@router.get("/{key}/from/{piece_id}", response={200: FilledOut, 404: ErrorOut, 422: ErrorOut})
def fill_sum(request: HttpRequest, key: ShortText, piece_id: Id, stage: str = "") -> Any:
    """What a stage of a piece knows of a sum's fields."""
    one = _one(key)
    piece = one_piece(studio_of(request), piece_id)
    found = planned(piece)
    at = found.at(stage)
    staged = staged_of(found.piece, found.piece.stages[at].key)
    laid = compute_stage(staged.stage, staged.incoming).laid
    cradle, glass, figures = staged.stage.cradle, staged.stage.glass, found.plan.stages[at].figures
    level = min(laid.load.sheet_m, cradle.room.height_m) if laid.charged is None else laid.charged.thickness.value
    prices = [
        i.details["price"]
        for i in stage_at(piece, staged.stage.key).glass_kind.items.filter(is_archived=False)
        if i.details.get("price")
    ]
    each = laid.charged.each if laid.charged else figures["piece_mass" if "piece_mass" in figures else "pile"]
    words = {
        "glass.kind": glass.kind.key,
        "glass.form": glass.form.key,
        "across": show(cradle.room.span_m[0], "length").metric.text,
        "brim": show(cradle.room.height_m, "length").metric.text,
        "area": show(cradle.room.area_m2(level), "area").metric.text,
        "foot": show(cradle.room.narrow_m(level), "length").metric.text,
        "price": prices[0] if prices else "",
        "cavities": "\n".join(
            [f"{cradle.name} {each.shown.metric.text} x {cradle.count}"]
            + [f"{o.name} {show(o.fill_kg, 'mass').metric.text} x {o.count}" for o in cradle.others]
        ),
    }
    typed = {}
    for f in one.fields:
        value = words.get(f.fills) or (figures[f.fills].shown.metric.text if f.fills in figures else "")
        if value:
            typed[f.key] = value
    return {"typed": typed}
