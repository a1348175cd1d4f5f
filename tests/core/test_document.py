"""The piece document: read whole or refused whole, with every fault in its place."""

from __future__ import annotations

import copy
import json
from dataclasses import asdict
from pathlib import Path
from typing import Any
from unittest import TestCase

import jsonschema
from hypothesis import given
from hypothesis import strategies as st

from coldcradle.document.piece import load_json, read_piece
from coldcradle.document.upgrade import upgrade
from coldcradle.errors import DocumentError
from coldcradle.piece.stage import plan_stage
from studio.demo.documents import demo_documents
from tests.documents import document, planned

SCHEMA = json.loads((Path(__file__).parents[2] / "coldcradle/document/piece.schema.json").read_text("utf-8"))


def faults(whole: Any) -> dict[str, str]:
    try:
        read_piece(whole)
    except DocumentError as error:
        return {fault.path: fault.message for fault in error.faults}
    raise AssertionError("the document was read")


class Documents(TestCase):
    def test_the_right_document_is_read_and_fits_its_schema(self) -> None:
        read = read_piece(document())
        self.assertEqual(read.piece.name, "Lamp-room prism")
        self.assertEqual(read.entries["stages.0.cradle.level.bore"].shown.us.text, "2.91 in")
        jsonschema.validate(upgrade(document()), SCHEMA)

    def test_every_entry_of_the_heat_fits_the_schema_and_is_read(self) -> None:
        whole = document(
            heat__ready_by=True,
            heat__wakes="06:30",
            heat__sleeps="23",
            heat__there="pour",
            heat__enters="relief",
            heat__on="posts",
            heat__relief="sharp",
            heat__wet="damp",
            heat__thick="6 mm",
            heat__breadth="200 mm",
            heat__span="180 mm",
            heat__depth="30 mm",
            heat__weight="2 kg",
            heat__shelves="8 kg",
            heat__place="front",
            heat__leaves="free",
            heat__own_steps={"cast": {"to": "700 °C", "hold": "10 min"}},
            heat__schedule="300 C/h to 600 C",
            heat__chain=[
                {
                    "name": "Dots",
                    "process": "full",
                    "part": "dots",
                    "joins": ["x"],
                    "thick": "5 mm",
                    "relief": "soft",
                    "before": True,
                }
            ],
            heat__kiln__zones=[{"name": "front", "offset": "-9 °C", "at": [0.5, 0.1]}],
            heat__kiln__sensor="4 °C",
            heat__kiln__most_steps="8",
            heat__kiln__reads="degF",
            heat__kiln__finest="5",
            heat__kiln__fastest="999",
            heat__kiln__price="0.3",
        )
        whole["stages"][0]["process"] = "slump"
        jsonschema.validate(upgrade(whole), SCHEMA)
        stages = read_piece(whole).piece.stages
        heat = stages[1].heat
        self.assertEqual(
            (heat.process.key, heat.awake, heat.overrides[0].to_c, stages[1].takes[0].key),
            ("slump", (6.5, 23.0), 700.0, "before-1"),
        )
        self.assertEqual((heat.kiln.controller.steps, heat.kiln.zone_offset_k("front")), (8, -9.0))

    def test_the_schema_refuses_what_the_reader_refuses(self) -> None:
        for bad in (
            document(cradle__line=64),
            document(cradle__parts=[]),
            document(heat__target="hasty"),
            document(cradle__colour="blue"),
            {**document(), "version": 3},
            {},
        ):
            with self.assertRaises(jsonschema.ValidationError):
                jsonschema.validate(upgrade(bad), SCHEMA)
            self.assertTrue(faults(bad))

    def test_demo_pieces_are_documents_but_for_their_rows(self) -> None:
        """Kinds and kilns are named in them, a mesh is a file beside them, and a start is days from today."""
        for whole in demo_documents():
            self.assertEqual(whole["version"], 2)
            bent = copy.deepcopy(whole)
            plain = upgrade(document())["stages"][0]
            for stage in bent["stages"]:
                stage["glass"] |= {"kind": plain["glass"]["kind"], "rack": {}}
                stage["heat"] |= {"kiln": plain["heat"]["kiln"], "starts_at": "2026-11-23T16:00"}
                stage["cradle"].pop("solid", None)
            jsonschema.validate(bent, SCHEMA)
            self.assertEqual(len(read_piece(bent).piece.stages), len(whole["stages"]))

    def test_every_fault_is_told_at_its_place(self) -> None:
        found = faults(
            document(
                cradle__wall="-3",
                cradle__level__bore="abc",
                cradle__line="",
                glass__form="lumps",
                heat__zone="Mars/Base",
                heat__starts_at="yesterday",
                glass__kind__annealing="900 °C",
            )
        )
        at = "stages.0."
        self.assertIn("expected a wall of at least 0 mm, got -3", found[at + "cradle.wall"])
        self.assertIn("cannot be read as a length", found[at + "cradle.level.bore"])
        self.assertIn("nothing is written here", found[at + "cradle.line"])
        self.assertIn("expected one of powder", found[at + "glass.form"])
        self.assertIn("Mars/Base", found[at + "heat.time_zone"])
        self.assertIn("yesterday", found[at + "heat.starts_at"])
        self.assertIn("below softening point", found[at + "glass.kind.annealing"])

    def test_a_depth_of_nothing_is_refused_and_two_metres_are_planned(self) -> None:
        part = {"shape": "cylinder", "bore": "80 mm", "height": "0 mm"}
        found = faults(document(cradle__parts=[part]))
        self.assertIn("expected a height above 0 mm, got 0 mm", found["stages.0.cradle.parts.0.height"])
        deep = planned(
            cradle__parts=[{"shape": "box", "length": "2 m", "width": "2 m", "height": "2 m"}],
            cradle__line="2 m",
            cradle__method="shape",
            glass__rack={},
        )
        self.assertIn("heat.does-not-fit", [f.rule for f in deep.findings])
        self.assertIn("heat.kiln-cannot", [f.rule for f in deep.findings])

    def test_the_line_cannot_stand_above_the_brim(self) -> None:
        self.assertIn(
            "no higher than the brim at 88 mm, got 200 mm",
            faults(document(cradle__line="200 mm"))["stages.0.cradle.line"],
        )

    def test_misspelt_entries_are_not_lost_silently(self) -> None:
        self.assertIn("stages.0.cradle.colour", faults(document(cradle__colour="blue")))
        self.assertIn("stages.0.glass.rack.lumps", faults(document(glass__rack={"lumps": "1 kg"})))

    def test_what_is_left_empty_is_worked_out(self) -> None:
        entry = read_piece(document()).entries["stages.0.heat.peak_at"]
        self.assertEqual((entry.typed, entry.value), ("", None))

    def test_bare_numbers_take_the_unit_of_the_screen_they_were_typed_on(self) -> None:
        whole = document(cradle__line="2 1/2")
        read = read_piece(whole, systems={"stages.0.cradle.line": "us"})
        self.assertAlmostEqual(read.piece.stages[0].cradle.line_m, 0.0635)
        self.assertEqual(read.entries["stages.0.cradle.line"].typed, "2 1/2 in")

    def test_another_kind_or_edition_of_file_is_named_as_such(self) -> None:
        self.assertIn("another kind of file", faults({"hello": 1})["format"])
        self.assertIn("another edition", faults({**document(), "version": 7})["version"])
        self.assertIn("expected a piece document as an object, got list", faults([1, 2])[""])

    def test_stages_stand_after_what_they_take_and_have_keys_of_their_own(self) -> None:
        first = upgrade(document())
        second = copy.deepcopy(first["stages"][0]) | {"key": "then", "takes": [{"from": "main", "count": 1}]}
        good = {**first, "stages": [first["stages"][0], second]}
        self.assertEqual([s.key for s in read_piece(good).piece.stages], ["main", "then"])
        for bad, path in (
            ({**first, "stages": [second, first["stages"][0]]}, "stages.0.takes.0.from"),
            ({**first, "stages": [first["stages"][0]] * 2}, "stages.1.key"),
            ({**first, "stages": [{**first["stages"][0], "key": "A b"}]}, "stages.0.key"),
            ({**first, "stages": [first["stages"][0], second | {"takes": second["takes"] * 2}]}, "stages.1.takes"),
            ({**first, "stages": [first["stages"][0] | {"key": f"s{i}"} for i in range(13)]}, "stages"),
        ):
            self.assertIn(path, faults(bad))


