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
            size = write_backup(options["path"].resolve())
        except (OSError, StoreTrouble) as error:
            raise CommandError(f"The backup could not be written: {error}") from None
        self.stdout.write(f"{options['path']}: {size / 1e6:.1f} MB")
