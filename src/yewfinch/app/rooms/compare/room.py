"""Key stages: the clay compared with a stored state, another piece or another portrait."""

from __future__ import annotations

from functools import partial
from pathlib import Path

import numpy as np

from yewfinch.app.rooms.compare import compare_panel
from yewfinch.app.rooms.compare.compare_paint import paint
from yewfinch.app.rooms.compare.comparison import Comparison
from yewfinch.app.shell.actions import Action
from yewfinch.app.shell.room import Panel, Room
from yewfinch.app.shell.workshop import Workshop
from yewfinch.app.view.guests import beside_by
from yewfinch.app.view.modes import Over
from yewfinch.render.scene import bounds_of


def furnish(shop: Workshop) -> Room:
    """Fit the room out."""
    bench = shop.bench
    comparison = Comparison(bench)

    def frame() -> None:
        """Bring clay and what stands beside it into sight."""
        box, view = bounds_of(bench.portrait), bench.outlook.view
        step = view.rotation()[0] * beside_by(bench)
        both = np.stack([np.minimum(box[0], box[0] + step), np.maximum(box[1], box[1] + step)])
        bench.outlook.set_view(view.fit(both, shop.view.width(), shop.view.height()))

    return Room(
        "compare",
        place=93,
        panels=(
            Panel(
                "Compare",
                lambda: compare_panel.ComparePanel(comparison, frame),
                {"Show": 30},
                more={"Form": 120, "Features": 45},
            ),
        ),
        overs=(Over(81, partial(paint, view=shop.view, comparison=comparison)),),
        actions=(
            Action(
                "stage_before",
                "Key stage before",
                "View",
                "Alt+Left",
                "Compare the clay with the key stage before the one that is shown.",
                lambda: comparison.step(-1),
                place=40,
            ),
            Action(
                "stage_after",
                "Next key stage",
                "View",
                "Alt+Right",
                "Compare the clay with the next key stage.",
                lambda: comparison.step(1),
                place=41,
            ),
        ),
        help=Path(__file__).with_name("help.md"),
    )
