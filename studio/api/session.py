"""Who is signed in, and the one who makes the studio theirs."""

from __future__ import annotations

from typing import Annotated, Any

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout
from django.contrib.auth.hashers import make_password
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Status
from ninja.decorators import decorate_view
from pydantic import Field

from coldcradle.errors import DocumentError, Fault
from studio.actions.welcome import welcome
from studio.api.replies import Schema
from studio.api.schemas import ErrorOut
from studio.door import TooMany, password_work
from studio.errors import say_trouble
from studio.signing_in import BACKEND

router = Router(tags=["session"])
_REFUSED: dict[int, Any] = {403: ErrorOut, 422: ErrorOut, 429: ErrorOut}
_OTHERS = {"message": "Others are signing in just now. Try again in a moment.", "faults": []}
_OWNED = {"message": "This studio has an owner already. Sign in.", "faults": []}


class SessionOut(Schema):
    """`needs_owner`: nobody has made this studio theirs yet."""

    name: str
    is_signed_in: bool
    is_demo: bool
    is_owner: bool
    needs_owner: bool


class SignInIn(Schema):
    name: Annotated[str, Field(max_length=150)]
    password: Annotated[str, Field(max_length=1000)]


def _session(request: HttpRequest) -> dict[str, object]:
    user = request.user
    return {
        "name": user.get_username(),
        "is_signed_in": user.is_authenticated,
        "is_demo": settings.DEMO,
        "is_owner": bool(user.is_authenticated and (user.is_superuser or settings.DEMO)),
        "needs_owner": not user.is_authenticated and not settings.DEMO and not get_user_model().objects.exists(),
    }


@router.get("", response=SessionOut, auth=None)
def show_session(request: HttpRequest) -> Any:
    return _session(request)


@router.post("", response={200: SessionOut, 401: ErrorOut, **_REFUSED}, auth=None)
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, body: SignInIn) -> Any:
    try:
        with password_work():
            user = authenticate(request, username=body.name, password=body.password)
    except TooMany:
        return Status(429, _OTHERS)
    if user is None:
        return Status(401, {"message": "That name and password do not belong together.", "faults": []})
    login(request, user)
    welcome(user)
    return _session(request)


@router.post("/owner", response={201: SessionOut, 409: ErrorOut, **_REFUSED}, auth=None)
@decorate_view(csrf_protect)
def make_owner(request: HttpRequest, body: SignInIn) -> Any:
    """The first one who comes makes the studio theirs; afterwards nobody can."""
    users = get_user_model()
    name = body.name.strip()
    faults = []
    try:
        users.username_validator(name)
    except ValidationError as error:
        faults.append(Fault("name", str(error.messages[0]), name))
    try:
        validate_password(body.password, users(username=name))
    except ValidationError as error:
        faults += [Fault("password", words, "") for words in error.messages]
    if faults:
        raise DocumentError(faults)
    if settings.DEMO or users.objects.exists():
        return Status(409, _OWNED)
    try:
        with password_work():
            hashed = make_password(body.password)
    except TooMany:
        return Status(429, _OTHERS)
    with transaction.atomic():
        if users.objects.exists():
            return Status(409, _OWNED)
        user = users.objects.create(username=name, password=hashed, is_staff=True, is_superuser=True)
    login(request, user, backend=BACKEND)
    welcome(user)
    return Status(201, _session(request))


@router.delete("", response=SessionOut)
def sign_out(request: HttpRequest) -> Any:
    logout(request)
    return _session(request)


def guessed_too_often(request: HttpRequest, credentials: object = None, *more: object) -> HttpResponse:
    """After some wrong passwords in a row nothing is tried for ten minutes."""
    return say_trouble(429, "That went wrong too often. Wait ten minutes, then try again.")
