"""Steps at the bench in the studio: put in, undone, taken out, done, photographed; week and firings know of them."""

from __future__ import annotations

import io
import json
from datetime import datetime
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from PIL import Image

from studio.actions.bringing_in import import_piece
from studio.actions.shelf import save_rack
from studio.models import BenchRecord, Firing, Piece, Stage
from tests.core.test_rule_samples import begun
from tests.documents import BIG_KILN
from tests.people import person_of
from tests.staged import one, stage
from tests.studio.base import StudioTest


class BenchTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        self.glass = self.kind("fusing-90-clear")
        save_rack(self.glass, version=1, rack={"sheet": "40 kg"}, system="metric")
        first = stage("full", key="s0", layup__outline="oblong", layup__length="200 mm", layup__width="80 mm")
        first["layup"]["layers"] = one("3 mm", 2)
        self.piece = self.bring(first, stage("tack", takes=1))

    def bring(self, *stages: dict[str, Any], **more: Any) -> Piece:
        whole = {**begun("full"), "name": "Bar", "stages": list(stages), **more}
        for told in whole["stages"]:
            told["heat"] |= {"kiln": dict(BIG_KILN), "undated": True}
            told["glass"]["kind"] = self.glass.document
        return import_piece(self.studio, whole)

    def post(self, path: str, **body: Any) -> Any:
        self.piece.refresh_from_db()
        return self.ask("POST", f"/pieces/{self.piece.pk}/{path}", {"version": self.piece.version, **body})

    def add(self, does: str, after: str = "s0", **more: Any) -> Any:
        answer = self.post("bench", after=after, does=does, **more)
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        return answer.json()

    def edit(self, path: str, value: Any) -> Any:
        self.piece.refresh_from_db()
        body = {"version": self.piece.version, "changes": [{"path": path, "value": value}]}
        return self.ask("PATCH", f"/pieces/{self.piece.pk}", body)

    def takes(self, key: str = "s1") -> Any:
        return Stage.objects.get(piece=self.piece, key=key).inputs.get("takes")


