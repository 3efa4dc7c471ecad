"""Eyes as they are seen: white and iris in the place of the ball, and over them the cornea, which is clear."""

from __future__ import annotations

import moderngl

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.eyes.eye_form import Look, seen
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import compiler
from yewfinch.render import shaders
from yewfinch.render.buffers import Seen, SurfaceBuffers


class EyeLooks:
    """What is seen of each eye, and the drawing of corneas.

    Parameters
    ----------
    context : moderngl.Context
    """

    def __init__(self, context: moderngl.Context) -> None:
        self._context = context
        self.program = context.program(shaders.CLAY_VERTEX, shaders.CLEAR_FRAGMENT)
        self._known: dict[str, tuple[Surface, int, Eye, Look]] = {}
        self._clear: dict[str, SurfaceBuffers] = {}

    def opaque(self, piece: Piece, *, hurried: bool = False) -> Surface:
        """What is drawn in the place of a piece; when it is hurried, an eye's ball as long as the compiler sleeps."""
        if piece.eye is None or (hurried and not compiler.is_awake()):
            self._known.pop(piece.id, None)
            return piece.surface
        held = self._known.get(piece.id)
        surface = piece.surface
        if held is None or held[0] is not surface or held[1] != surface.version or held[2] is not piece.eye:
            held = surface, surface.version, piece.eye, seen(piece.eye, surface.positions)
            self._known[piece.id] = held
        return held[3].opaque

    def draw(self, pieces: list[str], seen: Seen, pixel: float) -> None:
        """Draw the corneas of some pieces over what is there already."""
        for piece in pieces:
            if piece not in self._known:
                continue
            clear = self._known[piece][3].clear
            held = self._clear.get(piece)
            if held is None or held.surface is not clear:
                if held is not None and not held.take_up(clear, None):
                    held.release()
                    held = None
                self._clear[piece] = held or SurfaceBuffers(self._context, clear)
            self._clear[piece].draw(self.program, seen, pixel)
        for piece in [k for k in self._clear if k not in self._known]:
            self._clear.pop(piece).release()

    def has(self, piece: str) -> bool:
        """Whether a piece was an eye when it was last looked at."""
        return piece in self._known

    def keep(self, pieces: set[str]) -> None:
        """Forget eyes that are no pieces any more."""
        for piece in [k for k in self._known if k not in pieces]:
            del self._known[piece]

    def release(self) -> None:
        """Give everything back."""
        for buffers in self._clear.values():
            buffers.release()
        self._clear.clear()
        self._known.clear()
        self.program.release()
