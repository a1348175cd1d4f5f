"""Samples of every rule that may speak of a plan, on both sides of its edge. The base test runs them all, and refuses
a rule without samples.
"""

from __future__ import annotations

from tests.rule_samples import cradle, forms, glass, heat, layup
from tests.rule_samples.sample import RuleSample

__all__ = ["SAMPLES", "RuleSample"]

SAMPLES: tuple[RuleSample, ...] = (
    *cradle.SAMPLES,
    *glass.SAMPLES,
    *heat.SAMPLES,
    *layup.SAMPLES,
    *forms.SAMPLES,
)
