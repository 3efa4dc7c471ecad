"""Handles of nose, ears, brow, cheeks, jaw and chin in a portrait: read, set, brought to the sitter."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import eyes
from yewfinch.core.document.verbs.both_sides import same_on_both
from yewfinch.core.document.verbs.lips import with_teeth
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.features.handles.faces import (
    FEATURES,
    HANDLES,
    Face,
    carried,
    face_frame,
    face_on,
    moves_for,
    pushed,
    reach,
)
from yewfinch.core.features.handles.handle import Handle, Move
from yewfinch.core.features.teeth.teeth import moved as moved_teeth
from yewfinch.core.features.teeth.teeth_form import teeth_as_they_stand
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.arrays import INDEX, POSITION, DoubleArray
from yewfinch.core.shared.errors import CannotSolveError, YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sitter.likeness import likeness

#: Rounds in which all measures of a feature are brought to the sitter's: one changes others a little.
_ROUNDS = 3
#: Measures that are so near to the sitter's are left alone, mm or degrees.
_NEAR = 0.05
_LEFT, _RIGHT = 1, -1


def clay_of(portrait: Portrait) -> str | None:
    """Id of the piece that most landmarks of nose, ears and chin lie on; None if there is none."""
    on: dict[str, int] = {}
    for key in ("prn", "sn", "se", "pg", "gn", "al_l", "al_r", "sa_l", "sba_l", "zy_l", "go_l", "g"):
        anchor = portrait.anchors.get(key)
        if anchor is not None and anchor.piece in portrait.pieces:
            on[anchor.piece] = on.get(anchor.piece, 0) + 1
    return max(on, key=lambda k: on[k], default=None)


def face_of(portrait: Portrait) -> tuple[str, Face] | None:
    """The clay with the face, and the face on it; None if it has no landmarks for that."""
    clay = clay_of(portrait)
    if clay is None:
        return None
    try:
        return clay, face_on(portrait.surface(clay), portrait.landmarks())
    except YewfinchError:
        return None


def sides_of(handle: Handle) -> tuple[int, ...]:
    """On which sides a handle has a measure of its own."""
    return (_LEFT, _RIGHT) if handle.paired else (_LEFT,)


def of_sitter(portrait: Portrait) -> dict[tuple[str, int], tuple[float, float]]:
    """The sitter's measures and their spread, by handle and side, mm or degrees.

    Only those that landmarks alone tell, all of which photos show.
    """
    found = portrait.sitter.solution
    if found is None:
        return {}
    frame = face_frame(dict(zip(found.keys, found.points, strict=True)))
    spread = np.linalg.cholesky(found.from_definition + 1e-9 * np.eye(3 * len(found.keys)))
    rng = np.random.default_rng(1)
    draws = (spread @ rng.normal(size=(len(spread), 24))).T.reshape(24, -1, 3)
    own = [frame.own(found.points + d) for d in (np.zeros_like(found.points), *draws)]
    seen = [{k: q for k, q in zip(found.keys, points, strict=True) if k in found.seen} for points in own]
    out = {}
    for handle in HANDLES.values():
        for side in sides_of(handle) if handle.landmarks else ():
            got = [handle.value(points, side) for points in seen]
            if all(v is not None for v in got):
                values = np.array(got, np.float64)
                sized = values[0] * found.scale_spread if handle.unit == "mm" else 0.0
                out[handle.key, side] = float(values[0]), float(np.hypot(values[1:].std(), sized))
    return out


def change(portrait: Portrait, key: str, sides: Sequence[int], value: float) -> Edit:
    """Bring a handle's measure to a value.

    Parameters
    ----------
    portrait : Portrait
    key : str
        Of the handle.
    sides : sequence of {1, -1}
        Which sides are moved; the first is measured. For handles of no side one is enough.
    value : float, mm or degrees

    Raises
    ------
    YewfinchError
        If the clay may not be changed, the measure cannot be told, or the value makes no sense.
    """
    found = face_of(portrait)
    if found is None:
        raise YewfinchError("No clay has landmarks of a face. Place them on the clay, or begin with a base head.")
    clay, face = found
    moves, by = moves_for(face, key, sides, value)
    return _moved(portrait, clay, face, key, sides, moves, by)


def push(portrait: Portrait, key: str, sides: Sequence[int], by: float) -> Edit:
    """Move a handle by so many mm or degrees, as far as what may be set goes.

    Raises
    ------
    YewfinchError
        As `change`.
    """
    found = face_of(portrait)
    handle = HANDLES[key]
    now = None if found is None else found[1].value(key, sides[0])
    if found is None or now is None:
        raise YewfinchError(
            phrase("'{0}' cannot be told on this clay: landmarks are missing. Place them first.", handle.title)
        )
    clay, face = found
    moves = [m for s in sides for m in handle.moves(face.points, s)]
    reached = handle.value(pushed(face, moves, by), sides[0])
    if reached is None or not handle.low <= reached <= handle.high:
        goal = float(np.clip(now if reached is None else reached, handle.low, handle.high))
        moves, by = moves_for(face, key, sides, goal)
    return _moved(portrait, clay, face, key, sides, moves, by)


def _moved(
    portrait: Portrait, clay: str, face: Face, key: str, sides: Sequence[int], moves: Sequence[Move], by: float
) -> Edit:
    piece = usable(portrait, clay)
    middle, radius = reach(moves, face)
    rows = piece.surface.rows_in_ball(middle, radius).astype(INDEX)
    at = piece.surface.positions[rows].astype(np.float64)
    goes = carried(face, moves, by, at, _eyes(portrait))
    alike = set(sides) == {_LEFT, _RIGHT} or not HANDLES[key].paired
    return _edit(
        portrait,
        piece,
        rows,
        goes,
        alike,
        phrase("{0}: {1}", FEATURES[HANDLES[key].feature], HANDLES[key].title.lower()),
    )


def _eyes(portrait: Portrait) -> list[tuple[DoubleArray, float]]:
    """Middles and radii of the eyes, mm."""
    standing = [eyes.standing(p) for p in portrait.pieces.values() if p.eye is not None]
    return [(np.array(e.place), e.radius) for e in standing]


def _edit(portrait: Portrait, piece: Piece, rows: np.ndarray, goes: DoubleArray, alike: bool, name: str) -> Edit:
    mask = piece.surface.mask[rows].astype(np.float64) / 255.0
    before = piece.surface.positions[rows].copy()
    after = (before + (1.0 - mask) * (goes - before)).astype(POSITION)
    if alike:
        after = same_on_both(piece.surface, rows, after)
    changes: list[Change] = [RowsChange(piece.id, "positions", rows, before, after)]
    changes += _teeth_along(portrait, piece, rows, after - before)
    return Edit(name, tuple(changes))


def _teeth_along(portrait: Portrait, piece: Piece, rows: np.ndarray, steps: np.ndarray) -> list[Change]:
    """Teeth go along as wholes with the clay round the line of the mouth, as when the nose's base is moved."""
    line = portrait.lines.get("mouth_line", ())
    held = [p for p in portrait.pieces.values() if p.teeth is not None and p.teeth.clay == piece.id and not p.locked]
    if not held or not line or any(a.piece != piece.id for a in line):
        return []
    step = np.mean([_step_at(a, rows, steps) for a in line], axis=0)
    if float(np.linalg.norm(step)) < 1e-3:
        return []
    out: list[Change] = []
    for teeth in held:
        assert teeth.teeth is not None
        now = teeth_as_they_stand(teeth.teeth, teeth.surface.positions)
        out.append(with_teeth(teeth, moved_teeth(now, np.eye(3), 1.0, step)))
    return out


