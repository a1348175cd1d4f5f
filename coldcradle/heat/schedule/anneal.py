"""Anneal soak and cooling rates from the final thickness, by both schools."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import TYPE_CHECKING

from coldcradle.glass.kinds import GlassKind
from coldcradle.glass.viscosity import ANNEALING_LOG
from coldcradle.heat.inputs import Restraint
from coldcradle.heat.limits import BREAK_K, CLOSED_SHARE, RUN_BAND, STRENGTH_PA, SURFACE_STRESS_PA
from coldcradle.heat.physics.conduction import (
    DIFFUSIVITY_M2_S,
    USUAL_K_M2_PER_S,
    Slab,
    conductivity_w_m_k,
    cooling_rate_k_per_h,
    free_to_bow_m,
    time_constant_s,
)
from coldcradle.heat.physics.structure import MEAN_TIME_S
from coldcradle.layup.inputs import Support
from coldcradle.layup.load import Load
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import PRACTICE, Figure, Given, derive, given, memory, published

if TYPE_CHECKING:
    from coldcradle.heat.schedule.cooling import Cooling

__all__ = [
    "HANDBOOK_THIRD",
    "PASSING",
    "SECOND_TIMES",
    "anneal_rate",
    "closed_rate_k_per_h",
    "effective_thickness",
    "handbook_figure",
    "handbook_rate_k_per_h",
    "handbook_soak_s",
    "residual_stress",
    "soak_by_physics",
    "soak_by_thumb",
    "surface_rate",
]

SECOND_TIMES, HANDBOOK_THIRD = 1.8, 6.0
_THUMB_S_PER_M = 2 * 3600 / 0.012
_SPREAD_K = 2.0
PASSING = say(
    "{a} allowed of {b} design strength (from memory)",
    a=show(SURFACE_STRESS_PA, "stress"),
    b=show(STRENGTH_PA, "stress"),
)
_KAPPA = memory("diffusivity of soda-lime glass, 4.5e-7 m²/s")


def effective_thickness(
    load: Load, restraint: Restraint, support: Support = "cradle", *, by_weight: bool = False
) -> Figure:
    """The free slab that behaves like this glass on cooling; the smaller of the way up and the way sideways."""
    d, b = load.thickness, given("breadth of the glass", "b", load.breadth_m, "length")
    glass_k = conductivity_w_m_k(load.kind.annealing_c)

    def layered(thickness: float) -> Slab:
        return Slab(thickness_m=thickness, wall_m=load.wall_m, material=load.material, glass_conductivity_w_m_k=glass_k)

    def upwards(thickness: float) -> float:
        if support == "posts":
            return 2 * thickness if load.is_core_shut else thickness
        if support == "shelf":
            return 2 * thickness
        return layered(thickness).equivalent_thickness_m()

    thickness = d.given("d", "thickest place")
    flat = (
        say(
            "{w} wide, its own weight holds it flat: glass this thick lifts its edges up to {most} across",
            w=show(load.widest_m, "length"),
            most=show(round(free_to_bow_m(kind=load.kind, thickness_m=load.thickness.value), 2), "length"),
        )
        if by_weight
        else say("the glass is held flat")
    )
    held_m = min(upwards(d.value), load.breadth_m)
    hottest_m = layered(d.value).hottest_plane_m()
    if load.is_closed:
        return _closed_thickness(load, thickness, b, upwards, support, hottest_m)
    if restraint in ("bow", "free"):
        return derive(
            "effective_thickness",
            "Thickness that counts",
            "length",
            min,
            [thickness, b],
            words="The smaller way heat has to go. Where one face is kept warmer by the mould, the piece bows by less "
            "than a hair while it is soft, and only the curved part of the lag freezes in: the same as if both "
            "faces cooled alike.",
            formula="min(d, b)",
            source=published("slab under a parabolic profile, Timoshenko & Goodier"),
            assumptions=[
                "nothing presses the glass flat while it cools",
                say(
                    "held flat on {w} of {mould} it would count as {d}",
                    w=show(load.wall_m, "length"),
                    mould=load.material.name,
                    d=show(round(held_m, 3), "length"),
                )
                if support == "cradle"
                else say("held flat on its shelf it would count as {d}", d=show(round(held_m, 3), "length")),
            ],
        )
    if restraint == "block":
        return derive(
            "effective_thickness",
            "Thickness that counts",
            "length",
            lambda t, w: 1 / math.sqrt(1 / t**2 + 2 / w**2),
            [thickness, b],
            words="All six faces are free: heat leaves in every direction.",
            formula="1 / √(1/d² + 1/b² + 1/b²)",
            source=PRACTICE,
            assumptions=["every face is free", "about a quarter on the quick side for a cube"],
        )
    if support != "cradle":
        return derive(
            "effective_thickness",
            "Thickness that counts",
            "length",
            lambda t, w: min(upwards(t), w),
            [thickness, b],
            words="Held flat with nothing leaving through the shelf, it counts twice."
            if support == "shelf"
            else "Both faces see the kiln.",
            formula="min(2·d, b)" if support == "shelf" else "min(d, b)",
            source=published("slab under a parabolic profile, Timoshenko & Goodier"),
            assumptions=[flat],
        )
    return derive(
        "effective_thickness",
        "Thickness that counts",
        "length",
        lambda t, w, _x: min(upwards(t), w),
        [thickness, b, given("hottest plane, below the open face", "x", hottest_m, "length")],
        words=f"Open above, {load.material.name} below: the hottest plane moves down, as if the glass were thicker. "
        "Sideways the mould is alike on both sides, so there the breadth counts. The smaller of the two holds.",
        formula="min(√(24·(x²/2 − x·d/2 + d²/6)), b)",
        source=published("steady ramp through a layered slab, Carslaw & Jaeger"),
        assumptions=[
            "x = (d²/2 + k/k_w·w·d + κ·w²/2κ_w) / (d + k/k_w·w)",
            say(
                "the wall is {w} of {mould}, {k} W/m/K",
                w=show(load.wall_m, "length"),
                mould=load.material.name,
                k=f"{load.material.conductivity_w_m_k:g}",
            ),
            flat,
        ],
    )


def _closed_thickness(
    load: Load, thickness: Given, breadth: Given, upwards: Callable[[float], float], support: Support, hottest_m: float
) -> Figure:
    """What is closed in itself: held in its own shape, and round a core twice its wall."""
    inputs = [thickness, breadth]
    up = "d" if support == "posts" and not load.is_core_shut else "2·d"
    if support == "cradle":
        inputs.append(given("hottest plane, below the open face", "x", hottest_m, "length"))
        up = "√(24·(x²/2 − x·d/2 + d²/6))"
    across = 2 if load.is_core_shut else 1
    return derive(
        "effective_thickness",
        "Thickness that counts",
        "length",
        lambda t, w, *_: min(upwards(t), across * w),
        inputs,
        words="A wall closed round a core or a hollow cannot bow, and loses no heat inwards: it counts twice."
        if load.is_core_shut
        else "A shell curved both ways cannot bow: the whole lag between its faces freezes in.",
        formula=f"min({up}, {'2·b' if load.is_core_shut else 'b'})",
        source=published("slab under a parabolic profile, Timoshenko & Goodier; thin shells, Timoshenko"),
        assumptions=["whatever is chosen of how it may bow: its shape does not let it"],
    )


def soak_by_thumb(thickness: Figure) -> Figure:
    """Two hours for each 12 mm of glass."""
    return derive(
        "soak_thumb",
        "Rule of thumb",
        "duration",
        lambda d, s: d * s,
        [thickness.given("d", "thickest place"), given("soak", "s", _THUMB_S_PER_M, "time_per_length")],
        words="Two hours at the annealing point for each 12 mm of thickness; longer does no harm.",
        formula="soak = d·s",
        source=PRACTICE,
    )


def soak_by_physics(load: Load, *, drop_k: float, fall_k_per_h: float, settled_s: float | None = None) -> Figure:
    """Until heart and skin, and the mould round them, agree within 2 K, and five relaxation times more.

    `settled_s` is when they agree as the run through the slab found it. None: the closed form, in which `drop_k` is
    the fall that precedes the soak; the heart lags by no more than that, nor by more than rate · τ.
    """
    kind, thickness = load.kind, load.thickness
    relax_s = 6 * 10**ANNEALING_LOG * (1 - kind.poisson) / kind.youngs_modulus_pa
    words = (
        "The heart lags behind the kiln after the fall. The soak lasts until the lag is under 2 K, and then five "
        "relaxation times of the glass."
    )
    fall = say("the kiln falls into the soak at {r}", r=show(round(fall_k_per_h), "rate"))
    relax = f"relaxation at the annealing point, 6η(1 − ν)/E, takes {relax_s:.0f} s"
    if settled_s is None:
        tau = time_constant_s(
            thickness_m=thickness.value, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material
        )
        lag = min(drop_k, fall_k_per_h / 3600 * tau)
        settled_s = tau * math.log(max(1.0, lag / _SPREAD_K))
        source = published("slowest mode of a slab, Carslaw & Jaeger")
        how = "τ·ln(lag / 2 K) of the slowest mode: by the open face or by the walls, whichever is quicker, not by both"
    else:
        source = published("slab run step by step; its check is Carslaw & Jaeger, Conduction of Heat in Solids")
        how = "run through glass and mould"
    return derive(
        "soak_physics",
        "Until heart and skin agree",
        "duration",
        lambda t, *_: t + 5 * relax_s,
        [
            given("until nothing is 2 K off the kiln", "t", settled_s, "duration"),
            given("viscosity at the annealing point", "η", ANNEALING_LOG, "log_viscosity"),
            given("Poisson's ratio", "ν", kind.poisson, "count"),
            given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
        ],
        words=words,
        formula="soak = t + 5·6·η·(1 − ν)/E",
        source=source,
        assumptions=[fall, relax, how],
        extra=[("thickness", 2 * settled_s * thickness.u / thickness.value)],
    )


def _rate_inputs(kind: GlassKind, effective: Figure, stress_pa: float, what: str) -> list[Given]:
    return [
        effective.given("d"),
        given(what, "σ", stress_pa, "stress"),
        given("expansion", "α", kind.expansion_per_k, "expansion"),
        given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
        given("Poisson's ratio", "ν", kind.poisson, "count"),
        given("diffusivity", "κ", DIFFUSIVITY_M2_S, "diffusivity"),
    ]


def closed_rate_k_per_h(*, kind: GlassKind, thickness_m: float, stress_pa: float) -> float:
    """The first rate for a tension that may stay with relaxation counted: the closed form for 0.2/0.45 of it, K/h."""
    return cooling_rate_k_per_h(kind=kind, thickness_m=thickness_m, stress_pa=CLOSED_SHARE * stress_pa)


def handbook_rate_k_per_h(thickness_m: float) -> float:
    """First rate of the handbook's table of thick-slab annealing: 9.4e-3/d² K/h, d in m; 12 to 150 mm (from memory)."""
    return USUAL_K_M2_PER_S * 3600 / thickness_m**2


