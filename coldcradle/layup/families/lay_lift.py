"""A disc that melts level, is lifted by a ring while it is soft, and keeps its form as it stiffens."""

from __future__ import annotations

import operator
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from coldcradle.glass.viscosity import Viscosity
from coldcradle.layup.deform.lift import LiftedShape, drawn_thickness_m, lifted_shape, stays_work
from coldcradle.layup.explain.relief import counted_thickness
from coldcradle.layup.families.face import FiringTimeline, LayupRequest, LayupResult, bead, outcome_sentence
from coldcradle.layup.inputs import Support
from coldcradle.layup.lifting import LiftInput
from coldcradle.layup.motion import Moment
from coldcradle.layup.outcome import Raised
from coldcradle.layup.sketch import Body, Sketch, block, draw, sheet_ring
from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.report.figure import PRACTICE, Figure, derive, given, published
from coldcradle.report.finding import Finding, finding

__all__ = ["FOLLOWS_LOG", "LARGE_M", "TAKEN_LOG", "THIN_M", "lifted"]

TAKEN_LOG, FOLLOWS_LOG = 4.6, 5.4  # softer it runs off the ring, stiffer it does not follow; common practice, no source
_SAG_M = 0.002  # what nobody sees; common practice, no source
_OVERLAP_M, _LEAST_M = 0.008, 0.0015  # of rim on the ring, and of skin; common practice, no source
LARGE_M, THIN_M = 0.25, 0.008  # such a plate cracks when it is heated again; common practice, no source
_RING, _FOOT = 0.8, 0.35  # of the disc, where nothing is said


@dataclass(frozen=True, slots=True, kw_only=True)
class _Lift:
    """A lift as it is told, m: disc, ring and foot across, as high, and the disc's thickness before."""

    disc_m: float
    ring_m: float
    foot_m: float
    foot_high_m: float
    high_m: float
    thick_m: float

    @property
    def shape(self) -> LiftedShape:
        return lifted_shape(foot_m=self.foot_m / 2, rim_m=self.ring_m / 2, lift_m=self.high_m)


def _told(result: LayupResult, laying: LayupRequest) -> _Lift:
    told, disc = laying.layup.lift or LiftInput(), result.outcome.length_m
    ring = told.ring_m or _RING * disc
    return _Lift(
        disc_m=disc,
        ring_m=ring,
        foot_m=min(laying.layup.foot_width_m or _FOOT * disc, 0.98 * ring),
        foot_high_m=laying.layup.foot_m,
        high_m=told.high_m,
        thick_m=result.outcome.thickness_m,
    )


def _figures(lift: _Lift, shape: LiftedShape) -> tuple[Figure, Figure]:
    area = derive(
        "lifted_area",
        "Drawn over",
        "area",
        lambda a: a,
        [given("least area between foot and ring", "A₁", shape.area_m2, "area", 0.03 * shape.area_m2)],
        words="Both edges are held and nothing pushes between: it draws over the least surface there is.",
        formula="part of a catenoid, r = c·cosh((z − z₀)/c)",
        source=published("minimal surfaces of revolution; Plateau"),
    )
    thick = derive(
        "lifted_thickness",
        "Thick once lifted",
        "length",
        lambda t, a0, a1: drawn_thickness_m(before_m=t, flat_m2=a0, drawn_m2=a1),
        [
            given("melted level", "t", lift.thick_m, "length", 0.05 * lift.thick_m),
            given("flat between foot and ring", "A₀", shape.flat_m2, "area"),
            area.given("A₁"),
        ],
        words="Its volume is kept: what is drawn over more is thinner.",
        formula="t·A₀/A₁",
        source=published("volume is kept"),
    )
    return area, thick


def _findings(lift: _Lift, shape: LiftedShape, thin_m: float) -> Iterator[Finding]:
    shown = {"d": show(lift.disc_m, "length"), "r": show(lift.ring_m, "length"), "h": show(lift.high_m, "length")}
    if (lift.disc_m - lift.ring_m) / 2 < _OVERLAP_M:
        yield finding(
            "layup.disc-misses-the-ring",
            "stop",
            "The ring of {r} does not take a disc of {d}.",
            "It wants {o} of rim all round. Hang the ring half an inch above the bed, so that it meets the molten rim.",
            o=show(_OVERLAP_M, "length"),
            **shown,
        )
    if not shape.is_film or thin_m < _LEAST_M:
        yield finding(
            "layup.lift-too-high",
            "stop",
            "Lifted {h} its neck closes above the foot." if not shape.is_film else "Lifted {h} it is {t} thin.",
            "Lift it less, or give it a wider foot or more glass.",
            t=show(thin_m, "length"),
            **shown,
        )
    if lift.disc_m > LARGE_M and thin_m < THIN_M:
        yield finding(
            "layup.not-heated-again",
            "note",
            "A plate of {d}, only {t}, is not heated again once it is cold: it cracks.",
            "Lift and shape it in this one firing; a second one only slower than anything else, and at your risk.",
            t=show(thin_m, "length"),
            **shown,
        )


def _falls_to(fired: FiringTimeline, degree_c: float) -> float | None:
    """When the kiln falls through a temperature for the last time, s; None where it was never above it."""
    times, degrees = np.array([t for t, _ in fired.line]), np.array([c for _, c in fired.line])
    above = np.nonzero(degrees >= degree_c)[0]
    if not len(above) or above[-1] + 1 >= len(degrees):
        return None
    k = int(above[-1])
    return float(np.interp(-degree_c, -degrees[k : k + 2], times[k : k + 2]))


