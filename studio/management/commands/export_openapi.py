"""Write the OpenAPI description that the front end's types are made from."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from studio.api import api


class Command(BaseCommand):
    help = "Write the OpenAPI description to a file; the same code writes the same bytes."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("path", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        schema = api.get_openapi_schema(path_prefix="/api/")
        options["path"].parent.mkdir(parents=True, exist_ok=True)
        options["path"].write_text(json.dumps(schema, indent=1, sort_keys=True) + "\n", "utf-8")
