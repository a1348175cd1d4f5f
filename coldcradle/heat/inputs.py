"""What the heat station is told."""

from __future__ import annotations

import re
from datetime import datetime
from typing import Any
from zoneinfo import ZoneInfo

from coldcradle.entry import (
    Choice,
    duration,
    flag,
    inputs,
    kept,
    mass,
    one,
    pick,
    rate,
    stress,
    temperature,
    words,
)
from coldcradle.entry.declare import specs_of
from coldcradle.entry.specs import ObjectSpec, One
from coldcradle.errors import ImpossibleInput
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.heat.limits import TARGETS_PA
from coldcradle.heat.schedule.processes import PROCESSES, Process
from coldcradle.heat.schedule.undated import NO_DATE
from coldcradle.heat.shared import ALONE, FiringShare
from coldcradle.heat.steps import StepKey

__all__ = ["Attendance", "HeatInput", "Restraint", "SegmentOverride", "SoakMethod", "Target"]

_H = 3600.0
_CLOCK = re.compile(r"^([01]?\d|2[0-3])(?::([0-5]\d))?$")
_SCHEDULE_CHARACTERS = 4000


class Target(Choice):
    """How much tension may stay."""

    GENTLE = "gentle"
    USUAL = "usual"
    QUICK = "quick"
    OWN = "own"
    TABLE = "table"


class SoakMethod(Choice):
    """How long it is held at its annealing temperature."""

    LONGER = "longer", "the longer of both"
    THUMB = "thumb", "rule of thumb"
    PHYSICS = "physics", "heart and skin agree"


class Restraint(Choice):
    """What keeps the glass from bowing."""

    BOW = "bow", "free to bow a hair"
    HELD = "held", "held flat by the mould"
    BLOCK = "block", "block, all faces free"
    FREE = "free", "both faces see the kiln"


class Attendance(Choice):
    """Who is wanted at the kiln, and when."""

    AUTO = "auto", "if the process wants it"
    NOBODY = "nobody", "nobody"
    PEEK = "peek", "somebody looks in"
    POUR = "pour", "somebody pours off"
    HOT = "hot", "a hot step"


@inputs
class SegmentOverride:
    """One step changed by hand: None leaves what was worked out. `rate` 0 stands for "as fast as the kiln can"."""

    key: str
    rate_k_per_h: float | None = rate(default=None, called="a rate", low=0.0, high=3000.0)
    to_c: float | None = temperature(default=None, called="a temperature", low=20.0, high=1400.0)
    hold_s: float | None = duration(default=None, called="a hold", low=0.0, high=400 * _H)


def _override(key: str) -> ObjectSpec:
    return ObjectSpec(
        "SegmentOverride",
        specs_of(SegmentOverride),
        lambda **values: SegmentOverride(key=key, **values),
        "A step changed by hand.",
    )


def _overrides(**steps: SegmentOverride | None) -> tuple[SegmentOverride, ...]:
    return tuple(step for step in steps.values() if step is not None)


_BY_HAND = ObjectSpec(
    "SegmentsByHand",
    {k: One(key=k, of=_override(k), called="a step set by hand", is_needed=False) for k in StepKey},
    _overrides,
    "Steps set by hand; what is left out is worked out.",
)


def _zone(value: object) -> ZoneInfo:
    try:
        return ZoneInfo(str(value))
    except (ValueError, OSError, LookupError):  # zoneinfo raises any of these for odd names
        raise ImpossibleInput(f"expected a time zone such as Europe/Lisbon, got {str(value)[:60]}") from None


def _start(value: object) -> datetime:
    try:
        start = datetime.fromisoformat(str(value))
        if not 2000 <= start.year <= 2200:
            raise ValueError
    except ValueError:
        raise ImpossibleInput(f"expected a start such as 2026-11-23T16:00, got {str(value)[:40]}") from None
    return start


def _hour(value: object) -> float:
    found = _CLOCK.match(value.strip()) if isinstance(value, str) else None
    if not found:
        raise ImpossibleInput(f"expected a time of day such as 07:00, got {str(value)[:40]}")
    return int(found[1]) + int(found[2] or 0) / 60