def _moments(lift: _Lift, laying: LayupRequest, fired: FiringTimeline) -> tuple[tuple[Moment, ...], Message | None]:
    """When it may be taken and lifted, and when it keeps its form, on this programme; None where it is never soft."""
    kind, curve = laying.glass.kind, Viscosity.of(laying.glass.kind)
    soft, stiff = (_falls_to(fired, curve.temperature_c(log)) for log in (TAKEN_LOG, FOLLOWS_LOG))
    if stiff is None:
        return (), None
    peak_s = max(fired.line, key=lambda p: p[1])[0]
    first = soft if soft is not None else peak_s
    work = fired.work(kind)
    stays = stays_work(span_m=(lift.ring_m - lift.foot_m) / 2, sag_m=_SAG_M, density_kg_m3=kind.density_kg_m3)
    keeps = work.second(max(0.0, work.total_per_pa - stays))
    keeps = max(stiff, stiff if keeps is None else keeps)
    shown: dict[str, DualQuantity | str] = {
        "a": fired.clock(first),
        "b": fired.hour(stiff, first),
        "c": fired.hour(keeps, first),
        "ta": show(round(curve.temperature_c(TAKEN_LOG)), "temperature"),
        "tb": show(round(curve.temperature_c(FOLLOWS_LOG)), "temperature"),
    }
    told = say(
        "Take and lift it from **{a}** to **{b}**, while it falls from {ta} to {tb}; cooled fast it keeps its form "
        "from **{c}**.",
        **shown,
    )
    return (
        Moment("lift", "Take and lift it", first, stiff, say("take and lift it from {a} to {b}", **shown)),
        Moment("keeps", "Keeps its form", keeps, keeps, say("keeps its form from {c}", **shown)),
    ), told


def _sketch(laying: LayupRequest, lift: _Lift, shape: LiftedShape, thin_m: float) -> Sketch:
    half, foot, ring, base = lift.disc_m / 2, lift.foot_m / 2, lift.ring_m / 2, lift.foot_high_m
    high = base + lift.high_m
    line = np.vstack([shape.line_m + np.array([0.0, base]), [[half, high]]])
    skin = sheet_ring(line, np.full(len(line) - 1, thin_m), is_halved=False)
    rings = [skin, [(-x, z) for x, z in skin], block(-foot, base, foot, base + lift.thick_m)]
    bodies = [
        Body("shelf", laying.cradle.name, [block(-half - 0.03, -0.012, half + 0.03, 0.0)]),
        Body("steel", "ring", [block(s * ring, high - 0.006, s * (half + 0.01), high) for s in (-1, 1)]),
        *[Body("after", "lifted", [one]) for one in rings],
        Body("glass", "as it goes in", [block(-half, base, half, base + lift.thick_m)]),
    ]
    if base > 0:
        bodies.insert(1, Body("after", "foot", [block(-foot, 0.0, foot, base)]))
    return draw(bodies, [])


def _thickest(lift: _Lift) -> Figure:
    return derive(
        "stack_thickness",
        "Foot and disc",
        "length",
        operator.add,
        [
            given("foot", "f", lift.foot_high_m, "length", 0.03 * lift.foot_high_m),
            given("disc", "t", lift.thick_m, "length", 0.05 * lift.thick_m),
        ],
        words="Where it stands on its foot heat has the longest way; both faces see the kiln.",
        formula="f + t",
        source=PRACTICE,
    )


def lifted(result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None = None) -> LayupResult:
    """What was laid flat and melts level, once it is lifted."""
    lift = _told(result, laying)
    shape = lift.shape
    area, thick = _figures(lift, shape)
    raised = Raised(base_m=thick.value, share=min(0.95, (lift.foot_m / lift.disc_m) ** 2), half_m=lift.foot_m / 2)
    counts, thickest = counted_thickness(_thickest(lift), laying.layup.relief, raised)
    load = replace(result.load, support=Support.POSTS, thick=thickest, raised=raised)
    outcome = replace(
        result.outcome,
        thickness_m=lift.thick_m + lift.foot_high_m,
        thinnest_m=thick.value,
        raised=raised,
        shaped="stretched",
        worked=replace(result.outcome.worked, ring=(), holes=()),
    )
    findings = [*result.findings, *_findings(lift, shape, thick.value)]
    marks: tuple[Moment, ...] = ()
    words = say(
        "It melts level, {t} thick; lifted {h} it is **{d}**.",
        t=show(round(lift.thick_m, 4), "length"),
        h=show(lift.high_m, "length"),
        d=thick.shown,
    )
    if fired is not None:
        marks, when = _moments(lift, laying, fired)
        if when is None:
            findings.append(_too_stiff(laying, fired))
        else:
            words = Message(f"{words.metric} {when.metric}", f"{words.us} {when.us}")
    end = outcome_sentence(outcome)
    return replace(
        result,
        load=load,
        counts=counts,
        figures=(*(f for f in result.figures if f.key != result.counts.key), area, thick, counts),
        beads=(
            *result.beads[:2],
            bead("lifted_thickness", "Lifted", "layup", thick),
            bead("thickness", "Thickest", "layup", counts),
        ),
        answers={**result.answers, "layup": Message(f"{words.metric} {end.metric}", f"{words.us} {end.us}")},
        findings=tuple(findings),
        marks=marks,
        outcome=outcome,
        sketch=_sketch(laying, lift, shape, thick.value),
    )


def _too_stiff(laying: LayupRequest, fired: FiringTimeline) -> Finding:
    return finding(
        "layup.too-stiff-to-lift",
        "stop",
        "At {t} it is too stiff to be lifted.",
        "It follows from {b} on: hotter.",
        t=show(round(fired.peak_c), "temperature"),
        b=show(round(Viscosity.of(laying.glass.kind).temperature_c(FOLLOWS_LOG)), "temperature"),
    )
