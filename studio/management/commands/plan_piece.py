"""Plan a piece document without a database or a browser."""

from __future__ import annotations

import json
from dataclasses import asdict
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from coldcradle.document.piece import load_json, read_piece
from coldcradle.errors import ColdCradleError
from coldcradle.piece.plan import plan
from studio.demo.plain import made_whole


class Command(BaseCommand):
    help = "Read a piece document and print its plan as JSON."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("path", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            read = read_piece(made_whole(load_json(options["path"].read_bytes()), timezone.now()))
        except OSError as error:
            raise CommandError(f"{options['path']}: {error.strerror or error}") from None
        except ColdCradleError as error:
            raise CommandError(f"{options['path']}: {error}") from None
        self.stdout.write(json.dumps(asdict(plan(read.piece)), ensure_ascii=False, indent=1))
