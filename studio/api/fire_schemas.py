"""What a firing is asked and told, before, while and after it runs."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import Field

from coldcradle.after.causes import RankedCause
from coldcradle.after.lever import Lever
from coldcradle.after.measures import Compared
from coldcradle.after.next_step import NextStep
from coldcradle.before.check import CheckLine
from coldcradle.fire.consequences import Consequence
from coldcradle.fire.formed import Formed
from coldcradle.fire.opening import MayOpen
from coldcradle.heat.result import Tick
from coldcradle.heat.schedule.clock import DayMark
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Caution
from studio.aftermath import Residue
from studio.api.replies import Schema
from studio.api.schemas import Id, ShortText

__all__ = [
    "ActIn",
    "AfterOut",
    "BeforeOut",
    "BroughtLogOut",
    "CheckLineOut",
    "EventOut",
    "FaultKindOut",
    "FireOut",
    "FiredStageOut",
    "JobOut",
    "Key",
    "LiveOut",
    "LoadIn",
    "MeasuresIn",
    "NewTimerIn",
    "NextIn",
    "ObservationsIn",
    "ReadOut",
    "ReadingsIn",
    "StagePhotoOut",
    "StartIn",
    "TakeBackIn",
    "TickIn",
    "TimerOut",
]

Key = Annotated[str, Field(min_length=8, max_length=40, pattern=r"^[\w-]+$")]
Text = Annotated[str, Field(max_length=2000)]


class CheckLineOut(Schema):
    """One check of one stage; `by` is who else ticked it, `is_good`: it stands well, `blocks`: nothing may begin so."""

    stage_id: int
    piece: str
    check: CheckLine
    ticked: DualQuantity | None
    reason: str
    by: str
    is_good: bool
    blocks: bool


class StagePhotoOut(Schema):
    id: int
    photo_id: int
    when: str
    stage_id: int


class FiredStageOut(Schema):
    """A stage in a firing."""

    id: int
    piece_id: int
    key: str
    piece: str
    name: str


class BeforeOut(Schema):
    """The list before the lid closes. `version` counts what was done to the firing."""

    firing_id: int
    state: str
    kiln: str
    stages: list[FiredStageOut]
    topics: dict[str, str]
    lines: list[CheckLineOut]
    open_count: int
    blocks_count: int
    photos: list[StagePhotoOut]
    starts: DualQuantity
    says: Message
    cautions: list[Caution]


class TickIn(Schema):
    stage_id: Id
    rule: ShortText
    is_done: bool
    reason: Annotated[str, Field(max_length=500)] = ""


class LoadIn(Schema):
    is_loaded: bool


class StartIn(Schema):
    """`at`: the moment it began, ISO, where that is gone by; nothing for now."""

    key: Key
    is_simulated: bool
    at: datetime | None = None


class ActIn(Schema):
    """`ago_s`: how long ago it was done, where it could not be sent at once."""

    key: Key
    kind: ShortText
    data: dict[str, Any] = {}
    ago_s: Annotated[float, Field(ge=0, le=7 * 86400)] = 0.0


class UndoIn(Schema):
    key: Key
    of: Key


class EventOut(Schema):
    """Something done or seen, by whom else; `can_undo` while it can still be taken back."""

    key: str
    kind: str
    name: str
    at_s: float
    at: DualQuantity
    note: str
    by: str
    can_undo: bool


class GlassNowOut(Schema):
    """The glass at the last reading: what the thermometer shows, skin, heart, the pull in it, what it would keep."""

    shown: DualQuantity
    skin: DualQuantity
    heart: DualQuantity
    apart: DualQuantity
    pull: DualQuantity


class FireOut(Schema):
    """What a firing looks like on its own clock: lines of (s from the start, °C at the glass)."""

    planned: list[tuple[float, float]]
    measured: list[tuple[float, float]]
    ahead: list[tuple[float, float]]
    skin: list[tuple[float, float]]
    heart: list[tuple[float, float]]
    nights: list[tuple[float, float]]
    days: list[DayMark]
    ticks_metric: list[Tick]
    ticks_us: list[Tick]
    starts_at: str
    total_s: float
    top_c: float


class StepNowOut(Schema):
    """A step of the programme as it stands, and whether it is gone by, going on or to come."""

    name: str
    to: DualQuantity
    hold: DualQuantity
    ends: DualQuantity | None
    word: Literal["gone", "now", "to come"]


class DueOut(Schema):
    """Somebody has to be there: why, when, and whether they would be awake."""

    name: str
    at: DualQuantity
    at_s: float
    is_awake: bool


class FaultKindOut(Schema):
    key: str
    name: str
    is_on: bool


class LiveOut(Schema):
    """A firing as it stands now, for one of its stages."""

    firing_id: int
    version: int
    state: str
    kiln: str
    is_simulated: bool
    pace: float
    stages: list[FiredStageOut]
    stage_id: int
    now_s: float
    now: DualQuantity
    started: DualQuantity
    opens: DualQuantity | None
    opens_planned: DualQuantity
    heard: DualQuantity | None
    heard_ago: DualQuantity | None
    doing: Message
    glass: GlassNowOut | None
    formed: Formed | None
    may_open: MayOpen
    line: FireOut
    steps: list[StepNowOut]
    dues: list[DueOut]
    events: list[EventOut]
    notes: list[Message]
    logs: list[BroughtLogOut]
    faults: list[FaultKindOut]
    trouble: str
    cautions: list[str]


class AheadOut(Schema):
    """What each button would do, and the strain that will be left if nothing is done."""

    acts: list[Consequence]
    figures: dict[str, Figure]
    left: DualQuantity | None
    planned_left: DualQuantity


class ReadingIn(Schema):
    """A reading as typed; `at` the moment, ISO; nothing for now. `by`: the kiln's own thermometer, or a second one."""

    at: datetime | None = None
    shown: ShortText
    by: Literal["kiln", "second"] = "kiln"


