"""Checks that tick themselves, from what the piece and the shelf already know."""

from __future__ import annotations

from coldcradle.before.check import CheckResult, CheckRule, judged
from coldcradle.before.inputs import CheckContext
from coldcradle.cradle.level import slope_of
from coldcradle.cradle.release import releases
from coldcradle.quantity.format import DualQuantity, Message, plural, say, show

__all__ = ["COMPUTED"]

_CLEAR_M = 0.05  # to an element; common practice, no source
_LEVEL = 0.005  # 5 mm on a metre: past it glass goes down crooked; common practice, no source


def _plan_stands(s: CheckContext) -> CheckResult | None:
    stops = [f for f in s.findings if f.severity == "stop"]
    if stops:
        first = stops[0].says
        more = f" And {plural(len(stops) - 1, 'thing')} more." if len(stops) > 1 else ""
        todo = say("Mend it at its station, or write down why you fire it so.")
        return CheckResult("stop", Message(first.metric + more, first.us + more), todo)
    thinks = sum(f.severity == "think" for f in s.findings)
    if thinks:
        return judged("think", f"Nothing stops it; {plural(thinks, 'thing')} to think about at the stations.")
    return judged("good", "Nothing in the plan stops it.")


def _is_coated(s: CheckContext) -> bool:
    return s.cradle.care.is_kept and not s.cradle.care.is_single_use


def _release_rated(s: CheckContext) -> CheckResult | None:
    if not _is_coated(s) or s.highest_c is None:
        return None
    log = s.cradle.care.log
    if not log:
        return judged("think", "No release is written down for {c}.", "Write it down on the shelf.", c=s.cradle.name)
    last = max(log, key=lambda coat: coat.on)
    kind = releases()[last.kind]
    shown = {"r": show(last.rated_c, "temperature"), "p": show(s.peak_c, "temperature")}
    told = f"{kind.name.capitalize()}, {last.coats} of {kind.coats} coats, rated {{r}}; peak {{p}}."
    if s.peak_c > last.rated_c:
        return judged("stop", told, "Above its rating it burns away and glass welds. Use another.", **shown)
    worn = last.firings >= max(1, kind.lasts)
    if last.coats < kind.coats or worn:
        after = f" It has seen {plural(last.firings, 'firing')}." if worn else ""
        return judged("think", told + after, "Coat again, each coat dry before the next.", **shown)
    return judged("good", told, **shown)


def _former_metal(s: CheckContext) -> CheckResult | None:
    key = s.cradle.material.key
    if key not in ("stainless", "mild-steel"):
        return None
    if key == "mild-steel":
        return judged(
            "stop",
            "{c} is steel that spalls.",
            "Stainless only; galvanised or unknown metal gives off fumes.",
            c=s.cradle.name,
        )
    if s.does.has_former and s.layup.lining_m <= 0:
        return judged("stop", "{c} is stainless, but bare.", "Line it with fibre paper.", c=s.cradle.name)
    lined = " and lined" if s.layup.lining_m > 0 else ""
    return judged("good", "{c} is stainless" + lined + ".", c=s.cradle.name)


def _press_paper(s: CheckContext) -> CheckResult | None:
    if not s.does.is_pressed:
        return None
    if s.layup.lining_m > 0:
        return judged(
            "stop",
            "Fibre paper, {d}, lies between the shelves.",
            "Take it out: it presses into the glass. Fresh thick wash on both faces.",
            d=show(s.layup.lining_m, "length"),
        )
    return judged("good", "No fibre paper between the shelves.")


def _level_measured(s: CheckContext) -> CheckResult | None:
    tilt = s.cradle.tilt
    if tilt is None:
        return None
    shown = {"r": show(tilt.rise_m, "length"), "o": show(tilt.over_m, "length")}
    if slope_of(tilt) > _LEVEL:
        return judged("think", "It leans {r} over {o}.", "Shim it: glass slides and runs to the low side.", **shown)
    return judged("good", "Level: {r} over {o}.", **shown)


def _elements_clear(s: CheckContext) -> CheckResult | None:
    room = s.heat.kiln.height_m - s.load.top_m - s.layup.posts_m
    shown: dict[str, DualQuantity | str] = {
        "room": show(max(room, 0.0), "length"),
        "least": show(_CLEAR_M, "length"),
        "k": s.heat.kiln.name,
    }
    if room < _CLEAR_M:
        return judged(
            "stop", "Only {room} to the lid of {k}; {least} is the least to an element.", "Lower it.", **shown
        )
    return judged("good", "{room} to the lid of {k}; {least} is the least.", **shown)


def _kiln_rated(s: CheckContext) -> CheckResult | None:
    kiln = s.heat.kiln
    return judged(
        "good" if s.peak_c <= kiln.highest_c else "stop",
        "Peak {p}; {k} is made for {h}.",
        "" if s.peak_c <= kiln.highest_c else "Another kiln, or another glass.",
        p=show(s.peak_c, "temperature"),
        h=show(kiln.highest_c, "temperature"),
        k=kiln.name,
    )


def _glass_there(s: CheckContext) -> CheckResult | None:
    found = {f.rule for f in s.findings}
    if found & {"glass.not-enough", "glass.too-little-to-cut"}:
        return judged(
            "stop", "The rack has not enough of {g}.", "Weigh it again, or make it smaller.", g=s.glass.kind.name
        )
    if found & {"glass.none-on-rack", "glass.none-to-cut"}:
        return judged("think", "None of {g} is written on the rack.", "Look whether it is there.", g=s.glass.kind.name)
    return judged("good", "Enough {g} by weight.", g=s.glass.kind.name)


def _one_family(s: CheckContext) -> CheckResult | None:
    if not s.glass.extras:
        return None
    bad = [f for f in s.findings if f.rule in ("glass.does-not-match", "glass.not-tested")]
    if bad:
        return CheckResult("stop" if bad[0].rule == "glass.does-not-match" else "think", bad[0].says, bad[0].reason)
    return judged("good", "All the glass in it is of one family.")


COMPUTED: tuple[CheckRule, ...] = (
    CheckRule(rule="before.plan-stands", topic="plan", by="computed", judge=_plan_stands),
    CheckRule(rule="before.release-rated", topic="release", by="computed", judge=_release_rated),
    CheckRule(rule="before.former-metal", topic="mould", by="computed", judge=_former_metal),
    CheckRule(rule="before.press-paper", topic="layup", by="computed", judge=_press_paper),
    CheckRule(rule="before.level-measured", topic="mould", by="computed", judge=_level_measured),
    CheckRule(rule="before.elements-clear", topic="kiln", by="computed", judge=_elements_clear),
    CheckRule(rule="before.kiln-rated", topic="kiln", by="computed", judge=_kiln_rated),
    CheckRule(rule="before.glass-there", topic="glass", by="computed", judge=_glass_there),
    CheckRule(rule="before.one-family", topic="glass", by="computed", judge=_one_family),
)
