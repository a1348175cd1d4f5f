"""Before and while a firing runs: checks, beginning, how it stands now, what is done to it, and its readings."""

from __future__ import annotations

import csv
import io
import math
from typing import Any, Literal

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Router, Status
from ninja.files import UploadedFile

from coldcradle.before.check import TOPICS
from coldcradle.errors import DocumentError, Fault, ImpossibleInput, QuantityError
from coldcradle.fire.consequences import consequences, expected_left_pa
from coldcradle.fire.figures import fire_figures
from coldcradle.heat.kiln.log_text import MAX_BYTES
from coldcradle.heat.limits import RUN_BAND
from coldcradle.heat.schedule.clock import when
from coldcradle.piece.cautions import fire_cautions
from coldcradle.quantity.format import plural, say, show
from coldcradle.quantity.parse import parse
from studio.actions import firing_life as life
from studio.actions import readings as reading_actions
from studio.actions.measures import keep_stage_photo
from studio.api.fire_schemas import (
    ActIn,
    AheadOut,
    BeforeOut,
    JobOut,
    LiveOut,
    LoadIn,
    ReadingsIn,
    ReadOut,
    StagePhotoOut,
    StartIn,
    TakeBackIn,
    TickIn,
    UndoIn,
)
from studio.api.live import clock_of, live_answer, stages_in
from studio.api.schemas import ErrorOut, Id
from studio.assembling import local_start
from studio.checking import listed_checks
from studio.members import studio_of
from studio.models import Firing, Stage, StagePhoto
from studio.notebook import keep_told
from studio.watching import moment_of, samples_of, state_of
from studio.who import by_others

__all__ = ["one_firing", "photos_of", "router", "stage_in"]

router = Router(tags=["fire"])
_ERRORS: dict[int, Any] = {404: ErrorOut, 422: ErrorOut}


def one_firing(request: HttpRequest, firing_id: int) -> Firing:
    """A firing of whoever asks."""
    return Firing.objects.select_related("kiln").one(studio_of(request), firing_id, "firing")  # type: ignore[no-any-return]  # the manager of rows is not typed by row


def stage_in(firing: Firing, stage_id: int) -> Stage:
    """A stage that is in this firing. Raises ImpossibleInput for one that is not."""
    stage = firing.stages.select_related("piece", "firing__kiln", "cradle").filter(pk=stage_id).first()
    if stage is None:
        raise ImpossibleInput("expected a stage of this firing")
    return stage


def photos_of(firing: Firing, stage: Stage | None = None) -> list[dict[str, Any]]:
    """The photographs of a firing, or of one of its stages."""
    rows = StagePhoto.objects.filter(firing=firing)
    rows = rows.filter(stage=stage) if stage is not None else rows
    return [{"id": r.pk, "photo_id": r.photo_id, "when": r.when, "stage_id": r.stage_id} for r in rows]


def _before(firing: Firing) -> dict[str, Any]:
    listed = listed_checks(firing)
    names = by_others(one.by_id for one in listed)
    zone = local_start(firing)
    still = [one for one in listed if not one.is_good]
    blocks = sum(one.blocks for one in listed)
    if not still:
        says = say("**Everything stands well.** The lid may close.")
    elif blocks:
        says = say(f"**{plural(blocks, 'thing')} in the way**, {plural(len(still), 'thing')} not ticked yet.")
    else:
        says = say(f"Nothing stands in the way; **{plural(len(still), 'thing')}** not ticked yet.")
    return {
        "firing_id": firing.pk,
        "state": firing.state,
        "kiln": firing.kiln.name,
        "stages": stages_in(firing),
        "topics": TOPICS,
        "lines": [
            {
                "stage_id": one.stage.pk,
                "piece": one.piece,
                "check": one.check,
                "ticked": when(zone, (one.ticked_at - firing.starts_at).total_seconds()) if one.ticked_at else None,
                "reason": one.reason,
                "by": names.get(one.by_id or 0, ""),
                "is_good": one.is_good,
                "blocks": one.blocks,
            }
            for one in listed
        ],
        "open_count": len(still),
        "blocks_count": blocks,
        "photos": photos_of(firing),
        "starts": when(zone, 0.0),
        "says": says,
        "cautions": fire_cautions("before"),
    }


@router.get("/firings/{firing_id}/before", response={200: BeforeOut, **_ERRORS})
def show_before(request: HttpRequest, firing_id: Id) -> Any:
    return _before(one_firing(request, firing_id))


