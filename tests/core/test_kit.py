"""The front end's kit is the only place for what pages must not each do in their own way."""

import re
import unittest
from pathlib import Path

SRC = Path(__file__).resolve().parents[2] / "web" / "src"
SIZES = {f"var(--f{size})" for size in range(1, 7)}
BREAKS = {"30em", "45em", "45.01em", "56em"}
NATIVE = re.compile(r"<(button|input|select|textarea|details|summary|dialog)\b")


def _sources(*kinds: str) -> list[tuple[str, str]]:
    found = [path for path in sorted(SRC.rglob("*")) if path.suffix in kinds and path.name != "schema.ts"]
    return [(str(path.relative_to(SRC)), path.read_text("utf-8")) for path in found]


def _styles(name: str, text: str) -> str:
    return text if name.endswith(".css") else "\n".join(re.findall(r"<style[^>]*>(.*?)</style>", text, re.S))


class KitTest(unittest.TestCase):
    def _finds(self, pattern: re.Pattern[str], sources: list[tuple[str, str]]) -> list[str]:
        return [f"{name}: {match.group(0)}" for name, text in sources for match in pattern.finditer(text)]

    def test_nothing_outside_tries_asks_for_keys_or_has_a_control_of_its_own(self) -> None:
        outside = [(n, t) for n, t in _sources(".vue", ".ts") if not n.startswith(("kit/", "api/"))]
        self.assertGreater(len(outside), 150)
        templates = [(n, t.split("<style")[0]) for n, t in outside if n.endswith(".vue")]
        self.assertEqual(self._finds(re.compile(r"\btry \{"), outside), [])
        self.assertEqual(self._finds(re.compile(r"queryKey: \[|useQueryClient\("), outside), [])
        self.assertEqual(self._finds(NATIVE, templates), [])

    def test_styles_are_made_of_tokens(self) -> None:
        for name, text in _sources(".vue", ".css"):
            if name in {"theme/tokens.css"}:
                continue
            with self.subTest(name):
                styles = _styles(name, text)
                media = re.findall(r"@media \([a-z-]+: ([\d.]+\w+)\)", styles)
                self.assertLessEqual(set(media), BREAKS)
                self.assertEqual(re.findall(r"[\d.]+px", styles), [])
                sizes = set(re.findall(r"font-size: ([^;]+);", styles))
                self.assertLessEqual({s for s in sizes if not s.endswith("pt")}, SIZES)

    def test_a_rule_of_the_kit_is_written_nowhere_else(self) -> None:
        rule = re.compile(r"^([^\n@{}/]+) \{\n((?:  [^\n{}]+\n)+)\}", re.M)
        known = set(rule.findall((SRC / "kit" / "kit.css").read_text("utf-8")))
        self.assertGreater(len(known), 8)
        for name, text in _sources(".vue", ".css"):
            if name != "kit/kit.css":
                self.assertEqual(known & set(rule.findall(_styles(name, text))), set(), name)
