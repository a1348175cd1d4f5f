"""The page of a firing: what lies in it, berths kept and undone, joining and leaving from either side."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

from coldcradle.errors import ColdCradleError
from studio.actions.bringing_in import import_piece
from studio.actions.firing_life import begin
from studio.actions.shelf import save_kiln
from studio.models import Firing, Kiln, Piece, Stage
from tests.core.test_rule_samples import begun
from tests.documents import BIG_KILN
from tests.studio.base import StudioTest

ZONED = BIG_KILN | {
    "posts": ["25 mm", "50 mm"],
    "zones": [
        {"name": "front", "offset": "-12 °C", "at": [0.5, 0.1]},
        {"name": "back", "offset": "8 °C", "at": [0.5, 0.9]},
    ],
}


class LoadTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        save_kiln(self.studio, kiln=None, version=None, document=dict(ZONED), system="metric")
        self.bowl, self.shade = self.new("slump", "Bowl"), self.new("drape", "Shade")
        self.firing = self.stage(self.bowl).firing

    def new(self, process: str, name: str, **more: Any) -> Piece:
        whole = begun(process) | {"name": name} | more
        whole["stages"][0]["heat"]["kiln"] = dict(ZONED)
        whole["stages"][0]["glass"]["kind"] = self.kind("fusing-90-clear").document
        return import_piece(self.studio, whole)

    @staticmethod
    def stage(piece: Piece) -> Stage:
        return Stage.objects.select_related("firing").get(piece=piece, order=0)

    def put_in(self, piece: Piece, *, version: int | None = None) -> Any:
        piece.refresh_from_db()
        body = {"stage_id": self.stage(piece).pk, "piece_version": version or piece.version}
        return self.ask("POST", f"/firings/{self.firing.pk}/put-in", body)

    def take_out(self, piece: Piece) -> Any:
        piece.refresh_from_db()
        body = {"stage_id": self.stage(piece).pk, "piece_version": piece.version}
        return self.ask("POST", f"/firings/{self.firing.pk}/take-out", body)

    def page(self) -> Any:
        return self.ask("GET", f"/firings/{self.firing.pk}").json()

    def berth(self, piece: Piece, x: str = "300 mm", y: str = "450 mm", **more: Any) -> dict[str, Any]:
        return {"member": str(self.stage(piece).pk), "x": x, "y": y} | more

    def keep(self, *berths: dict[str, Any], version: int | None = None, shelves: Any = ()) -> Any:
        self.firing.refresh_from_db()
        body = {"version": version or self.firing.version, "load": {"berths": berths, "shelves": list(shelves)}}
        return self.ask("POST", f"/firings/{self.firing.pk}/berths", body)


class Together(LoadTest):
    def test_alone_it_has_its_own_programme_and_together_one_for_both(self) -> None:
        alone = self.page()
        self.assertEqual([m["word"] for m in alone["members"]], ["good"])
        both = self.put_in(self.shade).json()
        self.assertEqual({m["name"]: m["word"] for m in both["members"]}, {"Bowl": "good", "Shade": "good"})
        self.assertIn("Both go together", both["answer"]["metric"])
        for piece in (self.bowl, self.shade):  # the page of each says the same programme
            plan = self.ask("GET", f"/pieces/{piece.pk}").json()
            self.assertEqual(
                [(s["key"], s["to_c"]) for s in plan["plan"]["heat"]["steps"]],
                [(s["key"], s["to_c"]) for s in both["steps"]],
            )
            self.assertEqual(plan["firing"]["load"]["word"], "good")

    def test_an_edit_of_one_moves_the_programme_of_the_other(self) -> None:
        before = self.put_in(self.shade).json()
        self.bowl.refresh_from_db()
        change = {"version": self.bowl.version, "changes": [{"path": "stage.heat.target", "value": "gentle"}]}
        self.assertEqual(self.ask("PATCH", f"/pieces/{self.bowl.pk}", change).status_code, 200)
        thick = {"path": "stage.layup.thick", "value": "14 mm"}
        self.bowl.refresh_from_db()
        edited = self.ask("PATCH", f"/pieces/{self.bowl.pk}", {"version": self.bowl.version, "changes": [thick]})
        self.assertEqual(edited.status_code, 200)
        after = self.page()
        self.assertNotEqual(before["total"], after["total"])
        other = self.ask("GET", f"/pieces/{self.shade.pk}").json()
        self.assertEqual([s["to_c"] for s in other["plan"]["heat"]["steps"]], [s["to_c"] for s in after["steps"]])

    def test_what_was_put_in_comes_out_with_its_own_programme_again(self) -> None:
        alone = self.ask("GET", f"/pieces/{self.shade.pk}").json()["plan"]["heat"]
        self.put_in(self.shade)
        out = self.take_out(self.shade)
        self.assertEqual(out.status_code, 200)
        self.assertEqual([m["name"] for m in out.json()["members"]], ["Bowl"])
        again = self.ask("GET", f"/pieces/{self.shade.pk}").json()["plan"]["heat"]
        self.assertEqual([s["to_c"] for s in again["steps"]], [s["to_c"] for s in alone["steps"]])

    def test_what_waits_is_offered_the_best_first_with_the_reason(self) -> None:
        self.new("full", "Tile")
        found = self.ask("GET", f"/firings/{self.firing.pk}/waiting").json()
        by = {row["name"].partition(",")[0]: row for row in found}
        self.assertTrue(by["Shade"]["fits"])
        self.assertFalse(by["Tile"]["fits"])
        self.assertIn("no peak serves", by["Tile"]["says"]["metric"])
        self.assertLess([r["name"] for r in found].index(by["Shade"]["name"]), len(found) - 1)
        self.assertNotIn("Bowl", by)

    def test_a_document_of_one_that_lies_with_others_plans_the_same_elsewhere_and_comes_in_alone(self) -> None:
        self.put_in(self.shade)
        copied = self.ask("GET", f"/pieces/{self.shade.pk}/document").json()
        self.assertTrue(copied["stages"][0]["heat"]["share"]["steps"])
        brought = self.ask("POST", "/pieces/import", copied)
        self.assertEqual(brought.status_code, 201, brought.content[:300])
        self.assertNotIn("share", brought.json()["stage"]["heat"])

    def test_begun_each_is_frozen_with_the_programme_for_all(self) -> None:
        both = self.put_in(self.shade).json()
        for line in self.ask("GET", f"/firings/{self.firing.pk}/before").json()["lines"]:
            human = line["check"]["by"] == "human"
            tick = {"stage_id": line["stage_id"], "rule": line["check"]["rule"], "is_done": human, "reason": "seen"}
            self.ask("POST", f"/firings/{self.firing.pk}/checks", tick)
        self.firing.refresh_from_db()
        now = datetime(2026, 11, 30, 9, 0, tzinfo=UTC)
        begin(self.firing, key="k", is_simulated=True, at=None, now=now)
        self.firing.refresh_from_db()
        peaks = [
            [s["to"] for s in kept["document"]["stages"][-1]["heat"]["share"]["steps"] if s["key"] == "cast"]
            for kept in (self.firing.frozen or {})["stages"]
        ]
        told = next(s["to_c"] for s in both["steps"] if s["key"] == "cast")
        self.assertEqual(peaks, [[f"{told:g} °C"]] * 2)
        # a running firing takes nobody, lets nobody go, and its berths stay
        self.assertEqual(self.put_in(self.new("slump", "Late")).status_code, 422)
        self.assertEqual(self.take_out(self.shade).status_code, 422)
        self.assertEqual(self.keep(self.berth(self.bowl)).status_code, 422)

    def test_one_that_the_kiln_cannot_do_stops_the_firing_of_all(self) -> None:
        self.put_in(self.shade)
        self.shade.refresh_from_db()
        hot = {"path": "stage.heat.peak_at", "value": "1400 °C"}
        body = {"version": self.shade.version, "changes": [hot]}
        self.assertEqual(self.ask("PATCH", f"/pieces/{self.shade.pk}", body).status_code, 200)
        page = self.page()
        self.assertIn("cannot", page["answer"]["metric"])
        self.assertIsNone(page["line"])
        bowl = self.ask("GET", f"/pieces/{self.bowl.pk}").json()
        self.assertEqual(bowl["firing"]["load"]["word"], "unsafe")
        self.firing.refresh_from_db()
        with self.assertRaises(ColdCradleError):
            begin(self.firing, key="k", is_simulated=True, at=None, now=datetime(2026, 11, 30, 9, tzinfo=UTC))
        self.firing.refresh_from_db()
        self.assertIsNone(self.firing.started_at)

    def test_what_was_put_away_does_not_go_into_the_kiln(self) -> None:
        self.put_in(self.shade)
        Piece.objects.filter(pk=self.shade.pk).update(is_put_away=True)
        self.assertEqual([m["name"] for m in self.page()["members"]], ["Bowl"])
        lines = self.ask("GET", f"/firings/{self.firing.pk}/before").json()["lines"]
        self.assertEqual({line["piece"] for line in lines}, {"Bowl"})


class Refused(LoadTest):
    def test_another_studios_stage_and_firing_are_not_there(self) -> None:
        stranger = self.new_studio("Plover")
        theirs = import_piece(stranger, begun("slump"))
        body = {"stage_id": self.stage(theirs).pk, "piece_version": theirs.version}
        self.assertEqual(self.ask("POST", f"/firings/{self.firing.pk}/put-in", body).status_code, 404)
        foreign = self.stage(theirs).firing_id
        for way in ("", "/waiting", f"/members/{self.stage(theirs).pk}"):
            self.assertEqual(self.ask("GET", f"/firings/{foreign}{way}").status_code, 404, way)
        for way in ("berths", "arrange", "berths/undo"):
            told = {"version": 1, "load": {"berths": [], "shelves": []}}
            self.assertEqual(self.ask("POST", f"/firings/{foreign}/{way}", told).status_code, 404, way)

    def test_what_is_made_from_it_never_lies_beside_it(self) -> None:
        then = {"version": self.bowl.version, "after": self.stage(self.bowl).key, "process": "polish"}
        added = self.ask("POST", f"/pieces/{self.bowl.pk}/stages", then)
        self.assertEqual(added.status_code, 201, added.content[:300])
        polish = Stage.objects.get(piece=self.bowl, order=1)
        self.bowl.refresh_from_db()
        body = {"stage_id": polish.pk, "piece_version": self.bowl.version}
        refused = self.ask("POST", f"/firings/{self.firing.pk}/put-in", body)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("made from", refused.json()["faults"][0]["message"])

    def test_two_pieces_crosswise_are_refused(self) -> None:
        other = self.new("slump", "Other")
        for piece in (self.bowl, other):
            piece.refresh_from_db()
            then = {"version": piece.version, "after": self.stage(piece).key, "process": "polish"}
            self.ask("POST", f"/pieces/{piece.pk}/stages", then)

        def join(what: Stage, into: Stage) -> int:
            piece = what.piece
            piece.refresh_from_db()
            body = {"stage_id": what.pk, "piece_version": piece.version}
            return int(self.ask("POST", f"/firings/{into.firing_id}/put-in", body).status_code)

        first, second = Stage.objects.get(piece=self.bowl, order=0), Stage.objects.get(piece=self.bowl, order=1)
        one, two = Stage.objects.get(piece=other, order=0), Stage.objects.get(piece=other, order=1)
        self.assertEqual(join(two, first), 200)  # the other's second beside the bowl's first
        second.refresh_from_db()
        self.assertEqual(join(second, one), 422)  # then the bowl's second cannot lie beside the other's first

    def test_berths_of_strangers_and_nonsense_are_words_and_nothing_is_kept(self) -> None:
        for berth in (
            {"member": str(self.stage(self.shade).pk), "x": "1 mm", "y": "1 mm"},
            {"member": "nobody", "x": "1 mm", "y": "1 mm"},
            self.berth(self.bowl, x="far"),
            self.berth(self.bowl, x="1e9 m"),
            self.berth(self.bowl, turn="9999"),
            self.berth(self.bowl, shelf=99),
        ):
            answer = self.keep(berth)
            self.assertEqual(answer.status_code, 422, berth)
            self.assertTrue(answer.json()["faults"], berth)
        self.assertEqual(self.page()["load"], {"shelves": [], "berths": []})

    def test_a_firing_in_which_nothing_lies_any_more_is_not_there(self) -> None:
        old = self.stage(self.shade).firing
        self.put_in(self.shade)
        self.assertEqual(self.ask("GET", f"/firings/{old.pk}").status_code, 404)


class Berths(LoadTest):
    def test_a_berth_is_kept_undone_and_done_again(self) -> None:
        kept = self.keep(self.berth(self.bowl)).json()
        self.assertEqual([i["berth"] for i in kept["layout"]["items"]], [0])
        self.assertAlmostEqual(kept["layout"]["items"][0]["x_m"], 0.3)
        undone = self.ask("POST", f"/firings/{self.firing.pk}/berths/undo", {"version": kept["version"]}).json()
        self.assertEqual([i["berth"] for i in undone["layout"]["items"]], [-1])
        again = self.ask("POST", f"/firings/{self.firing.pk}/berths/redo", {"version": undone["version"]}).json()
        self.assertEqual([i["berth"] for i in again["layout"]["items"]], [0])

    def test_two_windows_that_drag_one_berth_do_not_overwrite_one_another(self) -> None:
        version = self.page()["version"]
        self.assertEqual(self.keep(self.berth(self.bowl), version=version).status_code, 200)
        late = self.keep(self.berth(self.bowl, x="500 mm"), version=version)
        self.assertEqual(late.status_code, 409)
        self.assertAlmostEqual(late.json()["theirs"]["layout"]["items"][0]["x_m"], 0.3)

    def test_a_cool_place_is_allowed_for(self) -> None:
        def told(y: str) -> float:
            self.keep(self.berth(self.bowl, y=y))
            heat = self.ask("GET", f"/pieces/{self.bowl.pk}").json()["plan"]["heat"]
            return max(step["to_c"] for step in heat["told"]["steps"]) if "to_c" in heat["told"]["steps"][0] else 0.0

        front, back = told("120 mm"), told("800 mm")
        self.assertEqual(self.page()["members"][0]["place"], "back")
        self.assertGreaterEqual(front, back)

    def test_laid_out_anew_all_have_sound_berths_and_what_is_locked_stays(self) -> None:
        self.put_in(self.shade)
        self.keep(self.berth(self.bowl, x="600 mm", y="600 mm", locked=True))
        laid = self.ask("POST", f"/firings/{self.firing.pk}/arrange", {"version": self.page()["version"]}).json()
        self.assertTrue(laid["layout"]["is_sound"])
        at = {i["name"]: (i["x_m"], i["is_locked"], i["berth"]) for i in laid["layout"]["items"]}
        self.assertAlmostEqual(at["Bowl"][0], 0.6)
        self.assertTrue(at["Bowl"][1])
        self.assertGreaterEqual(at["Shade"][2], 0)

    def test_shelves_too_low_and_posts_that_are_not_there_are_told(self) -> None:
        page = self.keep(self.berth(self.bowl), shelves=[{"posts": "25 mm"}, {"posts": "60 mm"}]).json()
        words = [f["metric"] for level in page["layout"]["levels"] for f in level["faults"]]
        self.assertTrue(any("no posts of 60 mm" in w for w in words), words)
        self.assertTrue(any("Too high by" in f["metric"] for f in page["layout"]["items"][0]["faults"]))

    def test_a_shelf_heavier_loaded_than_it_bears_is_told(self) -> None:
        for bears, is_told in (("1 kg", True), ("90 kg", False)):
            page = self.keep(self.berth(self.bowl), shelves=[{"posts": "25 mm", "bears": bears}]).json()
            words = [f["metric"] for level in page["layout"]["levels"] for f in level["faults"]]
            self.assertEqual(any("bears" in w for w in words), is_told, bears)

    def test_berths_of_one_that_left_wait_for_it(self) -> None:
        self.put_in(self.shade)
        self.keep(self.berth(self.bowl), self.berth(self.shade, x="700 mm"))
        self.take_out(self.shade)
        self.assertEqual(len(self.page()["layout"]["items"]), 1)
        self.put_in(self.shade)
        self.assertEqual(len([i for i in self.page()["layout"]["items"] if i["berth"] >= 0]), 2)


class Series(LoadTest):
    def test_how_many_alike_is_a_change_to_undo(self) -> None:
        change = {"version": self.bowl.version, "changes": [{"path": "alike", "value": 9}]}
        nine = self.ask("PATCH", f"/pieces/{self.bowl.pk}", change).json()
        self.assertIn("series_mass", nine["plan"]["figures"])
        self.assertEqual(self.page()["members"][0]["copies"], 9)
        back = self.ask("POST", f"/pieces/{self.bowl.pk}/undo", {"version": nine["version"]}).json()
        self.assertNotIn("series_mass", back["plan"]["figures"])
        self.bowl.refresh_from_db()
        self.assertEqual(self.bowl.alike, 1)

    def test_nonsense_is_refused_and_nothing_is_kept(self) -> None:
        for path, value in (("alike", 0), ("alike", 201), ("alike", "many"), ("due", "soon"), ("due", "1900-01-01")):
            change = {"version": self.bowl.version, "changes": [{"path": path, "value": value}]}
            self.assertEqual(self.ask("PATCH", f"/pieces/{self.bowl.pk}", change).status_code, 422, (path, value))
        self.bowl.refresh_from_db()
        self.assertEqual((self.bowl.alike, self.bowl.due_on), (1, None))

    def test_a_kiln_that_is_in_use_stays(self) -> None:
        kiln = Kiln.objects.of(self.studio).get(name="Eider")
        self.assertTrue(Firing.objects.filter(kiln=kiln).exists())