def _pasted(value: object) -> str:
    if not isinstance(value, str) or len(value) > _SCHEDULE_CHARACTERS:
        raise ImpossibleInput(f"expected a schedule of at most {_SCHEDULE_CHARACTERS} characters")
    return value


_TEXT: dict[str, Any] = {"type": "string"}


@inputs
class HeatInput:
    """The user's choices for one firing; None means "work it out".

    With `is_ready_by`, `starts_at` is when the lid shall be open instead; with `is_undated` nobody has chosen a start.
    `awake` is (from, to) in hours of the day.
    `share` is what the firing it lies in says to it, worked out from all that lies there.
    `schedule` is somebody else's, kept as pasted and read when it is judged, so that a slip in it stops nothing.
    """

    kiln: KilnModel = one(KilnModel, called="a kiln")
    target: Target = pick(Target, default=Target.USUAL)
    own_stress_pa: float = stress(key="own_target", default="0.3 MPa", called="a tension", low=2e4, high=5e6)
    soak_method: SoakMethod = pick(SoakMethod, default=SoakMethod.LONGER)
    restraint: Restraint = pick(Restraint, default=Restraint.BOW)
    cast_c: float | None = temperature(key="peak_at", default=None, called="a peak temperature", low=100.0, high=1400.0)
    cast_hold_s: float | None = duration(key="peak_hold", default=None, called="a hold", low=0.0, high=72 * _H)
    bubble_hold_s: float = duration(default="1 h", called="a bubble soak", low=0.0, high=24 * _H)
    room_c: float = temperature(default="18 °C", called="a room temperature", low=-20.0, high=45.0)
    local_start: datetime = kept(key="starts_at", check=_start, schema=_TEXT, is_needed=True)
    time_zone: ZoneInfo = kept(default=ZoneInfo("UTC"), check=_zone, schema=_TEXT)
    is_ready_by: bool = flag(key="ready_by", default=False)
    is_undated: bool = flag(key="undated", default=False)
    wakes_h: float = kept(key="wakes", default=7.0, check=_hour, schema=_TEXT)
    sleeps_h: float = kept(key="sleeps", default=22.0, check=_hour, schema=_TEXT)
    attendance: Attendance = pick(Attendance, default=Attendance.AUTO)
    furniture_kg: float = mass(default="0 kg", called="a weight of shelves", low=0.0, high=2000.0)
    kiln_zone: str = words(default="", most=40, may_be_empty=True)
    overrides: tuple[SegmentOverride, ...] = one(_BY_HAND, key="segments", called="steps set by hand", default=())
    schedule: str = kept(default="", check=_pasted, schema=_TEXT)
    share: FiringShare = one(FiringShare, called="its share in a firing", default=ALONE)
    process: Process = PROCESSES["cast"]  # the stage's own, put in with it
    is_held_by_weight: bool = False  # found, not chosen: too wide to lift its own edges

    @property
    def starts_at(self) -> datetime:
        """When it starts, aware of its zone; a moment without a date where nobody has chosen one."""
        return self.local_start.replace(tzinfo=NO_DATE if self.is_undated else self.time_zone)

    @property
    def awake(self) -> tuple[float, float]:
        """From when to when somebody is up, hours of the day."""
        return self.wakes_h, self.sleeps_h

    @property
    def place(self) -> str:
        """The place in the kiln it stands at: where it was put in its firing, else the one that was named."""
        return self.share.place or self.kiln_zone

    @property
    def offset_k(self) -> float:
        """How much hotter it stands than the middle of the kiln, K."""
        return self.kiln.zone_offset_k(self.place)

    @property
    def stress_pa(self) -> float:
        """Tension that may stay, relaxation counted, Pa; the handbook's table is measured by what is usual."""
        return self.own_stress_pa if self.target == "own" else TARGETS_PA.get(self.target, TARGETS_PA["usual"])

    @property
    def is_by_table(self) -> bool:
        return self.target == "table"