class Files(TestCase):
    def refusal(self, raw: bytes) -> str:
        with self.assertRaises(DocumentError) as caught:
            load_json(raw)
        return str(caught.exception)

    def test_wrong_files_are_refused_in_words(self) -> None:
        self.assertIn("at most 2 MB", self.refusal(b" " * 2_000_001))
        self.assertIn("UTF-8", self.refusal(b"\xff\xfe\x00\x01"))
        self.assertIn("line 2, column 1", self.refusal(b'{"a": 1,\n'))
        self.assertIn("NaN is not a number", self.refusal(b'{"a": NaN}'))
        self.assertIn("nested too deeply", self.refusal(b"[" * 200_000))
        self.assertIn("JSON", self.refusal(b""))

    def test_a_byte_order_mark_is_no_fault(self) -> None:
        self.assertEqual(load_json(b"\xef\xbb\xbf{}"), {})


json_values = st.recursive(
    st.none() | st.booleans() | st.floats() | st.integers() | st.text(max_size=12),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=8,
)
ENTRIES = [
    "name",
    "stages",
    "stages.0.cradle",
    "stages.0.cradle.parts",
    "stages.0.cradle.line",
    "stages.0.glass.rack",
    "stages.0.cradle.level",
    "stages.0.glass.kind",
    "stages.0.heat.kiln",
    "stages.0.heat.starts_at",
    "stages.0.heat.zone",
    "stages.0.cradle.soaked",
    "stages.0.process",
    "stages.0.glass.charge",
]


