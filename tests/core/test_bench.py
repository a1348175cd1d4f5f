"""The bench: weight is kept, every rule on both sides of its edge, and what later firings hear of it."""

from __future__ import annotations

import itertools
import re
from pathlib import Path
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

import coldcradle
from coldcradle.bench.inputs import BenchWork, LastGrit
from coldcradle.bench.model.grits import grind_ladder, grits
from coldcradle.bench.model.paints import paints
from coldcradle.document.piece import read_piece
from coldcradle.errors import DocumentError
from coldcradle.piece.plan import plan
from tests.core.bench import bar, bench_plan, disc, made, step
from tests.core.test_rule_samples import begun
from tests.staged import one, stage

Told = dict[str, Any]


def _window(low: str, high: str) -> Told:
    return {"from": low, "to": high}


def _cut(*lines: Told, **told: Any) -> Told:
    return step("cut", lines=list(lines), **told)


# each rule with a step that breaks it and one just beside that does not; the piece is a bar of 200 by 80 by 10 mm
EDGES: dict[str, tuple[Told, Told]] = {
    "bench.no-cut-yet": (_cut(), _cut({"at": "100 mm"})),
    "bench.cut-misses": (_cut({"at": "201.1 mm"}), _cut({"at": "100 mm"})),
    "bench.too-thick-to-score": (_cut({"at": "100 mm"}, by="score"), _cut({"at": "100 mm"}, by="saw")),
    "bench.piece-too-small": (_cut({"at": "2 mm"}), _cut({"at": "13 mm"})),
    "bench.small-to-hold": (_cut({"at": "12 mm"}), _cut({"at": "13.1 mm"})),
    "bench.too-many-pieces": (
        _cut(
            *[{"at": f"{30 * k} mm"} for k in range(1, 7)],
            *[{"at": f"{16 * k} mm", "way": "along"} for k in range(1, 5)],
        ),
        _cut(*[{"at": f"{30 * k} mm"} for k in range(1, 7)], {"at": "40 mm", "way": "along"}),
    ),
    "bench.more-off-than-there-is": (
        step("grind", place="faces", off="5 mm"),
        step("grind", place="faces", off="4.9 mm"),
    ),
    "bench.fire-polish-follows": (
        step("grind", place="face", last="600"),
        step("grind", place="face", last="pumice"),
    ),
    "bench.hole-outside": (
        step("drill", holes=[{"x": "95.1 mm", "across": "10 mm"}]),
        step("drill", holes=[{"x": "94 mm", "across": "10 mm"}]),
    ),
    "bench.hole-near-edge": (
        step("drill", holes=[{"x": "75.2 mm", "across": "10 mm"}]),
        step("drill", holes=[{"x": "74.9 mm", "across": "10 mm"}]),
    ),
    "bench.holes-near": (
        step("drill", holes=[{"x": "0 mm"}, {"x": "29.9 mm"}]),
        step("drill", holes=[{"x": "0 mm"}, {"x": "30.1 mm"}]),
    ),
    "bench.no-hole-yet": (step("drill"), step("drill", holes=[{}])),
    "bench.blasted-through": (step("blast", depth="10 mm"), step("blast", depth="9.9 mm")),
    "bench.groove-is-deep": (step("blast", depth="3.4 mm"), step("blast", depth="3.3 mm")),
    "bench.painted-on-both": (step("paint", face="both"), step("paint", face="top")),
    "bench.window-upside-down": (
        step("paint", **_window("700 °C", "690 °C")),
        step("paint", **_window("690 °C", "700 °C")),
    ),
    # 80 mm wide: it goes over at atan(40/h), 20 degrees at 109.9 mm
    "bench.topples": (step("glue", high="111 mm"), step("glue", high="109 mm")),
    "bench.no-hole": (step("glue", onto="washer"), step("glue", onto="hook")),
}


