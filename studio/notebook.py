"""Every firing that was begun, as pages of a notebook: found, listed, counted, set side by side."""

from __future__ import annotations

import json
from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from typing import Any

from django.db.models import Count, Q, QuerySet, prefetch_related_objects
from django.db.models.expressions import RawSQL

from coldcradle.after.faults import faults
from coldcradle.after.measures import Predicted
from coldcradle.heat.limits import RUN_BAND
from coldcradle.layup.explain.relief import thickest_place
from coldcradle.piece.aftermath import measured_residual_stress_pa, predictions_of
from coldcradle.quantity.format import show
from studio.aftermath import compared_measures
from studio.fixed_queries import FixedRead, among
from studio.models import Firing, Measure, Observation, Stage, StagePhoto
from studio.remembering import remember
from studio.watching import live_events, of_this_minute, state_of

__all__ = ["Page", "best_of", "found_firings", "keep_told", "pages_of", "statistics"]


@dataclass(frozen=True, slots=True)
class Page:
    """A stage of a firing, as it stands in the notebook."""

    firing: Firing
    stage: Stage
    row: dict[str, Any]


def found_firings(
    studio: Any, *, search: str, process: str, fault: str, cradle_id: int | None, kiln_id: int | None
) -> QuerySet[Firing]:
    """Firings that were begun, the newest first, by words in piece, glass, cradle, kiln or note."""
    rows = Firing.objects.of(studio).filter(started_at__isnull=False)
    for word in (found[:60] for found in search.replace("\0", "").split()[:8]):
        rows = rows.filter(
            Q(stages__piece__name__icontains=word)
            | Q(stages__glass_kind__name__icontains=word)
            | Q(stages__cradle__name__icontains=word)
            | Q(kiln__name__icontains=word)
            | Q(note__icontains=word)
            | Q(stages__process__icontains=word)
            | Q(observations__fault__in=[f.key for f in faults().values() if word.lower() in f.name.lower()])
        )
    if process:
        rows = rows.filter(stages__process=process)
    if fault:
        rows = rows.filter(observations__fault=fault)
    if cradle_id:
        rows = rows.filter(stages__cradle=cradle_id)
    if kiln_id:
        rows = rows.filter(kiln=kiln_id)
    return rows.distinct().order_by("-started_at", "-pk")


