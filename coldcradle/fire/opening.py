"""May I open? From what the thermometer shows and the heart of the glass, never from the plan."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.fire.ahead import Ahead
from coldcradle.fire.inputs import Watched
from coldcradle.fire.inside import Inside
from coldcradle.quantity.format import Message, say, show

__all__ = ["CAUTIONS", "STALE_S", "MayOpen", "may_open"]

STALE_S = 1800.0  # nobody knows what a kiln does that was not heard for so long
CAUTIONS = (
    "Opening hot: protective clothing and eye protection, seconds only, power off to the elements, never alone; "
    "whoever is not trained does not.",
    "Mould, steel and shelves stay hot for hours. Fumes and dust: ventilation, respirator, wet clean-up.",
    "A plan, not a warranty. The kiln maker and local codes come first; electrical work is for a licensed electrician.",
)


@dataclass(frozen=True, slots=True)
class MayOpen:
    """`word`: yes, no, or unknown where the thermometer tells nothing."""

    word: Literal["yes", "no", "unknown"]
    says: Message


def may_open(watched: Watched, state: Inside, ahead: Ahead, *, heard_s: float, is_dead: bool) -> MayOpen:
    """Whether the lid may stay open now; `heard_s` is how long ago the last reading that can be believed came."""
    limit = show(round(watched.open_c), "temperature")
    hottest = max(state.at.heart_c, state.at.skin_c, state.at.kiln_c)
    shown = {"t": show(round(hottest), "temperature"), "lim": limit, "d": watched.load.thickness.shown}
    if is_dead or heard_s > STALE_S:
        return MayOpen(
            "unknown",
            say(
                "Not known: nothing that can be believed was heard for {h}. Wait until the lid is cool to the hand, "
                "or measure with another thermometer.",
                h=show(max(heard_s, 0.0), "duration"),
            ),
        )
    if hottest <= watched.open_c:
        return MayOpen("yes", say("Yes: {t} in the glass, {lim} is the limit for {d} of this glass.", **shown))
    if ahead.opens_s is None:
        return MayOpen("no", say("Not yet: {t} in the glass; {lim} is the limit for {d}.", **shown))
    left = show(max(60.0, ahead.opens_s - state.at.at_s), "duration")
    return MayOpen(
        "no", say("Not yet: {t} in the glass, {lim} is the limit for {d}. About {left} more.", left=left, **shown)
    )
