"""Where a hole goes that was drilled before a sheet came down, and how wide it is then: by the sheet at that place."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from coldcradle.layup.deform.profile import Array

__all__ = ["MovedHole", "moved_hole"]


@dataclass(frozen=True, slots=True, kw_only=True)
class MovedHole:
    """A hole after the sheet came down: so far out from the middle and above the lowest place of the sheet, m, and how
    many times as wide along the slope and round about.
    """

    out_m: float
    above_m: float
    along: float
    about: float


def moved_hole(before: Array, after: Array, *, out_m: float, is_round: bool) -> MovedHole:
    """A hole `out_m` from the middle of a sheet whose nodes (n+1, 2), from its middle to its edge, went from `before`
    to `after`, m.

    A small hole goes with the glass round it: stretched along by the line, and about by the ring it lies on, which a
    sheet that bends one way leaves alone. Raises ValueError where the hole is outside the sheet.

    Examples
    --------
    >>> import numpy as np
    >>> flat = np.array([[0.0, 0.0], [0.05, 0.0], [0.1, 0.0]])
    >>> moved = moved_hole(flat, flat * [1.1, 1.0], out_m=0.05, is_round=True)
    >>> round(moved.out_m, 4), round(moved.along, 3), round(moved.about, 3)
    (0.055, 1.1, 1.1)
    """
    radii = before[:, 0]
    if not radii[0] - 1e-9 <= out_m <= radii[-1] + 1e-9:
        raise ValueError(f"expected a hole on the sheet, got {out_m} m out")
    out = float(np.interp(out_m, radii, after[:, 0]))
    height = float(np.interp(out_m, radii, after[:, 1]))
    lines = [np.hypot(*np.diff(at, axis=0).T) for at in (before, after)]
    stretch = lines[1] / np.maximum(lines[0], 1e-12)
    middles = (radii[1:] + radii[:-1]) / 2
    along = float(np.interp(out_m, middles, stretch))
    about = 1.0
    if is_round:
        at = max(out_m, float(radii[1]))
        about = float(np.interp(at, radii, after[:, 0])) / at
    return MovedHole(out_m=out, above_m=max(0.0, height - float(after[:, 1].min())), along=along, about=about)
