"""What a line is asked and what it answers: plain data, with no algebra in it."""
