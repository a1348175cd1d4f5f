"""How much thicker glass counts in heat where something is raised on it."""

from __future__ import annotations

from coldcradle.layup.inputs import Relief

__all__ = ["STEEP", "counted_thickness_m", "relief_that_counts"]

STEEP = 2.0  # a step to more than so many times the thickness beside it is sharp; common practice, no source


def relief_that_counts(relief: Relief, *, thickness_m: float, base_m: float | None = None) -> tuple[Relief, bool]:
    """What relief a piece has, as it was told or by the step in it, and whether the step decides.

    Parameters
    ----------
    relief : Relief
        As it was told.
    thickness_m : float
        The thickest place, m, above 0.
    base_m : float, optional
        The glass beside it, m; None where it is even.

    Notes
    -----
    A step of more than 2 to 1 counts as sharp relief, a lower one as soft: common practice, no source.

    Examples
    --------
    >>> relief_that_counts(Relief.NONE, thickness_m=0.018, base_m=0.006)
    (<Relief.SHARP: 'sharp'>, True)
    >>> relief_that_counts(Relief.SHARP, thickness_m=0.009, base_m=0.006)
    (<Relief.SHARP: 'sharp'>, False)
    """
    if base_m is None:
        return relief, False
    by_step = Relief.SHARP if thickness_m > STEEP * base_m else Relief.SOFT
    return (by_step, True) if by_step.times > relief.times else (relief, False)


def counted_thickness_m(thickness_m: float, relief: Relief) -> float:
    """The thickness that heat counts, m: 1.5 times for soft relief, 2 for sharp (common practice, no source).

    Examples
    --------
    >>> counted_thickness_m(0.006, Relief.SOFT)
    0.009000000000000001
    """
    return thickness_m * relief.times
