"""The heat and the kiln of a piece document: read as typed, whole or with every fault named."""

from __future__ import annotations

import re
from datetime import datetime
from typing import Any, get_args
from zoneinfo import ZoneInfo

from coldcradle.document.fields import FieldReader
from coldcradle.heat.inputs import Attendance, HeatInput, Restraint, SegmentOverride, SoakMethod, Target
from coldcradle.heat.kiln.kiln import HIGHEST_REST_C, Controller, Kiln, Lining, Zone
from coldcradle.heat.schedule.processes import Process

__all__ = ["STEP_KEYS", "read_heat", "read_kiln"]

_H = 3600.0
STEP_KEYS = ("dry", "warm", "bubbles", "cast", "fall", "anneal", "middle", "last", "coast")
_CLOCK = re.compile(r"^([01]?\d|2[0-3])(?::([0-5]\d))?$")
_SCHEDULE_CHARACTERS = 4000


def read_kiln(reader: FieldReader) -> Kiln:
    """A kiln as its owner remembers it; places in it, its thermometer and its controller where they are known."""
    kiln = Kiln(
        name=reader.text("name", most=60),
        power_w=reader.quantity("power", "power", called="a power", low=100.0, high=500e3),
        rise_to_800_s=reader.quantity("rise", "duration", called="a time to 800 °C", low=0.2 * _H, high=72 * _H),
        fall_500_to_100_s=reader.quantity(
            "fall", "duration", called="a time from 500 to 100 °C", low=0.2 * _H, high=400 * _H
        ),
        room_c=reader.quantity("room", "temperature", called="a room temperature", low=-20.0, high=45.0),
        highest_c=reader.quantity("highest", "temperature", called="a highest temperature", low=300.0, high=1400.0),
        width_m=reader.quantity("width", "length", called="a width", low=0.0, high=10.0, above=True),
        depth_m=reader.quantity("depth", "length", called="a depth", low=0.0, high=10.0, above=True),
        height_m=reader.quantity("height", "length", called="a height", low=0.0, high=10.0, above=True),
        zones=_zones(reader),
        sensor_k=reader.quantity(
            "sensor", "difference", called="a thermometer's error", low=-80.0, high=80.0, default="0 °C"
        ),
        controller=Controller(
            steps=reader.whole("most_steps", low=0, high=99, default=0),
            unit=reader.choice("reads", ("degC", "degF"), default="degC"),
            finest=reader.quantity("finest", "count", called="a step of rate", low=0.01, high=100.0, default="1"),
            fastest=reader.quantity("fastest", "count", called="a fastest rate", low=1.0, high=9999.0, default="9999"),
        ),
        price_per_kwh=reader.quantity("price", "count", called="a price", low=0.0, high=1e4, default="0"),
        posts_m=tuple(reader.quantities("posts", "length", called="a post", low=0.0, high=1.0, most=12)),
        lining=_choice(reader, "lining", Lining, "unknown"),
        first_hour_k=reader.optional(
            "first_hour", "difference", called="a fall in the first hour", low=1.0, high=450.0
        ),
    )
    _check_resting(reader, kiln)
    reader.text("notes", default="", most=200, empty=True)
    if reader.has("fit"):
        _fit(reader.child("fit", "what a log said"))
    reader.skip("fit")
    reader.close()
    return kiln


def _check_resting(reader: FieldReader, kiln: Kiln) -> None:
    """Times that no kiln can have together: at full power it would come to rest hotter than any does."""
    if kiln.resting_c > HIGHEST_REST_C:
        reader.fault(
            "rise",
            f"expected times that go together: heating that fast and falling that slowly, it would come to rest at "
            f"{kiln.resting_c:.0f} °C at full power, and no kiln goes above {HIGHEST_REST_C:.0f}. Was it full power "
            f"all the way, and the lid shut?",
            str(reader.data.get("rise", "")),
        )


def _fit(reader: FieldReader) -> None:
    """What a log said of the kiln, kept in words beside it."""
    reader.text("on", most=20)
    reader.text("file", most=120)
    for r in reader.children("says", "a sentence", 12):
        r.text("metric", most=200)
        r.text("us", most=200)
        r.close()
    reader.close()


def _zones(reader: FieldReader) -> tuple[Zone, ...]:
    found = []
    for r in reader.children("zones", "a place in the kiln", 12) if reader.data.get("zones") else []:
        found.append(
            Zone(
                name=r.text("name", most=40),
                offset_k=r.quantity("offset", "difference", called="a difference from the middle", low=-150, high=150),
            )
        )
        at = r.data.get("at", [0.5, 0.5])  # where it is drawn, 0 to 1 across and back
        if not (isinstance(at, list) and len(at) == 2 and all(isinstance(x, int | float) and 0 <= x <= 1 for x in at)):
            r.fault("at", "expected two numbers from 0 to 1", "")
        r.skip("at")
        r.close()
    reader.skip("zones")
    names = [zone.name for zone in found]
    if len(set(names)) < len(names):
        reader.fault("zones", "expected every place to have a name of its own", "")
    return tuple(found)


