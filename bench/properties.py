"""The random tests of the core in large numbers: `python -m bench.properties [ROUNDS]` (20,000 by default, which takes hours; the tests do 20)."""

from __future__ import annotations

import os
import subprocess
import sys
import time

#: Those that make their problems at random and compare with a computation of their own.
MODULES = ("properties", "random_functions", "random_letters", "made_equations", "power_sums", "inverses_on_domains", "slips", "graph_truth", "drawn_signs")


def main() -> None:
    rounds = sys.argv[1] if len(sys.argv) > 1 else "20000"
    environment = {**os.environ, "ROUNDS": rounds}
    for module in MODULES:
        begun = time.monotonic()
        done = subprocess.run([sys.executable, "-m", "unittest", f"tests.core.test_{module}"], env=environment, capture_output=True, text=True, check=False)
        last = done.stderr.strip().splitlines()[-1] if done.stderr else "nothing was printed"
        print(f"{module:24} {rounds:>7} rounds {time.monotonic() - begun:8.0f} s  {last}", flush=True)
        if done.returncode:
            print(done.stderr)


if __name__ == "__main__":
    main()
