"""Pieces over the API: an edit brings a new plan back, and nothing typed is lost."""

from __future__ import annotations

import json
from unittest import mock

from django.test import Client

from studio.demo.load import load_many
from studio.models import Cradle, Piece, Revision
from tests.documents import BIG_KILN, document
from tests.people import person_of
from tests.studio.base import AT, StudioTest


class ReadContext(StudioTest):
    def test_a_piece_comes_with_its_plan_and_its_entries(self) -> None:
        got = self.ask("GET", f"/pieces/{self.piece.pk}").json()
        self.assertEqual(got["plan"]["states"]["cradle"], "measured")
        self.assertEqual(got["entries"][AT + "cradle.level.bore"]["shown"]["us"]["text"], "2.91 in")
        self.assertEqual(len(got["plan"]["thread"]), 7)

    def test_the_list_shows_threads_and_finds_by_name(self) -> None:
        load_many(self.studio, 45)
        page = self.ask("GET", "/pieces").json()
        self.assertEqual((len(page["rows"]), page["count"], page["all"]), (40, 46, 46))
        rest = self.ask("GET", "/pieces?offset=40").json()
        self.assertEqual(len(rest["rows"]), 6)
        found = self.ask("GET", "/pieces?search=PRISM").json()
        self.assertEqual([r["name"] for r in found["rows"]], ["Lamp-room prism"])
        self.assertEqual(self.ask("GET", "/pieces?search=%25_%00").json()["count"], 0)
        self.assertEqual(self.ask("GET", "/pieces?offset=-1").status_code, 422)

    def test_a_kiln_that_changed_makes_lists_new(self) -> None:
        before = self.ask("GET", "/pieces").json()["rows"][0]
        answer = self.ask("PATCH", f"/kilns/{self.kiln.pk}", {"version": 1, "document": {"fall": "14 h"}})
        self.assertEqual(answer.status_code, 200, answer.content)
        after = self.ask("GET", "/pieces").json()["rows"][0]
        self.assertNotEqual(before["opens_at"], after["opens_at"])

    def test_there_are_no_pieces_at_first(self) -> None:
        self.client.force_login(person_of(self.new_studio("Plover")))
        self.assertEqual(self.ask("GET", "/pieces").json(), {"rows": [], "count": 0, "all": 0, "pending": 0})


class Changing(StudioTest):
    def test_an_edit_ripples_along_the_thread(self) -> None:
        answer = self.change({AT + "cradle.level.fall": "80 mm"})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(self.bead(answer, "cradle_volume"), "344 mL")
        self.assertEqual(answer.json()["version"], 2)

    def test_a_bare_number_keeps_the_unit_of_the_screen(self) -> None:
        answer = self.change({AT + "cradle.line": "2 1/2"}, system="us").json()
        self.assertEqual(answer["stage"]["cradle"]["line"], "2 1/2 in")
        again = self.ask("GET", f"/pieces/{self.piece.pk}").json()
        self.assertEqual(again["entries"][AT + "cradle.line"]["shown"]["metric"]["text"], "63.5 mm")

    def test_nonsense_is_refused_at_its_field_and_changes_nothing(self) -> None:
        for typed, words in (
            ("abc", "cannot be read"),
            ("-3", "above 0 mm, got -3"),
            ("1e9 km", "of at most"),
            ("", "nothing is written"),
            ("0 mm", "above 0 mm"),
            ("NaN", "cannot be read"),
        ):
            with self.subTest(typed):
                answer = self.change({AT + "cradle.level.bore": typed})
                self.assertEqual(answer.status_code, 422)
                fault = answer.json()["faults"][0]
                self.assertEqual(fault["path"], AT + "cradle.level.bore")
                self.assertIn(words, fault["message"])
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).version, 1)
        self.assertEqual(Revision.objects.filter(piece=self.piece).count(), 1)

    def test_changes_go_together_or_not_at_all(self) -> None:
        answer = self.change({AT + "cradle.wall": "20 mm", AT + "cradle.line": "9 m"})
        self.assertEqual(answer.status_code, 422)
        stands = self.ask("GET", f"/pieces/{self.piece.pk}").json()
        self.assertEqual(stands["stage"]["cradle"]["wall"], "30 mm")

    def test_odd_paths_and_values_are_refused_never_an_error_of_ours(self) -> None:
        for path, value in (
            ("", "x"),
            ("nowhere", "x"),
            ("stages", []),
            ("stages.7.cradle.line", "3 mm"),
            (AT + "cradle.parts.x.bore", "1"),
            (AT + "cradle.line.deeper", "x"),
            ("a." * 50 + "b", 1),
            (AT + "cradle.parts", {}),
            (AT + "cradle.line", 5),
            (AT + "cradle", None),
            ("version", 2),
            (AT + "glass.kind.density", "9 kg/m³"),
            (AT + "heat.kiln.power", "1 kW"),
            (AT + "glass.rack.nuggets", "9 kg"),
            (AT + "kind_id", 10**30),
            (AT + "kind_id", "x"),
            (AT + "kiln_id", -1),
            (AT + "cradle.parts.-9.bore", "3 mm"),
            ("name", "\ud800"),
            ("name", "a\u0000b"),
            ("name", "x" * 500),
        ):
            with self.subTest(path=path, value=value):
                self.assertIn(self.change({path: value}).status_code, (404, 422))
        self.assertEqual(self.ask("PATCH", f"/pieces/{self.piece.pk}", {"version": 1, "changes": []}).status_code, 422)

    def test_another_glass_and_kiln_are_chosen_by_number(self) -> None:
        answer = self.change({AT + "kind_id": self.kind("borosilicate").pk})
        self.assertEqual(answer.json()["stage"]["glass"]["kind"]["name"], "borosilicate 3.3")
        self.assertEqual(answer.json()["kind_id"], self.kind("borosilicate").pk)

    def test_names_in_any_writing_are_kept(self) -> None:
        name = 'Prisme n° 4 – 灯室 🜂 "x" <b>'
        self.assertEqual(self.change({"name": name}).json()["name"], name)
        self.assertEqual(self.change({"name": "   "}).status_code, 422)


