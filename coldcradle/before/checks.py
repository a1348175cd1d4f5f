"""The list for one stage: what applies, in the order of the bench."""

from __future__ import annotations

from coldcradle.before.check import TOPICS, CheckLine, CheckRule
from coldcradle.before.computed import COMPUTED
from coldcradle.before.human import HUMAN
from coldcradle.before.inputs import CheckContext

__all__ = ["RULES", "checks"]

RULES: tuple[CheckRule, ...] = (*COMPUTED, *HUMAN)


def checks(standing: CheckContext) -> list[CheckLine]:
    """Every check that applies, computed ones first within a topic."""
    found = [c for rule in RULES if (c := rule.check(standing)) is not None]
    order = list(TOPICS)
    return sorted(found, key=lambda c: (order.index(c.topic), c.by != "computed"))
