"""plan_firing(FiringInput) -> FiringPlan: one firing from what lies in it, as one pure function."""

from __future__ import annotations

import functools
from collections.abc import Sequence
from dataclasses import dataclass, replace

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.explain.steps import shown_steps
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.limits import MEND_OVER, PASSING_OVER, is_over
from coldcradle.heat.model.soak import settled_soak_s
from coldcradle.heat.present import look_ins
from coldcradle.heat.schedule.segments import Run, run_programme
from coldcradle.heat.schedule.shared import shared_segments
from coldcradle.heat.shared import FiringShare, SharedStep
from coldcradle.heat.steps import StepKey
from coldcradle.layup.explain.outcome import outcome_words
from coldcradle.load.answer import firing_answer
from coldcradle.load.footprint import Footprint, footprint_of
from coldcradle.load.inputs import Berth, FiringInput, Member, Shelf
from coldcradle.load.layout import Layout, berths_arranged, lay_out
from coldcradle.load.needs import Window, peak_step_of, window_of
from coldcradle.load.peak import CommonPeak, common_peak
from coldcradle.load.places import places_of
from coldcradle.load.programme import Asked, Mended, shared_steps
from coldcradle.load.result import FiringPlan, MemberPlan
from coldcradle.load.room import SHELF_J_PER_KG_K, shelf_kg
from coldcradle.load.rules import firing_findings
from coldcradle.load.verdict import harm_of, heat_verdict, spare_of
from coldcradle.load.ways import ways_out
from coldcradle.piece.plan import RememberedStage
from coldcradle.piece.stage import StageResult, compute_stage, fired_again
from coldcradle.quantity.format import Message, say, show

__all__ = ["alone_of", "arranged", "lay_out_firing", "look_ins_s", "plan_firing", "windows_in"]

_REMEMBERED, _MENDS = 32, 3
_WORST = ("good", "short", "over", "unsafe")


@functools.lru_cache(maxsize=_REMEMBERED)
def _alone(key: RememberedStage) -> StageResult:
    heat = replace(key.stage.heat, overrides=(), share=FiringShare())
    return compute_stage(replace(key.stage, heat=heat), key.incoming)


@functools.lru_cache(maxsize=_REMEMBERED)
def _fired(key: RememberedStage, share: FiringShare) -> StageResult:
    alone = _alone(key)
    kept = replace(alone, stage=replace(alone.stage, heat=key.stage.heat))  # steps set by hand hold for all
    return fired_again(kept, share, key.incoming)


@dataclass(frozen=True, slots=True)
class _Asker:
    """A member at one of the places where its copies stand."""

    member: Member
    key: RememberedStage
    place: str
    asked: Asked


def _askers(firing: FiringInput) -> list[_Asker]:
    found = []
    for member in firing.members:
        key = RememberedStage(member.stage, member.incoming)
        alone = _alone(key)
        heated = alone.heated
        if heated.firing is None:
            raise ImpossibleInput(f"{member.name}: {heated.refusal}")
        for place in places_of(member, firing.load):
            heat = replace(heated.heat, share=FiringShare(place=place))
            window = window_of(heated.load, heat, heated.firing)
            asked = Asked(name=member.name, load=heated.load, heat=heat, firing=heated.firing, window=window)
            found.append(_Asker(member, key, place, asked))
    return found


def _pressing_kg(asker: _Asker) -> float:
    """What weighs on one copy to press it, kg, without what was told to be in the kiln besides."""
    return asker.asked.load.furniture_kg - asker.asked.heat.furniture_kg


def _whole_j_per_k(askers: Sequence[_Asker], shelves: Sequence[Shelf]) -> float:
    """Heat capacity of all glass, moulds, weights that press and shelves that go in, J/K; what was told to be in the
    kiln besides is counted with each stage.
    """
    once = {a.member.key: a for a in askers}.values()
    laid = sum(a.member.copies * (a.asked.load.own_j_per_k + _pressing_kg(a) * SHELF_J_PER_KG_K) for a in once)
    kiln = askers[0].asked.heat.kiln
    return laid + sum(shelf_kg(shelf, kiln) for shelf in shelves) * SHELF_J_PER_KG_K


def _share(asker: _Asker, whole_j_per_k: float, steps: tuple[SharedStep, ...], whole_s: float) -> FiringShare:
    mine = asker.member.copies * asker.asked.load.own_j_per_k + _pressing_kg(asker) * SHELF_J_PER_KG_K
    beside = max(0.0, whole_j_per_k - mine)
    return FiringShare(place=asker.place, beside_j_per_k=round(beside, 3), whole_s=whole_s, steps=steps)


