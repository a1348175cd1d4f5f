"""What a new studio finds: the shipped kinds of glass, an empty rack, and nothing else."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from coldcradle.glass.kinds import kind_document, shipped_kinds
from studio.models import GlassKind

__all__ = ["welcome"]


def welcome(studio: Any) -> None:
    """Give a studio that has no glass the shipped kinds; later calls change nothing."""
    if not GlassKind.objects.of(studio).exists():
        _give_glass(studio)


@transaction.atomic
def _give_glass(studio: Any) -> None:
    if GlassKind.objects.of(studio).exists():
        return
    for kind in shipped_kinds().values():
        GlassKind.objects.create(studio=studio, key=kind.key, name=kind.name, document=kind_document(kind))
