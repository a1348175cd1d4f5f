"""plan(PieceInput) -> PiecePlan: the fold over the stages of a piece, as one pure function."""

from __future__ import annotations

import functools
import hashlib
from collections.abc import Collection, Mapping, Sequence
from dataclasses import replace
from datetime import datetime

from coldcradle.bench.inputs import BenchInput
from coldcradle.bench.result import BenchPlan
from coldcradle.bench.step import plan_bench
from coldcradle.errors import ImpossibleInput
from coldcradle.heat.steps import StepKey
from coldcradle.layup.inputs import Taken
from coldcradle.layup.outcome import Incoming, Outcome
from coldcradle.piece.chain import ChainPlan, Link, Travel, plan_chain
from coldcradle.piece.inputs import PieceInput, StageInput
from coldcradle.piece.order import between_stages, in_order, key_of
from coldcradle.piece.result import PiecePlan, StagePlan
from coldcradle.piece.sharing import sharer_of
from coldcradle.piece.stage import StageWithInputs, plan_stage
from coldcradle.quantity.format import say, show

__all__ = ["RememberedStage", "chain_of", "incoming_of", "plan", "remembered_stage", "staged_of"]

_REMEMBERED = 96


class RememberedStage:
    """A stage with what goes into it, told apart by the digest of both."""

    def __init__(self, stage: StageInput, incoming: tuple[Incoming, ...]) -> None:
        self.stage, self.incoming = stage, incoming
        # every field of the input is a plain value, so what is written out is all there is
        self.digest = hashlib.blake2b(repr((stage, incoming)).encode(), digest_size=16).digest()

    def __hash__(self) -> int:
        return hash(self.digest)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, RememberedStage) and self.digest == other.digest


@functools.lru_cache(maxsize=_REMEMBERED)
def _planned(key: RememberedStage) -> StagePlan:
    return plan_stage(key.stage, key.incoming)


def remembered_stage(stage: StageInput, incoming: tuple[Incoming, ...] = ()) -> StagePlan:
    """The plan of a stage, worked out once for each input."""
    return _planned(RememberedStage(stage, incoming))


def incoming_of(
    name: str, takes: Sequence[Taken], outcomes: Mapping[str, tuple[str, Outcome]], worked: Collection[str] = ()
) -> tuple[Incoming, ...]:
    """What goes into a stage, or a step at the bench, called `name`; `outcomes` holds name and outcome of what was made
    before, by key, `worked` the keys of steps at the bench, which make no more than they give. What is no longer cut
    is taken as the first of what is.

    Raises ImpossibleInput when it takes from what does not stand before it.
    """
    called, found = name, []
    for taken in takes:
        made = outcomes.get(taken.key) or outcomes.get(key_of(taken.key))
        if made is None:
            raise ImpossibleInput(f"expected “{called}” to take from a stage before it, got {taken.key}")
        name, outcome = made
        gives = outcome.pieces if key_of(taken.key) in worked else None
        found.append(Incoming(key=taken.key, name=name, count=taken.count, outcome=outcome, gives=gives))
    return tuple(found)


class _Making:
    """A piece as it is made: what has come to be so far."""

    def __init__(self, piece: PieceInput) -> None:
        self.outcomes: dict[str, tuple[str, Outcome]] = {}
        self.densities = {s.glass.kind.key: s.glass.kind.density_kg_m3 for s in piece.stages}
        self.bench: list[BenchPlan] = []
        self.alike = piece.alike

    def staged(self, stage: StageInput) -> StageWithInputs:
        return StageWithInputs(stage, self._taken(stage.name, stage.takes))

    def _taken(self, name: str, takes: Sequence[Taken]) -> tuple[Incoming, ...]:
        return incoming_of(name, takes, self.outcomes, {b.key for b in self.bench})

    def fired(self, stage: StageInput) -> StagePlan:
        staged = self.staged(stage)
        planned = remembered_stage(staged.stage, staged.incoming)
        self.outcomes[stage.key] = (stage.name, planned.outcome)
        return planned

    def at_the_bench(self, step: BenchInput) -> None:
        incoming = self._taken(step.called, step.takes)
        planned = _remembered_bench(step, incoming, tuple(self.densities.items()), self.alike)
        for part in reversed(planned.parts):
            self.outcomes[part.key] = self.outcomes[step.key] = (part.name, part.outcome)
        self.bench.append(planned)


