"""Viscosity of a glass against temperature, from its annealing and softening points."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties

__all__ = ["ANNEALING_LOG", "ISO_SLOPE_PER_K", "KELVIN", "SOFTENING_LOG", "STRAIN_LOG", "Viscosity", "softness"]

# Fixed points by definition, log10 of Pa·s: ASTM C336 (strain, annealing) and C338 (softening).
STRAIN_LOG = 13.5
ANNEALING_LOG = 12.0
SOFTENING_LOG = 6.6
_A = -2.6  # held fixed: a fit of all three VFT constants to three points is unstable
KELVIN = 273.15
_COLDEST_C = -100.0
ISO_SLOPE_PER_K = 0.025  # decades per K below the annealing point, where the structure is frozen in (0.018 to 0.03)


@dataclass(frozen=True, slots=True)
class Viscosity:
    """log10 η[Pa·s] = A + B/(T - T0) above the annealing point; a straight iso-structural line below it.

    Range: room temperature to about 1200 °C; first estimates are good to about ± 15 K. T and T0 in °C, B in K.
    """

    a: float
    b_k: float
    t0_c: float
    annealing_c: float
    strain_c: float

    @classmethod
    def of(cls, kind: GlassProperties) -> Viscosity:
        """The curve through the annealing and softening points of a glass, with A = -2.6."""
        high, low = ANNEALING_LOG - _A, SOFTENING_LOG - _A
        t0 = (high * kind.annealing_c - low * kind.softening_c) / (high - low)
        return cls(
            a=_A,
            b_k=high * (kind.annealing_c - t0),
            t0_c=t0,
            annealing_c=kind.annealing_c,
            strain_c=kind.strain_c,
        )

    @property
    def activation_k(self) -> float:
        """Decades times K by which settled glass stiffens below its annealing point: log10 η is straight in 1/T from
        there through the strain point, as ASTM C336 defines both.
        """
        anneal_k, strain_k = self.annealing_c + KELVIN, self.strain_c + KELVIN
        return (STRAIN_LOG - ANNEALING_LOG) / (1 / strain_k - 1 / anneal_k)

    def log10_settled(self, temperature_c: ArrayLike) -> NDArray[np.float64]:
        """log10 of the viscosity of glass that has settled at a temperature: the fitted curve down to the annealing
        point, and from there its activation between that and the strain point, not what the curve runs on to.
        """
        t = np.asarray(temperature_c, dtype=float)
        hot = self.a + self.b_k / np.maximum(t - self.t0_c, 1.0)
        cold_k = np.maximum(t, _COLDEST_C) + KELVIN
        cold = ANNEALING_LOG + self.activation_k * (1 / cold_k - 1 / (self.annealing_c + KELVIN))
        return np.where(t >= self.annealing_c, hot, cold)

    def log10_pa_s(self, temperature_c: ArrayLike) -> NDArray[np.float64]:
        """log10 of the viscosity in Pa·s, for a temperature or an array of them."""
        t = np.asarray(temperature_c, dtype=float)
        hot = self.a + self.b_k / np.maximum(t - self.t0_c, 1.0)
        frozen = ANNEALING_LOG + ISO_SLOPE_PER_K * (self.annealing_c - t)
        return np.where(t >= self.annealing_c, hot, frozen)

    def log10_off_balance(self, temperature_c: ArrayLike, fictive_c: ArrayLike) -> NDArray[np.float64]:
        """log10 of the viscosity of glass whose structure is that of another temperature: the equilibrium curve at the
        fictive temperature, and from there the iso-structural slope, 0.025 decade/K (0.018 to 0.03, from memory).
        """
        t, f = np.asarray(temperature_c, dtype=float), np.asarray(fictive_c, dtype=float)
        return np.asarray(self.log10_settled(f) + ISO_SLOPE_PER_K * (f - t))

    def temperature_c(self, log10_pa_s: float) -> float:
        """The temperature at which the glass has this viscosity; expected between 10^1 and 10^20 Pa·s."""
        if not 1.0 <= log10_pa_s <= 20.0:
            raise ImpossibleInput(f"expected a viscosity between 10^1 and 10^20 Pa·s, got 10^{log10_pa_s:g}")
        if log10_pa_s > ANNEALING_LOG:
            return self.annealing_c - (log10_pa_s - ANNEALING_LOG) / ISO_SLOPE_PER_K
        return self.t0_c + self.b_k / (log10_pa_s - self.a)


# From which log10 Pa·s down glass does what, as one sees it in the kiln; common practice, no source.
_SOFTNESS = (
    (10.0, "does not move"),
    (8.0, "hardly moves in an hour"),
    (6.7, "sags slowly under its own weight"),
    (5.7, "sags fast, and its edges go round"),
    (4.8, "sticks together and takes texture"),
)


def softness(log10_pa_s: float) -> str:
    """What glass of a viscosity does, in words that follow “this glass”."""
    return next((words for log, words in _SOFTNESS if log10_pa_s >= log), "runs like syrup")
