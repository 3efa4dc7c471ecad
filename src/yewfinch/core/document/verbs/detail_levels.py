"""Detail levels of a piece in a portrait: added, gone to, dropped; landmarks and lines ride along."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import anchors_on, retied, tied
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.mesh.levels import corner_levels, levels
from yewfinch.core.mesh.levels.coarser import found_under
from yewfinch.core.mesh.levels.halfedges import Net, Rise
from yewfinch.core.mesh.levels.levels import State, turn_of
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.query.nearest import NearestTree, nearest_anchors
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.core.reshape.wrap import MOST_UNDER, laid, mean_edge, under
from yewfinch.core.sculpt.form_layers import turned
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import counted, phrase
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.skin import paint_levels
from yewfinch.core.skin.colour_layers import Painting

#: Levels made under clay that lose more at one place, in its own edges, are said to be too many.
MUCH_LOST = 1.5
#: Corners of a face in its own two directions.
_SQUARE = np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])


def count(piece: Piece) -> int:
    """How many levels a piece has."""
    return 1 if piece.levels is None else len(piece.levels.levels)


def current(piece: Piece) -> int:
    """The level that is worked on, from 0."""
    return 0 if piece.levels is None else piece.levels.current


def add(portrait: Portrait, piece: str) -> Edit:
    """Add a finer level to a piece and go there.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, is not manifold, another level is current, or it would be too large.
    """
    held = usable(portrait, piece)
    return _gone(portrait, held, phrase("Add a level to {0}", held.name), levels.added)


def go_to(portrait: Portrait, piece: str, number: int) -> Edit | None:
    """Go to another level; None if it is the present one.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or has no such level.
    """
    held = usable(portrait, piece)
    if not 0 <= number < count(held):
        raise YewfinchError(
            counted(
                "'{1}' has {0} level; there is no level {2}.",
                "'{1}' has {0} levels; there is no level {2}.",
                count(held),
                held.name,
                number + 1,
            )
        )
    if number == current(held):
        return None
    return _gone(
        portrait, held, phrase("Level {0} of {1}", number + 1, held.name), lambda state: levels.to_level(state, number)
    )


def drop_finer(portrait: Portrait, piece: str) -> Edit:
    """Drop the levels above the present one, with their detail.

    Raises
    ------
    YewfinchError
        If there are none.
    """
    held = usable(portrait, piece)
    if current(held) + 1 >= count(held):
        raise YewfinchError("There is no finer level to drop.")
    return _gone(portrait, held, phrase("Drop finer levels of {0}", held.name), levels.without_finer)


def drop_coarser(portrait: Portrait, piece: str) -> Edit:
    """Drop the levels below the present one.

    Raises
    ------
    YewfinchError
        If there are none.
    """
    held = usable(portrait, piece)
    if current(held) == 0:
        raise YewfinchError("There is no coarser level to drop.")
    return _gone(portrait, held, phrase("Drop coarser levels of {0}", held.name), levels.without_coarser)


def make_under(portrait: Portrait, piece: str, number: int, progress: Progress = silent) -> Edit:
    """Make coarser levels under a dense piece; its form becomes the detail of the finest.

    Faces that were subdivided so often already give back the levels that they come from, vertex for vertex.

    Parameters
    ----------
    portrait : Portrait
    piece : str
        Clay without levels; closed, unless it was subdivided.
    number : int
        How many.
    progress : Progress

    Raises
    ------
    YewfinchError
        If the piece may not be changed, has levels, is open, or would be too coarse.
    """
    held = usable(portrait, piece)
    if held.levels is not None:
        raise YewfinchError(phrase("'{0}' has levels already. Drop the coarser ones first.", held.name))
    if not 1 <= number <= MOST_UNDER:
        raise YewfinchError(phrase("1 to {0} coarser levels can be made, not {1}.", MOST_UNDER, number))
    found = found_under(held.surface, number, held.regions, part(progress, 0.0, 0.9))
    if found is not None:
        state, source = found
        row = np.empty(len(source), INDEX)
        row[source] = np.arange(len(source), dtype=INDEX)
        same = {
            a: replace(a, corners=(int(row[a.corners[0]]), int(row[a.corners[1]]), int(row[a.corners[2]])))
            for a in anchors_on(portrait, (piece,))
        }
        whole = replace(with_state(held, state), texture=None)
        return Edit(phrase("Levels found under {0}", held.name), (PieceChange(held, whole), *retied(portrait, same)))
    state = under(held.surface, number, held.regions, progress)
    made = replace(with_state(held, state), texture=None)
    edit = told(
        portrait, Edit(phrase("Levels under {0}", held.name), (PieceChange(held, made), *tied(portrait, {piece: made})))
    )
    if edit.told is None or number == 1 or edit.told.most <= MUCH_LOST * mean_edge(held.surface):
        return edit
    return replace(edit, told=replace(edit.told, words=phrase("{0}; fewer levels would lose less", edit.told.words)))


def copy_detail(portrait: Portrait, piece: str, source: str, reach: float) -> Edit:
    """Lay a piece onto another of similar form: it takes over all that its own level can show; masked clay stays.

    Parameters
    ----------
    portrait : Portrait
    piece, source : str
    reach : float, mm
        What lies farther off stays; from half of it on less is taken over.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, both are one, or nothing is within reach.
    """
    held, other = usable(portrait, piece), portrait.pieces.get(source)
    if other is None or other is held:
        raise YewfinchError("Choose another piece to take the detail from.")
    surface = held.surface
    step = (
        laid(surface, NearestTree(other.surface.positions, other.surface.triangles()), reach, fading=True)
        - surface.positions
    )
    after = (surface.positions + step * (1.0 - surface.mask / 255.0)).astype(np.float32)
    rows = np.nonzero((after != surface.positions).any(axis=1))[0].astype(INDEX)
    if not len(rows):
        raise YewfinchError(
            phrase(
                "Nothing of '{0}' lies within {1:g} mm of '{2}', or all of it is masked.", other.name, reach, held.name
            )
        )
    return Edit(
        phrase("Detail of {0} onto {1}", other.name, held.name),
        (RowsChange(piece, "positions", rows, surface.positions[rows].copy(), after[rows]),),
    )


def state_of(piece: Piece) -> State:
    """The piece's surface with its levels; one level if it has none yet."""
    if piece.levels is None:
        return levels.begun(piece.surface, piece.regions, piece.texture)
    return State(piece.surface, piece.levels, piece.regions, piece.texture)


