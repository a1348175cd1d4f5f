"""What lies in one firing, as the core knows it; a programme for all follows from the rows of all pieces in it.

What is kept in memory here is only a short cut: it follows from the rows alone.
"""

from __future__ import annotations

import functools
import hashlib
import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from coldcradle.document.piece import read_piece
from coldcradle.document.reading import read
from coldcradle.errors import ColdCradleError
from coldcradle.heat.shared import FiringShare
from coldcradle.load.firing import plan_firing
from coldcradle.load.inputs import EMPTY, FiringInput, LoadInput, Member
from coldcradle.load.result import FiringPlan
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import StageWithInputs
from studio.assembling import FIRING_INPUTS, assembled
from studio.bench_steps import steps_within
from studio.fixed_queries import FixedRead, among
from studio.keeping import memoized
from studio.made_from import why_not_together
from studio.models import Firing, Piece, Stage
from studio.piece_rows import stages_of

__all__ = [
    "firing_input",
    "is_of_several",
    "load_of",
    "put_shares_in",
    "remembered_firing",
    "share_document",
    "waiting_members",
]

_KEPT = 64
_OF_ALL = (*FIRING_INPUTS, "kiln", "starts_at", "time_zone")
_lying = FixedRead(
    lambda firings: (
        Stage.objects.filter(firing__in=among(firings), piece__is_put_away=False)
        .order_by("pk")
        .values_list("firing_id", "pk", "piece_id", "key")
    ),
    1,
)


@dataclass(frozen=True, slots=True)
class _Lying:
    """A stage that lies in a firing, by its numbers."""

    stage_id: int
    piece_id: int
    key: str


@functools.lru_cache(maxsize=_KEPT)
def _staged(digest: str, text: str, key: str) -> tuple[StageWithInputs, str]:
    piece = read_piece(json.loads(text)).piece
    return staged_of(piece, key), piece.name


def _staged_of(document: dict[str, Any], key: str) -> tuple[StageWithInputs, str]:
    """A stage of a document with what goes into it, and the name of its piece."""
    at = next(i for i, s in enumerate(document["stages"]) if s["key"] == key)
    # what comes after it tells nothing of this firing
    stages = document["stages"][: at + 1]
    bench = steps_within(document.get("bench") or [], [s["key"] for s in stages])
    trimmed = document | {"stages": stages} | ({"bench": bench} if "bench" in document else {})
    text = json.dumps(trimmed, sort_keys=True)
    digest = hashlib.sha256(text.encode()).hexdigest()
    return memoized(("staged", digest, key), lambda: _staged(digest, text, key))


def load_of(firing: Firing) -> LoadInput:
    """Shelves and berths as they were told; none where what stands there cannot be read."""
    if not firing.load:
        return EMPTY
    return read(LoadInput, firing.load, "a load").value


class _ByDigest:
    """A firing that is told apart by its digest alone."""

    def __init__(self, firing: FiringInput) -> None:
        self.firing = firing
        self.digest = hashlib.blake2b(repr(firing).encode(), digest_size=16).hexdigest()

    def __hash__(self) -> int:
        return hash(self.digest)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _ByDigest) and self.digest == other.digest


