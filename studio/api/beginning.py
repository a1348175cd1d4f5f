"""The first hour: four steps, each passed over as one likes."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import Field

from coldcradle.glass.kinds import shipped_kinds
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut
from studio.beginning.examples import (
    EXAMPLES,
    copied_example,
    generic_kilns,
    keep_generic_kiln,
    keep_glass,
    practice_firing,
)
from studio.members import studio_of
from studio.models import GlassKind, Kiln, Studio

router = Router(tags=["beginning"])
_REFUSED: dict[int, Any] = {403: ErrorOut, 422: ErrorOut}
_MOST_STEPS = 20
Key = Annotated[str, Field(max_length=30)]


class OfferOut(Schema):
    key: str
    name: str
    says: str


class GlassChoiceOut(Schema):
    key: str
    name: str
    is_used: bool


class BeginOut(Schema):
    """`begun`: the steps that were done or passed over; `kilns` are three like most, for who has not measured yet."""

    begun: dict[str, str]
    kilns: list[OfferOut]
    own_kilns: list[str]
    glass: list[GlassChoiceOut]
    examples: list[OfferOut]


class StepIn(Schema):
    step: Key
    how: Key


class KilnChosenIn(Schema):
    key: Key


class GlassChosenIn(Schema):
    keys: Annotated[list[Key], Field(max_length=40)]


class ExampleIn(Schema):
    """`practice`: in the practice kiln, begun now, an hour a second."""

    key: Key
    how: Literal["copy", "practice"] = "copy"


class CopiedOut(Schema):
    piece_id: int
    station: str


def _begin(studio: Studio) -> dict[str, Any]:
    shipped = shipped_kinds()
    return {
        "begun": studio.begun,
        "kilns": [{k: one[k] for k in ("key", "name", "says")} for one in generic_kilns()],
        "own_kilns": list(Kiln.objects.of(studio).order_by("name").values_list("name", flat=True)),
        "glass": [
            {"key": kind.key, "name": kind.name, "is_used": not kind.is_archived}
            for kind in GlassKind.objects.of(studio).filter(key__in=list(shipped)).order_by("pk")
        ],
        "examples": [{"key": one.key, "name": one.piece, "says": one.says} for one in EXAMPLES],
    }


@router.get("", response=BeginOut)
def show_beginning(request: HttpRequest) -> Any:
    return _begin(studio_of(request))


@router.post("/step", response={200: BeginOut, **_REFUSED})
def pass_step(request: HttpRequest, body: StepIn) -> Any:
    """A step was done, or passed over."""
    studio = Studio.objects.get(pk=studio_of(request).pk)
    if body.step in studio.begun or len(studio.begun) < _MOST_STEPS:
        studio.begun = {**studio.begun, body.step: body.how}
        studio.save(update_fields=["begun"])
    return _begin(studio)


@router.post("/kiln", response={201: BeginOut, **_REFUSED})
def choose_kiln(request: HttpRequest, body: KilnChosenIn) -> Any:
    keep_generic_kiln(studio_of(request), body.key)
    return Status(201, _begin(studio_of(request)))


@router.post("/glass", response={200: BeginOut, **_REFUSED})
def choose_glass(request: HttpRequest, body: GlassChosenIn) -> Any:
    """The glass one uses; the rest is put away, not lost."""
    keep_glass(studio_of(request), body.keys)
    return _begin(studio_of(request))


@router.post("/example", response={201: CopiedOut, **_REFUSED})
def copy_example(request: HttpRequest, body: ExampleIn) -> Any:
    studio, now = studio_of(request), timezone.now()
    if body.how == "practice":
        firing = practice_firing(studio, now)
        return Status(201, {"piece_id": firing.stages.get().piece_id, "station": "fire"})
    return Status(201, {"piece_id": copied_example(studio, body.key, now).pk, "station": "cradle"})
