"""Samples of every check: what it finds on this side of its edge, and on the other. The base test runs them all."""

from __future__ import annotations

from typing import Any, NamedTuple

__all__ = ["SAMPLES", "CheckSample"]


class CheckSample(NamedTuple):
    """Changes to what a new stage of `process` begins with, by dotted path, and the word found; "" where the check
    does not apply.
    """

    rule: str
    process: str
    good: dict[str, Any]
    good_word: str
    failing: dict[str, Any]
    failing_word: str
    failing_process: str = ""


def _coat(kind: str, coats: int, firings: int = 0) -> dict[str, Any]:
    return {"cradle.care": {"release": [{"kind": kind, "coats": coats, "on": "2026-11-01", "firings": firings}]}}


_PLASTER = {"cradle.material": "plaster-silica", "cradle.wall": "20 mm"}

SAMPLES: tuple[CheckSample, ...] = (
    CheckSample("before.plan-stands", "full", {}, "think", {"glass.rack": {"sheet": "1 g"}}, "stop"),
    CheckSample("before.release-rated", "slump", _coat("boron-nitride", 3), "good", _coat("boron-nitride", 2), "think"),
    CheckSample("before.release-rated", "full", _coat("kiln-wash", 4), "good", _coat("low-wash", 3), "stop"),
    CheckSample(
        "before.release-rated", "slump", _coat("boron-nitride", 3), "good", _coat("boron-nitride", 3, 1), "think"
    ),
    CheckSample(
        "before.former-metal",
        "drape",
        {"layup.lining": "3 mm"},
        "good",
        {"cradle.material": "mild-steel", "layup.lining": "3 mm"},
        "stop",
    ),
    CheckSample("before.former-metal", "drape", {"layup.lining": "1 mm"}, "good", {"layup.lining": "0 mm"}, "stop"),
    CheckSample("before.press-paper", "press", {}, "good", {"layup.lining": "1 mm"}, "stop"),
    CheckSample(
        "before.level-measured",
        "slump",
        {"cradle.tilt": {"rise": "1 mm", "over": "300 mm"}},
        "good",
        {"cradle.tilt": {"rise": "2 mm", "over": "300 mm"}},
        "think",
    ),
    CheckSample("before.elements-clear", "slump", {"layup.posts": "0 mm"}, "good", {"layup.posts": "390 mm"}, "stop"),
    CheckSample(
        "before.kiln-rated", "full", {"heat.kiln.highest": "820 °C"}, "good", {"heat.kiln.highest": "790 °C"}, "stop"
    ),
    CheckSample("before.glass-there", "full", {}, "good", {"glass.rack": {"sheet": "1 g"}}, "stop"),
    CheckSample("before.glass-there", "full", {"glass.rack": {"sheet": "1 g"}}, "stop", {"glass.rack": {}}, "think"),
    CheckSample("before.release-fresh", "hang", {}, "", {}, "open", "slump"),
    CheckSample("before.press-washed", "full", {}, "", {}, "open", "press"),
    CheckSample("before.press-posts", "full", {}, "", {}, "open", "press"),
    CheckSample("before.hot-hands", "tack", {}, "", {"layup.hot": [{"does": "fold"}]}, "open"),
    CheckSample("before.hot-hands", "full", {}, "", {}, "open", "lift"),
    CheckSample("before.mould-state", "slump", {}, "", _PLASTER, "open"),
    CheckSample("before.vents-open", "ring", {}, "", {}, "open", "slump"),
    CheckSample("before.vent-plug", "slump", {}, "", {"layup.lining": "1 mm"}, "open"),
    CheckSample("before.shelf-level", "slump", {"cradle.tilt": {"rise": "1 mm", "over": "300 mm"}}, "", {}, "open"),
    CheckSample("before.posts-firm", "drape", {"layup.posts": "0 mm"}, "", {"layup.posts": "50 mm"}, "open"),
    CheckSample("before.frozen-laid", "stick", {"glass.form": "fine"}, "", {"glass.form": "powder"}, "open"),
    CheckSample("before.opal-powder", "stick", {"glass.form": "fine"}, "", {"glass.form": "powder"}, "open"),
    CheckSample("before.colour-clear", "full", {}, "", {}, "open", "frit"),
    CheckSample("before.coated-face", "press", {}, "", {}, "open", "slump"),
    CheckSample("before.blank-centred", "full", {}, "", {}, "open", "slump"),
    CheckSample("before.bend-line", "drape", {}, "", {}, "open", "bend"),
    CheckSample("before.wire-tight", "slump", {}, "", {}, "open", "hang"),
    CheckSample("before.dust-wet", "slump", {}, "", {}, "open", "frit"),
)
