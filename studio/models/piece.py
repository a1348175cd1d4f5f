"""A piece is a chain of stages; a stage is one trip through a kiln; every edit of a piece is a revision."""

from __future__ import annotations

from typing import Any

from django.db import models
from django.utils.functional import cached_property

from studio.models.firing import Firing
from studio.models.owned import Owned
from studio.models.shelf import Cradle, GlassKind, StockItem
from studio.models.snapshot import Snapshot

__all__ = ["Piece", "Reservation", "Revision", "Stage"]


class Piece(Owned):
    """`head` is the revision that stands; `summary` is what lists show, or None when it must be worked out anew.

    So many `alike` of it are made, to be done by `due_on`; `bench` are the steps between its firings, as typed.
    """

    name = models.CharField(max_length=80)
    alike = models.PositiveSmallIntegerField(default=1)
    due_on = models.DateField(null=True)
    bench = models.JSONField(default=list)
    head = models.ForeignKey("Revision", on_delete=models.SET_NULL, null=True, related_name="+")
    is_put_away = models.BooleanField(default=False)
    summary = models.JSONField(null=True)

    class Meta:
        ordering = ["-updated_at", "-pk"]
        indexes = [models.Index(fields=["studio", "-updated_at", "-id"], name="newest_of_a_studio")]

    def __str__(self) -> str:
        return self.name


class Stage(models.Model):
    """One stage: its inputs as typed, without the glass, the cradle's care and the firing, which are rows of their own.

    `process` repeats what its inputs say, so that lists can ask for it.
    """

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="stages")
    key = models.CharField(max_length=40)
    order = models.PositiveSmallIntegerField()
    process = models.CharField(max_length=20)
    inputs = models.JSONField()
    glass_kind = models.ForeignKey(GlassKind, on_delete=models.PROTECT, related_name="stages")
    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, related_name="stages")
    cradle = models.ForeignKey(Cradle, on_delete=models.SET_NULL, null=True, related_name="stages")

    class Meta:
        ordering = ["order"]
        constraints = [models.UniqueConstraint(fields=["piece", "key"], name="one_stage_per_key")]

    def __str__(self) -> str:
        return f"{self.piece}, stage {self.order + 1}"

    @cached_property
    def set_aside(self) -> list[Reservation]:
        """The glass set aside for it, as it was read with it."""
        return list(self.reservations.all())

    @cached_property
    def measured(self) -> list[Any]:
        """Its measures, as they were read with it."""
        return list(self.measures.all())


class Reservation(models.Model):
    """Glass of the rack that a stage has set aside, or has used up."""

    stage = models.ForeignKey(Stage, on_delete=models.CASCADE, related_name="reservations")
    item = models.ForeignKey(StockItem, on_delete=models.PROTECT, related_name="reservations")
    mass_kg = models.FloatField()
    is_used = models.BooleanField(default=False)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return f"{self.mass_kg * 1e3:g} g of {self.item}"


class Revision(Snapshot):
    """A whole snapshot of a piece; undo goes to the parent, redo to the newest child."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="revisions")