class TwoWindows(StudioTest):
    def test_the_second_to_save_is_told_and_sees_both(self) -> None:
        self.assertEqual(self.change({AT + "cradle.wall": "20 mm"}, version=1).status_code, 200)
        late = self.change({AT + "cradle.wall": "40 mm"}, version=1)
        self.assertEqual(late.status_code, 409)
        theirs = late.json()["theirs"]
        self.assertEqual(theirs["entries"][AT + "cradle.wall"]["typed"], "20 mm")
        self.assertIn("another window", late.json()["message"])
        self.assertEqual(self.change({AT + "cradle.wall": "40 mm"}, version=theirs["version"]).status_code, 200)

    def test_undo_of_an_old_state_is_refused_too(self) -> None:
        self.change({AT + "cradle.wall": "20 mm"})
        self.assertEqual(self.ask("POST", f"/pieces/{self.piece.pk}/undo", {"version": 1}).status_code, 409)

    def test_a_rack_and_a_kiln_are_guarded_as_well(self) -> None:
        kind = self.kind()
        body = {"version": kind.version, "rack": {"nuggets": "2 kg"}}
        self.assertEqual(self.ask("PATCH", f"/glass/{kind.pk}", body).status_code, 200)
        self.assertEqual(self.ask("PATCH", f"/glass/{kind.pk}", body).status_code, 409)


