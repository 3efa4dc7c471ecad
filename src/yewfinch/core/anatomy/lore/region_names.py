"""Names of regions as they are read: those of a pair end in _l and _r, the sitter's left and right."""

from __future__ import annotations

_SIDES = {"_l": ", left", "_r": ", right"}


def region_title(name: str) -> str:
    """A region's name with its side in words, such as 'cheek, left' for 'cheek_l'."""
    return name[:-2] + _SIDES[name[-2:]] if name[-2:] in _SIDES else name
