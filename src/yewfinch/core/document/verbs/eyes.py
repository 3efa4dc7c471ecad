"""Eyes in a portrait: begun, set, taken from balls, seated in clay, settled."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from yewfinch.core.anatomy.head.eyeball import BALL_VERTICES
from yewfinch.core.document.model.edits import Change, Edit, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece, free_id
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import at_rest
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.features.eyes.eye import FAR, GLOBE, Eye, Point, axis, checked, moved
from yewfinch.core.features.eyes.eye_form import eye_as_it_stands, surface_of
from yewfinch.core.features.eyes.eye_measures import depth_to_rim, outer_rim
from yewfinch.core.features.eyes.seat import seated
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Two eyes are a pair if one lies so near to the other's mirror image, mm.
_PAIR = 25.0
#: A ball that is taken for an eye may be off a round one by this part of its radius, but for its cornea.
_ROUND = 0.08
#: A base head's eyeball lies no farther from what its eye makes, mm.
_SAME = 0.02
#: Rounds of finding places for eyes that look at a point.
_SETTLING = 12
_SIDES = {"l": "Left", "r": "Right"}


def standing(piece: Piece) -> Eye:
    """The eye that a piece is, after what moved it.

    Raises
    ------
    YewfinchError
        If it is none.
    """
    if piece.eye is None:
        raise YewfinchError(phrase("'{0}' is no eye. Choose one, or begin two in the panel Eyes.", piece.name))
    return eye_as_it_stands(piece.eye, piece.surface.positions)


def side_of(eye: Eye) -> str:
    """On which side of the sitter it is: "l" or "r"."""
    return "l" if eye.place[0] >= 0.0 else "r"


def partner(portrait: Portrait, piece: str) -> Piece | None:
    """The other eye of a pair."""
    own = np.array(standing(portrait.pieces[piece]).place) * (-1.0, 1.0, 1.0)
    others = [
        (float(np.linalg.norm(np.array(standing(p).place) - own)), p)
        for p in portrait.pieces.values()
        if p.eye is not None and p.id != piece
    ]
    away, found = min(others, key=lambda o: o[0], default=(np.inf, None))
    return found if away < _PAIR else None


def change(portrait: Portrait, eyes: Mapping[str, Eye], name: str) -> Edit:
    """Give pieces that are eyes other measures.

    Raises
    ------
    YewfinchError
        If one is locked or no eye, or there can be no such eye.
    """
    changes: list[Change] = []
    for key, eye in eyes.items():
        held = portrait.pieces[key]
        see_unlocked(portrait, held)
        at_rest(portrait, held)
        if held.eye is None:
            raise YewfinchError(phrase("'{0}' is no eye.", held.name))
        checked(eye)
        if eye != held.eye or eye != standing(held):
            changes.append(PieceChange(held, replace(held, eye=eye, surface=surface_of(eye))))
    return Edit(name, tuple(changes))


def begin(portrait: Portrait, fronts: Mapping[str, Point]) -> tuple[Edit, dict[str, str]]:
    """New eyes whose corneas touch the places given.

    Parameters
    ----------
    portrait : Portrait
    fronts : mapping of side ("l", "r") to (3,) float, mm

    Returns
    -------
    Edit
    dict of side to id

    Raises
    ------
    YewfinchError
        If both are on one side, or too near to each other.
    """
    if len(fronts) == 2 and fronts["l"][0] - fronts["r"][0] < 0.5 * GLOBE:
        raise YewfinchError("The two places are too near to each other for two eyes. Click one pupil, then the other.")
    plain = Eye((0.0, 0.0, 0.0), (0.0, 0.0, 0.0))
    deep = plain.radius + plain.rise
    places: dict[str, Point] = {s: (x, y, z - deep) for s, (x, y, z) in fronts.items()}
    x, y, z = np.mean(list(places.values()), axis=0).tolist()
    landmarks, taken = portrait.landmarks(), set(portrait.ids_taken())
    changes: list[Change] = []
    made: dict[str, str] = {}
    for side, place in places.items():
        corner = landmarks.get(f"en_{side}")
        eye = Eye(
            place,
            (x, y, z),
            target=(x, y, z + FAR),
            corner=None if corner is None else (float(corner[0]), float(corner[1]), float(corner[2])),
        )
        key = free_id(taken, "eye")
        taken.add(key)
        changes.append(
            PieceChange(None, Piece(key, phrase("{0} eye", _SIDES[side]), surface_of(checked(eye)), eye=eye))
        )
        made[side] = key
    return Edit("New eyes" if len(made) > 1 else "New eye", tuple(changes)), made


def adopt(portrait: Portrait, piece: str) -> Edit:
    """Take a ball that is a piece for an eye: where it lies and how large it is stays.

    Raises
    ------
    YewfinchError
        If it is locked, no ball, or an eye already.
    """
    held = portrait.pieces[piece]
    see_unlocked(portrait, held)
    at_rest(portrait, held)
    if held.eye is not None:
        raise YewfinchError(phrase("'{0}' is an eye already.", held.name))
    found = _as_base_eye(held.surface.positions) or _as_ball(held)
    x, y, z = found.place
    corner = portrait.landmarks().get("en_l" if x >= 0 else "en_r")
    eye = checked(
        replace(
            found,
            middle=(0.0, y, z),
            target=(0.0, y, z + FAR),
            corner=None if corner is None else _point(corner),
        )
    )
    whole = replace(held, eye=eye, surface=surface_of(eye), regions={}, texture=None, levels=None)
    return Edit(phrase("Take {0} for an eye", held.name), (PieceChange(held, whole),))


def _as_base_eye(at: FloatArray) -> Eye | None:
    """The eye of a base head's eyeball, made before eyes were bodies of their own; None if it is another ball."""
    if len(at) != BALL_VERTICES:
        return None
    plain = Eye((0.0, 0.0, 0.0), (0.0, 0.0, 0.0))
    found = eye_as_it_stands(plain, at)
    return found if np.abs(surface_of(found).positions - at).max() < _SAME else None