class UndoAndRedo(StudioTest):
    def step(self, which: str) -> dict[str, object]:
        version = Piece.objects.get(pk=self.piece.pk).version
        answer = self.ask("POST", f"/pieces/{self.piece.pk}/{which}", {"version": version})
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def wall(self, got: dict[str, object]) -> str:
        return got["stage"]["cradle"]["wall"]  # type: ignore[index]  # as read from JSON

    def test_there_and_back(self) -> None:
        self.change({AT + "cradle.wall": "20 mm"})
        self.change({AT + "cradle.wall": "40 mm"})
        self.assertEqual(self.wall(self.step("undo")), "20 mm")
        self.assertEqual(self.wall(self.step("undo")), "30 mm")
        self.assertEqual(self.wall(self.step("redo")), "20 mm")
        last = self.step("redo")
        self.assertEqual((self.wall(last), last["redoes"]), ("40 mm", None))

    def test_kiln_glass_start_and_name_come_back_too(self) -> None:
        self.change(
            {AT + "kind_id": self.kind("float-clear").pk, "name": "Other", AT + "heat.starts_at": "2027-01-01T09:00"}
        )
        got = self.step("undo")
        stage = got["stage"]
        self.assertEqual(
            (got["name"], stage["glass"]["kind"]["key"], stage["heat"]["starts_at"]),  # type: ignore[index]  # as read from JSON
            ("Lamp-room prism", "casting-crystal", "2026-11-23T16:00"),
        )

    def test_another_kiln_is_taken_back_with_all_that_follows_from_it(self) -> None:
        made = self.ask("POST", "/kilns", {"document": BIG_KILN}).json()
        before = self.ask("GET", f"/pieces/{self.piece.pk}").json()
        other = self.change({AT + "kiln_id": made["id"]}).json()
        self.assertEqual(other["kiln_id"], made["id"])
        self.assertNotEqual(other["plan"]["heat"]["total_s"], before["plan"]["heat"]["total_s"])
        back = self.step("undo")
        self.assertEqual(
            (back["kiln_id"], back["plan"]["heat"]["total_s"]),  # type: ignore[index]
            (before["kiln_id"], before["plan"]["heat"]["total_s"]),
        )
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).stages.get().firing.kiln_id, before["kiln_id"])
        self.assertEqual(self.step("redo")["kiln_id"], made["id"])

    def test_an_edit_after_undo_leads_elsewhere_and_keeps_the_old_way(self) -> None:
        self.change({AT + "cradle.wall": "20 mm"})
        self.step("undo")
        self.change({AT + "cradle.wall": "50 mm"})
        self.assertEqual(self.wall(self.step("undo")), "30 mm")
        self.assertEqual(self.wall(self.step("redo")), "50 mm")
        self.assertEqual(Revision.objects.filter(piece=self.piece).count(), 3)

    def test_at_either_end_nothing_happens(self) -> None:
        self.assertEqual(self.step("undo")["version"], 1)
        self.assertEqual(self.step("redo")["undoes"], None)


class MakingAndCopying(StudioTest):
    def new(self, **more: object) -> dict[str, object]:
        return {
            "name": "Tide token",
            "kind_id": self.kind().pk,
            "kiln_id": self.kiln.pk,
            "starts_at": "2026-12-01T08:00",
            "zone": "Europe/London",
            **more,
        }

    def test_a_new_piece_of_every_shape_is_planned_and_says_it_is_not_measured(self) -> None:
        for shape in ("cylinder", "frustum", "box", "cap"):
            answer = self.ask("POST", "/pieces", self.new(shape=shape))
            self.assertEqual(answer.status_code, 201, answer.content)
            self.assertEqual(answer.json()["plan"]["states"]["cradle"], "not measured yet")

    def test_measuring_a_size_makes_it_measured(self) -> None:
        self.piece = Piece.objects.get(pk=self.ask("POST", "/pieces", self.new()).json()["id"])
        got = self.change({AT + "cradle.parts.0.bore": "3 in", AT + "cradle.measured": True}).json()
        self.assertEqual(got["plan"]["states"]["cradle"], "measured")

    def test_a_cradle_from_the_shelf_begins_a_piece(self) -> None:
        shelved = self.ask("POST", "/cradles", {"piece_id": self.piece.pk}).json()
        self.assertEqual(shelved["holds"]["metric"]["text"], "311 mL")
        got = self.ask("POST", "/pieces", self.new(cradle_id=shelved["id"])).json()
        self.assertEqual(got["stage"]["cradle"]["name"], "Plaster cone")
        self.ask("POST", "/cradles", {"piece_id": self.piece.pk})
        self.assertEqual(Cradle.objects.of(self.studio).count(), 1)
        self.assertEqual(self.ask("POST", f"/cradles/{shelved['id']}/away").status_code, 200)
        self.assertEqual(self.ask("GET", "/cradles").json()["rows"], [])
        self.assertEqual(len(self.ask("GET", "/cradles?archived=true").json()["rows"]), 1)

    def test_bad_beginnings_are_refused(self) -> None:
        for more in ({"name": ""}, {"shape": "torus"}, {"starts_at": "soon"}, {"zone": "Moon"}):
            self.assertEqual(self.ask("POST", "/pieces", self.new(**more)).status_code, 422, more)
        self.assertEqual(self.ask("POST", "/pieces", self.new(kiln_id=999)).status_code, 404)
        self.assertEqual(Piece.objects.count(), 1)

    def test_a_copy_out_comes_in_again_as_it_was(self) -> None:
        out = self.client.get(f"/api/pieces/{self.piece.pk}/document")
        self.assertIn('filename="lamp-room-prism.piece.json"', out["Content-Disposition"])
        came = self.ask("POST", "/pieces/import", json.loads(out.content)).json()
        again = self.ask("GET", f"/pieces/{came['id']}/document").json()
        self.assertEqual(again, json.loads(out.content))
        self.assertEqual(came["kiln_id"], self.kiln.pk)

    def test_an_import_elsewhere_brings_its_glass_and_kiln_along(self) -> None:
        whole = document()
        whole["stages"][0]["glass"]["kind"]["density"] = "2600 kg/m³"
        whole["stages"][0]["heat"]["kiln"]["name"] = "Petrel"
        came = self.ask("POST", "/pieces/import", whole).json()
        self.assertNotEqual(came["kiln_id"], self.kiln.pk)
        self.assertEqual(len(self.ask("GET", "/kilns").json()), 2)
        self.assertEqual(len(self.ask("GET", "/glass").json()), 7)

    def test_an_import_is_all_or_nothing(self) -> None:
        whole = document(cradle__wall="-1 mm", cradle__line="abc")
        answer = self.ask("POST", "/pieces/import", whole)
        self.assertEqual((answer.status_code, len(answer.json()["faults"])), (422, 2))
        with (
            mock.patch("studio.actions.pieces.keep_revision", side_effect=RuntimeError),
            self.assertRaises(RuntimeError),
        ):
            self.ask("POST", "/pieces/import", document())
        self.assertEqual(Piece.objects.count(), 1)

    def test_wrong_files_are_refused_in_words(self) -> None:
        for raw, status in (
            (b"", 422),
            (b"{", 422),
            (b"\x89PNG\r\n", 422),
            (b"[]", 422),
            (b"x" * 2_050_000, 422),
            (b"x" * 3_000_000, 413),
        ):
            answer = self.client.post("/api/pieces/import", raw, content_type="application/json")
            self.assertEqual(answer.status_code, status, raw[:10])
            self.assertTrue(answer.json()["message"])

    def test_what_is_put_away_can_be_put_back(self) -> None:
        self.assertEqual(self.ask("POST", f"/pieces/{self.piece.pk}/away").status_code, 204)
        self.assertEqual(self.ask("GET", "/pieces").json()["count"], 0)
        self.assertEqual(self.ask("GET", "/pieces?put_away=true").json()["count"], 1)
        self.ask("POST", f"/pieces/{self.piece.pk}/away?away=false")
        self.assertEqual(self.ask("GET", "/pieces").json()["count"], 1)


