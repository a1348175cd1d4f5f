"""A kiln as a hot face before a warm wall, known from remembered facts and its power.

Left alone its temperature falls as two exponentials: the hot face drops to its wall within minutes, then both fall
together. At a power, and in its losses, it is one warm body: C dT/dt = P - UA·(T - T_room).
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import ArrayLike, NDArray

from coldcradle.entry import (
    Choice,
    count,
    difference,
    duration,
    inline,
    inputs,
    kept,
    length,
    many,
    one,
    pick,
    power,
    temperature,
    whole,
    words,
)
from coldcradle.errors import ImpossibleInput

__all__ = [
    "FACE_SHARE",
    "FACE_TIMES",
    "HIGHEST_REST_C",
    "Controller",
    "ControllerUnit",
    "KilnModel",
    "KilnZone",
    "Lining",
    "LoadedKiln",
    "left_alone",
]


class Lining(Choice):
    """What its walls are of."""

    UNKNOWN = "unknown"
    FIBRE = "fibre"
    LIGHT_BRICK = "light-brick"
    HARD_BRICK = "hard-brick"


class ControllerUnit(Choice):
    """What a controller reads in."""

    CELSIUS = "degC"
    FAHRENHEIT = "degF"


# The share of a fall that the hot face does by itself, and how fast. Met by a brick wall of 115 to 230 mm run
# through its
# thickness: it falls 1.6 to 1.7 times faster over the first 55 K than one body does, 2.6 times over the first 10; fibre
# 1.0 to 1.1 times. A lining nobody has named counts as brick.
FACE_SHARE = {
    Lining.UNKNOWN: 0.055,
    Lining.FIBRE: 0.004,
    Lining.LIGHT_BRICK: 0.05,
    Lining.HARD_BRICK: 0.06,
}
FACE_TIMES = 35.0  # the face comes down to its wall so many times faster than both fall together
HIGHEST_REST_C = 2500.0  # no kiln of the trade comes to rest hotter than this at full power
_MOST_SHARE = 0.4
_H = 3600.0
_SPOT = {"type": "array", "minItems": 2, "maxItems": 2, "items": {"type": "number", "minimum": 0, "maximum": 1}}
_FIRST_C, _FIRST_S = 510.0, 3600.0  # where "how far in the first hour" is asked
_ANNEAL_FALL_K = 55.0
# Where a fall is drawn, as shares of its time: closer at first, where the face gives way.
_DRAWN = np.array([0.0, 0.002, 0.005, 0.012, 0.025, 0.05, 0.09, 0.15, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875, 1.0])


def left_alone(times_s: ArrayLike, *, face_share: float, wall_s: float, face_s: float) -> NDArray[np.float64]:
    """What is left of the way down to the room, 1 to 0, so long after switching off."""
    t = np.asarray(times_s, dtype=float)
    return np.asarray((1 - face_share) * np.exp(-t / wall_s) + face_share * np.exp(-t / face_s))


def _spot(value: object) -> tuple[float, float]:
    """Where a place is drawn, 0 to 1 across and back."""
    if isinstance(value, list) and len(value) == 2 and all(isinstance(x, int | float) and 0 <= x <= 1 for x in value):
        return float(value[0]), float(value[1])
    raise ImpossibleInput("expected two numbers from 0 to 1")


@inputs
class KilnZone:
    """A place in the kiln and how much hotter it is than the middle, K (less than 0: cooler)."""

    name: str = words(most=40)
    offset_k: float = difference(called="a difference from the middle", low=-150.0, high=150.0)
    at: tuple[float, float] = kept(default=(0.5, 0.5), check=_spot, schema=_SPOT)


@inputs
class Controller:
    """What a controller can be told: so many steps (0: as many as one likes), rates in multiples of `finest` and up to
    `fastest` of its unit per hour.
    """

    steps: int = whole(key="most_steps", low=0, high=99, default=0)
    unit: ControllerUnit = pick(ControllerUnit, key="reads", default=ControllerUnit.CELSIUS)
    finest: float = count(default="1", called="a step of rate", low=0.01, high=100.0)
    fastest: float = count(default="9999", called="a fastest rate", low=1.0, high=9999.0)


@inputs
class FitSentence:
    """A sentence in both systems."""

    metric: str = words(most=200)
    us: str = words(most=200)


@inputs
class FitWords:
    """What a log said of the kiln, kept in words beside it."""

    on: str = words(most=20)
    file: str = words(most=120)
    says: tuple[FitSentence, ...] = many(FitSentence, called="a sentence", most=12)


_PLAIN = Controller()


@inputs
class KilnModel:
    """A kiln as its owner remembers it. Sizes in m, `power_w` full power, times in s, temperatures °C.

    `sensor_k` is what its thermometer shows above what the middle of the kiln has; `first_hour_k` how far it falls in
    the first hour after switching off at about 510 °C, where that is remembered; `posts_m` the posts that go with it.
    What lies in it keeps `between_m` from one another, `to_wall_m` from a wall and `under_m` below an element (15, 25
    and 50 mm: common practice, no source); a door may be narrower or lower than the room behind it.
    """

    name: str = words(most=60)
    power_w: float = power(called="a power", low=100.0, high=500e3)
    rise_to_800_s: float = duration(key="rise", called="a time to 800 °C", low=0.2 * _H, high=72 * _H)
    fall_500_to_100_s: float = duration(key="fall", called="a time from 500 to 100 °C", low=0.2 * _H, high=400 * _H)
    room_c: float = temperature(called="a room temperature", low=-20.0, high=45.0)
    highest_c: float = temperature(called="a highest temperature", low=300.0, high=1400.0)
    width_m: float = length(called="a width", low=0.0, high=10.0, above=True)
    depth_m: float = length(called="a depth", low=0.0, high=10.0, above=True)
    height_m: float = length(called="a height", low=0.0, high=10.0, above=True)
    zones: tuple[KilnZone, ...] = many(KilnZone, called="a place in the kiln", most=12, default=())
    sensor_k: float = difference(default="0 °C", called="a thermometer's error", low=-80.0, high=80.0)
    controller: Controller = inline(Controller, default=_PLAIN)
    price_per_kwh: float = count(key="price", default="0", called="a price", low=0.0, high=1e4)
    lining: Lining = pick(Lining, default=Lining.UNKNOWN)
    first_hour_k: float | None = difference(default=None, called="a fall in the first hour", low=1.0, high=450.0)
    posts_m: tuple[float, ...] = many(
        length(default=None, called="a post", low=0.0, high=1.0, above=True), called="posts", most=12, default=()
    )
    between_m: float = length(default="15 mm", called="a gap between pieces", low=0.0, high=0.5)
    to_wall_m: float = length(default="25 mm", called="a gap to a wall", low=0.0, high=0.5)
    under_m: float = length(default="50 mm", called="a gap under an element", low=0.0, high=0.5)
    door_width_m: float | None = length(default=None, called="a door's width", low=0.02, high=10.0)
    door_height_m: float | None = length(default=None, called="a door's height", low=0.02, high=10.0)
    notes: str = words(default="", most=200, may_be_empty=True)
    fit: FitWords | None = one(FitWords, called="what a log said", default=None)

    def as_read(self) -> KilnModel:
        """Refused where its places share a name, or where no kiln can have its times together: at full power it would
        come to rest hotter than any does.
        """
        if len({zone.name for zone in self.zones}) < len(self.zones):
            raise ImpossibleInput("expected every place to have a name of its own", entry="zones")
        if self.resting_c > HIGHEST_REST_C:
            raise ImpossibleInput(
                f"expected times that go together: heating that fast and falling that slowly, it would come to rest at "
                f"{self.resting_c:.0f} °C at full power, and no kiln goes above {HIGHEST_REST_C:.0f}. Was it full "
                f"power all the way, and the lid shut?",
                entry="rise",
            )
        return self

    def zone_offset_k(self, name: str) -> float:
        """How much hotter a place is than the middle; 0 for the middle, or for a place that is not known."""
        return next((zone.offset_k for zone in self.zones if zone.name == name), 0.0)

    def _wall_s(self, face_share: float) -> float:
        """Time constant of wall and face together, from the remembered fall: t / ln((1 - s)·(500 - T_room)/(100 -
        T_room)).
        """
        if self.room_c >= 100:
            raise ImpossibleInput(f"expected a room below 100 °C, got {self.room_c:g} °C")
        return self.fall_500_to_100_s / math.log((1 - face_share) * (500 - self.room_c) / (100 - self.room_c))

    def _first_hour_k(self, face_share: float) -> float:
        wall_s = self._wall_s(face_share)
        left = float(left_alone(_FIRST_S, face_share=face_share, wall_s=wall_s, face_s=wall_s / FACE_TIMES))
        return (_FIRST_C - self.room_c) * (1 - left)

    @property
    def face_share(self) -> float:
        """The share of a fall that is the hot face's own: from the first hour where it is remembered, else by its
        lining.
        """
        from scipy.optimize import brentq  # takes half a second to load

        if self.first_hour_k is None:
            return FACE_SHARE[self.lining]
        low, high = self._first_hour_k(0.0), self._first_hour_k(_MOST_SHARE)
        if self.first_hour_k <= low:
            return 0.0
        if self.first_hour_k >= high:
            return _MOST_SHARE
        wanted = self.first_hour_k
        return float(brentq(lambda share: self._first_hour_k(share) - wanted, 0.0, _MOST_SHARE))

    def empty_time_constant_s(self) -> float:
        """τ = C/UA of wall and face together, once the face has come down to its wall."""
        return self._wall_s(self.face_share)

    @property
    def resting_c(self) -> float:
        """Where full power and losses balance, as the remembered times have it."""
        return self.room_c + self.power_w / self.conductance_w_per_k()

    def conductance_w_per_k(self) -> float:
        """UA from the remembered rise at full power: P/UA = (800 - T_room)/(1 - exp(-t/τ))."""
        reach = (800 - self.room_c) / -math.expm1(-self.rise_to_800_s / self.empty_time_constant_s())
        return self.power_w / reach

    def loaded(self, *, load_j_per_k: float, room_c: float) -> LoadedKiln:
        """The same kiln with glass and moulds in it, in a room of today's temperature."""
        conductance = self.conductance_w_per_k()
        heat = conductance * self.empty_time_constant_s() + load_j_per_k
        return LoadedKiln(self, conductance, heat, room_c, self.face_share, self.empty_time_constant_s() / FACE_TIMES)