class Rules(TestCase):
    def test_none_is_without_a_test_here(self) -> None:
        source = "".join(p.read_text("utf-8") for p in (Path(coldcradle.__file__).parent / "bench").rglob("*.py"))
        mine = Path(__file__).read_text("utf-8")
        self.assertEqual({r for r in re.findall(r'"(bench\.[a-z-]+)"', source) if r not in mine}, set())

    def test_each_on_both_sides_of_its_edge(self) -> None:
        for rule, (bad, good) in EDGES.items():
            with self.subTest(rule=rule):
                self.assertIn(rule, {f.rule for f in bench_plan(bar(), bad).findings})
                self.assertNotIn(rule, {f.rule for f in bench_plan(bar(), good).findings})

    def test_a_thin_sheet_may_be_scored_and_a_rough_one_should_not(self) -> None:
        told = _cut({"at": "100 mm"}, by="score")
        rules = {f.rule for f in bench_plan(bar(layup__layers=one("6 mm")), told).findings}
        self.assertEqual(rules, set())
        blasted = [bar(layup__layers=one("6 mm")), step("blast", key="m"), told | {"takes": [{"from": "m"}]}]
        self.assertEqual({f.rule for f in bench_plan(*blasted).findings}, {"bench.rough-to-score"})

    def test_a_fitting_wants_play_and_a_washer_that_covers(self) -> None:
        hole = step("drill", key="h", holes=[{"across": "16 mm"}])
        fits: Told = {"onto": "tube", "through": "15 mm", "washer": "28 mm"}
        for told, rule in (
            ({"through": "15.1 mm"}, "bench.too-thick-for-the-hole"),
            ({"washer": "27.9 mm"}, "bench.washer-too-small"),
        ):
            bad = bench_plan(bar(), hole, step("glue", takes="h", **{**fits, **told}))
            self.assertEqual({f.rule for f in bad.findings}, {rule})
        good = bench_plan(bar(), hole, step("glue", takes="h", **fits))
        self.assertEqual({f.rule for f in good.findings}, set())
        self.assertAlmostEqual(good.figures["washer"].value, 0.028)

    def test_what_is_formed_is_not_ground_on_a_flat_lap(self) -> None:
        bowl = stage("slump", takes=1)
        self.assertIn(
            "bench.face-is-not-flat",
            {f.rule for f in bench_plan(disc(), bowl, step("grind", takes="s1", place="face")).findings},
        )
        self.assertNotIn(
            "bench.face-is-not-flat",
            {f.rule for f in bench_plan(disc(), bowl, step("grind", takes="s1", place="point")).findings},
        )

    def test_what_breaks_out_is_not_drilled(self) -> None:
        planned = bench_plan(bar(), step("drill", holes=[{"across": "500 mm"}, {"x": "20 mm"}]))
        self.assertEqual(len(planned.parts[0].outcome.worked.holes), 1)
        self.assertLess(planned.ledger.kerf_kg, 0.003)
        after = bench_plan(bar(), step("drill", key="d", holes=[{"across": "1 m"}]), _cut({"at": "50 mm"}, takes="d"))
        self.assertAlmostEqual(after.ledger.in_kg, 0.4, places=4)

    def test_no_more_is_taken_than_was_cut(self) -> None:
        saw = step("cut", key="saw", lines=[{"at": "100 mm"}])
        for count, expected in ((2, False), (3, True)):
            rules = {f.rule for f in bench_plan(bar(), saw, step("grind", takes="saw", count=count)).findings}
            self.assertEqual("bench.more-than-there-are" in rules, expected)
            told = stage("tack", takes=1)
            told["takes"] = [{"from": "saw", "count": count}]
            later = {f.rule for f in made(bar(), saw, told).stages[-1].findings}
            self.assertEqual("layup.more-than-there-are" in later, expected)

    def test_more_parts_than_letters_are_words(self) -> None:
        more = [bar() | {"key": f"s{k}", "name": f"s{k}"} for k in range(10, 20)]
        lines = [{"at": f"{8 * k} mm"} for k in range(1, 13)]
        many = step("cut", lines=[*lines[:11], {"at": "40 mm", "way": "along"}])
        many["takes"] = [{"from": "s0", "count": 1}, *({"from": m["key"], "count": 1} for m in more)]
        planned = bench_plan(bar(), *more, many)
        self.assertLessEqual(len(planned.parts), 24)
        self.assertIn("bench.one-after-another", {f.rule for f in planned.findings})

    def test_only_glue_brings_several_together(self) -> None:
        both = [{"from": "s0", "count": 1}, {"from": "s9", "count": 1}]
        second = bar() | {"key": "s9", "name": "s9"}
        ground = bench_plan(bar(), second, step("grind") | {"takes": both})
        self.assertIn("bench.one-after-another", {f.rule for f in ground.findings})
        glued = bench_plan(bar(), second, step("glue") | {"takes": both})
        self.assertNotIn("bench.one-after-another", {f.rule for f in glued.findings})
        self.assertAlmostEqual(glued.parts[0].outcome.weight_kg, 0.8, places=3)

    def test_glue_is_last(self) -> None:
        glued = step("glue", key="g")
        after = stage("polish", takes=1)
        after["takes"] = [{"from": "g", "count": 1}]
        self.assertIn("heat.glue-burns", {f.rule for f in made(bar(), glued, after).stages[-1].findings})
        after["takes"] = [{"from": "s0", "count": 1}]
        self.assertNotIn("heat.glue-burns", {f.rule for f in made(bar(), glued, after).stages[-1].findings})
        again = bench_plan(bar(), glued, step("drill", takes="g", holes=[{}]))
        self.assertIn("bench.glued-already", {f.rule for f in again.findings})
        painted = step("paint", key="p")
        self.assertIn(
            "bench.glued-before-its-firing",
            {f.rule for f in bench_plan(bar(), painted, step("glue", takes="p")).findings},
        )
        self.assertNotIn("bench.glued-before-its-firing", {f.rule for f in bench_plan(bar(), step("glue")).findings})

    def test_hot_paint_comes_before_cool_paint(self) -> None:
        hot, cool = step("paint", key="e", kind="enamel"), step("paint", key="l", kind="lustre")
        first = bench_plan(bar(), hot, cool | {"takes": [{"from": "e"}]})
        self.assertIn("bench.paints-do-not-meet", {f.rule for f in first.findings})
        then = bench_plan(bar(), cool, hot | {"takes": [{"from": "l"}]})
        self.assertNotIn("bench.paints-do-not-meet", {f.rule for f in then.findings})

    def test_blasting_off_what_sticks_mattes(self) -> None:
        self.assertEqual(
            {f.rule for f in bench_plan(bar(), step("wash", is_blasted=True)).findings}, {"bench.blasting-mattes"}
        )
        self.assertEqual(bench_plan(bar(), step("wash")).findings, ())


