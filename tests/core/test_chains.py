"""Chains of firings, visits to the kiln, what a controller is told, power ladders."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any, NamedTuple
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.errors import DocumentError, ImpossibleInput
from coldcradle.glass.kinds import shipped_kinds
from coldcradle.heat.kiln.controller import ControllerProgram, tell_controller
from coldcradle.heat.kiln.kiln import Controller, KilnZone
from coldcradle.heat.schedule.attendance import is_awake
from coldcradle.heat.schedule.power_steps import power_ladder
from coldcradle.heat.schedule.processes import process
from coldcradle.piece.chain import ChainPlan, Link, plan_chain
from coldcradle.piece.plan import plan
from coldcradle.piece.sharer import Sharer
from coldcradle.piece.stage import compute_stage, plan_stage
from coldcradle.quantity.format import say
from tests import examples
from tests.core.test_firing import fired, written
from tests.core.test_heat import kiln
from tests.documents import KILN

NINETY = shipped_kinds()["fusing-90-clear"]
START = datetime(2026, 11, 23, 8, 0, tzinfo=ZoneInfo("Europe/London"))


class Row(NamedTuple):
    """A stage of a chain under test: stages of one part, and those a stage joins, are made from one another."""

    name: str
    key: str
    peak: float
    part: str = ""
    joins: tuple[str, ...] = ()
    thick: float = 0.006
    hours: float = 14
    stiffer_k: float = 0.0


link = Row


def links_of(rows: Sequence[Row]) -> list[Link]:
    found: list[Link] = []
    for i, row in enumerate(rows):
        mine = {row.part, *row.joins}
        window = process(row.key).window_c(NINETY)
        related = [f"s{n}" for n, other in enumerate(rows[:i]) if {other.part, *other.joins} & mine]
        found.append(
            Link(
                key=f"s{i}",
                name=row.name,
                process=process(row.key),
                kind=NINETY,
                peak_c=row.peak,
                hold_s=900.0,
                total_s=row.hours * 3600,
                thickness_m=row.thick,
                starts_at=START,
                awake=(7.0, 22.0),
                ancestors=frozenset(related),
                joins=frozenset(f"s{n}" for n, other in enumerate(rows[:i]) if other.part in row.joins and other.part),
                travels=(),
                kiln="Tern",
                line=(),
                gives=say("a plate"),
                state="planned",
                asks=Sharer(
                    name=row.name,
                    peak_c=row.peak,
                    window_c=(min(row.peak, window[0]), max(row.peak, window[1])),
                    soak_s=row.thick * 7200 / 0.012,
                    slowest_k_per_h=0.0,
                ),
                stiffer_k=row.stiffer_k,
            )
        )
    return found


def chained(*rows: Row) -> ChainPlan:
    """The chain with every stage at the start proposed for it."""
    links = links_of(rows)
    starts = [datetime.fromisoformat(each.proposed) for each in plan_chain(links).links]
    return plan_chain([replace(each, starts_at=start) for each, start in zip(links, starts, strict=True)])


def said(found: ChainPlan) -> str:
    return " ".join(f.metric for f in found.findings)


class Chains(TestCase):
    def test_hottest_first_is_left_alone(self) -> None:
        found = chained(
            link("plate", "full", 805, hours=16), link("relief", "tack", 735, hours=16), link("dish", "slump", 660)
        )
        self.assertEqual([remark for each in found.links for remark in each.remarks], [])
        self.assertEqual((found.firings, found.findings), (3, []))
        self.assertEqual([each.day for each in found.links], [1, 2, 3])

    def test_what_a_later_firing_takes_back_is_said(self) -> None:
        found = chained(link("dish", "slump", 660), link("relief", "full", 805))
        self.assertIn("takes back what “dish” made", found.links[1].remarks[0].metric)
        self.assertIn("Hottest first", said(found))

    def test_a_tack_survives_a_slump_and_not_a_full_fuse(self) -> None:
        self.assertEqual(chained(link("tack", "tack", 735), link("dish", "slump", 660)).links[1].remarks, [])
        self.assertTrue(chained(link("tack", "tack", 735), link("full", "full", 805)).links[1].remarks)

    def test_parts_that_do_not_need_one_another_share_a_firing(self) -> None:
        dots, plate = link("dots", "full", 805, "dots"), link("base", "full", 805, "base")
        joined = link("plate", "tack", 735, "plate", ("dots", "base"))
        found = chained(dots, plate, joined)
        self.assertEqual(found.firings, 2)
        self.assertIn("“dots” and “base” can share one firing", said(found))
        self.assertIn("2 instead of 3", said(found))
        thick = chained(dots, link("block", "full", 805, "base", thick=0.05), joined)
        self.assertEqual(thick.firings, 3)

    def test_a_part_that_will_be_fired_again_is_fired_low(self) -> None:
        found = chained(
            link("barnacles", "stick", 710, "barnacles"), link("panel", "tack", 735, "panel", ("barnacles",))
        )
        self.assertIn("its low end", said(found))
        low = chained(link("barnacles", "stick", 690, "barnacles"), link("panel", "tack", 735, "panel", ("barnacles",)))
        self.assertNotIn("its low end", said(low))

    def test_the_next_is_loaded_when_somebody_is_awake(self) -> None:
        found = chained(link("a", "full", 805, hours=16), link("b", "slump", 660))
        self.assertIn("Tue 24 Nov 07:00", found.links[1].starts.metric.text)

    def test_a_dish_in_three_firings_from_its_document(self) -> None:
        """Common practice, no source: dots, a plate with them, a slump: a firing a day."""
        chain = [
            {"name": "Dots", "process": "full", "part": "dots", "before": True},
            {"name": "Plate", "process": "full", "part": "plate", "joins": ["dots"], "before": True},
        ]
        found = plan(written("slump", thick="5 mm", heat__chain=chain, heat__kiln=KILN, heat__enters="relief")).chain
        self.assertEqual([each.name for each in found.links], ["Dots", "Plate", "Slump"])
        self.assertEqual([[t.from_name for t in each.travels] for each in found.links], [[], ["Dots"], ["Plate"]])
        self.assertEqual([each.day for each in found.links], [1, 2, 3])
        self.assertEqual(found.links[2].remarks, [])
        self.assertTrue(all(each.peak_c > 780 for each in found.links[:2]))

    def test_a_bad_link_of_old_is_refused_in_its_place(self) -> None:
        for bad, where in (
            ({"name": "x", "process": "boil"}, "stages.1.process"),
            ({"name": "x", "process": "full", "relief": "steep"}, "stages.1.layup.relief"),
        ):
            with self.assertRaises(DocumentError) as caught:
                written("full", heat__chain=[bad])
            self.assertIn(where, [f.path for f in caught.exception.faults])

    def test_a_stage_may_not_start_before_what_it_is_made_from_is_open(self) -> None:
        links = links_of([link("plate", "full", 805, hours=16), link("dish", "slump", 660)])
        early = plan_chain([links[0], replace(links[1], starts_at=START + timedelta(hours=15, minutes=59))])
        self.assertIn("“dish” is set to start", said(early))
        late = plan_chain([links[0], replace(links[1], starts_at=START + timedelta(hours=16))])
        self.assertNotIn("is set to start", said(late))

    @settings(max_examples=examples(30))
    @given(
        st.lists(
            st.tuples(st.sampled_from(["full", "tack", "slump", "polish"]), st.sampled_from(["", "a", "b"])),
            min_size=1,
            max_size=6,
        )
    )
    def test_never_more_firings_than_there_are_and_every_one_on_the_clock(self, rows: list[tuple[str, str]]) -> None:
        links = [link(f"n{i}", key, sum(process(key).window_c(NINETY)) / 2, part) for i, (key, part) in enumerate(rows)]
        found = chained(*links)
        self.assertTrue(1 <= found.firings <= len(rows))
        self.assertTrue(all(each.starts_at <= each.proposed or each.proposed for each in found.links))


class Awake(TestCase):
    def test_hours_that_run_past_midnight(self) -> None:
        at = lambda hour: datetime(2026, 1, 1, hour, 30, tzinfo=ZoneInfo("UTC"))  # noqa: E731 - a word for a moment
        self.assertTrue(is_awake(at(8), (7.0, 22.0)))  # type: ignore[no-untyped-call]  # untyped library
        self.assertFalse(is_awake(at(23), (7.0, 22.0)))  # type: ignore[no-untyped-call]  # untyped library
        self.assertTrue(is_awake(at(23), (10.0, 2.0)))  # type: ignore[no-untyped-call]  # untyped library
        self.assertFalse(is_awake(at(5), (10.0, 2.0)))  # type: ignore[no-untyped-call]  # untyped library


def told(most: int = 0, **changes: Any) -> ControllerProgram:
    heat = plan_stage(fired("cast", thick="40 mm", cradle__material="plaster-silica")).heat
    assert heat is not None
    controller = Controller(steps=most, **changes)
    return tell_controller(heat.steps, kiln(controller=controller, sensor_k=0.0), start_c=18.0)  # type: ignore[arg-type]


class ControllerWords(TestCase):
    def test_as_it_stands_when_there_is_room(self) -> None:
        found = told()
        self.assertTrue(found.fits)
        self.assertEqual((found.unit, found.notes), ("°C", []))
        self.assertEqual(found.steps[0].name, "Dry the mould")

    def test_too_few_steps_are_merged_at_the_slower_rate_and_the_soak_is_never_lost(self) -> None:
        whole, few = told(), told(most=6)
        self.assertLess(len(few.steps), len(whole.steps))
        self.assertTrue(few.fits)
        self.assertEqual(
            [s.hold for s in few.steps if "soak" in s.name], [s.hold for s in whole.steps if "soak" in s.name]
        )
        self.assertIn("slower of their rates", few.notes[0].metric)
        merged_rates = [float(s.rate) for s in few.steps if s.rate != "full"]
        self.assertGreaterEqual(min(merged_rates), min(float(s.rate) for s in whole.steps if s.rate != "full"))

    def test_what_will_not_fit_is_said(self) -> None:
        found = told(most=2)
        self.assertFalse(found.fits)
        self.assertIn("two parts", found.notes[-1].metric)

    def test_fahrenheit_coarse_rates_and_a_slow_controller(self) -> None:
        found = told(unit="degF", finest=5.0, fastest=200.0)
        self.assertEqual(found.unit, "°F")
        for step in found.steps:
            if step.rate != "full":
                self.assertEqual(float(step.rate) % 5, 0)
                self.assertLessEqual(float(step.rate), 200)

    def test_a_rate_it_cannot_hold_is_said(self) -> None:
        heat = plan_stage(fired("cast", thick="120 mm", side="300 mm")).heat
        assert heat is not None
        found = tell_controller(heat.steps, kiln(controller=Controller(finest=1.0)), start_c=18.0)  # type: ignore[arg-type]
        self.assertTrue(any("slower than this controller" in n.metric for n in found.notes))
        self.assertFalse(found.fits)
        self.assertIn("by hand", [s.rate for s in found.steps])

    def test_it_is_never_told_faster_than_was_meant(self) -> None:
        firing = compute_stage(fired("cast", thick="60 mm", side="300 mm")).heated.firing
        assert firing is not None
        steps = firing.run.steps
        for unit, factor in (("degC", 1.0), ("degF", 1.8)):
            for finest in (0.1, 1.0, 5.0, 25.0):
                known = kiln(controller=Controller(finest=finest, unit=unit))  # type: ignore[arg-type]
                found = tell_controller(steps, known, start_c=18.0)
                for told_step, meant in zip(found.steps, steps, strict=False):
                    if told_step.rate not in ("full", "by hand"):
                        self.assertLessEqual(float(told_step.rate), (meant.rate_k_per_h or 0) * factor * (1 + 1e-6))

    def test_thermometer_and_place_shift_the_targets(self) -> None:
        firing = compute_stage(fired("full")).heated.firing
        assert firing is not None
        steps = firing.run.steps
        known = kiln(sensor_k=4.0, zones=(KilnZone(name="front", offset_k=-9.0),))  # type: ignore[arg-type]
        found = tell_controller(steps, known, start_c=18.0, offset_k=known.zone_offset_k("front"))
        self.assertEqual(int(found.steps[1].to) - round(steps[1].to_c), 13)
        self.assertIn("higher", found.notes[0].metric)
        self.assertEqual(known.zone_offset_k("nowhere"), 0.0)


class Ladders(TestCase):
    def test_power_only_grows_and_thin_glass_may_go_faster(self) -> None:
        """Common practice, no source: 20, 30, 40, 50 % for a few minutes each is gentler than full power at once."""
        thin, thick = (power_ladder(NINETY, thickness_m=d, full_fuse_s=840.0) for d in (0.004, 0.008))
        for ladder in (thin, thick):
            percents = [rung.percent for rung in ladder.rungs]
            self.assertEqual(percents, sorted(set(percents)))
            self.assertEqual(percents[-1], 100)
            self.assertLess(percents[0], 100)
            self.assertGreaterEqual(min(r.minutes for r in ladder.rungs[:-1]), 2)
        self.assertLess(sum(r.minutes for r in thin.rungs), sum(r.minutes for r in thick.rungs))

    def test_a_kiln_too_quick_for_the_glass_says_so(self) -> None:
        self.assertTrue(power_ladder(NINETY, thickness_m=0.025, full_fuse_s=300.0).is_too_fast)
        with self.assertRaises(ImpossibleInput):
            power_ladder(NINETY, thickness_m=0.0, full_fuse_s=840.0)
