"""What goes in and what comes out. Plans come out as the core's own dataclasses."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import Field

from coldcradle.bench.inputs import BenchInput
from coldcradle.document.schema import DescribedAs
from coldcradle.glass.landmarks import Landmark
from coldcradle.layup.sketch import Body
from coldcradle.piece.chain import ChainPlan
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.lead import Lead
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.report.thread import SummaryItem
from studio.api.bench_schemas import BenchOut, LikelyOut
from studio.api.plan_schemas import PlanOut
from studio.api.replies import Schema

__all__ = [
    "CareIn",
    "Change",
    "ChangeIn",
    "ConflictOut",
    "CountOut",
    "CradleIn",
    "CradleListOut",
    "CradleOut",
    "EntryOut",
    "ErrorOut",
    "FillIn",
    "FiringOut",
    "GlassIn",
    "GlassOut",
    "Id",
    "MoveStageIn",
    "NewGlassIn",
    "NewPieceIn",
    "NewStageIn",
    "OutlineRings",
    "PieceListOut",
    "PieceOut",
    "PieceRowOut",
    "ReservationOut",
    "RoundsIn",
    "StockIn",
    "StockListOut",
    "StockOut",
    "VersionIn",
]

Id = Annotated[int, Field(ge=1, le=2**62)]
ShortText = Annotated[str, Field(max_length=200)]


class FaultOut(Schema):
    path: str
    message: str
    typed: str


class ErrorOut(Schema):
    """A refusal in words; `faults` says which fields it is about."""

    message: str
    faults: list[FaultOut]


class EntryOut(Schema):
    """One quantity as it stands: as typed and in both unit systems (None: left to be worked out)."""

    typed: str
    kind: str
    shown: DualQuantity | None


class ReservationOut(Schema):
    """Glass of the rack that this piece has set aside or used."""

    item_id: int
    name: str
    place: str
    mass: DualQuantity
    is_used: bool


class LoadWordOut(Schema):
    """What the firing comes to for a stage that does not lie in it alone: a word, why, and the answer for all."""

    word: Literal["good", "short", "over", "unsafe"]
    says: Message
    answer: Message


class FiringOut(Schema):
    """The firing of a stage, and who else is in it; its own undo and redo where it is shared. `words` are a word for
    each of its stations.
    """

    id: int
    stage_id: int
    state: str
    words: dict[str, str]
    shared_with: list[str]
    load: LoadWordOut | None
    undoes: str | None
    redoes: str | None


class PieceOut(Schema):
    """A piece as seen from one of its stages: that stage whole, the others as links of the chain.

    `stage` is the stage's document, `entries` its quantities by their path under `stage`, and those of the steps at
    the bench by their path under `bench`; `bench` are their documents, `steps` what they come to, in the same order.
    """

    id: int
    version: int
    name: str
    alike: int
    due: str
    makes: int
    stage_key: str
    stage: Annotated[dict[str, Any], DescribedAs(StageInput)]
    entries: dict[str, EntryOut]
    kind_id: int
    kind_version: int
    kiln_id: int
    cradle_id: int | None
    firing: FiringOut
    reservations: list[ReservationOut]
    reservations_gap: Message | None
    plan: PlanOut
    lead: Lead | None
    chain: ChainPlan
    bench: list[Annotated[dict[str, Any], DescribedAs(BenchInput)]]
    steps: list[BenchOut]
    likely: list[LikelyOut]
    undoes: str | None
    redoes: str | None
    label: str
    updated_at: datetime
    is_put_away: bool


class RoundsIn(Schema):
    """So many copies of a stage to a firing."""

    version: int
    per: int


class ConflictOut(Schema):
    """The piece was changed elsewhere: how it stands there, and what the last change there was called."""

    message: str
    theirs: PieceOut


class OutlineRings(Schema):
    rings: list[list[tuple[float, float]]]
    glass_m: float
    wall_m: float
    brim_m: float
    outer_half_m: float


class SmallSketch(Schema):
    """A sketch small enough for a list."""

    bodies: list[Body]
    box: tuple[float, float, float, float]


class PieceRowOut(Schema):
    """A piece in a list, seen from the stage it waits at; `outline` or `sketch` is its drawing."""

    id: int
    name: str
    thread: list[SummaryItem]
    stage: str
    stages: int
    process: str
    family: str
    waits_at: str
    waits_word: str
    cradle: str
    glass: str
    kiln: str
    opens_at: str
    updated_at: datetime
    outline: OutlineRings | None
    sketch: SmallSketch | None


class PieceListOut(Schema):
    """`pending`: how many of these rows are still to be worked out anew; ask again in a moment."""

    rows: list[PieceRowOut]
    count: int
    all: int
    pending: int = 0


class NewPieceIn(Schema):
    """What is done, on what (a cradle of the shelf, or a shape to be measured), from what glass, where and when."""

    name: ShortText
    process: ShortText = "cast"
    cradle_id: Id | None = None
    shape: ShortText = ""
    kind_id: Id
    kiln_id: Id
    starts_at: ShortText
    is_undated: bool = False
    zone: ShortText = "UTC"
    system: Literal["metric", "us"] = "metric"
    layup: dict[str, Any] = {}


class NewStageIn(Schema):
    """A further stage that takes in what the stage `after` gives."""

    version: int
    after: ShortText
    process: ShortText
    name: ShortText = ""
    cradle_id: Id | None = None
    shape: ShortText = ""
    kiln_id: Id | None = None
    layup: dict[str, Any] = {}


class MoveStageIn(Schema):
    version: int
    by: Annotated[int, Field(ge=-12, le=12)]


class VersionIn(Schema):
    version: int
    stage: ShortText = ""


class Change(Schema):
    """An entry by dotted path and what it becomes; null takes it out."""

    path: ShortText
    value: Any = None


class ChangeIn(Schema):
    """Paths begin with `stage.` for the stage named, or are `name`, `alike` or `due` for the piece."""

    version: int
    stage: ShortText = ""
    system: Literal["metric", "us"] = "metric"
    label: ShortText = ""
    changes: Annotated[list[Change], Field(min_length=1, max_length=50)]


class CradleIn(Schema):
    """Put the cradle of a piece's stage on the shelf."""

    piece_id: Id
    stage: ShortText = ""


