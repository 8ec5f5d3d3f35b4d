"""The page: cells, the names in force down it, and what a change reaches."""
