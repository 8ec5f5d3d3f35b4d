"""What one line may use."""

from __future__ import annotations

from typing import Final

#: Seconds until a line is ended.
TIME_LIMIT: Final = 20.0
#: Address space of one worker, in bytes.
MEMORY_LIMIT: Final = 2 * 1024 ** 3
#: Seconds after which a line is slow: it gives its place to the next.
SHORT: Final = 0.7
#: Seconds in which a worker that has answered before takes a line up, also on a busy machine; one that is only being made may need more.
TAKEN_UP: Final = 10.0
TAKEN_UP_NEW: Final = 40.0
#: The same for a worker whose maker is gone: where it was ended in the middle of something, nothing that is sent to its successor arrives.
TAKEN_UP_ORPHANED: Final = 3.0
#: So many seconds after its limit a line has been ended, whatever happens.
OVERDUE: Final = 20.0
#: So many slow lines go on at once; what is put back begins anew, so there is room for a page of graphs.
SLOW_PLACES: Final = 8
#: So many of them for one worksheet, so that one student does not hold up the slow lines of all others.
SLOW_PLACES_OF_ONE: Final = 4
#: After so many lines a worker is replaced, before what libraries keep makes it large.
LINES_PER_WORKER: Final = 500
#: How much lower the priority of a slow line is.
NICE: Final = 4
