"""One sample of a rule: what stays silent just on this side of its edge, and what does not just on the other."""

from __future__ import annotations

from typing import Any, NamedTuple

__all__ = ["RuleSample", "at"]


class RuleSample(NamedTuple):
    """Changes to a base document (prism, slab, or flat: what a new stage begins with) under a stage, by dotted path.

    `process` is what is done.
    """

    rule: str
    edge: str
    good: dict[str, Any]
    failing: dict[str, Any]
    base: str = "prism"
    process: str = "cast"


def at(path: str, good: Any, failing: Any, **more: Any) -> tuple[dict[str, Any], dict[str, Any]]:
    """One entry on both sides of an edge, the rest alike."""
    rest = {key.replace("__", "."): value for key, value in more.items()}
    return {**rest, path: good}, {**rest, path: failing}
