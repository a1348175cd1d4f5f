"""Every answer that can be had of the demo's studio without changing it, and a few that change it."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpResponse
from django.test import Client

from coldcradle.sums import SUMS
from studio.actions.bringing_in import import_piece
from studio.api import api
from studio.demo.documents import demo_documents
from studio.models import Cradle, Firing, GlassKind, Piece, Stage

_NOT_ASKED = ("/api/studio/", "/api/photos/", "/api/logs/", "/api/solids/")


def told(response: HttpResponse) -> Any:
    """An answer as JSON, or as its lines."""
    raw = b"".join(response.streaming_content) if response.streaming else response.content  # type: ignore[attr-defined]
    if response.headers.get("Content-Type", "").startswith("application/json"):
        body: Any = json.loads(raw)
    else:
        lines = raw.decode("utf-8", "replace").splitlines()
        body = lines if len(lines) < 400 else [str(len(lines)), *lines[::17]]
    return {"status": response.status_code, "body": body}


def _addresses(studio: Any) -> list[str]:
    """Every GET, for each piece and stage, firing and part of it, cradle and kind."""
    schema = json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/")))
    pieces, firings = Piece.objects.of(studio).order_by("pk"), Firing.objects.of(studio).order_by("pk")
    found = []
    for path, verbs in schema["paths"].items():
        if "get" not in verbs or path.startswith(_NOT_ASKED):
            continue
        names = [p["name"] for p in verbs["get"].get("parameters", []) if p["in"] == "query"]
        if "{piece_id}" in path:
            for stage in Stage.objects.filter(piece__in=pieces).order_by("pk"):
                at = path.replace("{piece_id}", str(stage.piece_id))
                if "{key}" in at and stage.order:  # what a sum takes from a piece: of its first stage alone
                    continue
                for key in SUMS if "{key}" in at else [""]:
                    query = f"?stage={stage.key}" if "stage" in names else ""
                    found.append(at.replace("{key}", key) + query)
        elif "{firing_id}" in path:
            for stage in Stage.objects.filter(firing__in=firings).order_by("pk"):
                query = f"?stage_id={stage.pk}" if "stage_id" in names else ""
                found.append(path.replace("{firing_id}", str(stage.firing_id)) + query)
        elif "{cradle_id}" in path:
            found += [path.replace("{cradle_id}", str(c.pk)) for c in Cradle.objects.of(studio).order_by("pk")]
        elif "{kind_id}" in path:
            found += [path.replace("{kind_id}", str(k.pk)) for k in GlassKind.objects.of(studio).order_by("pk")]
        else:
            found.append(path)
    return list(dict.fromkeys(found))


def all_answers(client: Client, studio: Any) -> dict[str, Any]:
    """By address; for a sum, what it comes to with what stands in it; for a piece, what an edit of it answers."""
    while json.loads(client.get("/api/pieces").content)["pending"]:  # as much as a moment allows, on a busy machine
        pass
    answers = {at: told(client.get(at)) for at in _addresses(studio)}  # type: ignore[arg-type]  # as plain values
    for key in SUMS:
        sent = json.dumps({"system": "us", "typed": {}})
        answers[f"POST /api/sums/{key}"] = told(client.post(f"/api/sums/{key}", sent, content_type="application/json"))  # type: ignore[arg-type]  # as plain values
    for piece in Piece.objects.of(studio).order_by("pk"):
        changes = [{"path": "stage.heat.room", "value": "21"}, {"path": "stage.cradle.wall", "value": "0.5"}]
        sent = json.dumps({"version": piece.version, "system": "us", "changes": changes})
        at = f"/api/pieces/{piece.pk}"
        answers[f"PATCH {at}"] = told(client.patch(at, sent, content_type="application/json"))  # type: ignore[arg-type]  # as plain values
    return answers


def bring_in(studio: Any, documents: list[dict[str, Any]]) -> None:
    for document in documents:
        import_piece(studio, document)


__all__ = ["all_answers", "bring_in", "demo_documents", "told"]
