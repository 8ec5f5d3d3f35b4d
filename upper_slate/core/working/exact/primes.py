"""Whole numbers as products of primes, where that is done in time."""

from __future__ import annotations

from typing import Final

from flint import fmpz

from .surd import TooLarge

#: Prime factors up to here are found by trying, however long the number is.
_TRIED: Final = 100_000
#: The longest part without small factors that is taken apart: 60 digits take 5 s (two primes of 30 digits), 68 digits 20 s.
_HARD_DIGITS: Final = 60


def prime_powers(number: int) -> list[tuple[int, int]]:
    """The prime factors of a whole number other than 0 with their exponents, rising. TooLarge where they would not be found in time."""
    whole = fmpz(abs(number))
    for part, _ in whole.factor(trial_limit=_TRIED):
        if part > _TRIED and len(str(part)) > _HARD_DIGITS and not part.is_probable_prime():
            raise TooLarge
    return [(int(p), int(e)) for p, e in whole.factor()]
