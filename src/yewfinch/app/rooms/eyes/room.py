"""Eyes and lids: their measures, where they look and how far they are open, what they are like."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.eyes import eyes_panel, gaze_paint, iris_panel, lid_forms_panel, lid_hand, lids_panel
from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.app.rooms.eyes.gaze_hand import GazeHand, IrisColourHand, NewEyesHand
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    eyes = Eyes(shop.bench)
    gaze, new = GazeHand(shop.view, eyes), NewEyesHand(shop.view, eyes)
    margins = lid_hand.LidHand(shop.view, eyes)
    colour = IrisColourHand(shop.view, partial(iris_panel.take_colour, eyes))
    return Room(
        "eyes",
        place=90,
        panels=(
            Panel("Eyes", lambda: eyes_panel.EyesPanel(eyes), {"Features": 10}),
            Panel("Iris and white", lambda: iris_panel.IrisPanel(eyes), {}, more={"Features": 5.6}),
            Panel("Lids", lambda: lids_panel.LidsPanel(eyes), {"Features": 20}),
            Panel("Crease and fold", lambda: lid_forms_panel.LidFormsPanel(eyes), {}, more={"Features": 5.4}),
        ),
        modes=(
            Mode(
                "gaze",
                gaze,
                "Drag: both eyes follow the pointer. Esc ends.",
                partial(gaze_paint.paint, view=shop.view, eyes=eyes),
            ),
            Mode(
                "lids",
                margins,
                "Drag a knot or a corner of the lids. Esc ends.",
                margins.paint,
            ),
            Mode("new eyes", new, "Click one pupil on the clay, then the other. Esc ends."),
            Mode("iris colour", colour, "Click an iris on the photo; with Shift, its part round the pupil. Esc ends."),
        ),
        actions=(
            Action(
                "gaze",
                "Gaze",
                "Edit",
                "Alt+G",
                "Drag in the view: both eyes look at the pointer; Esc ends.",
                lambda: shop.bench.toggle_mode("gaze"),
                place=520,
            ),
            Action(
                "lids",
                "Lid margins",
                "Edit",
                "Alt+E",
                "Drag the margins of the lids by their knots in the view; Esc ends.",
                lambda: shop.bench.toggle_mode("lids"),
                place=521,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
