"""The demo's notebook: firings of the last four months, one that runs now, and one that waits to be opened."""

from __future__ import annotations

import copy
import json
import math
import random
from collections.abc import Callable
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from coldcradle.fire.controller import StandIn, StandInFault
from coldcradle.fire.inputs import Act, FiringBaseline
from coldcradle.piece.aftermath import predictions_of
from coldcradle.piece.plan import staged_of
from coldcradle.piece.watching import shown_segments, watched_of
from studio.actions.bringing_in import import_piece
from studio.actions.firing_life import begin
from studio.actions.measures import keep_measures, keep_observations, keep_stage_photo
from studio.actions.pieces import put_away
from studio.checking import listed_checks
from studio.demo.pictures import drawn_photo
from studio.models import Check, Firing, FiringEvent, Piece, Reading, Stage
from studio.notebook import keep_told
from studio.planning import planned
from studio.watching import FiringSnapshot, frozen_of

__all__ = ["load_history"]

_HERE = Path(__file__).parent
_EVERY = 4  # of the stand-in's half minutes: a reading every two
_NOISE_K = 0.4
_SHAPES = {"lay": "square", "press": "square", "fill": "square", "drape": "strip", "hang": "strip"}

Ready = Callable[[dict[str, Any]], dict[str, Any]]


def _tick(firing: Firing, unticked: list[str], when: datetime) -> None:
    """Everything ticked but what was forgotten; what the plan stops at is passed with a reason."""
    for one in listed_checks(firing):
        is_human = one.check.by == "human"
        if is_human and one.check.rule in unticked:
            continue
        if is_human or one.blocks:
            Check.objects.create(
                firing=firing,
                stage=one.stage,
                rule=one.check.rule,
                ticked_at=when if is_human else None,
                reason="" if is_human else "It was fired so before.",
            )


def _moment(watched: FiringBaseline, name: str) -> float:
    """When something is to happen in a firing as it was planned, s."""
    line = watched.planned_line
    if name == "start":
        return 0.0
    after = watched.load.kind.annealing_c + (2.0 if name == "soak" else -60.0)
    hottest = max(range(len(line)), key=lambda i: line[i][1])
    return next((t for t, c in line[hottest:] if c <= after), line[-1][0])


def _faults(watched: FiringBaseline, entries: list[dict[str, Any]]) -> tuple[StandInFault, ...]:
    found = []
    for entry in entries:
        at = _moment(watched, entry["from"])
        found.append(StandInFault(kind=entry["kind"], from_s=at, to_s=at + entry["hours"] * 3600.0))
    return tuple(found)


def _read(firing: Firing, frozen: FiringSnapshot, entry: dict[str, Any], until_s: float | None = None) -> float:
    """Readings of a made-up kiln with its troubles, noise on them, up to a moment or until an hour after it is cool;
    when they end, s.
    """
    watched = frozen.watched
    rng = random.Random(entry["seed"])
    held = entry.get("held")
    acts: tuple[Act, ...] = ()
    if held:
        acts = (Act(kind="hold", at_s=_peak_s(watched) - 500.0, for_s=held * 60.0),)  # just before it arrives
        _event(firing, "hold", acts[0].at_s, {"for_s": held * 60.0})
    made = StandIn(
        kiln=watched.kiln,
        segments=shown_segments(watched),
        acts=acts,
        faults=_faults(watched, entry.get("trouble", [])),
    )
    rows = []
    ends_s, peak_s, cool_c = until_s or math.inf, _peak_s(watched), shown_segments(watched)[-1].to_c
    for i, (_, sample) in enumerate(made.run(made.begin(), until_s or _LONGEST_TIMES * watched.opens_s)):
        if sample.at_s > ends_s:
            break
        if until_s is None and sample.at_s > peak_s and sample.shown_c <= cool_c:
            ends_s = min(ends_s, sample.at_s + 3600.0)
        if i % _EVERY == 0:
            shown = sample.shown_c + rng.gauss(0.0, _NOISE_K)
            rows.append(Reading(firing=firing, at_s=sample.at_s, shown_c=shown, set_c=sample.set_c, source="log"))
    Reading.objects.bulk_create(rows, batch_size=2000)
    for trouble in made.faults:
        if trouble.kind == "power-cut":
            _event(firing, "power-lost", trouble.from_s, {})
            _event(firing, "power-back", trouble.to_s or ends_s, {})
    return ends_s


_LONGEST_TIMES = 4.0  # the longest power cut of the demo leaves it cool by then


def _peak_s(watched: FiringBaseline) -> float:
    """A few minutes into the hold at the peak."""
    top = max(c for _, c in watched.planned_line)
    return next(t for t, c in watched.planned_line if c >= top - 1.0) + 240.0


def _event(firing: Firing, kind: str, at_s: float, data: dict[str, Any]) -> None:
    start = firing.started_at or firing.starts_at
    FiringEvent.objects.create(
        firing=firing,
        key=f"demo-{kind}-{firing.events.count()}",
        kind=kind,
        at_s=at_s,
        made_at=start + timedelta(seconds=at_s),
        data=data,
    )


