"""What a new piece is asked next: the first thing it lacks, and nothing once it has a start."""

import unittest
from typing import Any

from coldcradle.piece.lead import Lead, lead_of
from coldcradle.piece.stage import plan_stage
from tests.documents import KILN, piece


def _lead(**changes: Any) -> Lead | None:
    stage = piece(heat__undated=changes.pop("undated", True), **changes)
    return lead_of(stage, plan_stage(stage))


class LeadTest(unittest.TestCase):
    def test_the_cradle_comes_first_and_how_wide_before_how_high(self) -> None:
        lead = _lead(cradle__measured=False, glass__rack={"nuggets": "1 g"})
        assert lead is not None
        self.assertEqual((lead.station, lead.path), ("cradle", "cradle.parts.0.bottom"))
        self.assertEqual(lead.says.metric, "Next: how wide is its bottom?")

    def test_then_the_glass_at_the_edge_of_enough(self) -> None:
        short = _lead(glass__rack={"nuggets": "790 g"})
        assert short is not None
        self.assertEqual((short.station, short.path), ("glass", "glass.rack.nuggets"))
        none = _lead(glass__rack={})
        self.assertEqual(none and none.station, "glass")
        enough = _lead(glass__rack={"nuggets": "1120 g"})
        assert enough is not None
        self.assertEqual((enough.station, enough.path), ("heat", "heat.starts_at"))

    def test_what_stops_it_is_shown_before_a_start_is_asked_for(self) -> None:
        hot = _lead(heat__kiln={**KILN, "highest": "600 °C"})
        self.assertEqual(hot and hot.station, "heat")
        self.assertNotEqual(hot and hot.path, "heat.starts_at")

    def test_one_with_a_start_is_led_no_more(self) -> None:
        self.assertIsNone(_lead(undated=False, cradle__measured=False))
