"""Outlines out of SVG files, at exactly 1 : 1."""

from __future__ import annotations

import io
import math
from dataclasses import dataclass
from xml.etree.ElementTree import Element

import numpy as np
import shapely
from defusedxml import ElementTree
from svgelements import SVG, Close, Line, Move, Path, Shape

from coldcradle.cradle.outline import MOST_POINTS, MOST_RINGS, Outline, PointRing, outline_of
from coldcradle.errors import ColdCradleError, ImpossibleInput

__all__ = ["SvgDrawing", "read_svg"]

MOST_BYTES = 8_000_000
_MOST_ELEMENTS, _LONGEST_PATHS, _LONGEST_ATTRIBUTE, _DEEPEST = 3000, 600_000, 1000, 200
_PER_INCH = 96.0  # CSS Values and Units 3, section 5.2: one inch is 96 px
_M_PER_PX = 0.0254 / _PER_INCH
_CURVE_STEPS = 24
_ALONG = np.linspace(0, 1, _CURVE_STEPS + 1)[1:]
_MOST_SHAPES = 60


@dataclass(frozen=True, slots=True)
class SvgDrawing:
    """The closed shapes of an SVG file, the largest first; `has_units` tells whether the file says how large it is."""

    outlines: tuple[tuple[str, Outline], ...]
    has_units: bool
    remarks: tuple[str, ...]


def _points_in(path: Path) -> int:
    """About how many points a path comes to."""
    return sum(1 if isinstance(segment, Move | Line | Close) else _CURVE_STEPS for segment in path)


def _points(path: Path) -> list[PointRing]:
    """The closed rings of a path in m, y upwards; curves in short straight steps."""
    rings: list[PointRing] = []
    for sub in path.as_subpaths():
        points: list[tuple[float, float]] = []
        for segment in Path(sub):
            if isinstance(segment, Move | Line | Close):
                if segment.end is not None:
                    points.append((segment.end.x, segment.end.y))
            else:
                points += [(float(x), float(y)) for x, y in segment.npoint(_ALONG)]
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


def _parted(rings: list[PointRing]) -> list[tuple[PointRing, ...]]:
    """Rings put together by what lies in what: outer rings with the holes right inside them (even-odd)."""
    polygons = [shapely.Polygon(ring) for ring in rings]
    order = sorted(range(len(rings)), key=lambda i: -polygons[i].area)
    parents: dict[int, int | None] = {}
    depth: dict[int, int] = {}
    for at, index in enumerate(order):
        spot = polygons[index].representative_point()
        inside = [o for o in order[:at] if polygons[o].contains(spot)]
        parents[index] = inside[-1] if inside else None
        depth[index] = depth[inside[-1]] + 1 if inside else 0
    return [(rings[i], *(rings[j] for j in order if parents[j] == i)) for i in order if depth[i] % 2 == 0]


def _refuse_what_is_too_much(root: Element) -> None:
    """Raises ImpossibleInput where a drawing would take ages to be drawn, however small its file is."""
    nodes = list(root.iter())
    if len(nodes) > _MOST_ELEMENTS:
        raise ImpossibleInput(f"expected a drawing of at most {_MOST_ELEMENTS} elements, got {len(nodes)}")
    path_length = sum(len(node.get("d", "")) + len(node.get("points", "")) for node in nodes)
    if path_length > _LONGEST_PATHS:
        raise ImpossibleInput(
            f"expected paths of at most {_LONGEST_PATHS // 1000} kB in all, got {path_length // 1000} kB: "
            "draw them with fewer points"
        )
    for node in nodes:
        for name, value in node.attrib.items():
            if name not in ("d", "points") and len(value) > _LONGEST_ATTRIBUTE:
                node.attrib[name] = ""  # a picture put into it, or a style nobody draws by hand
    by_id = {node.get("id"): node for node in nodes if node.get("id")}
    comes_to: dict[Element, int] = {}

    def count(node: Element, depth: int) -> int:
        if depth > _DEEPEST:
            raise ImpossibleInput("expected a drawing whose parts do not hold one another without end")
        if node not in comes_to:
            used = by_id.get(next((v for k, v in node.attrib.items() if k.endswith("href")), "")[1:])
            is_use = str(node.tag).endswith("use") and used is not None
            more = [used] if is_use and used is not None else []
            comes_to[node] = 1 + sum(count(child, depth + 1) for child in [*node, *more])
        return comes_to[node]

    if count(root, 0) > _MOST_ELEMENTS:
        raise ImpossibleInput(
            f"expected a drawing of at most {_MOST_ELEMENTS} elements once what is used again is put in"
        )


def _has_units(width: str) -> bool:
    return any(width.strip().lower().endswith(unit) for unit in ("mm", "cm", "in", "pt", "pc", "q"))


def read_svg(raw: bytes) -> SvgDrawing:
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
    _refuse_what_is_too_much(root)
    try:
        parsed = SVG.parse(io.StringIO(ElementTree.tostring(root, encoding="unicode")), ppi=_PER_INCH, reify=True)
        shapes = [element for element in parsed.elements() if isinstance(element, Shape)]
    except Exception as error:  # numbers that are none, transforms that cannot be
        raise ImpossibleInput("this drawing has numbers or transforms that cannot be read") from error
    found: list[tuple[str, Outline]] = []
    remarks: list[str] = []
    for number, shape in enumerate(shapes[:2000], 1):
        path = abs(Path(shape))
        rings = _points(path) if _points_in(path) <= 2 * MOST_POINTS else []
        if not rings and len(path) > MOST_POINTS / _CURVE_STEPS:
            remarks.append(f"Shape {number} has more than {MOST_POINTS} points and is left out.")
            continue
        if sum(map(len, rings)) > MOST_POINTS or len(rings) > MOST_RINGS:
            remarks.append(f"Shape {number} has more than {MOST_POINTS} points or {MOST_RINGS} rings and is left out.")
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
    return SvgDrawing(tuple(found[:_MOST_SHAPES]), _has_units(str(root.get("width", ""))), tuple(remarks[:10]))
