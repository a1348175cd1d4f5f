"""A signed-in member of a studio with a rack, a kiln and pieces, and a client that speaks JSON."""

from __future__ import annotations

import json
from typing import Any

from django.test import TestCase

from studio.actions.bringing_in import import_piece
from studio.actions.shelf import save_kiln
from studio.models import GlassKind, Kiln, Piece
from tests.documents import KILN, document
from tests.people import person_of, studio_of_one

AT = "stage."


class StudioTest(TestCase):
    """One studio, `self.studio`, with its owner signed in, one kiln, the shipped glass, one piece."""

    def setUp(self) -> None:
        self.studio = self.new_studio("Wren")
        self.client.force_login(person_of(self.studio))
        self.kiln = Kiln.objects.of(self.studio).get()
        self.piece = import_piece(self.studio, document())

    @staticmethod
    def new_studio(name: str) -> Any:
        studio = studio_of_one(name)
        save_kiln(studio, kiln=None, version=None, document=dict(KILN), system="metric")
        return studio

    def kind(self, key: str = "casting-crystal") -> GlassKind:
        return GlassKind.objects.of(self.studio).get(key=key)

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        data = json.dumps(body) if body is not None else ""
        return self.client.generic(method, f"/api{path}", data, content_type="application/json")

    def change(self, changes: dict[str, Any], *, version: int | None = None, system: str = "metric") -> Any:
        piece = Piece.objects.get(pk=self.piece.pk)
        body = {
            "version": piece.version if version is None else version,
            "system": system,
            "changes": [{"path": path, "value": value} for path, value in changes.items()],
        }
        return self.ask("PATCH", f"/pieces/{self.piece.pk}", body)

    def bead(self, answer: Any, key: str) -> str:
        return next(i["shown"]["metric"]["text"] for i in answer.json()["plan"]["thread"] if i["key"] == key)
