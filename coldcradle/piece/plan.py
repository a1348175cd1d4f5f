"""plan(PieceInput) -> PiecePlan: the fold over the stages of a piece, as one pure function."""

from __future__ import annotations

import functools
import hashlib
from collections.abc import Mapping
from datetime import datetime

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.steps import StepKey
from coldcradle.layup.outcome import Incoming, Outcome
from coldcradle.piece.chain import ChainPlan, Link, Travel, plan_chain
from coldcradle.piece.inputs import PieceInput, StageInput
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


def incoming_of(stage: StageInput, outcomes: Mapping[str, tuple[str, Outcome]]) -> tuple[Incoming, ...]:
    """What goes into a stage; `outcomes` holds name and outcome of the stages before, by key.

    Raises ImpossibleInput when it takes from a stage that does not stand before it.
    """
    found = []
    for taken in stage.takes:
        if taken.key not in outcomes:
            raise ImpossibleInput(f"expected “{stage.name}” to take from a stage before it, got {taken.key}")
        name, outcome = outcomes[taken.key]
        found.append(Incoming(key=taken.key, name=name, count=taken.count, outcome=outcome))
    return tuple(found)


def staged_of(piece: PieceInput, key: str) -> StageWithInputs:
    """One stage of a piece with what goes into it. Raises KeyError where there is no such stage."""
    outcomes: dict[str, tuple[str, Outcome]] = {}
    for stage in piece.stages:
        incoming = incoming_of(stage, outcomes)
        if stage.key == key:
            return StageWithInputs(stage, incoming)
        outcomes[stage.key] = (stage.name, remembered_stage(stage, incoming).outcome)
    raise KeyError(key)


def plan(piece: PieceInput) -> PiecePlan:
    """The plan of a piece. Pure: the same input gives the same plan, and nothing else is read or written.

    The stages stand in the order of what takes what; each is remembered by the digest of its input, so that an edit
    of one plans only it and what is made from it anew.
    """
    outcomes: dict[str, tuple[str, Outcome]] = {}
    stages = []
    for stage in piece.stages:
        planned = remembered_stage(stage, incoming_of(stage, outcomes))
        outcomes[stage.key] = (stage.name, planned.outcome)
        stages.append(planned)
    return PiecePlan(piece.name, stages, chain_of(piece, stages))


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


def chain_of(piece: PieceInput, stages: list[StagePlan]) -> ChainPlan:
    """The stages as links of one chain: what is made from what, and what travels."""
    by_key = {stage.key: planned for stage, planned in zip(piece.stages, stages, strict=True)}
    ancestors: dict[str, frozenset[str]] = {}
    links = []
    for stage, planned in zip(piece.stages, stages, strict=True):
        direct = [t.key for t in stage.takes]
        ancestors[stage.key] = frozenset(direct).union(*(ancestors[key] for key in direct))
        travels = tuple(
            Travel(
                from_key=t.key,
                from_name=by_key[t.key].name,
                count=t.count,
                words=say("{n} × {m}", n=str(t.count), m=show(by_key[t.key].outcome.weight_kg, "mass")),
            )
            for t in stage.takes
        )
        links.append(_link(stage, planned, ancestors[stage.key], travels))
    return plan_chain(links)
