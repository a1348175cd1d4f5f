"""How the ways in which a cradle was measured agree, in a sentence."""

from __future__ import annotations

import math

from coldcradle.cradle.measurement import Measurement
from coldcradle.quantity.format import DualQuantity, Message, plus_minus, say, show

__all__ = ["compare_ways"]

_AGREE = 2.0  # standard uncertainties
_WHO = {
    "shape": "The sizes give",
    "level": "The fall of the level gives",
    "drained": "The weight of the water gives",
    "trial": "The trial glass gives",
    "model": "The model gives",
    "last": "The last filling gives",
}


def compare_ways(measured: Measurement) -> Message | None:
    """How the ways of measuring agree; None when there is only one."""
    others = [way for way in measured.ways if way.figure is not measured.chosen]
    if not others:
        return None
    gaps = {way.method: abs(measured.chosen.value - way.figure.value) for way in others}
    far = [way for way in others if gaps[way.method] > _AGREE * math.hypot(measured.chosen.u, way.figure.u)]
    told = far or others
    worst = max(told, key=lambda way: gaps[way.method])
    shown: dict[str, DualQuantity | str] = {
        "v": worst.figure.shown,
        "pm": plus_minus(worst.figure.shown),
        "who": _WHO[worst.method],
    }
    if far:
        return say(
            "{who} **{v}**, give or take {pm}: **{gap} apart**, more than both errors explain. Measure again.",
            gap=show(gaps[worst.method], "volume"),
            **shown,
        )
    agree = "the two agree" if len(others) == 1 else f"all {len(others) + 1} ways agree"
    if measured.combined is None:
        return say(f"{{who}} **{{v}}**, give or take {{pm}}: {agree}.", **shown)
    both = measured.combined.shown
    return say(
        f"{{who}} **{{v}}**, give or take {{pm}}: {agree}. Together **{{both}}, give or take {{less}}.**",
        both=both,
        less=plus_minus(both),
        **shown,
    )
