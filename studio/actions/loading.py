"""What lies in a firing and where: berths and shelves kept, laid out, undone; a stage put in or taken out."""

from __future__ import annotations

from typing import Any

from django.utils import timezone

from coldcradle.document.reading import read
from coldcradle.errors import DocumentError, Fault, ImpossibleInput
from coldcradle.load.firing import arranged
from coldcradle.load.inputs import LoadInput
from studio.actions.firings import forget_partners, next_firing_revision, record_firing, restore_firing
from studio.errors import Stale
from studio.keeping import keeping, memoized
from studio.loads import firing_input
from studio.models import Firing

__all__ = ["arrange_firing", "change_load", "step_load"]


def _locked(firing: Firing, version: int) -> None:
    """The row as it stands now. Raises Stale when it is of another version, DocumentError when it has begun."""
    firing.refresh_from_db()
    if firing.version != version:
        raise Stale(firing)
    if firing.started_at is not None:
        why = "expected a firing that has not been started: what lies in a running kiln stays there"
        raise DocumentError([Fault("load", why, "")])


def _keep(firing: Firing, load: dict[str, Any], label: str) -> None:
    if load == firing.load:
        return
    firing.load = load
    firing.version += 1
    firing.save(update_fields=["load", "version", "updated_at"])
    record_firing(firing, label, timezone.now())
    forget_partners([firing.pk], None)


@keeping
def change_load(firing: Firing, *, version: int, load: dict[str, Any], label: str) -> None:
    """Keep shelves and berths as they were told. Raises Stale, and DocumentError with each fault.

    A berth of a stage that does not lie here is refused; one over a wall or on another is kept, and told.
    """
    _locked(firing, version)
    found = read(LoadInput, load, "a load").value
    mine = {str(pk) for pk in firing.stages.values_list("pk", flat=True)}
    for i, berth in enumerate(found.berths):
        if berth.member not in mine:
            why = "expected a stage that lies in this firing"
            raise DocumentError([Fault(f"berths.{i}.member", why, berth.member[:80])])
    _keep(firing, load, label)


@keeping
def arrange_firing(firing: Firing, *, version: int) -> None:
    """Lay everything out anew on as few shelves as it takes; what is locked stays. A step to undo."""
    _locked(firing, version)
    told = firing_input(firing)
    if told is None:
        raise ImpossibleInput("expected a firing with something in it")
    berths = memoized(("arranged", repr(told)), lambda: arranged(told))
    written = [
        {
            "member": b.member,
            "shelf": b.shelf,
            "x": f"{b.x_m * 1e3:.5g} mm",
            "y": f"{b.y_m * 1e3:.5g} mm",
            "turn": f"{b.turn_deg:.5g}",
            "locked": b.is_locked,
        }
        for b in berths
    ]
    _keep(firing, firing.load | {"berths": written}, "laid out")


@keeping
def step_load(firing: Firing, *, version: int, back: bool) -> None:
    """Undo or redo the last change of a firing, where there is one."""
    _locked(firing, version)
    to = (firing.head.parent if firing.head else None) if back else next_firing_revision(firing)
    if to is not None:
        restore_firing(firing, to, None)  # type: ignore[arg-type]  # as plain values