Path = tuple[np.ndarray, np.ndarray]


@dataclass(frozen=True, slots=True)
class LoadedKiln:
    """Kiln and load; rates in K/h, downward positive for falls. The load is taken to fall with the wall."""

    kiln: KilnModel
    conductance_w_per_k: float
    heat_capacity_j_per_k: float
    room_c: float
    face_share: float
    face_s: float
    _paths: dict[tuple[float, float, float | None], Path] = field(default_factory=dict, compare=False, repr=False)

    @property
    def time_constant_s(self) -> float:
        return self.heat_capacity_j_per_k / self.conductance_w_per_k

    def coasting_rate_k_per_h(self, temperature_c: float) -> float:
        """How fast it falls long after it was switched off, its face at one with its wall."""
        return max(0.0, temperature_c - self.room_c) / self.time_constant_s * 3600

    def off_rate_k_per_h(self, temperature_c: float) -> float:
        """How fast it falls right after it is switched off: the mean over the first 55 K, or down to the room."""
        above = temperature_c - self.room_c
        if above <= 1.0:
            return 0.0
        fall = min(_ANNEAL_FALL_K, above / 2)
        return fall / self._time_to_s(1 - fall / above) * 3600

    def _time_to_s(self, left: float) -> float:
        """When so much (1 to 0) of the way down to the room is left after switching off.

        Newton's steps from the start: the fall is convex, so they come up to the answer and never past it.
        """
        share, wall, face = self.face_share, self.time_constant_s, self.face_s
        if not share:
            return -wall * math.log(left)
        t = 0.0
        for _ in range(60):
            slow, quick = (1 - share) * math.exp(-t / wall), share * math.exp(-t / face)
            step = (slow + quick - left) / (slow / wall + quick / face)
            t += step
            if abs(step) < 1e-3:
                break
        return t

    def fastest_rise_k_per_h(self, temperature_c: float) -> float:
        """How fast it rises at full power; zero or less when it cannot get there."""
        spare = self.kiln.power_w - self.conductance_w_per_k * (temperature_c - self.room_c)
        return spare / self.heat_capacity_j_per_k * 3600

    def coasting_from_c(self, rate_k_per_h: float) -> float:
        """The temperature from which down switching off is no faster than the rate, over the first 55 K."""
        if not self.face_share:
            return self.room_c + rate_k_per_h / 3600 * self.time_constant_s
        # over 55 K the way that is left says how far above the room it began; near the room half of that way is asked
        left = self._left(_ANNEAL_FALL_K / rate_k_per_h * 3600)
        above = _ANNEAL_FALL_K / (1 - left)
        if above < 2 * _ANNEAL_FALL_K:
            above = 2 * rate_k_per_h / 3600 * self._time_to_s(0.5)
        return self.room_c + above

    def _left(self, seconds: float) -> float:
        """What is left of the way down to the room, 1 to 0, so long after switching off."""
        share = self.face_share
        return (1 - share) * math.exp(-seconds / self.time_constant_s) + share * math.exp(-seconds / self.face_s)

    def _fall(self, start_c: float, end_c: float) -> tuple[np.ndarray, np.ndarray]:
        """Switched off at a temperature the wall has settled to, and left alone until another."""
        last_s = self._time_to_s((end_c - self.room_c) / (start_c - self.room_c))
        times = last_s * _DRAWN
        left = left_alone(times, face_share=self.face_share, wall_s=self.time_constant_s, face_s=self.face_s)
        temperatures = self.room_c + (start_c - self.room_c) * left
        temperatures[-1] = end_c
        return times, temperatures

    def path(self, start_c: float, end_c: float, rate_k_per_h: float | None) -> Path:
        """Times (s from the start) and temperatures the kiln really goes through, at a rate or as fast as it can.

        Raises ImpossibleInput when full power, or the room, keeps it from ever arriving.
        """
        key = start_c, end_c, rate_k_per_h  # a firing is tried several times with the same steps in it
        if key not in self._paths:
            self._paths[key] = _path(self, start_c, end_c, rate_k_per_h)
        return self._paths[key]

    def energy_parts_j(self, times_s: np.ndarray, temperatures_c: np.ndarray) -> tuple[float, float]:
        """Losses and stored heat along a path, in those pieces of it that take power at all; together its energy."""
        loss = self.conductance_w_per_k * ((temperatures_c[1:] + temperatures_c[:-1]) / 2 - self.room_c)
        loss, stored = (
            loss * (times_s[1:] - times_s[:-1]),
            self.heat_capacity_j_per_k * (temperatures_c[1:] - temperatures_c[:-1]),
        )
        powered = loss + stored > 0
        return float(loss[powered].sum()), float(stored[powered].sum())

    def energy_j(self, times_s: np.ndarray, temperatures_c: np.ndarray) -> float:
        """Electrical energy along a path: losses plus stored heat, never less than nothing in any piece of it."""
        return sum(self.energy_parts_j(times_s, temperatures_c))


