"""Declared inputs as pydantic models: each validates to the core's own value, or says what is wrong at its place."""

from __future__ import annotations

import functools
import inspect
from collections.abc import Callable
from typing import Annotated, Any, Literal, Union

from pydantic import (
    AfterValidator,
    BaseModel,
    BeforeValidator,
    ConfigDict,
    Field,
    PlainValidator,
    ValidationInfo,
    WithJsonSchema,
    create_model,
)

from coldcradle.entry.declare import specs_of
from coldcradle.entry.specs import (
    Flag,
    Inline,
    Kept,
    Many,
    ObjectSpec,
    One,
    Pick,
    Quantity,
    Spec,
    Table,
    Tagged,
    Whole,
    Words,
)
from coldcradle.errors import ColdCradleError, DocumentError, Fault, ImpossibleInput

__all__ = ["STANDS", "DocumentModel", "annotation_of", "as_typed", "model_of", "shape_of"]

STANDS = {"stands": True}  # the context of what stands in the studio already: only what cannot be read is refused
_TYPED = 240  # characters of a quantity as typed


class DocumentModel(BaseModel):
    """An object of a document: an entry nobody asks for is refused, as a misspelt name must not be lost in silence."""

    model_config = ConfigDict(extra="forbid", arbitrary_types_allowed=True)


@functools.cache
def shape_of(cls: type) -> ObjectSpec:
    """The shape of a declared class. Its `as_read`, where it has one, has the last word."""
    specs: dict[str, Spec] = {}
    inlined: dict[str, type] = {}
    for name, spec in specs_of(cls).items():
        if isinstance(spec, Inline):
            inlined[name] = spec.of
            specs |= specs_of(spec.of)
        else:
            specs[name] = spec

    def make(**values: Any) -> Any:
        for name, of in inlined.items():
            values[name] = of(**{inner: values.pop(inner) for inner in specs_of(of)})
        return cls(**values)

    settle: Callable[[Any], Any] = getattr(cls, "as_read", lambda read: read)
    return ObjectSpec(cls.__name__, specs, make, inspect.cleandoc(cls.__doc__ or ""), settle)


@functools.cache
def model_of(shape: ObjectSpec) -> type[DocumentModel]:
    """The pydantic model of a shape, by the names of the document."""
    fields: dict[str, Any] = {spec.key: _field(spec) for spec in shape.specs.values()}
    return create_model(shape.name, __base__=DocumentModel, __doc__=shape.says, **fields)


def annotation_of(of: Any, called: str) -> Any:
    """The annotation under which an object is validated and made: of a declared class, a shape, or one of several."""
    if isinstance(of, Tagged):
        union: Any = Union[tuple(_tagged(of.by, key, shape) for key, shape in of.shapes().items())]  # noqa: UP007  # made here
        return Annotated[union, Field(discriminator=of.by), BeforeValidator(_object(called))]
    shape = of if isinstance(of, ObjectSpec) else shape_of(of)
    return Annotated[model_of(shape), BeforeValidator(_object(called)), AfterValidator(_maker(shape))]


def _tagged(by: str, key: str, shape: ObjectSpec) -> Any:
    tag: dict[str, Any] = {by: (Literal[key], ...)}
    model: Any = create_model(shape.name, __base__=model_of(shape), __doc__=shape.says, **tag)
    return Annotated[model, AfterValidator(_maker(shape))]


def _maker(shape: ObjectSpec) -> Callable[[BaseModel, ValidationInfo], Any]:
    def made(model: BaseModel, info: ValidationInfo) -> Any:
        value = shape.make(**{name: getattr(model, spec.key) for name, spec in shape.specs.items()})
        try:
            return shape.settle(value)
        except ImpossibleInput:
            if info.context is STANDS:
                return value
            raise

    return made


def _object(called: str) -> Callable[[object], dict[Any, Any]]:
    def check(value: object) -> dict[Any, Any]:
        if not isinstance(value, dict):
            raise ImpossibleInput(f"expected {called} as an object, got {type(value).__name__}")
        return value

    return check


