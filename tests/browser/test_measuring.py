"""Measuring anything: shapes, outlines, meshes, a lean, and the bench."""

from __future__ import annotations

import re
from pathlib import Path
from tempfile import TemporaryDirectory

import trimesh
from playwright.sync_api import expect

from studio.models import Drawing, Stage
from tests.browser.base import BrowserTest
from tests.documents import document

LEAF = [[0, 0], [40, 20], [80, 0], [40, -20]]


class Shapes(BrowserTest):
    def cradle(self) -> dict:  # type: ignore[type-arg]
        return Stage.objects.get(piece=self.piece).inputs["cradle"]

    def test_every_shape_is_drawn_and_computed(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Sizes").click()
        for name in ("Ring mould", "Wave", "S profile", "Half-barrel", "Oval bowl", "Outline", "Box"):
            page.get_by_role("combobox", name="Shape").click()
            page.get_by_role("option", name=name, exact=True).click()
            expect(page.get_by_role("combobox", name="Shape")).to_contain_text(name)
            expect(page.get_by_role("alert")).to_have_count(0)
        expect(page.locator(".section svg").first).to_be_visible()

    def test_walls_that_lean_and_a_core(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Sizes").click()
        page.get_by_role("combobox", name="Shape").click()
        page.get_by_role("option", name="Box", exact=True).click()
        expect(self.bead(page, "cradle_volume")).to_contain_text("512")
        draft = self.field(page, "cradle.parts.0.draft")
        draft.fill("10 deg")
        draft.press("Enter")
        expect(self.bead(page, "cradle_volume")).to_contain_text("312")
        page.get_by_role("button", name="Stand a core in it").click()
        expect(self.bead(page, "cradle_volume")).to_contain_text("310")
        bore = self.field(page, "cradle.parts.1.bore")
        bore.fill("90 mm")
        bore.press("Enter")
        expect(page.get_by_text("leaves room round it").first).to_be_visible()
        expect(bore).to_have_value("90 mm")

    def test_a_lean_runs_along_the_thread_and_is_taken_back(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="It leans: say by how much").click()
        rise = self.field(page, "cradle.tilt.rise")
        rise.fill("30 mm")
        rise.press("Enter")
        expect(page.get_by_text("It leans: ").first).to_be_visible()
        expect(page.get_by_role("button", name="Thin side")).to_be_visible()
        page.get_by_role("button", name="It stands level").click()
        expect(page.get_by_role("button", name="Thin side")).to_have_count(0)

    def test_readings_are_repeated(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Read it again").click()
        again = self.field(page, "cradle.level.again.0")
        again.fill("73.4 mm")
        again.press("Enter")
        expect(self.bead(page, "cradle_volume")).to_contain_text("314")
        page.get_by_role("button", name="Drop the last reading").click()
        expect(self.bead(page, "cradle_volume")).to_contain_text("311")


class Outlines(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        part = {"shape": "prism", "height": "20 mm", "outline": {"made": "by points", "rings": [LEAF]}}
        from studio.actions.bringing_in import import_piece

        self.piece = import_piece(
            self.studio, document(cradle__parts=[part], cradle__line="12 mm", cradle__method="shape")
        )

    def test_points_are_moved_by_keys_and_by_numbers(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Draw, read or trace the outline").click()
        dialog = page.get_by_role("dialog", name="Outline")
        expect(dialog).to_contain_text("16 cm²")
        dialog.get_by_label("x of point 3, mm").fill("120")
        page.keyboard.press("Tab")
        expect(dialog).to_contain_text("24 cm²")
        dialog.get_by_role("button", name="Point 2: 40, 20 mm").focus()
        page.keyboard.press("Shift+ArrowUp")
        expect(dialog).to_contain_text("30 cm²")
        dialog.get_by_role("button", name="Undo").click()
        expect(dialog).to_contain_text("24 cm²")
        dialog.get_by_label("y of point 4, mm").fill("60")
        page.keyboard.press("Tab")
        dialog.get_by_label("x of point 2, mm").fill("10")
        page.keyboard.press("Tab")
        expect(dialog.get_by_role("alert")).to_contain_text("does not cross itself")
        expect(dialog.get_by_role("button", name="Use this outline")).to_be_disabled()
        dialog.get_by_role("button", name="Undo").click()
        dialog.get_by_role("button", name="Undo").click()
        expect(dialog).to_contain_text("24 cm²")
        dialog.get_by_role("button", name="Mirror the right half").click()
        expect(dialog).to_contain_text("18 cm²")
        dialog.get_by_role("button", name="Use this outline").click()
        expect(dialog).to_have_count(0)
        self.assertEqual(Drawing.objects.count(), 2)

    def test_a_drawing_is_read_and_a_wrong_file_refused(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="Draw, read or trace the outline").click()
        dialog = page.get_by_role("dialog", name="Outline")
        with TemporaryDirectory() as folder:
            bad, good = Path(folder, "bad.svg"), Path(folder, "good.svg")
            bad.write_text("no drawing")
            good.write_text(
                '<svg xmlns="http://www.w3.org/2000/svg" width="100" height="50"><rect width="96" height="48"/></svg>'
            )
            picker = dialog.locator('input[type="file"]')
            picker.set_input_files(bad)
            expect(dialog.get_by_role("alert")).to_contain_text("this file breaks off or is something else")
            picker.set_input_files(good)
            expect(dialog).to_contain_text("does not say how large it is")
            expect(dialog).to_contain_text("25.4 mm")
        dialog.get_by_role("button", name="Use this outline").click()
        expect(dialog).to_have_count(0)
        expect(page.locator(".plan svg")).to_be_visible()

    def test_a_photograph_is_traced(self) -> None:
        from PIL import Image

        page = self.at_piece()
        page.get_by_role("button", name="Draw, read or trace the outline").click()
        dialog = page.get_by_role("dialog", name="Outline")
        dialog.get_by_role("button", name="Trace a photograph").click()
        with TemporaryDirectory() as folder:
            photo = Path(folder, "leaf.png")
            Image.new("RGB", (800, 400), "white").save(photo)
            dialog.locator('input[type="file"]').set_input_files(photo)
            canvas = dialog.locator(".trace svg")
            expect(canvas).to_be_visible()
            box = canvas.bounding_box()
            assert box is not None
            scale = min(box["width"] / 800, box["height"] / 400)
            left, top = (box["width"] - 800 * scale) / 2, (box["height"] - 400 * scale) / 2
            for x, y in ((100, 380), (500, 380), (200, 100), (400, 100), (400, 200), (200, 200)):
                canvas.click(position={"x": left + x * scale, "y": top + y * scale})
        dialog.get_by_role("button", name="Measure it").click()
        # the marks are 100 mm apart over 400 pixels: 200 by 100 pixels are 50 by 25 mm
        expect(dialog).to_contain_text("Across")
        expect(dialog.locator("dl")).to_contain_text("12.5")

    def test_the_pattern_prints_at_one_to_one_on_its_sheets(self) -> None:
        page = self.open(f"/pieces/{self.piece.pk}/pattern/0")
        expect(page.get_by_text("on 1 sheet")).to_be_visible()
        page.get_by_label("Scale").fill("400 %")
        page.keyboard.press("Enter")
        expect(page.get_by_text("320 mm × 160 mm, on 2 sheets.")).to_be_visible()
        width = page.locator("svg.sheet").first.bounding_box()
        assert width is not None
        self.assertAlmostEqual(width["width"] / 96 * 25.4, 210 if width["width"] < width["height"] else 297, delta=0.5)
        pdf = page.pdf(print_background=True, prefer_css_page_size=True)
        self.assertEqual(len(re.findall(rb"/Type\s*/Page[^s]", pdf)), 2)
        box = re.search(rb"/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)", pdf)
        assert box is not None
        short, long = sorted(float(v) / 72 * 25.4 for v in box.groups())
        self.assertAlmostEqual(short, 210, delta=0.5)
        self.assertAlmostEqual(long, 297, delta=0.5)
        with page.expect_download() as caught:
            page.get_by_role("button", name="Save as SVG").click()
        self.assertIn('id="check-100-mm"', Path(caught.value.path()).read_text())


class Meshes(BrowserTest):
    def test_a_mould_comes_from_a_file(self) -> None:
        page = self.at_piece()
        page.get_by_role("button", name="From a scan or a model (STL, OBJ …)").click()
        with TemporaryDirectory() as folder:
            nothing, dish = Path(folder, "nothing.stl"), Path(folder, "dish.stl")
            nothing.write_bytes(b"not a mesh")
            trimesh.creation.cone(radius=40, height=60).export(dish)
            picker = page.locator('.mesh input[type="file"]')
            picker.set_input_files(nothing)
            expect(page.locator(".mesh [role=alert]")).to_contain_text("there are none in this file")
            picker.set_input_files(dish)
            expect(page.get_by_text("80 mm × 80 mm × 60 mm")).to_be_visible()
            page.get_by_role("button", name="Use it as the cradle").click()
        expect(page.get_by_role("heading", name="Shape from a file")).to_be_visible()
        expect(self.bead(page, "cradle_volume")).to_contain_text("100")
        self.assertEqual(Drawing.objects.count(), 1)
        page.get_by_role("slider", name="Casting line").fill("500")
        expect(self.field(page, "cradle.line")).to_have_value("30 mm")
        page.get_by_role("button", name="Back to sizes").click()
        expect(page.get_by_role("heading", name="Sizes")).to_be_visible()


class Bench(BrowserTest):
    def test_one_thing_at_a_time_with_wet_hands(self) -> None:
        page = self.at_piece(width=390, height=844)
        page.get_by_role("link", name="Measure at the bench").click()
        expect(page.get_by_role("heading", name="Soak the mould. Is it wet through?")).to_be_visible()
        page.get_by_role("button", name="No, it is dry").click()
        page.get_by_role("button", name="Done, next").click()
        page.get_by_role("button", name="Done, next").click()
        page.get_by_role("button", name="Done, next").click()
        fall = self.field(page, "cradle.level.fall")
        fall.fill("3 in")
        fall.press("Enter")
        page.get_by_role("button", name="Done, next").click()
        expect(page.locator(".answer")).to_contain_text("328 mL")
        expect(page.get_by_text("The mould was dry")).to_be_visible()
        page.get_by_role("link", name="Back to the piece").click()
        expect(self.bead(page, "cradle_volume")).to_contain_text("328")
