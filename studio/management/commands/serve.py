"""Serve the application on this machine with waitress."""

from __future__ import annotations

import gc
import sys
import threading
from typing import Any

import waitress
from django.core.management.base import BaseCommand, CommandError, CommandParser

from studio.beside.worker import warm
from studio.wsgi import application

_WARM_AFTER_S = 3.0  # the first page comes first


class Command(BaseCommand):
    help = "Serve on 127.0.0.1 until Ctrl-C."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--port", type=int, default=8460)

    def handle(self, *args: Any, **options: Any) -> None:
        port = options["port"]
        try:
            server = waitress.create_server(application, host="127.0.0.1", port=port, threads=8)
        except OSError:
            raise CommandError(f"Port {port} is taken. Give another with --port.") from None
        # what is loaded now is never garbage; looking through it again and again made every twentieth edit wait
        gc.collect()
        gc.freeze()
        gc.set_threshold(20_000, 20, 20)
        sys.setswitchinterval(0.001)  # a thread that only reads a row does not wait 5 ms for one that computes
        beside = threading.Timer(_WARM_AFTER_S, warm)
        beside.daemon = True
        beside.start()
        self.stdout.write(f"Cold Cradle is at http://127.0.0.1:{port}/  (Ctrl-C ends it)")
        server.run()
        self.stdout.write("Ended. Everything is kept.")
