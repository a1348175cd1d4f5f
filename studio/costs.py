"""What a piece of this studio costs: prices of its rack, power of its firings, waste by its sheets."""

from __future__ import annotations

import math
from typing import Any

from coldcradle.errors import ColdCradleError
from coldcradle.load.cost import By, PieceCost, StageCost, cost_of_piece, cost_of_stage, cost_of_step, share_of_firing
from coldcradle.load.firing import alone_of
from coldcradle.load.footprint import footprint_of
from coldcradle.load.inputs import FiringInput
from coldcradle.piece.cutting import cutting_of
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import StageWithInputs, compute_stage
from studio.actions.cutting import sheets_of
from studio.loads import firing_input, remembered_firing
from studio.models import GlassKind, Piece, Stage, StockItem
from studio.planning import planned

__all__ = ["as_rows", "cost_of"]

_MARGIN_M = 0.010


def _priced(kind_id: int) -> dict[str, float]:
    """Money per kilogram by form: the mean of what is on the rack with a price, by weight."""
    found: dict[str, tuple[float, float]] = {}
    for item in StockItem.objects.filter(kind=kind_id, is_archived=False):
        try:
            price = float(item.details.get("price") or "nan")
        except ValueError:
            continue
        if math.isfinite(price) and item.mass_kg > 0:
            money, kg = found.get(item.form, (0.0, 0.0))
            found[item.form] = money + price * item.mass_kg, kg + item.mass_kg
    return {form: money / kg for form, (money, kg) in found.items()}


def _prices(row: Stage) -> dict[str, float]:
    found = _priced(row.glass_kind_id)
    for entry in row.inputs["glass"].get("with") or []:
        kind = GlassKind.objects.filter(pk=entry.get("kind_id")).first()
        if kind is not None:
            found |= {f"{kind.key}/{form}": price for form, price in _priced(kind.pk).items()}
    return found


def _waste(row: Stage, staged: StageWithInputs) -> float | None:
    try:
        plan = cutting_of([staged], sheets_of(row.glass_kind), margin_m=_MARGIN_M)
    except ColdCradleError:
        return None
    return plan.waste_ratio if plan.sheets else None


def _share(told: FiringInput, key: str, by: By) -> float:
    sizes = {}
    for member in told.members:
        result = alone_of(member)
        size = footprint_of(result).area_m2 if by == "area" else result.laid.load.glass_kg
        sizes[member.key] = size * member.copies
    return share_of_firing(sizes, key)


def _energy(row: Stage, told: FiringInput | None) -> float | None:
    try:
        plan = remembered_firing(told) if told is not None else None
    except ColdCradleError:
        return None
    return plan.run.energy_j if plan is not None and plan.run is not None else None


def cost_of(piece: Piece, *, by: By) -> PieceCost:
    """One of a piece, and all of its series; firings that are shared are shared by area or by weight."""
    found = planned(piece)
    rows: dict[str, Stage] = {row.key: row for row in found.rows}
    stages: list[StageCost] = []
    for stage in found.piece.stages:
        row, staged = rows[stage.key], staged_of(found.piece, stage.key)
        told = firing_input(row.firing)
        stages.append(
            cost_of_stage(
                compute_stage(staged.stage, staged.incoming),
                prices=_prices(row),
                waste=_waste(row, staged),
                energy_j=_energy(row, told),
                share=_share(told, str(row.pk), by) if told is not None else 1.0,
                by=by,
            )
        )
    wages = [stage.costs.wage for stage in found.piece.stages if stage.costs.wage is not None]
    stages += [cost_of_step(step, wage=max(wages, default=None), makes=found.piece.alike) for step in found.plan.bench]
    return cost_of_piece(stages, alike=found.piece.alike)


def as_rows(cost: PieceCost) -> list[list[Any]]:
    """The lines of a cost as a table."""
    rows: list[list[Any]] = [["stage", "what", "amount", "how"]]
    for stage in cost.stages:
        for line in stage.lines:
            amount = "not known" if line.amount is None else str(line.amount)
            rows.append([stage.name, line.name, amount, line.words.metric])
    rows.append(["", "known of one", str(cost.known), ""])
    rows.append(["", "one", str(cost.each) if cost.each is not None else "not known", "; ".join(cost.missing)])
    rows.append(["", f"all {cost.alike}", str(cost.series) if cost.series is not None else "not known", ""])
    return rows
