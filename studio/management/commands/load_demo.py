"""Fill the database with the made-up studio."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.utils import timezone

from studio.demo.load import load_demo, load_many


class Command(BaseCommand):
    help = "Load the demo studio unless it is there; --many N adds N more pieces."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--many", type=int, default=0)

    def handle(self, *args: Any, **options: Any) -> None:
        studio = load_demo(timezone.now())
        load_many(studio, options["many"])
