"""After a firing: what came out, why, and the next stage from it."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from coldcradle.after.faults import faults
from coldcradle.after.measures import measure_kinds
from coldcradle.after.next_step import CLEANING
from coldcradle.fire.opening import CAUTIONS
from coldcradle.heat.schedule.processes import PROCESSES
from studio.actions import measures as actions
from studio.actions.next_stages import changed_stage, create_followup_stage
from studio.aftermath import aftermath_of
from studio.api.fire import one_firing, photos_of, stage_in
from studio.api.fire_schemas import AfterOut, MeasuresIn, NextIn, ObservationsIn
from studio.api.live import clock_of, stages_in
from studio.api.pieces import conflict, piece_response
from studio.api.schemas import ConflictOut, ErrorOut, Id, PieceOut
from studio.assembling import local_start
from studio.errors import Stale
from studio.models import Firing, Stage
from studio.watching import frozen_of
from studio.who import by_others

router = Router(tags=["after"])
_ERRORS: dict[int, Any] = {404: ErrorOut, 422: ErrorOut}


def _answer(firing: Firing, stage: Stage) -> dict[str, Any]:
    now = timezone.now()
    found = aftermath_of(firing, stage, now)
    observed = dict(stage.observations.filter(firing=firing).values_list("fault", "by_id"))
    measured = list(stage.measures.filter(firing=firing))
    seen = set(observed)
    family = PROCESSES[stage.process].family
    events = [e for e in firing.events.all() if e.kind == "open"]
    clock = clock_of(firing)
    later = stage.piece.stages.filter(order__gt=stage.order, process=stage.process).order_by("order").first()
    return {
        "firing_id": firing.pk,
        "state": firing.state,
        "stage_id": stage.pk,
        "piece_id": stage.piece_id,
        "stages": stages_in(firing),
        "opened": clock(events[-1].at_s) if events and firing.state == "opened" else None,
        "measures": found.measures,
        "places": {kind.key: kind.places for kind in measure_kinds().values()},
        "typed": [{"key": m.key, "place": m.place, "typed": m.typed, "copy_number": m.copy} for m in measured],
        "copies": frozen_of(firing, stage.pk).result.stage.makes if firing.frozen else 1,
        "faults": [
            {"key": f.key, "name": f.name, "words": f.words, "is_seen": f.key in seen}
            for f in faults().values()
            if family in f.families or f.key in seen
        ],
        "note": firing.note,
        "by": sorted(set(by_others([*observed.values(), *(m.by_id for m in measured)]).values())),
        "residue": found.residue,
        "causes": found.causes,
        "lever": found.lever,
        "next_steps": found.steps,
        "photos": photos_of(firing, stage),
        "next_stage": later.key if later else None,
        "cautions": [CLEANING.text, *CAUTIONS[1:]],
    }


@router.get("/firings/{firing_id}/after", response={200: AfterOut, **_ERRORS})
def show_after(request: HttpRequest, firing_id: Id, stage_id: Id) -> Any:
    firing = one_firing(request, firing_id)
    return _answer(firing, stage_in(firing, stage_id))


@router.post("/firings/{firing_id}/measures", response={200: AfterOut, **_ERRORS})
def keep_measures(request: HttpRequest, firing_id: Id, body: MeasuresIn) -> Any:
    firing = one_firing(request, firing_id)
    stage = stage_in(firing, body.stage_id)
    actions.keep_measures(
        firing, stage, [(r.key, r.place, r.typed) for r in body.rows], system=body.system, copy=body.copy_number
    )
    return _answer(firing, stage)


@router.post("/firings/{firing_id}/observations", response={200: AfterOut, **_ERRORS})
def keep_observations(request: HttpRequest, firing_id: Id, body: ObservationsIn) -> Any:
    firing = one_firing(request, firing_id)
    stage = stage_in(firing, body.stage_id)
    actions.keep_observations(firing, stage, body.faults, body.note)
    firing.refresh_from_db()
    return _answer(firing, stage)


@router.post("/firings/{firing_id}/next", response={201: PieceOut, 409: ConflictOut, **_ERRORS})
def make_next(request: HttpRequest, firing_id: Id, body: NextIn) -> Any:
    """The next stage: the same with the one change proposed, or this piece fired on with its measured sizes."""
    firing = one_firing(request, firing_id)
    stage = stage_in(firing, body.stage_id)
    try:
        if body.how == "on":
            found, key = create_followup_stage(
                stage.piece, stage, version=body.version, process=body.process or stage.process
            )
        else:
            lever = aftermath_of(firing, stage, timezone.now()).lever
            found, key = changed_stage(
                stage.piece,
                stage,
                version=body.version,
                changes=lever.changes if lever else {},
                now=timezone.now().astimezone(local_start(firing).tzinfo),
            )
    except Stale as error:
        return conflict(error, stage.key)
    return piece_response(stage.piece, found, key, status=201)
