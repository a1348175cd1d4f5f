"""Somebody else's schedule: read from whatever was pasted, and judged against this piece."""

from __future__ import annotations

from django.test import SimpleTestCase
from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.errors import ColdCradleError, ImpossibleInput
from coldcradle.heat.pasted import Pasted, read_schedule
from coldcradle.heat_looks import coasting_of, compare, judge_schedule
from coldcradle.words import Said
from tests.core.test_firing import fired
from tests.documents import KILN, piece

FOUR_RAMPS = (
    "300 F/h to 1225 F hold 30 min\n600 F/h to 1480 F hold 10 min\nfull to 950 F hold 2 h\n100 F/h to 700 F\noff"
)


def steps(text: str) -> list[tuple[float | None, float, float]]:
    return [(s.rate, s.to, s.hold_s / 60) for s in read_schedule(text).steps]


class Reading(SimpleTestCase):
    MEANT = [(300.0, 1225.0, 30.0), (600.0, 1480.0, 10.0), (None, 950.0, 120.0), (100.0, 700.0, 0.0)]

    def test_one_schedule_in_many_hands(self) -> None:
        for text in (
            FOUR_RAMPS,
            "1. 300 1225 30\n2. 600 1480 10\n3. AFAP 950 120\n4. 100 700 0",
            "300\t1225\t0:30\n600\t1480\t:10\n9999\t950\t2:00\n100\t700\t0:00",
            "Ramp 1: 300 dph, Temp 1225, Hold 30\nRamp 2: 600 dph, Temp 1480, Hold :10\nRamp 3: 9999 dph, Temp 950, Hold 2:00\nRamp 4: 100 dph, Temp 700, Hold 0",
            "300 degrees per hour to 1225F, hold for 30 minutes; then 600 F per hour to 1480F hold 10 minutes; then as fast as possible full to 950F, soak 2 hours; 100F/hr to 700F; off",
            "5 F/min to 1225 F, 30 min\n10 F/min → 1480 F, 10 min\nfull → 950 F, 120 min\n100 F/h → 700 F",
        ):
            with self.subTest(text[:30]):
                self.assertEqual(steps(text), self.MEANT)
                self.assertEqual(read_schedule(text).unit, "degF")

    def test_celsius_and_how_it_is_told(self) -> None:
        self.assertEqual(read_schedule("150 C/h to 620 C, 20 min").unit, "degC")
        guess = read_schedule("150 620 20")
        self.assertEqual((guess.unit, guess.is_guess), ("degC", True))
        self.assertTrue(read_schedule("300 1480 10").is_guess)
        self.assertEqual(steps("28 °C/h to 677,5 °C hold 1 h 30 min"), [(28.0, 677.5, 90.0)])

    def test_the_peak_is_marked_and_rates_become_kelvins(self) -> None:
        wanted = read_schedule(FOUR_RAMPS).wanted()
        self.assertEqual([w.key == "cast" for w in wanted], [False, True, False, False])
        self.assertAlmostEqual(wanted[0].rate_k_per_h or 0, 300 / 1.8)
        self.assertAlmostEqual(wanted[1].to_c, 804.4, delta=0.1)

    def test_what_cannot_be_read_is_named_by_its_line(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "line 2"):
            read_schedule("300 F/h to 1225 F\nuntil it looks 3 times 4 right 5\n600 F/h to 1480 F")
        with self.assertRaisesRegex(ImpossibleInput, "found both"):
            read_schedule("100 C/h to 500 C\n200 F/h to 900 F")
        for empty in ("", "off", "as my aunt does it", "\n\n"):
            with self.assertRaises(ImpossibleInput):
                read_schedule(empty)
        for absurd in ("300 99999 10", "0 500 10", "100 C/h to 5 C", "100 C/h to 600 C hold 9000 h"):
            with self.assertRaises(ImpossibleInput):
                read_schedule(absurd)
        with self.assertRaisesRegex(ImpossibleInput, "at most 40"):
            read_schedule("100 C/h to 600 C\n" * 41)

    @settings(max_examples=300, deadline=None)
    @given(st.one_of(st.text(max_size=120), st.lists(st.sampled_from(
        ["300", "F/h", "to", "1225 F", "hold", "30 min", "then", "AFAP", "\n", "1.", "°C", "-", ":30", "2 h", "soak", ",", "1/2", "½", "∞", "1e9"]), max_size=14).map(" ".join)))  # fmt: skip
    def test_nothing_pasted_breaks_it(self, text: str) -> None:
        try:
            found = read_schedule(text)
        except ColdCradleError:
            return
        self.assertIsInstance(found, Pasted)
        self.assertTrue(
            all(w.to_c == w.to_c and (w.rate_k_per_h is None or w.rate_k_per_h > 0) for w in found.wanted())
        )

    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(st.tuples(st.integers(10, 900), st.integers(100, 950), st.integers(0, 600)), min_size=1, max_size=8)
    )
    def test_what_is_written_plainly_is_read_as_written(self, rows: list[tuple[int, int, int]]) -> None:
        text = "\n".join(f"{rate} C/h to {to} C hold {hold} min" for rate, to, hold in rows)
        self.assertEqual(steps(text), [(float(a), float(b), float(c)) for a, b, c in rows])


