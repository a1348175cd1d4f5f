"""What a stage costs besides its glass and its power, as far as somebody has said."""

from __future__ import annotations

from coldcradle.entry import count, duration, inputs, ratio

__all__ = ["NOT_SAID", "CostInput"]

_H = 3600.0


@inputs
class CostInput:
    """Money in one currency, whichever it is; None is not known, never nothing.

    `mould` is release and mould for one copy, `hours_s` the time at the bench for one, `wage` an hour's worth of it,
    `lost` the share of copies that do not come out.
    """

    mould: float | None = count(default=None, called="a cost of mould and release", low=0.0, high=1e6)
    hours_s: float | None = duration(key="hours", default=None, called="hours at the bench", low=0.0, high=1000 * _H)
    wage: float | None = count(default=None, called="an hour's wage", low=0.0, high=1e5)
    lost: float | None = ratio(default=None, called="a share that is lost", low=0.0, high=0.95)


NOT_SAID = CostInput()
