"""Lids in a portrait: bodies of their own or the clay's skin; set, along with their eyes, begun, settled."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass, replace
from typing import NamedTuple

import numpy as np

from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece, free_id
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import eyes as eye_verbs
from yewfinch.core.document.verbs.both_sides import same_on_both
from yewfinch.core.document.verbs.carrying import at_rest
from yewfinch.core.features.eyes.eye import GLOBE, Eye
from yewfinch.core.features.eyes.eye_form import motion_of, surface_of
from yewfinch.core.features.lids.lid_form import COLUMNS, INNER_EDGE, lid_surface, row_of
from yewfinch.core.features.lids.lid_relief import read_from
from yewfinch.core.features.lids.lid_skin import Lines, Skin, lids_of, lines_from
from yewfinch.core.features.lids.lid_slit import has_slit
from yewfinch.core.features.lids.lids import Lids, checked, mirrored, moved, to_own, to_portrait
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, POSITION, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

_SIDES = {1: "Left", -1: "Right"}
#: Points of a margin's line on a body.
_SAMPLES = 23


@dataclass(frozen=True)
class Held:
    """The lids of an eye in a portrait.

    Attributes
    ----------
    lids : Lids
    piece : str
        Id of their body, or of the clay whose skin they are.
    own : bool
        They are a body of their own.
    """

    lids: Lids
    piece: str
    own: bool


class Skins:
    """Skin round lids as it was before they were first set, so that what is set there and back returns.

    It counts as long as nothing else changes that skin.
    """

    def __init__(self) -> None:
        self._held: dict[tuple[str, str], tuple[Skin, FloatArray]] = {}

    def of(self, portrait: Portrait, clay: str, eye: str, lids: Lids, standing: Eye) -> Skin:
        """The skin round the lids of an eye."""
        surface = portrait.surface(clay)
        found = self._held.get((clay, eye))
        if found is not None:
            skin, last = found
            if skin.rows.max(initial=0) < len(surface) and np.array_equal(surface.positions[skin.rows], last):
                return skin
        mask = surface.mask[:, 0]
        held = mask.astype(np.float64) / 255.0 if mask.any() else None
        skin = Skin(surface, lines_on(portrait, lids.side), lids, standing, held)
        self._held[clay, eye] = skin, surface.positions[skin.rows].copy()
        return skin

    def set(self, clay: str, eye: str, after: FloatArray) -> None:
        """Remember where that skin was put."""
        self._held[clay, eye] = self._held[clay, eye][0], after


def side_of(eye: Eye) -> int:
    """1 for the sitter's left eye, -1 for the right one."""
    return 1 if eye_verbs.side_of(eye) == "l" else -1


def lines_on(portrait: Portrait, side: int) -> Lines:
    """The margins of one side's lids on the clay.

    Raises
    ------
    YewfinchError
        If one is missing.
    """
    points = {}
    for key in ("lid_upper_l", "lid_lower_l", "lid_upper_r", "lid_lower_r"):
        anchors = portrait.lines.get(key, ())
        if len(anchors) > 3 and all(a.piece in portrait.pieces for a in anchors):
            at = np.array([a.on(portrait.surface(a.piece)) for a in anchors])
            points[key] = at, np.array([a.corners[int(np.argmax(a.weights))] for a in anchors], np.int64)
    return lines_from(points, side)


def held(portrait: Portrait, eye: str) -> Held | None:
    """The lids of an eye as they are now; None if it has none.

    Parameters
    ----------
    portrait : Portrait
    eye : str
        Id of its piece.
    """
    piece = portrait.pieces[eye]
    standing = eye_verbs.standing(piece)
    motion = None if piece.eye is None else motion_of(piece.eye, piece.surface.positions)
    own = next((p for p in portrait.pieces.values() if p.lids is not None and p.lids_of == eye), None)
    if own is not None and own.lids is not None:
        return Held(own.lids if motion is None else moved(own.lids, *motion[:2]), own.id, own=True)
    side = side_of(standing)
    clay = clay_of(portrait, side)
    if clay is None:
        return None
    known = clay.skin_lids.get(eye)
    if known is not None and motion is not None:
        known = moved(known, *motion[:2])
    try:
        lines = lines_on(portrait, side)
        if known is None and not has_slit(clay.surface, lines):
            return None  # clay that covers the eye, as a scan: lids there are bodies of their own
        found = lids_of(lines, standing, side, known)
        return Held(found if known is not None else read_from(clay.surface, found, standing), clay.id, own=False)
    except YewfinchError:
        return None


def clay_of(portrait: Portrait, side: int) -> Piece | None:
    """The clay that one side's lid lines lie on, locked or not; None if there is none."""
    tag = "l" if side > 0 else "r"
    on = {a.piece for key in (f"lid_upper_{tag}", f"lid_lower_{tag}") for a in portrait.lines.get(key, ())}
    found = [portrait.pieces[k] for k in on if k in portrait.pieces]
    return found[0] if len(found) == 1 and not replace(found[0], locked=False).fixed else None


