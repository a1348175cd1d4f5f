"""The list before a firing as rows and core together: what applies, what is ticked, what stands in the way."""

from __future__ import annotations

import functools
from dataclasses import dataclass
from datetime import datetime

from coldcradle.before.check import CheckLine
from coldcradle.piece.plan import staged_of
from coldcradle.piece.standing import remembered_checks
from studio.keeping import memoized
from studio.models import Check, Firing, Stage
from studio.piece_rows import lying_in
from studio.planning import planned

__all__ = ["Listed", "listed_checks", "standing_in_the_way"]


@dataclass(frozen=True, slots=True)
class Listed:
    """A check of one stage with its tick: `is_good` where it stands well, whoever ticked it."""

    stage: Stage
    piece: str
    check: CheckLine
    ticked_at: datetime | None
    reason: str
    by_id: int | None = None

    @property
    def is_good(self) -> bool:
        if self.check.by == "human":
            return self.ticked_at is not None
        return self.check.word in ("good", "think")

    @property
    def blocks(self) -> bool:
        """Whether the firing may not begin so: something grave that nobody has ticked or given a reason for."""
        return self.check.grave and not self.is_good and not self.reason.strip()


def listed_checks(firing: Firing) -> list[Listed]:
    """Every check of every stage in a firing, as the pieces stand now."""
    found = []
    stages = lying_in(firing)
    rows = {(row.stage_id, row.rule): row for row in Check.objects.filter(firing=firing)}
    for stage in stages:
        piece = planned(stage.piece).piece
        staged = staged_of(piece, stage.key)
        for check in memoized(("checks", staged), functools.partial(remembered_checks, staged)):
            row = rows.get((stage.pk, check.rule))
            told = (row.ticked_at, row.reason, row.by_id) if row else (None, "", None)
            found.append(Listed(stage, stage.piece.name, check, *told))
    return found


def standing_in_the_way(listed: list[Listed]) -> list[Listed]:
    """What has to be ticked, mended or given a reason before the firing may begin."""
    return [one for one in listed if one.blocks]
