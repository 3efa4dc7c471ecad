"""What is known of laying the head on: which landmarks are sure, what is doubtful, and the work itself."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from PyQt6.QtWidgets import QWidget

from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.laid import Laid
from yewfinch.core.document.verbs import laying
from yewfinch.core.features.laid_head.doubts import Doubt
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


class HeadLaying:
    """Lays the head on the chosen piece.

    Parameters
    ----------
    view : Viewport
    """

    def __init__(self, view: Viewport) -> None:
        self.view, self.bench = view, view.bench
        self._worker: Worker | None = None

    @property
    def piece(self) -> str:
        """Id of the piece that the head is laid on: the chosen one."""
        return self.bench.selection.piece_id

    # --- what is known ----------------------------------------------------------------------

    def laid(self) -> Laid | None:
        """What came of it on the chosen piece; None if nothing yet, or if that was taken back."""
        return laying.of_piece(self.bench.portrait, self.piece)

    def sure(self) -> set[str]:
        """Landmarks on the chosen piece that were placed, moved or found right by hand."""
        return laying.sure_on(self.bench.portrait, self.piece)

    def doubts(self) -> list[Doubt]:
        """What is still to be looked at."""
        return laying.doubts_on(self.bench.portrait, self.piece)

    def next_click(self) -> str | None:
        """The next landmark that is asked for; None if there is no piece, or all lie on it."""
        if self.piece not in self.bench.portrait.pieces:
            return None
        return laying.next_click(self.bench.portrait, self.piece)

    # --- what is done -----------------------------------------------------------------------

    def find_right(self, key: str) -> None:
        """A doubtful landmark lies where it should."""
        self._perform(lambda: laying.found_right(self.bench.portrait, self.piece, key))

    def lay(self, parent: QWidget) -> None:
        """Lay the head on, behind a dialog."""
        portrait, piece, sure = self.bench.portrait, self.piece, self.sure()

        def done(edit: Edit) -> None:
            if self._perform(lambda: edit):
                self.bench.outlook.set_show_landmarks(True)
                found = portrait.laid[piece]
                self.bench.say(
                    phrase("{0} landmarks and {1} lines of the face lie on the clay.", found.landmarks, found.lines),
                    "note",
                )

        self._worker = behind_dialog(
            parent,
            "Laying the head on …",
            lambda progress: laying.lay_on(portrait, piece, sure, progress),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The landmarks were left as they were.",
        )

    def stand_up(self) -> None:
        """Turn and size the clay as the head stands that lies on it."""
        if self.laid() is not None and self._perform(lambda: laying.stand_up(self.bench.portrait, self.piece)):
            self.bench.selection.choose_landmark(None)
            self.view.view_selected()

    def _perform(self, make: Callable[[], Edit]) -> bool:
        """Carry an edit out, or say why not; was it carried out?"""
        try:
            self.bench.portrait.perform(make())
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return False
        return True

    def show(self, key: str) -> None:
        """Choose a landmark and turn the view to it."""
        bench = self.bench
        bench.selection.choose_landmark(key)
        anchor = bench.portrait.anchors.get(key)
        if anchor is None or anchor.piece not in bench.portrait.pieces:
            bench.say(phrase("The clay has no {0} yet: click where it sits (L).", LANDMARKS[key].plain), "note")
            return
        surface = bench.portrait.surface(anchor.piece)
        x, y, z = np.asarray(anchor.weights) @ surface.normals[list(anchor.corners)].astype(np.float64)
        turn, tilt = float(np.degrees(np.arctan2(x, z))), float(np.degrees(np.arctan2(y, np.hypot(x, z))))
        bench.outlook.set_view(bench.outlook.view.turned(turn, float(np.clip(tilt, -60.0, 60.0))))
        self.view.view_selected()

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()
