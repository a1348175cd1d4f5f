"""What can hurt someone, at the station and step where it can."""

from __future__ import annotations

from collections.abc import Iterator

from coldcradle.layup.load import Load
from coldcradle.piece.inputs import StageInput
from coldcradle.report.finding import Caution

__all__ = ["cautions", "fire_cautions"]


def cautions(stage: StageInput, load: Load) -> list[Caution]:
    """What can hurt someone, where it can. An estimate is a plan, not a warranty."""
    material, form = stage.cradle.material, load.form
    found = []
    if material.key == "plaster-silica":
        found.append(Caution("cradle", "", "Plaster and silica dust: respirator, wet clean-up, never swept dry."))
    if material.key == "fibre-board":
        found.append(Caution("cradle", "", "Dry fibre: respirator and gloves, wet clean-up."))
    if material.key == "mild-steel":
        found.append(
            Caution(
                "cradle",
                "",
                "Steel other than stainless spalls in the heat, and galvanised or unknown metal gives off fumes: do "
                "not fire it.",
            )
        )
    if form.key in ("powder", "fine"):
        found.append(Caution("glass", "", "Glass powder: respirator, ventilation, wet clean-up."))
    elif form.key in ("billet", "coarse", "nuggets"):
        found.append(Caution("glass", "", "Broken glass: eye protection and gloves."))
    if material.holds_water:
        found.append(
            Caution("heat", "dry", "Steam: vent the kiln while the mould dries, hands and face away from the vent.")
        )
    found += [
        *_process_cautions(stage, load),
        Caution(
            "heat", "cast", "A look at heat: protective clothing, seconds only, power off to the elements, never alone."
        ),
        Caution("heat", "coast", "Lid shut until it may be opened. Mould and shelves stay hot for hours."),
        Caution(
            "heat",
            "",
            "A plan, not a warranty. Follow the kiln maker and local codes; electrical work is for a licensed "
            "electrician.",
        ),
    ]
    return found


def _process_cautions(stage: StageInput, load: Load) -> Iterator[Caution]:
    heat = stage.heat
    if load.entering == "pack":
        yield Caution(
            "heat",
            "cast",
            "Plenty of posts under the lower shelf: a weighted shelf that cracks lets glass run. Lift shelves only "
            "when cold.",
        )
    if heat.process.traits.has_former:
        yield Caution(
            "layup",
            "",
            "Stainless steel only, and lined; it stays hot for hours. No candle by a leaning panel: a battery light.",
        )
    if stage.layup.layers:
        yield Caution("layup", "", "Cutting and nipping: safety glasses and gloves.")
    if heat.process.traits.lets_go:
        yield Caution(
            "heat",
            "cast",
            "Hung and dropping glass can let go: nothing under it that must not burn, and nobody reaching in.",
        )
    if stage.layup.hot:
        yield Caution(
            "heat",
            "cast",
            "Worked by hand: suit, hood and gloves for this heat, a second person, power off to the elements before "
            "the lid opens, seconds each time, tools dry and at hand, water and a way out near.",
        )
    if stage.layup.hot or heat.attendance in ("pour", "hot") or heat.process.traits.lifts:
        yield Caution(
            "heat",
            "cast",
            "Handling hot glass is for people trained to it, in protective suits, two of them. We time it; we do not "
            "teach it.",
        )


def fire_cautions(station: str) -> list[Caution]:
    """What can hurt someone before, while and after any firing."""
    before = (
        "Release and powder: respirator, ventilation, wet clean-up. Gloves and eyes by broken glass.",
        "Kiln off at the wall while you load. Electrical work is for a licensed electrician; follow the kiln maker "
        "and local codes.",
    )
    return [Caution("before", "", text) for text in (before if station == "before" else ())]
