"""Base heads and figures: steered by dials and measures, posed, seen down to the bone."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.figure import (
    base_head_panel,
    body_panel,
    head_measures_panel,
    joint_paint,
    peg_paint,
    pose_panel,
    under_skin_panel,
)
from yewfinch.app.rooms.figure.joint_hand import JointHand
from yewfinch.app.rooms.figure.pose_controller import Posing
from yewfinch.app.rooms.figure.steering import Steering
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode, Over


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    steering = Steering(shop.bench)
    posing = Posing(shop.bench, steering)
    hand = JointHand(shop.view, posing)

    def posable() -> bool:
        return shop.bench.portrait.posed is not None and not posing.why_not()

    return Room(
        "figure",
        place=40,
        panels=(
            Panel("Base head", lambda: base_head_panel.BaseHeadPanel(steering), {"Block": 10}),
            Panel("Measures of the head", lambda: head_measures_panel.HeadMeasuresPanel(steering), {"Block": 20}),
            Panel("Body", lambda: body_panel.BodyPanel(steering), {"Block": 30}),
            Panel(
                "Under the skin",
                lambda: under_skin_panel.UnderSkinPanel(steering),
                {},
                more={"Block": 40, "Form": 150, "Features": 140},
            ),
            Panel("Pose", lambda: pose_panel.PosePanel(posing), {"Block": 40, "Show": 20}),
        ),
        modes=(
            Mode(
                "pose",
                hand,
                "Drag the clay or a dot to turn its joint; with Ctrl the joints above it too. Esc ends.",
                partial(joint_paint.paint, view=shop.view, hand=hand),
            ),
        ),
        overs=(Over(60, partial(peg_paint.paint, view=shop.view)),),
        actions=(
            Action(
                "pose_hand",
                "Turn joints",
                "Edit",
                "H",
                "Pose the base figure by dragging it; Esc ends.",
                posing.toggle,
                place=500,
            ),
            Action(
                "pose_off",
                "Pose off or on",
                "Edit",
                "Shift+H",
                "Take the pose off the clay, or put it on again.",
                lambda: posing.set_on(not posing.on),
                posable,
                place=512,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
