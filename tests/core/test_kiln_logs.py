"""Logs of kilns: read from whatever columns there are, fitted, and refused in words."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from pathlib import Path
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.errors import ColdCradleError, ImpossibleInput
from coldcradle.heat.kiln.fit import KilnFit, fit_kiln
from coldcradle.heat.kiln.log import KilnLog, read_log
from coldcradle.heat.kiln.log_text import MAX_BYTES
from coldcradle.heat.schedule.segments import run_programme
from tests import examples
from tests.core.test_heat import kiln, step

LOGS = Path(__file__).parents[1] / "logs"
H = 3600.0


def firing(every_s: float = 60.0, noise_k: float = 0.6) -> tuple[np.ndarray, np.ndarray, list[float]]:
    """A firing of a known kiln: 150 K/h, full power, soak, 55 K/h, then left alone.

    With the times its steps arrive and end.
    """
    loaded = kiln().loaded(load_j_per_k=0.0, room_c=18.0)
    run = run_programme(
        [step(540, 150.0), step(780, None, 900), step(516, None, 7200), step(370, 55.0), step(40, None)], loaded
    )
    times = np.arange(0, run.total_s, every_s)
    line = np.array(run.line)
    temperatures = np.interp(times, line[:, 0], line[:, 1]) + np.random.default_rng(7).normal(0, noise_k, len(times))
    return times, temperatures, [t for s in run.steps for t in (s.arrives_s, s.ends_s)]


def fitted(text: str | bytes) -> KilnFit:
    return fit_kiln(read_log(text.encode() if isinstance(text, str) else text), room_c=18.0)


class Fitting(TestCase):
    """The kiln behind the log takes 7 h from 500 to 100 °C and 3.5 h to 800 °C."""

    def assert_found(self, fit: KilnFit, *, rise: bool, within: float = 0.06) -> None:
        assert fit.fall_500_to_100_s is not None
        self.assertAlmostEqual(fit.fall_500_to_100_s / (7 * H), 1.0, delta=within)
        if rise:
            assert fit.rise_to_800_s is not None
            self.assertAlmostEqual(fit.rise_to_800_s / (3.5 * H), 1.0, delta=0.05)
        else:
            self.assertIsNone(fit.rise_to_800_s)

    def test_time_and_temperature_alone(self) -> None:
        times, c, _ = firing()
        text = "Time (min),Temp C\n" + "\n".join(f"{t / 60:.0f},{v:.1f}" for t, v in zip(times, c, strict=True))
        fit = fitted(text)
        self.assert_found(fit, rise=False, within=0.12)
        self.assertLess(fit.off_by_k, 8)

    def test_stamps_power_and_an_empty_column(self) -> None:
        times, c, marks = firing()
        start = datetime(2026, 11, 1, 16, tzinfo=UTC)
        off = [(marks[3], marks[4]), (marks[7], 1e9)]
        rows = []
        for t, v in zip(times, c, strict=True):
            power = 100 if marks[0] < t < marks[2] else 0 if any(a < t < b for a, b in off) else 40
            rows.append(f"{(start + timedelta(seconds=float(t))).isoformat()},{v:.1f},,{power}")
        self.assert_found(fitted("timestamp,PV,Note,Out %\n" + "\n".join(rows)), rise=True)

    def test_fahrenheit_semicolons_decimal_commas_and_set_points(self) -> None:
        times, c, marks = firing()
        rows = []
        for t, v in zip(times, c, strict=True):
            want = 1500.0 if marks[0] < t < marks[2] else 32.0 if t > marks[7] else v * 1.8 + 32
            rows.append(f"{t / H:.4f};{v * 1.8 + 32:.1f};{want:.0f}".replace(".", ","))
        self.assert_found(fitted("elapsed_h;Kiln temp °F;Setpoint °F\n" + "\n".join(rows)), rise=True)

    def test_spikes_gaps_repeats_and_rows_out_of_order(self) -> None:
        times, c, marks = firing()
        c = c.copy()
        c[[50, 400, 900]] = [1400.0, -20.0, 0.0]
        rows = [f"{t:.0f},{v:.1f},{0 if t > marks[7] else 50}" for t, v in zip(times, c, strict=True)]
        del rows[600:680]
        rows = [*rows[5:], *rows[:5], rows[100], rows[100], "7200,err,0", "x,,"]
        fit = fitted("seconds,temp,power\n" + "\n".join(rows))
        self.assert_found(fit, rise=False)
        said = " ".join(s.metric for s in fit.says)
        for word in ("3 spikes", "1 gap of", "in order", "without a reading"):
            self.assertIn(word, said)

    def test_a_long_log_is_read_to_its_end_and_how_it_was_looked_at_is_said(self) -> None:
        for every_s, said in ((1, True), (60, False)):
            times, c, marks = firing(every_s=every_s)
            rows = [f"{t:.0f},{v:.1f},{0 if t > marks[7] else 50}" for t, v in zip(times, c, strict=True)]
            fit = fitted("seconds,temp,power\n" + "\n".join(rows))
            self.assert_found(fit, rise=False)
            self.assertEqual(any("to the last" in s.metric for s in fit.says), said)

    def test_clock_times_past_midnight_without_a_header(self) -> None:
        times, c, _ = firing(every_s=300)
        text = "\n".join(
            f"{int((16 * H + t) % 86400 // 3600):02d}:{int((16 * H + t) % 3600 // 60):02d}\t{v:.0f}"
            for t, v in zip(times, c, strict=True)
        )
        log = read_log(text.encode())
        self.assertAlmostEqual(float(log.times_s[-1]), float(times[-1]), delta=60)

    def test_a_log_without_a_fall_says_what_to_log(self) -> None:
        rows = "\n".join(f"{m},{20 + 2 * m}" for m in range(300))
        with self.assertRaisesRegex(ImpossibleInput, "until it is cold"):
            fitted("min,°C\n" + rows)
        flat = "\n".join(f"{m},500" for m in range(300))
        with self.assertRaises(ImpossibleInput):
            fitted("min,°C\n" + flat)

    def test_a_programmed_fall_is_not_taken_for_coasting(self) -> None:
        rows = "\n".join(f"{m},{800 - m}" for m in range(600))
        with self.assertRaises(ImpossibleInput):
            fitted("min,°C\n" + rows)


class NastyFiles(TestCase):
    def test_every_file_of_the_folder_is_read_or_refused_in_words(self) -> None:
        """The first word of a file's name says which: reads or refused."""
        files = sorted(LOGS.glob("*.csv"))
        self.assertGreaterEqual(len(files), 10)
        for file in files:
            with self.subTest(file.name):
                if file.name.startswith("refused"):
                    with self.assertRaises(ImpossibleInput) as caught:
                        fitted(file.read_bytes())
                    self.assertRegex(str(caught.exception), "expected|falls")
                else:
                    self.assertIsInstance(read_log(file.read_bytes()), KilnLog)

    def test_too_large_is_refused_before_it_is_read(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "at most 96 MB"):
            read_log(bytes(MAX_BYTES + 1))

    @settings(max_examples=examples(200))
    @given(
        st.one_of(
            st.binary(max_size=400),
            st.lists(
                st.lists(
                    st.sampled_from(
                        [
                            "1",
                            "2,5",
                            "20",
                            "NaN",
                            "1e400",
                            "",
                            "12:30",
                            "2026-11-01 12:00",
                            "temp",
                            "°F",
                            "on",
                            "-273",
                            "a",
                            "9" * 30,
                        ]
                    ),
                    min_size=1,
                    max_size=4,
                ).map(",".join),
                min_size=3,
                max_size=40,
            ).map(lambda rows: "\n".join(rows).encode()),
        )
    )
    def test_nothing_breaks_it(self, raw: bytes) -> None:
        try:
            self.assertIsInstance(fit_kiln(read_log(raw), room_c=18.0), KilnFit)
        except ColdCradleError as error:
            self.assertTrue(str(error))


