"""What goes in and what comes out at the page of a firing."""

from __future__ import annotations

from coldcradle.heat.explain.steps import SimulatedSegment
from coldcradle.load.layout import Layout
from coldcradle.load.present import FiringLine
from coldcradle.load.result import Verdict
from coldcradle.quantity.format import DualQuantity, Message
from coldcradle.report.finding import Finding
from studio.api.replies import Schema
from studio.api.schemas import Id, OutlineRings, ShortText, SmallSketch

__all__ = [
    "BerthTold",
    "BerthsIn",
    "FiringConflictOut",
    "FiringPageOut",
    "FiringVersionIn",
    "JoiningOut",
    "KilnRoomOut",
    "LoadTold",
    "LyingOut",
    "MemberIn",
    "ShelfTold",
    "SpotOut",
    "TraceOut",
]


class SpotOut(Schema):
    """A place that is hotter or cooler than the middle, 0 to 1 from the left and from the front."""

    name: str
    at: tuple[float, float]
    offset: DualQuantity
    offset_k: float


class KilnRoomOut(Schema):
    id: int
    name: str
    width_m: float
    depth_m: float
    height_m: float
    size: list[DualQuantity]
    spots: list[SpotOut]
    posts: list[DualQuantity]


class LyingOut(Schema):
    """A stage that lies in the firing, with its verdict by the programme for all."""

    stage_id: int
    piece_id: int
    piece_version: int
    key: str
    name: str
    process: str
    copies: int
    word: Verdict
    says: Message
    own: Message
    gives: Message
    place: str
    letter: str


class ShelfTold(Schema):
    """A shelf as it was typed."""

    posts: str = "25 mm"
    width: str | None = None
    depth: str | None = None
    thick: str = "20 mm"
    bears: str | None = None


class BerthTold(Schema):
    """A berth as it is kept: lengths as texts with their unit."""

    member: str
    shelf: int = 0
    x: str
    y: str
    turn: str = "0"
    locked: bool = False


class LoadTold(Schema):
    shelves: list[ShelfTold] = []
    berths: list[BerthTold] = []


class FiringPageOut(Schema):
    """A firing as it is planned from what lies in it. `line` is None where the kiln cannot do it at all."""

    id: int
    version: int
    state: str
    is_undated: bool
    kiln: KilnRoomOut
    answer: Message
    ways: list[Message]
    findings: list[Finding]
    members: list[LyingOut]
    steps: list[SimulatedSegment]
    deciders: dict[str, str]
    line: FiringLine | None
    total: DualQuantity
    energy: DualQuantity
    layout: Layout | None
    load: LoadTold
    starts: DualQuantity
    label: str
    undoes: str | None
    redoes: str | None


class BerthsIn(Schema):
    version: int
    load: LoadTold
    label: ShortText = ""


class FiringVersionIn(Schema):
    version: int


class FiringConflictOut(Schema):
    """What a 409 says, and how the firing stands there."""

    message: str
    theirs: FiringPageOut


class MemberIn(Schema):
    """A stage that is put in or taken out, with the version of its piece."""

    stage_id: Id
    piece_version: int


class JoiningOut(Schema):
    """A stage that waits: whether it could join, and why."""

    stage_id: int
    piece_id: int
    piece_version: int
    key: str
    name: str
    fits: bool
    says: Message


class TraceOut(Schema):
    """The glass of one who lies in the firing: what comes out of it, in words and drawn, and its skin and heart along
    the programme, (s, °C).
    """

    gives: Message
    sketch: SmallSketch | None
    outline: OutlineRings | None
    skin: list[tuple[float, float]]
    heart: list[tuple[float, float]]