def _as_ball(held: Piece) -> Eye:
    """The eye of about a ball's form.

    Raises
    ------
    YewfinchError
        If it is no ball.
    """
    at = held.surface.positions.astype(np.float64)
    centre, radius = _ball(at)
    for _ in range(2):  # what stands off it farthest is the cornea, and left out the second time
        off = np.linalg.norm(at - centre, axis=1) - radius
        centre, radius = _ball(at[off <= np.quantile(off, 0.7)])
    off = np.linalg.norm(at - centre, axis=1) - radius
    if np.quantile(np.abs(off), 0.8) > _ROUND * radius or not 6.0 <= radius <= 30.0:
        raise YewfinchError(phrase("'{0}' is no ball of the size of an eye, so it is not taken for one.", held.name))
    return moved(Eye((0.0, 0.0, 0.0), (0.0, 0.0, 0.0)), np.eye(3), 2.0 * radius / GLOBE, centre)


def _ball(at: DoubleArray) -> tuple[DoubleArray, float]:
    """The ball that points lie on best: centre and radius, mm."""
    middle = at.mean(axis=0)
    own = at - middle
    found = np.linalg.lstsq(np.c_[2.0 * own, np.ones(len(own))], (own * own).sum(axis=1), rcond=None)[0]
    return middle + found[:3], float(np.sqrt(max(found[3] + found[:3] @ found[:3], 0.0)))


def settle(portrait: Portrait, piece: str) -> Edit:
    """Make clay of an eye: tools can work on its ball from then on.

    Raises
    ------
    YewfinchError
        If it is locked or no eye.
    """
    held = portrait.pieces[piece]
    see_unlocked(portrait, held)
    standing(held)
    return Edit(phrase("Settle {0}", held.name), (PieceChange(held, replace(held, eye=None)),))