class Clocks(TestCase):
    """Clocks that change in the middle of a log."""

    @staticmethod
    def log(hour_after: int, by_s: int, *, rate: float = 100.0) -> bytes:
        """Readings every minute at a rate, the clock changed by so much after so many of them."""
        start = datetime(2026, 10, 25, 0, 0, tzinfo=UTC)
        rows = ["time,temperature C"]
        for i in range(300):
            at = start + timedelta(minutes=i, seconds=by_s if i >= hour_after else 0)
            rows.append(f"{at:%Y-%m-%d %H:%M:%S},{200 + rate * i / 60:.2f}")
        return "\n".join(rows).encode()

    def test_an_hour_put_back_or_on_is_allowed_for_and_said(self) -> None:
        for by_s, word in ((-3600, "back"), (3600, "on")):
            with self.subTest(word):
                found = read_log(self.log(120, by_s))
                self.assertAlmostEqual(float(found.times_s[-1]), 299 * 60.0)
                self.assertTrue(any(f"put {word} an hour" in n.metric for n in found.notes))

    def test_a_gap_in_which_the_kiln_moved_stays_a_gap(self) -> None:
        rows = self.log(300, 0).decode().splitlines()
        found = read_log("\n".join(rows[:100] + rows[160:]).encode())
        self.assertAlmostEqual(float(found.times_s[-1]), 299 * 60.0)
        self.assertFalse(any("hour in it" in n.metric for n in found.notes))

    def test_a_kiln_that_stands_still_does_not_tell_whether_the_hour_was_there(self) -> None:
        found = read_log(self.log(120, 3600, rate=5.0))
        self.assertAlmostEqual(float(found.times_s[-1]), 299 * 60.0 + 3600)

    def test_dates_in_words_are_read_by_the_format_that_fitted_first(self) -> None:
        rows = ["when,temp C", *(f"24 Nov 2026 08:{i:02d}:00,{20 + i}" for i in range(40))]
        self.assertAlmostEqual(float(read_log("\n".join(rows).encode()).times_s[-1]), 39 * 60.0)

    def test_spikes_stay_for_somebody_who_judges_them(self) -> None:
        rows = ["elapsed s,temperature C", *(f"{30 * i},{900 if i == 20 else 500 + i}" for i in range(40))]
        raw = "\n".join(rows).encode()
        self.assertLess(float(read_log(raw).temperatures_c.max()), 600)
        self.assertEqual(float(read_log(raw, keeps_spikes=True).temperatures_c.max()), 900)
