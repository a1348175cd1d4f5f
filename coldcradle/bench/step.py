"""plan_bench(step, incoming) -> BenchPlan: one step at the bench, as one pure function."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace

from coldcradle.after.inputs import as_measured
from coldcradle.bench.blast import blast
from coldcradle.bench.care import cautions_at, checks_at
from coldcradle.bench.cut import LETTERS, cut
from coldcradle.bench.drawing import drawn_after, drawn_before
from coldcradle.bench.drill import drill
from coldcradle.bench.face import BenchRequest, BenchResult, GivenPart
from coldcradle.bench.glue import glue
from coldcradle.bench.grind import grind
from coldcradle.bench.inputs import BenchInput, BenchWork
from coldcradle.bench.paint import paint
from coldcradle.bench.result import BenchPart, BenchPlan
from coldcradle.bench.wash import wash
from coldcradle.layup.explain.outcome import outcome_words
from coldcradle.layup.outcome import Incoming
from coldcradle.quantity.format import Message, say
from coldcradle.report.finding import Finding, finding

__all__ = ["TOOLS", "plan_bench"]

_STEPS: dict[BenchWork, Callable[[BenchRequest], BenchResult]] = {
    BenchWork.CUT: cut,
    BenchWork.GRIND: grind,
    BenchWork.DRILL: drill,
    BenchWork.BLAST: blast,
    BenchWork.PAINT: paint,
    BenchWork.GLUE: glue,
    BenchWork.WASH: wash,
}
TOOLS: dict[BenchWork, str] = {
    BenchWork.CUT: "saw or cutter",
    BenchWork.GRIND: "lap",
    BenchWork.DRILL: "drill",
    BenchWork.BLAST: "blaster",
    BenchWork.PAINT: "brush",
    BenchWork.GLUE: "glue",
    BenchWork.WASH: "basin",
}


def _taken_findings(step: BenchInput, incoming: Sequence[Incoming]) -> list[Finding]:
    found = []
    for taken in incoming:
        if taken.gives is not None and taken.count > taken.gives:
            found.append(
                finding(
                    "bench.more-than-there-are",
                    "stop",
                    "It takes {n} of “{w}”, which gives {m}.",
                    "Take fewer, or make more of them.",
                    n=str(taken.count),
                    w=taken.name,
                    m=str(taken.gives),
                )
            )
        if taken.outcome.worked.is_glued and step.does not in (BenchWork.GLUE, BenchWork.WASH):
            found.append(
                finding(
                    "bench.glued-already",
                    "think",
                    "It is glued already.",
                    "Water, warmth and shaking loosen glue: do this before it is glued.",
                )
            )
    if len(incoming) > 1 and step.does != BenchWork.GLUE:
        found.append(
            finding(
                "bench.one-after-another",
                "stop",
                "Only “{w}” is worked on.",
                "Give each of them a step of its own; only glue brings several together.",
                w=incoming[0].name,
            )
        )
    return found


def _parts(step: BenchInput, result: BenchResult) -> tuple[BenchPart, ...]:
    many = len(result.parts) > 1
    found = []
    for number, part in enumerate(result.parts):
        letter = LETTERS[number]
        outcome = as_measured(part.outcome, step.measured) if number == 0 else part.outcome
        words = outcome_words(outcome)
        if part.words is not None:
            words = Message(f"{words.metric}, {part.words.metric}", f"{words.us}, {part.words.us}")
        name = f"{step.called}, {' '.join(part.letters)}" if many and part.letters else step.called
        found.append(
            BenchPart(
                key=f"{step.key}.{letter}" if many else step.key,
                name=name,
                outcome=outcome,
                gives=words,
                letters=part.letters,
                is_off_cut=part.is_off_cut,
            )
        )
    return tuple(found)


def plan_bench(
    step: BenchInput, incoming: Sequence[Incoming], *, densities: Mapping[str, float] | None = None, alike: int = 1
) -> BenchPlan:
    """The plan of one step, taking in what earlier stages gave; `densities` of glasses by key, kg/m³. It is told of one
    of so many pieces `alike`, but for its hours, which are of all.

    Nothing else is read or written: the same input gives the same plan.
    """
    request = BenchRequest(step=step, incoming=tuple(incoming), densities=densities or {}, alike=alike)
    result = _STEPS[step.does](request)
    others = tuple(
        GivenPart(outcome=replace(i.outcome, pieces=i.count)) for i in incoming[1:] if step.does != BenchWork.GLUE
    )
    result = replace(result, parts=(*result.parts, *others)[: len(LETTERS)])
    return BenchPlan(
        key=step.key,
        does=step.does,
        does_name=step.does.label,
        name=step.called,
        tool=TOOLS[step.does],
        answer=result.answer,
        figures={f.key: f for f in (result.time, *result.figures)},
        lines=result.lines,
        findings=(*_taken_findings(step, incoming), *result.findings),
        cautions=cautions_at(step.does),
        checks=checks_at(step.does),
        parts=_parts(step, result),
        ledger=result.ledger,
        time_s=result.time.value,
        waits_s=result.waits_s,
        takes=say(", ".join(f"{i.count} × “{i.name}”" for i in incoming).replace("{", "").replace("}", "")),
        before=drawn_before(request),
        after=drawn_after(request, result),
        marks=result.marks,
    )
