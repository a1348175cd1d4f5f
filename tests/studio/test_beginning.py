"""The first hour: kilns like most, the glass one uses, an example, the practice kiln; each may be passed over."""

from __future__ import annotations

from typing import Any

from django.utils import timezone

from studio.beginning.examples import EXAMPLES, copied_example, generic_kilns
from studio.models import Firing, GlassKind, Kiln, Piece, Studio
from studio.planning import planned
from tests.studio.base import StudioTest


class FirstHour(StudioTest):
    def begin(self) -> Any:
        return self.ask("GET", "/begin").json()

    def test_a_kiln_like_most_is_one_of_ones_own_from_then_on(self) -> None:
        self.assertEqual([k["key"] for k in self.begin()["kilns"]], ["small", "middle", "large"])
        for _ in range(2):
            self.assertEqual(self.ask("POST", "/begin/kiln", {"key": "middle"}).status_code, 201)
        names = Kiln.objects.of(self.studio).values_list("name", flat=True)
        self.assertLessEqual({"Middle kiln", "Middle kiln 2"}, set(names))
        self.assertEqual(self.ask("POST", "/begin/kiln", {"key": "glory hole"}).status_code, 422)

    def test_the_kilns_stand_in_the_order_of_their_size(self) -> None:
        """Common practice, no source: a larger one is heavier, and takes longer both ways."""
        hours = [float(k["document"]["fall"].split()[0]) for k in generic_kilns()]
        self.assertEqual(hours, sorted(hours))
        self.assertTrue(4 <= hours[0] <= hours[-1] <= 16)

    def test_glass_one_does_not_use_is_put_away_and_comes_back(self) -> None:
        found = self.ask("POST", "/begin/glass", {"keys": ["float-clear", "made up"]}).json()
        self.assertEqual([g["key"] for g in found["glass"] if g["is_used"]], ["float-clear"])
        self.assertEqual(GlassKind.objects.of(self.studio).count(), 6)
        again = self.ask("POST", "/begin/glass", {"keys": []}).json()
        self.assertTrue(all(g["is_used"] for g in again["glass"]))

    def test_every_example_is_copied_onto_ones_own_kiln_and_planned(self) -> None:
        for one in EXAMPLES:
            made = self.ask("POST", "/begin/example", {"key": one.key}).json()
            piece = Piece.objects.of(self.studio).get(pk=made["piece_id"])
            self.assertEqual(piece.name, f"{one.piece}, a copy")
            self.assertTrue(all(s.heat for s in planned(piece).plan.stages), one.key)
            self.assertTrue(all(s.firing.inputs.get("undated") for s in piece.stages.all()))
        self.assertEqual(Kiln.objects.of(self.studio).count(), 1)

    def test_without_a_kiln_an_example_brings_one_like_most(self) -> None:
        studio = self.new_studio("Knot")
        Kiln.objects.of(studio).delete()
        copied_example(studio, "slump", timezone.now())
        self.assertEqual(Kiln.objects.of(studio).get().name, "Middle kiln")

    def test_the_practice_kiln_fires_a_bowl_an_hour_a_second(self) -> None:
        made = self.ask("POST", "/begin/example", {"key": "slump", "how": "practice"}).json()
        firing = Firing.objects.get(stages__piece=made["piece_id"])
        self.assertEqual((firing.state, firing.is_simulated, made["station"]), ("running", True, "fire"))
        self.assertEqual(firing.events.get(kind="pace").data, {"times": 3600.0})
        self.assertEqual(self.ask("GET", f"/firings/{firing.pk}/live").status_code, 200)

    def test_what_was_done_or_passed_over_is_remembered(self) -> None:
        for step, how in (("units", "done"), ("kiln", "passed")):
            found = self.ask("POST", "/begin/step", {"step": step, "how": how}).json()
        self.assertEqual(found["begun"], {"units": "done", "kiln": "passed"})
        for k in range(30):
            self.ask("POST", "/begin/step", {"step": f"s{k}", "how": "done"})
        self.assertLessEqual(len(Studio.objects.get(pk=self.studio.pk).begun), 20)
