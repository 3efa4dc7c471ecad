"""One file per tool; importing this package registers them all."""

from yewfinch.core.sculpt.tools import clay, crease, erase_layer, mask, move, paint, smooth, towards_state

__all__ = ["clay", "crease", "erase_layer", "mask", "move", "paint", "smooth", "towards_state"]
