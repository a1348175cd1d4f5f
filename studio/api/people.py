"""The people of a studio, for all to see and for its owners to change."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any

from django.conf import settings
from django.http import Http404, HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import Field

from studio.actions import people
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut
from studio.door import TooMany, password_work
from studio.members import member_of, studio_of
from studio.models import Invitation, Member, Role

router = Router(tags=["people"])
_REFUSED: dict[int, Any] = {403: ErrorOut, 404: ErrorOut, 422: ErrorOut}
_OWNERS = {"message": "Only an owner of the studio does this.", "faults": []}
_BUSY = {"message": "Others are signing in just now. Try again in a moment.", "faults": []}
RoleIs = Annotated[str, Field(max_length=20)]


class MemberOut(Schema):
    id: int
    name: str
    sign_in: str
    role: str
    since: datetime
    is_me: bool


class InvitationOut(Schema):
    """`secret` is told once, when it is made; `at` is where the studio is reached from its network, where it is."""

    id: int
    role: str
    by: str
    until: datetime
    secret: str
    at: str


class PeopleOut(Schema):
    studio: str
    is_owner: bool
    members: list[MemberOut]
    invitations: list[InvitationOut]


class StudioIn(Schema):
    name: Annotated[str, Field(min_length=1, max_length=80)]


class RoleIn(Schema):
    role: RoleIs


class NewPasswordIn(Schema):
    password: Annotated[str, Field(max_length=1000)]


def _is_owner(request: HttpRequest) -> bool:
    return member_of(request).role == Role.OWNER


def _invitation(row: Invitation, secret: str = "") -> dict[str, Any]:
    until = row.made_at + people.INVITED_FOR
    return {
        "id": row.pk,
        "role": row.role,
        "by": people.called(row.made_by),
        "until": until,
        "secret": secret,
        "at": settings.LAN,
    }


def _people(request: HttpRequest) -> dict[str, Any]:
    studio, me = studio_of(request), member_of(request)
    open_ones = Invitation.objects.filter(
        studio=studio, used_at=None, made_at__gt=timezone.now() - people.INVITED_FOR
    ).select_related("made_by")
    return {
        "studio": studio.name,
        "is_owner": _is_owner(request),
        "members": [
            {
                "id": m.pk,
                "name": people.called(m.person),
                "sign_in": m.person.get_username() if _is_owner(request) or m.pk == me.pk else "",
                "role": m.role,
                "since": m.since,
                "is_me": m.pk == me.pk,
            }
            for m in Member.objects.filter(studio=studio).select_related("person")
        ],
        "invitations": [_invitation(row) for row in open_ones] if _is_owner(request) else [],
    }


def _member(request: HttpRequest, number: int) -> Member:
    row = Member.objects.filter(studio=studio_of(request), pk=number).select_related("studio", "person").first()
    if row is None:
        raise Http404("There is no member with this number.")
    return row


@router.get("/members", response=PeopleOut)
def show_people(request: HttpRequest) -> Any:
    return _people(request)


@router.patch("", response={200: PeopleOut, 409: ErrorOut, **_REFUSED})
def rename_studio(request: HttpRequest, body: StudioIn) -> Any:
    if not _is_owner(request):
        return Status(403, _OWNERS)
    studio = studio_of(request)
    studio.name = " ".join(body.name.split()) or studio.name
    studio.save(update_fields=["name"])
    return _people(request)


@router.patch("/members/{member_id}", response={200: PeopleOut, 409: ErrorOut, **_REFUSED})
def change_role(request: HttpRequest, member_id: int, body: RoleIn) -> Any:
    if not _is_owner(request):
        return Status(403, _OWNERS)
    people.change_role(_member(request, member_id), body.role)
    request.member.refresh_from_db()  # type: ignore[attr-defined]  # it may be one's own
    return _people(request)


@router.post("/members/{member_id}/out", response={204: None, **_REFUSED})
def take_member_out(request: HttpRequest, member_id: int) -> Any:
    """Somebody leaves, or is asked to; their work stays."""
    row = _member(request, member_id)
    if not _is_owner(request) and row.pk != member_of(request).pk:
        return Status(403, _OWNERS)
    people.leave(row)
    return Status(204, None)


@router.post("/members/{member_id}/password", response={200: PeopleOut, 429: ErrorOut, **_REFUSED})
def give_password(request: HttpRequest, member_id: int, body: NewPasswordIn) -> Any:
    """A new password for who has lost theirs, where no studio of somebody else's lies behind it."""
    row = _member(request, member_id)
    mine = set(Member.objects.filter(person=request.user.pk, role=Role.OWNER).values_list("studio", flat=True))
    theirs = set(Member.objects.filter(person=row.person).values_list("studio", flat=True))
    if not _is_owner(request):
        return Status(403, _OWNERS)
    if row.pk == member_of(request).pk or row.person.is_superuser or not theirs <= mine:
        words = "Their password opens more than this studio. They change it themselves, or on the machine it runs on."
        return Status(403, {"message": words, "faults": []})
    try:
        with password_work():
            people.change_password(row.person, body.password)
    except TooMany:
        return Status(429, _BUSY)
    return _people(request)


@router.post("/invitations", response={201: InvitationOut, **_REFUSED})
def invite(request: HttpRequest, body: RoleIn) -> Any:
    if not _is_owner(request):
        return Status(403, _OWNERS)
    return Status(201, _invitation(*people.invite(member_of(request), body.role)))


@router.post("/invitations/{invitation_id}/out", response={204: None, **_REFUSED})
def take_back(request: HttpRequest, invitation_id: int) -> Any:
    if not _is_owner(request):
        return Status(403, _OWNERS)
    gone, _ = Invitation.objects.filter(studio=studio_of(request), pk=invitation_id, used_at=None).delete()
    if not gone:
        raise Http404("There is no open invitation with this number.")
    return Status(204, None)
