"""What a process means at every station, family by family: fill, lay, press, slump, drape, hang.

One face for all: `FAMILIES[key].lay_up(Laying) -> LayupResult` before the heat, `.finish(result, line)` after it.
"""

from coldcradle.layup.families.drape import DRAPE
from coldcradle.layup.families.face import Family, LayupRequest, LayupResult
from coldcradle.layup.families.fill import FILL
from coldcradle.layup.families.hang import HANG
from coldcradle.layup.families.lay import LAY
from coldcradle.layup.families.press import PRESS
from coldcradle.layup.families.slump import SLUMP

__all__ = ["FAMILIES", "Family", "LayupRequest", "LayupResult"]

FAMILIES: dict[str, Family] = {f.key: f for f in (FILL, LAY, PRESS, SLUMP, DRAPE, HANG)}
