"""Where what a studio keeps lies on this machine."""

from __future__ import annotations

import os
from pathlib import Path

import platformdirs

__all__ = ["COMMAND", "IS_CHECKOUT", "ROOT", "data_folder"]

ROOT = Path(__file__).resolve().parent.parent
IS_CHECKOUT = (ROOT / "manage.py").is_file()
COMMAND = "./run" if IS_CHECKOUT else "cold-cradle"  # what its own messages name


def data_folder() -> Path:
    """Where it is told to lie, beside a checkout, or where the system keeps what belongs to whoever runs it."""
    if given := os.environ.get("COLD_CRADLE_VAR"):
        return Path(given)
    return ROOT / "var" if IS_CHECKOUT else platformdirs.user_data_path("cold-cradle", appauthor=False)
