"""Progress reports of long work, with cancel."""

from __future__ import annotations

from collections.abc import Callable

#: Called with a fraction from 0 to 1 and a short text. May raise CancelledError.
Progress = Callable[[float, str], None]


def silent(fraction: float, text: str) -> None:
    """Report nothing."""


def part(progress: Progress, start: float, end: float) -> Progress:
    """Map a sub-task's 0..1 onto `start`..`end` of `progress`."""

    def report(fraction: float, text: str) -> None:
        progress(start + (end - start) * fraction, text)

    return report