def handbook_soak_s(thickness_m: float) -> float:
    """Soak of the same table: two hours for each 12 mm, which is the rule of thumb."""
    return thickness_m * _THUMB_S_PER_M


def anneal_rate(kind: GlassKind, effective: Figure, stress_pa: float, key: str = "anneal_rate") -> Figure:
    """Slow cooling through the annealing range that is to leave the wanted tension in the heart, K/h."""
    return derive(
        key,
        "Slow cooling",
        "rate",
        lambda d, s, a, e, _v, _k: (
            closed_rate_k_per_h(kind=kind, thickness_m=d, stress_pa=s)
            * (kind.expansion_per_k / a * kind.youngs_modulus_pa / e)
        ),
        _rate_inputs(kind, effective, stress_pa, "tension left in the heart, relaxation counted"),
        words="The faster it cools, the more the heart lags, and the lag freezes in as tension; while it cools the "
        "glass "
        "itself settles, which comes to 0.45 for each 0.2 of the closed form.",
        formula="R = 24·(1 − ν)·κ·(0.2/0.45·σ) / (E·α·d²)",
        source=published(
            "thermal stress of a slab with a parabolic profile, Timoshenko & Goodier; its share by running the "
            "handbook's table"
        ),
        assumptions=[
            _KAPPA.text,
            "steady rate",
            "temperatures equal at the start: the soak has done its work",
            "a first guess: the whole cooling is run through the glass and mended",
        ],
    )


