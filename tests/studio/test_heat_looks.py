"""Further looks at a piece's heat over HTTP, trials of a change, the calendar, kilns with places and logs."""

from __future__ import annotations

import re
from datetime import datetime
from pathlib import Path
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from icalendar import Calendar

from studio.models import Kiln, Piece, Revision
from tests.people import person_of
from tests.studio.base import AT, StudioTest

LOGS = Path(__file__).parents[1] / "logs"
HEAT = f"{AT}heat."
SCHEDULE = "300 F/h to 1380 F hold 2 h\nfull to 896 F hold 10 h\n4 F/h to 640 F\noff"


class Looks(StudioTest):
    def look(self, name: str, query: str = "") -> Any:
        return self.ask("GET", f"/pieces/{self.piece.pk}/heat/{name}{query}")

    def test_coasting_in_three_rooms(self) -> None:
        found = self.look("coasting").json()
        self.assertEqual([r["name"] for r in found["rooms"]], ["this room", "winter", "summer"])
        self.assertIn("**", found["answer"]["metric"])
        self.assertEqual(
            [line["name"] for line in found["graph"]["lines"]], ["winter", "this room", "summer", "allowed"]
        )
        self.assertIn(found["rooms"][0]["verdict"], ("safe", "close", "no"))

    def test_a_pasted_schedule_is_kept_judged_and_compared(self) -> None:
        self.assertEqual(self.look("judged").status_code, 422)
        answer = self.change({f"{HEAT}schedule": SCHEDULE})
        self.assertEqual(answer.status_code, 200, answer.content)
        found = self.look("judged").json()
        self.assertIn("3 steps in °F", found["schedule"]["count"]["metric"])
        self.assertIn("stop", {r["word"] for r in found["programme"]["remarks"]})
        pair = self.look("compare", "?a=ours&b=typed").json()
        self.assertEqual([s["key"] for s in pair["sides"]], ["ours", "typed"])
        self.assertEqual(
            self.ask("GET", f"/pieces/{self.piece.pk}/document").json()["stages"][0]["heat"]["schedule"], SCHEDULE
        )

    def test_a_schedule_that_cannot_be_read_stops_nothing_but_its_judging(self) -> None:
        answer = self.change({f"{HEAT}schedule": "until 3 o'clock 4 or 5"})
        self.assertEqual(answer.status_code, 200)
        self.assertIsNotNone(answer.json()["plan"]["heat"])
        asked = self.look("judged").json()
        self.assertIsNone(asked["programme"])
        self.assertIn("Not judged yet: line 1", asked["schedule"]["count"]["metric"])
        self.assertTrue(asked["schedule"]["lines"][0]["unread"] or asked["schedule"]["lines"][0]["doubts"])
        refused = self.look("compare", "?a=ours&b=typed")
        self.assertEqual(refused.status_code, 422)
        self.assertIn("Not judged yet", refused.json()["message"])

    def test_hours_in_a_table(self) -> None:
        rows = self.look("hours").json()
        self.assertTrue(20 < len(rows) < 70)
        clock, after, skin, heart, apart, face, inner = rows[1]
        self.assertIn("°C", skin["metric"]["text"])
        self.assertIn("psi", face["us"]["text"])
        self.assertEqual({len(row) for row in rows}, {7})
        self.assertEqual(clock["metric"]["text"][:3], "Mon", (after, heart, apart, inner))

    def test_an_unreadable_or_huge_schedule_is_refused(self) -> None:
        self.assertEqual(self.change({f"{HEAT}schedule": "x" * 5000}).status_code, 422)
        self.assertEqual(self.change({f"{HEAT}schedule": ["no"]}).status_code, 422)

    def test_last_time_and_this_time(self) -> None:
        self.assertEqual(self.look("compare", "?a=ours&b=before").status_code, 422)
        self.change({f"{HEAT}target": "gentle"})
        pair = self.look("compare", "?a=ours&b=before").json()
        self.assertGreater(pair["sides"][0]["total_s"], pair["sides"][1]["total_s"])
        self.assertEqual(self.look("compare", "?a=ours&b=nobody").status_code, 422)

    def test_a_firing_the_kiln_cannot_do_has_no_looks(self) -> None:
        self.kiln.document |= {"power": "1 kW", "rise": "70 h", "fall": "2 h"}  # comes to rest at 800 °C
        self.kiln.save()
        self.change({f"{HEAT}peak_at": "900 °C"})
        for name in ("coasting", "judged", "compare", "calendar"):
            self.assertEqual(self.look(name).status_code, 422, name)

    def test_of_another_studios_piece_nothing_is_told(self) -> None:
        self.client.force_login(person_of(self.new_studio("Plover")))
        for name in ("coasting", "judged", "compare", "calendar"):
            self.assertEqual(self.look(name).status_code, 404, name)
        self.assertEqual(self.ask("POST", f"/pieces/{self.piece.pk}/heat/try", {"changes": []}).status_code, 404)

    def test_processes_come_from_the_core(self) -> None:
        found = self.ask("GET", "/choices").json()
        self.assertTrue({"cast", "slump", "press", "hang", "stick"} <= {p["key"] for p in found["processes"]})
        self.assertEqual({p["family"] for p in found["processes"]}, {f["key"] for f in found["families"]})
        self.assertIn("**", self.ask("GET", "/sums/processes").content.decode() + "**")


