"""Serves the application on this machine."""

from __future__ import annotations

import os
import signal
import socket
import sys
import threading
from pathlib import Path

import uvicorn

from ..desk.freed import keep_in_few_pieces
from ..desk.office import Office
from ..store.copies import keep_copies
from ..store.database import open_database
from ..store.folder import NotUsable, hold_folder
from ..store.housekeeping import keep_house
from ..workroom.limits import SLOW_PLACES
from ..workroom.workroom import Workroom
from .app import make_app

HOST = "127.0.0.1"
#: Bytes of a message from a window over its socket: they are not listened to.
_HEARD = 1_000


def serve(port: int, data: Path | None, demo: Path | None, room: Workroom | None = None) -> int:
    """Runs until it is interrupted; `room` has the workers where others than the usual are wanted. Exit status 2, with one sentence, where it cannot start."""
    if not 0 <= port <= 65_535:
        return _cannot(f"The port is a number from 0 to 65535, not {port}.")
    keep_in_few_pieces()
    try:
        # named as TCP, so that asyncio sends small answers at once (TCP_NODELAY): without it each takes 40 ms longer
        listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        listener.bind((HOST, port))
        listener.listen(128)  # before the address is printed: who reads it may connect
    except OSError as error:
        return _cannot(f"Port {port} cannot be used ({error.strerror}); choose another with --port.")
    try:
        hold_folder(data or Path("data"))
        engine = open_database(data or Path("data"))
    except NotUsable as error:
        return _cannot(str(error))
    office = Office(engine, room or Workroom(slow=SLOW_PLACES))
    office.room.start()
    if demo is not None:
        office.load_demo(demo)
    threading.Thread(target=office.previews.warm_up, daemon=True).start()
    ends = threading.Event()
    threading.Thread(target=keep_house, args=(engine, office.shelf, ends), daemon=True).start()
    threading.Thread(target=office.keep_desks_few, args=(ends,), daemon=True).start()
    threading.Thread(target=keep_copies, args=(engine, data or Path("data"), ends), daemon=True).start()
    app = make_app(office)
    server = _Server(uvicorn.Config(app, log_level="warning", server_header=False, timeout_graceful_shutdown=1, timeout_keep_alive=30, ws_max_size=_HEARD), office)
    print(f"Upper Slate is at http://{HOST}:{listener.getsockname()[1]}/  (Ctrl+C ends it)", flush=True)
    # uvicorn raises the signal once more when it has ended: as an interrupt, so that what follows is done after SIGTERM too
    signal.signal(signal.SIGTERM, signal.default_int_handler)
    try:
        server.run(sockets=[listener])
    except KeyboardInterrupt:
        pass
    finally:
        ends.set()
        closing = threading.Thread(target=office.close, daemon=True)
        closing.start()
        closing.join(timeout=3)
        engine.dispose()
    sys.stdout.flush()
    os._exit(0)  # everything is stored; threads that wait for ended workers must not hold the process up


class _Server(uvicorn.Server):
    """Closes the event streams first when it is asked to end, since they would never end by themselves."""

    def __init__(self, config: uvicorn.Config, office: Office) -> None:
        super().__init__(config)
        self._office = office

    def handle_exit(self, sig: int, frame: object) -> None:
        self._office.end_streams()
        super().handle_exit(sig, frame)  # type: ignore[arg-type]


def _cannot(sentence: str) -> int:
    print(f"upper-slate: {sentence}", file=sys.stderr)
    return 2
