"""Why a change is not carried out, in one sentence each."""

from __future__ import annotations


class Refused(Exception):
    """The change does not fit the worksheet; the message says why in one sentence."""


class Clash(Refused):
    """Two windows changed the same cell: the edit began from a text that is not there any more."""


class NotFound(Exception):
    """There is no such worksheet."""


class NotStored(Exception):
    """The database cannot be read or written just now, or what stands in it cannot be read; the message says why in one sentence."""