def with_state(piece: Piece, state: State) -> Piece:
    """The piece on another level."""
    held = state.levels if len(state.levels.levels) > 1 else None
    return replace(piece, surface=state.surface, regions=state.regions, texture=state.texture, levels=held)


def _gone(portrait: Portrait, held: Piece, name: str, way: Callable[[State], State]) -> Edit:
    before = state_of(held)
    after = way(before)
    made = with_state(held, after)
    made = replace(made, painting=_painting(held, before, after), corners=_corners(held, before, after))
    changes: list[Change] = [PieceChange(held, made)]
    if after.surface is not before.surface:
        found = anchors_on(portrait, (held.id,))
        changes += retied(portrait, _moved(found, after, before.levels.current, after.levels.current, held.surface))
        changes += _layers_turned(portrait, held, before, after)
    return Edit(name, tuple(changes))


def _painting(held: Piece, before: State, after: State) -> Painting | None:
    """The colour layers of a piece on the level that was gone to: the same samples under other numbers."""
    painting = held.painting
    if painting is None or after.surface is before.surface:
        return painting
    for step, _, there, net, rise in _steps(before, after):
        painting = (paint_levels.up if step > 0 else paint_levels.down)(painting, there, net, rise)
    return painting


def _corners(held: Piece, before: State, after: State) -> CornerPlaces | None:
    """The texture places of a piece's corners on the level that was gone to."""
    places = held.corners
    if places is None or after.surface is before.surface:
        return places
    uv = places.uv
    for step, here, there, net, rise in _steps(before, after):
        coarse, fine = (here, there) if step > 0 else (there, here)
        uv = (corner_levels.up if step > 0 else corner_levels.down)(uv, coarse.faces, fine.faces, net, rise)
    return CornerPlaces(after.surface.faces, uv)


def _steps(before: State, after: State) -> Iterator[tuple[int, Surface, Surface, Net, Rise]]:
    """The steps from level to level: up or down, the surfaces from and to which, and the coarser net with its rise."""
    number, to = before.levels.current, after.levels.current
    nets = max((before.levels.levels, after.levels.levels), key=len)
    here = before.surface
    while number != to:
        step = 1 if to > number else -1
        low = nets[min(number, number + step)]
        there = after.surface if number + step == to else after.levels.levels[number + step].skeleton
        assert there is not None
        assert low.rise is not None
        yield step, here, there, low.net, low.rise
        number, here = number + step, there


def _layers_turned(portrait: Portrait, held: Piece, before: State, after: State) -> list[Change]:
    """The layers of the level that is reached turn with the form under them."""
    stacks = portrait.layers.get(held.id, ())
    stack = next((s for s in stacks if s.fits(after.surface)), None)
    to = after.levels.current
    if stack is None or to >= len(before.levels.levels) or before.levels.levels[to].net.n != len(after.surface):
        return []
    rows = stack.touched(len(after.surface))
    kept = before.levels.levels[to]
    if not len(rows) or np.array_equal(kept.kept.positions, after.surface.positions):
        return []
    made = turned(stack, rows, turn_of(kept, after.surface, rows))
    size = 2 * sum(v.steps.size for v in stack.layers)
    return [
        FieldChange(
            "layers",
            portrait.layers,
            {**portrait.layers, held.id: tuple(made if s is stack else s for s in stacks)},
            size,
        )
    ]


