"""A firing is one run of one kiln, shared by stages of one or several pieces; every edit of it is a revision."""

from __future__ import annotations

from django.db import models
from django.utils import timezone

from studio.models.owned import Owned
from studio.models.shelf import Kiln
from studio.models.snapshot import Snapshot
from studio.models.told import Told

__all__ = ["BroughtLog", "Firing", "FiringEvent", "FiringRevision", "Reading"]


class Firing(Owned):
    """`starts_at` is a moment, `time_zone` where it is told; `inputs` holds the rest as typed, `head` what stands;
    `load` the shelves that go in, and the berth of each copy of a stage, by the number of the stage.

    Once it is started, `frozen` keeps the documents of all its stages as they stood, so that plan and outcome can be
    compared whatever is edited later. `is_simulated`: the stand-in runs it, no kiln does. `told` is what the notebook
    shows of each stage by its number, worked out once the firing is over; empty where it must be worked out anew.
    """

    kiln = models.ForeignKey(Kiln, on_delete=models.PROTECT, related_name="firings")
    starts_at = models.DateTimeField()
    time_zone = models.CharField(max_length=60)
    inputs = models.JSONField(default=dict)
    load = models.JSONField(default=dict)
    state = models.CharField(max_length=12, default="planned")
    head = models.ForeignKey("FiringRevision", on_delete=models.SET_NULL, null=True, related_name="+")
    frozen = models.JSONField(null=True)
    started_at = models.DateTimeField(null=True)
    opened_at = models.DateTimeField(null=True)
    is_simulated = models.BooleanField(default=False)
    note = models.CharField(max_length=2000, default="")
    told = models.JSONField(default=dict)

    class Meta:
        indexes = [models.Index(fields=["studio", "state", "-started_at"], name="firing_by_state")]

    def __str__(self) -> str:
        return f"{self.kiln} {self.starts_at:%Y-%m-%d %H:%M}"


class FiringRevision(Snapshot):
    """A whole snapshot of a firing; undo goes to the parent, redo to the newest child."""

    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="revisions")


class BroughtLog(Told):
    """A log that was brought in, whole; its readings go with it when it is taken back, the row stays to tell of it."""

    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="logs")
    name = models.CharField(max_length=120)
    count = models.PositiveIntegerField()
    from_s = models.FloatField()
    to_s = models.FloatField()
    made_at = models.DateTimeField(default=timezone.now)
    taken_back_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return self.name


class Reading(Told):
    """What a thermometer showed, s from the start of the firing; one for each moment, never changed.

    `source`: typed, log, or second for another thermometer than the kiln's own. `log` is the one it came with.
    """

    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="readings")
    log = models.ForeignKey(BroughtLog, on_delete=models.CASCADE, null=True, related_name="readings")
    at_s = models.FloatField()
    shown_c = models.FloatField(null=True)
    set_c = models.FloatField(null=True)
    source = models.CharField(max_length=6)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["firing", "at_s"], name="one_reading_a_moment")]

    def __str__(self) -> str:
        return f"{self.shown_c} at {self.at_s:g} s"


class FiringEvent(Told):
    """Something done or seen at the kiln; `key` is made where it was done, so that sending it twice does it once."""

    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="events")
    key = models.CharField(max_length=40)
    kind = models.CharField(max_length=12)
    at_s = models.FloatField()
    made_at = models.DateTimeField(default=timezone.now)
    data = models.JSONField(default=dict)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["firing", "key"], name="one_event_a_key")]

    def __str__(self) -> str:
        return f"{self.kind} at {self.at_s:g} s"
