"""What stands in the studio: cradles on the shelf, kinds of glass with what is on the rack, kilns."""

from __future__ import annotations

from django.db import models

from studio.models.owned import Owned

__all__ = ["Cradle", "GlassKind", "Kiln"]


class Cradle(Owned):
    """A cradle kept for later; `document` is the cradle of a piece document, as typed."""

    name = models.CharField(max_length=80)
    document = models.JSONField()

    class Meta:
        ordering = ["name", "pk"]

    def __str__(self) -> str:
        return self.name


class GlassKind(Owned):
    """A kind of glass, as typed, and the weights of it on the rack by form."""

    key = models.CharField(max_length=60)
    name = models.CharField(max_length=80)
    document = models.JSONField()
    rack = models.JSONField(default=dict)

    class Meta:
        ordering = ["name", "pk"]

    def __str__(self) -> str:
        return self.name


class Kiln(Owned):
    """A kiln, as its owner remembers it."""

    name = models.CharField(max_length=60)
    document = models.JSONField()

    class Meta:
        ordering = ["name", "pk"]

    def __str__(self) -> str:
        return self.name
