"""The state of the bench: portrait, tool, view and standpoint. No Qt here; panels listen to it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Literal

from psygnal import Signal

from yewfinch.core.document.portrait import Portrait
from yewfinch.core.mesh.anchors import Anchor
from yewfinch.core.sculpt.registry import ToolSpec, tool, tools
from yewfinch.core.sculpt.settings import SIZE_RANGE, ToolSettings
from yewfinch.core.show.view import View
from yewfinch.core.sitter.photo import Photo
from yewfinch.core.sitter.standpoint import Standpoint, solve

Stage = Literal["Sitter", "Block", "Form", "Features", "Skin", "Show"]
STAGES: tuple[Stage, ...] = ("Sitter", "Block", "Form", "Features", "Skin", "Show")

#: What the pointer does on the clay.
Mode = Literal["tool", "pick colour", "pick photo", "distance", "surface", "angle", "landmark"]


@dataclass(frozen=True)
class Overlay:
    """How the photo lies over the clay at a standpoint."""

    opacity: float = 0.5
    wipe: float | None = None
    blink: bool = False


class Bench:
    """Everything the window shows that is not in the document.

    Signals
    -------
    portrait_changed : () another document is open
    tool_changed, view_changed, stage_changed, mode_changed, piece_changed, colour_changed,
    overlay_changed : ()
    said : (str, str) a sentence for the status line, and "note", "warn" or "error"
    """

    portrait_changed = Signal()
    tool_changed = Signal()
    view_changed = Signal()
    stage_changed = Signal()
    mode_changed = Signal()
    piece_changed = Signal()
    colour_changed = Signal()
    overlay_changed = Signal()
    said = Signal(str, str)

    def __init__(self, portrait: Portrait) -> None:
        self.portrait = portrait
        self.stage: Stage = "Form"
        self.tool_id = "clay"
        self.settings: dict[str, ToolSettings] = {t.id: t.settings for t in tools()}
        self.symmetry = True
        self.mode: Mode = "tool"
        self.view = View()
        self.standing: str | None = None
        self.overlay = Overlay()
        self.rgb: tuple[int, int, int] = (196, 120, 100)
        self.piece_id = next(iter(portrait.pieces), "")
        self.landmark: str | None = None
        self.show_landmarks = False
        self.held: tuple[Anchor, ...] = ()

    # --- document ------------------------------------------------------------------------

    def open(self, portrait: Portrait) -> None:
        """Show another portrait."""
        self.portrait.history.close()
        self.portrait = portrait
        self.piece_id = next(iter(portrait.pieces), "")
        self.standing = None
        self.landmark = None
        self.held = ()
        self.mode = "tool"
        self.portrait_changed.emit()
        for signal in (self.mode_changed, self.view_changed, self.piece_changed):
            signal.emit()

    # --- tool ----------------------------------------------------------------------------

    @property
    def tool(self) -> ToolSpec:
        """The tool in hand."""
        return tool(self.tool_id)

    @property
    def tool_settings(self) -> ToolSettings:
        """Settings of the tool in hand."""
        return self.settings[self.tool_id]

    def take_tool(self, tool_id: str) -> None:
        """Take a tool in hand."""
        self.tool_id = tool(tool_id).id
        self.set_mode("tool")
        self.tool_changed.emit()

    def set_tool(self, **changes: Any) -> None:
        """Change settings of the tool in hand; the size is kept within its limits."""
        if "size" in changes:
            changes["size"] = float(min(max(changes["size"], SIZE_RANGE[0]), SIZE_RANGE[1]))
        self.settings[self.tool_id] = replace(self.tool_settings, **changes)
        self.tool_changed.emit()

    def set_symmetry(self, on: bool) -> None:
        """Mirror strokes across the sagittal plane, or not."""
        self.symmetry = on
        self.tool_changed.emit()

    def set_mode(self, mode: Mode) -> None:
        """What the pointer does on the clay."""
        self.mode = mode
        self.held = ()
        self.mode_changed.emit()

    def set_stage(self, stage: Stage) -> None:
        """Lay out the bench for a stage."""
        self.stage = stage
        self.stage_changed.emit()

    def set_colour(self, rgb: tuple[int, int, int]) -> None:
        """The colour of the paint tool, sRGB 8 bit."""
        self.rgb = rgb
        self.colour_changed.emit()

    def choose_piece(self, piece_id: str) -> None:
        """The piece that fills and menus act on."""
        self.piece_id = piece_id
        self.piece_changed.emit()

    def choose_landmark(self, key: str | None) -> None:
        """Bring out one landmark."""
        self.landmark = key
        self.view_changed.emit()

    def set_show_landmarks(self, on: bool) -> None:
        """Show all landmarks on the clay, or none."""
        self.show_landmarks = on
        self.view_changed.emit()

    # --- view ----------------------------------------------------------------------------

    def set_view(self, view: View) -> None:
        """Look from elsewhere; leaves a standpoint."""
        self.view = view
        if self.standing is not None:
            self.standing = None
            self.overlay_changed.emit()
        self.view_changed.emit()

    def stand_at(self, photo_id: str | None) -> None:
        """Stand where a photo was taken, or leave the standpoint."""
        if photo_id is not None and self.portrait.sitter.photo(photo_id).standpoint is None:
            self.say("This photo has no standpoint yet. Mark landmarks on it first.", "warn")
            return
        self.standing = photo_id
        self.overlay_changed.emit()
        self.view_changed.emit()

    def standing_photo(self) -> Photo | None:
        """The photo whose standpoint is taken."""
        if self.standing is None:
            return None
        try:
            photo = self.portrait.sitter.photo(self.standing)
        except KeyError:
            return None
        return photo if photo.standpoint is not None else None

    def set_overlay(self, **changes: Any) -> None:
        """Change how the photo lies over the clay."""
        self.overlay = replace(self.overlay, **changes)
        self.overlay_changed.emit()
        self.view_changed.emit()

    # --- sitter --------------------------------------------------------------------------

    def set_mark(self, photo_id: str, key: str, at: tuple[float, float] | None, name: str) -> None:
        """Place, move or take away a mark, as an undoable edit."""
        photo = self.portrait.sitter.photo(photo_id).marked(key, at)
        self.portrait.set_field("sitter", self.portrait.sitter.replaced(photo), name)

    def solve(self, photo_id: str) -> Standpoint:
        """Solve a photo's standpoint, as an undoable edit.

        Raises
        ------
        CannotSolveError
        """
        photo = self.portrait.sitter.photo(photo_id)
        found = solve(
            photo.marks, self.portrait.landmarks(), photo.width, photo.height, photo.lens
        )
        sitter = self.portrait.sitter.replaced(replace(photo, standpoint=found))
        self.portrait.set_field("sitter", sitter, f"Match {photo.name}")
        return found

    def say(self, text: str, kind: str = "note") -> None:
        """Put a sentence into the status line."""
        self.said.emit(text, kind)