class Ownership(StudioTest):
    def test_another_persons_rows_are_not_there(self) -> None:
        """Every route that takes a number answers 404 for somebody else's."""
        cradle = self.ask("POST", "/cradles", {"piece_id": self.piece.pk}).json()["id"]
        kind, kiln, piece = self.kind().pk, self.kiln.pk, self.piece.pk
        self.client.force_login(person_of(self.new_studio("Plover")))
        change = {"version": 1, "changes": [{"path": "name", "value": "Mine"}]}
        new = {"name": "x", "starts_at": "2026-12-01T08:00", "kind_id": kind, "kiln_id": kiln}
        for method, path, body in (
            ("GET", f"/pieces/{piece}", None),
            ("PATCH", f"/pieces/{piece}", change),
            ("POST", f"/pieces/{piece}/undo", {"version": 1}),
            ("POST", f"/pieces/{piece}/redo", {"version": 1}),
            ("POST", f"/pieces/{piece}/away", None),
            ("GET", f"/pieces/{piece}/document", None),
            ("POST", "/cradles", {"piece_id": piece}),
            ("POST", f"/cradles/{cradle}/away", None),
            ("PATCH", f"/glass/{kind}", {"version": 1, "rack": {}}),
            ("PATCH", f"/kilns/{kiln}", {"version": 1, "document": {}}),
            ("POST", "/pieces", new),
        ):
            with self.subTest(f"{method} {path}"):
                self.assertEqual(self.ask(method, path, body).status_code, 404)
        for path in ("/pieces", "/cradles", "/stock"):
            self.assertEqual(self.ask("GET", path).json()["rows"], [])
            self.assertEqual(self.ask("GET", path).json()["all"], 0)
        self.assertEqual(Piece.objects.get(pk=piece).version, 1)

    def test_signed_out_nothing_is_told(self) -> None:
        stranger = Client()
        for path in ("/pieces", f"/pieces/{self.piece.pk}", "/cradles", "/glass", "/kilns", "/choices"):
            self.assertEqual(stranger.get(f"/api{path}").status_code, 401)

    def test_absurd_numbers_are_no_errors_of_ours(self) -> None:
        for number in ("0", "-1", "9" * 30, "x", "1.5"):
            self.assertIn(self.ask("GET", f"/pieces/{number}").status_code, (404, 422))
