"""Who is signed in, the one who makes the studio theirs, who joins, and one's own name and password."""

from __future__ import annotations

from typing import Annotated, Any

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout, update_session_auth_hash
from django.contrib.auth.hashers import check_password, make_password
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Status
from ninja.decorators import decorate_view
from pydantic import Field

from coldcradle.errors import DocumentError, Fault
from studio.actions import people
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut
from studio.door import TooMany, is_here, password_work
from studio.errors import say_trouble
from studio.members import CHOSEN
from studio.models import Member, Role
from studio.signing_in import BACKEND

router = Router(tags=["session"])
_REFUSED: dict[int, Any] = {403: ErrorOut, 422: ErrorOut, 429: ErrorOut}
_OTHERS = {"message": "Others are signing in just now. Try again in a moment.", "faults": []}
_NOT_FROM_THERE = {"message": "Make it yours on the machine it runs on; then sign in from here.", "faults": []}
_OWNED = {"message": "This studio has an owner already. Sign in.", "faults": []}
Name = Annotated[str, Field(max_length=150)]
Password = Annotated[str, Field(max_length=1000)]
Secret = Annotated[str, Field(max_length=100)]


class StudioOfMineOut(Schema):
    id: int
    name: str
    role: str
    is_here: bool


class SessionOut(Schema):
    """`needs_owner`: nobody has made this studio theirs yet. `sign_in` is the name one signs in by."""

    name: str
    sign_in: str
    is_signed_in: bool
    is_demo: bool
    is_owner: bool
    needs_owner: bool
    role: str
    studio: str
    studios: list[StudioOfMineOut]
    begun: dict[str, str]


class SignInIn(Schema):
    name: Name
    password: Password


class LinkIn(Schema):
    secret: Secret


class InvitedOut(Schema):
    studio: str
    role: str
    by: str


class NewMemberIn(Schema):
    """Name and password of somebody new; neither is asked of who is signed in."""

    secret: Secret
    name: Name = ""
    password: Password = ""


class MeIn(Schema):
    name: Name
    sign_in: Name


class PasswordIn(Schema):
    old: Password
    new: Password


class ChosenIn(Schema):
    id: int


def _session(request: HttpRequest) -> dict[str, object]:
    user = request.user
    mine: list[Member] = (
        list(Member.objects.filter(person=user).select_related("studio")) if user.is_authenticated else []
    )
    chosen = request.session.get(CHOSEN)
    here = next((m for m in mine if m.studio_id == chosen), mine[0] if mine else None)
    return {
        "name": people.called(user) if user.is_authenticated else "",
        "sign_in": user.get_username(),
        "is_signed_in": user.is_authenticated,
        "is_demo": settings.DEMO,
        "is_owner": here is not None and here.role == Role.OWNER,
        "needs_owner": not user.is_authenticated and not settings.DEMO and not get_user_model().objects.exists(),
        "role": here.role if here else "",
        "studio": here.studio.name if here else "",
        "studios": [{"id": m.studio_id, "name": m.studio.name, "role": m.role, "is_here": m is here} for m in mine],
        "begun": here.studio.begun if here else {},
    }


@router.get("", response=SessionOut, auth=None)
def show_session(request: HttpRequest) -> Any:
    return _session(request)


def _hashed(password: str) -> str | None:
    """A password worked on in its turn; None where too many wait."""
    try:
        with password_work():
            return make_password(password)
    except TooMany:
        return None


@router.post("", response={200: SessionOut, 401: ErrorOut, **_REFUSED}, auth=None)
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, body: SignInIn) -> Any:
    """By the sign-in name, or by how one is called where that is only one's own."""
    users, name = get_user_model().objects, body.name.strip()
    if not users.filter(username=name).exists():
        here = users.filter(is_active=True, first_name__iexact=" ".join(name.split()))
        so_called = list(here.values_list("username", flat=True)[:2])
        name = so_called[0] if len(so_called) == 1 else name
    try:
        with password_work():
            user = authenticate(request, username=name, password=body.password)
    except TooMany:
        return Status(429, _OTHERS)
    if user is None:
        return Status(401, {"message": "That name and password do not belong together.", "faults": []})
    login(request, user)
    return _session(request)


