"""Several of a piece alike: what the whole series takes of glass and moulds."""

from __future__ import annotations

import math
import operator
from collections.abc import Iterator

from coldcradle.glass.result import Weighing
from coldcradle.layup.families import LayupResult
from coldcradle.piece.inputs import StageInput
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["series_answer", "series_figure", "series_findings", "series_weighing"]


def _each_kg(laid: LayupResult) -> float:
    return next(f for f in laid.figures if f.key == "charge_mass").value


def series_figure(stage: StageInput, laid: LayupResult) -> Figure | None:
    """New glass for all that a stage makes; None where it makes one."""
    if stage.makes == 1:
        return None
    each = next(f for f in laid.figures if f.key == "charge_mass")
    return derive(
        "series_mass",
        f"Glass for all {stage.makes}",
        "mass",
        operator.mul,
        [
            given("new glass for one", "m", each.value, "mass", each.u),
            given("so many alike", "n", stage.makes, "count"),
        ],
        words="What one takes, as often as it is made.",
        formula="m·n",
        source=published("the plan of one"),
    )


def series_answer(stage: StageInput, laid: LayupResult) -> Message | None:
    """What is said of the glass of a series, after what is said of one."""
    if stage.makes == 1 or _each_kg(laid) <= 0:
        return None
    return say("All {n}: **{all}**.", n=str(stage.makes), all=show(stage.makes * _each_kg(laid), "mass"))


def series_weighing(stage: StageInput, laid: LayupResult) -> list[Weighing]:
    """The line under the list of what is weighed out or cut for one."""
    if stage.makes == 1 or _each_kg(laid) <= 0:
        return []
    name = f"new glass for all {stage.makes}"
    return [Weighing("series", name, show(stage.makes * _each_kg(laid), "mass"))]


def series_findings(stage: StageInput, laid: LayupResult) -> Iterator[Finding]:
    """Whether the rack and the moulds are enough for all of a series."""
    if stage.makes == 1:
        return
    each, have = _each_kg(laid), sum(stage.glass.rack_kg.values())
    need = stage.makes * each
    if each > 0 and have >= each and have < need:
        yield finding(
            "glass.series-short",
            "think",
            "The rack holds glass for {k} of {n}.",
            "{need} are needed for all, {have} are there.",
            k=str(math.floor(have / each)),
            n=str(stage.makes),
            need=show(need, "mass"),
            have=show(have, "mass"),
        )
    owned = stage.cradle.owned
    if owned and owned < stage.makes:
        yield finding(
            "cradle.series-in-rounds",
            "note",
            "{n} in {k} of this mould: {r} firings.",
            "Each firing takes as many as there are moulds. Part the stage, so that each round has its firing.",
            n=str(stage.makes),
            k=str(owned),
            r=str(math.ceil(stage.makes / owned)),
        )
