"""What came out, written down; the stage that comes of it; and the notebook that keeps both."""

from __future__ import annotations

import io
import json
from datetime import timedelta
from typing import Any
from unittest import mock

from django.db import connection
from django.test.utils import CaptureQueriesContext
from PIL import Image

from studio.api import notebook
from studio.api.live import live_answer
from studio.models import Firing, Measure, Piece, Stage
from tests.people import person_of
from tests.studio.fired import FiredTest


class Opened(FiredTest):
    """A dish that was fired too cool, opened, and not down."""

    def setUp(self) -> None:
        super().setUp()
        self.dish.refresh_from_db()
        changes = [
            {"path": "stage.heat.peak_at", "value": "610 °C"},
            {"path": "stage.heat.peak_hold", "value": "10 min"},
        ]
        self.ask("PATCH", f"/pieces/{self.dish.pk}", {"version": self.dish.version, "changes": changes})
        self.tick_all()
        self.start()
        end = self.live(hours=1)["line"]["total_s"] / 3600
        self.act("open", hours=end + 1)
        self.clock = self.at(hours=end + 2)
        self.clock.start()
        self.addCleanup(self.clock.stop)

    def after(self) -> dict:  # type: ignore[type-arg]  # django hands it over
        return self.ask("GET", f"/firings/{self.firing.pk}/after?stage_id={self.stage.pk}").json()

    def measure(self, key: str, typed: str, place: int = 0, system: str = "metric") -> Any:
        rows = [{"key": key, "place": place, "typed": typed}]
        return self.post("/measures", {"stage_id": self.stage.pk, "system": system, "rows": rows})

    def see(self, *faults: str, note: str = "") -> Any:
        return self.post("/observations", {"stage_id": self.stage.pk, "faults": list(faults), "note": note})

    def version(self) -> int:
        return Piece.objects.get(pk=self.dish.pk).version


