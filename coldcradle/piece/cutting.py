"""What of a piece is cut from sheet, and the plan by which it is."""

from __future__ import annotations

from collections.abc import Sequence

from coldcradle.layup.blank import Blank
from coldcradle.layup.cutting import CuttingPlan, StockSheet, Wanted, plan_cuts
from coldcradle.piece.stage import StageWithInputs, compute_stage

__all__ = ["blank_of", "cutting_of", "wanted_of"]


def blank_of(staged: StageWithInputs) -> Blank | None:
    """The blank of a stage; None where its glass is poured or piled."""
    return compute_stage(staged.stage, staged.incoming).laid.blank


def wanted_of(staged: StageWithInputs) -> list[Wanted]:
    """The new blanks of a stage, layer by layer; none where its glass is poured, or comes from the stages before."""
    blank = blank_of(staged)
    if blank is None or blank.base is not None:
        return []
    return [
        Wanted(
            name=layer.name or (staged.stage.name if len(blank.layers) == 1 else f"{staged.stage.name}, layer {i}"),
            outline=blank.outline,
            length_m=blank.length_m,
            width_m=blank.width_m,
            thickness_m=layer.thickness_m,
            count=layer.count * blank.pieces * staged.stage.makes,
            along=layer.along,
        )
        for i, layer in enumerate(blank.layers, 1)
    ]


def cutting_of(stages: Sequence[StageWithInputs], sheets: Sequence[StockSheet], *, margin_m: float) -> CuttingPlan:
    """One plan for several stages of the same glass."""
    return plan_cuts(sheets, [want for staged in stages for want in wanted_of(staged)], margin_m=margin_m)
