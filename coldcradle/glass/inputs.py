"""What the glass station is told."""

from __future__ import annotations

from dataclasses import replace

from coldcradle.entry import difference, inputs, kept, many, mass, one, pick, ratio, table
from coldcradle.glass.kinds import Form, GlassProperties, KindDocument, forms, stiffened
from coldcradle.glass.mix import Mix

__all__ = ["Extra", "GlassInput"]


@inputs
class Extra:
    """Some of another glass in the same piece."""

    kind: GlassProperties = one(KindDocument, called="a kind of glass")
    form: Form = pick(forms)
    mass_kg: float = mass(called="a weight of glass", low=0.0, high=500.0, above=True)
    kind_id: object = kept(default=None, schema={"type": ["integer", "null"]})  # its number in the studio it came from


@inputs
class GlassInput:
    """The glass, the form chosen, what is on the rack of it (kg by form), a weight of one's own or None, and what
    goes with it. A colour stiffer than its family has its points raised by so much: `kind` has them so already.
    """

    kind: GlassProperties = one(KindDocument, called="a kind of glass")
    form: Form = pick(forms)
    loss: float = ratio(default="2 %", called="a loss", low=0.0, high=0.5)
    # a sum of jars that were each bounded when they were typed: no bound of its own, or one shelf closes a place
    rack_kg: dict[str, float] = table(
        mass(called="a weight of glass", low=0.0, high=1e9), rows=forms, called="the rack", default={}
    )
    own_charge_kg: float | None = mass(key="charge", default=None, called="a charge", low=1e-5, high=500.0)
    extras: tuple[Extra, ...] = many(Extra, key="with", called="another glass", most=8, default=())
    mix: Mix | None = one(Mix, called="a mix", default=None)
    stiffer_k: float = difference(default="0 K", called="a stiffness", low=-60.0, high=60.0)

    def as_read(self) -> GlassInput:
        """With its points raised."""
        return replace(self, kind=stiffened(self.kind, self.stiffer_k)) if self.stiffer_k else self