@functools.lru_cache(maxsize=_REMEMBERED)
def _remembered_bench(
    step: BenchInput, incoming: tuple[Incoming, ...], densities: tuple[tuple[str, float], ...], alike: int
) -> BenchPlan:
    return plan_bench(step, incoming, densities=dict(densities), alike=alike)


def staged_of(piece: PieceInput, key: str) -> StageWithInputs:
    """One stage of a piece with what goes into it. Raises KeyError where there is no such stage."""
    making = _Making(piece)
    for node in in_order(piece):
        if isinstance(node, BenchInput):
            making.at_the_bench(node)
        elif node.key == key:
            return making.staged(node)
        else:
            making.fired(node)
    raise KeyError(key)


def plan(piece: PieceInput) -> PiecePlan:
    """The plan of a piece. Pure: the same input gives the same plan, and nothing else is read or written.

    The stages stand in the order of what takes what; each is remembered by the digest of its input, so that an edit
    of one plans only it and what is made from it anew.
    """
    making, stages = _Making(piece), []
    for node in in_order(piece):
        if isinstance(node, BenchInput):
            making.at_the_bench(node)
        else:
            stages.append(making.fired(node))
    return PiecePlan(piece.name, stages, chain_of(piece, stages, making.bench), making.bench)


def _link(stage: StageInput, planned: StagePlan, ancestors: frozenset[str], travels: tuple[Travel, ...]) -> Link:
    heat = planned.heat
    peak = next((s for s in heat.steps if s.key == StepKey.PEAK), None) if heat else None
    many = sum(t.count for t in stage.takes) + bool(stage.layup.layers) > 1
    waits = next((word for word in planned.states.values() if word not in _READY), "")
    return Link(
        key=stage.key,
        name=stage.name,
        process=stage.heat.process,
        kind=stage.glass.kind,
        peak_c=peak.to_c if peak else stage.heat.room_c,
        hold_s=peak.hold_s if peak else 0.0,
        total_s=heat.total_s if heat else 0.0,
        thickness_m=planned.outcome.thickness_m,
        starts_at=datetime.fromisoformat(heat.starts_at).astimezone(stage.heat.starts_at.tzinfo)
        if heat and heat.starts_at
        else stage.heat.starts_at,
        awake=stage.heat.awake,
        ancestors=ancestors,
        joins=frozenset(t.key for t in stage.takes) if many else frozenset(),
        travels=travels,
        kiln=stage.heat.kiln.name,
        line=tuple(heat.line) if heat else (),
        gives=planned.gives,
        state=waits or "planned",
        asks=sharer_of(stage.name, stage, planned),
        stiffer_k=stage.glass.stiffer_k,
    )


_READY = ("measured", "enough", "laid", "planned")


def chain_of(piece: PieceInput, stages: list[StagePlan], bench: Sequence[BenchPlan] = ()) -> ChainPlan:
    """The stages as links of one chain: what is made from what, and what travels."""
    made: dict[str, tuple[str, Outcome]] = {}
    for stage, planned in zip(piece.stages, stages, strict=True):
        made[stage.key] = (planned.name, planned.outcome)
    for step in bench:
        for part in reversed(step.parts):
            made[part.key] = made[step.key] = (part.name, part.outcome)
    between = between_stages(piece, {b.key: b.time_s + b.waits_s for b in bench})
    ancestors: dict[str, frozenset[str]] = {}
    links = []
    for stage, planned in zip(piece.stages, stages, strict=True):
        direct = between[stage.key]
        keys = [one.from_key for one in direct]
        ancestors[stage.key] = frozenset(keys).union(*(ancestors[key] for key in keys))
        travels = tuple(_travel(t, *(made.get(t.key) or made[key_of(t.key)])) for t in stage.takes)
        link = _link(stage, planned, ancestors[stage.key], travels)
        joins = frozenset(keys) if link.joins else link.joins
        bench_s = {one.from_key: one.time_s for one in direct if one.time_s > 0}
        links.append(replace(link, joins=joins, bench_s=bench_s))
    return plan_chain(links)


def _travel(taken: Taken, name: str, outcome: Outcome) -> Travel:
    return Travel(
        from_key=taken.key,
        from_name=name,
        count=taken.count,
        words=say("{n} × {m}", n=str(taken.count), m=show(outcome.weight_kg, "mass")),
    )
