"""A cradle as the line a sheet comes down on: a form and its rim, a ring over a foot, a former over a shelf."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

from coldcradle.cradle.shapes import Plan
from coldcradle.cradle.solid import SolidRoom
from coldcradle.cradle.stack import Room, Stack
from coldcradle.layup.deform.profile import Profile, rounded
from coldcradle.layup.deform.sheet import Geometry

__all__ = ["EDGE_M", "Course", "former_course", "former_side", "meridian", "ring_course", "slump_courses"]

EDGE_M = 0.003  # edges of rings and formers are round by so much; common practice, no source
_ALIKE = 1.25  # sides up to a quarter apart count as a round form of equal width, within 15 %
_LEAST_RIM_M, _FILLS_TIMES = 0.004, 2.0
_NARROW_TIMES = 3.0  # glass narrower than so many thicknesses draws in at its sides


Along = Literal["both", "longer", "shorter"]


@dataclass(frozen=True, slots=True)
class Course:
    """One line to follow: the profile, how far the blank reaches from the middle (m), and as what it bends.

    `along` is the side of the blank that bends and draws in: one of a strip in a trough or on a wave, else both.
    """

    profile: Profile
    half_m: float
    geometry: Geometry
    is_whole: bool = False
    grips_m: float | None = None
    rim_m: float = math.inf
    is_arm: bool = False
    along: Along = "both"

    @property
    def held_m(self) -> float:
        """Where the rim grips, if it does: at the blank's edge, or where it lies on the rim of its form."""
        return self.half_m if self.grips_m is None else min(self.half_m, self.grips_m)


def meridian(room: Room) -> list[tuple[float, float]]:
    """The form from its middle out to its rim, (half width, height), m."""
    profile = room.profile_m()
    return list(profile) if profile[0][0] <= 1e-9 else [(0.0, profile[0][1]), *profile]


def _formed(
    inside: list[tuple[float, float]], *, wall_m: float, half_m: float, geometry: Geometry, thickness_m: float
) -> Course:
    """A form: past its rim comes the top of the wall, and outside it the way down.

    Corners sharper than twice the sheet are taken as round: no sheet goes into them.
    """
    edge, brim = inside[-1]
    outer = edge + max(wall_m, _LEAST_RIM_M)
    round_in = rounded(_distinct([*inside, (outer, brim)]), _FILLS_TIMES * thickness_m, is_inner=True)
    line = (*round_in, (outer, -wall_m), (max(outer, half_m) + 0.05, -wall_m))
    return Course(Profile(line), half_m, geometry, grips_m=edge, rim_m=edge)


def _floor(room: Room) -> list[tuple[float, float]] | None:
    """The whole line of a floor that is not alike on both sides of the middle, without the walls at its ends."""
    line = room.parts[0].floor_xz() if isinstance(room, Stack) and len(room.parts) == 1 else None
    if line is None or room.plan is Plan.RING:
        return None
    return line[1:-1]


def slump_courses(room: Room, *, wall_m: float, length_m: float, width_m: float, thickness_m: float) -> list[Course]:
    """What a blank of so much by so much (m) comes down into: one line, or two where an oval is taken as two planes."""
    floor = _floor(room)
    if floor is not None:
        low = min(z for _, z in floor) - 0.05
        line = [(floor[0][0] - 0.1, low), (floor[0][0] - 1e-6, low), *floor, (floor[-1][0] + 1e-6, low)]
        line.append((floor[-1][0] + 0.1, low))
        along: Along = "longer" if length_m >= width_m else "shorter"
        kind = plane_kind(width_m, thickness_m)
        return [Course(Profile(tuple(line)), length_m / 2, kind, is_whole=True, along=along)]
    across, into = room.span_m
    is_round = room.plan.is_round or max(across, into) <= _ALIKE * min(across, into)
    inside = meridian(room)
    if is_round:
        half = math.sqrt(length_m * width_m) / 2 if room.plan is Plan.OVAL else min(length_m, width_m) / 2
        return [_formed(inside, wall_m=wall_m, half_m=half, geometry="round", thickness_m=thickness_m)]
    kind = plane_kind(min(length_m, width_m), thickness_m)

    def plane(line: list[tuple[float, float]], half_m: float) -> Course:
        return _formed(line, wall_m=wall_m, half_m=half_m, geometry=kind, thickness_m=thickness_m)

    if room.plan is Plan.OVAL:
        return [plane(inside, length_m / 2), plane([(x * into / across, z) for x, z in inside], width_m / 2)]
    if _is_trough(room):  # its length runs into the sheet, and what lies in it bends over its shorter side
        return [replace(plane(inside, min(length_m, width_m) / 2), along="shorter")]
    # a long dish bends over its narrow way
    if across > into:
        return [plane([(x * into / across, z) for x, z in inside], min(length_m, width_m) / 2)]
    return [plane(inside, (length_m if across <= into else min(length_m, width_m)) / 2)]


def _is_trough(room: Room) -> bool:
    """A half-barrel is drawn across, its length into the sheet."""
    return isinstance(room, Stack) and room.parts[0].shape == "barrel"


def plane_kind(width_m: float, thickness_m: float) -> Geometry:
    return "narrow" if width_m < _NARROW_TIMES * thickness_m else "wide"


def ring_course(room: Room, *, foot_m: float, foot_width_m: float, half_m: float) -> Course:
    """Through a hole onto a foot `foot_m` high, or onto the floor where there is none."""
    inside = meridian(room)
    hole, brim = inside[-1]
    floor = [(0.0, foot_m), (min(foot_width_m / 2, 0.95 * hole), foot_m), (min(foot_width_m / 2, 0.95 * hole), 0.0)]
    bottom = floor if foot_m > 0 and foot_width_m > 0 else [(0.0, 0.0)]
    line = [*bottom, (inside[0][0] if inside[0][0] > 0 else hole, 0.0), *[p for p in inside if p[0] > 0]]
    line = [*line, (max(half_m, hole) + 0.1, brim)]
    return Course(Profile(rounded(_distinct(line), EDGE_M)), half_m, "round")


def _distinct(line: list[tuple[float, float]]) -> list[tuple[float, float]]:
    return [p for i, p in enumerate(line) if i == 0 or math.dist(p, line[i - 1]) > 1e-7]


def former_side(room: Room) -> list[tuple[float, float]]:
    """A former's side from its top down to its foot, (half width, height), m."""
    if isinstance(room, SolidRoom):
        return [(room.half_width_m, room.height_m), (room.half_width_m, 0.0)]
    return [(x, z) for x, z in reversed(room.profile_m())]


def former_course(
    room: Room, *, posts_m: float, lining_m: float, half_m: float, width_m: float, thickness_m: float
) -> Course:
    """Over a former on posts: its top, its side, and the shelf below; an arm bends as a strip."""
    side = [(x, z + posts_m) for x, z in former_side(room) if x > 1e-9]
    top = (side[0][0], side[0][1] + lining_m)
    foot = (side[-1][0], 0.0)
    line = _distinct([(0.0, top[1]), top, *side[1:], foot, (max(half_m, foot[0]) + 0.1, 0.0)])
    profile = Profile(rounded(line, EDGE_M + lining_m))
    return Course(profile, half_m, plane_kind(width_m, thickness_m), is_arm=True)
