"""Serve the application on this machine with waitress."""

from __future__ import annotations

import gc
import logging
import sys
import threading
import time
from typing import Any

import waitress
from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connections
from django.utils import timezone

from studio.pruning import prune
from studio.sandbox.jobs_queue import warm
from studio.store import (
    StoreTrouble,
    bring_up_to_date,
    daily_copy,
    find_meshes_again,
    keep_to_owner,
    only_one,
    sweep_orphans,
)

_LARGEST_BYTES = 210_000_000  # the largest mesh, and its envelope
_WARM_AFTER_S = 3.0  # the first page comes first
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
                self._serve(options["port"])
        except StoreTrouble as error:
            raise CommandError(str(error)) from None

    def _serve(self, port: int) -> None:
        from studio.wsgi import application

        if settings.HTTPS:
            call_command("check", deploy=True, fail_level="WARNING")
        try:
            server = waitress.create_server(
                application, host="127.0.0.1", port=port, threads=8, max_request_body_size=_LARGEST_BYTES, **_proxy()
            )
        except OSError:
            raise CommandError(f"Port {port} is taken. Give another with --port.") from None
        # what is loaded now is never garbage; looking through it again and again made every twentieth edit wait
        gc.collect()
        gc.freeze()
        gc.set_threshold(20_000, 20, 20)
        sys.setswitchinterval(0.001)  # a thread that only reads a row does not wait 5 ms for one that computes
        for seconds, work in ((0.1, _load_the_rest), (_WARM_AFTER_S, warm)):
            later = threading.Timer(seconds, work)
            later.daemon = True
            later.start()
        threading.Thread(target=_tidy, daemon=True).start()
        self.stdout.write(f"Cold Cradle is at http://127.0.0.1:{port}/  (Ctrl-C ends it)")
        server.run()
        self.stdout.write("Ended. Everything is kept.")


def _proxy() -> dict[str, Any]:
    """Behind a proxy that speaks https, what that one says of who asks; else such words are left for all to see."""
    if not settings.HTTPS:
        return {"clear_untrusted_proxy_headers": False}
    told = {"x-forwarded-for", "x-forwarded-proto", "x-forwarded-host"}
    return {"trusted_proxy": "127.0.0.1", "trusted_proxy_headers": told, "clear_untrusted_proxy_headers": True}
