"""The order in which a piece is made: its firings, and between them the steps at the bench."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from coldcradle.bench.inputs import BenchInput
from coldcradle.piece.inputs import PieceInput, StageInput

__all__ = ["Between", "between_stages", "in_order", "key_of", "unplaced"]


def key_of(taken: str) -> str:
    """The stage or step of what is taken: “cut.b” is of “cut”."""
    return taken.partition(".")[0]


def in_order(piece: PieceInput) -> Iterator[StageInput | BenchInput]:
    """Stages as they stand, each step at the bench as soon as there is all that it takes; those that never come to be,
    because they wait for one another, are left out.
    """
    placed: set[str] = set()
    waiting = list(piece.bench)

    def ready() -> Iterator[BenchInput]:
        moved = True
        while moved:
            moved = False
            for step in list(waiting):
                if all(key_of(t.key) in placed for t in step.takes):
                    waiting.remove(step)
                    placed.add(step.key)
                    moved = True
                    yield step

    for stage in piece.stages:
        placed.add(stage.key)
        yield stage
        yield from ready()


def unplaced(stages: Sequence[tuple[str, Sequence[str]]], bench: Sequence[tuple[str, Sequence[str]]]) -> set[str]:
    """The keys, of stages and steps with what each takes, that can never be made in this order."""
    placed: set[str] = set()
    waiting, stuck = dict(bench), set()
    for key, takes in stages:
        if any(key_of(t) not in placed for t in takes):
            stuck.add(key)
        else:
            placed.add(key)
        while found := [k for k, ts in waiting.items() if all(key_of(t) in placed for t in ts)]:
            for k in found:
                placed.add(k)
                del waiting[k]
    return stuck | set(waiting)


@dataclass(frozen=True, slots=True, kw_only=True)
class Between:
    """What lies between a stage and one that takes from it: how long at the bench and waiting, s, the longest way."""

    from_key: str
    time_s: float


def between_stages(piece: PieceInput, times_s: Mapping[str, float]) -> dict[str, tuple[Between, ...]]:
    """For each stage the stages that it is made from directly, through any steps at the bench.

    `times_s` tells how long each step takes with what it waits for, by its key.
    """
    steps = {step.key: step for step in piece.bench}

    def roots(taken: Sequence[str], spent_s: float, seen: frozenset[str]) -> Iterator[Between]:
        for key in map(key_of, taken):
            step = steps.get(key)
            if step is None:
                yield Between(from_key=key, time_s=spent_s)
            elif key not in seen:
                yield from roots([t.key for t in step.takes], spent_s + times_s.get(key, 0.0), seen | {key})

    found = {}
    for stage in piece.stages:
        longest: dict[str, float] = {}
        for one in roots([t.key for t in stage.takes], 0.0, frozenset()):
            longest[one.from_key] = max(longest.get(one.from_key, 0.0), one.time_s)
        found[stage.key] = tuple(Between(from_key=k, time_s=s) for k, s in longest.items())
    return found
