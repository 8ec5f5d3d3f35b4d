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
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
CASES = ROOT.parent / "shared" / "cases"
CHECKS = (
    ("ruff", [sys.executable, "-m", "ruff", "check", "."], ROOT),
    ("mypy", [sys.executable, "-m", "mypy"], ROOT),
    ("eslint", ["npx", "--no-install", "eslint", "src"], ROOT / "web"),
    ("vue-tsc", ["npx", "--no-install", "vue-tsc", "--noEmit"], ROOT / "web"),
)


#: Two lanes beside each other, about equally long; what asks the clock runs alone afterwards.
FIRST_LANE = [f"browser/{name}" for name in ("writing", "homework", "worksheet", "keeping", "graphs")]
SECOND_LANE = ["core", "formats", "store", ".", "browser/arranging", "browser/access"]
ALONE = ["workroom", "api"]

Count = tuple[int, int]


def main(folders: list[str]) -> int:
    counts: list[Count] = []
    if folders:
        counts = [_folder(folder) for folder in folders]
    else:
        with tempfile.TemporaryFile("w+") as output:
            beside = subprocess.Popen(
                [sys.executable, "-m", "tests", *FIRST_LANE],
                cwd=ROOT,
                stdout=output,
                stderr=subprocess.STDOUT,
            )
            counts = [_checks(), _cases(), *(_folder(folder) for folder in SECOND_LANE)]
            beside.wait()
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
    passed = failed = 0
    for file in sorted(CASES.glob("*.json")):
        run = subprocess.run(
            [
                sys.executable,
                str(CASES / "check.py"),
                "--command",
                f"{sys.executable} -m upper_slate",
                str(file),
            ],
            cwd=ROOT,
            capture_output=True,
            text=True,
            check=False,
        )
        lines = run.stdout.strip().splitlines()
        print(f"cases {file.stem}: {lines[-1] if lines else run.stderr[-300:]}", flush=True)
        good = run.returncode == 0
        if not good:
            print("\n".join(lines[:-2]))
        count = len(json.loads(file.read_text()))
        told = bool(lines) and "failed" in lines[-1]
        missed = 0 if good else int(lines[-1].split(", ")[1].split()[0]) if told else count
        passed, failed = passed + count - missed, failed + missed
    return passed, failed


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
