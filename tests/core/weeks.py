"""Made-up weeks for tests and benchmarks: groups that may share, areas, precedence, due dates, moulds, nights."""

from __future__ import annotations

import math
import random

from coldcradle.load.week.jobs import Job, KilnTime, Week

__all__ = ["made_up"]

_H = 3600.0


def made_up(seed: int, many: int, *, kilns: int = 2, groups: int = 3) -> Week:
    """A week of so many jobs; what is of one group may share while its areas go into the kiln together."""
    chance = random.Random(seed)
    names = [f"k{i}" for i in range(kilns)]
    room = {name: 1.0 + 0.5 * i for i, name in enumerate(names)}
    group, area, hours = {}, {}, {}
    jobs: list[Job] = []
    for n in range(many):
        key = f"j{n}"
        group[key], area[key], hours[key] = (
            chance.randrange(groups),
            chance.choice((0.3, 0.45, 0.6)),
            chance.choice((14, 20, 26, 40)),
        )
        after: tuple[tuple[str, float], ...] = ()
        if jobs and chance.random() < 0.35:
            after = ((chance.choice(jobs).key, chance.choice((0.0, 6 * _H, 24 * _H))),)
        due = chance.choice((math.inf, 60 * _H, 120 * _H, 200 * _H))
        fits = tuple(name for name in names if chance.random() < 0.8) or (names[0],)
        mould = {"mould": f"m{n % 3}", "moulds": 1} if chance.random() < 0.2 else {}
        jobs.append(Job(key=key, kilns=fits, after=after, due_s=due, **mould))  # type: ignore[arg-type]  # as its fields are
    before: dict[str, set[str]] = {}
    for job in jobs:
        before[job.key] = {k for k, _ in job.after}.union(*(before[k] for k, _ in job.after))

    def may_share(keys: frozenset[str], kiln: str) -> bool:
        if any(kiln not in job.kilns for job in jobs if job.key in keys):
            return False
        if any(before[a] & keys for a in keys):
            return False
        return len({group[k] for k in keys}) == 1 and sum(area[k] for k in keys) <= room[kiln]

    return Week(
        jobs=tuple(jobs),
        kilns=tuple(KilnTime(name=name) for name in names),
        may_share=may_share,
        lasts_s=lambda keys, kiln: max(hours[k] for k in keys) * _H,
        is_up=lambda at: 7 <= at / _H % 24 <= 22,
    )
