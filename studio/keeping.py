"""Writing to the database without holding it while anything is computed.

What an action computes depends only on what it read. So an action that needs a plan is run, found to need one, taken
back, and run again once the plan is there: the plan is made while nobody waits. When what was read has changed
meanwhile, another plan is needed and another round follows.
"""

from __future__ import annotations

import functools
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from pathlib import Path
from typing import Any, ParamSpec, TypeVar, cast

from django.db import connection, transaction
from filelock import FileLock, Timeout

__all__ = ["Busy", "data_version", "keeping", "memoized", "recording_reads", "take_turns", "write_retrying"]

_MOST_ROUNDS = 64  # a firing that eight pieces share is worked out piece by piece
_WAIT_S, _LOOKS_S = 10.0, 0.001
# One process computes one thing at a time anyway; threads that queue here do not snatch the interpreter from the one
# that is writing, and the write lock is handed on in turn instead of by SQLite's growing pauses.
_computing = threading.RLock()
_writing = threading.Lock()
P = ParamSpec("P")
R = TypeVar("R")


class Busy(Exception):
    """The rows an action stands on were changed again and again while it was computing, or nobody let it write."""

    def __init__(self, words: str = "Others are writing just now, and this could not be kept. Send it again.") -> None:
        super().__init__(words)


class _Missing(BaseException):
    """Something has to be computed that must not be computed here. Not an Exception: nobody catches it on its way."""

    def __init__(self, key: Any, work: Callable[[], Any]) -> None:
        self.key, self.work = key, work


class Ledger(list[tuple[Any, Any]]):
    """What was worked out so far, each with what it follows from."""

    is_held = False  # whether the database is, so that nothing more may be worked out just now


_ledger: ContextVar[Ledger | None] = ContextVar("ledger", default=None)


@contextmanager
def recording_reads() -> Iterator[Ledger]:
    """Note what is worked out meanwhile, for an action that is kept afterwards with `write_retrying`."""
    ledger = _ledger.get()
    if ledger is not None:
        yield ledger
        return
    ledger = Ledger()
    mark = _ledger.set(ledger)
    try:
        yield ledger
    finally:
        _ledger.reset(mark)


@contextmanager
def _in_turn(lock: Any) -> Iterator[None]:
    if not lock.acquire(timeout=_WAIT_S):
        raise Busy
    try:
        yield
    finally:
        lock.release()


_turns: list[Path] = []  # the file by which the workers of one server write in turn; none where there is only one


def take_turns(path: Path) -> None:
    """From now on this process, and those that come of it, write in turn. The database alone would let them wait in
    growing pauses, and the unlucky for seconds.
    """
    _turns[:] = [path]


@contextmanager
def _before_others() -> Iterator[None]:
    if not _turns:
        yield
        return
    turn = FileLock(_turns[0])  # it goes with this process, however that ends
    try:
        turn.acquire(timeout=_WAIT_S, poll_interval=_LOOKS_S)
    except Timeout:
        raise Busy from None
    try:
        yield
    finally:
        turn.release()


def keeping(action: Callable[P, R]) -> Callable[P, R]:
    """Run an action in one transaction that holds the database only to read and write rows.

    The action must read every row it changes itself, or check its version: it may be run several times. Within
    another such action it is simply a part of it. Raises Busy.
    """

    @functools.wraps(action)
    def kept(*args: P.args, **kwargs: P.kwargs) -> R:
        return write_retrying(Ledger(), action, *args, **kwargs)

    return kept


def write_retrying(known: Ledger, action: Callable[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """The same for an action for which something was worked out before. Raises Busy."""
    held = _ledger.get()
    if held is not None and held.is_held:
        with transaction.atomic():
            return action(*args, **kwargs)
    for _ in range(_MOST_ROUNDS):
        mark = _ledger.set(known)
        try:
            with _in_turn(_writing), _before_others(), transaction.atomic():
                known.is_held = True
                return action(*args, **kwargs)
        except _Missing as missing:
            key, work = missing.key, missing.work
        finally:
            known.is_held = False
            _ledger.reset(mark)
        with _in_turn(_computing):
            known.append((key, work()))
    raise Busy


def memoized(key: Any, work: Callable[[], R]) -> R:
    """What `work` gives, which must follow from `key` alone; never computed while the database is held."""
    known = _ledger.get()
    for other, found in known or ():
        if other == key:
            return cast(R, found)
    if known is not None and known.is_held:
        raise _Missing(key, work)
    with _in_turn(_computing):
        made = work()
    if known is not None:
        known.append((key, made))
    return made


def data_version() -> int:
    """A number that stays the same as long as no other connection has written to the database."""
    with connection.cursor() as cursor:
        return int(cursor.execute("PRAGMA data_version").fetchone()[0])
