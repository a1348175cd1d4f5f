"""Who somebody is, asked at every request: read without working the question out anew."""

from __future__ import annotations

from typing import Any

from django.contrib.auth import get_user_model
from django.contrib.auth.backends import ModelBackend
from django.core.exceptions import PermissionDenied
from django.http import HttpRequest

from studio.fixed_queries import FixedRead

__all__ = ["BACKEND", "Backend"]

BACKEND = "studio.signing_in.Backend"
_user: FixedRead[Any] = FixedRead(lambda user: get_user_model().objects.filter(pk=user).order_by(), 1)


class Backend(ModelBackend):
    """The usual one, quick. Sessions that began under the usual one itself go on; it looks at no password again."""

    def authenticate(
        self, request: HttpRequest | None, username: str | None = None, password: str | None = None, **kwargs: Any
    ) -> Any:
        """Whoever gave these credentials. Raises PermissionDenied, so that nobody else is asked about them."""
        found = super().authenticate(request, username, password, **kwargs)
        if found is None:
            raise PermissionDenied
        return found

    def get_user(self, user_id: int) -> Any:
        """The user of that number, where they may come in."""
        found = _user.first(int(user_id))
        return found if found is not None and self.user_can_authenticate(found) else None
