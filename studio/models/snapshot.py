"""What undo steps through: whole snapshots, each knowing the one it came from."""

from __future__ import annotations

from django.db import models
from django.utils import timezone

from studio.models.told import Told


class Snapshot(Told):
    """A whole state as it stood; undo goes to the parent, redo to the newest child."""

    parent = models.ForeignKey("self", on_delete=models.CASCADE, null=True, related_name="children")
    label = models.CharField(max_length=120)
    snapshot = models.JSONField()
    created_at = models.DateTimeField(default=timezone.now)

    class Meta:
        abstract = True
        ordering = ["pk"]

    def __str__(self) -> str:
        return self.label