class Trials(StudioTest):
    def attempt(self, changes: dict[str, Any], **more: Any) -> Any:
        body = {"changes": [{"path": p, "value": v} for p, v in changes.items()], **more}
        return self.ask("POST", f"/pieces/{self.piece.pk}/heat/try", body)

    def test_a_trial_keeps_nothing(self) -> None:
        revisions, version = Revision.objects.count(), Piece.objects.get(pk=self.piece.pk).version
        found = self.attempt({f"{HEAT}segments.cast.to": "760 °C"}).json()
        self.assertEqual(next(s for s in found["heat"]["steps"] if s["key"] == "cast")["to_c"], 760.0)
        self.assertEqual(found["heat"]["changed"], ["cast"])
        self.assertEqual((Revision.objects.count(), Piece.objects.get(pk=self.piece.pk).version), (revisions, version))

    def test_what_cannot_be_is_refused_with_its_place(self) -> None:
        refused = self.attempt({f"{HEAT}segments.cast.to": "hot"})
        self.assertEqual(refused.status_code, 422)
        self.assertEqual(refused.json()["faults"][0]["path"], f"{HEAT}segments.cast.to")
        self.assertEqual(self.attempt({f"{HEAT}segments.boil.to": "500 °C"}).status_code, 422)

    def test_bare_numbers_follow_the_units_in_use(self) -> None:
        found = self.attempt({f"{HEAT}segments.cast.to": "1400"}, system="us").json()
        self.assertAlmostEqual(next(s for s in found["heat"]["steps"] if s["key"] == "cast")["to_c"], 760.0, delta=0.1)

    def test_a_step_is_kept_undone_and_let_go(self) -> None:
        kept = self.change({f"{HEAT}segments.anneal.rate": "1 °C/h"}).json()
        self.assertEqual(kept["plan"]["heat"]["changed"], ["anneal"])
        gone = self.change({f"{HEAT}segments.anneal": None}).json()
        self.assertEqual(gone["plan"]["heat"]["changed"], [])
        undone = self.ask("POST", f"/pieces/{self.piece.pk}/undo", {"version": gone["version"]}).json()
        self.assertEqual(undone["plan"]["heat"]["changed"], ["anneal"])

    def test_another_process_is_another_programme(self) -> None:
        found = self.change({f"{AT}process": "slump", f"{AT}layup.thick": "6 mm"}).json()
        self.assertEqual(found["plan"]["heat"]["process"], "slump")
        self.assertEqual(self.change({f"{AT}process": "boil"}).status_code, 422)


class CalendarFile(StudioTest):
    def test_it_reads_back_with_every_event_at_its_instant(self) -> None:
        self.change({f"{HEAT}attendance": "peek"})
        answer = self.ask("GET", f"/pieces/{self.piece.pk}/heat/calendar")
        self.assertEqual(answer["Content-Type"], "text/calendar; charset=utf-8")
        self.assertIn("lamp-room-prism.ics", answer["Content-Disposition"])
        calendar = Calendar.from_ical(answer.content)
        events = {re.sub(r"^piece-\d+-main-|@.*$", "", str(e["uid"])): e for e in calendar.walk("VEVENT")}
        self.assertEqual(set(events), {"firing", "peek", "off", "open"})
        heat = self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["heat"]
        self.assertEqual(events["firing"]["dtstart"].dt, datetime.fromisoformat(heat["starts_at"]))
        opens = datetime.fromisoformat(heat["opens_at"])
        self.assertLess(abs((events["open"]["dtstart"].dt - opens).total_seconds()), 61)  # type: ignore[operator]  # as plain values
        self.assertIn("never alone", str(events["peek"]["description"]))
        self.assertEqual(len(events["open"].walk("VALARM")), 1)

    def test_across_a_change_of_the_clocks(self) -> None:
        """Seconds are counted in UTC: five days over the end of October end an hour earlier by the clock."""
        self.change({f"{HEAT}starts_at": "2026-10-23T16:00"})
        calendar = Calendar.from_ical(self.ask("GET", f"/pieces/{self.piece.pk}/heat/calendar").content)
        whole = next(e for e in calendar.walk("VEVENT") if "-firing@" in str(e["uid"]))
        heat = self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["heat"]
        self.assertEqual(whole["dtstart"].dt.hour, 15)
        self.assertLess(abs((whole["dtend"].dt - whole["dtstart"].dt).total_seconds() - heat["total_s"]), 1.0)  # type: ignore[operator]  # as plain values


