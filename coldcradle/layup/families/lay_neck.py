"""The neck of a bottle that lies on its side: narrower, so stiffer, it sinks later than the body."""

from __future__ import annotations

from coldcradle.layup.blank import Blank
from coldcradle.layup.bottle import bottle_profile
from coldcradle.layup.deform.lying import LyingTube
from coldcradle.layup.families.face import LayupRequest
from coldcradle.quantity.format import Message, say, show
from coldcradle.report.figure import Figure, derive, given, published

__all__ = ["neck_height", "neck_tube", "neck_words"]

_NARROWER = 0.97  # of the body: wider than that it is no neck
_THICK = 0.9  # of its radius: a wall as thick leaves a rod, which does not sink


def neck_tube(laying: LayupRequest, blank: Blank, body: LyingTube) -> LyingTube | None:
    """The neck as a tube of its own; None where there is none, or it is as good as solid."""
    told = laying.layup.bottle
    if told is None or blank.base is not None:
        return None
    half = bottle_profile(told, height_m=blank.length_m, width_m=2 * body.radius_m)[1][-1]
    if half >= _NARROWER * body.radius_m or body.wall_m > _THICK * half:
        return None
    return LyingTube(radius_m=half, wall_m=body.wall_m, density_kg_m3=body.density_kg_m3)


def neck_height(neck: LyingTube, work_per_pa: float, *, good_to: float) -> Figure:
    """How high its neck still is after so much heat work."""
    high, other = neck.size_m(work_per_pa)[1], neck.size_m(work_per_pa / good_to)[1]
    return derive(
        "neck_sinks_to",
        "Its neck sinks to",
        "length",
        lambda h, *_: h,
        [
            given("as bending leaves it", "h", high, "length"),
            given("neck, wide outside", "d", 2 * neck.radius_m, "length", 0.001),
            given("heat work of the firing, ∫dt/η", "W", work_per_pa, "per_pa"),
        ],
        words="A ring half as wide takes eight times the heat work: the neck stays round for longer than the body.",
        formula="least of bending, η·h³/3·∫κ̇²ds, against gravity",
        source=published("a ring under its own weight; its first moments as Roark has them, from memory"),
        assumptions=["it comes down onto the shelf at the shoulder; how the shoulder folds is not computed"],
        extra=[("a factor of three in time", abs(other - high) / 2)],
    )


def neck_words(neck: LyingTube, height: Figure) -> Message:
    """The same in a sentence."""
    wide = show(round(2 * neck.radius_m, 3), "length")
    return say("Its neck, {d} wide, sinks to **{h}**.", d=wide, h=height.shown)
