"""Reading the cradle of a piece document: its shape, its measurements, what is known of its care."""

from __future__ import annotations

import math
from datetime import date
from typing import Any, get_args

from coldcradle.cradle.displacement import Displacement, Drained, Trial
from coldcradle.cradle.inputs import Care, CradleInput, OtherCavity
from coldcradle.cradle.level import Tilt
from coldcradle.cradle.materials import materials
from coldcradle.cradle.methods import LastFill, Method, Model
from coldcradle.cradle.outline import MOST_POINTS, Outline, outline_of
from coldcradle.cradle.release import Coat, releases
from coldcradle.cradle.round import Cylinder
from coldcradle.cradle.shapes import SIZES, Part, attribute, sizes_of
from coldcradle.cradle.solid import Solid
from coldcradle.cradle.stack import PARTS, Core, Stack
from coldcradle.document.fields import MISSING, FieldReader
from coldcradle.errors import ImpossibleInput

__all__ = ["read_cradle", "read_outline", "read_solid"]

_MOST_READINGS = 9
_MOST_COATS = 200
_LEAST_M = 1e-5  # thinner than this is no glass


def _harmless() -> Part:
    return Cylinder(bore_m=0.1, height_m=0.1)


def read_outline(reader: FieldReader) -> Outline | None:
    """An outline: rings of [x, y] in millimetres; None after a fault."""
    rings = reader.data.get("rings")
    reader.text("made", default="", most=60, empty=True)
    reader.skip("rings")
    reader.close()
    try:
        if not isinstance(rings, list) or sum(len(ring) for ring in rings) > MOST_POINTS:
            raise TypeError
        points = tuple(tuple((float(x) / 1e3, float(y) / 1e3) for x, y in ring) for ring in rings)
    except (TypeError, ValueError, OverflowError):
        reader.fault("rings", f"expected rings of points [x, y] in mm, at most {MOST_POINTS} of them")
        return None
    try:
        return outline_of(points)
    except ImpossibleInput as error:
        reader.fault("rings", str(error))
        return None


def _part(reader: FieldReader) -> tuple[Part, float | None]:
    """A part, and the height of its foot when it is a core."""
    kind = PARTS[reader.choice("shape", PARTS)]
    role = reader.choice("as", ["on", "core"], default="on")
    sizes: dict[str, Any] = {}
    for name in sizes_of(kind):
        size = SIZES[name]
        value = reader.quantity(
            name,
            size.kind,
            called=f"a {size.words}" if size.kind != "count" else size.words,
            low=size.low,
            high=size.high,
            above=size.default is None,
            default=MISSING if size.default is None else size.default,
        )
        sizes[attribute(name)] = value
    if kind.shape == "prism":
        outline = read_outline(reader.child("outline", "an outline"))
        if outline is None:
            reader.close()
            return _harmless(), None
        sizes["outline"] = outline
    base = reader.quantity("from", "length", called="a height of the foot", low=0.0, high=3.0, default="0 mm")
    reader.close()
    try:
        return kind(**sizes), base if role == "core" else None
    except ImpossibleInput as error:
        reader.fault("height", str(error), str(reader.data.get("height", "")))
        return _harmless(), None


def _stack(reader: FieldReader) -> Stack:
    found = [_part(child) for child in reader.children("parts", "a shape", 12)]
    parts = tuple(part for part, base in found if base is None)
    cores = tuple(Core(part, base) for part, base in found if base is not None)
    if any(base is None for _, base in found[len(parts) :]):
        reader.fault("parts", "expected cores after the shapes that are set on one another")
        return Stack((_harmless(),))
    try:
        return Stack(parts, cores)
    except ImpossibleInput as error:
        if found:
            reader.fault("parts", str(error))
        return Stack((_harmless(),))


def _row(reader: FieldReader, name: str) -> tuple[float, ...]:
    values = reader.data.get(name)
    reader.skip(name)
    if isinstance(values, list) and len(values) <= 2000:
        try:
            return tuple(float(v) for v in values)
        except (TypeError, ValueError, OverflowError):
            pass
    reader.fault(name, "expected a list of numbers")
    return ()


def _rings(reader: FieldReader, name: str) -> tuple[tuple[tuple[float, float], ...], ...]:
    values = reader.data.get(name)
    reader.skip(name)
    try:
        if not isinstance(values, list) or sum(len(ring) for ring in values) > MOST_POINTS:
            raise TypeError
        rings = tuple(tuple((float(x), float(y)) for x, y in ring) for ring in values)
    except (TypeError, ValueError, OverflowError):
        reader.fault(name, "expected rings of points [x, y]")
        return ()
    if not all(math.isfinite(v) and abs(v) < 10 for ring in rings for point in ring for v in point):
        reader.fault(name, "expected points within 10 m; one of them is not")
        return ()
    return rings