def _worked_out(firing: Firing, stage: Stage, now: datetime) -> dict[str, Any]:
    """What of a page follows from what was frozen and read: plain values, fit to be kept."""
    frozen, state, now_s = state_of(firing, stage.pk, now)
    watched, plan = frozen.watched, frozen.plan
    left = measured_residual_stress_pa(watched, state) if state.inside is not None else None
    peak = watched.segments[watched.peak]
    steps = plan.heat.steps if plan.heat else []
    found = {
        "stage": stage.inputs.get("name") or plan.process_name,
        "process": plan.process_name,
        "process_key": plan.process,
        "cradle": frozen.result.stage.cradle.name,
        "glass": frozen.result.stage.glass.kind.name,
        "thickness": thickest_place(watched.load).shown,
        "peak_planned": show(peak.to_c, "temperature"),
        "peak": show(round(state.inside.hottest_c), "temperature") if state.inside else None,
        "hold_planned": show(peak.hold_s, "duration"),
        "lasted": show(now_s, "duration"),
        "left": show(left, "stress", RUN_BAND * left) if left is not None else None,
        "left_planned": show(watched.planned_left_pa, "stress"),
        "formed": state.formed.words if state.formed else None,
        "planned_line": list(watched.planned_line),
        "measured_line": state.measured[:: max(1, len(state.measured) // 120)],
        "steps": [{"name": s.name, "rate": s.rate, "to": s.to, "hold": s.hold} for s in steps],
        "predicted": [asdict(p) for p in predictions_of(plan, watched)],
    }
    return dict(json.loads(json.dumps(found, default=asdict)))


def _kept(firing: Firing, stage: Stage, now: datetime) -> dict[str, Any]:
    """The same, worked out once for a firing that is over."""
    if firing.state != "opened":
        told = of_this_minute("page", firing, stage.pk, now, lambda: _worked_out(firing, stage, now))
        return dict(told)
    key = str(stage.pk)
    if key not in firing.told:
        firing.told[key] = _worked_out(firing, stage, now)
        remember(Firing.objects.filter(pk=firing.pk, version=firing.version), told=firing.told)
    return dict(firing.told[key])


def keep_told(firing: Firing, now: datetime) -> None:
    """Work out what lists will show of a firing that is over, where it is not known yet."""
    firing.refresh_from_db()
    if firing.state == "opened":
        pages_of([firing], now)


_stage_numbers = FixedRead(
    lambda firings: (
        Firing.objects.filter(pk__in=among(firings), frozen__isnull=False)
        .order_by()
        .annotate(
            numbers=RawSQL("(SELECT json_group_array(value ->> 'stage_id') FROM json_each(frozen, '$.stages'))", ())
        )
        .values_list("pk", "numbers")
    ),
    1,
)
_stages = FixedRead(
    lambda stages: Stage.objects.filter(pk__in=among(stages)).select_related("piece").defer("piece__summary"), 1
)
_observations = FixedRead(lambda stages: Observation.objects.filter(stage__in=among(stages)), 1)
_measures = FixedRead(lambda stages: Measure.objects.filter(stage__in=among(stages)), 1)
_photos = FixedRead(lambda stages: StagePhoto.objects.filter(stage__in=among(stages)), 1)


def pages_of(firings: Sequence[Firing], now: datetime, *, cradle_id: int | None = None) -> list[Page]:
    """The pages of some firings in their order, with what was planned beside what happened; in six queries.

    Of all their stages, or of those on one cradle. What was frozen is read only where something is to be worked out.
    """
    prefetch_related_objects(firings, "events")
    numbers = {pk: json.loads(found) for pk, found in _stage_numbers([firing.pk for firing in firings])}
    stages = {stage.pk: stage for stage in _stages({n for found in numbers.values() for n in found})}
    beside = [_by_page(read(stages)) for read in (_observations, _measures, _photos)]
    found = []
    for firing in firings:
        for stage in (stages[pk] for pk in numbers.get(firing.pk, []) if pk in stages):
            if cradle_id in (None, stage.cradle_id):
                rows = (kept.get((stage.pk, firing.pk), []) for kept in beside)
                found.append(Page(firing, stage, _row(firing, stage, now, *rows)))
    return found


def _by_page(rows: Iterable[Any]) -> dict[tuple[int, int], list[Any]]:
    """Rows by the stage and the firing they are about."""
    found: dict[tuple[int, int], list[Any]] = {}
    for row in rows:
        found.setdefault((row.stage_id, row.firing_id), []).append(row)
    return found


def _row(
    firing: Firing,
    stage: Stage,
    now: datetime,
    observations: Sequence[Observation],
    mine: Sequence[Measure],
    photos: Sequence[StagePhoto],
) -> dict[str, Any]:
    """A stage of a firing with what was planned beside what happened."""
    told = _kept(firing, stage, now)
    predicted = {p["key"]: Predicted(**p) for p in told.pop("predicted")}
    measures = [m for m in compared_measures(predicted, mine) if m.word != "open"]
    seen = [row.fault for row in observations]
    return told | {
        "firing_id": firing.pk,
        "stage_id": stage.pk,
        "stage_key": stage.key,
        "piece_id": stage.piece_id,
        "piece": stage.piece.name,
        "kiln": firing.kiln.name,
        "cradle_id": stage.cradle_id,
        "state": firing.state,
        "is_simulated": firing.is_simulated,
        "measures": measures,
        "faults": [faults()[key].name for key in seen],
        "looked": [e.data.get("saw", "") for e in live_events(firing) if e.kind == "looked"],
        "note": firing.note,
        "photo_before": next((p.photo_id for p in photos if p.when == "before"), None),
        "photo_after": next((p.photo_id for p in reversed(photos) if p.when == "after"), None),
        "score": _score(measures, seen),
    }


def _score(measures: Sequence[Any], seen: Sequence[str]) -> float:
    """How good it came out: faults weigh most, then measures outside what both errors allow."""
    off = sum(min(abs(m.apart), 6.0) for m in measures if m.word in ("more", "less"))
    return len(seen) * 10.0 + off + (0.0 if measures else 5.0)  # type: ignore[no-any-return]  # the manager of rows is not typed by row


def best_of(pages: Sequence[Page]) -> Page | None:
    """The best firing so far: opened, with the fewest faults, nearest to what was predicted."""
    done = [page for page in pages if page.firing.state == "opened"]
    return min(done, key=lambda page: (page.row["score"], -page.firing.pk), default=None)


def statistics(studio: Any) -> list[dict[str, Any]]:
    """Firings by kiln and what was found most, as people ask for it."""
    rows = (
        Firing.objects.of(studio)
        .filter(started_at__isnull=False)
        .values("kiln__name")
        .annotate(count=Count("pk", distinct=True), faulty=Count("observations__firing", distinct=True))
        .order_by("-count", "kiln__name")
    )
    return [{"kiln": r["kiln__name"], "count": r["count"], "faulty": r["faulty"]} for r in rows]
