"""Coming in: the first makes the studio theirs, guessing is slowed, and the demo's door opens only from here."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.test import Client, TestCase, override_settings

from studio.demo.load import load_demo
from studio.door import is_here
from studio.models import GlassKind, Studio
from tests.studio.base import StudioTest

GOOD = {"name": "Wren", "password": "a long enough one"}


class Owner(TestCase):
    def post(self, path: str, body: Any) -> Any:
        return self.client.post(path, json.dumps(body), content_type="application/json")

    def test_the_first_makes_the_studio_theirs_and_nobody_after(self) -> None:
        self.assertTrue(self.client.get("/api/session").json()["needs_owner"])
        made = self.post("/api/session/owner", GOOD)
        self.assertEqual(made.status_code, 201)
        self.assertEqual((made.json()["is_signed_in"], made.json()["is_owner"]), (True, True))
        self.assertEqual(GlassKind.objects.of(Studio.objects.get()).count(), 6)
        self.assertFalse(Client().get("/api/session").json()["needs_owner"])
        self.assertEqual(self.post("/api/session/owner", GOOD | {"name": "Knot"}).status_code, 409)
        self.assertEqual(get_user_model().objects.count(), 1)

    def test_a_weak_password_or_an_odd_name_is_refused_with_every_reason(self) -> None:
        for name, password, words in (
            ("Wren", "1234", "too short"),
            ("Wren", "password1", "too common"),
            ("Wren", "8264018264", "entirely numeric"),
            ("Wrenwrenwren", "wrenwrenwren", "similar"),
            ("W" * 81, "a long enough one", "at most 80"),
            (" ", "a long enough one", "how you are called"),
        ):
            answer = self.post("/api/session/owner", {"name": name, "password": password})
            self.assertEqual(answer.status_code, 422, name)
            self.assertIn(words, " ".join(fault["message"] for fault in answer.json()["faults"]))
        self.assertEqual(get_user_model().objects.count(), 0)

    def test_the_session_is_another_one_once_somebody_is_signed_in(self) -> None:
        self.client.get("/api/session")
        self.post("/api/session/owner", GOOD)
        before = self.client.cookies["sessionid"].value
        self.post("/api/session", GOOD)
        self.assertNotEqual(Client().cookies.get("sessionid"), before)
        self.client.delete("/api/session")
        other = Client()
        other.cookies["sessionid"] = before
        self.assertFalse(other.get("/api/session").json()["is_signed_in"])

    @override_settings(AXES_ENABLED=True)
    def test_guessing_is_slowed_for_that_name_and_place_alone(self) -> None:
        get_user_model().objects.create_user("Wren", password=GOOD["password"])
        get_user_model().objects.create_user("Knot", password=GOOD["password"])
        answers = [self.post("/api/session", GOOD | {"password": f"guess {n}"}).status_code for n in range(10)]
        self.assertEqual(answers[:7], [401] * 7)
        self.assertEqual(answers[8:], [429] * 2)
        locked = self.post("/api/session", GOOD)
        self.assertEqual(locked.status_code, 429)
        self.assertIn("ten minutes", locked.json()["message"])
        self.assertEqual(self.post("/api/session", GOOD | {"name": "Knot"}).status_code, 200)

    def test_only_the_owner_takes_the_whole_studio_along(self) -> None:
        get_user_model().objects.create_user("Knot", password=GOOD["password"])
        self.assertEqual(self.client.get("/api/studio/backup").status_code, 401)
        self.post("/api/session", GOOD | {"name": "Knot"})
        self.assertEqual(self.client.get("/api/studio/backup").status_code, 403)

    def test_ready_for_the_open_with_https_and_for_loopback_without(self) -> None:
        call_command("check", deploy=True, fail_level="WARNING", verbosity=0)


class DemoDoor(TestCase):
    def test_only_this_machine_by_its_own_names_and_through_nobody(self) -> None:
        load_demo(datetime(2026, 11, 23, 12, tzinfo=UTC), with_history=False)
        for address, host, more, wanted in (
            ("127.0.0.1", "127.0.0.1:8460", {}, True),
            ("::1", "[::1]:8460", {}, True),
            ("127.0.0.1", "localhost", {}, True),
            ("127.0.0.1", "LOCALHOST:8460", {}, True),
            ("192.168.1.7", "localhost", {}, False),
            ("127.0.0.1", "kiln.example", {}, False),
            ("127.0.0.1", "localhost.kiln.example:80", {}, False),
            ("127.0.0.1", "", {}, False),
            ("127.0.0.1", "localhost", {"HTTP_X_FORWARDED_FOR": "203.0.113.9"}, False),
            ("127.0.0.1", "localhost", {"HTTP_X_FORWARDED_PROTO": "https"}, False),
            ("127.0.0.1", "localhost", {"HTTP_FORWARDED": "for=203.0.113.9"}, False),
            ("127.0.0.1", "localhost", {"HTTP_VIA": "1.1 proxy"}, False),
            ("not an address", "localhost", {}, False),
            ("", "localhost", {}, False),
        ):
            request = Client().get("/").wsgi_request
            request.META |= {"REMOTE_ADDR": address, "HTTP_HOST": host} | more
            self.assertEqual(is_here(request), wanted, (address, host, more))


class PackedBackups(StudioTest):
    def test_answers_are_packed_for_whoever_is_elsewhere_and_plain_here(self) -> None:
        for address, packed in (("127.0.0.1", ""), ("::1", ""), ("192.168.1.20", "gzip")):
            answer = self.client.get("/api/choices", REMOTE_ADDR=address, HTTP_ACCEPT_ENCODING="gzip")
            self.assertEqual(answer.headers.get("Content-Encoding", ""), packed, address)
