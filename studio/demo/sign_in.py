"""In the demo, whoever sits at this machine is the demo user."""

from __future__ import annotations

import ipaddress
from collections.abc import Callable

from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse

from studio.demo.load import DEMO_USER
from studio.signing_in import BACKEND

__all__ = ["SignInDemoUser"]

_FORWARDED = ("HTTP_FORWARDED", "HTTP_VIA", "HTTP_X_REAL_IP")
_HERE = {"localhost", "127.0.0.1", "[::1]"}


class SignInDemoUser:
    """Sign the demo user in on page views that come over loopback, to a loopback name, and through nobody else."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.method == "GET" and not request.user.is_authenticated and self._is_here(request):
            user = get_user_model().objects.filter(username=DEMO_USER).first()
            if user is not None:
                login(request, user, backend=BACKEND)
        return self.get_response(request)

    @staticmethod
    def _is_here(request: HttpRequest) -> bool:
        if any(name.startswith("HTTP_X_FORWARDED") or name in _FORWARDED for name in request.META):
            return False
        host = request.META.get("HTTP_HOST", "").lower()
        name = host if host.endswith("]") else host.rpartition(":")[0] or host
        try:
            return name in _HERE and ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
        except ValueError:
            return False
