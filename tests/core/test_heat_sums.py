"""The sums of the heat, each against what a kiln-former or a handbook would expect to read."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.schedule.processes import PROCESSES
from coldcradle.quantity.parse import parse
from coldcradle.sums import SUMS, evaluate
from coldcradle.sums.sum import Result
from tests import examples
from tests.core.test_firing import heat_of

KINDS = shipped_kinds()


def summed(key: str, **typed: str) -> Result:
    found = evaluate(SUMS[key], typed, kinds=KINDS)
    assert found.result is not None, found.faults
    return found.result


def figure(key: str, **typed: str) -> float:
    return summed(key, **typed).figures[0].value


class Anneal(TestCase):
    def test_known_rates(self) -> None:
        """Closed form for 0.2 MPa, both faces (worked out): 6 mm 260, 12: 65, 25: 15, 50: 3.8 °C/h; it leaves at
        most 0.45.
        """
        for mm, rate in ((6, 260), (12, 65), (25, 15), (50, 3.8)):
            found = figure("anneal", thick=f"{mm} mm", target="0.45 MPa", faces="both")
            self.assertAlmostEqual(found / rate, 1.0, delta=0.03)

    def test_held_flat_is_four_times_as_slow(self) -> None:
        bow, held = (figure("anneal", thick="25 mm", faces=f) for f in ("shelf", "held"))
        self.assertAlmostEqual(bow / held, 4.0, delta=0.2)

    def test_ours_and_the_handbooks_table_stand_side_by_side(self) -> None:
        found = summed("anneal", thick="50 mm")
        rows = {row.name: row.cells for row in found.rows}
        self.assertEqual(list(found.heads), ["For your tension", "By the handbook's table"])
        self.assertEqual([cell.metric.text for cell in rows["to 461 °C / 862 °F"]], ["3.7 °C/h", "3.8 °C/h"])
        self.assertEqual(rows["to 406 °C / 763 °F"][1].metric.text, "6.8 °C/h")
        for left, total in zip(rows["it leaves"], rows["from the soak on"], strict=True):
            self.assertTrue(0.35 <= float(left.metric.value) <= 0.46, left.metric.text)
            self.assertTrue(40 <= hours(total.metric.text) <= 50, total.metric.text)
        self.assertEqual(summed("anneal", thick="50 mm").findings, [])
        beyond = summed("anneal", thick="100 mm", target="1.4 MPa")
        self.assertEqual(beyond.findings[0].rule, "heat.beyond-quick")

    def test_another_glass_another_temperature(self) -> None:
        crystal, boro = (summed("anneal", glass=g) for g in ("lead-crystal", "borosilicate"))
        self.assertIn("435 °C", crystal.answer.metric)
        self.assertIn("560 °C", boro.answer.metric)
        self.assertGreater(boro.figures[0].value, crystal.figures[0].value)


def hours(text: str) -> float:
    return parse(text, "duration") / 3600


class Warm(TestCase):
    def test_known_rates(self) -> None:
        """One face insulated, 2.5 MPa (worked out): about 195 °C/h at 12 mm, 45 at 25; run and held flat a sixth
        slower.
        """
        for mm, rate in ((12, 195), (25, 45)):
            self.assertAlmostEqual(figure("warm", thick=f"{mm} mm") / rate, 1.0, delta=0.06)
            self.assertTrue(0.7 <= figure("warm", thick=f"{mm} mm", faces="held") / rate <= 1.0)

    def test_the_sum_says_what_the_plan_of_the_same_slab_does(self) -> None:
        """The slower of closed form and run, one face on the shelf unless it is said otherwise."""
        for leaves, faces in (("bow", "shelf"), ("held", "held")):
            told = figure("warm", thick="12 mm", faces=faces)
            warm = heat_of("polish", thick="12 mm", heat__on="shelf", heat__leaves=leaves).steps[0].rate_k_per_h
            self.assertAlmostEqual(warm / told, 1.0, delta=0.08)  # type: ignore[operator]  # as plain values
        self.assertGreater(figure("warm", thick="12 mm", faces="both"), 1.5 * figure("warm", thick="12 mm"))
        self.assertIn(summed("warm").figures[0].shown.metric.text, summed("warm").answer.metric)


class Open(TestCase):
    def test_cool_thin_glass_may_be_opened_and_hot_thick_glass_may_not(self) -> None:
        self.assertIn("may be opened", summed("open", thick="6 mm", at="57.4 °C").answer.metric)
        self.assertIn("Not yet", summed("open", thick="6 mm", at="57.6 °C").answer.metric)
        hot = summed("open", thick="6 mm", at="200 °C").answer.metric  # it may not be "opened for 30 min"
        self.assertIn("Not yet", hot)
        self.assertIn("for hands", hot)
        look = summed("open", thick="6 mm", at="200 °C", **{"for": "10 s"}).answer.metric
        self.assertIn("stands a look", look)
        self.assertIn("for hands", look)
        self.assertIn("Do not open", summed("open", thick="60 mm", at="300 °C", **{"for": "2 h"}).answer.metric)
        self.assertIn("Better not", summed("open", thick="40 mm", at="150 °C", **{"for": "1 h"}).answer.metric)

    def test_a_peek_at_heat_leaves_nothing(self) -> None:
        found = summed("open", thick="12 mm", at="800 °C", **{"for": "10 s"})
        self.assertIn("nothing is pulled for good", found.answer.metric)
        self.assertTrue(any("never alone" in c for c in found.cautions))

    def test_the_textbooks_step(self) -> None:
        """ΔT = σ(1-ν)/(Eα), Kingery 1955: 8.4 K for 7 MPa in soda-lime, nearly three times that in borosilicate."""
        self.assertAlmostEqual(figure("open"), 8.43, delta=0.02)
        self.assertAlmostEqual(figure("open", glass="borosilicate"), 26.5, delta=0.3)


class PressAndSlump(TestCase):
    def test_two_millimetres(self) -> None:
        """Common practice, no source: 100 g under 12 kg at a full fuse ends about 2 mm thick."""
        self.assertAlmostEqual(figure("press"), 0.0024, delta=0.0007)
        self.assertIn("heat.light-press", {f.rule for f in summed("press", weight="1 kg").findings})

    def test_wide_and_shallow_sags_early(self) -> None:
        wide, small = figure("slump", span="400 mm", depth="30 mm"), figure("slump", span="60 mm", depth="40 mm")
        self.assertGreater(small, wide + 10)
        low, high = PROCESSES["slump"].window_c(KINDS["fusing-90-clear"])
        self.assertTrue(low <= wide <= small <= high + 0.1)
        deep = {f.rule for f in summed("slump", span="60 mm", depth="28 mm", hold="1 min").findings}
        self.assertIn("layup.longer-hold", deep)
        self.assertEqual(summed("slump").findings, [])
        self.assertIn("layup.out-of-reach", {f.rule for f in summed("slump", span="60 mm", depth="120 mm").findings})

    @settings(max_examples=examples(40))
    @given(st.floats(100, 900), st.floats(5, 90), st.floats(1.05, 2))
    def test_deeper_is_never_cooler_and_longer_is_never_hotter(self, span: float, depth: float, more: float) -> None:
        base = figure("slump", span=f"{span} mm", depth=f"{depth} mm", hold="20 min")
        self.assertGreaterEqual(
            figure("slump", span=f"{span} mm", depth=f"{depth * more} mm", hold="20 min"), base - 1e-6
        )
        self.assertLessEqual(
            figure("slump", span=f"{span} mm", depth=f"{depth} mm", hold=f"{20 * more} min"), base + 1e-6
        )


class LadderAndProcesses(TestCase):
    def test_one_step_at_a_time(self) -> None:
        found = summed("ladder", thick="6 mm")
        self.assertEqual([row.name for row in found.rows][:5], ["10 %", "20 %", "30 %", "40 %", "50 %"])
        self.assertIn("heat.rough-ladder", {f.rule for f in found.findings})
        self.assertRegex(found.findings[0].says.metric, r"Near the trade's own steps of .*(20|30|40)")
        thick = summed("ladder", thick="25 mm", full="6 min")
        self.assertEqual(thick.findings[0].rule, "heat.kiln-too-quick")

    def test_every_process_and_every_temperature_of_the_trade_is_listed(self) -> None:
        rows = summed("processes", glass="float-clear").rows
        names = [row.name for row in rows]
        self.assertEqual(sum(n.startswith("told: ") for n in names), 11)
        self.assertEqual(len(names) - 11, 19)
        slump = next(row for row in rows if row.name == "slump into a mould")
        self.assertEqual(slump.cells[0].metric.text, "660 °C")
        self.assertEqual(slump.cells[0].us.text, "1220 °F")
