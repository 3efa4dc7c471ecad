"""Lips in a portrait: read from the clay's lines of the mouth, set, fitted to the sitter's, with creases; teeth go
along with the jaw.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import form_layers
from yewfinch.core.document.verbs.both_sides import same_on_both
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.features.lips.lip_chart import MouthLines, Rows, of_upper
from yewfinch.core.features.lips.lip_creases import Creases, creased
from yewfinch.core.features.lips.lip_fit import DrawnLine, Known, fitted, places_of
from yewfinch.core.features.lips.lip_skin import LipSkin, lips_of
from yewfinch.core.features.lips.lips import Lips, checked, frame_of
from yewfinch.core.features.teeth.teeth import RANGES, Teeth
from yewfinch.core.features.teeth.teeth_form import teeth_as_they_stand, teeth_surface
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, POSITION, DoubleArray, FloatArray
from yewfinch.core.shared.errors import CannotSolveError, YewfinchError
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.sitter.likeness import likeness
from yewfinch.core.sitter.solution import Solution

#: The lines of the mouth in the order of `MouthLines`.
LINES = ("lip_upper", "mouth_line", "mouth_line_lower", "lip_lower")
#: What the layer of creases is called.
CREASES = "Lip creases"
#: The lower lip's edge is looked for within so far of the mouth's line, mm.
_NEAR = 60.0
#: Lines whose two sides are each other's image by so much are symmetric, mm.
_ALIKE = 0.02
#: Rounds of laying the clay onto the sitter and the lips onto the lines.
_ALIGNINGS = 3


@dataclass(frozen=True)
class HeldLips:
    """The lips of a portrait.

    Attributes
    ----------
    lips : Lips
    clay : str
        Id of the piece whose lips they are.
    """

    lips: Lips
    clay: str


class Mouths:
    """Clay round a mouth as it was before the lips were first set, so that what is set there and back returns.

    It counts as long as nothing else changes that clay.
    """

    def __init__(self) -> None:
        self._held: tuple[str, LipSkin, FloatArray] | None = None
        self._seen: tuple[str, Surface, int, HeldLips] | None = None
        #: The lower lip's edge had no line when the clay was first looked at: each change brings it.
        self.lacks_line = False
        #: The jaw has been turned: all that goes along with it is put back with whatever follows.
        self.wide = False

    def of(self, portrait: Portrait, clay: str) -> LipSkin:
        """The clay round the mouth of a piece."""
        surface = portrait.surface(clay)
        if self._held is not None and self._held[0] == clay and self._held[1].surface is surface:
            skin, last = self._held[1:]
            if np.array_equal(surface.positions[skin.wide_rows], last):
                return skin
        mask = surface.mask[:, 0]
        held = mask.astype(np.float64) / 255.0 if mask.any() else None
        skin = LipSkin(surface, lines_on(portrait, clay), portrait.landmarks(), held)
        self.lacks_line, self.wide = "mouth_line_lower" not in portrait.lines, False
        self._held = clay, skin, surface.positions[skin.wide_rows].copy()
        return skin

    def put(self, clay: str, rows: Rows, after: FloatArray) -> None:
        """Remember where that clay is put: rows of it, and (k, 3) mm."""
        assert self._held is not None and self._held[0] == clay
        skin, last = self._held[1:]
        last = last.copy()
        last[np.searchsorted(skin.wide_rows, rows)] = after
        self._held = clay, skin, last

    def present(self, portrait: Portrait) -> HeldLips | None:
        """The lips as they are; None if no clay has lines of a mouth. Read once for each state of the clay."""
        clay = clay_of(portrait)
        if clay is None:
            return None
        surface = portrait.surface(clay)
        if self._seen is None or self._seen[:3] != (clay, surface, surface.version):
            try:
                found = HeldLips(lips_of(surface, lines_on(portrait, clay), portrait.landmarks()), clay)
            except YewfinchError:
                return None
            self._seen = clay, surface, surface.version, found
        return self._seen[3]


def clay_of(portrait: Portrait) -> str | None:
    """Id of the piece that the lines of the mouth lie on; None if there is none."""
    needed = [portrait.lines.get(k, ()) for k in ("lip_upper", "mouth_line", "lip_lower")]
    on = {a.piece for line in needed for a in line}
    if any(len(line) < 4 for line in needed) or len(on) != 1:
        return None
    found = next(iter(on))
    return found if found in portrait.pieces else None


def held(portrait: Portrait) -> HeldLips | None:
    """The lips of the portrait; None if no clay has lines of a mouth."""
    return Mouths().present(portrait)


def lines_on(portrait: Portrait, clay: str) -> MouthLines:
    """The lines of the mouth on clay; where the lower lip's edge has no line, it is looked for.

    Raises
    ------
    YewfinchError
        If a line is missing.
    """
    surface = portrait.surface(clay)
    lines, rows = {}, {}
    for key in LINES:
        anchors = portrait.lines.get(key, ())
        if len(anchors) > 3 and all(a.piece == clay for a in anchors):
            lines[key] = np.array([a.on(surface) for a in anchors])
            rows[key] = np.array([a.corners[int(np.argmax(a.weights))] for a in anchors], np.int64)
    if any(k not in lines for k in LINES if k != "mouth_line_lower"):
        raise YewfinchError("The clay has no lines of a mouth. Draw them, or begin with a base head.")
    if "mouth_line_lower" not in lines:
        rows["mouth_line_lower"] = _lower_edge(surface, lines, rows)
        lines["mouth_line_lower"] = surface.positions[rows["mouth_line_lower"]].astype(np.float64)
    return MouthLines(*(lines[k] for k in LINES), *(rows[k] for k in LINES))


def _lower_edge(surface: Surface, lines: Mapping[str, DoubleArray], rows: Mapping[str, np.ndarray]) -> np.ndarray:
    """Vertices of the lower lip that lie nearest to the line of the mouth, which is the upper lip's edge."""
    line = lines["mouth_line"]
    near = surface.rows_in_ball(line.mean(axis=0), _NEAR).astype(np.int64)
    upper = np.concatenate([rows["mouth_line"][1:-1], rows["lip_upper"][1:-1]])
    low = near[of_upper(surface, near, upper, rows["lip_lower"][1:-1]) < 0.5]
    if not len(low):
        raise YewfinchError("The lower lip's lines lie on no clay. Draw or move them first.")
    at = surface.positions[low].astype(np.float64)
    found = [low[int(((at - p) ** 2).sum(axis=1).argmin())] for p in line]
    found[0], found[-1] = rows["mouth_line"][0], rows["mouth_line"][-1]
    return np.array(found, np.int64)


