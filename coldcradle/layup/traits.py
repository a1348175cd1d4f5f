"""What a process is, as far as anybody asks: each trait is a column's word in `processes.csv`, and asked by name."""

from __future__ import annotations

from dataclasses import dataclass, fields

from coldcradle.entry import Choice

__all__ = ["Law", "Traits"]


class Law(Choice):
    """By which law the glass moves."""

    NONE = ""
    SPREAD = "spread"
    PRESS = "press"
    SHEET = "sheet"
    HANG = "hang"

    @property
    def thins(self) -> bool:
        """Whether what comes out is thinner the more heat work it got."""
        return self in (Law.SPREAD, Law.PRESS)


@dataclass(frozen=True, slots=True, kw_only=True)
class Traits:
    """The first six tell families apart, one holds for each process; the others part processes of one family.

    `is_filled`: a room is filled to its line. `lies_free`: flat on its shelf, its edge free. `is_pressed`: between two
    shelves. `has_form`: a blank goes down. `has_former`: a blank comes down over something. `hangs`: from a hook.
    `by_grain`: its peak follows the grain it is made of. `is_reused`: its mould serves again. `pools`: it melts and
    finds its level. `runs`: hot and long enough for layers to become one pool. `draws_round`: a small thick piece is
    drawn round by its own surface. `takes_texture`: from what lies under it. `sinters`: grains stick and no more.
    `drops_through`: a ring, onto what stands below. `bends_up`: about one line. `lifts`: by a ring
    at its rim while it is soft. `sinks`: what is hollow lies on its side and comes down flat. `rolls`: a stack that
    leans on a prop and folds over its low edge.
    """

    is_filled: bool = False
    lies_free: bool = False
    is_pressed: bool = False
    has_form: bool = False
    has_former: bool = False
    hangs: bool = False
    by_grain: bool = False
    is_reused: bool = False
    pools: bool = False
    runs: bool = False
    draws_round: bool = False
    takes_texture: bool = False
    sinters: bool = False
    drops_through: bool = False
    bends_up: bool = False
    lifts: bool = False
    sinks: bool = False
    rolls: bool = False

    @classmethod
    def of(cls, words: str) -> Traits:
        """The traits named in a text, parted by spaces. Raises ValueError for one there is not."""
        named = words.split()
        unknown = set(named) - {f.name for f in fields(cls)}
        if unknown:
            raise ValueError(f"expected traits of processes, got {', '.join(sorted(unknown))}")
        return cls(**dict.fromkeys(named, True))

    @property
    def lies_in(self) -> bool:
        """A blank that goes down into a form which ends the fall."""
        return self.has_form and not (self.drops_through or self.pools)

    @property
    def is_blank(self) -> bool:
        """A flat blank that is shaped by what it lies on."""
        return self.has_form or self.has_former

    @property
    def lets_go(self) -> bool:
        """Glass that hangs free and may fall."""
        return self.hangs or self.drops_through
