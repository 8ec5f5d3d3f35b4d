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


def memory_of(pid: int) -> float:
    """The memory of a process that is its own or shared, in megabytes; 0 where it has ended."""
    try:
        found = Path(f"/proc/{pid}/status").read_text()
    except OSError:
        return 0.0
    return next((int(line.split()[1]) / 1024 for line in found.splitlines() if line.startswith("VmRSS:")), 0.0)


def threads_of(pid: int) -> int:
    """How many threads a process has."""
    return len(list(Path(f"/proc/{pid}/task").iterdir()))
