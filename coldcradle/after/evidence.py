"""All that is known of a firing that is over, as the facts and causes read it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from coldcradle.glass.kinds import GlassProperties
from coldcradle.heat.limits import SURFACE_STRESS_PA
from coldcradle.layup.traits import Traits
from coldcradle.quantity.format import Message

__all__ = ["Evidence"]

Pull = tuple[float, float, bool]


@dataclass(frozen=True, slots=True, kw_only=True)
class Evidence:
    """`line` is what was measured (s, °C at the glass); pulls are (Pa, s, in a face). `needed_per_pa` is the heat work
    it takes by its law, or else what was planned; `fall_k_per_h` how fast it came through its annealing range;
    `opened_c` what the glass had when the lid was opened, None where nobody said; `charge_ratio` measured over
    predicted weight; `unticked` are the checks left open, by rule, in words.
    """

    kind: GlassProperties
    does: Traits
    line: Sequence[tuple[float, float]]
    work_per_pa: float
    needed_per_pa: float
    hottest_c: float
    planned_peak_c: float
    left_pa: float
    planned_left_pa: float
    target_pa: float
    fall_k_per_h: float
    warm_pull: Pull
    cool_pull: Pull
    open_c: float
    opened_c: float | None = None
    zone_k: float = 0.0
    power_lost: bool = False
    sensor_says: Message | None = None
    is_held: bool = False
    charge_ratio: float | None = None
    is_fine: bool = False
    has_several: bool = False
    has_free_edge: bool = False
    is_spalling: bool = False
    mismatch_says: Message | None = None
    release_word: str = ""
    release_says: Message | None = None
    tilt_says: Message | None = None
    offset_m: float = 0.0
    unticked: Mapping[str, str] = field(default_factory=dict)
    warm_allowed_pa: float = SURFACE_STRESS_PA
