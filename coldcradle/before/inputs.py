"""What a check before the firing may look at."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from coldcradle.cradle.inputs import CradleInput
from coldcradle.glass.inputs import GlassInput
from coldcradle.heat.inputs import HeatInput
from coldcradle.layup.inputs import LayupInput
from coldcradle.layup.load import Load
from coldcradle.layup.traits import Traits
from coldcradle.report.finding import Finding

__all__ = ["CheckContext"]


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckContext:
    """A stage as it stands before its lid closes. `highest_c` is None where the kiln cannot fire it."""

    cradle: CradleInput
    glass: GlassInput
    layup: LayupInput
    load: Load
    heat: HeatInput
    takes: tuple[str, ...]
    highest_c: float | None
    findings: Sequence[Finding]

    @property
    def does(self) -> Traits:
        return self.heat.process.traits

    @property
    def peak_c(self) -> float:
        return self.highest_c if self.highest_c is not None else 0.0

    @property
    def is_frozen(self) -> bool:
        """Freeze-cast powder, stuck at a low heat."""
        return self.does.sinters and self.glass.form.key == "powder"

    @property
    def has_parts(self) -> bool:
        """Small parts laid on something larger."""
        return bool(self.takes) and bool(self.layup.layers) and self.does.lies_free

    @property
    def is_blank(self) -> bool:
        return self.does.is_blank
