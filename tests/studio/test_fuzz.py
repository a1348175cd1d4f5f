"""Whatever is sent, the answer is a plan or a refusal in words, never an error of ours, and a stored piece stays
whole.
"""

from __future__ import annotations

import json
import threading
from typing import Any

from django.db import connection
from django.test import Client, TransactionTestCase
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as HypothesisTestCase

from coldcradle.heat.schedule.processes import PROCESSES
from studio.actions.bringing_in import import_piece
from studio.models import Kiln, Piece, Revision
from studio.planning import planned
from tests import examples
from tests.documents import document
from tests.people import person_of
from tests.studio.base import AT, StudioTest

typed = st.one_of(
    st.text(max_size=20),
    st.builds(
        "{:g} {}".format, st.floats(-1e6, 1e6), st.sampled_from(["mm", "in", "g", "oz", "°C", "F", "h", "%", "", "km"])
    ),
    st.sampled_from(["1/0", "1e400", "9" * 80, "½", "−1", "0", "\u202e7 mm", "7\u00a0mm"]),
)
values = st.one_of(typed, st.none(), st.booleans(), st.integers(), st.lists(st.text(max_size=3), max_size=2))
paths = st.sampled_from(
    [
        AT + p
        for p in (
            "cradle.line",
            "cradle.wall",
            "cradle.level.bore",
            "cradle.level",
            "cradle.parts",
            "cradle.parts.0.top",
            "cradle.parts.0",
            "cradle.method",
            "cradle.material",
            "cradle.soaked",
            "cradle.reading",
            "glass.form",
            "glass.loss",
            "glass.charge",
            "heat.target",
            "heat.own_target",
            "heat.peak_at",
            "heat.peak_hold",
            "heat.bubble_hold",
            "heat.room",
            "heat.starts_at",
            "heat.time_zone",
            "heat.restraint",
            "kind_id",
            "kiln_id",
            "process",
            "layup.enters",
            "layup.on",
            "layup.relief",
            "layup.wet",
            "layup.thick",
            "layup.breadth",
            "layup.span",
            "layup.depth",
            "layup.weight",
            "heat.furniture",
            "heat.kiln_zone",
            "heat.wakes",
            "heat.sleeps",
            "heat.attendance",
            "heat.ready_by",
            "heat.segments",
            "heat.segments.cast.to",
            "heat.segments.anneal.rate",
            "heat.segments.fall.hold",
            "heat.schedule",
            "layup.layers",
            "layup.layers.0.thick",
            "layup.length",
            "layup.pieces",
            "takes",
        )
    ]
    + ["name", "stages"]
)


