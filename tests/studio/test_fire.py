"""A firing's life over HTTP: checked, begun, acted on once, watched, opened; and what must not be lost on the way."""

from __future__ import annotations

import io
import threading
from datetime import timedelta
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile

from studio.actions import readings as reading_actions
from studio.models import Firing, FiringEvent, Reading, who_acts
from studio.watching import _folds
from tests.people import person_of
from tests.studio.fired import FiredTest, key

HOUR = 3600.0


class Beginning(FiredTest):
    def test_nothing_begins_with_something_grave_in_the_way_and_a_reason_or_a_tick_lets_it(self) -> None:
        refused = self.start()
        self.assertEqual(refused.status_code, 422)
        self.assertIn("before.release-fresh", str(refused.json()["faults"]))
        self.tick_all()
        began = self.start()
        self.assertEqual(began.status_code, 200, began.content)
        self.assertEqual(began.json()["state"], "running")

    def test_the_list_ticks_and_unticks_and_keeps_the_first_moment(self) -> None:
        done = {"stage_id": self.stage.pk, "rule": "before.vents-open", "is_done": True}
        first = self.post("/checks", done).json()
        again = self.post("/checks", done).json()
        line = next(x for x in first["lines"] if x["check"]["rule"] == "before.vents-open")
        same = next(x for x in again["lines"] if x["check"]["rule"] == "before.vents-open")
        self.assertTrue(line["is_good"])
        self.assertEqual(line["ticked"], same["ticked"])
        off = self.post("/checks", done | {"is_done": False}).json()
        self.assertEqual(off["open_count"], first["open_count"] + 1)

    def test_begun_twice_with_one_key_is_begun_once_and_with_another_is_refused(self) -> None:
        self.tick_all()
        body = {"key": key(), "is_simulated": True}
        first, second = self.post("/start", body), self.post("/start", body)
        self.assertEqual((first.status_code, second.status_code), (200, 200))
        self.assertEqual(FiringEvent.objects.filter(firing=self.firing, kind="started").count(), 1)
        self.assertEqual(self.start().status_code, 422)

    def test_what_was_planned_is_frozen_whatever_is_edited_later(self) -> None:
        self.tick_all()
        self.start()
        before = self.live(hours=1)["line"]["planned"]
        edit = {
            "version": self.dish.version,
            "changes": [{"path": "stage.heat.peak_at", "value": "700 °C"}],
        }
        self.dish.refresh_from_db()
        edit["version"] = self.dish.version
        self.assertEqual(self.ask("PATCH", f"/pieces/{self.dish.pk}", edit).status_code, 200)
        self.assertEqual(self.live(hours=1)["line"]["planned"], before)

    def test_another_owner_sees_and_does_nothing(self) -> None:
        self.tick_all()
        self.start()
        self.client.force_login(person_of(self.new_studio("Petrel")))
        for method, path in (("GET", "live"), ("GET", "before"), ("POST", "acts"), ("GET", "log.csv")):
            body = {"key": key(), "kind": "stop"} if method == "POST" else None
            self.assertEqual(self.ask(method, f"/firings/{self.firing.pk}/{path}", body).status_code, 404)

    def test_a_stage_that_was_fired_is_not_taken_out(self) -> None:
        self.tick_all()
        self.start()
        self.dish.refresh_from_db()
        stages = f"/pieces/{self.dish.pk}/stages/{self.stage.key}"
        double = self.ask("POST", f"{stages}/double", {"version": self.dish.version})
        self.assertEqual(double.status_code, 201)
        out = self.ask("POST", f"{stages}/out", {"version": double.json()["version"]})
        self.assertEqual(out.status_code, 422)
        self.assertIn("notebook", out.json()["message"])