def _step_at(anchor: Anchor, rows: np.ndarray, steps: np.ndarray) -> DoubleArray:
    """The step of a point tied to vertices, (3,) mm."""
    where = np.minimum(np.searchsorted(rows, anchor.corners), len(rows) - 1)
    same = rows[where] == np.array(anchor.corners)
    return np.asarray((np.array(anchor.weights) * same) @ steps[where], np.float64)


def to_sitter(
    portrait: Portrait,
    features: Sequence[str] = ("",),
    sides: Sequence[int] = (_LEFT, _RIGHT),
    progress: Progress = silent,
) -> tuple[Edit, int]:
    """Bring all measures that the sitter has to the sitter's.

    Parameters
    ----------
    portrait : Portrait
    features : sequence of str
        Only of these features, keys of `FEATURES`; one that is empty for all.
    sides : sequence of {1, -1}
        Of handles with sides, which; those of no side go along in any case.
    progress : Progress
        May cancel.

    Returns
    -------
    Edit
    int
        How many measures were brought over.

    Raises
    ------
    YewfinchError
        If the sitter is not solved, or no such measure is known.
    """
    found = face_of(portrait)
    if found is None:
        raise YewfinchError("No clay has landmarks of a face. Place them on the clay, or begin with a base head.")
    if portrait.sitter.solution is None:
        raise CannotSolveError("The sitter is not solved yet. Mark the photos and solve first.")
    clay, _ = found
    piece = usable(portrait, clay)
    chosen = [f for f in features if f] or list(FEATURES)
    named = in_a_row(" and ", (FEATURES[f].lower() for f in features if f))
    wanted = _wanted(portrait, chosen, sides)
    if not wanted:
        what = phrase("of the {0} ", named) if named else ""
        raise YewfinchError(
            phrase("No measure {0}is known of the sitter. Mark its landmarks on photos and solve first.", what)
        )
    surface, around = piece.surface.copy(), _eyes(portrait)
    start = surface.positions.copy()
    for turn in range(_ROUNDS):
        for number, (key, side, value) in enumerate(wanted):
            progress((turn + number / len(wanted)) / _ROUNDS, phrase("bringing {0} over", HANDLES[key].title.lower()))
            face = face_on(surface, _landmarks(portrait, clay, surface))
            now = face.value(key, side)
            handle = HANDLES[key]
            goal = float(np.clip(value, handle.low, handle.high))
            if now is None or abs(now - goal) < _NEAR:
                continue
            moves, by = moves_for(face, key, (side,), goal)
            middle, radius = reach(moves, face)
            rows = surface.rows_in_ball(middle, radius).astype(INDEX)
            at = surface.positions[rows].astype(np.float64)
            free = 1.0 - surface.mask[rows].astype(np.float64) / 255.0
            goes = at + free * (carried(face, moves, by, at, around) - at)
            surface.set_rows(rows, goes.astype(POSITION))
    rows = np.flatnonzero((surface.positions != start).any(axis=1)).astype(INDEX)
    name = phrase("{0} to the sitter", named.capitalize()) if named else "Face to the sitter"
    return _edit(portrait, piece, rows, surface.positions[rows].astype(np.float64), False, name), len(wanted)


def _wanted(portrait: Portrait, features: Sequence[str], sides: Sequence[int]) -> list[tuple[str, int, float]]:
    """Handle, side and the sitter's value of what is brought over; on the clay's scale."""
    found = portrait.sitter.solution
    assert found is not None
    lay = likeness(portrait.landmarks(), found, scaled=not portrait.sitter.size_measured).alignment
    scale = float(np.linalg.norm(lay.to_clay(np.array([1.0, 0.0, 0.0])) - lay.to_clay(np.zeros(3))))
    return [
        (key, side, value * (scale if HANDLES[key].unit == "mm" else 1.0))
        for (key, side), (value, _) in of_sitter(portrait).items()
        if HANDLES[key].feature in features and (not HANDLES[key].paired or side in sides)
    ]


def _landmarks(portrait: Portrait, clay: str, surface: object) -> Mapping[str, DoubleArray]:
    """Landmarks as they would be with another surface of the clay."""
    out = portrait.landmarks()
    for key, anchor in portrait.anchors.items():
        if anchor.piece == clay:
            out[key] = anchor.on(surface)  # type: ignore[arg-type]
    return out
