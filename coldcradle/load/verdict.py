"""Whether one who lies in a firing gets what it needs by the programme for all, and what that does to it."""

from __future__ import annotations

from coldcradle.heat.formed import moved
from coldcradle.heat.limits import PASSING_OVER, STRAIN_OVER, is_over
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.load.needs import Window
from coldcradle.load.result import Verdict
from coldcradle.piece.stage import StageResult
from coldcradle.quantity.format import DualQuantity, Message, say, show

__all__ = ["harm_of", "heat_verdict", "spare_of"]


def spare_of(window: Window, result: StageResult, peak_c: float) -> tuple[tuple[float, float], float]:
    """K to spare to too little and to too much, and the heat work over what its own programme does."""
    firing = result.heated.firing
    if firing is None:
        raise ValueError("expected a firing that the kiln can do")
    work = heat_work_of(result.heated.load.kind, firing.run.line).total_per_pa
    return window.to_spare_k(peak_c, work), work / window.own_per_pa


def harm_of(result: StageResult) -> Message | None:
    """What the programme would break or burn, in words; None where it does no harm."""
    heated = result.heated
    firing, load, heat = heated.firing, heated.load, heated.heat
    if firing is None:
        return say("{why}", why=heated.refusal)
    worst = firing.warming.worst
    if worst is not None and is_over(worst.pull_pa, worst.allowed_pa, PASSING_OVER):
        return say(
            "Warming pulls {name} by {p}; {lim} is allowed.",
            name=worst.body.name,
            p=show(worst.pull_pa, "stress"),
            lim=show(worst.allowed_pa, "stress"),
        )
    pull, _, where, allowed = firing.cooling_peak(firing.soaked.total_s)
    if is_over(pull, allowed, PASSING_OVER):
        told = "Cooling pulls its {where} by {p}; {lim} is allowed."
        return say(told, where=where, p=show(pull, "stress"), lim=show(allowed, "stress"))
    if not heat.is_by_table and is_over(firing.left_pa, heat.stress_pa, STRAIN_OVER):
        told = "It leaves {s} in the glass; {want} was wished."
        return say(told, s=show(firing.left_pa, "stress"), want=show(heat.stress_pa, "stress"))
    highest_c = max(c for _, c in firing.run.line)
    if highest_c > load.rated_c:
        told = "{t} is above the {max} that {mould} stands."
        return say(
            told,
            t=show(highest_c, "temperature"),
            max=show(load.rated_c, "temperature"),
            mould=load.material.name,
        )
    return None


def heat_verdict(
    result: StageResult, spare_k: tuple[float, float], times: float, least: float
) -> tuple[Verdict, Message]:
    """Whether the heat is enough and not too much, in words; `least` is enough over its own heat work."""
    low, high = spare_k
    done = result.stage.heat.process
    shown: dict[str, DualQuantity | str] = {"what": done.name, "k": show(round(abs(min(low, high))), "difference")}
    if low < 0:
        gone = _went(result)
        part = f"{100 * times / least:.0f} %"
        told = "{k} short: {p} of the heat work that is enough to {what}."
        return "short", say(told + (" {gone}" if gone else ""), p=part, gone=gone or "", **shown)
    if high < 0:
        gone = _went(result)
        told = "{k} too hot: {x} times the heat work it has alone."
        return "over", say(told + (" {gone}" if gone else ""), x=_in_times(times), gone=gone or "", **shown)
    if 0.9 <= times <= 1.1:
        return "good", say("As by its own programme.")
    told = "{x} times the heat work it has alone; {a} from too little, {b} from too much."
    return "good", say(told, x=_in_times(times), a=show(round(low), "difference"), b=show(round(high), "difference"))


def _in_times(times: float) -> str:
    return f"{times:.0f}" if times >= 10 else f"{times:.2g}"


def _went(result: StageResult) -> Message | None:
    """How far it goes by this programme, where that is known."""
    firing = result.heated.firing
    figure = moved(result.heated.load, result.heated.heat, firing.run.line) if firing is not None else None
    return None if figure is None else say("{name}: {d}.", name=figure.name, d=figure.shown)
