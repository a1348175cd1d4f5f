"""The glass of a piece document: a kind by its fixed points, what is on the rack of it, a mix, other glasses."""

from __future__ import annotations

from typing import Any

from coldcradle.document.fields import FieldReader
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.inputs import Extra, GlassInput
from coldcradle.glass.kinds import GlassKind, forms, shipped_kinds, stiffened
from coldcradle.glass.mix import Mix, MixPart

__all__ = ["read_glass", "read_kind"]

_COMMON_EXPANSION = 9e-6  # stands in for one that is not known; what is said of it says so


def read_kind(reader: FieldReader) -> GlassKind:
    """A kind of glass. Three fixed points and a density are enough; an expansion left empty is unknown."""
    expansion = reader.optional("expansion", "expansion", called="an expansion", low=1e-7, high=3e-5)
    values: dict[str, Any] = {
        "density_kg_m3": reader.quantity("density", "density", called="a density", low=1500.0, high=7000.0),
        "expansion_per_k": _COMMON_EXPANSION if expansion is None else expansion,
        "strain_c": reader.quantity("strain", "temperature", called="a strain point", low=200.0, high=1100.0),
        "annealing_c": reader.quantity("annealing", "temperature", called="an annealing point", low=200.0, high=1200.0),
        "softening_c": reader.quantity("softening", "temperature", called="a softening point", low=250.0, high=1700.0),
        "youngs_modulus_pa": reader.quantity(
            "stiffness", "stress", called="a stiffness", low=1e10, high=3e11, default="72 GPa"
        ),
        "poisson": reader.quantity("poisson", "count", called="a Poisson ratio", low=0.05, high=0.45, default="0.22"),
    }
    key, name = reader.text("key", most=60), reader.text("name", most=80)
    shipped = shipped_kinds().get(key)  # older documents say nothing of families
    values["family"] = reader.text("family", default=shipped.family if shipped else "", most=60, empty=True)
    values["is_tested"] = reader.flag("tested", default=shipped.is_tested if shipped else False)
    lead, source = reader.flag("lead", default=False), reader.text("source", default="your own figures", most=200)
    reader.close()
    try:
        return GlassKind(key=key, name=name, lead=lead, source=source, is_unknown=expansion is None, **values)
    except ImpossibleInput as error:
        reader.fault("annealing", str(error), str(reader.data.get("annealing", "")))
        return GlassKind(
            key=key,
            name=name,
            lead=lead,
            source=source,
            **{**values, "strain_c": 500.0, "annealing_c": 540.0, "softening_c": 720.0},
        )


def read_glass(reader: FieldReader) -> GlassInput:
    """The glass of a stage. A colour stiffer than its family has its points raised by so much."""
    stiffer_k = reader.quantity("stiffer", "difference", called="a stiffness", low=-60.0, high=60.0, default="0 K")
    plain = read_kind(reader.child("kind", "a kind of glass"))
    kind = stiffened(plain, stiffer_k) if stiffer_k else plain
    rack_reader = reader.child("rack", "the rack")
    rack = {
        # a sum of jars that were each bounded when they were typed: no bound of its own, or one shelf closes a place
        form: rack_reader.quantity(form, "mass", called="a weight of glass", low=0.0, high=1e9)
        for form in rack_reader.data
        if form in forms()
    }
    rack_reader.close()
    extras = []
    for r in reader.children("with", "another glass", 8) if reader.data.get("with") else []:
        extras.append(
            Extra(
                kind=read_kind(r.child("kind", "a kind of glass")),
                form=forms()[r.choice("form", forms())],
                mass_kg=r.quantity("mass", "mass", called="a weight of glass", low=0.0, high=500.0, above=True),
            )
        )
        r.skip("kind_id")  # the number of the kind in the studio it came from
        r.close()
    reader.skip("with")
    glass = GlassInput(
        extras=tuple(extras),
        mix=_mix(reader.child("mix", "a mix")) if reader.has("mix") else None,
        kind=kind,
        stiffer_k=stiffer_k,
        form=forms()[reader.choice("form", forms())],
        loss=reader.quantity("loss", "ratio", called="a loss", low=0.0, high=0.5, default="2 %"),
        rack_kg=rack,
        own_charge_kg=reader.optional("charge", "mass", called="a charge", low=1e-5, high=500.0),
    )
    reader.skip("mix")
    reader.close()
    return glass


def _mix(reader: FieldReader) -> Mix | None:
    parts = tuple(
        MixPart(
            form=r.choice("form", forms()), parts=r.quantity("parts", "count", called="parts", low=0.0, high=1000.0)
        )
        for r in reader.children("parts", "a part of the mix", 8)
    )
    powder = reader.quantity("powder", "ratio", called="a share of powder", low=0.0, high=2.0, default="0 %")
    weighed = reader.optional("powder_weighed", "mass", called="a weight of powder", low=0.0, high=500.0)
    reader.close()
    try:
        return Mix(parts=parts, powder=powder, powder_weighed_kg=weighed)
    except ImpossibleInput as error:
        reader.fault("parts", str(error))
        return None
