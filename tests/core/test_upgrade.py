"""Documents of the first version made into the present one, and told in the old form again."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from coldcradle.document.downgrade import downgrade_stages
from coldcradle.document.piece import read_piece
from coldcradle.document.upgrade import RENAMED, upgrade
from coldcradle.errors import DocumentError
from coldcradle.heat.schedule.processes import PROCESSES
from tests.documents import document

KEPT = Path(__file__).parents[1] / "data" / "version1"
PART = {"shape": "cylinder", "bore": "200 mm", "height": "20 mm"}


def first(process: str = "cast", **changes: Any) -> dict[str, Any]:
    whole = document("fusing-90-clear", **changes)
    whole["stages"][0]["process"] = process
    return whole


def only(whole: dict[str, Any]) -> dict[str, Any]:
    (stage,) = upgrade(whole)["stages"]
    return stage


class Upgrades(TestCase):
    def test_every_document_ever_shipped_is_read(self) -> None:
        paths = sorted(KEPT.glob("*.json"))
        self.assertEqual(len(paths), 8)
        for path in paths:
            with self.subTest(path.stem):
                old = json.loads(path.read_text("utf-8"))
                before = copy.deepcopy(old)
                read = read_piece(old)
                self.assertEqual(old, before)
                self.assertEqual(read.piece.stages[-1].heat.kiln.name, old["stages"][0]["heat"]["kiln"]["name"])

    def test_the_present_version_is_handed_back_as_it_is(self) -> None:
        whole = upgrade(first())
        self.assertIs(upgrade(whole), whole)

    def test_names_are_those_of_the_field_and_lay_up_leaves_heat(self) -> None:
        stage = only(
            first(
                heat__leaves="held",
                heat__soak="thumb",
                heat__place="front",
                heat__there="peek",
                heat__own_steps={"cast": {"to": "800 °C"}},
                heat__shelves="8 kg",
                heat__on="shelf",
                heat__relief="soft",
            )
        )
        heat, layup = stage["heat"], stage["layup"]
        self.assertEqual((heat["restraint"], heat["soak_method"], heat["kiln_zone"]), ("held", "thumb", "front"))
        self.assertEqual((heat["attendance"], heat["furniture"], heat["time_zone"]), ("peek", "8 kg", "Europe/London"))
        self.assertEqual(heat["segments"], {"cast": {"to": "800 °C"}})
        self.assertEqual((layup["on"], layup["relief"]), ("shelf", "soft"))
        self.assertFalse(set(heat) & {*RENAMED, "on", "relief"})

    def test_a_flat_process_gets_the_blank_it_did_not_name(self) -> None:
        stage = only(
            first("slump", cradle__parts=[PART], cradle__line="10 mm", cradle__method="shape", heat__thick="5 mm")
        )
        self.assertEqual(stage["layup"]["layers"], [{"thick": "5 mm", "count": 1}])
        self.assertEqual((stage["layup"]["outline"], stage["layup"]["length"]), ("round", "200 mm"))
        pressed = only(first("press", heat__thick="2 mm", heat__weight="9 kg"))
        self.assertEqual((pressed["layup"]["to"], pressed["layup"]["weight"]), ("2 mm", "9 kg"))
        self.assertNotIn("thick", pressed["layup"])

    def test_a_chain_becomes_stages_a_day_apart_each_taking_the_one_before(self) -> None:
        chain = [
            {"name": "Dots", "process": "full", "part": "dots", "before": True},
            {"name": "Plate", "process": "full", "part": "plate", "joins": ["dots"], "before": True, "stiffer": "12 K"},
            {"name": "Shine", "process": "polish"},
        ]
        stages = upgrade(first("slump", heat__chain=chain))["stages"]
        self.assertEqual([s["key"] for s in stages], ["before-1", "before-2", "main", "after-1"])
        self.assertEqual(
            [[t["from"] for t in s.get("takes", [])] for s in stages], [[], ["before-1"], ["before-2"], ["main"]]
        )
        self.assertEqual([s["heat"]["starts_at"][:10] for s in stages], [f"2026-11-{d}" for d in (23, 24, 25, 26)])
        self.assertEqual(stages[1]["glass"]["stiffer"], "12 K")
        self.assertEqual(stages[0]["cradle"]["name"], "Kiln shelf")
        self.assertNotIn("layers", stages[2]["layup"])

    def test_what_cannot_be_read_is_refused_in_words_and_never_breaks(self) -> None:
        for bad in (
            {"format": "cold-cradle-piece", "version": 1, "name": "x", "stages": [{"heat": {"chain": [{}]}}]},
            {"format": "cold-cradle-piece", "version": 1, "name": "x", "stages": [{"process": 3, "heat": 5}]},
            {"format": "cold-cradle-piece", "version": 1, "name": None, "stages": [[]]},
            {"format": "cold-cradle-piece", "version": 1},
            {"format": "cold-cradle-piece", "version": True, "stages": []},
        ):
            with self.subTest(bad), self.assertRaises(DocumentError):
                read_piece(bad)

    @given(
        st.sampled_from(sorted(PROCESSES)), st.sampled_from(["", "4 mm", "30 mm"]), st.sampled_from(["cradle", "shelf"])
    )
    def test_every_process_of_the_first_version_is_planned_as_its_family(self, key: str, thick: str, on: str) -> None:
        stage = read_piece(first(key, heat__thick=thick, heat__on=on)).piece.stages[0]
        self.assertEqual((stage.heat.process.key, stage.layup.support), (key, on))


class Downgrades(TestCase):
    def test_a_casting_goes_there_and_back(self) -> None:
        old = first(heat__leaves="held", heat__own_steps={"cast": {"to": "800 °C"}}, heat__relief="soft")
        self.assertEqual(downgrade_stages([only(old)], "main"), old["stages"][0])

    def test_stages_become_entries_of_the_chain_again(self) -> None:
        chain = [
            {"name": "Dots", "process": "full", "part": "dots", "thick": "6 mm", "before": True},
            {"name": "Shine", "process": "polish"},
        ]
        stages = upgrade(first("slump", heat__chain=chain))["stages"]
        told = downgrade_stages(stages, "main")["heat"]["chain"]
        self.assertEqual(
            [(e["name"], e["process"], e["before"]) for e in told], [("Dots", "full", True), ("Shine", "polish", False)]
        )
        self.assertEqual(told[0]["thick"], "6 mm")
        read_piece({**first("slump"), "stages": [downgrade_stages(stages, "main") | {"process": "slump"}]})
