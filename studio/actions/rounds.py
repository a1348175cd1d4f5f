"""A series parted into rounds: as many stages as it takes firings, each with its share of the copies."""

from __future__ import annotations

import copy
import math
from typing import Any

from django.utils import timezone

from coldcradle.errors import DocumentError, Fault
from coldcradle.piece.inputs import MOST_STAGES
from studio.actions.firings import begin_firing, must_not_be_fired
from studio.actions.pieces import keep_stage, locked, record
from studio.keeping import keeping
from studio.models import Piece, Stage
from studio.piece_rows import stages_of
from studio.planning import PlannedPiece, assemble, plan_document, planned

__all__ = ["part_into_rounds"]


def _refused(said: str) -> DocumentError:
    return DocumentError([Fault("stage.copies", said, "")])


def _round(written: dict[str, Any], key: str, number: int, of: int, copies: int) -> dict[str, Any]:
    """A stage document as one round of another."""
    made = copy.deepcopy(written)
    name = f"{written.get('name') or written['process']} {number} of {of}"
    made |= {"key": key, "name": name[:80], "copies": copies, "part_of": written["key"]}
    made["heat"] |= {"undated": True}
    made["heat"].pop("share", None)
    made["cradle"].pop("care", None)
    made.pop("after", None)
    return made


@keeping
def part_into_rounds(piece: Piece, *, version: int, key: str, per: int) -> PlannedPiece:
    """So many copies of a stage to a firing, and as many further stages as the series takes; one step to undo.

    Raises Stale, and DocumentError where that is no parting, or more stages than a piece may have.
    """
    locked(piece, version)
    stages = stages_of(piece)
    at = next((i for i, stage in enumerate(stages) if stage.key == key), None)
    if at is None:
        raise DocumentError([Fault("stage", f"expected a stage of this piece, got {key[:40]}", key[:40])])
    first = stages[at]
    must_not_be_fired(first)
    found = planned(piece)
    makes = found.piece.stages[at].makes
    if not 1 <= per < makes:
        raise _refused(f"expected 1 to {makes - 1} in a firing, as {makes} are made; got {per}")
    rounds = math.ceil(makes / per)
    if len(stages) + rounds - 1 > MOST_STAGES:
        raise _refused(f"expected at most {MOST_STAGES} stages in a piece; this would be {len(stages) + rounds - 1}")
    documents = assemble(piece, stages)
    written = documents["stages"][at]
    name = str(written.get("name") or written["process"])
    written |= {"copies": per, "name": f"{name} 1 of {rounds}"[:80]}
    taken = {stage.key for stage in stages}
    keys = [k for n in range(2, 200) if (k := f"{key}-{n}"[:40]) not in taken][: rounds - 1]
    more = [
        _round(written | {"name": name}, one, i + 2, rounds, min(per, makes - (i + 1) * per))
        for i, one in enumerate(keys)
    ]
    documents["stages"][at + 1 : at + 1] = more
    plan_document(copy.deepcopy(documents))
    keep_stage(first, written, at)
    first.save(update_fields=["inputs", "order", "process"])
    when = timezone.now()
    for i, document in enumerate(more):
        made = Stage(piece=piece, glass_kind=first.glass_kind, cradle=first.cradle)
        elsewhere = keep_stage(made, document, at + 1 + i)
        made.firing = begin_firing(piece.studio, first.firing.kiln, elsewhere, label="a round of its own", when=when)
        made.save()
    for order, stage in enumerate(stages[at + 1 :], at + 1 + len(more)):
        Stage.objects.filter(pk=stage.pk).update(order=order)
    return record(piece, label=f"parted into {rounds} rounds")