_ALONG = np.linspace(0.0, 1.0, 33)


def _path(kiln: LoadedKiln, start_c: float, end_c: float, rate_k_per_h: float | None) -> Path:
    """`LoadedKiln.path`, worked out."""
    rising = end_c >= start_c
    if not rising and end_c <= kiln.room_c:
        raise ImpossibleInput(f"expected a fall to above the room's {kiln.room_c:g} °C, got {end_c:g} °C")
    if rising and kiln.fastest_rise_k_per_h(end_c) <= 1.0 and end_c > start_c:
        raise ImpossibleInput(
            f"{kiln.kiln.name} cannot reach {end_c:.0f} °C with this load; full power ends near "
            f"{kiln.room_c + kiln.kiln.power_w / kiln.conductance_w_per_k:.0f} °C"
        )
    if not rising and rate_k_per_h is None and start_c > end_c:
        return kiln._fall(start_c, end_c)
    temperatures = start_c + (end_c - start_c) * _ALONG
    temperatures[-1] = end_c
    middle = (temperatures[1:] + temperatures[:-1]) / 2
    spare = kiln.kiln.power_w if rising else 0.0
    own = (spare - kiln.conductance_w_per_k * (middle - kiln.room_c)) / kiln.heat_capacity_j_per_k
    own = np.abs(own)
    speed = own if rate_k_per_h is None else np.minimum(own, rate_k_per_h / 3600)
    steps = np.abs(temperatures[1:] - temperatures[:-1]) / speed
    return np.concatenate([[0.0], np.cumsum(steps)]), temperatures
