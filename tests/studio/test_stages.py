"""The chain of a piece over HTTP: stages put in, moved, taken out; undo across them; firings shared and not."""

from __future__ import annotations

from typing import Any

from studio.actions.bringing_in import import_piece
from studio.models import Firing, Piece, Stage
from tests.documents import KILN, document
from tests.studio.base import StudioTest


class StagesTest(StudioTest):
    def act(self, path: str, stage: str = "", **more: Any) -> Any:
        piece = Piece.objects.get(pk=self.piece.pk)
        return self.ask("POST", f"/pieces/{piece.pk}/{path}", {"version": piece.version, "stage": stage, **more})

    def then(self, process: str, after: str = "main", **more: Any) -> Any:
        answer = self.act("stages", after=after, process=process, **more)
        self.assertEqual(answer.status_code, 201, answer.content[:400])
        return answer.json()

    def keys(self) -> list[str]:
        return list(Stage.objects.filter(piece=self.piece).order_by("order").values_list("key", flat=True))

    def seen(self, stage: str = "") -> Any:
        return self.ask("GET", f"/pieces/{self.piece.pk}?stage={stage}").json()


class Chain(StagesTest):
    def test_a_further_stage_takes_in_what_the_last_gave_and_starts_once_that_is_open(self) -> None:
        came = self.then("polish")
        self.assertEqual((came["stage_key"], came["plan"]["family"]), ("polish", "lay"))
        self.assertEqual(came["stage"]["takes"], [{"from": "main", "count": 1}])
        first, second = came["chain"]["links"]
        self.assertEqual(second["travels"][0]["from_key"], "main")
        self.assertEqual(second["starts_at"], second["proposed"])
        weight = next(b for b in came["plan"]["thread"] if b["key"] == "piece_mass")["shown"]["metric"]["value"]
        self.assertEqual(weight, "794")  # the charge less what stays in the jar
        self.assertEqual(first["kiln"], second["kiln"])

    def test_stages_are_doubled_moved_and_taken_out_and_each_step_undone(self) -> None:
        self.then("polish")
        self.assertEqual(self.act("stages/polish/double").json()["stage_key"], "polish-2")
        self.assertEqual(self.keys(), ["main", "polish", "polish-2"])
        self.act("stages/polish-2/move", by=-1)
        self.assertEqual(self.keys(), ["main", "polish-2", "polish"])
        refused = self.act("stages/main/move", by=1)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("stand after what it takes in", refused.json()["message"])
        self.act("stages/polish/out")
        self.assertEqual(self.keys(), ["main", "polish-2"])
        for expected in (["main", "polish-2", "polish"], ["main", "polish", "polish-2"], ["main", "polish"], ["main"]):
            self.act("undo")
            self.assertEqual(self.keys(), expected)
        for expected in (["main", "polish"], ["main", "polish", "polish-2"]):
            self.act("redo")
            self.assertEqual(self.keys(), expected)
        self.assertEqual(self.seen("polish-2")["stage_key"], "polish-2")

    def test_what_a_stage_took_in_goes_on_when_it_is_taken_out(self) -> None:
        self.then("polish")
        self.then("slump", after="polish")
        self.act("stages/polish/out")
        self.assertEqual(self.seen("slump")["stage"]["takes"], [{"from": "main", "count": 1}])

    def test_a_piece_keeps_one_stage_and_has_at_most_twelve(self) -> None:
        self.assertIn("keep one stage", self.act("stages/main/out").json()["message"])
        for _ in range(11):
            self.assertEqual(self.act("stages/main/double").status_code, 201)
        self.assertEqual(self.act("stages/main/double").status_code, 422)
        self.assertEqual(len(self.keys()), 12)

    def test_an_old_version_is_refused_and_shown_both(self) -> None:
        body = {"version": 99, "stage": "main", "after": "main", "process": "polish"}
        answer = self.ask("POST", f"/pieces/{self.piece.pk}/stages", body)
        self.assertEqual(answer.status_code, 409)
        self.assertEqual(answer.json()["theirs"]["id"], self.piece.pk)

    def test_an_edit_of_one_stage_leaves_the_others_inputs_alone(self) -> None:
        self.then("polish")
        piece = Piece.objects.get(pk=self.piece.pk)
        body = {
            "version": piece.version,
            "stage": "polish",
            "changes": [{"path": "stage.layup.relief", "value": "soft"}, {"path": "name", "value": "Two of them"}],
        }
        came = self.ask("PATCH", f"/pieces/{piece.pk}", body).json()
        self.assertEqual((came["stage"]["layup"]["relief"], came["name"]), ("soft", "Two of them"))
        self.assertNotIn("relief", self.seen("main")["stage"]["layup"])
        bad = {**body, "version": came["version"], "changes": [{"path": "stage.layup.length", "value": "-3"}]}
        refused = self.ask("PATCH", f"/pieces/{piece.pk}", bad).json()
        self.assertEqual(refused["faults"][0]["path"], "stage.layup.length")

    def test_all_on_the_clock_is_one_step_to_undo(self) -> None:
        self.then("polish")
        self.then("slump", after="polish")
        early = {"version": Piece.objects.get(pk=self.piece.pk).version, "stage": "slump"}
        changes = [{"path": "stage.heat.starts_at", "value": "2026-11-23T17:00"}]
        self.ask("PATCH", f"/pieces/{self.piece.pk}", {**early, "changes": changes})
        clashing = self.seen()["chain"]
        self.assertTrue(any("is set to start" in f["metric"] for f in clashing["findings"]))
        placed = self.act("clock").json()
        self.assertFalse(any("is set to start" in f["metric"] for f in placed["chain"]["findings"]))
        self.assertEqual(placed["undoes"], "stages on the clock")
        back = self.act("undo").json()["chain"]
        self.assertEqual(
            [link["starts_at"] for link in back["links"]], [link["starts_at"] for link in clashing["links"]]
        )


