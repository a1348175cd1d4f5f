"""Take the pictures of docs/screenshots from a running demo."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

# name, place, what is done there, size, what is kept in the browser
VIEWS: list[tuple[str, str, str, tuple[int, int], dict[str, str]]] = [
    ("pieces", "/pieces", "", (1280, 800), {}),
    ("cradle", "Lamp-room prism", "", (1280, 800), {}),
    ("glass", "Harbour-mark paperweight/glass", "", (1280, 800), {}),
    ("heat", "Lamp-room prism/heat", "6", (1280, 800), {}),
    ("heat-dark", "Leading-light block/heat", "", (1280, 800), {"chosen-theme": "dark", "system": "us"}),
    ("working", "Lamp-room prism", "w", (1280, 800), {}),
    ("phone", "Lamp-room prism", "", (390, 844), {}),
    ("card", "Lamp-room prism/card", "", (840, 1180), {}),
    ("mesh", "Fog-bell stopper", "", (1280, 800), {}),
    ("outline", "Berth pennant slab", "Draw, read or trace the outline", (1280, 800), {}),
    ("bench", "Lamp-room prism/bench", "", (390, 844), {}),
    ("sum", "/sums/mix?weighed=114%20g", "", (1280, 800), {}),
    ("cradles", "/cradles", "Door-pull tray", (1280, 800), {}),
    ("rack", "/glass", "", (1280, 800), {}),
    ("kilns", "/kilns", "", (1280, 1500), {}),
    ("compare", "Tide tokens/compare?a=ours&b=typed", "", (1280, 900), {}),
    ("chain", "Chart-table dish/heat?stage=slump", "", (1280, 800), {}),
    ("new-piece", "/pieces?new=1", "", (1280, 800), {}),
    ("layup", "Drum shade/layup", "", (1280, 800), {}),
]


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
                executable_path="/usr/bin/chromium",
                args=["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
            )
            page = browser.new_page()
            page.goto(f"{address}/pieces")
            rows = page.request.get(f"{address}/api/pieces").json()["rows"]
            numbers = {row["name"]: row["id"] for row in rows}
            for name, place, doing, (width, height), storage in VIEWS:
                context = browser.new_context(
                    viewport={"width": width, "height": height}, reduced_motion="reduce", locale="en-GB"
                )
                for key, value in storage.items():
                    context.add_init_script(f"localStorage.setItem({key!r}, {value!r})")
                page = context.new_page()
                piece, _, station = place.partition("/")
                page.goto(address + (f"/pieces/{numbers[piece]}/{station}" if piece else place))
                page.wait_for_load_state("networkidle")
                if doing == "w":
                    page.keyboard.press("w")
                elif doing:
                    page.get_by_role("button", name=f"Step {doing}:" if doing.isdigit() else doing).first.click()
                page.wait_for_timeout(900)
                page.screenshot(path=folder / f"{name}.png")
                context.close()
                self.stdout.write(name)
            browser.close()
