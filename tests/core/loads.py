"""Members of a firing for tests: a stage of a process as it begins, bent where a test says so."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from coldcradle.document.piece import read_piece
from coldcradle.heat.schedule.firing import FiringPlan as Programme
from coldcradle.load.firing import plan_firing
from coldcradle.load.inputs import FiringInput, LoadInput, Member
from coldcradle.load.result import FiringPlan
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import StageResult
from tests.core.test_rule_samples import begun

__all__ = ["fired", "firing", "member", "ran"]


def member(process: str, name: str = "", *, alike: int = 1, **changes: Any) -> Member:
    """A stage of a process in the large kiln; `heat__target="gentle"` and so on change what it is told."""
    document = begun(process)
    for path, value in changes.items():
        station, entry = path.split("__")
        document["stages"][0][station][entry] = value
    piece = read_piece(document).piece
    staged = staged_of(piece, piece.stages[-1].key)
    called = name or process
    return Member(key=called, name=called, stage=replace(staged.stage, alike=alike), incoming=staged.incoming)


def ran(one: StageResult) -> Programme:
    """The programme of a stage, which the kiln can do."""
    assert one.heated.firing is not None
    return one.heated.firing


def firing(*members: Member, **load: Any) -> FiringInput:
    return FiringInput(members=members, load=LoadInput(**load))


def fired(*members: Member, **load: Any) -> FiringPlan:
    return plan_firing(firing(*members, **load))
