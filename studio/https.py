"""Answering by https with a certificate of one's own."""

from __future__ import annotations

import ssl
import threading
from collections.abc import Callable
from pathlib import Path
from typing import Any

from cheroot.ssl.builtin import BuiltinSSLAdapter
from cheroot.wsgi import Server

__all__ = ["serve_https", "wrong_certificate"]

_THREADS = 12


def wrong_certificate(certificate: Path, key: Path) -> str:
    """Why a certificate and its key cannot be used, in words; empty where they can."""
    for path in (certificate, key):
        if not path.is_file():
            return f"There is no file {path}."
    try:
        ssl.create_default_context(ssl.Purpose.CLIENT_AUTH).load_cert_chain(certificate, key)
    except (ssl.SSLError, OSError) as error:
        return f"{certificate} and {key} are no certificate and its key ({str(error)[:80]})."
    return ""


def serve_https(
    application: Any,
    addresses: list[str],
    port: int,
    *,
    certificate: Path,
    key: Path,
    most_bytes: int,
    ready: Callable[[], None],
) -> None:
    """Answer at each address until Ctrl-C, `ready` once it can be reached. Raises OSError where the port is taken."""
    servers = []
    for address in addresses:
        server = Server((address, port), application, numthreads=_THREADS, max=2 * _THREADS, server_name="Cold Cradle")
        server.ssl_adapter = BuiltinSSLAdapter(str(certificate), str(key))
        server.max_request_body_size = most_bytes
        server.prepare()
        servers.append(server)
    ready()
    for server in servers[1:]:
        threading.Thread(target=server.serve, daemon=True).start()
    try:
        servers[0].serve()
    finally:
        for server in servers:
            server.stop()
