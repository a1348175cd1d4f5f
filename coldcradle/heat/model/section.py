"""What counts as thick: the free slab that a piece behaves like on cooling."""

from __future__ import annotations

import math
from dataclasses import dataclass

from coldcradle.cradle.materials import Material
from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.inputs import Restraint
from coldcradle.heat.physics.conduction import Slab, conductivity_w_m_k
from coldcradle.layup.inputs import Support

__all__ = ["Section", "effective_thickness_m", "hottest_plane_m", "upwards_m"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Section:
    """The glass across its thickness and its breadth, as cooling sees it.

    `wall_m` of `material` lies under it where it stands in a mould. `is_closed`: its own shape keeps it from bowing;
    `is_core_shut`: nothing leaves on its inner side.
    """

    kind: GlassProperties
    thickness_m: float
    breadth_m: float
    support: Support
    restraint: Restraint
    material: Material
    wall_m: float = 0.0
    is_closed: bool = False
    is_core_shut: bool = False

    @property
    def layers(self) -> Slab:
        """Glass over its mould."""
        return Slab(
            thickness_m=self.thickness_m,
            wall_m=self.wall_m,
            material=self.material,
            glass_conductivity_w_m_k=conductivity_w_m_k(self.kind.annealing_c),
        )


def hottest_plane_m(section: Section) -> float:
    """Depth below the open face of the plane that stays hottest on a steady ramp.

    Parameters
    ----------
    section : Section
        Thickness above 0 m, wall 0 m or more.

    Returns
    -------
    float
        In m, from half the thickness (both faces alike) to all of it.

    Notes
    -----
    x = (d²/2 + k/k_w·w·d + κ·w²/2κ_w) / (d + k/k_w·w), by continuity of temperature and flux at the wall (Carslaw &
    Jaeger, Conduction of Heat in Solids, 3.4). Exact for a steady ramp.
    """
    return section.layers.hottest_plane_m()


def upwards_m(section: Section) -> float:
    """Thickness by the way up alone, held flat, in m: d with both faces open, 2·d over a shelf, between in a mould."""
    if section.support == Support.POSTS:
        return section.thickness_m * (2 if section.is_core_shut else 1)
    if section.support == Support.SHELF:
        return 2 * section.thickness_m
    return section.layers.equivalent_thickness_m()


def effective_thickness_m(section: Section) -> float:
    """Thickness of a free slab, cooled alike on both faces, that is stressed like this section.

    Parameters
    ----------
    section : Section
        Thickness and breadth above 0 m.

    Returns
    -------
    float
        In m: the smaller of the way up and the way sideways.

    Notes
    -----
    On a steady ramp the temperature is a parabola (Carslaw & Jaeger). What may bow loses the linear part of it and is
    stressed by its own thickness; what is held flat over a shelf like twice its thickness (Timoshenko & Goodier,
    Theory of Elasticity). A wall closed round a core cannot bow and loses nothing inwards: across it counts twice. A
    block with six free faces cools every way at once, 1/√(1/d² + 2/b²): common practice, no source; about a quarter on
    the quick side for a cube. The others are exact for wide slabs.

    Examples
    --------
    >>> from coldcradle.cradle.materials import materials
    >>> from coldcradle.glass.kinds import shipped_kinds
    >>> flat = Section(
    ...     kind=shipped_kinds()["fusing-90-clear"], thickness_m=0.012, breadth_m=0.3,
    ...     material=materials()["stainless"], support=Support.SHELF, restraint=Restraint.HELD,
    ... )
    >>> effective_thickness_m(flat)
    0.024
    """
    d, b = section.thickness_m, section.breadth_m
    if section.is_closed:
        return min(upwards_m(section), (2 if section.is_core_shut else 1) * b)
    if section.restraint in (Restraint.BOW, Restraint.FREE):
        return min(d, b)
    if section.restraint == Restraint.BLOCK:
        return 1 / math.sqrt(1 / d**2 + 2 / b**2)
    return min(upwards_m(section), b)
