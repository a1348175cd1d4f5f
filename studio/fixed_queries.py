"""Reads and writes that come again and again: compiled to SQL once, afterwards only their values change.

Django works out the same SQL anew at every call, which costs several times what SQLite needs to answer it. A fixed read
is an ordinary queryset, written once as a function of its values; rows become the same models, by `from_db`.
"""

from __future__ import annotations

import json
import threading
from collections.abc import Callable, Iterable, Sequence
from typing import Any, Generic, TypeVar

from django.db import DEFAULT_DB_ALIAS, connections
from django.db.models import Model, QuerySet
from django.db.models.expressions import RawSQL
from django.db.models.query import ModelIterable, get_related_populators

__all__ = ["FixedInsert", "FixedRead", "FixedUpdate", "among"]

T = TypeVar("T")
_MARK = 7_310_000_000_000_000  # no row has such a number, so it stands for a value in the compiled SQL


def among(numbers: object) -> RawSQL:
    """For `field__in=`: numbers handed over as one value, however many there are."""
    return RawSQL("SELECT value FROM json_each(%s)", (numbers,))


class FixedRead(Generic[T]):
    """A queryset whose SQL stays; called with its values by position, it answers its rows.

    Values are whole numbers or words, or several numbers where the queryset says `among`. Compiled once for
    each thread, as a connection belongs to one.
    """

    def __init__(self, build: Callable[..., QuerySet[Any, T]], count: int) -> None:
        self._build, self._marks = build, tuple(_MARK + i for i in range(count))
        self._kept = threading.local()

    def __call__(self, *values: int | str | Iterable[int]) -> list[T]:
        compiled: _Compiled | None = getattr(self._kept, "compiled", None)
        if compiled is None or compiled.connection is not connections[DEFAULT_DB_ALIAS]:
            compiled = self._kept.compiled = _Compiled(self._build(*self._marks), self._marks)
        return compiled.rows([v if isinstance(v, (int, str)) else json.dumps(list(v)) for v in values])

    def first(self, *values: int | str | Iterable[int]) -> T | None:
        """The first row, where there is one."""
        return next(iter(self(*values)), None)


class _Compiled:
    """A queryset's SQL, where its values stand in it, and how a row becomes what it is to be."""

    def __init__(self, queryset: QuerySet[Any, Any], marks: Sequence[int]) -> None:
        self.connection = connections[DEFAULT_DB_ALIAS]
        compiler = queryset.query.get_compiler(using=queryset.db)
        self._sql, params = compiler.as_sql()
        at = {str(mark): i for i, mark in enumerate(marks)}  # a column of words has made words of it
        self._places = [at.get(str(p)) for p in params]
        self._params = params
        if missing := set(range(len(marks))) - set(self._places):
            raise TypeError(f"expected every value of a fixed read in its SQL, missed {sorted(missing)}")
        fields = [s[0] for s in compiler.select[: compiler.col_count]]
        self._compiler, self._converters = compiler, compiler.get_converters(fields)
        self._make = _as_models(compiler, queryset) if issubclass(queryset._iterable_class, ModelIterable) else tuple

    def rows(self, values: Sequence[object]) -> list[Any]:
        params: list[Any] = [p if i is None else values[i] for p, i in zip(self._params, self._places, strict=True)]
        with self.connection.cursor() as cursor:
            found: Any = cursor.execute(self._sql, params).fetchall()
        if self._converters:
            found = self._compiler.apply_converters(found, self._converters)
        return [self._make(row) for row in found]


def _as_models(compiler: Any, queryset: QuerySet[Any, Any]) -> Callable[[Sequence[Any]], Any]:
    """How a row becomes a model with those it is joined to."""
    db, known = queryset.db, compiler.klass_info
    model, fields = known["model"], known["select_fields"]
    first, last = fields[0], fields[-1] + 1
    names = [s[0].target.attname for s in compiler.select[first:last]]
    populators = get_related_populators(known, compiler.select, db)  # type: ignore[call-arg]  # of a later Django

    def make(row: Sequence[Any]) -> Any:
        found = model.from_db(db, names, row[first:last])
        for populator in populators:
            populator.populate(row, found)
        return found

    return make


class _FixedWrite:
    """A statement over columns of one table, each value put as its field would put it."""

    def __init__(self, model: type[Model], names: Sequence[str], sql: str) -> None:
        self._fields: list[Any] = [model._meta.get_field(name) for name in names]
        self._sql = sql

    @staticmethod
    def _columns(model: type[Model], names: Iterable[str]) -> list[str]:
        fields: list[Any] = [model._meta.get_field(name) for name in names]
        return [f'"{field.column}"' for field in fields]

    def _run(self, values: Sequence[object]) -> Any:
        store = connections[DEFAULT_DB_ALIAS]
        told = zip(self._fields, values, strict=True)
        with store.cursor() as cursor:
            cursor.execute(self._sql, [field.get_db_prep_save(value, store) for field, value in told])
            return cursor.rowcount, cursor.lastrowid


class FixedUpdate(_FixedWrite):
    """Columns of the rows that are found by some others; called with the new values, then with those to find by."""

    def __init__(self, model: type[Model], names: Sequence[str], by: Sequence[str]) -> None:
        sets = ", ".join(f"{column} = %s" for column in self._columns(model, names))
        finds = " AND ".join(f"{column} = %s" for column in self._columns(model, by))
        super().__init__(model, [*names, *by], f'UPDATE "{model._meta.db_table}" SET {sets} WHERE {finds}')

    def __call__(self, *values: object) -> int:
        """How many rows were changed."""
        return int(self._run(values)[0])


class FixedInsert(_FixedWrite):
    """A new row; called with the values of its columns."""

    def __init__(self, model: type[Model], names: Sequence[str]) -> None:
        columns, marks = ", ".join(self._columns(model, names)), ", ".join(["%s"] * len(names))
        super().__init__(model, names, f'INSERT INTO "{model._meta.db_table}" ({columns}) VALUES ({marks})')

    def __call__(self, *values: object) -> int:
        """The number of the new row."""
        return int(self._run(values)[1])
