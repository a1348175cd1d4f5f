"""The thickness that heat counts, in words."""

from __future__ import annotations

from coldcradle.layup.inputs import Relief
from coldcradle.layup.load import Load, Thickness
from coldcradle.layup.model.relief import counted_thickness_m, relief_that_counts
from coldcradle.layup.outcome import Raised
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import CHOICE, PRACTICE, Figure, Given, derive, given

__all__ = ["counted_thickness", "relief_words", "thickest_place", "thickness_said"]


def thickest_place(load: Load) -> Given:
    """The thickness that heat counts, as the input of a figure."""
    return given("thickest place", "d", load.thick.counted_m, "length", load.thick.counted_u_m)


def relief_words(relief: Relief, *, is_stepped: bool) -> str:
    """What makes a piece count as thicker, in a few words."""
    return f"a {relief} step or fold" if is_stepped else f"{relief} relief"


def thickness_said(thickness_m: float) -> Figure:
    """A thickness that somebody has said instead of the one worked out, m."""
    return derive(
        "thickness_said",
        "Thickest",
        "length",
        lambda d: d,
        [given("as you said", "d", thickness_m, "length")],
        words="The thickness you gave for this firing.",
        formula="d",
        source=CHOICE,
    )


def counted_thickness(thickness: Figure, relief: Relief, raised: Raised | None = None) -> tuple[Figure, Thickness]:
    """The thickness as it counts in heat, as a figure and in numbers: where raised parts meet the sheet heat is slow
    to leave. `raised`: what is beside its thickest place.
    """
    base_m = None if raised is None else raised.base_m
    counts, is_stepped = relief_that_counts(relief, thickness_m=thickness.value, base_m=base_m)
    if counts is Relief.NONE:
        return thickness, Thickness(
            thickest_m=thickness.value,
            counted_m=thickness.value,
            counted_u_m=thickness.u,
            relief=counts,
            is_stepped=False,
        )
    said = [say("1.5 for soft relief, 2 for sharp: common practice, no source")]
    if raised is not None:
        said.append(say("beside its thickest place it is {d}", d=show(round(raised.base_m, 4), "length")))
    found = derive(
        "thickness_relief",
        "Thickest, with its relief",
        "length",
        lambda d, _: counted_thickness_m(d, counts),
        [thickness.given("d"), given(relief_words(counts, is_stepped=is_stepped), "f", counts.times, "count")],
        words="Where raised parts meet the sheet heat is slow to leave: the piece counts as thicker.",
        formula="d·f",
        source=PRACTICE,
        assumptions=said,
    )
    return found, Thickness(
        thickest_m=thickness.value,
        counted_m=found.value,
        counted_u_m=found.u,
        relief=counts,
        is_stepped=is_stepped,
    )
