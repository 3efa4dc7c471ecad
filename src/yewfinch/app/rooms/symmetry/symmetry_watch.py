"""Says it when a piece that was symmetric is so no longer, and how it becomes so again."""

from __future__ import annotations

from PyQt6.QtCore import QObject, QTimer

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.mesh.query.twins import is_still_symmetric, twins_of
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared import compiler
from yewfinch.core.shared.phrases import phrase

#: Pieces of more vertices are looked at only once a symmetric stroke has found the images.
_MANY = 300_000
#: Milliseconds after a change in the list of pieces before new ones are looked at.
_LATER = 400


class SymmetryWatch(QObject):
    """Looks at the pieces after each step of the history.

    Parameters
    ----------
    bench : Bench
    parent : QObject
    """

    def __init__(self, bench: Bench, parent: QObject) -> None:
        super().__init__(parent)
        self.bench = bench
        #: Whether each piece was symmetric when it was last looked at.
        self._was: dict[str, bool] = {}
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(_LATER)
        self._timer.timeout.connect(self.look)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self._was = {}
        self.bench.portrait.history.changed.connect(self.look)
        self.bench.portrait.pieces_changed.connect(self._soon)
        self._soon()

    def _soon(self) -> None:
        self._timer.start()

    def look(self) -> None:
        """Look at all pieces, and say which are symmetric no longer."""
        if not compiler.is_awake():  # the first picture does not wait for this
            self._soon()
            return
        pieces = self.bench.portrait.pieces
        self._was = {k: v for k, v in self._was.items() if k in pieces}
        for key, piece in pieces.items():
            now = _is_symmetric(piece, known=key in self._was)
            if now is None:
                continue
            if self._was.get(key) and not now:
                self.bench.say(
                    phrase(
                        "{0} is symmetric no longer. Undo, or the panel Symmetry of shape, gives that back.", piece.name
                    )
                )
            self._was[key] = now


def _is_symmetric(piece: Piece, *, known: bool) -> bool | None:
    """Is a piece symmetric? None if nobody knows, and it would take long to find out."""
    if piece.solid is not None or piece.armature is not None or piece.see_through:
        return None
    surface = piece.surface
    if surface.known_twins is not None:
        return is_still_symmetric(surface)
    return None if len(surface) > _MANY and not known else twins_of(surface) is not None
