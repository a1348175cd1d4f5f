"""Small parts made before the piece: freeze-cast powder, and what is glued on."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.errors import ImpossibleInput

__all__ = [
    "FREEZING",
    "GLUE_M",
    "GLUE_S",
    "LEAST_M",
    "SLENDER",
    "Freezing",
    "freezing",
    "glue_drying_s",
    "least_limb_m",
]

GLUE_S, GLUE_M = 1800.0, 0.003  # a 3 mm drop of water-based glue dries in half an hour; common practice, no source
SLENDER = 8.0  # a limb longer than so many times its section breaks when it is unmoulded; common practice, no source
LEAST_M = 0.002


@dataclass(frozen=True, slots=True)
class Freezing:
    """How long a mould of powder and water freezes: up to a section (m), from and to, s; past the end it dries out."""

    name: str
    up_to_m: float
    from_s: float
    to_s: float


# common practice, no source: 20 to 30 min when tiny, half an hour to an hour else, never past 90 min
FREEZING = (
    Freezing("tiny", 0.008, 1200.0, 1800.0),
    Freezing("small", 0.015, 1800.0, 3600.0),
    Freezing("larger", 0.030, 3600.0, 5400.0),
)


def freezing(section_m: float) -> Freezing:
    """The window of the freezer for a thickest section. Raises ImpossibleInput for one that is no freeze-cast piece."""
    for window in FREEZING:
        if section_m <= window.up_to_m:
            return window
    raise ImpossibleInput(
        f"expected a section of at most {FREEZING[-1].up_to_m * 1e3:g} mm, got {section_m * 1e3:g} mm: powder that "
        "thick neither freezes through nor dries"
    )


def least_limb_m(*, length_m: float, times: float = SLENDER, least_m: float = LEAST_M) -> float:
    """The least section of a limb so long that survives being unmoulded, m: common practice, no source.

    Examples
    --------
    >>> least_limb_m(length_m=0.04), least_limb_m(length_m=0.008)
    (0.005, 0.002)
    """
    return max(least_m, length_m / times)


def glue_drying_s(*, drop_m: float, known_s: float = GLUE_S, known_m: float = GLUE_M) -> float:
    """How long a drop of glue dries, s: by the square of the way water has to go. Good to a factor of two.

    Examples
    --------
    >>> glue_drying_s(drop_m=0.006) / 3600
    2.0
    """
    return known_s * (drop_m / known_m) ** 2
