"""What stands in the studio: cradles on the shelf, kinds of glass, what is on the rack of them, kilns."""

from __future__ import annotations

from django.db import models

from studio.models.owned import Owned

__all__ = ["Cradle", "GlassKind", "Kiln", "StockItem"]


class Cradle(Owned):
    """A cradle kept for later; `document` is the cradle of a piece document, as typed, `care` what is known of it
    besides.
    """

    name = models.CharField(max_length=80)
    document = models.JSONField()
    care = models.JSONField(default=dict)
    photo = models.ForeignKey("Photo", on_delete=models.SET_NULL, null=True, related_name="cradles")
    is_archived = models.BooleanField(default=False)

    class Meta:
        ordering = ["name", "pk"]

    def __str__(self) -> str:
        return self.name


class GlassKind(Owned):
    """A kind of glass, as typed."""

    key = models.CharField(max_length=60)
    name = models.CharField(max_length=80)
    document = models.JSONField()
    is_archived = models.BooleanField(default=False)

    class Meta:
        ordering = ["name", "pk"]

    def __str__(self) -> str:
        return self.name


class StockItem(Owned):
    """A jar, a box or a sheet of one kind in one form. `details` is as typed; `mass_kg` is what is left of it."""

    kind = models.ForeignKey(GlassKind, on_delete=models.PROTECT, related_name="items")
    form = models.CharField(max_length=20)
    mass_kg = models.FloatField()
    details = models.JSONField(default=dict)
    words = models.CharField(max_length=600, default="")
    photo = models.ForeignKey("Photo", on_delete=models.SET_NULL, null=True, related_name="items")
    is_archived = models.BooleanField(default=False)

    class Meta:
        ordering = ["kind__name", "form", "pk"]
        indexes = [models.Index(fields=["studio", "is_archived", "kind", "form"], name="stock_by_kind")]

    def __str__(self) -> str:
        return f"{self.kind}, {self.form}"


class Kiln(Owned):
    """A kiln, as the studio remembers it."""

    name = models.CharField(max_length=60)
    document = models.JSONField()

    class Meta:
        ordering = ["name", "pk"]

    def __str__(self) -> str:
        return self.name
