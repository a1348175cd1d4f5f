"""How fast cold glass may be warmed, and how fast it may be cooled, by the closed forms."""

from __future__ import annotations

from dataclasses import dataclass

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.limits import CLOSED_SHARE, SURFACE_STRESS_PA, zone_stress_pa
from coldcradle.heat.physics.conduction import USUAL_K_M2_PER_S, cooling_rate_k_per_h
from coldcradle.heat.physics.zones import evened, lag_s
from coldcradle.layup.bodies import Shade
from coldcradle.layup.load import Load

__all__ = [
    "HANDBOOK_THIRD",
    "SECOND_TIMES",
    "ColdPiece",
    "cold_piece",
    "first_cooling_k_per_h",
    "handbook_rate_k_per_h",
    "loose_piece",
    "surface_cooling_k_per_h",
    "warming_k_per_h",
    "zone_limit_k_per_h",
    "zone_strain_pa",
    "zones_k_per_h",
]

SECOND_TIMES, HANDBOOK_THIRD = 1.8, 6.0


@dataclass(frozen=True, slots=True)
class ColdPiece:
    """The cold piece that a rate is asked for: what it is called, the way heat goes in, from one face or from both."""

    name: str
    thickness_m: float
    both_faces: bool


def warming_k_per_h(
    *, kind: GlassProperties, thickness_m: float, both_faces: bool, stress_pa: float = SURFACE_STRESS_PA
) -> float:
    """The steady rate at which cold glass is pulled by what is allowed in passing.

    Parameters
    ----------
    kind : GlassProperties
        Expansion, stiffness and Poisson's ratio are used.
    thickness_m : float
        Above 0 m.
    both_faces : bool
        Whether heat comes from both faces; from one it has twice the way.
    stress_pa : float
        What is allowed, above 0 Pa.

    Returns
    -------
    float
        In K/h.

    Notes
    -----
    R = 24·(1 − ν)·κ·σ/(E·α·d²) with d or 2·d: thermal stress of a slab with a parabolic profile (Timoshenko &
    Goodier). σ is 2.5 MPa of 7 MPa design strength (from memory).

    Examples
    --------
    >>> from coldcradle.glass.kinds import shipped_kinds
    >>> glass = shipped_kinds()["fusing-90-clear"]
    >>> one = warming_k_per_h(kind=glass, thickness_m=0.012, both_faces=False)
    >>> both = warming_k_per_h(kind=glass, thickness_m=0.012, both_faces=True)
    >>> round(both / one, 6)
    4.0
    """
    times = 1 if both_faces else 2
    return cooling_rate_k_per_h(kind=kind, thickness_m=times * thickness_m, stress_pa=stress_pa)


def loose_piece(load: Load) -> ColdPiece:
    """The thickest of the loose pieces; one side of each lies on something cold."""
    loose = max((b for b in load.cold if b.is_loose), key=lambda b: b.thickness_m, default=None)
    if loose is None:
        return ColdPiece(f"one piece of {load.form.name}", load.form.chunk_m, False)
    return ColdPiece(f"one piece of {loose.name}", loose.thickness_m, False)


def cold_piece(load: Load, *, both_faces: bool) -> ColdPiece | None:
    """The solid piece that stands least; None where nothing solid goes in, and what comes out counts."""
    solid = [body for body in load.cold if not body.is_loose]
    if not solid:
        return None
    body = max(solid, key=lambda b: b.counts_m)
    is_open = body.is_open or both_faces
    if body.breadth_m >= body.thickness_m * (1 if is_open else 2):
        return ColdPiece(f"{body.name}, thick", body.thickness_m, is_open)
    return ColdPiece(f"{body.name}, across", body.breadth_m, True)