class Judging(SimpleTestCase):
    def word(self, text: str, key: str, **changes: object) -> str:
        found = judge_schedule(
            fired(
                "frit",
                thick="10 mm",
                side="50 mm",
                cradle__material="ceramic",
                heat__kiln=KILN,
                heat__schedule=text,
                **changes,
            )
        )
        return next((r.word for r in found.remarks if r.key == key), "")

    def test_a_pendants_schedule_in_fahrenheit(self) -> None:
        """Four ramps and two hours at 950 °F on 10 mm: common practice, and it does well."""
        for key in ("peak", "soak", "left"):
            self.assertEqual(self.word(FOUR_RAMPS, key), "good", key)
        found = judge_schedule(
            fired(
                "frit",
                thick="10 mm",
                side="50 mm",
                cradle__material="ceramic",
                heat__kiln=KILN,
                heat__schedule=FOUR_RAMPS,
            )
        )
        assert isinstance(found.read_as, Said)
        self.assertIn("4 steps in °F", found.read_as.metric)
        self.assertEqual(found.steps[-1].key, "coast")

    def test_what_is_wrong_with_others(self) -> None:
        self.assertEqual(self.word("300 F/h to 1100 F hold 10\nfull to 950 F hold 1 h", "peak"), "stop")
        self.assertEqual(self.word("300 F/h to 1480 F hold 10\nfull to 700 F hold 1 h", "soak"), "stop")
        self.assertEqual(self.word("300 F/h to 1480 F hold 10\noff", "soak"), "stop")
        self.assertEqual(self.word("300 F/h to 1480 F hold 10\nfull to 950 F hold 5", "soak"), "stop")
        self.assertIn(self.word("2000 F/h to 1480 F hold 10\nfull to 950 F hold 1 h", "mould"), ("think", "stop"))

    def test_a_thick_slab_by_a_thin_ones_schedule(self) -> None:
        found = judge_schedule(
            fired(
                "spread",
                thick="40 mm",
                heat__schedule="300 C/h to 800 C hold 20\nfull to 516 C hold 1 h\n55 C/h to 370 C",
            )
        )
        words = {r.key: r.word for r in found.remarks}
        self.assertEqual((words["warm"], words["soak"], words["left"]), ("stop", "stop", "stop"))

    def test_a_wet_plaster_mould_wants_to_dry(self) -> None:
        found = judge_schedule(
            piece(heat__schedule="150 C/h to 739 C hold 2 h\nfull to 480 C hold 10 h\n2 C/h to 340 C")
        )
        self.assertEqual(next(r.word for r in found.remarks if r.key == "dry"), "stop")

    def test_our_own_plan_is_judged_well(self) -> None:
        for process, thick in (("full", "6 mm"), ("slump", "12 mm"), ("cast", "30 mm")):
            found = compare(fired(process, thick=thick), "ours", "gentle").sides[0]
            self.assertNotIn("stop", {r.word for r in found.remarks}, process)
            self.assertNotIn(
                "think", {r.word for r in found.remarks if r.key in ("peak", "soak", "left", "cool")}, process
            )


