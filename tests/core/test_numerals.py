"""One rule for the marks in numbers: what it reads, what it asks, and that it never does both."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from coldcradle.errors import QuantityError
from coldcradle.quantity.format import on_scale, plural, show
from coldcradle.quantity.numerals import (
    AmbiguousNumeral,
    is_doubtful_thousandth,
    normalise,
    plain_numerals,
    split_fraction,
)
from coldcradle.quantity.parse import parse


class Marks(TestCase):
    def test_two_marks_of_two_kinds_are_thousands_and_a_point(self) -> None:
        for text, plain in (
            ("1,234.5", "1234.5"),
            ("1.234,5", "1234.5"),
            ("12,345,678.9", "12345678.9"),
            ("0,5", "0.5"),
            ("1'250", "1'250"),
        ):
            self.assertEqual(plain_numerals(text), plain)
        self.assertEqual(plain_numerals(normalise("1'250")), "1250")
        self.assertEqual(normalise("1 250", spaced_thousands=False), "1 250")
        for bad in ("1.23.4", "1,2,3", "1,23.4,5", "12,34.5"):
            with self.assertRaises(AmbiguousNumeral):
                plain_numerals(bad)

    def test_a_single_comma_before_three_digits_is_asked_unless_a_nought_leads(self) -> None:
        for text, readings in (("1,000", ("1000", "1.000")), ("12,345", ("12345", "12.345"))):
            with self.assertRaises(AmbiguousNumeral) as caught:
                plain_numerals(text)
            self.assertEqual(caught.exception.readings, readings)
        self.assertEqual(plain_numerals("0,125"), "0.125")
        self.assertEqual(plain_numerals("1234,5"), "1234.5")

    def test_a_dot_before_three_digits_that_end_in_nought(self) -> None:
        self.assertEqual(
            [is_doubtful_thousandth(t) for t in ("1.000", "2.500", "999.990", "0.500", "1.234", "1.0000", "1000.000")],
            [True, True, True, False, False, False, False],
        )

    def test_a_fraction_that_may_have_lost_its_space(self) -> None:
        for a, b, other in (
            ("11", "2", "1 1/2"),
            ("13", "8", "1 3/8"),
            ("21", "16", "2 1/16"),
            ("3", "2", None),
            ("15", "16", None),
            ("10", "3", None),
            ("19", "8", None),
        ):
            self.assertEqual(split_fraction(a, b), other)

    @given(st.integers(1, 999), st.integers(0, 999), st.sampled_from([",", ".", "'", " ", "\u202f"]))
    def test_thousands_are_read_as_thousands_or_asked(self, whole: int, rest: int, mark: str) -> None:
        text = f"{whole}{mark}{rest:03d} mm"
        try:
            found = parse(text, "length")
        except QuantityError as error:
            self.assertIn("could mean", str(error))
            return
        thousand, decimal = (whole * 1000 + rest) / 1e3, float(f"{whole}.{rest:03d}") / 1e3
        if mark == ".":
            self.assertAlmostEqual(found, decimal, places=9)
        else:
            self.assertAlmostEqual(found, thousand, places=9)

    @given(st.floats(0.01, 5000), st.sampled_from(["mm", "g", "kg", "in", "lb"]), st.sampled_from(["-", "−", "–"]))
    def test_every_dash_is_a_minus(self, value: float, unit: str, dash: str) -> None:
        kind = "mass" if unit in ("g", "kg", "lb") else "length"
        self.assertEqual(parse(f"{dash}{value:.4f} {unit}", kind), -parse(f"{value:.4f} {unit}", kind))


class Written(TestCase):
    def test_weights_from_five_kilograms_are_told_in_them(self) -> None:
        for kg, text in (
            (4.9994, "4999 g"),
            (5.0, "5.00 kg"),
            (7.0, "7.00 kg"),
            (12.345, "12.35 kg"),
            (0.0437, "43.7 g"),
        ):
            self.assertEqual(show(kg, "mass").metric.text, text)

    def test_what_a_scale_shows(self) -> None:
        self.assertEqual(on_scale(0.0113398).us.text, "0.4 oz")
        self.assertEqual(on_scale(0.0113398).metric.text, "11.3 g")
        self.assertEqual(on_scale(0.2267962).metric.text, "227 g")

    def test_counts_have_their_nouns(self) -> None:
        self.assertEqual([plural(n, "step") for n in (0, 1, 2)], ["0 steps", "1 step", "2 steps"])
        self.assertEqual(plural(2, "inch", "inches"), "2 inches")

    def test_powers_of_ten_are_written_small(self) -> None:
        self.assertEqual(show(7.42e-5, "per_pa").metric.text, "7.42 ×10⁻⁵ 1/Pa")
        self.assertEqual(show(4.5e-7, "diffusivity").us.text, "0.45 mm²/s")
        self.assertEqual(show(7.25, "log_viscosity").metric.text, "10^7.25 Pa·s")
        self.assertEqual(show(7.0, "log_viscosity").metric.text, "10^7 Pa·s")
