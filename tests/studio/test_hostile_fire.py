"""Nothing sent to a firing takes the server down: odd bodies, odd numbers, odd order."""

from __future__ import annotations

import json
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from studio.models import FiringEvent
from tests import examples
from tests.studio.fired import FiredTest, key

ODD = st.one_of(
    st.none(),
    st.booleans(),
    st.integers(-(2**70), 2**70),
    st.floats(allow_nan=True, allow_infinity=True),
    st.text(max_size=30),
    st.sampled_from(["1e400", "\0", "٣ mm", "NaN", "-0", "9" * 60, "💥", "2026-13-45T99:99", "0x10"]),
    st.lists(st.integers(), max_size=2),
    st.dictionaries(st.text(max_size=4), st.integers(), max_size=2),
)
KINDS = st.sampled_from(["hold", "skip", "stop", "resume", "looked", "open", "shut", "pace", "fault", "note", "?"])
NAMES = st.sampled_from(["for_s", "times", "until_s", "saw", "note", "fault", "on", "x"])
DATA = st.dictionaries(NAMES, ODD, max_size=4)
PATHS = ["/checks", "/start", "/take-back", "/readings", "/measures", "/observations", "/next", "/load"]


class Hostile(FiredTest):
    def setUp(self) -> None:
        super().setUp()
        self.tick_all()
        self.start()

    def send(self, path: str, body: Any) -> int:
        answer = self.client.post(
            f"/api/firings/{self.firing.pk}{path}", json.dumps(body), content_type="application/json"
        )
        self.assertLess(answer.status_code, 500, (path, body, answer.content[:300]))
        return answer.status_code

    def test_any_act_is_done_or_refused_and_can_be_looked_at(self) -> None:
        @settings(max_examples=examples(40))
        @given(KINDS, DATA)
        def acts(kind: str, data: dict[str, Any]) -> None:
            self.send("/acts", {"key": key(), "kind": kind, "data": data})
            for path in ("live", "ahead", "log.csv"):
                answer = self.ask("GET", f"/firings/{self.firing.pk}/{path}")
                self.assertLess(answer.status_code, 500, (kind, data, path))

        acts()

    def test_any_body_is_answered_in_words(self) -> None:
        names = ["key", "of", "stage_id", "rule", "is_done", "reason", "rows", "faults", "note", "how", "version", "at"]

        @settings(max_examples=examples(60))
        @given(st.sampled_from(PATHS), st.dictionaries(st.sampled_from(names), ODD, max_size=6))
        def bodies(path: str, body: dict[str, Any]) -> None:
            self.send(path, body)

        bodies()

    def test_any_measure_is_kept_or_refused(self) -> None:
        @settings(max_examples=examples(30))
        @given(st.sampled_from(["length", "thickness", "weight", "depth", "lean", "soul"]), ODD)
        def measures(what: str, typed: Any) -> None:
            self.send("/measures", {"stage_id": self.stage.pk, "rows": [{"key": what, "place": 0, "typed": typed}]})
            answer = self.ask("GET", f"/firings/{self.firing.pk}/after?stage_id={self.stage.pk}")
            self.assertEqual(answer.status_code, 200)

        measures()

    def test_queries_of_odd_numbers_are_answered(self) -> None:
        for path in (
            f"/firings/{self.firing.pk}/live?stage_id=999999",
            f"/firings/{self.firing.pk}/live?stage_id=-1",
            f"/firings/{self.firing.pk}/live?stage_id=99999999999999999999999999",
            f"/firings/{self.firing.pk}/after?stage_id=0",
            f"/firings/{2**62}/live",
            "/firings/0/live",
            "/notebook?offset=999999",
            "/notebook?cradle_id=99999999999999999999999",
            "/notebook/best/999999",
            "/logs/none",
        ):
            self.assertLess(self.ask("GET", path).status_code, 500, path)

    def test_two_devices_that_press_at_once_do_it_once(self) -> None:
        by = key()
        answers = [self.act("stop", by=by, hours=2), self.act("stop", by=by, hours=2), self.act("stop", hours=2)]
        self.assertEqual([a.status_code for a in answers], [200, 200, 422])
        self.assertEqual(FiringEvent.objects.filter(kind="stop").count(), 1)
