"""The HTTP face: parse, call, reply."""

from __future__ import annotations

from ninja.security import django_auth

from studio.api import (
    after,
    beginning,
    bench,
    choices,
    costs,
    cradles,
    drawings,
    fire,
    firings,
    heat,
    kilns,
    layup,
    loads,
    notebook,
    people,
    pieces,
    session,
    shelf,
    stages,
    stock,
    sums,
    today,
    weeks,
    whole,
)
from studio.api.parsing import Described, PlainParser
from studio.api.replies import Renderer
from studio.errors import answer_errors

__all__ = ["api"]

api = Described(
    title="Cold Cradle",
    version="1",
    auth=django_auth,
    docs_url=None,
    openapi_url=None,
    renderer=Renderer(),
    parser=PlainParser(),
)
answer_errors(api)
api.add_router("/session", session.router)
api.add_router("/choices", choices.router)
api.add_router("/pieces", pieces.router)
api.add_router("/pieces", stages.router)
api.add_router("/pieces", bench.router)
api.add_router("/sums", sums.router)
api.add_router("", shelf.router)
api.add_router("", kilns.router)
api.add_router("", firings.router)
api.add_router("", loads.router)
api.add_router("", costs.router)
api.add_router("", fire.router)
api.add_router("", after.router)
api.add_router("", notebook.router)
api.add_router("", today.router)
api.add_router("", weeks.router)
api.add_router("", heat.router)
api.add_router("", layup.router)
api.add_router("", cradles.router)
api.add_router("", drawings.router)
api.add_router("", stock.router)
api.add_router("/studio", people.router)
api.add_router("/begin", beginning.router)
api.add_router("/studio", whole.router)
