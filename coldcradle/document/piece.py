"""The piece document: at once the export, the import, the input of `./run plan` and the demo data's format.

Quantities stand in it as people typed them. `read_piece` reads it whole or refuses it whole.
The form is described for others in `piece.schema.json`.
"""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from coldcradle.document.cradle import read_cradle
from coldcradle.document.fields import Entry, FieldReader, ReadContext
from coldcradle.document.heat import read_heat, read_kiln
from coldcradle.errors import DocumentError, Fault, ImpossibleInput
from coldcradle.glass.kinds import GlassKind, forms, shipped_kinds
from coldcradle.glass.mix import Mix, MixPart
from coldcradle.heat.schedule.processes import PROCESSES, process
from coldcradle.piece.inputs import Extra, GlassInput, PieceInput
from coldcradle.quantity.parse import System

__all__ = [
    "FORMAT",
    "MAX_BYTES",
    "VERSION",
    "ReadPiece",
    "load_json",
    "read_cradle",
    "read_kiln",
    "read_kind",
    "read_piece",
]

FORMAT, VERSION, MAX_BYTES = "cold-cradle-piece", 1, 2_000_000
_COMMON_EXPANSION = 9e-6  # stands in for one that is not known; what is said of it says so


@dataclass(frozen=True, slots=True)
class ReadPiece:
    """A document that was read: the input of `plan`, and every quantity of it by dotted path."""

    piece: PieceInput
    entries: dict[str, Entry]


def load_json(raw: bytes) -> Any:
    """The JSON of a file, or a DocumentError that says what is the matter with it."""
    if len(raw) > MAX_BYTES:
        raise DocumentError([Fault("", f"expected a file of at most 2 MB, got {len(raw) / 1e6:.1f} MB", "")])
    try:
        return json.loads(raw.decode("utf-8-sig"), parse_constant=_no_constant)
    except UnicodeDecodeError:
        raise DocumentError([Fault("", "expected a text file in UTF-8; this is something else", "")]) from None
    except json.JSONDecodeError as error:
        where = f"line {error.lineno}, column {error.colno}"
        raise DocumentError([Fault("", f"expected a piece document in JSON; it breaks off at {where}", "")]) from None
    except (ValueError, RecursionError) as error:
        why = "it is nested too deeply" if isinstance(error, RecursionError) else str(error)
        raise DocumentError([Fault("", f"expected a piece document in JSON: {why}", "")]) from None


def _no_constant(name: str) -> float:
    raise ValueError(f"{name} is not a number")


def read_kind(reader: FieldReader) -> GlassKind:
    """A kind of glass. Three fixed points and a density are enough; an expansion left empty is unknown."""
    expansion = reader.optional("expansion", "expansion", called="an expansion", low=1e-7, high=3e-5)
    values: dict[str, Any] = {
        "density_kg_m3": reader.quantity("density", "density", called="a density", low=1500.0, high=7000.0),
        "expansion_per_k": _COMMON_EXPANSION if expansion is None else expansion,
        "strain_c": reader.quantity("strain", "temperature", called="a strain point", low=200.0, high=1100.0),
        "annealing_c": reader.quantity("annealing", "temperature", called="an annealing point", low=200.0, high=1200.0),
        "softening_c": reader.quantity("softening", "temperature", called="a softening point", low=250.0, high=1700.0),
        "youngs_modulus_pa": reader.quantity(
            "stiffness", "stress", called="a stiffness", low=1e10, high=3e11, default="72 GPa"
        ),
        "poisson": reader.quantity("poisson", "count", called="a Poisson ratio", low=0.05, high=0.45, default="0.22"),
    }
    key, name = reader.text("key", most=60), reader.text("name", most=80)
    shipped = shipped_kinds().get(key)  # older documents say nothing of families
    values["family"] = reader.text("family", default=shipped.family if shipped else "", most=60, empty=True)
    values["is_tested"] = reader.flag("tested", default=shipped.is_tested if shipped else False)
    lead, source = reader.flag("lead", default=False), reader.text("source", default="your own figures", most=200)
    reader.close()
    try:
        return GlassKind(key=key, name=name, lead=lead, source=source, is_unknown=expansion is None, **values)
    except ImpossibleInput as error:
        reader.fault("annealing", str(error), str(reader.data.get("annealing", "")))
        return GlassKind(
            key=key,
            name=name,
            lead=lead,
            source=source,
            **{**values, "strain_c": 500.0, "annealing_c": 540.0, "softening_c": 720.0},
        )