def change(portrait: Portrait, lips: Lips, name: str, mouths: Mouths | None = None, *, wide: bool = False) -> Edit:
    """Give the clay other lips; its teeth go along with the jaw.

    Parameters
    ----------
    portrait : Portrait
    lips : Lips
    name : str
        Of the undo step.
    mouths : Mouths, optional
        What the clay was like before.
    wide : bool
        With all rows that could go along with the jaw, as for a drag that parts the lips.

    Raises
    ------
    YewfinchError
        If the clay may not be changed, has no mouth, or there can be no such lips.
    """
    clay = clay_of(portrait)
    if clay is None:
        raise YewfinchError("No clay has lines of a mouth. Draw them, or begin with a base head.")
    piece = usable(portrait, clay)
    store = mouths or Mouths()
    skin = store.of(portrait, clay)
    store.wide = store.wide or wide or abs(skin.turn(lips)) > 1e-6
    rows, goes = skin.to(checked(lips), wide=store.wide)
    after = goes.astype(POSITION)
    if is_symmetric(lips) and is_symmetric(skin.lips):
        after = same_on_both(piece.surface, rows, after)
    before = piece.surface.positions[rows].copy()
    changes: list[Change] = [RowsChange(clay, "positions", rows.astype(INDEX), before, after)]
    store.put(clay, rows, after)
    if store.lacks_line:
        lower = tuple(Anchor(clay, (r, r, r), (1.0, 0.0, 0.0)) for r in map(int, skin.lines.lower_edge_rows))
        changes.append(FieldChange("lines", portrait.lines, {**portrait.lines, "mouth_line_lower": lower}))
    changes += _teeth_along(portrait, clay, skin, lips)
    return Edit(name, tuple(changes))


def lips_now(portrait: Portrait, clay: str) -> Lips:
    """The lips that clay has at this moment."""
    return lips_of(portrait.surface(clay), lines_on(portrait, clay), portrait.landmarks())


def _teeth_along(portrait: Portrait, clay: str, skin: LipSkin, lips: Lips) -> list[Change]:
    """What opens the jaws of teeth in that clay's mouth as far as the lips part."""
    bodies = [p for p in portrait.pieces.values() if p.teeth is not None and p.teeth.clay == clay and not p.locked]
    if not bodies:
        return []
    # from where the jaw stands now, not from where the clay was first looked at
    by = float(np.degrees(skin.turn(lips) - skin.turn(lips_now(portrait, clay))))
    if abs(by) < 1e-6:
        return []
    out: list[Change] = []
    for piece in bodies:
        assert piece.teeth is not None
        now = teeth_as_they_stand(piece.teeth, piece.surface.positions)
        out.append(with_teeth(piece, replace(now, jaw=float(np.clip(now.jaw + by, *RANGES["jaw"])))))
    return out


