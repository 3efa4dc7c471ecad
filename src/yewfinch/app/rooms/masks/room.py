"""Masks: drawn, made from the form, and parts turned by them."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from yewfinch.app.rooms.masks import mask_making_panel, mask_panel
from yewfinch.app.rooms.masks.mask_maker import MaskMaker
from yewfinch.app.rooms.masks.part_controller import Parts
from yewfinch.app.rooms.masks.part_hand import PartHand
from yewfinch.app.rooms.masks.part_paint import paint
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.modes import Mode


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    parts, maker = Parts(shop.bench), MaskMaker(shop.lines)
    hand = PartHand(shop.view, parts)
    return Room(
        "masks",
        place=120,
        panels=(
            Panel("Mask and parts", lambda: mask_panel.MaskPanel(parts), {"Form": 40}, more={"Block": 150}),
            Panel(
                "Masks from the form",
                lambda: mask_making_panel.MaskMakingPanel(maker),
                {},
                more={"Block": 160, "Form": 90},
            ),
        ),
        modes=(
            Mode(
                "part",
                hand,
                "Draw a line along the part, from its joint; then drag its far end round. Esc ends.",
                partial(paint, view=shop.view, hand=hand),
            ),
        ),
        actions=(
            Action(
                "part_hand",
                "Turn a part",
                "Edit",
                "Y",
                "Hinge, bend or twist what is masked about a joint that you draw; Esc ends.",
                parts.toggle,
                place=504,
            ),
            Action(
                "mask_lasso",
                "Mask by lasso",
                "Edit",
                "A",
                "Draw round what is to be masked; with Ctrl free it. Esc ends.",
                lambda: maker.draw("lasso"),
                place=505,
            ),
            Action(
                "mask_clear",
                "Clear the mask",
                "Edit",
                "Shift+Q",
                "Let all of the chosen piece be free again.",
                parts.clear,
                place=510,
            ),
            Action(
                "mask_invert",
                "Invert the mask",
                "Edit",
                "Alt+Q",
                "Hold what was free, and the other way round.",
                parts.invert,
                place=511,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
