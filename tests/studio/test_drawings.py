"""Outlines and meshes over the wire, kept once, and what is sent that is neither."""

from __future__ import annotations

import io
import json
from typing import Any

import trimesh
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from PIL import Image

from studio.models import Drawing, Revision, Solid
from tests.people import person_of
from tests.studio.base import AT, StudioTest

LEAF = [[0, 0], [40, 20], [80, 0], [40, -20]]


def prism(**more: Any) -> dict[str, Any]:
    return {"shape": "prism", "height": "20 mm", "outline": {"made": "by points", "rings": [LEAF]}, **more}


class Outlines(StudioTest):
    def send(self, path: str, name: str, raw: bytes) -> Any:
        return self.client.post(f"/api{path}", {"file": SimpleUploadedFile(name, raw)})

    def test_measured_and_laid_over_paper_and_saved(self) -> None:
        found = self.ask("POST", "/outlines/measure", {"rings": [LEAF], "scale": "150 %"}).json()
        self.assertEqual(found["area"]["metric"]["text"], "36 cm²")
        laid = self.ask("POST", "/outlines/pattern", {"rings": [LEAF], "scale": "400 %", "paper": "Letter"}).json()
        self.assertEqual(laid["across"]["metric"]["text"], "320 mm")
        self.assertGreater(len(laid["sheets"]), 1)
        saved = self.ask("POST", "/outlines/file", {"rings": [LEAF], "title": "a </svg> leaf"})
        back = self.send("/outlines/svg", "leaf.svg", saved.content).json()
        self.assertEqual(back["outlines"][0]["across"]["metric"]["text"], "80 mm")

    def test_traced(self) -> None:
        body = {"points": [[0, 0], [400, 0], [400, 200], [0, 200]], "marks": [[0, 300], [400, 300]], "apart": "4 in"}
        self.assertEqual(self.ask("POST", "/outlines/trace", body).json()["across"]["us"]["text"], "4 in")
        self.assertEqual(self.ask("POST", "/outlines/trace", body | {"apart": "far"}).status_code, 422)
        self.assertEqual(self.ask("POST", "/outlines/trace", body | {"marks": []}).status_code, 422)

    def test_nonsense_is_refused(self) -> None:
        for rings in ([], [[]], [[[0, 0], [1, 1]]], [[[0, 0], [1, 1], [1, 0], [0, 1]]], [[[0, 0], [1e9, 0], [0, 1e9]]]):  # type: ignore[var-annotated]  # of any kind
            self.assertEqual(self.ask("POST", "/outlines/measure", {"rings": rings}).status_code, 422, rings)
        self.assertEqual(self.send("/outlines/svg", "x.svg", b"not a drawing").status_code, 422)
        self.assertEqual(self.ask("POST", "/outlines/measure", {"rings": [LEAF], "scale": "0 %"}).status_code, 422)

    def test_an_outline_is_kept_once_however_often_the_piece_is_changed(self) -> None:
        ring = [[100 * i / 5000, (i % 2) * 0.01] for i in range(5000)] + [[100, 50], [0, 50]]
        part = prism(outline={"made": "from a drawing", "rings": [ring]})
        self.assertEqual(self.change({AT + "cradle.parts": [part], AT + "cradle.line": "10 mm"}).status_code, 200)
        for line in ("11 mm", "12 mm"):
            answer = self.change({AT + "cradle.line": line})
        self.assertEqual(Drawing.objects.count(), 1)
        self.assertLess(max(len(json.dumps(r.snapshot)) for r in Revision.objects.filter(piece=self.piece)), 4000)
        rings = answer.json()["stage"]["cradle"]["parts"][0]["outline"]["rings"]
        self.assertEqual(len(rings[0]), 5002)
        self.ask("POST", f"/pieces/{self.piece.pk}/undo", {"version": answer.json()["version"]})
        copy = self.ask("POST", "/pieces/import", self.ask("GET", f"/pieces/{self.piece.pk}/document").json())
        self.assertEqual(copy.status_code, 201)
        self.assertEqual(Drawing.objects.count(), 1)

    def test_every_shape_can_be_begun_from(self) -> None:
        for shape in self.ask("GET", "/choices").json()["shapes"]:
            parts, line = shape["parts"], shape["line"]
            answer = self.change({AT + "cradle.parts": parts, AT + "cradle.line": line, AT + "cradle.method": "shape"})
            self.assertEqual(answer.status_code, 200, (shape["key"], answer.content[:300]))
            self.assertTrue(answer.json()["plan"]["section"]["rings"])

    def test_a_core_and_what_cannot_be_one(self) -> None:
        box = {"shape": "box", "length": "100 mm", "width": "80 mm", "height": "60 mm"}
        core = {"shape": "cylinder", "as": "core", "bore": "20 mm", "height": "90 mm"}
        got = self.change(
            {AT + "cradle.parts": [box, core], AT + "cradle.line": "50 mm", AT + "cradle.method": "shape"}
        ).json()
        self.assertEqual(len(got["plan"]["section"]["rings"]), 2)
        for parts in (
            [core],
            [core, box],
            [box, core | {"bore": "90 mm"}],
            [box, {"shape": "cap", "as": "core", "rim": "9 mm", "height": "2 mm"}],
        ):
            self.assertEqual(self.change({AT + "cradle.parts": parts}).status_code, 422, parts)


