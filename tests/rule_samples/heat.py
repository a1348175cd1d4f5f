"""Samples of the rules of the programme."""

from __future__ import annotations

from tests.rule_samples.sample import RuleSample, at

__all__ = ["SAMPLES"]

_SHELF = {"heat.on": "shelf"}


SAMPLES: tuple[RuleSample, ...] = (
    RuleSample(
        "heat.above-kiln-rating",
        "what the kiln is made for",
        *at("heat.cast_at", "950 °C", "950.2 °C", cradle__material="fibre-board"),
    ),
    RuleSample("heat.above-mould-rating", "what the mould stands", *at("heat.cast_at", "900 °C", "900.2 °C")),
    RuleSample("heat.too-cool-to-flow", "the softening point", *at("heat.cast_at", "665 °C", "664.8 °C")),
    RuleSample(
        "heat.outside-window", "35 K above the window", *at("heat.cast_at", "706.8 °C", "707.4 °C"), "slab", "slump"
    ),
    RuleSample("heat.outside-window", "35 K below it", *at("heat.cast_at", "585.2 °C", "584.4 °C"), "slab", "slump"),
    RuleSample("heat.does-not-fit", "the kiln's inside", *at("cradle.wall", "135.9 mm", "136.1 mm")),
    RuleSample(
        "heat.slower-than-controllers", "half a degree an hour", *at("heat.thick", "136 mm", "137.5 mm"), "slab"
    ),
    RuleSample("heat.very-long", "thirty days", *at("heat.thick", "148 mm", "150 mm", heat__target="gentle"), "slab"),
    RuleSample("heat.nothing-presses", "a kilogram", *at("heat.weight", "1 kg", "0.98 kg", **_SHELF), "slab", "press"),
    RuleSample(
        "heat.beyond-quick",
        "quick and its tolerance",
        *at("heat.own_target", "1.07 MPa", "1.09 MPa", heat__target="own"),
        "slab",
    ),
    RuleSample(
        "heat.strain-left",
        "a tenth over the target",
        *at(
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
        *at(
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
        *at(
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
        *at("glass.charge", "100 g", "150 g"),
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
)
