"""From trees to what requests are about: an expression in a letter, a statement."""