def with_teeth(piece: Piece, teeth: Teeth) -> PieceChange:
    """The change that makes a piece other teeth."""
    return PieceChange(piece, replace(piece, teeth=teeth, surface=teeth_surface(teeth)))


def is_symmetric(lips: Lips) -> bool:
    """Are both sides of lips each other's image?"""
    lines = lips.lines
    return bool(np.abs(lines[:, ::-1] * (-1.0, 1.0, 1.0) - lines).max() < _ALIKE)


@dataclass(frozen=True)
class OfSitter:
    """A measure of the sitter's lips from the solve.

    Attributes
    ----------
    value, spread : float, mm
    """

    value: float
    spread: float


#: Measures of lips that are distances of landmarks.
_BETWEEN = {"width": ("ch_l", "ch_r"), "height": ("sn", "sto"), "upper": ("ls", "sto"), "lower": ("sto", "li")}


def of_sitter(portrait: Portrait) -> dict[str, OfSitter]:
    """What the solve says of measures of the lips, those whose landmarks photos show, mm."""
    found = portrait.sitter.solution
    if found is None:
        return {}
    out = {}
    for measure, (one, two) in _BETWEEN.items():
        if one in found.seen and two in found.seen:
            i, j = found.index(one), found.index(two)
            step = found.points[j] - found.points[i]
            long = max(float(np.linalg.norm(step)), 1e-9)
            way = np.zeros(3 * len(found.keys))
            way[3 * j : 3 * j + 3] = step / long
            way[3 * i : 3 * i + 3] = -step / long
            spread = float(np.sqrt(max(float(way @ found.from_definition @ way), 0.0)))
            out[measure] = OfSitter(long, float(np.hypot(spread, long * found.scale_spread)))
    return out


def fit(portrait: Portrait, mouths: Mouths | None = None, progress: Progress = silent) -> tuple[Lips, float]:
    """The clay's lips laid on the lines of lips that are drawn on solved photos.

    Returns
    -------
    Lips
    float
        How far they are off the lines, median, mm.

    Raises
    ------
    YewfinchError
        If the sitter is not solved, no line is drawn, or the clay has no mouth.
    """
    found = portrait.sitter.solution
    if found is None:
        raise CannotSolveError("The sitter is not solved yet. Mark the photos and solve first.")
    present = (mouths or Mouths()).present(portrait)
    if present is None:
        raise YewfinchError("No clay has lines of a mouth. Draw them, or begin with a base head.")
    lips, off = present.lips, 0.0
    for turn in range(_ALIGNINGS):
        # lips that have gone elsewhere lay the clay otherwise onto the sitter, and the lines then lie elsewhere
        landmarks = {**portrait.landmarks(), **(places_of(lips) if turn else {})}
        lay = likeness(landmarks, found, scaled=not portrait.sitter.size_measured).alignment
        drawn = [
            DrawnLine(lay.camera(photo.standpoint.camera()), np.array(photo.curves[key], np.float64), key)
            for photo in portrait.sitter.photos
            if photo.standpoint is not None
            for key in LINES
            if len(photo.curves.get(key, ())) > 1
        ]
        known = [
            Known(key, lay.to_clay(found.points[found.index(key)]), _spread(found, key))
            for key in places_of(lips)
            if key in found.keys
        ]
        lips, off = fitted(present.lips, drawn, known, part(progress, turn / _ALIGNINGS, (turn + 1) / _ALIGNINGS))
    return lips, off


def _spread(found: Solution, key: str) -> float:
    """How sure a landmark of the solve is, mm."""
    at = 3 * found.index(key)
    return float(np.sqrt(np.trace(found.from_definition[at : at + 3, at : at + 3]) / 3.0))


def crease(portrait: Portrait, creases: Creases, progress: Progress = silent) -> Edit:
    """Lay fine creases on the red of the lips, on a form layer of their own; creases that were there are made anew.

    Raises
    ------
    YewfinchError
        If the clay may not be changed, has no mouth, or is too coarse.
    """
    clay = clay_of(portrait)
    if clay is None:
        raise YewfinchError("No clay has lines of a mouth. Draw them, or begin with a base head.")
    piece = usable(portrait, clay)
    old = next((v for v in form_layers.stack_of(portrait, piece).layers if v.name == CREASES), None)
    progress(0.2, "looking for the red of the lips")
    lips, lines = lips_now(portrait, clay), lines_on(portrait, clay)
    near = piece.surface.rows_in_ball(frame_of(lips).origin, _NEAR).astype(np.int64)
    upper = of_upper(piece.surface, near, lines.upper_rows, lines.lower_rows)
    steps = creased(piece.surface, lips, near, upper, creases)
    progress(0.7, "laying creases")
    if old is None:
        return form_layers.lay(portrait, clay, steps, CREASES)[0]
    return form_layers.relay(portrait, clay, old.id, steps)