def _start(reader: FieldReader) -> datetime:
    zone_name = reader.text("time_zone", default="UTC", most=60)
    typed = reader.text("starts_at", most=40)
    try:
        zone = ZoneInfo(zone_name)
    except (ValueError, OSError, LookupError):  # zoneinfo raises any of these for odd names
        reader.fault("time_zone", f"expected a time zone such as Europe/Lisbon, got {zone_name}", zone_name)
        zone = ZoneInfo("UTC")
    try:
        start = datetime.fromisoformat(typed)
        if not 2000 <= start.year <= 2200:
            raise ValueError
    except ValueError:
        if typed:
            reader.fault("starts_at", f"expected a start such as 2026-11-23T16:00, got {typed}", typed)
        start = datetime(2026, 1, 1, tzinfo=zone)
    return start.replace(tzinfo=zone)


def _hour(reader: FieldReader, name: str, default: str) -> float:
    typed = reader.text(name, default=default, most=8)
    found = _CLOCK.match(typed.strip())
    if not found:
        reader.fault(name, f"expected a time of day such as 07:00, got {typed}", typed)
        return 7.0
    return int(found[1]) + int(found[2] or 0) / 60


def _overrides(reader: FieldReader) -> tuple[SegmentOverride, ...]:
    steps = reader.child("segments", "steps set by hand") if reader.data.get("segments") else None
    reader.skip("segments")
    if steps is None:
        return ()
    found = []
    for key in STEP_KEYS:
        if not steps.has(key):
            continue
        r = steps.child(key, "a step set by hand")
        found.append(
            SegmentOverride(
                key=key,
                rate_k_per_h=r.optional("rate", "rate", called="a rate", low=0.0, high=3000.0),
                to_c=r.optional("to", "temperature", called="a temperature", low=20.0, high=1400.0),
                hold_s=r.optional("hold", "duration", called="a hold", low=0.0, high=400 * _H),
            )
        )
        r.close()
    steps.close()
    return tuple(found)


def _choice(reader: FieldReader, name: str, of: Any, default: str) -> Any:
    return reader.choice(name, get_args(of), default=default)


def read_heat(reader: FieldReader, done: Process) -> HeatInput:
    """The choices for a firing. All but the kiln and the start may be left out."""
    heat = HeatInput(
        kiln=read_kiln(reader.child("kiln", "a kiln")),
        process=done,
        target=_choice(reader, "target", Target, "usual"),
        own_stress_pa=reader.quantity("own_target", "stress", called="a tension", low=2e4, high=5e6, default="0.3 MPa"),
        soak_method=_choice(reader, "soak_method", SoakMethod, "longer"),
        restraint=_choice(reader, "restraint", Restraint, "bow"),
        cast_c=reader.optional("peak_at", "temperature", called="a peak temperature", low=100.0, high=1400.0),
        cast_hold_s=reader.optional("peak_hold", "duration", called="a hold", low=0.0, high=72 * _H),
        bubble_hold_s=reader.quantity(
            "bubble_hold", "duration", called="a bubble soak", low=0.0, high=24 * _H, default="1 h"
        ),
        room_c=reader.quantity(
            "room", "temperature", called="a room temperature", low=-20.0, high=45.0, default="18 °C"
        ),
        starts_at=_start(reader),
        is_ready_by=reader.flag("ready_by", default=False),
        awake=(_hour(reader, "wakes", "07:00"), _hour(reader, "sleeps", "22:00")),
        attendance=_choice(reader, "attendance", Attendance, "auto"),
        furniture_kg=reader.quantity(
            "furniture", "mass", called="a weight of shelves", low=0.0, high=2000.0, default="0 kg"
        ),
        kiln_zone=reader.text("kiln_zone", default="", most=40, empty=True),
        overrides=_overrides(reader),
        schedule=_schedule(reader),
    )
    reader.close()
    return heat


def _schedule(reader: FieldReader) -> str:
    """Somebody else's schedule, kept as pasted; it is read when it is judged, so that a slip in it stops nothing."""
    typed = reader.data.get("schedule", "")
    reader.skip("schedule")
    if not isinstance(typed, str) or len(typed) > _SCHEDULE_CHARACTERS:
        reader.fault("schedule", f"expected a schedule of at most {_SCHEDULE_CHARACTERS} characters", "")
        return ""
    return typed
