"""Settings of a tool, in millimetres and fractions: those that all have, and its own."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, fields, replace
from typing import Any, Literal

from yewfinch.core.sculpt.pressure_curves import STRAIGHT, Curve, outcome

#: The line that a stroke takes.
Course = Literal["hand", "line", "arc", "curve", "size"]
#: What pressure can act on.
PRESSED = ("size", "strength", "pinch", "scatter")
#: How a stamp lies: in the tool's circle, or spread over the skin without end.
Fit = Literal["tool", "skin"]
#: What turns a stamp.
Turn = Literal["fixed", "stroke", "random"]
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
    pressure_size, pressure_strength, pressure_pinch, pressure_scatter : bool
        Does pressure act on them?
    curve_size, curve_strength, curve_pinch, curve_scatter : Curve
        How it does.
    front : bool
        Leave alone what faces away from the tool.
    connected : bool
        Measure along the surface: what hangs together with the clay under the tool by a long way only, as one lip with
        the other, stays.
    stabiliser : float
        Length of the line that the stroke is drawn along by, mm: it follows the pointer without its trembling.
    taper_in, taper_out : float
        Over so many mm the stroke begins and ends thinner and weaker.
    course : {"hand", "line", "arc", "curve", "size"}
        Along the pointer's way; straight from its first place to its last; along an arc or a curve that can be
        changed until it is confirmed; or one dab whose size is drawn out.
    airbrush : bool
        Goes on while the pointer rests.
    by_speed : bool
        Without a pen: the slower, the stronger.
    by_key : bool
        Without a pen: pressure grows while a key is held.
    scatter : float
        Dabs are strewn so far beside the stroke, as a part of the tool's size.
    stamp : str
        Id of the stamp that the tool works through; none if empty.
    stamp_fit : {"tool", "skin"}
        In the tool's circle, or over the skin without end.
    stamp_scale : float, mm
        Width of a stamp that is spread over the skin.
    stamp_angle : float, degrees
    stamp_turn : {"fixed", "stroke", "random"}
        Upright, along the stroke, or otherwise at every dab.
    stamp_invert : bool
    height : float, mm
        That white of the stamp tool's stamp is raised by.
    pinch : float
        How much a crease draws its sides together, 0 to 1.
    own : mapping of key to value
        What only this tool has, as its options say.
    """

    size: float = 18.0
    strength: float = 0.5
    falloff: str = "soft"
    spacing: float = 0.10
    pressure_size: bool = False
    pressure_strength: bool = True
    pressure_pinch: bool = False
    pressure_scatter: bool = False
    curve_size: Curve = ((0.0, 0.3), (1.0, 1.0))
    curve_strength: Curve = STRAIGHT
    curve_pinch: Curve = STRAIGHT
    curve_scatter: Curve = STRAIGHT
    front: bool = True
    connected: bool = False
    stabiliser: float = 0.0
    taper_in: float = 0.0
    taper_out: float = 0.0
    course: Course = "hand"
    airbrush: bool = False
    by_speed: bool = False
    by_key: bool = False
    scatter: float = 0.0
    stamp: str = ""
    stamp_fit: Fit = "tool"
    stamp_scale: float = 20.0
    stamp_angle: float = 0.0
    stamp_turn: Turn = "fixed"
    stamp_invert: bool = False
    height: float = 0.8
    pinch: float = 0.5
    own: Mapping[str, Any] = field(default_factory=dict)

    def value(self, key: str) -> Any:
        """A setting by its key, be it one that all tools have or the tool's own.

        Raises
        ------
        KeyError
            If it has none of that name.
        """
        return getattr(self, key) if key in _COMMON else self.own[key]

    def changed(self, **changes: Any) -> ToolSettings:
        """The same with other values of some settings; those that not all tools have are the tool's own."""
        common = {k: v for k, v in changes.items() if k in _COMMON}
        own = {k: v for k, v in changes.items() if k not in _COMMON}
        return replace(self, **common, own={**self.own, **own}) if own else replace(self, **common)

    def pressed(self, what: str, pressure: float) -> float:
        """The share of a setting (one of `PRESSED`) that is used at a pen pressure of 0 to 1."""
        return outcome(getattr(self, f"curve_{what}"), pressure) if getattr(self, f"pressure_{what}") else 1.0

    def radius(self, pressure: float) -> float:
        """Radius in mm at a pressure from 0 to 1."""
        return 0.5 * self.size * self.pressed("size", pressure)

    def force(self, pressure: float) -> float:
        """Strength at a pressure from 0 to 1."""
        return self.strength * self.pressed("strength", pressure)


#: The settings that all tools have.
_COMMON = frozenset(f.name for f in fields(ToolSettings)) - {"own"}
