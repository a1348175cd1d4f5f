"""Print timings of this machine. Absolute times vary from machine to machine; the ratios travel."""

from __future__ import annotations

import gzip
import json
import os
import re
import statistics
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

ROOT = Path(__file__).parent.parent
COMMITTED = Path(__file__).parent / "committed.json"
Figures = dict[str, float]


def spread_ms(work: Callable[[], object], times: int) -> list[float]:
    """Sorted times in ms, after three rounds to warm up."""
    for _ in range(3):
        work()
    found = []
    for _ in range(times):
        began = time.perf_counter()
        work()
        found.append((time.perf_counter() - began) * 1e3)
    return sorted(found)


def baseline_ms() -> float:
    """Named baseline: reading and writing one piece document as JSON a hundred times, with the standard library."""
    from tests.documents import document

    text = json.dumps(document())
    return statistics.median(spread_ms(lambda: [json.dumps(json.loads(text)) for _ in range(100)], 50))


def bench_core() -> Figures:
    """Planning, reading and drawing of one piece, without a server."""
    from coldcradle.document.piece import read_piece
    from coldcradle.heat.physics.simulate import _run
    from coldcradle.piece.stage import plan_stage
    from coldcradle.quantity.format import _written
    from tests.documents import document

    whole = document()
    piece = read_piece(whole).piece.stages[0]
    planning, reading = spread_ms(lambda: plan_stage(piece), 200), spread_ms(lambda: read_piece(whole), 200)

    def cold() -> None:
        _written.cache_clear()
        _run.cache_clear()
        plan_stage(piece)

    first = spread_ms(cold, 100)
    return {
        "plan, nothing remembered, median ms": statistics.median(first),
        "plan, median ms": statistics.median(planning),
        "plan, p95 ms": planning[int(0.95 * len(planning))],
        "read a document, median ms": statistics.median(reading),
    }


def _editor(client: Any, piece: Any, stage: str, path: str) -> Callable[[], None]:
    """An edit that changes one length of a stage each time it is done."""
    state = {"version": piece.version, "mm": 70.0}

    def edit() -> None:
        state["mm"] = 60 + (state["mm"] + 1.3) % 20
        change = {"path": path, "value": f"{state['mm']:.1f} mm"}
        body = {"version": state["version"], "stage": stage, "changes": [change]}
        answer = client.patch(f"/api/pieces/{piece.pk}", json.dumps(body), content_type="application/json")
        state["version"] = answer.json()["version"]

    return edit


def _six_stages() -> dict[str, Any]:
    """A chain of six: fused, slumped, polished and again, each taking the one before."""
    from tests.core.test_rule_samples import begun

    whole = begun("full")
    stages = []
    for i, process in enumerate(("full", "tack", "full", "slump", "polish", "polish")):
        stage = begun(process)["stages"][0] | {"key": f"s{i}"}
        stages.append(stage | ({"takes": [{"from": f"s{i - 1}", "count": 1}]} if i else {}))
    return {**whole, "name": "Six stages", "stages": stages}


def bench_server() -> Figures:
    """Round trips of an edit through the whole server stack, with a durable database file."""
    from django.db import connection
    from django.test import Client
    from django.test.utils import CaptureQueriesContext

    from studio.actions.bringing_in import import_piece
    from studio.actions.shelf import save_kiln
    from studio.demo.load import load_many
    from tests.documents import KILN, document
    from tests.people import person_of, studio_of_one

    studio = studio_of_one("Bench")
    save_kiln(studio, kiln=None, version=None, document=dict(KILN), system="metric")
    piece = import_piece(studio, document())
    client = Client()
    client.force_login(person_of(studio))
    edit = _editor(client, piece, "", "stage.cradle.level.fall")
    edits = spread_ms(edit, 150)
    with CaptureQueriesContext(connection) as asked:
        edit()
    questions = len(asked)
    six = import_piece(studio, _six_stages())
    last = spread_ms(_editor(client, six, "s5", "stage.layup.length"), 150)
    six.refresh_from_db()
    middle = spread_ms(_editor(client, six, "s2", "stage.layup.length"), 60)
    load_many(studio, 500)
    lists = spread_ms(lambda: client.get("/api/pieces"), 30)
    searches = spread_ms(lambda: client.get("/api/pieces?search=499"), 30)
    return {
        "edit a piece (PATCH), p50 ms": statistics.median(edits),
        "edit a piece (PATCH), p95 ms": edits[int(0.95 * len(edits))],
        "edit a piece, questions to the database": float(questions),
        "edit the last of six stages, p50 ms": statistics.median(last),
        "edit the last of six stages, p95 ms": last[int(0.95 * len(last))],
        "edit the third of six stages, four planned anew, p50 ms": statistics.median(middle),
        "list 40 of 501 pieces, median ms": statistics.median(lists),
        "search 501 pieces, median ms": statistics.median(searches),
    }