@functools.lru_cache(maxsize=_KEPT // 4)
def _planned(told: _ByDigest) -> FiringPlan:
    return plan_firing(told.firing)


def remembered_firing(firing: FiringInput) -> FiringPlan:
    """The plan of a firing, worked out once for each input. Raises ImpossibleInput where the kiln cannot do it."""
    told = _ByDigest(firing)
    return memoized(("firing", told.digest), lambda: _planned(told))


def firing_input(
    firing: Firing, given: Mapping[int, dict[str, Any]] | None = None, *, seen: frozenset[int] = frozenset()
) -> FiringInput | None:
    """All that lie in a firing; None where nothing does. `given` are documents, by piece, that stand for the rows."""
    rows = [_Lying(pk, piece, key) for _, pk, piece, key in _lying([firing.pk])]
    members, common = [], _common(rows, given or {})
    for row in rows:
        document = _document(row.piece_id, firing, given or {}, seen)
        if not any(s["key"] == row.key for s in document["stages"]):
            continue  # a stage that a change is just taking out
        staged, piece_name = _staged_of(_with_common(document, row.key, common), row.key)
        is_twice = sum(r.piece_id == row.piece_id for r in rows) > 1
        name = f"{piece_name}, {staged.stage.name}" if is_twice else piece_name
        members.append(Member(key=str(row.stage_id), name=name, stage=staged.stage, incoming=staged.incoming))
    return FiringInput(members=tuple(members), load=load_of(firing)) if members else None


def _common(rows: Sequence[_Lying], given: Mapping[int, dict[str, Any]]) -> dict[str, Any]:
    """Kiln, start and choices of a firing as a change of one of its pieces just has them."""
    for row in rows:
        for stage in given.get(row.piece_id, {}).get("stages", []):
            if stage["key"] == row.key:
                return {name: stage["heat"].get(name) for name in _OF_ALL}
    return {}


def _with_common(document: dict[str, Any], key: str, common: dict[str, Any]) -> dict[str, Any]:
    """A document in which a stage has what holds for all in its firing."""
    if not common:
        return document
    plain = {name: value for name, value in common.items() if value is not None}
    stages = [
        s if s["key"] != key else s | {"heat": {n: v for n, v in s["heat"].items() if n not in _OF_ALL} | plain}
        for s in document["stages"]
    ]
    return document | {"stages": stages}


def _document(
    piece_id: int, firing: Firing, given: Mapping[int, dict[str, Any]], seen: frozenset[int]
) -> dict[str, Any]:
    if piece_id in given:
        return given[piece_id]
    piece = Piece.objects.get(pk=piece_id)
    rows = stages_of(piece)
    document = assembled(piece, rows)
    put_shares_in(piece, rows, document, seen=seen | {firing.pk})
    return document


def waiting_members(firing: Firing, *, most: int) -> list[tuple[Stage, Member]]:
    """Stages that wait for a firing and do not lie in this one, with what they are; what cannot be planned is left."""
    rows = (
        Stage.objects.filter(piece__studio=firing.studio_id, piece__is_put_away=False, firing__started_at=None)
        .exclude(firing=firing)
        .select_related("piece", "firing__kiln", "glass_kind", "cradle")
        .order_by("-piece__updated_at", "order")
    )
    found: list[tuple[Stage, Member]] = []
    for row in rows[: 4 * most]:
        if len(found) == most:
            break
        if why_not_together(row, firing):
            continue
        try:
            staged, _ = _staged_of(_document(row.piece_id, firing, {}, frozenset()), row.key)
        except ColdCradleError:
            continue
        name = row.piece.name
        found.append((row, Member(key=str(row.pk), name=name, stage=staged.stage, incoming=staged.incoming)))
    return found


def is_of_several(firing: Firing) -> bool:
    """Whether more than one stage lies in a firing, or berths were given in it."""
    return bool(firing.load.get("berths")) or len(_lying([firing.pk])) > 1


def _needs_share(row: Stage, lying: Sequence[tuple[int, int, int, str]]) -> bool:
    """Whether a stage does not lie alone, or berths or shelves were given in its firing."""
    return sum(firing == row.firing_id for firing, *_ in lying) > 1 or bool(row.firing.load)


def put_shares_in(
    piece: Piece, rows: Sequence[Stage], document: dict[str, Any], *, seen: frozenset[int] = frozenset()
) -> None:
    """Put into a document what the firings of its stages say to them; stages that lie alone stay as they are."""
    lying = _lying({row.firing_id for row in rows})
    for row in rows:
        stage = next((s for s in document["stages"] if s["key"] == row.key), None)
        if stage is None:
            continue
        stage["heat"].pop("share", None)
        if row.firing_id in seen or not _needs_share(row, lying):
            continue
        share = _share_of(row, {piece.pk: document}, seen)
        if share is not None:
            stage["heat"]["share"] = share_document(share)


def _share_of(row: Stage, given: Mapping[int, dict[str, Any]], seen: frozenset[int]) -> FiringShare | None:
    """What a firing says to a stage; None where its load cannot be planned: then it is planned alone, and the page of
    the firing says why.
    """
    try:
        told = firing_input(row.firing, given, seen=seen | {row.firing_id})
        return remembered_firing(told).share_of(str(row.pk)) if told is not None else None
    except (ColdCradleError, KeyError):
        return None


def share_document(share: FiringShare) -> dict[str, Any]:
    """A share as it stands in a document."""
    return {
        "place": share.place,
        "beside": f"{share.beside_j_per_k:.10g}",
        "whole": f"{share.whole_s / 60:.10g} min",
        "steps": [
            {
                "key": str(step.key),
                **({"rate": f"{step.rate_k_per_h:.10g} °C/h"} if step.rate_k_per_h else {}),
                "to": f"{step.to_c:.10g} °C",
                "hold": f"{step.hold_s / 60:.10g} min",
                "by": step.by,
            }
            for step in share.steps
        ],
    }
