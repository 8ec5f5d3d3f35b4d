"""How long a plain sum takes while slow lines are at work: `python -m bench.fair`. Wanted: 300 ms for 95 of 100 beside six endless lines."""

from __future__ import annotations

import random
import time

from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineTask
from upper_slate.workroom.limits import SLOW_PLACES
from upper_slate.workroom.workroom import Workroom

ENDLESS = "sum of 1/(k^3 + sin(k) + {}) for k from 1 to 20000"


def main() -> None:
    with Workroom(slow=SLOW_PLACES) as room:
        room.start()
        room.work_out(_task("1"))
        time.sleep(1)
        _told("nothing else", [_timed(room, f"{k} + 1/3") for k in range(100)])
        slow = [room.submit(_task(ENDLESS.format(k))) for k in range(6)]
        _told("six endless lines, at once", [_timed(room, f"{k} + 2/3") for k in range(100)])
        time.sleep(2)
        _told("six endless lines, after 2 s", [_timed(room, f"{k} + 1/7") for k in range(100)])
        for ticket in slow:
            ticket.stop()
        _told("students: one line of 20 endless", _students(room))


def _students(room: Workroom) -> list[float]:
    """Fifty students write a line every eight seconds on average, for 40 seconds; one line in twenty has no end, and all of these differ."""
    draw, waiting, times = random.Random(3), [], []
    end = time.monotonic() + 40
    count = 0
    while time.monotonic() < end:
        count += 1
        if draw.random() < 1 / 20:
            room.submit(_task(ENDLESS.format(1_000 + count)))
        else:
            begun = time.perf_counter()
            ticket = room.submit(_task(f"{count}/11 + {count}"))
            ticket.when_done(lambda begun=begun: times.append(time.perf_counter() - begun))  # type: ignore[misc]
            waiting.append(ticket)
        time.sleep(draw.expovariate(50 / 8))
    for ticket in waiting:
        ticket.outcome()
    return times


def _task(source: str) -> LineTask:
    return LineTask(source, 1, Conventions().as_dict())


def _timed(room: Workroom, source: str) -> float:
    begun = time.perf_counter()
    room.work_out(_task(source))
    time.sleep(0.02)
    return time.perf_counter() - begun - 0.02


def _told(name: str, times: list[float]) -> None:
    ordered = sorted(1000 * t for t in times)
    print(f"{name:36} {len(ordered):4} lines, median {ordered[len(ordered) // 2]:7.1f} ms, 95 % {ordered[int(0.95 * len(ordered))]:7.1f} ms, worst {ordered[-1]:7.1f} ms", flush=True)


if __name__ == "__main__":
    main()
