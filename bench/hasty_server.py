"""The server with its slow clocks so many times faster: `python -m bench.hasty_server HASTE PORT DATA`. A module of its own, since workers load what started the server."""

from __future__ import annotations

import sys
from pathlib import Path

from upper_slate.api.serve import serve
from upper_slate.desk import office
from upper_slate.store import housekeeping


def main(haste: float, port: int, data: Path) -> int:
    office.UNUSED /= haste
    office.LOOK /= haste
    housekeeping.PAUSE /= haste
    housekeeping.UNSHOWN /= haste
    return serve(port, data, None)


if __name__ == "__main__":
    sys.exit(main(float(sys.argv[1]), int(sys.argv[2]), Path(sys.argv[3])))
