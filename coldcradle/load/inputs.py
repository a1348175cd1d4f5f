"""What a firing is told: the kiln, the shelves that go in, and each stage that lies there, how often and where."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.entry import flag, inputs, length, many, mass, whole, words
from coldcradle.entry.declare import count
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.outcome import Incoming
from coldcradle.piece.inputs import StageInput

__all__ = ["EMPTY", "MOST_BERTHS", "Berth", "FiringInput", "LoadInput", "Member", "Shelf"]

MOST_BERTHS, _MOST_SHELVES = 400, 12


@inputs
class Shelf:
    """A shelf that goes in, lying on posts over the one below it, or over the kiln's floor."""

    posts_m: float = length(default="25 mm", called="posts", low=0.0, high=1.0)
    width_m: float | None = length(default=None, called="a shelf's width", low=0.02, high=5.0)
    depth_m: float | None = length(default=None, called="a shelf's depth", low=0.02, high=5.0)
    thickness_m: float = length(key="thick", default="20 mm", called="a shelf's thickness", low=0.002, high=0.1)
    bears_kg: float | None = mass(key="bears", default=None, called="a weight it bears", low=0.1, high=2000.0)


@inputs
class Berth:
    """Where one copy of a member lies: the middle of its footprint from the left and the front wall, its turn."""

    member: str = words(most=80)
    shelf: int = whole(low=0, high=_MOST_SHELVES - 1, default=0)
    x_m: float = length(key="x", called="a place from the left", low=-10.0, high=20.0)
    y_m: float = length(key="y", called="a place from the front", low=-10.0, high=20.0)
    turn_deg: float = count(key="turn", default="0", called="a turn in degrees", low=-360.0, high=360.0)
    is_locked: bool = flag(key="locked", default=False)


@inputs
class LoadInput:
    """What somebody has said of the load: shelves from the bottom up (none: the kiln's floor), and berths."""

    shelves: tuple[Shelf, ...] = many(Shelf, called="a shelf", most=_MOST_SHELVES, default=())
    berths: tuple[Berth, ...] = many(Berth, called="a berth", most=MOST_BERTHS, default=())


EMPTY = LoadInput()


@dataclass(frozen=True, slots=True, kw_only=True)
class Member:
    """A stage that lies in the firing, with what goes into it; so many alike of it lie there as it makes."""

    key: str
    name: str
    stage: StageInput
    incoming: tuple[Incoming, ...] = ()

    @property
    def copies(self) -> int:
        """How many alike lie there."""
        return self.stage.makes


@dataclass(frozen=True, slots=True, kw_only=True)
class FiringInput:
    """One run of one kiln. Kiln, room and start stand in the heat of every member alike; the first one's is read."""

    members: tuple[Member, ...]
    load: LoadInput = EMPTY

    def __post_init__(self) -> None:
        if not self.members:
            raise ImpossibleInput("expected a firing with something in it")
        if len({member.key for member in self.members}) < len(self.members):
            raise ImpossibleInput("expected every member of a firing once; raise its count instead")
