"""What lay-up has to say, by key: the sentences of the station."""

from __future__ import annotations

from coldcradle.quantity.format import Message, say, show
from coldcradle.quantity.reason import Reason

__all__ = ["SENTENCES", "zones_words"]

SENTENCES = {
    "shaded": "its middle lies on {d} of {mould} and is shaded by it",
    "beside": "{a} of glass beside {b}",
    "on-the-ring": "its rim lies on the ring",
}


def zones_words(reason: Reason) -> Message:
    """Why the middle and the rim of a body do not warm alike."""
    shown = {name: show(*value) if isinstance(value, tuple) else value for name, value in reason.given}
    return say(SENTENCES[reason.key], **shown)