def read_solid(reader: FieldReader) -> Solid | None:
    """A room known by its curve, in SI numbers as the core wrote them; None after a fault."""
    before = len(reader.reading.faults)
    name = reader.text("name", most=80)
    rows = {key: _row(reader, key) for key in ("z_m", "volume_m3", "area_m2", "wetted_m2", "narrow_m")}
    rings, plan = _rings(reader, "rings"), _rings(reader, "plan_rings")
    sizes = _row(reader, "size_m")
    wall = _row(reader, "wall_m") if reader.data.get("wall_m") is not None else ()
    goes_round = reader.flag("goes_round", default=False)
    reader.skip("wall_m", "solid_id")
    reader.close()
    if len(reader.reading.faults) > before:
        return None
    try:
        if len(sizes) != 2:
            raise ImpossibleInput("expected two sizes: across, and into the sheet")
        return Solid(
            name=name,
            z_m=rows["z_m"],
            volume_rows_m3=rows["volume_m3"],
            area_rows_m2=rows["area_m2"],
            wetted_rows_m2=rows["wetted_m2"],
            narrow_rows_m=rows["narrow_m"],
            rings=rings,
            plan_rings=plan,
            across_m=sizes[0],
            into_m=sizes[1],
            wall_m=wall[0] if wall else 0.0,
            goes_round=goes_round,
        )
    except ImpossibleInput as error:
        reader.fault("z_m", str(error))
        return None


def solid_document(solid: Solid) -> dict[str, Any]:
    """A room known by its curve, as it stands in a document."""
    return {
        "name": solid.name,
        "z_m": list(solid.z_m),
        "volume_m3": list(solid.volume_rows_m3),
        "area_m2": list(solid.area_rows_m2),
        "wetted_m2": list(solid.wetted_rows_m2),
        "narrow_m": list(solid.narrow_rows_m),
        "rings": [[list(p) for p in ring] for ring in solid.rings],
        "plan_rings": [[list(p) for p in ring] for ring in solid.plan_rings],
        "size_m": [solid.across_m, solid.into_m],
        **({"wall_m": [solid.wall_m], "goes_round": solid.goes_round} if solid.wall_m > 0 else {}),
    }


def _level(r: FieldReader) -> Displacement:
    first = r.quantity("fall", "length", called="a fall of the level", low=0.0, high=2.0, above=True)
    more = r.quantities("again", "length", called="a fall of the level", low=0.0, high=2.0, most=_MOST_READINGS)
    return Displacement(
        bore_m=r.quantity("bore", "length", called="a vessel bore", low=0.0, high=1.0, above=True),
        falls_m=(first, *more),
        reading_m=r.quantity("reading", "length", called="a reading error", low=0.0, high=0.05),
    )


def _drained(r: FieldReader) -> Drained:
    first = r.quantity("mass", "mass", called="a weight of water", low=0.0, high=200.0, above=True)
    more = r.quantities("again", "mass", called="a weight of water", low=0.0, high=200.0, most=_MOST_READINGS)
    return Drained(
        masses_kg=(first, *more),
        temperature_c=r.quantity("temperature", "temperature", called="a water temperature", low=0.0, high=60.0),
        scale_kg=r.quantity("scale", "mass", called="a scale error", low=0.0, high=1.0),
    )


def _weighed(r: FieldReader, called: str) -> dict[str, float]:
    return {
        "mass_kg": r.quantity("mass", "mass", called=called, low=0.0, high=500.0, above=True),
        "scale_kg": r.quantity("scale", "mass", called="a scale error", low=0.0, high=1.0),
    }


def _trial(r: FieldReader) -> Trial:
    return Trial(
        **_weighed(r, "a weight of glass"),
        density_kg_m3=r.quantity("density", "density", called="a density", low=1500.0, high=7000.0),
    )


def _last(r: FieldReader) -> LastFill:
    return LastFill(
        **_weighed(r, "a charge"),
        density_kg_m3=r.quantity("density", "density", called="a density", low=1500.0, high=7000.0),
    )


def _model(r: FieldReader) -> Model:
    return Model(
        **_weighed(r, "a weight of the model"),
        density_kg_m3=r.quantity("density", "density", called="a density of the model", low=100.0, high=9000.0),
        dipped_kg=r.optional("dipped", "mass", called="a weight of water", low=0.0, high=200.0, above=True),
    )


def _reading(reader: FieldReader, method: str, name: str, called: str, read: Any) -> Any:
    if not reader.has(name) and method != name:
        return None
    child = reader.child(name, called)
    found = read(child)
    child.close()
    return found


