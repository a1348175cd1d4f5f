"""Any unit that a person may type is read, and nonsense is refused in words."""

from __future__ import annotations

import contextlib
import math
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from coldcradle.errors import ImpossibleInput, QuantityError
from coldcradle.quantity.format import plus_minus, say, show
from coldcradle.quantity.parse import parse, parse_within, with_unit
from coldcradle.quantity.units import Kind

READ = [
    ("1 1/2 in", "length", 0.0381),
    ("1-1/2 in", "length", 0.0381),
    ("1½ in", "length", 0.0381),
    ('¾"', "length", 0.01905),
    ("38mm", "length", 0.038),
    ("38", "length", 0.038),
    ('13"', "length", 0.3302),
    ("13″", "length", 0.3302),
    ("5 ft 3 in", "length", 1.6002),
    ("5' 3\"", "length", 1.6002),
    ("3,5 cm", "length", 0.035),
    (".5 in", "length", 0.0127),
    ("−3 mm", "length", -0.003),
    ("1e9 km", "length", 1e12),
    ("8 oz", "mass", 0.22679618),
    ("2 lb 3 oz", "mass", 0.99223331),
    ("1 120 g", "mass", 1.12),
    ("1\u202f120 g", "mass", 1.12),
    ("310 mL", "volume", 310e-6),
    ("10 fl oz", "volume", 295.735e-6),
    ("19 in3", "volume", 311.354e-6),
    ("1225F", "temperature", 662.7778),
    ("1225 °F", "temperature", 662.7778),
    ("516", "temperature", 516.0),
    ("-40 F", "temperature", -40.0),
    ("10 F°", "difference", 5.5556),
    ("350F/h", "rate", 194.4444),
    ("2 °C/min", "rate", 120.0),
    ("100 F per hour", "rate", 55.5556),
    ("1h30", "duration", 5400.0),
    ("1 h 30 min", "duration", 5400.0),
    ("1:30", "duration", 5400.0),
    ("90 min", "duration", 5400.0),
    ("4 d 6 h", "duration", 367200.0),
    ("2.5 g/cm3", "density", 2500.0),
    ("2 %", "ratio", 0.02),
    ("29 psi", "stress", 199948.0),
    ("9.0e-6 /K", "expansion", 9.0e-6),
    ("1'000 mm", "length", 1.0),
    ("2’500 mm", "length", 2.5),
    ("1 2/4in", "length", 0.0381),
    ("5'-2 1/2\"", "length", 1.5875),
    ("1.5'", "length", 0.4572),
    ("7/8”", "length", 0.022225),
    ("-½ in", "length", -0.0127),
    ("1.063 kg", "mass", 1.063),
    ("1 225 °F", "temperature", 662.7778),
    ("1h 5", "duration", 3900.0),
    ("0:45", "duration", 2700.0),
    ("1d", "duration", 86400.0),
    ("9,0e-6", "expansion", 9.0e-6),
    ("6 in × 200 mm", "area", 0.03048),
    ("2'500 mm", "length", 2.5),
    ("1 m 20 cm", "length", 1.2),
    ("5'-2\"", "length", 1.5748),
    ("5'6", "length", 1.6764),
    ("–3 mm", "length", -0.003),
    ("1–1/2 in", "length", 0.0381),
    ("1.000 m", "length", 1.0),
    ("0.125 in", "length", 0.003175),
    ("0,125 in", "length", 0.003175),
    ("15/16 in", "length", 0.0238125),
    ("3/2 in", "length", 0.0381),
    ("1,000.5 g", "mass", 1.0005),
    ("1.000,5 g", "mass", 1.0005),
    ("1,000,000 g", "mass", 1000.0),
    ("12,5 g", "mass", 0.0125),
    ("1.234 kg", "mass", 1.234),
    ("863.618 g", "mass", 0.863618),
    ("2.500 kg", "mass", 2.5),
    ("3 lbs, 2 oz", "mass", 1.4174762),
    ("½ lb", "mass", 0.22679619),
    ("2 kg 300 g", "mass", 2.3),
    ("10 fl. oz.", "volume", 295.735e-6),
    ("1225ºF", "temperature", 662.7778),
    ("1225 degrees F", "temperature", 662.7778),
    ("516°", "temperature", 516.0),
    ("350°/h", "rate", 350.0),
    ("350 dph", "rate", 350.0),
    ("350 F an hour", "rate", 194.4444),
    ("90 min.", "duration", 5400.0),
    ("1 hr. 30 min", "duration", 5400.0),
    ("0", "duration", 0.0),
    ("150 x 150 mm", "area", 0.0225),
    ('6" × 8"', "area", 0.03096768),
    ("33", "expansion", 3.3e-6),
    ("9", "expansion", 9.0e-6),
    ("12.5", "expansion", 12.5e-6),
    ("20", "expansion", 2.0e-6),
    ("5", "ratio", 0.05),
    ("0.5 %", "ratio", 0.005),
    ("1", "ratio", 0.01),
]

