"""Serve the application on this machine with waitress."""

from __future__ import annotations

import errno
import gc
import logging
import socket
import sys
import threading
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import waitress
from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connections
from django.utils import timezone

from studio.https import serve_https, wrong_certificate
from studio.keeping import take_turns
from studio.lan import NOT_PROTECTED, lan_address, qr_words
from studio.place import Place, open_to
from studio.pruning import prune
from studio.sandbox.jobs_queue import keep_up, prepare
from studio.store import (
    StoreTrouble,
    bring_up_to_date,
    daily_copy,
    database_path,
    find_meshes_again,
    keep_to_owner,
    only_one,
    sweep_orphans,
)
from studio.workers import listening, usual_count, work_together

_LARGEST_BYTES = 210_000_000  # the largest mesh, and its envelope
_WARM_AFTER_S = 3.0
_TIDY_AFTER_S, _TIDY_EVERY_S = 60.0, 3600.0


def _tidy() -> None:
    """Once an hour: today's copy where there is none, old steps thinned, files swept that nobody speaks of."""
    time.sleep(_TIDY_AFTER_S)
    while True:
        try:
            if daily_copy() is not None:
                prune(timezone.now())
                sweep_orphans()
        except Exception:  # a full disk must not end the tidying for good
            logging.getLogger("studio").exception("tidying up failed")
        finally:
            connections.close_all()
        time.sleep(_TIDY_EVERY_S)


def _load_the_rest() -> None:
    """What a first plan needs and a first page does not."""
    import scipy.interpolate
    import scipy.optimize  # noqa: F401


class Command(BaseCommand):
    help = "Serve until Ctrl-C: on this machine alone, or on its network too."
    requires_system_checks = ()

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8460)
        parser.add_argument("--workers", type=int, default=usual_count())
        parser.add_argument("--lan", action="store_true", help="be reached from other machines of this network")
        parser.add_argument("--address", help="this machine's address on that network, where it has several")
        parser.add_argument("--certificate", type=Path, help="answer by https, with this certificate")
        parser.add_argument("--key", type=Path, help="the key of the certificate")

    def handle(self, *args: Any, **options: Any) -> None:
        place = self._place(options)
        try:
            with only_one():
                for name in bring_up_to_date():
                    self.stdout.write(f"The database has been carried over: {name}")
                keep_to_owner()
                found, missing = find_meshes_again()
                if found:
                    self.stdout.write(f"{found} mesh files were found where an older release had them.")
                if missing:
                    self.stdout.write(f"Mesh files that lie nowhere: {', '.join(missing[:10])}")
                self._serve(place, max(1, options["workers"]))
        except StoreTrouble as error:
            raise CommandError(str(error)) from None

    def _place(self, options: dict[str, Any]) -> Place:
        """Where it will be reached, once it is known to be possible; the settings follow."""
        certificate, key = options["certificate"], options["key"]
        if (certificate is None) != (key is None):
            raise CommandError("--certificate and --key go together.")
        if certificate is not None and (why := wrong_certificate(certificate, key)):
            raise CommandError(why)
        lan = None
        if options["lan"] or options["address"]:
            if settings.DEMO:
                raise CommandError("The demo stays on this machine: whoever opens it is let in. Use serve --lan.")
            lan = options["address"] or lan_address()
            if lan is None:
                raise CommandError("This machine is on no network. Join one, or give its address with --address.")
        place = Place(options["port"], lan, certificate, key)
        open_to(place)
        return place

    def _serve(self, place: Place, count: int) -> None:
        from studio.wsgi import application

        if settings.HTTPS:
            call_command("check", deploy=True, fail_level="WARNING")
        if place.certificate is not None:
            self._serve_https(application, place)
            return
        try:
            doors = [listening(place.port, address) for address in place.addresses]
        except OSError as error:
            raise CommandError(_no_door(place, error)) from None

        def serve(number: int) -> None:
            _answer(application, doors, is_first=number == 0)

        prepare()
        _later(_WARM_AFTER_S, keep_up)  # what it loads takes seconds: the first page comes first

        _settle_memory()
        self._tell(place)
        if count == 1:
            serve(0)
        else:
            connections.close_all()  # a worker opens its own
            take_turns(Path(f"{database_path()}.turn"))
            try:
                work_together(count, serve)
            except RuntimeError as error:
                raise CommandError(f"{error}; what it said stands above.") from None
        self.stdout.write("Ended. Everything is kept.")

    def _serve_https(self, application: Any, place: Place) -> None:
        prepare()
        _later(_WARM_AFTER_S, keep_up)
        _settle_memory()
        _later(0.1, _load_the_rest)
        threading.Thread(target=_tidy, daemon=True).start()
        assert place.certificate is not None
        assert place.key is not None
        try:
            serve_https(
                application,
                place.addresses,
                place.port,
                certificate=place.certificate,
                key=place.key,
                most_bytes=_LARGEST_BYTES,
                ready=lambda: self._tell(place),
            )
        except OSError as error:
            raise CommandError(_no_door(place, error)) from None
        except KeyboardInterrupt:
            pass
        self.stdout.write("Ended. Everything is kept.")

    def _tell(self, place: Place) -> None:
        self.stdout.write(f"What it keeps lies in {settings.VAR}")
        self.stdout.write(f"Cold Cradle is at {place.url('127.0.0.1')}  (Ctrl-C ends it)")
        if place.lan is not None:
            self.stdout.write(f"On this network it is at {place.url(place.lan)}")
            self.stdout.write(qr_words(place.url(place.lan)))
            if place.certificate is None:
                self.stdout.write(NOT_PROTECTED)
        self.stdout.flush()


def _no_door(place: Place, error: OSError) -> str:
    if error.errno == errno.EADDRNOTAVAIL:
        return f"{place.lan} is no address of this machine."
    return f"Port {place.port} is taken or not allowed. Give another with --port."


def _settle_memory() -> None:
    """What is loaded now is never garbage; looking through it again and again made every twentieth edit wait."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(20_000, 20, 20)
    sys.setswitchinterval(0.001)  # a thread that only reads a row does not wait 5 ms for one that computes


def _later(seconds: float, work: Callable[[], None]) -> None:
    timer = threading.Timer(seconds, work)
    timer.daemon = True
    timer.start()


def _answer(application: Any, doors: list[socket.socket], *, is_first: bool) -> None:
    """Answer requests that come through the doors; the first of several also keeps the studio tidy."""
    server = waitress.create_server(
        application, sockets=doors, threads=8, max_request_body_size=_LARGEST_BYTES, **_proxy()
    )
    _later(0.1, _load_the_rest)
    if is_first:
        threading.Thread(target=_tidy, daemon=True).start()
    server.run()


def _proxy() -> dict[str, Any]:
    """Behind a proxy that speaks https, what that one says of who asks; else such words are left for all to see."""
    if not settings.HTTPS:
        return {"clear_untrusted_proxy_headers": False}
    told = {"x-forwarded-for", "x-forwarded-proto", "x-forwarded-host"}
    return {"trusted_proxy": "127.0.0.1", "trusted_proxy_headers": told, "clear_untrusted_proxy_headers": True}
