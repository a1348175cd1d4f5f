"""Firings: begin one, change one with a revision of its own, undo and redo, and tell the pieces that share it."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime
from typing import Any

from django.db.models import F

from coldcradle.errors import DocumentError, Fault
from studio.models import Firing, FiringRevision, Kiln, Piece, Stage

__all__ = [
    "begin_firing",
    "firing_snapshot",
    "forget_partners",
    "must_not_be_fired",
    "next_firing_revision",
    "record_firing",
    "restore_firing",
    "save_firing",
]


_PLANNED = ("kiln", "starts_at", "time_zone", "inputs", "load")  # what an edit changes; never its state or its clock


def must_not_be_fired(stage: Stage) -> None:
    """Raises DocumentError for a stage that was fired: its page in the notebook stands on it."""
    if stage.firing.started_at is not None:
        why = "expected a stage that was not fired yet: the notebook keeps this one. Plan the next one instead"
        raise DocumentError([Fault("stage", why, "")])


def firing_snapshot(firing: Firing) -> dict[str, Any]:
    """What a revision of a firing keeps."""
    return {
        "kiln_id": firing.kiln_id,
        "starts_at": firing.starts_at.isoformat(),
        "time_zone": firing.time_zone,
        "inputs": firing.inputs,
        **({"load": firing.load} if firing.load else {}),
    }


def begin_firing(studio: Any, kiln: Kiln, elsewhere: dict[str, Any], *, label: str, when: datetime) -> Firing:
    """A new firing from what `split_stage` parted off, with its first revision."""
    firing = Firing(
        studio=studio,
        kiln=kiln,
        starts_at=elsewhere["starts_at"],
        time_zone=elsewhere["time_zone"],
        inputs=elsewhere["firing"],
    )
    firing.save()
    record_firing(firing, label, when)
    return firing


def record_firing(firing: Firing, label: str, when: datetime) -> None:
    """Keep how a firing stands as its newest step."""
    firing.head = FiringRevision.objects.create(
        firing=firing, parent=firing.head, label=label[:120], snapshot=firing_snapshot(firing), created_at=when
    )
    firing.save(update_fields=["head", "updated_at"])


def _tell_others(firing: Firing, piece: Piece | None) -> None:
    """Other pieces in it stand differently now: edits of what they were are refused, lists worked out anew."""
    others = Piece.objects.filter(stages__firing=firing).exclude(pk=piece.pk if piece else None)
    ids = list(others.values_list("pk", flat=True).distinct())
    Piece.objects.filter(pk__in=ids).update(version=F("version") + 1, summary=None)


def forget_partners(firings: Iterable[int], piece: Piece | None) -> None:
    """What lists show of other pieces in these firings is worked out anew: their programme follows from all in it."""
    others = Piece.objects.filter(stages__firing__in=list(firings)).exclude(pk=piece.pk if piece else None)
    Piece.objects.filter(pk__in=list(others.values_list("pk", flat=True))).update(summary=None)


def save_firing(firing: Firing, piece: Piece | None, *, label: str, when: datetime) -> bool:
    """Keep a changed firing as a revision of its own; False when nothing of it was changed."""
    if firing.head is not None and firing.head.snapshot == firing_snapshot(firing):
        return False
    firing.version += 1
    firing.save(update_fields=[*_PLANNED, "version", "updated_at"])
    record_firing(firing, label, when)
    _tell_others(firing, piece)
    return True


def restore_firing(firing: Firing, revision: FiringRevision, piece: Piece | None) -> None:
    """Make a firing what a revision of it says."""
    kept = revision.snapshot
    firing.kiln_id, firing.inputs, firing.load = kept["kiln_id"], kept["inputs"], kept.get("load", {})
    firing.starts_at, firing.time_zone = datetime.fromisoformat(kept["starts_at"]), kept["time_zone"]
    firing.head = revision
    firing.version += 1
    firing.save(update_fields=[*_PLANNED, "head", "version", "updated_at"])
    _tell_others(firing, piece)


def next_firing_revision(firing: Firing) -> FiringRevision | None:
    """What redo would bring back."""
    return firing.head.children.last() if firing.head else None
