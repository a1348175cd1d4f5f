"""A word for each of the stations that a firing has: what is ticked, where it is, what was found."""

from __future__ import annotations

from studio.models import Stage

__all__ = ["logged_words"]

_STATES = {
    "planned": "not begun",
    "loaded": "lid closed",
    "running": "firing now",
    "cooling": "cooling",
    "stopped": "stopped",
    "opened": "opened",
}


def logged_words(stage: Stage) -> dict[str, str]:
    """Before, fire and after of a stage, in a word each."""
    firing = stage.firing
    if firing.started_at is None:
        return {"before": "to check", "fire": _STATES[firing.state], "after": "to come"}
    found = stage.observations.filter(firing=firing).count()
    measured = stage.measures.filter(firing=firing).exists()
    after = f"{found} found" if found else "measured" if measured else "to measure"
    words = {"before": "begun", "fire": _STATES[firing.state]}
    return words | {"after": after if firing.state == "opened" else "to come"}
