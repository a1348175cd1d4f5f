"""Meshes: the room of a shape, and everything that can be wrong with a file."""

from __future__ import annotations

import math
from typing import Any
from unittest import TestCase

import numpy as np
import trimesh
from hypothesis import given
from hypothesis import strategies as st

from coldcradle.cradle.curve import levels_of, room_curve
from coldcradle.cradle.mesh import look, open_mesh
from coldcradle.cradle.mesh_limits import FORMATS
from coldcradle.cradle.mesh_room import room_of, thin
from coldcradle.cradle.solid import SolidRoom
from coldcradle.errors import ImpossibleInput


def block(cavity_mm: float = 50.0, depth_mm: float = 35.0) -> trimesh.Trimesh:
    """A round mould block of 100 mm, 60 mm high, with a straight round room in it."""
    a, d = cavity_mm / 2, 60.0 - depth_mm
    line = [[0, d], [a, d], [a, 60.0], [50.0, 60.0], [50.0, 0.0], [0, 0.0]]
    return trimesh.creation.revolve(line, sections=96)


def ngon(sections: int) -> float:
    """Area of a regular polygon against its circle: what a faceted round is short by."""
    return sections / (2 * math.pi) * math.sin(2 * math.pi / sections)


def take(mesh: trimesh.Trimesh, **how: Any) -> tuple[SolidRoom, list[str]]:
    *_, last = room_of(mesh, **{"name": "x", "role": "cavity", "unit": "mm", "up": "z", **how})
    assert last[2] is not None
    return last[2], last[4]


class Curve(TestCase):
    def test_a_ball_by_its_closed_form(self) -> None:
        """V = π z² (3r - z)/3; the mesh is a polyhedron of 20 480 faces, 0.1 % smaller."""
        solid, _ = take(trimesh.creation.icosphere(subdivisions=5, radius=40), role="model")
        for z in (0.01, 0.03, 0.04, 0.07, 0.08):
            whole = math.pi * z * z * (0.12 - z) / 3
            self.assertAlmostEqual(float(solid.volume_m3(z)) / whole, 1.0, delta=0.003)

    @given(st.integers(0, 2**31))
    def test_it_agrees_with_slicing_at_every_level(self, seed: int) -> None:
        """Against trimesh's own sections of a random convex body: areas within a millionth."""
        points = np.random.default_rng(seed).normal(size=(14, 3))
        mesh = trimesh.convex.convex_hull(points)
        low, high = mesh.bounds[:, 2]
        levels = np.linspace(low, high, 9)[1:-1]
        volume, area, _ = room_curve(np.asarray(mesh.triangles), levels)
        for z, found in zip(levels, area, strict=True):
            flat, _ = mesh.section(plane_origin=[0, 0, z], plane_normal=[0, 0, 1]).to_2D()
            self.assertAlmostEqual(found / flat.area, 1.0, places=6)
        self.assertAlmostEqual(
            room_curve(np.asarray(mesh.triangles), np.array([high]))[0][0] / mesh.volume, 1.0, places=9
        )
        self.assertTrue((np.diff(volume) > 0).all())

    def test_between_heights_nothing_is_lost(self) -> None:
        """A stepped body: the ledge falls between two even levels, and is kept."""
        line = [[0, 0], [20, 0], [20, 13.37], [35, 13.37], [35, 40], [0, 40]]
        solid, _ = take(trimesh.creation.revolve(line, sections=720))
        true = lambda z: math.pi * (400 * min(z, 13.37) + 1225 * max(0.0, z - 13.37))  # noqa: E731 - a formula
        for z in (5.0, 13.3, 13.4, 20.0, 39.9):
            self.assertAlmostEqual(float(solid.volume_m3(z / 1e3)) * 1e9 / true(z), ngon(720), delta=1e-4)  # type: ignore[no-untyped-call]  # untyped library

    def test_level_and_volume_are_each_others_inverse(self) -> None:
        solid, _ = take(trimesh.creation.cone(radius=30, height=50), role="model")
        for share in (0.01, 0.4, 0.99):
            volume = share * float(solid.volume_m3(solid.height_m))
            self.assertAlmostEqual(float(solid.volume_m3(solid.level_m(volume))) / volume, 1.0, places=6)

    def test_levels_lie_close_round_a_ledge(self) -> None:
        box = trimesh.creation.box((10, 10, 10))
        levels = levels_of(np.asarray(box.triangles), 5)
        self.assertEqual((levels[0], levels[-1]), (-5.0, 5.0))
        self.assertLess(levels[1] - levels[0], 1e-4)