class _Pressed(NamedTuple):
    """Skin that lies on an eye, by its id: its rows and where they go, by which lids, on which eye."""

    key: str
    rows: IndexArray
    after: FloatArray
    lids: Lids
    eye: Eye


def _as_one(surface: Surface, sides: list[_Pressed]) -> list[tuple[str, IndexArray, FloatArray]]:
    """Ids, rows and places of both eyes' skin; those of the right the very images of the left if both are alike."""
    if len(sides) != 2 or not _are_images(*sides):
        return [(s.key, s.rows, s.after) for s in sides]
    rows = np.concatenate([s.rows for s in sides])
    after = same_on_both(surface, rows, np.concatenate([s.after for s in sides]))
    first = len(sides[0].rows)
    return [(sides[0].key, sides[0].rows, after[:first]), (sides[1].key, sides[1].rows, after[first:])]


def _are_images(one: _Pressed, other: _Pressed) -> bool:
    """Whether two eyes and their lids are each other's image across x = 0, within a hundredth of a millimetre."""

    def numbers(value: object) -> list[float]:
        if isinstance(value, dict):
            value = list(value.values())
        if isinstance(value, list | tuple):
            return [n for v in value for n in numbers(v)]
        return [float(value)] if isinstance(value, int | float) else []

    a, b = (numbers(asdict(v)) for v in (mirrored(one.lids), other.lids))
    places = np.array(one.eye.place) * (-1.0, 1.0, 1.0), np.array(other.eye.place)
    alike = len(a) == len(b) and np.allclose(a, b, atol=0.01)
    return alike and np.allclose(*places, atol=0.01)


def change(
    portrait: Portrait,
    eyes: Mapping[str, Eye],
    lids: Mapping[str, Lids],
    name: str,
    skins: Skins | None = None,
) -> Edit:
    """Give eyes and lids other measures; lids lie on their eyes whatever these do.

    Parameters
    ----------
    portrait : Portrait
    eyes : mapping of id to Eye
    lids : mapping of an eye's id to Lids
        Those of other eyes stay as they are, and go along with these.
    name : str
        Of the undo step.
    skins : Skins, optional
        What skin was like before.

    Raises
    ------
    YewfinchError
        If something is locked or stands in a pose, or there can be no such eyes or lids.
    """
    changes = list(eye_verbs.change(portrait, eyes, name).changes)
    clays: dict[str, dict[str, Lids]] = {}
    pressed: dict[str, list[_Pressed]] = {}
    store = skins or Skins()
    for key in dict.fromkeys([*eyes, *lids]):
        found = held(portrait, key)
        if found is None:
            if key in lids:
                raise YewfinchError(
                    "This eye has no lids. Begin lids first, or draw the lines of the lids on the clay."
                )
            continue
        piece = portrait.pieces[found.piece]
        wanted, eye = checked(lids.get(key, found.lids)), eyes.get(key, eye_verbs.standing(portrait.pieces[key]))
        if wanted == found.lids and eye == eye_verbs.standing(portrait.pieces[key]):
            continue
        if piece.locked and key not in lids:
            continue
        see_unlocked(portrait, piece)
        at_rest(portrait, piece)
        if found.own:
            changes.append(PieceChange(piece, replace(piece, lids=wanted, surface=lid_surface(wanted, eye))))
            continue
        standing = eye_verbs.standing(portrait.pieces[key])
        skin = store.of(portrait, piece.id, key, found.lids, standing)
        rows = skin.rows.astype(INDEX)
        after = skin.to(wanted, eye).astype(POSITION)
        pressed.setdefault(piece.id, []).append(_Pressed(key, rows, after, wanted, eye))
        clays.setdefault(piece.id, {})[key] = wanted
    for clay, sides in pressed.items():
        surface = portrait.surface(clay)
        for key, rows, after in _as_one(surface, sides):
            store.set(clay, key, after)
            changes.append(RowsChange(clay, "positions", rows, surface.positions[rows].copy(), after))
    for clay, made in clays.items():
        piece = portrait.pieces[clay]
        changes.append(PieceChange(piece, replace(piece, skin_lids={**piece.skin_lids, **made})))
    return Edit(name, tuple(changes))