class AnyEdit(HypothesisTestCase):
    studio: Any
    piece: Piece

    @classmethod
    def setUpTestData(cls) -> None:
        cls.studio = StudioTest.new_studio("Wren")
        cls.piece = import_piece(cls.studio, document())

    def signed_in(self) -> Client:
        client = Client()
        client.force_login(person_of(self.studio))
        return client

    @settings(max_examples=examples(80))
    @given(st.lists(st.tuples(paths, values), min_size=1, max_size=3), st.sampled_from(["metric", "us"]))
    def test_is_planned_or_refused(self, edits: list[tuple[str, Any]], system: str) -> None:
        version = Piece.objects.get(pk=self.piece.pk).version
        body = {"version": version, "system": system, "changes": [{"path": p, "value": v} for p, v in edits]}
        answer = self.signed_in().patch(
            f"/api/pieces/{self.piece.pk}", json.dumps(body), content_type="application/json"
        )
        self.assertIn(answer.status_code, (200, 404, 422), answer.content[:300])
        got = json.loads(answer.content, parse_constant=lambda name: self.fail(f"{name} in an answer"))
        if answer.status_code != 200:
            self.assertTrue(got["message"])
        planned(Piece.objects.get(pk=self.piece.pk))

    @settings(max_examples=examples(40))
    @given(
        st.fixed_dictionaries(
            {"process": st.sampled_from(sorted(PROCESSES))},
            optional={
                "layup.thick": st.sampled_from(["0.2 mm", "2 mm", "9 mm", "31 mm", "140 mm", "500 mm"]),
                "layup.on": st.sampled_from(["cradle", "shelf", "posts"]),
                "heat.restraint": st.sampled_from(["bow", "held", "block", "free"]),
                "layup.enters": st.sampled_from(["loose", "frit", "slab", "relief", "pack"]),
                "layup.span": st.sampled_from(["1 mm", "300 mm", "4 m"]),
                "layup.depth": st.sampled_from(["1 mm", "60 mm", "2 m"]),
                "layup.weight": st.sampled_from(["0 kg", "12 kg", "900 kg"]),
                "heat.room": st.sampled_from(["-19 °C", "44 °C"]),
                "heat.target": st.sampled_from(["gentle", "quick"]),
                "layup.wet": st.sampled_from(["damp", "dry"]),
                "heat.peak_at": st.sampled_from(["110 °C", "500 °C", "1390 °C", ""]),
                "heat.peak_hold": st.sampled_from(["0 h", "71 h"]),
                "heat.segments": st.sampled_from(
                    [
                        {"fall": {"to": "60 °C"}},
                        {"anneal": {"to": "25 °C", "rate": "2999 °C/h"}},
                        {"cast": {"to": "30 °C"}, "coast": {"to": "700 °C"}},
                        {"last": {"rate": "0.001 °C/h"}},
                    ]
                ),
                "heat.schedule": st.sampled_from(
                    ["9999 900 0", "1 C/h to 900 C", "300 F/h to 1480 F hold 10\n1 F/h to 90 F"]
                ),
                "layup.layers": st.just([{"thick": "3 mm", "count": 2}, {"thick": "180 mm"}]),
                "layup.length": st.sampled_from(["1 mm", "90 mm", "3 m"]),
                "layup.pieces": st.sampled_from([1, 24, "7"]),
            },
        ),
        st.sampled_from(["coasting", "judged", "compare", "calendar"]),
    )
    def test_any_firing_is_planned_and_looked_at_or_refused(self, edits: dict[str, Any], look: str) -> None:
        version = Piece.objects.get(pk=self.piece.pk).version
        body = {"version": version, "changes": [{"path": AT + p, "value": v} for p, v in edits.items()]}
        client = self.signed_in()
        answer = client.patch(f"/api/pieces/{self.piece.pk}", json.dumps(body), content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        json.loads(answer.content, parse_constant=lambda name: self.fail(f"{name} in an answer"))
        found = client.get(f"/api/pieces/{self.piece.pk}/heat/{look}")
        self.assertIn(found.status_code, (200, 422), found.content[:300])
        if look != "calendar" and found.status_code == 200:
            json.loads(found.content, parse_constant=lambda name: self.fail(f"{name} in {look}"))

    @settings(max_examples=examples(40))
    @given(
        st.dictionaries(
            st.sampled_from(["power", "rise", "fall", "room", "width", "name", "x", "sensor", "finest", "price"]),
            typed,
            max_size=3,
        )
    )
    def test_of_a_kiln_keeps_its_pieces_plannable(self, changes: dict[str, str]) -> None:
        kiln = Kiln.objects.of(self.studio).get()
        body = {"version": kiln.version, "document": changes}
        answer = self.signed_in().patch(f"/api/kilns/{kiln.pk}", json.dumps(body), content_type="application/json")
        self.assertIn(answer.status_code, (200, 422), answer.content[:300])
        self.assertEqual(self.signed_in().get(f"/api/pieces/{self.piece.pk}").status_code, 200)
        self.assertEqual(self.signed_in().get("/api/kilns").status_code, 200)
        self.assertEqual(self.signed_in().get("/api/pieces").status_code, 200)

    @settings(max_examples=examples(40))
    @given(st.binary(max_size=60))
    def test_any_bytes_as_a_file_are_refused(self, raw: bytes) -> None:
        answer = self.signed_in().post("/api/pieces/import", raw, content_type="application/json")
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(Piece.objects.count(), 1)

    @settings(max_examples=examples(25))
    @given(st.binary(max_size=60), st.sampled_from(["pieces", "kilns", "cradles", "session"]))
    def test_any_bytes_as_a_request_are_refused(self, raw: bytes, place: str) -> None:
        answer = self.signed_in().post(f"/api/{place}", raw, content_type="application/json")
        self.assertIn(answer.status_code, (400, 401, 422))


class AtTheSameTime(TransactionTestCase):
    """Many hands at once, each in a thread with its own connection."""

    def setUp(self) -> None:
        self.studio = StudioTest.new_studio("Wren")
        self.piece = import_piece(self.studio, document())

    def edit(self, wall: str, answers: list[int], *, version: int) -> None:
        client = Client()
        client.force_login(person_of(self.studio))
        body = {"version": version, "changes": [{"path": AT + "cradle.wall", "value": wall}]}
        got = client.patch(f"/api/pieces/{self.piece.pk}", json.dumps(body), content_type="application/json")
        answers.append(got.status_code)
        connection.close()

    def test_of_several_edits_of_one_version_exactly_one_stands(self) -> None:
        answers: list[int] = []
        hands = [
            threading.Thread(target=self.edit, args=(f"{20 + n} mm", answers), kwargs={"version": 1}) for n in range(6)
        ]
        for hand in hands:
            hand.start()
        for hand in hands:
            hand.join()
        self.assertEqual(sorted(answers), [200, 409, 409, 409, 409, 409])
        stored = Piece.objects.get(pk=self.piece.pk)
        self.assertEqual(stored.version, 2)
        self.assertEqual(Revision.objects.filter(piece=stored).count(), 2)
        planned(stored)
