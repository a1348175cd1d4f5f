"""Made-up firings with a truth that whoever follows them does not know: kiln, thermometer, clock, unit, file at fault.

The true kiln differs from the remembered one; the glass in it is run along the true line. Whoever follows is shown
readings only, and is asked again and again whether the lid may be opened. `./run fuzz firings N` tries N of them.
"""

from __future__ import annotations

import functools
import random
from collections.abc import Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from coldcradle.errors import ImpossibleInput
from coldcradle.fire.controller import StandIn
from coldcradle.fire.inputs import Act, FiringBaseline
from coldcradle.fire.readings import KilnReading
from coldcradle.fire.watch import FiringTracker
from coldcradle.heat.kiln.kiln import LoadedKiln
from coldcradle.heat.physics.slab import run_slab
from coldcradle.piece.watching import shown_segments
from tests.core.test_fire import watched

__all__ = ["FAULTS", "Answer", "Judged", "judge", "made_up"]

HOUR = 3600.0
PLANS: tuple[tuple[str, dict[str, object]], ...] = (
    ("slump", {}),
    ("full", {}),
    ("drape", {}),
    ("tack", {}),
    ("cast", {}),
)
FAULTS = (
    "one-zero",
    "two-cold",
    "typed-cold",
    "pulled",
    "frozen",
    "flat-from-the-start",
    "another-firing",
    "same-firing-ahead",
    "celsius-as-fahrenheit",
    "fahrenheit-as-celsius",
    "late-first",
    "gap",
    "spikes",
    "nonsense",
    "untold-stop",
    "power-cut",
    "twice",
)
SHOWN_K = 20.0  # a step in the readings that is larger than this shows
UNSAFE_K = 3.0  # so far over the limit, beside what the thermometer is out by


@dataclass(frozen=True, slots=True)
class Answer:
    """One question: s from the start, what was said, and how it was: the hottest of kiln and glass, °C."""

    at_s: float
    word: str
    says: str
    true_c: float
    told_opens_s: float | None
    true_opens_s: float
    heart_off_k: float


@dataclass(slots=True)
class Judged:
    """A made-up firing and what was answered."""

    seed: int
    process: str
    faults: tuple[str, ...]
    offset_k: float
    open_c: float
    answers: list[Answer] = field(default_factory=list)

    @property
    def unsafe(self) -> list[Answer]:
        """A yes over hot glass that the readings could have shown."""
        limit = self.open_c + abs(self.offset_k) + UNSAFE_K
        return [a for a in self.answers if a.word == "yes" and a.true_c > limit]

    @property
    def is_stuck(self) -> bool:
        """Whether an honest firing is still refused when all has been cold for a day."""
        return not self.faults and self.answers[-1].word != "yes"


def _true_kiln(rng: random.Random, kiln: LoadedKiln) -> LoadedKiln:
    slower = rng.uniform(0.87, 1.15)
    return replace(
        kiln,
        heat_capacity_j_per_k=kiln.heat_capacity_j_per_k * slower,
        conductance_w_per_k=kiln.conductance_w_per_k * rng.uniform(0.95, 1.05),
        face_share=rng.uniform(0.0, 0.07),
        room_c=kiln.room_c + rng.uniform(-6, 6),
    )


@functools.cache
def _glass_of(process: str) -> FiringBaseline:
    return watched(process, **dict(next(more for name, more in PLANS if name == process)))


