"""Runs everything: linters, type checkers, unit tests, browser tests, public cases.

`python -m tests core` runs one folder, `python -m tests browser/writing` one file of it.
"""

from __future__ import annotations

import json
import re
import subprocess
import sys
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import ClassVar

ROOT = Path(__file__).resolve().parents[1]
CASES = ROOT.parent / "shared" / "cases"
CHECKS = (
    ("ruff", [sys.executable, "-m", "ruff", "check", "."], ROOT),
    ("mypy", [sys.executable, "-m", "mypy"], ROOT),
    ("eslint", ["npx", "--no-install", "eslint", "src"], ROOT / "web"),
    ("vue-tsc", ["npx", "--no-install", "vue-tsc", "--noEmit"], ROOT / "web"),
)


#: Jobs, longest first, each a process of its own: so many at once, since browser tests mostly wait. `core:1/3` is every third file.
JOBS = (
    *(f"browser:{k}/2" for k in (1, 2)),
    *(f"core:{k}/2" for k in (1, 2)),
    "api",
    "checks",
    "workroom",
    "cases",
    "formats",
    ".",
    "vitest",
    "desk",
    "store",
)
PLACES = 3

Count = tuple[int, int]


def main(jobs: list[str]) -> int:
    counts = [_job(job) for job in jobs] if jobs else _all()
    passed, failed = (sum(column) for column in zip(*counts, strict=True))
    print(f"{passed} passed, {failed} failed")
    return 1 if failed else 0


def _job(job: str) -> Count:
    return {"checks": _checks, "cases": _cases, "vitest": _vitest}.get(job, lambda: _folder(job))()


def _all() -> list[Count]:
    """Every job in a process of its own; what each prints comes as one piece when it ends."""
    with ThreadPoolExecutor(PLACES) as places:
        return list(places.map(_beside, JOBS))


def _beside(job: str) -> Count:
    run = subprocess.run([sys.executable, "-m", "tests", job], cwd=ROOT, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, stdin=subprocess.DEVNULL, text=True, check=False)
    return _told(run.stdout)


def _told(output: str) -> Count:
    """The counts that another run of this program ended with."""
    print(output, flush=True)
    found = re.findall(r"^(\d+) passed, (\d+) failed$", output, re.MULTILINE)
    return (int(found[-1][0]), int(found[-1][1])) if found else (0, 1)


def modules_of(what: str) -> list[str]:
    """The modules of a job: a folder, one file of it (`browser/writing`), or every third from the second on (`core:2/3`)."""
    where, _, share = what.partition(":")
    folder, _, name = where.partition("/")
    place = ROOT / "tests" if folder == "." else ROOT / "tests" / folder
    files = sorted(place.glob(f"test_{name or '*'}.py"))
    if share:
        first, step = (int(n) for n in share.split("/"))
        files = files[first - 1::step]
    return [".".join(file.relative_to(ROOT).with_suffix("").parts) for file in files]


class _Timed(unittest.TextTestResult):
    """Notes how long each test takes, to be told where the time goes."""

    took: ClassVar[list[tuple[float, str]]] = []

    def startTest(self, test: unittest.TestCase) -> None:
        self._begun = time.monotonic()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:
        self.took.append((time.monotonic() - self._begun, test.id().rsplit(".", 1)[1]))
        super().stopTest(test)


def _folder(what: str) -> Count:
    start = time.monotonic()
    _Timed.took.clear()
    suite = unittest.defaultTestLoader.loadTestsFromNames(modules_of(what))
    result = unittest.TextTestRunner(verbosity=1, stream=sys.stdout, resultclass=_Timed).run(suite)
    wrong = len(result.failures) + len(result.errors)
    longest = ", ".join(f"{name} {seconds:.1f} s" for seconds, name in sorted(_Timed.took, reverse=True)[:3])
    print(f"tests/{what}: {result.testsRun} tests in {time.monotonic() - start:.1f} s; longest: {longest}", flush=True)
    return max(result.testsRun - wrong, 0), wrong


def _checks() -> Count:
    passed = failed = 0
    for name, command, folder in CHECKS:
        run = subprocess.run(command, cwd=folder, capture_output=True, text=True, check=False)
        print(f"{name}: {'ok' if run.returncode == 0 else 'FAILED'}", flush=True)
        if run.returncode:
            print((run.stdout + run.stderr)[-6000:])
        passed, failed = passed + (run.returncode == 0), failed + (run.returncode != 0)
    return passed, failed


def _vitest() -> Count:
    """What is only logic in the interface."""
    run = subprocess.run(["npx", "--no-install", "vitest", "run", "--no-color"], cwd=ROOT / "web", capture_output=True, text=True, check=False)
    found = {word: int(count) for count, word in re.findall(r"(\d+) (passed|failed)", next(iter(re.findall(r"^\s*Tests .*$", run.stdout, re.MULTILINE)), ""))}
    if run.returncode:
        print((run.stdout + run.stderr)[-6000:])
    print(f"vitest: {found.get('passed', 0)} tests", flush=True)
    return found.get("passed", 0), found.get("failed", 0) or int(run.returncode != 0)


def _cases() -> Count:
    """The public cases beside the checkout, where they are."""
    if not CASES.is_dir():
        print("public cases: not beside this checkout, skipped")
        return 0, 0
    files = sorted([*CASES.glob("*.json"), *(CASES / "coming").glob("first-guesses.json")])
    command = f"{sys.executable} -m upper_slate"
    run = subprocess.run(
        [sys.executable, str(CASES / "check.py"), "--command", command, *map(str, files)],
        cwd=ROOT,
        capture_output=True,
        text=True,
        check=False,
    )
    lines = run.stdout.strip().splitlines()
    print(f"cases: {lines[-1] if lines else run.stderr[-300:]}", flush=True)
    if run.returncode:
        print("\n".join(lines[:-2]))
    count = sum(len(json.loads(file.read_text())) for file in files)
    told = re.search(r"(\d+) failed", lines[-1]) if lines else None
    missed = 0 if run.returncode == 0 else int(told[1]) if told else count
    return count - missed, missed


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
