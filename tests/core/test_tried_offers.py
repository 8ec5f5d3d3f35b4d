"""What an offer may cost is counted: a trial ends where it has made too many calls, wherever it is then."""

from __future__ import annotations

import unittest
from collections.abc import Iterator
from contextlib import redirect_stderr
from io import StringIO
from unittest.mock import patch

from upper_slate.core.answering import tried_offers
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.result import empty_result
from upper_slate.core.line.tasks import LineOutcome, LineTask
from upper_slate.core.problems import Suggestion


def _step() -> int:
    return 1


def _left_early() -> Iterator[int]:
    """A generator that is thrown away before its end, and is called once more to end then."""
    try:
        while True:
            yield _step()
    finally:
        pass


class Trials(unittest.TestCase):
    def _offered(self, calls: int, through_generators: bool, budget: int) -> tuple[int, str]:
        """How many offers are left of one that makes so many calls, and what was said on the way."""
        def work(task: LineTask) -> LineOutcome:
            for _ in range(calls):
                if through_generators:
                    next(_left_early())
                else:
                    _step()
            return LineOutcome(empty_result(task.source, "value"))

        said = StringIO()
        with patch.object(tried_offers, "_BUDGET", budget), redirect_stderr(said):
            found = tried_offers.offers_that_work(LineTask("a", 1, Conventions().as_dict()), [Suggestion("b", 0, 1)], work)
        return len(found), said.getvalue()

    def test_one_that_costs_too_much_is_none(self) -> None:
        for through_generators in (False, True):
            for calls, left in ((20, 1), (1_000, 0)):
                for budget in range(500, 510):  # whichever call is the last
                    with self.subTest(calls, through_generators=through_generators, budget=budget):
                        self.assertEqual(self._offered(calls, through_generators, budget), (left, ""))


if __name__ == "__main__":
    unittest.main()
