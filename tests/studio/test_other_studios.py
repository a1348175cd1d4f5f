"""Every operation there is, with the numbers of another studio's rows: as a maker elsewhere, as a member of none, as a
guest. Nothing of it is told, nothing of it is changed.
"""

from __future__ import annotations

import io
import json
from typing import Any, ClassVar

import schemathesis
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client, TestCase
from hypothesis import HealthCheck, Phase, given, settings
from PIL import Image

from studio.actions.bringing_in import import_piece
from studio.actions.cradles import shelve_cradle
from studio.actions.measures import keep_stage_photo
from studio.actions.people import invite
from studio.actions.stock import add_item
from studio.archive.tables import TABLES, rows_of
from studio.members import CHOSEN
from studio.models import Invitation, Member, Role, Studio, Timer
from tests.documents import KILN, document
from tests.people import member, person_of
from tests.studio.base import StudioTest
from tests.studio.test_described import described

_MARK = "Guillemot"  # stands in the name of whatever the other studio has
_SAFE = ("GET", "HEAD", "OPTIONS")
_OWN = "/api/session"
_SUMS = "/api/sums/"


def _jpeg() -> bytes:
    raw = io.BytesIO()
    Image.new("RGB", (8, 8), "teal").save(raw, "JPEG")
    return raw.getvalue()


