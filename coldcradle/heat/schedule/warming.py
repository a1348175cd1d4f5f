"""What warming does to the glass as it goes in: every solid piece run through its thickness, and its zones."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.limits import SURFACE_STRESS_PA, zone_stress_pa
from coldcradle.heat.model.rates import zone_limit_k_per_h
from coldcradle.heat.physics.conduction import cooling_rate_k_per_h
from coldcradle.heat.physics.simulate import Section1D, SimulatedRun, glass_layer, strained
from coldcradle.heat.physics.slab import INSULATED, KILN, THINNEST_LAYER_M, Slab1D, SlabLayer, run_slab
from coldcradle.heat.physics.zones import ZonedRun, run_zones
from coldcradle.layup.bodies import ColdBody
from coldcradle.layup.load import Load

__all__ = [
    "BodyRun",
    "Warming",
    "body_limit_k_per_h",
    "body_section",
    "decisive",
    "warming",
]

Line = Sequence[tuple[float, float]]


@dataclass(frozen=True, slots=True)
class BodyRun:
    """One solid piece through a warm-up, with its greatest pull, Pa, when, s, where, and what is allowed there."""

    body: ColdBody
    through: SimulatedRun
    zones: ZonedRun | None
    pull_pa: float
    at_s: float
    where: str
    allowed_pa: float

    @property
    def share(self) -> float:
        """The pull over what is allowed."""
        return self.pull_pa / self.allowed_pa


@dataclass(frozen=True, slots=True)
class Warming:
    """The pieces of a load through a warm-up, the hardest pulled first; nothing where all of it goes in loose."""

    runs: tuple[BodyRun, ...]

    @property
    def worst(self) -> BodyRun | None:
        return self.runs[0] if self.runs else None


def cut_at(line: Line, until_s: float) -> list[tuple[float, float]]:
    """A line up to a second and a little past it, so that what lags behind is seen."""
    kept = [point for point in line if point[0] <= until_s]
    after = next((point for point in line if point[0] > until_s), None)
    return [*kept, after] if after is not None else kept


def body_section(body: ColdBody, load: Load, heat: HeatInput) -> Section1D:
    """The one-dimensional slab that stands for a piece as it goes in."""
    is_held = body.cannot_bow or (heat.restraint == "held" and not load.is_closed)
    if not body.cannot_bow and (body.support == "posts" or heat.restraint == "free"):
        half = Slab1D(layers=(glass_layer(load.kind, min(body.thickness_m, body.breadth_m) / 2),), is_half=True)
        return Section1D(half, False, "both faces see the kiln")
    if body.breadth_m < body.thickness_m:  # upright, it warms sideways
        half = Slab1D(layers=(glass_layer(load.kind, body.breadth_m / 2),), is_half=True)
        return Section1D(half, False, "sideways, which is the shorter way")
    glass = glass_layer(load.kind, body.thickness_m)
    if body.support != "cradle" or load.wall_m <= 0:
        return Section1D(Slab1D(layers=(glass,), bottom=INSULATED), is_held, "nothing comes through what it lies on")
    made = load.material
    wall = SlabLayer(
        thickness_m=max(load.wall_m, THINNEST_LAYER_M),
        conductivity_w_m_k=made.conductivity_w_m_k,
        heat_j_m3_k=made.density_kg_m3 * made.heat_capacity_j_kg_k,
    )
    return Section1D(Slab1D(layers=(glass, wall), bottom=KILN), is_held, f"open above, {made.name} below")


def _run(body: ColdBody, load: Load, heat: HeatInput, line: Line, until_s: float) -> BodyRun:
    section = body_section(body, load, heat)
    through = strained(run_slab(section.slab, line), is_held=section.is_held)
    pull, at_s, in_face = through.peak(0.0, until_s)
    found = BodyRun(body, through, None, pull, at_s, "face" if in_face else "heart", SURFACE_STRESS_PA)
    if body.shade is None:
        return found
    zones = run_zones(body.shade, load.kind, line)
    pulled, second, in_middle = zones.peak(0.0, until_s)
    allowed = zone_stress_pa(zones.is_step)
    if pulled / allowed <= found.share:
        return BodyRun(body, through, zones, pull, at_s, found.where, SURFACE_STRESS_PA)
    return BodyRun(body, through, zones, pulled, second, "middle" if in_middle else "rim", allowed)


def warming(load: Load, heat: HeatInput, line: Line, until_s: float) -> Warming:
    """Every solid piece of a load through a kiln line of (s, °C), its pull counted up to a second.

    Loose pieces of one thickness are small enough to bow and slip; they are held to their rate, not run.
    """
    line = cut_at(line, until_s)
    bodies = {body: None for body in load.cold if not body.is_loose or body.shade is not None}
    runs = [_run(body, load, heat, line, until_s) for body in bodies]
    return Warming(tuple(sorted(runs, key=lambda r: -r.share)))


def body_limit_k_per_h(body: ColdBody, kind: GlassProperties) -> float:
    """The steady rate a piece stands by the closed forms, K/h, through its thickness and between its zones."""
    through = cooling_rate_k_per_h(kind=kind, thickness_m=body.counts_m, stress_pa=SURFACE_STRESS_PA)
    return through if body.shade is None else min(through, zone_limit_k_per_h(body.shade, kind))


def decisive(load: Load) -> ColdBody | None:
    """The piece that stands the slowest rate; None where nothing is told of what goes in."""
    return min(load.cold, key=lambda body: body_limit_k_per_h(body, load.kind), default=None)
