"""Who is signed in, kept in the database alone: a memory beside it would let a worker believe in one that has ended."""

from __future__ import annotations

from typing import Any

from django.contrib.sessions.backends import db
from django.contrib.sessions.models import Session
from django.utils import timezone

from studio.fixed_queries import FixedRead

__all__ = ["SessionStore"]

_session: FixedRead[Any] = FixedRead(lambda key: Session.objects.filter(session_key=key), 1)


class SessionStore(db.SessionStore):
    """The usual one, which works out the same question at every request, with that question fixed."""

    def _get_session_from_db(self) -> Any:
        found = _session.first(self.session_key) if self.session_key else None
        if found is None or found.expire_date <= timezone.now():
            self._session_key = None
            return None
        return found
