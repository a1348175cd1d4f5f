"""A sheet that moves on its form by the loops of `kernel_sheet.c`; `sheet.Moving` is the same in Python."""

from __future__ import annotations

import ctypes
from typing import Any

import numpy as np
from numpy.typing import NDArray

from coldcradle.kernel import KERNEL
from coldcradle.layup.deform.profile import Array, Profile
from coldcradle.layup.deform.sheet import CONTACTS, LostSheet, Moving, Sheet, stiffness_of

__all__ = ["Mover", "moving"]

_WHOLE = ("n", "round", "halved", "held", "corners", "line")
_REAL = ("membrane", "bending", "reach", "stiff", "drag", "drift", "pulls_off", "tries", "most_solves")
_ARRAYS = (
    *("volume", "loads", "at", "pulls", "gap", "outward", "speed", "touching", "bent_over"),
    *("corner", "start", "steps", "squared", "normals", "between"),
    *("length", "along", "middle", "thick", "stretch", "hoop", "turn", "band", "matrix", "right", "wish"),
    *("on", "next", "bend_corner", "bend_stretch", "bend_gap", "bend_row", "bent", "bent_next"),
)


class _Sheet(ctypes.Structure):
    """`Sheet` of `kernel_sheet.c`, field by field."""

    _fields_ = [
        *((name, ctypes.c_long) for name in _WHOLE),
        *((name, ctypes.c_double) for name in _REAL),
        *((name, ctypes.c_void_p) for name in _ARRAYS),
        ("solves", ctypes.c_long),
    ]


class _Compiled:
    """The same face as `Moving`: speeds, carry, and the gaps and ways out where it is now."""

    def __init__(self, sheet: Sheet, profile: Profile, reach_m: float, kernel: ctypes.CDLL) -> None:
        self.sheet, self._kernel = sheet, kernel
        self._arrays = self._room(sheet, profile)
        sheet.at, sheet.pulls = self._arrays["at"], self._arrays["pulls"]
        self.gap, self.outward = self._arrays["gap"], self._arrays["outward"]
        numbers: dict[str, Any] = dict(CONTACTS)
        numbers["membrane"], numbers["bending"] = stiffness_of(sheet.geometry)
        numbers |= {"n": len(sheet.volume), "round": sheet.is_round, "halved": sheet.is_halved, "reach": reach_m}
        numbers |= {"held": -1 if sheet.held is None else sheet.held, "solves": 0}
        numbers |= {"corners": len(self._arrays["corner"]), "line": len(self._arrays["squared"])}
        self._state = _Sheet(**numbers, **{name: array.ctypes.data for name, array in self._arrays.items()})
        self._pointer = ctypes.byref(self._state)
        kernel.sheet_gaps(self._pointer)

    @staticmethod
    def _room(sheet: Sheet, profile: Profile) -> dict[str, NDArray[Any]]:
        """Every array that the loops read and write; they live as long as this does."""
        many = len(sheet.volume)
        line = profile.line
        found: dict[str, NDArray[Any]] = {
            "volume": sheet.volume,
            "loads": sheet.weights(),
            "at": sheet.at.copy(),
            "pulls": sheet.pulls.copy(),
            "corner": profile.corners,
            "start": line.start,
            "steps": line.steps,
            "squared": line.squared,
            "normals": line.normals,
            "between": line.between,
        }
        bends = len(profile.corners) * many
        sizes = {"gap": many + 1, "outward": 2 * many + 2, "speed": 2 * many + 2, "wish": many + 1}
        sizes |= {"length": many, "along": 2 * many, "middle": many, "thick": many}
        sizes |= {"stretch": 4 * many, "hoop": 4 * many, "turn": 4 * many, "bend_gap": bends, "bend_row": 4 * bends}
        sizes |= {"band": 12 * (many + 1), "matrix": 12 * (many + 1), "right": 2 * many + 2}
        found = {name: np.ascontiguousarray(array, dtype=np.float64) for name, array in found.items()}
        found |= {name: np.zeros(size) for name, size in sizes.items()}
        flags = {"touching": many + 1, "on": many + 1, "next": many + 1}
        flags |= {"bent_over": len(profile.corners), "bent": bends, "bent_next": bends}
        found |= {name: np.zeros(size, dtype=np.uint8) for name, size in flags.items()}
        return found | {name: np.zeros(bends, dtype=ctypes.c_long) for name in ("bend_corner", "bend_stretch")}

    def speeds(self, step_work: float) -> Array:
        failed = self._kernel.sheet_speeds(self._pointer, ctypes.c_double(step_work))
        if failed:
            raise LostSheet("its contacts do not settle" if failed == 1 else "the sheet has folded onto itself")
        return self._arrays["speed"].reshape(-1, 2)

    def carry(self, speed: Array, step_work: float) -> None:
        assert np.shares_memory(speed, self._arrays["speed"])
        self._kernel.sheet_carry(self._pointer, ctypes.c_double(step_work))


Mover = Moving | _Compiled


def moving(sheet: Sheet, profile: Profile, reach_m: float) -> Mover:
    """A sheet on its form, to be moved step by step; its nodes lie off the line by `gap` and come out by `outward`."""
    return Moving(sheet, profile, reach_m) if KERNEL is None else _Compiled(sheet, profile, reach_m, KERNEL)
