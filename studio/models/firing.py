"""A firing is one run of one kiln, shared by stages of one or several pieces; every edit of it is a revision."""

from __future__ import annotations

from django.db import models

from studio.models.owned import Owned
from studio.models.shelf import Kiln
from studio.models.snapshot import Snapshot

__all__ = ["Firing", "FiringRevision"]


class Firing(Owned):
    """`starts_at` is a moment, `time_zone` where it is told; `inputs` holds the rest as typed, `head` what stands."""

    kiln = models.ForeignKey(Kiln, on_delete=models.PROTECT, related_name="firings")
    starts_at = models.DateTimeField()
    time_zone = models.CharField(max_length=60)
    inputs = models.JSONField(default=dict)
    state = models.CharField(max_length=12, default="planned")
    head = models.ForeignKey("FiringRevision", on_delete=models.SET_NULL, null=True, related_name="+")

    def __str__(self) -> str:
        return f"{self.kiln} {self.starts_at:%Y-%m-%d %H:%M}"


class FiringRevision(Snapshot):
    """A whole snapshot of a firing; undo goes to the parent, redo to the newest child."""

    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="revisions")
