"""The demo's own week: no two firings want one kiln, and what has no start stands on no clock."""

from __future__ import annotations

from datetime import datetime
from zoneinfo import ZoneInfo

from studio.demo.load import load_demo
from studio.models import Firing
from tests.people import person_of
from tests.studio.base import StudioTest


class DemoWeek(StudioTest):
    def test_nothing_clashes_and_what_waits_stands_on_no_clock(self) -> None:
        studio = load_demo(datetime.now(ZoneInfo("Europe/Lisbon")), with_history=False)
        self.client.force_login(person_of(studio))
        found = self.ask("GET", "/today").json()
        self.assertEqual([t["clash"] for t in found["todos"] if t["clash"]], [])
        self.assertGreaterEqual(len([t for t in found["todos"] if t["name"] == "Start the kiln"]), 3)
        self.assertGreater(Firing.objects.of(studio).filter(inputs__undated=True).count(), 5)