class Meshes(StudioTest):
    def upload(self, mesh: trimesh.Trimesh, name: str = "dish.stl") -> Any:
        raw = mesh.export(file_type=name.rpartition(".")[2])
        raw = raw.encode() if isinstance(raw, str) else raw
        return self.client.post("/api/solids", {"file": SimpleUploadedFile(name, raw)})

    def room(self, solid_id: int, **how: Any) -> list[dict[str, Any]]:
        body = {"role": "cavity", "unit": "mm", "up": "z", **how}
        answer = self.ask("POST", f"/solids/{solid_id}/room", body)
        return [json.loads(line) for line in b"".join(answer.streaming_content).decode().splitlines()]

    def test_from_the_file_to_the_piece_and_back(self) -> None:
        dish = trimesh.creation.cone(radius=40, height=30)
        kept = self.upload(dish).json()
        self.assertEqual((kept["found"]["unit"], kept["found"]["triangles"]), ("mm", len(dish.faces)))
        self.assertEqual(kept["sizes"]["in"][2]["us"]["text"], "30 in")
        steps = self.room(kept["id"], role="model")
        self.assertEqual([s["done"] for s in steps], sorted(s["done"] for s in steps))
        self.assertGreaterEqual(len(steps), 5)
        solid = steps[-1]["solid"]
        answer = self.change(
            {
                AT + "cradle.solid": solid,
                AT + "cradle.line": "29 mm",
                AT + "cradle.method": "shape",
                AT + "glass.form": "billet",
            }
        )
        self.assertEqual(answer.status_code, 200, answer.content[:400])
        plan = answer.json()["plan"]
        self.assertAlmostEqual(plan["figures"]["cradle_volume"]["value"] * 1e9 / dish.volume, 1.0, delta=0.01)
        self.assertTrue(plan["section"]["plan_rings"])
        view = self.client.get(f"/api/solids/{kept['id']}/view")
        self.assertEqual(len(view.content), len(dish.faces) * 36)
        # another studio gets the room, not the mesh
        out = self.ask("GET", f"/pieces/{self.piece.pk}/document").json()
        self.client.force_login(person_of(self.new_studio("Plover")))
        theirs = self.ask("POST", "/pieces/import", out).json()
        self.assertNotIn("solid_id", theirs["stage"]["cradle"]["solid"])
        self.assertEqual(theirs["plan"]["figures"]["cradle_volume"], plan["figures"]["cradle_volume"])
        self.assertEqual(self.client.get(f"/api/solids/{kept['id']}/view").status_code, 404)
        self.assertEqual(
            self.ask("POST", f"/solids/{kept['id']}/room", {"role": "cavity", "unit": "mm", "up": "z"}).status_code, 404
        )

    def test_what_goes_wrong_on_the_way_is_told_in_the_last_line(self) -> None:
        ball = self.upload(trimesh.creation.icosphere(subdivisions=2, radius=30)).json()
        for how in ({"role": "block"}, {"unit": "ell"}, {"up": "w"}, {"role": "hat"}):
            self.assertIn("expected", self.room(ball["id"], **how)[-1]["error"])

    def test_files_that_are_no_meshes_are_refused_and_not_kept(self) -> None:
        for name, raw in (
            ("x.stl", b""),
            ("x.stl", b"hello"),
            ("x.exe", b"MZ"),
            ("x", b"abc"),
            ("../../x.ply", b"ply\n"),
        ):
            answer = self.client.post("/api/solids", {"file": SimpleUploadedFile(name, raw)})
            self.assertEqual(answer.status_code, 422, name)
            self.assertTrue(answer.json()["message"])
        self.assertEqual(Solid.objects.count(), 0)
        self.assertEqual(self.client.post("/api/solids", {}).status_code, 422)

    def test_a_bent_room_is_refused_by_its_place(self) -> None:
        good = self.room(self.upload(trimesh.creation.box((40, 40, 20))).json()["id"])[-1]["solid"]
        for bent in (
            good | {"z_m": good["z_m"][::-1]},
            good | {"volume_m3": [float("1e9")] * 3},
            good | {"rings": [[["a", 1]]]},
            good | {"area_m2": ["x"]},
            good | {"size_m": [1]},
            {"name": "x"},
            7,
            good | {"rings": []},
        ):
            answer = self.change({AT + "cradle.solid": bent, AT + "cradle.line": "10 mm"})
            self.assertEqual(answer.status_code, 422)
            self.assertTrue(all(f["path"].startswith(AT + "cradle") for f in answer.json()["faults"]), answer.content)


