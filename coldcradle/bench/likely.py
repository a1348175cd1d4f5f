"""What is likely done at the bench after a process, the likeliest first; common practice, no source."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.bench.inputs import BenchWork
from coldcradle.layup.traits import Traits

__all__ = ["LikelyStep", "likely_steps"]

_OF: tuple[tuple[str, tuple[tuple[BenchWork, str], ...]], ...] = (
    ("drops_through", ((BenchWork.CUT, "the collar off, a circle about its middle"), (BenchWork.GRIND, "its rim"))),
    (
        "is_filled",
        (
            (BenchWork.WASH, "plaster off, wet"),
            (BenchWork.CUT, "its reserve off, or in parts"),
            (BenchWork.GRIND, "its upper face and its edges"),
        ),
    ),
    ("is_pressed", ((BenchWork.CUT, "in parts"), (BenchWork.GRIND, "its edges"))),
    ("hangs", ((BenchWork.CUT, "its neck off"), (BenchWork.GLUE, "onto a base"))),
    ("has_former", ((BenchWork.GRIND, "its edges"), (BenchWork.DRILL, "a hole for its light"))),
    ("has_form", ((BenchWork.GRIND, "its rim"), (BenchWork.GLUE, "bumpers under it"))),
    (
        "lies_free",
        (
            (BenchWork.CUT, "a pattern bar, a part turned over"),
            (BenchWork.DRILL, "before it is slumped"),
            (BenchWork.GRIND, "its edges"),
        ),
    ),
)


@dataclass(frozen=True, slots=True)
class LikelyStep:
    """A step that may follow, what for, and whether it is likely here."""

    does: BenchWork
    name: str
    why: str
    is_likely: bool


def likely_steps(traits: Traits) -> tuple[LikelyStep, ...]:
    """Every step, those that are likely after a process of these traits first, each with what it is for."""
    likely = next((steps for trait, steps in _OF if getattr(traits, trait)), ())
    first = {does for does, _ in likely}
    return (
        *(LikelyStep(does, does.label, why, is_likely=True) for does, why in likely),
        *(LikelyStep(does, does.label, does.says, is_likely=False) for does in BenchWork if does not in first),
    )
