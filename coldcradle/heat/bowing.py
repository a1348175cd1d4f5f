"""May it bow? Cooling from one side makes glass want to curve; its own weight holds a wide sheet flat."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.constants import GRAVITY
from coldcradle.heat.inputs import HeatInput, Restraint
from coldcradle.heat.limits import BREAK_K
from coldcradle.heat.physics.conduction import DIFFUSIVITY_M2_S, USUAL_K_M2_PER_S, free_to_bow_m
from coldcradle.layup.explain.relief import thickest_place
from coldcradle.layup.load import Load
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["bow_figure", "lifts_its_edges", "settled_heat"]


def bow_figure(load: Load) -> Figure:
    """The widest glass of this thickness that lifts its own edges and so is free to bow, m."""
    kind = load.kind
    return derive(
        "bows_within",
        "Free to bow up to",
        "length",
        lambda d, *_: free_to_bow_m(kind=kind, thickness_m=d),
        [
            thickest_place(load),
            given("stiffness", "E", kind.youngs_modulus_pa, "stress"),
            given("Poisson's ratio", "ν", kind.poisson, "count"),
            given("expansion", "α", kind.expansion_per_k, "expansion"),
            given("diffusivity", "κ", DIFFUSIVITY_M2_S, "diffusivity"),
            given("density of the glass", "ρ", kind.density_kg_m3, "density"),
            given("gravity", "g", GRAVITY, "count"),
            given("usual rate times thickness squared, K·m²/s", "r", USUAL_K_M2_PER_S, "count"),
        ],
        words="Glass that cools from one face wants to curve. What is wider than twice the edge it can lift is held "
        "flat by its own weight.",
        formula="2·√(2·(E·d³/(12·(1 − ν)))·(α·(r/d²)·d/(2·κ)) / (ρ·g·d))",
        source=published("plate under its own weight, Timoshenko, Theory of Plates and Shells"),
        assumptions=[
            "cooled at the usual rate through the annealing range",
            say("over the first {k}", k=show(BREAK_K, "difference")),
        ],
    )


def lifts_its_edges(load: Load) -> bool:
    """Whether the piece is small enough to bow."""
    return load.widest_m <= free_to_bow_m(kind=load.kind, thickness_m=load.thickness_m)


def settled_heat(heat: HeatInput, load: Load) -> HeatInput:
    """The choices as they hold for this piece: what is closed in itself cannot bow, and wide glass that is meant to is
    held flat by its weight.
    """
    restraint: Restraint = heat.restraint
    if load.is_closed:
        return replace(heat, restraint=Restraint.HELD)
    if restraint == "bow" and load.support != "posts" and not lifts_its_edges(load):
        return replace(heat, restraint=Restraint.HELD, is_held_by_weight=True)
    return heat
