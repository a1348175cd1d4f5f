"""Serve the application on this machine with waitress."""

from __future__ import annotations

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

from studio.keeping import take_turns
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
    help = "Serve on 127.0.0.1 until Ctrl-C."
    requires_system_checks = ()

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8460)
        parser.add_argument("--workers", type=int, default=usual_count())

    def handle(self, *args: Any, **options: Any) -> None:
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
                self._serve(options["port"], max(1, options["workers"]))
        except StoreTrouble as error:
            raise CommandError(str(error)) from None

    def _serve(self, port: int, count: int) -> None:
        from studio.wsgi import application

        if settings.HTTPS:
            call_command("check", deploy=True, fail_level="WARNING")
        try:
            door = listening(port)
        except OSError:
            raise CommandError(f"Port {port} is taken. Give another with --port.") from None

        def serve(number: int) -> None:
            _answer(application, door, is_first=number == 0)

        prepare()
        _later(_WARM_AFTER_S, keep_up)  # what it loads takes seconds: the first page comes first

        _settle_memory()
        self.stdout.write(f"Cold Cradle is at http://127.0.0.1:{port}/  (Ctrl-C ends it)")
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


def _answer(application: Any, door: socket.socket, *, is_first: bool) -> None:
    """Answer requests that come through the door; the first of several also keeps the studio tidy."""
    server = waitress.create_server(
        application, sockets=[door], threads=8, max_request_body_size=_LARGEST_BYTES, **_proxy()
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
