"""Worksheets, cells, results and changes in SQLite."""
