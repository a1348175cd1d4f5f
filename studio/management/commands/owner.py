"""A new password for somebody, asked for at the machine the studio runs on."""

from __future__ import annotations

import getpass
import sys
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandError, CommandParser

from coldcradle.errors import DocumentError
from studio.actions.people import called, change_password
from studio.store import StoreTrouble, bring_up_to_date


class Command(BaseCommand):
    help = "Give somebody of this studio a new password; what they were signed in to ends."
    requires_system_checks = ()

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name", help="the name they sign in by")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            bring_up_to_date()
        except StoreTrouble as error:
            raise CommandError(str(error)) from None
        users = get_user_model().objects.filter(is_active=True)  # others are names in a notebook
        person = users.filter(username=options["name"]).first()
        if person is None:
            names = ", ".join(users.order_by("pk").values_list("username", flat=True)[:20]) or "nobody yet"
            raise CommandError(f"Nobody signs in as {options['name']}. Here are: {names}.")
        password = getpass.getpass("New password: ") if sys.stdin.isatty() else sys.stdin.readline().rstrip("\r\n")
        try:
            change_password(person, password)
        except DocumentError as error:
            raise CommandError(" ".join(fault.message for fault in error.faults)) from None
        self.stdout.write(f"{called(person)} signs in with it from now on.")
