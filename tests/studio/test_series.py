"""A series in the studio: rounds with firings of their own, glass for all, what it costs, each copy measured."""

from __future__ import annotations

import csv
import io
from typing import Any

from studio.actions.bringing_in import import_piece
from studio.actions.shelf import save_rack
from studio.models import Firing, Measure, Piece, Stage
from tests.core.test_rule_samples import begun
from tests.documents import BIG_KILN
from tests.people import person_of
from tests.studio.base import StudioTest
from tests.studio.fired import FiredTest


class SeriesTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        save_rack(self.kind("fusing-90-clear"), version=1, rack={"sheet": "40 kg"}, system="metric")
        whole = begun("slump") | {"name": "Bowls", "alike": 9}
        whole["stages"][0]["heat"]["kiln"] = dict(BIG_KILN) | {"price": "0.3"}
        whole["stages"][0]["glass"]["kind"] = self.kind("fusing-90-clear").document
        self.bowls: Piece = import_piece(self.studio, whole)

    def part(self, per: Any, *, key: str = "main") -> Any:
        self.bowls.refresh_from_db()
        body = {"version": self.bowls.version, "per": per}
        return self.ask("POST", f"/pieces/{self.bowls.pk}/stages/{key}/rounds", body)

    def stages(self) -> list[Stage]:
        return list(Stage.objects.filter(piece=self.bowls).order_by("order"))


class Rounds(SeriesTest):
    def test_nine_by_two_are_five_rounds_each_with_its_firing_and_one_step_to_undo(self) -> None:
        answer = self.part(2)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        rows = self.stages()
        self.assertEqual([r.inputs["copies"] for r in rows], [2, 2, 2, 2, 1])
        self.assertEqual([r.inputs.get("part_of", "") for r in rows], ["", *["main"] * 4])
        self.assertEqual(len({r.firing_id for r in rows}), 5)
        self.assertTrue(all(Firing.objects.get(pk=r.firing_id).inputs.get("undated") for r in rows[1:]))
        self.assertIn("1 of 5", answer.json()["plan"]["name"])
        self.bowls.refresh_from_db()
        self.ask("POST", f"/pieces/{self.bowls.pk}/undo", {"version": self.bowls.version})
        self.assertEqual([r.inputs.get("copies", 0) for r in self.stages()], [0])

    def test_what_is_no_parting_and_too_many_rounds_are_words_and_nothing_is_kept(self) -> None:
        for per in (0, 9, 20, -1):
            self.assertEqual(self.part(per).status_code, 422, per)
        self.assertEqual(self.part(1, key="nothing").status_code, 422)
        Piece.objects.filter(pk=self.bowls.pk).update(alike=200)
        refused = self.part(2)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("at most 12 stages", refused.json()["message"] + refused.json()["faults"][0]["message"])
        self.assertEqual(len(self.stages()), 1)

    def test_what_follows_waits_for_every_round(self) -> None:
        self.bowls.refresh_from_db()
        then = {"version": self.bowls.version, "after": "main", "process": "polish"}
        self.assertEqual(self.ask("POST", f"/pieces/{self.bowls.pk}/stages", then).status_code, 201)
        Piece.objects.exclude(pk=self.bowls.pk).update(is_put_away=True)
        Firing.objects.filter(stages__piece=self.bowls).update(inputs={"undated": True})
        self.assertEqual(self.part(4).status_code, 200)
        found = self.ask("POST", "/week/plan", {}).json()
        (left,) = found["left"]
        self.assertIn("Part it into rounds", left["says"]["metric"])  # nine to polish do not go in at once
        polish = next(s for s in self.stages() if s.process == "polish")
        self.assertEqual(self.part(5, key=polish.key).status_code, 200)
        found = self.ask("POST", "/week/plan", {}).json()
        self.assertEqual(found["left"], [])
        by = {name: f for f in found["firings"] for name in f["names"]}
        later = [f for name, f in by.items() if "polish" in name.lower()]
        rounds = [f for name, f in by.items() if "polish" not in name.lower()]
        self.assertEqual((len(rounds), len(later)), (3, 2), found)
        self.assertTrue(all(p["starts_at"] > r["ends_at"] for r in rounds for p in later))


class Glass(SeriesTest):
    def test_glass_is_set_aside_for_all(self) -> None:
        body = {"version": self.bowls.version, "stage": "main"}
        kept = self.ask("POST", f"/pieces/{self.bowls.pk}/glass/aside", body)
        self.assertEqual(kept.status_code, 200, kept.content[:300])
        each = kept.json()["plan"]["figures"]["charge_mass"]["value"]
        aside = sum(r.mass_kg for r in self.stages()[0].reservations.all())
        self.assertAlmostEqual(aside, 9 * each, places=5)
        self.assertIsNone(kept.json()["reservations_gap"])


