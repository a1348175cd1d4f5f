"""The week: sound whatever waits, at least as good as a list, and as good as every plan there is in small weeks."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator
from dataclasses import replace
from unittest import TestCase

from coldcradle.errors import ImpossibleInput
from coldcradle.load.week.jobs import Cost, Job, KilnTime, Slot, Week, cost_of, why_unsound
from coldcradle.load.week.lists import list_schedule
from coldcradle.load.week.place import earliest, timed
from coldcradle.load.week.plan import plan_week
from tests.core.weeks import made_up

H = 3600.0


def week(*jobs: Job, share: bool = True, hours: float = 20.0, busy: tuple[tuple[float, float], ...] = ()) -> Week:
    return Week(
        jobs=jobs,
        kilns=(KilnTime(name="k0", busy=busy),),
        may_share=lambda keys, kiln: share or len(keys) == 1,
        lasts_s=lambda keys, kiln: hours * H,
        is_up=lambda at: 7 <= at / H % 24 <= 22,
    )


def job(key: str, **more: object) -> Job:
    return Job(key=key, kilns=("k0",), **more)  # type: ignore[arg-type]  # as its fields are


def parts(keys: list[str]) -> Iterator[list[list[str]]]:
    """Every way to put keys into groups."""
    if not keys:
        yield []
        return
    first, rest = keys[0], keys[1:]
    for some in parts(rest):
        yield [[first], *some]
        for i in range(len(some)):
            yield [*some[:i], [first, *some[i]], *some[i + 1 :]]


def every_plan(of: Week) -> Cost:
    """The best of all plans there are: every grouping, every kiln, every order, each as early as may be."""
    best = Cost(math.inf, 99, 99, math.inf)
    names = [k.name for k in of.kilns]
    for groups in parts([j.key for j in of.jobs]):
        sets = [frozenset(g) for g in groups]
        fits = [[k for k in names if of.may_share(g, k)] for g in sets]
        for order in itertools.permutations(range(len(sets))):
            for kilns in itertools.product(*(fits[i] for i in order)):
                plan = timed(of, [(sets[i], k) for i, k in zip(order, kilns, strict=True)])
                if plan is not None:
                    best = min(best, cost_of(of, plan))
    return best


class Sound(TestCase):
    def test_whatever_waits(self) -> None:
        for seed in range(40):
            of = made_up(seed, 3 + seed % 20)
            self.assertEqual(why_unsound(of, list_schedule(of)), "", seed)

    def test_the_solver_is_never_worse_than_the_list_and_sound(self) -> None:
        for seed in range(6):
            of = made_up(100 + seed, 14)
            found = plan_week(of, time_s=2.0)
            self.assertEqual(why_unsound(of, found.slots), "", seed)
            self.assertLessEqual(found.cost, found.listed)

    def test_out_of_time_there_is_a_plan(self) -> None:
        of = made_up(7, 30)
        found = plan_week(of, time_s=0.0)
        self.assertEqual(why_unsound(of, found.slots), "")
        self.assertFalse(found.is_all_looked_at)

    def test_against_every_plan_there_is(self) -> None:
        worse = 0
        for seed in range(60):
            of = made_up(1000 + seed, 3 + seed % 2)
            best, found = every_plan(of), plan_week(of, time_s=3.0).cost
            self.assertGreaterEqual(found, best, "every plan was not every plan")
            self.assertLessEqual(found.firings, best.firings + (found.late_h < best.late_h - 1e-6), seed)
            self.assertLessEqual(found.late_h, best.late_h + 12.0, seed)  # a slot of the grid, and a night
            worse += found > best
        self.assertLessEqual(worse, 12)


class Hard(TestCase):
    def test_two_that_go_together_are_fired_together(self) -> None:
        self.assertEqual(len(plan_week(week(job("a"), job("b"))).slots), 1)
        self.assertEqual(len(plan_week(week(job("a"), job("b"), share=False)).slots), 2)

    def test_what_is_made_from_something_waits_for_it_and_the_bench(self) -> None:
        of = week(job("a"), job("b", after=(("a", 5 * H),)), share=False)
        first, second = plan_week(of).slots
        self.assertGreaterEqual(second.start_s, first.ends_s + 5 * H)

    def test_the_kiln_is_free_and_somebody_is_up(self) -> None:
        (only,) = plan_week(week(job("a"), busy=((0.0, 30 * H),))).slots
        self.assertEqual(only.start_s, 31 * H)  # free at six, up at seven
        (only,) = plan_week(week(job("a"), busy=((0.0, 32 * H),))).slots
        self.assertEqual(only.start_s, 32 * H)

    def test_a_gap_that_is_too_short_is_left(self) -> None:
        for gap, start in ((19.5, 60.0), (20.0, 8.0)):
            busy = ((0.0, 8 * H), ((8 + gap) * H, 60 * H))
            (only,) = plan_week(week(job("a"), busy=busy)).slots
            self.assertEqual(only.start_s, (start if start < 60 else 60) * H if start != 60 else 60 * H, gap)

    def test_look_ins_fall_in_the_day_where_that_costs_little(self) -> None:
        (only,) = plan_week(week(job("a", visits_s=(10 * H,)))).slots
        self.assertTrue(7 <= (only.start_s / H + 10) % 24 <= 22)
        (never,) = plan_week(week(job("a", visits_s=(4 * H, 16 * H)))).slots
        self.assertLessEqual(never.start_s, 24 * H, "one that cannot fall in the day starts all the same")

    def test_no_more_moulds_than_there_are(self) -> None:
        def of(moulds: int) -> Week:
            two = [Job(key=k, kilns=("k0", "k1"), mould="m", moulds=moulds) for k in "ab"]
            plain = week(*two, share=False)
            return replace(plain, kilns=(KilnTime(name="k0"), KilnTime(name="k1")))

        one, two = plan_week(of(1)).slots, plan_week(of(2)).slots
        self.assertGreaterEqual(max(s.start_s for s in one), min(s.ends_s for s in one))
        self.assertLess(max(s.start_s for s in two), min(s.ends_s for s in two))

    def test_what_is_due_first_goes_first(self) -> None:
        late, soon = job("a"), job("b", due_s=40 * H)
        first, _ = plan_week(week(late, soon, share=False)).slots
        self.assertEqual(first.keys, {"b"})

    def test_what_cannot_be_in_time_is_as_soon_as_may_be(self) -> None:
        of = week(job("a", due_s=1 * H), busy=((0.0, 48 * H),))
        found = plan_week(of)
        self.assertGreater(found.cost.late_h, 0)
        self.assertEqual(found.slots[0].start_s, 55 * H)

    def test_a_ring_is_refused(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "made from itself"):
            plan_week(week(job("a", after=(("b", 0.0),)), job("b", after=(("a", 0.0),))))

    def test_where_nobody_is_ever_up_nothing_is_placed_and_nothing_breaks(self) -> None:
        of = replace(week(job("a"), job("b", after=(("a", 0.0),))), is_up=lambda at: False)
        self.assertEqual(plan_week(of).slots, ())

    def test_nothing_waits(self) -> None:
        self.assertEqual(plan_week(week()).slots, ())


class Judged(TestCase):
    def test_every_break_of_what_is_hard_is_seen(self) -> None:
        of = week(job("a"), job("b", after=(("a", 0.0),)), share=False)
        a = Slot(kiln="k0", keys=frozenset("a"), start_s=8 * H, ends_s=28 * H)
        b = Slot(kiln="k0", keys=frozenset("b"), start_s=32 * H, ends_s=52 * H)
        self.assertEqual(why_unsound(of, [a, b]), "")
        broken = {
            "once": [a],
            "up": [replace(a, start_s=3 * H, ends_s=23 * H), b],
            "taken twice": [a, replace(b, start_s=20 * H, ends_s=40 * H)],
            "made from": [replace(a, start_s=56 * H, ends_s=76 * H), b],
            "too short": [replace(a, ends_s=20 * H), b],
            "go together": [replace(a, keys=frozenset("ab"))],
        }
        for word, plan in broken.items():
            self.assertIn(word, why_unsound(of, plan), word)

    def test_a_place_far_off_is_none(self) -> None:
        of = week(job("a"))
        self.assertIsNone(earliest(of, frozenset("a"), "k0", [], math.inf))
