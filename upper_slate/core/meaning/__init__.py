"""Names in force, page order, dependencies, conventions and assumptions."""
