"""What a tool declares of itself."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from yewfinch.core.mesh.surface.rows_change import Channel
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.sculpt.tool_settings import ToolSettings


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
    needs : {"", "layer", "state"}
        What must be chosen for it to work.
    dabs : bool
        Its strokes are rows of dabs; else it takes hold of clay once and carries it.
    """

    id: str
    title: str
    hint: str
    key: str
    settings: ToolSettings
    make: Callable[[StrokeContext], Stroke]
    channel: Channel = "positions"
    place: float = 100.0
    needs: Literal["", "layer", "state"] = ""
    dabs: bool = True
