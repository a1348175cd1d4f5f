"""The next stage from the one that was fired: the same with one thing changed, or this piece fired on."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime, timedelta

from coldcradle.document.starting import starting_cradle, starting_layup
from coldcradle.errors import DocumentError, Fault
from studio.actions.edits import change_piece
from studio.actions.stages import add_stage, duplicate_stage
from studio.assembling import local_start
from studio.keeping import keeping
from studio.models import Piece, Stage
from studio.planning import PlannedPiece

__all__ = ["changed_stage", "create_followup_stage"]


@keeping
def changed_stage(
    piece: Piece, stage: Stage, *, version: int, changes: Mapping[str, str], now: datetime
) -> tuple[PlannedPiece, str]:
    """The same stage once more with the change proposed, tomorrow at the same hour. Raises Stale and DocumentError.

    `now` is on the clock of the place where it is fired.
    """
    found, key = duplicate_stage(piece, version=version, key=stage.key)
    at = found.at(key)
    typed: list[tuple[str, object]] = [(f"stages.{at}.{path}", text) for path, text in changes.items()]
    hour = local_start(stage.firing).strftime("%H:%M")
    typed.append((f"stages.{at}.heat.starts_at", f"{now + timedelta(days=1):%Y-%m-%d}T{hour}"))
    typed.append((f"stages.{at}.name", f"{stage.inputs.get('name', stage.key)}, next time"[:80]))
    return change_piece(piece, version=piece.version, changes=typed, system="metric", label="next time, changed"), key


@keeping
def create_followup_stage(piece: Piece, stage: Stage, *, version: int, process: str) -> tuple[PlannedPiece, str]:
    """A further stage that takes in what this one gave, with its measured sizes; on the same cradle where it is the
    same process.
    """
    is_same = process == stage.process
    cradle = stage.inputs["cradle"] if is_same else starting_cradle(process, "")
    if not process:
        raise DocumentError([Fault("process", "expected what is to be done next", "")])
    return add_stage(
        piece,
        version=version,
        after=stage.key,
        process=process,
        name="",
        cradle={k: v for k, v in cradle.items() if k != "care"},
        layup=starting_layup(process, cradle, is_taking=True),
        kiln=stage.firing.kiln,
        shelved=stage.cradle if is_same else None,
    )