class Movement(SimpleTestCase):
    """Where it is known how far the glass shall go, it is judged by that and not by the window."""

    WIDE = {"kind": "float-clear", "thick": "5 mm", "side": "330 mm", "heat__span": "320 mm", "heat__depth": "40 mm"}

    def peak_word(self, schedule: str) -> str:
        found = judge_schedule(fired("slump", heat__schedule=schedule, **self.WIDE))  # type: ignore[arg-type]
        return next(r.word for r in found.remarks if r.key == "peak")

    def test_our_own_wide_slump_is_right_though_it_is_cooler_than_the_window(self) -> None:
        ours = compare(fired("slump", **self.WIDE), "ours", "gentle").sides[0]  # type: ignore[arg-type]
        self.assertEqual(next(r.word for r in ours.remarks if r.key == "peak"), "good")

    def test_too_cool_and_far_too_hot(self) -> None:
        self.assertEqual(self.peak_word("150 C/h to 612 C hold 20\nfull to 545 C hold 1 h"), "good")
        self.assertEqual(self.peak_word("150 C/h to 560 C hold 5\nfull to 545 C hold 1 h"), "stop")
        self.assertEqual(self.peak_word("150 C/h to 720 C hold 20\nfull to 545 C hold 1 h"), "stop")
        self.assertEqual(self.peak_word("150 C/h to 640 C hold 20\nfull to 545 C hold 1 h"), "think")


class SideBySide(SimpleTestCase):
    def test_gentle_takes_longer_and_leaves_less(self) -> None:
        found = compare(fired("cast", thick="40 mm"), "gentle", "quick")
        gentle, quick = found.sides
        self.assertGreater(gentle.total_s, quick.total_s)
        self.assertIn("shorter", found.answer.metric)
        self.assertEqual(found.longest_s, gentle.total_s)

    def test_nothing_to_compare_with_is_said(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "no earlier state"):
            compare(fired("full"), "ours", "before")
        with self.assertRaises(ImpossibleInput):
            compare(fired("full"), "ours", "typed")
        same = fired("full")
        self.assertIn("as long", compare(same, "ours", "before", before=same).answer.metric)


class Coasting(SimpleTestCase):
    def test_a_six_millimetre_plate_may_be_switched_off_in_winter_and_in_summer(self) -> None:
        """Common practice, no source: thin glass coasts. In a light kiln in a cold room thicker glass may not."""
        for room in ("12 °C", "30 °C"):
            found = coasting_of(fired("full", thick="6 mm", heat__room=room, heat__kiln=KILN, heat__on="shelf"))
            self.assertTrue(all(r.is_safe for r in found.rooms))
            self.assertIn("Safe to switch off after the soak", found.answer.metric)

    def test_an_inch_may_not_and_the_cold_room_is_the_worse(self) -> None:
        found = coasting_of(fired("full", thick="25 mm", heat__room="12 °C", heat__kiln=KILN, heat__on="shelf"))
        today, winter, summer = found.rooms
        self.assertFalse(today.is_safe)
        self.assertEqual(today.off_from_c, winter.off_from_c)
        self.assertGreaterEqual(summer.off_from_c, winter.off_from_c)
        self.assertIn("not before", found.answer.metric)
        self.assertEqual([line.name for line in found.lines], ["winter", "this room", "summer"])
