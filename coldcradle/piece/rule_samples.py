"""Samples of every rule that may speak of a plan: where its edge lies, what stays silent just on this side of it, and
what
does not just on the other. The base test runs them all, and refuses a rule without samples."""

from __future__ import annotations

from typing import Any, NamedTuple

__all__ = ["SAMPLES", "RuleSample"]


class RuleSample(NamedTuple):
    """Changes to a base document (prism, slab, or flat: what a new stage begins with) under a stage, by dotted path.

    `process` is what is done.
    """

    rule: str
    edge: str
    good: dict[str, Any]
    failing: dict[str, Any]
    base: str = "prism"
    process: str = "cast"


_MIX = {
    "glass.mix": {"parts": [{"form": "coarse", "parts": "2"}, {"form": "fine", "parts": "0.9"}], "powder": "5 %"},
    "glass.rack": {"coarse": "5 kg", "fine": "5 kg", "powder": "5 kg"},
}
_TILT = {"over": "300 mm"}
_COAT = {"kind": "boron-nitride", "coats": 3, "on": "2026-11-01", "firings": 0}
_BOX = {
    "shape": "box",
    "length": "100 mm",
    "width": "100 mm",
    "height": "100 mm",
    "draft": "0°",
    "corner": "0 mm",
}
_SHELF = {"heat.on": "shelf"}
_LOTS = {"glass.rack.nuggets": "9 kg"}


def _at(path: str, good: Any, failing: Any, **more: Any) -> tuple[dict[str, Any], dict[str, Any]]:
    """One entry on both sides of an edge, the rest alike."""
    rest = {key.replace("__", "."): value for key, value in more.items()}
    return {**rest, path: good}, {**rest, path: failing}


def _wave(rise: str) -> dict[str, Any]:
    return {"shape": "wave", "length": "300 mm", "width": "150 mm", "height": rise, "rise": rise, "waves": "2"}


def _mixed(path: str, good: str, failing: str) -> tuple[dict[str, Any], dict[str, Any]]:
    return {**_MIX, path: good}, {**_MIX, path: failing}


def _kind(**entries: str) -> dict[str, str]:
    return {f"glass.kind.{name}": value for name, value in entries.items()}