class Cost(SeriesTest):
    def cost(self, by: str = "area") -> Any:
        return self.ask("GET", f"/pieces/{self.bowls.pk}/cost?by={by}").json()

    def test_unknown_is_said_and_once_all_is_known_the_series_is_nine_times_one(self) -> None:
        first = self.cost()
        self.assertIsNone(first["each"])
        self.assertIn("At least", first["answer"]["metric"])
        values = {"mould": "2", "hours": "30 min", "wage": "20", "lost": "10 %"}
        changes = [{"path": f"stage.costs.{k}", "value": v} for k, v in values.items()]
        self.bowls.refresh_from_db()
        done = self.ask("PATCH", f"/pieces/{self.bowls.pk}", {"version": self.bowls.version, "changes": changes})
        self.assertEqual(done.status_code, 200, done.content[:300])
        item = self.kind("fusing-90-clear").items.get(form="sheet")
        item.details = item.details | {"price": "18"}
        item.save()
        known = self.cost()
        self.assertIsNotNone(known["each"], known)
        self.assertAlmostEqual(float(known["series"]), 9 * float(known["each"]), delta=0.1)

    def test_a_shared_firing_is_parted_and_both_shares_are_the_whole(self) -> None:
        whole = begun("drape") | {"name": "Shade"}
        whole["stages"][0]["heat"]["kiln"] = dict(BIG_KILN) | {"price": "0.3"}
        whole["stages"][0]["glass"]["kind"] = self.kind("fusing-90-clear").document
        shade = import_piece(self.studio, whole)
        firing = self.stages()[0].firing_id
        stage = Stage.objects.get(piece=shade)
        self.ask("POST", f"/firings/{firing}/put-in", {"stage_id": stage.pk, "piece_version": shade.version})
        for by in ("area", "weight"):
            mine = next(x for x in self.cost(by)["stages"][0]["lines"] if x["key"] == "firing")
            other = self.ask("GET", f"/pieces/{shade.pk}/cost?by={by}").json()
            theirs = next(x for x in other["stages"][0]["lines"] if x["key"] == "firing")
            kwh = self.ask("GET", f"/firings/{firing}").json()["energy"]["metric"]["value"]
            self.assertAlmostEqual(9 * float(mine["amount"]) + float(theirs["amount"]), 0.3 * float(kwh), delta=0.2)

    def test_the_table_holds_what_the_page_says(self) -> None:
        text = self.client.get(f"/api/pieces/{self.bowls.pk}/cost.csv").content.decode("utf-8-sig")
        rows = list(csv.reader(io.StringIO(text)))
        self.assertEqual(rows[0], ["stage", "what", "amount", "how"])
        self.assertTrue(any(row[2] == "not known" for row in rows))

    def test_anothers_piece_has_no_cost(self) -> None:
        self.client.force_login(person_of(self.new_studio("Plover")))
        for path in ("cost", "cost.csv"):
            self.assertEqual(self.client.get(f"/api/pieces/{self.bowls.pk}/{path}").status_code, 404)


class Measured(FiredTest):
    def test_each_copy_is_measured_by_itself_or_all_the_same(self) -> None:
        self.dish.alike = 3
        self.dish.save()
        self.tick_all()
        self.start()
        for copy, typed in ((0, "20 mm"), (1, "21 mm"), (2, "25 mm")):
            body = {
                "stage_id": self.stage.pk,
                "copy_number": copy,
                "rows": [{"key": "depth", "place": 0, "typed": typed}],
            }
            answer = self.post("/measures", body)
            self.assertEqual(answer.status_code, 200, answer.content[:300])
        after = answer.json()
        self.assertEqual(after["copies"], 3)
        self.assertEqual(
            sorted((t["copy_number"], t["typed"]) for t in after["typed"]), [(0, "20 mm"), (1, "21 mm"), (2, "25 mm")]
        )
        self.assertEqual(Measure.objects.filter(stage=self.stage).count(), 3)
        gone = {"stage_id": self.stage.pk, "copy_number": 2, "rows": [{"key": "depth", "place": 0, "typed": ""}]}
        self.post("/measures", gone)
        self.assertEqual(Measure.objects.filter(stage=self.stage).count(), 2)
