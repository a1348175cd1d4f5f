"""The steps of a firing in words, as they are listed and printed."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.heat.explain.words import REASONS
from coldcradle.heat.schedule.segments import LimitedBy, RunStep, round_rate
from coldcradle.heat.steps import StepKey
from coldcradle.layup.explain.words import zones_words
from coldcradle.quantity.format import DualQuantity, Formatted, Message, capitalized, say, show
from coldcradle.quantity.reason import Reason

__all__ = ["SimulatedSegment", "said", "shown_steps"]


@dataclass(frozen=True, slots=True, kw_only=True)
class SimulatedSegment:
    """A step as it will run; times in seconds from the start, `rate` in words ("as it falls" when not set)."""

    key: str
    name: str
    rate_k_per_h: float | None
    rate: DualQuantity
    to_c: float
    to: DualQuantity
    hold_s: float
    hold: DualQuantity
    limited_by: LimitedBy
    why: Message
    figures: tuple[str, ...]
    starts_s: float
    arrives_s: float
    ends_s: float
    late: Message | None


def said(reason: Reason) -> Message:
    """A reason in words."""
    shown: dict[str, DualQuantity | Message | str] = {
        name: capitalized(zones_words(value))
        if isinstance(value, Reason)
        else show(*value)
        if isinstance(value, tuple)
        else value
        for name, value in reason.given
    }
    return say(REASONS[reason.key], **shown)


def shown_steps(steps: Sequence[RunStep]) -> list[SimulatedSegment]:
    """Steps as they are shown."""
    return [
        SimulatedSegment(
            key=step.key,
            name=step.name,
            rate_k_per_h=step.rate_k_per_h,
            rate=_rate_words(step),
            to_c=step.to_c,
            to=show(step.to_c, "temperature"),
            hold_s=step.hold_s,
            hold=show(step.hold_s, "duration"),
            limited_by=step.limited_by,
            why=said(step.why),
            figures=step.figures,
            starts_s=step.starts_s,
            arrives_s=step.arrives_s,
            ends_s=step.ends_s,
            late=said(step.late) if step.late is not None else None,
        )
        for step in steps
    ]


def _rate_words(step: RunStep) -> DualQuantity:
    if step.rate_k_per_h is not None:
        return DualQuantity.unwritten(_told_rate, step.rate_k_per_h)
    return _UNTOLD["full power" if step.is_rising else "off" if step.key == StepKey.COAST else "as it falls"]


def _told_rate(rate_k_per_h: float) -> tuple[Formatted, Formatted]:
    """A Fahrenheit controller too is told a rate that is never faster than the one meant."""
    us = round_rate(rate_k_per_h * 1.8) / 1.8
    return show(rate_k_per_h, "rate").metric, show(us, "rate").us


_UNTOLD = {
    words: DualQuantity(Formatted(words, "", "", words), Formatted(words, "", "", words))
    for words in ("full power", "off", "as it falls")
}
