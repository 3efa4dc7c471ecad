"""The state of the bench: portrait, tool, view, selection and standpoint. No Qt here; panels listen to it."""

from __future__ import annotations

from typing import Literal

from psygnal import Signal

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.session.outlook import Outlook
from yewfinch.core.session.selection import Selection
from yewfinch.core.session.standpoint_state import StandpointState
from yewfinch.core.session.stencil_state import StencilState
from yewfinch.core.session.tools_state import ToolsState

Stage = Literal["Sitter", "Block", "Form", "Features", "Skin", "Show"]
STAGES: tuple[Stage, ...] = ("Sitter", "Block", "Form", "Features", "Skin", "Show")

#: What the pointer does on the clay: "tool", or the id of a mode that some room declares.
Mode = str


class Bench:
    """Everything the window shows that is not in the document, each part with signals of its own.

    Attributes
    ----------
    portrait : Portrait
    tools : ToolsState
    outlook : Outlook
    selection : Selection
    standpoint : StandpointState
    stencil : StencilState
    stage : Stage
    mode : Mode

    Signals
    -------
    portrait_changed : () another document is open
    stage_changed, mode_changed : ()
    said : (str, str) a sentence for the status line, and "note", "warn" or "error"
    """

    portrait_changed = Signal()
    stage_changed = Signal()
    mode_changed = Signal()
    said = Signal(str, str)

    def __init__(self, portrait: Portrait) -> None:
        self.portrait = portrait
        self.stage: Stage = "Form"
        self.mode: Mode = "tool"
        self.tools = ToolsState()
        self.outlook = Outlook()
        self.selection = Selection(self)
        self.standpoint = StandpointState(self, self.outlook)
        self.stencil = StencilState(self)
        self.tools.taken.connect(self._take_tool)
        self.selection.pointed.connect(self.outlook.changed.emit)
        self.stencil.changed.connect(self._stencil_changed)

    def open(self, portrait: Portrait) -> None:
        """Show another portrait."""
        self.portrait.history.close()
        self.portrait = portrait
        self.outlook.instead, self.outlook.guests = {}, {}
        for part in (self.selection, self.standpoint, self.stencil):
            part.forget()
        self.mode = "tool"
        self.portrait_changed.emit()
        for signal in (self.mode_changed, self.outlook.changed, self.selection.changed):
            signal.emit()

    def set_mode(self, mode: Mode) -> None:
        """What the pointer does on the clay."""
        self.mode = mode
        self.selection.held = ()
        self.mode_changed.emit()

    def toggle_mode(self, mode: Mode) -> None:
        """Take a mode, or leave it for the tool."""
        self.set_mode("tool" if self.mode == mode else mode)

    def set_stage(self, stage: Stage) -> None:
        """Lay out the bench for a stage."""
        self.stage = stage
        self.stage_changed.emit()

    def say(self, text: str, kind: str = "note") -> None:
        """Put a sentence into the status line."""
        self.said.emit(text, kind)

    def _take_tool(self) -> None:
        self.set_mode("tool")

    def _stencil_changed(self) -> None:
        self.tools.changed.emit()
        self.outlook.changed.emit()
