"""What a studio types about kilns, schedules and glass when it is in a hurry: absurd, empty, doubtful, or from
older days.
"""

from __future__ import annotations

from typing import Any

from studio.models import Kiln
from tests.documents import KILN
from tests.studio.base import AT, StudioTest

HEAT = f"{AT}heat."
DAMP_PROGRAMME = "150 C/h to 540 C hold 1 h\n120 C/h to 820 C hold 2 h\nfull to 480 C hold 10 h\n"


class KilnFacts(StudioTest):
    def put(self, **facts: Any) -> Any:
        kiln = Kiln.objects.get(pk=self.kiln.pk)
        body = {"version": kiln.version, "document": {**kiln.document, **facts}, "system": "metric"}
        return self.ask("PATCH", f"/kilns/{kiln.pk}", body)

    def facts(self) -> dict[str, Any]:
        return dict(Kiln.objects.get(pk=self.kiln.pk).document)

    def test_every_lining_is_kept_and_any_other_refused(self) -> None:
        for lining in ("fibre", "light-brick", "hard-brick", "unknown"):
            self.assertEqual(self.put(lining=lining).status_code, 200, lining)
            self.assertEqual(self.facts()["lining"], lining)
        for lining in ("straw", "", 3, None, ["fibre"]):  # type: ignore[assignment]  # as it comes from the table
            with self.subTest(lining=lining):
                answer = self.put(lining=lining)
                self.assertEqual(answer.status_code, 422, answer.content)
                self.assertEqual(self.facts()["lining"], "unknown")

    def test_a_first_hour_lies_between_a_degree_and_what_there_is(self) -> None:
        for typed in ("1 K", "70 K", "126 F°", "450 K"):
            self.assertEqual(self.put(first_hour=typed).status_code, 200, typed)
        for typed in ("0 K", "0.5 K", "-3 K", "451 K", "nan", "many", "5 mm", "1e999 K"):
            with self.subTest(typed):
                answer = self.put(first_hour=typed)
                self.assertEqual(answer.status_code, 422, answer.content)
                self.assertTrue(answer.json()["message"])
        self.assertEqual(self.facts()["first_hour"], "450 K")
        self.assertEqual(self.put(first_hour="").status_code, 200)

    def test_a_kiln_that_cannot_be_is_refused_and_the_old_one_stays(self) -> None:
        before = self.facts()
        for typed in (
            {"fall": "20"},
            {"fall": "0 h"},
            {"rise": "-2 h"},
            {"rise": "1 min", "fall": "400 h"},
            {"power": "2 kg"},
        ):
            with self.subTest(typed):
                answer = self.put(**typed)
                self.assertEqual(answer.status_code, 422, answer.content)
                self.assertEqual(self.facts(), before)

    def test_what_is_said_of_a_fall_asks_which_time_a_bare_number_is(self) -> None:
        self.assertIn("20 h or 20 min", self.put(fall="20").json()["message"])

    def test_a_kiln_from_before_linings_is_still_read(self) -> None:
        self.assertEqual(set(KILN) & {"lining", "first_hour"}, set())
        shown = self.ask("GET", "/kilns").json()[0]
        self.assertEqual(shown["name"], "Tern")
        self.assertEqual(self.ask("GET", f"/pieces/{self.piece.pk}/heat/coasting").status_code, 200)

    def test_brick_makes_switching_off_no_kinder_than_fibre(self) -> None:
        first = {}
        for lining in ("fibre", "light-brick"):
            self.put(lining=lining)
            room = self.ask("GET", f"/pieces/{self.piece.pk}/heat/coasting").json()["rooms"][0]
            first[lining] = float(room["falls"]["metric"]["value"])
        self.assertGreater(first["light-brick"], 1.2 * first["fibre"])


