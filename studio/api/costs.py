"""What a piece costs, with its working; as a table to take away."""

from __future__ import annotations

import csv
import io
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from coldcradle.load.cost import CostLine
from coldcradle.quantity.format import Message, say
from studio.api.replies import Schema, file_stem
from studio.api.schemas import ErrorOut, Id
from studio.costs import as_rows, cost_of
from studio.csv_cells import plain_cell
from studio.members import studio_of
from studio.piece_rows import one_piece

router = Router(tags=["costs"])


class CostLineOut(Schema):
    """One thing; `amount` is money with two places, None where it is not known."""

    key: str
    name: str
    amount: str | None
    words: Message


class StageCostOut(Schema):
    key: str
    name: str
    makes: int
    lines: list[CostLineOut]


class CostOut(Schema):
    """What one costs and all of them, as far as is known; `answer` says what is missing."""

    answer: Message
    stages: list[StageCostOut]
    known: str
    each: str | None
    series: str | None
    alike: int


def _line(line: CostLine) -> dict[str, Any]:
    amount = None if line.amount is None else str(line.amount)
    return {"key": line.key, "name": line.name, "amount": amount, "words": line.words}


@router.get("/pieces/{piece_id}/cost", response={200: CostOut, 404: ErrorOut, 422: ErrorOut})
def show_cost(request: HttpRequest, piece_id: Id, by: Literal["area", "weight"] = "area") -> Any:
    cost = cost_of(one_piece(studio_of(request), piece_id), by=by)
    if cost.each is not None:
        many = f"; all {cost.alike}: {cost.series}" if cost.alike > 1 else ""
        answer = say(f"**{cost.each}** for one{many}.")
    else:
        answer = say(
            f"**At least {cost.known}** for one; {{n}} not known.",
            n=f"{len(cost.missing)} of its costs are" if len(cost.missing) > 1 else "one of its costs is",
        )
    return {
        "answer": answer,
        "stages": [
            {"key": s.key, "name": s.name, "makes": s.makes, "lines": [_line(line) for line in s.lines]}
            for s in cost.stages
        ],
        "known": str(cost.known),
        "each": None if cost.each is None else str(cost.each),
        "series": None if cost.series is None else str(cost.series),
        "alike": cost.alike,
    }


@router.get("/pieces/{piece_id}/cost.csv", response={404: ErrorOut, 422: ErrorOut})
def copy_cost(request: HttpRequest, piece_id: Id, by: Literal["area", "weight"] = "area") -> Any:
    piece = one_piece(studio_of(request), piece_id)
    file = io.StringIO()
    writer = csv.writer(file)
    for row in as_rows(cost_of(piece, by=by)):
        writer.writerow([plain_cell(str(cell)) for cell in row])
    name = file_stem(piece.name, "piece")
    return HttpResponse(
        "\ufeff" + file.getvalue(),
        content_type="text/csv; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{name}-cost.csv"'},
    )
