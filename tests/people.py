"""Somebody with a studio, and whoever works in one."""

from __future__ import annotations

from typing import Any

from django.contrib.auth import get_user_model

from studio.actions.people import make_studio
from studio.models import Member, Role, Studio

__all__ = ["PASSWORD", "member", "person_of", "studio_of_one"]

PASSWORD = "a long enough one"


def studio_of_one(name: str) -> Studio:
    """A studio with its owner, both of that name, and the shipped glass."""
    return make_studio(get_user_model().objects.create_user(name, password=PASSWORD), name)


def person_of(studio: Studio) -> Any:
    """Whoever was in a studio first."""
    return studio.members.select_related("person").order_by("pk").first().person


def member(studio: Studio, name: str, role: str = Role.MAKER) -> Any:
    """Somebody more in a studio."""
    person = get_user_model().objects.create_user(name, password=PASSWORD)
    Member.objects.create(studio=studio, person=person, role=role)
    return person
