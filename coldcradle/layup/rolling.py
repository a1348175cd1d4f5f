"""What is told of a stack that leans on a prop and rolls as it melts."""

from __future__ import annotations

from coldcradle.entry import inputs, length

__all__ = ["RollInput"]


@inputs
class RollInput:
    """How high the prop under one long edge is, and how much narrower each strip is than the one below it."""

    prop_m: float = length(default="12 mm", called="a prop", low=0.0, high=0.5)
    step_m: float = length(default="0 mm", called="a step", low=0.0, high=0.5)
