"""The page of a firing: what lies in it and where, one programme for all, the verdict for each, and what could join."""

from __future__ import annotations

from typing import Any, Literal

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router

from coldcradle.errors import ColdCradleError
from coldcradle.heat.schedule.clock import when
from coldcradle.load.firing import lay_out_firing
from coldcradle.load.inputs import FiringInput
from coldcradle.load.joining import would_join
from coldcradle.load.layout import Layout
from coldcradle.load.present import firing_line, skin_and_heart
from coldcradle.load.result import FiringPlan
from coldcradle.quantity.format import Message, say, show
from studio.actions import loading as actions
from studio.actions.firings import next_firing_revision
from studio.actions.sharing import join_firing
from studio.api.load_schemas import (
    BerthsIn,
    FiringConflictOut,
    FiringPageOut,
    FiringVersionIn,
    JoiningOut,
    MemberIn,
    TraceOut,
)
from studio.api.replies import reply
from studio.api.schemas import ErrorOut, Id
from studio.assembling import local_start
from studio.errors import Stale
from studio.keeping import memoized
from studio.loads import firing_input, remembered_firing, waiting_members
from studio.members import studio_of
from studio.models import Firing, Stage
from studio.piece_rows import one_piece
from studio.planning import outline_of, sketch_of

router = Router(tags=["firings"])
_MOST_WAITING = 24


_ANSWERS: dict[int, Any] = {200: FiringPageOut, 404: ErrorOut, 409: FiringConflictOut, 422: ErrorOut}


def _firing(request: HttpRequest, firing_id: int) -> Firing:
    return Firing.objects.select_related("kiln", "head").one(studio_of(request), firing_id, "firing")  # type: ignore[no-any-return]  # the manager of rows is not typed by row


def _room(firing: Firing, told: FiringInput) -> dict[str, Any]:
    kiln = told.members[0].stage.heat.kiln
    return {
        "id": firing.kiln_id,
        "name": kiln.name,
        "width_m": kiln.width_m,
        "depth_m": kiln.depth_m,
        "height_m": kiln.height_m,
        "size": [show(m, "length") for m in (kiln.width_m, kiln.depth_m, kiln.height_m)],
        "spots": [
            {"name": z.name, "at": z.at, "offset": show(z.offset_k, "difference"), "offset_k": z.offset_k}
            for z in kiln.zones
        ],
        "posts": [show(p, "length") for p in kiln.posts_m],
    }


def _planned(told: FiringInput) -> tuple[FiringPlan | None, Message]:
    try:
        plan = remembered_firing(told)
    except ColdCradleError as error:
        return None, say("**This kiln cannot do it.** {why}.", why=str(error))
    return plan, plan.answer


def _lying(told: FiringInput, plan: FiringPlan | None) -> list[dict[str, Any]]:
    ids = [int(m.key) for m in told.members]
    rows = {s.pk: s for s in Stage.objects.filter(pk__in=ids).select_related("piece")}
    plans = {m.member.key: m for m in plan.members} if plan else {}
    found = []
    for i, member in enumerate(told.members):
        row, mine = rows[int(member.key)], plans.get(member.key)
        found.append(
            {
                "stage_id": row.pk,
                "piece_id": row.piece_id,
                "piece_version": row.piece.version,
                "key": row.key,
                "name": member.name,
                "process": member.stage.heat.process.step,
                "copies": member.copies,
                "word": mine.word if mine else "unsafe",
                "says": mine.says if mine else say("Not planned."),
                "own": mine.own if mine else say(""),
                "gives": mine.gives if mine else say(""),
                "place": mine.place if mine else "",
                "letter": _letter(i),
            }
        )
    return found


def _letter(i: int) -> str:
    return chr(ord("A") + i) if i < 26 else f"{chr(ord('A') + i // 26 - 1)}{chr(ord('A') + i % 26)}"


def _layout(told: FiringInput) -> Layout | None:
    try:
        return memoized(("layout", repr(told)), lambda: lay_out_firing(told))
    except ColdCradleError:
        return None


def answer_firing(firing: Firing) -> dict[str, Any]:
    """The page of a firing as it stands."""
    told = firing_input(firing)
    if told is None:
        return {"id": firing.pk}
    plan, answer = _planned(told)
    after = next_firing_revision(firing)
    heat = told.members[0].stage.heat
    return {
        "id": firing.pk,
        "version": firing.version,
        "state": firing.state,
        "is_undated": bool(firing.inputs.get("undated")),
        "kiln": _room(firing, told),
        "answer": answer,
        "ways": plan.ways if plan else [],
        "findings": plan.findings if plan else [],
        "members": _lying(told, plan),
        "steps": plan.steps if plan else [],
        "deciders": plan.deciders if plan else {},
        "line": firing_line(plan.run, heat) if plan and plan.run else None,
        "total": plan.total if plan else show(0.0, "duration"),
        "energy": plan.energy if plan else show(0.0, "energy"),
        "layout": _layout(told),
        "load": firing.load,
        "starts": when(local_start(firing), 0.0) if not firing.inputs.get("undated") else when(heat.starts_at, 0.0),
        "label": firing.head.label if firing.head else "",
        "undoes": firing.head.label if firing.head and firing.head.parent_id else None,
        "redoes": after.label if after else None,
    }


