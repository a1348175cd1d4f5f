"""The states of a firing and what leads from one to another; every state that can be reached can be left."""

from __future__ import annotations

from typing import Literal

from coldcradle.errors import ImpossibleInput

__all__ = ["STATES", "FiringState", "next_state"]

FiringState = Literal["planned", "loaded", "running", "cooling", "stopped", "opened"]

STATES: dict[FiringState, dict[str, FiringState]] = {
    "planned": {"load": "loaded", "start": "running"},
    "loaded": {"unload": "planned", "start": "running"},
    "running": {"cool": "cooling", "stop": "stopped", "open": "opened"},
    "cooling": {"stop": "stopped", "open": "opened", "resume": "running"},
    "stopped": {"open": "opened", "resume": "running"},
    "opened": {"shut": "cooling"},
}
_WORDS = {
    "load": "closed on its load",
    "unload": "taken out again",
    "start": "started",
    "stop": "stopped",
    "open": "opened",
    "shut": "shut again",
    "resume": "taken up again",
    "cool": "left to cool",
}


def next_state(state: FiringState, act: str) -> FiringState:
    """Where an act leads. Raises ImpossibleInput, in words, where it leads nowhere."""
    ways = STATES[state]
    if act not in ways:
        raise ImpossibleInput(f"expected a firing that can be {_WORDS.get(act, act)}; this one is {state}")
    return ways[act]
