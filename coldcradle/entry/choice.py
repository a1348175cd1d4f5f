"""A few keys to choose from, each with its label on the screen and what it means."""

from __future__ import annotations

from enum import StrEnum
from typing import Self

__all__ = ["Choice"]


class Choice(StrEnum):
    """`SLIDES = "slides", "slides in", "the form is smooth"`: key, label, meaning; in the order of the screen."""

    label: str
    says: str

    def __new__(cls, key: str, label: str = "", says: str = "") -> Self:
        member = str.__new__(cls, key)
        member._value_ = key
        member.label, member.says = label or key, says
        return member