def _glass(reader: FieldReader) -> GlassInput:
    kind = read_kind(reader.child("kind", "a kind of glass"))
    rack_reader = reader.child("rack", "the rack")
    rack = {
        form: rack_reader.quantity(form, "mass", called="a weight of glass", low=0.0, high=5000.0)
        for form in rack_reader.data
        if form in forms()
    }
    rack_reader.close()
    extras = []
    for r in reader.children("with", "another glass", 8) if reader.data.get("with") else []:
        extras.append(
            Extra(
                kind=read_kind(r.child("kind", "a kind of glass")),
                form=forms()[r.choice("form", forms())],
                mass_kg=r.quantity("mass", "mass", called="a weight of glass", low=0.0, high=500.0, above=True),
            )
        )
        r.skip("kind_id")  # the number of the kind in the studio it came from
        r.close()
    reader.skip("with")
    glass = GlassInput(
        extras=tuple(extras),
        mix=_mix(reader.child("mix", "a mix")) if reader.has("mix") else None,
        kind=kind,
        form=forms()[reader.choice("form", forms())],
        loss=reader.quantity("loss", "ratio", called="a loss", low=0.0, high=0.5, default="2 %"),
        rack_kg=rack,
        own_charge_kg=reader.optional("charge", "mass", called="a charge", low=0.0, high=500.0, above=True),
    )
    reader.skip("mix")
    reader.close()
    return glass


def _mix(reader: FieldReader) -> Mix | None:
    parts = tuple(
        MixPart(
            form=r.choice("form", forms()), parts=r.quantity("parts", "count", called="parts", low=0.0, high=1000.0)
        )
        for r in reader.children("parts", "a part of the mix", 8)
    )
    powder = reader.quantity("powder", "ratio", called="a share of powder", low=0.0, high=2.0, default="0 %")
    weighed = reader.optional("powder_weighed", "mass", called="a weight of powder", low=0.0, high=500.0)
    reader.close()
    try:
        return Mix(parts=parts, powder=powder, powder_weighed_kg=weighed)
    except ImpossibleInput as error:
        reader.fault("parts", str(error))
        return None


def read_piece(document: Any, *, systems: Mapping[str, System] | None = None) -> ReadPiece:
    """Read a whole piece document, or raise DocumentError with every fault found in it.

    `systems` names, by path, the unit system in which a bare number was just typed.
    """
    reading = ReadContext(systems or {})
    reader = FieldReader(document, "", reading, "a piece document")
    if not reading.faults and reader.data.get("format") != FORMAT:
        raise DocumentError(
            [Fault("format", f"expected a file that says format “{FORMAT}”; this is another kind of file", "")]
        )
    if not reading.faults and reader.data.get("version") != VERSION:
        got = reader.data.get("version")
        raise DocumentError(
            [Fault("version", f"expected version {VERSION}, got {got}: made by another edition", str(got))]
        )
    if reading.faults:
        raise DocumentError(reading.faults)
    reader._seen |= {"format", "version"}
    name = reader.text("name", most=80)
    stages = reader.children("stages", "a stage", 1)
    pieces = []
    for stage in stages:
        done = process(stage.choice("process", PROCESSES))
        pieces.append(
            PieceInput(
                name=name,
                cradle=read_cradle(stage.child("cradle", "a cradle")),
                glass=_glass(stage.child("glass", "the glass")),
                heat=read_heat(stage.child("heat", "the heat"), done),
            )
        )
        stage.close()
    reader.close()
    if reading.faults:
        raise DocumentError(reading.faults)
    return ReadPiece(pieces[0], reading.entries)
