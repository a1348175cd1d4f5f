"""What every row has: an owner, and times."""

from __future__ import annotations

from typing import Any, Self

from django.conf import settings
from django.db import models
from django.http import Http404

__all__ = ["Owned", "OwnedQuerySet"]


class OwnedQuerySet(models.QuerySet[Any]):
    """Every query begins with `of(owner)`; another's row is not found rather than forbidden."""

    def of(self, owner: Any) -> Self:
        return self.filter(owner=owner)

    def one(self, owner: Any, pk: int, called: str) -> Any:
        row = self.of(owner).filter(pk=pk).first()
        if row is None:
            raise Http404(f"There is no {called} with this number.")
        return row


class Owned(models.Model):
    """Base of all rows that belong to somebody."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    version = models.PositiveIntegerField(default=1)

    objects = OwnedQuerySet.as_manager()

    class Meta:
        abstract = True
