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


def bench_rack(spread_ms: Any) -> Figures:
    """A rack of 5 000 entries searched over the whole server stack."""
    from django.contrib.auth import get_user_model
    from django.test import Client

    from studio.models import GlassKind, StockItem

    owner = get_user_model().objects.get(username="Bench")
    kinds = list(GlassKind.objects.of(owner))
    forms = ("powder", "fine", "medium", "coarse", "nuggets", "billet", "sheet")
    StockItem.objects.bulk_create(
        StockItem(
            owner=owner,
            kind=kinds[n % len(kinds)],
            form=forms[n % 7],
            mass_kg=n / 1e3,
            details={"place": f"bay {n % 40}, shelf {n % 6}"},
            words=f"{kinds[n % len(kinds)].name} {forms[n % 7]} bay {n % 40}, shelf {n % 6} lot {n}",
        )
        for n in range(5000)
    )
    client = Client()
    client.force_login(owner)
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