class Pasted(StudioTest):
    def judged(self, text: str) -> dict[str, Any]:
        answer = self.change({f"{HEAT}schedule": text})
        self.assertEqual(answer.status_code, 200, answer.content)
        found = self.ask("GET", f"/pieces/{self.piece.pk}/heat/judged")
        self.assertEqual(found.status_code, 200, found.content)
        return dict(found.json())

    def test_a_doubt_keeps_the_verdict_back_until_it_is_put_right(self) -> None:
        for doubtful, right in (
            ("slow to 500", "50 C/h to 500 C"),
            ("up at 60 to 540 hold 1 h", "60 C/h to 540 C hold 1 h"),
            ("1 150 663 0.30", "1 150 663 30"),
            ("full fuse, 10 minutes", "804 C, 10 minutes"),
            ("150 to 663 hold 2", "150 to 663 hold 2 h"),
        ):
            with self.subTest(doubtful):
                asked = self.judged(f"{DAMP_PROGRAMME}{doubtful}")
                self.assertIsNone(asked["programme"])
                self.assertIn("Not judged yet: line 4", asked["schedule"]["count"]["metric"])
                self.assertTrue(asked["schedule"]["lines"][3]["doubts"][0].endswith("?"))
                self.assertIsNotNone(self.judged(f"{DAMP_PROGRAMME}{right}")["programme"])

    def test_a_doubtful_schedule_is_kept_word_for_word(self) -> None:
        text = "slow to 500\n\n  ünser Bestes – ½ hold\n"
        self.judged(text + DAMP_PROGRAMME)
        kept = self.ask("GET", f"/pieces/{self.piece.pk}/document").json()["stages"][0]["heat"]["schedule"]
        self.assertEqual(kept.strip(), (text + DAMP_PROGRAMME).strip())

    def test_windows_line_ends_change_nothing(self) -> None:
        plain, windows = self.judged(DAMP_PROGRAMME), self.judged(DAMP_PROGRAMME.replace("\n", "\r\n"))
        self.assertEqual(plain["programme"]["remarks"], windows["programme"]["remarks"])

    def test_a_temperature_of_no_kiln_is_asked_about(self) -> None:
        for top in ("3000 C", "5 C"):
            asked = self.judged(f"150 C/h to {top} hold 30 min\nfull to 480 C hold 1 h")
            self.assertIsNone(asked["programme"], top)

    def test_two_tabs_cannot_overwrite_each_others_schedule(self) -> None:
        stale = self.piece.version
        self.judged(DAMP_PROGRAMME)
        answer = self.change({f"{HEAT}schedule": "off"}, version=stale)
        self.assertEqual(answer.status_code, 409)
        kept = self.ask("GET", f"/pieces/{self.piece.pk}/document").json()["stages"][0]["heat"]["schedule"]
        self.assertEqual(kept.strip(), DAMP_PROGRAMME.strip())


class Targets(StudioTest):
    def left(self, target: str) -> tuple[float, int]:
        answer = self.change({f"{HEAT}target": target})
        self.assertEqual(answer.status_code, 200, answer.content)
        heat = answer.json()["plan"]["heat"]
        return heat["total_s"], len(heat["steps"])

    def test_gentle_takes_longest_and_quick_least(self) -> None:
        gentle, usual, quick = (self.left(t)[0] for t in ("gentle", "usual", "quick"))
        self.assertGreater(gentle, usual)
        self.assertGreater(usual, quick)

    def test_the_handbooks_table_is_a_target_and_an_unknown_one_is_not(self) -> None:
        self.assertGreater(self.left("table")[0], 0)
        for other in ("fastest", "", "TABLE"):
            self.assertEqual(self.change({f"{HEAT}target": other}).status_code, 422, other)

    def test_a_tension_of_ones_own_has_its_limits(self) -> None:
        for typed in ("0.02 MPa", "0.3 MPa", "5 MPa"):
            answer = self.change({f"{HEAT}target": "own", f"{HEAT}own_target": typed})
            self.assertEqual(answer.status_code, 200, answer.content)
        for typed in ("0 MPa", "0.019 MPa", "-1 MPa", "5.1 MPa", "3 mm", "nan"):
            answer = self.change({f"{HEAT}own_target": typed})
            self.assertEqual(answer.status_code, 422, typed)
