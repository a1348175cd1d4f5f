"""Timings of outlines and a long rack."""

from __future__ import annotations

import json
import statistics
from typing import Any

import numpy as np

Figures = dict[str, float]


def bench_outline(spread_ms: Any) -> Figures:
    """A piece over an outline of 5 000 points: reading it and planning it anew."""
    from coldcradle.document.piece import read_piece
    from coldcradle.piece.stage import plan_stage
    from tests.documents import document

    turn = np.linspace(0, 2 * np.pi, 5000, endpoint=False)
    radius = 60 + 6 * np.sin(9 * turn)
    ring = np.column_stack([radius * np.cos(turn), radius * np.sin(turn)]).round(3).tolist()
    whole = document(
        cradle__parts=[{"shape": "prism", "height": "20 mm", "outline": {"rings": [ring]}}],
        cradle__line="12 mm",
        cradle__method="shape",
    )
    return {
        "outline of 5 000 points, read and planned, median ms": statistics.median(
            spread_ms(lambda: plan_stage(read_piece(whole).piece.stages[0]), 30)
        )
    }


_LOOP = """
/* The plainest loop there is: the room under one height, triangle by triangle, again for every height. */
void one_height(long n, const double *t, double z, double *volume) {
    double sum = 0;
    for (long i = 0; i < n; i++, t += 9) {
        double ux = t[3] - t[0], uy = t[4] - t[1], vx = t[6] - t[0], vy = t[7] - t[1];
        double shadow = -(ux * vy - uy * vx) / 2, a = t[2], b = t[5], c = t[8], s;
        if (a > b) { s = a; a = b; b = s; }
        if (b > c) { s = b; b = c; c = s; }
        if (a > b) { s = a; a = b; b = s; }
        if (z <= a) continue;
        if (z >= c) { sum += shadow * (z - (a + b + c) / 3); continue; }
        double low = (b - a) * (c - a), high = (c - b) * (c - a);
        if (z <= b) sum += shadow * (low > 0 ? (z - a) * (z - a) * (z - a) / low / 3 : 0);
        else sum += shadow * (z - (a + b + c) / 3 + (high > 0 ? (c - z) * (c - z) * (c - z) / high / 3 : 0));
    }
    *volume = sum;
}
"""


def bench_mesh() -> Figures:
    """The room of a large mesh at every height, beside the same asked of a plain compiled loop at as many heights as
    that does in one pass over the triangles; CPU time, in turn.
    """
    import ctypes
    import subprocess
    import tempfile
    import time
    from pathlib import Path

    import trimesh

    from coldcradle.cradle.curve import levels_of, room_curve

    triangles = np.ascontiguousarray(trimesh.creation.icosphere(subdivisions=8, radius=0.05).triangles)
    levels = levels_of(triangles)
    with tempfile.TemporaryDirectory() as folder:
        source, target = Path(folder) / "loop.c", Path(folder) / "loop.so"
        source.write_text(_LOOP)
        subprocess.run(["cc", "-O3", "-shared", "-fPIC", "-o", str(target), str(source)], check=True)
        loop = ctypes.CDLL(str(target)).one_height
        volume = ctypes.c_double()
        ours, theirs = [], []
        for _ in range(7):
            began = time.process_time()
            curve = room_curve(triangles, levels)[0]
            ours.append(time.process_time() - began)
            began = time.process_time()
            loop(
                ctypes.c_long(len(triangles)),
                ctypes.c_void_p(triangles.ctypes.data),
                ctypes.c_double(float(levels[128])),
                ctypes.byref(volume),
            )
            theirs.append(time.process_time() - began)
        assert abs(volume.value - curve[128]) < 1e-12
    one, pass_ = statistics.median(ours), statistics.median(theirs)
    return {
        "room of 1.3 M triangles at 257 heights, CPU ms": one * 1e3,
        "a plain compiled loop, one height, CPU ms": pass_ * 1e3,
        "a plain compiled loop at 257 heights / ours, times": pass_ * len(levels) / one,
        "ours at 257 heights / the loop at one": one / pass_,
    }


def bench_rack(spread_ms: Any) -> Figures:
    """A rack of 5 000 entries searched over the whole server stack."""
    from django.test import Client

    from studio.models import GlassKind, StockItem, Studio
    from tests.people import person_of

    studio = Studio.objects.get(name="Bench")
    kinds = list(GlassKind.objects.of(studio))
    forms = ("powder", "fine", "medium", "coarse", "nuggets", "billet", "sheet")
    StockItem.objects.bulk_create(
        StockItem(
            studio=studio,
            kind=kinds[n % len(kinds)],
            form=forms[n % 7],
            mass_kg=n / 1e3,
            details={"place": f"bay {n % 40}, shelf {n % 6}"},
            words=f"{kinds[n % len(kinds)].name} {forms[n % 7]} bay {n % 40}, shelf {n % 6} lot {n}",
        )
        for n in range(5000)
    )
    client = Client()
    client.force_login(person_of(studio))
    found = json.loads(client.get("/api/stock?search=lot%204321").content)
    assert found["count"] == 1, found["count"]
    return {
        "search a rack of 5 000, one found, median ms": statistics.median(
            spread_ms(lambda: client.get("/api/stock?search=lot%204321"), 30)
        ),
        "search a rack of 5 000, a page of many, median ms": statistics.median(
            spread_ms(lambda: client.get("/api/stock?search=bay%20shelf"), 30)
        ),
    }
