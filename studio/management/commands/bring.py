"""An archive of a studio, brought in at the machine itself: of any size."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import DatabaseError

from studio.archive import read_archive
from studio.errors import store_trouble
from studio.models import Member, Role, acting
from studio.store import StoreTrouble, bring_up_to_date

__all__ = ["Command"]


class Command(BaseCommand):
    help = "Bring an archive of a studio in: where nothing stands yet, or as a new studio beside the one that does."
    requires_system_checks = ()

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("path", type=Path)
        parser.add_argument("--owner", help="the name its owner signs in by, where there are several")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            bring_up_to_date()
            owner = self._owner(options["owner"])
            whose = acting.set(owner.person_id)
            try:
                self._bring(options["path"], owner)
            finally:
                acting.reset(whose)
        except StoreTrouble as error:
            raise CommandError(str(error)) from None
        except (DatabaseError, OSError) as error:
            if (found := store_trouble(error)) is None:
                raise
            raise CommandError(found[1]) from None

    def _owner(self, name: str | None) -> Member:
        """Whose studio it is to be."""
        owners = Member.objects.filter(role=Role.OWNER).select_related("person", "studio").order_by("pk")
        found = [one for one in owners if name in (None, one.person.get_username())]
        people = sorted({one.person.get_username() for one in owners})
        if not people:
            raise CommandError("Nobody owns a studio here yet. Make it yours on its first page, then bring it in.")
        if len({one.person_id for one in found}) != 1:
            raise CommandError(f"Whose is it to be? Say --owner NAME, one of: {', '.join(people[:20])}.")
        return found[0]

    def _bring(self, path: Path, owner: Member) -> None:
        if not path.is_file():
            raise CommandError(f"There is no file {path}.")
        for one in read_archive(path, owner.studio):
            if one.studio is None:
                self.stdout.write(f"{one.step}, {one.of}")
                continue
            self.stdout.write(f"It is here: “{one.studio.name}”.")
            if one.missing:
                self.stdout.write(f"Meshes that were not in it: {', '.join(one.missing[:20])}.")
