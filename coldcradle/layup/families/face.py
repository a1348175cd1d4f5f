"""The one face of a family, and what the flat ones share."""

from __future__ import annotations

import math
from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import ClassVar

from coldcradle.cradle.inputs import CradleInput
from coldcradle.cradle.section import Section
from coldcradle.glass.inputs import GlassInput
from coldcradle.glass.kinds import GlassProperties, forms
from coldcradle.glass.result import FillResult, Weighing
from coldcradle.layup.added_parts import is_added
from coldcradle.layup.blank import Blank
from coldcradle.layup.bodies import Shade
from coldcradle.layup.deform.movement import Movement
from coldcradle.layup.explain.outcome import outcome_words
from coldcradle.layup.explain.relief import counted_thickness, thickness_said
from coldcradle.layup.families.cold import Shading, cold_bodies
from coldcradle.layup.followed import DeformationPath
from coldcradle.layup.hot_moments import folded
from coldcradle.layup.inputs import Entering, LayupInput, Relief, Support
from coldcradle.layup.load import Load
from coldcradle.layup.motion import FiringTimeline, Moment
from coldcradle.layup.outcome import NOT_WORKED, Incoming, Outcome, Raised, Worked
from coldcradle.layup.sketch import Sketch
from coldcradle.layup.traits import Traits
from coldcradle.quantity.format import DualQuantity, Message, say, show
from coldcradle.report.figure import Figure
from coldcradle.report.finding import Finding, finding
from coldcradle.report.thread import SummaryItem

__all__ = [
    "Family",
    "FiringTimeline",
    "LayupRequest",
    "LayupResult",
    "bead",
    "cut_list",
    "flat_answer",
    "flat_load",
    "flat_states",
    "kept_outcome",
    "mass_of_walls_kg",
    "outcome_sentence",
    "rack_findings",
    "thick_bead",
]


@dataclass(frozen=True, slots=True, kw_only=True)
class LayupRequest:
    """All that a family is told: what is done, in or on what, with which glass, laid up how, from what.

    `enters` is how the glass goes in, "auto" settled. `usual_work_per_pa` is the heat work the process usually does,
    for what has to be known of the end before the firing is planned, `sure_work_per_pa` what its coldest glass surely
    gets; `margin` how many times what the law needs; `bears` and `is_stacked` as the process says; `posts_m` are the
    posts one owns.
    """

    traits: Traits
    does: str
    cradle: CradleInput
    glass: GlassInput
    layup: LayupInput
    incoming: tuple[Incoming, ...]
    enters: Entering
    usual_work_per_pa: float
    sure_work_per_pa: float
    margin: float
    bears: float | None = None
    is_stacked: bool = True
    posts_m: tuple[float, ...] = ()

    def support(self, usual: Support) -> Support:
        return usual if self.layup.support == "auto" else self.layup.support


@dataclass(frozen=True, slots=True, kw_only=True)
class LayupResult:
    """What a family found before the heat; `section` is drawn where a room is filled, `sketch` elsewhere.

    `counts` is the thickness that heat counts. `answers` and `states` stand by station; a state of "" is settled by the
    findings. `charged` is what only filling has; `marks` are what happens to the glass on the programme's clock;
    `blank` is what is cut.
    """

    load: Load
    counts: Figure
    beads: tuple[SummaryItem, ...]
    figures: tuple[Figure, ...]
    answers: Mapping[str, Message]
    states: Mapping[str, str]
    findings: tuple[Finding, ...]
    weigh: tuple[Weighing, ...]
    outcome: Outcome
    section: Section | None = None
    sketch: Sketch | None = None
    charged: FillResult | None = None
    marks: tuple[Moment, ...] = ()
    blank: Blank | None = None


class Family(ABC):
    """A family of processes, asked by one face: laid up before the heat, finished after it, followed on its way.

    `says` is what is done in one line; `cradle` what the thing is called that shapes it; `sizes` rename the sizes of a
    cradle's shape for this family.
    """

    key: ClassVar[str]
    name: ClassVar[str]
    says: ClassVar[str]
    cradle: ClassVar[str]
    shapes: ClassVar[tuple[str, ...]]
    sizes: ClassVar[Mapping[str, str]]

    @abstractmethod
    def lay_up(self, laying: LayupRequest) -> LayupResult:
        """What is found before the heat: load, figures, findings, drawing, what is likely to come out."""

    def finish(self, result: LayupResult, laying: LayupRequest, fired: FiringTimeline | None) -> LayupResult:
        """The same with what only the firing tells, which is None where the kiln cannot do it."""
        return result

    def follow(self, result: LayupResult, laying: LayupRequest) -> DeformationPath | None:
        """The way the glass goes; None where it is not seen to move."""
        return None


