"""What takes long holds nothing back and takes nothing with it: every action is stopped at its slow step, and the rows
it stands on are changed meanwhile through the API.
"""

from __future__ import annotations

import io
from collections.abc import Callable
from datetime import timedelta
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from studio.actions import photos, readings, solids
from studio.actions.stock import add_item
from studio.models import Cradle, Firing, Photo, Reading, Solid, StockItem
from tests.documents import stage
from tests.studio.base import StudioTest
from tests.studio.fired import FiredTest


def picture() -> SimpleUploadedFile:
    out = io.BytesIO()
    Image.new("RGB", (60, 40), (120, 90, 60)).save(out, "JPEG")
    return SimpleUploadedFile("it.jpg", out.getvalue(), "image/jpeg")


def meanwhile(module: Any, name: str, act: Callable[[], Any]) -> Any:
    """Patch a slow step of a module so that something is done before it goes on."""
    goes_on = getattr(module, name)

    def step(*args: Any, **more: Any) -> Any:
        found = goes_on(*args, **more)
        act()
        return found

    return mock.patch.object(module, name, step)


class Photographs(StudioTest):
    def item(self) -> StockItem:
        return add_item(self.kind(), form="nuggets", mass_kg=2.0, details={})

    def test_glass_weighed_while_its_photograph_is_kept_stays_weighed(self) -> None:
        item = self.item()

        def weigh() -> None:
            body = {"version": item.version, "document": {"weight": "777 g", "place": "by the door"}}
            body |= {"kind_id": item.kind_id, "form": item.form, "system": "metric"}
            answer = self.ask("PATCH", f"/stock/{item.pk}", body)
            self.assertEqual(answer.status_code, 200, answer.content)

        with meanwhile(photos, "last_of", weigh):
            answer = self.client.post(f"/api/stock/{item.pk}/photo", {"file": picture()})
        self.assertEqual(answer.status_code, 200)
        now = StockItem.objects.get(pk=item.pk)
        self.assertAlmostEqual(now.mass_kg, 0.777)
        self.assertEqual(now.details["place"], "by the door")
        self.assertIsNotNone(now.photo_id)
        self.assertEqual((answer.json()["version"], now.version), (item.version + 2, item.version + 2))

    def test_used_glass_does_not_come_back_to_the_rack(self) -> None:
        item = self.item()
        gone = meanwhile(photos, "last_of", lambda: StockItem.objects.filter(pk=item.pk).update(mass_kg=0.001))
        with gone:
            self.client.post(f"/api/stock/{item.pk}/photo", {"file": picture()})
        self.assertAlmostEqual(StockItem.objects.get(pk=item.pk).mass_kg, 0.001)

    def test_a_cradle_renamed_and_put_away_meanwhile_is_so(self) -> None:
        cradle = Cradle.objects.create(studio=self.studio, name="Drum", document=stage()["cradle"] | {"name": "Drum"})

        def rename() -> None:
            answer = self.ask("PATCH", f"/cradles/{cradle.pk}", {"version": 1, "name": "Tall drum"})
            self.assertEqual(answer.status_code, 200, answer.content)
            self.ask("POST", f"/cradles/{cradle.pk}/away")

        with meanwhile(photos, "last_of", rename):
            self.client.post(f"/api/cradles/{cradle.pk}/photo", {"file": picture()})
        now = Cradle.objects.get(pk=cradle.pk)
        self.assertEqual((now.name, now.is_archived), ("Tall drum", True))
        self.assertEqual(Photo.objects.get(pk=now.photo_id).studio_id, self.studio.pk)  # type: ignore[misc]  # as django has it

    def test_a_mesh_keeps_what_was_written_of_it_meanwhile(self) -> None:
        solid = Solid.objects.create(studio=self.studio, name="boat", ending=".stl", file="solids/x.stl", found={})
        told = [{"done": 0.5, "doing": "half"}, {"done": 1.0, "result": {"solid": {}, "mended": []}}]

        def steps(_: str, files: tuple[str, ...], **more: Any) -> Any:
            with open(files[2], "wb") as view:
                view.write(b"light")
            Solid.objects.filter(pk=solid.pk).update(name="canoe")
            yield from told

        with mock.patch.object(solids, "do", steps):
            list(solids.room_steps(solid, role="mould", unit="mm", up="z", largest_only=False))
        now = Solid.objects.get(pk=solid.pk)
        self.assertEqual((now.name, bytes(now.view or b"")), ("canoe", b"light"))


class Logs(FiredTest):
    def test_what_is_done_at_the_kiln_while_a_log_is_read_stands(self) -> None:
        self.tick_all()
        self.start(is_simulated=False)
        text = "minutes,temperature C\n" + "\n".join(f"{i},{20 + 2 * i}" for i in range(30))
        firing = Firing.objects.get(pk=self.firing.pk)

        def stop() -> None:
            self.assertEqual(self.act("stop", hours=1).status_code, 200)
            self.post("/readings", {"rows": [{"shown": "31"}]})

        job = readings.LogJob(studio_id=self.studio.pk)
        with self.at(hours=1), meanwhile(readings, "log_in", stop):
            readings.bring_in(firing, text.encode(), readings.Placed(now=self.now + timedelta(hours=1)), job)
        self.assertEqual(job.trouble, "")
        now = Firing.objects.get(pk=firing.pk)
        self.assertEqual(now.state, "stopped")
        self.assertEqual(Reading.objects.filter(firing=now, source="typed").count(), 1)
        self.assertEqual(Reading.objects.filter(firing=now, source="log").count(), 30)
