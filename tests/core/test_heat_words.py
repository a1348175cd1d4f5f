"""Every sentence about the heat keeps to one system of units, carries its marks in pairs, and blames nobody."""

from __future__ import annotations

from collections.abc import Iterator
from unittest import TestCase

from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.piece.compare import assess_schedule, coasting_of, compare
from coldcradle.piece.plan import plan
from coldcradle.piece.stage import StageWithInputs, plan_stage
from coldcradle.quantity.format import Message
from coldcradle.sums import SUMS, evaluate
from tests.core.test_firing import fired, written
from tests.core.test_heat_sums import KINDS
from tests.core.test_schedules import FOUR_RAMPS
from tests.documents import KILN, piece

CHAIN = [
    {"name": "Dots", "process": "full", "part": "dots", "before": True},
    {"name": "Plate", "process": "full", "part": "plate", "joins": ["dots"], "before": True},
    {"name": "Again", "process": "full"},
]
ODD = {
    "heat__own_steps": {"anneal": {"rate": "200 °C/h"}, "warm": {"rate": "900 °C/h"}},
    "heat__place": "front",
    "heat__kiln": KILN | {"zones": [{"name": "front", "offset": "-9 °C"}], "most_steps": "3", "sensor": "4 °C"},
}


def said_of_plans() -> Iterator[Message]:
    for process in PROCESSES:
        for changes in ({}, ODD, {"heat__starts_at": "2026-11-23T18:30", "heat__there": "pour"}):
            found = plan_stage(fired(process, thick="19 mm", heat__span="300 mm", heat__depth="30 mm", **changes))
            yield found.answers["heat"]
            for finding in found.findings:
                yield from (finding.says, finding.reason)
            for figure in found.figures.values():
                yield from figure.assumptions
            if found.heat is None:
                continue
            for step in found.heat.steps:
                yield step.why
                if step.late:
                    yield step.late
            yield from found.heat.told.notes
            if found.heat.visit_help:
                yield found.heat.visit_help


def said_of_looks() -> Iterator[Message]:
    for schedule in (FOUR_RAMPS, "2000 F/h to 1700 F\nfull to 700 F hold 6", "150 C/h to 600 C hold 10"):
        for whole in (fired("spread", thick="30 mm", heat__schedule=schedule), piece(heat__schedule=schedule)):
            found = assess_schedule(StageWithInputs(whole))
            yield found.schedule.count
            yield from (said for line in found.schedule.lines for said in line.says)
            yield from (r.says for r in (found.programme.remarks if found.programme else []))
    for thick in ("6 mm", "40 mm"):
        coasted = coasting_of(StageWithInputs(fired("full", thick=thick, heat__kiln=KILN)))
        yield from (coasted.answer, coasted.lined)
        yield from (r.says for r in coasted.rooms)
    chained = plan(written("slump", heat__chain=CHAIN)).chain
    yield from chained.findings
    yield from (remark for link in chained.links for remark in link.remarks)
    yield compare(StageWithInputs(fired("full", thick="30 mm")), "gentle", "quick").answer


class HeatInWords(TestCase):
    def check(self, said: Message) -> None:
        self.assertNotRegex(said.us, r"\d (mm|°C|°C/h|MPa|kg|K)\b", said.us)
        self.assertNotRegex(said.metric, r"\d (in|°F|°F/h|psi|lb|oz|F°)\b", said.metric)
        for text in (said.metric, said.us):
            self.assertEqual(text.count("**") % 2, 0, text)
            self.assertNotRegex(text, r"[{}]|nan|None|e[+-]\d\d|!", text)
            self.assertNotRegex(text, r"  |\.\.", text)

    def test_of_every_plan(self) -> None:
        for said in said_of_plans():
            self.check(said)

    def test_of_every_further_look(self) -> None:
        for said in said_of_looks():
            self.check(said)

    def test_of_every_sum_of_the_heat(self) -> None:
        for key in ("anneal", "warm", "open", "press", "slump", "ladder", "processes"):
            found = evaluate(SUMS[key], {}, kinds=KINDS).result
            assert found is not None
            self.check(found.answer)
            for finding in found.findings:
                self.check(finding.says)
                self.check(finding.reason)