def _page(firing: Firing, status: int = 200) -> HttpResponse:
    found = answer_firing(firing)
    if "members" not in found:
        raise Http404("Nothing lies in this firing any more.")
    return reply(FiringPageOut, found, status)


def _acted(firing: Firing, work: Any) -> HttpResponse:
    try:
        work()
    except Stale as error:
        theirs = answer_firing(error.row)
        message = "This firing was changed in another window meanwhile. Nothing of yours is lost."
        return reply(FiringConflictOut, {"message": message, "theirs": theirs}, 409)
    firing.refresh_from_db()
    return _page(firing)


@router.get("/firings/{firing_id}", response={200: FiringPageOut, 404: ErrorOut})
def show_firing(request: HttpRequest, firing_id: Id) -> Any:
    return _page(_firing(request, firing_id))


@router.post("/firings/{firing_id}/berths", response=_ANSWERS)
def change_load(request: HttpRequest, firing_id: Id, body: BerthsIn) -> Any:
    """Keep shelves and berths, all of them as they are told."""
    firing = _firing(request, firing_id)
    load = body.load.model_dump(exclude_none=True)
    plain = {name: rows for name, rows in load.items() if rows}
    return _acted(
        firing,
        lambda: actions.change_load(firing, version=body.version, load=plain, label=body.label or "berths"),
    )


@router.post("/firings/{firing_id}/arrange", response=_ANSWERS)
def arrange_firing(request: HttpRequest, firing_id: Id, body: FiringVersionIn) -> Any:
    firing = _firing(request, firing_id)
    return _acted(firing, lambda: actions.arrange_firing(firing, version=body.version))


@router.post("/firings/{firing_id}/berths/{way}", response=_ANSWERS)
def step_load(request: HttpRequest, firing_id: Id, way: Literal["undo", "redo"], body: FiringVersionIn) -> Any:
    firing = _firing(request, firing_id)
    return _acted(firing, lambda: actions.step_load(firing, version=body.version, back=way == "undo"))


@router.get("/firings/{firing_id}/waiting", response={200: list[JoiningOut], 404: ErrorOut})
def list_waiting(request: HttpRequest, firing_id: Id) -> Any:
    """Stages that wait and could go in as well, the best first."""
    firing = _firing(request, firing_id)
    told = firing_input(firing)
    if told is None or firing.started_at is not None:
        return []
    found = []
    for row, member in waiting_members(firing, most=_MOST_WAITING):
        joining = memoized(("join", repr(told), repr(member)), lambda m=member: would_join(told, m))  # type: ignore[misc]  # at once
        found.append((joining, row, member))
    return [
        {
            "stage_id": row.pk,
            "piece_id": row.piece_id,
            "piece_version": row.piece.version,
            "key": row.key,
            "name": f"{row.piece.name}, {member.stage.name.lower()}",
            "fits": joining.fits,
            "says": joining.says,
        }
        for joining, row, member in sorted(found, key=lambda f: (not f[0].fits, f[0].rank))
    ]


@router.get("/firings/{firing_id}/members/{stage_id}", response={200: TraceOut, 404: ErrorOut, 422: ErrorOut})
def show_trace(request: HttpRequest, firing_id: Id, stage_id: Id) -> Any:
    told = firing_input(_firing(request, firing_id))
    plan, _ = _planned(told) if told is not None else (None, None)
    mine = next((m for m in plan.members if m.member.key == str(stage_id)), None) if plan else None
    if mine is None:
        raise Http404("That stage does not lie in this firing, or it cannot be planned.")
    skin, heart = skin_and_heart(mine.result)
    laid = mine.result.laid
    return {
        "gives": mine.gives,
        "sketch": sketch_of(laid.sketch) if laid.sketch else None,
        "outline": outline_of(laid.section) if laid.section else None,
        "skin": skin,
        "heart": heart,
    }


def _moved(request: HttpRequest, firing_id: int, body: MemberIn, *, is_in: bool) -> HttpResponse:
    firing = _firing(request, firing_id)
    stage = Stage.objects.select_related("firing").filter(piece__studio=studio_of(request), pk=body.stage_id).first()
    if stage is None or (not is_in and stage.firing_id != firing.pk):
        raise Http404("There is no such stage in this studio, or in this firing.")
    piece = one_piece(studio_of(request), stage.piece_id)
    try:
        join_firing(piece, version=body.piece_version, key=stage.key, firing=firing if is_in else None)
    except Stale:
        message = "That piece was changed in another window meanwhile. Nothing of yours is lost."
        return reply(FiringConflictOut, {"message": message, "theirs": answer_firing(firing)}, 409)
    firing.refresh_from_db()
    return _page(firing)


@router.post("/firings/{firing_id}/put-in", response=_ANSWERS)
def put_in(request: HttpRequest, firing_id: Id, body: MemberIn) -> Any:
    return _moved(request, firing_id, body, is_in=True)


@router.post("/firings/{firing_id}/take-out", response=_ANSWERS)
def take_out(request: HttpRequest, firing_id: Id, body: MemberIn) -> Any:
    return _moved(request, firing_id, body, is_in=False)
