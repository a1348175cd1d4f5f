"""Every operation, called with whatever its own description allows and with what it does not.

A short round in the ordinary tests; `./run fuzz N` makes N calls of each.
"""

from __future__ import annotations

import json
import os
import sys
from typing import Any, ClassVar

import schemathesis
from django.test import TestCase
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from studio.actions.bringing_in import import_piece
from studio.actions.cradles import shelve_cradle
from studio.actions.stock import add_item
from studio.api import api
from tests.documents import document
from tests.people import person_of
from tests.studio.base import StudioTest

CALLS = int(os.environ.get("COLD_CRADLE_FUZZ", "0"))
SHORT = 2
LEFT_OUT = ("/api/session", "/api/studio/backup")  # these sign out, or pack the whole studio each time


def described() -> Any:
    """The description of the API as the tool takes it."""
    return schemathesis.openapi.from_dict(json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/"))))


class Calls(TestCase):
    """What is sent is random; what comes back is what the description says, and never an error of ours."""

    schema: ClassVar[Any] = described()
    counted = 0

    @classmethod
    def setUpTestData(cls) -> None:
        cls.studio = StudioTest.new_studio("Wren")  # type: ignore[attr-defined]  # it is there
        piece = import_piece(cls.studio, document())  # type: ignore[attr-defined]  # it is there
        stage = piece.stages.get()
        cradle = shelve_cradle(piece)
        item = add_item(stage.glass_kind, form="sheet", mass_kg=2.0, details={})
        cls.there = {  # type: ignore[attr-defined]  # it is there
            "piece_id": piece.pk,
            "firing_id": stage.firing_id,
            "kiln_id": stage.firing.kiln_id,
            "kind_id": stage.glass_kind_id,
            "cradle_id": cradle.pk,
            "item_id": item.pk,
            "stage_id": stage.pk,
        }

    def setUp(self) -> None:
        self.client.force_login(person_of(self.studio))  # type: ignore[attr-defined]  # it is there

    def answer(self, case: Any) -> Any:
        path, query = case.formatted_path, dict(case.query or {})
        body = case.body
        raw = b"" if isinstance(body, schemathesis.core.NotSet) else _bytes(body)
        kind = case.media_type or "application/json"
        if kind == "multipart/form-data":
            from django.core.files.uploadedfile import SimpleUploadedFile

            sent = (
                {k: SimpleUploadedFile("x.stl", _bytes(v)) for k, v in body.items()} if isinstance(body, dict) else {}
            )
            return self.client.post(path, sent, query_params=query)
        return self.client.generic(case.method, path, raw, content_type=kind, query_params=query)

    def judge(self, operation: Any, case: Any) -> None:
        got = self.answer(case)
        type(self).counted += 1
        said = b"" if got.streaming else got.content[:300]
        words = f"{case.method} {operation.path} {str(case.body)[:300]} {case.query}: {said!r}"
        self.assertLess(got.status_code, 500, words)
        told = operation.definition.raw["responses"]
        self.assertIn(str(got.status_code), {str(status) for status in told}, words)
        if not got.streaming and "json" in got.get("Content-Type", "") and got.content:
            json.loads(got.content, parse_constant=lambda name: self.fail(f"{name} in the answer of {words}"))
            if got.status_code >= 400:
                self.assertTrue(json.loads(got.content)["message"], words)

    def test_every_operation_answers_as_it_says(self) -> None:
        for result in self.schema.get_all_operations():
            operation = result.ok()
            if operation.path.startswith(LEFT_OUT):
                continue
            with self.subTest(f"{operation.method} {operation.path}"):
                self.called(operation)
        print(f"\n{self.counted} calls", file=sys.stderr) if CALLS else None

    def called(self, operation: Any) -> None:
        good = operation.as_strategy(generation_mode=schemathesis.GenerationMode.POSITIVE)
        try:
            bad = operation.as_strategy(generation_mode=schemathesis.GenerationMode.NEGATIVE)
            cases = st.one_of(good, good, bad)
        except Exception:  # an operation that takes nothing has nothing to be got wrong
            cases = good

        @settings(
            max_examples=CALLS or SHORT,
            deadline=None,
            suppress_health_check=list(HealthCheck),
            phases=[Phase.generate],
            derandomize=not CALLS,
            database=None,
        )
        @given(cases)
        def call(case: Any) -> None:
            # rows that are there, so that more than the look-up is reached; others' numbers are tried in other tests
            for name in set(self.there) & set(case.path_parameters or {}):  # type: ignore[attr-defined]  # it is there
                case.path_parameters[name] = self.there[name]  # type: ignore[attr-defined]  # it is there
            self.judge(operation, case)

        call()


def _bytes(body: Any) -> bytes:
    return body if isinstance(body, bytes) else json.dumps(body).encode()
