"""A moment without a date: of a firing that nobody has given a start."""

from __future__ import annotations

from datetime import datetime, timedelta, tzinfo
from typing import Final

__all__ = ["NO_DATE", "has_date"]


class _NoDate(tzinfo):
    """Where a firing stands that nobody has given a start yet: its hours are counted, no clock shows them."""

    def utcoffset(self, _moment: datetime | None) -> timedelta:
        return timedelta(0)

    def dst(self, _moment: datetime | None) -> timedelta:
        return timedelta(0)

    def tzname(self, _moment: datetime | None) -> str:
        return "no date"


NO_DATE: Final = _NoDate()


def has_date(moment: datetime) -> bool:
    """Whether a moment is one of the calendar; not so where no start was chosen yet."""
    return moment.tzinfo is not NO_DATE
