"""How fast cold glass may be warmed: loose pieces, and the solid one that stands least."""

from __future__ import annotations

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S, cooling_rate_k_per_h
from coldcradle.heat.schedule.anneal import PASSING
from coldcradle.layup.load import Load
from coldcradle.report.figure import Figure, Given, derive, given, published

__all__ = ["chunk_rate", "passing_inputs", "slab_rate", "solid_rate"]


def chunk_rate(load: Load) -> Figure:
    """How fast cold loose pieces may be warmed without snapping, K/h: one side of each lies on something cold."""
    loose = max((b for b in load.cold if b.is_loose), key=lambda b: b.thickness_m, default=None)
    name, thick_m = (loose.name, loose.thickness_m) if loose else (load.form.name, load.form.chunk_m)
    return derive(
        "chunk_rate",
        "Warming of cold pieces",
        "rate",
        lambda d, s, *_: cooling_rate_k_per_h(kind=load.kind, thickness_m=2 * d, stress_pa=s),
        [given(f"one piece of {name}", "d", thick_m, "length"), *passing_inputs(load.kind)],
        words="The skin of a cold piece warms first and pulls at its heart.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·(2·d)²)",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=["heat comes from one side only"],
    )


def slab_rate(load: Load, *, both_faces: bool) -> Figure:
    """How fast the solid glass of a load may be warmed, K/h, until it is hot enough to give way.

    The piece that stands least decides; where nothing solid goes in, what comes out, as if it were fired again.
    """
    solid = [body for body in load.cold if not body.is_loose]
    if not solid:
        return solid_rate(load.kind, load.thickness.given("d", "thickest place"), both_faces=both_faces)
    body = max(solid, key=lambda b: b.counts_m)
    is_open = body.is_open or both_faces
    if body.breadth_m >= body.thickness_m * (1 if is_open else 2):
        thick = given(f"{body.name}, thick", "d", body.thickness_m, "length")
        return solid_rate(load.kind, thick, both_faces=is_open)
    return solid_rate(load.kind, given(f"{body.name}, across", "d", body.breadth_m, "length"), both_faces=True)


def solid_rate(kind: GlassProperties, thickness: Given, *, both_faces: bool) -> Figure:
    """How fast cold solid glass may be warmed, K/h, by the closed form; a face that lies on a shelf counts as
    closed.
    """
    times = 1 if both_faces else 2
    return derive(
        "slab_rate",
        "Warming of a solid slab",
        "rate",
        lambda d, s, *_: cooling_rate_k_per_h(kind=kind, thickness_m=times * d, stress_pa=s),
        [thickness, *passing_inputs(kind)],
        words="The skin warms first and pulls at the heart."
        if both_faces
        else "The open face warms first; what lies on the shelf is pulled.",
        formula="R = 24·(1 − ν)·κ·σ / (E·α·d²)" if both_faces else "R = 24·(1 − ν)·κ·σ / (E·α·(2·d)²)",
        source=published("thermal stress of a slab with a parabolic profile, Timoshenko & Goodier"),
        assumptions=[
            "heat comes from both faces" if both_faces else "heat comes from one side only, and the slab lies flat",
            PASSING,
        ],
    )


def passing_inputs(kind: GlassProperties) -> list[Given]:
    """The tension allowed on the way, and what of the glass turns a lag into tension."""
    return [
        given("passing tension allowed", "σ", SURFACE_STRESS_PA, "stress"),
        given("expansion", "α", kind.expansion_per_k, "expansion"),
        given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
        given("Poisson's ratio", "ν", kind.poisson, "count"),
        given("diffusivity", "κ", DIFFUSIVITY_M2_S, "diffusivity"),
    ]
