"""What is told of a disc that is lifted while it is soft."""

from __future__ import annotations

from coldcradle.entry import inputs, length

__all__ = ["LiftInput"]


@inputs
class LiftInput:
    """How far the ring at its rim is lifted, and how wide the ring is inside; its foot stands in the lay-up."""

    high_m: float = length(default="40 mm", called="a lift", low=0.0, high=1.0)
    ring_m: float | None = length(default=None, called="a lifting ring", low=5e-3, high=3.0)
