"""The sentences a plan is read by: the answer first, a stop before all, both unit systems."""

from __future__ import annotations

import re
from unittest import TestCase

from coldcradle.document.piece import read_cradle
from coldcradle.document.reading import read
from coldcradle.entry import flag, inputs, length, many, pick, words
from coldcradle.errors import DocumentError, Fault
from coldcradle.layup.inputs import Grip, Layer
from tests.documents import BIG_KILN, document, planned, slab_of


def plain(text: str) -> str:
    """Without the marks of weight."""
    return text.replace("**", "")


class Answers(TestCase):
    def test_each_station_says_what_the_artist_wanted(self) -> None:
        found = planned().answers
        self.assertEqual(
            plain(found["cradle"].metric),
            "Filled to the line it takes 311 mL, give or take 7 mL. In casting crystal, lead-free that is 794 g.",
        )
        self.assertEqual(plain(found["glass"].metric), "Enough: 1120 g of nuggets on the rack, 810 g needed.")
        self.assertTrue(plain(found["heat"].metric).startswith("4 d 17 h, because the glass is 64 mm thick ("))

    def test_inches_never_meet_millimetres_in_one_sentence(self) -> None:
        for changes in (
            {},
            {"glass__rack": {"nuggets": "500 g"}},
            {"cradle__soaked": False},
            {"heat__cast_at": "920 °C"},
        ):
            found = planned(**changes)
            sentences = [
                *found.answers.values(),
                *(f.says for f in found.findings),
                *(f.reason for f in found.findings),
            ]
            sentences += [found.compared] if found.compared else []
            sentences += [s.why for s in found.heat.steps] if found.heat else []
            for said in sentences:
                self.assertNotRegex(said.us, r"\d (mm|mL|g|°C)\b", said.us)
                self.assertNotRegex(said.metric, r"\d (in|oz|lb|°F)\b", said.metric)

    def test_the_working_keeps_to_one_system_too(self) -> None:
        for figure in planned().figures.values():
            for assumption in figure.assumptions:
                self.assertNotRegex(assumption.us, r"\d (mm|mL|°C)\b", figure.key)

    def test_marks_of_weight_come_in_pairs(self) -> None:
        for said in planned(glass__rack={"nuggets": "500 g"}).answers.values():
            self.assertEqual(said.metric.count("**") % 2, 0)
            self.assertNotIn("{", said.metric)

    def test_a_stop_is_the_answer(self) -> None:
        said = planned(heat__cast_at="920 °C").answers["heat"].metric
        self.assertTrue(said.startswith("**Not like this.**"))
        self.assertIn("900 °C that plaster and silica stands", said)
        self.assertNotIn("Safe to switch off", said)

    def test_glass_that_counts_as_thicker_says_why_it_takes_so_long(self) -> None:
        said = planned(heat__leaves="held").answers["heat"].metric
        self.assertRegex(plain(said), r"64 mm thick and cools like a free slab of 8\d mm")

    def test_water_and_sizes_are_compared(self) -> None:
        agree, apart = planned().compared, planned(cradle__level__fall="90 mm").compared
        assert agree is not None
        assert apart is not None
        self.assertIn("the two agree", agree.metric)
        self.assertRegex(plain(apart.metric), r"\d+ mL apart, more than both errors explain")

    def test_plain_shop_words_without_shouting(self) -> None:
        for changes in ({}, slab_of("140 mm"), {"heat__kiln": BIG_KILN}):
            found = planned(**changes)
            for said in [*found.answers.values(), *(f.says for f in found.findings)]:
                self.assertNotIn("!", said.metric)
                self.assertFalse(re.search(r"\b(error|invalid|failed|please)\b", said.metric, re.I), said.metric)


class States(TestCase):
    def test_each_station_says_in_a_word_what_it_still_lacks(self) -> None:
        cases = (  # type: ignore[var-annotated]  # of any kind
            ({}, ("measured", "enough", "laid", "planned")),
            ({"cradle__measured": False}, ("not measured yet", "enough", "laid", "planned")),
            ({"glass__rack": {}}, ("measured", "none on the rack", "laid", "planned")),
            ({"heat__cast_at": "920 °C"}, ("measured", "enough", "laid", "look again")),
            ({"glass__charge": "1100 g"}, ("measured", "top up", "laid", "planned")),
        )
        for changes, said in cases:
            with self.subTest(changes):
                self.assertEqual(tuple(planned(**changes).states.values()), said)


@inputs
class Thing:
    number_m: float = length(called="a length", low=0.0, high=1.0)
    gone_m: float = length(called="a length", low=0.0, high=1.0)
    items: tuple[Layer, ...] = many(Layer, key="list", called="an item", most=3)
    is_so: bool = flag(key="flag")
    which: Grip = pick(Grip)
    blank: str = words()
    long: str = words()
    bell: str = words()


class EntryByEntry(TestCase):
    """All faults are told at once, each at its place."""

    def test_every_way_an_entry_can_be_wrong(self) -> None:
        bad = {"number": 5, "list": [], "flag": "yes", "which": "two", "blank": " ", "long": "x" * 300}
        with self.assertRaises(DocumentError) as caught:
            read(Thing, bad | {"bell": "a\x07b", "extra": 1}, "a thing", path="here")
        said = {f.path: f.message for f in caught.exception.faults}
        self.assertIn("written with its unit", said["here.number"])
        self.assertIn("is missing", said["here.gone"])
        self.assertIn("list of 1 to 3, got 0", said["here.list"])
        self.assertIn("expected true or false", said["here.flag"])
        self.assertIn("expected one of even, slides, held, got two", said["here.which"])
        self.assertIn("nothing is written here", said["here.blank"])
        self.assertIn("at most 200 characters", said["here.long"])
        self.assertIn("control characters", said["here.bell"])
        self.assertIn("is not an entry that belongs here", said["here.extra"])
        self.assertEqual(len(said), 9)

    def faults(self, parts: list[dict[str, str]]) -> list[Fault]:
        with self.assertRaises(DocumentError) as caught:
            read_cradle(document(cradle__parts=parts)["stages"][0]["cradle"])
        return list(caught.exception.faults)

    def test_a_shape_that_cannot_be_is_refused_at_its_height(self) -> None:
        (fault,) = self.faults([{"shape": "cap", "rim": "10 mm", "height": "90 mm"}])
        self.assertEqual((fault.path, fault.typed), ("parts.0.height", "90 mm"))
        self.assertIn("no deeper than half its rim", fault.message)

    def test_a_bowl_on_top_is_refused_at_the_parts(self) -> None:
        bowl = {"shape": "cap", "rim": "80 mm", "height": "30 mm"}
        (fault,) = self.faults([{"shape": "cylinder", "bore": "80 mm", "height": "60 mm"}, bowl])
        self.assertEqual(fault.path, "parts")

    def test_a_cradle_needs_at_least_one_part(self) -> None:
        self.assertIn("expected a list of 1 to 12, got 0", self.faults([])[0].message)
