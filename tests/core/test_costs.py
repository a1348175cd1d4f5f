"""What a piece costs: worked by hand, unknown stays unknown, and no cent is lost between one and all."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal
from typing import Any
from unittest import TestCase

from coldcradle.load.cost import StageCost, cost_of_piece, cost_of_stage, share_of_firing
from coldcradle.piece.costs import CostInput
from coldcradle.piece.stage import compute_stage
from tests.core.loads import member

FULL = CostInput(mould=2.5, hours_s=5400.0, wage=24.0, lost=0.2)
J = 3.6e6


def cost(costs: CostInput = FULL, *, alike: int = 1, price: float = 0.3, **more: Any) -> StageCost:
    stage = member("slump", alike=alike).stage
    heat = replace(stage.heat, kiln=replace(stage.heat.kiln, price_per_kwh=price))
    result = compute_stage(replace(stage, costs=costs, heat=heat))
    plain: dict[str, Any] = {"prices": {"sheet": 20.0}, "waste": 0.25, "energy_j": 40 * J, "share": 1.0, "by": "area"}
    return cost_of_stage(result, **(plain | more))


def amounts(of: StageCost) -> dict[str, Decimal | None]:
    return {line.key: line.amount for line in of.lines}


class Worked(TestCase):
    def test_by_hand(self) -> None:
        stage = compute_stage(member("slump").stage)
        kg = next(f for f in stage.laid.figures if f.key == "charge_mass").value
        found = amounts(cost())
        glass = Decimal(str(round(kg / 0.75 * 20, 2)))  # a quarter of the sheet is cut away
        self.assertLess(abs((found["glass-sheet"] or 0) - glass), Decimal("0.011"))
        self.assertEqual(found["firing"], Decimal("12.00"))  # 40 kWh at 0.30
        self.assertEqual(found["mould"], Decimal("2.50"))
        self.assertEqual(found["bench"], Decimal("36.00"))  # an hour and a half at 24
        before = sum((v for k, v in found.items() if k != "lost" and v is not None), Decimal(0))
        self.assertEqual(found["lost"], (before / 4).quantize(Decimal("0.01")))  # one in five is borne by four

    def test_a_firing_is_shared_by_copies_and_by_what_each_takes(self) -> None:
        self.assertEqual(amounts(cost(alike=3))["firing"], Decimal("4.00"))
        self.assertEqual(amounts(cost(share=0.25))["firing"], Decimal("3.00"))
        self.assertEqual(share_of_firing({"a": 0.0, "b": 0.0}, "a"), 0.5)

    def test_one_and_all_of_a_series(self) -> None:
        whole = cost_of_piece([cost(alike=9)], alike=9)
        assert whole.each is not None
        self.assertEqual(whole.series, (whole.each * 9).quantize(Decimal("0.01")))

    def test_rounds_of_a_series_cost_what_it_costs_whole(self) -> None:
        def part(copies: int) -> StageCost:
            return replace(cost(alike=9, energy_j=copies / 9 * 40 * J), makes=copies)

        whole, parts = cost_of_piece([cost(alike=9)], alike=9), cost_of_piece([part(4), part(5)], alike=9)
        assert whole.series is not None
        assert parts.series is not None
        self.assertLess(abs(whole.series - parts.series), whole.series / 4)
        self.assertEqual(parts.alike, 9)


class NotKnown(TestCase):
    def test_what_nobody_has_said_is_never_nothing(self) -> None:
        for costs, price, prices, missing in (
            (replace(FULL, mould=None), 0.3, 20.0, "mould"),
            (replace(FULL, wage=None), 0.3, 20.0, "bench"),
            (replace(FULL, hours_s=None), 0.3, 20.0, "bench"),
            (replace(FULL, lost=None), 0.3, 20.0, "lost"),
            (FULL, 0.0, 20.0, "firing"),
            (FULL, 0.3, None, "glass-sheet"),
        ):
            told = {} if prices is None else {"sheet": prices}
            found = cost(costs, price=price, prices=told)
            self.assertIsNone(amounts(found)[missing], missing)
            whole = cost_of_piece([found], alike=1)
            self.assertIsNone(whole.each, missing)
            self.assertIsNone(whole.series, missing)
            self.assertGreater(whole.known, 0)
            self.assertEqual(len(whole.missing), 1)

    def test_nothing_said_to_cost_nothing_is_nothing(self) -> None:
        found = amounts(cost(replace(FULL, mould=0.0, lost=0.0)))
        self.assertEqual((found["mould"], found["lost"]), (Decimal("0.00"), Decimal("0.00")))

    def test_a_kiln_that_cannot_do_it_has_no_price(self) -> None:
        self.assertIsNone(amounts(cost(energy_j=None))["firing"])

    def test_without_sheets_waste_is_said_to_be_left_out(self) -> None:
        line = next(x for x in cost(waste=None).lines if x.key == "glass-sheet")
        self.assertIn("without what is cut away", line.words.metric)