class SharedFirings(StagesTest):
    def setUp(self) -> None:
        super().setUp()
        self.other = import_piece(self.studio, document())
        self.firing = Firing.objects.get(stages__piece=self.other)

    def start_of(self, piece: Piece) -> str:
        return self.ask("GET", f"/pieces/{piece.pk}").json()["stage"]["heat"]["starts_at"]

    def test_one_of_its_own_is_undone_with_the_piece(self) -> None:
        self.change({"stage.heat.starts_at": "2026-12-01T08:00"})
        self.change({"stage.cradle.wall": "31 mm"})
        self.act("undo")
        self.assertEqual(self.start_of(self.piece), "2026-12-01T08:00")
        self.act("undo")
        self.assertEqual(self.start_of(self.piece), "2026-11-23T16:00")
        self.act("redo")
        self.assertEqual(self.start_of(self.piece), "2026-12-01T08:00")

    def test_undoing_one_piece_never_moves_another(self) -> None:
        self.act("firing/join", "main", firing_id=self.firing.pk)
        self.change({"stage.heat.starts_at": "2026-12-01T08:00"})
        self.assertEqual(self.start_of(self.other), "2026-12-01T08:00")
        self.change({"stage.cradle.wall": "31 mm"})
        seen = self.act("undo").json()
        self.assertEqual(seen["stage"]["cradle"]["wall"], "30 mm")
        self.act("undo")
        self.assertEqual(self.start_of(self.other), "2026-12-01T08:00")

    def test_what_is_shared_is_undone_where_it_is_shared(self) -> None:
        joined = self.act("firing/join", "main", firing_id=self.firing.pk).json()
        self.assertEqual(joined["firing"]["shared_with"], [self.other.name])
        changed = self.change({"stage.heat.starts_at": "2026-12-01T08:00"}).json()
        self.assertEqual(changed["firing"]["undoes"], "starts_at")
        self.act("firing/undo", "main")
        self.assertEqual((self.start_of(self.piece), self.start_of(self.other)), ("2026-11-23T16:00",) * 2)
        self.act("firing/redo", "main")
        self.assertEqual(self.start_of(self.other), "2026-12-01T08:00")

    def test_an_edit_made_on_the_old_start_is_refused(self) -> None:
        self.act("firing/join", "main", firing_id=self.firing.pk)
        stands = self.ask("GET", f"/pieces/{self.other.pk}").json()["version"]
        self.change({"stage.heat.starts_at": "2026-12-01T08:00"})
        body = {"version": stands, "changes": [{"path": "name", "value": "Mine"}]}
        self.assertEqual(self.ask("PATCH", f"/pieces/{self.other.pk}", body).status_code, 409)

    def test_parting_keeps_kiln_and_start(self) -> None:
        self.act("firing/join", "main", firing_id=self.firing.pk)
        alone = self.act("firing/join", "main", firing_id=None).json()
        self.assertEqual(alone["firing"]["shared_with"], [])
        self.assertEqual(alone["kiln_id"], self.kiln.pk)
        self.change({"stage.heat.starts_at": "2026-12-02T08:00"})
        self.assertEqual(self.start_of(self.other), "2026-11-23T16:00")

    def test_one_programme_that_does_not_serve_all_is_said(self) -> None:
        alike = self.act("firing/join", "main", firing_id=self.firing.pk).json()
        self.assertEqual(alike["firing"]["load"]["word"], "good")
        hotter = self.change({"stage.glass.loss": "2 %", "stage.heat.peak_at": "950 °C"}).json()
        self.assertIn(hotter["firing"]["load"]["word"], ("short", "over"))
        self.assertIn("Not", hotter["firing"]["load"]["answer"]["metric"])

    def test_stages_of_one_piece_do_not_share_and_another_studios_firing_is_not_there(self) -> None:
        self.then("polish")
        mine = Stage.objects.get(piece=self.piece, key="main").firing_id
        self.assertEqual(self.act("firing/join", "polish", firing_id=mine).status_code, 422)
        theirs = import_piece(self.new_studio("Plover"), document(heat__kiln=KILN))
        foreign = Firing.objects.get(stages__piece=theirs).pk
        self.assertEqual(self.act("firing/join", "main", firing_id=foreign).status_code, 404)
        listed = self.ask("GET", "/firings").json()
        self.assertEqual(listed["count"], 3)
        self.assertNotIn(foreign, [row["id"] for row in listed["rows"]])