@router.post("/firings/{firing_id}/checks", response={200: BeforeOut, **_ERRORS})
def tick_check(request: HttpRequest, firing_id: Id, body: TickIn) -> Any:
    firing = one_firing(request, firing_id)
    stage = stage_in(firing, body.stage_id)
    life.tick(firing, stage, body.rule, is_done=body.is_done, reason=body.reason, when=timezone.now())
    return _before(firing)


@router.post("/firings/{firing_id}/load", response={200: BeforeOut, **_ERRORS})
def load_firing(request: HttpRequest, firing_id: Id, body: LoadIn) -> Any:
    firing = one_firing(request, firing_id)
    life.load(firing, is_loaded=body.is_loaded)
    return _before(firing)


@router.post("/firings/{firing_id}/start", response={200: LiveOut, **_ERRORS})
def start_firing(request: HttpRequest, firing_id: Id, body: StartIn) -> Any:
    now = timezone.now()
    firing = life.begin(
        one_firing(request, firing_id), key=body.key, is_simulated=body.is_simulated, at=body.at, now=now
    )
    return live_answer(firing, None, now)


@router.get("/firings/{firing_id}/live", response={200: LiveOut, **_ERRORS})
def show_live(request: HttpRequest, firing_id: Id, stage_id: Id | None = None) -> Any:
    return live_answer(one_firing(request, firing_id), stage_id, timezone.now())


@router.get("/firings/{firing_id}/ahead", response={200: AheadOut, **_ERRORS})
def show_ahead(request: HttpRequest, firing_id: Id, stage_id: Id | None = None) -> Any:
    """What each button would do: worked out apart, as it runs the glass on to the end."""
    firing = one_firing(request, firing_id)
    frozen, state, _ = state_of(firing, stage_id, timezone.now())
    left = expected_left_pa(frozen.watched, state)
    planned = frozen.watched.planned_left_pa
    return {
        "acts": consequences(frozen.watched, state, clock_of(firing)),
        "figures": {f.key: f for f in fire_figures(frozen.watched, state, left)},
        "left": show(left, "stress", RUN_BAND * left) if left is not None else None,
        "planned_left": show(planned, "stress", RUN_BAND * planned),
    }


@router.post("/firings/{firing_id}/acts", response={200: LiveOut, **_ERRORS})
def act_on_firing(request: HttpRequest, firing_id: Id, body: ActIn, stage_id: Id | None = None) -> Any:
    now = timezone.now()
    firing = one_firing(request, firing_id)
    try:
        life.act_on(firing, key=body.key, kind=body.kind, given=body.data, now=now, ago_s=body.ago_s)
    except (TypeError, ValueError, OverflowError) as error:
        if isinstance(error, ImpossibleInput):
            raise
        raise ImpossibleInput("expected numbers where numbers belong") from None
    if body.kind == "open":
        keep_told(firing, now)  # lists do not wait for it
    return live_answer(firing, stage_id, now)


@router.post("/firings/{firing_id}/take-back", response={200: LiveOut, **_ERRORS})
def undo_act(request: HttpRequest, firing_id: Id, body: UndoIn, stage_id: Id | None = None) -> Any:
    now = timezone.now()
    firing = one_firing(request, firing_id)
    life.undo_act(firing, key=body.key, of=body.of, now=now)
    return live_answer(firing, stage_id, now)


@router.post("/firings/{firing_id}/readings", response={200: ReadOut, **_ERRORS})
def add_readings(request: HttpRequest, firing_id: Id, body: ReadingsIn) -> Any:
    firing, now = one_firing(request, firing_id), timezone.now()
    rows: dict[str, list[tuple[float, float | None]]] = {"typed": [], "second": []}
    faults = []
    for i, row in enumerate(body.rows):
        at = row.at or now
        if at.tzinfo is None:
            faults.append(Fault(f"rows.{i}.at", "expected a moment with its time zone", str(row.at)))
            continue
        try:
            shown = parse(row.shown, "temperature", system=body.system)
        except QuantityError as error:
            faults.append(Fault(f"rows.{i}.shown", str(error), row.shown))
            continue
        at_s = (at - firing.started_at).total_seconds() if firing.started_at else 0.0
        rows["second" if row.by == "second" else "typed"].append((at_s, shown))
    if faults:
        raise DocumentError(faults)
    count, notes = 0, []  # type: ignore[var-annotated]  # of any kind
    with transaction.atomic():
        for source, some in rows.items():
            if some:
                new, odd = reading_actions.add_readings(firing, some, now=now, source=source)
                count, notes = count + new, notes + odd
    return {"count": count, "notes": notes}


