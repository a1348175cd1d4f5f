"""What came out: sizes, weights, faults and photographs written down."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from coldcradle.after.faults import chosen_faults
from coldcradle.after.inputs import Measured
from coldcradle.after.measures import measure_kinds
from coldcradle.errors import DocumentError, Fault, QuantityError
from coldcradle.quantity.parse import System, parse
from studio.actions.photos import keep_photo
from studio.models import Firing, Measure, Observation, Piece, Stage, StagePhoto, who_acts

__all__ = ["keep_measured", "keep_measures", "keep_observations", "keep_stage_photo"]

_MOST = 50.0
_BARE = {("metric", "mass"): " g", ("metric", "length"): " mm", ("us", "mass"): " oz", ("us", "length"): " in"}
_MOST_PHOTOS = 12


def keep_measured(stage: Stage, typed: Mapping[str, str], measured: Measured) -> None:
    """Measures that came in with a document."""
    values = {
        "length": measured.length_m,
        "width": measured.width_m,
        "thickness": measured.thickness_m,
        "weight": measured.weight_kg,
    }
    for key, text in typed.items():
        if (value := values.get(key)) is not None:
            Measure.objects.create(stage=stage, firing=stage.firing, key=key, typed=text, value=value)


def _value(path: str, key: str, typed: str, system: System) -> float:
    kind = measure_kinds()[key]
    try:
        value = parse(typed, kind.kind, system=system)
    except QuantityError as error:
        raise DocumentError([Fault(path, str(error), typed)]) from None
    least = 0.0 if key in ("lean", "wobble", "hole") else 1e-6
    if not least <= value <= (5000.0 if kind.kind == "mass" else _MOST):
        raise DocumentError([Fault(path, f"expected {kind.name.lower()} above 0, got {typed}", typed)])
    return value


@transaction.atomic
def keep_measures(
    firing: Firing, stage: Stage, changes: Sequence[tuple[str, int, str]], *, system: System, copy: int = 0
) -> None:
    """Write measures down, (key, place, as typed), "" to take one away; all of them or none. Later stages of the piece
    take them in. Of a series `copy` says of which one, 0 of all alike. Raises DocumentError with every fault.
    """
    faults: list[Fault] = []
    for key, place, typed in changes:
        kind = measure_kinds().get(key)
        path = f"{key}.{place}"
        if kind is None or not 0 <= place < kind.places:
            faults.append(Fault(path, "expected something that can be measured here", typed))
            continue
        rows = Measure.objects.filter(firing=firing, stage=stage, key=key, place=place, copy=copy)
        if not typed.strip():
            rows.delete()
            continue
        try:
            value = _value(path, key, typed, system)
        except DocumentError as error:
            faults += error.faults
            continue
        bare = typed.strip()
        if bare.replace(".", "", 1).isdigit():  # a bare number means tomorrow what it means today
            bare += (
                (" g" if kind.kind == "mass" else " mm")
                if system == "metric"
                else (" oz" if kind.kind == "mass" else " in")
            )
        Measure.objects.update_or_create(
            firing=firing,
            stage=stage,
            key=key,
            place=place,
            copy=copy,
            defaults={"typed": bare[:60], "value": value, "by_id": who_acts()},
        )
    if faults:
        raise DocumentError(faults)
    _told(stage)


def _told(stage: Stage) -> None:
    """Lists and later stages of the piece are worked out anew."""
    Piece.objects.filter(pk=stage.piece_id).update(summary=None)


@transaction.atomic
def keep_observations(firing: Firing, stage: Stage, keys: Sequence[str], note: str) -> None:
    """The faults found, all of them; the note is the firing's own."""
    chosen = [fault.key for fault in chosen_faults(keys)]
    Observation.objects.filter(firing=firing, stage=stage).exclude(fault__in=chosen).delete()
    for key in chosen:
        Observation.objects.get_or_create(firing=firing, stage=stage, fault=key)
    if note != firing.note:
        Firing.objects.filter(pk=firing.pk).update(note=note[:2000])


def keep_stage_photo(
    studio: Any, firing: Firing, stage: Stage, sent: UploadedFile[Any] | bytes, when: str
) -> StagePhoto:
    """A photograph of the lay-up or of what came out, small, upright and freed of what cameras write into it."""
    if StagePhoto.objects.filter(firing=firing, stage=stage).count() >= _MOST_PHOTOS:
        raise DocumentError([Fault("photo", f"expected at most {_MOST_PHOTOS} photographs of a stage", "")])
    photo = keep_photo(studio, sent)
    return StagePhoto.objects.create(firing=firing, stage=stage, photo=photo, when=when)