class Roles(TestCase):
    def test_the_room_in_a_block(self) -> None:
        self.assertEqual(look(block()).role, "block")
        solid, _ = take(block(), role="block")
        self.assertAlmostEqual(solid.height_m, 0.035)
        self.assertAlmostEqual(float(solid.volume_m3(0.035)) * 1e9 / (math.pi * 625 * 35), ngon(96), places=5)
        self.assertAlmostEqual(solid.breadth_m(0.035), 0.05, delta=0.001)

    def test_a_bowl_open_at_the_top_is_a_cavity(self) -> None:
        bowl = trimesh.creation.revolve([[0, 0], [30, 0], [40, 50]], sections=96)
        found = look(bowl)
        self.assertEqual((found.is_closed, found.holes), (False, 1))
        solid, _ = take(bowl)
        whole = math.pi / 3 * 50 * (900 + 1200 + 1600)
        self.assertAlmostEqual(float(solid.volume_m3(0.05)) * 1e9 / whole, ngon(96), places=4)

    def test_units_and_the_way_up(self) -> None:
        box = trimesh.creation.box((20, 30, 40))
        for unit, to_m in (("mm", 1e-3), ("cm", 1e-2), ("in", 0.0254)):
            self.assertAlmostEqual(take(box, unit=unit)[0].height_m, 40 * to_m)
        for up, height in (("x", 20), ("-y", 30), ("-z", 40)):
            self.assertAlmostEqual(take(box, up=up)[0].height_m, height * 1e-3, msg=up)

    def test_the_unit_is_guessed_from_what_people_cast(self) -> None:
        for size, unit in ((80, "mm"), (900, "mm"), (3.5, "in"), (0.3, "m")):
            self.assertEqual(look(trimesh.creation.box((size, size, size))).unit, unit, size)


class Broken(TestCase):
    def test_faces_that_look_the_wrong_way_are_turned_and_it_is_said(self) -> None:
        ball = trimesh.creation.icosphere(subdivisions=3, radius=30)
        inside_out = ball.copy()
        inside_out.invert()
        mixed = ball.copy()
        mixed.faces[::7] = mixed.faces[::7, ::-1]
        for bent in (inside_out, mixed):
            self.assertTrue(look(bent).remarks)
            solid, mended = take(bent, role="model")
            self.assertAlmostEqual(float(solid.volume_m3(0.06)) * 1e9 / ball.volume, 1.0, places=6)
            self.assertIn("turned", mended[0])

    def test_a_small_hole_is_closed_and_a_large_one_refused(self) -> None:
        ball = trimesh.creation.icosphere(subdivisions=3, radius=30)
        keep = np.ones(len(ball.faces), dtype=bool)
        keep[int(np.argmin(ball.triangles_center[:, 2]))] = False
        small = ball.copy()
        small.update_faces(keep)
        solid, mended = take(small, role="model")
        self.assertAlmostEqual(float(solid.volume_m3(0.06)) * 1e9 / ball.volume, 1.0, places=3)
        self.assertIn("closed", mended[-1])
        large = ball.copy()
        large.update_faces(np.abs(ball.triangles_center[:, 0] - 20) > 9)
        with self.assertRaisesRegex(ImpossibleInput, "too large to be closed safely"):
            take(large, role="model")

    def test_several_bodies_are_told_and_the_largest_can_be_taken(self) -> None:
        large, small = trimesh.creation.box((40, 40, 20)), trimesh.creation.box((10, 10, 20))
        small.apply_translation((60, 0, 0))
        both = trimesh.util.concatenate([large, small])
        self.assertEqual(look(both).bodies, 2)
        self.assertAlmostEqual(float(take(both)[0].volume_m3(0.02)), 34e-6)
        self.assertAlmostEqual(float(take(both, largest_only=True)[0].volume_m3(0.02)), 32e-6)

    def test_what_is_no_block_no_room_and_no_choice(self) -> None:
        with self.assertRaisesRegex(ImpossibleInput, "level rim"):
            take(trimesh.creation.icosphere(subdivisions=2, radius=30), role="block")
        for how in ({"role": "hat"}, {"unit": "ell"}, {"up": "w"}):
            with self.assertRaisesRegex(ImpossibleInput, "expected one of"):
                take(trimesh.creation.box((9, 9, 9)), **how)

    def test_triangles_without_area_are_left_out_and_counted(self) -> None:
        box = trimesh.creation.box((20, 20, 20))
        bent = trimesh.Trimesh(box.vertices, np.vstack([box.faces, [[0, 0, 1], [2, 2, 2]]]), process=False)
        self.assertIn("2 triangles have no area", look(bent).remarks[0])
        self.assertAlmostEqual(float(take(bent)[0].volume_m3(0.02)), 8e-6)


