"""All the ways in which one cradle was measured, the one that counts, and what they come to together."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from coldcradle.cradle.displacement import by_displacement, by_drained, by_trial
from coldcradle.cradle.inputs import CradleInput
from coldcradle.cradle.level import run_off
from coldcradle.cradle.methods import by_last, by_model, by_shape, combine
from coldcradle.report.figure import Figure

__all__ = ["Measurement", "Way", "measure"]


@dataclass(frozen=True, slots=True)
class Way:
    """One way of measuring, and what it found."""

    method: str
    figure: Figure


@dataclass(frozen=True, slots=True)
class Measurement:
    """`ways` holds every way with readings, the sizes first; `combined` is None unless two or more have an error."""

    ways: tuple[Way, ...]
    chosen: Figure
    shaped: Figure
    combined: Figure | None


def _tilt_m3(cradle: CradleInput) -> float:
    """What a lean does to a level read at one spot of the rim: half the run-off, evenly likely either way (GUM
    4.3.7).
    """
    if cradle.tilt is None:
        return 0.0
    off = run_off(cradle.tilt, across_m=cradle.room.span_m[0]).value
    return cradle.room.area_m2(cradle.line_m) * off / 2 / 3**0.5


def _ways(cradle: CradleInput) -> Iterator[Way]:
    tilt = _tilt_m3(cradle)
    yield Way("shape", by_shape(cradle.room, line_m=cradle.line_m, reading_m=cradle.reading_m))
    if cradle.level is not None:
        yield Way("level", by_displacement(cradle.level, soaked=cradle.soaked, tilt_m3=tilt))
    if cradle.drained is not None:
        yield Way("drained", by_drained(cradle.drained, soaked=cradle.soaked, tilt_m3=tilt))
    if cradle.trial is not None:
        yield Way("trial", by_trial(cradle.trial, soaked=cradle.soaked, tilt_m3=tilt))
    if cradle.model is not None:
        yield Way("model", by_model(cradle.model))
    if cradle.last is not None:
        yield Way("last", by_last(cradle.last))


def measure(cradle: CradleInput) -> Measurement:
    """Every way with readings; the chosen one counts."""
    ways = tuple(_ways(cradle))
    chosen = next(way.figure for way in ways if way.method == cradle.method)
    # what was only begun from, sizes nobody has taken, proves nothing
    sure = [replace(way.figure, key=way.method) for way in ways if way.figure.u > 0]
    combined = combine(sure) if len(sure) > 1 else None
    return Measurement(ways, chosen, ways[0].figure, combined)
