"""The tool in hand and its settings, symmetry, adaptive detail, the colour that is laid on."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Literal

from psygnal import Signal

from yewfinch.core.sculpt.tool_settings import SIZE_RANGE, ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.sculpt.toolbox import tool, tools
from yewfinch.core.skin.qualities import QUALITIES


@dataclass(frozen=True)
class Adaptive:
    """Whether strokes bring the edges under them to a length, and which.

    Attributes
    ----------
    on : bool
    rule : {"length", "tool", "view"}
        A length in mm; a part of the tool's size; so many pixels of the view.
    length : float, mm
    part : float
        Edges across the tool.
    pixels : float
    """

    on: bool = False
    rule: Literal["length", "tool", "view"] = "length"
    length: float = 2.0
    part: float = 12.0
    pixels: float = 6.0

    def edge(self, size: float, mm_per_pixel: float) -> float:
        """The length, mm, for a tool of a size (mm) at a place of the view."""
        return {"length": self.length, "tool": size / self.part, "view": self.pixels * mm_per_pixel}[self.rule]


class ToolsState:
    """What is in hand.

    Signals
    -------
    changed : () tool, its settings, symmetry or adaptive detail are others
    taken : () a tool was taken in hand
    colour_changed : ()
    """

    changed = Signal()
    taken = Signal()
    colour_changed = Signal()

    def __init__(self) -> None:
        self.tool_id = "clay"
        self._settings: dict[str, ToolSettings] = {t.id: t.settings for t in tools()}
        self.symmetry = True
        self.adaptive = Adaptive()
        #: The colour of tools that paint, sRGB 8 bit: that of skin that is a little flushed, to begin with.
        self.rgb: tuple[int, int, int] = (177, 132, 117)
        #: What strokes on colour layers lay on: "colour", and names of qualities; and the values of those, 0 to 255.
        self.lays: tuple[str, ...] = ("colour",)
        self.values: dict[str, int] = {k: q.usual for k, q in QUALITIES.items()}
        #: What tools keep from one stroke for the next.
        self.kept: dict[str, Any] = {}

    @property
    def tool(self) -> ToolSpec:
        """The tool in hand."""
        return tool(self.tool_id)

    @property
    def settings(self) -> ToolSettings:
        """Settings of the tool in hand."""
        return self._settings[self.tool_id]

    def take(self, tool_id: str) -> None:
        """Take a tool in hand."""
        self.tool_id = tool(tool_id).id
        self.taken.emit()
        self.changed.emit()

    def change(self, **changes: Any) -> None:
        """Change settings of the tool in hand; the size is kept within its limits."""
        if "size" in changes:
            changes["size"] = float(min(max(changes["size"], SIZE_RANGE[0]), SIZE_RANGE[1]))
        self._settings[self.tool_id] = self.settings.changed(**changes)
        self.changed.emit()

    def set_symmetry(self, on: bool) -> None:
        """Mirror strokes across the sagittal plane, or not."""
        self.symmetry = on
        self.changed.emit()

    def change_adaptive(self, **changes: Any) -> None:
        """Change whether and how strokes adapt the detail."""
        self.adaptive = replace(self.adaptive, **changes)
        self.changed.emit()

    def lay_on(self, part: str, on: bool) -> None:
        """Let strokes lay colour or a quality on, or not; one of them at least they do."""
        order = ("colour", *QUALITIES)
        wanted = tuple(k for k in order if (on if k == part else k in self.lays))
        self.lays = wanted or self.lays
        self.colour_changed.emit()

    def set_value(self, quality: str, value: int) -> None:
        """What strokes lay on of a quality, 0 to 255."""
        self.values[quality] = min(max(value, 0), 255)
        self.colour_changed.emit()

    def set_colour(self, rgb: tuple[int, int, int]) -> None:
        """The colour of the paint tool, sRGB 8 bit."""
        self.rgb = rgb
        self.colour_changed.emit()
