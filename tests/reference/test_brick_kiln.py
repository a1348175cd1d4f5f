"""How a kiln falls when it is switched off, against a wall run through its thickness by `scipy.integrate.solve_ivp`."""

from __future__ import annotations

import math
from dataclasses import dataclass
from unittest import TestCase

import numpy as np
from scipy.integrate import solve_ivp

from coldcradle.heat.kiln.fit import fit_kiln
from coldcradle.heat.kiln.kiln import FACE_TIMES, KilnModel, left_alone
from coldcradle.heat.kiln.log import KilnLog

ROOM = 18.0


@dataclass(frozen=True)
class Wall:
    """Times of a fall from steady heat: s from 500 to 100 °C, and from 516 °C over 10 and over 55 K; K in an hour
    from 510.
    """

    fall_s: float
    first_10_s: float
    first_55_s: float
    first_hour_k: float


def wall(thickness_m: float, *, k: float, rho: float, inner_j_m2_k: float, cells: int = 60) -> Wall:
    """A plane wall with shelves and elements before it, switched off at 516 °C; films of 12 W/m²/K outside."""
    step = thickness_m / cells
    heat = np.full(cells, rho * 1000.0 * step)
    heat[0] += inner_j_m2_k
    outside = 1 / (1 / 12.0 + step / 2 / k)

    def change(_t: float, T: np.ndarray) -> np.ndarray:
        flux = k * np.diff(T) / step
        lost = outside * (T[-1] - ROOM)
        return (np.r_[flux, -lost] - np.r_[0.0, flux]) / heat

    through = (516.0 - ROOM) / (thickness_m / k + 1 / 12.0)
    start = 516.0 - through / k * (np.arange(cells) + 0.5) * step
    found = solve_ivp(change, (0.0, 200 * 3600.0), start, method="BDF", rtol=1e-7, dense_output=True)
    times = np.r_[np.linspace(0, 7200, 2000), np.geomspace(7201, 200 * 3600.0, 2000)]
    face = found.sol(times)[0]  # type: ignore[misc]  # as django has it

    def reaches(c: float) -> float:
        return float(np.interp(-c, -face, times))

    hour = 510 - float(np.interp(reaches(510) + 3600, times, face))
    return Wall(reaches(100) - reaches(500), reaches(506), reaches(461), hour)


LIGHT = {"k": 0.25, "rho": 700.0, "inner_j_m2_k": 25e3}


def kiln(fall_s: float, **changes: object) -> KilnModel:
    facts: dict[str, object] = {
        "power_w": 9000.0,
        "rise_to_800_s": 4 * 3600.0,
        "fall_500_to_100_s": fall_s,
        "room_c": ROOM,
        "highest_c": 1000.0,
        "width_m": 0.9,
        "depth_m": 0.9,
        "height_m": 0.5,
    }
    return KilnModel(name="Eider", **(facts | changes))  # type: ignore[arg-type]


def one_body_s(fall_s: float, from_c: float, to_c: float) -> float:
    tau = fall_s / math.log((500 - ROOM) / (100 - ROOM))
    return tau * math.log((from_c - ROOM) / (to_c - ROOM))


def ours_s(one: KilnModel, to_c: float) -> float:
    times, temperatures = one.loaded(load_j_per_k=0.0, room_c=ROOM).path(516.0, to_c, None)
    assert math.isclose(temperatures[-1], to_c)
    return float(times[-1])


class Brick(TestCase):
    def test_a_wall_of_brick_falls_far_faster_than_one_body_and_ours_follows_it(self) -> None:
        for metres in (0.115, 0.23):
            real = wall(metres, **LIGHT)  # type: ignore[arg-type]  # as plain values
            self.assertGreater(one_body_s(real.fall_s, 516, 461) / real.first_55_s, 1.45)
            self.assertGreater(one_body_s(real.fall_s, 516, 506) / real.first_10_s, 2.4)
            for lining in ("light-brick", "hard-brick", "unknown"):
                found = ours_s(kiln(real.fall_s, lining=lining), 461.0)
                self.assertAlmostEqual(found / real.first_55_s, 1.0, delta=0.25, msg=f"{metres} {lining}")

    def test_what_is_remembered_of_the_first_hour_is_met(self) -> None:
        for metres, inner in ((0.115, 25e3), (0.23, 25e3), (0.115, 50e3)):
            real = wall(metres, k=0.25, rho=700.0, inner_j_m2_k=inner)
            one = kiln(real.fall_s, lining="fibre", first_hour_k=real.first_hour_k)
            self.assertAlmostEqual(ours_s(one, 461.0) / real.first_55_s, 1.0, delta=0.2, msg=f"{metres} {inner}")

    def test_fibre_falls_as_one_body_does_within_a_tenth(self) -> None:
        one = kiln(9 * 3600.0, lining="fibre")
        self.assertTrue(1.0 <= one_body_s(9 * 3600.0, 516, 461) / ours_s(one, 461.0) <= 1.1)
        self.assertTrue(1.0 <= one_body_s(9 * 3600.0, 516, 506) / ours_s(one, 506.0) <= 1.15)

    def test_every_lining_keeps_the_remembered_fall(self) -> None:
        for lining in ("fibre", "light-brick", "hard-brick"):
            loaded = kiln(11 * 3600.0, lining=lining).loaded(load_j_per_k=0.0, room_c=ROOM)
            fall = loaded.path(500.0, 100.0, None)[0][-1]
            self.assertAlmostEqual(fall / (11 * 3600.0), 1.0, delta=0.01)
            slow = loaded.coasting_rate_k_per_h(516) * 443 / 498  # at the end of its first 55 K
            self.assertGreater(loaded.off_rate_k_per_h(516), slow)

    def test_a_remembered_hour_beyond_what_can_be_is_taken_at_its_bounds(self) -> None:
        self.assertEqual(kiln(11 * 3600.0, first_hour_k=2.0).face_share, 0.0)
        self.assertEqual(kiln(11 * 3600.0, first_hour_k=440.0).face_share, 0.4)


class Logs(TestCase):
    def log(self, share: float, *, power: bool) -> KilnLog:
        times = np.arange(0.0, 20 * 3600.0, 60.0)
        left = left_alone(
            np.maximum(0.0, times - 7200.0), face_share=share, wall_s=9 * 3600.0, face_s=9 * 3600.0 / FACE_TIMES
        )
        temperatures = ROOM + (510 - ROOM) * left
        on = np.where(times <= 7200.0, 0.4, 0.0) if power else None
        return KilnLog(times, temperatures, on, None, [])

    def test_a_log_that_shows_when_it_went_off_gives_its_first_hour(self) -> None:
        for share in (0.01, 0.05, 0.09):
            left = float(left_alone(3600.0, face_share=share, wall_s=9 * 3600.0, face_s=9 * 3600.0 / FACE_TIMES))
            found = fit_kiln(self.log(share, power=True), room_c=ROOM)
            self.assertAlmostEqual((found.first_hour_k or 0.0) / ((510 - ROOM) * (1 - left)), 1.0, delta=0.06)

    def test_one_that_does_not_tells_no_first_hour(self) -> None:
        self.assertIsNone(fit_kiln(self.log(0.05, power=False), room_c=ROOM).first_hour_k)
