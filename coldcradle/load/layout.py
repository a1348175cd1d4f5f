"""The kiln in plan and by levels: where each copy lies, what is too near to what, and what does not fit."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from coldcradle.heat.kiln.kiln import KilnModel
from coldcradle.load.arrange import Piece, Put, arrange
from coldcradle.load.fits import too_large
from coldcradle.load.footprint import Footprint
from coldcradle.load.inputs import Berth, FiringInput, LoadInput
from coldcradle.load.places import place_at
from coldcradle.load.room import Level, levels_of
from coldcradle.load.solid2 import Placed, apart_m, inside_m
from coldcradle.quantity.format import DualQuantity, Message, plural, say, show

__all__ = ["Item", "Layout", "LevelPlan", "berths_arranged", "lay_out"]

_EDGE = 1e-6


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """A copy in its berth: `berth` its number among those that were told, -1 where it is only proposed.

    `rings` are drawn round its middle and turned with it; `faults` say what is the matter there.
    """

    member: str
    name: str
    copy: int
    berth: int
    level: int
    x_m: float
    y_m: float
    turn_deg: float
    is_locked: bool
    width_m: float
    depth_m: float
    height_m: float
    is_round: bool
    rings: tuple[list[tuple[float, float]], ...]
    place: str
    words: Message
    faults: tuple[Message, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class LevelPlan:
    """A level with its box (left, front, right, back, m), how high it stands and what is free above it."""

    number: int
    name: str
    box: tuple[float, float, float, float]
    z_m: float
    free_m: float
    free: DualQuantity
    mass: DualQuantity
    faults: tuple[Message, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Layout:
    """All that lies in the kiln; `left` says what found no room, and why."""

    levels: tuple[LevelPlan, ...]
    items: tuple[Item, ...]
    left: tuple[Message, ...]
    is_sound: bool


def _asks(firing: FiringInput, asked_c: Mapping[str, float]) -> list[tuple[float, float, float]]:
    kiln = firing.members[0].stage.heat.kiln
    if not kiln.zones or len(asked_c) < 2:
        return []
    middle = (kiln.width_m / 2, kiln.depth_m / 2, 0.0)
    return [middle, *((z.at[0] * kiln.width_m, z.at[1] * kiln.depth_m, z.offset_k) for z in kiln.zones)]


def _told(load: LoadInput, prints: Mapping[str, Footprint], copies: Mapping[str, int]) -> list[tuple[int, Berth]]:
    """Berths of members that are in the firing, no more of each than it has copies."""
    found, so_far = [], dict.fromkeys(copies, 0)
    for number, berth in enumerate(load.berths):
        if berth.member in prints and so_far[berth.member] < copies[berth.member]:
            so_far[berth.member] += 1
            found.append((number, berth))
    return found


def _put(berth: Berth, prints: Mapping[str, Footprint]) -> Put:
    at = Placed(prints[berth.member], berth.x_m, berth.y_m, berth.turn_deg)
    return Put(member=berth.member, level=berth.shelf, at=at)


def lay_out(firing: FiringInput, prints: Mapping[str, Footprint], asked_c: Mapping[str, float]) -> Layout:
    """Where everything lies: what has a berth as it was told, the rest where it would best be put.

    `prints` and `asked_c` are the footprint of each member and the peak it would have alone, by its key.
    """
    kiln = firing.members[0].stage.heat.kiln
    levels = levels_of(kiln, firing.load.shelves)
    copies = {m.key: m.copies for m in firing.members}
    told = _told(firing.load, prints, copies)
    puts = [_put(berth, prints) for _, berth in told]
    pieces = [
        Piece(member=m.key, what=prints[m.key], asks_c=asked_c[m.key])
        for m in firing.members
        for _ in range(m.copies - sum(put.member == m.key for put in puts))
    ]
    done, left = arrange(pieces, levels, gap_m=kiln.between_m, locked=puts, hotness=_asks(firing, asked_c))
    names = {m.key: m.name for m in firing.members}
    items = tuple(_items(done, told, levels, kiln, names))
    plans = tuple(_level_plan(level, done, kiln, firing.load) for level in levels)
    over = tuple(_left_words(left, names, levels, kiln, done))
    faults = any(item.faults for item in items) or any(plan.faults for plan in plans)
    return Layout(levels=plans, items=items, left=over, is_sound=not (over or faults))


def _items(
    done: Sequence[Put],
    told: Sequence[tuple[int, Berth]],
    levels: Sequence[Level],
    kiln: KilnModel,
    names: Mapping[str, str],
) -> Iterator[Item]:
    count: dict[str, int] = {}
    for i, put in enumerate(done):
        berth = told[i] if i < len(told) else None
        copy = count[put.member] = count.get(put.member, 0) + 1
        at = put.at
        place = place_at(kiln, at.x_m, at.y_m)
        yield Item(
            member=put.member,
            name=names[put.member],
            copy=copy,
            berth=berth[0] if berth else -1,
            level=put.level,
            x_m=at.x_m,
            y_m=at.y_m,
            turn_deg=at.turn_deg,
            is_locked=berth[1].is_locked if berth else False,
            width_m=at.what.width_m,
            depth_m=at.what.depth_m,
            height_m=at.what.height_m,
            is_round=at.what.radius_m is not None,
            rings=tuple([(round(x, 5), round(y, 5)) for x, y in ring] for ring in at.what.rings),
            place=place,
            words=_where(put, kiln, levels),
            faults=tuple(_faults(i, done, levels, kiln, names)),
        )


def _where(put: Put, kiln: KilnModel, levels: Sequence[Level]) -> Message:
    """A place in words, for who cannot see the drawing."""
    third_x = ("left", "in the middle", "right")[min(2, max(0, int(3 * put.at.x_m / kiln.width_m)))]
    third_y = ("front", "middle", "back")[min(2, max(0, int(3 * put.at.y_m / kiln.depth_m)))]
    where = {"left": f"{third_y} left", "right": f"{third_y} right"}.get(
        third_x, "in the middle" if third_y == "middle" else f"{third_y}, in the middle"
    )
    return say(
        "{level}, {where}: {x} from the left, {y} from the front",
        level=_level_name(put.level, len(levels)),
        where=where,
        x=show(round(put.at.x_m, 3), "length"),
        y=show(round(put.at.y_m, 3), "length"),
    )


def _level_name(number: int, of: int) -> str:
    return "on the floor" if of == 1 and number == 0 else f"shelf {number + 1}"


def _faults(
    i: int, done: Sequence[Put], levels: Sequence[Level], kiln: KilnModel, names: Mapping[str, str]
) -> Iterator[Message]:
    """What is the matter with one berth, and by how much."""
    put = done[i]
    if put.level >= len(levels):
        yield say("There is no shelf {n} in this firing.", n=str(put.level + 1))
        return
    level = levels[put.level]
    high = put.at.what.height_m
    if high > level.free_m + _EDGE:
        yield say(
            "Too high by {d}: it is {h} high, {free} is free.",
            d=show(high - level.free_m, "length"),
            h=show(high, "length"),
            free=show(max(0.0, level.free_m), "length"),
        )
    inside = inside_m(put.at, level.box)
    if inside < -_EDGE:
        yield say("{d} too near to a wall, or over the edge of its shelf.", d=show(-inside, "length"))
    for j, other in enumerate(done):
        if j != i and other.level == put.level:
            gap = apart_m(put.at, other.at)
            if gap < kiln.between_m - _EDGE:
                told = "{d} too near to “{name}”." if gap >= 0 else "It lies {d} in “{name}”."
                by = kiln.between_m - gap if gap >= 0 else -gap
                yield say(told, d=show(by, "length"), name=names[other.member])


def _level_plan(level: Level, done: Sequence[Put], kiln: KilnModel, load: LoadInput) -> LevelPlan:
    mass = sum(put.at.what.mass_kg for put in done if put.level == level.number)
    faults = []
    if level.bears_kg is not None and mass > level.bears_kg:
        faults.append(say("It bears {b}; {m} stands on it.", b=show(level.bears_kg, "mass"), m=show(mass, "mass")))
    if load.shelves:
        posts = load.shelves[level.number].posts_m
        if posts > 0 and kiln.posts_m and not any(abs(posts - own) < 1e-4 for own in kiln.posts_m):
            have = ", ".join(f"{1e3 * own:g} mm" for own in kiln.posts_m)
            faults.append(
                say(
                    "There are no posts of {p}; {have} go with {kiln}.",
                    p=show(posts, "length"),
                    have=have,
                    kiln=kiln.name,
                )
            )
    if level.free_m <= 0:
        faults.append(say("There is no room above it."))
    return LevelPlan(
        number=level.number,
        name=_level_name(level.number, max(1, len(load.shelves))),
        box=level.box,
        z_m=level.z_m,
        free_m=level.free_m,
        free=show(max(0.0, level.free_m), "length"),
        mass=show(mass, "mass"),
        faults=tuple(faults),
    )


def _left_words(
    left: Sequence[Piece], names: Mapping[str, str], levels: Sequence[Level], kiln: KilnModel, done: Sequence[Put]
) -> Iterator[Message]:
    """What found no room, by whom, with what is missing."""
    by_member: dict[str, list[Piece]] = {}
    for piece in left:
        by_member.setdefault(piece.member, []).append(piece)
    for member, pieces in by_member.items():
        short = too_large(pieces[0].what, levels, kiln)
        there = sum(put.member == member for put in done)
        many = plural(len(pieces), "copy", "copies")
        if short is not None:
            yield say("“{name}” does not go into {kiln}: {why}.", name=names[member], kiln=kiln.name, why=short)
        elif there:
            yield say("{n} of “{name}” find no room; {k} do.", n=many, name=names[member], k=str(there))
        else:
            yield say("“{name}” finds no room beside the others.", name=names[member])


def berths_arranged(
    firing: FiringInput, prints: Mapping[str, Footprint], asked_c: Mapping[str, float]
) -> tuple[Berth, ...]:
    """Berths for everything, what is locked left where it is, all else put anew."""
    locked = tuple(berth for berth in firing.load.berths if berth.is_locked)
    kept = LoadInput(shelves=firing.load.shelves, berths=locked)
    anew = FiringInput(members=firing.members, load=kept)
    layout = lay_out(anew, prints, asked_c)
    return tuple(
        Berth(
            member=item.member,
            shelf=item.level,
            x_m=round(item.x_m, 4),
            y_m=round(item.y_m, 4),
            turn_deg=item.turn_deg,
            is_locked=item.is_locked,
        )
        for item in layout.items
    )
