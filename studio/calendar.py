"""A firing as a calendar (iCalendar, RFC 5545): start, when somebody must be there, switch off, open."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta

from icalendar import Alarm, Calendar, Event

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.result import HeatPlan
from coldcradle.heat.schedule.clock import at
from coldcradle.heat.steps import StepKey
from studio.models import Piece, Timer
from studio.planning import PlannedPiece

__all__ = ["bench_calendar", "firing_calendar"]

_SHORT = timedelta(minutes=15)


def _event(
    piece: Piece,
    stage: str,
    key: str,
    name: str,
    start: datetime,
    words: str,
    *,
    alarm: bool,
    length: timedelta = _SHORT,
) -> Event:
    event = Event()
    event.add("uid", f"piece-{piece.pk}-{stage}-{key}@cold-cradle")
    event.add("dtstamp", piece.updated_at.astimezone(UTC))
    event.add("dtstart", start.astimezone(UTC))  # in UTC: no reader can take a change of clocks the wrong way
    event.add("dtend", (start + length).astimezone(UTC))
    event.add("summary", name)
    event.add("description", words)
    if alarm:
        bell = Alarm()
        bell.add("action", "DISPLAY")
        bell.add("description", name)
        bell.add("trigger", timedelta(minutes=-15))
        event.add_component(bell)
    return event


def _steps(heat: HeatPlan) -> str:
    return "\n".join(
        f"{i}. {s.name}: {s.rate.metric.text} to {s.to.metric.text}, hold {s.hold.metric.text}"
        for i, s in enumerate(heat.steps, 1)
    )


def firing_calendar(piece: Piece, found: PlannedPiece, stage: str = "") -> bytes:
    """The calendar of one stage's firing. Raises ImpossibleInput when there is no firing to tell."""
    plan = found.stage(stage)
    heat = plan.heat
    if heat is None:
        raise ImpossibleInput("this firing cannot be done as it stands; there is nothing to put in a calendar")
    if found.piece.stages[found.at(stage)].heat.is_undated:
        raise ImpossibleInput("expected a start for this firing first; a calendar has no place without one")
    start = datetime.fromisoformat(heat.starts_at)
    kiln = found.piece.stages[found.at(stage)].heat.kiln.name
    called = piece.name if len(found.plan.stages) == 1 else f"{piece.name}, {plan.name.lower()}"
    calendar = Calendar()
    calendar.add("prodid", "-//Cold Cradle//Firing//EN")
    calendar.add("version", "2.0")
    whole = timedelta(seconds=heat.total_s)
    calendar.add_component(
        _event(piece, plan.key, "firing", f"{kiln}: {called}", start, _steps(heat), alarm=True, length=whole)
    )
    for visit in heat.visits:
        words = "Protective clothing, seconds only, power off to the elements, never alone."
        calendar.add_component(
            _event(piece, plan.key, visit.key, f"{called}: {visit.name}", at(start, visit.at_s), words, alarm=True)
        )
    coast = next((s for s in heat.steps if s.key == StepKey.COAST), None)
    if coast is not None:
        calendar.add_component(
            _event(
                piece,
                plan.key,
                "off",
                f"{called}: {kiln} may be off",
                at(start, coast.starts_s),
                "Lid shut until it may be opened.",
                alarm=False,
            )
        )
    opens = at(start, heat.total_s)
    calendar.add_component(
        _event(
            piece,
            plan.key,
            "open",
            f"{called}: the lid may be opened",
            opens,
            "Mould and shelves stay hot for hours. A plan, not a warranty.",
            alarm=True,
        )
    )
    return calendar.to_ical()  # type: ignore[no-any-return]  # the manager of rows is not typed by row


def bench_calendar(timers: Sequence[Timer], dues: Sequence[tuple[str, str, datetime]], now: datetime) -> bytes:
    """The clocks that run on the bench, and what wants doing by when (key, words, moment), each with a bell."""
    calendar = Calendar()
    calendar.add("prodid", "-//Cold Cradle//Today//EN")
    calendar.add("version", "2.0")
    rings = [
        (f"timer-{t.pk}", t.name, t.begins_at + timedelta(seconds=t.lasts_s)) for t in timers if t.ended_at is None
    ]
    for key, name, moment in [*rings, *dues]:
        event = Event()
        event.add("uid", f"{key}@cold-cradle")
        event.add("dtstamp", now.astimezone(UTC))
        event.add("dtstart", moment.astimezone(UTC))
        event.add("dtend", (moment + _SHORT).astimezone(UTC))
        event.add("summary", name)
        bell = Alarm()
        bell.add("action", "DISPLAY")
        bell.add("description", name)
        bell.add("trigger", timedelta(0))
        event.add_component(bell)
        calendar.add_component(event)
    return calendar.to_ical()  # type: ignore[no-any-return]  # the manager of rows is not typed by row
