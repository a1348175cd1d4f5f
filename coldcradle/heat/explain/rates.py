"""Rates of warming and cooling, in words."""

from __future__ import annotations

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.limits import STRENGTH_PA, SURFACE_STRESS_PA, zone_stress_pa
from coldcradle.heat.model.rates import (
    cold_piece,
    first_cooling_k_per_h,
    handbook_rate_k_per_h,
    loose_piece,
    surface_cooling_k_per_h,
    warming_k_per_h,
    zone_strain_pa,
    zones_k_per_h,
)
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S, USUAL_K_M2_PER_S
from coldcradle.heat.physics.zones import evened, lag_s
from coldcradle.layup.bodies import SectionZone, Shade
from coldcradle.layup.explain.relief import thickest_place
from coldcradle.layup.explain.words import zones_words
from coldcradle.layup.load import Load
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, Given, derive, given, memory, published

__all__ = [
    "anneal_rate",
    "chunk_rate",
    "handbook_figure",
    "passing_inputs",
    "slab_rate",
    "solid_rate",
    "surface_rate",
    "zone_rate",
    "zone_strain",
]

_SLAB = published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier")
_KAPPA = memory("diffusivity of soda-lime glass, 4.5e-7 m²/s")
_PASSING = say(
    "{a} allowed of {b} design strength (from memory)",
    a=show(SURFACE_STRESS_PA, "stress"),
    b=show(STRENGTH_PA, "stress"),
)


def _glass(kind: GlassProperties) -> list[Given]:
    """What of the glass turns a lag into tension."""
    return [
        given("expansion", "α", kind.expansion_per_k, "expansion"),
        given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
        given("Poisson's ratio", "ν", kind.poisson, "count"),
        given("diffusivity", "κ", DIFFUSIVITY_M2_S, "diffusivity"),
    ]


def passing_inputs(kind: GlassProperties) -> list[Given]:
    """The tension allowed on the way, and what of the glass turns a lag into tension."""
    return [given("passing tension allowed", "σ", SURFACE_STRESS_PA, "stress"), *_glass(kind)]


def chunk_rate(load: Load) -> Figure:
    """How fast cold loose pieces may be warmed without snapping, K/h."""
    kind, piece = load.kind, loose_piece(load)
    return derive(
        "chunk_rate",
        "Warming of cold pieces",
        "rate",
        lambda d, s, *_: warming_k_per_h(kind=kind, thickness_m=d, both_faces=False, stress_pa=s),
        [given(piece.name, "d", piece.thickness_m, "length"), *passing_inputs(kind)],
        words="The skin of a cold piece warms first and pulls at its heart.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·(2·d)²)",
        source=_SLAB,
        assumptions=["heat comes from one side only"],
    )


def slab_rate(load: Load, *, both_faces: bool) -> Figure:
    """How fast the solid glass of a load may be warmed, K/h, until it is hot enough to give way.

    The piece that stands least decides; where nothing solid goes in, what comes out, as if it were fired again.
    """
    piece = cold_piece(load, both_faces=both_faces)
    if piece is None:
        return solid_rate(load.kind, thickest_place(load), both_faces=both_faces)
    thickness = given(piece.name, "d", piece.thickness_m, "length")
    return solid_rate(load.kind, thickness, both_faces=piece.both_faces)


def solid_rate(kind: GlassProperties, thickness: Given, *, both_faces: bool) -> Figure:
    """How fast cold solid glass may be warmed, K/h; a face that lies on a shelf counts as closed."""
    return derive(
        "slab_rate",
        "Warming of a solid slab",
        "rate",
        lambda d, s, *_: warming_k_per_h(kind=kind, thickness_m=d, both_faces=both_faces, stress_pa=s),
        [thickness, *passing_inputs(kind)],
        words="The skin warms first and pulls at the heart."
        if both_faces
        else "The open face warms first; what lies on the shelf is pulled.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·d²)" if both_faces else "R = 24·(1 − ν)·κ·σ / (E·α·(2·d)²)",
        source=_SLAB,
        assumptions=[
            "heat comes from both faces" if both_faces else "heat comes from one side only, and the slab lies flat",
            _PASSING,
        ],
    )


