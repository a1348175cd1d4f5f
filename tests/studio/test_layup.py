"""Lay-up over HTTP: how the glass moves, how its blanks are cut and booked, and which forms they fit."""

from __future__ import annotations

import itertools
import math
from typing import Any

from studio.models import Cradle, GlassKind, Piece, StockItem
from tests.people import person_of
from tests.studio.base import StudioTest

SHEET = {"thickness": "6 mm", "length": "800 mm", "width": "500 mm"}


class LayupTest(StudioTest):
    def begin(self, process: str, kind: str = "fusing-90-clear", **layup: Any) -> Piece:
        body = {
            "name": process,
            "process": process,
            "kind_id": self.kind(kind).pk,
            "kiln_id": self.kiln.pk,
            "starts_at": "2026-12-01T08:00",
            "layup": layup,
        }
        answer = self.ask("POST", "/pieces", body)
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        return Piece.objects.get(pk=answer.json()["id"])

    def look(self, piece: Piece, what: str) -> Any:
        answer = self.ask("GET", f"/pieces/{piece.pk}/layup/{what}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def put_on_rack(self, count: int = 1, **more: str) -> StockItem:
        kind = self.kind("fusing-90-clear")
        document = SHEET | {"count": str(count)} | more
        answer = self.ask("POST", "/stock", {"kind_id": kind.pk, "form": "sheet", "document": document})
        self.assertIn(answer.status_code, (200, 201), answer.content[:300])
        return StockItem.objects.get(pk=answer.json()["id"])


class OutcomeShapes(LayupTest):
    def test_it_is_told_and_saved_in_each_kind_under_the_name_of_the_piece(self) -> None:
        piece = self.begin("slump")
        told = self.look(piece, "shape")
        self.assertIn("turned round", told["says"]["metric"])
        self.assertGreater(told["triangles"], 1000)
        view = self.ask("GET", f"/pieces/{piece.pk}/layup/shape.view")
        self.assertEqual(len(view.content), 36 * told["triangles"])
        for kind, start in (("glb", b"glTF"), ("obj", b"#"), ("stl", b"")):
            saved = self.ask("GET", f"/pieces/{piece.pk}/layup/shape.{kind}")
            self.assertEqual(saved.status_code, 200)
            self.assertIn(f'filename="slump.{kind}"', saved["Content-Disposition"])
            self.assertTrue(saved.content.startswith(start), kind)

    def test_every_family_has_one_and_no_other_kind_or_stage_is_served(self) -> None:
        for process in ("cast", "ring", "drape", "bend", "hang", "press", "full", "polish"):
            with self.subTest(process):
                self.assertGreater(self.look(self.begin(process), "shape")["triangles"], 8)
        piece = self.begin("slump")
        self.assertEqual(self.ask("GET", f"/pieces/{piece.pk}/layup/shape.exe").status_code, 422)
        self.assertEqual(self.ask("GET", "/pieces/999999/layup/shape.stl").status_code, 404)


class MotionShown(LayupTest):
    def test_a_slump_moves_frame_by_frame_and_never_back_up(self) -> None:
        found = self.look(self.begin("slump"), "motion")
        middles = [min(z for _, z in f["shape"]["line"]) for f in found["frames"]]
        self.assertEqual(middles, sorted(middles, reverse=True))
        self.assertIsNone(found["frames"][0]["at"])
        self.assertEqual([m["key"] for m in found["marks"]], ["touches", "done"])
        for mark in found["marks"]:
            self.assertTrue(0 <= mark["from_share"] <= mark["to_share"] <= 1)
        self.assertTrue(0.5 < found["ends_share"] <= 1)
        thick = [h for f in found["frames"] for h in f["shape"]["thickness_m"]]
        self.assertLess(max(thick), 2 * found["sheet_m"])

    def test_every_family_that_moves_can_be_watched_and_a_casting_cannot(self) -> None:
        for process, moves in (
            ("ring", True),
            ("drape", True),
            ("bend", True),
            ("hang", True),
            ("press", True),
            ("polish", False),
            ("cast", False),
        ):
            with self.subTest(process):
                self.assertEqual(self.look(self.begin(process), "motion") is not None, moves)

    def test_glass_is_kept_in_every_frame_of_a_hung_thread_until_it_stands(self) -> None:
        found = self.look(self.begin("hang"), "motion")
        rings = [f["shape"]["bodies"][0]["rings"][0] for f in found["frames"][:8]]

        def volume(ring: list[list[float]]) -> float:
            right = [(x, z) for x, z in ring if x > 0]
            return sum(
                math.pi * (a * a + a * b + b * b) / 3 * abs(p - q) for (a, p), (b, q) in itertools.pairwise(right)
            )

        for ring in rings[1:]:
            self.assertAlmostEqual(volume(ring) / volume(rings[0]), 1.0, delta=0.02)


class Cutting(LayupTest):
    def test_a_disc_is_cut_from_a_sheet_and_booked_once(self) -> None:
        item, piece = self.put_on_rack(2), self.begin("slump")
        (plan,) = self.look(piece, "cutting?margin=10+mm")
        self.assertEqual(len(plan["plan"]["sheets"]), 1)
        self.assertEqual(plan["plan"]["sheets"][0]["laid"][0]["box"][2], 0.34)
        body = {"kind_id": plan["kind_id"], "margin": "10 mm", "versions": plan["versions"]}
        path = f"/pieces/{piece.pk}/layup/cutting"
        done = self.ask("POST", path, body)
        self.assertEqual(done.json(), {"off_cuts": 2})
        was, item = item.mass_kg, StockItem.objects.get(pk=item.pk)
        self.assertAlmostEqual(item.mass_kg, was / 2, places=6)
        self.assertEqual(item.details["count"], "1")
        off = list(StockItem.objects.filter(details__note__startswith="off-cut"))
        self.assertEqual(len(off), 2)
        kept = sum(o.mass_kg for o in off)
        self.assertLess(kept, was / 2)
        self.assertEqual({o.details["thickness"] for o in off}, {"6 mm"})
        again = self.ask("POST", path, body)
        self.assertEqual(again.status_code, 409)
        self.assertIn("rack has changed", again.json()["message"])
        self.assertEqual(StockItem.objects.filter(details__note__startswith="off-cut").count(), 2)

    def test_the_last_sheet_leaves_the_rack(self) -> None:
        item, piece = self.put_on_rack(1), self.begin("slump")
        (plan,) = self.look(piece, "cutting")
        self.ask(
            "POST", f"/pieces/{piece.pk}/layup/cutting", {"kind_id": plan["kind_id"], "versions": plan["versions"]}
        )
        self.assertTrue(StockItem.objects.get(pk=item.pk).is_archived)

    def test_no_sheet_and_nothing_to_cut_are_said(self) -> None:
        (plan,) = self.look(self.begin("slump"), "cutting")
        self.assertEqual(plan["plan"]["findings"][0]["rule"], "glass.cannot-be-cut")
        self.assertEqual(self.look(self.begin("press"), "cutting"), [])
        self.assertEqual(self.look(self.begin("cast"), "cutting"), [])

    def test_a_margin_that_cannot_be_is_refused_in_words(self) -> None:
        piece = self.begin("slump")
        for margin in ("-3 mm", "1 m", "soon", "NaN"):
            answer = self.ask("GET", f"/pieces/{piece.pk}/layup/cutting?margin={margin}")
            self.assertEqual(answer.status_code, 422, margin)
            self.assertRegex(answer.json()["message"], "margin|cannot be read")

    def test_other_people_neither_see_nor_cut(self) -> None:
        piece = self.begin("slump")
        self.client.force_login(person_of(self.new_studio("Dunlin")))
        for what in ("motion", "cutting", "fits"):
            self.assertEqual(self.ask("GET", f"/pieces/{piece.pk}/layup/{what}").status_code, 404)
        kind = GlassKind.objects.filter(studio=piece.studio).first()
        assert kind is not None
        answer = self.ask("POST", f"/pieces/{piece.pk}/layup/cutting", {"kind_id": kind.pk, "versions": {}})
        self.assertEqual(answer.status_code, 404)


class Fits(LayupTest):
    def test_the_forms_of_the_shelf_stand_in_the_order_of_their_fit(self) -> None:
        for name, rim in (("right", "330 mm"), ("wide", "400 mm"), ("near", "335 mm"), ("small", "300 mm")):
            piece = self.begin("slump")
            part = {"shape": "cap", "rim": rim, "height": "50 mm"}
            document = {"name": name, "material": "ceramic", "wall": "8 mm", "parts": [part], "reading": "0.5 mm"}
            Cradle.objects.create(studio=piece.studio, name=name, document=document)
        found = self.look(self.begin("slump"), "fits")
        words = [(f["name"], f["word"]) for f in found if f["name"] in ("right", "wide", "near", "small")]
        self.assertEqual(words, [("right", "good"), ("near", "think"), ("small", "stop"), ("wide", "stop")])


class Outlines(LayupTest):
    def test_a_drawn_outline_weighs_its_own_area_at_its_scale(self) -> None:
        ring = [[0, 0], [100, 0], [100, 100], [0, 100]]
        plain = self.begin("full", outline="drawn", drawn={"rings": [ring]}, layers=[{"thick": "6 mm"}])
        twice = self.begin("full", outline="drawn", drawn={"rings": [ring]}, scale="200 %", layers=[{"thick": "6 mm"}])
        masses = [
            float(self.ask("GET", f"/pieces/{p.pk}").json()["plan"]["figures"]["piece_mass"]["value"])
            for p in (plain, twice)
        ]
        self.assertAlmostEqual(masses[0], 0.01 * 0.006 * 2500)
        self.assertAlmostEqual(masses[1], 4 * masses[0])

    def test_even_sides_by_hand(self) -> None:
        """A hexagon of 200 mm corner to corner: 3·√3/8·0.2² m²."""
        piece = self.begin("full", outline="polygon", sides=6, length="200 mm", layers=[{"thick": "6 mm"}])
        figure = self.ask("GET", f"/pieces/{piece.pk}").json()["plan"]["figures"]["piece_mass"]
        self.assertAlmostEqual(figure["value"], 3 * math.sqrt(3) / 8 * 0.04 * 0.006 * 2500, places=6)

    def test_what_cannot_be_is_refused(self) -> None:
        for layup in (
            {"outline": "polygon", "sides": 2},
            {"outline": "drawn", "drawn": {"rings": [[[0, 0], [1, 1]]]}},
            {"offset": "NaN"},
            {"offset": "9 m"},
            {"foot": "-1 mm"},
            {"grip": "sticks"},
        ):
            body = {
                "name": "x",
                "process": "slump",
                "kind_id": self.kind("fusing-90-clear").pk,
                "kiln_id": self.kiln.pk,
                "starts_at": "2026-12-01T08:00",
                "layup": layup,
            }
            self.assertEqual(self.ask("POST", "/pieces", body).status_code, 422, layup)


class ChecksListed(LayupTest):
    def test_every_family_is_listed_with_its_drawing(self) -> None:
        for process in ("slump", "ring", "drape", "hang", "press", "full", "cast"):
            self.begin(process)
        for _ in range(2):  # worked out, and then as kept
            answer = self.ask("GET", "/pieces")
            self.assertEqual(answer.status_code, 200, answer.content[:300])
            drawn = {row["process"]: bool(row["sketch"] or row["outline"]) for row in answer.json()["rows"]}
            self.assertTrue(all(drawn.values()), drawn)
        row = Piece.objects.get(name="slump")
        assert row.summary is not None
        row.summary["sketch"]["dimensions"] = []  # as an earlier release kept it
        row.save()
        self.assertEqual(self.ask("GET", "/pieces").status_code, 200)
