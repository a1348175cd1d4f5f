"""Where a studio is reached, and the settings that go with it."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from django.conf import settings

from studio.lan import own_names

__all__ = ["Place", "open_to"]


@dataclass(frozen=True, slots=True)
class Place:
    """A port on loopback, and on this machine's address of its network where it is to be reached from there."""

    port: int
    lan: str | None = None
    certificate: Path | None = None
    key: Path | None = None

    @property
    def addresses(self) -> list[str]:
        return ["127.0.0.1", *([self.lan] if self.lan else [])]

    def url(self, host: str) -> str:
        return f"http{'s' if self.certificate else ''}://{host}:{self.port}/"


def open_to(place: Place) -> None:
    """Only what this machine is called on its network is answered besides its own names; by https nothing is sent in
    the open.
    """
    if place.lan is not None:
        settings.LAN = place.url(place.lan)
        settings.ALLOWED_HOSTS = [*settings.ALLOWED_HOSTS, *own_names(place.lan)]
    if place.certificate is not None:
        settings.SESSION_COOKIE_SECURE = settings.CSRF_COOKIE_SECURE = True