def zones_k_per_h(
    *, stress_pa: float, modulus_pa: float, alpha_per_k: float, behind_s: float, pulled: float, evened: float = 1.0
) -> float:
    """The steady rate at which two zones, one `behind_s` behind the other, pull at one another by a stress, K/h.

    Notes
    -----
    R = 2·σ/(E·α·|t₁ − t₀|·f·k): a disc with a colder middle (Timoshenko & Goodier), zones behind the kiln by t as on a
    steady ramp (Carslaw & Jaeger); `pulled` is the share f of what they pull that falls on the one that is torn,
    `evened` what is left of it after heat evens out sideways.

    Examples
    --------
    >>> round(zones_k_per_h(stress_pa=7e6, modulus_pa=7e10, alpha_per_k=9e-6, behind_s=100.0, pulled=0.5))
    1600
    """
    return 2 * stress_pa / (modulus_pa * alpha_per_k * max(abs(behind_s), 1e-6) * pulled * evened) * 3600


def zone_limit_k_per_h(shade: Shade, kind: GlassProperties) -> float:
    """The steady rate at which two zones pull at one another by what is allowed, K/h.

    What is allowed is what people's rates bear: common practice, no source.
    """
    behind_s = lag_s(shade.inner, kind) - lag_s(shade.outer, kind)
    return zones_k_per_h(
        stress_pa=zone_stress_pa(shade.is_step),
        modulus_pa=kind.youngs_modulus_pa,
        alpha_per_k=kind.expansion_per_k,
        behind_s=behind_s,
        pulled=1 - shade.inner_share if behind_s > 0 else 1 + shade.inner_share,
        evened=evened(shade),
    )


def zone_strain_pa(
    *, kind: GlassProperties, rate_k_per_h: float, thick_s: float, thin_s: float, thick_share: float
) -> float:
    """What thick and thin freeze in at a steady rate, Pa: E·α·R·(t₁ − t₀)/2·(1 − φ).

    `thick_s` and `thin_s` are how far each is behind the kiln on a steady ramp, s; `thick_share` of the area is thick.
    """
    per_k = kind.youngs_modulus_pa * kind.expansion_per_k
    return per_k * rate_k_per_h / 3600 * (thick_s - thin_s) / 2 * (1 - thick_share)


def first_cooling_k_per_h(*, kind: GlassProperties, thickness_m: float, stress_pa: float) -> float:
    """The first rate of cooling that is to leave a tension in the heart, with relaxation counted.

    Parameters
    ----------
    kind : GlassProperties
        Expansion, stiffness and Poisson's ratio are used.
    thickness_m : float
        Of the free slab that counts, above 0 m.
    stress_pa : float
        The tension that may stay, above 0 Pa.

    Returns
    -------
    float
        In K/h; a first guess, good to about a third. A run through the glass mends it.

    Notes
    -----
    R = 24·(1 − ν)·κ·(0.2/0.45·σ)/(E·α·d²): the elastic slab (Timoshenko & Goodier), its share by running the
    handbook's table of thick slabs, which leaves 0.45 MPa where the closed form says 0.2.

    Examples
    --------
    Twice as thick, a quarter of the rate.

    >>> from coldcradle.glass.kinds import shipped_kinds
    >>> glass = shipped_kinds()["fusing-90-clear"]
    >>> thin = first_cooling_k_per_h(kind=glass, thickness_m=0.012, stress_pa=0.45e6)
    >>> thick = first_cooling_k_per_h(kind=glass, thickness_m=0.024, stress_pa=0.45e6)
    >>> round(thin / thick, 6)
    4.0
    """
    return cooling_rate_k_per_h(kind=kind, thickness_m=thickness_m, stress_pa=CLOSED_SHARE * stress_pa)


def handbook_rate_k_per_h(thickness_m: float) -> float:
    """First rate of the handbook's table of thick-slab annealing: 9.4e-3/d² K/h, d in m; 12 to 150 mm (from memory)."""
    return USUAL_K_M2_PER_S * 3600 / thickness_m**2


def surface_cooling_k_per_h(
    *, kind: GlassProperties, thickness_m: float, stress_pa: float = SURFACE_STRESS_PA
) -> float:
    """The rate below the annealing range at which the skin is pulled by what is allowed, K/h: the factor is 12."""
    return cooling_rate_k_per_h(kind=kind, thickness_m=thickness_m, stress_pa=stress_pa, factor=12.0)
