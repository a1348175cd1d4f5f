"""What the firing it lies in says to a stage: where it stands, what else is in the kiln, and the programme for all."""

from __future__ import annotations

from coldcradle.entry import count, duration, inputs, many, pick, rate, temperature, words
from coldcradle.heat.steps import StepKey

__all__ = ["ALONE", "FiringShare", "SharedStep"]

_H = 3600.0


@inputs
class SharedStep:
    """A step of the programme for all, as the middle of the kiln has it; `by` names the member that decides it.

    No `rate`: as fast as the kiln can, or as it falls.
    """

    key: StepKey = pick(StepKey)
    rate_k_per_h: float | None = rate(default=None, called="a rate", low=0.0, high=3000.0, above=True)
    to_c: float = temperature(called="a temperature", low=-20.0, high=1400.0)
    hold_s: float = duration(default="0 min", called="a hold", low=0.0, high=400 * _H)
    by: str = words(default="", most=170, may_be_empty=True)


@inputs
class FiringShare:
    """A stage's share in its firing. Without `steps` it has the programme to itself.

    `place` is the place in the kiln it stands at, `beside_j_per_k` the heat capacity of what else is in, J/K; `whole_s`
    how long the firing lasts in the middle of the kiln, so that all in it start at one time.
    """

    place: str = words(default="", most=40, may_be_empty=True)
    beside_j_per_k: float = count(key="beside", default="0", called="a heat capacity", low=0.0, high=1e9)
    whole_s: float = duration(key="whole", default="0 min", called="a length", low=0.0, high=9600 * _H)
    steps: tuple[SharedStep, ...] = many(SharedStep, called="a step of the programme for all", most=12, default=())

    @property
    def deciders(self) -> dict[str, str]:
        """Who decides each step, by its key."""
        return {step.key: step.by for step in self.steps}


ALONE = FiringShare()
