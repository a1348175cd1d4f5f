"""A sheet in a form: between a rim that slides and one that is held."""

from __future__ import annotations

__all__ = ["between", "rim_after_m"]


def between(*, slid: float, held: float, grip: float) -> float:
    """What lies between a rim that slides (grip 0) and one that is held (grip 1), in the unit of both.

    Examples
    --------
    >>> between(slid=0.004, held=0.006, grip=0.5)
    0.005
    """
    return slid + grip * (held - slid)


def rim_after_m(*, across_m: float, slid_half_m: float, grip: float) -> float:
    """How wide the rim is once the sheet lies in, m: drawn in as the middle goes down, unless it grips.

    Examples
    --------
    >>> [round(rim_after_m(across_m=0.33, slid_half_m=0.15, grip=grip), 3) for grip in (0.0, 1.0)]
    [0.3, 0.33]
    """
    return 2 * slid_half_m + grip * (across_m - 2 * slid_half_m)