class Weight(TestCase):
    def balanced(self, *nodes: Told) -> None:
        for planned in made(*nodes).bench:
            book = planned.ledger
            gone = book.off_cut_kg + book.kerf_kg + book.ground_kg
            self.assertAlmostEqual(book.in_kg + book.added_kg, book.out_kg + gone, places=9)
            for share in (book.out_kg, book.off_cut_kg, book.kerf_kg, book.ground_kg):
                self.assertGreaterEqual(share, -1e-12)
            kept = sum(p.outcome.weight_kg * p.outcome.pieces for p in planned.parts if not p.is_off_cut)
            self.assertAlmostEqual(kept, book.out_kg, places=9)

    @settings(max_examples=60, deadline=None)
    @given(
        at=st.lists(st.tuples(st.integers(1, 199), st.integers(1, 199), st.booleans()), min_size=1, max_size=3),
        kerf=st.sampled_from(["0 mm", "1.5 mm", "2.5 mm"]),
        off=st.booleans(),
        is_round=st.booleans(),
    )
    def test_of_whatever_is_cut_it_is_kept(
        self, at: list[tuple[int, int, bool]], kerf: str, off: bool, is_round: bool
    ) -> None:
        lines = [
            {"at": f"{a if is_across else a * 0.4} mm", "end": f"{b if is_across else b * 0.4} mm", "way": way}
            for a, b, is_across in at
            for way in ["across" if is_across else "along"]
        ]
        self.balanced(
            disc("200 mm") if is_round else bar(),
            step("cut", lines=lines, kerf=kerf, parts=[{"letter": "a", "is_off_cut": off}]),
        )

    def test_of_pieces_that_are_nearly_alike_it_is_kept(self) -> None:
        lines = [{"at": "99.9 mm", "end": "100.3 mm", "way": "across"}]
        (part,) = made(bar(), step("cut", lines=lines, kerf="1.5 mm")).bench[0].parts
        self.assertEqual(part.outcome.pieces, 2)
        self.balanced(bar(), step("cut", lines=lines, kerf="1.5 mm"))

    def test_of_everything_else_it_is_kept(self) -> None:
        steps = [
            step("cut", lines=[{"at": "120 mm", "way": "round"}]),
            step("grind", place="edges", off="1 mm"),
            step("grind", place="faces", off="1 mm"),
            step("grind", place="foot", off="1 mm"),
            step("drill", holes=[{"across": "16 mm"}, {"x": "40 mm"}]),
            step("blast", depth="4 mm"),
            step("paint"),
            step("glue", weight="20 g"),
            step("wash"),
        ]
        for told in steps:
            with self.subTest(told=told):
                self.balanced(disc(), told)

    def test_a_sawn_bar_weighs_less_by_its_kerf(self) -> None:
        """200 by 80 by 10 mm of 2 500 kg/m³ are 400 g; 2 mm of kerf across take 4 g."""
        planned = bench_plan(bar(), _cut({"at": "100 mm"}))
        self.assertAlmostEqual(planned.ledger.kerf_kg, 0.004, places=6)
        (part,) = planned.parts
        self.assertEqual((part.key, part.outcome.pieces), ("b", 2))
        self.assertAlmostEqual(part.outcome.length_m, 0.099)

    def test_the_collar_of_a_drop_weighs_what_its_sheet_does(self) -> None:
        """A 300 mm disc, 6 mm, dropped: the collar outside 200 mm is sheet, 2 500·6 mm·π/4·(0.3² − 0.202²)."""
        drop = stage("ring", takes=1)
        planned = bench_plan(disc(), drop, step("cut", takes="s1", lines=[{"at": "200 mm", "way": "round"}]))
        collar = max(planned.parts, key=lambda p: p.outcome.length_m)
        thick = made(disc(), drop).stages[-1].outcome.thickness_m
        self.assertAlmostEqual(collar.outcome.weight_kg, 2500 * thick * 0.7853982 * (0.3**2 - 0.202**2), delta=0.006)