class Fuzz(TestCase):
    @given(st.sampled_from(ENTRIES), json_values)
    def test_any_value_anywhere_is_read_or_refused(self, path: str, value: Any) -> None:
        whole: Any = document()
        at = whole
        *way, last = path.split(".")
        for step in way:
            at = at[int(step) if step.isdigit() else step]
        at[last] = value
        try:
            plan_stage(read_piece(whole).piece.stages[0])
        except DocumentError as error:
            self.assertTrue(all(fault.message for fault in error.faults))


class PlannedFromDocuments(TestCase):
    def test_the_same_piece_gives_the_same_plan(self) -> None:
        self.assertEqual(asdict(planned()), asdict(planned()))

    def test_every_bead_of_the_thread_opens_a_working(self) -> None:
        found = planned()
        keys = ["cradle_volume", "glass_mass", "charge_mass", "thickness", "soak", "firing_time", "opens_at"]
        self.assertEqual([item.key for item in found.thread], keys)
        for item in found.thread:
            self.assertIn(item.figure, found.figures)

    def test_every_figure_has_words_a_formula_inputs_and_a_source(self) -> None:
        for key, figure in planned().figures.items():
            with self.subTest(key):
                self.assertEqual(key, figure.key)
                self.assertTrue(figure.words and figure.formula and figure.inputs and figure.source.text)

    def test_errors_reach_weight_thickness_and_soak(self) -> None:
        found = planned().figures
        for key in ("glass_mass", "charge_mass", "thickness", "soak_thumb", "soak"):
            with self.subTest(key):
                self.assertGreater(found[key].u, 0)
        worse = planned(cradle__level__reading="3 mm").figures
        for key in ("glass_mass", "thickness", "soak"):
            self.assertGreater(worse[key].u, found[key].u)

    def test_a_plan_is_plain_data(self) -> None:
        json.dumps(asdict(planned()), allow_nan=False)

    def test_every_shape_by_every_way_of_measuring_is_planned(self) -> None:
        parts = [
            {"shape": "cylinder", "bore": "80 mm", "height": "60 mm"},
            {"shape": "box", "length": "100 mm", "width": "80 mm", "height": "60 mm"},
            {"shape": "cap", "rim": "120 mm", "height": "50 mm"},
            {"shape": "frustum", "bottom": "90 mm", "top": "60 mm", "height": "50 mm"},
        ]
        ways = {
            "shape": None,
            "level": {"bore": "60 mm", "fall": "70 mm", "reading": "1 mm"},
            "drained": {"mass": "200 g", "temperature": "60 F", "scale": "1 g"},
            "trial": {"mass": "1 lb", "density": "2.5 g/cm3", "scale": "0.1 oz"},
            "model": {"mass": "120 g", "density": "0.95 g/cm3", "dipped": "126 g", "scale": "1 g"},
            "last": {"mass": "800 g", "density": "2500 kg/m3", "scale": "2 g"},
        }
        for part in parts:
            for way, reading in ways.items():
                more = {f"cradle__{way}": reading} if reading else {}
                found = planned(cradle__parts=[part], cradle__line="40 mm", cradle__method=way, **more)  # type: ignore[arg-type]  # as plain values
                self.assertIsNotNone(found.heat)
                # the document holds the readings of a vessel from the start
                self.assertIsNotNone(found.compared)
                self.assertEqual([w.method for w in found.measured if w.is_chosen], [way])
