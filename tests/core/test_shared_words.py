"""Results from elsewhere hold their short words once, and say the same."""

from __future__ import annotations

import json
import pickle
import unittest
from dataclasses import asdict

from upper_slate.core.line.tasks import LineOutcome

from .lines import page


class SharedWords(unittest.TestCase):
    def test_keys_are_held_once_and_nothing_is_changed(self) -> None:
        for line in ("1/3 + 1/4", "f(x) = x^2 - 3", "solve x^2 = 5", "graph x^2", "2 +", "a = [1, 2]"):
            with self.subTest(line):
                outcome = page(line).lines[0].outcome
                wanted = json.loads(json.dumps(asdict(outcome)))
                from_worker = pickle.loads(pickle.dumps(outcome))
                from_worker.share_words()
                from_store = LineOutcome.from_dict(json.loads(json.dumps(wanted)))
                for found in (from_worker, from_store):
                    self.assertEqual(json.loads(json.dumps(asdict(found))), wanted)
                keys = [{key: key for key in found.result} for found in (from_worker, from_store)]
                self.assertTrue(all(keys[0][key] is keys[1][key] for key in keys[0]))


if __name__ == "__main__":
    unittest.main()