def bead(key: str, name: str, station: str, figure: Figure) -> SummaryItem:
    """A bead that shows a figure and opens its working."""
    return SummaryItem(key, name, station, figure.shown, figure.key)


def thick_bead(station: str, thickness: Figure) -> SummaryItem:
    """The thickness that heat counts, called thickest only where it is glass and no more."""
    return bead("thickness", "Counts as" if thickness.key == "thickness_relief" else "Thickest", station, thickness)


def flat_load(
    laying: LayupRequest,
    blank: Blank,
    thickness: Figure,
    *,
    support: Support,
    top_m: float,
    outer_m: float,
    mould_kg: float,
    span_m: float | None = None,
    depth_m: float | None = None,
    press_kg: float = 0.0,
    press_to_m: float | None = None,
    movement: Movement | None = None,
    sheet_m: float | None = None,
    raised: Raised | None = None,
    shading: Shading | None = None,
    shade: Shade | None = None,
    is_shell: bool = False,
    is_hollow: bool | None = None,
    most_work_per_pa: float = math.inf,
) -> tuple[Load, Figure]:
    """The load of a flat blank, and the thickness that heat counts: `top_m` how high all of it stands, `outer_m` how
    wide (m), `mould_kg` what shapes it.

    `thickness` is the thickest of what comes out, `raised` what is beside it, `sheet_m` the sheet that moves; `shading`
    is what its cradle shades of it cold, `shade` what once it is formed. Thickness, breadth, span and way down give way
    to what somebody has said instead.
    """
    layup, cradle = laying.layup, laying.cradle
    said = folded(thickness, layup.hot) if layup.thickness_m is None else thickness_said(layup.thickness_m)
    counts, thick = counted_thickness(said, layup.relief, raised)
    breadth = layup.breadth_m or min(blank.length_m, blank.width_m)
    hollow = blank.is_hollow if is_hollow is None else is_hollow
    if hollow:  # inwards through its wall, or through what lies solid on that
        breadth = max(2 * blank.thickness.value, blank.thickest.value)
    form = laying.glass.form
    said_frit = layup.enters == "frit" or (laying.enters == "frit" and not layup.layers)
    is_frit = (said_frit or form.heaps) and laying.enters not in ("slab", "relief")
    cold = cold_bodies(
        layup,
        cradle,
        blank,
        entering=laying.enters,
        support=support,
        chunk_m=form.chunk_m,
        is_frit=is_frit,
        shading=shading,
    )
    if layup.thickness_m is not None and not cold[0].is_loose:  # what somebody says of a sheet goes in as well
        cold = (replace(cold[0], thickness_m=max(cold[0].thickness_m, layup.thickness_m)), *cold[1:])
    formed_m = sheet_m or blank.thickness.value if layup.thickness_m is None else layup.thickness_m
    load = Load(
        kind=laying.glass.kind,
        form=forms()["sheet"],
        material=cradle.material,
        rated_c=cradle.rated_c,
        wall_m=cradle.wall_m if support == "cradle" else 0.0,
        thick=thick,
        sheet_m=formed_m,
        breadth_m=max(1e-4, breadth),
        widest_m=max(blank.length_m, blank.width_m, breadth),
        cold=cold,
        shade=shade,
        raised=raised,
        is_closed=hollow or is_shell,
        is_core_shut=hollow,
        most_work_per_pa=most_work_per_pa,
        piles=blank.pieces,
        glass_kg=blank.mass.value * blank.pieces,
        mould_kg=mould_kg,
        mould_m3=(0.0, 0.0),
        outer_width_m=outer_m,
        outer_height_m=top_m,
        top_m=top_m,
        support=support,
        entering=laying.enters,
        wet=layup.wet,
        span_m=layup.span_m or span_m,
        depth_m=layup.depth_m or depth_m,
        press_kg=press_kg,
        press_to_m=press_to_m,
        movement=movement,
    )
    return load, counts


_SAME = 0.01  # an outline that grows by less is the same to whoever drills and cuts


def _on_rack(glass: GlassInput) -> float:
    return sum(glass.rack_kg.values())


def rack_findings(laying: LayupRequest, blank: Blank) -> list[Finding]:
    """Whether the rack holds the new glass, by weight."""
    have, need = _on_rack(laying.glass), blank.new.value
    if need <= 0 or have >= need:
        return []
    if have <= 0:
        return [
            finding(
                "glass.none-to-cut",
                "think",
                "None of this glass is on the rack.",
                "Write what you have on the rack, or take what an earlier stage gives.",
            )
        ]
    return [
        finding(
            "glass.too-little-to-cut",
            "stop",
            "{short} of glass is missing.",
            "{have} on the rack in all, {need} needed.",
            short=show(need - have, "mass"),
            have=show(have, "mass"),
            need=show(need, "mass"),
        )
    ]


