"""How far free glass runs out, and what a dam must be like to hold it."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.constants import GRAVITY
from coldcradle.errors import ImpossibleInput
from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.deform.drop import ANGLE_RAD, TENSION_N_M

__all__ = [
    "FREEBOARD_M",
    "GRIP",
    "Board",
    "Pool",
    "dam_boards",
    "dam_wall_m",
    "push_on_wall_kg",
    "rest_thickness_m",
    "spread_work",
    "thinned_m",
]

_HUPPERT = 0.894
FREEBOARD_M = 0.010  # wall above the cold stack; common practice, no source
GRIP = 0.3  # of a brick or a board on a shelf; common practice, no source
_SAFE = 3.0


def rest_thickness_m(*, density_kg_m3: float, tension_n_m: float = TENSION_N_M) -> float:
    """The thickness free glass seeks.

    Parameters
    ----------
    density_kg_m3 : float
        Above 0 kg/m³.
    tension_n_m : float
        Surface tension, N/m; 0.3 for soda-lime glass (from memory).

    Returns
    -------
    float
        In m; about a quarter of an inch.

    Notes
    -----
    h = 2·√(γ/(ρ·g))·sin(θ/2): weight flattens a pool, surface tension gathers it (de Gennes, Brochard-Wyart and Quéré,
    Capillarity and Wetting Phenomena, chapter 2). θ is between 120° and 150° on a washed shelf, which makes it good to
    about 0.3 mm.

    Examples
    --------
    >>> round(rest_thickness_m(density_kg_m3=2500.0) * 1e3, 1)
    6.5
    """
    return 2 * math.sqrt(tension_n_m / (density_kg_m3 * GRAVITY)) * math.sin(ANGLE_RAD / 2)


def _eased(radius_m: float, start_m: float, *, volume_m3: float, density_kg_m3: float) -> float:
    """Heat work a free pool takes from one radius to another, 1/Pa.

    W = 3·(R⁸ − R₀⁸)/(0.894⁸·ρ·g·V³) + 6π·(R² − R₀²)/(ρ·g·V): what a thin pool takes to run over its shelf (Huppert, J.
    Fluid Mech. 121 (1982) 43), and what a squat one takes to sink into itself (a block pressed by its own weight,
    Trouton), one after the other; the second counts where it is more than a third as high as it is wide.
    """
    weight = density_kg_m3 * GRAVITY * volume_m3
    thin = 3 * (radius_m**8 - start_m**8) / (_HUPPERT**8 * weight * volume_m3**2)
    return thin + 6 * math.pi * (radius_m**2 - start_m**2) / weight


def spread_work(kind: GlassProperties, *, area_m2: float, thickness_m: float, times: float) -> float:
    """Heat work after which a free pool is so many times as wide, 1/Pa; infinite where it never is."""
    rest_m = rest_thickness_m(density_kg_m3=kind.density_kg_m3)
    if thickness_m <= rest_m * times * times:
        return math.inf
    start_m = math.sqrt(area_m2 / math.pi)
    return _eased(times * start_m, start_m, volume_m3=area_m2 * thickness_m, density_kg_m3=kind.density_kg_m3)


@dataclass(frozen=True, slots=True, kw_only=True)
class Pool:
    """Free glass of an area and a thickness, taken as a disc; it runs out until it is as thin as at rest.

    Raises ImpossibleInput for no area or thickness.

    Examples
    --------
    A pool 20 mm deep and 10 cm across, after ten minutes at 10⁴ Pa·s.

    >>> pool = Pool(density_kg_m3=2500.0, area_m2=math.pi * 0.05**2, thickness_m=0.020)
    >>> across_mm = 2 * pool.radius_m(work_per_pa=600 / 1e4) * 1e3
    >>> round(across_mm)
    142
    """

    density_kg_m3: float
    area_m2: float
    thickness_m: float

    def __post_init__(self) -> None:
        if not (self.area_m2 > 0 and self.thickness_m > 0):
            raise ImpossibleInput(
                f"expected an area and a thickness above 0, got {self.area_m2:g} m² and {self.thickness_m * 1e3:g} mm"
            )

    @property
    def rest_m(self) -> float:
        """Its thickness at rest, m."""
        return rest_thickness_m(density_kg_m3=self.density_kg_m3)

    @property
    def start_m(self) -> float:
        """Its radius at first, m."""
        return math.sqrt(self.area_m2 / math.pi)

    @property
    def most_m(self) -> float:
        """Its radius at rest, m."""
        return self.start_m * math.sqrt(max(1.0, self.thickness_m / self.rest_m))

    def radius_m(self, *, work_per_pa: float) -> float:
        """Its radius after so much heat work (1/Pa), m; good to a factor of about three in time.

        Huppert 1982 and Trouton 1906, one after the other, until it rests.
        """
        start_m, most_m, volume_m3 = self.start_m, self.most_m, self.area_m2 * self.thickness_m

        def missing(at_m: float) -> float:
            return _eased(at_m, start_m, volume_m3=volume_m3, density_kg_m3=self.density_kg_m3) - work_per_pa

        if most_m <= start_m or work_per_pa <= 0 or missing(most_m) <= 0:
            return start_m if work_per_pa <= 0 else most_m
        low, high = start_m, most_m
        for _ in range(50):
            middle = (low + high) / 2
            low, high = (middle, high) if missing(middle) < 0 else (low, middle)
        return (low + high) / 2

    def across_m(self, *, work_per_pa: float) -> float:
        """Its diameter after so much heat work (1/Pa), m."""
        return 2 * self.radius_m(work_per_pa=work_per_pa)


def thinned_m(*, thickness_m: float, from_m: float, to_m: float) -> float:
    """How thick the same glass stands once a disc of `from_m` across is `to_m`, m: volume is kept.

    Examples
    --------
    >>> round(thinned_m(thickness_m=0.012, from_m=0.1, to_m=0.2), 4)
    0.003
    """
    return thickness_m * (from_m / to_m) ** 2


def dam_wall_m(*, cold_m: float, glass_m: float) -> float:
    """Height of a dam's wall, m: above the cold stack, or the melted glass, by a centimetre; common practice."""
    return max(cold_m, glass_m) + FREEBOARD_M


def push_on_wall_kg(*, density_kg_m3: float, length_m: float, glass_m: float, grip: float = GRIP) -> float:
    """Weight to set against a wall so that the glass does not push it out, kg: 3·(ρ·h²·l/2)/μ, by hydrostatics."""
    return _SAFE * density_kg_m3 * glass_m * glass_m * length_m / 2 / grip


@dataclass(frozen=True, slots=True)
class Board:
    """A strip to be cut: what of, how many, length and height."""

    name: str
    count: int
    length_m: float
    height_m: float


def dam_boards(*, length_m: float, width_m: float, wall_m: float, board_m: float, glass_m: float) -> list[Board]:
    """The cut list of a rectangular dam: two long boards past the corners, two between them, and paper lining
    inside.
    """
    for name, value in (("length", length_m), ("width", width_m), ("wall", wall_m), ("board", board_m)):
        if not value > 0:
            raise ImpossibleInput(f"expected a {name} above 0 mm, got {value * 1e3:g} mm")
    paper_m = max(0.003, glass_m - 0.003)  # fibre paper ends below the top of the glass, or it leaves needles
    return [
        Board("board, long sides", 2, length_m + 2 * board_m, wall_m),
        Board("board, short sides", 2, width_m, wall_m),
        Board("fibre paper, long sides", 2, length_m, paper_m),
        Board("fibre paper, short sides", 2, width_m, paper_m),
    ]