class Shelf(StudioTest):
    def setUp(self) -> None:
        super().setUp()
        self.cradle = self.ask("POST", "/cradles", {"piece_id": self.piece.pk}).json()

    def care(self, changes: dict[str, Any], version: int | None = None) -> Any:
        now = self.ask("GET", "/cradles").json()["rows"][0]["version"]
        return self.ask("PATCH", f"/cradles/{self.cradle['id']}", {"version": version or now, "care": changes})

    def test_a_release_is_written_down_and_judged_in_the_piece(self) -> None:
        self.change({AT + "cradle.material": "ceramic"})
        self.ask("POST", "/cradles", {"piece_id": self.piece.pk})
        low = {"release": [{"kind": "low-wash", "coats": 3, "on": "2026-11-20", "firings": 0}], "single_use": False}
        self.assertEqual(self.care(low).status_code, 200)
        rules = [f["rule"] for f in self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["findings"]]
        self.assertIn("cradle.release-too-hot", rules)

    def test_bad_care_is_refused_and_nothing_is_lost(self) -> None:
        for bad in (
            {"release": [{"kind": "jam", "on": "2026-11-20"}]},
            {"release": [{"kind": "none", "on": "soon"}]},
            {"rated": "hot"},
            {"firings": -1},
            {"colour": "x"},
            {"drying": {"started": "2026-11-23T08:00", "lasts": "a while"}},
            {"drying": "x"},
            {"release": "x"},
            {"condition": 7},
        ):
            self.assertEqual(self.care(bad).status_code, 422, bad)
        self.assertEqual(self.care({"condition": "ok"}, version=99).status_code, 409)
        self.assertEqual(
            self.care({"condition": "chipped", "rated": "1000 °C"}).json()["rated"]["metric"]["text"], "1000 °C"
        )

    def test_a_fill_that_fitted_is_remembered(self) -> None:
        answer = self.ask("POST", f"/pieces/{self.piece.pk}/fitted", {"how": "fitted", "on": "2026-11-23"}).json()
        fill = answer["care"]["fills"][0]
        net = self.ask("GET", f"/pieces/{self.piece.pk}").json()["plan"]["figures"]["glass_mass"]["shown"]["metric"][
            "text"
        ]
        self.assertEqual((fill["mass"], fill["how"]), (net, "fitted"))  # what stayed in the jar did not fill the cradle

    def test_using_the_glass_counts_a_firing_and_undo_uncounts_it(self) -> None:
        self.ask("POST", "/stock", {"kind_id": self.kind().pk, "form": "nuggets", "document": {"weight": "5 kg"}})
        self.care({"release": [{"kind": "kiln-wash", "coats": 4, "on": "2026-11-20"}]})
        for what in ("aside", "used"):
            self.piece.refresh_from_db()
            self.ask("POST", f"/pieces/{self.piece.pk}/glass/{what}", {"version": self.piece.version})
        row = self.ask("GET", "/cradles").json()["rows"][0]
        self.assertEqual((row["care"]["firings"], row["care"]["release"][0]["firings"]), (1, 1))
        self.piece.refresh_from_db()
        self.ask("POST", f"/pieces/{self.piece.pk}/undo", {"version": self.piece.version})
        row = self.ask("GET", "/cradles").json()["rows"][0]
        self.assertEqual((row["care"]["firings"], row["care"]["release"][0]["firings"]), (0, 0))

    def test_copied_renamed_put_away_and_found(self) -> None:
        copy = self.ask("POST", f"/cradles/{self.cradle['id']}/copy").json()
        self.assertEqual(copy["name"], "Plaster cone (2)")
        named = self.ask("PATCH", f"/cradles/{copy['id']}", {"version": copy["version"], "name": "Ösel ☼"}).json()
        self.assertEqual(self.ask("GET", "/cradles?search=%C3%B6sel").json()["all"], 2)
        self.assertEqual([r["name"] for r in self.ask("GET", "/cradles?search=sel").json()["rows"]], ["Ösel ☼"])
        self.assertEqual(self.ask("GET", "/cradles?material=ceramic").json()["rows"], [])
        self.assertEqual(
            self.ask("PATCH", f"/cradles/{copy['id']}", {"version": named["version"], "name": " "}).status_code, 422
        )
        self.ask("POST", f"/cradles/{copy['id']}/away")
        self.assertEqual(len(self.ask("GET", "/cradles").json()["rows"]), 1)

    def test_a_photograph_is_made_small_and_freed_of_what_cameras_write(self) -> None:
        picture = Image.new("RGB", (2400, 1200), "teal")
        exif = Image.Exif()
        exif[0x010F] = "A camera"
        out = io.BytesIO()
        picture.save(out, "JPEG", exif=exif)
        answer = self.client.post(
            f"/api/cradles/{self.cradle['id']}/photo", {"file": SimpleUploadedFile("a.jpg", out.getvalue())}
        )
        photo = self.client.get(f"/api/photos/{answer.json()['photo_id']}")
        kept = Image.open(io.BytesIO(photo.content))
        self.assertEqual((kept.width, kept.height, dict(kept.getexif())), (1600, 800, {}))
        stranger = Client()
        stranger.force_login(person_of(self.new_studio("Plover")))
        self.assertEqual(stranger.get(f"/api/photos/{answer.json()['photo_id']}").status_code, 404)
        for raw in (b"", b"GIF89a", b"<svg/>", b"\xff\xd8\xff\xe0 broken"):
            bad = self.client.post(
                f"/api/cradles/{self.cradle['id']}/photo", {"file": SimpleUploadedFile("a.jpg", raw)}
            )
            self.assertEqual(bad.status_code, 422, raw)


class SumsByWire(StudioTest):
    def test_every_sum_takes_what_a_piece_knows(self) -> None:
        for one in self.ask("GET", "/sums").json():
            with self.subTest(one["key"]):
                filled = self.ask("GET", f"/sums/{one['key']}/from/{self.piece.pk}").json()["typed"]
                found = self.ask("POST", f"/sums/{one['key']}", {"typed": filled}).json()
                self.assertEqual(found["faults"], [])
                self.assertTrue(found["result"]["answer"]["us"])
        self.assertEqual(self.ask("POST", "/sums/nothing", {"typed": {}}).status_code, 404)

    def test_faults_stand_beside_their_fields(self) -> None:
        found = self.ask("POST", "/sums/level", {"typed": {"rise": "-1 mm", "over": "x"}}).json()
        self.assertEqual({f["path"] for f in found["faults"]}, {"rise", "over"})
        self.assertIsNone(found["result"])
