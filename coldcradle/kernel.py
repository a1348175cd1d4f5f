"""The inner loops of `kernel.c` and `kernel_sheet.c`, where the set-up could compile them; None where it could not.

`python -m coldcradle.kernel` compiles them with the C compiler of the machine. What was compiled from
another text than the one that stands here is never used.
"""

from __future__ import annotations

import contextlib
import ctypes
import hashlib
import os
import shutil
import subprocess
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

__all__ = ["KERNEL", "build", "load", "pointer"]

_HERE = Path(__file__).parent
_SOURCES = tuple(_HERE / name for name in ("kernel.c", "kernel_sheet.c"))


def _target() -> Path:
    """Where what is compiled from the present text lies: beside it, or where COLD_CRADLE_KERNELS says."""
    digest = hashlib.sha256(b"".join(source.read_bytes() for source in _SOURCES)).hexdigest()[:16]
    folder = Path(os.environ.get("COLD_CRADLE_KERNELS", _HERE))
    return folder / f"_kernel-{digest}.so"


def build() -> bool:
    """Compile the loops; False where the machine has no compiler, or one that cannot do it."""
    target, compiler = _target(), shutil.which(os.environ.get("CC", "cc"))
    if target.exists():
        return True
    if compiler is None:
        return False
    target.parent.mkdir(parents=True, exist_ok=True)
    part = target.with_suffix(f".{os.getpid()}")
    # no -ffast-math and no fused operations: the same numbers on every machine
    flags = ["-O3", "-ffp-contract=off", "-shared", "-fPIC"]
    command = [compiler, *flags, "-o", str(part), *(str(source) for source in _SOURCES), "-lm"]
    made = subprocess.run(command, capture_output=True, check=False)
    if made.returncode == 0:
        for old in target.parent.glob("_kernel-*.so"):
            old.unlink()
        part.replace(target)
    part.unlink(missing_ok=True)
    return made.returncode == 0


def load() -> ctypes.CDLL | None:
    """The compiled loops, or None. COLD_CRADLE_KERNEL=0 does without them."""
    if os.environ.get("COLD_CRADLE_KERNEL") == "0":
        return None
    with contextlib.suppress(OSError):
        return ctypes.CDLL(str(_target()))
    return None


def pointer(values: NDArray[np.float64]) -> Any:
    """An array of float64, row by row, as C takes it; the array lives as long as what is handed over here."""
    assert values.dtype == np.float64
    assert values.flags.c_contiguous
    # the bare address would not keep it: what was made in passing is gone before the loop reads it
    return values.ctypes.data_as(ctypes.c_void_p)


KERNEL = load()

if __name__ == "__main__":
    print("compiled" if build() else "no C compiler: the slower loops are used")
