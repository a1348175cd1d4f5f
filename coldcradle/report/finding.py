"""Findings: what is unwise about a plan, with the reason. Impossible input raises instead."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from coldcradle.quantity.format import DualQuantity, Message, say

__all__ = ["Caution", "Finding", "Severity", "finding"]

Severity = Literal["stop", "think", "note"]


@dataclass(frozen=True, slots=True)
class Finding:
    """One remark on a plan. `rule` is a stable id `station.kebab-name`; `severity` is told in a word."""

    rule: str
    station: str
    severity: Severity
    says: Message
    reason: Message


@dataclass(frozen=True, slots=True)
class Caution:
    """What can hurt someone, at the station and step where it can."""

    station: str
    step: str
    text: str


def finding(rule: str, severity: Severity, says: str, reason: str, **shown: DualQuantity | str) -> Finding:
    """A finding whose two sentences are filled from the same quantities."""
    return Finding(rule, rule.partition(".")[0], severity, say(says, **shown), say(reason, **shown))
