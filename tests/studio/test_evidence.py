"""What counts as read: not what is later than now, not a log of another day, and not what was taken back."""

from __future__ import annotations

import io
import math
from datetime import timedelta
from typing import Any
from unittest import mock

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile

from coldcradle.errors import ImpossibleInput
from studio.actions import readings as reading_actions
from studio.actions.bringing_in import import_piece
from studio.actions.readings import LogJob, Placed, bring_in
from studio.models import BroughtLog, Firing, Reading
from studio.watching import frozen_of, state_of
from tests.core.test_rule_samples import changed
from tests.people import person_of
from tests.studio.fired import FiredTest, key

HOUR = 3600.0


class EvidenceKept(FiredTest):
    def setUp(self) -> None:
        super().setUp()
        self.tick_all()
        self.assertEqual(self.start(is_simulated=False).status_code, 200)
        self.firing.refresh_from_db()
        self.line = frozen_of(self.firing).watched.planned_line

    def planned(self, at_s: float) -> float:
        """As it was planned, and on as this kiln falls."""
        end_s, end_c = self.line[-1]
        if at_s <= end_s:
            return float(np.interp(at_s, [t for t, _ in self.line], [c for _, c in self.line]))
        kiln = frozen_of(self.firing).watched.kiln
        return kiln.room_c + (end_c - kiln.room_c) * math.exp(-(at_s - end_s) / kiln.time_constant_s)

    def log(self, hours: float, *, unit: str = "C", dates: str = "") -> bytes:
        """The firing as planned, by the minute."""
        begins = self.now if not dates else self.now.fromisoformat(dates)
        rows = [f"time,temperature {unit}" if dates else f"minutes,temperature {unit}"]
        for n in range(int(hours * 60) + 1):
            c = self.planned(60.0 * n)
            at = (begins + timedelta(minutes=n)).strftime("%Y-%m-%d %H:%M:%S") if dates else str(n)
            rows.append(f"{at},{c * 1.8 + 32 if unit == 'F' else c:.1f}")
        return "\n".join(rows).encode()

    def bring(self, raw: bytes, *, hours: float, **placed: Any) -> LogJob:
        job = LogJob(studio_id=self.studio.pk)
        bring_in(
            Firing.objects.get(pk=self.firing.pk), raw, Placed(now=self.now + timedelta(hours=hours), **placed), job
        )
        return job

    def word(self, **gone: float) -> str:
        return str(self.live(**gone)["may_open"]["word"])

    def test_a_reading_dated_tomorrow_is_refused_and_one_that_is_there_does_not_count(self) -> None:
        """A kiln at 616 °C was "Yes: 17 °C in the glass"."""
        with self.at(hours=6):
            tomorrow = (self.now + timedelta(hours=30)).isoformat()
            answer = self.post("/readings", {"rows": [{"shown": "17", "at": tomorrow}]})
            self.assertEqual(answer.status_code, 422)
            self.assertIn("of now or before", answer.json()["message"])
            self.assertEqual(self.post("/readings", {"rows": [{"shown": "616"}]}).status_code, 200)
        Reading.objects.create(firing=self.firing, at_s=30 * HOUR, shown_c=17.0, source="typed")
        live = self.live(hours=6.01)
        self.assertEqual(live["may_open"]["word"], "no")
        self.assertIn("616", live["glass"]["shown"]["metric"]["text"])

    def test_what_was_later_than_now_counts_once_it_is_not_and_a_clock_put_back_takes_it_away(self) -> None:
        for hours, shown in ((5.9, 600.0), (6.1, 590.0)):
            Reading.objects.create(firing=self.firing, at_s=hours * HOUR, shown_c=shown, source="log")
        shown = [self.live(hours=h)["glass"]["shown"]["metric"]["text"] for h in (6.0, 6.2, 6.0)]  # type: ignore[assignment]  # as it comes from the table
        self.assertEqual(shown, ["600 °C", "590 °C", "600 °C"])

    def test_a_log_that_reaches_past_now_is_asked_about_and_only_what_has_been_is_kept(self) -> None:
        raw = self.log(28)
        job = self.bring(raw, hours=6)
        self.assertIn("past now", job.asks[0].metric)
        self.assertEqual((job.count, Reading.objects.filter(firing=self.firing).count()), (0, 0))
        job = self.bring(raw, hours=6, is_sure=True)
        self.assertEqual(job.count, 6 * 60 + 1)
        self.assertIn("lie after now", job.notes[-1].metric)
        self.assertEqual(self.word(hours=6.01), "no")
        self.assertNotEqual(self.word(hours=27), "yes")  # nothing of it counts as read of what came since

    def test_last_weeks_log_is_asked_about_by_its_dates(self) -> None:
        last_week = (self.now - timedelta(days=7)).replace(tzinfo=None).isoformat(timespec="seconds")
        today = self.now.replace(tzinfo=None).isoformat(timespec="seconds")
        self.assertIn("By its own dates", self.bring(self.log(20, dates=last_week), hours=21).asks[0].metric)
        self.assertEqual(self.bring(self.log(20, dates=today), hours=21).asks, [])

    def test_the_other_unit_is_asked_about_and_can_be_said(self) -> None:
        raw = self.log(8, unit="F").replace(b"temperature F", b"temperature")
        raw = b"\n".join(line for n, line in enumerate(raw.splitlines()) if n < 230)  # never past what °C may be
        job = self.bring(raw, hours=9)
        self.assertIn("are its numbers °F?", job.asks[0].metric)
        job = self.bring(raw, hours=9, unit="degF")
        self.assertEqual((job.asks, job.count), ([], 229))
        first = Reading.objects.order_by("at_s").values_list("shown_c", flat=True)[0]
        self.assertAlmostEqual(first or 0.0, self.planned(0.0), delta=0.2)

    def test_another_kilns_log_over_one_that_stands_is_asked_about(self) -> None:
        self.assertEqual(self.bring(self.log(6), hours=7).asks, [])
        cold = b"minutes,temperature C\n" + b"\n".join(b"%d,%d" % (n, 20 + n // 20) for n in range(1, 400, 3))
        self.assertIn("from what was read before", self.bring(cold, hours=7).asks[0].metric)

    def test_a_log_is_taken_back_with_every_reading_that_came_with_it(self) -> None:
        with self.at(hours=5.005):
            self.post("/readings", {"rows": [{"shown": "500"}]})
        cold = b"minutes,temperature C\n" + b"\n".join(b"%d,%d" % (n, 20 + n % 3) for n in range(1, 330))
        self.bring(cold, hours=5.6, is_sure=True, name="theirs.csv")
        live = self.live(hours=5.6)
        self.assertEqual([(r["name"], r["count"]) for r in live["logs"]], [("theirs.csv", 329)])
        self.assertIn("22 °C", live["glass"]["shown"]["metric"]["text"])
        with self.at(hours=5.6):
            path = f"/logs/{live['logs'][0]['id']}/take-back"
            after = self.post(path).json()
            self.assertEqual(self.post(path).status_code, 200)
            self.assertEqual(self.post("/logs/999999/take-back").status_code, 404)
        self.assertEqual(after["logs"], [])
        self.assertIn("500 °C", after["glass"]["shown"]["metric"]["text"])
        self.assertIsNotNone(BroughtLog.objects.get().taken_back_at)
        self.assertEqual(Reading.objects.filter(firing=self.firing).count(), 1)

    def test_anothers_log_is_not_taken_back(self) -> None:
        self.bring(self.log(3), hours=4)
        row = BroughtLog.objects.get()
        self.client.force_login(person_of(self.new_studio("Petrel")))
        self.assertEqual(self.ask("POST", f"/firings/{self.firing.pk}/logs/{row.pk}/take-back").status_code, 404)
        self.assertGreater(row.readings.count(), 100)

    def test_a_second_thermometer_is_no_part_of_the_line_but_speaks(self) -> None:
        self.bring(self.log(26), hours=26.1)
        before = self.live(hours=26.1)
        self.assertEqual(before["may_open"]["word"], "no")
        with self.at(hours=26.11):
            answer = self.post("/readings", {"rows": [{"shown": "400", "by": "second"}]})
        self.assertEqual(answer.json()["count"], 1)
        after = self.live(hours=26.12)
        self.assertEqual(after["glass"]["shown"], before["glass"]["shown"])
        self.assertEqual(Reading.objects.filter(source="second").count(), 1)

    def test_a_typing_error_is_taken_back_within_ten_minutes_once_for_each_key(self) -> None:
        def back(minutes: float, by: str) -> Any:
            with self.at(minutes=minutes):
                return self.post("/readings/take-back", {"key": by})

        with self.at(minutes=60):
            self.post("/readings", {"rows": [{"shown": "60"}]})
        with self.at(minutes=61):
            self.post("/readings", {"rows": [{"shown": "610"}]})
        self.assertEqual(back(71.1, key()).status_code, 422)
        first = key()
        answer = back(70.9, first)
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(answer.json()["glass"]["shown"]["metric"]["text"], "60 °C")
        self.assertEqual(answer.json()["events"][-1]["note"], "610 °C")
        self.assertEqual(back(70.95, first).status_code, 200)
        self.assertEqual(Reading.objects.count(), 1)
        self.assertEqual(back(75.0, key()).status_code, 422)  # the one before is older than that

    def test_today_says_no_more_than_fire(self) -> None:
        def wants(hours: float) -> tuple[bool, str]:
            with self.at(hours=hours):
                found = self.ask("GET", "/today").json()
            row = next(f for k in found["kilns"] for f in k["firings"] if f["firing_id"] == self.firing.pk)
            return row["may_open"], next(t["name"] for t in found["todos"] if "open" in t["name"].lower())

        last = self.line[-1][0] / HOUR
        self.bring(self.log(last + 1), hours=last + 1.01)
        self.assertEqual(wants(last + 1.01), (True, "Open the lid"))
        self.assertEqual(wants(last + 1.6), (False, "See whether it may be opened"))  # silent for half an hour
        with self.at(hours=last + 1.02):
            self.post("/readings", {"rows": [{"shown": "95", "by": "second"}]})
        self.assertEqual(wants(last + 1.03), (False, "See whether it may be opened"))  # and no hour is told
        with self.at(hours=last + 1.61):
            self.post("/readings", {"rows": [{"shown": "300", "by": "second"}]})
        self.assertEqual(self.word(hours=last + 1.62), "no")  # it takes the silent one's place

    def test_nonsense_among_readings_drops_itself_and_alone_is_refused(self) -> None:
        with self.at(hours=2):
            alone = self.post("/readings", {"rows": [{"shown": "9999"}]})
            self.assertEqual(alone.status_code, 422)
            earlier = [(self.now + timedelta(minutes=n)).isoformat() for n in (30, 60, 90)]
            rows = [{"shown": s, "at": at} for s, at in zip(("100", "9999", "180"), earlier, strict=True)]
            among = self.post("/readings", {"rows": rows})
        self.assertEqual((among.status_code, among.json()["count"]), (200, 3))
        self.assertIn("1 reading that no kiln can have", among.json()["notes"][0]["metric"])
        kept = list(Reading.objects.order_by("at_s").values_list("shown_c", flat=True))
        self.assertEqual(kept, [100.0, None, 180.0])

    def test_one_nonsense_value_drops_itself_and_not_the_log(self) -> None:
        raw = self.log(3).replace(b"\n90,", b"\n90,9999\n90.5,", 1)
        job = self.bring(raw, hours=4)
        self.assertEqual((job.trouble, job.count), ("", 181))
        self.assertTrue(any("no kiln can have" in note.metric for note in job.notes))

    def test_a_log_of_too_many_columns_or_too_long_a_line_is_refused_at_once(self) -> None:
        wide = b"minutes,temperature C\n" + b",".join(b"%d" % n for n in range(300_000)) + b"\n1,2\n2,3\n3,4\n"
        self.assertIn("signs", self.bring(wide, hours=1).trouble)
        columns = b"\n".join(b";".join(b"1" for _ in range(81)) for _ in range(20))
        self.assertIn("at most 80 columns", self.bring(columns, hours=1).trouble)
        self.assertEqual(Reading.objects.count(), 0)

    def test_a_log_of_the_time_before_the_start_or_after_now_alone_is_refused(self) -> None:
        self.assertIn("lies after now", self.bring(self.log(2), hours=1, offset_s=2 * HOUR, is_sure=True).trouble)
        with self.assertRaises(ImpossibleInput):
            reading_actions.add_readings(self.firing, [(-5.0, 20.0)], now=self.now)

    def test_by_the_api_the_question_comes_back_and_the_answer_goes_on(self) -> None:
        def send(**more: str) -> Any:
            file = SimpleUploadedFile("it.csv", self.log(20), content_type="text/csv")
            query = "&".join(f"{k}={v}" for k, v in more.items())

            def now(job_firing: Any, raw: bytes, placed: Any, job: Any) -> None:
                bring_in(job_firing, raw, placed, job)

            with self.at(hours=6), mock.patch.object(reading_actions, "_beside", now):
                with mock.patch("threading.Thread", _AtOnce):
                    sent = self.client.post(f"/api/firings/{self.firing.pk}/log?{query}", {"file": file})
                self.assertEqual(sent.status_code, 202, sent.content)
                return self.ask("GET", f"/logs/{sent.json()['number']}").json()

        self.assertTrue(send()["asks"])
        self.assertEqual(send(is_sure="true")["count"], 361)
        odd = self.client.post(f"/api/firings/{self.firing.pk}/log?unit=kelvin", {"file": io.BytesIO(b"x")})
        self.assertEqual(odd.status_code, 422)


class _AtOnce:
    """A thread that has run by the time it was started."""

    def __init__(self, *, target: Any, args: tuple[Any, ...], daemon: bool) -> None:
        self.target, self.args = target, args

    def start(self) -> None:
        self.target(*self.args)


class OneLid(FiredTest):
    """Thin glass beside thick: the lid is over both."""

    def setUp(self) -> None:
        super().setUp()
        whole = changed("flat", "cast", {"cradle.measured": True})
        whole["name"] = "Thick block"
        self.block = import_piece(self.studio, whole).stages.get()
        self.block.firing = self.firing
        self.block.save(update_fields=["firing"])
        self.tick_all()
        begun = self.start(is_simulated=False)
        self.assertEqual(begun.status_code, 200, begun.content)
        self.firing.refresh_from_db()

    def fed(self, until_c: float) -> float:
        """The firing as the block wants it, read until the kiln has come down so far; hours."""
        line = frozen_of(self.firing, self.block.pk).watched.planned_line
        top = max(range(len(line)), key=lambda i: line[i][1])
        end_s = float(np.interp(-until_c, [-c for _, c in line[top:]], [t for t, _ in line[top:]]))
        at = np.arange(0.0, end_s, 300.0)
        shown = np.interp(at, [t for t, _ in line], [c for _, c in line])
        rows = [Reading(firing=self.firing, at_s=t, shown_c=c, source="log") for t, c in zip(at, shown, strict=True)]
        Reading.objects.bulk_create(rows)
        return end_s / HOUR

    def asked(self, stage_id: int, hours: float) -> dict[str, Any]:
        with self.at(hours=hours):
            return dict(self.ask("GET", f"/firings/{self.firing.pk}/live?stage_id={stage_id}").json())

    def test_it_is_opened_when_the_last_of_them_is_cool(self) -> None:
        hours = self.fed(50.5)
        _, thin, _ = state_of(self.firing, self.stage.pk, self.now + timedelta(hours=hours))
        self.assertEqual(thin.may_open.word, "yes", thin.may_open.says)
        for stage in (self.stage, self.block):
            live = self.asked(stage.pk, hours)
            self.assertEqual(live["may_open"]["word"], "no")
            self.assertEqual("Thick block:" in live["may_open"]["says"]["metric"], stage is self.stage)
        lids = {self.asked(stage.pk, hours)["opens"]["metric"]["text"] for stage in (self.stage, self.block)}
        self.assertEqual(len(lids), 1)
