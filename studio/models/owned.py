"""What every row has: a studio it belongs to, and times."""

from __future__ import annotations

from typing import Any, Self

from django.db import models
from django.http import Http404

from studio.models.people import Studio

__all__ = ["Owned", "OwnedQuerySet"]


class OwnedQuerySet(models.QuerySet[Any]):
    """Every query begins with `of(studio)`; another's row is not found rather than forbidden."""

    def of(self, studio: Any) -> Self:
        return self.filter(studio=studio)

    def one(self, studio: Any, pk: int, called: str) -> Any:
        row = self.of(studio).filter(pk=pk).first()
        if row is None:
            raise Http404(f"There is no {called} with this number.")
        return row


class Owned(models.Model):
    """Base of all rows that belong to a studio."""

    studio = models.ForeignKey(Studio, on_delete=models.CASCADE, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    version = models.PositiveIntegerField(default=1)

    objects = OwnedQuerySet.as_manager()

    class Meta:
        abstract = True
