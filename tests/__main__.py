"""Runs everything: linters, type checkers, unit tests, browser tests, public cases.

`python -m tests core` runs one folder, `python -m tests browser/writing` one file of it.
"""

from __future__ import annotations

import json
import re
import subprocess
import sys
import tempfile
import time
import unittest
from contextlib import ExitStack
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
CASES = ROOT.parent / "shared" / "cases"
CHECKS = (
    ("ruff", [sys.executable, "-m", "ruff", "check", "."], ROOT),
    ("mypy", [sys.executable, "-m", "mypy"], ROOT),
    ("eslint", ["npx", "--no-install", "eslint", "src"], ROOT / "web"),
    ("vue-tsc", ["npx", "--no-install", "vue-tsc", "--noEmit"], ROOT / "web"),
)


#: Lanes beside each other, about equally long: browser tests mostly wait. What asks the clock runs alone afterwards.
BESIDE = [
    [f"browser/{name}" for name in ("writing", "homework", "worksheet")],
    [f"browser/{name}" for name in ("keeping", "graphs", "arranging", "access")],
]
HERE = ["core", "formats", "store", "desk", "."]
ALONE = ["workroom", "api"]

Count = tuple[int, int]


def main(folders: list[str]) -> int:
    counts: list[Count] = []
    if folders:
        counts = [_folder(folder) for folder in folders]
    else:
        with ExitStack() as stack:
            outputs = [stack.enter_context(tempfile.TemporaryFile("w+")) for _ in BESIDE]
            running = [
                subprocess.Popen(
                    [sys.executable, "-m", "tests", *lane],
                    cwd=ROOT,
                    stdout=output,
                    stderr=subprocess.STDOUT,
                )
                for lane, output in zip(BESIDE, outputs, strict=True)
            ]
            counts = [_checks(), _cases(), *(_folder(folder) for folder in HERE)]
            for lane, output in zip(running, outputs, strict=True):
                lane.wait()
                output.seek(0)
                counts.append(_told(output.read()))
        counts += [_folder(folder) for folder in ALONE]
    passed, failed = (sum(column) for column in zip(*counts, strict=True))
    print(f"{passed} passed, {failed} failed")
    return 1 if failed else 0


def _told(output: str) -> Count:
    """The counts that another run of this program ended with."""
    print(output, flush=True)
    found = re.findall(r"^(\d+) passed, (\d+) failed$", output, re.MULTILINE)
    return (int(found[-1][0]), int(found[-1][1])) if found else (0, 1)


def _folder(what: str) -> Count:
    start = time.monotonic()
    folder, _, name = what.partition("/")
    loader = unittest.defaultTestLoader
    place = ROOT / "tests" if folder == "." else ROOT / "tests" / folder
    pattern = "test_house*.py" if folder == "." else f"test_{name}.py" if name else "test*.py"
    suite = loader.discover(str(place), pattern=pattern, top_level_dir=str(ROOT))
    result = unittest.TextTestRunner(verbosity=1, stream=sys.stdout).run(suite)
    wrong = len(result.failures) + len(result.errors)
    print(f"tests/{what}: {result.testsRun} tests in {time.monotonic() - start:.1f} s", flush=True)
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


def _cases() -> Count:
    """The public cases beside the checkout, where they are."""
    if not CASES.is_dir():
        print("public cases: not beside this checkout, skipped")
        return 0, 0
    files = sorted(CASES.glob("*.json"))
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
