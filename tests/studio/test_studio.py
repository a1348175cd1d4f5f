"""Glass, kilns, sign-in, the page itself, settings, the demo and the commands."""

from __future__ import annotations

import io
import json
import os
import stat
import subprocess
import sys
import tempfile
from datetime import UTC, datetime
from pathlib import Path

from django.conf import settings
from django.core.management import CommandError, call_command
from django.test import Client, SimpleTestCase, TestCase, override_settings

from studio.aftermath import aftermath_of
from studio.demo.load import load_demo
from studio.models import Firing, GlassKind, Kiln, Piece, Reading, Stage
from studio.planning import planned
from studio.stock_levels import rack_of
from studio.watching import state_of
from tests.documents import KILN, document
from tests.people import person_of, studio_of_one
from tests.studio.base import StudioTest

ROOT = Path(settings.ROOT)


class Rack(StudioTest):
    def weigh(self, rack: dict[str, str], system: str = "metric") -> object:
        kind = self.kind()
        return self.ask("PATCH", f"/glass/{kind.pk}", {"version": kind.version, "system": system, "rack": rack})

    def test_weights_are_kept_as_typed_and_empty_takes_them_off(self) -> None:
        got = self.weigh({"billet": "2 lb 3 oz"}).json()  # type: ignore[attr-defined]
        self.assertEqual(got["rack"]["billet"]["shown"]["metric"]["text"], "992 g")
        self.assertEqual(self.weigh({"billet": " "}).json()["rack"].keys(), set())  # type: ignore[attr-defined]
        got = self.weigh({"billet": "16"}, "us").json()  # type: ignore[attr-defined]
        self.assertEqual(got["rack"]["billet"]["shown"]["us"]["text"], "16 oz")

    def test_faults_are_told(self) -> None:
        for rack in ({"billet": "-1 g"}, {"billet": "much"}, {"lumps": "1 kg"}, {"billet": "1e30 kg"}):
            self.assertEqual(self.weigh(rack).status_code, 422, rack)  # type: ignore[attr-defined]

    def test_a_piece_sees_the_rack_at_once(self) -> None:
        before = self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["states"]["glass"]
        self.weigh({"nuggets": "5 kg"})
        after = self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["states"]["glass"]
        self.assertEqual((before, after), ("none on the rack", "enough"))


class Kilns(StudioTest):
    def test_a_kiln_is_made_and_changed(self) -> None:
        made = self.ask("POST", "/kilns", {"document": KILN | {"name": "Petrel", "width": "15 in"}})
        self.assertEqual(made.status_code, 201, made.content)
        kiln = made.json()
        self.assertEqual(kiln["entries"]["width"]["shown"]["metric"]["text"], "381 mm")
        slow = self.ask("PATCH", f"/kilns/{kiln['id']}", {"version": 1, "document": {"fall": "12 h"}}).json()
        self.assertNotEqual(slow["time_constant"], kiln["time_constant"])
        stale = self.ask("PATCH", f"/kilns/{kiln['id']}", {"version": 1, "document": {"fall": "9 h"}})
        self.assertEqual(stale.status_code, 409)

    def test_every_fault_of_a_new_kiln_is_told_at_once(self) -> None:
        answer = self.ask("POST", "/kilns", {"document": {"name": "", "power": "abc", "rise": "4 h"}})
        self.assertEqual(answer.status_code, 422)
        paths = {f["path"] for f in answer.json()["faults"]}
        self.assertTrue({"name", "power", "fall", "room", "width"} <= paths)
        self.assertEqual(Kiln.objects.of(self.studio).count(), 1)


