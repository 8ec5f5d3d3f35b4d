"""The written form of the language: the tree of a line, its plain text and typesetting, and every word that it has."""
