"""A pile between shelves: its weight, how high it stands, where heat work and weight leave it, and how wide."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.constants import GRAVITY
from coldcradle.glass.explain.charge import charge_mass
from coldcradle.layup.deform.laws import press_thickness
from coldcradle.layup.families.face import LayupRequest
from coldcradle.layup.model.blank import piece_mass_kg
from coldcradle.layup.model.pressed import PRESSED_M, disc_across_m
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, derive, given, published

__all__ = ["PILE_M", "many_piles", "pile_figures", "pile_high_m", "pressed_size", "pressed_to"]

PILE_M = 0.012  # how high a loose pile stands before it is pressed; what comes out hardly depends on it
_USUAL_PILE_KG = 0.1


def many_piles(laying: LayupRequest) -> int:
    """Piles alike: as said, or each of what was taken for itself."""
    pieces = laying.layup.pieces
    if pieces > 1 or len(laying.incoming) != 1 or laying.glass.own_charge_kg is not None:
        return pieces
    return laying.incoming[0].count


def pile_figures(laying: LayupRequest) -> tuple[Figure, Figure]:
    """One pile's weight, and what is weighed out for all of them, kg."""
    glass, pieces = laying.glass, many_piles(laying)
    own = glass.own_charge_kg
    taken = sum(i.weight_kg for i in laying.incoming)
    if own is not None:
        total = charge_mass(_plain(own), loss=0.0, own_kg=own)
    else:
        total = replace(
            _plain(0.0 if taken else _USUAL_PILE_KG * pieces),
            key="charge_mass",
            name="Weigh out",
            words="All of it comes from the stages before." if taken else "100 g a pile, where nothing else is said.",
        )
    each = derive(
        "pile",
        "Each pile",
        "mass",
        lambda m, t, n: piece_mass_kg(new_kg=m, pieces=n, taken_kg=t),
        [
            total.given("m"),
            given("taken from the stages before", "t", taken, "mass", 0.02 * taken),
            given("piles alike", "n", float(pieces), "count"),
        ],
        words="All the glass over the piles.",
        formula="(m + t)/n",
        source=published("sum of the parts"),
    )
    return each, total


def _plain(kg: float) -> Figure:
    return derive(
        "pile_all",
        "All piles",
        "mass",
        lambda m: m,
        [given("a usual pile", "m", kg, "mass")],
        words="100 g a pile, where nothing else is said.",
        formula="m",
        source=PRACTICE,
    )


def pile_high_m(laying: LayupRequest) -> float:
    """How high a pile stands before it is pressed: loose pieces, or the thickest of what was taken, m."""
    return max(PILE_M, *(i.outcome.solid_m for i in laying.incoming), 0.0)


def _by_law(laying: LayupRequest, pile: Figure, work_per_pa: float) -> float:
    """How thick heat work leaves a pile under its share of the weight, m; as it lies where nothing presses it."""
    volume, force = pile.value / laying.glass.kind.density_kg_m3, laying.layup.weight_kg * GRAVITY / many_piles(laying)
    if force <= 0 or volume <= 0:
        return pile_high_m(laying)
    return press_thickness(work_per_pa=work_per_pa, from_m=pile_high_m(laying), volume_m3=volume, force_n=force)


def pressed_to(laying: LayupRequest, pile: Figure, work_per_pa: float) -> Figure:
    """Where it ends between the shelves: as it shall, or where the law leaves it thicker."""
    to_m = laying.layup.to_m or PRESSED_M
    ends_m = _by_law(laying, pile, work_per_pa)
    if ends_m > to_m * (1 + 1e-9):
        volume, force_kg = pile.value / laying.glass.kind.density_kg_m3, laying.layup.weight_kg / many_piles(laying)
        return derive(
            "pressed_to",
            "Pressed to",
            "length",
            lambda h, *_: h,
            [
                given("where the law leaves it", "h₁", ends_m, "length"),
                given("heat work of the firing, ∫dt/η", "W", work_per_pa, "per_pa"),
                given("volume", "V", volume, "volume"),
                given("weight on each", "m", force_kg, "mass"),
                given("pile", "h₀", pile_high_m(laying), "length"),
            ],
            words="Heat work and weight are not enough to press it further."
            if force_kg > 0
            else "Nothing weighs on it, so nothing presses it.",
            formula="h₁",
            source=published("Gent 1960; ASTM C1351M; Dienes and Klemm 1946"),
            extra=[("a factor of three in time", 0.3 * ends_m if force_kg > 0 else 0.0)],
        )
    return derive(
        "pressed_to",
        "Pressed to",
        "length",
        lambda d: d,
        [given("pressed to", "d", to_m, "length")],
        words="What lies between the shelves in the end."
        if laying.layup.to_m is None
        else "As you said, or as the spacers are.",
        formula="d",
        source=PRACTICE if laying.layup.to_m is None else CHOICE,
    )


def pressed_size(laying: LayupRequest, pile: Figure, pressed: Figure) -> Figure:
    """How wide a pile is pressed, m."""
    rho = laying.glass.kind.density_kg_m3
    across_m = disc_across_m(mass_kg=pile.value, thickness_m=pressed.value, density_kg_m3=rho)
    return derive(
        "pressed_size",
        "Size",
        "length",
        lambda m, d, density: disc_across_m(mass_kg=m, thickness_m=d, density_kg_m3=density),
        [pile.given("m"), pressed.given("d"), given("density of the glass", "ρ", rho, "density", 0.01 * rho)],
        words="The glass of a pile as a disc of that thickness; its edges come out round.",
        formula="2·√(m/(ρ·d·π))",
        source=published("volume is kept"),
        assumptions=["one round pile; gaps in it close", "good to about a tenth"],
        extra=[
            (
                "piles are not round",
                0.05 * across_m,
            )
        ],
    )
