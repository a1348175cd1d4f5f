"""Figures can be read with dusty glasses: every ink on every ground at contrast AAA, in both themes."""

import re
import unittest
from pathlib import Path

BASE = (Path(__file__).resolve().parents[2] / "web" / "src" / "theme" / "base.css").read_text("utf-8")
INKS, GROUNDS = ("ink", "ink-soft", "ink-quiet"), ("chalk", "sheet")
AAA, AA = 7.0, 4.5  # WCAG 2.2, success criteria 1.4.6 and 1.4.3


def _themes() -> dict[str, dict[str, str]]:
    light, dark = BASE.split(":root.dark {")
    colours = re.compile(r"--([a-z-]+): (#[0-9a-f]{6});")
    return {"light": dict(colours.findall(light)), "dark": dict(colours.findall(dark.split("}")[0]))}


def _luminance(colour: str) -> float:
    """Relative luminance, WCAG 2.2."""
    parts = [int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5)]
    red, green, blue = (c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in parts)
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(one: str, other: str) -> float:
    """The ratio of two colours, WCAG 2.2."""
    high, low = sorted((_luminance(one), _luminance(other)), reverse=True)
    return (high + 0.05) / (low + 0.05)


class Contrast(unittest.TestCase):
    def test_the_formula_gives_the_published_ratios(self) -> None:
        self.assertAlmostEqual(contrast("#000000", "#ffffff"), 21.0, places=6)
        self.assertAlmostEqual(contrast("#767676", "#ffffff"), 4.54, places=2)  # WCAG technique G18's grey

    def test_every_ink_is_read_on_every_ground(self) -> None:
        for name, theme in _themes().items():
            for ink in INKS:
                for ground in GROUNDS:
                    with self.subTest(f"{name}: {ink} on {ground}"):
                        self.assertGreaterEqual(contrast(theme[ink], theme[ground]), AAA)
            for ink in ("ember-text", "glass-deep", "note"):
                for ground in GROUNDS:
                    with self.subTest(f"{name}: {ink} on {ground}"):
                        self.assertGreaterEqual(contrast(theme[ink], theme[ground]), AA)
