"""The cold bodies of a flat stage: what was taken in, new sheets alone or in a stack, and what lies on them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from coldcradle.cradle.inputs import CradleInput
from coldcradle.layup.blank import Blank
from coldcradle.layup.bodies import ColdBody, SectionZone, Shade
from coldcradle.layup.inputs import Entering, LayupInput, Support
from coldcradle.layup.outcome import Incoming
from coldcradle.quantity.reason import because

__all__ = ["Shading", "cold_bodies", "loose_body", "resting_zone", "taken_body"]

Shading = Callable[[float, float], Shade | None]
"""How a cradle shades glass of a thickness with so much glass lying on its middle, both m."""

_SOLID: tuple[Entering, ...] = (Entering.SLAB, Entering.RELIEF)


def resting_zone(cradle: CradleInput, support: Support, *, glass_m: float, over_m: float = 0.0) -> SectionZone:
    """Glass as it rests on a shelf, on posts, or in a cradle."""
    if support == "posts":
        return SectionZone(glass_m=glass_m, over_m=over_m, faces=2)
    if support == "cradle" and cradle.wall_m > 0:
        return SectionZone(glass_m=glass_m, over_m=over_m, under=cradle.material, under_m=cradle.wall_m, faces=2)
    return SectionZone(glass_m=glass_m, over_m=over_m)


def loose_body(name: str, chunk_m: float) -> ColdBody:
    """A grain or a chunk of so many m, loose among others."""
    return ColdBody(
        name=name,
        thickness_m=chunk_m,
        breadth_m=2 * chunk_m,
        widest_m=2 * chunk_m,
        support=Support.SHELF,
        is_loose=True,
    )


def taken_body(taken: Incoming, *, support: Support, name: str = "") -> ColdBody:
    """One of what an earlier stage gave: it was fused there, and is solid."""
    what = taken.outcome
    shade = None
    if what.raised is not None and what.raised.base_m < what.solid_m:
        faces = 2 if support == "posts" else 1
        shade = Shade(
            inner=SectionZone(glass_m=what.solid_m, faces=faces),
            outer=SectionZone(glass_m=what.raised.base_m, faces=faces),
            inner_share=what.raised.share,
            half_m=what.raised.half_m,
            is_step=True,
            why=because("beside", a=(round(what.solid_m, 4), "length"), b=(round(what.raised.base_m, 4), "length")),
        )
    return ColdBody(
        name=name or f"“{taken.name}”",
        thickness_m=what.solid_m,
        breadth_m=min(what.length_m, what.width_m) if not what.is_hollow else 2 * what.solid_m,
        widest_m=max(what.length_m, what.width_m),
        support=support,
        cannot_bow=what.is_hollow,
        shade=shade,
    )


def _uneven(cradle: CradleInput, blank: Blank, support: Support, own_m: float, over_m: float) -> Shade | None:
    """What is raised on a blank, or lies on it, as two zones of its lowest sheet (`own_m`, `over_m` on all of it)."""
    raised = blank.raised
    if raised is None:
        return None
    loose_m = blank.parts_m - over_m
    before = blank.base.outcome.raised if blank.base is not None else None
    inner_m = own_m
    if before is not None and blank.base is not None:  # fused on: there the piece itself is thicker
        inner_m = blank.base.outcome.solid_m
        loose_m = max(0.0, loose_m - (inner_m - own_m))
    return Shade(
        inner=resting_zone(cradle, support, glass_m=inner_m, over_m=over_m + loose_m),
        outer=resting_zone(cradle, support, glass_m=own_m, over_m=over_m),
        inner_share=raised.share,
        half_m=raised.half_m,
        is_step=True,
        why=because(
            "beside",
            a=(round(inner_m + over_m + loose_m, 4), "length"),
            b=(round(own_m + over_m, 4), "length"),
        ),
    )


def _new_sheets(blank: Blank, layup: LayupInput, entering: Entering, support: Support) -> tuple[ColdBody, float]:
    """What is newly laid as one body, and how much of the same stack lies on the lowest sheet, m."""
    breadth = layup.breadth_m or min(blank.length_m, blank.width_m)
    widest = max(blank.length_m, blank.width_m)
    many = sum(layer.count for layer in blank.layers)
    if entering in _SOLID or many == 1:
        # where a weight says less than the sheets that are named, the sheets still lie there
        whole = max(blank.thickness.value, sum(layer.thickness_m * layer.count for layer in blank.layers))
        return ColdBody(name="the sheet", thickness_m=whole, breadth_m=breadth, widest_m=widest, support=support), 0.0
    thickest = max(layer.thickness_m for layer in blank.layers)
    sheet = ColdBody(
        name="a loose sheet",
        thickness_m=thickest,
        breadth_m=breadth,
        widest_m=widest,
        support=support,
        is_loose=True,
    )
    return sheet, max(0.0, blank.thickness.value - thickest)


def cold_bodies(
    layup: LayupInput,
    cradle: CradleInput,
    blank: Blank,
    *,
    entering: Entering,
    support: Support,
    chunk_m: float,
    is_frit: bool = False,
    shading: Shading | None = None,
) -> tuple[ColdBody, ...]:
    """Every solid piece of a flat stage as it goes in, the blank first."""
    over_m = 0.0
    if blank.base is not None:
        first = taken_body(blank.base, support=support)
        own_m = blank.thickness.value
    elif blank.wall_m is not None:
        first = ColdBody(
            name="its wall",
            thickness_m=blank.wall_m,
            breadth_m=2 * blank.wall_m,
            widest_m=max(blank.length_m, blank.width_m),
            support=support,
            cannot_bow=True,
        )
        own_m = blank.wall_m
    elif is_frit:
        first = loose_body("the grains", chunk_m)
        own_m = chunk_m
    else:
        first, over_m = _new_sheets(blank, layup, entering, support)
        own_m = first.thickness_m
    shade = shading(own_m, max(0.0, blank.thickest.value - own_m)) if shading is not None else None
    # what its cradle does not touch hangs open on both faces, and what lies on it lies there
    around = support if shade is None else Support.POSTS
    can_step = not (is_frit and blank.base is None)
    step = _uneven(cradle, blank, around, own_m, over_m) if can_step else None
    bodies = [replace(first, shade=shade or step)]
    if shade is not None and step is not None:
        bodies.append(replace(first, name=f"{first.name}, where something lies on it", shade=step))
    is_flat = blank.base is None or blank.base.outcome.shaped == "flat"
    if around is Support.CRADLE and step is not None and is_flat:
        # a flat sheet spans its form: the wall under it slows the bare glass only once that lies in
        spans = _uneven(cradle, blank, Support.SHELF, own_m, over_m)
        bodies.append(replace(first, name=f"{first.name}, before it lies in", shade=spans))
    if blank.base is not None and blank.each > 1 + 1e-9:
        bodies.append(taken_body(blank.base, support=Support.SHELF, name=f"another “{blank.base.name}”"))
    bodies += [taken_body(part, support=Support.SHELF) for part in blank.parts]
    return tuple(bodies)