# --- landmarks and lines ------------------------------------------------------------------------


def _moved(found: list[Anchor], state: State, number: int, to: int, old: Surface) -> dict[Anchor, Anchor]:
    """Anchors on level `number` as they are on level `to`.

    On the same spot of the same face, however finely that is divided.
    """
    places = _places([a.corners for a in found], [a.weights for a in found], state.levels.levels[number].net)
    lost = [a for a, p in zip(found, places, strict=True) if p is None]
    kept = [(a, p) for a, p in zip(found, places, strict=True) if p is not None]
    out: dict[Anchor, Anchor] = {}
    start = number
    if kept:
        face = np.array([p[0] for _, p in kept])
        uv = np.array([p[1] for _, p in kept])
        while number < to:
            face, uv = _finer(face, uv)
            number += 1
        while number > to:
            face, uv = _coarser(face, uv)
            number -= 1
        faces = state.levels.levels[to].net.faces
        for (a, _), f, (u, v) in zip(kept, face, uv, strict=True):
            corner = faces[f]
            rows, weights = (corner[[0, 1, 2]], (1 - u, u - v, v)) if v <= u else (corner[[0, 2, 3]], (1 - v, u, v - u))
            out[a] = Anchor(a.piece, (int(rows[0]), int(rows[1]), int(rows[2])), tuple(float(w) for w in weights))  # type: ignore[arg-type]  # there are three
    if lost:
        rows = _rows(np.array([a.corners for a in lost]), state, start, to)
        for a, r in zip(lost, rows, strict=True):  # between vertices across a gap, or on faces that are no quads
            if (r >= 0).all():
                out[a] = replace(a, corners=(int(r[0]), int(r[1]), int(r[2])))
        lost = [a for a in lost if a not in out]
    if lost:
        near = nearest_anchors(lost[0].piece, state.surface, np.array([a.on(old) for a in lost]))
        out |= dict(zip(lost, near, strict=True))
    return out


def _rows(rows: npt.NDArray[np.int64], state: State, number: int, to: int) -> npt.NDArray[np.int64]:
    """The rows of the same vertices on another level, -1 for one that is not there."""
    for k in range(number, to):
        rise = state.levels.levels[k].rise
        assert rise is not None
        rows = rise.vertices[rows].astype(np.int64)
    for k in range(number - 1, to - 1, -1):
        rise = state.levels.levels[k].rise
        assert rise is not None
        back = np.full(rise.size + 1, -1)
        back[rise.vertices] = np.arange(len(rise.vertices))
        rows = back[rows]
    return rows


def _places(
    corners: list[tuple[int, int, int]], weights: list[tuple[float, float, float]], net: Net
) -> list[tuple[int, npt.NDArray[np.float64]] | None]:
    """The face that each anchor lies on and where on it, along its two directions.

    None where it lies on no quad, or a net has triangles.
    """
    if net.triangles or not corners:
        return [None] * len(corners)
    of_row: dict[int, list[int]] = {}
    for f in net.touching(np.array(corners, INDEX).ravel()).tolist():
        for row in net.faces[f].tolist():
            of_row.setdefault(row, []).append(f)
    out: list[tuple[int, npt.NDArray[np.float64]] | None] = []
    for three, w in zip(corners, weights, strict=True):
        held = {r: s for r, s in zip(three, w, strict=True) if abs(s) > 1e-9}
        faces = [f for f in of_row.get(next(iter(held), -1), []) if held.keys() <= set(net.faces[f].tolist())]
        if not faces:
            out.append(None)
            continue
        four = net.faces[faces[0]].tolist()
        out.append((faces[0], np.asarray(sum((s * _SQUARE[four.index(r)] for r, s in held.items()), np.zeros(2)))))
    return out


def _finer(face: npt.NDArray[np.int64], uv: DoubleArray) -> tuple[npt.NDArray[np.int64], DoubleArray]:
    """The quarter of each quad that a place lies in, and where in it; quarters stand at the corners, in their order."""
    right, upper = uv[:, 0] > 0.5, uv[:, 1] > 0.5
    corner = np.where(upper, np.where(right, 2, 3), np.where(right, 1, 0))
    u, v = uv[:, 0], uv[:, 1]
    first = np.choose(corner, [2 * u, 2 * v, 2 * (1 - u), 2 * (1 - v)])
    second = np.choose(corner, [2 * v, 2 * (1 - u), 2 * (1 - v), 2 * u])
    return 4 * face + corner, np.stack([first, second], axis=1)


def _coarser(face: npt.NDArray[np.int64], uv: DoubleArray) -> tuple[npt.NDArray[np.int64], DoubleArray]:
    """A change that takes the given one back."""
    corner = face % 4
    s, t = uv[:, 0] / 2, uv[:, 1] / 2
    u = np.choose(corner, [s, 1 - t, 1 - s, t])
    v = np.choose(corner, [t, s, 1 - t, 1 - s])
    return face // 4, np.stack([u, v], axis=1)
