"""What a firing is said to take its time for: halved, it must shorten the firing more than anything else would."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from datetime import UTC, datetime
from unittest import TestCase

from coldcradle.document.piece import read_piece
from coldcradle.errors import DocumentError, ImpossibleInput
from coldcradle.heat.explain.section import section_as_told
from coldcradle.heat.inputs import HeatInput
from coldcradle.heat.model.cause import Cause, decides, time_by_cause_s
from coldcradle.heat.model.section import effective_thickness_m
from coldcradle.heat.result import HeatResult
from coldcradle.heat.schedule.firing import plan_firing
from coldcradle.layup.bodies import SectionZone, Shade
from coldcradle.layup.load import Load
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.stage import compute_stage
from studio.demo.documents import demo_documents
from studio.demo.plain import made_whole
from tests import examples
from tests.documents import KILN, planned, slab_of
from tests.judge.documents import random_document

_EVEN = 0.85  # as good as the one that does most
_NOW = datetime(2026, 11, 24, 9, 30, tzinfo=UTC)


def _takes_s(load: Load, heat: HeatInput) -> float:
    effective_m = effective_thickness_m(section_as_told(load, heat))
    return plan_firing(load, heat, effective_m=effective_m, stress_pa=heat.stress_pa).run.total_s


def _thin(zone: SectionZone) -> SectionZone:
    return replace(zone, glass_m=zone.glass_m / 2, over_m=zone.over_m / 2)


def _shade(shade: Shade | None) -> Shade | None:
    return None if shade is None else replace(shade, inner=_thin(shade.inner), outer=_thin(shade.outer))


def _half_as_thick(load: Load) -> Load:
    thick = replace(
        load.thick, thickest_m=load.thick.thickest_m / 2, counted_m=load.thick.counted_m / 2, counted_u_m=0.0
    )
    cold = tuple(replace(b, thickness_m=b.thickness_m / 2, shade=_shade(b.shade)) for b in load.cold)
    raised = None if load.raised is None else replace(load.raised, base_m=load.raised.base_m / 2)
    is_narrow = load.breadth_m < 2.5 * load.thickness_m
    breadth_m = load.breadth_m / 2 if is_narrow else load.breadth_m
    return replace(load, thick=thick, cold=cold, shade=_shade(load.shade), raised=raised, breadth_m=breadth_m)


def _saved_s(heated: HeatResult) -> dict[Cause, float] | None:
    """How much shorter the firing is with each cause halved, planned anew; None where one of them cannot be."""
    load, heat, firing = heated.load, heated.heat, heated.firing
    assert firing is not None
    kiln, made = heat.kiln, load.material
    quick = replace(kiln, fall_500_to_100_s=kiln.fall_500_to_100_s / 2, first_hour_k=None, power_w=2 * kiln.power_w)
    strong = replace(kiln, rise_to_800_s=kiln.rise_to_800_s / 2)
    peak = next(step for step in firing.run.steps if step.key == "cast")
    mould = replace(load, wall_m=load.wall_m / 2, material=replace(made, warm_up_k_per_h=2 * made.warm_up_k_per_h))
    try:
        return {
            Cause.GLASS: firing.run.total_s - _takes_s(_half_as_thick(load), heat),
            Cause.KILN: firing.run.total_s - _takes_s(load, replace(heat, kiln=quick)),
            Cause.POWER: firing.run.total_s - _takes_s(load, replace(heat, kiln=strong)),
            Cause.MOULD: firing.run.total_s - _takes_s(mould, heat),
            Cause.HOLD: firing.run.total_s - _takes_s(load, replace(heat, cast_hold_s=max(60.0, peak.hold_s / 2))),
        }
    except ImpossibleInput:
        return None


def _stages(many: int) -> Iterator[StageInput]:
    for document in demo_documents():
        yield from read_piece(made_whole(document, _NOW)).piece.stages[:1]
    for seed in range(many):
        try:
            yield read_piece(random_document(seed)).piece.stages[0]
        except DocumentError:
            continue


class Named(TestCase):
    def test_the_named_cause_halved_shortens_it_most(self) -> None:
        seen, wrong = 0, []
        for stage in _stages(examples(40)):
            try:
                heated = compute_stage(stage).heated
            except ImpossibleInput:
                continue
            saved = _saved_s(heated) if heated.firing is not None else None
            if saved is None or heated.firing is None:
                continue
            seen += 1
            named = decides(heated.firing.run)
            if max(saved.get(cause, 0.0) for cause in named) < _EVEN * max(saved.values()):
                wrong.append((stage.name, named, saved))
        self.assertGreater(seen, 20)
        self.assertLessEqual(len(wrong), seen // 50, wrong)

    def test_the_sentence_names_it(self) -> None:
        thin = planned("fusing-90-clear", **slab_of("6 mm"))
        self.assertIn("falls slowly (", thin.answers["heat"].metric)
        thick = planned("fusing-90-clear", **slab_of("100 mm"))
        self.assertRegex(thick.answers["heat"].metric, r"because the glass is 100 mm thick.* \(\d")

    def test_what_heats_slowly_is_never_said_to_fall_slowly(self) -> None:
        weak = {"heat__kiln": KILN | {"rise": "14 h"}}
        told = planned("fusing-90-clear", **(slab_of("6 mm") | weak)).answers["heat"].metric
        self.assertIn("Tern heats slowly (", told)

    def test_every_hour_goes_to_one_cause_at_most(self) -> None:
        for stage in _stages(5):
            firing = compute_stage(stage).heated.firing
            if firing is not None:
                spent = time_by_cause_s(firing.run.steps)
                self.assertLessEqual(sum(spent.values()), firing.run.total_s + 1.0)
                self.assertGreater(spent[Cause.KILN], 0.0)