class Running(FiredTest):
    def setUp(self) -> None:
        super().setUp()
        self.tick_all()
        self.start()

    def test_no_act_is_done_twice(self) -> None:
        by = key()
        first, second = self.act("hold", by=by, hours=4), self.act("hold", by=by, hours=4.01)
        self.assertEqual((first.status_code, second.status_code), (200, 200))
        self.assertEqual(FiringEvent.objects.filter(firing=self.firing, kind="hold").count(), 1)

    def test_five_more_minutes_move_the_lid_and_can_be_taken_back_within_a_minute(self) -> None:
        def lid(**gone: float) -> str:
            return str(self.live(**gone)["opens"]["metric"]["text"])

        plain = lid(hours=4.2)
        by = key()
        self.act("hold", {"for_s": 1800.0}, by=by, hours=4.2)
        self.assertNotEqual(lid(hours=4.2), plain)
        with self.at(hours=4.2, seconds=30):
            self.assertEqual(self.post("/take-back", {"key": key(), "of": by}).status_code, 200)
        self.assertEqual(lid(hours=4.2), plain)
        late = key()
        self.act("hold", by=late, hours=4.3)
        with self.at(hours=4.4):
            self.assertEqual(self.post("/take-back", {"key": key(), "of": late}).status_code, 422)

    def test_a_restart_of_the_server_loses_nothing(self) -> None:
        self.act("hold", hours=4.2)
        before = self.live(hours=6)
        _folds.clear()
        after = self.live(hours=6)
        self.assertEqual(before, after)

    def test_it_goes_through_running_and_cooling_until_the_lid_may_be_opened_and_is(self) -> None:
        self.assertEqual(self.live(hours=1)["state"], "running")
        self.assertEqual(self.live(hours=1)["may_open"]["word"], "no")
        end = self.live(hours=1)["line"]["total_s"] / HOUR
        self.assertEqual(self.live(hours=end - 4)["state"], "cooling")
        self.assertEqual(self.live(hours=end + 2)["may_open"]["word"], "yes")
        self.assertEqual(self.act("open", hours=end + 2).json()["state"], "opened")
        self.assertEqual(self.act("hold", hours=end + 3).status_code, 422)
        self.assertEqual(self.act("shut", hours=end + 3).json()["state"], "cooling")

    def test_the_pace_carries_it_to_a_moment_and_on_at_its_own_speed(self) -> None:
        self.act("pace", {"times": 3600, "until_s": 2 * HOUR}, hours=0)
        self.assertAlmostEqual(self.live(seconds=1)["now_s"], HOUR, delta=40)
        self.assertAlmostEqual(self.live(seconds=2 + 60)["now_s"], 2 * HOUR + 60, delta=40)
        for odd in ({"times": 7}, {"times": 60, "until_s": float("nan")}, {"times": 60, "until_s": -1}):
            self.assertEqual(self.act("pace", odd).status_code, 422, odd)

    def test_each_button_says_what_it_does_before_it_is_pressed(self) -> None:
        with self.at(hours=4.2):
            ahead = self.ask("GET", f"/firings/{self.firing.pk}/ahead").json()
        said = {a["kind"]: a["says"]["metric"] for a in ahead["acts"]}
        self.assertEqual(set(said), {"hold", "skip", "stop"})
        self.assertIn("Lid at", said["hold"])
        self.assertIn("MPa", said["stop"])

    def test_practice_faults_are_seen_and_mended(self) -> None:
        self.act("fault", {"fault": "broken-thermometer", "on": True}, hours=1)
        live = self.live(hours=2)
        self.assertEqual(live["may_open"]["word"], "unknown")
        self.assertTrue(any("nothing that can be believed" in n["metric"] for n in live["notes"]))
        self.act("fault", {"fault": "broken-thermometer", "on": False}, hours=2)
        self.assertEqual(self.live(hours=2.5)["may_open"]["word"], "no")

    def test_odd_acts_are_refused_in_words(self) -> None:
        for kind, data in (("fly", {}), ("hold", {"for_s": -3}), ("hold", {"for_s": "x"}), ("looked", {"saw": "?"})):
            self.assertEqual(self.act(kind, data).status_code, 422, (kind, data))