SAMPLES: tuple[RuleSample, ...] = (
    RuleSample("cradle.starting-sizes", "nobody has measured it", {}, {"cradle.measured": False}),
    RuleSample("cradle.dry-mould", "measured dry", {}, {"cradle.soaked": False}),
    RuleSample("cradle.measures-disagree", "twice both errors", *_at("cradle.level.fall", "75.0 mm", "75.1 mm")),
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
        *_at("cradle.care", {"firings": 0, "single_use": True}, {"firings": 1, "single_use": True}),
    ),
    RuleSample("cradle.not-for-the-kiln", "silicone", {}, {"cradle.material": "silicone"}),
    RuleSample("glass.not-enough", "what is to be weighed out", *_at("glass.rack.nuggets", "810 g", "809.8 g")),
    RuleSample("glass.none-on-rack", "nothing of that form", {}, {"glass.rack": {"powder": "2 kg"}}),
    RuleSample("glass.heap-too-high", "brim and cone", *_at("glass.charge", "922.9 g", "923.2 g")),
    RuleSample("glass.runs-over", "the brim", *_at("glass.charge", "1322.9 g", "1323.3 g", **_LOTS)),
    RuleSample(
        "glass.above-line", "twice the error above the line", *_at("glass.charge", "851.8 g", "852.2 g", **_LOTS)
    ),
    RuleSample("glass.below-line", "twice the error below the line", *_at("glass.charge", "868 g", "767.7 g")),
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
    RuleSample(
        "heat.above-kiln-rating",
        "what the kiln is made for",
        *_at("heat.cast_at", "950 °C", "950.2 °C", cradle__material="fibre-board"),
    ),
    RuleSample("heat.above-mould-rating", "what the mould stands", *_at("heat.cast_at", "900 °C", "900.2 °C")),
    RuleSample("heat.too-cool-to-flow", "the softening point", *_at("heat.cast_at", "665 °C", "664.8 °C")),
    RuleSample(
        "heat.outside-window", "35 K above the window", *_at("heat.cast_at", "706.8 °C", "707.4 °C"), "slab", "slump"
    ),
    RuleSample("heat.outside-window", "35 K below it", *_at("heat.cast_at", "585.2 °C", "584.4 °C"), "slab", "slump"),
    RuleSample("heat.does-not-fit", "the kiln's inside", *_at("cradle.wall", "135.9 mm", "136.1 mm")),
    RuleSample(
        "heat.slower-than-controllers", "half a degree an hour", *_at("heat.thick", "136 mm", "137.5 mm"), "slab"
    ),
    RuleSample("heat.very-long", "thirty days", *_at("heat.thick", "148 mm", "150 mm", heat__target="gentle"), "slab"),
    RuleSample("heat.nothing-presses", "a kilogram", *_at("heat.weight", "1 kg", "0.98 kg", **_SHELF), "slab", "press"),
    RuleSample(
        "heat.beyond-quick",
        "quick and its tolerance",
        *_at("heat.own_target", "1.07 MPa", "1.09 MPa", heat__target="own"),
        "slab",
    ),
    RuleSample(
        "heat.strain-left",
        "a tenth over the target",
        *_at(
            "heat.own_steps",
            {"anneal": {"rate": "18 °C/h"}},
            {"anneal": {"rate": "26 °C/h"}},
            heat__thick="25 mm",
            cradle__parts__0__height="25 mm",
        ),
        "slab",
        "full",
    ),
    RuleSample(
        "heat.warms-too-fast",
        "3 % over 2.5 MPa",
        *_at(
            "heat.own_steps",
            {"warm": {"rate": "160 °C/h"}},
            {"warm": {"rate": "420 °C/h"}},
            heat__thick="12 mm",
            heat__leaves="held",
            **_SHELF,
        ),
        "slab",
        "polish",
    ),
    RuleSample(
        "heat.cools-too-fast",
        "3 % over 2.5 MPa",
        *_at(
            "heat.own_steps",
            {"last": {"rate": "22 °C/h"}},
            {"last": {"rate": "60 °C/h"}},
            heat__thick="60 mm",
            cradle__parts__0__height="60 mm",
        ),
        "slab",
        "full",
    ),
    RuleSample(
        "heat.movement-disagrees",
        "20 K off the window",
        *_at("glass.charge", "100 g", "150 g"),
        "flat",
        "press",
    ),
    RuleSample(
        "heat.kiln-cannot",
        "where full power rests",
        {},
        {"heat.kiln.rise": "70 h", "heat.kiln.fall": "2 h", "heat.kiln.power": "1 kW", "heat.cast_at": "880 °C"},
    ),
    RuleSample(
        "heat.zone",
        "off the middle",
        {"heat.kiln.zones": [{"name": "door", "offset": "0 K"}], "heat.place": "door"},
        {"heat.kiln.zones": [{"name": "door", "offset": "-1 K"}], "heat.place": "door"},
    ),
    RuleSample(
        "heat.asleep",
        "waking hours",
        {"heat.starts_at": "2026-11-23T08:00"},
        {"heat.starts_at": "2026-11-23T20:00"},
        "slab",
        "ring",
    ),
    RuleSample(
        "heat.opens-at-night",
        "seven in the morning",
        {"heat.starts_at": "2026-11-30T07:02", "heat.ready_by": True},
        {"heat.starts_at": "2026-11-30T06:58", "heat.ready_by": True},
    ),
    RuleSample(
        "heat.kiln-cannot-follow",
        "5 min and 2 % late",
        {"heat.own_steps": {"cast": {"rate": "60 °C/h"}}},
        {"heat.own_steps": {"cast": {"rate": "900 °C/h"}}},
    ),
    RuleSample(
        "layup.over-the-rim", "half a millimetre over", *_at("layup.length", "330.4 mm", "330.6 mm"), "flat", "slump"
    ),
    RuleSample(
        "layup.slides-in", "a twentieth short of the rim", *_at("layup.length", "314 mm", "313 mm"), "flat", "slump"
    ),
    RuleSample("layup.falls-through", "the hole itself", *_at("layup.length", "121 mm", "120 mm"), "flat", "ring"),
    RuleSample(
        "layup.slips-through",
        "a bowl of the hole and the drop has this area",
        *_at("layup.length", "185 mm", "184 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.hits-the-shelf",
        "its own length",
        *_at("layup.length", "299 mm", "301 mm", layup__posts="0 mm", layup__lining="0 mm"),
        "flat",
        "drape",
    ),
    RuleSample(
        "layup.near-the-shelf",
        "10 mm above the shelf",
        *_at("layup.length", "279 mm", "281 mm", layup__posts="0 mm", layup__lining="0 mm"),
        "flat",
        "drape",
    ),
    RuleSample("layup.nothing-hangs", "the former across", *_at("layup.length", "101 mm", "100 mm"), "flat", "drape"),
    RuleSample(
        "layup.wider-than-former", "the former into the kiln", *_at("layup.width", "80 mm", "81 mm"), "flat", "bend"
    ),
    RuleSample(
        "layup.may-tip",
        "arms together as wide as the former",
        *_at("layup.length", "199 mm", "201 mm"),
        "flat",
        "drape",
    ),
    RuleSample(
        "layup.falls-off",
        "half the former off the middle",
        *_at("layup.offset", "49 mm", "50 mm", layup__length="150 mm"),
        "flat",
        "drape",
    ),
    RuleSample(
        "layup.folds",
        "an edge 3 % shorter",
        *_at("layup.length", "103 mm", "104 mm", layup__outline="round"),
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
        *_at("layup.length", "160 mm", "180 mm"),
        "flat",
        "drape",
    ),
    RuleSample("layup.spalls", "stainless", *_at("cradle.material", "stainless", "mild-steel"), "flat", "drape"),
    RuleSample("layup.bare-steel", "anything between", *_at("layup.lining", "1 mm", "0 mm"), "flat", "drape"),
    RuleSample(
        "layup.off-the-middle", "a fiftieth of the rim", *_at("layup.offset", "6.5 mm", "6.7 mm"), "flat", "slump"
    ),
    RuleSample(
        "layup.stays-open",
        "heat work for a held rim",
        *_at("heat.peak_hold", "40 min", "1 min", heat__peak_at="640 °C"),
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
        *_at("heat.peak_at", "674 °C", "680 °C", heat__peak_hold="40 min"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.ends-thicker",
        "as thin as it shall be",
        *_at("layup.to", "4 mm", "2 mm", glass__charge="100 g", layup__weight="3 kg"),
        "flat",
        "press",
    ),
    RuleSample(
        "layup.dots-not-round",
        "heat work for its corners",
        *_at("heat.peak_hold", "90 min", "10 min", layup__length="12 mm", layup__layers=[{"thick": "6 mm"}]),
        "flat",
        "full",
    ),
    RuleSample(
        "layup.foot-width",
        "any width",
        *_at("layup.foot_width", "40 mm", "0 mm", layup__foot="20 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.foot-too-high",
        "2 mm of way to drop",
        *_at("layup.foot", "57 mm", "58.5 mm", layup__foot_width="40 mm"),
        "flat",
        "ring",
    ),
    RuleSample("layup.off-the-shelf", "the shelf itself", *_at("layup.length", "399 mm", "401 mm"), "flat", "full"),
    RuleSample(
        "layup.draws-in",
        "three quarters of what free glass seeks",
        *_at("layup.layers", [{"thick": "6 mm"}], [{"thick": "3 mm"}]),
        "flat",
        "full",
    ),
    RuleSample(
        "layup.runs-out",
        "the shelf itself",
        *_at("glass.charge", "1800 g", "2400 g", glass__rack={"sheet": "9 kg"}),
        "flat",
        "press",
    ),
    RuleSample(
        "layup.corners-over",
        "the rim on the way to its corners",
        *_at("layup.length", "233 mm", "236 mm", layup__outline="square"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.steel-grips",
        "nothing between",
        *_at("layup.lining", "1 mm", "0 mm", cradle__material="stainless"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.thins-out",
        "as much as it is thick",
        *_at("heat.peak_at", "740 °C", "800 °C", heat__peak_hold="3 h"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.runs-down",
        "a tenth of the form",
        *_at("heat.peak_at", "790 °C", "850 °C", heat__peak_hold="3 h"),
        "flat",
        "slump",
    ),
    RuleSample(
        "layup.rests-on-foot",
        "the window to tack",
        *_at("heat.peak_at", "730 °C", "720 °C", layup__foot="20 mm", layup__foot_width="60 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.fuses-to-foot",
        "the window to tack",
        *_at("heat.peak_at", "720 °C", "730 °C", layup__foot="20 mm", layup__foot_width="60 mm"),
        "flat",
        "ring",
    ),
    RuleSample(
        "layup.parts-at-this-heat",
        "its neck parts",
        *_at("heat.peak_at", "670 °C", "700 °C"),
        "flat",
        "hang",
    ),
    RuleSample(
        "layup.runs-too-far",
        "5 % of its size",
        *_at("heat.peak_hold", "5 min", "120 min", layup__layers=[{"thick": "40 mm"}], layup__length="150 mm"),
        "flat",
        "polish",
    ),
    RuleSample(
        "layup.neighbours-touch",
        "the room each has",
        *_at("glass.charge", "1100 g", "1300 g", layup__pieces=4),
        "flat",
        "press",
    ),
    RuleSample("layup.stands-already", "the floor", *_at("layup.length", "298 mm", "300 mm"), "flat", "hang"),
    RuleSample("glass.none-to-cut", "nothing on the rack", *_at("glass.rack", {"sheet": "1 g"}, {}), "flat", "slump"),
    RuleSample(
        "glass.too-little-to-cut",
        "what the blank weighs",
        *_at("glass.rack", {"sheet": "1.35 kg"}, {"sheet": "1.2 kg"}),
        "flat",
        "slump",
    ),
    RuleSample(
        "glass.pile-too-small",
        "what the pile weighs",
        *_at("glass.rack", {"coarse": "100 g"}, {"coarse": "99 g"}, glass__charge="100 g"),
        "flat",
        "press",
    ),
)
