"""What is written down of a stage before and after its firing, and the clocks that run on the bench."""

from __future__ import annotations

from django.db import models
from django.utils import timezone

from studio.models.firing import Firing
from studio.models.kept import Photo
from studio.models.owned import Owned
from studio.models.piece import Stage
from studio.models.told import Told

__all__ = ["Check", "Measure", "Observation", "StagePhoto", "Timer"]


class Check(Told):
    """A check that somebody ticked, or passed with a written reason."""

    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="checks")
    stage = models.ForeignKey(Stage, on_delete=models.CASCADE, related_name="checks")
    rule = models.CharField(max_length=60)
    ticked_at = models.DateTimeField(null=True)
    reason = models.CharField(max_length=500, default="")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["firing", "stage", "rule"], name="one_tick_a_check")]

    def __str__(self) -> str:
        return self.rule


class Measure(Told):
    """A size or a weight of what came out, as typed and in SI; `place` tells several of one kind apart.

    `copy` says of which of a series it is, 0 for all alike.
    """

    stage = models.ForeignKey(Stage, on_delete=models.CASCADE, related_name="measures")
    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="measures")
    key = models.CharField(max_length=12)
    place = models.PositiveSmallIntegerField(default=0)
    copy = models.PositiveSmallIntegerField(default=0)
    typed = models.CharField(max_length=60)
    value = models.FloatField()

    class Meta:
        ordering = ["key", "place"]
        constraints = [
            models.UniqueConstraint(
                fields=["firing", "stage", "key", "place", "copy"], name="one_measure_a_place_and_copy"
            )
        ]

    def __str__(self) -> str:
        return f"{self.key} {self.typed}"


class Observation(Told):
    """A fault that was found in what came out."""

    stage = models.ForeignKey(Stage, on_delete=models.CASCADE, related_name="observations")
    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="observations")
    fault = models.CharField(max_length=30)
    note = models.CharField(max_length=500, default="")
    made_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["firing", "stage", "fault"], name="one_fault_once")]

    def __str__(self) -> str:
        return self.fault


class StagePhoto(Told):
    """A photograph of a stage, before its firing or after."""

    stage = models.ForeignKey(Stage, on_delete=models.CASCADE, related_name="photos")
    firing = models.ForeignKey(Firing, on_delete=models.CASCADE, related_name="photos")
    photo = models.ForeignKey(Photo, on_delete=models.CASCADE, related_name="stages")
    when = models.CharField(max_length=6)
    made_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return f"{self.when} {self.stage}"


class Timer(Owned):
    """A clock on the bench: it rings once after `lasts_s`, warns and refuses later where it has to."""

    stage = models.ForeignKey(Stage, on_delete=models.CASCADE, null=True, related_name="timers")
    key = models.CharField(max_length=40)
    kind = models.CharField(max_length=12)
    name = models.CharField(max_length=80)
    begins_at = models.DateTimeField(default=timezone.now)
    lasts_s = models.FloatField()
    rung_at = models.DateTimeField(null=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["begins_at", "pk"]
        constraints = [models.UniqueConstraint(fields=["studio", "key"], name="one_timer_a_key")]

    def __str__(self) -> str:
        return self.name