class WrittenDown(Opened):
    def test_measures_in_any_unit_beside_their_predictions(self) -> None:
        self.assertEqual(self.measure("depth", "1 1/4 in").status_code, 200)
        found = {m["key"]: m for m in self.after()["measures"]}
        self.assertEqual(found["depth"]["measured"]["metric"]["text"].split()[0], "31.8")
        self.assertIsNotNone(found["weight"]["predicted"])
        self.assertEqual(found["lean"]["word"], "open")

    def test_nonsense_is_refused_in_words_and_nothing_of_it_kept(self) -> None:
        rows = [{"key": "depth", "typed": "31 mm"}, {"key": "weight", "typed": "heavy"}, {"key": "soul", "typed": "1"}]
        refused = self.post("/measures", {"stage_id": self.stage.pk, "rows": rows})
        self.assertEqual(refused.status_code, 422)
        self.assertEqual({f["path"] for f in refused.json()["faults"]}, {"weight.0", "soul.0"})
        self.assertFalse(Measure.objects.filter(stage=self.stage).exists())
        for typed in ("0 mm", "-3 mm", "nan", "1e9 m"):
            self.assertEqual(self.measure("depth", typed).status_code, 422, typed)

    def test_a_bare_number_means_tomorrow_what_it_means_today(self) -> None:
        self.measure("depth", "1.25", system="us")
        self.assertEqual(Measure.objects.get(stage=self.stage).typed, "1.25 in")

    def test_emptied_it_is_gone(self) -> None:
        self.measure("depth", "31 mm")
        self.measure("depth", "")
        self.assertFalse(Measure.objects.filter(stage=self.stage).exists())

    def test_not_down_is_explained_by_its_own_figures_with_one_change(self) -> None:
        self.measure("depth", "31 mm")
        found = self.see("not-down", note="flat in the middle").json()
        first = found["causes"][0]
        self.assertEqual(first["key"], "too-little-heat")
        self.assertIn("heat work it needed", first["reasons"][0]["metric"])
        self.assertEqual(len(found["lever"]["changes"]), 1)
        self.assertEqual(found["note"], "flat in the middle")

    def test_an_unknown_fault_is_refused(self) -> None:
        self.assertEqual(self.see("haunted").status_code, 422)

    def test_measured_sizes_go_on_to_the_next_stage(self) -> None:
        self.measure("weight", "900 g")
        made = self.post(
            "/next", {"version": self.version(), "stage_id": self.stage.pk, "how": "on", "process": "polish"}
        )
        self.assertEqual(made.status_code, 201, made.content)
        figure = made.json()["plan"]["figures"]["piece_mass"]
        self.assertAlmostEqual(figure["value"], 0.9, delta=1e-6)

    def test_the_next_one_has_the_change_and_begins_another_day(self) -> None:
        self.measure("depth", "31 mm")
        lever = self.see("not-down").json()["lever"]
        made = self.post("/next", {"version": self.version(), "stage_id": self.stage.pk, "how": "change"})
        self.assertEqual(made.status_code, 201, made.content)
        (path, value), *_ = lever["changes"].items()
        self.assertEqual(made.json()["stage"]["heat"][path.removeprefix("heat.")], value)
        new = Stage.objects.get(piece=self.dish, key=made.json()["stage_key"])
        self.assertEqual(new.firing.state, "planned")
        self.assertGreater(new.firing.starts_at, self.firing.starts_at)
        self.assertFalse(new.measures.exists())
        stale = self.post("/next", {"version": 1, "stage_id": self.stage.pk, "how": "change"})
        self.assertEqual(stale.status_code, 409)

    def test_photographs_lose_what_cameras_write_into_them_and_stand_upright(self) -> None:
        picture = Image.new("RGB", (60, 40), (10, 90, 80))
        exif = picture.getexif()
        exif[0x0112] = 6
        exif[0x010F] = "a camera"
        raw = io.BytesIO()
        picture.save(raw, "JPEG", exif=exif)
        raw.seek(0)
        raw.name = "after.jpg"
        url = f"/api/firings/{self.firing.pk}/photos?stage_id={self.stage.pk}"
        kept = self.client.post(url, {"file": raw})
        self.assertEqual(kept.status_code, 201, kept.content)
        got = self.client.get(f"/api/photos/{kept.json()['photo_id']}").content
        with Image.open(io.BytesIO(got)) as found:
            self.assertEqual(found.size, (40, 60))
            self.assertFalse(found.getexif())
        bad = io.BytesIO(b"no picture")
        bad.name = "x.jpg"
        self.assertEqual(self.client.post(url, {"file": bad}).status_code, 422)


