"""A studio with a dish to be slumped, and short ways through its firing."""

from __future__ import annotations

import uuid
from datetime import timedelta
from typing import Any
from unittest import mock

from django.utils import timezone

from studio.actions.bringing_in import import_piece
from studio.models import Firing, Piece, Stage
from tests.core.test_rule_samples import changed
from tests.studio.base import StudioTest

__all__ = ["FiredTest", "key"]


def key() -> str:
    """The key of an act, made where it is done."""
    return uuid.uuid4().hex


class FiredTest(StudioTest):
    """`self.dish`, `self.stage` and `self.firing`: a slump that was planned, and its clock in our hands."""

    def setUp(self) -> None:
        super().setUp()
        whole = changed("flat", "slump", {"cradle.measured": True})
        whole["name"] = "Chart dish"
        self.dish: Piece = import_piece(self.studio, whole)
        self.stage: Stage = self.dish.stages.get()
        self.firing: Firing = self.stage.firing
        self.now = timezone.now()

    def at(self, **gone: float) -> Any:
        """The clock so long after the test began."""
        return mock.patch("django.utils.timezone.now", return_value=self.now + timedelta(**gone))

    def post(self, path: str, body: dict[str, Any] | None = None) -> Any:
        return self.ask("POST", f"/firings/{self.firing.pk}{path}", body or {})

    def tick_all(self) -> None:
        listed = self.ask("GET", f"/firings/{self.firing.pk}/before").json()
        for line in listed["lines"]:
            if not line["is_good"]:
                done = {"stage_id": line["stage_id"], "rule": line["check"]["rule"]}
                human = line["check"]["by"] == "human"
                self.post("/checks", done | {"is_done": human, "reason": "" if human else "tried before"})

    def start(self, *, is_simulated: bool = True, **gone: float) -> Any:
        with self.at(**gone):
            return self.post("/start", {"key": key(), "is_simulated": is_simulated})

    def act(self, kind: str, data: dict[str, Any] | None = None, *, by: str = "", **gone: float) -> Any:
        with self.at(**gone):
            return self.post("/acts", {"key": by or key(), "kind": kind, "data": data or {}})

    def live(self, **gone: float) -> dict[str, Any]:
        with self.at(**gone):
            answer = self.ask("GET", f"/firings/{self.firing.pk}/live")
        assert answer.status_code == 200, answer.content
        return dict(answer.json())
