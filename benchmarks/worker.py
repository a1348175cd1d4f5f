"""What people do all day, timed inside one process: told over standard input which, how often, and from which number.

`against` runs this file once for each checkout it compares, with the checkout as the place all else comes from: so it
stands on addresses of the API and on documents alone, which stay, and on no name of the code, which may change.
"""

from __future__ import annotations

import gc
import json
import os
import random
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

Task = Callable[[random.Random], Callable[[], object]]
_CHAIN = ("full", "tack", "full", "tack", "full", "tack", "full", "tack", "full", "tack", "slump", "polish")


def _mm(rng: random.Random, low: float, high: float) -> str:
    return f"{rng.uniform(low, high):.4f} mm"


class Studio:
    """The demo in a database of its own, and one who is signed in."""

    def __init__(self, folder: Path) -> None:
        os.environ |= {"COLD_CRADLE_DB": str(folder / "bench.sqlite3"), "DJANGO_SETTINGS_MODULE": "studio.settings"}
        import django
        from django.core.management import call_command

        django.setup()
        from django.conf import settings
        from django.contrib.auth import get_user_model
        from django.test import Client
        from django.test.utils import setup_test_environment

        setup_test_environment()
        settings.ALLOWED_HOSTS = ["*"]
        call_command("migrate", verbosity=0)
        call_command("load_demo", verbosity=0)
        self.client = Client()
        self.client.force_login(get_user_model().objects.get())

    def ask(self, method: str, path: str, body: object = None) -> Any:
        """A call of the API, which must succeed, as what its answer says."""
        kind = "application/json"
        answer = self.client.generic(method, f"/api{path}", "" if body is None else json.dumps(body), content_type=kind)
        assert answer.status_code < 300, (path, answer.status_code, answer.content[:300])
        return answer

    def one_piece(self) -> dict[str, Any]:
        """A cast in a cone, brought in."""
        from tests.documents import document

        return dict(self.ask("POST", "/pieces/import", document()).json())

    def chain(self) -> dict[str, Any]:
        """Twelve stages, each taking the one before."""
        kinds, kilns = self.ask("GET", "/glass").json(), self.ask("GET", "/kilns").json()
        kind = next(k["id"] for k in kinds if k["key"] == "fusing-90-clear")
        kiln = max(kilns, key=lambda k: k["id"])["id"]
        new = {"name": "Twelve", "process": _CHAIN[0], "shape": "box", "kind_id": kind, "kiln_id": kiln}
        piece = self.ask("POST", "/pieces", new | {"starts_at": "2026-12-01T08:00"}).json()
        for process in _CHAIN[1:]:
            body = {"version": piece["version"], "after": piece["stage_key"], "process": process, "shape": "box"}
            piece = self.ask("POST", f"/pieces/{piece['id']}/stages", body).json()
        first = piece["chain"]["links"][0]["key"]
        return dict(self.ask("GET", f"/pieces/{piece['id']}?stage={first}").json())

    def editing(self, piece: dict[str, Any], path: str, low: float, high: float) -> Task:
        """Edits of one length, each to a value that was never there."""
        stage, state = piece["stage_key"], {"version": piece["version"]}

        def prepare(rng: random.Random) -> Callable[[], object]:
            if "answer" in state:  # read here, for it is the page that reads it, not the server
                state["version"] = state.pop("answer").json()["version"]
            change = {"path": path, "value": _mm(rng, low, high)}
            body = {"version": state["version"], "stage": stage, "changes": [change]}

            def edit() -> object:
                state["answer"] = self.ask("PATCH", f"/pieces/{piece['id']}", body)
                return state["answer"]

            return edit

        return prepare

    def asking(self, path: str, *, read: bool = False) -> Task:
        """The same address again and again; `read` for an answer that comes in parts."""

        def once() -> object:
            answer = self.ask("GET", path)
            return b"".join(answer.streaming_content) if read and answer.streaming else answer.content

        return lambda _rng: once


def tasks(studio: Studio) -> dict[str, Task]:
    """Everything that is measured, by name."""
    one, twelve = studio.one_piece(), studio.chain()
    running = next(
        f for k in studio.ask("GET", "/today").json()["kilns"] for f in k["firings"] if f["state"] == "running"
    )
    waiting = one["firing"]["id"]
    return {
        "edit of a piece": studio.editing(one, "stage.cradle.level.fall", 60.0, 80.0),
        "edit of the first of 12 stages": studio.editing(twelve, "stage.layup.length", 180.0, 200.0),
        "open a piece": studio.asking(f"/pieces/{one['id']}"),
        "open a piece of 12 stages": studio.asking(f"/pieces/{twelve['id']}?stage={twelve['stage_key']}"),
        "list of pieces": studio.asking("/pieces"),
        "notebook": studio.asking("/notebook"),
        "Today": studio.asking("/today"),
        "Before": studio.asking(f"/firings/{waiting}/before"),
        "ahead": studio.asking(f"/firings/{running['firing_id']}/ahead"),
        "live": studio.asking(f"/firings/{running['firing_id']}/live"),
        "notebook.csv": studio.asking("/notebook.csv", read=True),
    }


def main() -> None:
    """Answer each line of standard input with the CPU times in ms of one task."""
    with tempfile.TemporaryDirectory() as folder:
        known = tasks(Studio(Path(folder)))
        # as a server does before it serves
        gc.collect()
        gc.freeze()
        gc.set_threshold(20_000, 20, 20)
        print(json.dumps(list(known)), flush=True)
        for line in sys.stdin:
            wanted = json.loads(line)
            rng = random.Random(wanted["seed"])
            found = []
            for _ in range(wanted["times"]):
                work = known[wanted["do"]](rng)
                began = time.process_time()
                work()
                found.append((time.process_time() - began) * 1e3)
            print(json.dumps(found), flush=True)


if __name__ == "__main__":
    sys.path[0] = os.getcwd()
    main()
