"""People of a studio: who is asked in, by whom, what they may do, and how they are called."""

from __future__ import annotations

import hashlib
import re
import secrets
import unicodedata
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.auth.hashers import make_password
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from django.utils import timezone

from coldcradle.errors import DocumentError, Fault, ImpossibleInput
from studio.actions.welcome import welcome
from studio.models import Invitation, Member, Role, Studio

__all__ = [
    "INVITED_FOR",
    "called",
    "change_password",
    "change_role",
    "faults_of",
    "found_invitation",
    "invite",
    "join",
    "leave",
    "make_person",
    "make_studio",
    "remember",
    "rename",
    "sign_in_name",
]

INVITED_FOR = timedelta(days=3)
_MOST_INVITATIONS, _MOST_MEMBERS = 30, 200
_LONGEST = 80


def called(person: Any) -> str:
    """How somebody is called: as they say, or by their sign-in name."""
    return str(person.first_name or person.get_username()) if person is not None else ""


def sign_in_name(name: str) -> str:
    """A free sign-in name made from how somebody is called: small letters without marks, parted by dashes."""
    plain = unicodedata.normalize("NFKD", name).encode("ascii", "ignore").decode().lower()
    made = re.sub(r"[^a-z0-9]+", "-", plain).strip("-")[:100] or "person"
    taken = set(get_user_model().objects.filter(username__startswith=made).values_list("username", flat=True))
    return next(one for one in (made, *(f"{made}-{k}" for k in range(2, len(taken) + 3))) if one not in taken)


def faults_of(name: str, password: str | None) -> list[Fault]:
    """What cannot be in how somebody is called and in their password, each in words."""
    called_so, faults = " ".join(name.split()), []
    if not called_so or not called_so.isprintable():
        faults.append(Fault("name", "expected how you are called", name))
    elif len(called_so) > _LONGEST:
        faults.append(Fault("name", f"expected at most {_LONGEST} letters, got {len(called_so)}", name))
    if password is not None:
        try:
            validate_password(password, get_user_model()(username=called_so, first_name=called_so))
        except ValidationError as error:
            faults += [Fault("password", words, "") for words in error.messages]
    return faults


def make_person(name: str, hashed: str) -> Any:
    """Somebody new, as they are called, with a password that was worked on already."""
    so = " ".join(name.split())
    return get_user_model().objects.create(username=sign_in_name(so), first_name=so, password=hashed)


def remember(name: str) -> Any:
    """Somebody of another machine who did things there: a name to say, in no studio, who cannot sign in."""
    so = " ".join("".join(c if c.isprintable() else " " for c in name).split())[:_LONGEST] or "somebody"
    return get_user_model().objects.create(
        username=sign_in_name(so), first_name=so, password=make_password(None), is_active=False
    )


@transaction.atomic
def make_studio(person: Any, name: str) -> Studio:
    """A new studio of somebody's, with the shipped glass."""
    studio = Studio.objects.create(name=" ".join(name.split())[:_LONGEST])
    Member.objects.create(studio=studio, person=person, role=Role.OWNER)
    welcome(studio)
    return studio


def _digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()


def invite(member: Member, role: str) -> tuple[Invitation, str]:
    """A link that is good once, for three days; its secret is told now and never again."""
    if role not in Role.values:
        raise ImpossibleInput(f"expected one of {', '.join(Role.values)}, got {role[:40]}")
    if Invitation.objects.filter(studio=member.studio, used_at=None).count() >= _MOST_INVITATIONS:
        raise ImpossibleInput(f"expected at most {_MOST_INVITATIONS} open invitations; take some back")
    secret = secrets.token_urlsafe(24)
    made = Invitation.objects.create(
        studio=member.studio, digest=_digest(secret), role=role, made_by=member.person, made_at=timezone.now()
    )
    return made, secret


def found_invitation(secret: str, now: datetime) -> Invitation:
    """The invitation of a link. Raises ImpossibleInput for one that was used, taken back, or is too old."""
    row = Invitation.objects.select_related("studio", "made_by").filter(digest=_digest(secret)).first()
    if row is None:
        raise ImpossibleInput("This invitation is not known, or it was taken back. Ask for another.")
    if row.used_at is not None:
        raise ImpossibleInput("This invitation has been used. Ask for another.")
    if now > row.made_at + INVITED_FOR:
        raise ImpossibleInput("This invitation is older than three days. Ask for another.")
    return row


@transaction.atomic
def join(secret: str, person: Any, now: datetime) -> Member:
    """Somebody comes in by an invitation, which is used up. Raises ImpossibleInput where it is none, or they are in."""
    row = found_invitation(secret, now)
    if Member.objects.filter(studio=row.studio, person=person).exists():
        raise ImpossibleInput(f"You are a member of {row.studio} already.")
    if row.studio.members.count() >= _MOST_MEMBERS:
        raise ImpossibleInput(f"expected at most {_MOST_MEMBERS} members")
    row.used_at, row.used_by = now, person
    row.save(update_fields=["used_at", "used_by"])
    return Member.objects.create(studio=row.studio, person=person, role=row.role)


def _keeps_an_owner(member: Member) -> None:
    others = Member.objects.filter(studio=member.studio, role=Role.OWNER).exclude(pk=member.pk)
    if member.role == Role.OWNER and not others.exists():
        who = called(member.person)
        raise ImpossibleInput(f"{who} is the last owner of {member.studio}. Make another owner first.")


@transaction.atomic
def change_role(member: Member, role: str) -> None:
    """Another role. Raises ImpossibleInput for the last owner."""
    if role not in Role.values:
        raise ImpossibleInput(f"expected one of {', '.join(Role.values)}, got {role[:40]}")
    if role != Role.OWNER:
        _keeps_an_owner(member)
    member.role = role
    member.save(update_fields=["role"])


@transaction.atomic
def leave(member: Member) -> None:
    """No member any more; what they wrote down stays. Raises ImpossibleInput for the last owner."""
    _keeps_an_owner(member)
    member.delete()


@transaction.atomic
def rename(person: Any, *, name: str, sign_in: str) -> None:
    """Another name, another sign-in name. Raises DocumentError with what cannot be."""
    users, faults = get_user_model(), faults_of(name, None)
    asked = sign_in.strip()
    try:
        users.username_validator(asked)
    except ValidationError as error:
        faults.append(Fault("sign_in", str(error.messages[0]), sign_in))
    if len(asked) > 100:
        faults.append(Fault("sign_in", "expected at most 100 letters", sign_in))
    elif users.objects.filter(username__iexact=asked).exclude(pk=person.pk).exists():
        faults.append(Fault("sign_in", "somebody else signs in by this name", sign_in))
    if faults:
        raise DocumentError(faults)
    person.first_name, person.username = " ".join(name.split()), asked
    person.save(update_fields=["first_name", "username"])


def change_password(person: Any, password: str) -> None:
    """A new password; every other session of theirs ends. Raises DocumentError for one that is too weak."""
    faults = [f for f in faults_of(called(person), password) if f.path == "password"]
    if faults:
        raise DocumentError(faults)
    person.password = make_password(password)
    person.save(update_fields=["password"])
