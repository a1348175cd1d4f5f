"""The single calculations, each by itself: what it asks, what it answers, and what of it can be sent into a piece."""

from __future__ import annotations

from coldcradle.sums.cradle_sums import CRADLE_SUMS
from coldcradle.sums.finished_sums import FINISHED_SUMS
from coldcradle.sums.forming_sums import FORMING_SUMS
from coldcradle.sums.glass_sums import GLASS_SUMS
from coldcradle.sums.heat_sums import HEAT_SUMS
from coldcradle.sums.lay_sums import LAY_SUMS
from coldcradle.sums.part_sums import PART_SUMS
from coldcradle.sums.release_sums import RELEASE_SUMS
from coldcradle.sums.sharing_sums import SHARING_SUMS
from coldcradle.sums.sheet_sums import SHEET_SUMS
from coldcradle.sums.stand_sums import STAND_SUMS
from coldcradle.sums.sum import Sum, SumOutcome, evaluate
from coldcradle.sums.together_sums import TOGETHER_SUMS
from coldcradle.sums.way_sums import WAY_SUMS

__all__ = ["SUMS", "Sum", "SumOutcome", "evaluate"]

_ALL = (
    *CRADLE_SUMS,
    *GLASS_SUMS,
    *SHARING_SUMS,
    *LAY_SUMS,
    *SHEET_SUMS,
    *WAY_SUMS,
    *TOGETHER_SUMS,
    *PART_SUMS,
    *STAND_SUMS,
    *HEAT_SUMS,
    *FORMING_SUMS,
    *FINISHED_SUMS,
    *RELEASE_SUMS,
)
SUMS: dict[str, Sum] = {one.key: one for one in _ALL}
