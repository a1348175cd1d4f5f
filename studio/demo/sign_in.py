"""In the demo, whoever sits at this machine is the demo user."""

from __future__ import annotations

import ipaddress
from collections.abc import Callable

from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse

from studio.demo.load import DEMO_USER

__all__ = ["SignInDemoUser"]


class SignInDemoUser:
    """Sign the demo user in on page views that come over loopback; never for anyone else."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.method == "GET" and not request.user.is_authenticated and self._is_loopback(request):
            user = get_user_model().objects.filter(username=DEMO_USER).first()
            if user is not None:
                login(request, user, backend="django.contrib.auth.backends.ModelBackend")
        return self.get_response(request)

    @staticmethod
    def _is_loopback(request: HttpRequest) -> bool:
        forwarded = any(header in request.META for header in ("HTTP_X_FORWARDED_FOR", "HTTP_FORWARDED"))
        try:
            return ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback and not forwarded
        except ValueError:
            return False
