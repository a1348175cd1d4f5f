"""What stays between thick and thin: two zones that freeze in their difference, beside the rule of the trade."""

from __future__ import annotations

from coldcradle.heat.physics.zones import lag_s
from coldcradle.layup.bodies import SectionZone
from coldcradle.layup.load import Load
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["zone_strain"]


def zone_strain(load: Load, rate_k_per_h: float, effective_m: float) -> Figure | None:
    """What two zones freeze in at a steady first rate, Pa, as the closed form of a disc has it; None where the piece
    is even. It stands beside the rule of 1.5 to 2 times the thickest, by which the piece is planned.
    """
    raised, kind = load.raised, load.kind
    if raised is None or raised.base_m >= load.thickest_m:
        return None
    faces = 2 if load.support == "posts" else 1
    thick, thin = (
        lag_s(SectionZone(glass_m=d, faces=faces), kind, kind.annealing_c) for d in (load.thickest_m, raised.base_m)
    )
    return derive(
        "zone_strain",
        "Left between thick and thin",
        "stress",
        lambda r, e, a, t1, t0, p: e * a * r / 3600 * (t1 - t0) / 2 * (1 - p),
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
