"""Whose doing something was, in words for whoever asks: one's own goes without saying."""

from __future__ import annotations

from collections.abc import Iterable

from django.contrib.auth import get_user_model

from studio.actions.people import called
from studio.models import who_acts

__all__ = ["by_others", "with_name"]


def by_others(numbers: Iterable[int | None]) -> dict[int, str]:
    """How others are called, by their numbers; whoever asks is not among them, nor who is not known."""
    others = {number for number in numbers if number is not None} - {who_acts()}
    return {pk: called(person) for pk, person in get_user_model().objects.in_bulk(others).items()} if others else {}


def with_name(label: str, by_id: int | None) -> str:
    """What was done, and by whom where it was somebody else."""
    name = by_others([by_id]).get(by_id or 0)
    return f"{label} ({name})" if name else label
