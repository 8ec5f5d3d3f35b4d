"""The rules of the job: reading, working out and writing a line, and the page. Knows no server, database or screen."""

import sys as _sys

# The reading recurses about twelve calls for each bracket; its own depth limit (120) must be met first.
_sys.setrecursionlimit(max(_sys.getrecursionlimit(), 12_000))
# Results are exact at any length the limits allow.
_sys.set_int_max_str_digits(0)

#: Part of every key: raise it when a change of the core can change a result.
CORE_VERSION = "19"