def handbook_figure(effective: Figure) -> Figure:
    """Slow cooling by the handbook's table."""
    return derive(
        "anneal_rate",
        "Slow cooling",
        "rate",
        lambda d, _r: handbook_rate_k_per_h(d),
        [effective.given("d"), given("of the table, in K·m²/s", "r", USUAL_K_M2_PER_S, "count")],
        words="By the handbook's table of thick slabs: this rate for 55 K from the annealing point, 1.8 times for "
        "the next 55 K, 6 times to the end.",
        formula="R = r / d²",
        source=memory("a published table of annealing for thick slabs, 12 to 150 mm"),
        assumptions=["a slab of fusing glass, both faces open"],
    )


def surface_rate(kind: GlassKind, effective: Figure) -> Figure:
    """Cooling below the annealing range, where only the passing tension in the surface counts, K/h."""
    return derive(
        "surface_rate",
        "Cooling below the range",
        "rate",
        lambda d, s, a, e, _v, _k: (
            cooling_rate_k_per_h(kind=kind, thickness_m=d, stress_pa=s, factor=12.0)
            * (kind.expansion_per_k / a * kind.youngs_modulus_pa / e)
        ),
        _rate_inputs(kind, effective, SURFACE_STRESS_PA, "passing tension allowed in the surface"),
        words="Below the annealing range nothing freezes in any more; the skin is pulled only while it cools.",
        formula="R = 12·(1 − ν)·κ·σ / (E·α·d²)",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=[_KAPPA.text, PASSING],
    )


