"""What was done at the bench: of a step of a piece, when, how long it took, what was looked at."""

from __future__ import annotations

from django.db import models

from studio.models.kept import Photo
from studio.models.piece import Piece
from studio.models.told import Told

__all__ = ["BenchPhoto", "BenchRecord"]


class BenchRecord(Told):
    """A step of a piece, by its key, as it was done; `ticked` are the keys of its checks, `took_s` None: not said."""

    piece = models.ForeignKey(Piece, on_delete=models.CASCADE, related_name="bench_records")
    key = models.CharField(max_length=40)
    does = models.CharField(max_length=12)
    done_at = models.DateTimeField(null=True)
    took_s = models.FloatField(null=True)
    took = models.CharField(max_length=60, default="")
    reckoned_s = models.FloatField(null=True)
    note = models.CharField(max_length=2000, default="")
    ticked = models.JSONField(default=list)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["piece", "key"], name="one_record_a_step")]

    def __str__(self) -> str:
        return f"{self.piece}, {self.key}"


class BenchPhoto(models.Model):
    """A photograph of a step, before it or after."""

    record = models.ForeignKey(BenchRecord, on_delete=models.CASCADE, related_name="photos")
    photo = models.ForeignKey(Photo, on_delete=models.CASCADE, related_name="bench")
    when = models.CharField(max_length=6)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return f"{self.when} {self.record}"