@router.post("/firings/{firing_id}/readings/take-back", response={200: LiveOut, **_ERRORS})
def take_reading_back(request: HttpRequest, firing_id: Id, body: TakeBackIn, stage_id: Id | None = None) -> Any:
    """The reading that was typed last goes again, within ten minutes of it."""
    firing, now = one_firing(request, firing_id), timezone.now()
    reading_actions.take_reading_back(firing, key=body.key, now=now)
    firing.refresh_from_db()
    return live_answer(firing, stage_id, now)


def _job(number: str, job: reading_actions.LogJob) -> dict[str, Any]:
    return {
        "number": number,
        "share": job.share,
        "step": job.step,
        "notes": job.notes,
        "asks": job.asks,
        "trouble": job.trouble,
        "count": job.count,
        "is_done": job.is_done,
    }


@router.post("/firings/{firing_id}/log", response={202: JobOut, 413: ErrorOut, **_ERRORS})
def bring_log(
    request: HttpRequest,
    firing_id: Id,
    file: File[UploadedFile],
    offset_s: float = 0.0,
    unit: Literal["", "degC", "degF"] = "",
    is_sure: bool = False,
) -> Any:
    """A kiln's log, from `offset_s` after the start on; it is read beside the requests. `is_sure`: it was asked whether
    it belongs here, and it does.
    """
    firing = one_firing(request, firing_id)
    if (file.size or 0) > MAX_BYTES:
        said = f"expected a log of at most {MAX_BYTES // 1_000_000} MB, got {(file.size or 0) / 1e6:.1f} MB"
        return Status(413, {"message": said, "faults": []})
    if not (math.isfinite(offset_s) and 0 <= offset_s < 60 * 86400):
        raise ImpossibleInput("expected a log that begins after the start of the firing")
    name = (file.name or "log").replace("\0", "")[:120]
    placed = reading_actions.Placed(now=timezone.now(), offset_s=offset_s, is_sure=is_sure, unit=unit, name=name)
    number = reading_actions.start_log(firing, file.read(), placed)
    return Status(202, _job(number, reading_actions.job_of(studio_of(request), number)))


@router.post("/firings/{firing_id}/logs/{log_id}/take-back", response={200: LiveOut, **_ERRORS})
def take_log_back(request: HttpRequest, firing_id: Id, log_id: Id, stage_id: Id | None = None) -> Any:
    """A log that did not belong here goes, with every reading that came with it."""
    firing, now = one_firing(request, firing_id), timezone.now()
    reading_actions.take_log_back(firing, log_id, now=now)
    firing.refresh_from_db()
    return live_answer(firing, stage_id, now)


@router.get("/logs/{number}", response={200: JobOut, **_ERRORS})
def show_job(request: HttpRequest, number: str) -> Any:
    return _job(number, reading_actions.job_of(studio_of(request), number))


@router.get("/firings/{firing_id}/log.csv", response=_ERRORS)
def download_log(request: HttpRequest, firing_id: Id) -> Any:
    """Every reading as CSV: moment, seconds, °C shown, set point, source. It can be brought in again."""
    firing = one_firing(request, firing_id)
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(["time", "elapsed s", "temperature C", "setpoint C", "source"])
    for at_s, shown, set_c, source in samples_of(firing, timezone.now()):
        moment = moment_of(firing, at_s).isoformat(timespec="milliseconds")
        told = "" if math.isnan(shown) else f"{shown:.2f}"
        rows.writerow([moment, f"{at_s:g}", told, "" if set_c is None else f"{set_c:.1f}", source])
    return HttpResponse(
        out.getvalue(),
        content_type="text/csv; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="firing-{firing.pk}.csv"'},
    )


@router.post("/firings/{firing_id}/photos", response={201: StagePhotoOut, 413: ErrorOut, **_ERRORS})
def add_photo(request: HttpRequest, firing_id: Id, file: File[UploadedFile], stage_id: Id, before: bool = False) -> Any:
    firing = one_firing(request, firing_id)
    stage = stage_in(firing, stage_id)
    row = keep_stage_photo(studio_of(request), firing, stage, file, "before" if before else "after")
    return Status(201, {"id": row.pk, "photo_id": row.photo_id, "when": row.when, "stage_id": row.stage_id})
