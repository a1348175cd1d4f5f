"""Sums of what keeps glass from sticking: how much of it, and how many firings are left in it."""

from __future__ import annotations

import math
from datetime import date

from coldcradle.cradle.release import Coat, check_release, releases
from coldcradle.quantity.format import plural, say, show
from coldcradle.report.figure import PRACTICE, derive, given
from coldcradle.report.finding import Finding, finding
from coldcradle.sums.sum import SHAPE, Field, Result, Sum, Values, area_m2

_COAT_M = 0.00012  # one brushed coat, wet; common practice, no source
_BRUSHED = tuple((r.key, r.name) for r in releases().values() if r.coats > 1)


def _release(values: Values) -> Result:
    kind = releases()[values.words["release"]]
    coats, firings, peak_c = round(values["coats"]), round(values["firings"]), values["peak"]
    volume = derive(
        "wash_volume",
        "To mix",
        "volume",
        lambda *sides: math.prod(sides),
        [
            given("area", "A", area_m2(values), "area"),
            given("coats", "n", float(coats), "count"),
            given("one coat, wet", "d", _COAT_M, "length", 0.25 * _COAT_M),
        ],
        words="So many brushed coats over the whole face, each as thick as a brush leaves it.",
        formula="A·n·d",
        source=PRACTICE,
    )
    new = Coat(
        kind=kind.key, coats=coats, on=date.min, rated_c=kind.rated_c, firings=firings, dry_after_h=kind.drying_h
    )
    findings: list[Finding] = [
        finding(
            f"cradle.{worn.key}",
            worn.severity,
            worn.says,
            worn.reason,
            **({"t": show(peak_c, "temperature"), "rated": show(worn.rated_c, "temperature")} if worn.rated_c else {}),
        )
        for worn in check_release([new], highest_c=peak_c)
    ]
    left = max(0, max(kind.lasts, 1) - firings) if peak_c <= kind.rated_c else 0
    told = (
        f"**{plural(left, 'firing')}** left in it" if left else "**No firing** left in it: brush it off and coat again"
    )
    return Result(
        answer=say(told + "; mix **{v}** for {n}, and let each dry.", v=volume.shown, n=plural(coats, "coat")),
        figures=[volume],
        findings=findings,
        cautions=["Release is dust until it is wet, and again when it comes off: respirator, wet clean-up."],
    )


RELEASE_SUMS = (
    Sum(
        key="release",
        name="How long a release lasts",
        station="cradle",
        says="How much release a face takes, and how many firings are left in what is on it.",
        fields=(
            Field(key="release", label="Release", kind="choice", default=_BRUSHED[0][0], choices=_BRUSHED),
            *SHAPE,
            Field(key="coats", label="Coats", kind="count", default="4", low=1.0, high=40.0),
            Field(key="peak", label="Fired up to", kind="temperature", default="800 °C", low=20.0, high=1400.0),
            Field(key="firings", label="Firings it has seen", kind="count", default="0", high=1000.0),
        ),
        work=_release,
    ),
)