@router.post("/owner", response={201: SessionOut, 409: ErrorOut, **_REFUSED}, auth=None)
@decorate_view(csrf_protect)
def make_owner(request: HttpRequest, body: SignInIn) -> Any:
    """The first one who comes makes the studio theirs; afterwards nobody can."""
    users = get_user_model()
    if faults := people.faults_of(body.name, body.password):
        raise DocumentError(faults)
    if settings.DEMO or users.objects.exists():
        return Status(409, _OWNED)
    if settings.LAN and not is_here(request):
        return Status(403, _NOT_FROM_THERE)
    if (hashed := _hashed(body.password)) is None:
        return Status(429, _OTHERS)
    with transaction.atomic():
        if users.objects.exists():
            return Status(409, _OWNED)
        user = people.make_person(body.name, hashed)
        user.is_staff = user.is_superuser = True
        user.save(update_fields=["is_staff", "is_superuser"])
        people.make_studio(user, body.name)
    login(request, user, backend=BACKEND)
    return Status(201, _session(request))


@router.post("/invited", response={200: InvitedOut, **_REFUSED}, auth=None)
@decorate_view(csrf_protect)
def show_invitation(request: HttpRequest, body: LinkIn) -> Any:
    """What an invitation is for, before it is used."""
    row = people.found_invitation(body.secret, timezone.now())
    return {"studio": row.studio.name, "role": row.role, "by": people.called(row.made_by)}


@router.post("/join", response={201: SessionOut, **_REFUSED}, auth=None)
@decorate_view(csrf_protect)
def join_studio(request: HttpRequest, body: NewMemberIn) -> Any:
    """Come in by an invitation: somebody new with a name and a password, or who is signed in already."""
    now = timezone.now()
    people.found_invitation(body.secret, now)
    if request.user.is_authenticated and not settings.DEMO:
        member = people.join(body.secret, request.user, now)
    else:
        if faults := people.faults_of(body.name, body.password):
            raise DocumentError(faults)
        if (hashed := _hashed(body.password)) is None:
            return Status(429, _OTHERS)
        with transaction.atomic():
            user = people.make_person(body.name, hashed)
            member = people.join(body.secret, user, now)
        login(request, user, backend=BACKEND)
    request.session[CHOSEN] = member.studio_id
    return Status(201, _session(request))


@router.patch("/me", response={200: SessionOut, 409: ErrorOut, **_REFUSED})
def rename_me(request: HttpRequest, body: MeIn) -> Any:
    """How one is called, and the name one signs in by."""
    people.rename(request.user, name=body.name, sign_in=body.sign_in)
    return _session(request)


@router.post("/password", response={200: SessionOut, **_REFUSED})
def change_my_password(request: HttpRequest, body: PasswordIn) -> Any:
    """A new password for oneself, the old one asked; one's other sessions end."""
    user: Any = request.user
    try:
        with password_work():
            is_known = check_password(body.old, user.password)
            if is_known:
                people.change_password(user, body.new)
    except TooMany:
        return Status(429, _OTHERS)
    if not is_known:
        raise DocumentError([Fault("old", "this is not your password", "")])
    update_session_auth_hash(request, user)
    return _session(request)


@router.post("/studio", response={200: SessionOut, **_REFUSED})
def choose_studio(request: HttpRequest, body: ChosenIn) -> Any:
    """Work in another of the studios one is a member of."""
    if not Member.objects.filter(person=request.user.pk, studio=body.id).exists():
        return Status(403, {"message": "You are no member of that studio.", "faults": []})
    request.session[CHOSEN] = body.id
    return _session(request)


@router.delete("", response=SessionOut)
def sign_out(request: HttpRequest) -> Any:
    logout(request)
    return _session(request)


def guessed_too_often(request: HttpRequest, credentials: object = None, *more: object) -> HttpResponse:
    """After some wrong passwords in a row nothing is tried for ten minutes."""
    return say_trouble(429, "That went wrong too often. Wait ten minutes, then try again.")
