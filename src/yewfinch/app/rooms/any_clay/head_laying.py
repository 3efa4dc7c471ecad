"""What is known of laying the head on: which landmarks are sure, what is doubtful, and the work itself."""

from __future__ import annotations

import numpy as np
from psygnal import Signal
from PyQt6.QtWidgets import QWidget

from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import laying
from yewfinch.core.document.verbs.laying import Laid
from yewfinch.core.features.laid_head.doubts import Doubt
from yewfinch.core.features.laid_head.laying import ASKED
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.shared.errors import YewfinchError

#: More landmarks than this on a piece were not all clicked by hand.
_BY_HAND = 20


class HeadLaying:
    """Lays the head on the chosen piece.

    Parameters
    ----------
    view : Viewport

    Signals
    -------
    changed : ()
        What is doubtful or sure is another.
    """

    changed = Signal()

    def __init__(self, view: Viewport) -> None:
        self.view, self.bench = view, view.bench
        self.laid: Laid | None = None
        self._anchors: dict[str, Anchor] = {}
        self._right: set[str] = set()
        self._worker: Worker | None = None
        self.bench.portrait_changed.connect(self.forget)

    @property
    def piece(self) -> str:
        """Id of the piece that the head is laid on: the chosen one."""
        return self.bench.selection.piece_id

    def forget(self) -> None:
        """Another portrait is on the bench."""
        self.laid, self._anchors, self._right = None, {}, set()
        self.changed.emit()

    # --- what is known ----------------------------------------------------------------------

    def of_piece(self) -> Laid | None:
        """What came of it on the chosen piece; None if nothing yet, or if that was taken back."""
        laid = self.laid
        if laid is None or laid.piece != self.piece or laid.piece not in self.bench.portrait.pieces:
            return None
        anchors = self.bench.portrait.anchors
        return laid if any(anchors.get(k) is a for k, a in self._anchors.items()) else None

    def sure(self) -> set[str]:
        """Landmarks on the chosen piece that were placed, moved or found right by hand."""
        on = {k: a for k, a in self.bench.portrait.anchors.items() if a.piece == self.piece and k in LANDMARKS}
        if self.of_piece() is not None:
            return {k for k, a in on.items() if k in ASKED or k in self._right or self._anchors.get(k) is not a}
        return set(on) if len(on) <= _BY_HAND else {k for k in on if k in ASKED}

    def doubts(self) -> list[Doubt]:
        """What is still to be looked at."""
        laid = self.of_piece()
        sure = self.sure()
        return [] if laid is None else [d for d in laid.doubts if d.key not in sure]

    def next_click(self) -> str | None:
        """The next landmark that is asked for; None if there is no piece, or all lie on it."""
        if self.piece not in self.bench.portrait.pieces:
            return None
        return laying.next_click(self.bench.portrait, self.piece)

    # --- what is done -----------------------------------------------------------------------

    def find_right(self, key: str) -> None:
        """A doubtful landmark lies where it should."""
        self._right.add(key)
        self.changed.emit()

    def lay(self, parent: QWidget) -> None:
        """Lay the head on, behind a dialog."""
        portrait, piece, sure = self.bench.portrait, self.piece, self.sure()

        def done(found: tuple[Edit, Laid]) -> None:
            edit, laid = found
            try:
                portrait.perform(edit)
            except YewfinchError as error:
                self.bench.say(str(error), "warn")
                return
            self.laid, self._right = laid, set()
            self._anchors = {k: a for k, a in portrait.anchors.items() if a.piece == piece}
            self.bench.outlook.set_show_landmarks(True)
            self.changed.emit()
            self.bench.say(f"{laid.landmarks} landmarks and {laid.lines} lines of the face lie on the clay.", "note")

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
        laid = self.of_piece()
        if laid is None:
            return
        try:
            self.bench.portrait.perform(laying.stand_up(self.bench.portrait, laid))
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        self.bench.selection.choose_landmark(None)
        self.view.view_selected()

    def show(self, key: str) -> None:
        """Choose a landmark and turn the view to it."""
        bench = self.bench
        bench.selection.choose_landmark(key)
        anchor = bench.portrait.anchors.get(key)
        if anchor is None or anchor.piece not in bench.portrait.pieces:
            bench.say(f"The clay has no {LANDMARKS[key].plain} yet: click where it sits (L).", "note")
            return
        surface = bench.portrait.surface(anchor.piece)
        x, y, z = np.asarray(anchor.weights) @ surface.normals[list(anchor.corners)].astype(np.float64)
        turn, tilt = float(np.degrees(np.arctan2(x, z))), float(np.degrees(np.arctan2(y, np.hypot(x, z))))
        bench.outlook.set_view(bench.outlook.view.turned(turn, float(np.clip(tilt, -60.0, 60.0))))
        self.view.view_selected()

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()
