"""All findings of a stage: each station's own, and what is only seen with several of them together."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from coldcradle.cradle.inputs import CradleInput
from coldcradle.cradle.release import check_release
from coldcradle.cradle.rules import cradle_findings, sizes_findings
from coldcradle.glass.batch import main_kg
from coldcradle.glass.rules import glass_findings
from coldcradle.heat.result import HeatPlan, HeatResult
from coldcradle.heat.rules import heat_findings
from coldcradle.layup.added_rules import added_findings
from coldcradle.layup.families import LayupResult
from coldcradle.layup.hot_moments import hot_findings
from coldcradle.layup.outcome import Incoming
from coldcradle.piece.after_bench import findings_of_bench
from coldcradle.piece.inputs import StageInput
from coldcradle.piece.series import series_findings
from coldcradle.quantity.format import plural, show
from coldcradle.report.finding import Finding, finding

__all__ = ["stage_findings"]

_ORDER = {"stop": 0, "think": 1, "note": 2}


def _release_findings(cradle: CradleInput, heat: HeatPlan | None) -> Iterator[Finding]:
    """What the shelf knows of this cradle, against this firing."""
    care = cradle.care
    if care.is_single_use and care.firings > 0:
        yield finding(
            "cradle.used-once",
            "think",
            f"{cradle.name} has been fired {plural(care.firings, 'time')}; it is made for one use.",
            "Plaster that has been fired crumbles. Make a new mould, or look very closely.",
        )
    if cradle.material.key == "silicone":
        yield finding(
            "cradle.not-for-the-kiln",
            "stop",
            "Silicone is for freezing, not for the kiln.",
            "Unmould the frozen piece onto a washed shelf; the mould stays on the bench.",
        )
    if not care.is_kept or care.is_single_use or heat is None:
        return
    for worn in check_release(care.log, highest_c=heat.highest_c):
        rated = show(worn.rated_c, "temperature") if worn.rated_c is not None else ""
        yield finding(
            f"cradle.{worn.key}",
            worn.severity,
            worn.says,
            worn.reason,
            t=show(heat.highest_c, "temperature"),
            rated=rated,
        )


def stage_findings(
    stage: StageInput,
    laid: LayupResult,
    heated: HeatResult,
    heat: HeatPlan | None,
    incoming: Sequence[Incoming] = (),
) -> list[Finding]:
    """All findings, the gravest first."""
    charged = laid.charged
    measured = sizes_findings(stage.cradle) if charged is None else cradle_findings(stage.cradle, charged.measured)
    mass = next(f for f in laid.figures if f.key == "charge_mass")
    alone = main_kg(charged) if charged else mass.value
    found = [
        *measured,
        *_release_findings(stage.cradle, heat),
        *laid.findings,
        *glass_findings(stage.glass, charge=mass, main_kg=alone),
        *heat_findings(heated, heat),
        *series_findings(stage, laid),
        *findings_of_bench(incoming, heated, heat),
        *added_findings(stage.layup, laid.blank, laid.load),
        *hot_findings(stage.layup.hot, stage.glass.kind, heat.highest_c if heat is not None else None),
    ]
    return sorted(found, key=lambda f: _ORDER[f.severity])
