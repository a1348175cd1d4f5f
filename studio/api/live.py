"""A firing as it stands now, in words and lines ready to be drawn."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any
from zoneinfo import ZoneInfo

from coldcradle.fire.controller import FAULTS
from coldcradle.fire.opening import CAUTIONS, MayOpen
from coldcradle.fire.watch import FireState
from coldcradle.heat.present import ticks
from coldcradle.heat.schedule.attendance import is_awake
from coldcradle.heat.schedule.clock import at, days, nights, when
from coldcradle.heat.steps import StepKey
from coldcradle.quantity.format import DualQuantity, Message, say, show
from studio.actions.firing_life import UNDO_S
from studio.models import Firing, FiringEvent
from studio.watching import FiringSnapshot, fired_seconds, live_events, moment_of, state_of
from studio.who import by_others

__all__ = ["clock_of", "live_answer", "live_word", "stages_in"]

_MOST_POINTS = 400
_WORST = ("yes", "unknown", "no")
_NAMES = {
    "started": "Started",
    "hold": "Held longer",
    "skip": "Gone on",
    "stop": "Stopped",
    "looked": "Looked in",
    "open": "Lid opened",
    "shut": "Lid shut again",
    "resume": "Taken up again",
    "power-lost": "Power lost",
    "power-back": "Power back",
    "sensor-lost": "Thermometer lost",
    "moved": "Something was moved",
    "added": "Glass was added",
    "note": "Note",
    "unread": "Reading taken back",
    "fault": "Practice",
}


def _start(firing: Firing) -> datetime:
    return moment_of(firing, 0.0).astimezone(ZoneInfo(firing.time_zone))


def clock_of(firing: Firing) -> Callable[[float], DualQuantity]:
    """The clock time of a second of this firing."""
    start = _start(firing)
    return lambda seconds: when(start, seconds)


def stages_in(firing: Firing) -> list[dict[str, Any]]:
    """The stages of a firing, by their pieces."""
    rows = firing.stages.select_related("piece").order_by("piece", "order")
    return [
        {
            "id": s.pk,
            "piece_id": s.piece_id,
            "key": s.key,
            "piece": s.piece.name,
            "name": s.inputs.get("name") or s.process,
        }
        for s in rows
    ]


def live_word(firing: Firing, state: FireState) -> str:
    """The state of a firing as it is told: it cools once its programme is past its soak."""
    if firing.state != "running":
        return firing.state
    if state.place.is_over:
        return "cooling"
    key = state.steps[state.place.step].key
    return "cooling" if key not in (StepKey.PEAK, StepKey.FALL) and state.place.step > _peak(state) else "running"


def _peak(state: FireState) -> int:
    return next((i for i, s in enumerate(state.steps) if s.key == StepKey.PEAK), 0)


def _thin(line: Sequence[tuple[float, float]]) -> list[tuple[float, float]]:
    step = max(1, len(line) // _MOST_POINTS)
    return [*line[::step], *([line[-1]] if line and (len(line) - 1) % step else [])]


def _line(firing: Firing, frozen: FiringSnapshot, state: FireState, now_s: float) -> dict[str, Any]:
    start = _start(firing)
    planned = list(frozen.watched.planned_line)
    ahead = state.ahead.line if state.ahead is not None and firing.state != "opened" else []
    total = max(planned[-1][0], state.measured[-1][0] if state.measured else 0.0, ahead[-1][0] if ahead else 0.0, now_s)
    highest = max(c for _, c in [*planned, *state.measured, *ahead])
    top = highest * 1.06 + 20
    return {
        "planned": planned,
        "measured": _thin(state.measured),
        "ahead": _thin(ahead),
        "skin": _thin([(g.at_s, g.skin_c) for g in state.glimpses]),
        "heart": _thin([(g.at_s, g.heart_c) for g in state.glimpses]),
        "nights": nights(start, total),
        "days": days(start, total),
        "ticks_metric": ticks(top, "degC", 200),
        "ticks_us": ticks(top, "degF", 400),
        "starts_at": start.isoformat(),
        "total_s": total,
        "top_c": top,
    }


def _steps(firing: Firing, state: FireState) -> list[dict[str, Any]]:
    clock = clock_of(firing)
    ends = {s.name: s.ends_s for s in state.ahead.steps} if state.ahead is not None else {}
    found = []
    for i, step in enumerate(state.steps):
        word = "gone" if i < state.place.step or state.place.is_over else "now" if i == state.place.step else "to come"
        end = ends.get(step.name) if word != "gone" else None
        found.append(
            {
                "name": step.name,
                "to": show(step.to_c, "temperature"),
                "hold": show(step.hold_s, "duration"),
                "ends": clock(end) if end is not None else None,
                "word": word,
            }
        )
    return found


def _doing(firing: Firing, state: FireState) -> Message:
    """The sentence at the top: what the kiln is doing now."""
    if state.inside is None:
        return say("**Waiting for the first reading.**")
    shown: dict[str, DualQuantity | str] = {"t": show(round(state.inside.at.kiln_c), "temperature")}
    if firing.state == "opened":
        return say("**Opened** at {t}.", **shown)
    if firing.state == "stopped":
        return say("**Stopped**: {t}, falling as the kiln does.", **shown)
    if state.place.is_over:
        return say("**Off, lid shut**: {t}.", **shown)
    step = state.steps[state.place.step]
    shown |= {"step": step.name, "to": show(step.to_c, "temperature")}
    if state.place.phase == "hold":
        return say(
            "**{step}: held at {t}**, {left} left.", left=show(max(60.0, state.place.left_s), "duration"), **shown
        )
    if step.key == StepKey.COAST:
        return say("**Off, lid shut**: {t} on the way to {to}.", **shown)
    return say("**{step}**: {t} on the way to {to}.", **shown)


def _glass(frozen: FiringSnapshot, state: FireState) -> dict[str, Any] | None:
    if state.inside is None:
        return None
    at_ = state.inside.at
    return {
        "shown": show(round(at_.kiln_c + frozen.watched.shift_k), "temperature"),
        "skin": show(round(at_.skin_c), "temperature"),
        "heart": show(round(at_.heart_c), "temperature"),
        "apart": show(abs(at_.heart_c - at_.skin_c), "difference"),
        "pull": show(max(at_.face_pa, at_.heart_pa, 0.0), "stress"),
    }


@dataclass(frozen=True, slots=True)
class _Lid:
    """One lid over all that lies in a kiln: whether it may be opened, and when, s from the start."""

    may_open: MayOpen
    opens_s: float | None


def _lid(firing: Firing, stage_id: int, state: FireState, now: datetime) -> _Lid:
    """What the last piece to cool allows; a piece that is not the one looked at is named."""
    found = [(state.may_open, state.opens_s)]
    for kept in (firing.frozen or {}).get("stages", []):
        if kept["stage_id"] == stage_id:
            continue
        frozen, other, _ = state_of(firing, kept["stage_id"], now)
        said = other.may_open.says
        named = Message(f"{frozen.name}: {said.metric}", f"{frozen.name}: {said.us}")
        found.append((replace(other.may_open, says=named), other.opens_s))
    hours = [opens_s for _, opens_s in found]
    worst = max((may for may, _ in found), key=lambda may: _WORST.index(may.word))
    return _Lid(worst, None if None in hours else max(h for h in hours if h is not None))


def _dues(firing: Firing, frozen: FiringSnapshot, state: FireState, lid: _Lid, now_s: float) -> list[dict[str, Any]]:
    """Looks that are still to come, moved by what really happened, and the opening."""
    start, clock = _start(firing), clock_of(firing)
    heat = frozen.plan.heat
    awake = frozen.watched.heat.awake
    found = []
    if heat is None or firing.state in ("opened", "stopped"):
        return []
    planned_peak = next((s for s in heat.steps if s.key == StepKey.PEAK), None)
    ahead = next((s for s in state.ahead.steps if s.key == StepKey.PEAK), None) if state.ahead else None
    if planned_peak is not None and ahead is not None:
        late_s = ahead.ends_s - planned_peak.ends_s
        for visit in heat.visits:
            found.append((visit.name, visit.at_s + late_s))
    if lid.opens_s is not None:
        is_told = lid.may_open.word == "yes" or lid.opens_s > now_s
        found.append(("open the lid" if is_told else "see whether it may be opened", lid.opens_s))
    elif lid.may_open.word == "unknown" and state.place.is_over:
        found.append(("see whether it may be opened", now_s))  # doubted readings tell no hour: somebody has to measure
    return [{"name": name, "at": clock(s), "at_s": s, "is_awake": is_awake(at(start, s), awake)} for name, s in found]


def _events(firing: Firing, events: Sequence[FiringEvent], now: datetime) -> list[dict[str, Any]]:
    clock = clock_of(firing)
    newest = (
        firing.readings.order_by("-at_s").values_list("at_s", flat=True).first() if not firing.is_simulated else None
    )
    names, found = by_others(e.by_id for e in events), []
    for e in events:
        if e.kind == "pace":
            continue
        fresh = (now - e.made_at).total_seconds() <= UNDO_S
        note = e.data.get("note") or e.data.get("saw") or FAULTS.get(e.data.get("fault", ""), "")
        if e.kind == "fault" and not e.data.get("on"):
            note += ": mended"
        if e.data.get("saw") and e.data.get("note"):
            note = f"{e.data['saw']}: {e.data['note']}"
        found.append(
            {
                "key": e.key,
                "kind": e.kind,
                "name": _NAMES.get(e.kind, e.kind),
                "at_s": e.at_s,
                "at": clock(e.at_s),
                "note": note,
                "by": names.get(e.by_id or 0, ""),
                "can_undo": fresh and e.kind not in ("started", "unread") and (newest is None or newest <= e.at_s),
            }
        )
    return found


def live_answer(firing: Firing, stage_id: int | None, now: datetime) -> dict[str, Any]:
    """Everything the Fire station shows of a firing that has been started."""
    frozen, state, now_s = state_of(firing, stage_id, now)
    events, clock = live_events(firing), clock_of(firing)
    if stage_id is None:
        stage_id = (firing.frozen or {})["stages"][0]["stage_id"]
    heard = state.heard_at_s
    pace = next((float(e.data["times"]) for e in reversed(events) if e.kind == "pace"), 1.0)
    until = next((e.data.get("until_s") for e in reversed(events) if e.kind == "pace"), None)
    on = {e.data["fault"]: bool(e.data.get("on")) for e in events if e.kind == "fault"}
    lid = _lid(firing, stage_id, state, now)
    is_past = lid.opens_s is not None and lid.opens_s < now_s and lid.may_open.word != "yes"
    opens = None if firing.state == "opened" or is_past else lid.opens_s
    return {
        "firing_id": firing.pk,
        "version": firing.version,
        "state": live_word(firing, state),
        "kiln": firing.kiln.name,
        "is_simulated": firing.is_simulated,
        "pace": 1.0 if until is not None and fired_seconds(firing, events, now) >= until else pace,
        "stages": stages_in(firing),
        "stage_id": stage_id,
        "now_s": now_s,
        "now": clock(now_s),
        "started": clock(0.0),
        "opens": clock(opens) if opens is not None else None,
        "opens_planned": clock(frozen.watched.opens_s),
        "heard": clock(heard) if heard is not None else None,
        "heard_ago": show(max(0.0, now_s - heard), "duration") if heard is not None else None,
        "doing": _doing(firing, state),
        "glass": _glass(frozen, state),
        "formed": state.formed,
        "may_open": lid.may_open,
        "line": _line(firing, frozen, state, now_s),
        "steps": _steps(firing, state),
        "dues": _dues(firing, frozen, state, lid, now_s),
        "events": _events(firing, events, now),
        "notes": state.notes,
        "logs": [
            {"id": row.pk, "name": row.name, "count": row.count, "begins": clock(row.from_s), "ends": clock(row.to_s)}
            for row in firing.logs.filter(taken_back_at=None)
        ],
        "faults": [{"key": k, "name": n, "is_on": on.get(k, False)} for k, n in FAULTS.items()],
        "trouble": state.ahead.trouble if state.ahead is not None else "",
        "cautions": list(CAUTIONS),
    }
