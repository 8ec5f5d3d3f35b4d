"""Worksheets as files: in and out."""
