"""Settings every tool has, in millimetres and fractions."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

#: Whither clay may be moved.
Way = Literal["free", "normal", "surface"]
#: The line that a stroke takes.
Course = Literal["hand", "line"]
#: Limits of a tool's size (diameter), mm.
SIZE_RANGE = (0.5, 300.0)


@dataclass(frozen=True)
class ToolSettings:
    """How a tool works.

    Attributes
    ----------
    size : float
        Diameter in mm of the sitter.
    strength : float
        0 to 1.
    falloff : str
        Name of a curve in `falloff.CURVES`.
    spacing : float
        Distance between dabs as a part of the diameter.
    pressure_size, pressure_strength : bool
        Does the pen's pressure act on them?
    front : bool
        Leave alone what faces away from the tool.
    connected : bool
        Measure along the surface: what hangs together with the clay under the tool by a long way only, as one lip with the other, stays.
    stabiliser : float
        Length of the line that the stroke is drawn along by, mm: it follows the pointer without its trembling.
    taper_in, taper_out : float
        Over so many mm the stroke begins and ends thinner and weaker.
    course : {"hand", "line"}
        Along the pointer's way, or straight from its first place to its last.
    airbrush : bool
        Goes on while the pointer rests.
    by_speed : bool
        Without a pen: the slower, the stronger.
    pinch : float
        How much a crease draws its sides together, 0 to 1.
    keep_volume : bool
        Smooth without drawing the form in.
    way : {"free", "normal", "surface"}
        Whither clay may be moved: with the pointer, along its normals only, along the surface only.
    """

    size: float = 18.0
    strength: float = 0.5
    falloff: str = "soft"
    spacing: float = 0.10
    pressure_size: bool = False
    pressure_strength: bool = True
    front: bool = True
    connected: bool = False
    stabiliser: float = 0.0
    taper_in: float = 0.0
    taper_out: float = 0.0
    course: Course = "hand"
    airbrush: bool = False
    by_speed: bool = False
    pinch: float = 0.5
    keep_volume: bool = False
    way: Way = "free"

    def radius(self, pressure: float) -> float:
        """Radius in mm at a pressure from 0 to 1."""
        p = min(1.0, max(0.0, pressure))
        return 0.5 * self.size * ((0.3 + 0.7 * p) if self.pressure_size else 1.0)

    def force(self, pressure: float) -> float:
        """Strength at a pressure from 0 to 1."""
        p = min(1.0, max(0.0, pressure))
        return self.strength * (p if self.pressure_strength else 1.0)