def _truth(
    rng: random.Random, w: FiringBaseline, faults: Sequence[str]
) -> tuple[np.ndarray, np.ndarray, np.ndarray, list[Act]]:
    """Times, kiln and hottest of the glass at the glass's place, and what was told of it."""
    acts: list[Act] = []
    if "untold-stop" in faults or rng.random() < 0.15:
        acts.append(Act(kind="stop", at_s=rng.uniform(0.15, 0.8) * w.opens_s))
    held = Act(kind="hold", at_s=rng.uniform(0.1, 0.5) * w.opens_s, for_s=rng.uniform(0.2, 8) * HOUR)
    if rng.random() < 0.15 and not acts:
        acts.append(held)
    made = StandIn(kiln=_true_kiln(rng, w.kiln), segments=shown_segments(w), acts=tuple(acts))
    if "power-cut" in faults:
        from coldcradle.fire.controller import StandInFault

        begins = rng.uniform(0.1, 0.5) * w.opens_s
        made = replace(
            made, faults=(StandInFault(kind="power-cut", from_s=begins, to_s=begins + rng.uniform(0.2, 3) * HOUR),)
        )
    samples = [s for _, s in made.run(made.begin(), w.opens_s * 1.3 + 30 * HOUR)]
    times = np.array([0.0, *(s.at_s for s in samples)])
    kiln = np.array([made.kiln.room_c, *(s.shown_c for s in samples)]) - w.shift_k
    every = np.unique(np.concatenate([np.arange(0, len(times), 6), [len(times) - 1]]))
    run = run_slab(w.section.slab, list(zip(times[every].tolist(), kiln[every].tolist(), strict=True)))
    glass = np.interp(times, run.times_s, run.temperatures_c[:, run.glass].max(axis=1))
    return times, kiln, np.maximum(glass, kiln), ([] if "untold-stop" in faults else acts)


def _read(
    rng: random.Random, w: FiringBaseline, times: np.ndarray, kiln: np.ndarray, offset_k: float
) -> tuple[list[KilnReading], float]:
    """An honest row of readings: every half minute to every hour, with a little noise, perhaps in whole degrees."""
    every_s = rng.choice([30.0, 60.0, 300.0, 300.0, 900.0, 1800.0, 3600.0])
    noise = rng.choice([0.0, 0.3, 0.8])
    whole = rng.random() < 0.5
    at = np.arange(rng.uniform(0, 60), times[-1], every_s)
    shown = np.interp(at, times, kiln) + w.shift_k + offset_k
    found = []
    for t, c in zip(at.tolist(), shown.tolist(), strict=True):
        value = c + rng.gauss(0, noise)
        found.append(KilnReading(t, round(value) if whole else value, "typed" if every_s >= 900 else "kiln"))
    return found, every_s


