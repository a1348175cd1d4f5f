"""A programme's own steps are never what it calls too fast: whole degrees, towers, forms, and a kiln that shades."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from coldcradle.piece.result import StagePlan
from tests.documents import KILN, document
from tests.staged import cast, last, one, stage, warm

OWN = ("heat.warms-too-fast", "heat.cools-too-fast", "heat.strain-left")


def own_faults(found: StagePlan) -> list[str]:
    return [f.rule for f in found.findings if f.rule in OWN]


def puck_on_sheet(high_mm: int, sheet: str, **heat: Any) -> StagePlan:
    """A puck of 60 mm tack fused on a square of 200 mm."""
    puck = cast({"shape": "cylinder", "bore": "60 mm", "height": f"{high_mm} mm"}, line=f"{high_mm} mm")
    told: dict[str, Any] = {"layup__layers": one(sheet), "layup__length": "200 mm", "layup__outline": "square"}
    return last(puck, stage("tack", takes=1, **told, **heat))


class WholeDegrees(TestCase):
    """Controllers take whole degrees; the trial of rates must end on one that holds, and on the quickest of those."""

    def test_slow_rates_end_on_one_that_holds(self) -> None:
        for high, sheet in ((22, "3 mm"), (26, "6 mm"), (28, "6 mm"), (31, "6 mm")):
            with self.subTest(high=high, sheet=sheet):
                self.assertEqual(own_faults(puck_on_sheet(high, sheet)), [])

    def test_the_next_degree_would_not_hold(self) -> None:
        rate = warm(puck_on_sheet(26, "6 mm"))
        quicker = puck_on_sheet(26, "6 mm", heat__segments={"warm": {"rate": f"{rate + 1} K/h"}})
        self.assertEqual(own_faults(quicker), ["heat.warms-too-fast"])


def crystal(process: str, kind_key: str = "lead-crystal", **told: Any) -> dict[str, Any]:
    made = stage(process, key="s0", **told)
    kind = document(kind_key)["stages"][0]["glass"]["kind"]
    return made | {"glass": {**made["glass"], "kind": kind}}


class Towers(TestCase):
    def test_what_the_warming_does_is_mended_in_the_warming(self) -> None:
        """Six discs of 40 by 10 mm with scraps on them: what pulls as the rise begins comes out of the warming.

        The rise alone was slowed, to 0.4 °C/h: 28 days, and it was too fast all the same.
        """
        scraps = [{"kind": "partial", "thick": "3 mm", "length": "30 mm", "width": "30 mm", "count": 2}]
        tower = crystal(
            "texture",
            layup__layers=one("10 mm", 6),
            layup__length="40 mm",
            layup__outline="round",
            layup__added=scraps,
            heat__target="quick",
        )
        found = last(tower)
        self.assertEqual(own_faults(found), [])
        assert found.heat is not None
        peak = next(step for step in found.heat.steps if step.key == "cast")
        self.assertLess(peak.arrives_s, 24 * 3600)


class Shaded(TestCase):
    def test_where_a_slower_rate_does_not_help_it_is_halved(self) -> None:
        """Thin glass bent over a thick steel block in a quick kiln: eight small mends of the last rate did not do."""
        bent = crystal(
            "bend",
            "casting-crystal",
            layup__layers=one("2 mm", 3),
            heat__kiln=dict(KILN),
            heat__target="gentle",
            heat__soak_method="longer",
            cradle__wall="15 mm",
        )
        self.assertEqual(own_faults(last(bent)), [])
