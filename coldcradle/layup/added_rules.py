"""What is unwise about what is laid on a blank: coated faces that meet, a thick wire, what overhangs."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

from coldcradle.layup.added import AddedKind, reach_m
from coldcradle.layup.blank import Blank
from coldcradle.layup.inputs import Coated, LayupInput, Support
from coldcradle.layup.load import Load
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["added_findings"]

_WIRE_M = 0.001  # thicker holds the sheets apart; common practice, no source
_OVER = 1.02


def added_findings(layup: LayupInput, blank: Blank | None, load: Load) -> list[Finding]:
    """Of a blank's coated layers and all that is added to it; nothing where it has neither."""
    if blank is None:
        return []
    return [*_coated(layup, load), *_added(blank)]


def _coated(layup: LayupInput, load: Load) -> Iterator[Finding]:
    for number, layer in enumerate(layup.layers, 1):
        if layer.coated == Coated.BOTH:
            yield finding(
                "layup.coated-on-both",
                "stop",
                "Layer {n} is coated on both faces: nothing fuses to it.",
                "Sheet is coated on one face. Find which one, with a scratch at its edge or a meter, and say it.",
                n=str(number),
            )
    pairs = itertools.pairwise(layup.layers)
    for number, (lower, upper) in enumerate(pairs, 1):
        if lower.coated in (Coated.TOP, Coated.BOTH) and upper.coated in (Coated.UNDER, Coated.BOTH):
            yield finding(
                "layup.coated-faces-meet",
                "think",
                "Layers {a} and {b} lie coating on coating: they do not fuse.",
                "Turn one of them over; clean glass must lie against every coated face.",
                a=str(number),
                b=str(number + 1),
            )
    if layup.layers and layup.layers[0].coated == Coated.UNDER and load.support in (Support.SHELF, Support.CRADLE):
        yield finding(
            "layup.coating-lies-under",
            "note",
            "The coated face lies on what carries it.",
            "It keeps its colour there, and takes release or fibre with it: fresh release, or thin fibre paper.",
        )


def _added(blank: Blank) -> Iterator[Finding]:
    half = max(blank.length_m, blank.width_m) / 2 * 2**0.5
    for one in blank.added:
        if one.kind == AddedKind.WIRE and one.high_m > _WIRE_M:
            yield finding(
                "layup.thick-wire",
                "think",
                "A wire of {d} holds the sheets apart.",
                "Air stays along it and its ends crack the glass: up to {m}, or hammered flat.",
                d=show(one.high_m, "length"),
                m=show(_WIRE_M, "length"),
            )
        if reach_m(one, blank.length_m, blank.width_m) > _OVER * half:
            yield finding(
                "layup.added-overhangs",
                "think",
                "“{w}” reaches beyond the blank.",
                "What hangs over runs down onto the shelf: make it shorter, or move it.",
                w=one.called,
            )
