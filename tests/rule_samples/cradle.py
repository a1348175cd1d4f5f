"""Samples of the rules of what is measured and made to hold glass."""

from __future__ import annotations

from tests.rule_samples.sample import RuleSample, at

__all__ = ["SAMPLES"]

_TILT = {"over": "300 mm"}


SAMPLES: tuple[RuleSample, ...] = (
    RuleSample("cradle.starting-sizes", "nobody has measured it", {}, {"cradle.measured": False}),
    RuleSample("cradle.dry-mould", "measured dry", {}, {"cradle.soaked": False}),
    RuleSample("cradle.measures-disagree", "twice both errors", *at("cradle.level.fall", "75.0 mm", "75.1 mm")),
    RuleSample(
        "cradle.wide-vessel",
        "an error a quarter smaller in a narrower one",
        {},
        {"cradle.level": {"bore": "150 mm", "fall": "17.6 mm", "reading": "1.5 mm"}},
    ),
    RuleSample(
        "cradle.leans",
        "a tenth of the depth from side to side",
        {"cradle.tilt": {"rise": "17.7 mm", **_TILT}},
        {"cradle.tilt": {"rise": "17.9 mm", **_TILT}},
    ),
    RuleSample(
        "cradle.spills",
        "the brim",
        {"cradle.tilt": {"rise": "133 mm", **_TILT}},
        {"cradle.tilt": {"rise": "134 mm", **_TILT}},
    ),
    RuleSample(
        "cradle.used-once",
        "one firing of a mould for one",
        *at("cradle.care", {"firings": 0, "single_use": True}, {"firings": 1, "single_use": True}),
    ),
    RuleSample("cradle.not-for-the-kiln", "silicone", {}, {"cradle.material": "silicone"}),
)
