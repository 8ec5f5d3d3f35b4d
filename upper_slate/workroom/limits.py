"""What one line may use."""

from __future__ import annotations

from typing import Final

#: Seconds until a line is ended.
TIME_LIMIT: Final = 20.0
#: Address space of one worker, in bytes.
MEMORY_LIMIT: Final = 2 * 1024 ** 3
