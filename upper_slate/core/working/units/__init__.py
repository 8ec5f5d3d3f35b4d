"""Quantities: a number times a product of units, each unit a positive symbol that no letter can be."""
