"""The whole studio out of one file."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from studio.backup import restore
from studio.store import StoreTrouble, only_one


class Command(BaseCommand):
    help = "Bring back what backup wrote, or a copy from var/backups; what stood before is kept beside it."
    requires_system_checks = ()

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("path", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            with only_one():
                found = restore(options["path"].resolve())
        except (OSError, StoreTrouble) as error:
            raise CommandError(str(error)) from None
        more = f" It was of an older release and has been carried over ({found.carried})." if found.carried else ""
        self.stdout.write(f"Brought back.{more} What stood before lies in {found.aside}.")
        if found.missing:
            self.stdout.write(f"Not in it, and not here: {', '.join(found.missing[:20])}.")
