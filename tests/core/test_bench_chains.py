"""Made-up chains of firings and steps: whatever is told, weight is kept and what cannot be is said in words."""

from __future__ import annotations

import random
from typing import Any
from unittest import TestCase

from coldcradle.errors import ColdCradleError
from tests.core.bench import bar, disc, made, step
from tests.staged import stage

_LENGTHS = ("0 mm", "0.1 mm", "1 mm", "5 mm", "50 mm", "99.9 mm", "100 mm", "200 mm", "250 mm", "1 m", "3 m")
_FIRINGS = ("slump", "tack", "full", "ring", "drape", "press", "polish", "lift", "sink", "hang")
_CHAINS = 40


class Chance:
    """A step of a kind by chance, odd sizes among them."""

    def __init__(self, seed: int) -> None:
        self.of = random.Random(seed)  # the same cases each time

    def length(self) -> str:
        return self.of.choice(_LENGTHS)

    def cut(self) -> dict[str, Any]:
        def line() -> dict[str, Any]:
            told = {"way": self.of.choice(["across", "along", "round"]), "at": self.length()}
            return told | ({"end": self.length()} if self.of.random() < 0.3 else {})

        parts = [
            {
                "letter": self.of.choice("abcx"),
                "is_off_cut": self.of.random() < 0.4,
                "is_mirrored": self.of.random() < 0.5,
                "quarters": self.of.randint(0, 3),
            }
            for _ in range(self.of.randint(0, 3))
        ]
        lines = [line() for _ in range(self.of.randint(0, 5))]
        return {"by": self.of.choice(["saw", "score"]), "lines": lines, "parts": parts}

    def grind(self) -> dict[str, Any]:
        place = self.of.choice(["face", "faces", "edges", "foot", "point"])
        return {"place": place, "off": self.of.choice(["0 mm", "1 mm", "40 mm"])}

    def drill(self) -> dict[str, Any]:
        def hole() -> dict[str, Any]:
            return {
                "x": self.of.choice(["", "-"]) + self.length(),
                "y": self.length(),
                "across": self.of.choice(["0.5 mm", "10 mm", "1 m"]),
            }

        return {"holes": [hole() for _ in range(self.of.randint(0, 4))]}

    def blast(self) -> dict[str, Any]:
        return {"depth": self.of.choice(["0 mm", "2 mm", "100 mm"]), "share": self.of.choice(["0 %", "100 %"])}

    def paint(self) -> dict[str, Any]:
        return {"face": self.of.choice(["top", "under", "both"])}

    def glue(self) -> dict[str, Any]:
        return {"onto": self.of.choice(["base", "hook", "tube", "bumper"]), "high": self.of.choice(["0 mm", "1 m"])}

    def wash(self) -> dict[str, Any]:
        return {"what": self.of.choice(["dust", "release", "plaster"])}

    def chain(self) -> list[dict[str, Any]]:
        first = self.of.choice([bar(), disc(), disc("5 mm", "1 mm"), stage("ring", key="s0"), stage("cast", key="s0")])
        nodes, before = [first], "s0"
        for k in range(self.of.randint(1, 4)):
            does = self.of.choice(["cut", "grind", "drill", "blast", "paint", "glue", "wash"])
            letter = self.of.choice(["", ".a", ".b", ".z"]) if before != "s0" else ""
            nodes.append(
                step(does, key=f"b{k}", takes=before + letter, count=self.of.choice([1, 2]), **getattr(self, does)())
            )
            before = f"b{k}"
        later = stage(self.of.choice(_FIRINGS), takes=1)
        later["takes"] = [{"from": before, "count": self.of.choice([1, 2])}]
        later["layup"]["several"] = self.of.choice(["auto", "end", "side"])
        return [*nodes, later]


class Chains(TestCase):
    def test_weight_is_kept_and_what_cannot_be_is_words(self) -> None:
        planned = 0
        for seed in range(_CHAINS):
            with self.subTest(seed=seed):
                try:
                    found = made(*Chance(seed).chain())
                except ColdCradleError:
                    continue
                planned += 1
                for one in found.bench:
                    book = one.ledger
                    gone = book.off_cut_kg + book.kerf_kg + book.ground_kg
                    self.assertAlmostEqual(book.in_kg + book.added_kg, book.out_kg + gone, places=9)
                    self.assertGreaterEqual(min(book.out_kg, gone), -1e-9)
                    for part in one.parts:
                        self.assertGreater(min(part.outcome.length_m, part.outcome.thickness_m), 0)
        self.assertGreater(planned, _CHAINS // 2)
