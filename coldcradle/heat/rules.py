"""What is unwise about the heat of a stage."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime

from coldcradle.heat.limits import MEND_OVER, PASSING_OVER, STRAIN_OVER, TARGETS_PA, is_over
from coldcradle.heat.model.peak import asked_temperature_c
from coldcradle.heat.result import HeatPlan, HeatResult
from coldcradle.heat.schedule.clock import is_night
from coldcradle.heat.schedule.segments import cold_rate_k_per_h
from coldcradle.heat.schedule.warmup import top_rate_k_per_h
from coldcradle.heat.steps import StepKey
from coldcradle.quantity.format import Message, show
from coldcradle.report.finding import Finding, finding

__all__ = ["heat_findings"]

_OUTSIDE_K, _DISAGREE_K = 35.0, 20.0


def _window(worked: HeatResult, heat: HeatPlan) -> Iterator[Finding]:
    """Whether the peak is one at which this glass does what is wanted."""
    done, kind = worked.heat.process, worked.load.kind
    peak_c = next((s.to_c for s in heat.steps if s.key == StepKey.PEAK), heat.highest_c)
    if done.runny < 5.0 and heat.highest_c < kind.softening_c:
        yield finding(
            "heat.too-cool-to-flow",
            "stop",
            "At {t} this glass does not flow.",
            "It softens at {soft}; to {what} it must be far runnier.",
            t=show(heat.highest_c, "temperature"),
            soft=show(kind.softening_c, "temperature"),
            what=done.name,
        )
        return
    low, high = done.window_c(kind)
    if not done.traits.by_grain and not low - _OUTSIDE_K <= peak_c <= high + _OUTSIDE_K:
        way = "cooler" if peak_c < low else "hotter"
        yield finding(
            "heat.outside-window",
            "think",
            f"{{t}} is {way} than people {{what}} this glass: {{low}} to {{high}}.",
            "The window is one of viscosity. Look in while it happens, or change the hold instead.",
            t=show(peak_c, "temperature"),
            what=done.name,
            low=show(round(low), "temperature"),
            high=show(round(high), "temperature"),
        )


def _law_and_window(worked: HeatResult) -> Iterator[Finding]:
    """Where the law of movement and what people use are far apart, that is said."""
    heat, load = worked.heat, worked.load
    asked = asked_temperature_c(load, heat, rate_k_per_h=top_rate_k_per_h(load, heat))
    low, high = heat.process.window_c(load.kind)
    if asked is None or low - _DISAGREE_K <= asked <= high + _DISAGREE_K:
        return
    if heat.process.is_stopped and asked < low:  # it always asks for too little of a whole bowl, and a mould ends it
        return
    yield finding(
        "heat.movement-disagrees",
        "note",
        "The law of movement asks for {t}; people {what} this glass at {low} to {high}.",
        "The law is for small movements of an even sheet. Keep to what people use, and look in while it happens.",
        t=show(round(asked), "temperature"),
        what=heat.process.name,
        low=show(round(low), "temperature"),
        high=show(round(high), "temperature"),
    )


def _strain(worked: HeatResult, heat: HeatPlan) -> Iterator[Finding]:
    """What the run through the glass found: too much left, or pulled too hard on the way."""
    firing = worked.firing
    assert firing is not None
    peak_s = next((s.arrives_s for s in heat.steps if s.key == StepKey.PEAK), 0.0)
    worst = firing.warming.worst
    if worst is not None and is_over(worst.pull_pa, worst.allowed_pa, PASSING_OVER):
        yield finding(
            "heat.warms-too-fast",
            "stop",
            "On warming {name} is pulled by {p} in its {where}; {lim} is allowed.",
            "Run through the glass as it goes in, with the steps as they stand. Cold glass snaps without a sign; go "
            "slower there.",
            name=worst.body.name,
            where=worst.where,
            p=show(worst.pull_pa, "stress"),
            lim=show(worst.allowed_pa, "stress"),
        )
    yield from _loose_findings(worked, heat)
    pull, _, where, allowed = firing.cooling_peak(peak_s)
    if is_over(pull, allowed, PASSING_OVER):
        yield finding(
            "heat.cools-too-fast",
            "stop",
            "On cooling its {where} is pulled by {p}; {lim} is allowed.",
            "Run through the glass as the steps stand. Cold glass snaps without a sign; go slower there.",
            where=where,
            p=show(pull, "stress"),
            lim=show(allowed, "stress"),
        )
    target = worked.heat.stress_pa
    left = firing.left_pa
    if is_over(left, target, STRAIN_OVER):
        # a table is followed as it stands; what it leaves in a stiffer or a wider glass is said
        within = worked.heat.is_by_table and not is_over(left, TARGETS_PA["quick"], STRAIN_OVER)
        yield finding(
            "heat.strain-left",
            "think" if within else "stop",
            "As the steps stand more strain stays in the glass than you wanted: {s} instead of {w}.",
            "Structural relaxation is counted in both. Soak longer or cool slower, or let it be worked out.",
            s=show(left, "stress"),
            w=show(target, "stress"),
        )
    quick = TARGETS_PA["quick"]
    if is_over(max(left, target), quick, MEND_OVER):
        yield finding(
            "heat.beyond-quick",
            "think",
            "About {s} will stay in the glass: that is beyond quick, {q}.",
            "Firings like it are told of, {hundred} of glass in five days. Some hold for years, some snap weeks later: "
            "the handbook's table leaves about {t}.",
            s=show(max(left, target), "stress"),
            q=show(quick, "stress"),
            hundred=show(0.1, "length"),
            t=show(TARGETS_PA["usual"], "stress"),
        )


def _loose_findings(worked: HeatResult, heat: HeatPlan) -> Iterator[Finding]:
    """Steps by hand that warm loose pieces faster than such pieces stand."""
    firing, load = worked.firing, worked.load
    assert firing is not None
    stands, rate = (
        firing.first.chunk_k_per_h,
        cold_rate_k_per_h(firing.run.steps, heat.line, load.kind.strain_c),
    )
    if any(b.is_loose for b in load.cold) and is_over(rate, stands, PASSING_OVER):
        yield finding(
            "heat.warms-too-fast",
            "stop",
            "It warms at {r} from cold; {a} is what loose pieces of this size stand.",
            "Cold glass snaps without a sign; go slower there.",
            r=show(rate, "rate"),
            a=show(stands, "rate"),
        )


def _attending(worked: HeatResult, heat: HeatPlan) -> Iterator[Finding]:
    for visit in heat.visits:
        if not visit.is_awake:
            reason = heat.visit_help or Message(
                "No start puts it in your waking hours.", "No start puts it in your waking hours."
            )
            yield Finding(
                "heat.asleep",
                "heat",
                "think",
                Message(
                    *(
                        f"Somebody must be there at night: {visit.name}, {s.text}."
                        for s in (visit.at.metric, visit.at.us)
                    )
                ),
                reason,
            )
    choices = worked.heat
    if choices.place and (offset := choices.offset_k):
        yield finding(
            "heat.zone",
            "note",
            "At “{zone}” it is {d} "
            + ("hotter" if offset > 0 else "cooler")
            + " than in the middle; the controller's targets allow for it.",
            "Other pieces in the same firing stand elsewhere.",
            zone=choices.place,
            d=show(abs(offset), "difference"),
        )
    if worked.load.entering == "pack" and worked.load.press_kg < 1.0 and choices.process.traits.is_pressed:
        yield finding(
            "heat.nothing-presses",
            "think",
            "Nothing weighs on the pack.",
            "Say how heavy the shelves and posts on it are; they press it, and they slow the kiln.",
        )


def _fit(worked: HeatResult) -> Iterator[Finding]:
    """Whether it goes into the kiln at all."""
    kiln, load = worked.heat.kiln, worked.load
    width, height = load.outer_width_m, load.outer_height_m
    high = max(height, load.top_m + load.wall_m)
    if width > min(kiln.width_m, kiln.depth_m) or high > kiln.height_m:
        yield finding(
            "heat.does-not-fit",
            "stop",
            "It does not fit into {kiln}.",
            "With all that is round it and on it, it is {w} wide and {h} high; {kiln} is {kw} by {kd}, and {kh} high.",
            kiln=kiln.name,
            w=show(width, "length"),
            h=show(high, "length"),
            kw=show(kiln.width_m, "length"),
            kd=show(kiln.depth_m, "length"),
            kh=show(kiln.height_m, "length"),
        )


def _ratings(worked: HeatResult, heat: HeatPlan) -> Iterator[Finding]:
    """The peak against what kiln and mould are made for."""
    kiln, load = worked.heat.kiln, worked.load
    if heat.highest_c > kiln.highest_c:
        yield finding(
            "heat.above-kiln-rating",
            "stop",
            "{t} is above the {max} that {kiln} is made for.",
            "Follow the kiln maker. Choose a softer glass, or a lower temperature held longer.",
            t=show(heat.highest_c, "temperature"),
            max=show(kiln.highest_c, "temperature"),
            kiln=kiln.name,
        )
    rated_c = load.rated_c
    if heat.highest_c > rated_c:
        yield finding(
            "heat.above-mould-rating",
            "stop",
            "{t} is above the {max} that {mould} stands.",
            "It crumbles or cracks, and the glass runs out. The rating is common practice: your maker's counts.",
            t=show(heat.highest_c, "temperature"),
            max=show(rated_c, "temperature"),
            mould=load.material.name,
        )


def heat_findings(worked: HeatResult, heat: HeatPlan | None) -> Iterator[Finding]:
    """What is unwise about the heat."""
    kiln = worked.heat.kiln
    if worked.refusal:
        yield finding(
            "heat.kiln-cannot", "stop", "{kiln} cannot do this firing.", "{why}.", kiln=kiln.name, why=worked.refusal
        )
    yield from _fit(worked)
    if heat is None or worked.firing is None:
        return
    yield from _ratings(worked, heat)
    yield from _window(worked, heat)
    yield from _law_and_window(worked)
    yield from _strain(worked, heat)
    slowest = min((s.rate_k_per_h for s in heat.steps if s.rate_k_per_h), default=1.0)
    if slowest < 0.5:
        yield finding(
            "heat.slower-than-controllers",
            "stop" if slowest < 0.1 else "think",
            "The slowest step asks for {rate}. Few controllers hold that.",
            "Glass that counts as {d} thick cools this slowly. Look at how heat leaves, or make it thinner.",
            rate=show(slowest, "rate"),
            d=show(round(worked.effective_m, 3), "length"),
        )
    if heat.total_s > 30 * 86400:
        yield finding(
            "heat.very-long",
            "think",
            "This firing lasts {t}.",
            "Anneal time grows with the square of the thickness.",
            t=show(heat.total_s, "duration"),
        )
    for step in heat.steps:
        if step.late is not None:
            yield Finding("heat.kiln-cannot-follow", "heat", "note", step.late, step.why)
    yield from _attending(worked, heat)
    if is_night(datetime.fromisoformat(heat.opens_at)):
        yield finding(
            "heat.opens-at-night",
            "note",
            "The lid may be opened at night, {t}.",
            "It can wait until morning: longer with the lid shut does no harm.",
            t=heat.opens,
        )