class CradleOut(Schema):
    id: int
    version: int
    name: str
    material: str
    material_key: str
    shapes: list[str]
    families: list[str]
    outline: OutlineRings
    holds: DualQuantity
    method: str
    line: DualQuantity
    is_filled: bool
    across: DualQuantity
    wall: DualQuantity
    mould: DualQuantity
    rated: DualQuantity
    is_single_use: bool
    is_archived: bool
    photo_id: int | None
    solid_id: int | None
    care: dict[str, Any]
    dry_at: str | None
    pieces: int
    remarks: list[str]
    updated_at: datetime


class CradleListOut(Schema):
    rows: list[CradleOut]
    count: int
    all: int


class CareIn(Schema):
    """Entries of a cradle's care, or another name for it."""

    version: int
    system: Literal["metric", "us"] = "metric"
    name: ShortText | None = None
    care: dict[str, Any] = {}


class FillIn(Schema):
    how: Literal["fitted", "short", "over"]
    on: ShortText
    stage: ShortText = ""


class GlassIn(Schema):
    version: int
    system: Literal["metric", "us"] = "metric"
    rack: dict[str, ShortText] = {}
    document: dict[str, Any] = {}


class NewGlassIn(Schema):
    """A new kind of glass: its entries as typed."""

    system: Literal["metric", "us"] = "metric"
    document: dict[str, Any]


class GlassOut(Schema):
    id: int
    version: int
    key: str
    name: str
    source: str
    lead: bool
    is_unknown: bool
    family: str
    is_tested: bool
    doubt: Message | None
    is_archived: bool
    expansion: DualQuantity
    density: DualQuantity
    landmarks: list[Landmark]
    entries: dict[str, EntryOut]
    rack: dict[str, EntryOut]
    set_aside: dict[str, DualQuantity]
    items: int
    pieces: int


class StockIn(Schema):
    """An entry of the rack as typed."""

    version: int | None = None
    system: Literal["metric", "us"] = "metric"
    kind_id: Id
    form: ShortText
    document: dict[str, ShortText]


class StockOut(Schema):
    id: int
    version: int
    kind_id: int
    kind: str
    form: str
    entries: dict[str, EntryOut]
    place: str
    note: str
    set_aside: DualQuantity | None
    area: DualQuantity | None
    photo_id: int | None
    is_archived: bool


class StockListOut(Schema):
    rows: list[StockOut]
    count: int
    all: int
    mass: DualQuantity


class CountOut(Schema):
    count: int