@dataclass(frozen=True, slots=True)
class _Fired:
    """A programme for all, run in the middle of the kiln and through every member."""

    steps: tuple[SharedStep, ...]
    run: Run
    results: list[StageResult]


def _fire(askers: Sequence[_Asker], peak: CommonPeak, kiln: LoadedKiln, whole: float, mended: Mended) -> _Fired:
    steps = shared_steps([a.asked for a in askers], peak, kiln, mended)
    middle = _middle(askers[0].asked.heat, askers[0].key.stage.heat, steps)
    run = run_programme(shared_segments(middle), kiln)
    whole_s = float(round(run.total_s))
    return _Fired(steps, run, [_fired(a.key, _share(a, whole, steps, whole_s)) for a in askers])


def _middle(heat: HeatInput, told: HeatInput, steps: tuple[SharedStep, ...]) -> HeatInput:
    """The heat of somebody who stands in the middle of the kiln, with the steps set by hand."""
    return replace(heat, kiln_zone="", share=FiringShare(steps=steps), overrides=told.overrides)


def _mended(askers: Sequence[_Asker], fired: _Fired, mended: Mended) -> Mended:
    """What must still be slower or longer after the run through every member's own bodies."""
    warm, slow, surface, soak_s, rest_s = mended.warm, mended.slow, mended.surface, 0.0, 0.0
    for result in fired.results:
        heated = result.heated
        if heated.firing is None:
            continue
        firing, load, heat = heated.firing, heated.load, heated.heat
        worst = firing.warming.worst
        if worst is not None and is_over(worst.share, 1.0, PASSING_OVER):
            warm = min(warm, 0.985 * mended.warm / worst.share)
        if not heat.is_by_table and is_over(firing.left_pa, heat.stress_pa, MEND_OVER):
            slow = min(slow, 0.985 * mended.slow * heat.stress_pa / firing.left_pa)
        pull, _, _, allowed = firing.cooling_peak(firing.soaked.total_s)
        if is_over(pull, allowed, PASSING_OVER):
            surface = min(surface, 0.985 * mended.surface * allowed / pull)
        soak = firing.soaked.steps[-1]
        settled = firing.soaked.settled_s
        if settled is not None and heat.soak_method != "thumb" and not heat.is_by_table:
            short = settled_soak_s(load.kind, settled_s=settled) - soak.hold_s
            if soak.key == StepKey.REST:
                rest_s = max(rest_s, short)
            else:
                soak_s = max(soak_s, short)
    later = Mended(warm, slow, surface, mended.soak_s + soak_s, mended.rest_s + rest_s)
    return later if later != mended and not _is_by_hand(askers) else mended


def _is_by_hand(askers: Sequence[_Asker]) -> bool:
    return bool(askers[0].key.stage.heat.overrides)


def _member_plan(member: Member, askers: Sequence[_Asker], results: Sequence[StageResult], peak_c: float) -> MemberPlan:
    """A member by the programme for all, as its copy that is worst off has it."""
    plans = []
    for asker, result in zip(askers, results, strict=True):
        if asker.member.key != member.key:
            continue
        own = asker.asked
        window, share = own.window, result.stage.heat.share
        if result.heated.firing is None:
            spare, times, word, says = (0.0, 0.0), 0.0, "unsafe", harm_of(result)
        else:
            spare, times = spare_of(window, result, peak_c)
            word, says = heat_verdict(result, spare, times, window.least_per_pa / window.own_per_pa)
            harm = harm_of(result)
            if harm is not None:
                word, says = "unsafe", harm
        heated = result.heated
        plans.append(
            MemberPlan(
                member=member,
                word=word,  # type: ignore[arg-type]  # one of four words
                says=says or say(""),
                spare_k=spare,
                times=times,
                place=asker.place,
                own=_own_words(window.own_c, window.own_hold_s, own.firing.run.total_s),
                gives=outcome_words(result.laid.outcome),
                own_total_s=own.firing.run.total_s,
                total_s=heated.firing.run.total_s if heated.firing is not None else 0.0,
                share=share,
                result=result,
            )
        )
    return max(plans, key=lambda p: (_WORST.index(p.word), -min(p.spare_k)))


def _own_words(peak_c: float, hold_s: float, total_s: float) -> Message:
    return say(
        "alone {t} for {h}, {all} in all",
        t=show(round(peak_c), "temperature"),
        h=show(hold_s, "duration"),
        all=show(total_s, "duration"),
    )


