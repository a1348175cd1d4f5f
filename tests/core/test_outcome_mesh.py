"""What comes out as a mesh: closed, right side out, and of the volume that is predicted."""

import math
import unittest
from collections.abc import Iterator
from datetime import UTC, datetime

import numpy as np
import shapely
import trimesh

from coldcradle.document.piece import read_piece
from coldcradle.errors import ImpossibleInput
from coldcradle.layup.mesh_file import mesh_file
from coldcradle.layup.outcome_mesh import outcome_mesh
from coldcradle.layup.solids import circle, half_of, raised, swept, turned
from coldcradle.piece.plan import staged_of
from coldcradle.piece.stage import StageWithInputs, compute_stage
from studio.demo.documents import demo_documents
from studio.demo.plain import made_whole
from tests.staged import one, stage, worked

SQUARE = np.array([(0.1, -0.1), (0.1, 0.1), (-0.1, 0.1), (-0.1, -0.1)])


def _block(half: float, high: float) -> list[tuple[float, float]]:
    return [(-half, 0.0), (half, 0.0), (half, high), (-half, high)]


def _demo_stages() -> Iterator[tuple[str, StageWithInputs]]:
    for document in demo_documents():
        whole = made_whole(document, datetime(2026, 11, 24, 9, 30, tzinfo=UTC))
        piece = read_piece(whole).piece
        for each in piece.stages:
            yield piece.name, staged_of(piece, each.key)


class SolidsTest(unittest.TestCase):
    def test_a_block_turned_is_a_cylinder_and_along_a_square_a_slab(self) -> None:
        halves = half_of([_block(0.1, 0.006)])
        disc, slab = turned(halves, circle(0.1, 720)), turned(halves, SQUARE)
        self.assertAlmostEqual(disc.volume, math.pi * 0.01 * 0.006, delta=1e-8)
        self.assertAlmostEqual(slab.volume, 0.2 * 0.2 * 0.006, places=9)
        for mesh in (disc, slab):
            self.assertTrue(mesh.is_watertight)
            self.assertTrue(mesh.is_winding_consistent)

    def test_a_torus_keeps_pappus_law(self) -> None:
        # Pappus: the area of the section times the way of its middle
        angle = np.linspace(0, 2 * math.pi, 256, endpoint=False)
        tube = shapely.Polygon(np.column_stack([0.1 + 0.02 * np.cos(angle), 0.02 + 0.02 * np.sin(angle)]))
        mesh = turned([tube], circle(0.12, 720))
        self.assertAlmostEqual(mesh.volume / (2 * math.pi * 0.1 * tube.area), 1, delta=1e-4)
        self.assertEqual(mesh.euler_number, 0)

    def test_a_hollow_is_hollow(self) -> None:
        ring = half_of([_block(0.05, 0.1), [(-0.04, 0.02), (0.04, 0.02), (0.04, 0.08), (-0.04, 0.08)]])
        shut = turned(ring, circle(0.05, 720))
        self.assertAlmostEqual(shut.volume, math.pi * (0.0025 * 0.1 - 0.0016 * 0.06), delta=1e-8)

    def test_what_is_drawn_through_or_raised_has_the_volume_of_its_area(self) -> None:
        gutter = [(-0.1, 0.0), (0.1, 0.0), (0.1, 0.05), (0.08, 0.01), (-0.08, 0.01), (-0.1, 0.05)]
        through = swept([gutter], 0.3)
        self.assertAlmostEqual(through.volume, shapely.Polygon(gutter).area * 0.3, places=9)
        np.testing.assert_allclose(through.bounds, [[-0.1, -0.15, 0.0], [0.1, 0.15, 0.05]], atol=1e-9)
        hole = [(0.02, 0.02), (0.04, 0.02), (0.04, 0.04), (0.02, 0.04)]
        plate = raised([SQUARE.tolist(), hole], 0.006, foot_m=0.01)
        self.assertAlmostEqual(plate.volume, (0.04 - 0.0004) * 0.006, places=9)
        self.assertAlmostEqual(plate.bounds[0, 2], 0.01)
        for mesh in (through, plate):
            self.assertTrue(mesh.is_watertight)

    def test_nothing_is_refused_in_words(self) -> None:
        for make in (
            lambda: swept([_block(0.1, 0.1)], 0.0),
            lambda: swept([_block(0.1, 0.1)], math.nan),
            lambda: swept([_block(0.1, 0.1)], 0.1, top_m=-1.0),
            lambda: raised([SQUARE.tolist()], -0.1),
            lambda: raised([[(0, 0), (1, 1)]], 0.1),
            lambda: turned([], circle(0.1)),
        ):
            with self.assertRaisesRegex(ImpossibleInput, "expected a"):
                make()  # type: ignore[no-untyped-call]


