"""Axes and their marks: round in the unit that is read, lying where the SI value is, in both systems."""

from __future__ import annotations

import math
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from coldcradle.document.piece import read_piece
from coldcradle.heat.kiln.curves import kiln_graph
from coldcradle.quantity.units import Kind, temperature_from_c
from coldcradle.report.graph import axis, round_step
from tests.core.test_heat import kiln
from tests.documents import BIG_KILN, document


class Axes(TestCase):
    def test_temperatures_are_round_in_either_scale(self) -> None:
        found = axis(0.0, 500.0, "temperature")
        self.assertEqual([m.text for m in found.metric], ["0", "100", "200", "300", "400", "500"])
        self.assertEqual([m.text for m in found.us], ["200", "400", "600", "800"])
        self.assertAlmostEqual(found.us[0].at, (200 - 32) / 1.8, places=6)
        self.assertEqual((found.unit_metric, found.unit_us), ("°C", "°F"))

    def test_rates_and_stresses_and_lengths(self) -> None:
        rate = axis(0.0, 160.0, "rate", count=4)
        self.assertEqual([m.text for m in rate.metric], ["0", "50", "100", "150"])
        self.assertEqual([m.text for m in rate.us], ["0", "100", "200"])
        self.assertAlmostEqual(rate.us[1].at, 100 / 1.8)
        stress = axis(-0.8e6, 0.8e6, "stress", count=4)
        self.assertEqual([m.text for m in stress.metric], ["−0.5", "0", "0.5"])
        self.assertEqual([m.text for m in stress.us], ["−100", "0", "100"])
        deep = axis(-0.025, 0.0, "length", count=3)
        self.assertEqual([m.text for m in deep.metric], ["−20", "−10", "0"])

    def test_long_times_are_read_in_days(self) -> None:
        self.assertEqual([m.text for m in axis(0.0, 10 * 3600.0, "duration").metric], ["0", "2", "4", "6", "8", "10"])
        for hours, unit in ((72, "h"), (72.1, "d")):
            self.assertEqual(axis(0.0, hours * 3600.0, "duration").unit_metric, unit)

    def test_what_has_no_length_has_no_marks(self) -> None:
        for low, high in ((0.0, 0.0), (5.0, 1.0), (math.nan, 1.0), (0.0, math.inf)):
            self.assertEqual(axis(low, high, "stress").metric, [])

    @given(st.floats(1e-3, 1e7), st.integers(2, 9))
    def test_a_step_is_round_and_parts_about_as_often_as_asked(self, span: float, count: int) -> None:
        step = round_step(span, count)
        mantissa = step / 10 ** math.floor(math.log10(step) + 1e-9)
        self.assertTrue(any(math.isclose(mantissa, m, rel_tol=1e-6) for m in (1, 2, 2.5, 5, 10)))
        self.assertTrue(0.35 * count <= span / step <= 1.01 * count)

    @given(
        st.floats(-50, 900),
        st.floats(20, 900),
        st.sampled_from(["temperature", "rate", "stress", "length", "duration"]),
    )
    def test_every_mark_lies_within_its_axis_and_says_where(self, low: float, span: float, kind: Kind) -> None:
        found = axis(low, low + span, kind)
        for marks in (found.metric, found.us):
            self.assertTrue(1 <= len(marks) <= 11, len(marks))
            for mark in marks:
                self.assertTrue(low - 1e-6 * span <= mark.at <= low + span * (1 + 1e-6))
                value = float(mark.text.replace("−", "-"))
                if kind == "temperature":
                    read = temperature_from_c(mark.at, "degF" if marks is found.us else "degC")
                    self.assertAlmostEqual(read, value, delta=0.51 * 10 ** -len(mark.text.partition(".")[2]))


class KilnCurves(TestCase):
    def test_lines_stay_in_their_frame_and_winter_falls_faster(self) -> None:
        graph = kiln_graph(kiln(lining="light-brick"))  # type: ignore[arg-type]  # as plain values
        self.assertEqual([line.name for line in graph.lines], ["full power", "off, winter", "off, summer"])
        for line in graph.lines:
            self.assertTrue(all(0 <= rate <= graph.up.high and c <= graph.across.high for c, rate in line.points))
        winter, summer = dict(graph.lines[1].points), dict(graph.lines[2].points)
        self.assertGreater(winter[100.0], summer[100.0])

    def test_a_kiln_for_low_heat_has_a_graph_too(self) -> None:
        low = read_piece(document(heat__kiln=BIG_KILN | {"highest": "300 °C"})).piece.stages[0].heat.kiln
        graph = kiln_graph(low)
        self.assertEqual(graph.across.high, 500.0)
        self.assertTrue(graph.lines[1].points)
