"""The processes that do the working out: limits, Stop, replacement."""
