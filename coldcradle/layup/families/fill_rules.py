"""What is unwise about a cradle that is filled: not enough, too high a heap, over the line, out of level."""

from __future__ import annotations

from collections.abc import Iterator

from coldcradle.cradle.displacement import advise_vessel
from coldcradle.cradle.level import sides
from coldcradle.glass.batch import main_kg, needs
from coldcradle.glass.result import FillResult
from coldcradle.quantity.format import show
from coldcradle.report.finding import Finding, finding

__all__ = ["fill_findings"]


def fill_findings(charged: FillResult) -> Iterator[Finding]:
    """Findings of the cradle that speak of glass, then those of the glass."""
    yield from _vessel(charged)
    yield from _lean(charged)
    yield from _rack(charged)
    heap = charged.heap
    if not heap.fits:
        yield finding(
            "glass.heap-too-high",
            "think",
            "The cold heap does not fit: {bulk} of pieces, room for {room}.",
            "Put in {now} first; add the rest hot, or in a second firing, or build the reserve higher.",
            bulk=charged.bulk.shown,
            room=heap.room.shown,
            now=show(heap.fits_now_kg, "mass"),
        )
    yield from _depth(charged)


def _rack(charged: FillResult) -> Iterator[Finding]:
    """Whether the rack holds what is weighed out."""
    glass = charged.glass
    have, need = glass.rack_kg.get(glass.form.key, 0.0), main_kg(charged)
    if charged.taken_kg > 0 and need <= 0:
        return
    if glass.mix is not None:
        short = [w for w in needs(charged) if w.short_kg > 0]
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


def _depth(charged: FillResult) -> Iterator[Finding]:
    """Where the glass stands once melted, against line and brim."""
    line, brim = charged.cradle.line_m, charged.cradle.room.height_m
    if charged.overflow_m3 > 1e-9:
        yield finding(
            "glass.runs-over",
            "stop",
            "{over} of glass would run over the brim.",
            "The charge melts to more than the cradle holds. Take glass out, or use a deeper cradle.",
            over=show(charged.overflow_m3 * charged.glass.kind.density_kg_m3, "mass"),
        )
    elif charged.thickness.value > line + 2 * charged.thickness.u and brim > line:
        yield finding(
            "glass.above-line",
            "think",
            "The glass would stand {d} deep, above the line at {line}.",
            "The weight you chose is more than the line asks for.",
            d=show(charged.thickness.value, "length"),
            line=show(line, "length"),
        )
    elif charged.thickness.value < line - 2 * charged.thickness.u:
        yield finding(
            "glass.below-line",
            "think",
            "The glass would stand {d} deep, short of the line at {line}.",
            "The weight you chose does not fill the cradle to its line.",
            d=show(charged.thickness.value, "length"),
            line=show(line, "length"),
        )


def _lean(charged: FillResult) -> Iterator[Finding]:
    cradle = charged.cradle
    if cradle.tilt is None:
        return
    thin, thick, spill = sides(
        cradle.tilt, across_m=cradle.room.span_m[0], depth_m=charged.thickness.value, brim_m=cradle.room.height_m
    )
    if spill > 0:
        yield finding(
            "cradle.spills",
            "stop",
            "It leans so far that glass runs over the brim, {d} on the low side.",
            "Level the shelf or the mould, or fill it less.",
            d=show(spill, "length"),
        )
    elif thick.value - thin.value > 0.1 * charged.thickness.value:
        yield finding(
            "cradle.leans",
            "think",
            "It leans: {thin} on one side, {thick} on the other.",
            "Melted glass finds its level. Pack the low side before the lid closes.",
            thin=thin.shown,
            thick=thick.shown,
        )


def _vessel(charged: FillResult) -> Iterator[Finding]:
    cradle = charged.cradle
    if cradle.method == "level" and cradle.level is not None:
        advice = advise_vessel(cradle.level, soaked=cradle.soaked, density_kg_m3=charged.glass.kind.density_kg_m3)
        if advice is not None:
            yield advice
