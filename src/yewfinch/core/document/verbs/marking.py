"""Marks on photos, as undoable edits."""

from __future__ import annotations

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.sitter.photo import Certainty, Photo


def set_mark(portrait: Portrait, photo_id: str, key: str, at: tuple[float, float] | None, name: str) -> None:
    """Place, move or take away a mark, as an undoable edit."""
    change_photo(portrait, portrait.sitter.photo(photo_id).marked(key, at), name)


def rate(portrait: Portrait, photo_id: str, key: str, certainty: Certainty, name: str) -> None:
    """Say how sure a mark is, as an undoable edit."""
    change_photo(portrait, portrait.sitter.photo(photo_id).rated(key, certainty), name)


def change_photo(portrait: Portrait, photo: Photo, name: str) -> None:
    """Put a photo in the place of that with its id, as an undoable edit."""
    portrait.set_field("sitter", portrait.sitter.replaced(photo), name)
