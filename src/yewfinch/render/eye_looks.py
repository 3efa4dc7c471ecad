"""Eyes as they are seen: white and iris in the place of the ball; over them, clear, the cornea and the wet line."""

from __future__ import annotations

import moderngl

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.lids import clay_of, side_of
from yewfinch.core.document.verbs.lids import held as lids_held
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.eyes.eye_form import Look, eye_as_it_stands, seen
from yewfinch.core.features.lids.lid_skin import OTHER, off_margin
from yewfinch.core.features.lids.lids import Lids
from yewfinch.core.features.lids.wet_line import wet_line
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import compiler
from yewfinch.render import shaders
from yewfinch.render.buffers import Seen, SurfaceBuffers


def _on_its_line(portrait: Portrait, lids: Lids, eye: Eye) -> bool:
    """Whether the lower lid's line on the clay is where lids say."""
    line = portrait.line(f"lid_lower_{'l' if lids.side > 0 else 'r'}")
    return line is not None and off_margin(lids, eye, line, upper=False) < OTHER


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
        self._wet: dict[str, tuple[object, Surface | None]] = {}
        self._read: dict[str, tuple[object, Lids | None]] = {}
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

    def wet(self, portrait: Portrait) -> None:
        """Give eyes with lids a wet line; lids of skin that were set count as long as their line is where they say."""
        bodies = {p.lids_of: p.lids for p in portrait.pieces.values() if p.lids is not None}
        skins = {k: (p, one) for p in portrait.pieces.values() for k, one in p.skin_lids.items()}
        for key, piece in portrait.pieces.items():
            if piece.eye is None:
                continue
            clay, lids = skins.get(key, (None, None))
            lids, surface = bodies.get(key, lids), piece.surface
            if lids is None:  # nobody set them yet
                clay = clay_of(portrait, side_of(piece.eye))
            if key not in self._known or (lids is None and clay is None):
                self._wet.pop(key, None)
                continue
            state = id(surface), surface.version, id(piece.eye), lids, 0 if clay is None else clay.surface.version
            held = self._wet.get(key)
            if held is None or held[0] != state:
                eye = eye_as_it_stands(piece.eye, surface.positions)
                there = key in bodies or lids is None or _on_its_line(portrait, lids, eye)
                lids = self._as_they_are(portrait, key, eye) if lids is None else lids
                self._wet[key] = state, wet_line(lids, eye) if there and lids is not None else None

    def _as_they_are(self, portrait: Portrait, key: str, eye: Eye) -> Lids | None:
        """Lids of skin that nobody set yet, read from the clay; again only when their lines or the eye moved."""
        side = "l" if side_of(eye) > 0 else "r"
        lines = [portrait.line(f"{k}_{side}") for k in ("lid_upper", "lid_lower")]
        state = [None if v is None else v.tobytes() for v in lines], eye
        if key not in self._read or self._read[key][0] != state:
            found = None if None in state[0] else lids_held(portrait, key)
            self._read[key] = state, None if found is None else found.lids
        return self._read[key][1]

    def draw(self, pieces: list[str], seen: Seen, pixel: float) -> None:
        """Draw corneas and wet lines of some pieces over what is there already."""
        for piece in pieces:
            if piece in self._known:
                self._draw(piece, self._known[piece][3].clear, seen, pixel)
            line = self._wet[piece][1] if piece in self._wet else None
            if line is not None:
                self._draw(f"{piece} wet", line, seen, pixel)
        there = {*self._known, *(f"{k} wet" for k in self._wet)}
        for piece in [k for k in self._clear if k not in there]:
            self._clear.pop(piece).release()

    def _draw(self, key: str, clear: Surface, seen: Seen, pixel: float) -> None:
        held = self._clear.get(key)
        if held is None or held.surface is not clear:
            if held is not None and not held.take_up(clear, None):
                held.release()
                held = None
            self._clear[key] = held or SurfaceBuffers(self._context, clear)
        self._clear[key].draw(self.program, seen, pixel)

    def has(self, piece: str) -> bool:
        """Whether a piece was an eye when it was last looked at."""
        return piece in self._known

    def keep(self, pieces: set[str]) -> None:
        """Forget eyes that are no pieces any more."""
        for piece in [k for k in self._known if k not in pieces]:
            del self._known[piece]
            self._wet.pop(piece, None)
            self._read.pop(piece, None)

    def release(self) -> None:
        """Give everything back."""
        for buffers in self._clear.values():
            buffers.release()
        self._clear.clear()
        self._known.clear()
        self._wet.clear()
        self.program.release()
