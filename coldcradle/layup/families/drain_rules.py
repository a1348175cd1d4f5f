"""Too hot or too long for a form: the sheet runs down it."""

from __future__ import annotations

from coldcradle.layup.deform.movement import Movement
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["drain_findings"]


def drain_findings(movement: Movement, work_per_pa: float, density_kg_m3: float) -> list[Finding]:
    """What a programme does to glass that is already where it shall be."""
    lost, how = movement.drained(work_per_pa, density_kg_m3)
    if how == "puddle":
        return [
            finding(
                "layup.runs-down",
                "stop",
                "So hot and long it runs down {d}: it ends as a puddle at the bottom.",
                "Glass on a slope drains like syrup. Go cooler, or shorter.",
                d=show(round(lost, 3), "length"),
            )
        ]
    if how == "thinned":
        return [
            finding(
                "layup.thins-out",
                "think",
                "So hot and long it runs down {d}: its rim is thinned and its underside marked.",
                "The form ends the fall, but not the flow. Go cooler, or shorter.",
                d=show(round(lost, 3), "length"),
            )
        ]
    return []
