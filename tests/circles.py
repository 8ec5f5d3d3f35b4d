"""Circles among files that import each other: Tarjan's strongly connected components."""

from __future__ import annotations

from collections.abc import Mapping


def circles(imports: Mapping[str, set[str]]) -> list[list[str]]:
    """The groups of files in which each leads to each; none where every file imports only what stands below it."""
    order: dict[str, int] = {}
    lowest: dict[str, int] = {}
    stack: list[str] = []
    found: list[list[str]] = []

    def visit(file: str) -> None:
        order[file] = lowest[file] = len(order)
        stack.append(file)
        for other in sorted(imports.get(file, ())):
            if other not in order:
                visit(other)
                lowest[file] = min(lowest[file], lowest[other])
            elif other in stack:
                lowest[file] = min(lowest[file], order[other])
        if lowest[file] == order[file]:
            at = stack.index(file)
            if len(stack) - at > 1:
                found.append(sorted(stack[at:]))
            del stack[at:]

    for file in sorted(imports):
        if file not in order:
            visit(file)
    return found