REFUSED = [
    "abc",
    "",
    "   ",
    "nan",
    "inf",
    "-",
    "1/0 mm",
    "3 lb",
    "1,063",
    "5 mm 3",
    "1 in 2 ft",
    "--3",
    "3 mm mm",
    "1e999",
    "two inches",
    "3 in 7/8",
    "5 ft 2in 3/4",
    "0x10 mm",
    "2´500 mm",
    "3..4",
    "mm",
    "٣ kg",
    "5 in -3 in",
    "\u0000",
    "🜂",
    "12 mm; drop table",
    "9" * 400,
]


# What could mean two things, and the readings that are offered.
ASKED = [
    ("20", "duration", "20 h or 20 min"),
    ("1,000 mm", "length", "1000 mm or 1.000 mm"),
    ("1.000 mm", "length", "1000 mm or 1 mm"),
    ("12.500 g", "mass", "12500 g or 12.5 g"),
    ("2.500 kg/m3", "density", "2500 kg/m3 or 2.5 kg/m3"),
    ("11/2 in", "length", "1 1/2 or 5.5"),
    ("13/8 in", "length", "1 3/8 or 1.625"),
    ("1,225 F", "temperature", "could mean 1225"),
    ("1,063 kg", "mass", "1063 kg or 1.063 kg"),
    ("2 kg 5 oz", "mass", "of two systems"),
    ("3 oz", "volume", "not a unit of that kind"),
    ("1/2", "ratio", "0.5 % or 50 %"),
    ("0.05", "ratio", "0.05 % or 5 %"),
    ("0.99", "ratio", "0.99 % or 99 %"),
    ("15", "expansion", "15 ×10⁻⁷ or 15 ×10⁻⁶"),
    ("12.6", "expansion", "12.6 ×10⁻⁷"),
    ("19.9", "expansion", "19.9 ×10⁻⁷"),
    ("2 in 5 mm", "length", "of two systems"),
    ("2 lb 300 g", "mass", "of two systems"),
    ("1,00,0 g", "mass", "do not part it by thousands"),
    ("6 in x 8 g", "area", "as an area"),
]


class ReadContext(TestCase):
    def test_what_could_mean_two_things_is_refused_with_both(self) -> None:
        for text, kind, choices in ASKED:
            with self.subTest(text), self.assertRaises(QuantityError) as caught:
                parse(text, kind)
            self.assertIn(choices, str(caught.exception))

    def test_degrees_alone_take_the_scale_on_the_screen_and_keep_it(self) -> None:
        self.assertAlmostEqual(parse("350°/h", "rate", system="us"), 194.4444, places=3)
        self.assertEqual(with_unit("350 dph", "rate", "us"), "350 °F/h")
        self.assertEqual(with_unit("960°", "temperature", "us"), "960 °F")
        self.assertEqual(with_unit("5'6", "length", "metric"), "5'6")
        self.assertEqual(with_unit("6 x 6", "area", "us"), "6 x 6 in")

    def test_what_was_kept_with_its_unit_is_kept_as_it_is_for_ever(self) -> None:
        """What was typed, with its unit put to it, is read as the same, and a second keeping changes nothing."""
        for text, kind, value in [
            *READ,
            ("10 deg", "angle", 0.174533),
            ("5°", "angle", 0.0872665),
            ("5", "angle", 0.0872665),
            ("3", "count", 3.0),
        ]:
            for system in ("metric", "us"):
                kept = with_unit(text, kind, system)  # type: ignore[arg-type]  # as plain values
                with self.subTest(text, system=system):
                    self.assertAlmostEqual(parse(kept, kind), parse(text, kind, system=system), places=9)
                    self.assertEqual(with_unit(kept, kind, "us" if system == "metric" else "metric"), kept)  # type: ignore[arg-type]  # as plain values
                    self.assertIsNotNone(value)

    def test_every_way_of_writing_gives_its_value(self) -> None:
        for text, kind, value in READ:
            with self.subTest(text):
                self.assertAlmostEqual(parse(text, kind), value, delta=1e-5 * max(abs(value), 1e-3))

    def test_nonsense_is_refused_in_words_never_guessed(self) -> None:
        for text in REFUSED:
            with self.subTest(text), self.assertRaises(QuantityError) as caught:
                parse(text, "length")
            self.assertIn("length", str(caught.exception))
            self.assertLess(len(str(caught.exception)), 260)

    def test_an_ambiguous_comma_names_both_readings(self) -> None:
        with self.assertRaisesRegex(QuantityError, r"1063 g or 1\.063 g"):
            parse("1,063 g", "mass")

    def test_a_bare_number_takes_the_unit_on_the_screen(self) -> None:
        self.assertAlmostEqual(parse("2", "length", system="us"), 0.0508)
        self.assertAlmostEqual(parse("960", "temperature", system="us"), 515.5556, places=3)

    def test_a_difference_never_takes_the_offset_of_a_temperature(self) -> None:
        self.assertAlmostEqual(parse("18 F°", "difference"), 10.0)
        self.assertAlmostEqual(parse("18 °F", "temperature"), -7.7778, places=3)

    def test_the_unit_is_kept_with_a_bare_number(self) -> None:
        self.assertEqual(with_unit("1 1/2", "length", "us"), "1 1/2 in")
        self.assertEqual(with_unit("38mm", "length", "us"), "38mm")
        self.assertEqual(with_unit("1:30", "duration", "us"), "1:30")
        self.assertEqual(with_unit("abc", "length", "us"), "abc")

    def test_impossible_values_say_what_was_expected_and_what_came(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, r"expected a depth above 0 mm, got -3"):
            parse_within("-3", "length", called="a depth", low=0.0, high=1.0, low_included=False)
        with self.assertRaisesRegex(ImpossibleInput, r"of at most 1000 mm, got 1e9 km"):
            parse_within("1e9 km", "length", called="a depth", low=0.0, high=1.0)
        with self.assertRaisesRegex(ImpossibleInput, r"at least 0 in, got -1"):
            parse_within("-1", "length", called="a wall", low=0.0, high=1.0, system="us")