def flat_answer(laying: LayupRequest, blank: Blank) -> Message:
    """The glass of a blank: enough, or what is missing, and that a weight is not yet a sheet one can cut from."""
    have, need = _on_rack(laying.glass), blank.new.value
    shown: dict[str, DualQuantity | str] = {
        "need": show(need, "mass"),
        "have": show(have, "mass"),
        "kind": laying.glass.kind.name,
        "all": show(blank.mass.value * blank.pieces, "mass"),
    }
    if need <= 0:
        return say("**Nothing new is needed:** {all} come from the stages before.", **shown)
    taken = " With what earlier stages give it weighs {all}." if blank.taken or blank.base else ""
    if have < need:
        return say("**Not enough:** {have} of {kind} on the rack, **{need}** needed." + taken, **shown)
    return say("**Enough by weight:** {have} of {kind} on the rack, **{need}** needed." + taken, **shown)


def cut_list(laying: LayupRequest, blank: Blank) -> tuple[Weighing, ...]:
    """What to cut and what to take, line by line."""
    rows = []
    for layer in blank.layers:
        many, across = layer.count * blank.pieces, show(blank.length_m, "length")
        name = f"{many} × {laying.glass.kind.name}, {blank.outline.label}, of sheet this thick:"
        rows.append(Weighing("sheet", name, show(layer.thickness_m, "length"), across))
    for taken in (*([blank.base] if blank.base else []), *blank.parts):
        what = taken.name if is_added(taken) else f"from “{taken.name}”"
        wide = show(taken.outcome.width_m, "length") if is_added(taken) and taken.outcome.width_m else None
        rows.append(Weighing("taken", f"{taken.count} × {what}", show(taken.weight_kg, "mass"), wide))
    if blank.new.value > 0:
        rows.append(Weighing("main", "new glass, all together", blank.new.shown))
    return tuple(rows)


def flat_states(laying: LayupRequest) -> dict[str, str]:
    """Words for the stations of a blank; findings may change them."""
    return {"cradle": "measured" if laying.cradle.measured else "not measured yet", "glass": "enough", "layup": "laid"}


def mass_of_walls_kg(cradle: CradleInput) -> float:
    """What shapes the glass, as a shell of its wall round its room, kg."""
    room, wall = cradle.room, cradle.wall_m
    outer = (math.sqrt(room.widest_m2) + 2 * wall) ** 2 * (room.height_m + wall)
    inner = float(room.volume_m3(room.height_m))
    return max(0.0, outer - inner) * cradle.material.density_kg_m3


def _even_m(blank: Blank) -> float:
    """How high a blank stands, m: what is hollow keeps its height under what lies on it."""
    if blank.base is None or not blank.base.outcome.is_hollow:
        return blank.thickest.value
    return blank.base.outcome.thickness_m + blank.parts_m


def _still_worked(blank: Blank, plain: Mapping[str, object]) -> Worked:
    """What was done at the bench and is still seen: of one piece that goes in alone; its outline and its holes only
    where it keeps its size.
    """
    if blank.base is None or blank.taken or blank.each > 1:
        return NOT_WORKED
    before = blank.base.outcome
    worked, length = before.worked.fired(), plain["length_m"]
    is_same = plain["outline"] == before.outline and isinstance(length, float)
    if is_same and abs(length - before.length_m) <= _SAME * before.length_m:  # type: ignore[operator]  # a float, just asked
        return worked
    return replace(worked, ring=(), holes=())


def kept_outcome(kind: GlassProperties, blank: Blank, **changed: object) -> Outcome:
    """The blank as it went in, changed by what the stage does to it."""
    plain: dict[str, object] = {
        "outline": blank.outline,
        "area_m2": blank.area_m2 if blank.outline == "drawn" else None,
        "length_m": blank.length_m,
        "width_m": blank.width_m,
        "thickness_m": _even_m(blank),
        "raised": blank.raised,
        "wall_m": blank.thickness.value if blank.is_hollow else None,
        "on_m": blank.parts_m if blank.is_hollow else 0.0,
        "weight_kg": blank.mass.value,
        "pieces": blank.pieces,
        "kind_key": kind.key,
        "relief": Relief.NONE,
        "shaped": "flat",
    }
    told = {**plain, **changed}
    return Outcome(**{"worked": _still_worked(blank, told), **told})  # type: ignore[arg-type]


def outcome_sentence(outcome: Outcome) -> Message:
    """What comes out, as the lay-up's sentence ends."""
    words = outcome_words(outcome)
    return Message(f"Out comes **{words.metric}**.", f"Out comes **{words.us}**.")
