"""What the student prefers is kept with the worksheets."""

from __future__ import annotations

from tests.api.test_server import WithServer


class Preferences(WithServer):
    def test_none_at_first_then_what_was_set(self) -> None:
        self.assertIsNone(self.http.get("/preferences").json())
        usual = self.http.put("/preferences", json={}).json()
        self.assertEqual((usual["enter"], usual["theme"], usual["print"]["paper"]), ("go on", "system", "A4"))
        changed = {**usual, "theme": "dark", "conventions": {"angles": "degrees"}, "print": {**usual["print"], "paper": "Letter"}}
        self.assertEqual(self.http.put("/preferences", json=changed).json(), changed)
        self.assertEqual(self.http.get("/preferences").json(), changed)

    def test_what_is_none_is_refused_and_changes_nothing(self) -> None:
        self.http.put("/preferences", json={"textSize": 130})
        for bad in ({"textSize": 9_000}, {"theme": "blue"}, {"conventions": {"angles": "turns"}}, {"conventions": {"x": "y"}}, {"print": {"paper": "A0"}}, []):
            with self.subTest(bad):
                answer = self.http.put("/preferences", json=bad)
                self.assertEqual(answer.status_code, 422)
                self.assertIn("cannot be read", answer.json()["detail"])
        self.assertEqual(self.http.get("/preferences").json()["textSize"], 130)
