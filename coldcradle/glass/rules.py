"""What is unwise about glasses that share a piece, and about the recipe they go in by."""

from __future__ import annotations

from collections.abc import Iterator

from coldcradle.glass.compatibility import check_pair
from coldcradle.glass.inputs import GlassInput
from coldcradle.glass.mix import SANDY_SHARE, Mix, check_powder, question_powder
from coldcradle.glass.points import check_points
from coldcradle.quantity.format import show
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Finding, finding

__all__ = ["glass_findings"]


def glass_findings(glass: GlassInput, *, charge: Figure, main_kg: float) -> Iterator[Finding]:
    """Glasses that share a piece, and the recipe they go in by."""
    if sum(extra.mass_kg for extra in glass.extras) > charge.value:
        yield finding(
            "glass.extras-exceed",
            "stop",
            "The other glasses weigh more than the whole charge of {m}.",
            "Take some of them out, or fill the cradle higher.",
            m=charge.shown,
        )
    for kind in {k.key: k for k in (glass.kind, *(e.kind for e in glass.extras))}.values():
        if (judged := check_points(kind)) is not None:
            yield judged
    if glass.kind.is_unknown and (judged := check_pair(glass.kind, glass.kind)):
        yield judged
    seen = set()
    for extra in glass.extras:
        judged = check_pair(glass.kind, extra.kind)
        if judged is not None and judged.says not in seen:
            seen.add(judged.says)
            yield judged
    if glass.mix is not None:
        yield from _mix(glass.mix, main_kg)
    if glass.kind.lead:
        yield finding(
            "glass.not-for-food",
            "note",
            "This glass holds lead: not for food or drink.",
            "Lead can leave the glass into what is eaten or drunk from it.",
        )


def _mix(mix: Mix, main_kg: float) -> Iterator[Finding]:
    """Slips in a recipe."""
    if mix.powder_weighed_kg is not None:
        slip = check_powder(frit_kg=main_kg / (1 + mix.powder), powder=mix.powder, weighed_kg=mix.powder_weighed_kg)
        if slip is not None:
            yield slip
    if (odd := question_powder(mix.powder)) is not None:
        yield odd
    if mix.fine_share > SANDY_SHARE:
        yield finding(
            "glass.sandy",
            "note",
            "{share} of the mix is fine: it may look like sand.",
            "Above about a third the grains no longer run into one another.",
            share=show(mix.fine_share, "ratio"),
        )
