"""Values as plain text in the language, as LaTeX, and in their other forms."""
