"""Any programme against this piece: run through the kiln, the slab and the strain, and told what it would do."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.viscosity import Viscosity, softness
from coldcradle.heat.explain.steps import said
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.limits import PASSING_OVER, RUN_BAND, TARGETS_PA, is_over, strain_verdict
from coldcradle.heat.model.peak import drying_hold_s
from coldcradle.heat.movement_remarks import Remark, movement_remark
from coldcradle.heat.physics.simulate import SimulatedRun, settles_at, simulate
from coldcradle.heat.physics.zones import ZonedRun
from coldcradle.heat.schedule.firing import FiringPlan, cooling_peak, left_pa, solid_from, zones_of
from coldcradle.heat.schedule.segments import PlannedSegment, Run, cold_rate_k_per_h, run_programme
from coldcradle.heat.schedule.warming import Warming, warming
from coldcradle.heat.steps import StepKey
from coldcradle.layup.deform.work import heat_work_of
from coldcradle.layup.load import Load
from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.quantity.reason import because

__all__ = ["AssessedProgramme", "Remark", "assess_programme", "assess_segments", "left_remark"]

_SPREAD_K = 2.0
_DRYING_C = (80.0, 135.0)
_WINDOW_K, _FAR_K = 2.0, 30.0  # a reading off the window by this much is inside; by this much, past doubt


@dataclass(frozen=True, slots=True)
class AssessedProgramme:
    """A programme as it would run, and what it would do."""

    run: Run
    inside: SimulatedRun
    warmed: Warming
    zones: ZonedRun | None
    left_pa: float
    left: DualQuantity
    peak_c: float
    work_per_pa: float
    remarks: list[Remark]


def _ended(wanted: Sequence[PlannedSegment], firing: FiringPlan, heat: HeatInput) -> list[PlannedSegment]:
    """The steps with the fall to the open lid put after them; what asks for less than the room is "off"."""
    open_c = max(firing.first.opening_shown_c // 1, heat.room_c + 1.5)
    steps = [s for s in wanted if s.to_c > heat.room_c + 8 or (s.rate_k_per_h is None and s.to_c > heat.room_c + 3)]
    if not steps:
        raise ImpossibleInput("expected steps that leave the room's temperature")
    if steps[-1].to_c > open_c:
        steps.append(
            PlannedSegment(
                key=StepKey.COAST,
                name="Off, lid shut",
                rate_k_per_h=None,
                to_c=open_c,
                hold_s=0.0,
                limited_by="kiln",
                why=because("no-more"),
                figures=(),
            )
        )
    return steps


def _heat_remarks(load: Load, heat: HeatInput, peak_c: float, work_per_pa: float, run: Run) -> list[Remark]:
    """The window of the process first, then the movement."""
    curve, done = Viscosity.of(load.kind), heat.process
    log = float(curve.log10_pa_s(peak_c))
    moved = movement_remark(load, heat, run, peak_c=peak_c, work_per_pa=work_per_pa)
    low, high = done.window_c(load.kind)
    stiff = load.form.cast_log_viscosity + 0.3 if done.traits.by_grain else done.stiff
    if done.traits.by_grain:
        low, high = curve.temperature_c(stiff), max(high, curve.temperature_c(load.form.cast_log_viscosity - 0.5))
    shown: dict[str, DualQuantity | str] = {
        "t": show(round(peak_c), "temperature"),
        "does": softness(log),
        "what": done.name,
        "low": show(round(low), "temperature"),
        "high": show(round(high), "temperature"),
    }
    if low - _WINDOW_K <= peak_c <= high + _WINDOW_K:
        inside = Remark("peak", "good", say("At its peak of {t} this glass {does}: right to {what}.", **shown))
        return [inside, *([moved] if moved else [])]
    off = abs(peak_c - (low if peak_c < low else high))
    way = "cooler" if peak_c < low else "hotter"
    # held long enough a wide sheet moves below its window too: then the window is only a question
    word = "stop" if off > _FAR_K and not (moved is not None and moved.word != "stop" and peak_c < low) else "think"
    told = f"At its peak of {{t}} this glass {{does}}: {{gap}} {way} than the window to {{what}}, {{low}} to {{high}}."
    return [Remark("peak", word, say(told, gap=show(off, "difference"), **shown)), *([moved] if moved else [])]


def _warm_remarks(load: Load, warmed: Warming, run: Run, stands_k_per_h: float) -> list[Remark]:
    """What the way up does to the glass as it goes in: every solid piece is run, loose ones are held to their rate."""
    found = []
    rate = cold_rate_k_per_h(run.steps, run.line, load.kind.strain_c)
    if any(b.is_loose for b in load.cold) and is_over(rate, stands_k_per_h, PASSING_OVER):
        told = "It warms at {r} from cold; {a} is what loose pieces of this size stand."
        found.append(Remark("warm", "stop", say(told, r=show(rate, "rate"), a=show(stands_k_per_h, "rate"))))
    worst = warmed.worst
    if worst is None:
        return found
    shown: dict[str, DualQuantity | str] = {
        "p": show(worst.pull_pa, "stress"),
        "lim": show(worst.allowed_pa, "stress"),
        "h": show(worst.at_s, "duration"),
        "where": worst.where,
        "name": worst.body.name,
    }
    if is_over(worst.pull_pa, worst.allowed_pa, PASSING_OVER):
        told = "Warming pulls {name} by {p} in its {where} after {h}: it may snap. {lim} is allowed."
        return [*found, Remark("warm", "stop", say(told, **shown))]
    return [*found, Remark("warm", "good", say("Warming pulls by {p} at most; {lim} is allowed.", **shown))]


def _mould_remarks(load: Load, heat: HeatInput, run: Run) -> list[Remark]:
    """Whether a wet mould is given time to dry, and whether it is hurried."""
    if load.support != "cradle":
        return []
    found = []
    material = load.material
    if material.holds_water and load.wet != "dry":
        need = drying_hold_s(wall_m=load.wall_m, wet_share=load.wet.share)
        rests = sum(s.hold_s for s in run.steps if _DRYING_C[0] <= s.to_c <= _DRYING_C[1])
        if rests < 0.5 * need:
            found.append(
                Remark(
                    "dry",
                    "stop",
                    say(
                        "The mould goes in {wet} and gets {r} near {t} to dry; {need} is common practice. Steam "
                        "cracks it.",
                        wet=load.wet,
                        r=show(rests, "duration"),
                        need=show(need, "duration"),
                        t=show(105.0, "temperature"),
                    ),
                )
            )
    first = run.steps[0].rate_k_per_h
    if first is not None and first > 1.2 * material.warm_up_k_per_h:
        found.append(
            Remark(
                "mould",
                "think",
                say(
                    "{m} is warmed at {r}; {a} is common practice.",
                    m=material.name.capitalize(),
                    r=show(first, "rate"),
                    a=show(material.warm_up_k_per_h, "rate"),
                ),
            )
        )
    return found


def _soak_remark(firing: FiringPlan, load: Load, run: Run, inside: SimulatedRun) -> Remark:
    """The longest stay within reach of the annealing point on the way down."""
    peak = next(i for i, s in enumerate(run.steps) if s.key == StepKey.PEAK)
    kind = load.kind
    near = [s for s in run.steps[peak + 1 :] if kind.strain_c - 12 <= s.to_c <= kind.annealing_c + 30 and s.hold_s > 0]
    if not near:
        return Remark(
            "soak",
            "stop" if firing.first.effective_m > 0.008 else "think",
            say("It does not rest near this glass's annealing point, {ap}.", ap=show(kind.annealing_c, "temperature")),
        )
    soak = max(near, key=lambda s: s.hold_s)
    heat = inside.heat
    chosen = (heat.times_s >= soak.arrives_s) & (heat.times_s <= soak.ends_s + 1e-6)
    settled = settles_at(heat.times_s[chosen], heat.lag_k[chosen], _SPREAD_K, soak.arrives_s) if chosen.any() else None
    relax = 6 * 10 ** float(Viscosity.of(kind).log10_pa_s(soak.to_c)) * (1 - kind.poisson) / kind.youngs_modulus_pa
    at, rests = show(soak.to_c, "temperature"), show(soak.hold_s, "duration")
    shown = {"t": at, "h": rests, "k": show(_SPREAD_K, "difference")}
    if settled is None:
        lag = show(float(heat.lag_k[chosen][-1]) if chosen.any() else 0.0, "difference")
        return Remark(
            "soak",
            "stop",
            say("Its soak of {h} at {t} is too short: heart and kiln are still {lag} apart.", lag=lag, **shown),
        )
    rest = soak.ends_s - settled
    if rest < 3 * relax:
        return Remark(
            "soak",
            "think",
            say(
                "Its soak of {h} at {t} evens out the heat, but leaves {r} for strain that takes {x} to relax there.",
                r=show(rest, "duration"),
                x=show(5 * relax, "duration"),
                **shown,
            ),
        )
    return Remark(
        "soak",
        "good",
        say(
            "Its soak of {h} at {t} is long enough: all within {k} after {r}, and {rest} to relax.",
            r=show(settled - soak.arrives_s, "duration"),
            rest=show(rest, "duration"),
            **shown,
        ),
    )


def left_remark(left_pa: float, target_pa: float) -> Remark:
    """What stays in the glass, against the target and against what is quick."""
    quick = TARGETS_PA["quick"]
    shown = {
        "s": show(left_pa, "stress", RUN_BAND * left_pa),
        "want": show(target_pa, "stress"),
        "q": show(quick, "stress"),
        "hundred": show(0.1, "length"),
    }
    word = strain_verdict(left_pa, target_pa)
    if word == "good":
        how = "within" if left_pa <= target_pa else "close to"
        return Remark("left", "good", say("It leaves about **{s}**, " + how + " your target of {want}.", **shown))
    told = say("It leaves about **{s}** in the glass; your target is {want}.", **shown)
    if left_pa > quick:
        beyond = say(
            " That is beyond quick, {q}. Such firings are told of, {hundred} of glass in five days; some hold and "
            "some snap weeks later.",
            **shown,
        )
        told = Message(told.metric + beyond.metric, told.us + beyond.us)
    return Remark("left", word, told)


def _left_remarks(inside: SimulatedRun, zones: ZonedRun | None, run: Run, heat: HeatInput) -> list[Remark]:
    found = [left_remark(left_pa(inside, zones), heat.stress_pa)]
    peak_end = next(s.ends_s for s in run.steps if s.key == StepKey.PEAK)
    pull, at_s, where, allowed = cooling_peak(inside, zones, peak_end, run.total_s)
    if is_over(pull, allowed, PASSING_OVER):
        found.append(
            Remark(
                "cool",
                "stop",
                say(
                    "Cooling pulls its {where} by {p} after {h}; {lim} is allowed.",
                    where=where,
                    p=show(pull, "stress"),
                    h=show(at_s, "duration"),
                    lim=show(allowed, "stress"),
                ),
            )
        )
    return found


def assess_segments(
    wanted: Sequence[PlannedSegment], firing: FiringPlan, load: Load, heat: HeatInput
) -> AssessedProgramme:
    """Run steps and judge them. Exactly one of them has the key "cast": its peak.

    Raises ImpossibleInput as the kiln does.
    """
    kiln = heat.kiln.loaded(load_j_per_k=load.heat_capacity_j_per_k, room_c=heat.room_c)
    run = run_programme(_ended(wanted, firing, heat), kiln)
    inside = simulate(firing.soaked.section, run.line, solid_from_s=solid_from(run, load), structure=True)
    peak = next(s for s in run.steps if s.key == StepKey.PEAK)
    zones, warmed = zones_of(load, run), warming(load, heat, run.line, peak.ends_s)
    work = heat_work_of(load.kind, run.line).total_per_pa
    remarks = _heat_remarks(load, heat, peak.to_c, work, run)
    remarks += _warm_remarks(load, warmed, run, firing.first.chunk_k_per_h)
    remarks += [_soak_remark(firing, load, run, inside), *_left_remarks(inside, zones, run, heat)]
    remarks += _mould_remarks(load, heat, run)
    remarks += [
        Remark(
            "late",
            "think",
            say("Step {i}, {name}: {late}", i=str(i), name=s.name.lower(), late=said(s.late)),
        )
        for i, s in enumerate(run.steps, 1)
        if s.late is not None
    ]
    if peak.to_c > heat.kiln.highest_c:
        remarks.append(
            Remark(
                "kiln",
                "stop",
                say("{t} is above what {k} is made for.", t=show(peak.to_c, "temperature"), k=heat.kiln.name),
            )
        )
    if (most := load.most_work_per_pa * 1.1) < work:
        told = "It does {x} times the heat work that keeps its outline: all of it runs, not only its face."
        remarks.append(Remark("runs", "stop", say(told, x=f"{1.1 * work / most:.2g}")))
    left = left_pa(inside, zones)
    order = {"stop": 0, "think": 1, "good": 2}
    return AssessedProgramme(
        run,
        inside,
        warmed,
        zones,
        left,
        show(left, "stress", RUN_BAND * left),
        peak.to_c,
        work,
        sorted(remarks, key=lambda r: order[r.word]),
    )


def assess_programme(
    wanted: Sequence[PlannedSegment], firing: FiringPlan, load: Load, heat: HeatInput
) -> AssessedProgramme:
    """The same, with a wide tolerance for where the hottest step stands."""
    marked = list(wanted)
    if not any(s.key == StepKey.PEAK for s in marked):
        hottest = max(range(len(marked)), key=lambda i: marked[i].to_c)
        marked[hottest] = replace(marked[hottest], key=StepKey.PEAK)
    return assess_segments(marked, firing, load, heat)
