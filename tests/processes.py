"""Processes of this machine, by /proc."""

from __future__ import annotations

from pathlib import Path


def descendants(pid: int) -> list[int]:
    """All processes that come from one."""
    parents = {}
    for entry in Path("/proc").iterdir():
        if entry.name.isdigit():
            try:
                parents[int(entry.name)] = int(
                    (entry / "stat").read_text().rsplit(")", 1)[1].split()[1]
                )
            except (OSError, IndexError):
                continue
    found, stack = [], [pid]
    while stack:
        parent = stack.pop()
        own = [child for child, above in parents.items() if above == parent]
        found += own
        stack += own
    return found


def is_alive(pid: int) -> bool:
    """Whether a process runs still; one that has ended and was not collected does not."""
    try:
        return Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[0] != "Z"
    except OSError:
        return False