class Parts(TestCase):
    def test_unequal_pieces_are_told_apart_and_the_heavier_comes_first(self) -> None:
        planned = bench_plan(bar(), _cut({"at": "80 mm"}, parts=[{"letter": "b", "is_mirrored": True}]))
        self.assertEqual([(p.key, p.letters) for p in planned.parts], [("b.a", ("b",)), ("b.b", ("a",))])
        self.assertIn("b turned over", planned.parts[0].gives.metric)

    def test_an_off_cut_comes_last_whatever_it_weighs(self) -> None:
        planned = bench_plan(bar(), _cut({"at": "80 mm"}, parts=[{"letter": "b", "is_off_cut": True}]))
        self.assertEqual([p.is_off_cut for p in planned.parts], [False, True])
        self.assertEqual(planned.parts[0].letters, ("a",))

    def test_what_is_no_longer_cut_is_taken_as_the_first_of_what_is(self) -> None:
        later = stage("polish", takes=1)
        later["takes"] = [{"from": "b.b", "count": 1}]
        unequal, alone = _cut({"at": "80 mm"}), _cut()
        self.assertAlmostEqual(made(bar(), unequal, later).stages[-1].outcome.length_m, 0.079, places=4)
        self.assertAlmostEqual(made(bar(), alone, later).stages[-1].outcome.length_m, 0.2, places=4)

    def test_a_mirrored_half_turns_its_hole_over_too(self) -> None:
        hole = step("drill", key="h", holes=[{"x": "-50 mm", "y": "10 mm"}])
        for told, expected in (
            ({}, (0.0005, 0.01)),
            ({"is_mirrored": True}, (-0.0005, 0.01)),
            ({"quarters": 1}, (-0.01, 0.0005)),
        ):
            planned = bench_plan(
                bar(), hole, step("cut", takes="h", lines=[{"at": "100 mm"}], parts=[{"letter": "a", **told}])
            )
            holed = next(p.outcome for p in planned.parts if p.outcome.worked.holes)
            (found,) = holed.worked.holes
            self.assertAlmostEqual(found.x_m, expected[0], places=6)
            self.assertAlmostEqual(found.y_m, expected[1], places=6)

    def test_halves_laid_end_to_end_are_one_bar_again(self) -> None:
        """The mirrored pattern bar: two halves of 99 mm, end to end, are a bar of 198 mm of the same weight."""
        later = stage("tack", takes=1, layup__several="end")
        later["takes"] = [{"from": "b", "count": 2}]
        out = made(bar(), _cut({"at": "100 mm"}), later).stages[-1].outcome
        self.assertAlmostEqual(out.length_m, 0.198, places=3)
        self.assertAlmostEqual(out.thickness_m, 0.01, places=4)
        self.assertAlmostEqual(out.weight_kg, 0.396, places=4)
        later["layup"]["several"] = "side"
        self.assertAlmostEqual(made(bar(), _cut({"at": "100 mm"}), later).stages[-1].outcome.width_m, 0.16, places=3)

    def test_what_was_measured_goes_on_in_the_place_of_what_is_reckoned(self) -> None:
        ground = step("grind", place="edges", off="1 mm") | {"after": {"length": "195 mm", "weight": "380 g"}}
        later = stage("polish", takes=1)
        later["takes"] = [{"from": "b", "count": 1}]
        found = made(bar(), ground, later)
        self.assertAlmostEqual(found.bench[0].parts[0].outcome.length_m, 0.195)
        self.assertAlmostEqual(found.stages[-1].outcome.weight_kg, 0.380)

    def test_an_odd_outline_goes_on_as_what_it_is(self) -> None:
        planned = bench_plan(bar(), _cut({"at": "50 mm", "end": "150 mm"}, kerf="0 mm"))
        (part,) = planned.parts
        self.assertEqual((str(part.outcome.outline), part.outcome.pieces), ("drawn", 2))
        self.assertAlmostEqual(part.outcome.area_m2 or 0, 0.008, places=6)
        self.assertEqual(len(part.outcome.worked.ring), 4)
        second = bench_plan(
            bar(),
            _cut({"at": "50 mm", "end": "150 mm"}, kerf="0 mm"),
            step("cut", key="c", takes="b", lines=[{"at": "50 mm"}]),
        )
        self.assertEqual(sum(len(p.letters) for p in second.parts), 2)


