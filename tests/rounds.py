"""How often the random tests of one run make a problem: `ROUNDS=500 ./test core` makes many."""

from __future__ import annotations

import os


def rounds(usual: int) -> int:
    """So many rounds, or as many as the environment asks for."""
    return int(os.environ.get("ROUNDS", usual))
