"""Outlines into SVG files, at exactly 1 : 1."""

from __future__ import annotations

from collections.abc import Iterable

from coldcradle.cradle.outline import Outline

__all__ = ["write_svg"]


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
