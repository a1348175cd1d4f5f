"""Schedules as people write them, each in a file of its own: what stands there, a line of =====, and what it means.

°F | rate target minutes | ... with "full" for as fast as it can, "none" where no rate is said, "in90" for minutes on
the
way; or "?" and the lines that must be asked about before anything is judged.
"""

from __future__ import annotations

import re
from pathlib import Path
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from coldcradle.errors import ColdCradleError, ImpossibleInput
from coldcradle.heat.schedule.text import Schedule, ScheduleStep, read_schedule

FOLDER = Path(__file__).parent.parent / "schedules"


def told(step: ScheduleStep) -> str:
    pace = (
        f"in{step.ramp_s / 60:g}"
        if step.ramp_s
        else f"{step.rate:g}"
        if step.rate is not None
        else "full"
        if step.said_pace
        else "none"
    )
    return f"{pace} {step.to:g} {step.hold_s / 60:g}"


def open_lines(found: Schedule) -> list[int]:
    return [line.number for line in found.lines if line.unread or line.doubts]


class Folder(TestCase):
    def test_every_spelling_is_read_as_it_is_meant(self) -> None:
        files = sorted(FOLDER.glob("*.txt"))
        self.assertGreaterEqual(len(files), 60)
        for file in files:
            text, _, meant = file.read_text(encoding="utf-8").partition("\n=====\n")
            with self.subTest(file.name, text=text):
                found = read_schedule(text)
                if meant.startswith("?"):
                    self.assertEqual(open_lines(found), [int(n) for n in meant[1:].split()])
                    self.assertFalse(found.is_complete)
                    with self.assertRaisesRegex(ImpossibleInput, "Not judged yet"):
                        found.wanted()
                    continue
                unit, *steps = (part.strip() for part in meant.split("|"))
                self.assertEqual([told(s) for s in found.steps], steps)
                self.assertEqual(found.unit, "degF" if unit == "°F" else "degC")
                self.assertTrue(found.is_complete)
                many = "1 step " if len(steps) == 1 else f"{len(steps)} steps "
                self.assertTrue(found.count.metric.startswith("Read as " + many))

    def test_no_number_of_any_of_them_vanishes(self) -> None:
        """One more number put into any line that has steps is read, asked about or shown as unread."""
        for file in sorted(FOLDER.glob("*.txt")):
            text = file.read_text(encoding="utf-8").partition("\n=====\n")[0]
            lines = text.split("\n")
            before = read_schedule(text)
            for i, line in enumerate(lines):
                if not re.search(r"\d", line) or any(k in line.lower() for k in ("rate ", "temp ", "segment", "hold ")):
                    continue
                more = "\n".join([*lines[:i], f"{line} zzz 77", *lines[i + 1 :]])
                try:
                    after = read_schedule(more)
                except ImpossibleInput:
                    continue
                with self.subTest(file.name, line=line):
                    self.assertTrue(
                        [told(s) for s in after.steps] != [told(s) for s in before.steps] or open_lines(after) != []
                    )


