"""What a kiln's log says of it: how fast it falls by itself, its face and its wall, and how fast it can rise;
least squares.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from coldcradle.errors import ImpossibleInput
from coldcradle.heat.kiln.kiln import FACE_TIMES, left_alone
from coldcradle.heat.kiln.log import KilnLog
from coldcradle.quantity.format import DualQuantity, Message, plural, say, show
from coldcradle.report.graph import Graph, GraphLine, axis

__all__ = ["KilnFit", "fit_kiln"]

Array = NDArray[np.float64]
_GRID_S = 120.0
_MOST_GRID = 20_000
_LEAST_FALL_S = 1800.0
_LIKE_K = 2.5


@dataclass(frozen=True, slots=True)
class KilnFit:
    """The kiln in its owner's terms, from a log. A time is None where the log does not show it.

    `first_hour_k` is the fall in the first hour after switching off at 510 °C, None where the log does not show when it
    was switched off. `graph` has the log and the fall as fitted; `off_by_k` is the root mean square difference of the
    fall.
    """

    fall_500_to_100_s: float | None
    rise_to_800_s: float | None
    first_hour_k: float | None
    fall: DualQuantity
    rise: DualQuantity
    time_constant_s: float | None
    off_by_k: float
    readings: int
    says: list[Message]
    graph: Graph


def _even(log: KilnLog) -> tuple[Array, Array, Array, Array | None, Array | None]:
    """Readings on an even grid, with a smoothed rate (K/s), and NaN in gaps."""
    step = max(_GRID_S, float(log.times_s[-1]) / _MOST_GRID)
    times = np.arange(0.0, float(log.times_s[-1]) + step / 2, step)
    if len(times) < 12:
        raise ImpossibleInput("expected a log of at least half an hour")
    temperatures = np.interp(times, log.times_s, log.temperatures_c)
    after = np.searchsorted(log.times_s, times).clip(0, len(log.times_s) - 1)
    before = np.maximum(after - 1, 0)
    temperatures[(log.times_s[after] - log.times_s[before] > 1800) & (times != log.times_s[after])] = np.nan
    half = 3
    kernel = np.ones(2 * half + 1) / (2 * half + 1)
    smooth = np.convolve(np.pad(temperatures, half, mode="edge"), kernel, mode="valid")
    rates = np.gradient(smooth, step)
    others = [
        None if o is None else np.interp(times, log.times_s, np.nan_to_num(o)) for o in (log.power, log.setpoint_c)
    ]
    return times, temperatures, rates, others[0], others[1]


def _stretches(chosen: NDArray[np.bool_], least: int) -> list[slice]:
    edges = np.flatnonzero(np.diff(np.concatenate([[0], chosen.astype(int), [0]])))
    return [slice(a, b) for a, b in zip(edges[::2], edges[1::2], strict=True) if b - a >= least]


def _off_exponential(times: Array, temperatures: Array, room_c: float) -> float:
    """How far a fall is from one that is left alone, K root mean square; infinite where it is too short to tell."""
    if temperatures[0] - temperatures[-1] < 40 or temperatures.min() <= room_c + 3:
        return math.inf
    t = times - times[0]
    fitted = room_c + np.exp(np.polyval(np.polyfit(t, np.log(temperatures - room_c), 1, w=temperatures - room_c), t))
    off = float(np.sqrt(np.square(fitted - temperatures).mean()))
    straight = temperatures - np.polyval(np.polyfit(t, temperatures, 1), t)
    # a short piece of anything looks like both; a fall that is left alone has to bend
    return off if off < 0.6 * float(np.sqrt(np.square(straight).mean())) else math.inf


def _falls(
    times: Array, temperatures: Array, rates: Array, power: Array | None, setpoint: Array | None, room_c: float
) -> list[slice]:
    falling = np.isfinite(rates) & (rates < -2.0 / 3600) & (temperatures > room_c + 8)
    if power is not None:
        falling &= power < 0.02
    elif setpoint is not None:
        falling &= setpoint < temperatures - 4
    least = max(4, int(_LEAST_FALL_S / (times[1] - times[0])))
    found = _stretches(falling, least)
    if power is not None or setpoint is not None:
        return found
    # a programmed fall and the coasting after it meet in one stretch: the earliest start that bends as it should
    chosen = []
    for part in found:
        starts = range(part.start, part.stop - least, max(1, (part.stop - part.start) // 24))
        for start in starts:
            piece = slice(start, part.stop)
            if _off_exponential(times[piece], temperatures[piece], room_c) < _LIKE_K:
                chosen.append(piece)
                break
    return chosen


def _rises(temperatures: Array, rates: Array, power: Array | None, setpoint: Array | None, least: int) -> list[slice]:
    rising = np.isfinite(rates) & (rates > 20.0 / 3600)
    if power is not None:
        rising &= power > 0.97
    elif setpoint is not None:
        rising &= temperatures < setpoint - 8
    else:
        return []
    return _stretches(rising, least)


def _left_alone_c(times: Array, temperatures: Array, room_c: float, share: float, wall_s: float) -> Array:
    """The fall from the first reading, as two exponentials have it."""
    left = left_alone(times - times[0], face_share=share, wall_s=wall_s, face_s=wall_s / FACE_TIMES)
    return np.asarray(room_c + (temperatures[0] - room_c) * left)


def _fit_falls(
    times: Array, temperatures: Array, falls: list[slice], room_c: float, *, face_share: float | None
) -> tuple[float, float]:
    """Time constant of the wall (s) and share of the face over all falls; a share that is given stays as it is."""
    first = max(falls, key=lambda f: f.stop - f.start)
    ends = temperatures[first][[0, -1]] - room_c
    begun = float((times[first][-1] - times[first][0]) / max(1e-3, math.log(max(ends[0] / max(ends[1], 1e-3), 1.001))))

    from scipy.optimize import least_squares  # takes half a second to load

    def off(parameters: Array) -> Array:
        share = face_share if face_share is not None else float(parameters[1])
        wall_s = math.exp(float(parameters[0]))
        return np.concatenate(
            [_left_alone_c(times[f], temperatures[f], room_c, share, wall_s) - temperatures[f] for f in falls]
        )

    start = [math.log(begun)] if face_share is not None else [math.log(begun), 0.03]
    bounds = ([1.0], [20.0]) if face_share is not None else ([1.0, 0.0], [20.0, 0.4])
    found = least_squares(off, start, bounds=bounds, x_scale=[0.1, 0.02][: len(start)])
    share = face_share if face_share is not None else float(found.x[1])
    return math.exp(float(found.x[0])), share


def fit_kiln(log: KilnLog, *, room_c: float) -> KilnFit:
    """Fit the fall by itself and, where the log shows full power, the rise; what was in the kiln counts as kiln.

    Where the log shows when the power went off the fall is two exponentials, face and wall, else one; P/C from what is
    left at full power. Good to some 15 %; radiation makes a hot kiln fall faster than this, so the fit is the better
    the more of the fall the log covers.
    Raises ImpossibleInput where nothing in the log shows the kiln left alone.
    """
    times, temperatures, rates, power, setpoint = _even(log)
    falls = _falls(times, temperatures, rates, power, setpoint, room_c)
    if not falls:
        raise ImpossibleInput(
            "expected at least half an hour in which the kiln falls by itself; this log shows none. Log a firing "
            "until it is cold"
        )
    knows_off = power is not None or setpoint is not None
    tau_s, share = _fit_falls(times, temperatures, falls, room_c, face_share=None if knows_off else 0.0)
    if not 600 < tau_s < 3e6:
        raise ImpossibleInput("the falls in this log are not those of a kiln left alone")
    above = np.concatenate([temperatures[f] - room_c for f in falls])
    longest = max(falls, key=lambda f: f.stop - f.start)
    model = _left_alone_c(times[longest], temperatures[longest], room_c, share, tau_s)
    off = float(np.sqrt(np.nanmean(np.square(model - temperatures[longest]))))
    fall_s = tau_s * math.log((1 - share) * (500 - room_c) / (100 - room_c))
    first_hour_k = (
        (510 - room_c) * (1 - float(left_alone(3600.0, face_share=share, wall_s=tau_s, face_s=tau_s / FACE_TIMES)))
        if knows_off
        else None
    )
    rise_s, says = None, list(log.notes)
    rises = _rises(temperatures, rates, power, setpoint, 5)
    if rises:
        spare = np.concatenate([rates[r] + (temperatures[r] - room_c) / tau_s for r in rises])
        per_s = float(np.nanmedian(spare))
        reach = per_s * tau_s
        if reach > 800 - room_c + 5:
            rise_s = -tau_s * math.log(1 - (800 - room_c) / reach)
        else:
            says.append(say("At full power it would come to rest near {t}.", t=show(room_c + reach, "temperature")))
    else:
        says.append(say("Nothing in it shows full power for certain: the time to 800 °C stays as it was."))
    if first_hour_k is not None:
        says.append(
            say(
                "Switched off at about 510 °C it falls {k} in the first hour.",
                k=show(round(first_hour_k), "difference"),
            )
        )
    if len(log.times_s) > 2 * len(times):
        says.append(
            say(
                "All of its {n} were read, to the last; the fit looks at one every {t}.",
                n=plural(len(log.times_s), "reading"),
                t=show(float(times[1] - times[0]), "duration"),
            )
        )
    hours = sum(float(times[f.stop - 1] - times[f.start]) for f in falls)
    says.append(
        say(
            "{h} of falling by itself were used; the fit is off by {k} on the whole.",
            h=show(hours, "duration"),
            k=show(off, "difference"),
        )
    )
    if off > 15:
        says.append(
            say(
                "That is much. A kiln that loses heat mostly when hot falls faster at first; trust the fit between "
                "{a} and {b}.",
                a=show(float(np.nanmin(above)) + room_c, "temperature"),
                b=show(float(np.nanmax(above)) + room_c, "temperature"),
            )
        )
    thin = np.unique(np.linspace(0, len(times) - 1, 400).astype(int))
    line = [(float(times[i]), round(float(temperatures[i]), 1)) for i in thin if np.isfinite(temperatures[i])]
    drawn = np.unique(np.linspace(longest.start, longest.stop - 1, 60).astype(int))
    modelled = [(float(times[i]), round(float(model[i - longest.start]), 1)) for i in drawn]
    top = 1.08 * max(200.0, *(c for _, c in line))
    graph = Graph(
        axis(0.0, float(times[-1]), "duration"),
        axis(0.0, top, "temperature"),
        [GraphLine("the log", line), GraphLine("left alone, as fitted", modelled)],
    )
    unknown = math.nan if rise_s is None else rise_s
    return KilnFit(
        fall_s,
        rise_s,
        first_hour_k,
        show(fall_s, "duration"),
        show(unknown, "duration"),
        tau_s,
        off,
        len(log.times_s),
        says,
        graph,
    )
