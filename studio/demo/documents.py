"""The demo's pieces as they lie beside the code, without a database."""

from __future__ import annotations

import json
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

__all__ = ["demo_documents", "started"]

_HERE = Path(__file__).parent


def demo_documents() -> list[dict[str, Any]]:
    """The demo's pieces as piece documents, in the order in which they were begun."""
    return [json.loads(path.read_text("utf-8")) for path in sorted((_HERE / "pieces").glob("*.json"))]


def started(today: datetime, typed: str) -> str:
    """`+1 07:30` becomes half past seven tomorrow, so that the demo never lies in the past."""
    days, hour = typed.split()
    hours, minutes = hour.split(":")
    day = today.replace(hour=int(hours), minute=int(minutes), second=0, microsecond=0) + timedelta(days=int(days))
    return day.strftime("%Y-%m-%dT%H:%M")