class ReadingsIn(Schema):
    system: Literal["metric", "us"] = "metric"
    rows: Annotated[list[ReadingIn], Field(min_length=1, max_length=500)]


class TakeBackIn(Schema):
    key: Key


class ReadOut(Schema):
    """How many readings are new, and what was left out."""

    count: int
    notes: list[Message]


class BroughtLogOut(Schema):
    """A log that was brought in and stands: its name, how many readings came with it, from when to when."""

    id: int
    name: str
    count: int
    begins: DualQuantity
    ends: DualQuantity


class JobOut(Schema):
    """A log on its way in. `asks`: nothing of it was kept; whoever brings it says whether it belongs here."""

    number: str
    share: float
    step: str
    notes: list[Message]
    asks: list[Message]
    trouble: str
    count: int
    is_done: bool


class MeasureIn(Schema):
    key: ShortText
    place: Annotated[int, Field(ge=0, le=9)] = 0
    typed: Annotated[str, Field(max_length=60)]


class MeasuresIn(Schema):
    stage_id: Id
    system: Literal["metric", "us"] = "metric"
    copy_number: Annotated[int, Field(ge=0, le=200)] = 0
    rows: Annotated[list[MeasureIn], Field(min_length=1, max_length=40)]


class ObservationsIn(Schema):
    stage_id: Id
    faults: Annotated[list[ShortText], Field(max_length=40)]
    note: Text = ""


class FaultChoiceOut(Schema):
    key: str
    name: str
    words: str
    is_seen: bool


class TypedMeasureOut(Schema):
    key: str
    place: int
    typed: str
    copy_number: int


class AfterOut(Schema):
    """What came out of a stage, and who else wrote it down; `predicted` is told even before the lid is open."""

    firing_id: int
    state: str
    stage_id: int
    piece_id: int
    stages: list[FiredStageOut]
    opened: DualQuantity | None
    measures: list[Compared]
    places: dict[str, int]
    typed: list[TypedMeasureOut]
    copies: int
    faults: list[FaultChoiceOut]
    note: str
    by: list[str]
    residue: Residue | None
    causes: list[RankedCause]
    lever: Lever | None
    next_steps: list[NextStep]
    photos: list[StagePhotoOut]
    next_stage: str | None
    cautions: list[str]


class NextIn(Schema):
    """Make the next stage: the same with the change proposed ("change"), or this piece fired on ("on")."""

    version: int
    stage_id: Id
    how: Literal["change", "on"]
    process: ShortText = ""


class NewTimerIn(Schema):
    key: Key
    kind: ShortText
    name: Annotated[str, Field(max_length=80)] = ""
    lasts: ShortText = ""
    stage_id: Id | None = None


class TimerOut(Schema):
    """A clock on the bench. `word`: runs, rings, late or refuse; `left_s` below 0 once it has rung."""

    id: int
    key: str
    kind: str
    name: str
    begins_at: datetime
    ends_at: datetime
    left_s: float
    word: str
    says: str
    is_rung: bool
    stage_id: int | None
