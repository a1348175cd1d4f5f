"""What was worked out for a list is written down, so as not to be worked out again; reading never fails for it."""

from __future__ import annotations

from typing import Any

from django.db import DatabaseError, transaction
from django.db.models import QuerySet

from studio.errors import store_trouble

__all__ = ["remember"]


def remember(rows: QuerySet[Any], **values: Any) -> None:
    """Write values into rows where the store lets itself be written: on a full disk they are worked out once more."""
    try:
        with transaction.atomic():
            rows.update(**values)
    except (DatabaseError, OSError) as error:
        if store_trouble(error) is None:
            raise