class Steps(BenchTest):
    def test_a_step_goes_between_and_undo_takes_it_out_again(self) -> None:
        told = self.add("cut")
        self.assertEqual([s["key"] for s in told["steps"]], ["cut"])
        self.assertEqual(told["steps"][0]["stage"], "s0")
        self.assertEqual(self.takes(), [{"from": "cut", "count": 1}])
        undone = self.post("undo").json()
        self.assertEqual((undone["steps"], undone["redoes"]), ([], "then cut apart"))
        self.assertEqual(self.takes(), [{"from": "s0", "count": 1}])
        self.assertEqual([s["key"] for s in self.post("redo").json()["steps"]], ["cut"])

    def test_between_a_piece_that_was_cut_and_its_taker_the_others_are_left_alone(self) -> None:
        self.add("cut")
        self.edit("bench.0.cut.lines", [{"way": "across", "at": "80 mm"}])
        self.edit("stages.1.takes", [{"from": "cut.a", "count": 1}, {"from": "cut.b", "count": 1}])
        told = self.add("grind", after="cut.b")
        self.assertEqual(told["bench"][1]["takes"], [{"from": "cut.b", "count": 1}])
        self.assertEqual(self.takes(), [{"from": "cut.a", "count": 1}, {"from": "grind", "count": 1}])
        self.add("drill", after="cut.a")
        self.assertEqual({t["from"] for t in self.takes()}, {"grind", "drill"})

    def test_a_step_between_works_on_as_many_as_are_taken(self) -> None:
        self.add("cut")
        self.edit("bench.0.cut.lines", [{"way": "across"}])
        self.edit("stages.1.takes", [{"from": "cut", "count": 2}])
        told = self.add("grind", after="cut")
        self.assertEqual(told["bench"][1]["takes"], [{"from": "cut", "count": 2}])
        self.assertEqual(self.takes(), [{"from": "grind", "count": 2}])
        self.assertEqual([f["rule"] for f in told["steps"][1]["findings"]], [])
        self.post("bench/grind/out")
        self.assertEqual(self.takes(), [{"from": "cut", "count": 2}])

    def test_beside_what_is_already_made_of_it_nothing_is_rerouted(self) -> None:
        self.add("wash", is_between=False)
        self.assertEqual(self.takes(), [{"from": "s0", "count": 1}])

    def test_an_edit_recomputes_what_follows_and_a_refusal_keeps_what_stands(self) -> None:
        self.add("cut")
        told = self.edit("bench.0.cut.lines", [{"way": "across", "at": "80 mm"}]).json()
        self.assertEqual([p["letters"] for p in told["steps"][0]["parts"]], [["b"], ["a"]])
        self.assertIn("bench.0.cut.lines.0.at", told["entries"])
        typed = self.edit("bench.0.cut.lines.0.at", "-3 mm")
        self.assertEqual(typed.status_code, 422)
        self.assertIn("got -3", typed.json()["faults"][0]["message"])
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).bench[0]["cut"]["lines"][0]["at"], "80 mm")
        for path, value in (
            ("bench.0.key", "x"),
            ("bench.0.kiln_id", 1),
            ("bench.7.cut.kerf", "2 mm"),
            ("bench.0.no", 1),
        ):
            self.assertEqual(self.edit(path, value).status_code, 422, path)

    def test_two_windows_do_not_overwrite_one_another(self) -> None:
        self.add("cut")
        body = {"version": self.piece.version, "after": "s0", "does": "wash"}
        self.assertEqual(self.ask("POST", f"/pieces/{self.piece.pk}/bench", body).status_code, 409)

    def test_what_there_is_not_is_words_and_nothing_is_kept(self) -> None:
        for body in ({"after": "gone", "does": "cut"}, {"after": "s0", "does": "melt"}, {"after": "", "does": "cut"}):
            self.assertEqual(self.post("bench", **body).status_code, 422, body)
        for path in ("bench/none/out", "bench/none/done"):
            self.assertEqual(self.post(path).status_code, 422, path)
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).bench, [])

    def test_as_many_as_a_piece_may_have_and_no_more(self) -> None:
        for _ in range(24):
            self.add("wash")
        self.assertEqual(self.post("bench", after="s0", does="wash").status_code, 422)

    def test_taken_out_what_it_took_goes_on(self) -> None:
        self.add("cut")
        self.add("grind", after="cut")
        self.assertEqual(self.takes(), [{"from": "grind", "count": 1}])
        answer = self.post("bench/cut/out").json()
        self.assertEqual(answer["bench"][0]["takes"], [{"from": "s0", "count": 1}])
        self.post("bench/grind/out")
        self.assertEqual(self.takes(), [{"from": "s0", "count": 1}])

    def test_a_stage_that_a_step_works_on_is_not_taken_out_from_under_it(self) -> None:
        self.add("cut", is_between=False)
        refused = self.post("stages/s0/out")
        self.assertEqual(refused.status_code, 422)
        self.assertIn("take out “cut apart” first", refused.json()["faults"][0]["message"])
        self.add("wash", after="s1")
        moved = self.post("stages/s1/out").json()  # what it took in goes on to the step
        self.assertEqual(moved["bench"][-1]["takes"], [{"from": "s0", "count": 1}])

    def test_a_stage_that_takes_from_a_step_stays_behind_it(self) -> None:
        self.add("cut")
        self.assertEqual(self.post("stages/s1/move", by=-1).status_code, 422)

    def test_a_further_stage_takes_one_of_the_pieces(self) -> None:
        self.add("cut")
        self.edit("bench.0.cut.lines", [{"way": "across", "at": "80 mm"}])
        told = self.post("stages", after="cut.b", process="polish").json()
        self.assertEqual(told["stage"]["takes"], [{"from": "cut.b", "count": 1}])
        self.assertEqual(told["chain"]["links"][1]["key"], told["stage_key"])

    def test_the_document_goes_out_and_comes_in_whole(self) -> None:
        self.add("cut")
        self.edit("bench.0.cut.lines", [{"way": "across"}])
        out = self.client.get(f"/api/pieces/{self.piece.pk}/document").json()
        back = self.ask("POST", "/pieces/import", out).json()
        self.assertEqual(back["bench"], out["bench"])
        self.assertEqual(len(back["steps"]), 1)

    def test_likely_steps_come_first_and_none_is_left_out(self) -> None:
        told = self.client.get(f"/api/pieces/{self.piece.pk}").json()
        self.assertEqual(told["likely"][0]["does"], "cut")
        self.assertEqual(len({one["does"] for one in told["likely"]}), 7)


