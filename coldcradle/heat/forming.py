"""How hot glass must get for what is to be done, how long it stays there, and how fast cold glass may be warmed."""

from __future__ import annotations

import math

from coldcradle.glass.kinds import GlassKind
from coldcradle.glass.spread import GRAVITY
from coldcradle.glass.viscosity import Viscosity
from coldcradle.heat import moves
from coldcradle.heat.anneal import PASSING
from coldcradle.heat.conduction import DIFFUSIVITY_M2_S, cooling_rate_k_per_h, time_constant_s
from coldcradle.heat.inputs import WETNESS, HeatInput, Load
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.words import say, show
from coldcradle.working import CHOICE, PRACTICE, Figure, Given, derive, given, published

__all__ = [
    "BUBBLE_LOG",
    "LAG_K",
    "PILE_M",
    "bubble_temperature",
    "chunk_rate",
    "curve_inputs",
    "drying_hold",
    "needed_work",
    "passing_inputs",
    "peak_hold",
    "peak_temperature",
    "slab_rate",
    "solid_rate",
]  # fmt: skip

BUBBLE_LOG = 6.9  # soft enough to settle, too stiff to close over air; common practice, no source
LAG_K = 10.0
PILE_M = 0.012  # how high a loose pile stands before it is pressed; what comes out hardly depends on it
_PRESSED_M = 0.002
_MOST_HOLD_S = 12 * 3600.0
_FALL_K_PER_H = 250.0  # from the peak, about, as kilns fall


def _by_viscosity(load: Load, key: str, name: str, log10_pa_s: float, words: str) -> Figure:
    curve = Viscosity.of(load.kind)
    return derive(
        key, name, "temperature",
        lambda log, _ap, _sp: curve.temperature_c(log),
        [
            given("viscosity wanted", "η", log10_pa_s, "log_viscosity"),
            given("annealing point, 10^12 Pa·s", "T_a", load.kind.annealing_c, "temperature"),
            given("softening point, 10^6.6 Pa·s", "T_s", load.kind.softening_c, "temperature"),
        ],
        words=words,
        formula=f"T = T0 + B/(log η − A),  A = {curve.a:g}, B = {curve.b_k:.0f} K, T0 = {curve.t0_c:.1f} °C",
        source=published("Vogel-Fulcher-Tammann through the fixed points of ASTM C336 and C338; the wanted viscosity is practice"),
        assumptions=[f"points of {load.kind.name}: {load.kind.source}", say("first estimate, good to about {k}", k=show(15.0, "difference"))],
        extra=[("the curve and the kiln's own reading", 15.0)],
    )  # fmt: skip


def needed_work(load: Load, heat: HeatInput) -> float | None:
    """Heat work (1/Pa) that the movement wanted takes, or None where nothing is said of how far it shall go.

    The sheet's own thickness bends; relief on it does not stiffen it.
    """
    density, thick = load.kind.density_kg_m3, load.sheet_m
    span, depth = heat.span_m, heat.depth_m
    match heat.process.moves:
        case "sag" if span and depth:
            return moves.sag_work(depth_m=depth, density_kg_m3=density, span_m=span, thickness_m=thick)
        case "arm" if span and depth:
            return moves.arm_work(depth_m=depth, density_kg_m3=density, arm_m=span, thickness_m=thick)
        case "hang" if span and depth:
            return moves.hang_work(length_m=span, stretched_m=span + depth, density_kg_m3=density)
        case "press" if heat.weight_kg > 0 and load.glass_kg > 0:
            to_m = heat.thickness_m or _PRESSED_M
            if to_m >= PILE_M:  # nothing is left to be pressed
                return None
            return moves.press_work(
                from_m=PILE_M, to_m=to_m, volume_m3=load.glass_kg / density, force_n=heat.weight_kg * GRAVITY
            )
    return None


def _coming_and_going_s(curve: Viscosity, log: float, rate_k_per_h: float) -> float:
    """What the way up and down adds to a hold, s: seconds within which viscosity changes by a factor of e, both ways."""
    at_c = curve.temperature_c(log)
    fold_k = (at_c - curve.t0_c) ** 2 / (curve.b_k * math.log(10)) if at_c > curve.annealing_c else 17.0
    return fold_k * (1 / rate_k_per_h + 1 / _FALL_K_PER_H) * 3600


