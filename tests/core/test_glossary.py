"""The words page: each word once, in one sentence of kitchen English, and none that the application does not use."""

import re
import unittest

from coldcradle.report.words import words
from tests.core.test_words import texts


class Glossary(unittest.TestCase):
    def test_there_are_sixty_each_once_and_in_one_short_sentence(self) -> None:
        self.assertGreaterEqual(len(words()), 60)
        seen: set[str] = set()
        for word in words():
            with self.subTest(word.term):
                self.assertFalse({word.term, *word.forms} & seen)
                seen |= {word.term, *word.forms}
                self.assertRegex(word.says, r"^[A-Z].*\.$")
                self.assertEqual(word.says.count("."), 1)
                self.assertLessEqual(len(word.says.split()), 22)
                self.assertNotRegex(word.says.lower(), rf"^{re.escape(word.term)}\b")  # it is not said by itself

    def test_each_is_met_somewhere_in_the_application(self) -> None:
        met = "\n".join(text.lower() for path, text in texts() if path.name != "words.csv")
        for word in words():
            with self.subTest(word.term):
                forms = "|".join(re.escape(form) for form in (word.term, *word.forms))
                self.assertRegex(met, rf"\b(?:{forms})\b")