def sizes(low: float, high: float) -> st.SearchStrategy[float]:
    return st.floats(low, high, allow_nan=False, allow_infinity=False)


class RoundTrip(TestCase):
    """What is shown can be typed back: within the last figure shown, and then without any further change."""

    def assert_round_trip(self, value: float, kind: Kind, relative: float, absolute: float = 0.0) -> None:
        shown = show(value, kind)
        for words, system in ((shown.metric, "metric"), (shown.us, "us")):
            back = parse(words.text, kind, system=system)
            self.assertTrue(
                math.isclose(back, value, rel_tol=relative, abs_tol=absolute), f"{value} -> {words.text} -> {back}"
            )
            again = show(back, kind)
            text = (again.metric if system == "metric" else again.us).text
            self.assertEqual(text, words.text)

    @given(sizes(1e-3, 3.0))
    def test_length(self, value: float) -> None:
        self.assert_round_trip(value, "length", 6e-3, 1.3e-4)

    @given(sizes(1e-6, 0.2))
    def test_volume(self, value: float) -> None:
        self.assert_round_trip(value, "volume", 6e-3, 2e-7)

    @given(sizes(1e-3, 400.0))
    def test_mass(self, value: float) -> None:
        self.assert_round_trip(value, "mass", 6e-3, 5e-4)

    @given(sizes(-20.0, 1400.0))
    def test_temperature(self, value: float) -> None:
        self.assert_round_trip(value, "temperature", 0.0, 0.3)

    @given(sizes(0.05, 900.0))
    def test_rate(self, value: float) -> None:
        self.assert_round_trip(value, "rate", 6e-3, 0.06)

    @given(st.integers(0, 47 * 60))
    def test_duration(self, minutes: int) -> None:
        self.assert_round_trip(minutes * 60.0, "duration", 0.0, 1e-6)

    @given(sizes(1500.0, 7000.0))
    def test_density(self, value: float) -> None:
        self.assert_round_trip(value, "density", 1e-3)

    @given(st.text(max_size=40))
    def test_any_text_is_read_or_refused_and_never_anything_else(self, text: str) -> None:
        for kind in ("length", "mass", "temperature", "rate", "duration"):
            with contextlib.suppress(QuantityError):
                self.assertTrue(math.isfinite(parse(text, kind)))


class Written(TestCase):
    def test_the_error_decides_the_decimals(self) -> None:
        self.assertEqual(show(311.4e-6, "volume", 6.7e-6).metric.text, "311 mL")
        self.assertEqual(show(311.4e-6, "volume", 6.7e-6).metric.plus_minus, "7")
        self.assertEqual(plus_minus(show(0.064, "length", 0.0011)).metric.text, "1 mm")

    def test_inches_are_fractions_where_they_are_meant_so(self) -> None:
        self.assertEqual(show(0.0381, "length").us.text, "1 1/2 in")
        self.assertEqual(show(0.0724, "length").us.text, "2.85 in")

    def test_sentences_are_filled_in_both_systems(self) -> None:
        said = say("weigh **{m}** of {form}", m=show(1.0, "mass"), form="frit")
        self.assertEqual(said.metric, "weigh **1000 g** of frit")
        self.assertEqual(said.us, "weigh **2 lb 3.3 oz** of frit")

    def test_what_is_not_finite_is_unknown(self) -> None:
        self.assertEqual(show(math.nan, "length").metric.text, "unknown")
        self.assertEqual(show(math.inf, "duration").us.text, "unknown")
