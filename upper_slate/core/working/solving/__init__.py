"""Equations, inequalities and systems: every answer is checked, completeness has a reason."""
