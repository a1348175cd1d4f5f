"""A database that is to be brought back: carried over to this release where it lies, and every table of it read."""

from __future__ import annotations

from typing import Any

from django.apps import apps
from django.core.management.base import BaseCommand, CommandError
from django.db import DatabaseError

from studio.store import StoreTrouble, bring_up_to_date


class Command(BaseCommand):
    help = "Carry the database over to this release and read a row of every table; part of restore."
    requires_system_checks = ()

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            done = bring_up_to_date()
            for model in apps.get_models():
                list(model._default_manager.all()[:1])
        except StoreTrouble as error:
            raise CommandError(str(error)) from None
        except (DatabaseError, LookupError, ValueError) as error:
            raise CommandError(f"It is no whole studio: {str(error)[:160]}.") from None
        self.stdout.write(done[-1] if done else "")
