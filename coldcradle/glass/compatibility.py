"""Do two glasses go together: the strain that a difference of expansion leaves where they meet."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["POINTS_APART_K", "TOLERANCE_PER_K", "Match", "check_pair", "interface_stress_pa", "match"]

TOLERANCE_PER_K = 1.0e-7  # what is sold as compatible lies within one of x10^-7/K; common practice, no source
_STRAINED_PA, _CRACKS_PA = 2.5e6, 7e6  # a careful limit, and the design strength of annealed glass (from memory)
POINTS_APART_K = (
    15.0  # glasses that set further apart strain one another whatever their expansions; common practice, no source
)
_ROOM_C = 20.0
_LISTED_PER_K = 0.5e-7  # expansions are listed in whole ×10⁻⁷/K; common practice, no source


def interface_stress_pa(
    *, difference_per_k: float, fall_k: float, ratio: float, youngs_1_pa: float, youngs_2_pa: float, poisson: float
) -> float:
    """Largest stress where two bonded layers meet, free to bow, after cooling by `fall_k`; `ratio` is h1/h2.

    Timoshenko, J. Opt. Soc. Am. 11 (1925) 233: curvature k = 6·Δα·ΔT·(1+m)²/(h·(3(1+m)² + (1+mn)(m² + 1/(mn)))), stress
    at the joint k·[2·(E1·I1 + E2·I2)/(h·a1) + a1·E1/2], both per unit width and here made biaxial by 1/(1 - ν).
    The larger of both sides is returned. Range: elastic, layers thin against their length.
    """
    if not ratio > 0:
        raise ImpossibleInput(f"expected a thickness ratio above 0, got {ratio:g}")
    m, n = ratio, youngs_1_pa / youngs_2_pa
    a1, a2 = m / (1 + m), 1 / (1 + m)  # of a whole thickness of 1
    bow = 6 * abs(difference_per_k * fall_k) * (1 + m) ** 2 / (3 * (1 + m) ** 2 + (1 + m * n) * (m * m + 1 / (m * n)))
    stiff = 2 * (youngs_1_pa * a1**3 / 12 + youngs_2_pa * a2**3 / 12)
    sides = (bow * (stiff / a1 + a1 * youngs_1_pa / 2), bow * (stiff / a2 + a2 * youngs_2_pa / 2))
    return max(sides) / (1 - poisson)


@dataclass(frozen=True, slots=True)
class Match:
    """How two glasses go together: the stress where they meet, and a verdict in a word."""

    stress: Figure
    verdict: Literal["goes together", "not without a test", "will crack"]
    because: str


def match(first: GlassProperties, second: GlassProperties, *, ratio: float = 1.0) -> Match:
    """The stress between a layer of one glass and a layer of another, cooled from where the first of them sets."""
    sets_c = min((kind.annealing_c + kind.strain_c) / 2 for kind in (first, second))
    stress = derive(
        "mismatch",
        "Stress where they meet",
        "stress",
        lambda a1, a2, fall, m, *_: interface_stress_pa(
            difference_per_k=a1 - a2,
            fall_k=fall,
            ratio=m,
            youngs_1_pa=first.youngs_modulus_pa,
            youngs_2_pa=second.youngs_modulus_pa,
            poisson=(first.poisson + second.poisson) / 2,
        ),
        [
            given(f"expansion of {first.name}", "α₁", first.expansion_per_k, "expansion", _LISTED_PER_K),
            given(f"expansion of {second.name}", "α₂", second.expansion_per_k, "expansion", _LISTED_PER_K),
            given("from setting to room temperature", "ΔT", sets_c - _ROOM_C, "difference"),
            given("thickness of one to the other", "m", ratio, "count"),
            given(f"stiffness of {first.name}", "E₁", first.youngs_modulus_pa, "stress"),
            given(f"stiffness of {second.name}", "E₂", second.youngs_modulus_pa, "stress"),
            given("Poisson's ratio, the mean", "ν", (first.poisson + second.poisson) / 2, "count"),
        ],
        words="Two layers that were one piece while soft, and shrink differently once they are set.",
        formula="max(α₁ − α₂, α₂ − α₁)·ΔT·6·(1 + m)²/(3·(1 + m)² + (1 + m·E₁/E₂)·(m² + E₂/(m·E₁)))·max((E₁·m³ + "
        "E₂)/(6·(1 + m)³)·(1 + m)/m + m·E₁/(2·(1 + m)), (E₁·m³ + E₂)/(6·(1 + m)³)·(1 + m) + E₂/(2·(1 + m)))/(1 − ν)",
        source=published("Timoshenko, J. Opt. Soc. Am. 11 (1925) 233"),
        assumptions=[
            "listed expansions hold up to the setting point; real ones rise there, and viscosity counts too",
            "a thin line of colour in much clear is held by it: then the colour carries about twice this",
        ],
    )
    return Match(stress, *_verdict(first, second, stress.value))


def _points_apart_k(first: GlassProperties, second: GlassProperties) -> float:
    return max(
        abs(first.strain_c - second.strain_c),
        abs(first.annealing_c - second.annealing_c),
        abs(first.softening_c - second.softening_c),
    )


def _verdict(
    first: GlassProperties, second: GlassProperties, stress_pa: float
) -> tuple[Literal["goes together", "not without a test", "will crack"], str]:
    """Never good by expansion alone: only what its maker tests together, or one and the same glass, is called good."""
    gap = abs(first.expansion_per_k - second.expansion_per_k)
    if first.is_unknown or second.is_unknown:
        return "not without a test", "nobody knows the expansion of one of them"
    if gap > TOLERANCE_PER_K * (1 + 1e-9):
        if stress_pa > _CRACKS_PA:
            return "will crack", "their expansions are too far apart"
        return "not without a test", "their expansions differ"
    if first == second:
        return "goes together", "one and the same glass"
    if not first.family or not second.family:
        return "not without a test", "nobody has said what family of glass one of them belongs to"
    if first.family != second.family:
        return "not without a test", "they are of different families, and a like expansion proves nothing"
    if _points_apart_k(first, second) > POINTS_APART_K:
        return "not without a test", "they set more than 15 K apart, and a like expansion proves nothing"
    if not (first.is_tested and second.is_tested):
        return "not without a test", "their makers do not test them together"
    return "goes together", "of one family, and tested by its maker"


_TEST = (
    "Fuse a strip of each side by side, 5 mm wide, anneal it well, and look at the seam between crossed polarisers: "
    "a glow along it is strain. No glow, and it still holds after a week, is a good sign."
)


def check_pair(first: GlassProperties, second: GlassProperties) -> Finding | None:
    """What is to be said of two glasses in one piece; None when they go together.

    Unknown glass is unknown, not fine.
    """
    for kind in (first, second):
        if kind.is_unknown:
            return finding(
                "glass.unknown", "think", f"{kind.name[:1].upper()}{kind.name[1:]}: nobody knows its expansion.", _TEST
            )
    found = match(first, second)
    if found.verdict == "goes together":
        return None
    names = f"{first.name[:1].upper()}{first.name[1:]} and {second.name}"
    gap = abs(first.expansion_per_k - second.expansion_per_k)
    if gap <= TOLERANCE_PER_K * (1 + 1e-9):
        return finding(
            "glass.not-tested",
            "think",
            f"{names}: not without a test.",
            f"{found.because[:1].upper()}{found.because[1:]}. {_TEST}",
        )
    return finding(
        "glass.does-not-match",
        "stop" if found.verdict == "will crack" or found.stress.value > _STRAINED_PA else "think",
        f"{names} differ by {{gap}}.",
        "Where they meet about {stress} stays for good: "
        + (
            "they will crack, at once or weeks later."
            if found.verdict == "will crack"
            else f"it may crack weeks later. {_TEST}"
        ),
        gap=show(gap, "expansion"),
        stress=found.stress.shown,
    )
