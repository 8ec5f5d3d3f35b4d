"""What one line may use."""

from __future__ import annotations

from typing import Final

#: Seconds until a line is ended.
TIME_LIMIT: Final = 20.0
#: Address space of one worker, in bytes.
MEMORY_LIMIT: Final = 2 * 1024 ** 3
#: Seconds after which a line is slow: it gives its place to the next.
SHORT: Final = 0.5
#: So many slow lines go on at once.
SLOW_PLACES: Final = 2
#: After so many lines a worker is replaced, before what libraries keep makes it large.
LINES_PER_WORKER: Final = 500
#: How much lower the priority of a slow line is.
NICE: Final = 10