class Elsewhere(TestCase):
    schema: ClassVar[Any] = described()
    studio: ClassVar[Studio]

    @classmethod
    def setUpTestData(cls) -> None:
        cls.studio = StudioTest.new_studio(_MARK)
        told = document() | {"name": f"{_MARK} bowl"}
        piece = import_piece(cls.studio, told)
        stage = piece.stages.get()
        stage.firing.kiln.document = {**KILN, "name": f"{_MARK} kiln"}
        stage.firing.kiln.name = f"{_MARK} kiln"
        stage.firing.kiln.save()
        cradle = shelve_cradle(piece)
        item = add_item(stage.glass_kind, form="sheet", mass_kg=2.0, details={"lot": _MARK})
        photo = keep_stage_photo(cls.studio, stage.firing, stage, _jpeg(), "before")
        timer = Timer.objects.create(studio=cls.studio, key="clock", kind="soak", name=_MARK, lasts_s=60.0)
        one = Member.objects.get(studio=cls.studio)
        invitation, _ = invite(one, Role.MAKER)
        cls.there = {  # type: ignore[attr-defined]  # it is there
            "piece_id": piece.pk,
            "firing_id": stage.firing_id,
            "kiln_id": stage.firing.kiln_id,
            "kind_id": stage.glass_kind_id,
            "cradle_id": cradle.pk,
            "item_id": item.pk,
            "stage_id": stage.pk,
            "photo_id": photo.photo_id,
            "timer_id": timer.pk,
            "member_id": one.pk,
            "invitation_id": invitation.pk,
            "key": stage.key,
            "solid_id": 1,
        }
        # more rows than there, so that no number of theirs is by chance one of one's own
        cls.other = StudioTest.new_studio("Knot")  # type: ignore[attr-defined]  # it is there

    def stands(self) -> list[Any]:
        """All of the other studio, row by row."""
        found: list[Any] = [list(rows_of(self.studio, model, way).values()) for model, way in TABLES]
        people = list(Member.objects.filter(studio=self.studio).values_list("pk", "role"))
        open_ones = list(Invitation.objects.filter(studio=self.studio).values_list("pk", "used_at"))
        return [*found, people, open_ones, Studio.objects.filter(pk=self.studio.pk).values().get()]

    def named(self, value: Any) -> Any:
        """What is sent, with the other studio's numbers wherever a row is named."""
        if isinstance(value, list):
            return [self.named(one) for one in value]
        if isinstance(value, dict):
            there = self.there  # type: ignore[attr-defined]  # it is there
            return {k: there.get(k, self.named(v)) if v is not None else v for k, v in value.items()}
        return value

    def answer(self, client: Client, operation: Any, case: Any) -> Any:
        case.path_parameters = self.named(dict(case.path_parameters or {}))
        body, path, query = self.named(case.body), case.formatted_path, self.named(dict(case.query or {}))
        if case.media_type == "multipart/form-data":
            return client.post(path, {"file": SimpleUploadedFile("x.stl", b"solid")}, query_params=query)
        raw = b"" if isinstance(body, schemathesis.core.NotSet) else json.dumps(body, default=str).encode()
        return client.generic(case.method, path, raw, content_type="application/json", query_params=query)

    def each(self, client: Client, judge: Any, *, calls: int = 2) -> int:
        """Every operation a few times with what its description allows; how many calls it were."""
        counted = 0
        for result in self.schema.get_all_operations():
            operation = result.ok()
            if not operation.path.startswith((_OWN, "/api/studio/archive", "/api/studio/backup")):
                counted += self.called(client, operation, judge, calls)
        return counted

    def called(self, client: Client, operation: Any, judge: Any, calls: int) -> int:
        counted = []

        @settings(
            max_examples=calls,
            deadline=None,
            derandomize=True,
            database=None,
            suppress_health_check=list(HealthCheck),
            phases=[Phase.generate],
        )
        @given(operation.as_strategy(generation_mode=schemathesis.GenerationMode.POSITIVE))
        def call(case: Any) -> None:
            got = self.answer(client, operation, case)
            said = b"".join(got.streaming_content) if got.streaming else got.content
            judge(operation, got.status_code, said, f"{operation.method} {operation.path} {case.body}"[:400])
            counted.append(got.status_code)

        call()
        return len(counted)

    def signed_in(self, person: Any) -> Client:
        client = Client()
        client.force_login(person)
        return client

    def test_a_maker_elsewhere_finds_nothing_of_it(self) -> None:
        before = self.stands()

        def judge(operation: Any, status: int, said: bytes, words: str) -> None:
            self.assertLess(status, 500, words)
            self.assertNotIn(_MARK.encode(), said, words)
            if "{" in operation.path and not operation.path.startswith("/api/sums"):
                self.assertGreaterEqual(status, 400, words)

        client = self.signed_in(member(self.other, "Dunlin"))  # type: ignore[attr-defined]  # it is there
        self.assertGreater(self.each(client, judge), 150)
        self.assertEqual(self.stands(), before)

    def test_a_member_of_none_is_told_so_and_nothing_else(self) -> None:
        before, nobody = self.stands(), person_of(StudioTest.new_studio("Stint"))
        Member.objects.filter(person=nobody).delete()

        def judge(operation: Any, status: int, said: bytes, words: str) -> None:
            self.assertEqual(status, 403, words)
            self.assertIn(b"You are in no studio", said, words)

        self.each(self.signed_in(nobody), judge, calls=1)
        self.assertEqual(self.stands(), before)

    def test_a_guest_looks_and_changes_nothing(self) -> None:
        guest = member(self.studio, "Sanderling", Role.GUEST)
        before = self.stands()

        def judge(operation: Any, status: int, said: bytes, words: str) -> None:
            self.assertLess(status, 500, words)
            if operation.method.upper() not in _SAFE and not operation.path.startswith(_SUMS):
                self.assertEqual(status, 403, words)
                self.assertIn(b"you may look and print", said, words)
            else:
                self.assertNotEqual(status, 403, words)

        self.each(self.signed_in(guest), judge, calls=1)
        self.assertEqual(self.stands(), before)

    def test_a_studio_is_not_chosen_by_who_is_no_member_of_it(self) -> None:
        client = self.signed_in(person_of(self.other))  # type: ignore[attr-defined]  # it is there
        sent = json.dumps({"id": self.studio.pk})
        self.assertEqual(client.post("/api/session/studio", sent, content_type="application/json").status_code, 403)
        session = client.session
        session[CHOSEN] = self.studio.pk  # even where it stands in the session
        session.save()
        self.assertEqual(client.get("/api/session").json()["studio"], "Knot")
        self.assertNotIn(_MARK.encode(), client.get("/api/pieces").content)
