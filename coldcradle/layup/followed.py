"""What glass looks like after any heat work, and the frames of it that a slider moves through."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from coldcradle.glass.kinds import GlassProperties
from coldcradle.layup.motion import FiringTimeline, Moment
from coldcradle.layup.sketch import Body
from coldcradle.quantity.format import DualQuantity, Message

__all__ = ["DeformationPath", "Frame", "Motion", "MotionMark", "PathShape", "frames_of"]

_FRAMES = 30
_FIRST = 0.02  # of the earliest end: before that nothing is seen to move
_PAST = 1.15


@dataclass(frozen=True, slots=True)
class PathShape:
    """Glass at one moment: what is drawn of it, what is to be said, and its line (x, z) with the thickness of each
    stretch where it is a sheet, m.
    """

    bodies: list[Body]
    words: Message
    line: list[tuple[float, float]]
    thickness_m: list[float]


@dataclass(frozen=True, slots=True)
class DeformationPath:
    """A way that glass goes: `shape(W)` after any heat work, from `early` to `late` (1/Pa) something happens."""

    early: float
    late: float
    shape: Callable[[float], PathShape]


@dataclass(frozen=True, slots=True)
class Frame:
    """A moment of the slider: when it is on this programme, None where that does not come to it."""

    at: DualQuantity | None
    shape: PathShape


@dataclass(frozen=True, slots=True)
class MotionMark:
    """Where an event lies on the slider, from and to as shares of it, and what it is."""

    key: str
    name: str
    from_share: float
    to_share: float
    words: Message


@dataclass(frozen=True, slots=True)
class Motion:
    """All a slider shows. `ends_share` is how far this programme goes, `sheet_m` the sheet as it went in."""

    frames: list[Frame]
    marks: list[MotionMark]
    ends_share: float
    sheet_m: float


def frames_of(
    followed: DeformationPath,
    *,
    kind: GlassProperties,
    fired: FiringTimeline | None,
    marks: tuple[Moment, ...],
    sheet_m: float,
) -> Motion:
    """Frames from nothing to a little past the latest end, closer together where more happens."""
    total = fired.work(kind).total_per_pa if fired is not None else 0.0
    latest = max(followed.late, min(total, 30 * followed.late)) * _PAST
    works = np.concatenate([[0.0], np.geomspace(followed.early * _FIRST, latest, _FRAMES - 1)])
    steps = np.arange(_FRAMES) / (_FRAMES - 1)

    def share(work_per_pa: float) -> float:
        return float(np.interp(np.log(max(work_per_pa, works[1] / 2)), np.log(works[1:]), steps[1:]))

    frames, found = [], []
    for work in works.tolist():
        second = fired.work(kind).second(work) if fired is not None and work > 0 else None
        at = fired.clock(second) if fired is not None and second is not None else None
        frames.append(Frame(at, followed.shape(work)))
    for one in marks:
        if fired is None or one.early_s is None:
            continue
        done = fired.work(kind)
        early = share(done.by(one.early_s))
        late = share(done.by(one.late_s)) if one.late_s is not None else early
        found.append(MotionMark(one.key, one.name, early, late, one.words))
    return Motion(frames, found, share(total) if total > 0 else 0.0, sheet_m)
