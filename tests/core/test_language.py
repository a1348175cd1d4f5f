"""Another language is one file: sentences are chosen when they are read, and what has none is said in English."""

from __future__ import annotations

import re
from unittest import TestCase

from coldcradle.heat.explain.words import REASONS
from coldcradle.heat.steps import StepKey
from coldcradle.layup.explain.words import SENTENCES as ZONES
from coldcradle.piece.stage import plan_stage
from coldcradle.quantity.format import say, show
from coldcradle.quantity.language import in_words_of
from tests.documents import piece
from tests.languages.heat_german import SENTENCES


class Spoken(TestCase):
    def reasons(self) -> list[str]:
        heat = plan_stage(piece()).heat
        assert heat is not None
        return [step.why.metric for step in heat.steps]

    def test_a_plan_is_told_in_the_language_of_whoever_reads_it(self) -> None:
        english = self.reasons()
        with in_words_of(SENTENCES):
            german = self.reasons()
        self.assertTrue(any("Wand" in words for words in german), german)
        self.assertFalse(any("Wand" in words for words in english), english)
        self.assertEqual(self.reasons(), english)

    def test_quantities_stand_where_the_other_sentence_wants_them(self) -> None:
        made = say(REASONS["mould"], mould="Gips", rate=show(60.0, "rate"))
        with in_words_of(SENTENCES):
            self.assertEqual(made.metric, "Gips wird nicht gehetzt: 60 °C/h ist üblich.")

    def test_what_has_no_other_sentence_is_said_in_english(self) -> None:
        with in_words_of(SENTENCES):
            self.assertEqual(say("Nothing of the kind.").metric, "Nothing of the kind.")

    def test_ten_sentences_each_with_the_same_places_as_its_own(self) -> None:
        self.assertEqual(len(SENTENCES), 10)
        for english, other in SENTENCES.items():
            self.assertEqual(set(re.findall(r"{(\w+)}", english)), set(re.findall(r"{(\w+)}", other)), english)

    def test_every_reason_that_a_step_may_have_has_its_sentence(self) -> None:
        """By what stands in the code: a reason without one would be a fault in the middle of a plan."""
        from pathlib import Path

        import coldcradle

        used = set()
        for path in Path(coldcradle.__path__[0]).rglob("*.py"):
            used |= set(re.findall(r'because\(\s*"([\w-]+)"', path.read_text("utf-8")))
        used |= {f"load-{key}" for key in StepKey}  # a step of a programme for all, whichever it is
        self.assertGreater(len(used), 18)
        said = set(REASONS) | set(ZONES)
        self.assertEqual(used - said, set())
        self.assertEqual(said - used, {"none"})
