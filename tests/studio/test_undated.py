"""A piece without a date: nowhere on Today's clock, in no calendar, and dated by the hour it is begun at."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.utils import timezone

from studio.actions.firing_life import begin
from studio.models import Firing, Piece
from tests.studio.base import StudioTest


class UndatedPiece(StudioTest):
    def begin(self, **more: Any) -> Piece:
        soon = (timezone.now() + timedelta(hours=5)).strftime("%Y-%m-%dT%H:%M")
        body = {"name": "Bowl", "process": "slump", "kind_id": self.kind("fusing-90-clear").pk}
        answer = self.ask("POST", "/pieces", body | {"kiln_id": self.kiln.pk, "starts_at": soon, **more})
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        return Piece.objects.get(pk=answer.json()["id"])

    def on_today(self, piece: Piece) -> bool:
        today = self.ask("GET", "/today").json()
        return any(piece.pk == f["piece_id"] for k in today["kilns"] for f in k["firings"])

    def test_it_is_not_on_todays_clock_until_it_has_a_start(self) -> None:
        free, dated = self.begin(is_undated=True), self.begin()
        self.assertTrue(self.on_today(dated))
        self.assertFalse(self.on_today(free))
        stage = free.stages.get()
        changes = [{"path": "stage.heat.undated", "value": False}]
        body = {"version": free.version, "stage": stage.key, "label": "start", "changes": changes}
        found = self.ask("PATCH", f"/pieces/{free.pk}", body)
        self.assertEqual(found.status_code, 200, found.content[:300])
        self.assertTrue(self.on_today(free))

    def test_no_calendar_has_a_place_for_it(self) -> None:
        answer = self.ask("GET", f"/pieces/{self.begin(is_undated=True).pk}/heat/calendar")
        self.assertEqual(answer.status_code, 422)
        self.assertIn("expected a start", answer.json()["message"])

    def test_a_further_stage_has_no_date_either(self) -> None:
        piece = self.begin(is_undated=True)
        body = {"version": piece.version, "after": piece.stages.get().key, "process": "polish", "layup": {}}
        made = self.ask("POST", f"/pieces/{piece.pk}/stages", body).json()
        starts = [link["starts"]["metric"]["text"] for link in made["chain"]["links"]]
        self.assertEqual(starts, ["no start yet"] * 2)

    def test_begun_it_has_the_hour_it_was_begun_at(self) -> None:
        firing = Firing.objects.get(stages__piece=self.begin(is_undated=True))
        now = timezone.now()
        for line in self.ask("GET", f"/firings/{firing.pk}/before").json()["lines"]:
            is_human = line["check"]["by"] == "human"
            done = {"stage_id": line["stage_id"], "rule": line["check"]["rule"]}
            self.ask("POST", f"/firings/{firing.pk}/checks", done | {"is_done": is_human, "reason": "tried before"})
        begin(firing, key="k" * 12, is_simulated=True, at=None, now=now)
        firing.refresh_from_db()
        self.assertNotIn("undated", firing.inputs)
        self.assertEqual(firing.starts_at, now)
