"""The thickness that counts: the free slab that a piece behaves like on cooling."""

from __future__ import annotations

import math
from collections.abc import Callable

from coldcradle.heat.inputs import Restraint
from coldcradle.heat.physics.conduction import (
    Slab,
    conductivity_w_m_k,
    free_to_bow_m,
)
from coldcradle.layup.inputs import Support
from coldcradle.layup.load import Load
from coldcradle.quantity.format import say, show
from coldcradle.report.figure import PRACTICE, Figure, Given, derive, given, published

__all__ = ["effective_thickness"]


def effective_thickness(
    load: Load, restraint: Restraint, support: Support = Support.CRADLE, *, by_weight: bool = False
) -> Figure:
    """The free slab that behaves like this glass on cooling; the smaller of the way up and the way sideways."""
    d, b = load.thickness, given("breadth of the glass", "b", load.breadth_m, "length")
    glass_k = conductivity_w_m_k(load.kind.annealing_c)

    def layered(thickness: float) -> Slab:
        return Slab(thickness_m=thickness, wall_m=load.wall_m, material=load.material, glass_conductivity_w_m_k=glass_k)

    def upwards(thickness: float) -> float:
        if support == "posts":
            return 2 * thickness if load.is_core_shut else thickness
        if support == "shelf":
            return 2 * thickness
        return layered(thickness).equivalent_thickness_m()

    thickness = d.given("d", "thickest place")
    flat = (
        say(
            "{w} wide, its own weight holds it flat: glass this thick lifts its edges up to {most} across",
            w=show(load.widest_m, "length"),
            most=show(round(free_to_bow_m(kind=load.kind, thickness_m=load.thickness.value), 2), "length"),
        )
        if by_weight
        else say("the glass is held flat")
    )
    held_m = min(upwards(d.value), load.breadth_m)
    hottest_m = layered(d.value).hottest_plane_m()
    if load.is_closed:
        return _closed_thickness(load, thickness, b, upwards, support, hottest_m)
    if restraint in ("bow", "free"):
        return derive(
            "effective_thickness",
            "Thickness that counts",
            "length",
            min,
            [thickness, b],
            words="The smaller way heat has to go. Where one face is kept warmer by the mould, the piece bows by less "
            "than a hair while it is soft, and only the curved part of the lag freezes in: the same as if both "
            "faces cooled alike.",
            formula="min(d, b)",
            source=published("slab under a parabolic profile, Timoshenko & Goodier"),
            assumptions=[
                "nothing presses the glass flat while it cools",
                say(
                    "held flat on {w} of {mould} it would count as {d}",
                    w=show(load.wall_m, "length"),
                    mould=load.material.name,
                    d=show(round(held_m, 3), "length"),
                )
                if support == "cradle"
                else say("held flat on its shelf it would count as {d}", d=show(round(held_m, 3), "length")),
            ],
        )
    if restraint == "block":
        return derive(
            "effective_thickness",
            "Thickness that counts",
            "length",
            lambda t, w: 1 / math.sqrt(1 / t**2 + 2 / w**2),
            [thickness, b],
            words="All six faces are free: heat leaves in every direction.",
            formula="1 / √(1/d² + 1/b² + 1/b²)",
            source=PRACTICE,
            assumptions=["every face is free", "about a quarter on the quick side for a cube"],
        )
    if support != "cradle":
        return derive(
            "effective_thickness",
            "Thickness that counts",
            "length",
            lambda t, w: min(upwards(t), w),
            [thickness, b],
            words="Held flat with nothing leaving through the shelf, it counts twice."
            if support == "shelf"
            else "Both faces see the kiln.",
            formula="min(2·d, b)" if support == "shelf" else "min(d, b)",
            source=published("slab under a parabolic profile, Timoshenko & Goodier"),
            assumptions=[flat],
        )
    return derive(
        "effective_thickness",
        "Thickness that counts",
        "length",
        lambda t, w, _x: min(upwards(t), w),
        [thickness, b, given("hottest plane, below the open face", "x", hottest_m, "length")],
        words=f"Open above, {load.material.name} below: the hottest plane moves down, as if the glass were thicker. "
        "Sideways the mould is alike on both sides, so there the breadth counts. The smaller of the two holds.",
        formula="min(√(24·(x²/2 − x·d/2 + d²/6)), b)",
        source=published("steady ramp through a layered slab, Carslaw & Jaeger"),
        assumptions=[
            "x = (d²/2 + k/k_w·w·d + κ·w²/2κ_w) / (d + k/k_w·w)",
            say(
                "the wall is {w} of {mould}, {k} W/m/K",
                w=show(load.wall_m, "length"),
                mould=load.material.name,
                k=f"{load.material.conductivity_w_m_k:g}",
            ),
            flat,
        ],
    )


def _closed_thickness(
    load: Load, thickness: Given, breadth: Given, upwards: Callable[[float], float], support: Support, hottest_m: float
) -> Figure:
    """What is closed in itself: held in its own shape, and round a core twice its wall."""
    inputs = [thickness, breadth]
    up = "d" if support == "posts" and not load.is_core_shut else "2·d"
    if support == "cradle":
        inputs.append(given("hottest plane, below the open face", "x", hottest_m, "length"))
        up = "√(24·(x²/2 − x·d/2 + d²/6))"
    across = 2 if load.is_core_shut else 1
    return derive(
        "effective_thickness",
        "Thickness that counts",
        "length",
        lambda t, w, *_: min(upwards(t), across * w),
        inputs,
        words="A wall closed round a core or a hollow cannot bow, and loses no heat inwards: it counts twice."
        if load.is_core_shut
        else "A shell curved both ways cannot bow: the whole lag between its faces freezes in.",
        formula=f"min({up}, {'2·b' if load.is_core_shut else 'b'})",
        source=published("slab under a parabolic profile, Timoshenko & Goodier; thin shells, Timoshenko"),
        assumptions=["whatever is chosen of how it may bow: its shape does not let it"],
    )
