"""Worksheets that are open: joins the store and the workroom, and tells listeners what happens."""
