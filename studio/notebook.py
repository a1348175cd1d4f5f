"""Every firing that was begun, as pages of a notebook: found, listed, counted, set side by side."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from typing import Any

from django.db.models import Count, Q, QuerySet

from coldcradle.after.faults import faults
from coldcradle.after.measures import Predicted
from coldcradle.heat.limits import RUN_BAND
from coldcradle.piece.aftermath import measured_residual_stress_pa, predictions_of
from coldcradle.quantity.format import show
from studio.aftermath import compared_measures
from studio.models import Firing, Stage
from studio.remembering import remember
from studio.watching import live_events, state_of

__all__ = ["Page", "best_of", "found_firings", "page_of", "statistics"]


@dataclass(frozen=True, slots=True)
class Page:
    """A stage of a firing, as it stands in the notebook."""

    firing: Firing
    stage: Stage
    row: dict[str, Any]


def found_firings(
    owner: Any, *, search: str, process: str, fault: str, cradle_id: int | None, kiln_id: int | None
) -> QuerySet[Firing]:
    """Firings that were begun, the newest first, by words in piece, glass, cradle, kiln or note."""
    rows = Firing.objects.of(owner).filter(started_at__isnull=False)
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
        "thickness": watched.load.thickness.shown,
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
    told = firing.told.get(str(stage.pk))
    if told is None:
        told = _worked_out(firing, stage, now)
        if firing.state == "opened":
            firing.told[str(stage.pk)] = told
            remember(Firing.objects.filter(pk=firing.pk, version=firing.version), told=firing.told)
    return dict(told)


def page_of(firing: Firing, stage: Stage, now: datetime) -> Page:
    """One stage of a firing with what was planned beside what happened."""
    told = _kept(firing, stage, now)
    predicted = {p["key"]: Predicted(**p) for p in told.pop("predicted")}
    seen = [row.fault for row in stage.observations.all() if row.firing_id == firing.pk]
    mine = [m for m in stage.measures.all() if m.firing_id == firing.pk]
    compared = compared_measures(predicted, mine)
    measures = [m for m in compared if m.word != "open"]
    photos = [p for p in stage.photos.all() if p.firing_id == firing.pk]
    row = told | {
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
    return Page(firing, stage, row)


def _score(measures: Sequence[Any], seen: Sequence[str]) -> float:
    """How good it came out: faults weigh most, then measures outside what both errors allow."""
    off = sum(min(abs(m.apart), 6.0) for m in measures if m.word in ("more", "less"))
    return len(seen) * 10.0 + off + (0.0 if measures else 5.0)  # type: ignore[no-any-return]  # the manager of rows is not typed by row


def best_of(pages: Sequence[Page]) -> Page | None:
    """The best firing so far: opened, with the fewest faults, nearest to what was predicted."""
    done = [page for page in pages if page.firing.state == "opened"]
    return min(done, key=lambda page: (page.row["score"], -page.firing.pk), default=None)


def statistics(owner: Any) -> list[dict[str, Any]]:
    """Firings by kiln and what was found most, as people ask for it."""
    rows = (
        Firing.objects.of(owner)
        .filter(started_at__isnull=False)
        .values("kiln__name")
        .annotate(count=Count("pk", distinct=True), faulty=Count("observations__firing", distinct=True))
        .order_by("-count", "kiln__name")
    )
    return [{"kiln": r["kiln__name"], "count": r["count"], "faulty": r["faulty"]} for r in rows]
