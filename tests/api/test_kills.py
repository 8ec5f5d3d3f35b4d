"""The server and its workers are killed while windows write; `bench/kills.py` does it hundreds of times."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

from bench.kills import Report, one_after_the_other, two_windows
from tests.browser.driver import Application


class Kills(unittest.TestCase):
    def setUp(self) -> None:
        holder = tempfile.TemporaryDirectory(ignore_cleanup_errors=True)
        self.addCleanup(holder.cleanup)
        self.server = Application(Path(holder.name)).start()
        self.addCleanup(self.server.stop)

    def expect_nothing_lost(self, report: Report, servers: int) -> None:
        self.assertEqual(report.wrong, [])
        self.assertGreater(report.confirmed, 1)
        self.assertEqual(report.killed, servers)

    def test_two_windows_lose_nothing(self) -> None:
        self.expect_nothing_lost(two_windows(self.server, servers=1, workers=4, seed=7), 1)

    def test_history_is_right_after_each_kill(self) -> None:
        self.expect_nothing_lost(one_after_the_other(self.server, servers=2, seed=7), 2)


if __name__ == "__main__":
    unittest.main()
