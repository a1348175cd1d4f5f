"""What a new owner finds: the shipped kinds of glass, an empty rack, and nothing else."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from coldcradle.glass.kinds import kind_document, shipped_kinds
from studio.models import GlassKind

__all__ = ["welcome"]


def welcome(owner: Any) -> None:
    """Give an owner who has no glass the shipped kinds; later calls change nothing."""
    if not GlassKind.objects.of(owner).exists():
        _give_glass(owner)


@transaction.atomic
def _give_glass(owner: Any) -> None:
    if GlassKind.objects.of(owner).exists():
        return
    for kind in shipped_kinds().values():
        GlassKind.objects.create(owner=owner, key=kind.key, name=kind.name, document=kind_document(kind))
