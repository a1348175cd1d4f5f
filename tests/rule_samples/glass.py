"""Samples of the rules of glass, rack and mixes."""

from __future__ import annotations

from typing import Any

from tests.rule_samples.sample import RuleSample, at

__all__ = ["SAMPLES"]

_MIX = {
    "glass.mix": {"parts": [{"form": "coarse", "parts": "2"}, {"form": "fine", "parts": "0.9"}], "powder": "5 %"},
    "glass.rack": {"coarse": "5 kg", "fine": "5 kg", "powder": "5 kg"},
}
_LOTS = {"glass.rack.nuggets": "9 kg"}


def _mixed(path: str, good: str, failing: str) -> tuple[dict[str, Any], dict[str, Any]]:
    return {**_MIX, path: good}, {**_MIX, path: failing}


def _kind(**entries: str) -> dict[str, str]:
    return {f"glass.kind.{name}": value for name, value in entries.items()}


SAMPLES: tuple[RuleSample, ...] = (
    RuleSample("glass.not-enough", "what is to be weighed out", *at("glass.rack.nuggets", "810 g", "809.8 g")),
    RuleSample("glass.none-on-rack", "nothing of that form", {}, {"glass.rack": {"powder": "2 kg"}}),
    RuleSample("glass.heap-too-high", "brim and cone", *at("glass.charge", "922.9 g", "923.2 g")),
    RuleSample("glass.runs-over", "the brim", *at("glass.charge", "1322.9 g", "1323.3 g", **_LOTS)),
    RuleSample(
        "glass.above-line", "twice the error above the line", *at("glass.charge", "851.8 g", "852.2 g", **_LOTS)
    ),
    RuleSample("glass.below-line", "twice the error below the line", *at("glass.charge", "868 g", "767.7 g")),
    RuleSample("glass.sandy", "35 % of powder and fine grain", *_mixed("glass.mix.parts.1.parts", "0.92", "0.94")),
    RuleSample("glass.odd-powder", "1 % of the frit", *_mixed("glass.mix.powder", "1 %", "0.98 %")),
    RuleSample("glass.odd-powder", "15 % of the frit", *_mixed("glass.mix.powder", "15 %", "15.1 %")),
    RuleSample("glass.powder-off", "a tenth off", *_mixed("glass.mix.powder_weighed", "42.3 g", "42.6 g")),
    RuleSample("glass.slipped-decimal", "nearly ten times off", *_mixed("glass.mix.powder_weighed", "343 g", "385 g")),
    RuleSample("glass.points-disagree", "15 K at the strain point", _kind(strain="435.8 °C"), _kind(strain="435.4 °C")),
    RuleSample(
        "glass.points-disagree",
        "155 K from annealing to softening",
        _kind(softening="635 °C", strain="457 °C"),
        _kind(softening="634.8 °C", strain="457 °C"),
    ),
    RuleSample("glass.not-for-food", "lead", {}, {"glass.kind.lead": True}),
    RuleSample("glass.unknown", "no expansion", {}, {"glass.kind.expansion": ""}),
    RuleSample("glass.none-to-cut", "nothing on the rack", *at("glass.rack", {"sheet": "1 g"}, {}), "flat", "slump"),
    RuleSample(
        "glass.too-little-to-cut",
        "what the blank weighs",
        *at("glass.rack", {"sheet": "1.35 kg"}, {"sheet": "1.2 kg"}),
        "flat",
        "slump",
    ),
    RuleSample(
        "glass.pile-too-small",
        "what the pile weighs",
        *at("glass.rack", {"coarse": "100 g"}, {"coarse": "99 g"}, glass__charge="100 g"),
        "flat",
        "press",
    ),
)
