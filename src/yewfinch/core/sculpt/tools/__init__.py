"""One file per tool; importing this package registers them all."""

from yewfinch.core.sculpt.tools import clay, crease, mask, move, paint, smooth

__all__ = ["clay", "crease", "mask", "move", "paint", "smooth"]
