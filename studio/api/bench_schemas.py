"""Steps at the bench as they come in and go out."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from coldcradle.bench.result import BenchCheck, BenchLine, BenchMark, Ledger
from coldcradle.layup.sketch import Sketch
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.quantity.parse import System
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Caution, Finding
from studio.api.replies import Schema

__all__ = ["BenchOut", "BenchPartOut", "BenchPhotoOut", "BenchRowOut", "LikelyOut", "MarkIn", "NewStepIn", "StepOutIn"]

ShortText = Annotated[str, Field(max_length=200)]


class BenchPartOut(Schema):
    """Pieces alike that a step gives, under the key by which they are taken."""

    key: str
    name: str
    gives: Message
    letters: list[str]
    is_off_cut: bool


class BenchPhotoOut(Schema):
    """A photograph of a step, before it or after."""

    photo_id: int
    when: Literal["before", "after"]


class BenchOut(Schema):
    """A step as its page shows it: its plan whole, and what was done of it.

    `after` is the stage behind which it stands in the chain; `pace` how long such steps took so far, as a share of
    what was reckoned, None where none is known.
    """

    key: str
    does: str
    does_name: str
    name: str
    tool: str
    answer: Message
    figures: dict[str, Figure]
    lines: list[BenchLine]
    findings: list[Finding]
    cautions: list[Caution]
    checks: list[BenchCheck]
    parts: list[BenchPartOut]
    ledger: Ledger
    time: DualQuantity
    waits: DualQuantity | None
    takes: Message
    before: Sketch
    after: Sketch
    marks: list[BenchMark]
    stage: str
    done_at: datetime | None
    took: str
    note: str
    ticked: list[str]
    by: str
    photos: list[BenchPhotoOut]
    pace: DualQuantity | None
    pace_of: int


class LikelyOut(Schema):
    """A step that may follow, and what for; the likeliest first."""

    does: str
    name: str
    why: str
    is_likely: bool


class BenchRowOut(Schema):
    """A step that was done, as a line of the notebook."""

    piece_id: int
    piece: str
    key: str
    name: str
    does_name: str
    done_at: datetime
    took: str
    note: str
    photo: int | None


class NewStepIn(Schema):
    """A step that works on what `after` gives; `is_between`: what took from that takes from the step now."""

    version: int
    after: ShortText
    does: ShortText
    is_between: bool = True
    stage: ShortText = ""


class StepOutIn(Schema):
    """Take a step out, and be at this stage afterwards."""

    version: int
    stage: ShortText = ""


class MarkIn(Schema):
    """What was done of a step; what is left out stays as it is."""

    is_done: bool | None = None
    took: ShortText | None = None
    note: Annotated[str, Field(max_length=2000)] | None = None
    tick: ShortText | None = None
    system: System = "metric"
    stage: ShortText = ""
