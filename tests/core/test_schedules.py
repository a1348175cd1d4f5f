"""Somebody else's schedule: read from whatever was pasted, and judged against this piece."""

from __future__ import annotations

from unittest import TestCase

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.schedule.text import read_schedule
from coldcradle.piece.compare import assess_schedule, coasting_of, compare
from coldcradle.piece.stage import StageWithInputs
from tests.core.test_firing import fired
from tests.documents import KILN, piece

FOUR_RAMPS = (
    "300 F/h to 1225 F hold 30 min\n600 F/h to 1480 F hold 10 min\nfull to 950 F hold 2 h\n100 F/h to 700 F\noff"
)


class ReadContext(TestCase):
    def test_the_peak_is_marked_and_rates_become_kelvins(self) -> None:
        wanted = read_schedule(FOUR_RAMPS).wanted()
        self.assertEqual([w.key == "cast" for w in wanted], [False, True, False, False])
        self.assertAlmostEqual(wanted[0].rate_k_per_h or 0, 300 / 1.8)
        self.assertAlmostEqual(wanted[1].to_c, 804.4, delta=0.1)

    def test_nothing_is_judged_while_a_line_is_not_clear(self) -> None:
        found = assess_schedule(
            StageWithInputs(
                fired("frit", thick="10 mm", side="50 mm", heat__schedule="300 F/h to 1225 F hold 2\n600 F/h to 1480 F")
            )
        )
        self.assertIsNone(found.programme)
        self.assertIn("Not judged yet: line 1", found.schedule.count.metric)
        self.assertIsNotNone(
            assess_schedule(
                StageWithInputs(
                    fired(
                        "frit",
                        thick="10 mm",
                        side="50 mm",
                        heat__schedule="300 F/h to 1225 F hold 2 h\n600 F/h to 1480 F",
                    )
                )
            ).programme
        )