class Beginning(StagesTest):
    def test_every_process_begins_as_itself(self) -> None:
        """A new piece of every process is planned, says what it lacks, and wears no casting word unless filled."""
        choices = self.ask("GET", "/choices").json()
        kind = self.kind("fusing-90-clear")
        for process in choices["processes"]:
            body = {
                "name": process["name"],
                "process": process["key"],
                "kind_id": kind.pk,
                "kiln_id": self.kiln.pk,
                "starts_at": "2026-12-01T08:00",
            }
            with self.subTest(process["key"]):
                answer = self.ask("POST", "/pieces", body)
                self.assertEqual(answer.status_code, 201, answer.content[:300])
                plan = answer.json()["plan"]
                self.assertEqual(plan["family"], process["family"])
                self.assertEqual(set(plan["states"]), {"cradle", "glass", "layup", "heat"})
                self.assertEqual(plan["states"]["cradle"], "not measured yet")
                self.assertEqual(plan["section"] is None, process["family"] != "fill")
                self.assertEqual(plan["sketch"] is None, process["family"] == "fill")
                if process["family"] != "fill":
                    said = " ".join(
                        [*(a["metric"] for a in plan["answers"].values()), *(b["name"] for b in plan["thread"])]
                        + [f["says"]["metric"] + f["reason"]["metric"] for f in plan["findings"]]
                    )
                    self.assertNotRegex(said.lower(), r"casting|charge|\bholds\b|plaster|95 %|reserve|brim")

    def test_a_shape_that_is_none_and_a_process_that_is_none_are_refused(self) -> None:
        body = {"name": "x", "kind_id": self.kind().pk, "kiln_id": self.kiln.pk, "starts_at": "2026-12-01T08:00"}
        for more in ({"process": "boil"}, {"process": "slump", "shape": "blob"}, {"layup": {"length": "-3 mm"}}):
            self.assertEqual(self.ask("POST", "/pieces", body | more).status_code, 422)
