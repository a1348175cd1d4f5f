"""What is unwise about how a cradle was measured."""

from __future__ import annotations

import math
from collections.abc import Iterator

from coldcradle.cradle.inputs import CradleInput
from coldcradle.cradle.measurement import Measurement
from coldcradle.cradle.methods import Method
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["cradle_findings", "sizes_findings"]


def sizes_findings(cradle: CradleInput) -> Iterator[Finding]:
    """Whether anybody has measured it."""
    if not cradle.measured:
        yield finding(
            "cradle.starting-sizes",
            "think",
            "These are starting sizes. Measure your own cradle.",
            "Every weight and time below follows from them.",
        )


def cradle_findings(cradle: CradleInput, measured: Measurement) -> Iterator[Finding]:
    """Findings of a room that was measured to be filled."""
    yield from sizes_findings(cradle)
    if cradle.method in ("level", "drained", "trial") and not cradle.soaked:
        yield finding(
            "cradle.dry-mould",
            "think",
            "The mould was dry, so {v} is too much rather than too little.",
            "A dry wall drinks water, and what it drinks is counted as room. Soak it and measure again.",
            v=measured.chosen.shown,
        )
    if cradle.measured:
        yield from _disagree(measured)


def _disagree(measured: Measurement) -> Iterator[Finding]:
    """The way that lies furthest from the one that counts, when both errors do not explain it."""
    others = [way for way in measured.ways if way.figure is not measured.chosen]
    far = [
        way
        for way in others
        if abs(way.figure.value - measured.chosen.value) > 2 * math.hypot(way.figure.u, measured.chosen.u)
    ]
    if not far:
        return
    worst = max(far, key=lambda way: abs(way.figure.value - measured.chosen.value))
    yield finding(
        "cradle.measures-disagree",
        "think",
        "Two ways of measuring are {gap} apart.",
        "That is more than both errors explain: {a} against {b} "
        + Method(worst.method).label
        + ". Measure again before weighing glass.",
        gap=show(abs(worst.figure.value - measured.chosen.value), "volume"),
        a=measured.chosen.shown,
        b=worst.figure.shown,
    )