class RealKiln(FiredTest):
    def setUp(self) -> None:
        super().setUp()
        self.tick_all()
        self.start(is_simulated=False)

    def type_in(self, shown: str, *, system: str = "metric", **gone: float) -> int:
        with self.at(**gone):
            return int(self.post("/readings", {"system": system, "rows": [{"shown": shown}]}).status_code)

    def test_typed_readings_draw_the_line_in_any_unit(self) -> None:
        self.assertEqual(self.type_in("20", minutes=1), 200)
        self.assertEqual(self.type_in("212 F", hours=1), 200)
        self.assertEqual(self.type_in("warm", hours=2), 422)
        measured = self.live(hours=1.1)["line"]["measured"]
        self.assertAlmostEqual(measured[-1][1], 100.0, delta=0.1)

    def test_an_older_reading_that_comes_late_is_put_where_it_belongs(self) -> None:
        self.type_in("20", minutes=1)
        self.type_in("200", hours=2)
        self.live(hours=2)
        self.type_in("90", hours=1)
        self.assertAlmostEqual(self.live(hours=2.1)["line"]["measured"][1][1], 90.0, delta=1.1)

    def log(self, rows: int) -> bytes:
        lines = ["elapsed s,temperature C,setpoint C"]
        lines += [f"{30 * i},{20 + i * 0.5:.2f},{21 + i * 0.5:.2f}" for i in range(rows)]
        return "\n".join(lines).encode()

    def placed(self) -> reading_actions.Placed:
        return reading_actions.Placed(now=self.now + timedelta(hours=12))

    def test_a_log_comes_in_whole_and_a_second_time_adds_nothing(self) -> None:
        job = reading_actions.LogJob(studio_id=self.studio.pk)
        self.firing.refresh_from_db()
        reading_actions.bring_in(self.firing, self.log(900), self.placed(), job)
        self.assertEqual((job.count, job.trouble, job.share), (900, "", 1.0))
        again = reading_actions.LogJob(studio_id=self.studio.pk)
        reading_actions.bring_in(self.firing, self.log(900), self.placed(), again)
        self.assertEqual(again.count, 0)
        self.assertIn("read before", again.notes[-1].metric)
        self.assertEqual(Reading.objects.filter(firing=self.firing).count(), 900)

    def test_a_log_that_breaks_off_in_the_middle_leaves_nothing(self) -> None:
        self.firing.refresh_from_db()
        job = reading_actions.LogJob(studio_id=self.studio.pk)
        real, calls = reading_actions._insert, []

        def dies(rows: object) -> int:
            calls.append(1)
            if len(calls) > 1:
                raise MemoryError
            return real(rows)  # type: ignore[arg-type]

        with (
            mock.patch.object(reading_actions, "_BATCH", 300),
            mock.patch.object(reading_actions, "_insert", dies),
            self.assertRaises(MemoryError),
        ):
            reading_actions.bring_in(self.firing, self.log(900), self.placed(), job)
        self.assertEqual(Reading.objects.filter(firing=self.firing).count(), 0)
        self.assertIn("Nothing of it was", job.trouble)

    def test_a_log_is_asked_after_by_its_owner_alone(self) -> None:
        file = SimpleUploadedFile("log.csv", self.log(30), content_type="text/csv")
        with mock.patch("threading.Thread.start"):
            sent = self.client.post(f"/api/firings/{self.firing.pk}/log", {"file": file})
        self.assertEqual(sent.status_code, 202, sent.content)
        number = sent.json()["number"]
        self.assertEqual(self.ask("GET", f"/logs/{number}").status_code, 200)
        self.client.force_login(person_of(self.new_studio("Petrel")))
        self.assertEqual(self.ask("GET", f"/logs/{number}").status_code, 422)

    def test_a_log_that_comes_in_beside_is_still_whoevers_sent_it(self) -> None:
        acted, done = [], threading.Event()

        def beside(*_: object) -> None:
            acted.append(who_acts())
            done.set()

        file = SimpleUploadedFile("log.csv", self.log(30), content_type="text/csv")
        with mock.patch.object(reading_actions, "_beside", beside):
            self.client.post(f"/api/firings/{self.firing.pk}/log", {"file": file})
            self.assertTrue(done.wait(10))
        self.assertEqual(acted, [person_of(self.studio).pk])

    def test_the_log_goes_out_and_comes_in_again_the_same(self) -> None:
        import pandas

        self.firing.refresh_from_db()
        reading_actions.bring_in(
            self.firing, self.log(200), self.placed(), reading_actions.LogJob(studio_id=self.studio.pk)
        )
        out = self.ask("GET", f"/firings/{self.firing.pk}/log.csv").content
        frame = pandas.read_csv(io.BytesIO(out), parse_dates=["time"])
        self.assertEqual(len(frame), 200)
        self.assertAlmostEqual(float(frame["temperature C"].iloc[-1]), 20 + 199 * 0.5, places=2)
        step = (frame["time"].iloc[1] - frame["time"].iloc[0]).total_seconds()
        self.assertAlmostEqual(step, 30.0, places=2)
        other = Firing.objects.get(pk=self.firing.pk)
        Reading.objects.filter(firing=other).delete()
        job = reading_actions.LogJob(studio_id=self.studio.pk)
        reading_actions.bring_in(other, out, self.placed(), job)
        self.assertEqual((job.count, job.trouble), (200, ""))

    def test_the_stand_in_takes_no_readings_and_a_real_kiln_no_pace(self) -> None:
        self.assertEqual(self.act("pace", {"times": 60}).status_code, 422)
        Firing.objects.filter(pk=self.firing.pk).update(is_simulated=True)
        self.assertEqual(self.type_in("100 °C", hours=1), 422)

    def test_a_power_cut_makes_it_fall_from_where_it_is(self) -> None:
        for hours, shown in ((0.02, "20"), (1, "200"), (2, "400")):
            self.type_in(shown, hours=hours)
        before = self.live(hours=2)["opens"]["metric"]["text"]
        self.act("power-lost", hours=2.01)
        lost = self.live(hours=2.02)
        self.assertNotEqual(lost["opens"]["metric"]["text"], before)
        self.assertLess(max(c for _, c in lost["line"]["ahead"]), 401)
        self.act("power-back", hours=2.5)
        self.assertGreater(max(c for _, c in self.live(hours=2.51)["line"]["ahead"]), 600)

    def test_what_could_not_be_sent_at_once_stands_at_the_hour_it_was_done(self) -> None:
        late = {"key": key(), "kind": "looked", "data": {"saw": "right"}, "ago_s": HOUR}
        with self.at(hours=3):
            self.assertEqual(self.post("/acts", late).status_code, 200)
        event = FiringEvent.objects.get(firing=self.firing, kind="looked")
        self.assertAlmostEqual(event.at_s, 2 * HOUR, delta=60)
        with self.at(hours=3):
            self.assertEqual(self.post("/acts", late | {"key": key(), "ago_s": -1}).status_code, 422)

    def test_opened_hours_after_the_last_reading_it_is_not_said_to_have_been_opened_hot(self) -> None:
        def reasons() -> str:
            seen = {"stage_id": self.stage.pk, "faults": ["crack-straight"], "note": ""}
            return str(self.post("/observations", seen).json()["causes"])

        for hours, shown in ((0.02, "20"), (3, "400"), (4, "300")):
            self.type_in(shown, hours=hours)
        self.act("open", hours=4.4)
        with self.at(hours=4.5):
            self.assertIn("The lid was opened at", reasons())
        self.act("shut", hours=4.6)
        self.act("open", hours=20)
        with self.at(hours=21):
            self.assertNotIn("The lid was opened at", reasons())

    def test_begun_hours_ago_is_told_from_then(self) -> None:
        self.assertGreaterEqual(self.firing.pk, 1)
        other = Firing.objects.get(pk=self.piece.stages.get().firing_id)
        self.firing = other
        self.tick_all()
        body = {"key": key(), "is_simulated": False, "at": (self.now - timedelta(hours=3)).isoformat()}
        self.assertAlmostEqual(self.post("/start", body).json()["now_s"], 3 * HOUR, delta=120)
        late = {"key": key(), "is_simulated": False, "at": (self.now + timedelta(hours=3)).isoformat()}
        self.assertEqual(self.post("/start", late).status_code, 422)
