"""The door: no page elsewhere claims a studio, no guesser holds it up, no answer or file tells more than it should."""

from __future__ import annotations

import csv
import io
import json
import os
import subprocess
import sys
import tempfile
import threading
import time
from datetime import timedelta
from pathlib import Path
from typing import Any
from unittest import mock

from axes.models import AccessAttempt
from django.contrib.auth import get_user_model
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import OperationalError
from django.db.models import F
from django.test import Client, RequestFactory, SimpleTestCase, TestCase, override_settings
from PIL import Image

from studio import door
from studio.actions.photos import keep_photo
from studio.actions.stock import add_item, export_csv
from studio.csv_cells import plain_cell
from studio.models import Firing, Piece
from tests.studio.base import StudioTest
from tests.studio.fired import FiredTest

GOOD = {"name": "Wren", "password": "a long enough one"}
ROOT = Path(__file__).parents[2]


class Elsewhere(TestCase):
    """A page of somebody else's that posts to a studio on this machine."""

    def setUp(self) -> None:
        self.client = Client(enforce_csrf_checks=True)

    def post(self, path: str, **headers: str) -> Any:
        return self.client.post(path, json.dumps(GOOD), content_type="text/plain", headers=headers)

    def test_a_fresh_studio_is_not_claimed_by_a_page_elsewhere(self) -> None:
        for headers in ({}, {"Origin": "http://elsewhere.example"}):
            answer = self.post("/api/session/owner", **headers)
            self.assertEqual(answer.status_code, 403, answer.content)
            self.assertIn("message", answer.json())
        self.assertEqual(get_user_model().objects.count(), 0)

    def test_nobody_is_signed_in_by_a_page_elsewhere(self) -> None:
        get_user_model().objects.create_user(username="Wren", password=GOOD["password"])
        self.assertEqual(self.post("/api/session", Origin="http://elsewhere.example").status_code, 403)
        self.assertNotIn("sessionid", self.client.cookies)

    def test_the_studios_own_page_may(self) -> None:
        self.client.get("/sign-in")
        token = self.client.cookies["csrftoken"].value
        told = {"X-CSRFToken": token, "Origin": "http://testserver"}
        self.assertEqual(self.post("/api/session/owner", **told).status_code, 201)
        token = self.client.cookies["csrftoken"].value
        self.assertEqual(self.post("/api/session", **told | {"X-CSRFToken": token}).status_code, 200)

    def test_strangers_are_refused_before_a_byte_is_read(self) -> None:
        class Unreadable(io.BytesIO):
            def read(self, *_: Any) -> bytes:
                raise AssertionError("somebody read it")

            readline = readinto = read  # type: ignore[assignment]

        def asked(path: str, size: int) -> int:
            request = RequestFactory().generic("POST", path, b"", content_type="multipart/form-data; boundary=x")
            request.META |= {"CONTENT_LENGTH": str(size), "wsgi.input": Unreadable()}
            request.user = mock.Mock(is_authenticated=False)
            return door.Strangers(lambda _: mock.Mock(status_code=200))(request).status_code

        for path in ("/api/firings/1/log", "/api/solids", "/api/stock/1/photo", "/api/pieces", "/api/session/other"):
            self.assertEqual(asked(path, 90_000_000), 401, path)
        self.assertEqual(asked("/api/session", 10_000), 200)
        self.assertEqual(asked("/api/session", 10_001), 413)
        self.assertEqual(asked("/api/session/owner", 10_001), 413)


class Guessing(TestCase):
    def post(self, password: str) -> int:
        body = json.dumps(GOOD | {"password": password})
        return self.client.post("/api/session", body, content_type="application/json").status_code

    @override_settings(AXES_ENABLED=True)
    def test_a_lock_ends_after_ten_minutes_however_often_it_is_tried_meanwhile(self) -> None:
        """One guess every nine minutes kept the owner out for ever."""
        get_user_model().objects.create_user(username="Wren", password=GOOD["password"])

        def after(minutes: float, password: str) -> int:
            AccessAttempt.objects.update(attempt_time=F("attempt_time") - timedelta(minutes=minutes))
            return self.post(password)

        for n in range(9):
            after(0, f"guess {n}")
        self.assertEqual(after(5, "a guess"), 429)
        self.assertEqual(after(4.5, "a guess"), 429)
        self.assertEqual(after(0.4, GOOD["password"]), 429)
        self.assertEqual(after(0.6, GOOD["password"]), 200)

    def test_one_password_at_a_time_two_wait_and_the_rest_are_told(self) -> None:
        held, let_go, told = threading.Event(), threading.Event(), []

        def hold() -> None:
            with door.password_work():
                held.set()
                let_go.wait(10)

        def wait() -> None:
            try:
                with door.password_work():
                    told.append("in")
            except door.TooMany:
                told.append("told")

        first = threading.Thread(target=hold)
        first.start()
        held.wait(10)
        waiting = [threading.Thread(target=wait) for _ in range(2)]
        with mock.patch.object(door, "_WAIT_S", 10.0):
            for thread in waiting:
                thread.start()
            while door._waiting < 2:
                time.sleep(0.01)
            self.assertEqual(self.post("any"), 429)
            self.assertLess(door._waiting, 3)
            let_go.set()
            for thread in (first, *waiting):
                thread.join(10)
        self.assertEqual(told, ["in", "in"])
        self.assertEqual(self.post("any"), 401)