class Fired(TestCase):
    def test_paint_wants_its_window(self) -> None:
        """A fire polish near 700 °C burns out glass paint of 560 to 620 and matures an enamel of 680 to 840."""
        later = stage("polish", takes=1)
        later["takes"] = [{"from": "b", "count": 1}]
        for kind, rule in (("glass", "heat.paint-burns-out"), ("enamel", None)):
            rules = {f.rule for f in made(bar(), step("paint", kind=kind), later).stages[-1].findings}
            self.assertEqual({r for r in rules if "stays-raw" in r or "burns-out" in r}, {rule} - {None})
            self.assertIn("heat.paint-burns-off", rules)
        peak = made(bar(), step("paint"), later).stages[-1].heat
        assert peak is not None
        for off, expected in ((4.0, set()), (6.0, {"heat.paint-stays-raw"})):
            told = step("paint", **_window(f"{peak.highest_c + off:.1f} °C", "900 °C"))
            rules = {f.rule for f in made(bar(), told, later).stages[-1].findings}
            self.assertEqual({r for r in rules if "stays-raw" in r or "burns-out" in r}, expected)

    def test_the_painted_face_does_not_lie_under(self) -> None:
        later = stage("polish", takes=1)
        later["takes"] = [{"from": "b", "count": 1}]
        for face, expected in (("under", True), ("top", False)):
            rules = {f.rule for f in made(bar(), step("paint", face=face), later).stages[-1].findings}
            self.assertEqual("heat.paint-lies-under" in rules, expected)

    def test_paint_that_was_fired_is_paint_no_more(self) -> None:
        first = stage("polish", takes=1)
        first["takes"] = [{"from": "b", "count": 1}]
        second = stage("polish", takes=1, key="s2")
        second["takes"] = [{"from": "s1", "count": 1}]
        rules = {f.rule for f in made(bar(), step("paint"), first, second).stages[-1].findings}
        self.assertFalse({r for r in rules if "paint" in r})

    def test_a_deep_groove_anneals_as_a_relief_and_bends_as_what_is_left(self) -> None:
        later = stage("polish", takes=1)
        later["takes"] = [{"from": "b", "count": 1}]
        shallow = made(bar(), step("blast", depth="3 mm"), later).stages[-1]
        deep = made(bar(), step("blast", depth="5 mm", share="30 %"), later).stages[-1]
        self.assertIsNone(shallow.outcome.raised)
        assert deep.outcome.raised is not None
        self.assertAlmostEqual(deep.outcome.raised.base_m, 0.005)
        self.assertGreater(
            deep.figures["effective_thickness"].value, 1.2 * shallow.figures["effective_thickness"].value
        )

    def test_a_drain_is_found_where_the_form_is_deepest(self) -> None:
        """A 45 mm drain drilled in the middle of a blank ends lowest and hardly wider; 80 mm off it does not drain."""
        later = stage("slump", takes=1)
        later["takes"] = [{"from": "b", "count": 1}]
        middle = made(disc(), step("drill", is_drain=True, holes=[{"across": "45 mm"}]), later).stages[-1]
        self.assertNotIn("layup.drain-not-lowest", {f.rule for f in middle.findings})
        self.assertTrue(0.045 <= middle.figures["hole_1_after"].value <= 0.048)
        aside = made(disc(), step("drill", is_drain=True, holes=[{"x": "80 mm"}]), later).stages[-1]
        self.assertIn("layup.drain-not-lowest", {f.rule for f in aside.findings})
        self.assertGreater(aside.outcome.worked.holes[0].x_m, 0.078)

    def test_a_hole_that_hardly_changes_is_not_spoken_of(self) -> None:
        later = stage("slump", takes=1)
        later["takes"] = [{"from": "b", "count": 1}]
        for across, expected in (("45 mm", True), ("10 mm", False)):
            rules = {f.rule for f in made(disc(), step("drill", holes=[{"across": across}]), later).stages[-1].findings}
            self.assertEqual("layup.hole-changes" in rules, expected)


