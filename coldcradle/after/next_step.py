"""What to do with the piece that came out: done, polish, spread, cut and cold-work, clean."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.layup.traits import Traits
from coldcradle.report.finding import Caution

__all__ = ["CLEANING", "GRITS", "NextStep", "next_steps"]

GRITS = ("60 or 80", "120", "220", "400", "600", "pumice", "cerium")  # common practice, no source
CLEANING = Caution(
    "after",
    "",
    "Wash and powder: soak in vinegar and water, or blast it; wet, with a respirator. Broken glass: gloves and eyes.",
)
_CRACKS = {"crack-rounded", "crack-straight", "crack-curved", "crack-insert", "crack-join", "broke-later"}


@dataclass(frozen=True, slots=True)
class NextStep:
    """One way on: what it is called, why, and the process of the stage it would be, "" where it is none."""

    key: str
    name: str
    why: str
    process: str


def next_steps(seen: Sequence[str], *, does: Traits, process: str, strained: bool) -> list[NextStep]:
    """Ways on, the likeliest first; common practice, no source."""
    found = set(seen)
    steps: list[NextStep] = []
    if found & _CRACKS:
        steps.append(NextStep("set-aside", "Set it aside", "A crack runs on; do not cut or fire it as it is.", ""))
    if strained and not found & _CRACKS:
        steps.append(
            NextStep("anneal", "Anneal it again", "More strain is left than planned: before any cutting.", "polish")
        )
    if "not-down" in found:
        steps.append(NextStep("again", "Fire it again", "It goes on from where it is.", process))
    if "too-thick" in found:
        steps.append(
            NextStep("spread", "Refire it free", "Full and free it spreads to its own 6 mm, then cut it.", "spread")
        )
    if found & {"haze", "specks", "mould-texture", "ripple"}:
        steps.append(
            NextStep("polish", "Fire-polish it", "A soft face heals; clean it to the last speck first.", "polish")
        )
    if found & {"needles", "grown", "rim-uneven", "dog-bone", "wobbles"}:
        steps.append(NextStep("grind", "Cut and grind it", "Through the grits, wet: " + ", ".join(GRITS) + ".", ""))
    if does.lies_free and not found:
        steps.append(
            NextStep("slump", "Slump it next", "It is a blank now; it goes in with its measured size.", "slump")
        )
    if not found:
        steps.insert(0, NextStep("done", "Done", "Nothing was found.", ""))
    return steps
