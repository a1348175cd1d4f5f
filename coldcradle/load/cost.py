"""What a piece costs: glass, firing, mould, bench, what is lost; each with its working, and what is not known said."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from typing import Literal

from coldcradle.bench.result import BenchPlan
from coldcradle.glass.batch import needs
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.stage import StageResult
from coldcradle.quantity.format import Message, say, show

__all__ = ["CostLine", "PieceCost", "StageCost", "cost_of_piece", "cost_of_stage", "cost_of_step", "share_of_firing"]

By = Literal["area", "weight"]
_CENT = Decimal("0.01")


@dataclass(frozen=True, slots=True, kw_only=True)
class CostLine:
    """One thing that one copy costs: `amount` None where it is not known, and then why."""

    key: str
    name: str
    amount: Decimal | None
    words: Message


@dataclass(frozen=True, slots=True, kw_only=True)
class StageCost:
    """The lines of a stage for one copy; `makes` copies."""

    key: str
    name: str
    makes: int
    lines: tuple[CostLine, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceCost:
    """What one of a piece costs and all of them; `known` is what is known of it, `missing` what is not.

    `each` and `series` are None as long as anything is missing.
    """

    stages: tuple[StageCost, ...]
    known: Decimal
    each: Decimal | None
    series: Decimal | None
    missing: tuple[str, ...]
    alike: int


def _money(value: Decimal) -> Decimal:
    return value.quantize(_CENT, rounding=ROUND_HALF_UP)


def _decimal(value: float) -> Decimal:
    return Decimal(repr(value))


def share_of_firing(sizes: Mapping[str, float], key: str) -> float:
    """The share of a firing that is a member's, 0 to 1, by what each takes of the shelf or weighs with all its copies.

    Examples
    --------
    >>> share_of_firing({"a": 3.0, "b": 1.0}, "a")
    0.75
    """
    whole = sum(sizes.values())
    return sizes[key] / whole if whole > 0 else 1.0 / max(1, len(sizes))


def _glass(result: StageResult, prices: Mapping[str, float], waste: float | None) -> list[CostLine]:
    """New glass of one copy, by the price of its form; what is cut away counts as far as the cutting is planned."""
    laid, glass = result.laid, result.stage.glass
    if laid.charged is not None:
        wanted = [(need.form.key, need.form.name, need.need_kg) for need in needs(laid.charged)]
    else:
        kg = next(f for f in laid.figures if f.key == "charge_mass").value
        wanted = [("sheet", "sheet", kg)] if kg > 0 else []
    lines = []
    for form, name, kg in wanted:
        lines.append(_glass_line(form, f"{glass.kind.name}, {name}", kg, prices.get(form), waste, cut=form == "sheet"))
    for i, extra in enumerate(glass.extras):
        called = f"{extra.kind.name}, {extra.form.name}"
        price = prices.get(f"{extra.kind.key}/{extra.form.key}")
        lines.append(_glass_line(f"extra-{i}", called, extra.mass_kg, price, None, cut=False))
    return lines


def _glass_line(key: str, name: str, kg: float, price: float | None, waste: float | None, *, cut: bool) -> CostLine:
    mass = show(kg, "mass")
    if price is None:
        words = say("{m}; no price of it stands on the rack.", m=mass)
        return CostLine(key=f"glass-{key}", name=name, amount=None, words=words)
    used = _decimal(kg) / (1 - _decimal(waste)) if cut and waste is not None and waste < 1 else _decimal(kg)
    if cut and waste is not None:
        told = "{m} at {p} a kilogram, and {w} of the sheet is cut away."
        words = say(told, m=mass, p=f"{price:.2f}", w=show(round(waste, 2), "ratio"))
    else:
        told = "{m} at {p} a kilogram" + (", without what is cut away." if cut else ".")
        words = say(told, m=mass, p=f"{price:.2f}")
    return CostLine(key=f"glass-{key}", name=name, amount=_money(used * _decimal(price)), words=words)


def _power(result: StageResult, energy_j: float | None, share: float, makes: int, by: By) -> CostLine:
    kiln = result.heated.heat.kiln
    name = f"Firing in {kiln.name}"
    if energy_j is None:
        return CostLine(key="firing", name=name, amount=None, words=say("The kiln cannot do it as it stands."))
    kwh = _decimal(energy_j) / Decimal(3_600_000)
    shown = show(energy_j, "energy")
    if not kiln.price_per_kwh:
        words = say("{e}; what a kWh costs is not said of {kiln}.", e=shown, kiln=kiln.name)
        return CostLine(key="firing", name=name, amount=None, words=words)
    price = _decimal(kiln.price_per_kwh)
    amount = _money(kwh * price * _decimal(share) / makes)
    told = "{e} at {p} a kWh"
    told += f", {{s}} of it by {by}" if share < 1 else ""
    told += ", for {n} alike." if makes > 1 else "."
    words = say(told, e=shown, p=f"{kiln.price_per_kwh:g}", s=show(round(share, 2), "ratio"), n=str(makes))
    return CostLine(key="firing", name=name, amount=amount, words=words)


def _own(stage: StageInput) -> list[CostLine]:
    costs = stage.costs
    mould = CostLine(
        key="mould",
        name="Mould and release",
        amount=None if costs.mould is None else _money(_decimal(costs.mould)),
        words=say("Not said.") if costs.mould is None else say("As you said."),
    )
    if costs.hours_s is None or costs.wage is None:
        what = (
            "hours and wage"
            if costs.hours_s is None and costs.wage is None
            else "hours"
            if costs.hours_s is None
            else "wage"
        )
        return [
            mould,
            CostLine(key="bench", name="At the bench", amount=None, words=say("Not said: {what}.", what=what)),
        ]
    amount = _money(_decimal(costs.hours_s) / 3600 * _decimal(costs.wage))
    words = say("{h} at {w} an hour.", h=show(costs.hours_s, "duration"), w=f"{costs.wage:g}")
    return [mould, CostLine(key="bench", name="At the bench", amount=amount, words=words)]


def _lost(stage: StageInput, lines: Sequence[CostLine]) -> CostLine:
    """What does not come out is paid by what does: share/(1 − share) of all before."""
    lost = stage.costs.lost
    if lost is None:
        return CostLine(key="lost", name="What is lost", amount=None, words=say("The share that is lost is not said."))
    known = sum((line.amount for line in lines if line.amount is not None), Decimal(0))
    amount = _money(known * _decimal(lost) / (1 - _decimal(lost)))
    words = say("{p} does not come out; the others bear it.", p=show(lost, "ratio"))
    return CostLine(key="lost", name="What is lost", amount=amount, words=words)


def cost_of_stage(
    result: StageResult,
    *,
    prices: Mapping[str, float],
    waste: float | None,
    energy_j: float | None,
    share: float,
    by: By,
) -> StageCost:
    """What one copy of a stage costs, line by line.

    Parameters
    ----------
    result : StageResult
        The stage as it was worked out.
    prices : mapping
        Money per kilogram by form of its glass, by "kind/form" for other glasses; what is missing is not known.
    waste : float or None
        Share of the sheets that is cut away, 0 to 1, None where nothing is cut or no sheets are written down.
    energy_j : float or None
        Of the whole firing, J.
    share : float
        The stage's share of the firing with all its copies, 0 to 1.
    by : str
        By what the firing was shared, for the words.
    """
    stage = result.stage
    lines = [*_glass(result, prices, waste), _power(result, energy_j, share, stage.makes, by), *_own(stage)]
    lines.append(_lost(stage, lines))
    return StageCost(key=stage.key, name=stage.name, makes=stage.makes, lines=tuple(lines))


def cost_of_step(step: BenchPlan, *, wage: float | None, makes: int) -> StageCost:
    """What one copy of a step at the bench costs: its part of the hours, at what an hour is worth where it is said."""
    each_s = step.time_s / makes
    hours = show(each_s, "duration")
    if wage is None:
        line = CostLine(key="bench", name="At the bench", amount=None, words=say("{h}; the wage is not said.", h=hours))
    else:
        amount = _money(_decimal(each_s) / 3600 * _decimal(wage))
        words = say("{h} at {w} an hour.", h=hours, w=f"{wage:g}")
        line = CostLine(key="bench", name="At the bench", amount=amount, words=words)
    return StageCost(key=step.key, name=step.name, makes=makes, lines=(line,))


def cost_of_piece(stages: Sequence[StageCost], *, alike: int, times: Mapping[str, int] | None = None) -> PieceCost:
    """All stages together: of rounds of one series one copy goes through one of them; what a later stage takes in
    several times counts as often (`times`, by key).
    """
    known, missing = Decimal(0), []
    whole_known = Decimal(0)
    for stage in stages:
        often = (times or {}).get(stage.key, 1)
        for line in stage.lines:
            if line.amount is None:
                missing.append(f"{stage.name}: {line.name.lower()}" if len(stages) > 1 else line.name.lower())
            else:
                known += line.amount * often * stage.makes / alike
                whole_known += line.amount * often * stage.makes
    each = None if missing else _money(known)
    return PieceCost(
        stages=tuple(stages),
        known=_money(known),
        each=each,
        series=None if missing else _money(whole_known),
        missing=tuple(missing),
        alike=alike,
    )
