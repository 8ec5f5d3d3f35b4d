"""From a line to its answer: reading, working and writing in a row, one file for each kind of line."""