class SigningIn(StudioTest):
    def test_in_and_out(self) -> None:
        client = Client(enforce_csrf_checks=True)
        client.get("/pieces")
        token = client.cookies["csrftoken"].value

        def post(name: str, password: str) -> object:
            return client.post(
                "/api/session",
                json.dumps({"name": name, "password": password}),
                content_type="application/json",
                headers={"X-CSRFToken": token},
            )

        self.assertEqual(post("Wren", "wrong").status_code, 401)  # type: ignore[attr-defined]
        self.assertEqual(post("Wren", "a long enough one").status_code, 200)  # type: ignore[attr-defined]
        self.assertEqual(client.get("/api/session").json()["name"], "Wren")
        self.assertEqual(client.get("/api/pieces").status_code, 200)

    def test_a_write_without_the_token_is_refused(self) -> None:
        client = Client(enforce_csrf_checks=True)
        client.force_login(person_of(self.studio))
        self.assertEqual(client.post(f"/api/pieces/{self.piece.pk}/away").status_code, 403)
        self.assertFalse(Piece.objects.get(pk=self.piece.pk).is_put_away)


class PlainPage(StudioTest):
    def test_every_place_is_the_one_page_and_lets_no_foreign_script_in(self) -> None:
        for path, status in (("/", 200), ("/pieces", 200), ("/pieces/3/heat", 200), ("/nowhere/at/all", 404)):
            answer = self.client.get(path)
            self.assertContains(answer, '<div id="app">', status_code=status)
            policy = answer["Content-Security-Policy"]
            self.assertIn("script-src 'self';", policy + ";")
            self.assertIn("frame-ancestors 'none'", policy)
            self.assertNotIn("<script>", answer.content.decode())
        self.assertEqual(self.client.post("/pieces").status_code, 405)

    def test_unknown_api_paths_are_404(self) -> None:
        self.assertEqual(self.client.get("/api/nothing").status_code, 404)

    @override_settings(INDEX_HTML=Path("/nonexistent"))
    def test_an_unbuilt_front_end_is_a_404_in_words(self) -> None:
        self.assertEqual(self.client.get("/").status_code, 404)


