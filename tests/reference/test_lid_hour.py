"""When the lid may be opened, against closed forms: a thin plate and a thick slab behind a kiln that cools."""

from __future__ import annotations

import math
from unittest import TestCase

from coldcradle.fire.pace import FASTER, LIKELY, SLOWER
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.heat.model.opening import THERMOMETER_K, TOUCH_C, behind_k
from coldcradle.heat.physics.shock import free_section
from coldcradle.heat.physics.slab import film_w_m2_k

HOUR = 3600.0
NINETY = shipped_kinds()["fusing-90-clear"]
KILN = KilnModel(
    name="It",
    power_w=9000.0,
    rise_to_800_s=4 * HOUR,
    fall_500_to_100_s=15 * HOUR,
    room_c=18.0,
    highest_c=950.0,
    width_m=0.9,
    depth_m=0.9,
    height_m=0.45,
    lining="fibre",  # type: ignore[arg-type]  # as plain values
).loaded(load_j_per_k=0.0, room_c=18.0)
LIMIT_C = TOUCH_C - THERMOMETER_K


class Behind(TestCase):
    def test_a_thin_plate_as_one_body_in_a_room_that_cools_by_itself(self) -> None:
        """θ_kiln / θ_glass = 1 − τ_glass / τ_kiln once the beginning is forgotten; τ_glass = ρ·c·d / h (lumped
        capacity, Incropera & DeWitt ch. 5, from memory)."""
        for mm in (2.0, 3.0, 6.0):
            layer = free_section(NINETY, mm / 1e3, both_faces=False).slab.layers[0]
            tau_s = layer.heat_j_m3_k * layer.thickness_m / film_w_m2_k(LIMIT_C - 1.0, LIMIT_C)
            share = tau_s / KILN.time_constant_s
            wanted = (LIMIT_C - KILN.room_c) * share
            found = behind_k(free_section(NINETY, mm / 1e3, both_faces=False), KILN, LIMIT_C)
            self.assertAlmostEqual(found / wanted, 1.0, delta=0.06, msg=f"{mm} mm")

    def test_a_thick_slab_by_its_first_mode(self) -> None:
        """In a bath that falls as exp(−t/τ) the slab settles to cos(μξ) with μ² = L²/(κτ), and at its face
        μ·tan μ = Bi·(1 − θ_bath/θ_face): Carslaw & Jaeger 3.11, from memory."""
        for mm in (25.0, 40.0):
            layer = free_section(NINETY, mm / 1e3, both_faces=False).slab.layers[0]
            length, k = layer.thickness_m, layer.conductivity_w_m_k
            mu = length * math.sqrt(layer.heat_j_m3_k / k / KILN.time_constant_s)
            heart_k = LIMIT_C - KILN.room_c
            face_k = heart_k * math.cos(mu)
            bath_k = face_k
            for _ in range(20):  # the film follows the temperatures it lies between
                film = film_w_m2_k(KILN.room_c + bath_k, KILN.room_c + face_k)
                bath_k = face_k * (1 - mu * math.tan(mu) * k / (film * length))
            found = behind_k(free_section(NINETY, mm / 1e3, both_faces=False), KILN, LIMIT_C)
            self.assertAlmostEqual(found / (heart_k - bath_k), 1.0, delta=0.06, msg=f"{mm} mm")

    def test_what_is_taken_of_the_trade(self) -> None:
        """60 °C for hands: common practice, no source (burns of bare skin on glass begin near 60 to 70 °C for a second,
        ISO 13732-1, from memory). Type K, class 2: 2.5 K up to 333 °C, IEC 60584-1, from memory. A kiln known from
        remembered facts is good to some 15 %: common practice, no source."""
        self.assertEqual((TOUCH_C, THERMOMETER_K), (60.0, 2.5))
        self.assertGreater(LIKELY, 1.15)
        self.assertGreater(FASTER, LIKELY)
        self.assertLess(SLOWER, 1 / 1.15)