def plan_firing(firing: FiringInput) -> FiringPlan:
    """The plan of a firing. Pure: the same input gives the same plan, and nothing else is read or written.

    A stage that has its kiln to itself gets exactly the programme it would be planned with; several get one for all:
    peak and hold by `common_peak`, every other step as slow and long as any of them needs, run through every member's
    own bodies cold and hot, and made slower where a run says so.

    Raises ImpossibleInput for a firing with nothing in it, or one that the kiln cannot do.
    """
    askers = _askers(firing)
    whole = _whole_j_per_k(askers, firing.load.shelves)
    told = firing.members[0].stage.heat
    if len(askers) == 1:
        results = [_fired(askers[0].key, _share(askers[0], whole, (), 0.0))]
        return _told(firing, askers, results, None, None, ())
    kiln = told.kiln.loaded(load_j_per_k=whole + told.furniture_kg * SHELF_J_PER_KG_K, room_c=told.room_c)
    peak = common_peak([a.asked.window for a in askers])
    mended = Mended()
    fired = _fire(askers, peak, kiln, whole, mended)
    for _ in range(_MENDS):
        later = _mended(askers, fired, mended)
        if later == mended:
            break
        mended = later
        fired = _fire(askers, peak, kiln, whole, mended)
    return _told(firing, askers, fired.results, peak, fired.run, fired.steps)


def alone_of(member: Member) -> StageResult:
    """A member as it would be fired alone, at the place that was named for it."""
    return _alone(RememberedStage(member.stage, member.incoming))


def look_ins_s(member: Member) -> tuple[float, ...]:
    """When somebody must be there for a member by its own programme, s from the start."""
    heated = alone_of(member).heated
    if heated.firing is None:
        return ()
    return tuple(visit.at_s for visit in look_ins(heated.firing, heated.load, heated.heat))


def windows_in(firing: FiringInput) -> list[tuple[str, str, Window]]:
    """What each in a firing asks at each place where its copies stand: name, place, window of heat work."""
    return [(a.asked.name, a.place, a.asked.window) for a in _askers(firing)]


def _prints(firing: FiringInput) -> tuple[dict[str, Footprint], dict[str, float]]:
    """Footprints of all members, and the peak each would have alone, °C."""
    prints, asked_c = {}, {}
    for member in firing.members:
        alone = _alone(RememberedStage(member.stage, member.incoming))
        prints[member.key] = footprint_of(alone)
        own = alone.heated.firing
        asked_c[member.key] = peak_step_of(own)[0] if own is not None else 0.0
    return prints, asked_c


def lay_out_firing(firing: FiringInput) -> Layout:
    """Where all of a firing lies: what has a berth as it was told, the rest where it would best be put."""
    return lay_out(firing, *_prints(firing))


def arranged(firing: FiringInput) -> tuple[Berth, ...]:
    """Berths for all of a firing, on as few shelves as it takes; what is locked stays."""
    return berths_arranged(firing, *_prints(firing))


def _told(
    firing: FiringInput,
    askers: Sequence[_Asker],
    results: Sequence[StageResult],
    peak: CommonPeak | None,
    run: Run | None,
    steps: tuple[SharedStep, ...],
) -> FiringPlan:
    hand = next((o.to_c for o in firing.members[0].stage.heat.overrides if o.key == StepKey.PEAK and o.to_c), None)
    own_c = askers[0].asked.window.own_c
    peak_c = own_c if peak is None else peak.peak_c if hand is None else hand
    members = tuple(_member_plan(m, askers, results, peak_c) for m in firing.members)
    own_run = results[0].heated.firing
    shown = run or (own_run.run if own_run is not None else None)
    refusal = results[0].heated.refusal if shown is None else ""
    windows = [(a.asked.name, a.place, a.asked.window) for a in askers]
    ways = ways_out(windows, members, told_c=peak_c) if peak is not None else ()
    return FiringPlan(
        members=members,
        steps=tuple(shown_steps(shown.steps)) if shown else (),
        run=shown,
        peak=peak,
        deciders={step.key: step.by for step in steps},
        answer=firing_answer(members, shown, peak, refusal),
        ways=ways,
        findings=tuple(firing_findings(members, shown, peak, steps)),
        total=show(shown.total_s if shown else 0.0, "duration"),
        energy=show(shown.energy_j if shown else 0.0, "energy"),
        refusal=refusal,
    )