class Clock(TestCase):
    def test_what_follows_waits_for_the_bench(self) -> None:
        later = stage("polish", takes=1)
        later["takes"] = [{"from": "b", "count": 1}]
        starts = [
            made(bar(), step("grind") | {"time": hours}, later).chain.links[-1].proposed for hours in ("1 h", "49 h")
        ]
        self.assertEqual(int(starts[1][8:10]) - int(starts[0][8:10]), 2)

    def test_a_series_takes_its_hours_as_often(self) -> None:
        told = {**begun("full"), "stages": [bar()], "bench": [step("grind")]}
        one_s, nine_s = (plan(read_piece({**told, "alike": n}).piece).bench[0].time_s for n in (1, 9))
        self.assertAlmostEqual(nine_s - 600, 9 * (one_s - 600))

    def test_the_time_by_the_rule_gives_way_to_what_is_said(self) -> None:
        ruled = bench_plan(bar(), step("grind"))
        self.assertGreater(ruled.figures["bench_time"].u, 0)
        said = bench_plan(bar(), step("grind") | {"time": "25 min"})
        self.assertEqual((said.time_s, said.figures["bench_time"].u), (1500.0, 0.0))
        paced = bench_plan(bar(), step("grind", pace="200 %"))
        self.assertAlmostEqual(paced.time_s - 600, 2 * (ruled.time_s - 600))


