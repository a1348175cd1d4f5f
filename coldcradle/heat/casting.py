"""The casting programme: dry, warm, let bubbles out, cast, fall, soak, cool slowly, coast, open."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.heat import anneal, forming
from coldcradle.heat.conduction import cooling_rate_k_per_h
from coldcradle.heat.inputs import HeatInput, Load
from coldcradle.heat.kiln import LoadedKiln
from coldcradle.heat.programme import Limit, Run, Wanted, round_rate, run_programme
from coldcradle.words import say, show
from coldcradle.working import Figure

__all__ = ["Casting", "plan_casting", "total_for"]

_DRY_C = 105.0
_SET_C = 560.0  # where plaster gives up the last of its bound water; common practice, no source
_THICK_M = 0.019
_TOP_RATE_K_PER_H = 150.0


@dataclass(frozen=True, slots=True)
class Casting:
    """A run and every figure behind it. `coast_from_c` is where the kiln may be switched off."""

    run: Run
    figures: dict[str, Figure]
    coast_from_c: float
    soak_c: float


def _up_to(seconds: float) -> float:
    """Whole five minutes, never shorter."""
    return math.ceil(seconds / 300 - 1e-9) * 300.0


def _warm_up(load: Load, heat: HeatInput, figures: dict[str, Figure]) -> list[Wanted]:
    chunk, bubbles = figures["chunk_rate"], figures["bubble_temperature"]
    mould_rate = load.material.warm_up_k_per_h
    rate = round_rate(min(mould_rate, chunk.value))
    slow = chunk.value < mould_rate
    why = (
        say("Cold pieces of {form} snap if warmed faster.", form=load.form.name)
        if slow
        else say("{mould} is not hurried: {rate} is common practice.", mould=load.material.name.capitalize(),
                 rate=show(mould_rate, "rate"))
    )  # fmt: skip
    limit: Limit = "glass" if slow else "cradle"
    settle_c = float(round(bubbles.value))
    steps: list[Wanted] = []
    if load.material.holds_water:
        steps.append(
            Wanted(
                key="dry", name="Dry the mould", rate_k_per_h=min(rate, mould_rate), to_c=_DRY_C,
                hold_s=_up_to(figures["drying_hold"].value), limited_by="cradle", figures=("drying_hold",),
                why=say("Water must leave {wall} of wet wall before it can boil in it.", wall=show(load.wall_m, "length")),
            )
        )  # fmt: skip
        set_c = min(_SET_C, settle_c - 10)
        steps.append(
            Wanted(key="warm", name="Warm up", rate_k_per_h=rate, to_c=set_c, hold_s=3600.0, limited_by=limit,
                   figures=("chunk_rate",), why=why)
        )  # fmt: skip
    bubble_hold = heat.bubble_hold_s
    if bubble_hold > 0 or not load.material.holds_water:
        steps.append(
            Wanted(
                key="bubbles", name="Let bubbles out" if bubble_hold else "Warm up", rate_k_per_h=rate, to_c=settle_c,
                hold_s=bubble_hold, limited_by=limit, figures=("bubble_temperature", "chunk_rate"),
                why=say("Settles at 10^6.9 Pa·s, before the pieces close over their air.") if bubble_hold else why,
            )
        )  # fmt: skip
    return steps


def _cooling(
    kiln: LoadedKiln, *, slow: float, surface: float, open_c: float, counts_m: float, soak_c: float
) -> list[Wanted]:
    """Slow cooling in two or three steps until coasting is slow enough, then off until the lid may be opened."""
    open_c = float(math.floor(open_c))
    first = min(slow, surface)
    stages = [("anneal", "Slow cooling", first, soak_c - anneal.BREAK_K, "anneal_rate",
               say("{d} of glass counts here; faster would freeze in more strain.", d=show(counts_m, "length")))]  # fmt: skip
    if counts_m > _THICK_M:
        stages.append(("middle", "Cooling", min(2 * first, surface), soak_c - 1.5 * anneal.BREAK_K, "anneal_rate",
                       say("Twice the first rate, while the glass still settles a little.")))  # fmt: skip
    stages.append(("last", "Faster cooling", surface, float("-inf"), "surface_rate",
                   say("Only the passing pull in the skin counts now.")))  # fmt: skip
    steps: list[Wanted] = []
    at_c = soak_c
    for key, name, rate, until_c, figure, why in stages:
        off_c = kiln.coasting_from_c(rate)
        if off_c >= at_c or at_c <= open_c:
            break
        # a whole 5 °C, and never above what this rate allows
        to_c = max(until_c, math.floor(off_c / 5) * 5.0, open_c)
        if to_c < at_c:
            steps.append(
                Wanted(key=key, name=name, rate_k_per_h=round_rate(rate), to_c=to_c, hold_s=0.0, limited_by="glass",
                       why=why, figures=(figure, "thickness_counts"))
            )  # fmt: skip
            at_c = to_c
        if to_c > until_c:
            break
    if at_c > open_c:
        why = say(
            "{kiln} falls at {rate} here by itself, and slower from then on: slow enough.",
            kiln=kiln.kiln.name, rate=show(kiln.coasting_rate_k_per_h(at_c), "rate"),
        )  # fmt: skip
        steps.append(
            Wanted(key="coast", name="Off, lid shut", rate_k_per_h=None, to_c=open_c, hold_s=0.0,
                   limited_by="kiln", why=why, figures=("opening_temperature",))
        )  # fmt: skip
    return steps


def total_for(casting: Casting, load: Load, heat: HeatInput, *, stress_pa: float) -> tuple[float, float]:
    """Cooling rate (K/h) and total time (s) if the same firing were cooled for another strain target."""
    figures = casting.figures
    kiln = heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=heat.room_c)
    soak_c, counts_m = casting.soak_c, figures["thickness_counts"].value
    slow = cooling_rate_k_per_h(kind=load.kind, thickness_m=counts_m, stress_pa=stress_pa)
    down = _cooling(
        kiln, slow=slow, surface=figures["surface_rate"].value, open_c=figures["opening_temperature"].value,
        counts_m=counts_m, soak_c=soak_c,
    )  # fmt: skip
    soaked_s = next(s.ends_s for s in casting.run.steps if s.key == "fall")
    return slow, soaked_s + run_programme(down, kiln, from_c=soak_c).total_s


def plan_casting(load: Load, heat: HeatInput, counts: Figure, *, stress_pa: float) -> Casting:
    """The programme for one casting; raises ImpossibleInput when the kiln cannot do it at all."""
    kiln = heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=heat.room_c)
    kind = load.kind
    found = [
        counts,
        forming.chunk_rate(load),
        forming.bubble_temperature(load),
        forming.drying_hold(load.wall_m),
        forming.casting_temperature(load, heat.cast_c),
        anneal.anneal_rate(kind, counts, stress_pa),
        anneal.surface_rate(kind, counts),
        anneal.opening_temperature(kind, counts, room_c=heat.room_c),
        anneal.soak_by_thumb(load.thickness),
    ]
    figures = {figure.key: figure for figure in found}
    cast_c = float(round(figures["cast_temperature"].value))
    top_rate = min(_TOP_RATE_K_PER_H, 2 * load.material.warm_up_k_per_h)
    figures["cast_hold"] = forming.casting_hold(load, heat.cast_hold_s, rate_k_per_h=top_rate)
    soak_c = float(round(kind.annealing_c))
    physics = anneal.soak_by_physics(
        load, drop_k=max(0.0, cast_c - soak_c), fall_k_per_h=kiln.coasting_rate_k_per_h(soak_c)
    )
    figures["soak_physics"] = physics
    thumb = figures["soak_thumb"]
    chosen = {"thumb": thumb, "physics": physics}.get(heat.school, max(thumb, physics, key=lambda f: f.value))
    hot = [
        Wanted(
            key="cast", name="Cast", rate_k_per_h=top_rate, to_c=cast_c, hold_s=_up_to(figures["cast_hold"].value),
            limited_by="choice" if heat.cast_c is not None else "glass", figures=("cast_temperature", "cast_hold"),
            why=say("From {form}, this glass closes up and runs at 10^{log} Pa·s.", form=load.form.name,
                    log=f"{load.form.cast_log_viscosity:g}") if heat.cast_c is None else say("The temperature you chose."),
        ),
        Wanted(
            key="fall", name="Fall, then soak", rate_k_per_h=None, to_c=soak_c, hold_s=_up_to(chosen.value),
            limited_by="glass", figures=("soak_thumb", "soak_physics"),
            why=say("{how}, at this glass's annealing point.", how=chosen.name),
        ),
    ]  # fmt: skip
    down = _cooling(
        kiln, slow=figures["anneal_rate"].value, surface=figures["surface_rate"].value,
        open_c=figures["opening_temperature"].value, counts_m=counts.value, soak_c=soak_c,
    )  # fmt: skip
    cooled = [step for step in down if step.key != "coast"]
    coast_c = cooled[-1].to_c if cooled else soak_c
    run = run_programme([*_warm_up(load, heat, figures), *hot, *down], kiln)
    slow = next((s.rate_k_per_h for s in run.steps if s.key == "anneal"), None)
    rate = slow if slow is not None else min(kiln.coasting_rate_k_per_h(soak_c), figures["anneal_rate"].value)
    figures["residual_stress"] = anneal.residual_stress(kind, counts, rate)
    return Casting(run, figures, coast_c, soak_c)
