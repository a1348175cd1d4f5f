"""Photographs: read, turned upright, made small, and freed of what cameras write into them."""

from __future__ import annotations

import tempfile
from pathlib import Path
from typing import Any

from django.core.files.uploadedfile import UploadedFile
from django.db.models import F
from django.utils import timezone

from coldcradle.errors import ImpossibleInput
from studio.actions.files import SMALL, on_disk
from studio.models import Cradle, Photo, StockItem
from studio.sandbox.jobs_queue import do, last_of

__all__ = ["MOST_BYTES", "keep_photo", "photograph"]

MOST_BYTES = 30_000_000


def keep_photo(studio: Any, sent: UploadedFile[Any] | bytes) -> Photo:
    """Keep a photograph as a JPEG of at most 1600 pixels. Raises ImpossibleInput in words."""
    size = len(sent) if isinstance(sent, bytes) else sent.size or 0
    if size > MOST_BYTES:
        raise ImpossibleInput(f"expected a photograph of at most 30 MB, got {size / 1e6:.0f} MB")
    with tempfile.TemporaryDirectory() as folder, on_disk(sent) as path:
        small = Path(folder) / "small.jpg"
        found = last_of(do("make small", (path, str(small)), limit=SMALL))
        return Photo.objects.create(studio=studio, data=small.read_bytes(), **found)


def photograph(row: Cradle | StockItem, sent: UploadedFile[Any] | bytes) -> None:
    """Give a cradle or an entry of the rack its photograph; whatever was done to it meanwhile stands."""
    photo = keep_photo(row.studio, sent)
    type(row)._default_manager.filter(pk=row.pk).update(
        photo=photo, version=F("version") + 1, updated_at=timezone.now()
    )
    row.refresh_from_db()
