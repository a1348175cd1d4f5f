"""Photographs: read, turned upright, made small, and freed of what cameras write into them."""

from __future__ import annotations

import io
import warnings
from typing import Any

from PIL import Image, ImageOps, UnidentifiedImageError

from coldcradle.errors import ImpossibleInput
from studio.models import Photo

__all__ = ["MOST_BYTES", "keep_photo"]

MOST_BYTES = 30_000_000
_LARGEST_PX = 1600


def keep_photo(owner: Any, raw: bytes) -> Photo:
    """Keep a photograph as a JPEG of at most 1600 pixels. Raises ImpossibleInput in words."""
    if len(raw) > MOST_BYTES:
        raise ImpossibleInput(f"expected a photograph of at most 30 MB, got {len(raw) / 1e6:.0f} MB")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(raw), formats=("JPEG", "PNG", "WEBP")) as opened:
                picture = ImageOps.exif_transpose(opened).convert("RGB")
    except (
        UnidentifiedImageError,
        OSError,
        SyntaxError,
        ValueError,
        Image.DecompressionBombError,
        Image.DecompressionBombWarning,
    ):
        raise ImpossibleInput(
            "expected a photograph in JPEG, PNG or WebP; this file breaks off or is something else"
        ) from None
    picture.thumbnail((_LARGEST_PX, _LARGEST_PX))
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=82)
    return Photo.objects.create(owner=owner, data=out.getvalue(), width=picture.width, height=picture.height)