class Done(BenchTest):
    def mark(self, **body: Any) -> Any:
        return self.ask("POST", f"/pieces/{self.piece.pk}/bench/grind/done", body)

    def test_that_it_was_done_how_long_it_took_and_a_note_are_kept(self) -> None:
        self.add("grind")
        version = Piece.objects.get(pk=self.piece.pk).version
        step = self.mark(is_done=True, took="2 h", note="über Nacht").json()["steps"][0]
        self.assertTrue(step["done_at"])
        self.assertEqual((step["took"], step["note"]), ("2 h", "über Nacht"))
        self.assertEqual(self.mark(took="two").status_code, 422)
        self.assertEqual(BenchRecord.objects.get().took, "2 h")
        self.assertIsNone(self.mark(is_done=False).json()["steps"][0]["done_at"])
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).version, version)

    def test_the_notebook_has_a_line_of_it_found_by_its_words(self) -> None:
        self.add("grind")
        self.mark(is_done=True, took="2 h", note="by lamplight")
        for search, many in (("", 1), ("grind", 1), ("lamplight", 1), ("Bar", 1), ("bar drill", 0), ("nothing", 0)):
            found = self.client.get("/api/notebook", {"search": search}).json()["bench"]
            self.assertEqual(len(found), many, search)
        self.assertEqual(self.client.get("/api/notebook", {"process": "slump"}).json()["bench"], [])
        whole = json.loads(b"".join(self.client.get("/api/notebook.json")))
        self.assertEqual([row["took"] for row in whole["bench"]], ["2 h"])
        self.client.force_login(person_of(self.new_studio("Petrel")))
        self.assertEqual(self.client.get("/api/notebook").json()["bench"], [])

    def test_its_hours_are_money_where_the_wage_is_said(self) -> None:
        self.add("grind")
        self.edit("bench.0.time", "2 h")
        line = self.client.get(f"/api/pieces/{self.piece.pk}/cost").json()["stages"][-1]["lines"][0]
        self.assertIsNone(line["amount"])
        self.edit("stages.0.costs.wage", "30")
        line = self.client.get(f"/api/pieces/{self.piece.pk}/cost").json()["stages"][-1]["lines"][0]
        self.assertEqual(str(line["amount"]), "60.00")

    def test_a_new_step_is_not_done_because_one_before_it_was(self) -> None:
        self.add("grind")
        self.mark(is_done=True)
        self.post("bench/grind/out")
        told = self.add("grind")
        self.assertEqual((told["bench"][-1]["key"], told["steps"][-1]["done_at"]), ("grind-2", None))
        self.post("undo")
        self.assertTrue(self.post("undo").json()["steps"][0]["done_at"])

    def test_a_check_is_ticked_and_taken_back(self) -> None:
        self.add("grind")
        self.assertEqual(self.mark(tick="washed-between").json()["steps"][0]["ticked"], ["washed-between"])
        self.assertEqual(self.mark(tick="washed-between").json()["steps"][0]["ticked"], [])
        self.assertEqual(self.mark(tick="nothing").status_code, 422)

    def test_the_pace_is_learned_from_what_was_done(self) -> None:
        told = self.add("grind")
        self.assertIsNone(told["steps"][0]["pace"])
        self.edit("bench.0.grind.pace", "50 %")
        self.mark(is_done=True, took="1 h")
        row = BenchRecord.objects.get()
        told = self.client.get(f"/api/pieces/{self.piece.pk}").json()["steps"][0]
        assert row.reckoned_s is not None
        self.assertGreater(row.reckoned_s, told["figures"]["bench_time"]["value"])  # without the pace it was told
        self.assertEqual(told["pace"]["metric"]["text"], f"{round(100 * 3600 / row.reckoned_s)} %")
        self.assertEqual(told["pace_of"], 1)

    def test_a_photograph_before_and_after(self) -> None:
        self.add("grind")
        out = io.BytesIO()
        Image.new("RGB", (40, 30), "teal").save(out, "PNG")
        for before in ("true", "false"):
            file = SimpleUploadedFile("p.png", out.getvalue(), "image/png")
            path = f"/api/pieces/{self.piece.pk}/bench/grind/photos?before={before}"
            answer = self.client.post(path, {"file": file})
            self.assertEqual(answer.status_code, 201, answer.content[:200])
        self.assertEqual([p["when"] for p in answer.json()["steps"][0]["photos"]], ["before", "after"])
        wrong = SimpleUploadedFile("p.txt", b"no picture", "text/plain")
        self.assertEqual(self.client.post(path, {"file": wrong}).status_code, 422)

    def test_another_studio_reaches_none_of_it(self) -> None:
        self.add("grind")
        stranger = Client()
        stranger.force_login(person_of(self.new_studio("Stranger")))
        for path in ("bench", "bench/grind/out", "bench/grind/done"):
            body = {"version": 1, "after": "s0", "does": "cut"}
            answer = stranger.post(f"/api/pieces/{self.piece.pk}/{path}", body, content_type="application/json")
            self.assertEqual(answer.status_code, 404, path)


