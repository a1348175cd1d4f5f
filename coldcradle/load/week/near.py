"""Plans near to one: a firing put elsewhere in the order or into another kiln, a stage put into another firing."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from coldcradle.load.week.jobs import Week

__all__ = ["neighbours"]

Order = list[tuple[frozenset[str], str]]


def neighbours(week: Week, order: Sequence[tuple[frozenset[str], str]]) -> Iterator[Order]:
    """Orders one step away: fewer firings first, then other kilns, then other places in the order."""
    yield from _joined(week, order)
    yield from _other_kilns(week, order)
    yield from _moved(order)
    yield from _alone(week, order)


def _joined(week: Week, order: Sequence[tuple[frozenset[str], str]]) -> Iterator[Order]:
    """One job put into another firing."""
    for i, (keys, kiln) in enumerate(order):
        for key in sorted(keys):
            for j, (other, there) in enumerate(order):
                if i == j or there not in week.job(key).kilns or not week.may_lie_together(other | {key}, there):
                    continue
                found = list(order)
                found[j] = (other | {key}, there)
                found[i] = (keys - {key}, kiln)
                yield [(some, where) for some, where in found if some]


def _other_kilns(week: Week, order: Sequence[tuple[frozenset[str], str]]) -> Iterator[Order]:
    for i, (keys, kiln) in enumerate(order):
        for other in week.kilns:
            may = all(other.name in week.job(key).kilns for key in keys)
            if other.name != kiln and may and week.may_lie_together(keys, other.name):
                yield [*order[:i], (keys, other.name), *order[i + 1 :]]


def _moved(order: Sequence[tuple[frozenset[str], str]]) -> Iterator[Order]:
    for i in range(len(order)):
        rest = [*order[:i], *order[i + 1 :]]
        for j in range(len(order)):
            if j != i:
                yield [*rest[:j], order[i], *rest[j:]]


def _alone(week: Week, order: Sequence[tuple[frozenset[str], str]]) -> Iterator[Order]:
    """One job taken out of its firing into one of its own, in any place of the order."""
    for i, (keys, kiln) in enumerate(order):
        for key in sorted(keys) if len(keys) > 1 else ():
            rest = [*order[:i], (keys - {key}, kiln), *order[i + 1 :]]
            for where in week.job(key).kilns:
                for j in range(len(rest) + 1):
                    yield [*rest[:j], (frozenset({key}), where), *rest[j:]]
