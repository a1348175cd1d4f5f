"""A firing that nobody has given a start: lengths and no clock; nothing of the glass depends on it."""

import re
import unittest
from datetime import datetime

from coldcradle.heat.schedule.attendance import is_awake
from coldcradle.heat.schedule.clock import at, days, nights, when
from coldcradle.heat.schedule.undated import NO_DATE
from tests.documents import planned

START = datetime(2026, 11, 23, 16, 0, tzinfo=NO_DATE)
CLOCK = re.compile(r"\d\d:\d\d|\b(Mon|Tue|Wed|Thu|Fri|Sat|Sun)\b")


class ClockTest(unittest.TestCase):
    def test_hours_are_counted_and_no_night_is_one(self) -> None:
        self.assertEqual(when(START, 4 * 3600 + 5 * 60).metric.text, "4 h 05 min in")
        self.assertEqual(when(START, 0.0).metric.text, "no start yet")
        self.assertEqual(when(START, 59.0).us.text, "no start yet")
        self.assertEqual(when(START, 60.0).us.text, "1 min in")
        self.assertEqual(nights(START, 3 * 86400.0), [])
        marks = [(d.at_s / 86400, d.name) for d in days(START, 2 * 86400.0)]
        self.assertEqual(marks, [(0, "start"), (1, "1 d in"), (2, "2 d in")])
        self.assertTrue(is_awake(at(START, 12 * 3600.0), (7.0, 22.0)))
        self.assertIs(at(START, 3600.0).tzinfo, NO_DATE)


class UndatedTest(unittest.TestCase):
    def test_all_but_the_clock_is_as_with_a_date(self) -> None:
        dated, free = planned(), planned(heat__undated=True)
        assert dated.heat
        assert free.heat
        self.assertEqual(free.heat.total_s, dated.heat.total_s)
        self.assertEqual([s.to_c for s in free.heat.steps], [s.to_c for s in dated.heat.steps])
        self.assertEqual({k: f.value for k, f in free.figures.items()}, {k: f.value for k, f in dated.figures.items()})
        self.assertEqual(free.heat.starts_at, "")

    def test_no_sentence_names_a_day_or_an_hour_of_the_clock(self) -> None:
        free = planned(heat__undated=True, heat__attendance="peek", process="slump")
        said = [
            *(answer.metric for answer in free.answers.values()),
            *(item.shown.metric.text for item in free.thread),
            *(visit.at.metric.text for visit in free.heat.visits if free.heat),
            *(found.says.metric for found in free.findings),
        ]
        self.assertGreater(len(said), 12)
        for words in said:
            self.assertIsNone(CLOCK.search(words), words)
        self.assertIn(" in**", free.answers["heat"].metric)

    def test_a_night_that_nobody_chose_is_no_trouble_but_one_that_was_is(self) -> None:
        night = {"heat__starts_at": "2026-11-23T12:00", "heat__attendance": "peek"}
        late = planned(**night, heat__wakes="07:00", heat__sleeps="07:30")
        free = planned(**night, heat__wakes="07:00", heat__sleeps="07:30", heat__undated=True)
        self.assertTrue(late.heat and not all(v.is_awake for v in late.heat.visits))
        self.assertTrue(free.heat and all(v.is_awake for v in free.heat.visits))

    def test_ready_by_means_nothing_without_a_date(self) -> None:
        free = planned(heat__undated=True, heat__ready_by=True)
        assert free.heat
        self.assertEqual(free.heat.starts.metric.text, "no start yet")
