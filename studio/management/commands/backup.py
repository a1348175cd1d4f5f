"""The whole studio into one file."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from studio.backup import write_backup
from studio.store import StoreTrouble


class Command(BaseCommand):
    help = "Write database and meshes into one file, while the application runs or not."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("path", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            made = write_backup(options["path"].resolve())
        except (OSError, StoreTrouble) as error:
            raise CommandError(str(error)) from None
        self.stdout.write(f"{options['path']}: {made.size / 1e6:.1f} MB")
        if made.missing:
            self.stderr.write(f"Not in it, as they lie nowhere: {', '.join(made.missing[:20])}.")
