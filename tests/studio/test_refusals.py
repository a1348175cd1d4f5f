"""What cannot be kept is refused where it comes in, soon and in words, and what goes out is JSON."""

from __future__ import annotations

import json
import time
from typing import Any

from studio.models import Cradle, Piece
from tests.documents import document
from tests.studio.base import StudioTest

ODD = ("NaN", "Infinity", "-Infinity", "1e999", "-1e999", '"\\ud800"', '"a\\udfffb"')


class Refusals(StudioTest):
    def sent(self, method: str, path: str, text: str) -> Any:
        return self.client.generic(method, f"/api{path}", text, content_type="application/json")

    def test_numbers_that_are_none_and_half_signs_stop_at_the_door(self) -> None:
        self.ask("POST", f"/pieces/{self.piece.pk}/shelve", {"stage": ""})
        cradle = Cradle.objects.create(studio=self.studio, name="Cone", document={"name": "Cone"}, care={})
        kind = self.kind()
        for odd in ODD:
            for method, path, body in (
                ("PATCH", f"/cradles/{cradle.pk}", '{"version": 1, "care": {"fills": [{"mass": %s}]}}'),
                ("PATCH", f"/glass/{kind.pk}", '{"version": 1, "document": {"name": %s}}'),
                ("POST", "/glass", '{"document": {"name": %s}}'),
                ("POST", "/session", '{"name": %s, "password": "x"}'),
                ("POST", "/outlines/measure", '{"rings": [[[0, %s], [1, 1], [0, 1]]]}'),
                ("POST", "/pieces/import", '{"format": "cold-cradle-piece", "version": 2, "name": %s}'),
            ):
                answer = self.sent(method, path, body % odd)
                self.assertEqual(answer.status_code, 422, (path, odd, answer.content[:200]))
                self.assertTrue(answer.json()["message"])
        cradle.refresh_from_db()
        self.assertEqual(cradle.care, {})

    def test_names_of_any_length(self) -> None:
        long = json.dumps("x" * 100_000)
        self.assertEqual(self.sent("POST", "/glass", f'{{"document": {{"name": {long}}}}}').status_code, 422)
        version = self.kind().version
        body = f'{{"version": {version}, "document": {{"name": {long}}}}}'
        self.assertEqual(self.sent("PATCH", f"/glass/{self.kind().pk}", body).status_code, 422)
        self.assertEqual(self.sent("POST", "/session", f'{{"name": {long}, "password": "x"}}').status_code, 422)

    def test_a_search_of_any_length_finds_nothing_or_is_refused(self) -> None:
        for path in ("/pieces", "/cradles", "/notebook", "/stock"):
            self.assertIn(self.ask("GET", f"{path}?search={'x' * 90_000}").status_code, (200, 422), path)

    def test_a_list_without_end_is_refused_at_once_and_once(self) -> None:
        many, pairs = "[" + ",".join(["1"] * 400_000) + "]", "[" + ",".join(["[0,0]"] * 300_000) + "]"
        for rings in (many, f"[{many}]", f"[{pairs}]"):
            text = f'{{"rings": {rings}}}'
            began = time.process_time()
            answer = self.sent("POST", "/outlines/measure", text)
            self.assertEqual(answer.status_code, 422)
            self.assertLess(len(answer.content), 20_000)
            self.assertLess(time.process_time() - began, 5.0)

    def test_a_room_beyond_any_size_is_refused_on_the_way_in(self) -> None:
        rows = {"z": [0, 0.05, 0.1], "volume": [0, 1e-5, 1e308], "area": [0, 1e-3, 1e-3]}
        solid = {
            "name": "far",
            "z_m": rows["z"],
            "volume_m3": rows["volume"],
            "area_m2": rows["area"],
            "wetted_m2": rows["area"],
            "narrow_m": rows["area"],
            "rings": [[[0, 0], [0.05, 0], [0.05, 0.1]]],
            "plan_rings": [],
            "size_m": [0.1, 0.1],
        }
        for change in (
            {},
            {"volume_m3": [0, 1e-5, 2e-5], "wetted_m2": [0, 1e300, 1e308]},
            {"rings": [[[0, 0], [1e308, 0], [0, 1e308]]]},
        ):
            whole = document()
            whole["stages"][0]["cradle"] |= {"solid": solid | change, "method": "shape"}
            answer = self.ask("POST", "/pieces/import", whole)
            self.assertEqual(answer.status_code, 422, change)
        self.assertEqual(Piece.objects.count(), 1)