class Answers(StudioTest):
    def test_what_the_api_says_is_kept_nowhere(self) -> None:
        for path in ("/api/pieces", "/api/session", "/api/nowhere", "/api/notebook.csv"):
            self.assertEqual(self.client.get(path)["Cache-Control"], "no-store", path)
        self.assertIn("camera=()", self.client.get("/pieces")["Permissions-Policy"])

    def test_what_is_no_place_is_answered_404(self) -> None:
        with tempfile.NamedTemporaryFile("w", suffix=".html") as page, override_settings(INDEX_HTML=Path(page.name)):
            for path in ("/", "/today", "/pieces/3/heat", "/sign-in"):
                self.assertEqual(self.client.get(path).status_code, 200, path)
            for path in ("/admin", "/admin/", "/media/solids/x.stl", "/.env", "/wp-login.php"):
                self.assertEqual(self.client.get(path).status_code, 404, path)

    def test_a_photograph_keeps_no_comment(self) -> None:
        raw = io.BytesIO()
        Image.new("RGB", (40, 30)).save(
            raw, "JPEG", comment=b"taken at the harbour", exif=b"Exif\0\0II*\0\x08\0\0\0\0\0"
        )
        self.assertIn(b"harbour", raw.getvalue())
        photo = keep_photo(self.studio, SimpleUploadedFile("a.jpg", raw.getvalue()))
        kept = bytes(photo.data)
        self.assertNotIn(b"harbour", kept)
        self.assertNotIn(b"Exif", kept)

    def test_lists_are_read_although_the_disk_is_full(self) -> None:
        Piece.objects.filter(pk=self.piece.pk).update(summary=None)
        full = mock.patch("django.db.models.query.QuerySet.update", side_effect=OperationalError("disk is full"))
        with full:
            for path in ("/pieces", "/today"):
                self.assertEqual(self.ask("GET", path).status_code, 200, path)
        self.assertIsNone(Piece.objects.get(pk=self.piece.pk).summary)


class Cells(StudioTest):
    def test_no_part_of_a_cell_begins_a_formula(self) -> None:
        for text in (
            "=1+1",
            "+cmd",
            "-2+3",
            "@sum",
            " =1",
            "a;=1",
            "a\r=1",
            "a\n=1",
            "a\t=1",
            "a,=1",
            "a\u2028=1",
            "\ufeff=1"[1:],
            "a;\r =1",
        ):
            flat = plain_cell(text)
            for delimiter in (",", ";", "\t"):
                for row in csv.reader(io.StringIO(flat), delimiter=delimiter):
                    self.assertFalse(
                        any(cell.strip()[:1] in ("=", "+", "-", "@") for cell in row if cell), (text, flat)
                    )

    def test_numbers_and_words_stay_as_they_are(self) -> None:
        for text in ("-3.5", "+12", "1e-6", "6 mm, 2 sheets", "blue; clear", "a - b", "x@y", ""):
            self.assertEqual(plain_cell(text), text)

    def test_of_the_rack_and_of_the_notebook(self) -> None:
        add_item(self.kind(), form="nuggets", mass_kg=1.0, details={"note": "box;=HYPERLINK(1)", "place": "a\r=2"})
        out = export_csv(self.studio)
        self.assertNotIn(";=", out)
        self.assertNotIn("\r=", out)


class Notes(FiredTest):
    def test_a_note_in_the_notebook_begins_no_formula(self) -> None:
        self.tick_all()
        self.start()
        Firing.objects.filter(pk=self.firing.pk).update(note="fine;=1+1\r=2")
        out = self.ask("GET", "/notebook.csv").getvalue().decode()
        self.assertIn("fine;'=1+1", out)
        self.assertNotIn("\r=", out)


class Keys(SimpleTestCase):
    def key(self, folder: str) -> str:
        line = "import django; django.setup(); from django.conf import settings; print(settings.SECRET_KEY)"
        told = os.environ | {"COLD_CRADLE_VAR": folder, "DJANGO_SETTINGS_MODULE": "studio.settings"}
        told.pop("COLD_CRADLE_SECRET_KEY", None)
        done = subprocess.run(
            [sys.executable, "-c", line], cwd=ROOT, env=told, capture_output=True, text=True, check=True
        )
        return done.stdout.strip()

    def test_an_empty_key_file_is_made_anew_and_a_good_one_kept(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "secret-key"
            for spoilt in ("", "\n", "short"):
                path.write_text(spoilt)
                key = self.key(folder)
                self.assertGreaterEqual(len(key), 40)
                self.assertEqual(self.key(folder), key)
                self.assertEqual(path.stat().st_mode & 0o777, 0o600)
