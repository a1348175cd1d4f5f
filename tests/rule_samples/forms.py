"""Samples of the rules of what comes down on a form, over a former, or hangs."""

from __future__ import annotations

from typing import Any

from tests.rule_samples.sample import RuleSample, at

__all__ = ["SAMPLES"]

_BOX = {
    "shape": "box",
    "length": "100 mm",
    "width": "100 mm",
    "height": "100 mm",
    "draft": "0°",
    "corner": "0 mm",
}


def _wave(rise: str) -> dict[str, Any]:
    return {"shape": "wave", "length": "300 mm", "width": "150 mm", "height": rise, "rise": rise, "waves": "2"}


SAMPLES: tuple[RuleSample, ...] = (
    RuleSample(
        "layup.over-the-rim", "half a millimetre over", *at("layup.length", "330.4 mm", "330.6 mm"), "flat", "slump"
    ),
    RuleSample(
        "layup.slides-in", "a twentieth short of the rim", *at("layup.length", "314 mm", "313 mm"), "flat", "slump"
    ),
    RuleSample("layup.falls-through", "the hole itself", *at("layup.length", "121 mm", "120 mm"), "flat", "ring"),
    RuleSample(
        "layup.slips-through",
        "a bowl of the hole and the drop has this area",
        *at("layup.length", "185 mm", "184 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.hits-the-shelf",
        "its own length",
        *at("layup.length", "299 mm", "301 mm", layup__posts="0 mm", layup__lining="0 mm"),
        "flat",
        "drape",
    ),
    RuleSample(
        "layup.near-the-shelf",
        "10 mm above the shelf",
        *at("layup.length", "279 mm", "281 mm", layup__posts="0 mm", layup__lining="0 mm"),
        "flat",
        "drape",
    ),
    RuleSample("layup.nothing-hangs", "the former across", *at("layup.length", "101 mm", "100 mm"), "flat", "drape"),
    RuleSample(
        "layup.wider-than-former", "the former into the kiln", *at("layup.width", "80 mm", "81 mm"), "flat", "bend"
    ),
    RuleSample(
        "layup.may-tip",
        "arms together as wide as the former",
        *at("layup.length", "199 mm", "201 mm"),
        "flat",
        "drape",
    ),
    RuleSample(
        "layup.falls-off",
        "half the former off the middle",
        *at("layup.offset", "49 mm", "50 mm", layup__length="150 mm"),
        "flat",
        "drape",
    ),
    RuleSample(
        "layup.folds",
        "an edge 3 % shorter",
        *at("layup.length", "103 mm", "104 mm", layup__outline="round"),
        "flat",
        "drape",
    ),
    RuleSample(
        "layup.corner-folds",
        "a strip no wider than its former",
        {"cradle.parts": [_BOX], "layup.outline": "oblong", "layup.length": "200 mm", "layup.width": "100 mm"},
        {"cradle.parts": [_BOX], "layup.outline": "oblong", "layup.length": "200 mm", "layup.width": "113 mm"},
        "flat",
        "drape",
    ),
    RuleSample(
        "layup.top-arches",
        "arms that outweigh what lies between them",
        *at("layup.length", "160 mm", "180 mm"),
        "flat",
        "drape",
    ),
    RuleSample("layup.spalls", "stainless", *at("cradle.material", "stainless", "mild-steel"), "flat", "drape"),
    RuleSample("layup.bare-steel", "anything between", *at("layup.lining", "1 mm", "0 mm"), "flat", "drape"),
    RuleSample(
        "layup.off-the-middle", "a fiftieth of the rim", *at("layup.offset", "6.5 mm", "6.7 mm"), "flat", "slump"
    ),
    RuleSample(
        "layup.stays-open",
        "heat work for a held rim",
        *at("heat.peak_hold", "40 min", "1 min", heat__peak_at="640 °C"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.not-followed",
        "a wave too steep to be followed",
        {
            "cradle.parts": [_wave("20 mm")],
            "layup.outline": "oblong",
            "layup.length": "300 mm",
            "layup.width": "150 mm",
        },
        {
            "cradle.parts": [_wave("110 mm")],
            "layup.outline": "oblong",
            "layup.length": "300 mm",
            "layup.width": "150 mm",
        },
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.takes-marks",
        "10^6.6 Pa·s",
        *at("heat.peak_at", "674 °C", "680 °C", heat__peak_hold="40 min"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.foot-width",
        "any width",
        *at("layup.foot_width", "40 mm", "0 mm", layup__foot="20 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.foot-too-high",
        "2 mm of way to drop",
        *at("layup.foot", "57 mm", "58.5 mm", layup__foot_width="40 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.corners-over",
        "the rim on the way to its corners",
        *at("layup.length", "233 mm", "236 mm", layup__outline="square"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.steel-grips",
        "nothing between",
        *at("layup.lining", "1 mm", "0 mm", cradle__material="stainless"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.thins-out",
        "as much as it is thick",
        *at("heat.peak_at", "740 °C", "800 °C", heat__peak_hold="3 h"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.runs-down",
        "a tenth of the form",
        *at("heat.peak_at", "790 °C", "850 °C", heat__peak_hold="3 h"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.rests-on-foot",
        "the window to tack",
        *at("heat.peak_at", "730 °C", "720 °C", layup__foot="20 mm", layup__foot_width="60 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.fuses-to-foot",
        "the window to tack",
        *at("heat.peak_at", "720 °C", "730 °C", layup__foot="20 mm", layup__foot_width="60 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.parts-at-this-heat",
        "its neck parts",
        *at("heat.peak_at", "670 °C", "700 °C"),
        "flat",
        "hang",
    ),
    RuleSample("layup.stands-already", "the floor", *at("layup.length", "298 mm", "300 mm"), "flat", "hang"),
)
