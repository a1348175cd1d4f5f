"""What was taken of a planned week, so that it can be taken back in one step."""

from __future__ import annotations

from django.db import models

from studio.models.owned import Owned

__all__ = ["WeekTaken"]


class WeekTaken(Owned):
    """`before` and `after` hold, for each stage by its number, its firing, and each firing as it stood."""

    before = models.JSONField()
    after = models.JSONField()
    is_undone = models.BooleanField(default=False)

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"{len(self.after.get('stages', {}))} stages"
