"""Questions and checked steps (section 7 of the language)."""