class Around(BenchTest):
    def test_the_week_waits_for_the_bench_and_no_more_once_it_is_done(self) -> None:
        Piece.objects.exclude(pk=self.piece.pk).update(is_put_away=True)
        self.add("grind")
        self.edit("bench.0.time", "60 h")

        def gap_h() -> float:
            found = self.ask("POST", "/week/plan", {}).json()
            first, second = sorted(found["firings"], key=lambda f: f["starts_at"])
            ends, starts = (datetime.fromisoformat(t) for t in (first["ends_at"], second["starts_at"]))
            return (starts - ends).total_seconds() / 3600

        self.assertGreaterEqual(gap_h(), 60)
        self.ask("POST", f"/pieces/{self.piece.pk}/bench/grind/done", {"is_done": True})
        self.assertLess(gap_h(), 40)

    def test_what_is_made_of_it_through_the_bench_does_not_lie_beside_it(self) -> None:
        self.add("cut")
        firing = Firing.objects.get(stages__piece=self.piece, stages__key="s0")
        row = Stage.objects.get(piece=self.piece, key="s1")
        answer = self.ask(
            "POST",
            f"/firings/{firing.pk}/put-in",
            {
                "version": firing.version,
                "stage_id": row.pk,
                "piece_version": Piece.objects.get(pk=self.piece.pk).version,
            },
        )
        self.assertEqual(answer.status_code, 422, answer.content[:200])
        self.assertIn("made from", str(answer.json()))

    def test_stages_of_a_piece_with_steps_share_firings(self) -> None:
        """What comes after a stage tells nothing of its firing, and is left out where that is planned."""
        self.add("grind", after="s1", is_between=False)
        other = self.bring(stage("full", key="s0"))
        firing = Firing.objects.get(stages__piece=other)
        row = Stage.objects.get(piece=self.piece, key="s0")
        answer = self.ask(
            "POST",
            f"/firings/{firing.pk}/put-in",
            {
                "version": firing.version,
                "stage_id": row.pk,
                "piece_version": Piece.objects.get(pk=self.piece.pk).version,
            },
        )
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.assertEqual(len(self.client.get(f"/api/pieces/{self.piece.pk}").json()["steps"]), 1)

    def test_a_piece_of_an_edition_without_a_bench_reads_as_before(self) -> None:
        told = self.client.get(f"/api/pieces/{self.piece.pk}/document").json()
        self.assertNotIn("bench", told)
