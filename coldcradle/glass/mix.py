"""Mixes: frit by parts, powder as a share of the frit's weight, water to damp; and the slip of a decimal point."""

from __future__ import annotations

import math
import operator
from dataclasses import dataclass

from coldcradle.entry import count, inputs, many, mass, pick, ratio
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import forms
from coldcradle.glass.model.recipe import frit_kg, powder_kg
from coldcradle.quantity.format import show
from coldcradle.report.figure import PRACTICE, Figure, derive, given
from coldcradle.report.finding import Finding, finding

__all__ = [
    "SANDY_SHARE",
    "USUAL_POWDER",
    "Mix",
    "MixPart",
    "Portion",
    "check_powder",
    "portions",
    "question_powder",
    "water_to_damp",
]

SANDY_SHARE = 0.35  # fine grain and powder above this share look like sand; common practice, no source
_DAMP = 0.03  # water by weight of the frit, so that powder sticks; common practice, no source


@inputs
class MixPart:
    """So many parts by weight of one grain."""

    form: str = pick(forms, by_key=True)
    parts: float = count(called="parts", low=0.0, high=1000.0)


@inputs
class Mix:
    """A recipe: parts of frit, powder as a share of the frit's weight, and the powder as it was really weighed,
    if it was.
    """

    parts: tuple[MixPart, ...] = many(MixPart, called="a part of the mix", most=8)
    powder: float = ratio(default="0 %", called="a share of powder", low=0.0, high=2.0)
    powder_weighed_kg: float | None = mass(default=None, called="a weight of powder", low=0.0, high=500.0)

    def __post_init__(self) -> None:
        if not self.parts or sum(part.parts for part in self.parts) <= 0:
            raise ImpossibleInput("expected at least one part of frit in the mix, got none", entry="parts")

    @property
    def fine_share(self) -> float:
        """Share of powder and fine grain in the whole."""
        frit = sum(p.parts for p in self.parts)
        fine = sum(p.parts for p in self.parts if p.form in ("powder", "fine"))
        return (fine / frit + self.powder) / (1 + self.powder)


@dataclass(frozen=True, slots=True)
class Portion:
    """One line of a recipe scaled to a charge."""

    form: str
    mass: Figure


def portions(mix: Mix, *, charge_kg: float) -> list[Portion]:
    """What to weigh of each: the whole is frit·(1 + powder), and frit is parted by its parts. Sums to the charge."""
    whole = sum(part.parts for part in mix.parts)
    frit = given("charge", "m", charge_kg, "mass")
    powder = given("powder, of the frit's weight", "p", mix.powder, "ratio")
    found = [
        Portion(
            part.form,
            derive(
                f"mix_{part.form}",
                forms()[part.form].name,
                "mass",
                lambda m, p, share=part.parts / whole: operator.mul(frit_kg(charge_kg=m, powder=p), share),
                [frit, powder],
                words=f"{part.parts:g} of {whole:g} parts of the frit.",
                formula=f"m/(1 + p) · {part.parts:g}/{whole:g}",
                source=PRACTICE,
                assumptions=["powder is a share of the frit's weight, not of the whole"],
            ),
        )
        for part in mix.parts
        if part.parts > 0
    ]
    if mix.powder > 0:
        found.append(
            Portion(
                "powder",
                derive(
                    "mix_powder",
                    "powder",
                    "mass",
                    lambda m, p: powder_kg(charge_kg=m, powder=p),
                    [frit, powder],
                    words=f"{mix.powder * 100:g} % of the frit's weight.",
                    formula="m/(1 + p) · p",
                    source=PRACTICE,
                ),
            )
        )
    return found


def water_to_damp(*, frit_kg: float) -> Figure:
    """Water that makes powder stick to frit without running: about 3 % of its weight."""
    return derive(
        "water",
        "Water to damp it",
        "mass",
        operator.mul,
        [given("frit", "m", frit_kg, "mass"), given("water, of its weight", "w", _DAMP, "ratio", 0.01)],
        words="Just enough that the powder sticks; a spray and a shake, then look.",
        formula="m · w",
        source=PRACTICE,
    )


USUAL_POWDER = (0.01, 0.15)  # of the frit's weight: less is not seen, more looks like sand; common practice, no source


def question_powder(powder: float) -> Finding | None:
    """A question where the share of powder is unusual: a decimal slips easily."""
    low, high = USUAL_POWDER
    if powder == 0 or low <= powder <= high:
        return None
    return finding(
        "glass.odd-powder",
        "think",
        "{p} of powder: is that meant? {low} to {high} of the frit's weight is usual.",
        "A decimal point slips easily: 5 % of {frit} is {right}.",
        p=show(powder, "ratio"),
        low=show(low, "ratio"),
        high=show(high, "ratio"),
        frit=show(0.24, "mass"),
        right=show(0.012, "mass"),
    )


def check_powder(*, frit_kg: float, powder: float, weighed_kg: float) -> Finding | None:
    """Typed percent against typed weight: a slipped decimal point is named as one; agreement says nothing."""
    if not (frit_kg > 0 and weighed_kg >= 0):
        raise ImpossibleInput(f"expected weights above 0 g, got {frit_kg * 1e3:g} g of frit")
    real = weighed_kg / frit_kg
    wanted = powder * frit_kg
    if wanted <= 0 and weighed_kg <= 0:
        return None
    if wanted > 0 and abs(real / powder - 1) <= 0.1:
        return None
    shown = {
        "weighed": show(weighed_kg, "mass"),
        "frit": show(frit_kg, "mass"),
        "wanted": show(wanted, "mass"),
        "real": show(round(real, 2) or real, "ratio"),
        "percent": show(powder, "ratio"),
    }
    slip = wanted > 0 and weighed_kg > 0 and abs(abs(math.log10(weighed_kg / wanted)) - 1) < 0.05
    says = "{weighed} of powder is {real} of {frit}; {percent} would be {wanted}."
    if slip:
        return finding(
            "glass.slipped-decimal",
            "think",
            says,
            "A decimal point seems to have slipped: it is ten times off.",
            **shown,
        )
    return finding("glass.powder-off", "note", says, "The weight does not match the percent you wrote.", **shown)