def _spoilt(rng: random.Random, w: FiringBaseline, rows: list[KilnReading], fault: str) -> list[KilnReading]:
    """The same readings with one thing wrong."""
    n = len(rows)
    at = rng.randrange(n // 6, n - n // 8)
    if fault == "one-zero":
        rows[at] = replace(rows[at], shown_c=0.0)
    elif fault == "two-cold":
        rows[at : at + 2] = [replace(r, shown_c=rng.uniform(15, 30)) for r in rows[at : at + 2]]
    elif fault == "typed-cold":
        rows.insert(at + 1, KilnReading(rows[at].at_s + 5.0, rng.uniform(15, 40), "typed"))
    elif fault == "pulled":
        rows[at:] = [replace(r, shown_c=w.kiln.room_c + rng.gauss(3, 1)) for r in rows[at:]]
    elif fault == "frozen":
        rows[at:] = [replace(r, shown_c=rows[at].shown_c) for r in rows[at:]]
    elif fault == "flat-from-the-start":
        rows = [replace(r, shown_c=w.kiln.room_c + rng.gauss(1, 0.5)) for r in rows]
    elif fault == "another-firing":
        other = _glass_of(rng.choice([p for p, _ in PLANS]))
        shift = rng.uniform(-6, 10) * HOUR
        line = np.array(other.planned_line)
        rows[at:] = [replace(r, shown_c=float(np.interp(r.at_s + shift, line[:, 0], line[:, 1]))) for r in rows[at:]]
    elif fault == "same-firing-ahead":
        ahead = rng.uniform(1, 8) * HOUR
        line = np.array([[r.at_s, r.shown_c] for r in rows])
        if rows[at].shown_c - float(np.interp(rows[at].at_s + ahead, line[:, 0], line[:, 1])) < SHOWN_K:
            return rows  # an offset that nothing could show
        rows[at:] = [replace(r, shown_c=float(np.interp(r.at_s + ahead, line[:, 0], line[:, 1]))) for r in rows[at:]]
    else:
        rows = _spoilt_whole(rng, rows, fault, at)
    return rows


def _spoilt_whole(rng: random.Random, rows: list[KilnReading], fault: str, at: int) -> list[KilnReading]:
    """The same, where the whole log is of another kind."""
    n = len(rows)
    if fault == "celsius-as-fahrenheit":
        rows = [replace(r, shown_c=(r.shown_c - 32) / 1.8) for r in rows]
    elif fault == "fahrenheit-as-celsius":
        rows = [replace(r, shown_c=r.shown_c * 1.8 + 32) for r in rows]
    elif fault == "late-first":
        rows = rows[rng.randrange(n // 4, n - n // 6) :]
    elif fault == "gap":
        rows = [*rows[:at], *rows[min(n - 3, at + rng.randrange(2, max(3, n // 4))) :]]
    elif fault == "spikes":
        for _ in range(6):
            i = rng.randrange(n)
            rows[i] = replace(rows[i], shown_c=rows[i].shown_c + rng.uniform(-300, 300))
    elif fault == "nonsense":
        for _ in range(4):
            rows[rng.randrange(n)] = replace(rows[rng.randrange(n)], shown_c=rng.choice([9999.0, -999.0, float("nan")]))
        rows.sort(key=lambda r: r.at_s)
    elif fault == "twice":
        rows.insert(at, replace(rows[at], at_s=float(np.nextafter(rows[at].at_s, 0)), shown_c=rows[at].shown_c - 20))
    return rows


def made_up(seed: int) -> tuple[random.Random, str, tuple[str, ...]]:
    """What a number stands for: a fourth of all are honest, the others have one or two things wrong."""
    rng = random.Random(seed)
    process = rng.choice([name for name, _ in PLANS])
    count = rng.choice([0, 1, 1, 2])
    return rng, process, tuple(rng.sample(FAULTS, count))


def judge(seed: int) -> Judged:
    """Make a firing up, follow it by its readings alone, and ask a dozen times."""
    rng, process, faults = made_up(seed)
    w = _glass_of(process)
    offset_k = rng.choice([0.0, 0.0, rng.uniform(-6, 6)])
    times, kiln, hottest, acts = _truth(rng, w, faults)
    rows, every_s = _read(rng, w, times, kiln, offset_k)
    for fault in faults:
        rows = _spoilt(rng, w, rows, fault)
    hot = np.flatnonzero(hottest > w.limit_c)
    cool_s = float(times[min(int(hot[-1]) + 1, len(times) - 1)]) if len(hot) else 0.0
    asked = sorted(
        {
            *(rng.uniform(0, cool_s) for _ in range(4)),
            *(rng.uniform(0.6, 1.02) * cool_s for _ in range(7)),
            *(r.at_s + rng.uniform(1, min(200, every_s)) for r in rng.sample(rows, min(2, len(rows)))),
            rows[-1].at_s + 5.0,
        }
    )
    told = next((a.at_s for a in acts if a.kind == "stop"), float("inf"))
    watch = FiringTracker(w, told, sum(a.for_s for a in acts if a.kind == "hold"))
    found = Judged(seed, process, faults, offset_k, w.open_c)
    done = 0
    for at_s in asked:
        upto = done
        while upto < len(rows) and rows[upto].at_s <= at_s:
            upto += 1
        if not watch.extend(rows[done:upto]):
            raise ImpossibleInput(f"firing {seed}: readings out of order")
        done = upto
        state = watch.state([a for a in acts if a.at_s <= at_s], at_s)
        true_c = float(np.interp(at_s, times, hottest))
        off = state.inside.at if state.inside is not None else None
        heart_off = max(off.heart_c, off.skin_c) - float(np.interp(off.at_s, times, hottest)) if off else 0.0
        opens = state.ahead.opens_s if state.ahead is not None else None
        said = state.may_open
        found.answers.append(Answer(at_s, said.word, said.says.metric, true_c, opens, cool_s, heart_off))
    return found
