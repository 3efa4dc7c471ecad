"""What the parts of the bench have in common."""

from __future__ import annotations

from typing import Protocol

from yewfinch.core.document.model.portrait import Portrait


class Holder(Protocol):
    """Holds the portrait that is on the bench."""

    portrait: Portrait

    def say(self, text: str, kind: str = "note") -> None:
        """Put a sentence into the status line."""
        ...
