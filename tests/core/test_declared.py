"""One declaration: a new entry of a station is in its reader, its schema, the choices and the API at once."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any
from unittest import TestCase

import jsonschema

from coldcradle.document.piece import read_piece
from coldcradle.document.reading import MOST_FAULTS, read
from coldcradle.document.schema import DescribedAs, choices_of, piece_schema, schema_text
from coldcradle.document.shape import model_of, shape_of
from coldcradle.document.upgrade import upgrade
from coldcradle.entry import Choice, inputs, length, many, pick
from coldcradle.entry.declare import specs_of
from coldcradle.entry.specs import Flag, Many, One, Pick, Quantity, Table, Tagged, Whole, Words
from coldcradle.errors import DocumentError, Fault
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.layup.inputs import LayupInput
from coldcradle.piece.inputs import StageInput
from tests.documents import BIG_KILN, document

SCHEMA = Path(__file__).parents[2] / "coldcradle" / "document" / "piece.schema.json"


class Colour(Choice):
    SMOKE = "smoke", "smoke", "grey, and a little brown"
    TEAL = "teal", "teal"


@inputs
class Widened(LayupInput):
    """The lay-up with two more entries."""

    colour: Colour = pick(Colour, default=Colour.SMOKE)
    kerf_m: float = length(default="1 mm", called="a kerf", low=0.0, high=0.02, label="Cut away", says="by the saw")


class Declared(TestCase):
    def test_a_new_entry_is_read_described_and_offered(self) -> None:
        found = read(Widened, {"colour": "teal", "kerf": "1/8 in"}, "a lay-up")
        self.assertIs(found.value.colour, Colour.TEAL)  # type: ignore[attr-defined]  # it is there
        self.assertAlmostEqual(found.value.kerf_m, 0.003175)  # type: ignore[attr-defined]  # it is there
        self.assertEqual(found.entries["kerf"].typed, "1/8 in")
        self.assertAlmostEqual(read(Widened, {}, "a lay-up").value.kerf_m, 0.001)  # type: ignore[attr-defined]  # it is there
        described = model_of(shape_of(Widened)).model_json_schema()["properties"]
        self.assertEqual(described["colour"], {"default": "smoke", "enum": ["smoke", "teal"], "title": "Colour"})
        self.assertEqual(
            {key: described["kerf"][key] for key in ("default", "title", "description")},
            {"default": "1 mm", "title": "Cut away", "description": "by the saw"},
        )
        self.assertEqual(dict(choices_of(Widened))["colour"], Colour)
        self.assertEqual([one.label for one in dict(choices_of(Widened))["colour"]], ["smoke", "teal"])

    def test_the_api_describes_it_too(self) -> None:
        from typing import Annotated

        from pydantic import create_model

        answer = create_model("Answer", laid=(Annotated[dict[str, Any], DescribedAs(Widened)], ...))
        self.assertIn("kerf", json.dumps(answer.model_json_schema()))
        told = {"colour": "as it stands, unread"}
        self.assertEqual(answer(laid=told).model_dump(), {"laid": told})

    def test_what_it_may_not_be_is_refused_by_reader_and_schema_alike(self) -> None:
        for bad in ({"colour": "pink"}, {"kerf": 3}, {"kerff": "3 mm"}):
            with self.subTest(bad), self.assertRaises(DocumentError):
                read(Widened, bad, "a lay-up")
            with self.subTest(bad), self.assertRaises(jsonschema.ValidationError):
                jsonschema.validate(bad, model_of(shape_of(Widened)).model_json_schema())

    def test_the_schema_that_ships_is_the_one_that_is_declared(self) -> None:
        self.assertEqual(SCHEMA.read_text("utf-8"), schema_text())

    def test_every_declared_entry_stands_in_the_schema(self) -> None:
        """By name, through all that stands in a stage: an entry left out of the schema is found here."""
        schema = piece_schema()
        seen = 0

        def check(of: Any, described: dict[str, Any]) -> None:
            nonlocal seen
            for spec in shape_of(of).specs.values():
                seen += 1
                self.assertIn(spec.key, described["properties"], of)
                inner = spec.of if isinstance(spec, One | Many) else None
                if isinstance(inner, type):
                    check(inner, schema["$defs"][inner.__name__])

        check(StageInput, schema["$defs"]["StageInput"])
        self.assertGreater(seen, 110)

    def test_each_kind_of_entry_is_used_so_that_none_is_only_thought_of(self) -> None:
        kinds: set[type] = set()

        def gather(of: type) -> None:
            for spec in specs_of(of).values():
                kinds.add(type(spec))
                inner = getattr(spec, "of", None)
                if isinstance(inner, Tagged):
                    kinds.add(Tagged)
                elif isinstance(spec, One | Many) and isinstance(inner, type):
                    gather(inner)

        gather(StageInput)
        self.assertLessEqual({Quantity, Words, Pick, Flag, Whole, One, Many, Table, Tagged}, kinds)

    def test_all_that_is_wrong_is_told_at_once_in_a_list_too(self) -> None:
        @inputs
        class Stack:
            laid: tuple[Widened, ...] = many(Widened, called="a lay-up", most=9)

        with self.assertRaises(DocumentError) as caught:
            read(Stack, {"laid": [{"kerf": "9 m"}, {}, {"colour": "pink", "kerf": "no"}]}, "a stack")
        self.assertEqual(
            [fault.path for fault in caught.exception.faults], ["laid.0.kerf", "laid.2.colour", "laid.2.kerf"]
        )
        self.assertEqual(caught.exception.faults[0].message, "expected a kerf of at most 20 mm, got 9 m")

    def test_what_stands_since_an_edition_that_asked_less_is_read_as_it_is(self) -> None:
        """A kiln whose times do not go together is refused when it is typed, and shown where it is kept."""
        hasty = BIG_KILN | {"rise": "2 h"}
        with self.assertRaises(DocumentError):
            read(KilnModel, hasty, "a kiln")
        self.assertEqual(read(KilnModel, hasty, "a kiln", stands=True).value.rise_to_800_s, 7200.0)
        with self.assertRaises(DocumentError):
            read(KilnModel, hasty | {"rise": "soon"}, "a kiln", stands=True)


class Nonsense(TestCase):
    """Whatever stands in a document, it is read or refused in words, at once."""

    def refused(self, *way: str | int, value: Any) -> list[Fault]:
        whole = upgrade(document())
        at: Any = whole["stages"][0]
        for step in way[:-1]:
            at = at[step]
        at[way[-1]] = value
        with self.assertRaises(DocumentError) as caught:
            read_piece(whole)
        return list(caught.exception.faults)

    def test_ten_thousand_of_anything_is_one_sentence_or_two_hundred(self) -> None:
        many = {f"k{i}": 1 for i in range(10_000)}
        self.assertEqual(len(self.refused("layup", "layers", value=[{"thick": "3 mm"}] * 10_000)), 1)
        self.assertEqual(len(self.refused("cradle", "level", "again", value=["1 mm"] * 10_000)), 1)
        told = self.refused("layup", value=many)
        self.assertEqual((len(told), told[-1].message), (MOST_FAULTS + 1, f"and {10_000 - MOST_FAULTS} more"))

    def test_numbers_without_end_deep_nests_and_wrong_kinds_are_refused_where_they_stand(self) -> None:
        deep: dict[str, Any] = {}
        inner = deep
        for _ in range(900):
            inner["a"] = inner = {}
        for way, value, path in (
            (("cradle", "count"), 10**5000, "cradle.count"),
            (("cradle", "count"), "9" * 5000, "cradle.count"),
            (("cradle", "wall"), float("nan"), "cradle.wall"),
            (("layup", "layers"), deep, "layup.layers"),
            (("cradle", "parts"), [{"shape": ["box"]}], "cradle.parts.0.shape"),
            (("glass", "rack"), {"gold": "1 kg"}, "glass.rack.gold"),
            (("heat", "segments"), {"cast": 5}, "heat.segments.cast"),
            (("heat", "time_zone"), "../../etc/passwd", "heat.time_zone"),
            (("takes",), [{"from": "main"}], "takes.0.from"),
        ):
            with self.subTest(path):
                faults = self.refused(*way, value=value)
                self.assertIn(f"stages.0.{path}", [fault.path for fault in faults])
                self.assertTrue(all(len(fault.message) < 300 for fault in faults))