class Files(TestCase):
    def test_every_format_is_read(self) -> None:
        cone = trimesh.creation.cone(radius=20, height=30)
        for kind in ("stl", "stl_ascii", "obj", "ply", "glb", "3mf"):
            with self.subTest(kind):
                out = cone.export(file_type=kind)
                raw = out.encode() if isinstance(out, str) else out
                found = open_mesh(raw, kind.split("_")[0])
                self.assertAlmostEqual(abs(found.volume) / cone.volume, 1.0, places=4)

    def test_files_that_are_none_are_refused_in_words(self) -> None:
        flat = trimesh.Trimesh([[0, 0, 0], [1, 0, 0], [0, 1, 0]], [[0, 1, 2]], process=False).export(file_type="stl")
        bad = trimesh.Trimesh([[0, 0, 0], [1, 0, 1], [0, math.nan, 0]], [[0, 1, 2]], process=False).export(
            file_type="stl"
        )
        for raw, kind, words in (
            (b"", "stl", "empty"),
            (b"   \n", "obj", "empty"),
            (b"solid x\nendsolid x\n", "stl", "this file|no"),
            (b"hello", "ply", "cannot be read"),
            (b"v 0 0 0\n", "obj", "no"),
            (b"x" * 90, "exe", "ends in"),
            (flat, "stl", "flat"),
            (bad, "stl", "not numbers"),
            (b"\x00" * 500, "3mf", "cannot be read"),
            (b"PK\x03\x04 not a zip", "3mf", "cannot be read"),
            (b"glTF" + b"\xff" * 40, "glb", "cannot be read"),
        ):
            with self.subTest(kind=kind, raw=raw[:20]), self.assertRaisesRegex(ImpossibleInput, words):
                open_mesh(raw, kind)

    @given(st.binary(max_size=400), st.sampled_from(FORMATS))
    def test_any_bytes_are_read_or_refused(self, raw: bytes, kind: str) -> None:
        try:
            self.assertGreater(len(open_mesh(raw, kind).faces), 0)
        except ImpossibleInput as error:
            self.assertTrue(str(error))

    def test_a_light_copy_keeps_the_shape(self) -> None:
        ball = trimesh.creation.icosphere(subdivisions=5, radius=30)
        light = thin(ball, 2000)
        self.assertLessEqual(len(light.faces), 2100)
        self.assertAlmostEqual(light.volume / ball.volume, 1.0, delta=0.01)
        self.assertIs(thin(ball), ball)

    def test_too_many_bytes_are_refused_before_they_are_read(self) -> None:
        class Huge(bytes):
            def __len__(self) -> int:
                return 250_000_000

        with self.assertRaisesRegex(ImpossibleInput, "at most 200 MB, got 250 MB"):
            open_mesh(Huge(b"x"), "stl")


class ClosingIn(TestCase):
    def test_a_room_that_closes_at_its_top_keeps_a_thickness_one_can_believe(self) -> None:
        """A ball filled to its very top: the level of a volume is far less sure there, but not without bound."""
        from coldcradle.cradle.told import solid_document
        from tests.documents import planned

        solid, _ = take(trimesh.creation.icosphere(subdivisions=4, radius=45), role="model")
        found = planned(
            "fusing-90-clear",
            cradle__solid=solid_document(solid),
            cradle__line="89.9 mm",
            cradle__method="shape",
            glass__form="sheet",
            glass__rack={"sheet": "9 kg"},
        )
        self.assertLess(found.figures["thickness"].u, 0.03)
        self.assertLess(found.section.heap_m, 0.2)
