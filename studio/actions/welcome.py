"""What a new owner finds: the shipped kinds of glass, an empty rack, and nothing else."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from coldcradle.glass.kinds import GlassProperties, shipped_kinds
from studio.models import GlassKind

__all__ = ["kind_document", "welcome"]


def kind_document(kind: GlassProperties) -> dict[str, Any]:
    """A shipped kind as it would be typed."""
    return {
        "key": kind.key,
        "name": kind.name,
        "density": f"{kind.density_kg_m3:g} kg/m³",
        "expansion": f"{kind.expansion_per_k * 1e6:.1f}e-6 /K",
        "strain": f"{kind.strain_c:g} °C",
        "annealing": f"{kind.annealing_c:g} °C",
        "softening": f"{kind.softening_c:g} °C",
        "stiffness": f"{kind.youngs_modulus_pa / 1e9:g} GPa",
        "poisson": f"{kind.poisson:g}",
        "lead": kind.lead,
        "source": kind.source,
        "family": kind.family,
        "tested": kind.is_tested,
    }


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