class Grits(TestCase):
    """Common practice, no source: each grit takes off three times the scratch of the last; a factor of two in time."""

    def test_each_takes_three_times_the_scratch_of_the_one_before(self) -> None:
        ladder = grind_ladder(off_m=0.002, area_m2=0.01, last="cerium")
        for before, after in itertools.pairwise(ladder):
            self.assertAlmostEqual(after.off_m, 3 * before.grit.scratch_m)
        self.assertAlmostEqual(sum(s.off_m for s in ladder), 0.002)

    @given(off=st.floats(0, 0.01), last=st.sampled_from([str(g) for g in LastGrit]))
    def test_no_ladder_takes_off_more_than_is_asked(self, off: float, last: str) -> None:
        ladder = grind_ladder(off_m=off, area_m2=0.01, last=last)
        self.assertAlmostEqual(sum(s.off_m for s in ladder), off)
        self.assertEqual(ladder[-1].grit.key, last)
        self.assertTrue(all(s.off_m >= 0 and s.time_s >= 0 for s in ladder))

    def test_grits_and_choices_are_the_same(self) -> None:
        self.assertEqual([g.key for g in grits()], [str(g) for g in LastGrit])

    def test_every_paint_has_a_window(self) -> None:
        """Common practice, no source: glass paint 560 to 620 °C, float enamels 680 to 840 °C, as their makers say."""
        found = {key: (p.from_c, p.to_c) for key, p in paints().items()}
        self.assertEqual((found["glass"], found["enamel"]), ((560, 620), (680, 840)))


class Documents(TestCase):
    def refused(self, *nodes: Told) -> dict[str, str]:
        stages = [n for n in nodes if "process" in n]
        with self.assertRaises(DocumentError) as caught:
            read_piece({**begun("full"), "stages": stages, "bench": [n for n in nodes if "process" not in n]})
        return {f.path: f.message for f in caught.exception.faults}

    def test_what_waits_for_itself_is_refused_with_its_place(self) -> None:
        later = stage("polish", takes=1)
        later["takes"] = [{"from": "b", "count": 1}]
        found = self.refused(bar(), later, step("grind", takes="s1"))
        self.assertEqual(set(found), {"stages.1.takes.0.from", "bench.0.takes.0.from"})
        self.assertIn("wait for one another", found["bench.0.takes.0.from"])

    def test_keys_and_takings_that_are_not_there_are_refused(self) -> None:
        self.assertEqual(set(self.refused(bar(), step("grind", key="s0"))), {"bench.0.key"})
        self.assertEqual(set(self.refused(bar(), step("grind", takes="gone"))), {"bench.0.takes.0.from"})
        self.assertEqual(set(self.refused(bar(), step("grind") | {"takes": []})), {"bench.0.takes"})
        self.assertEqual(set(self.refused(bar(), step("grind", off="-1 mm"))), {"bench.0.grind.off"})
        self.assertEqual(set(self.refused(bar(), step("grind") | {"does": "melt"})), {"bench.0.does"})

    def test_every_kind_of_step_is_planned_with_cautions_checks_and_both_drawings(self) -> None:
        for work in BenchWork:
            planned = bench_plan(bar(), step(str(work)))
            self.assertTrue(planned.cautions and planned.checks, work)
            self.assertTrue(planned.before.bodies and planned.after.bodies and planned.after.plan, work)
