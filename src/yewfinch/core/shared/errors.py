"""Errors whose text is meant for the sculptor: what was wrong and what to do."""

from __future__ import annotations


class YewfinchError(Exception):
    """Base of all errors the application shows as a sentence."""

    def __str__(self) -> str:
        """The sentence; a phrase stays one, so that it can be said in another language."""
        return self.args[0] if len(self.args) == 1 and isinstance(self.args[0], str) else super().__str__()


class BadFileError(YewfinchError):
    """A file is damaged, hostile or not of the expected kind."""


class BadSurfaceError(YewfinchError):
    """Positions or faces do not describe a usable surface."""


class CannotSolveError(YewfinchError):
    """A standpoint cannot be solved from the marks given."""


class CancelledError(YewfinchError):
    """The user cancelled long work; nothing was changed."""
