"""In the demo, whoever sits at this machine is the demo user."""

from __future__ import annotations

from collections.abc import Callable

from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse

from studio.demo.load import DEMO_USER
from studio.door import is_here
from studio.signing_in import BACKEND

__all__ = ["SignInDemoUser"]


class SignInDemoUser:
    """Sign the demo user in on page views that come over loopback, to a loopback name, and through nobody else."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.method == "GET" and not request.user.is_authenticated and is_here(request):
            user = get_user_model().objects.filter(username=DEMO_USER).first()
            if user is not None:
                login(request, user, backend=BACKEND)
        return self.get_response(request)
