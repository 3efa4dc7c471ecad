"""Whole pieces moved, turned and scaled; masked clay stays, half masked clay goes half the way."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import eyes, lids
from yewfinch.core.document.verbs.carrying import at_rest
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.eyes.eye import moved as moved_eye
from yewfinch.core.features.lids.lid_skin import Skin
from yewfinch.core.features.lids.lids import Lids
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.reshape.solid import FARTHEST, KINDS, Solid
from yewfinch.core.reshape.solid_form import surface_of
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Factors of scaling on offer.
SMALLEST, LARGEST = 0.01, 100.0


#: Three numbers, one for each axis.
Triple = Sequence[float] | DoubleArray


@dataclass(frozen=True, eq=False)
class Motion:
    """A motion of pieces.

    Attributes
    ----------
    linear : (3, 3) float64
        Turning and scaling.
    shift : (3,) float64, mm
    """

    linear: DoubleArray
    shift: DoubleArray

    @classmethod
    def about(
        cls,
        pivot: Triple,
        move: Triple = (0.0, 0.0, 0.0),
        turn: Triple = (0.0, 0.0, 0.0),
        scale: Triple = (1.0, 1.0, 1.0),
    ) -> Motion:
        """Scaled along the axes of the world, then turned about them (x first), both about a pivot, then moved.

        Parameters
        ----------
        pivot, move : three floats, mm
        turn : three floats, degrees
        scale : three floats
            Factors.

        Raises
        ------
        YewfinchError
            If a number makes no sense.
        """
        from scipy.spatial.transform import Rotation

        numbers = np.concatenate([pivot, move, turn, scale]).astype(np.float64)
        if not np.isfinite(numbers).all() or np.abs(np.concatenate([pivot, move])).max() > FARTHEST:
            raise YewfinchError(phrase("That leads nowhere: pieces stay within {0:g} m.", FARTHEST / 1000))
        if min(scale) < SMALLEST or max(scale) > LARGEST:
            raise YewfinchError(phrase("Pieces are scaled by {0:g} to {1:g} times at once.", SMALLEST, LARGEST))
        linear = Rotation.from_euler("xyz", turn, degrees=True).as_matrix() @ np.diag(np.asarray(scale, np.float64))
        p = np.asarray(pivot, np.float64)
        return cls(linear, np.asarray(move, np.float64) + p - linear @ p)

    def of(self, points: FloatArray | DoubleArray) -> DoubleArray:
        """Where points (n, 3) mm come to lie."""
        return np.asarray(points.astype(np.float64) @ self.linear.T + self.shift)

    @property
    def factor(self) -> float | None:
        """The factor of scale; None if not alike in all directions, or if it mirrors."""
        square = self.linear.T @ self.linear
        size = float(np.trace(square)) / 3
        alike = np.abs(square - size * np.eye(3)).max() < 1e-9 * max(size, 1e-9)
        return float(np.sqrt(size)) if alike and np.linalg.det(self.linear) > 0 else None


@dataclass(frozen=True, eq=False)
class LidsAlong:
    """Lids of an eye that are skin of clay which is not moved itself.

    Attributes
    ----------
    clay : str
    eye : Eye
        As it stood.
    lids : Lids
    skin : Skin
    """

    clay: str
    eye: Eye
    lids: Lids
    skin: Skin


class Start(dict[str, tuple[Piece, FloatArray]]):
    """Pieces as they were before a motion that is still being set: the record, and the positions of clay.

    Attributes
    ----------
    lids : list of LidsAlong
        Skin that goes along with eyes among them.
    """

    lids: list[LidsAlong]


def start_of(portrait: Portrait, pieces: Sequence[str]) -> Start:
    """Pieces as they stand now, with the lids of eyes and the teeth of clay among them."""
    out = Start()
    for key in _with_bodies(portrait, pieces):
        out[key] = portrait.pieces[key], portrait.surface(key).positions.copy()
    out.lids = _skin_along(portrait, list(out))
    return out


def _skin_along(portrait: Portrait, pieces: Sequence[str]) -> list[LidsAlong]:
    """Lids of eyes among pieces that are skin of unlocked clay which is not among them."""
    out = []
    for key in pieces:
        if portrait.pieces[key].eye is None:
            continue
        found = lids.held(portrait, key)
        if found is None or found.own or found.piece in pieces or portrait.pieces[found.piece].locked:
            continue
        standing = eyes.standing(portrait.pieces[key])
        skin = lids.Skins().of(portrait, found.piece, key, found.lids, standing)
        out.append(LidsAlong(found.piece, standing, found.lids, skin))
    return out


def _with_bodies(portrait: Portrait, pieces: Sequence[str]) -> list[str]:
    """Pieces, lids with bodies of their own that lie on eyes among them, and teeth in mouths of clay among them."""
    free = [p for p in portrait.pieces.values() if not p.locked]
    bodies = [p.id for p in free if p.lids is not None and p.lids_of in pieces]
    teeth = [p.id for p in free if p.teeth is not None and p.teeth.clay in pieces]
    return list(dict.fromkeys([*pieces, *bodies, *teeth]))


def moved(portrait: Portrait, pieces: Sequence[str], motion: Motion, name: str, start: Start | None = None) -> Edit:
    """Move pieces.

    Parameters
    ----------
    portrait : Portrait
    pieces : sequence of ids
        What follows one of them goes along by itself.
    motion : Motion
    name : str
        Of the undo step.
    start : optional
        From where to count, for a motion that is still being set.

    Returns
    -------
    Edit
        One that can be amended by another motion of the same pieces.

    Raises
    ------
    YewfinchError
        If a piece is locked, follows another, stands in a pose, or cannot be scaled so.
    """
    pieces = _with_bodies(portrait, pieces)
    begun = start or start_of(portrait, pieces)
    changes: list[Change] = []
    for key in pieces:
        held = portrait.pieces[key]
        if held.follows is not None:
            if held.follows.source in pieces:
                continue
            raise YewfinchError(
                phrase("'{0}' follows another piece. Move that one, or settle this one first.", held.name)
            )
        see_unlocked(portrait, held)
        was, at = begun[key]
        if held.solid is not None:
            assert was.solid is not None
            solid = moved_solid(was.solid, motion, held.name)
            changes.append(PieceChange(held, replace(held, surface=surface_of(solid), solid=solid)))
        elif held.armature is not None:
            raise YewfinchError(phrase("'{0}' is an armature: its balls are moved in its own mode (N).", held.name))
        else:
            at_rest(portrait, held)
            if held.eye is not None and motion.factor is None:
                raise YewfinchError(
                    phrase("'{0}' is an eye and stays round: scale it along all three axes alike.", held.name)
                )
            changes.append(_clay(held, at, motion))
    if not changes:
        raise YewfinchError("Choose a piece first.")
    return Edit(name, (*changes, *(_lids(portrait, along, motion) for along in begun.lids)))


def _lids(portrait: Portrait, along: LidsAlong, motion: Motion) -> RowsChange:
    """Skin laid on an eye that was moved, as its lids lay on it."""
    held, factor = portrait.pieces[along.clay], motion.factor
    at_rest(portrait, held)
    assert factor is not None  # an eye stays round
    eye = moved_eye(along.eye, motion.linear / factor, factor, motion.shift)
    rows = along.skin.rows.astype(INDEX)
    goes = along.skin.to(along.lids, eye).astype(np.float32)
    return RowsChange(held.id, "positions", rows, held.surface.positions[rows].copy(), goes)


def _clay(held: Piece, at: FloatArray, motion: Motion) -> RowsChange:
    surface = held.surface
    goes = motion.of(at)
    if np.abs(goes).max(initial=0.0) > 10 * FARTHEST:
        raise YewfinchError(phrase("That leads nowhere: pieces stay within {0:g} m.", FARTHEST / 1000))
    if surface.mask.any():
        free = 1.0 - surface.mask.astype(np.float64) / 255.0
        goes = at + (goes - at) * free
    rows = np.arange(len(surface), dtype=INDEX)  # all of them, so that the step can be amended
    return RowsChange(held.id, "positions", rows, surface.positions.copy(), goes.astype(np.float32))


def moved_solid(solid: Solid, motion: Motion, name: str = "The solid") -> Solid:
    """A solid moved; it stays a solid.

    Raises
    ------
    YewfinchError
        If it would be scaled differently along its sides, or beyond its measures.
    """
    from scipy.spatial.transform import Rotation

    factor = motion.factor
    if factor is None:
        raise YewfinchError(
            phrase("'{0}' is a solid: change its measures, or settle it before scaling it along one axis.", name)
        )
    turn = Rotation.from_matrix(motion.linear / factor @ solid.way[:3, :3]).as_euler("xyz", degrees=True)
    place = motion.of(np.array([solid.place]))[0]
    out = replace(solid, place=_three(place), turn=_three(turn))
    if abs(factor - 1.0) > 1e-9:
        for measure in KINDS[solid.kind].measures:
            if measure.key == "scale":
                continue
            value = solid.value(measure.key) * factor
            if not measure.low <= value <= measure.high:
                raise YewfinchError(
                    phrase("'{0}' cannot be scaled so: {1} would be {2:.1f} mm.", name, measure.title.lower(), value)
                )
            out = out.with_value(measure.key, value)
        lathe = solid.kind == "lathe"
        line = tuple(
            (p[0] * factor, p[1] * factor, p[2] * factor, p[3] if lathe else p[3] * factor) for p in solid.line
        )
        out = replace(out, line=line, edge=float(np.clip(solid.edge * factor, 0.2, 100.0)))
    return out


def _three(values: DoubleArray) -> tuple[float, float, float]:
    return round(float(values[0]), 4), round(float(values[1]), 4), round(float(values[2]), 4)
