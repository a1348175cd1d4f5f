"""A kiln as one warm body: C dT/dt = P - UA·(T - T_room), known from three remembered facts and its power."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from coldcradle.errors import ImpossibleInput

__all__ = ["Controller", "Kiln", "LoadedKiln", "Zone"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Zone:
    """A place in the kiln and how much hotter it is than the middle, K (less than 0: cooler)."""

    name: str
    offset_k: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Controller:
    """What a controller can be told: so many steps, rates in multiples of `finest` and up to `fastest` of its unit per hour."""

    steps: int = 0  # 0: as many as one likes
    unit: str = "degC"
    finest: float = 1.0
    fastest: float = 9999.0


_PLAIN = Controller()


@dataclass(frozen=True, slots=True, kw_only=True)
class Kiln:
    """A kiln as its owner remembers it. Sizes in m, `power_w` full power, times in s, temperatures °C.

    `sensor_k` is what its thermometer shows above what the middle of the kiln has.
    """

    name: str
    power_w: float
    rise_to_800_s: float
    fall_500_to_100_s: float
    room_c: float
    highest_c: float
    width_m: float
    depth_m: float
    height_m: float
    zones: tuple[Zone, ...] = ()
    sensor_k: float = 0.0
    controller: Controller = _PLAIN
    price_per_kwh: float = 0.0

    def zone_offset_k(self, name: str) -> float:
        """How much hotter a place is than the middle; 0 for the middle, or for a place that is not known."""
        return next((zone.offset_k for zone in self.zones if zone.name == name), 0.0)

    def empty_time_constant_s(self) -> float:
        """τ = C/UA from the remembered fall: t / ln((500 - T_room)/(100 - T_room))."""
        if self.room_c >= 100:
            raise ImpossibleInput(f"expected a room below 100 °C, got {self.room_c:g} °C")
        return self.fall_500_to_100_s / math.log((500 - self.room_c) / (100 - self.room_c))

    def conductance_w_per_k(self) -> float:
        """UA from the remembered rise at full power: P/UA = (800 - T_room)/(1 - exp(-t/τ))."""
        reach = (800 - self.room_c) / -math.expm1(-self.rise_to_800_s / self.empty_time_constant_s())
        return self.power_w / reach

    def loaded(self, *, load_j_per_k: float, room_c: float) -> LoadedKiln:
        """The same kiln with glass and moulds in it, in a room of today's temperature."""
        conductance = self.conductance_w_per_k()
        heat = conductance * self.empty_time_constant_s() + load_j_per_k
        return LoadedKiln(self, conductance, heat, room_c)


@dataclass(frozen=True, slots=True)
class LoadedKiln:
    """Kiln and load as one body; rates in K/h, downward positive for falls."""

    kiln: Kiln
    conductance_w_per_k: float
    heat_capacity_j_per_k: float
    room_c: float

    @property
    def time_constant_s(self) -> float:
        return self.heat_capacity_j_per_k / self.conductance_w_per_k

    def coasting_rate_k_per_h(self, temperature_c: float) -> float:
        """How fast it falls when switched off."""
        return max(0.0, temperature_c - self.room_c) / self.time_constant_s * 3600

    def fastest_rise_k_per_h(self, temperature_c: float) -> float:
        """How fast it rises at full power; zero or less when it cannot get there."""
        spare = self.kiln.power_w - self.conductance_w_per_k * (temperature_c - self.room_c)
        return spare / self.heat_capacity_j_per_k * 3600

    def coasting_from_c(self, rate_k_per_h: float) -> float:
        """The temperature from which down coasting is no faster than the rate."""
        return self.room_c + rate_k_per_h / 3600 * self.time_constant_s

    def path(self, start_c: float, end_c: float, rate_k_per_h: float | None) -> tuple[np.ndarray, np.ndarray]:
        """Times (s from the start) and temperatures the kiln really goes through, at a rate or as fast as it can.

        Raises ImpossibleInput when full power, or the room, keeps it from ever arriving.
        """
        rising = end_c >= start_c
        if not rising and end_c <= self.room_c:
            raise ImpossibleInput(f"expected a fall to above the room's {self.room_c:g} °C, got {end_c:g} °C")
        if rising and self.fastest_rise_k_per_h(end_c) <= 1.0 and end_c > start_c:
            raise ImpossibleInput(
                f"{self.kiln.name} cannot reach {end_c:.0f} °C with this load; full power ends near "
                f"{self.room_c + self.kiln.power_w / self.conductance_w_per_k:.0f} °C"
            )
        temperatures = np.linspace(start_c, end_c, 33)
        middle = (temperatures[1:] + temperatures[:-1]) / 2
        spare = self.kiln.power_w if rising else 0.0
        own = (spare - self.conductance_w_per_k * (middle - self.room_c)) / self.heat_capacity_j_per_k
        own = np.abs(own)
        speed = own if rate_k_per_h is None else np.minimum(own, rate_k_per_h / 3600)
        steps = np.abs(np.diff(temperatures)) / speed
        return np.concatenate([[0.0], np.cumsum(steps)]), temperatures

    def energy_j(self, times_s: np.ndarray, temperatures_c: np.ndarray) -> float:
        """Electrical energy along a path: losses plus stored heat, never less than nothing in any piece of it."""
        loss = self.conductance_w_per_k * ((temperatures_c[1:] + temperatures_c[:-1]) / 2 - self.room_c)
        stored = self.heat_capacity_j_per_k * np.diff(temperatures_c)
        return float(np.maximum(0.0, loss * np.diff(times_s) + stored).sum())