def zone_rate(shade: Shade, kind: GlassProperties) -> Figure:
    """How fast a plate may be warmed whose middle and rim do not warm alike, K/h, as a first guess."""
    inner, outer = lag_s(shade.inner, kind), lag_s(shade.outer, kind)
    share = 1 - shade.inner_share if inner > outer else 1 + shade.inner_share
    return derive(
        "zone_rate",
        "Warming of two zones",
        "rate",
        lambda s, e, a, t1, t0, f, k: zones_k_per_h(
            stress_pa=s, modulus_pa=e, alpha_per_k=a, behind_s=t1 - t0, pulled=f, evened=k
        ),
        [
            given("pull allowed between zones", "σ", zone_stress_pa(shade.is_step), "stress"),
            given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
            given("expansion", "α", kind.expansion_per_k, "expansion"),
            given("the middle is behind by", "t₁", inner, "count"),
            given("the rim is behind by", "t₀", outer, "count"),
            given("of what they pull", "f", share, "count"),
            given("left after heat evens out sideways", "k", evened(shade), "count"),
        ],
        words="What warms later is pulled by what warms sooner.",
        formula="R = 2·σ / (E·α·max(t₁ − t₀, t₀ − t₁)·f·k)",
        source=published("disc with a colder middle, Timoshenko & Goodier; steady ramp, Carslaw & Jaeger"),
        assumptions=[
            zones_words(shade.why),
            say("the middle is {p} of the area", p=show(shade.inner_share, "ratio")),
            "seconds of a steady ramp by which each is behind the kiln, with the film at 150 °C",
            "what is allowed is what people's rates bear: common practice, no source",
        ],
    )


def zone_strain(load: Load, rate_k_per_h: float, effective_m: float) -> Figure | None:
    """What two zones freeze in at a steady first rate, Pa, as the closed form of a disc has it; None where the piece
    is even. It stands beside the rule of 1.5 to 2 times the thickest, by which the piece is planned.
    """
    raised, kind = load.raised, load.kind
    if raised is None or raised.base_m >= load.thick.thickest_m:
        return None
    faces = 2 if load.support == "posts" else 1
    thick, thin = (
        lag_s(SectionZone(glass_m=d, faces=faces), kind, kind.annealing_c)
        for d in (load.thick.thickest_m, raised.base_m)
    )
    return derive(
        "zone_strain",
        "Left between thick and thin",
        "stress",
        lambda r, _e, _a, t1, t0, p: zone_strain_pa(kind=kind, rate_k_per_h=r, thick_s=t1, thin_s=t0, thick_share=p),
        [
            given("first rate of cooling", "R", rate_k_per_h, "rate"),
            given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
            given("expansion", "α", kind.expansion_per_k, "expansion"),
            given("the thick place is behind by", "t₁", thick, "count"),
            given("the thin one is behind by", "t₀", thin, "count"),
            given("share of the thick place", "φ", raised.share, "ratio"),
        ],
        words="The thick place is still hot when the thin one sets; as it cools it is pulled.",
        formula="E·α·R·(t₁ − t₀)/2·(1 − φ)",
        source=published("disc with a hotter middle, Timoshenko & Goodier; steady ramp, Carslaw & Jaeger"),
        assumptions=[
            "seconds of a steady ramp by which each is behind the kiln at the annealing point",
            say(
                "the piece is planned by common practice, as even glass of {d}: no source",
                d=show(round(effective_m, 4), "length"),
            ),
        ],
    )


def _cooling_inputs(kind: GlassProperties, effective: Figure, stress_pa: float, what: str) -> list[Given]:
    return [effective.given("d"), given(what, "σ", stress_pa, "stress"), *_glass(kind)]


def anneal_rate(kind: GlassProperties, effective: Figure, stress_pa: float, key: str = "anneal_rate") -> Figure:
    """Slow cooling through the annealing range that is to leave the wanted tension in the heart, K/h."""
    return derive(
        key,
        "Slow cooling",
        "rate",
        lambda d, s, *_: first_cooling_k_per_h(kind=kind, thickness_m=d, stress_pa=s),
        _cooling_inputs(kind, effective, stress_pa, "tension left in the heart, relaxation counted"),
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


def surface_rate(kind: GlassProperties, effective: Figure) -> Figure:
    """Cooling below the annealing range, where only the passing tension in the surface counts, K/h."""
    return derive(
        "surface_rate",
        "Cooling below the range",
        "rate",
        lambda d, s, *_: surface_cooling_k_per_h(kind=kind, thickness_m=d, stress_pa=s),
        _cooling_inputs(kind, effective, SURFACE_STRESS_PA, "passing tension allowed in the surface"),
        words="Below the annealing range nothing freezes in any more; the skin is pulled only while it cools.",
        formula="R = 12·(1 − ν)·κ·σ / (E·α·d²)",
        source=_SLAB,
        assumptions=[_KAPPA.text, _PASSING],
    )