class Judging(TestCase):
    def word(self, text: str, key: str, **changes: object) -> str:
        found = assess_schedule(
            StageWithInputs(
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
        )
        assert found.programme is not None, found.schedule.count
        return next((r.word for r in found.programme.remarks if r.key == key), "")

    def test_a_pendants_schedule_in_fahrenheit(self) -> None:
        """Four ramps and two hours at 950 °F on 10 mm: common practice, and it does well."""
        for key in ("peak", "soak", "left"):
            self.assertEqual(self.word(FOUR_RAMPS, key), "good", key)
        found = assess_schedule(
            StageWithInputs(
                fired(
                    "frit",
                    thick="10 mm",
                    side="50 mm",
                    cradle__material="ceramic",
                    heat__kiln=KILN,
                    heat__schedule=FOUR_RAMPS,
                )
            )
        )
        assert found.programme is not None
        self.assertIn("4 steps in °F", found.schedule.count.metric)
        self.assertEqual(found.programme.steps[-1].key, "coast")

    def test_what_is_wrong_with_others(self) -> None:
        self.assertEqual(self.word("300 F/h to 1100 F hold 10\nfull to 950 F hold 1 h", "peak"), "stop")
        self.assertEqual(self.word("300 F/h to 1480 F hold 10\nfull to 700 F hold 1 h", "soak"), "stop")
        self.assertEqual(self.word("300 F/h to 1480 F hold 10\noff", "soak"), "stop")
        self.assertEqual(self.word("300 F/h to 1480 F hold 10\nfull to 950 F hold 6", "soak"), "stop")
        self.assertIn(self.word("2000 F/h to 1480 F hold 10\nfull to 950 F hold 1 h", "mould"), ("think", "stop"))

    def test_a_thick_slab_by_a_thin_ones_schedule(self) -> None:
        found = assess_schedule(
            StageWithInputs(
                fired(
                    "spread",
                    thick="40 mm",
                    heat__schedule="300 C/h to 800 C hold 20\nfull to 516 C hold 1 h\n55 C/h to 370 C",
                )
            )
        ).programme
        assert found is not None
        words = {r.key: r.word for r in found.remarks}
        self.assertEqual((words["warm"], words["soak"], words["left"]), ("stop", "stop", "stop"))

    def test_a_wet_plaster_mould_wants_to_dry(self) -> None:
        found = assess_schedule(
            StageWithInputs(piece(heat__schedule="150 C/h to 739 C hold 2 h\nfull to 480 C hold 10 h\n2 C/h to 340 C"))
        ).programme
        assert found is not None
        self.assertEqual(next(r.word for r in found.remarks if r.key == "dry"), "stop")

    def test_our_own_plan_is_judged_well(self) -> None:
        for process, thick in (("full", "6 mm"), ("slump", "12 mm"), ("cast", "30 mm")):
            found = compare(StageWithInputs(fired(process, thick=thick)), "ours", "gentle").sides[0]
            self.assertNotIn("stop", {r.word for r in found.remarks}, process)
            self.assertNotIn(
                "think", {r.word for r in found.remarks if r.key in ("peak", "soak", "left", "cool")}, process
            )


class MovementRemarks(TestCase):
    """The window comes first; where it is known how far the glass shall go, heat work is told beside it."""

    WIDE = {"kind": "float-clear", "thick": "5 mm", "side": "330 mm", "heat__span": "320 mm", "heat__depth": "40 mm"}

    def words(self, schedule: str, process: str = "slump", **changes: object) -> dict[str, str]:
        whole = self.WIDE | {"heat__schedule": schedule} | changes
        found = assess_schedule(StageWithInputs(fired(process, **whole))).programme
        assert found is not None
        return {r.key: r.word for r in found.remarks}

    def test_our_own_wide_slump_is_right(self) -> None:
        ours = compare(StageWithInputs(fired("slump", **self.WIDE)), "ours", "gentle").sides[0]
        self.assertEqual({r.word for r in ours.remarks if r.key in ("peak", "movement")}, {"good"})

    def test_an_ordinary_slump_is_never_wrong_for_having_work_to_spare(self) -> None:
        """660 to 718 °C is float's window; the mould ends the way down, however much heat work there is."""
        for top in (662, 690, 716):
            found = self.words(f"150 C/h to {top} C hold 40\nfull to 545 C hold 1 h")
            self.assertEqual((found["peak"], found["movement"]), ("good", "good"), top)

    def test_a_wide_sheet_held_below_the_window_is_only_asked_about(self) -> None:
        """620 °C shapes window glass on a form (common practice, no source): cooler than the window, and it moves."""
        wide = {"side": "600 mm", "heat__span": "600 mm", "heat__depth": "30 mm"}
        held = self.words("150 C/h to 620 C hold 60\nfull to 545 C hold 1 h", **wide)
        self.assertEqual((held["peak"], held["movement"]), ("think", "good"))
        found = self.words("150 C/h to 560 C hold 6\nfull to 545 C hold 1 h")
        self.assertEqual((found["peak"], found["movement"]), ("stop", "stop"))
        self.assertEqual(self.words("150 C/h to 800 C hold 20\nfull to 545 C hold 1 h")["peak"], "stop")

    def test_somebody_elses_schedule_is_told_by_the_clock(self) -> None:
        """When it touches and lies in on it, and how much it has to spare."""
        whole = self.WIDE | {"heat__schedule": "150 C/h to 690 C hold 40\nfull to 545 C hold 1 h"}
        found = assess_schedule(StageWithInputs(fired("slump", **whole))).programme
        assert found is not None
        said = next(r.says.metric for r in found.remarks if r.key == "movement")
        self.assertRegex(said, r"times the heat work.*First touch at .*\d\d:\d\d.*[Ll]ies in at .*\d\d:\d\d")

    def test_what_hangs_free_does_go_too_far(self) -> None:
        hung = {
            "kind": "fusing-90-clear",
            "thick": "6 mm",
            "side": "150 mm",
            "heat__span": "150 mm",
            "heat__depth": "30 mm",
        }
        at = "100 C/h to {} C hold {}\nfull to 516 C hold 1 h"
        self.assertEqual(self.words(at.format(660, 20), "hang", **hung)["movement"], "good")
        self.assertEqual(self.words(at.format(705, 60), "hang", **hung)["movement"], "think")
        self.assertEqual(self.words(at.format(760, 400), "hang", **hung)["movement"], "stop")


class SideBySide(TestCase):
    def test_gentle_takes_longer_and_leaves_less(self) -> None:
        found = compare(StageWithInputs(fired("cast", thick="40 mm")), "gentle", "quick")
        gentle, quick = found.sides
        self.assertGreater(gentle.total_s, quick.total_s)
        self.assertIn("shorter", found.answer.metric)
        self.assertEqual(found.temperatures.across.high, gentle.total_s)

    def test_nothing_to_compare_with_is_said(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "no earlier state"):
            compare(StageWithInputs(fired("full")), "ours", "before")
        with self.assertRaises(ImpossibleInput):
            compare(StageWithInputs(fired("full")), "ours", "typed")
        same = fired("full")
        self.assertIn(
            "as long", compare(StageWithInputs(same), "ours", "before", before=StageWithInputs(same)).answer.metric
        )


class SwitchedOff(TestCase):
    def test_a_six_millimetre_plate_may_be_switched_off_in_winter_and_in_summer(self) -> None:
        """Common practice, no source: thin glass coasts. In a light kiln in a cold room thicker glass may not."""
        for room in ("12 °C", "30 °C"):
            found = coasting_of(
                StageWithInputs(fired("full", thick="6 mm", heat__room=room, heat__kiln=KILN, heat__on="shelf"))
            )
            self.assertTrue(all(r.is_safe for r in found.rooms))
            self.assertIn("Safe to switch off after the soak", found.answer.metric)

    def test_an_inch_may_not_and_the_cold_room_is_the_worse(self) -> None:
        found = coasting_of(
            StageWithInputs(fired("full", thick="25 mm", heat__room="12 °C", heat__kiln=KILN, heat__on="shelf"))
        )
        today, winter, summer = found.rooms
        self.assertFalse(today.is_safe)
        self.assertEqual(today.off_from_c, winter.off_from_c)
        self.assertGreaterEqual(summer.off_from_c, winter.off_from_c)
        self.assertIn("not before", found.answer.metric)
        self.assertEqual([line.name for line in found.graph.lines], ["winter", "this room", "summer", "allowed"])
