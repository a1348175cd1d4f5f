"""The law of the house: by its own run of its own bodies no plan pulls harder than it allows, nor leaves more strain
than its target, unless a finding of stop says so; and nothing becomes quicker by being thicker, uneven or closed.

`./run fuzz plans N` tries N documents, judged by a physics of its own too.
"""

from __future__ import annotations

import os
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from coldcradle.document.piece import read_piece
from coldcradle.errors import DocumentError, ImpossibleInput
from coldcradle.heat.limits import PASSING_OVER, STRAIN_OVER, SURFACE_STRESS_PA
from coldcradle.piece.plan import plan, staged_of
from coldcradle.piece.result import PiecePlan
from coldcradle.piece.stage import compute_stage
from tests import examples
from tests.judge.documents import random_document
from tests.judge.ladders import LADDERS, climb, slower
from tests.judge.verdict import judge_stage

MANY = int(os.environ.get("COLD_CRADLE_PLANS", "300"))
JUDGED = range(40)


def planned(document: dict[str, Any]) -> PiecePlan | None:
    """The plan of a made-up document; None where it is refused in words."""
    try:
        return plan(read_piece(document).piece)
    except (DocumentError, ImpossibleInput):
        return None


def broken(document: dict[str, Any]) -> list[str]:
    """Where a document's plan breaks the law without a stop that says so."""
    found = planned(document)
    if found is None:
        return []
    said = []
    piece = read_piece(document).piece
    for stage in found.stages:
        stops = {f.rule for f in stage.findings if f.severity == "stop"}
        staged = staged_of(piece, stage.key)
        worked = compute_stage(staged.stage, staged.incoming)
        firing = worked.heated.firing
        if firing is None:
            said += [] if "heat.kiln-cannot" in stops else [f"{stage.key}: no programme and nobody says so"]
            continue
        for run in firing.warming.runs:
            if run.pull_pa > PASSING_OVER * run.allowed_pa and "heat.warms-too-fast" not in stops:
                said.append(f"{stage.key}: {run.body.name} pulled by {run.pull_pa / 1e6:.1f} MPa")
        peak_s = next(s.arrives_s for s in firing.run.steps if s.key == "cast")
        pull, _, where, allowed = firing.cooling_peak(peak_s)
        if pull > PASSING_OVER * allowed and "heat.cools-too-fast" not in stops:
            said.append(f"{stage.key}: its {where} pulled by {pull / 1e6:.1f} MPa as it cools")
        if firing.left_pa > STRAIN_OVER * worked.heated.heat.stress_pa and "heat.strain-left" not in stops:
            said.append(f"{stage.key}: {firing.left_pa / 1e6:.2f} MPa stay")
    return said


class Law(TestCase):
    @settings(max_examples=MANY, deadline=None)
    @given(st.integers(0, 10**9))
    def test_no_plan_pulls_or_strains_more_than_it_allows_unless_it_says_stop(self, seed: int) -> None:
        self.assertEqual(broken(random_document(seed)), [], f"document {seed}")

    @settings(max_examples=examples(60), deadline=None)
    @given(st.integers(0, 10**9), st.sampled_from([30, 150, 400, 900]))
    def test_no_steps_by_hand_pass_without_one_either(self, seed: int, rate: int) -> None:
        document = random_document(seed)
        for stage in document["stages"]:
            stage["heat"] = {
                **stage["heat"],
                "segments": {"warm": {"rate": f"{rate} °C/h"}, "anneal": {"rate": f"{rate} °C/h"}},
            }
        self.assertEqual(broken(document), [], f"document {seed}")

    def test_allowed_is_below_what_glass_is_designed_for(self) -> None:
        self.assertLessEqual(PASSING_OVER * SURFACE_STRESS_PA, 7e6)


class Balance(TestCase):
    @settings(max_examples=examples(120), deadline=None)
    @given(st.integers(0, 10**9))
    def test_what_was_taken_and_laid_is_what_comes_out(self, seed: int) -> None:
        """By weight over every stage; what is weighed out for a filling loses what stays in the jar."""
        document = random_document(seed)
        found = planned(document)
        if found is None:
            return
        by_key = {stage.key: stage for stage in found.stages}
        for stage, told in zip(document["stages"], found.stages, strict=True):
            taken = sum(by_key[t["from"]].outcome.weight_kg * t["count"] for t in stage.get("takes", []))
            new = told.figures["charge_mass"].value
            out = told.outcome.weight_kg * told.outcome.pieces
            loss = 1.02 if told.family == "fill" else 1.0
            self.assertAlmostEqual(out * loss / max(taken + new, 1e-9), 1.0, delta=0.021, msg=f"{seed} {told.key}")

    @settings(max_examples=examples(120), deadline=None)
    @given(st.integers(0, 10**9))
    def test_a_flat_outcome_weighs_its_area_times_its_thickness(self, seed: int) -> None:
        found = planned(random_document(seed))
        for stage in found.stages if found is not None else []:
            out = stage.outcome
            if stage.process not in ("full", "spread", "press") or out.outline == "drawn" or stage.family == "fill":
                continue
            if out.outline == "round" and stage.process == "full":
                continue  # a drop is no disc
            area = out.length_m * out.width_m * (0.785398 if out.outline == "round" else 1.0)
            density = 2230 if out.kind_key == "borosilicate" else None
            volume = out.weight_kg / (density or _density(out.kind_key))
            self.assertAlmostEqual(area * out.thickness_m / volume, 1.0, delta=0.03, msg=f"{seed} {stage.key}")


def _density(key: str) -> float:
    from coldcradle.glass.kinds import shipped_kinds

    return shipped_kinds()[key].density_kg_m3


class Ladders(TestCase):
    def test_thicker_more_parts_fewer_faces_and_closed_are_never_quicker(self) -> None:
        for name, rungs in LADDERS.items():
            below = climb(rungs[0])
            for rung in rungs[1:]:
                above = climb(rung)
                self.assertEqual(slower(below, above), [], f"{name}: {rung[0]}")
                below = above

    def test_a_closed_wall_is_never_quicker_than_an_open_one(self) -> None:
        for closed, upright in zip(LADDERS["closed"], LADDERS["upright"], strict=True):
            self.assertEqual(slower(climb(upright), climb(closed)), [], closed[0])


class Judged(TestCase):
    def test_a_physics_of_its_own_finds_no_danger_that_is_not_said(self) -> None:
        """Over 7 MPa of pull, or 2.5 times the strain wished, and no stop."""
        for seed in JUDGED:
            document = random_document(seed)
            found = planned(document)
            if found is None:
                continue
            by_key = {stage.key: stage for stage in found.stages}
            for stage in document["stages"]:
                told = by_key[stage["key"]]
                if told.heat is None or any(f.severity == "stop" for f in told.findings):
                    continue
                judged = judge_stage(stage, told, by_key)
                self.assertFalse(judged.is_dangerous, (seed, stage["key"], judged))
