"""Who is signed in."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from ninja import Router, Schema, Status

from studio.actions.welcome import welcome
from studio.api.schemas import ErrorOut

router = Router(tags=["session"])


class SessionOut(Schema):
    name: str
    is_signed_in: bool
    is_demo: bool


class SignInIn(Schema):
    name: str
    password: str


def _session(request: HttpRequest) -> dict[str, object]:
    user = request.user
    return {"name": user.get_username(), "is_signed_in": user.is_authenticated, "is_demo": settings.DEMO}


@router.get("", response=SessionOut, auth=None)
def show_session(request: HttpRequest):
    return _session(request)


@router.post("", response={200: SessionOut, 401: ErrorOut}, auth=None)
def sign_in(request: HttpRequest, body: SignInIn):
    user = authenticate(request, username=body.name, password=body.password)
    if user is None:
        return Status(401, {"message": "That name and password do not belong together.", "faults": []})
    login(request, user)
    welcome(user)
    return _session(request)


@router.delete("", response=SessionOut)
def sign_out(request: HttpRequest):
    logout(request)
    return _session(request)
