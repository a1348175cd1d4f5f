"""What is unwise about a plan, rule by rule."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import TYPE_CHECKING

from coldcradle.cradle.displacement import advise_vessel
from coldcradle.cradle.level import sides
from coldcradle.cradle.methods import METHOD_WORDS
from coldcradle.cradle.release import check_release
from coldcradle.glass.batch import main_kg, needs
from coldcradle.glass.compatibility import check_pair
from coldcradle.glass.mix import SANDY_SHARE, check_powder, question_powder
from coldcradle.glass.points import check_points
from coldcradle.heat.rules import heat_findings
from coldcradle.quantity.format import plural, show
from coldcradle.report.finding import Finding, finding

if TYPE_CHECKING:
    from coldcradle.piece.plan import StageResult
    from coldcradle.piece.result import HeatPlan

__all__ = ["find"]


def _cradle(worked: StageResult) -> Iterator[Finding]:
    cradle = worked.piece.cradle
    if not cradle.measured:
        yield finding(
            "cradle.starting-sizes",
            "think",
            "These are starting sizes. Measure your own cradle.",
            "Every weight and time below follows from them.",
        )
    if cradle.method in ("level", "drained", "trial") and not cradle.soaked:
        yield finding(
            "cradle.dry-mould",
            "think",
            "The mould was dry, so {v} is too much rather than too little.",
            "A dry wall drinks water, and what it drinks is counted as room. Soak it and measure again.",
            v=worked.volume.shown,
        )
    if cradle.measured:
        yield from _disagree(worked)
    yield from _vessel(worked)
    yield from _lean(worked)


def _disagree(worked: StageResult) -> Iterator[Finding]:
    """The way that lies furthest from the one that counts, when both errors do not explain it."""
    others = [way for way in worked.measured.ways if way.figure is not worked.volume]
    far = [
        way
        for way in others
        if abs(way.figure.value - worked.volume.value) > 2 * math.hypot(way.figure.u, worked.volume.u)
    ]
    if not far:
        return
    worst = max(far, key=lambda way: abs(way.figure.value - worked.volume.value))
    yield finding(
        "cradle.measures-disagree",
        "think",
        "Two ways of measuring are {gap} apart.",
        "That is more than both errors explain: {a} against {b} "
        + METHOD_WORDS[worst.method]
        + ". Measure again before weighing glass.",
        gap=show(abs(worst.figure.value - worked.volume.value), "volume"),
        a=worked.volume.shown,
        b=worst.figure.shown,
    )


def _lean(worked: StageResult) -> Iterator[Finding]:
    cradle = worked.piece.cradle
    if cradle.tilt is None:
        return
    thin, thick, spill = sides(
        cradle.tilt, across_m=cradle.room.span_m[0], depth_m=worked.thickness.value, brim_m=cradle.room.height_m
    )
    if spill > 0:
        yield finding(
            "cradle.spills",
            "stop",
            "It leans so far that glass runs over the brim, {d} on the low side.",
            "Level the shelf or the mould, or fill it less.",
            d=show(spill, "length"),
        )
    elif thick.value - thin.value > 0.1 * worked.thickness.value:
        yield finding(
            "cradle.leans",
            "think",
            "It leans: {thin} on one side, {thick} on the other.",
            "Melted glass finds its level. Pack the low side before the lid closes.",
            thin=thin.shown,
            thick=thick.shown,
        )


def _care(worked: StageResult, heat: HeatPlan | None) -> Iterator[Finding]:
    """What the shelf knows of this cradle, against this firing."""
    cradle = worked.piece.cradle
    care = cradle.care
    if care.is_single_use and care.firings > 0:
        yield finding(
            "cradle.used-once",
            "think",
            f"{cradle.name} has been fired {plural(care.firings, 'time')}; it is made for one use.",
            "Plaster that has been fired crumbles. Make a new mould, or look very closely.",
        )
    if cradle.material.key == "silicone":
        yield finding(
            "cradle.not-for-the-kiln",
            "stop",
            "Silicone is for freezing, not for the kiln.",
            "Unmould the frozen piece onto a washed shelf; the mould stays on the bench.",
        )
    if not care.is_kept or care.is_single_use or heat is None:
        return
    for worn in check_release(care.log, highest_c=heat.highest_c):
        rated = show(worn.rated_c, "temperature") if worn.rated_c is not None else ""
        yield finding(
            f"cradle.{worn.key}",
            worn.severity,
            worn.says,
            worn.reason,
            t=show(heat.highest_c, "temperature"),
            rated=rated,
        )


def _vessel(worked: StageResult) -> Iterator[Finding]:
    cradle = worked.piece.cradle
    if cradle.method == "level" and cradle.level is not None:
        advice = advise_vessel(cradle.level, soaked=cradle.soaked, density_kg_m3=worked.piece.glass.kind.density_kg_m3)
        if advice is not None:
            yield advice


def _glass(worked: StageResult) -> Iterator[Finding]:
    glass, heap = worked.piece.glass, worked.heap
    have, need = glass.rack_kg.get(glass.form.key, 0.0), main_kg(worked)
    if glass.mix is not None:
        short = [w for w in needs(worked) if w.short_kg > 0]
        if short:
            yield finding(
                "glass.not-enough",
                "stop",
                "{short} of glass is missing.",
                f"Of the mix there is too little {', '.join(w.form.name for w in short)}.",
                short=show(sum(w.short_kg for w in short), "mass"),
            )
    elif have <= 0:
        other = {form: kg for form, kg in glass.rack_kg.items() if kg >= need}
        yield finding(
            "glass.none-on-rack",
            "think",
            "None of this glass is on the rack as {form}.",
            "There is enough in another form: {other}."
            if other
            else "Write what you have on the rack, or choose another form.",
            form=glass.form.name,
            other=", ".join(other),
        )
    elif have < need:
        yield finding(
            "glass.not-enough",
            "stop",
            "{short} of glass is missing.",
            "{have} on the rack, {need} needed.",
            short=show(need - have, "mass"),
            have=show(have, "mass"),
            need=show(need, "mass"),
        )
    if not heap.fits:
        yield finding(
            "glass.heap-too-high",
            "think",
            "The cold heap does not fit: {bulk} of pieces, room for {room}.",
            "Put in {now} first; add the rest hot, or in a second firing, or build the reserve higher.",
            bulk=worked.bulk.shown,
            room=heap.room.shown,
            now=show(heap.fits_now_kg, "mass"),
        )
    yield from _together(worked)
    line, brim = worked.piece.cradle.line_m, worked.piece.cradle.room.height_m
    if worked.overflow_m3 > 1e-9:
        yield finding(
            "glass.runs-over",
            "stop",
            "{over} of glass would run over the brim.",
            "The charge melts to more than the cradle holds. Take glass out, or use a deeper cradle.",
            over=show(worked.overflow_m3 * glass.kind.density_kg_m3, "mass"),
        )
    elif worked.thickness.value > line + 2 * worked.thickness.u and brim > line:
        yield finding(
            "glass.above-line",
            "think",
            "The glass would stand {d} deep, above the line at {line}.",
            "The weight you chose is more than the line asks for.",
            d=show(worked.thickness.value, "length"),
            line=show(line, "length"),
        )
    elif worked.thickness.value < line - 2 * worked.thickness.u:
        yield finding(
            "glass.below-line",
            "think",
            "The glass would stand {d} deep, short of the line at {line}.",
            "The weight you chose does not fill the cradle to its line.",
            d=show(worked.thickness.value, "length"),
            line=show(line, "length"),
        )
    if glass.kind.lead:
        yield finding(
            "glass.not-for-food",
            "note",
            "This glass holds lead: not for food or drink.",
            "Lead can leave the glass into what is eaten or drunk from it.",
        )


def _together(worked: StageResult) -> Iterator[Finding]:
    """Glasses that share a piece, and the recipe they go in by."""
    glass = worked.piece.glass
    if sum(extra.mass_kg for extra in glass.extras) > worked.charge.value:
        yield finding(
            "glass.extras-exceed",
            "stop",
            "The other glasses weigh more than the whole charge of {m}.",
            "Take some of them out, or fill the cradle higher.",
            m=worked.charge.shown,
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
    mix = glass.mix
    if mix is None:
        return
    if mix.powder_weighed_kg is not None:
        slip = check_powder(
            frit_kg=main_kg(worked) / (1 + mix.powder), powder=mix.powder, weighed_kg=mix.powder_weighed_kg
        )
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


_ORDER = {"stop": 0, "think": 1, "note": 2}


def find(worked: StageResult, heat: HeatPlan | None) -> list[Finding]:
    """All findings, the gravest first."""
    found = [*_cradle(worked), *_care(worked, heat), *_glass(worked), *heat_findings(worked, heat)]
    return sorted(found, key=lambda f: _ORDER[f.severity])
