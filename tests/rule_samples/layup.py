"""Samples of the rules of what lies flat, is filled or is pressed."""

from __future__ import annotations

from tests.rule_samples.sample import RuleSample, at

__all__ = ["SAMPLES"]

SAMPLES: tuple[RuleSample, ...] = (
    RuleSample(
        "layup.ends-thicker",
        "as thin as it shall be",
        *at("layup.to", "4 mm", "2 mm", glass__charge="100 g", layup__weight="3 kg"),
        "flat",
        "press",
    ),
    RuleSample(
        "layup.dots-not-round",
        "heat work for its corners",
        *at("heat.peak_hold", "90 min", "10 min", layup__length="12 mm", layup__layers=[{"thick": "6 mm"}]),
        "flat",
        "full",
    ),
    RuleSample("layup.off-the-shelf", "the shelf itself", *at("layup.length", "399 mm", "401 mm"), "flat", "full"),
    RuleSample(
        "layup.draws-in",
        "three quarters of what free glass seeks",
        *at("layup.layers", [{"thick": "6 mm"}], [{"thick": "3 mm"}]),
        "flat",
        "full",
    ),
    RuleSample(
        "layup.runs-out",
        "the shelf itself",
        *at("glass.charge", "1800 g", "2400 g", glass__rack={"sheet": "9 kg"}),
        "flat",
        "press",
    ),
    RuleSample(
        "layup.runs-too-far",
        "5 % of its size",
        *at("heat.peak_hold", "5 min", "120 min", layup__layers=[{"thick": "40 mm"}], layup__length="150 mm"),
        "flat",
        "polish",
    ),
    RuleSample(
        "layup.neighbours-touch",
        "the room each has",
        *at("glass.charge", "1100 g", "1300 g", layup__pieces=4),
        "flat",
        "press",
    ),
)
