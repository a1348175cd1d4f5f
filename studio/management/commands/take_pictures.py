"""Take the pictures of docs/screenshots from a running demo."""

from __future__ import annotations

import io
import shutil
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser
from PIL import Image

# name, place, what is done there, size, what is kept in the browser
VIEWS: list[tuple[str, str, str, tuple[int, int], dict[str, str]]] = [
    ("pieces", "/pieces", "", (1280, 800), {}),
    ("cradle", "Lamp-room prism", "", (1280, 800), {}),
    ("glass", "Harbour-mark paperweight/glass", "", (1280, 800), {}),
    ("heat", "Lamp-room prism/heat", "6", (1280, 800), {}),
    ("studio", "/studio", "", (1280, 800), {"chosen-theme": "dark"}),
    ("card", "Lamp-room prism/card", "", (840, 1180), {}),
    ("cradles", "/cradles", "Door-pull tray", (1280, 800), {}),
    ("kilns", "/kilns", "", (1280, 1500), {}),
    ("chain", "Chart-table dish/heat?stage=slump", "", (1280, 800), {}),
    ("bench", "Signal bar/step/saw", "", (1280, 800), {}),
    ("layup", "Pilot’s bowl/layup", "Home*19", (1280, 900), {}),
    ("firing", "firing of Pilot’s bowl", "", (1280, 800), {}),
    ("week", "/today", "Plan the week", (1280, 1000), {}),
    ("before", "Pilot’s bowl/before", "", (1280, 900), {}),
    ("fire", "Pilot’s bowl, for the stairs/fire", "", (1280, 800), {}),
    ("phone", "Pilot’s bowl, for the stairs/fire", "", (390, 1300), {"chosen-theme": "dark"}),
    ("after", "Berth pennant slab, autumn/after", "", (1280, 1440), {}),
    ("notebook", "/notebook", "", (1280, 800), {}),
]
# glass on its way: before, at its first touch or half way, and after, in one picture
FORMED = (
    "Pilot’s bowl/layup",
    "Rain-gauge bowl/layup?stage=drop",
    "Drum shade/layup",
    "Berth-number stand/layup",
    "Tide tokens/layup",
    "Hung ink bottle/layup",
)
SLIDER = ".motion [role=slider]"


def slide(page: Any, to: int) -> None:
    """Move the slider through heat work to a frame."""
    page.locator(SLIDER).focus()
    page.keyboard.press("Home")
    for _ in range(to):
        page.keyboard.press("ArrowRight")
    page.wait_for_timeout(150)


def touch_of(page: Any, address: str, number: int, stage: str) -> int:
    """The frame of the first touch, or the middle one where nothing is touched."""
    motion = page.request.get(f"{address}/api/pieces/{number}/layup/motion?stage={stage}").json()
    first = next(iter(motion["marks"]), {"from_share": 0.5})
    return round(first["from_share"] * (len(motion["frames"]) - 1))


def forming(page: Any, address: str, numbers: dict[str, int]) -> Image.Image:
    """Every family before, at its first touch, and after, as one picture."""
    rows = []
    page.set_viewport_size({"width": 1180, "height": 900})
    for place in FORMED:
        piece, _, station = place.partition("/")
        page.goto(f"{address}/pieces/{numbers[piece]}/{station}")
        page.wait_for_selector(SLIDER)
        frames = [0, touch_of(page, address, numbers[piece], station.partition("stage=")[2])]
        cells = []
        for frame in (*frames, None):
            if frame is None:
                page.get_by_role("button", name="Back to its end").click()
                page.wait_for_timeout(150)
            else:
                slide(page, frame)
            page.mouse.move(0, 0)
            cells.append(Image.open(io.BytesIO(page.locator(".sheet-of-paper .sketch").screenshot())))
        rows.append(cells)
    wide = max(cell.width for row in rows for cell in row)
    tall = [max(cell.height for cell in row) for row in rows]
    whole = Image.new("RGB", (3 * wide, sum(tall)), "white")
    for i, row in enumerate(rows):
        for j, cell in enumerate(row):
            whole.paste(cell, (j * wide, sum(tall[:i])))
    return whole.resize((whole.width * 2 // 3, whole.height * 2 // 3), Image.Resampling.LANCZOS)


def address_of(page: Any, address: str, numbers: dict[str, int], place: str) -> str:
    """Where a view stands: a station of a piece by its name, the firing of one, or a place."""
    if place.startswith("firing of "):
        number = numbers[place.removeprefix("firing of ")]
        piece = page.request.get(f"{address}/api/pieces/{number}").json()
        return f"/firings/{piece['firing']['id']}"
    piece, _, station = place.partition("/")
    return f"/pieces/{numbers[piece]}/{station}" if piece else place


class Command(BaseCommand):
    help = "Take the pictures of the main views from a demo that runs at the given address."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("address")

    def handle(self, *args: Any, **options: Any) -> None:
        from playwright.sync_api import sync_playwright

        address = options["address"].rstrip("/")
        folder = settings.ROOT / "docs" / "screenshots"
        folder.mkdir(parents=True, exist_ok=True)
        with sync_playwright() as runner:
            browser = runner.chromium.launch(
                executable_path=shutil.which("chromium") or shutil.which("chromium-headless-shell"),
                args=["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
            )
            page = browser.new_page()
            page.goto(f"{address}/pieces")
            rows = page.request.get(f"{address}/api/pieces").json()["rows"]
            rows += page.request.get(f"{address}/api/pieces?put_away=true").json()["rows"]
            numbers = {row["name"]: row["id"] for row in rows}
            for name, place, doing, (width, height), storage in VIEWS:
                context = browser.new_context(
                    viewport={"width": width, "height": height}, reduced_motion="reduce", locale="en-GB"
                )
                for key, value in storage.items():
                    context.add_init_script(f"localStorage.setItem({key!r}, {value!r})")
                page = context.new_page()
                page.goto(address + address_of(page, address, numbers, place))
                page.wait_for_timeout(2500)  # pages that ask again and again are never idle
                if doing == "w":
                    page.keyboard.press("w")
                elif doing.startswith("Home*"):
                    slide(page, int(doing.partition("*")[2]))
                elif doing:
                    page.get_by_role("button", name=f"Step {doing}:" if doing.isdigit() else doing).first.click()
                page.wait_for_timeout(900)
                if name == "week":  # it is tried for some seconds what goes together
                    page.get_by_role("button", name="Take all of it").wait_for(timeout=60_000)
                page.screenshot(path=folder / f"{name}.png")
                context.close()
                self.stdout.write(name)
            forming(browser.new_page(), address, numbers).save(folder / "forming.png", optimize=True)
            self.stdout.write("forming")
            browser.close()
