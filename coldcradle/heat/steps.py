"""The steps a firing is made of."""

from __future__ import annotations

from coldcradle.entry import Choice

__all__ = ["StepKey"]


class StepKey(Choice):
    """A step by the trade's name; what stands in documents is older than some of the names."""

    DRY = "dry"
    WARM = "warm"
    BUBBLES = "bubbles"
    PEAK = "cast"
    FALL = "fall"
    REST = "rest"
    ANNEAL = "anneal"
    COOL_2 = "middle"
    COOL_3 = "last"
    COAST = "coast"
