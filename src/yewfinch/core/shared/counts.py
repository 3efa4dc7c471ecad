"""Counts as they are written in sentences."""

from __future__ import annotations


def grouped(count: float) -> str:
    """A count in groups of three digits, without a comma that a sentence could take for its own.

    >>> grouped(39866)
    '39 866'
    """
    return f"{count:,.0f}".replace(",", " ")
