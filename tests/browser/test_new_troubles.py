"""The new places when things go wrong: the server gone, another window, wrong files; and by keyboard alone."""

from __future__ import annotations

from pathlib import Path
from tempfile import TemporaryDirectory

import trimesh
from PIL import Image
from playwright.sync_api import expect

from studio.actions.bringing_in import import_piece
from studio.models import Cradle, GlassKind, Photo, Piece, Solid, StockItem
from tests.browser.base import BrowserTest
from tests.documents import document


class Troubles(BrowserTest):
    def test_a_weight_typed_while_the_server_is_gone_is_kept(self) -> None:
        page = self.open("/glass")
        page.get_by_role("button", name="casting crystal, lead-free, nuggets").first.click()
        item = StockItem.objects.get()
        field = self.field(page, f"stock.{item.pk}.weight")
        page.route("**/api/stock/*", self.cut_off)
        field.fill("900 g")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("cannot be reached")
        expect(field).to_have_value("900 g")
        page.unroute("**/api/stock/*")
        field.fill("901 g")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_have_count(0)
        expect(field).to_have_value("901 g")

    def test_two_windows_on_one_jar(self) -> None:
        page = self.open("/glass")
        page.get_by_role("button", name="casting crystal, lead-free, nuggets").first.click()
        item = StockItem.objects.get()
        field = self.field(page, f"stock.{item.pk}.weight")
        expect(field).to_have_value("1120 g")
        StockItem.objects.update(mass_kg=0.7, version=item.version + 1)
        field.fill("900 g")
        field.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("Changed in another window meanwhile")
        item.refresh_from_db()
        self.assertAlmostEqual(item.mass_kg, 0.7)
        field.press("Escape")
        expect(field).to_have_value("700 g")

    def test_a_sum_when_the_server_is_gone_keeps_its_address(self) -> None:
        page = self.open("/sums/level")
        expect(page.locator(".answer")).to_contain_text("runs off")
        page.route("**/api/sums/level", self.cut_off)
        self.field(page, "rise").fill("4 mm")
        page.keyboard.press("Enter")
        page.unroute("**/api/sums/level")
        page.reload()
        expect(self.field(page, "rise")).to_have_value("4 mm")
        page.goto(self.live_server_url + "/sums/alchemy")
        expect(page.get_by_text("There is no sum of this name.")).to_be_visible()

    def test_a_mesh_with_a_hole_is_refused_and_the_cradle_stays(self) -> None:
        page = self.at_piece()
        before = page.locator(".answer").inner_text()
        page.get_by_role("button", name="From a scan or a model (STL, OBJ …)").click()
        ball = trimesh.creation.icosphere(subdivisions=3, radius=30)
        ball.update_faces(abs(ball.triangles_center[:, 0] - 20) > 9)
        with TemporaryDirectory() as folder:
            path = Path(folder, "ball.ply")
            ball.export(path)
            page.locator('.mesh input[type="file"]').set_input_files(path)
            expect(page.get_by_text("It is open in")).to_be_visible()
            page.get_by_role("combobox", name="It shows").click()
            page.get_by_role("option", name="the piece that is to be cast").click()
            page.get_by_role("button", name="Use it as the cradle").click()
            expect(page.locator(".mesh [role=alert]")).to_contain_text("too large to be closed safely")
        expect(page.locator(".answer")).to_have_text(before)
        page.get_by_role("button", name="Give up").click()
        expect(page.locator(".mesh")).to_have_count(0)
        self.assertEqual(Solid.objects.count(), 1)

    def test_a_mesh_while_the_server_is_gone(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="From a scan or a model (STL, OBJ …)").click()
        page.route("**/api/solids", self.cut_off)
        with TemporaryDirectory() as folder:
            path = Path(folder, "box.stl")
            trimesh.creation.box((40, 40, 40)).export(path)
            page.locator('.mesh input[type="file"]').set_input_files(path)
            expect(page.locator(".mesh [role=alert]")).to_contain_text("The file is still where it was")

    def test_a_size_that_cannot_be_stays_typed_beside_its_fault(self) -> None:
        part = {"shape": "ring", "outer": "100 mm", "inner": "60 mm", "height": "30 mm"}
        self.piece = import_piece(
            self.studio, document(cradle__parts=[part], cradle__line="20 mm", cradle__method="shape")
        )
        page = self.at_piece()
        field = self.field(page, "cradle.parts.0.inner")
        field.fill("150 mm")
        field.press("Enter")
        expect(page.get_by_role("alert").first).to_contain_text("below the outer width")
        expect(field).to_have_value("150 mm")
        page.reload()
        expect(field).to_have_value("150 mm")
        field.press("Escape")
        expect(field).to_have_value("60 mm")
        self.assertEqual(Piece.objects.get(pk=self.piece.pk).version, 1)


class Photographs(BrowserTest):
    def test_a_cradle_is_photographed_and_a_wrong_file_refused(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Keep it on the shelf").click()
        page.get_by_role("link", name="Release, fillings, photograph").click()
        picker = page.locator('li input[type="file"]')
        with TemporaryDirectory() as folder:
            bad, good = Path(folder, "bad.jpg"), Path(folder, "good.png")
            bad.write_bytes(b"no picture")
            Image.new("RGB", (900, 600), "tan").save(good)
            picker.set_input_files(bad)
            expect(page.get_by_role("alert")).to_contain_text("expected a photograph in JPEG, PNG or WebP")
            picker.set_input_files(good)
            expect(page.get_by_role("img", name="Photograph of Plaster cone")).to_be_visible()
        self.assertEqual(Photo.objects.count(), 1)
        self.assertIsNotNone(Cradle.objects.get().photo_id)


class KeyboardAlone(BrowserTest):
    def test_a_ring_is_measured_and_weighed_without_the_mouse(self) -> None:
        page = self.at_piece()
        page.get_by_role("combobox", name="Shape").focus()
        page.keyboard.press("Enter")
        page.keyboard.type("Ring")
        page.keyboard.press("Enter")
        expect(self.field(page, "cradle.parts.0.outer")).to_be_visible()
        self.field(page, "cradle.parts.0.outer").focus()
        page.keyboard.press("Control+a")
        page.keyboard.type("6 in")
        page.keyboard.press("Enter")
        expect(self.field(page, "cradle.parts.0.outer")).to_have_value("152.4 mm")
        page.keyboard.press("Escape")
        page.locator("h1 button").focus()
        page.keyboard.press("2")
        expect(page.get_by_role("heading", name="On the scale")).to_be_visible()
        page.keyboard.press("w")
        expect(page.get_by_role("dialog")).to_contain_text("Weigh out")
        page.keyboard.press("Escape")
        page.keyboard.press("Control+z")
        expect(page.get_by_text("undone: outer width").first).to_be_visible()

    def test_a_sum_is_opened_and_its_working_shown(self) -> None:
        page = self.open("/sums")
        page.get_by_role("link", name="A dam").focus()
        page.keyboard.press("Enter")
        expect(page.locator(".answer")).to_contain_text("behind walls")
        page.locator("h1").click()
        page.keyboard.press("w")
        expect(page.get_by_role("dialog")).to_contain_text("l·w·h")

    def test_a_kind_that_was_put_away_is_still_the_pieces_glass(self) -> None:
        GlassKind.objects.filter(key="casting-crystal").update(is_archived=True)
        page = self.at_piece("glass")
        expect(page.get_by_role("combobox", name="Glass").first).to_contain_text("casting crystal")
