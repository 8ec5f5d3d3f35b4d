"""The same line twice on a page: it is worked out once, and both have it."""

from __future__ import annotations

import unittest
from unittest.mock import patch

from tests.desk.test_faults import WithOffice
from upper_slate.core.line.tasks import LineOutcome
from upper_slate.workroom.jobs import Ticket

TWIN = "8/3 + 1/3"


class Twins(WithOffice):
    def test_neither_is_left_behind_where_the_lower_one_has_the_outcome_first(self) -> None:
        """The upper one is passed over while it is being worked out, and by the time of the lower one it is there."""
        asked: list[str] = []

        def late(ticket: Ticket, seconds: float) -> LineOutcome | None:
            source = ticket._job.task.source
            asked.append(source)
            return None if source == TWIN and asked.count(TWIN) == 1 else ticket.outcome()

        with patch.object(Ticket, "outcome_within", late):
            _, desk = self.sheet(TWIN, "1/2 + 1/3", TWIN)
            self.assertTrue(desk.wait_until_done(20))
        rows = [row for lines in desk.results().values() for row in lines]
        self.assertEqual([row["exact"] and row["exact"]["text"] for row in rows], ["3", "5/6", "3"])
        self.assertEqual([row["busySince"] for row in rows], [None] * 3)
        self.assertEqual(asked.count(TWIN), 2)


if __name__ == "__main__":
    unittest.main()
