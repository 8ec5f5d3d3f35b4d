"""What the parts of the working may ask of the evaluator above them."""

from __future__ import annotations

from typing import Protocol

from ..language import tree as t
from .context import Context, Meaning
from .ground.values import Scalar, Value


class Evaluating(Protocol):
    """Works out trees in one context (see `evaluate`)."""

    context: Context

    def of(self, node: t.Node) -> Value: ...

    def scalar(self, node: t.Node) -> Scalar: ...

    def resolved(self, meaning: Meaning, name: str) -> Value: ...

    def applied(self, function: Value, arguments: list[Value], name: str) -> Value: ...

    def values_for(self, value: Value, name: str = "") -> dict[str, Scalar]: ...
