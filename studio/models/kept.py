"""What is large and kept once: meshes, photographs, and drawings that many revisions share."""

from __future__ import annotations

from django.db import models

from studio.models.owned import Owned

__all__ = ["Drawing", "Photo", "Solid"]


class Drawing(Owned):
    """An outline or a mesh's room, kept once however many revisions of a piece hold it; found by its digest."""

    digest = models.CharField(max_length=64)
    data = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["studio", "digest"], name="one_drawing_per_digest")]

    def __str__(self) -> str:
        return self.digest[:12]


class Photo(Owned):
    """A photograph, made small and freed of what cameras write into it."""

    data = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()

    def __str__(self) -> str:
        return f"photo {self.pk}"


class Solid(Owned):
    """A mesh as it was sent, what was found in it, and a light copy to look at once its room is known."""

    name = models.CharField(max_length=80)
    ending = models.CharField(max_length=8)
    file = models.FileField(upload_to="solids")
    found = models.JSONField()
    view = models.BinaryField(null=True)

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return self.name
