"""`upper-slate serve | run | …`: the command line."""

from __future__ import annotations

import argparse
import gc
import json
import sys
from collections.abc import Sequence
from dataclasses import replace
from pathlib import Path

from . import __version__
from .core.line.conventions import Conventions
from .core.line.result import LineResult
from .core.line.tasks import LineOutcome
from .core.page.cells import MathCell
from .core.page.sources import Sources
from .workroom.limits import SLOW_PLACES


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs one command; returns the exit status."""
    parser = argparse.ArgumentParser(prog="upper-slate", description="Worksheets with exact results and checked working.")
    parser.add_argument("--version", action="version", version=f"upper-slate {__version__}")
    commands = parser.add_subparsers(dest="command", required=True)
    run = commands.add_parser("run", help="work out worksheets written as Markdown")
    run.add_argument("files", nargs="+", metavar="FILE", help="a Markdown file; - reads standard input")
    run.add_argument("--json", action="store_true", help="one JSON object on one line for each file")
    run.add_argument("--limit", type=float, default=20.0, metavar="SECONDS", help="time limit for a line (20)")
    export = commands.add_parser("export", help="write worksheets as files of another kind, with their results")
    export.add_argument("files", nargs="+", metavar="FILE", help="worksheets as Markdown or JSON")
    export.add_argument("--to", required=True, metavar="KIND", help="html, tex, json, md or csv")
    export.add_argument("-o", "--out", type=Path, required=True, metavar="OUT", help="the file to write; with several files a folder")
    export.add_argument("--limit", type=float, default=20.0, metavar="SECONDS", help="time limit for a line (20)")
    serve = commands.add_parser("serve", help="serve the application on this machine")
    serve.add_argument("--port", type=int, default=8765, help="port to listen on (8765)")
    serve.add_argument("--data", type=Path, default=None, metavar="DIR", help="folder for the worksheets (data)")
    serve.add_argument("--demo", type=Path, default=None, metavar="DIR", help="worksheets to load into a new data folder")
    serve.add_argument("--workers", type=int, default=2, metavar="N", help="worker processes for lines (2)")
    serve.add_argument("--slow", type=int, default=SLOW_PLACES, metavar="N", help=f"slow lines that go on at once beside them ({SLOW_PLACES})")
    serve.add_argument("--limit", type=float, default=20.0, metavar="SECONDS", help="time limit for a line (20)")
    serve.add_argument("--memory", type=float, default=2.0, metavar="GB", help="memory that a worker may use (2)")
    back = commands.add_parser("restore", help="bring back the worksheets of an earlier day")
    back.add_argument("day", nargs="?", metavar="DAY", help="as in 2026-03-31; without it the days are listed")
    back.add_argument("--data", type=Path, default=Path("data"), metavar="DIR", help="folder for the worksheets (data)")
    given = parser.parse_args(arguments)
    if given.command == "run":
        return run_files(given.files, given.json, given.limit)
    if given.command == "export":
        return export_files(given.files, given.to, given.out, given.limit)
    if given.command == "restore":
        return restore_day(given.data, given.day)
    gc.disable()
    from .api.serve import serve as serve_application
    from .workroom.workroom import Workroom

    # what is loaded stays: it is not looked through for garbage, neither while it comes nor later
    gc.freeze()
    gc.enable()
    if given.workers < 1 or given.slow < 0 or given.limit <= 0 or given.memory < 0.25:
        print("upper-slate: there is at least one worker, a limit above 0 seconds, and a quarter of a GB for each worker.", file=sys.stderr)
        return 2
    room = Workroom(given.workers, given.limit, int(given.memory * 1024**3), slow=given.slow)
    return serve_application(given.port, given.data, given.demo, room)


def run_files(files: Sequence[str], as_json: bool, limit: float) -> int:
    """Works out each file by itself. 0: every line has a result; 1: a line has an error; 2: a file cannot be read."""
    from .core.line.result import printed
    from .core.page.cells import MathCell
    from .core.page.worked import remembered, work_out_page
    from .formats.markdown import BadFile, read_markdown
    from .formats.neighbours import Neighbours
    from .workroom.workroom import Workroom

    status = 0
    memory: dict[str, LineOutcome] = {}
    with Workroom(workers=1, limit=limit) as room:
        neighbours = Neighbours(files, remembered(memory, room.work_out))
        for file in files:
            try:
                sheet = read_markdown(_text_of(file))
            except (OSError, UnicodeDecodeError, BadFile) as error:
                reason = error.strerror if isinstance(error, OSError) else str(error) if isinstance(error, BadFile) else "it is not a text in UTF-8"
                print(f"upper-slate: {file} cannot be read: {reason}", file=sys.stderr)
                status = 2
                continue
            cells = [MathCell(str(k), text) for k, text in enumerate(sheet.math_cells(), start=1)]
            page = work_out_page(cells, sheet.conventions, memory, room.work_out, neighbours.of(file))
            rows: dict[str, list[LineResult]] = {cell.id: [] for cell in cells}
            for worked in page.lines:
                rows[worked.line.cell_id].append(worked.outcome.result)
            if any(line["error"] for lines in rows.values() for line in lines):
                status = max(status, 1)
            if as_json:
                found = [{"number": int(k), "lines": [printed(line) for line in v]} for k, v in rows.items()]
                out = {"file": file, "conventions": sheet.conventions.as_dict(), "cells": found}
                print(json.dumps(out, ensure_ascii=False), flush=True)
            else:
                from .formats.terminal import show

                show(file, sheet, list(rows.values()), several=len(files) > 1)
    return status


def export_files(files: Sequence[str], to: str, out: Path, limit: float) -> int:
    """Writes each file as another kind. 0: all were written; 2: a file cannot be read or written, or there is no such kind."""
    from .core.page.worked import remembered, work_out_page
    from .formats.archive import file_name, read_any
    from .formats.kinds import KINDS, in_one, written
    from .formats.neighbours import Neighbours
    from .formats.worked import Worked, work_out_file
    from .workroom.workroom import Workroom

    kind = KINDS.get(to)
    if kind is None:
        print(f"upper-slate: there is no kind of file {to}; there are {', '.join(KINDS)}.", file=sys.stderr)
        return 2
    status, taken = 0, set[str]()
    memory: dict[str, LineOutcome] = {}
    with Workroom(workers=1, limit=limit) as room:
        neighbours = Neighbours(files, remembered(memory, room.work_out))
        for file in files:
            sources = neighbours.of(file)

            def work(cells: list[MathCell], conventions: Conventions, sources: Sources = sources) -> list[tuple[str, LineResult]]:
                return [(line.line.cell_id, line.outcome.result) for line in work_out_page(cells, conventions, memory, room.work_out, sources).lines]

            try:
                (read,) = read_any(Path(file).name, Path(file).read_bytes())
                if read.sheet is None:
                    raise ValueError(read.problem)
                worked = work_out_file(read.sheet, work) if kind.needs_results else Worked(read.sheet, ())
                stem = _free_stem(file_name(read.sheet.title or Path(file).stem), taken) if len(files) > 1 else out.stem
                made = written(worked, to, stem)
                folder = out if len(files) > 1 else out.parent
                if len(files) == 1:
                    first = in_one(made, stem) if out.suffix.lower() == ".zip" else made[0]
                    made = [replace(first, name=out.name), *(made[1:] if first is made[0] else ())]
                folder.mkdir(parents=True, exist_ok=True)
                for one in made:
                    (folder / one.name).write_bytes(one.content)
            except (OSError, ValueError) as error:
                print(f"upper-slate: {file}: {(error.strerror or error) if isinstance(error, OSError) else error}", file=sys.stderr)
                status = 2
    return status


def _free_stem(stem: str, taken: set[str]) -> str:
    """The name of a file that no other of this run has."""
    number, found = 2, stem
    while found.casefold() in taken:
        found, number = f"{stem} {number}", number + 1
    taken.add(found.casefold())
    return found


def restore_day(data: Path, day: str | None) -> int:
    """Lists the days of which there is a copy, or brings one back. 0: done; 2: there is no such copy, or the folder is in use."""
    from .store.copies import copies, restore
    from .store.folder import NotUsable

    if day is None:
        days = [file.stem for file in copies(data)]
        print("\n".join(days) if days else f"There are no copies in {data} yet.")
        return 0
    try:
        before = restore(data, day)
    except (NotUsable, OSError) as error:
        print(f"upper-slate: {error}", file=sys.stderr)
        return 2
    print(f"The worksheets of {day} are back; those that were there are kept in {before}.")
    return 0


def _text_of(file: str) -> str:
    return sys.stdin.read() if file == "-" else Path(file).read_text(encoding="utf-8")
