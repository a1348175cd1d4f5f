"""JSON as the standard has it: numbers that are some, and words that can be written down."""

from __future__ import annotations

import json
import math
from typing import Any

__all__ = ["plain_json"]


def plain_json(text: str) -> Any:
    """What a text in JSON says. Raises ValueError or RecursionError, NaN and 1e999 and half a sign included."""
    found = json.loads(text, parse_constant=_no_constant, parse_float=_number)
    if "\\u" in text:  # half of a pair of signs is no sign: no file could hold it
        try:
            json.dumps(found, ensure_ascii=False).encode()
        except UnicodeEncodeError:
            raise ValueError("it holds half of a sign that takes two") from None
    return found


def _number(typed: str) -> float:
    value = float(typed)
    if not math.isfinite(value):
        raise ValueError(f"{typed[:20]} is larger than any number")
    return value


def _no_constant(name: str) -> float:
    raise ValueError(f"{name} is not a number")
