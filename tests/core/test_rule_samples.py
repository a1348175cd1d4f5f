"""Every rule on both sides of its edge, and no rule without samples."""

from __future__ import annotations

import copy
import re
from pathlib import Path
from typing import Any
from unittest import TestCase

import coldcradle
from coldcradle.document.piece import read_piece
from coldcradle.document.starting import starting_cradle, starting_layup
from coldcradle.document.upgrade import upgrade
from coldcradle.piece.stage import plan_stage
from tests.documents import BIG_KILN, document, slab_of
from tests.rule_samples import SAMPLES

# rules that speak of a sum or of a pair, a release log or a charge beside others: each has its own test on both sides
ELSEWHERE = {
    "glass.draws-in",
    "glass.no-dam-needed",
    "glass.topples",
    "glass.under-filled",
    "heat.kiln-too-quick",
    "heat.light-press",
    "heat.rough-ladder",
    "heat.trade-ladder",
    "glass.cannot-be-cut",
    "layup.base-topples",
    "layup.frit-disc-cracks",
    "layup.goes-muddy",
    "layup.limb-too-thin",
    "layup.longer-hold",
    "layup.not-round-yet",
    "layup.not-together",
    "layup.parts-soon",
    "layup.unusual-stretch",
    "layup.wet-glue",
    "layup.wobbles",
    "layup.out-of-reach",
    "glass.not-tested",
    "load.does-harm",
    "load.no-common-peak",
    "load.two-soaks",
    "load.held-back",
    "glass.series-short",
    "cradle.series-in-rounds",
    "glass.does-not-match",
    "glass.extras-exceed",
    # what the bench says, and firings of the bench: tests/core/test_bench.py
    "bench.blasted-through",
    "bench.blasting-mattes",
    "bench.cut-misses",
    "bench.face-is-not-flat",
    "bench.fire-polish-follows",
    "bench.glued-already",
    "bench.glued-before-its-firing",
    "bench.groove-is-deep",
    "bench.hole-near-edge",
    "bench.hole-outside",
    "bench.holes-near",
    "bench.more-off-than-there-is",
    "bench.more-than-there-are",
    "bench.no-cut-yet",
    "bench.no-hole",
    "bench.no-hole-yet",
    "bench.one-after-another",
    "bench.painted-on-both",
    "bench.paints-do-not-meet",
    "bench.piece-too-small",
    "bench.rough-to-score",
    "bench.small-to-hold",
    "bench.too-many-pieces",
    "bench.too-thick-for-the-hole",
    "bench.too-thick-to-score",
    "bench.topples",
    "bench.washer-too-small",
    "bench.window-upside-down",
    "heat.glue-burns",
    "heat.paint-burns-off",
    "heat.paint-burns-out",
    "heat.paint-lies-under",
    "heat.paint-stays-raw",
    "layup.drain-not-lowest",
    "layup.hole-changes",
    # by hand: tests/core/test_hot.py
    "layup.by-hand",
    "layup.lid-open-long",
    "layup.not-for-tools",
    # a lifted disc: tests/core/test_lift.py
    "layup.disc-misses-the-ring",
    "layup.lift-too-high",
    "layup.stack-falls-over",
    "layup.stack-lies-flat",
    "layup.stack-slides",
    "layup.steps-leave-nothing",
    "layup.not-heated-again",
    "layup.too-stiff-to-lift",
    # what lies on a blank: tests/core/test_added.py
    "layup.added-overhangs",
    "layup.coated-faces-meet",
    "layup.coated-on-both",
    "layup.coating-lies-under",
    "layup.thick-wire",
    # rings that are waved: tests/core/test_rings.py
    "layup.misses-the-crests",
    "layup.wave-folds",
    # bottles: tests/core/test_bottles.py
    "layup.bottle-is-a-puddle",
    "layup.bottle-is-soft",
    "layup.not-hollow",
    "layup.sealed-bulges",
    "layup.stays-high",
    "layup.more-than-there-are",
}


def begun(process: str) -> dict[str, Any]:
    """What a new stage of a process begins with, in a kiln that is large enough."""
    whole = upgrade(document("fusing-90-clear", heat__kiln=BIG_KILN, glass__rack={"sheet": "9 kg", "coarse": "9 kg"}))
    stage = whole["stages"][0]
    stage["process"], stage["cradle"] = process, starting_cradle(process)
    stage["layup"] = starting_layup(process, stage["cradle"])
    stage["glass"]["form"] = "sheet"
    return whole


def changed(base: str, process: str, changes: dict[str, Any]) -> dict[str, Any]:
    whole = {
        "prism": lambda: document(),
        "slab": lambda: document("fusing-90-clear", **slab_of("6 mm")),
        "flat": lambda: begun(process),
    }[base]()
    whole["stages"][0]["process"] = process
    for path, value in changes.items():
        at: Any = whole["stages"][0]
        *way, last = path.split(".")
        for step in way:
            at = at[int(step)] if isinstance(at, list) else at.setdefault(step, {})
        at[int(last) if isinstance(at, list) else last] = copy.deepcopy(value)
    return whole


def rules_of(base: str, process: str, changes: dict[str, Any]) -> set[str]:
    return {f.rule for f in plan_stage(read_piece(changed(base, process, changes)).piece.stages[0]).findings}


class Samples(TestCase):
    def test_every_rule_stays_silent_on_this_side_and_speaks_on_the_other(self) -> None:
        for sample in SAMPLES:
            with self.subTest(sample.rule, edge=sample.edge):
                self.assertNotIn(sample.rule, rules_of(sample.base, sample.process, sample.good))
                self.assertIn(sample.rule, rules_of(sample.base, sample.process, sample.failing))

    def test_no_rule_is_without_samples(self) -> None:
        """Every id that stands in the core's rules is in the table, or named here with its own test."""
        source = "".join(
            p.read_text("utf-8") for p in Path(coldcradle.__file__).parent.rglob("*.py") if "rule_samples" not in p.name
        )
        named = set(re.findall(r'[Ff]inding\(\s*f?"((?:cradle|glass|layup|heat)\.[a-z-]+)"', source))
        self.assertGreater(len(named), 40)
        self.assertEqual(named - {s.rule for s in SAMPLES} - ELSEWHERE, set())
