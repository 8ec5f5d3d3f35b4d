"""Sentences that are not read as they stand, by what they are about, and how each is written here: it is offered, since words leave room for other readings."""
