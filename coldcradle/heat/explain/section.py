"""The thickness that counts, in words."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.model.section import Section, effective_thickness_m, hottest_plane_m, upwards_m
from coldcradle.heat.physics.conduction import free_to_bow_m
from coldcradle.layup.explain.relief import thickest_place
from coldcradle.layup.load import Load
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import PRACTICE, Figure, Given, Source, derive, given, published

__all__ = ["effective_thickness", "section_as_told"]

_PARABOLA = published("slab under a parabolic profile, Timoshenko & Goodier")


def section_as_told(load: Load, heat: HeatInput) -> Section:
    """The section of a load that cools as was chosen."""
    return Section(
        kind=load.kind,
        thickness_m=load.thickness_m,
        breadth_m=load.breadth_m,
        support=load.support,
        restraint=heat.restraint,
        material=load.material,
        wall_m=load.wall_m,
        is_closed=load.is_closed,
        is_core_shut=load.is_core_shut,
    )


def effective_thickness(load: Load, heat: HeatInput) -> Figure:
    """What counts as thick on cooling, why, and its working."""
    section = section_as_told(load, heat)
    words, formula, source, said = _told(load, section, by_weight=heat.is_held_by_weight)
    inputs = [thickest_place(load), given("breadth of the glass", "b", load.breadth_m, "length")]
    if section.support == "cradle" and (section.is_closed or section.restraint == "held"):
        inputs.append(_hottest(section))
    return derive(
        "effective_thickness",
        "Thickness that counts",
        "length",
        lambda d, b, *_: effective_thickness_m(replace(section, thickness_m=d, breadth_m=b)),
        inputs,
        words=words,
        formula=formula,
        source=source,
        assumptions=said,
    )


def _hottest(section: Section) -> Given:
    return given("hottest plane, below the open face", "x", hottest_plane_m(section), "length")


_Told = tuple[str, str, Source, list[str | Message]]


def _told(load: Load, section: Section, *, by_weight: bool) -> _Told:
    """Words, formula, source and assumptions, by how it lies and what holds it."""
    if section.is_closed:
        return _closed(section)
    if section.restraint in ("bow", "free"):
        return _bows(section)
    if section.restraint == "block":
        words = "All six faces are free: heat leaves in every direction."
        said: list[str | Message] = ["every face is free", "about a quarter on the quick side for a cube"]
        return words, "1 / √(1/d² + 1/b² + 1/b²)", PRACTICE, said
    flat = _flat(load) if by_weight else say("the glass is held flat")
    if section.support == "cradle":
        return _in_a_mould(section, flat)
    if section.support == "shelf":
        words = "Held flat with nothing leaving through the shelf, it counts twice."
        return words, "min(2·d, b)", _PARABOLA, [flat]
    return "Both faces see the kiln.", "min(d, b)", _PARABOLA, [flat]


def _flat(load: Load) -> Message:
    return say(
        "{w} wide, its own weight holds it flat: glass this thick lifts its edges up to {most} across",
        w=show(load.widest_m, "length"),
        most=show(round(free_to_bow_m(kind=load.kind, thickness_m=load.thickness_m), 2), "length"),
    )


def _bows(section: Section) -> _Told:
    held = show(round(min(upwards_m(section), section.breadth_m), 3), "length")
    if section.support == "cradle":
        wall = show(section.wall_m, "length")
        less = say("held flat on {w} of {mould} it would count as {d}", w=wall, mould=section.material.name, d=held)
    else:
        less = say("held flat on its shelf it would count as {d}", d=held)
    said: list[str | Message] = ["nothing presses the glass flat while it cools", less]
    words = (
        "The smaller way heat has to go. Where one face is kept warmer by the mould, the piece bows by less than a "
        "hair while it is soft, and only the curved part of the lag freezes in: the same as if both faces cooled alike."
    )
    return words, "min(d, b)", _PARABOLA, said


def _in_a_mould(section: Section, flat: Message) -> _Told:
    words = (
        f"Open above, {section.material.name} below: the hottest plane moves down, as if the glass were thicker. "
        "Sideways the mould is alike on both sides, so there the breadth counts. The smaller of the two holds."
    )
    wall = say(
        "the wall is {w} of {mould}, {k} W/m/K",
        w=show(section.wall_m, "length"),
        mould=section.material.name,
        k=f"{section.material.conductivity_w_m_k:g}",
    )
    source = published("steady ramp through a layered slab, Carslaw & Jaeger")
    said: list[str | Message] = ["x = (d²/2 + k/k_w·w·d + κ·w²/2κ_w) / (d + k/k_w·w)", wall, flat]
    return words, "min(√(24·(x²/2 − x·d/2 + d²/6)), b)", source, said


def _closed(section: Section) -> _Told:
    """What is closed in itself: held in its own shape, and round a core twice its wall."""
    up = "d" if section.support == "posts" and not section.is_core_shut else "2·d"
    if section.support == "cradle":
        up = "√(24·(x²/2 − x·d/2 + d²/6))"
    words = (
        "A wall closed round a core or a hollow cannot bow, and loses no heat inwards: it counts twice."
        if section.is_core_shut
        else "A shell curved both ways cannot bow: the whole lag between its faces freezes in."
    )
    source = published("slab under a parabolic profile, Timoshenko & Goodier; thin shells, Timoshenko")
    said: list[str | Message] = ["whatever is chosen of how it may bow: its shape does not let it"]
    return words, f"min({up}, {'2·b' if section.is_core_shut else 'b'})", source, said
