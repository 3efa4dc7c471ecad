"""The registry of tools. A tool declares itself; nothing else needs to know it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from yewfinch.core.document.edits import Channel
from yewfinch.core.sculpt.settings import ToolSettings
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext


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
    channel : {"positions", "colour", "mask", "roughness"}
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


_tools: dict[str, ToolSpec] = {}


def register(spec: ToolSpec) -> None:
    """Add a tool.

    Raises
    ------
    ValueError
        If its id or key is taken.
    """
    for other in _tools.values():
        if other.id == spec.id or other.key == spec.key:
            raise ValueError(f"tool {spec.id!r} (key {spec.key!r}) clashes with {other.id!r}")
    _tools[spec.id] = spec


def tools() -> tuple[ToolSpec, ...]:
    """All tools in the order in which they are shown."""
    from yewfinch.core.sculpt import tools as _all  # noqa: F401 - registers them

    return tuple(sorted(_tools.values(), key=lambda t: t.place))


def tool(tool_id: str) -> ToolSpec:
    """One tool by its id.

    Raises
    ------
    KeyError
        If there is none.
    """
    tools()
    return _tools[tool_id]
