"""The folder that holds the worksheets."""

from __future__ import annotations

import fcntl
import os
from pathlib import Path


class NotUsable(Exception):
    """The data folder or its database cannot be used; the message says why in one sentence."""


#: What holds the folders that are in use; the system lets go of them when the process ends, however it ends.
_held: list[int] = []


def make_folder(folder: Path) -> None:
    """Makes the folder where it is missing. NotUsable where it cannot be written."""
    try:
        if folder.exists() and not folder.is_dir():
            raise NotUsable(f"{folder} is a file; the worksheets need a folder.")
        folder.mkdir(parents=True, exist_ok=True)
        probe = folder / ".writable"
        probe.touch()
        probe.unlink()
    except OSError as error:
        raise NotUsable(f"The data folder {folder} cannot be written: {error.strerror}.") from None


def hold_folder(folder: Path) -> None:
    """Takes the folder for this process until it ends: two servers would not see each other's changes. NotUsable where it is taken."""
    make_folder(folder)
    mark = os.open(folder / ".in-use", os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o600)
    try:
        fcntl.flock(mark, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        os.close(mark)
        raise NotUsable(f"The data folder {folder} is in use by another Upper Slate; close that one, or choose another folder with --data.") from None
    _held.append(mark)
