"""What the core raises.

ColdCradleError
├── QuantityError     what was typed cannot be read as that kind of quantity
├── ImpossibleInput   it can be read, but no such thing exists (a depth of -3 mm)
└── DocumentError     a piece document has one or more faults, each with its place
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

__all__ = ["ColdCradleError", "DocumentError", "Fault", "ImpossibleInput", "QuantityError"]


class ColdCradleError(ValueError):
    """Anything the core refuses; its text is fit to be shown beside the field."""


class QuantityError(ColdCradleError):
    """The text cannot be read as a quantity of the kind that was asked for."""


class ImpossibleInput(ColdCradleError):
    """The value was read, but nothing in the world can have it; `entry` names the one of several it is about."""

    def __init__(self, message: str, *, entry: str = "") -> None:
        self.entry = entry
        super().__init__(message)


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing wrong in a document: where (dotted path), why, and what stood there."""

    path: str
    message: str
    typed: str


class DocumentError(ColdCradleError):
    """A piece document is refused as a whole; `faults` lists every reason."""

    def __init__(self, faults: Sequence[Fault]) -> None:
        self.faults = tuple(faults)
        super().__init__("; ".join(f"{f.path or 'document'}: {f.message}" for f in self.faults))