def _tilt(reader: FieldReader) -> Tilt | None:
    if not reader.has("tilt"):
        reader.skip("tilt")
        return None
    r = reader.child("tilt", "the lean of the cradle")
    rise = r.quantity("rise", "length", called="a rise", low=0.0, high=0.5)
    over = r.quantity("over", "length", called="a length to measure over", low=0.0, high=5.0, above=True)
    r.close()
    try:
        return Tilt(rise_m=rise, over_m=over) if rise > 0 else None
    except ImpossibleInput as error:
        r.fault("rise", str(error), str(r.data.get("rise", "")))
        return None


def _others(reader: FieldReader) -> tuple[OtherCavity, ...]:
    if not reader.data.get("others"):
        reader.skip("others")
        return ()
    found = []
    for r in reader.children("others", "a cavity", 40):
        fill = r.quantity("fill", "mass", called="a fill weight", low=0.0, high=100.0, above=True)
        found.append(
            OtherCavity(name=r.text("name", most=60), fill_kg=fill, count=r.whole("count", low=1, high=400, default=1))
        )
        r.close()
    return tuple(found)


def _coat(r: FieldReader) -> Coat:
    kind = releases()[r.choice("kind", releases())]
    typed = r.text("on", most=20)
    try:
        on = date.fromisoformat(typed)
    except ValueError:
        r.fault("on", f"expected a date such as 2026-11-23, got {typed}", typed)
        on = date(2026, 1, 1)
    rated = r.optional("rated", "temperature", called="a rating", low=100.0, high=1800.0)
    coat = Coat(
        kind=kind.key,
        coats=r.whole("coats", low=0, high=40, default=kind.coats),
        on=on,
        rated_c=kind.rated_c if rated is None else rated,
        firings=r.whole("firings", low=0, high=10_000, default=0),
        dry_after_h=kind.drying_h,
    )
    r.close()
    return coat


def read_care(reader: FieldReader, single_use: bool) -> Care:
    """What the shelf knows of a cradle; all of it may be absent."""
    is_kept = bool(reader.data)
    log = (
        tuple(_coat(r) for r in reader.children("release", "a coat", _MOST_COATS)) if reader.data.get("release") else ()
    )
    reader.skip("release", "fills", "drying")
    care = Care(
        log=log,
        is_kept=is_kept,
        rated_c=reader.optional("rated", "temperature", called="a rating", low=50.0, high=1800.0),
        is_single_use=reader.flag("single_use", default=single_use),
        firings=reader.whole("firings", low=0, high=100_000, default=0),
        first_schedule=reader.text("first_schedule", default="", most=1000, empty=True),
        condition=reader.text("condition", default="", most=1000, empty=True),
    )
    reader.close()
    return care


def _line(reader: FieldReader, room: Stack | Solid, is_filled: bool) -> float:
    """The casting line, m; what is not filled has none, and is as deep as it is."""
    if not is_filled:
        reader.skip("line")
        return room.height_m
    line = reader.quantity("line", "length", called="a casting line", low=0.0, high=10.0, above=True)
    if 0 < line < _LEAST_M and reader.at("line") in reader.reading.entries:
        reader.fault("line", "expected a casting line of at least 0.01 mm", reader.data["line"])
    if line > room.height_m * (1 + 1e-9) and reader.at("line") in reader.reading.entries:
        reader.fault(
            "line",
            f"expected a casting line no higher than the brim at {room.height_m * 1e3:g} mm, got {reader.data['line']}",
            reader.data["line"],
        )
    return min(line, room.height_m)


def read_cradle(reader: FieldReader, *, is_filled: bool = True) -> CradleInput:
    """The cradle of a stage, or one on the shelf."""
    stack = _stack(reader)
    solid = read_solid(reader.child("solid", "a mesh's room")) if reader.has("solid") else None
    reader.skip("solid")
    room = solid or stack
    method: Method = reader.choice("method", get_args(Method), default="shape")  # type: ignore[assignment]  # choice returns one of them
    line = _line(reader, room, is_filled)
    material = materials()[reader.choice("material", materials())]
    cradle = CradleInput(
        name=reader.text("name", most=80),
        material=material,
        wall_m=reader.quantity("wall", "length", called="a wall", low=0.0, high=0.5),
        room=room,
        line_m=line,
        reading_m=reader.quantity("reading", "length", called="a reading error", low=0.0, high=0.05),
        measured=reader.flag("measured", default=True),
        method=method,
        level=_reading(reader, method, "level", "the readings of the vessel", _level),
        drained=_reading(reader, method, "drained", "the drained water", _drained),
        trial=_reading(reader, method, "trial", "the trial glass", _trial),
        model=_reading(reader, method, "model", "the model", _model),
        last=_reading(reader, method, "last", "the last filling", _last),
        soaked=reader.flag("soaked", default=True),
        tilt=_tilt(reader),
        count=reader.whole("count", low=1, high=400, default=1),
        others=_others(reader),
        care=read_care(reader.child("care", "the care of the cradle"), material.single_use),
    )
    reader.close()
    return cradle
