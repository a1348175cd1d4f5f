"""What the API answers is what it says it answers: every reply is checked against its own description."""

from __future__ import annotations

import json
from typing import Any

import jsonschema
from django.http import HttpResponse

from studio.api import api
from tests.documents import BIG_KILN, document
from tests.studio.base import AT, StudioTest


class Answers(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        schema = json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/")))
        self.paths, self.components = schema["paths"], schema["components"]

    def check(self, verb: str, path: str, answer: HttpResponse) -> Any:
        """Validate a reply against the description of its path and status."""
        responses = self.paths[path][verb.lower()]["responses"]
        self.assertIn(str(answer.status_code), responses, f"{verb} {path} answered {answer.status_code}")
        described = responses[str(answer.status_code)]
        if "content" not in described:
            return None
        body = json.loads(answer.content)
        schema = {**described["content"]["application/json"]["schema"], "components": self.components}
        jsonschema.validate(body, schema)
        return body

    def test_reading(self) -> None:
        self.ask("POST", "/cradles", {"piece_id": self.piece.pk})
        for path in ("/api/session", "/api/choices", "/api/pieces", "/api/cradles", "/api/glass", "/api/kilns"):
            with self.subTest(path):
                self.assertTrue(self.check("GET", path, self.ask("GET", path.removeprefix("/api"))))
        self.check("GET", "/api/pieces/{piece_id}", self.ask("GET", f"/pieces/{self.piece.pk}"))

    def test_plans_of_every_sort(self) -> None:
        weak = BIG_KILN | {"power": "1 kW", "rise": "70 h", "fall": "2 h"}
        for changes in (  # type: ignore[var-annotated]  # of any kind
            {},
            {"cradle__method": "shape"},
            {"glass__rack": {}},
            {"heat__leaves": "held"},
            {"heat__kiln": weak, "heat__cast_at": "880 °C"},
            {"cradle__material": "ceramic"},
        ):
            with self.subTest(changes):
                answer = self.ask("POST", "/pieces/import", document(**changes))
                self.check("POST", "/api/pieces/import", answer)

    def test_writing_refusing_and_conflicting(self) -> None:
        at = "/api/pieces/{piece_id}"
        self.check("PATCH", at, self.change({AT + "cradle.wall": "20 mm"}))
        self.check("PATCH", at, self.change({AT + "cradle.wall": "twenty"}))
        self.check("PATCH", at, self.change({AT + "cradle.wall": "40 mm"}, version=1))
        self.check("PATCH", at, self.change({AT + "kiln_id": 999}))
        self.check("POST", at + "/undo", self.ask("POST", f"/pieces/{self.piece.pk}/undo", {"version": 2}))
        self.check("POST", at + "/redo", self.ask("POST", f"/pieces/{self.piece.pk}/redo", {"version": 1}))
        self.check("POST", at + "/away", self.ask("POST", f"/pieces/{self.piece.pk}/away"))
        kind = self.kind()
        for body in (
            {"version": 1, "rack": {"billet": "2 kg"}},
            {"version": 1, "rack": {}},
            {"version": 2, "rack": {"billet": "?"}},
        ):
            self.check("PATCH", "/api/glass/{kind_id}", self.ask("PATCH", f"/glass/{kind.pk}", body))
        for entries in ({"fall": "9 h"}, {"fall": "never"}):
            answer = self.ask("PATCH", f"/kilns/{self.kiln.pk}", {"version": 1, "document": entries})
            self.check("PATCH", "/api/kilns/{kiln_id}", answer)

    def test_two_systems_stand_beside_each_other_everywhere(self) -> None:
        """No figure of a piece comes in one unit system alone."""
        got = self.ask("GET", f"/pieces/{self.piece.pk}").json()

        def walk(node: Any, way: str) -> None:
            if isinstance(node, dict):
                if "text" in node and "plus_minus" in node:
                    self.assertTrue(way.endswith((".metric", ".us")), way)
                if "metric" in node:
                    self.assertIn("us", node, way)
                for key, child in node.items():
                    walk(child, f"{way}.{key}")
            elif isinstance(node, list):
                for index, child in enumerate(node):
                    walk(child, f"{way}[{index}]")

        walk(got["plan"], "plan")
