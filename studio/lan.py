"""The studio on its own network: the address of this machine there, what it is called, and what is to be said of it."""

from __future__ import annotations

import io
import ipaddress
import socket

import segno

__all__ = ["NOT_PROTECTED", "lan_address", "own_names", "qr_words"]

NOT_PROTECTED = (
    "Without a certificate whoever is on this network can read along, passwords too, and a phone keeps no page for "
    "later. Use it on a network you trust, or give --certificate FILE and --key FILE."
)
_ELSEWHERE = ("192.0.2.1", 9)  # an address for examples: nothing is sent to it, the system only says which way it would


def lan_address() -> str | None:
    """The address of this machine on its network; None where it is on none."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as way:
        try:
            way.connect(_ELSEWHERE)
            found = str(way.getsockname()[0])
        except OSError:
            return None
    told = ipaddress.ip_address(found)
    return None if told.is_loopback or told.is_unspecified else found


def own_names(address: str) -> list[str]:
    """What a browser may call this machine by on its network: the address, and its name with and without .local."""
    name = socket.gethostname().lower().removesuffix(".local")
    plain = [name, f"{name}.local"] if name and all(c.isalnum() or c in "-." for c in name) else []
    return [address, *plain]


def qr_words(url: str) -> str:
    """An address as a QR code for a terminal."""
    out = io.StringIO()
    segno.make(url, error="m").terminal(out=out, compact=True)
    return out.getvalue()
