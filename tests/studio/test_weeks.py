"""The week over HTTP: what waits is proposed, taken whole or singly, taken back in one step; clashes are told."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Any
from unittest import mock

from studio.actions.bringing_in import import_piece
from studio.actions.shelf import save_kiln, save_rack
from studio.models import Firing, Piece, Stage
from tests.core.test_rule_samples import begun
from tests.documents import BIG_KILN, KILN
from tests.people import person_of
from tests.studio.base import StudioTest

NOW = datetime(2026, 3, 27, 9, 0, tzinfo=UTC)  # a Friday; on the Sunday the clocks of Lisbon go forward
ZONE = "Europe/Lisbon"


class WeekTest(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        Piece.objects.all().update(is_put_away=True)
        save_kiln(self.studio, kiln=None, version=None, document=dict(BIG_KILN), system="metric")
        save_rack(self.kind("fusing-90-clear"), version=1, rack={"sheet": "40 kg"}, system="metric")
        patch = mock.patch("django.utils.timezone.now", return_value=NOW)
        patch.start()
        self.addCleanup(patch.stop)

    def new(
        self, name: str, process: str = "slump", *, start: str = "", kiln: dict[str, str] = BIG_KILN, **more: Any
    ) -> Piece:
        whole = begun(process) | {"name": name} | more
        heat = whole["stages"][0]["heat"]
        heat["kiln"], heat["time_zone"] = dict(kiln), ZONE
        heat["starts_at"] = start or "2026-03-28T09:00"
        if not start:
            heat["undated"] = True
        whole["stages"][0]["glass"]["kind"] = self.kind("fusing-90-clear").document
        whole["stages"][0]["cradle"]["measured"] = True
        return import_piece(self.studio, whole)

    def plan(self, **more: Any) -> Any:
        answer = self.ask("POST", "/week/plan", more)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def take(self, *proposed: Any) -> Any:
        keys = ("firing_ids", "kiln_id", "starts_at", "ends_at")
        return self.ask("POST", "/week/take", {"firings": [{k: one[k] for k in keys} for one in proposed]})

    @staticmethod
    def firing(piece: Piece) -> Firing:
        return Stage.objects.select_related("firing").get(piece=piece, order=0).firing


class Planned(WeekTest):
    def test_what_goes_together_is_proposed_together_and_when_somebody_is_up(self) -> None:
        self.new("Bowl")
        self.new("Shade", "drape")
        found = self.plan()
        self.assertEqual([sorted(f["names"]) for f in found["firings"]], [["Bowl", "Shade"]], found)
        start = datetime.fromisoformat(found["firings"][0]["starts_at"])
        self.assertTrue(7 <= start.hour <= 22)

    def test_what_cannot_share_has_its_kiln_one_after_the_other(self) -> None:
        self.new("Bowl")
        self.new("Tile", "full")
        found = self.plan()["firings"]
        by_kiln: dict[int, list[Any]] = {}
        for one in found:
            by_kiln.setdefault(one["kiln_id"], []).append(one)
        for some in by_kiln.values():
            for a, b in pairwise(some):
                self.assertLessEqual(a["ends_at"], b["starts_at"])

    def test_what_has_a_start_stands_and_its_kiln_is_taken(self) -> None:
        big = self.firing(self.new("Stands", start="2026-03-27T10:00")).kiln_id
        self.new("Bowl")
        for one in self.plan()["firings"]:
            self.assertNotIn("Stands", one["names"])
            if one["kiln_id"] == big:
                self.assertGreater(one["starts_at"], "2026-03-28")

    def test_days_off_are_kept(self) -> None:
        self.new("Bowl")
        found = self.plan(days_off=[4, 5, 6])["firings"]
        self.assertEqual(datetime.fromisoformat(found[0]["starts_at"]).weekday(), 0)

    def test_a_night_that_is_an_hour_short_moves_no_clock(self) -> None:
        self.new("Bowl")
        one = self.plan(days_off=[4, 5])["firings"][0]  # on the Sunday on which the clocks go forward
        start, end = (datetime.fromisoformat(one[k]) for k in ("starts_at", "ends_at"))
        self.assertEqual(start.utcoffset(), timedelta(hours=1))
        self.assertEqual(start.strftime("%H:%M"), one["starts"]["metric"]["unit"])
        self.assertGreater(end - start, timedelta(hours=20))

    def test_what_is_due_too_soon_is_said_with_the_soonest(self) -> None:
        self.new("Bowl", due="2026-03-27")
        found = self.plan()
        self.assertIn("Late: due", found["firings"][0]["late"]["metric"])
        self.assertIn("late", found["says"]["metric"])
        Piece.objects.filter(name="Bowl").update(due_on="2026-05-01")
        self.assertIsNone(self.plan()["firings"][0]["late"])

    def test_a_chain_is_one_after_another_with_the_bench_between(self) -> None:
        bowl = self.new("Bowl")
        added = self.ask(
            "POST", f"/pieces/{bowl.pk}/stages", {"version": 1, "after": "main", "process": "polish", "name": "Shine"}
        )
        self.assertEqual(added.status_code, 201, added.content[:300])
        found = sorted(self.plan()["firings"], key=lambda f: f["starts_at"])
        self.assertEqual(len(found), 2)
        first, then = (datetime.fromisoformat(f[k]) for f, k in zip(found, ("ends_at", "starts_at"), strict=True))
        self.assertGreaterEqual(then - first, timedelta(hours=2))

    def test_glass_that_is_short_is_left_out_and_said(self) -> None:
        whole = begun("slump") | {"name": "Short"}
        whole["stages"][0]["heat"] |= {"kiln": dict(BIG_KILN), "undated": True}
        save_rack(self.kind("fusing-90-clear"), version=2, rack={"sheet": "1 g"}, system="metric")
        import_piece(self.studio, whole)
        found = self.plan()
        self.assertEqual([row["name"] for row in found["left"]], ["Short"])
        self.assertEqual(found["firings"], [])

    def test_what_waits_for_what_is_left_out_is_left_out_too_however_far_down(self) -> None:
        save_rack(self.kind("fusing-90-clear"), version=2, rack={"sheet": "1 g"}, system="metric")
        bowl = self.new("Bowl")
        for n, after in enumerate(("main", "polish"), 1):
            then = {"version": n, "after": after, "process": "polish", "name": f"Shine {n}"}
            answer = self.ask("POST", f"/pieces/{bowl.pk}/stages", then)
            self.assertEqual(answer.status_code, 201, answer.content[:200])
        found = self.plan()
        self.assertEqual(found["firings"], [])
        self.assertEqual(len(found["left"]), 3)

    def test_nothing_waits(self) -> None:
        self.assertIn("Nothing waits", self.plan()["says"]["metric"])


class Taken(WeekTest):
    def test_taken_it_has_its_start_and_shares_and_taken_back_all_is_as_it_was(self) -> None:
        bowl, shade = self.new("Bowl"), self.new("Shade", "drape")
        old = {p.pk: self.firing(p).pk for p in (bowl, shade)}
        (one,) = self.plan()["firings"]
        self.assertEqual(self.take(one).status_code, 204)
        self.assertEqual(self.firing(bowl).pk, self.firing(shade).pk)
        self.assertNotIn("undated", self.firing(bowl).inputs)
        self.assertEqual(self.firing(bowl).starts_at, datetime.fromisoformat(one["starts_at"]))
        self.assertEqual(self.plan()["firings"], [])
        self.assertEqual(self.ask("POST", "/week/back").status_code, 204)
        self.assertEqual({p.pk: self.firing(p).pk for p in (bowl, shade)}, old)
        self.assertTrue(self.firing(bowl).inputs["undated"])
        self.assertEqual(self.ask("POST", "/week/back").status_code, 422, "it is taken back once")

    def test_a_proposal_that_is_out_of_date_is_refused_whole(self) -> None:
        bowl, tile = self.new("Bowl"), self.new("Tile", "full")
        found = self.plan()["firings"]
        self.assertEqual(len(found), 2)
        change = {"version": 1, "changes": [{"path": "stage.heat.undated", "value": False}]}
        self.assertEqual(self.ask("PATCH", f"/pieces/{tile.pk}", change).status_code, 200)
        refused = self.take(*found)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("Plan the week anew", refused.json()["faults"][0]["message"])
        self.assertTrue(self.firing(bowl).inputs["undated"], "all of it or nothing")

    def test_a_kiln_that_was_given_away_meanwhile_is_not_taken(self) -> None:
        bowl = self.new("Bowl")
        (one,) = self.plan()["firings"]
        for kiln in (BIG_KILN, KILN):
            other = self.new("Other", start="2026-03-27T12:00", kiln=kiln)
            self.assertFalse(self.firing(other).inputs.get("undated"))
        refused = self.take(one)
        self.assertEqual(refused.status_code, 422)
        self.assertIn("has it by now", refused.json()["faults"][0]["message"])
        self.assertTrue(self.firing(bowl).inputs["undated"])

    def test_what_was_changed_since_is_not_taken_back(self) -> None:
        bowl = self.new("Bowl")
        self.take(*self.plan()["firings"])
        bowl.refresh_from_db()
        change = {
            "version": bowl.version,
            "changes": [{"path": "stage.heat.starts_at", "value": "2026-04-02T10:00"}],
        }
        self.assertEqual(self.ask("PATCH", f"/pieces/{bowl.pk}", change).status_code, 200)
        self.assertEqual(self.ask("POST", "/week/back").status_code, 422)

    def test_anothers_firing_and_a_kiln_that_is_not_there_are_refused(self) -> None:
        self.new("Bowl")
        (one,) = self.plan()["firings"]
        self.assertEqual(self.take(one | {"kiln_id": 999_999}).status_code, 404)
        stranger = self.new_studio("Plover")
        self.client.force_login(person_of(stranger))
        self.assertEqual(self.take(one).status_code, 422)
        self.assertEqual(self.plan()["firings"], [])

    def test_one_firing_twice_is_refused(self) -> None:
        self.new("Bowl")
        (one,) = self.plan()["firings"]
        self.assertEqual(self.take(one, one).status_code, 422)


class Free(WeekTest):
    def test_a_clash_is_told_where_the_time_is_set_with_the_next_free_start(self) -> None:
        stands = self.new("Stands", start="2026-03-28T09:00")
        bowl = self.new("Bowl", start="2026-03-28T12:00")
        told = self.ask("GET", f"/firings/{self.firing(bowl).pk}/free").json()
        self.assertIn("“Stands” has it until", told["clash"]["metric"])
        bowl.refresh_from_db()
        change = {"version": bowl.version, "changes": [{"path": "stage.heat.starts_at", "value": told["free_at"]}]}
        self.assertEqual(self.ask("PATCH", f"/pieces/{bowl.pk}", change).status_code, 200)
        self.assertIsNone(self.ask("GET", f"/firings/{self.firing(bowl).pk}/free").json()["clash"])
        # Today says the same, and of the other nothing
        self.assertIsNone(self.ask("GET", f"/firings/{self.firing(stands).pk}/free").json()["clash"])

    def test_without_a_start_nothing_clashes_and_a_firing_that_is_not_there_is_not_there(self) -> None:
        bowl = self.new("Bowl")
        self.assertIsNone(self.ask("GET", f"/firings/{self.firing(bowl).pk}/free").json()["clash"])
        self.assertEqual(self.ask("GET", "/firings/999999/free").status_code, 404)