class OutcomeMeshTest(unittest.TestCase):
    def test_every_outcome_of_the_demo_is_closed_and_weighs_what_is_predicted(self) -> None:
        seen: set[str] = set()
        for name, staged in _demo_stages():
            result = compute_stage(staged.stage, staged.incoming)
            found = outcome_mesh(result.laid, result.laying)
            with self.subTest(f"{name}, {staged.stage.key}"):
                assert found is not None
                outcome = result.laid.outcome
                seen.add(outcome.shaped)
                self.assertTrue(found.mesh.is_watertight)
                self.assertGreater(found.mesh.volume, 0)
                share = found.mesh.volume * staged.stage.glass.kind.density_kg_m3 / outcome.weight_kg
                says = found.says.metric
                self.assertEqual("of the predicted glass" in says, abs(share - 1) >= 0.03, says)
                if "folds" not in says and outcome.shaped != "flat":
                    self.assertAlmostEqual(share, 1, delta=0.13)
                wide, deep, _ = found.mesh.extents
                self.assertLess(max(wide, deep), 1.3 * max(outcome.length_m, outcome.width_m, 0.05) + 0.3)
        self.assertLessEqual({"flat", "cast", "slumped", "draped", "pressed", "stretched"}, seen)

    def test_files_hold_the_same_body_in_their_own_units(self) -> None:
        bowl = trimesh.creation.cylinder(0.1, 0.02)
        bowl.apply_translation([0, 0, 0.01])
        stl = trimesh.load(trimesh.util.wrap_as_stream(mesh_file(bowl, "stl")[0]), file_type="stl")
        obj = trimesh.load(trimesh.util.wrap_as_stream(mesh_file(bowl, "obj")[0]), file_type="obj", force="mesh")
        glb = trimesh.load(trimesh.util.wrap_as_stream(mesh_file(bowl, "glb")[0]), file_type="glb", force="mesh")
        for mm in (stl, obj):
            np.testing.assert_allclose(mm.bounds, np.asarray(bowl.bounds) * 1e3, atol=0.01)
        # y up: what was high is now along y, and nothing is mirrored
        np.testing.assert_allclose(glb.extents, [0.2, 0.02, 0.2], atol=1e-3)
        self.assertAlmostEqual(glb.bounds[0, 1], 0, places=6)
        self.assertAlmostEqual(glb.volume, bowl.volume, places=8)
        view = np.frombuffer(mesh_file(bowl, "view")[0], dtype="<f4")
        self.assertEqual(len(view), 9 * len(bowl.faces))


class BodiesTest(unittest.TestCase):
    def test_a_bottle_a_sunk_one_and_a_lifted_disc_are_closed_and_hold_their_glass(self) -> None:
        lifted = stage("lift", key="s0", layup__outline="round", layup__length="180 mm", layup__layers=one("10 mm"))
        lifted["layup"] |= {"lift": {"high": "40 mm", "ring": "150 mm"}}
        sunk = stage("sink", key="s0", layup__length="280 mm", layup__width="75 mm")
        hung = stage("hang", key="s0", layup__length="280 mm", layup__width="75 mm", layup__bottle={"shape": "bottle"})
        for told in (lifted, sunk, hung):
            result = worked(told)
            found = outcome_mesh(result.laid, result.laying)
            assert found is not None
            share = found.mesh.volume * 2500 / result.laid.outcome.weight_kg
            self.assertTrue(found.mesh.is_watertight, told["process"])
            self.assertAlmostEqual(share, 1, delta=0.13)