class InTheNotebook(Opened):
    def pages(self, query: str = "") -> list[str]:
        return [row["piece"] for row in self.ask("GET", f"/notebook{query}").json()["rows"]]

    def test_it_is_found_by_words_process_fault_and_cradle(self) -> None:
        self.see("not-down", note="flat in the middle")
        words = ("dish", "slump", "middle", "not%20down")
        for query in ("", *(f"?search={word}" for word in words), "?process=slump", "?fault=not-down"):
            self.assertEqual(self.pages(query), ["Chart dish"], query)
        for query in ("?search=kettle", "?process=press", "?fault=haze", "?search=%00"):
            self.assertEqual(self.pages(query), ["Chart dish"] if query.endswith("%00") else [], query)

    def test_a_page_says_what_was_planned_and_what_happened_and_is_worked_out_once(self) -> None:
        (page,) = self.ask("GET", f"/notebook/pages/{self.firing.pk}").json()
        graph = page["graph"]
        self.assertEqual([line["name"] for line in graph["lines"]], ["planned", "measured"])
        self.assertEqual(graph["lines"][0]["points"], page["planned_line"])
        self.assertGreaterEqual(graph["up"]["high"], max(degree for _, degree in page["measured_line"]))
        self.assertGreater(len(graph["across"]["metric"]), 3)
        self.assertEqual(page["peak_planned"]["metric"]["text"], "610 °C")
        self.assertAlmostEqual(float(page["peak"]["metric"]["value"]), 610, delta=4)
        self.assertIn(str(self.stage.pk), Firing.objects.get(pk=self.firing.pk).told)
        self.act("shut")
        self.assertEqual(Firing.objects.get(pk=self.firing.pk).told, {})

    def test_what_lists_tell_of_it_is_kept_when_the_lid_is_opened(self) -> None:
        self.assertIn(str(self.stage.pk), Firing.objects.get(pk=self.firing.pk).told)
        with mock.patch("studio.notebook._worked_out") as worked:
            self.assertEqual(self.pages(), ["Chart dish"])
        worked.assert_not_called()

    def test_csv_and_json_hold_it_and_no_cell_is_taken_for_a_formula(self) -> None:
        self.see("not-down", note="=1+1")
        csv = self.ask("GET", "/notebook.csv").getvalue().decode()
        self.assertIn("Chart dish", csv)
        self.assertIn("'=1+1", csv)
        whole = json.loads(self.ask("GET", "/notebook.json").getvalue())
        (firing,) = whole["firings"]
        self.assertEqual(firing["faults"][0]["fault"], "not-down")
        self.assertEqual(firing["planned"]["stages"][0]["document"]["format"], "cold-cradle-piece")

    def copies(self, count: int) -> None:
        """The same firing again and again, as far as lists can tell."""
        self.ask("GET", "/notebook")  # what is told of it is worked out
        for _ in range(count):
            firing = Firing.objects.get(pk=self.firing.pk)
            firing.pk, firing.head = None, None
            firing.save()

    def test_the_table_is_whole_however_many_there_are(self) -> None:
        self.copies(7)
        with mock.patch.object(notebook, "_AT_ONCE", 3):
            csv = self.ask("GET", "/notebook.csv").getvalue().decode().splitlines()
            whole = json.loads(self.ask("GET", "/notebook.json").getvalue())
        self.assertEqual(len(csv), 1 + 8)
        self.assertEqual(len(set(csv[1:])), 1)
        self.assertEqual(len(whole["firings"]), 8)

    def test_a_list_asks_as_often_for_many_as_for_one(self) -> None:
        counts = []
        for more in (0, 6):
            self.copies(more)
            with CaptureQueriesContext(connection) as asked:
                rows = self.ask("GET", "/notebook").json()["rows"]
            counts.append((len(rows), len(asked)))
        self.assertEqual([rows for rows, _ in counts], [1, 7])
        self.assertEqual(counts[0][1], counts[1][1], counts)
        self.assertLess(counts[0][1], 16)

    def test_another_owner_has_a_notebook_of_their_own(self) -> None:
        self.client.force_login(person_of(self.new_studio("Petrel")))
        self.assertEqual(self.pages(), [])
        self.assertEqual(self.ask("GET", f"/notebook/pages/{self.firing.pk}").status_code, 404)


