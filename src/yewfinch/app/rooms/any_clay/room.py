"""Landmarks and lines of the face on any clay."""

from __future__ import annotations

from pathlib import Path

from yewfinch.app.rooms.any_clay import face_lines_panel, laying_panel
from yewfinch.app.rooms.any_clay.click_hand import ClickHand
from yewfinch.app.rooms.any_clay.head_laying import HeadLaying
from yewfinch.app.rooms.any_clay.line_drag_hand import LineDragHand
from yewfinch.app.rooms.any_clay.line_drawing import LineDrawing
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    bench, head, hand = shop.bench, HeadLaying(shop.view), LineDragHand(shop.view)
    click, drawing = ClickHand(head), LineDrawing(shop.lines, hand)
    return Room(
        "any_clay",
        place=181,
        panels=(
            Panel(
                "Lay the head on",
                lambda: laying_panel.LayingPanel(head),
                {},
                more={"Sitter": 62, "Features": 108},
            ),
            Panel(
                "Lines on the clay",
                lambda: face_lines_panel.FaceLinesPanel(hand, drawing),
                {},
                more={"Sitter": 64, "Features": 109},
            ),
        ),
        modes=(
            Mode("lay_head", click, click.hint),
            Mode("face_lines", hand, hand.hint, hand.paint),
        ),
        actions=(
            Action(
                "lay_head",
                "Click landmarks for the head",
                "Edit",
                "Alt+K",
                "Click the six landmarks on the chosen piece from which the head is laid on; Esc ends.",
                lambda: bench.toggle_mode("lay_head"),
                place=524,
            ),
            Action(
                "face_lines",
                "Drag lines of the face",
                "Edit",
                "Shift+L",
                "Drag lines of the face along the clay; with Shift all of a line. Esc ends.",
                lambda: bench.toggle_mode("face_lines"),
                place=525,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
