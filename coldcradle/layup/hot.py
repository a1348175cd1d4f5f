"""What is done by hand to glass while it is hot in the kiln, as it is told."""

from __future__ import annotations

from coldcradle.entry import Choice, duration, inputs, pick, whole, words

__all__ = ["HotMove", "HotWork", "walls_of"]


class HotWork(Choice):
    """What hands do to hot glass."""

    FOLD = "fold", "fold it over"
    ROLL = "roll", "roll it up"
    PRESS = "press", "press it with a board or a pillow"
    PULL = "pull", "pull or comb it"
    TURN = "turn", "turn or move it"


@inputs
class HotMove:
    """One thing done by hand: what, in words, how long the lid is open for it, and how many walls of glass lie together
    then.
    """

    does: HotWork = pick(HotWork, default=HotWork.FOLD)
    how: str = words(default="", most=120, may_be_empty=True)
    lasts_s: float = duration(key="lasts", default="20 s", called="a time with the lid open", low=1.0, high=600.0)
    walls: int = whole(low=1, high=12, default=2)


def walls_of(hot: tuple[HotMove, ...]) -> int:
    """How many walls lie together at the most once all of it is done; 1 where nothing is.

    Examples
    --------
    >>> walls_of(())
    1
    """
    return max((move.walls for move in hot), default=1)