def peak_temperature(load: Load, heat: HeatInput, *, rate_k_per_h: float) -> Figure:
    """Where this glass is as runny as the process wants, or where it moves so far in the time of the hold, °C."""
    key, name, done = "cast_temperature", f"{heat.process.step}: how hot", heat.process
    if heat.cast_c is not None:
        return derive(
            key, name, "temperature", lambda t: t, [given("temperature you chose", "T", heat.cast_c, "temperature")],
            words="The temperature you chose.", formula="T", source=CHOICE,
        )  # fmt: skip
    if done.key == "cast":
        return _by_viscosity(
            load, key, name, load.form.cast_log_viscosity,
            f"Where {load.kind.name} runs well enough for {load.form.name} to close up and fill the mould.",
        )  # fmt: skip
    work = needed_work(load, heat)
    if work is None:
        return _by_viscosity(
            load, key, name, done.aim, f"Where {load.kind.name} is as soft as it takes to {done.name}."
        )
    curve, hold = Viscosity.of(load.kind), heat.cast_hold_s or done.hold_s

    # never out of the process's own window; where a mould ends the movement, never cooler than its usual aim either,
    # since the laws of small movements ask for too little of a whole bowl
    stiffest, runniest = done.aim if done.is_stopped else done.stiff, done.runny

    def asked(time: float, wanted: float) -> float:
        log = math.log10(time / wanted)
        for _ in range(4):
            inside = min(max(log, runniest), stiffest)
            log = math.log10((time + _coming_and_going_s(curve, inside, rate_k_per_h)) / wanted)
        return log

    def hot(time: float, wanted: float) -> float:
        return curve.temperature_c(min(max(asked(time, wanted), runniest), stiffest))

    outside = not runniest <= asked(hold, work) <= stiffest
    return derive(
        key, name, "temperature", hot,
        [given("hold", "t", hold, "duration"), given("heat work wanted, ∫dt/η, in 1/Pa", "W", work, "count")],
        words=f"Where {load.kind.name} moves as far as it shall within the hold.",
        formula="η = (t + way up and down) / W, and the temperature of that viscosity",
        source=published("viscous plates and beams by the analogy with elastic ones, Timoshenko; pressing: Gent 1960"),
        assumptions=[
            "good to a factor of three in time", f"kept within 10^{stiffest:g} to 10^{runniest:g} Pa·s, which is what people use",
            *(["the movement asks for more or less than that: look at it while it happens"] if outside else []),
        ],
        extra=[("a factor of three in time", 15.0)],
    )  # fmt: skip


def curve_inputs(curve: Viscosity) -> list[Given]:
    """The three numbers of a viscosity curve, log10 η = A + B/(T − T₀), as inputs of a figure."""
    return [
        given("of the curve", "T₀", curve.t0_c, "temperature"),
        given("of the curve", "B", curve.b_k, "difference"),
        given("of the curve", "A", curve.a, "count"),
    ]


def bubble_temperature(load: Load) -> Figure:
    """Where air can still leave between the pieces, °C."""
    return _by_viscosity(
        load, "bubble_temperature", "Let bubbles out", BUBBLE_LOG,
        "Where the pieces have softened and settle, but do not yet close over the air between them.",
    )  # fmt: skip


