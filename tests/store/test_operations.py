"""Operations on a worksheet: each with its way back; numbers in texts follow their cells."""

from __future__ import annotations

import random
import unittest

from upper_slate.core.line.conventions import Conventions
from upper_slate.store import operations
from upper_slate.store.operations import from_data, take_back, to_data
from upper_slate.store.refusals import Clash, Refused
from upper_slate.store.states import CellState, SheetState


def sheet(*texts: str) -> SheetState:
    return SheetState(
        "T",
        Conventions().as_dict(),
        tuple(CellState(str(k), "math", t) for k, t in enumerate(texts, start=1)),
    )


def apply_operations(state: SheetState, given: list[dict]) -> tuple[SheetState, list]:
    """Operations as a window sends them."""
    return operations.apply_operations(state, from_data(given))


def texts(state: SheetState) -> list[str]:
    return [c.text for c in state.cells]


class Meeting(unittest.TestCase):
    """Changes of two windows meet."""

    def test_an_edit_that_began_from_another_text_is_a_clash(self) -> None:
        state = sheet("a = 2")
        mine = {"op": "edit", "cell": "1", "text": "a = 25", "was": "a = 2"}
        theirs = {"op": "edit", "cell": "1", "text": "a = 70", "was": "a = 2"}
        state, _ = apply_operations(state, [theirs])
        with self.assertRaises(Clash):
            apply_operations(state, [mine])
        self.assertEqual(texts(apply_operations(state, [theirs])[0]), ["a = 70"])  # the same again
        unguarded = {"op": "edit", "cell": "1", "text": "a = 3"}
        self.assertEqual(texts(apply_operations(state, [unguarded])[0]), ["a = 3"])

    def test_what_was_carried_out_already_is_left_out(self) -> None:
        state = sheet("a", "b")
        sent = [
            {"op": "insert", "cell": "2", "after": "1", "text": "b"},
            {"op": "remove", "cell": "gone"},
            {"op": "edit", "cell": "1", "text": "c"},
        ]
        left = operations.not_yet_done(state, from_data(sent))
        self.assertEqual(to_data(left), sent[2:])


class Operations(unittest.TestCase):
    def test_each_operation_and_its_way_back(self) -> None:
        before = sheet("a", "cell 1", "cell 2")
        for operation, wanted in [
            (
                {"op": "insert", "cell": "n", "after": "1", "kind": "math", "text": "x"},
                ["a", "x", "cell 1", "cell 3"],
            ),
            (
                {"op": "insert", "cell": "n", "after": None, "text": "x"},
                ["x", "a", "cell 2", "cell 3"],
            ),
            (
                {"op": "insert", "cell": "n", "after": "1", "kind": "note", "text": "x"},
                ["a", "x", "cell 1", "cell 2"],
            ),
            ({"op": "edit", "cell": "1", "text": "b"}, ["b", "cell 1", "cell 2"]),
            ({"op": "remove", "cell": "1"}, ["cell 0", "cell 1"]),
            ({"op": "move", "cell": "1", "after": "3"}, ["cell 3", "cell 1", "a"]),
            ({"op": "title", "title": "U"}, ["a", "cell 1", "cell 2"]),
            ({"op": "convention", "changes": {"angles": "degrees"}}, ["a", "cell 1", "cell 2"]),
            (
                {"op": "display", "cell": "1", "display": {"line0": "decimal"}},
                ["a", "cell 1", "cell 2"],
            ),
            ({"op": "edit", "cell": "1", "kind": "note"}, ["a", "cell 0", "cell 1"]),
        ]:
            with self.subTest(operation=operation):
                after, inverse = apply_operations(before, [operation])
                self.assertEqual(texts(after), wanted)
                self.assertEqual(take_back(after, inverse), before)

    def test_many_operations_at_random_can_all_be_taken_back(self) -> None:
        rng = random.Random(7)
        for _ in range(60):
            state = before = sheet("a", "cell 1 + 1", "above", "cell 3 + cell 1", "f(x) = x")
            ways = []
            for k in range(8):
                ids = [c.id for c in state.cells]
                kind = (
                    rng.choice(["insert", "remove", "move", "edit"]) if len(ids) > 2 else "insert"
                )
                operation = {
                    "insert": {
                        "op": "insert",
                        "cell": f"n{k}",
                        "after": rng.choice([None, *ids]),
                        "kind": rng.choice(["math", "note"]),
                        "text": "2",
                    },
                    "remove": {"op": "remove", "cell": rng.choice(ids)},
                    "move": {
                        "op": "move",
                        "cell": rng.choice(ids),
                        "after": rng.choice([None, *ids]),
                    },
                    "edit": {
                        "op": "edit",
                        "cell": rng.choice(ids),
                        "text": f"cell {rng.randint(1, 5)}",
                    },
                }[kind]
                state, inverse = apply_operations(state, [operation])
                ways.append(inverse)
            for inverse in reversed(ways):
                state = take_back(state, inverse)
            self.assertEqual(state, before)

    def test_texts_that_come_with_a_change_keep_their_numbers(self) -> None:
        """A block that is pasted names the cells of the page that comes of it; what was there before follows its cells."""
        state = sheet("a", "cell 1")
        block = [
            {"op": "insert", "cell": "m", "after": None, "text": "b = 2"},
            {"op": "insert", "cell": "n", "after": "m", "text": "cell 1 + 1"},
        ]
        after, inverse = apply_operations(state, block)
        self.assertEqual(texts(after), ["b = 2", "cell 1 + 1", "a", "cell 3"])
        self.assertEqual(take_back(after, inverse), state)

    def test_what_was_stored_with_a_longer_text_can_still_be_taken_back(self) -> None:
        state = sheet("x" * 150_000)
        after, inverse = apply_operations(state, [{"op": "remove", "cell": "1"}])
        self.assertEqual(take_back(after, from_data(to_data(inverse))), state)

    def test_what_does_not_fit_is_refused_with_a_sentence(self) -> None:
        for operation in (
            {"op": "edit", "cell": "9", "text": "x"},
            {"op": "insert", "cell": "1", "after": None},
            {"op": "convention", "changes": {"angles": "turns"}},
            {"op": "convention", "changes": {"colour": "red"}},
            {"op": "edit", "cell": "1", "text": "x" * 100_001},
            {"op": "insert", "cell": "n", "after": "gone", "text": "x"},
            {"op": "move", "cell": "1", "after": "gone"},
            {"op": "remove", "cell": "gone"},
            {"op": "display", "cell": "1", "display": {"line0": "x" * 10_001}},
        ):
            with self.subTest(operation=str(operation)[:50]), self.assertRaises(Refused) as caught:
                apply_operations(sheet("a"), [operation])
            self.assertTrue(str(caught.exception).endswith("."))


if __name__ == "__main__":
    unittest.main()
