"""What is made from what, over all firings of a studio: nothing may lie in one kiln with what it is made from."""

from __future__ import annotations

from studio.bench_steps import roots_of, taken_keys
from studio.models import Firing, Stage

__all__ = ["why_not_together"]


def _earlier(stages: list[Stage]) -> dict[int, set[int]]:
    """For each firing those that must have been before it, by one step."""
    found: dict[int, set[int]] = {}
    by_key = {(s.piece_id, s.key): s.firing_id for s in stages}
    bench = {s.piece_id: s.piece.bench for s in stages}
    for stage in stages:
        for key in roots_of(bench[stage.piece_id], taken_keys(stage.inputs)):
            before = by_key.get((stage.piece_id, key))
            if before is not None:
                found.setdefault(stage.firing_id, set()).add(before)
    return found


def why_not_together(stage: Stage, firing: Firing) -> str:
    """Why a stage cannot lie in a firing: it, or something that lies there, would be made from what lies beside it.

    Nothing where it can.
    """
    pieces = {stage.piece_id, *firing.stages.values_list("piece_id", flat=True)}
    known: set[int] = set()
    while pieces != known:  # whatever shares a firing with these, and so on
        known = pieces
        firings = Stage.objects.filter(piece__in=known).values("firing")
        pieces = set(Stage.objects.filter(firing__in=firings).values_list("piece_id", flat=True)) | known
    stages = list(Stage.objects.filter(piece__in=known).select_related("piece"))
    for row in stages:
        if row.pk == stage.pk:
            row.firing_id = firing.pk
    earlier = _earlier(stages)
    seen, ahead = set(), set(earlier.get(firing.pk, set()))
    while ahead:
        if firing.pk in ahead:
            return "expected stages none of which is made from another: what is made from it must be fired after it"
        seen |= ahead
        ahead = {before for one in ahead for before in earlier.get(one, set())} - seen
    return ""
