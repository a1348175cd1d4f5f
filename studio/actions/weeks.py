"""Firings of a planned week taken, all or one by one, in one step that can be taken back."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.utils import timezone

from coldcradle.errors import DocumentError, Fault, ImpossibleInput
from studio.actions.firings import firing_snapshot, forget_partners, record_firing
from studio.actions.pieces import keep_revision
from studio.keeping import keeping
from studio.kiln_times import busy_times, clash_in
from studio.made_from import why_not_together
from studio.models import Firing, Kiln, Piece, Stage, WeekTaken
from studio.piece_rows import stages_of

__all__ = ["Proposed", "take_back", "take_firings"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Proposed:
    """A firing as it was proposed: firings that wait put into one, in a kiln, from a moment on."""

    firing_ids: tuple[int, ...]
    kiln_id: int
    starts_at: datetime
    ends_at: datetime


def _kept(stages: Iterable[Stage]) -> dict[str, Any]:
    """How stages and their firings stand."""
    rows = list(stages)
    firings = {row.firing_id: row.firing for row in rows}
    return {
        "stages": {str(row.pk): row.firing_id for row in rows},
        "firings": {str(pk): firing_snapshot(firing) for pk, firing in firings.items()},
    }


def _stages(studio: Any, firing_ids: Iterable[int]) -> list[Stage]:
    rows = Stage.objects.filter(piece__studio=studio, firing__in=list(firing_ids)).select_related("firing", "piece")
    return list(rows.order_by("pk"))


def _checked(studio: Any, proposed: Sequence[Proposed]) -> None:
    ids = [pk for one in proposed for pk in one.firing_ids]
    rows = {f.pk: f for f in Firing.objects.of(studio).filter(pk__in=ids)}
    for i, one in enumerate(proposed):
        if not one.firing_ids or any(pk not in rows for pk in one.firing_ids):
            raise DocumentError([Fault(f"firings.{i}", "expected firings of this studio that wait", "")])
        if any(rows[pk].started_at is not None for pk in one.firing_ids):
            raise DocumentError([Fault(f"firings.{i}", "expected firings that have not begun; plan the week anew", "")])
        if any(not rows[pk].inputs.get("undated") for pk in one.firing_ids):
            why = "expected firings without a start; one of them has been given one. Plan the week anew"
            raise DocumentError([Fault(f"firings.{i}", why, "")])
    stands = busy_times(studio, timezone.now())
    for i, one in enumerate(proposed):
        clash = clash_in(stands.get(one.kiln_id, []), one.starts_at, one.ends_at - one.starts_at)
        if clash is not None:
            why = f"expected a kiln that is free: “{clash.name}” has it by now. Plan the week anew"
            raise DocumentError([Fault(f"firings.{i}", why, "")])
    if len(set(ids)) < len(ids):
        raise DocumentError([Fault("firings", "expected each firing once", "")])


@keeping
def take_firings(studio: Any, proposed: Sequence[Proposed]) -> WeekTaken:
    """Give what waits its kilns and starts, and put together what was proposed together; all of it or nothing.

    Raises DocumentError where something was changed since it was proposed.
    """
    _checked(studio, proposed)
    stages = _stages(studio, (pk for one in proposed for pk in one.firing_ids))
    before = _kept(stages)
    when = timezone.now()
    for one in proposed:
        first = Firing.objects.get(pk=one.firing_ids[0])
        first.kiln = Kiln.objects.one(studio, one.kiln_id, "kiln")
        first.starts_at = one.starts_at
        first.inputs = {name: typed for name, typed in first.inputs.items() if name not in ("undated", "ready_by")}
        first.version += 1
        first.save(update_fields=["kiln", "starts_at", "inputs", "version", "updated_at"])
        record_firing(first, "the week planned", when)
        for stage in stages:
            if stage.firing_id in one.firing_ids[1:]:
                if why := why_not_together(stage, first):
                    raise DocumentError([Fault("firings", why, "")])
                stage.firing = first
                stage.save(update_fields=["firing"])
    _tell(stages)
    after = _kept(_stages_by_id(before))
    return WeekTaken.objects.create(studio=studio, before=before, after=after)


def _stages_by_id(kept: dict[str, Any]) -> list[Stage]:
    ids = [int(pk) for pk in kept["stages"]]
    return list(Stage.objects.filter(pk__in=ids).select_related("firing", "piece").order_by("pk"))


def _tell(stages: Iterable[Stage]) -> None:
    """Every piece that was moved has a step of its own; it is planned when somebody looks at it."""
    pieces = Piece.objects.filter(pk__in={stage.piece_id for stage in stages}).select_related("head")
    when = timezone.now()
    for piece in pieces:
        keep_revision(piece, stages_of(piece), "the week planned", when)
        piece.version += 1
        piece.summary = None
        piece.save(update_fields=["head", "version", "summary", "updated_at"])
    forget_partners({stage.firing_id for stage in stages}, None)


@keeping
def take_back(studio: Any) -> None:
    """Everything that was taken last as it stood before. Raises ImpossibleInput where it was changed since."""
    taken = WeekTaken.objects.of(studio).filter(is_undone=False).first()
    if taken is None:
        raise ImpossibleInput("there is nothing of a week to take back")
    stages = _stages_by_id(taken.before)
    if _kept(stages) != taken.after or any(stage.firing.started_at is not None for stage in stages):
        raise ImpossibleInput("some of it was changed since, or has begun: it stands. Change it where it is planned")
    when = timezone.now()
    for pk, kept in taken.before["firings"].items():
        firing = Firing.objects.get(pk=int(pk))
        firing.kiln_id, firing.inputs, firing.load = kept["kiln_id"], kept["inputs"], kept.get("load", {})
        firing.starts_at, firing.time_zone = datetime.fromisoformat(kept["starts_at"]), kept["time_zone"]
        firing.version += 1
        firing.save(update_fields=["kiln", "inputs", "load", "starts_at", "time_zone", "version", "updated_at"])
        record_firing(firing, "the week taken back", when)
    for stage in stages:
        stage.firing_id = taken.before["stages"][str(stage.pk)]
        stage.save(update_fields=["firing"])
    taken.is_undone = True
    taken.save(update_fields=["is_undone", "updated_at"])
    _tell(_stages_by_id(taken.before))
