"""Reached from its own network: only when asked, only by its own names, only by who signs in; by https where told.

On Linux 127.0.0.2 is an address of this machine beside 127.0.0.1: it stands for that of the network.
"""

from __future__ import annotations

import http.client
import io
import json
import socket
import ssl
import sys
from pathlib import Path
from typing import Any
from unittest import TestCase, skipUnless

from django.core.management import call_command
from django.core.management.base import CommandError
from django.test import TestCase as DatabaseTest
from django.test import override_settings

from studio.lan import lan_address, own_names, qr_words
from tests.people import PASSWORD
from tests.served import ServedTest

_THERE = "127.0.0.2"
_PEMS = Path(__file__).parent.parent / "data" / "https"
_CERTIFIED = ["--certificate", str(_PEMS / "certificate.pem"), "--key", str(_PEMS / "key.pem")]


@skipUnless(sys.platform == "linux", "other systems have one loopback address, and no second one to be reached by")
class Reached(ServedTest):
    def ask(
        self, port: int, address: str, path: str = "/api/session", *, host: str = "", https: bool = False
    ) -> tuple[int, str]:
        wrong = ssl.create_default_context(cafile=str(_PEMS / "certificate.pem")) if https else None
        line: Any = (
            http.client.HTTPSConnection(address, port, timeout=20, context=wrong)
            if https
            else http.client.HTTPConnection(address, port, timeout=20)
        )
        try:
            line.request("GET", path, headers={"Host": host} if host else {})
            answer = line.getresponse()
            return answer.status, answer.read().decode()
        finally:
            line.close()

    def test_without_the_word_nothing_listens_but_on_loopback(self) -> None:
        port = self.served()
        self.assertEqual(self.ask(port, "127.0.0.1")[0], 200)
        with self.assertRaises(ConnectionRefusedError):
            self.ask(port, _THERE)
        self.assertEqual(self.ask(port, "127.0.0.1", host=f"{_THERE}:{port}")[0], 400)
        self.assertNotIn("On this network", self.said.read_text())

    def test_with_it_by_its_own_names_and_signed_in(self) -> None:
        port = self.served("--lan", "--address", _THERE)
        self.assertEqual(self.ask(port, _THERE)[0], 200)
        self.assertEqual(self.ask(port, "127.0.0.1")[0], 200)
        self.assertEqual(self.ask(port, _THERE, host="elsewhere.example")[0], 400)
        self.assertEqual(self.ask(port, _THERE, host=f"{socket.gethostname()}.local:{port}")[0], 200)
        self.assertEqual(self.ask(port, _THERE, "/api/pieces")[0], 401)
        said = self.said.read_text()
        self.assertIn(f"http://{_THERE}:{port}/", said)
        self.assertIn("can read along", said)
        self.assertIn("█", said)

    def test_by_https_with_a_certificate(self) -> None:
        port = self.served("--lan", "--address", _THERE, *_CERTIFIED)
        status, session = self.ask(port, _THERE, https=True)
        self.assertEqual((status, json.loads(session)["needs_owner"]), (200, True))
        self.assertEqual(self.ask(port, "127.0.0.1", https=True)[0], 200)
        with self.assertRaises((http.client.HTTPException, OSError)):
            if self.ask(port, _THERE)[0] != 200:
                raise http.client.HTTPException("refused")
        said = self.said.read_text()
        self.assertIn(f"https://{_THERE}:{port}/", said)
        self.assertNotIn("can read along", said)


class Refused(DatabaseTest):
    def refused(self, *more: str) -> str:
        with self.assertRaises(CommandError) as caught:
            call_command("serve", *more, stdout=io.StringIO())
        return str(caught.exception)

    def test_the_demo_stays_on_this_machine(self) -> None:
        with override_settings(DEMO=True):
            self.assertIn("The demo stays on this machine", self.refused("--lan"))

    def test_a_certificate_wants_its_key_and_both_to_fit(self) -> None:
        pem, key = str(_PEMS / "certificate.pem"), str(_PEMS / "key.pem")
        self.assertIn("go together", self.refused("--certificate", pem))
        self.assertIn("There is no file", self.refused("--certificate", pem, "--key", "nowhere.pem"))
        self.assertIn("are no certificate and its key", self.refused("--certificate", key, "--key", pem))

    def test_a_fresh_studio_is_not_claimed_from_the_network(self) -> None:
        body = json.dumps({"name": "Wren", "password": PASSWORD})
        with override_settings(LAN="http://192.168.1.2:8460/"):
            for told, status in (
                ({"REMOTE_ADDR": "192.168.1.9", "HTTP_HOST": "localhost"}, 403),
                ({"REMOTE_ADDR": "127.0.0.1", "HTTP_HOST": "localhost", "HTTP_X_FORWARDED_FOR": "1.2.3.4"}, 403),
                ({"REMOTE_ADDR": "127.0.0.1", "HTTP_HOST": "localhost"}, 201),
            ):
                answer = self.client.post("/api/session/owner", body, content_type="application/json", **told)  # type: ignore[arg-type]
                self.assertEqual(answer.status_code, status, told)


class Words(TestCase):
    def test_an_address_is_one_of_this_machine_or_none(self) -> None:
        found = lan_address()
        if found is not None:
            with socket.socket() as door:
                door.bind((found, 0))  # only an address of one's own can be

    def test_names_are_what_a_browser_can_ask_for(self) -> None:
        self.assertEqual(own_names("192.0.2.7")[0], "192.0.2.7")
        self.assertTrue(all(name == name.lower() and " " not in name for name in own_names("192.0.2.7")))

    def test_the_code_is_square_and_the_same_each_time(self) -> None:
        lines = qr_words("http://192.0.2.7:8460/").splitlines()
        self.assertGreater(len(lines), 12)
        self.assertEqual(qr_words("http://192.0.2.7:8460/").splitlines(), lines)