def peak_hold(load: Load, heat: HeatInput, *, peak_c: float, rate_k_per_h: float, lag_s: float | None) -> Figure:
    """As long as the process usually takes, or as the movement needs, or until the heart has come within 10 K of the kiln.

    `lag_s` is the time the heart takes as the run through the slab found it; None: the closed form, on the safe side.
    """
    key, name, done = "cast_hold", f"{heat.process.step}: how long", heat.process
    if heat.cast_hold_s is not None:
        return derive(
            key, name, "duration", lambda t: t, [given("time you chose", "t", heat.cast_hold_s, "duration")],
            words="The time you chose.", formula="t", source=CHOICE,
        )  # fmt: skip
    work = needed_work(load, heat)
    usual = done.hold_s
    if work is not None and heat.cast_c is not None:
        usual = min(_MOST_HOLD_S, work * 10 ** float(Viscosity.of(load.kind).log10_pa_s(peak_c)))
        if done.is_stopped:  # the law asks for too little, and a mould forgives too much
            usual = max(usual, done.hold_s)

    def closed(d: float) -> float:
        tau = time_constant_s(thickness_m=d, breadth_m=load.breadth_m, wall_m=load.wall_m, material=load.material)
        return tau * math.log(max(1.0, rate_k_per_h / 3600 * tau / LAG_K))

    thickness = load.thickness.given("d", "thickest place")
    factor = 1.0 if lag_s is None else lag_s / max(1e-9, closed(load.thickness.value))
    inputs: list[Given] = [
        thickness,
        given("usual for this", "t₀", usual, "duration"),
        given("rate into the hold", "R", rate_k_per_h, "rate"),
    ]
    return derive(
        key, name, "duration", lambda d, t, _r: max(t, factor * closed(d)), inputs,
        words="As long as it takes to move, or until the heart is within 10 K of the kiln.",
        formula="hold = max(t₀, time until the heart is within 10 K)",
        source=PRACTICE if lag_s is None else published("slab run step by step; the usual time is practice"),
        assumptions=[
            "the usual time is common practice, no source",
            *([say("the heart is within {k} after {t}", k=show(LAG_K, "difference"), t=show(lag_s, "duration"))] if lag_s is not None else []),
        ],
    )  # fmt: skip


def chunk_rate(load: Load) -> Figure:
    """How fast cold pieces may be warmed without snapping, K/h: one side of each lies on something cold."""
    return derive(
        "chunk_rate", "Warming of cold pieces", "rate",
        lambda d, s, *_: cooling_rate_k_per_h(kind=load.kind, thickness_m=2 * d, stress_pa=s),
        [given(f"one piece of {load.form.name}", "d", load.form.chunk_m, "length"), *passing_inputs(load.kind)],
        words="The skin of a cold piece warms first and pulls at its heart.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·(2·d)²)",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=["heat comes from one side only"],
    )  # fmt: skip


def slab_rate(load: Load, *, both_faces: bool) -> Figure:
    """How fast the solid glass of a load may be warmed, K/h, until it is hot enough to give way."""
    return solid_rate(load.kind, load.thickness.given("d", "thickest place"), both_faces=both_faces)


def solid_rate(kind: GlassKind, thickness: Given, *, both_faces: bool) -> Figure:
    """How fast cold solid glass may be warmed, K/h, by the closed form; a face that lies on a shelf counts as closed."""
    times = 1 if both_faces else 2
    return derive(
        "slab_rate", "Warming of a solid slab", "rate",
        lambda d, s, *_: cooling_rate_k_per_h(kind=kind, thickness_m=times * d, stress_pa=s),
        [thickness, *passing_inputs(kind)],
        words="The skin warms first and pulls at the heart." if both_faces else "The open face warms first; what lies on the shelf is pulled.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·d²)" if both_faces else "R = 24·(1 − ν)·κ·σ / (E·α·(2·d)²)",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=["heat comes from both faces" if both_faces else "heat comes from one side only, and the slab lies flat",
                     PASSING],
    )  # fmt: skip


def passing_inputs(kind: GlassKind) -> list[Given]:
    """The tension allowed on the way, and what of the glass turns a lag into tension."""
    return [
        given("passing tension allowed", "σ", SURFACE_STRESS_PA, "stress"),
        given("expansion", "α", kind.expansion_per_k, "expansion"),
        given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
        given("Poisson's ratio", "ν", kind.poisson, "count"),
        given("diffusivity", "κ", DIFFUSIVITY_M2_S, "diffusivity"),
    ]


def drying_hold(wall_m: float, wet: str = "wet") -> Figure:
    """Two hours at least, and an hour for each 10 mm of wet wall; half of that when it is only damp."""
    share = WETNESS[wet]
    return derive(
        "drying_hold", "Drying", "duration", lambda w: share * max(2 * 3600.0, w / 0.010 * 3600.0),
        [given("mould wall", "w", wall_m, "length")],
        words="Water must leave as vapour before it can boil inside the wall.",
        formula="hold = max(2 h, 1 h · w / 10 mm)" + ("" if share == 1 else " / 2" if share else " · 0"), source=PRACTICE,
        assumptions=[f"the mould is {wet}"],
    )  # fmt: skip