def seat(portrait: Portrait, eyes: list[str], clay: str, gap: float) -> Edit:
    """Press clay back from eyes by a gap, mm; what is masked stays.

    Raises
    ------
    YewfinchError
        If the clay may not be changed, or no eye is near to it.
    """
    held = usable(portrait, clay)
    surface = held.surface
    now = surface.positions.astype(np.float64)
    masked = surface.mask[:, 0] > 127
    met = 0
    for key in eyes:
        moved = Surface(now.astype(np.float32), surface.faces)
        try:
            rows, to = seated(moved, standing(portrait.pieces[key]), gap, masked if masked.any() else None)
        except YewfinchError:
            if len(eyes) == 1 or (key == eyes[-1] and not met):
                raise
            continue
        now[rows] = to
        met += 1
    after = now.astype(np.float32)
    changed = np.flatnonzero((after != surface.positions).any(axis=1)).astype(INDEX)
    change_ = RowsChange(clay, "positions", changed, surface.positions[changed].copy(), after[changed])
    return Edit("Seat the eyes" if len(eyes) > 1 else "Seat the eye", (change_,))


def rim_of(portrait: Portrait, eye: Eye) -> DoubleArray | None:
    """Where the outer rim of an eye's orbit is felt on the clay in sight, (3,) mm; None if nobody can tell."""
    clay = [p.surface for p in portrait.pieces.values() if p.visible and p.eye is None and not p.see_through]
    return outer_rim(clay, portrait.landmarks(), side_of(eye))


def at_depth(portrait: Portrait, eye: Eye, depth: float) -> Eye:
    """The eye moved forward or back until its cornea stands so far before the outer rim, mm.

    Raises
    ------
    YewfinchError
        If nobody can tell where that rim is.
    """
    rim = rim_of(portrait, eye)
    if rim is None:
        raise YewfinchError("Where the outer rim is cannot be told: put the landmark 'outer corner of the eye' first.")
    step = depth - depth_to_rim(eye, rim)
    x, y, z = eye.place
    return replace(eye, place=(x, y, z + step))


def apart(eyes: Mapping[str, Eye], distance: float) -> dict[str, Eye]:
    """Two eyes moved apart or together, each by half, until their pupils are so far apart, mm.

    Raises
    ------
    YewfinchError
        If they are not two, or the distance makes no sense.
    """
    if len(eyes) != 2:
        raise YewfinchError("Two eyes are needed to set how far their pupils are apart.")
    if not (np.isfinite(distance) and 20.0 <= distance <= 200.0):
        raise YewfinchError(phrase("Pupils {0:g} mm apart make no sense; 20 to 200 mm do.", distance))
    (one, a), (two, b) = eyes.items()
    p, q = np.array(a.place), np.array(b.place)
    way = p - q
    size = float(np.linalg.norm(way))
    way = way / size if size > 1e-6 else np.array([1.0, 0.0, 0.0])
    middle = (p + q) / 2.0
    out = {}
    for key, eye, sign in ((one, a, 0.5), (two, b, -0.5)):
        out[key] = replace(eye, place=_point(middle + sign * distance * way), middle=_point(middle))
    return out


def towards_pupils(portrait: Portrait, eyes: Mapping[str, Eye], pupils: Mapping[str, DoubleArray]) -> dict[str, Eye]:
    """Eyes moved so that their corneas' apexes lie at pupils measured, (3,) mm by side."""
    out = {k: e for k, e in eyes.items() if side_of(e) in pupils}
    for _ in range(_SETTLING):  # where an eye looks depends on where both stand
        for key, eye in out.items():
            front = axis(eye) * (eye.radius + eye.rise)
            out[key] = replace(eye, place=_point(np.asarray(pupils[side_of(eye)]) - front))
        middle = _point(np.mean([e.place for e in out.values()], axis=0)) if len(out) == 2 else None
        out = {k: e if middle is None else replace(e, middle=middle) for k, e in out.items()}
    return out


def _point(at: DoubleArray) -> Point:
    return float(at[0]), float(at[1]), float(at[2])