def _listed(spec: Many) -> Callable[[object], object]:
    """A list of so many; what is absent, null or empty is none, where it may be."""

    def check(value: object) -> object:
        if not value and not spec.is_needed:
            return []
        if not isinstance(value, list) or not spec.least <= len(value) <= spec.most:
            got = len(value) if isinstance(value, list) else type(value).__name__
            raise ImpossibleInput(f"expected a list of {spec.least} to {spec.most}, got {got}")
        return value

    return check


def _readings(values: list[float | None]) -> tuple[float, ...]:
    return tuple(value for value in values if value is not None)


def as_typed(value: object) -> str:
    """What stood there, as it is shown beside a fault."""
    if isinstance(value, str):
        return str(value)[:200]
    is_plain = value is None or isinstance(value, bool | float) or (isinstance(value, int) and value.bit_length() < 64)
    return repr(value) if is_plain else ""


def _keyed(spec: Table) -> Callable[[object], dict[str, float]]:
    """Quantities by key, each fault at its own."""

    def read(value: object) -> dict[str, float]:
        faults, found = [], {}
        for key, typed in _object(spec.called)(value).items():
            try:
                if key not in spec.rows():
                    raise ImpossibleInput(f"“{str(key)[:40]}” is not an entry that belongs here")
                found[str(key)] = spec.of.read(typed) or 0.0
            except ColdCradleError as error:
                faults.append(Fault(str(key), str(error), as_typed(typed)))
        if faults:
            raise DocumentError(faults)
        return found

    return read


def _annotated(spec: Spec) -> Any:
    match spec:
        case One():
            inner = annotation_of(spec.of, spec.called)
            if spec.is_needed:
                return inner
            default = spec.default
            return Annotated[
                Union[inner, None],  # noqa: UP007  # annotated at run time
                BeforeValidator(lambda value: value or None),
                AfterValidator(lambda value: default if value is None else value),
            ]
        case Many() if isinstance(spec.of, Quantity):
            scalar: Any = _annotated(spec.of)
            return Annotated[list.__class_getitem__(scalar), BeforeValidator(_listed(spec)), AfterValidator(_readings)]
        case Many():
            each: Any = annotation_of(spec.of, spec.called)
            return Annotated[list.__class_getitem__(each), BeforeValidator(_listed(spec)), AfterValidator(spec.make)]
        case Table():
            return Annotated[Any, PlainValidator(_keyed(spec)), WithJsonSchema(_schema_of(spec))]
        case Quantity() | Words() | Pick() | Flag() | Whole() | Kept():
            return Annotated[Any, PlainValidator(spec.read), WithJsonSchema(_schema_of(spec))]
        case _:
            raise TypeError(f"expected a declared entry, got {spec!r}")


def _schema_of(spec: Spec) -> dict[str, Any]:
    """The JSON Schema of an entry."""
    match spec:
        case Quantity():
            told = {"description": "a quantity, or empty: worked out"} if spec.may_be_empty else {}
            return {"type": "string", "minLength": 0 if spec.may_be_empty else 1, "maxLength": _TYPED, **told}
        case Words():
            return {"type": "string", "minLength": 0 if spec.may_be_empty else 1, "maxLength": spec.most}
        case Pick():
            return {"enum": list(spec.options)}
        case Flag():
            return {"type": "boolean"}
        case Whole():
            return {"type": ["integer", "string"], "minimum": spec.low, "maximum": spec.high}
        case Table():
            inner = {key: _schema_of(spec.of) for key in spec.rows()}
            return {"type": "object", "properties": inner, "additionalProperties": False}
        case Kept():
            return dict(spec.schema)
        case _:
            return {}


def _field(spec: Spec) -> tuple[Any, Any]:
    default: Any = ... if spec.is_needed else spec.stands
    told = spec.told_default

    def describe(schema: dict[str, Any]) -> None:
        schema.pop("default", None)  # the core's own value
        if isinstance(spec, Many):
            schema |= {"minItems": spec.least if spec.is_needed else 0, "maxItems": spec.most}
        schema |= {"default": told} if told is not None and not spec.is_needed else {}
        schema |= {"description": spec.says} if spec.says else {}

    return _annotated(spec), Field(default, title=spec.label or None, json_schema_extra=describe)
