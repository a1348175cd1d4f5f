"""Strain between two glasses against Timoshenko's published results and against equilibrium solved directly."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from coldcradle.document.reading import read
from coldcradle.glass.compatibility import check_pair, interface_stress_pa, match
from coldcradle.glass.kinds import KindDocument, kind_document, shipped_kinds

KINDS = shipped_kinds()


def by_equilibrium(difference: float, fall: float, h1: float, h2: float, e1: float, e2: float) -> float:
    """Force and moment balance of two layers with strain ε₀ + κz, solved as two linear equations; stress at the
    joint.
    """
    z = np.array([-h1, 0.0, h2])
    free = (difference * fall, 0.0)  # layer 1 wants to be shorter by Δα·ΔT

    def moments(a: float, b: float, e: float) -> tuple[float, float, float]:
        return e * (b - a), e * (b * b - a * a) / 2, e * (b**3 - a**3) / 3

    s1, s2 = moments(z[0], z[1], e1), moments(z[1], z[2], e2)
    matrix = np.array([[s1[0] + s2[0], s1[1] + s2[1]], [s1[1] + s2[1], s1[2] + s2[2]]])
    load = np.array([s1[0] * free[0] + s2[0] * free[1], s1[1] * free[0] + s2[1] * free[1]])
    epsilon, _ = np.linalg.solve(matrix, load)
    return float(max(abs(e1 * (epsilon - free[0])), abs(e2 * (epsilon - free[1]))))


class Timoshenko(TestCase):
    def test_equal_layers_of_equal_stiffness(self) -> None:
        """Timoshenko, J. Opt. Soc. Am. 11 (1925) 233: for m = n = 1 the largest stress is E·Δα·ΔT/2, at the joint."""
        found = interface_stress_pa(
            difference_per_k=1e-7, fall_k=480, ratio=1.0, youngs_1_pa=72e9, youngs_2_pa=72e9, poisson=0.0
        )
        self.assertAlmostEqual(found, 72e9 * 1e-7 * 480 / 2, places=3)

    @given(st.floats(0.05, 20), st.floats(0.3, 3))
    def test_any_layers_against_force_and_moment_balance(self, ratio: float, stiffness: float) -> None:
        e1, e2 = 70e9 * stiffness, 70e9
        found = interface_stress_pa(
            difference_per_k=3e-7, fall_k=450, ratio=ratio, youngs_1_pa=e1, youngs_2_pa=e2, poisson=0.0
        )
        direct = by_equilibrium(3e-7, 450, ratio / (1 + ratio), 1 / (1 + ratio), e1, e2)
        self.assertAlmostEqual(found / direct, 1.0, places=6)

    def test_a_plate_is_stiffer_than_a_strip(self) -> None:
        one = interface_stress_pa(
            difference_per_k=1e-7, fall_k=480, ratio=1.0, youngs_1_pa=72e9, youngs_2_pa=72e9, poisson=0.22
        )
        self.assertAlmostEqual(one, 72e9 * 1e-7 * 480 / 2 / 0.78, places=2)


class Compatible(TestCase):
    def test_what_is_sold_as_compatible_goes_together_and_90_with_96_does_not(self) -> None:
        """Common practice, no source: within one of ×10⁻⁷/K; "90" and "96" are never mixed."""
        same = KINDS["fusing-90-clear"]
        self.assertIsNone(check_pair(same, same))
        self.assertEqual(match(same, KINDS["fusing-96-clear"]).verdict, "will crack")
        found = check_pair(same, KINDS["fusing-96-clear"])
        assert found is not None
        self.assertEqual((found.rule, found.severity), ("glass.does-not-match", "stop"))

    def test_a_glass_nobody_knows_is_unknown_not_fine(self) -> None:
        document = kind_document(KINDS["fusing-90-clear"]) | {"name": "found glass", "expansion": ""}
        unknown = read(KindDocument, document, "a kind").value
        self.assertTrue(unknown.is_unknown)
        for pair in ((unknown, unknown), (KINDS["fusing-90-clear"], unknown)):
            found = check_pair(*pair)
            assert found is not None
            self.assertEqual(found.rule, "glass.unknown")
