"""Derivatives, limits, integrals, sums and series."""