def bench_pages() -> Figures:
    """Sizes of the first load, gzipped: what the page names, and what the pieces place needs."""
    dist = ROOT / "web" / "dist"
    html = (dist / "index.html").read_text("utf-8")
    first = set(re.findall(r"/static/(assets/[\w-]+\.js)", html))
    size = sum(len(gzip.compress((dist / name).read_bytes(), 9)) for name in first)
    every = sum(len(gzip.compress(path.read_bytes(), 9)) for path in (dist / "assets").glob("*.js"))
    return {"first load, JavaScript gzipped kB": size / 1e3, "all JavaScript gzipped kB": every / 1e3}


def _alone() -> None:
    """One thread of the linear algebra: what others do on the machine must not show in the ratios."""
    for name in ("OMP_NUM_THREADS", "OPENBLAS_NUM_THREADS", "MKL_NUM_THREADS"):
        os.environ[name] = "1"


def main() -> None:
    """All figures of this checkout, beside those that were committed."""
    _alone()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")
    if "against" in sys.argv:
        from benchmarks.against import bench_against

        asked = sys.argv[sys.argv.index("against") + 1 :]
        if not asked:
            raise SystemExit("It is: ./run bench against COMMIT [words of what is to be measured]")
        bench_against(asked[0], asked[1:])
        return
    if "kills" in sys.argv:
        from benchmarks.kills import KILLS, bench_kills

        many = next((int(word) for word in sys.argv if word.isdigit()), KILLS)
        for name, value in bench_kills(many).items():
            print(f"{name:56} {value:9.0f}")
        return
    if "clients" in sys.argv:
        from benchmarks.clients import bench_clients

        bench_clients(next((Path(word) for word in sys.argv[1:] if Path(word).is_dir()), None))
        return
    if "bombs" in sys.argv:
        from benchmarks.bombs import bench_bombs

        bench_bombs(next((Path(word) for word in sys.argv[1:] if Path(word).is_dir()), None))
        return
    folder = tempfile.TemporaryDirectory()
    os.environ["COLD_CRADLE_DB"] = str(Path(folder.name) / "bench.sqlite3")
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")
    import django
    from django.core.management import call_command

    django.setup()
    from django.conf import settings
    from django.test.utils import setup_test_environment

    setup_test_environment()
    settings.ALLOWED_HOSTS = ["*"]
    call_command("migrate", verbosity=0)
    base = baseline_ms()
    from benchmarks.browser import bench_browser
    from benchmarks.fire import bench_log, bench_watch
    from benchmarks.heat import bench_looks, bench_slab
    from benchmarks.rivals import bench_curve, bench_firing
    from benchmarks.rooms import bench_mesh, bench_outline, bench_rack
    from benchmarks.sheet import bench_sheet

    found = {
        **bench_core(),
        **bench_server(),
        **bench_outline(spread_ms),
        **bench_rack(spread_ms),
        **bench_mesh(),
        **bench_slab(spread_ms),
        **bench_looks(spread_ms),
        **bench_sheet(spread_ms),
        **bench_watch(spread_ms),
        **bench_log(),
        **bench_firing(),
        **bench_curve(),
    }
    found |= {**bench_pages(), **bench_browser()}
    found["baseline: 100 JSON round trips, ms"] = base
    before = json.loads(COMMITTED.read_text()) if COMMITTED.exists() else {}
    old_base = before.get("baseline: 100 JSON round trips, ms", base)
    print(f"{'':80} {'now':>9} {'committed':>10} {'/ baseline':>11} {'committed':>10}")
    for name, value in found.items():
        old = before.get(name)
        timed = name.endswith("ms") and "baseline" not in name
        ratios = (f"{value / base:11.2f}", f"{old / old_base:10.2f}" if old else f"{'':10}") if timed else ("", "")
        print(
            f"{name:80} {value:9.2f} {'' if old is None else format(old, '10.2f'):>10} {ratios[0]:>11} {ratios[1]:>10}"
        )
    if "--commit" in sys.argv:
        COMMITTED.write_text(json.dumps({k: round(v, 3) for k, v in found.items()}, indent=1) + "\n")


if __name__ == "__main__":
    main()
