"""The figures of a firing that runs, each with its working."""

from __future__ import annotations

import operator

from coldcradle.fire.inputs import FiringBaseline
from coldcradle.fire.watch import FireState
from coldcradle.heat.limits import RUN_BAND
from coldcradle.layup.explain.relief import thickest_place
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["fire_figures", "left_figure"]

_RUN = published(
    "conduction in one dimension (Carslaw & Jaeger) and a Maxwell fluid with structural relaxation (Tool, "
    "Narayanaswamy, Moynihan), carried on from reading to reading"
)
_FALL_SHARE = 0.1  # how far the rest of a fall may be off: a kiln known from remembered facts is good to some 15 %


def left_figure(watched: FiringBaseline, left_pa: float) -> Figure:
    """The tension that stays, by the firing as it really went, Pa."""
    return derive(
        "fire_left",
        "Strain left",
        "stress",
        lambda s, _: s,
        [
            given("greatest tension once all is even", "σ", left_pa, "stress"),
            given("as it was planned", "σ₀", watched.planned_left_pa, "stress"),
        ],
        words="The readings so far, and what is still to come as the programme stands, run through the thickness of "
        "the glass on its cradle.",
        formula="σ",
        source=_RUN,
        assumptions=[
            say("glass of {d}, {x}", d=thickest_place(watched.load).shown, x=watched.section.words),
            "readings thinned to straight lines, none further than 1 K from any of them",
        ],
        extra=[("ours and an independent run of the same firing", RUN_BAND * left_pa)],
    )


def fire_figures(watched: FiringBaseline, state: FireState, left_pa: float | None) -> list[Figure]:
    """Skin, heart, heat work, the hour of the lid and what will be left; none before the first reading."""
    if state.inside is None:
        return []
    at = state.inside.at
    found = [
        derive(
            "fire_glass",
            "Glass, skin",
            "temperature",
            lambda t, _: t,
            [
                given("skin, by the run", "T", at.skin_c, "temperature"),
                given("kiln at the glass's place", "T₁", at.kiln_c, "temperature"),
            ],
            words="What the thermometer shows, corrected for itself and for the place in the kiln, and led into the "
            "glass through its faces.",
            formula="T",
            source=_RUN,
            assumptions=[
                say("the thermometer shows {k} above the glass's place", k=show(watched.shift_k, "difference")),
                say("its heart is at {t}", t=show(round(at.heart_c), "temperature")),
            ],
        ),
        derive(
            "fire_work",
            "Heat work so far",
            "ratio",
            operator.truediv,
            [
                given("∫dt/η over the readings", "W", state.inside.work_per_pa, "per_pa"),
                given("the same as planned", "W₀", watched.needed_per_pa, "per_pa"),
            ],
            words="All the time spent soft, weighed by how soft it was; what forms glass.",
            formula="W / W₀",
            source=published("Vogel 1921, Fulcher 1925, Tammann 1926 for the viscosity"),
            assumptions=["the thermometer and the viscosity are good to some 5 K, a sixth of the work"],
            extra=[("temperature and viscosity", state.inside.work_per_pa / watched.needed_per_pa / 6)],
        ),
    ]
    if left_pa is not None:
        found.append(left_figure(watched, left_pa))
    if state.opens_s is not None:
        rest = max(0.0, state.opens_s - at.at_s)
        found.append(
            derive(
                "fire_opens",
                "Lid, after the start",
                "duration",
                operator.add,
                [
                    given("the last reading came at", "t", at.at_s, "duration"),
                    given("the rest of the programme, and the fall to where it may stay open", "Δt", rest, "duration"),
                ],
                words="What is left of the programme, run against what is known of the kiln with this load in it, and "
                "through the glass as it is now.",
                formula="t + Δt",
                source=published("a hot face before a warm wall, by remembered facts or a log of this kiln"),
                assumptions=[say("kiln, skin and heart at {t} or less", t=show(watched.limit_c, "temperature"))],
                extra=[("the kiln", _FALL_SHARE * rest)],
            )
        )
    return found