class KilnPlaces(StudioTest):
    def patch(self, document: dict[str, Any], **more: Any) -> Any:
        version = Kiln.objects.get(pk=self.kiln.pk).version
        return self.ask("PATCH", f"/kilns/{self.kiln.pk}", {"version": version, "document": document, **more})

    def test_zones_are_kept_in_the_unit_typed_and_shift_the_controllers_targets(self) -> None:
        found = self.patch({"zones": [{"name": "front", "offset": "-18", "at": [0.5, 0.1]}]}, system="us").json()
        self.assertAlmostEqual(found["zones"][0]["offset_k"], -10.0, places=6)
        self.assertEqual(found["zones"][0]["at"], [0.5, 0.1])
        piece = self.change({f"{HEAT}kiln_zone": "front"}).json()["plan"]
        self.assertIn("heat.zone", {f["rule"] for f in piece["findings"]})
        peak = next(s for s in piece["heat"]["steps"] if s["key"] == "cast")
        told = next(s for s in piece["heat"]["told"]["steps"] if s["name"] == "Cast")
        self.assertEqual(float(told["to"]), round(peak["to_c"]) + 10)

    def test_bad_places_are_refused_each_in_its_place(self) -> None:
        for zones in (
            [{"name": "", "offset": "1 °C"}],
            [{"name": "a", "offset": "warm"}],
            [{"name": "a", "offset": "900 °C"}],
            [{"name": "a", "offset": "1 °C", "at": [7, 0]}],
            [{"name": "a", "offset": "1 °C"}, {"name": "a", "offset": "2 °C"}],
            [{"name": str(i), "offset": "1 °C"} for i in range(13)],
            "no",
            [3],
        ):
            answer = self.patch({"zones": zones})
            self.assertEqual(answer.status_code, 422, zones)
            self.assertTrue(answer.json()["faults"][0]["path"].startswith("zones"), zones)

    def test_a_controllers_limits_reach_the_piece(self) -> None:
        self.assertEqual(
            self.patch({"most_steps": "5", "reads": "degF", "finest": "5", "sensor": "4 °C"}).status_code, 200
        )
        told = self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["heat"]["told"]
        self.assertEqual(told["unit"], "°F")
        self.assertLessEqual(len(told["steps"]), 5)
        self.assertEqual(self.patch({"most_steps": "many"}).status_code, 422)
        self.assertEqual(self.patch({"fit": {"says": "x"}}).status_code, 422)

    def send(self, name: str, raw: bytes, query: str = "") -> Any:
        return self.client.post(f"/api/kilns/{self.kiln.pk}/log{query}", {"file": SimpleUploadedFile(name, raw)})

    def test_a_log_is_looked_at_and_changes_nothing_until_it_is_taken_over(self) -> None:
        raw = (LOGS / "reads-plain-minutes.csv").read_bytes()
        before = Kiln.objects.get(pk=self.kiln.pk)
        found = self.send("october.csv", raw)
        self.assertEqual(found.status_code, 200, found.content)
        self.assertAlmostEqual(found.json()["fit"]["time_constant_s"] / 60, 200, delta=8)
        self.assertEqual(Kiln.objects.get(pk=self.kiln.pk).document, before.document)
        kept = self.send("october.csv", raw, f"?keep=true&version={before.version}")
        self.assertEqual(kept.status_code, 200)
        row = Kiln.objects.get(pk=self.kiln.pk)
        self.assertEqual(row.document["fall"], found.json()["changes"]["fall"])
        shown = self.ask("GET", "/kilns").json()[0]
        self.assertEqual(shown["fit"]["file"], "october.csv")
        self.assertEqual(self.send("october.csv", raw, "?keep=true&version=1").status_code, 409)

    def test_a_kiln_with_its_log_travels_with_a_piece(self) -> None:
        raw = (LOGS / "reads-plain-minutes.csv").read_bytes()
        self.send("october.csv", raw, f"?keep=true&version={self.kiln.version}")
        document = self.ask("GET", f"/pieces/{self.piece.pk}/document").json()
        answer = self.ask("POST", "/pieces/import", document)
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(answer.json()["kiln_id"], self.kiln.pk)

    def test_every_refused_log_is_told_in_words(self) -> None:
        for file in LOGS.glob("refused-*.csv"):
            answer = self.send(file.name, file.read_bytes())
            self.assertIn(answer.status_code, (422,), file.name)
            self.assertTrue(answer.json()["message"], file.name)
        self.assertEqual(self.client.post(f"/api/kilns/{self.kiln.pk}/log").status_code, 422)
        self.client.force_login(person_of(self.new_studio("Plover")))
        self.assertEqual(self.send("x.csv", b"1").status_code, 404)
