"""A check: one thing that must be true before the lid closes, ticked by the computer or by a person."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from coldcradle.before.inputs import CheckContext
from coldcradle.quantity.format import DualQuantity, Message, say

__all__ = ["TOPICS", "CheckLine", "CheckResult", "CheckRule", "CheckWord", "judged"]

CheckWord = Literal["good", "think", "stop", "open"]
TOPICS: dict[str, str] = {
    "plan": "The plan",
    "release": "Release",
    "mould": "Mould and former",
    "glass": "Glass",
    "layup": "Lay-up",
    "kiln": "Kiln",
    "you": "You and the room",
}


@dataclass(frozen=True, slots=True)
class CheckResult:
    """What a rule found: `word` is "open" where only a person can tell; `todo` says what to do about it."""

    word: CheckWord
    says: Message
    todo: Message


@dataclass(frozen=True, slots=True)
class CheckLine:
    """One line of the list. `grave`: started without it, a reason has to be written down. `timer` names the clock
    that goes with it, "" where there is none.
    """

    rule: str
    topic: str
    by: Literal["computed", "human"]
    word: CheckWord
    says: Message
    todo: Message
    grave: bool
    timer: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckRule:
    """A rule with a stable id `before.kebab-name`; it finds None where it does not apply."""

    rule: str
    topic: str
    by: Literal["computed", "human"]
    judge: Callable[[CheckContext], CheckResult | None]
    grave: bool = False
    timer: str = ""

    def check(self, standing: CheckContext) -> CheckLine | None:
        found = self.judge(standing)
        if found is None:
            return None
        grave = found.word == "stop" if self.by == "computed" else self.grave
        return CheckLine(self.rule, self.topic, self.by, found.word, found.says, found.todo, grave, self.timer)


def judged(word: CheckWord, says: str, todo: str = "", /, **shown: DualQuantity | str) -> CheckResult:
    """A verdict whose two sentences are filled from the same quantities."""
    return CheckResult(word, say(says, **shown), say(todo, **shown))
