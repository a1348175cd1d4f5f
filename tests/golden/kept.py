"""Answers kept as packed JSON, and how two of them differ."""

from __future__ import annotations

import gzip
import json
import math
import os
from collections.abc import Iterator
from pathlib import Path
from typing import Any

KEPT = Path(__file__).parents[1] / "data" / "golden"
_DIGITS = 7  # of every number: what another machine's last places do is no change


def rounded(value: Any) -> Any:
    """The same with numbers to so many digits."""
    if isinstance(value, float):
        return float(f"{value:.{_DIGITS}g}") if math.isfinite(value) else str(value)
    if isinstance(value, dict):
        return {key: rounded(inner) for key, inner in value.items()}
    return [rounded(inner) for inner in value] if isinstance(value, list | tuple) else value


def differences(then: Any, now: Any, at: str = "") -> Iterator[str]:
    """Every place at which they differ; entries that are new stand beside what was, and are none."""
    if isinstance(then, dict) and isinstance(now, dict):
        for key, inner in then.items():
            if key not in now:
                yield f"{at}.{key}: gone, was {inner!r:.120}"
            else:
                yield from differences(inner, now[key], f"{at}.{key}")
    elif isinstance(then, list) and isinstance(now, list):
        if len(then) != len(now):
            yield f"{at}: {len(then)} before, now {len(now)}"
        for index, (a, b) in enumerate(zip(then, now, strict=False)):
            yield from differences(a, b, f"{at}[{index}]")
    elif isinstance(then, int | float) and isinstance(now, int | float) and not isinstance(then, bool):
        if not math.isclose(then, now, rel_tol=1e-6, abs_tol=1e-9):
            yield f"{at}: {then!r} before, now {now!r}"
    elif then != now or type(then) is not type(now):
        yield f"{at}: {then!r:.160} before, now {now!r:.160}"


def compared(name: str, now: Any) -> list[str]:
    """How it differs from what is kept under this name; with COLD_CRADLE_GOLDEN=write it is kept from now on."""
    path = KEPT / f"{name}.json.gz"
    plain = json.loads(json.dumps(rounded(now)))
    if os.environ.get("COLD_CRADLE_GOLDEN") == "write":
        text = json.dumps(plain, ensure_ascii=False, separators=(",", ":"), sort_keys=True)
        path.write_bytes(gzip.compress(text.encode(), 9, mtime=0))
    return list(differences(json.loads(gzip.decompress(path.read_bytes())), plain, name))
