"""What a tool declares of itself."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from yewfinch.core.mesh.surface.rows_change import Channel
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Option
from yewfinch.core.sculpt.tool_section import PLAIN, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings

#: What tools are for, in the order in which they are shown.
Group = Literal["shape", "build up", "cut", "even out", "colour", "hold"]
GROUPS: tuple[Group, ...] = ("shape", "build up", "cut", "even out", "colour", "hold")


@dataclass(frozen=True)
class ToolSpec:
    """Declaration of a tool.

    Attributes
    ----------
    id, title : str
    hint : str
        One sentence: what it does to clay.
    key : str
        Default shortcut.
    settings : ToolSettings
        Defaults for its purpose.
    make : callable (StrokeContext) -> Stroke
    channel : Channel
        What it writes.
    place : float
        Tools are shown in ascending order of it.
    group : Group
        What it is for.
    first : tuple of str
        The stages of the work that use it first.
    needs : {"", "layer", "state"}
        What must be chosen for it to work.
    dabs : bool
        Its strokes are rows of dabs; else it takes hold of clay once and carries it.
    section : ToolSection
        What its small picture shows.
    options : tuple of Option
        Settings that only it has, or shows; those with defaults of their own are in `settings.own`.
    pigments : bool
        It works on layers of pigments, too.
    """

    id: str
    title: str
    hint: str
    key: str
    settings: ToolSettings
    make: Callable[[StrokeContext], Stroke]
    channel: Channel = "positions"
    place: float = 100.0
    group: Group = "shape"
    first: tuple[str, ...] = ()
    needs: Literal["", "layer", "state"] = ""
    dabs: bool = True
    section: ToolSection = PLAIN
    options: tuple[Option, ...] = ()
    pigments: bool = False

    def __post_init__(self) -> None:
        own = {o.key: o.default for o in self.options if not hasattr(self.settings, o.key)}
        object.__setattr__(self, "settings", self.settings.changed(**{**own, **self.settings.own}))
