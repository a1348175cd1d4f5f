"""Write the piece document's JSON Schema to a file, for others and for the check of drift."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from coldcradle.document.schema import schema_text


class Command(BaseCommand):
    help = "Write the JSON Schema of piece documents."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("path", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        options["path"].write_text(schema_text(), encoding="utf-8")