def begin(portrait: Portrait, eyes: list[str]) -> tuple[Edit, dict[str, str]]:
    """Lids as bodies of their own on eyes that have none.

    Their corners are the clay's landmarks where these lie beside the eye; the portrait's lines of the lids, and the
    landmarks of corners and margins, lie on them from then on.

    Returns
    -------
    Edit
    dict of eye to id of its lids

    Raises
    ------
    YewfinchError
        If an eye has lids already, or is locked.
    """
    taken, made = set(portrait.ids_taken()), {}
    changes: list[Change] = []
    anchors, lines = dict(portrait.anchors), dict(portrait.lines)
    for key in eyes:
        piece = portrait.pieces[key]
        eye, present = eye_verbs.standing(piece), held(portrait, key)
        if present is not None:
            name = portrait.pieces[present.piece].name
            raise YewfinchError(
                phrase("'{0}' has lids already: they are {1}'s. Set them in the panel Lids.", piece.name, name)
            )
        lids = plain_lids(portrait, eye)
        body = free_id(taken, "lids")
        taken.add(body)
        made[key] = body
        title = phrase("{0} lids", _SIDES[lids.side])
        changes.append(PieceChange(None, Piece(body, title, lid_surface(lids, eye), lids=lids, lids_of=key)))
        if eye.corner is None and not piece.locked:
            x, y, z = to_portrait(lids, eye, np.array([lids.inner]))[0].tolist()
            cornered = replace(eye, corner=(x, y, z))
            changes.append(PieceChange(piece, replace(piece, eye=cornered, surface=surface_of(cornered))))
        own_anchors, own_lines = marks_on(body, lids.side)
        anchors |= own_anchors
        lines |= own_lines
    changes.append(FieldChange("anchors", portrait.anchors, anchors))
    changes.append(FieldChange("lines", portrait.lines, lines))
    return Edit("New lids", tuple(changes)), made


def plain_lids(portrait: Portrait, eye: Eye) -> Lids:
    """Usual lids of the eye's size, with the clay's corners where these are landmarks that lie beside the eye."""
    side = side_of(eye)
    scale = eye.diameter / GLOBE
    lids = moved(Lids(side=side, turn=eye.lean), np.eye(3), scale)
    lids = replace(lids, thickness=2.0, crease=min(8.0 * scale, 12.0), bag=0.6, groove=0.3)
    tag = "l" if side > 0 else "r"
    found = {k: portrait.landmarks().get(f"{k}_{tag}") for k in ("en", "ex")}
    inner, outer = found["en"], found["ex"]
    if inner is None or outer is None:
        return lids
    one, two = to_own(lids, eye, np.array([inner, outer], np.float64))
    # corners that would lie in the eye, or far from where corners are, are none of this eye's
    near = [np.linalg.norm(a - b) < 0.6 * eye.radius for a, b in ((one, lids.inner), (two, lids.outer))]
    if not all(near):
        return lids
    return _with_corners(lids, one, two)


def _with_corners(lids: Lids, inner: DoubleArray, outer: DoubleArray) -> Lids:
    """The lids stretched to other corners, in the eye's own axes."""
    was = np.array([lids.inner, lids.outer])
    by = (outer - inner)[:2] / np.maximum((was[1] - was[0])[:2], [1e-6, 1e9])

    def to(knots: tuple[tuple[float, float], ...]) -> tuple[tuple[float, float], ...]:
        out = []
        for x, y in knots:
            share = (x - was[0, 0]) / (was[1, 0] - was[0, 0])
            over = y - (was[0, 1] + share * (was[1, 1] - was[0, 1]))
            out.append((float(inner[0] + by[0] * (x - was[0, 0])), float(inner[1] + share * (outer - inner)[1] + over)))
        return tuple(out)

    x, y, z = inner.tolist()
    a, b, c = outer.tolist()
    return replace(lids, inner=(x, y, z), outer=(a, b, c), upper=to(lids.upper), lower=to(lids.lower))


def marks_on(body: str, side: int) -> tuple[dict[str, Anchor], dict[str, tuple[Anchor, ...]]]:
    """Landmarks and lines that lids' body has at its margins' inner edges."""
    tag = "l" if side > 0 else "r"

    def at(column: int) -> Anchor:
        row = row_of(INNER_EDGE, column, side)
        return Anchor(body, (row, row, row), (1.0, 0.0, 0.0))

    anchors = {
        f"en_{tag}": at(0),
        f"ex_{tag}": at(COLUMNS),
        f"ps_{tag}": at(COLUMNS // 2 - 1),
        f"pi_{tag}": at(-(COLUMNS // 2) - 1),
    }
    columns = [round(k) for k in np.linspace(0, COLUMNS, _SAMPLES)]
    lines = {
        f"lid_upper_{tag}": tuple(at(k) for k in columns),
        f"lid_lower_{tag}": tuple(at(-k) for k in columns),
    }
    return anchors, {k: v for k, v in lines.items() if k in CURVES}


def settle(portrait: Portrait, body: str) -> Edit:
    """Make clay of lids: tools can work on them, and they follow their eye no more.

    Raises
    ------
    YewfinchError
        If they are locked or no lids.
    """
    piece = portrait.pieces[body]
    see_unlocked(portrait, piece)
    if piece.lids is None:
        raise YewfinchError(phrase("'{0}' are no lids with a body of their own.", piece.name))
    return Edit(phrase("Settle {0}", piece.name), (PieceChange(piece, replace(piece, lids=None, lids_of="")),))


def alike(portrait: Portrait, eye: str, lids: Lids) -> dict[str, Lids]:
    """The same lids for the other eye of a pair, if it has some."""
    other = eye_verbs.partner(portrait, eye)
    return {} if other is None or held(portrait, other.id) is None else {other.id: mirrored(lids)}
