"""Differential equations: found by rules, then put back into the equation and proved."""
