"""What may be asked of a mesh: formats, units, roles and bounds. Apart from the reader, which takes long to load."""

from __future__ import annotations

from dataclasses import dataclass, field

__all__ = ["FORMATS", "MESH_UNITS", "MOST_BYTES", "ROLES", "UPS", "Found"]

FORMATS = ("stl", "obj", "ply", "3mf", "glb")
MOST_BYTES = 200_000_000
MESH_UNITS = {"mm": 1e-3, "cm": 1e-2, "in": 0.0254, "m": 1.0}
ROLES = {
    "cavity": "the hollow itself, filled or open at the top",
    "block": "a mould block with the hollow in it",
    "model": "the piece that is to be cast",
}
UPS = ("z", "y", "x", "-z", "-y", "-x")


@dataclass(slots=True)
class Found:
    """What is in a mesh file. Sizes in the file's own unit; `faults` stand in the way, `remarks` should be known."""

    triangles: int
    size: tuple[float, float, float]
    unit: str
    role: str
    bodies: int
    holes: int
    is_closed: bool
    faults: list[str] = field(default_factory=list)
    remarks: list[str] = field(default_factory=list)