class Lines(TestCase):
    def test_each_line_says_what_was_made_of_it(self) -> None:
        found = read_schedule("My best one\n300 F/h to 1225 F hold 30\n\n790 C".replace("790 C", "1454 F in 3 hours"))
        self.assertEqual([line.number for line in found.lines], [1, 2, 4])
        self.assertEqual(found.lines[0].says, [])
        said = found.lines[1].says[0]
        self.assertEqual(said.us, "300 °F/h to 1225 °F, hold 30 min (taken as minutes)")
        self.assertEqual(
            said.metric, "166.6 °C/h to 662.8 °C, hold 30 min (taken as minutes)".replace("166.6", "166.7")
        )
        self.assertEqual(found.lines[2].says[0].us, "in 3 h to 1454 °F")

    def test_both_readings_of_a_doubtful_hold_are_offered(self) -> None:
        self.assertIn("5 h or 5 min?", read_schedule("300 1225 5").lines[0].doubts[0])
        self.assertEqual(read_schedule("300 1225 6").lines[0].doubts, [])
        self.assertIn("0 h 30 min?", read_schedule("150 663 0.30").lines[0].doubts[0])
        self.assertNotIn("h 75", read_schedule("150 663 0.75").lines[0].doubts[0])

    def test_a_time_on_the_way_becomes_a_rate_from_where_it_starts(self) -> None:
        wanted = read_schedule("790 C in 3 hours, hold 20 min, then 560 C in 1 h").wanted(from_c=20.0)
        self.assertAlmostEqual(wanted[0].rate_k_per_h or 0, 770 / 3)
        self.assertAlmostEqual(wanted[1].rate_k_per_h or 0, 230)

    def test_what_is_no_schedule_is_refused(self) -> None:
        for empty in ("", "off", "as my aunt does it", "\n\n"):
            with self.assertRaises(ImpossibleInput):
                read_schedule(empty)
        with self.assertRaisesRegex(ImpossibleInput, "found both"):
            read_schedule("100 C/h to 500 C\n200 F/h to 900 F")
        with self.assertRaisesRegex(ImpossibleInput, "at most 40"):
            read_schedule("100 C/h to 600 C\n" * 41)
        with self.assertRaisesRegex(ImpossibleInput, "at most 120 lines"):
            read_schedule("\n" * 200)
        with self.assertRaisesRegex(ImpossibleInput, "too long"):
            read_schedule("100 C/h to 600 C " * 200)


ROWS = st.lists(
    st.tuples(st.integers(10, 900), st.integers(100, 950), st.sampled_from([0, *range(6, 600)])), min_size=1, max_size=8
)
WAYS = [
    "{r} C/h to {t} C hold {h} min",
    "{r} {t} {h}",
    "{r}/{t}/{h}",
    "{r}\t{t}\t{h}",
    "{r}, {t}, {h}",
    "rate {r} to {t} hold {h}",
    "{r} an hour to {t} for {h} minutes",
    "ramp {r} C/hr, {t} C, {h}m",
    "to {t} at {r} an hour, hold {h}",
    "temp {t}, rate {r}, hold {h}",
    "{r}°C/h – {t}°C – {h} min.",
    "{r} dph to {t}, soak {h}",
]


class RoundTrips(TestCase):
    @given(ROWS, st.sampled_from(WAYS), st.sampled_from(["\n", "\nthen ", ";\n", ";"]), st.booleans())
    def test_what_is_written_in_any_of_these_ways_is_read_as_written(
        self, rows: list[tuple[int, int, int]], way: str, joint: str, counted: bool
    ) -> None:
        lines = [way.format(r=r, t=t, h=h) for r, t, h in rows]
        if counted and joint == "\n":
            lines = [f"{i}. {line}" for i, line in enumerate(lines, 1)]
        found = read_schedule(joint.join(lines))
        meant = [f"{'full' if r == 9999 else r} {t} {h}" for r, t, h in rows]
        self.assertEqual([told(s) for s in found.steps], meant)

    @given(
        st.one_of(
            st.text(max_size=120),
            st.lists(
                st.sampled_from(
                    [
                        "300",
                        "F/h",
                        "to",
                        "1225 F",
                        "hold",
                        "30 min",
                        "then",
                        "AFAP",
                        "\n",
                        "1.",
                        "°C",
                        "-",
                        ":30",
                        "2 h",
                        "soak",
                        ",",
                        "1/2",
                        "½",
                        "∞",
                        "1e9",
                        "/",
                        "in",
                        "rate",
                        "temp",
                        "full fuse",
                        "\t",
                        "an hour",
                        "0",
                        "٣",
                        "R",
                        "H",
                        "½ h",
                    ]
                ),
                max_size=16,
            ).map(" ".join),
        )
    )
    def test_nothing_pasted_breaks_it(self, text: str) -> None:
        try:
            found = read_schedule(text)
        except ColdCradleError:
            return
        if found.is_complete:
            self.assertTrue(all(w.rate_k_per_h is None or w.rate_k_per_h > 0 for w in found.wanted()))
