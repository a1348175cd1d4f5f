"""Outlines out of SVG files and back into them, at exactly 1 : 1."""

from __future__ import annotations

import io
import math
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
import shapely
from defusedxml import ElementTree
from svgelements import SVG, Close, Line, Move, Path, Shape

from coldcradle.cradle.outline import MOST_POINTS, Outline, Ring, outline_of
from coldcradle.errors import ColdCradleError, ImpossibleInput

__all__ = ["Drawing", "read_svg", "write_svg"]

MOST_BYTES = 8_000_000
_PER_INCH = 96.0  # CSS Values and Units 3, section 5.2: one inch is 96 px
_M_PER_PX = 0.0254 / _PER_INCH
_CURVE_STEPS = 24
_MOST_SHAPES = 60


@dataclass(frozen=True, slots=True)
class Drawing:
    """The closed shapes of an SVG file, the largest first; `has_units` tells whether the file says how large it is."""

    outlines: tuple[tuple[str, Outline], ...]
    has_units: bool
    remarks: tuple[str, ...]


def _points(path: Path) -> list[Ring]:
    """The closed rings of a path in m, y upwards; curves in short straight steps."""
    rings: list[Ring] = []
    for sub in path.as_subpaths():
        points: list[tuple[float, float]] = []
        for segment in Path(sub):
            if isinstance(segment, Move | Line | Close):
                if segment.end is not None:
                    points.append((segment.end.x, segment.end.y))
            else:
                points += [(p.x, p.y) for p in (segment.point(t) for t in np.linspace(0, 1, _CURVE_STEPS + 1)[1:])]
        plain: list[tuple[float, float]] = []
        for x, y in points:
            spot = (float(x) * _M_PER_PX, -float(y) * _M_PER_PX)
            if not plain or math.dist(spot, plain[-1]) > 1e-7:
                plain.append(spot)
        if len(plain) > 1 and math.dist(plain[0], plain[-1]) < 1e-6:
            plain.pop()
        if len(plain) >= 3:
            rings.append(tuple(plain))
    return rings


def _parted(rings: list[Ring]) -> list[tuple[Ring, ...]]:
    """Rings put together by what lies in what: outer rings with the holes right inside them (even-odd)."""
    polygons = [shapely.Polygon(ring) for ring in rings]
    order = sorted(range(len(rings)), key=lambda i: -polygons[i].area)
    parents: dict[int, int | None] = {}
    for at, index in enumerate(order):
        inside = [o for o in order[:at] if polygons[o].contains(polygons[index].representative_point())]
        parents[index] = inside[-1] if inside else None

    def depth(index: int) -> int:
        parent = parents[index]
        return 0 if parent is None else 1 + depth(parent)

    return [(rings[i], *(rings[j] for j in order if parents[j] == i)) for i in order if depth(i) % 2 == 0]


def _has_units(width: str) -> bool:
    return any(width.strip().lower().endswith(unit) for unit in ("mm", "cm", "in", "pt", "pc", "q"))


def read_svg(raw: bytes) -> Drawing:
    """Every closed shape of an SVG file, with transforms, units and viewBox applied.

    Raises ImpossibleInput in words.
    """
    if len(raw) > MOST_BYTES:
        raise ImpossibleInput(f"expected a drawing of at most 8 MB, got {len(raw) / 1e6:.0f} MB")
    try:
        root = ElementTree.fromstring(raw, forbid_dtd=False)
    except Exception as error:  # broken XML, or entities that would blow up
        raise ImpossibleInput("expected a drawing in SVG; this file breaks off or is something else") from error
    if not str(root.tag).endswith("svg"):
        raise ImpossibleInput("expected a drawing in SVG; this file is something else")
    try:
        parsed = SVG.parse(io.StringIO(ElementTree.tostring(root, encoding="unicode")), ppi=_PER_INCH, reify=True)
        shapes = [element for element in parsed.elements() if isinstance(element, Shape)]
    except Exception as error:  # numbers that are none, transforms that cannot be
        raise ImpossibleInput("this drawing has numbers or transforms that cannot be read") from error
    found: list[tuple[str, Outline]] = []
    remarks: list[str] = []
    for number, shape in enumerate(shapes[:2000], 1):
        rings = _points(abs(Path(shape)))
        if sum(map(len, rings)) > MOST_POINTS:
            remarks.append(f"Shape {number} has more than {MOST_POINTS} points and is left out.")
            continue
        for part in _parted(rings):
            try:
                found.append((str(shape.id or f"shape {number}")[:60], outline_of(part)))
            except ColdCradleError as error:
                remarks.append(f"Shape {number} is left out: {error}.")
    if not found:
        why = f" {remarks[0]}" if remarks else " Lines that do not close and text do not count: turn text into paths."
        raise ImpossibleInput("expected a closed shape in this drawing; there is none." + why)
    found.sort(key=lambda pair: -pair[1].area_m2)
    if len(found) > _MOST_SHAPES:
        remarks.append(f"Only the {_MOST_SHAPES} largest of {len(found)} shapes are listed.")
    return Drawing(tuple(found[:_MOST_SHAPES]), _has_units(str(root.get("width", ""))), tuple(remarks[:10]))


def _path(rings: Iterable[Iterable[tuple[float, float]]], left_m: float, top_m: float) -> str:
    """Rings as path data in mm, y downwards, from a corner."""
    parts = []
    for ring in rings:
        spots = [f"{(x - left_m) * 1e3:.3f} {(top_m - y) * 1e3:.3f}" for x, y in ring]
        parts.append(f"M{'L'.join(spots)}Z")
    return " ".join(parts)


def write_svg(outline: Outline, *, title: str) -> str:
    """The outline as an SVG whose units are millimetres, with a 100 mm bar to check the print by."""
    left, low, right, high = outline.box_m
    margin = 0.008
    width, height = (right - left + 2 * margin) * 1e3, (high - low + 2 * margin) * 1e3 + 12
    width = max(width, 120.0)
    bar = f"M8 {height - 8:.3f}H108M8 {height - 11:.3f}V{height - 5:.3f}M108 {height - 11:.3f}V{height - 5:.3f}"
    safe = title.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.3f}mm" height="{height:.3f}mm" '
        f'viewBox="0 0 {width:.3f} {height:.3f}"><title>{safe}</title>'
        f'<path d="{_path(outline.rings, left - margin, high + margin)}" fill="none" stroke="#000" stroke-width="0.25" '
        f'fill-rule="evenodd"/><path id="check-100-mm" d="{bar}" fill="none" stroke="#000" stroke-width="0.25"/>'
        f'<text x="8" y="{height - 1.5:.3f}" font-size="3.5">100 mm: check the print with a rule</text></svg>\n'
    )