def _photos(
    studio: Any, firing: Firing, stage: Stage, frozen: FiringSnapshot, entry: dict[str, Any], *, both: bool
) -> None:
    shape = _SHAPES.get(frozen.plan.family, "round")
    cracked = any(f.startswith("crack") or f == "broke-later" for f in entry.get("faults", []))
    for is_after in (False, True) if both else (False,):
        raw = drawn_photo(seed=entry["seed"], shape=shape, is_after=is_after, crack=is_after and cracked)
        keep_stage_photo(studio, firing, stage, raw, "after" if is_after else "before")


def _begun(
    stage: Stage, entry: dict[str, Any], started: datetime, *, is_simulated: bool = False
) -> tuple[Firing, FiringSnapshot]:
    firing = stage.firing
    _tick(firing, entry.get("unticked", []), started - timedelta(minutes=20))
    firing = begin(firing, key=f"demo-start-{firing.pk}", is_simulated=is_simulated, at=None, now=started)
    return firing, frozen_of(firing, stage.pk)


def _past(studio: Any, entry: dict[str, Any], document: dict[str, Any], today: datetime) -> None:
    hours, minutes = entry["hour"].split(":")
    started = (today + timedelta(days=entry["days"])).replace(
        hour=int(hours), minute=int(minutes), second=0, microsecond=0
    )
    piece: Piece = import_piece(studio, document)
    stage = piece.stages.get()
    firing, frozen = _begun(stage, entry, started)
    drifts = any(t["kind"] == "drift" for t in entry.get("trouble", []))  # it never shows that it is cool
    end_s = _read(firing, frozen, entry, frozen.watched.opens_s + 3600.0 if drifts else None)
    for i, (saw, note) in enumerate(entry.get("looked", [])):
        _event(firing, "looked", _peak_s(frozen.watched) + 300.0 * i, {"saw": saw, "note": note})
    _event(firing, "open", end_s, {"note": ""})
    Firing.objects.filter(pk=firing.pk).update(state="opened", opened_at=started + timedelta(seconds=end_s))
    predicted = {p.key: p.value for p in predictions_of(frozen.plan, frozen.watched)}
    rows = [(key, i, typed) for key, many in entry["measures"].items() for i, typed in enumerate(many)]
    for key in entry.get("measures_as_planned", []):
        value = predicted[key] * 1.004
        rows.append((key, 0, f"{value * 1e3:.3g} {'g' if key == 'weight' else 'mm'}"))
    if rows:
        keep_measures(firing, stage, rows, system="metric")
    keep_observations(firing, stage, entry["faults"], entry["note"])
    keep_told(firing, today)
    _photos(studio, firing, stage, frozen, entry, both=True)
    put_away(piece, away=True)


def load_history(studio: Any, now: datetime, documents: dict[str, dict[str, Any]], ready: Ready) -> None:
    """Everything that was fired. `documents` are the demo's pieces by file name, `ready` puts the studio's own glass
    and kilns into one; `now` is aware, on the clock of the studio.
    """
    for entry in json.loads((_HERE / "history.json").read_text("utf-8")):
        document = copy.deepcopy(documents[entry["file"]])
        document["name"] = entry["name"]
        for path, value in entry.get("changes", {}).items():
            part, name = path.split(".")
            document["stages"][0][part][name] = value
        _past(studio, entry, ready(document), now)
    _running(studio, now, ready(copy.deepcopy(documents["09-pilots-bowl"])))
    _waiting(studio, now, ready(copy.deepcopy(documents["11-berth-stand"])))


def _running(studio: Any, now: datetime, document: dict[str, Any]) -> None:
    """A bowl that is in its hold at this moment, run by the stand-in."""
    document["name"] = "Pilot’s bowl, for the stairs"
    stage = import_piece(studio, document).stages.get()
    entry = {"seed": 21}
    gone = timedelta(seconds=_peak_s(_watched(stage)))
    firing, frozen = _begun(stage, entry, now - gone, is_simulated=True)
    _photos(studio, firing, stage, frozen, entry, both=False)


def _watched(stage: Stage) -> FiringBaseline:
    """A stage as it will be watched, before it has begun."""
    return watched_of(staged_of(planned(stage.piece).piece, stage.key))


def _waiting(studio: Any, now: datetime, document: dict[str, Any]) -> None:
    """A stand whose kiln has cooled and may be opened; its readings came as a log."""
    document["name"] = "Berth-number stand, seven"
    stage = import_piece(studio, document).stages.get()
    entry: dict[str, Any] = {"seed": 22}
    total = _watched(stage).opens_s
    firing, frozen = _begun(stage, entry, now - timedelta(seconds=total + 2400.0))
    _read(firing, frozen, entry, total + 2400.0)
    _photos(studio, firing, stage, frozen, entry, both=False)
