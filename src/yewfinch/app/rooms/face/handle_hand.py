"""Handles of the face dragged in the view: each stands on the clay where it moves most."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QCursor, QPainter

from yewfinch.app.rooms.face.face_controller import LEFT, RIGHT, FaceHandles
from yewfinch.app.view.brushes import label
from yewfinch.app.view.knot_hand import KnotHand
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.verbs.handles import clay_of, sides_of
from yewfinch.core.features.handles.faces import HANDLES
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase

#: What lies so far under the clay still counts as seen, mm: moves have their middles a little inside.
_DEEP = 14.0
#: The pointer is on a handle from so near, pixels.
_NEAR = 12.0


@dataclass(frozen=True)
class HandleGrip:
    """What can be dragged.

    Attributes
    ----------
    key : str
        Of the handle.
    side : {1, -1}
        Which of a pair, or of its two moves.
    """

    key: str
    side: int


class HandleHand(KnotHand[HandleGrip]):
    """Drags a handle along its own way; the other side goes along if both are changed."""

    def __init__(self, viewport: Viewport, handles: FaceHandles) -> None:
        super().__init__(viewport)
        self.handles = handles
        self._way: DoubleArray = np.zeros(3)
        self._per = 1.0

    def grips(self) -> dict[HandleGrip, DoubleArray]:
        """Handles of the feature in the view, but for those behind the clay."""
        return {grip: at for grip, at in self._all().items() if grip == self.grip or self._is_seen(at)}

    def _all(self) -> dict[HandleGrip, DoubleArray]:
        face = self.handles.face()
        out: dict[HandleGrip, DoubleArray] = {}
        if face is None:
            return out
        for handle in HANDLES.values():
            if handle.feature not in self.handles.feature.split():
                continue
            for side in sides_of(handle):
                if face.value(handle.key, side) is None:
                    continue
                for move in handle.moves(face.points, side):
                    across = LEFT if move.centre[0] >= 0.0 else RIGHT
                    grip = HandleGrip(handle.key, side if handle.paired else across)
                    out.setdefault(grip, face.frame.out(move.centre))
        return out

    def _is_seen(self, at: DoubleArray) -> bool:
        """Does no clay stand before a place?"""
        portrait = self.handles.bench.portrait
        clay = clay_of(portrait)
        x, y = (float(v) for v in self.viewport.camera().project(at[None])[0])
        if clay is None or not np.isfinite((x, y)).all():
            return False
        origin, way = (np.asarray(v) for v in self.viewport.camera().ray(x, y))
        hit = portrait.pieces[clay].pick(origin, way)
        return hit is None or float((at - np.asarray(hit.point)) @ way) < _DEEP

    def curves(self) -> Sequence[DoubleArray]:
        """There are none."""
        return []

    def nothing(self) -> str:
        """There is no face."""
        return "No clay has landmarks of a face. Lay the head on, or begin with a base head."

    def begin(self, grip: HandleGrip) -> DoubleArray:
        """Find its way; it goes in the plane that faces the view."""
        self.handles.end()
        face, handle = self.handles.face(), HANDLES[grip.key]
        assert face is not None
        moves = handle.moves(face.points, grip.side if handle.paired else LEFT)
        move = next((m for m in moves if (m.centre[0] >= 0.0) == (grip.side > 0)), moves[0])
        step = move.step(move.centre[None], 1.0)[0]
        size = max(float(np.linalg.norm(step)), 1e-6)
        self._way, self._per = face.frame.axes @ (step / size), size
        at = face.frame.out(move.centre)
        eye = np.asarray(self.viewport.camera().project(at[None])[0])
        return -np.asarray(self.viewport.camera().ray(float(eye[0]), float(eye[1]))[1])

    def dragged(self, grip: HandleGrip, step: DoubleArray) -> None:
        """As far as the pointer went along the handle's way."""
        handle = HANDLES[grip.key]
        sides = (LEFT, RIGHT) if len(self.handles.sides) == 2 else (grip.side,)
        self.handles.push(grip.key, sides if handle.paired else (LEFT,), float(step @ self._way) / self._per)

    def let_go(self) -> None:
        """What follows is another step."""
        self.handles.end()

    def take_back(self) -> None:
        """The clay as it was."""
        self.handles.cancel()

    def paint(self, p: QPainter) -> None:
        """Knots, and what the one that is held or under the pointer measures."""
        super().paint(p)
        face, found = self.handles.face(), self.grips()
        grip = self.grip or self._under_pointer(found)
        if face is None or grip is None or grip not in found:
            return
        handle = HANDLES[grip.key]
        side = grip.side if handle.paired else LEFT
        value = face.value(grip.key, side)
        x, y = (float(v) for v in self.viewport.camera().project(found[grip][None])[0])
        if value is not None and np.isfinite((x, y)).all():
            norm, sitter = handle.norm(self.handles.sex()), self.handles.sitter().get((grip.key, side))
            text = phrase("{0} {1:.1f} {2}", handle.title, value, handle.unit)
            text += "" if norm is None else phrase(", usual {0:.1f} ± {1:.1f} {2}", *norm, handle.unit)
            text += "" if sitter is None else phrase(", sitter {0:.1f} ± {1:.1f} {2}", *sitter, handle.unit)
            label(p, QPointF(x + 12.0, y - 12.0), text, self.viewport)

    def _under_pointer(self, found: Mapping[HandleGrip, DoubleArray]) -> HandleGrip | None:
        at = self.viewport.mapFromGlobal(QCursor.pos())
        if not found or not self.viewport.rect().contains(at):
            return None
        seen = self.viewport.camera().project(np.array(list(found.values())))
        away = np.hypot(seen[:, 0] - at.x(), seen[:, 1] - at.y())
        near = int(np.argmin(np.where(np.isfinite(away), away, np.inf)))
        return list(found)[near] if away[near] < _NEAR else None
