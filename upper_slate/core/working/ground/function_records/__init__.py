"""One record for each built-in function that the working knows, by families.

A new function is declared in `language/words/functions.py` and has its record here; everything else is derived from the two.
"""

from __future__ import annotations

from typing import Final

from ...exact import balls
from . import angles, complex_parts, hyperbolic, logarithms, powers, sizes, special, whole_numbers
from .record import FunctionRecord, Record

_FAMILIES: Final = (powers, logarithms, angles, hyperbolic, sizes, complex_parts, special, whole_numbers)
#: Every record by its name in the language.
BY_NAME: Final[dict[str, Record]] = {record.name: record for family in _FAMILIES for record in family.RECORDS}
#: The functions that stand in expressions.
RECORDS: Final = tuple(record for record in BY_NAME.values() if isinstance(record, FunctionRecord))
#: The records by the library's class.
RECORD_OF: Final = {record.make: record for record in RECORDS}
#: The words of what the language writes by a name in front of brackets.
NAMED: Final = {record.make: record.name for record in RECORDS if record.name not in ("exp", "zeta", "gamma", "factorial")}

balls.enclose({record.make: record.ball for record in RECORDS if record.ball is not None})