def residual_stress(kind: GlassKind, effective: Figure, run_pa: float, cooling: Cooling) -> Figure:
    """Tension left in the glass as the run through its thickness found it, structural relaxation and its band
    included.
    """
    said: list[str | Message] = [
        say(
            "the first rate it comes to is {r}, and {b} from the annealing point on {m} times as much",
            r=show(cooling.slow_k_per_h, "rate"),
            b=show(BREAK_K, "difference"),
            m=f"{SECOND_TIMES:g}",
        ),
        f"structure takes {MEAN_TIME_S:.0f} s at the annealing point, 5 to 9 times as long as stress (Rekhson, "
        f"Scherer: from memory)",
    ]
    if cooling.mended:
        said.append(
            say(
                "after a first run, which left too much, its rates were lowered to {x} of the first guess",
                x=show(cooling.lowered, "ratio"),
            )
        )
    return derive(
        "residual_stress",
        "Left in the glass",
        "stress",
        lambda s: s,
        [given("greatest tension at the end of the run", "σ", run_pa, "stress")],
        words="The whole firing was run through the thickness, with the structure of the glass settling as it cools; "
        "this much pull stays where it is greatest.",
        formula="σ",
        source=memory(
            "dσ/dt = E/(1 − ν)·(dε/dt − α·dT/dt − Δα·dTf/dt) − σ·E/(6η(1 − ν)), forces in balance; Tool, "
            "Narayanaswamy, Moynihan"
        ),
        assumptions=[
            *said,
            "a band, not a figure: an independent run of the same cooling comes within 6 %, and within 15 % over the "
            "published ranges of its constants",
        ],
        extra=[("the model of settling glass", RUN_BAND * run_pa)],
    )
