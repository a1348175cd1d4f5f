"""Who did something: filled in by whoever acts, wherever such a row is made."""

from __future__ import annotations

from contextvars import ContextVar

from django.conf import settings
from django.db import models

__all__ = ["Told", "acting", "who_acts"]

acting: ContextVar[int | None] = ContextVar("acting", default=None)


def who_acts() -> int | None:
    """The number of whoever acts at the moment; None for the studio itself, as in a log that comes in."""
    return acting.get()


class Told(models.Model):
    """Base of rows that say who made them; None for what older releases wrote down, and for who is gone."""

    by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, default=who_acts, related_name="+"
    )

    class Meta:
        abstract = True
