"""What a programme does to glass that moves: far enough, too far, and at what hours."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.model.peak import needed_work
from coldcradle.heat.schedule.attendance import start_of
from coldcradle.heat.schedule.clock import when
from coldcradle.heat.schedule.segments import Run
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.load import Load
from coldcradle.layup.motion import FiringTimeline, excess_words, sheet_marks
from coldcradle.layup.traits import Law
from coldcradle.quantity.format import DualQuantity, Message, say, show

__all__ = ["Remark", "movement_remark"]

_GOOD_TO = 3.0  # times the heat work wanted, either way: as well as it can be told
_FAR_SHORT, _FAR_OVER = 12.0, 30.0  # past all doubt


@dataclass(frozen=True, slots=True)
class Remark:
    """One thing a programme does to the piece: well, to think about, or not like this."""

    key: str
    word: str  # good, think or stop
    says: Message


def _free_remark(heat: HeatInput, peak_c: float, ratio: float) -> Remark | None:
    """What heat work adds to the window, where it is known how far the glass shall go. Work to spare is no fault where
    a mould ends the movement; only what hangs free goes too far.
    """
    shown: dict[str, DualQuantity | str] = {
        "t": show(round(peak_c), "temperature"),
        "what": heat.process.name,
        "x": f"{ratio:.0f}" if ratio >= 10 else f"{ratio:.2g}" if ratio >= 0.01 else "less than 0.01",
    }
    told = "It does {x} times the heat work it takes to {what} so far"
    if ratio < 1 / _GOOD_TO:
        word = "stop" if ratio < 1 / _FAR_SHORT else "think"
        return Remark("movement", word, say(told + ". It will not go far enough.", **shown))
    if ratio <= _GOOD_TO:
        return Remark("movement", "good", say(told + ": right, as near as that can be told.", **shown))
    word = "stop" if ratio > _FAR_OVER else "think"
    return Remark("movement", word, say(told + ". Nothing ends it: it goes further.", **shown))


def _sheet_remark(movement: Movement, work_per_pa: float, log: float) -> Remark:
    """A sheet that comes down: whether it lies in at all, surely or only if its rim slides, and what is to spare."""
    early, late = movement.span("done")
    slid, held = movement.arrivals(work_per_pa)
    if held == "reached":
        return Remark("movement", "good", excess_words(work_per_pa / late, log))
    if slid == "reached":
        return Remark("movement", "think", say("It gets there only if its rim slides: look in while it happens."))
    if "lost" in (slid, held):
        return Remark(
            "movement", "think", say("How it comes down could not be followed to its end: look in meanwhile.")
        )
    far = not math.isfinite(early) or work_per_pa < early / _FAR_SHORT
    part = say("{x} of the heat work", x=f"{100 * work_per_pa / early:.2g} %") if math.isfinite(early) else None
    told = say(
        "It does {x} it takes even if its rim slides. It will not go far enough.",
        x=part.metric if part else "less than",
    )
    return Remark("movement", "stop" if far else "think", told)


def _clocked(remark: Remark, movement: Movement, load: Load, heat: HeatInput, run: Run) -> Remark:
    """The same with the hours of this programme: when it touches, when it lies in."""
    start = start_of(heat, run.total_s)
    fired = FiringTimeline(tuple(run.line), lambda seconds: when(start, seconds))
    moments = [m for m in sheet_marks(movement, fired, load.kind, done="Lies in") if m.early_s is not None]
    if not moments:
        return remark
    words = [
        Message(m.words.metric[:1].upper() + m.words.metric[1:], m.words.us[:1].upper() + m.words.us[1:])
        for m in moments
    ]
    return replace(
        remark,
        says=Message(
            f"{remark.says.metric} {'; '.join(w.metric for w in words)}.",
            f"{remark.says.us} {'; '.join(w.us for w in words)}.",
        ),
    )


def movement_remark(load: Load, heat: HeatInput, run: Run, *, peak_c: float, work_per_pa: float) -> Remark | None:
    """What a programme does to what moves in it; None where nothing is said of how far it shall go."""
    if load.movement is not None and heat.process.moves is Law.SHEET:
        lost, how = load.movement.drained(work_per_pa, load.kind.density_kg_m3)
        if how == "puddle" and not (heat.process.traits.pools or heat.process.traits.drops_through):
            runs = say(
                "So hot and long it runs down {d}: it ends as a puddle at the bottom.", d=show(round(lost, 3), "length")
            )
            return Remark("movement", "stop", runs)
        log = float(Viscosity.of(load.kind).log10_pa_s(peak_c))
        told = _sheet_remark(load.movement, work_per_pa, log)
        return _clocked(told, load.movement, load, heat, run)
    wanted = needed_work(load, heat)
    return None if wanted is None else _free_remark(heat, peak_c, work_per_pa / wanted)