class Today(FiredTest):
    def test_what_goes_on_is_worked_out_once_a_minute_and_at_once_when_something_happens(self) -> None:
        self.tick_all()
        self.start()
        with mock.patch("studio.api.today.live_answer", wraps=live_answer) as worked, self.at(hours=1):
            first, again = (self.ask("GET", "/today").json()["kilns"] for _ in range(2))
            self.assertEqual(worked.call_count, 1)
            self.assertEqual(first, again)
            self.act("hold", {"minutes": 10}, hours=1)
            self.ask("GET", "/today")
            self.assertEqual(worked.call_count, 2)
        with (
            mock.patch("studio.api.today.live_answer", wraps=live_answer) as worked,
            self.at(hours=1, minutes=3),
        ):
            self.ask("GET", "/today")
            self.assertEqual(worked.call_count, 1)

    def test_a_yes_to_the_lid_never_comes_out_of_memory(self) -> None:
        self.tick_all()
        self.start()
        end = self.live(hours=1)["line"]["total_s"] / 3600
        counts = []
        for hours in (1.0, end + 2):
            with mock.patch("studio.api.today.live_answer", wraps=live_answer) as worked, self.at(hours=hours):
                for _ in range(2):
                    (row,) = (f for k in self.ask("GET", "/today").json()["kilns"] for f in k["firings"] if f["doing"])
            counts.append((row["may_open"], worked.call_count))
        self.assertEqual(counts, [(False, 1), (True, 3)])

    def test_what_is_planned_and_what_runs_stand_on_one_axis_with_what_wants_doing(self) -> None:
        Firing.objects.filter(pk=self.firing.pk).update(starts_at=self.now + timedelta(hours=5))
        seen = self.ask("GET", "/today").json()
        self.assertIn("Start the kiln", {t["name"] for t in seen["todos"] if "Chart dish" in t["about"]})
        self.tick_all()
        self.start()
        with self.at(hours=1):
            seen = self.ask("GET", "/today").json()
        row = next(f for k in seen["kilns"] for f in k["firings"] if f["name"] == "Chart dish")
        self.assertEqual(row["state"], "running")
        self.assertIn("Open the lid", {t["name"] for t in seen["todos"]})

    def test_two_firings_in_one_kiln_are_told_so(self) -> None:
        soon = self.now + timedelta(hours=5)
        other = self.piece.stages.get().firing
        Firing.objects.filter(pk=self.firing.pk).update(starts_at=soon)
        Firing.objects.filter(pk=other.pk).update(
            starts_at=soon + timedelta(hours=1), kiln=self.firing.kiln, inputs=self.firing.inputs
        )
        Piece.objects.all().update(summary=None)
        todos = self.ask("GET", "/today").json()["todos"]
        self.assertIn("not free", next(t["clash"] for t in todos if "Lamp-room" in t["about"]))


class Timers(FiredTest):
    def begin(self, kind: str, key: str, lasts: str = "") -> Any:
        return self.ask("POST", "/timers", {"key": key, "kind": kind, "lasts": lasts})

    def word(self, **gone: float) -> str:
        with self.at(**gone):
            return self.ask("GET", "/timers").json()[0]["word"]

    def test_the_freezer_rings_warns_and_refuses_at_its_hours(self) -> None:
        with self.at():
            self.begin("freezer", "freezer-key-1")
        edges = [(29.9, "runs"), (30.1, "rings"), (59.9, "rings"), (60.1, "late"), (89.9, "late"), (90.1, "refuse")]
        for minutes, word in edges:
            self.assertEqual(self.word(minutes=minutes), word, minutes)

    def test_it_rings_once_and_the_same_key_is_the_same_clock(self) -> None:
        with self.at():
            first = self.begin("glue", "glue-key-0001").json()
            again = self.begin("glue", "glue-key-0001").json()
        self.assertEqual(first["id"], again["id"])
        self.assertFalse(self.ask("POST", f"/timers/{first['id']}/ring").json()["is_rung"])
        with self.at(minutes=41):
            self.assertTrue(self.ask("POST", f"/timers/{first['id']}/ring").json()["is_rung"])
            self.ask("POST", f"/timers/{first['id']}/end")
            self.assertEqual(self.ask("GET", "/timers").json(), [])

    def test_odd_times_are_refused(self) -> None:
        for lasts in ("0 min", "a while", "400 days", "-3 min"):
            self.assertEqual(self.begin("own", "own-key-0001", lasts).status_code, 422, lasts)
        self.assertEqual(self.begin("egg", "egg-key-0001").status_code, 422)

    def test_the_clocks_and_what_wants_doing_are_a_calendar_file(self) -> None:
        from icalendar import Calendar

        with self.at():
            self.begin("glue", "glue-key-0002")
            found = Calendar.from_ical(self.ask("GET", "/today.ics").content)
        event = next(e for e in found.walk("VEVENT") if e["summary"] == "Glue dries")
        self.assertEqual(event["dtstart"].dt, (self.now + timedelta(minutes=40)).replace(microsecond=0))
        self.assertEqual(len(event.walk("VALARM")), 1)
