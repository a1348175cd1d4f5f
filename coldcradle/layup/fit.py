"""A blank against the rim of its form: right, over it, or so small that it slides in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.quantity.format import Message, say, show

__all__ = ["OVER_M", "SLIDES", "UNDER_M", "Fit", "fit_of"]

# A blank up to 3 mm smaller than the rim is right; over it hangs or grips, a twentieth smaller it slides in; common
# practice, no source.
OVER_M, UNDER_M, SLIDES = 0.0005, 0.003, 0.05


@dataclass(frozen=True, slots=True)
class Fit:
    """How far a blank is off its rim, m, and what that means."""

    word: Literal["good", "think", "stop"]
    off_m: float
    says: Message


def fit_of(blank_m: float, rim_m: float) -> Fit:
    """A blank of a width against a rim, both m."""
    over = blank_m - rim_m
    shown = {"gap": show(round(abs(over), 4), "length"), "rim": show(rim_m, "length")}
    if over > SLIDES * rim_m:
        return Fit("stop", over, say("{gap} over its rim of {rim}: it hangs over it", **shown))
    if over > OVER_M:
        return Fit("think", over, say("{gap} over its rim of {rim}: it hangs or grips; cut it to the rim", **shown))
    if -over <= UNDER_M + 1e-9:
        return Fit("good", abs(over), say("right for its rim of {rim}", **shown))
    if -over <= SLIDES * rim_m:
        return Fit("think", -over, say("{gap} smaller than its rim of {rim}: it sits a little low", **shown))
    return Fit("stop", -over, say("{gap} smaller than its rim of {rim}: it slides in, seldom straight", **shown))
