"""What a tool is fed: plain pointer events in the space of the piece."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from yewfinch.core.shared.arrays import DoubleArray

#: What the pointer did.
Phase = Literal["press", "move", "release"]


@dataclass(frozen=True)
class PointerEvent:
    """One sample of mouse or pen.

    Attributes
    ----------
    phase : {"press", "move", "release"}
    origin, direction : (3,) float64
        Ray into the scene, mm; direction is a unit vector.
    pressure : float
        0 to 1; 1 for a mouse.
    shift, ctrl : bool
    still : bool
        The pointer rests; told again and again for tools that go on meanwhile.
    radius : float or None, mm
        Of the tool, where it is drawn out; None: as its settings say.
    turn : float, degrees
        By which a stamp is turned besides.
    """

    phase: Phase
    origin: DoubleArray
    direction: DoubleArray
    pressure: float = 1.0
    shift: bool = False
    ctrl: bool = False
    still: bool = False
    radius: float | None = None
    turn: float = 0.0