class Settings(SimpleTestCase):
    def ask_settings(self, expression: str, **environment: str) -> str:
        code = f"import studio.settings as s; print({expression})"
        clean = {k: v for k, v in os.environ.items() if not k.startswith("COLD_CRADLE")}
        found = subprocess.run(
            [sys.executable, "-c", code], cwd=ROOT, env=clean | environment, capture_output=True, text=True, check=True
        )
        return found.stdout.strip()

    def test_the_safe_ones_are_the_default(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            got = self.ask_settings(
                "s.DEBUG, s.DEMO, '*' in s.ALLOWED_HOSTS, s.SESSION_COOKIE_HTTPONLY", COLD_CRADLE_VAR=folder
            )
            self.assertEqual(got, "False False False True")
            got = self.ask_settings(
                "s.SESSION_COOKIE_SECURE, s.CSRF_COOKIE_SECURE, s.SECURE_HSTS_SECONDS > 0",
                COLD_CRADLE_VAR=folder,
                COLD_CRADLE_HTTPS="1",
            )
            self.assertEqual(got, "True True True")

    def test_the_secret_is_made_once_and_kept_to_its_owner(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            first = self.ask_settings("s.SECRET_KEY", COLD_CRADLE_VAR=folder)
            self.assertEqual(first, self.ask_settings("s.SECRET_KEY", COLD_CRADLE_VAR=folder))
            self.assertGreater(len(first), 60)
            self.assertEqual(stat.S_IMODE((Path(folder) / "secret-key").stat().st_mode), 0o600)
            self.assertEqual(self.ask_settings("s.SECRET_KEY", COLD_CRADLE_VAR=folder, COLD_CRADLE_SECRET_KEY="x"), "x")


class Demo(TestCase):
    def test_three_pieces_at_different_points_two_kilns_and_a_rack(self) -> None:
        studio = load_demo(datetime(2026, 11, 23, 12, tzinfo=UTC), with_history=False)
        states = {p.name: planned(p).stage().states for p in Piece.objects.of(studio)}
        self.assertEqual(states["Lamp-room prism"]["glass"], "enough")
        self.assertEqual(states["Harbour-mark paperweight"]["glass"], "not enough")
        block = planned(Piece.objects.get(name="Leading-light block")).stage()
        assert block.heat is not None
        self.assertGreater(block.heat.total_s, 5 * 86400)
        self.assertEqual(Kiln.objects.of(studio).count(), 2)
        self.assertTrue(any(rack_of(kind) for kind in GlassKind.objects.of(studio)))
        self.assertFalse(person_of(studio).has_usable_password())

    def test_four_months_of_firings_one_that_runs_and_one_that_waits(self) -> None:
        now = datetime(2026, 11, 23, 12, tzinfo=UTC)
        studio = load_demo(now)
        opened = Firing.objects.of(studio).filter(state="opened")
        self.assertEqual(opened.count(), 12)
        self.assertEqual({f.kiln.name for f in opened}, {"Tern", "Eider"})
        self.assertGreater(Reading.objects.filter(firing__in=opened).count(), 3000)
        waiting = Firing.objects.of(studio).get(state="running", is_simulated=False)
        _, state, _ = state_of(waiting, None, now)
        self.assertEqual(state.may_open.word, "yes")
        running = Firing.objects.of(studio).get(state="running", is_simulated=True)
        _, state, _ = state_of(running, None, now)
        self.assertEqual(state.steps[state.place.step].key, "cast")
        first = {}
        for name in ("Berth pennant slab, autumn", "Harbour-mark paperweight, gift", "Pilot’s bowl, first try"):
            stage = Stage.objects.get(piece__name=name)
            found = aftermath_of(stage.firing, stage, now)
            first[name] = found.causes[0].key
            self.assertIsNotNone(found.residue)
        self.assertEqual(list(first.values()), ["power", "power", "too-little-heat"])

    def test_loading_again_changes_nothing(self) -> None:
        studio = load_demo(datetime(2026, 11, 23, 12, tzinfo=UTC), with_history=False)
        Piece.objects.of(studio).update(name="Kept")
        load_demo(datetime(2026, 12, 1, 12, tzinfo=UTC))
        self.assertEqual(set(Piece.objects.of(studio).values_list("name", flat=True)), {"Kept"})


class Commands(TestCase):
    def plan(self, text: str) -> str:
        with tempfile.NamedTemporaryFile("w", suffix=".json", encoding="utf-8") as file:
            file.write(text)
            file.flush()
            out = io.StringIO()
            call_command("plan_piece", file.name, stdout=out)
            return out.getvalue()

    def test_a_document_is_planned_without_a_database(self) -> None:
        with self.assertNumQueries(0):
            found = json.loads(self.plan(json.dumps(document())))
        self.assertEqual(found["stages"][0]["thread"][2]["shown"]["metric"]["text"], "810 g")

    def test_the_demos_own_documents_are_planned_as_they_lie_there(self) -> None:
        with self.assertNumQueries(0):
            for path in sorted((Path(settings.ROOT) / "studio/demo/pieces").glob("*.json")):
                found = json.loads(self.plan(path.read_text("utf-8")))
                self.assertEqual(found["name"], json.loads(path.read_text("utf-8"))["name"])
                self.assertTrue(all(stage["figures"]["charge_mass"]["value"] >= 0 for stage in found["stages"]), path)
        with self.assertRaisesRegex(CommandError, "glass.kind"):
            self.plan(json.dumps(document(glass__kind="nobody's glass")))

    def test_bad_input_is_one_clear_line(self) -> None:
        with self.assertRaisesRegex(CommandError, "cradle.wall: expected a wall of at least 0 mm") as caught:
            self.plan(json.dumps(document(cradle__wall="-1 mm")))
        self.assertNotIn("\n", str(caught.exception))
        with self.assertRaisesRegex(CommandError, "No such file"):
            call_command("plan_piece", "/nonexistent.json")

    def test_the_api_description_is_the_same_bytes_each_time(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            paths = [Path(folder) / name for name in ("a.json", "b.json")]
            for path in paths:
                call_command("export_openapi", path)
            self.assertEqual(paths[0].read_bytes(), paths[1].read_bytes())

    def test_a_studio_begins_with_glass_but_no_pieces(self) -> None:
        studio = studio_of_one("New")
        self.assertEqual(GlassKind.objects.of(studio).count(), 6)
        self.assertEqual(Piece.objects.of(studio).count(), 0)
