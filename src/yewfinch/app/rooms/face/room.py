"""Nose, ears, brow, cheeks, jaw and chin: handles with what is usual and what the sitter has."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.face import feature_panel
from yewfinch.app.rooms.face.face_controller import FaceHandles
from yewfinch.app.rooms.face.handle_hand import HandleHand
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode
from yewfinch.core.session.bench import Stage

#: Panels with the features whose handles they have, and their places in the stage and behind 'more panels'.
_PANELS: tuple[tuple[str, tuple[str, ...], dict[Stage, float], dict[Stage, float]], ...] = (
    ("Nose", ("nose",), {"Features": 40}, {}),
    ("Ears", ("ears",), {}, {"Features": 6.2}),
    ("Brow and cheeks", ("brow", "cheeks"), {}, {"Features": 6.4}),
    ("Jaw and chin", ("jaw", "chin"), {}, {"Features": 6.6}),
)


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    handles = FaceHandles(shop.bench)
    hand = HandleHand(shop.view, handles)

    def panel(features: tuple[str, ...]) -> feature_panel.FeaturePanel:
        return feature_panel.FeaturePanel(handles, features)

    return Room(
        "face",
        place=91.5,
        panels=tuple(Panel(title, partial(panel, features), own, more) for title, features, own, more in _PANELS),
        modes=(Mode("face", hand, "Drag a handle along its way. Esc ends.", hand.paint),),
        actions=(
            Action(
                "face",
                "Handles of the face",
                "Edit",
                "Alt+H",
                "Drag the handles of the chosen feature in the view; Esc ends.",
                lambda: shop.bench.toggle_mode("face"),
                place=523,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
