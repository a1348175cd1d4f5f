"""A programme as a controller can be told it: its unit, its steps of rate, its fastest, and how many steps it holds."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.heat.kiln.kiln import Controller, KilnModel
from coldcradle.heat.schedule.segments import RunStep
from coldcradle.heat.steps import StepKey
from coldcradle.quantity.format import Message, say, show
from coldcradle.quantity.units import temperature_from_c

__all__ = ["ControllerProgram", "ControllerStep", "tell_controller"]


@dataclass(frozen=True, slots=True)
class ControllerStep:
    """What is typed in: rate per hour ("full" where the controller is to go as fast as it can, "by hand" where it
    cannot go slowly enough), target and hold.
    """

    rate: str
    to: str
    hold: str
    name: str


@dataclass(frozen=True, slots=True)
class ControllerProgram:
    """The steps for the controller, what was merged to make them fit, and whether they do."""

    unit: str
    steps: list[ControllerStep]
    fits: bool
    notes: list[Message]


@dataclass(frozen=True, slots=True)
class _Ramp:
    name: str
    rate_k_per_h: float | None
    to_c: float
    hold_s: float
    is_fixed: bool


def _ramps(steps: Sequence[RunStep]) -> list[_Ramp]:
    return [
        _Ramp(s.name, s.rate_k_per_h, s.to_c, s.hold_s, s.key in (StepKey.PEAK, StepKey.FALL, StepKey.DRY))
        for s in steps
        if s.key != StepKey.COAST
    ]


def _slower(a: float | None, b: float | None) -> float | None:
    rates = [r for r in (a, b) if r is not None]
    return min(rates) if rates else None


def _time_s(from_c: float, to_c: float, rate: float | None) -> float:
    return abs(to_c - from_c) / rate * 3600 if rate else 0.0


def _harm(ramps: list[_Ramp], i: int, start_c: float) -> float:
    """What it costs to give up the end of ramp i and go on at the slower rate: seconds more, and holds lost, dearer."""
    first, second = ramps[i], ramps[i + 1]
    from_c = ramps[i - 1].to_c if i else start_c
    turns = (first.to_c - from_c) * (second.to_c - first.to_c) < 0
    if first.is_fixed or turns:
        return math.inf
    rate = _slower(first.rate_k_per_h, second.rate_k_per_h)
    before = _time_s(from_c, first.to_c, first.rate_k_per_h) + _time_s(first.to_c, second.to_c, second.rate_k_per_h)
    return _time_s(from_c, second.to_c, rate) - before + 4 * first.hold_s


def _merge(ramps: list[_Ramp], most: int, start_c: float) -> tuple[list[_Ramp], list[Message]]:
    notes: list[Message] = []
    while len(ramps) > most:
        harms = [_harm(ramps, i, start_c) for i in range(len(ramps) - 1)]
        best = min(range(len(harms)), key=harms.__getitem__, default=None)
        if best is None or math.isinf(harms[best]):
            break
        gone, kept = ramps[best], ramps[best + 1]
        rate = _slower(gone.rate_k_per_h, kept.rate_k_per_h)
        ramps = [
            *ramps[:best],
            _Ramp(kept.name, rate, kept.to_c, kept.hold_s, kept.is_fixed),
            *ramps[best + 2 :],
        ]
        lost = say(" Its hold of {h} is given up.", h=show(gone.hold_s, "duration")) if gone.hold_s else say("")
        more = say(
            "“{a}” and “{b}” become one, at the slower of their rates.",
            a=gone.name,
            b=kept.name,
        )
        notes.append(Message(more.metric + lost.metric, more.us + lost.us))
    return ramps, notes


def _rate(rate_k_per_h: float, controller: Controller) -> tuple[str, Message | None]:
    """The rate in the controller's own steps, never faster than meant; and what there is to say of it."""
    own = rate_k_per_h * (1.8 if controller.unit == "degF" else 1.0)
    told = min(math.floor(own / controller.finest + 1e-9) * controller.finest, controller.fastest)
    if told <= 0:
        return "by hand", say(
            "{r} is slower than this controller can be told, and its least, {least} an hour, is too fast here. Fall "
            "in stairs by hand: small drops with long holds.",
            r=show(rate_k_per_h, "rate"),
            least=f"{controller.finest:g}°",
        )
    note = None
    if own > controller.fastest * 1.001:
        note = say("{r} is more than this controller takes; told its fastest.", r=show(rate_k_per_h, "rate"))
    return f"{told:.10g}", note


def tell_controller(
    steps: Sequence[RunStep], kiln: KilnModel, *, start_c: float, offset_k: float = 0.0
) -> ControllerProgram:
    """The programme in a controller's terms. `offset_k`: how much hotter the piece's place is than the middle.

    Targets are what the thermometer has to show for the glass to have the temperature meant.
    """
    controller = kiln.controller
    ramps = _ramps(steps)
    notes: list[Message] = []
    if controller.steps:
        ramps, notes = _merge(ramps, controller.steps, start_c)
    fits = not controller.steps or len(ramps) <= controller.steps
    if not fits:
        notes.append(
            say(
                "This controller holds {n} steps; no fewer than {m} will do. Programme it in two parts, the second "
                "before the soak ends.",
                n=str(controller.steps),
                m=str(len(ramps)),
            )
        )
    shift = kiln.sensor_k - offset_k
    if shift:
        notes.append(
            say(
                "Targets are {d} {way} than the glass is to be: the thermometer and the place in the kiln are "
                "allowed for.",
                d=show(abs(shift), "difference"),
                way="higher" if shift > 0 else "lower",
            )
        )
    told = []
    for ramp in ramps:
        rate = "full"
        if ramp.rate_k_per_h is not None:
            rate, note = _rate(ramp.rate_k_per_h, controller)
            if note is not None:
                notes.append(note)
        hours, minutes = divmod(round(ramp.hold_s / 60), 60)
        target = round(temperature_from_c(ramp.to_c + shift, controller.unit))
        told.append(ControllerStep(rate, str(target), f"{hours}:{minutes:02d}", ramp.name))
    # a rate it cannot hold is no more a fit than a step too many
    fits = fits and all(step.rate != "by hand" for step in told)
    return ControllerProgram("°F" if controller.unit == "degF" else "°C", told, fits, notes)
