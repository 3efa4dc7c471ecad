"""Form layers of pieces as they are written."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Any

import msgspec
import numpy as np

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.form_layers import MOST
from yewfinch.core.document.verbs.states import MOST as MOST_STATES
from yewfinch.core.mesh.surface.sparse_rows import SparseRows
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.form_layers import STRONGEST, WEAKEST, FormLayer, FormState, Stack, Unmet
from yewfinch.core.shared.arrays import LEAF_ROWS
from yewfinch.core.shared.bounds import Count, Id, Name, Real
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase

#: The leaves that a sheet is kept at, and the values there: of the base, of a layer's steps, of its mask.
STATE = "pieces/{}/{}.npy"
LEAVES, VALUES = "pieces/{}/layers-{}-{}-leaves.npy", "pieces/{}/layers-{}-{}.npy"

#: Steps that a layer keeps apart for some strengths.
_APART = ("below", "above")

#: Reads a member of a width and type, of any length; None if there is none.
Read = Callable[[str, int, str], np.ndarray | None]


class LayerRecord(msgspec.Struct):
    """One layer as it is written."""

    id: Id
    name: Name
    strength: Real = 1.0
    visible: bool = True
    masked: bool = False
    below: bool = False
    above: bool = False
    unmet: tuple[Unmet, ...] = ()


class StackRecord(msgspec.Struct):
    """The layers of one level as they are written."""

    level: Count
    layers: tuple[LayerRecord, ...]


class StateRecord(msgspec.Struct):
    """One stored state as it is written."""

    id: Id
    name: Name
    level: Count = 0


def _known(piece: Piece) -> list[np.ndarray]:
    """The faces that the piece has now, or on another level."""
    known = [piece.surface.faces]
    if piece.levels is not None:
        known += [v.skeleton.faces for v in piece.levels.levels if v.skeleton is not None]
    return known


def _states(portrait: Portrait, piece: Piece) -> list[FormState]:
    return [s for s in portrait.states.get(piece.id, ()) if any(s.faces is f for f in _known(piece))]


def _stacks(portrait: Portrait, piece: Piece) -> list[Stack]:
    """The stacks that belong to the piece as it is, or to one of its levels."""
    known = _known(piece)
    return [s for s in portrait.layers.get(piece.id, ()) if any(s.faces is f for f in known)]


def layer_manifest(portrait: Portrait, piece: Piece) -> list[dict[str, Any]]:
    """The layers of a piece as plain values."""
    return [
        {
            "level": s.level,
            "layers": [
                {"id": v.id, "name": v.name, "strength": v.strength, "visible": v.visible, "masked": v.mask is not None}
                | {k: True for k in _APART if k in v.sheets()}
                | ({"unmet": msgspec.to_builtins(v.unmet)} if v.unmet else {})
                for v in s.layers
            ],
        }
        for s in _stacks(portrait, piece)
    ]


def state_manifest(portrait: Portrait, piece: Piece) -> list[dict[str, Any]]:
    """The stored states of a piece as plain values."""
    return [{"id": s.id, "name": s.name, "level": s.level} for s in _states(portrait, piece)]


def layer_arrays(portrait: Portrait, piece: Piece) -> dict[str, np.ndarray]:
    """Members and arrays of a piece's layers and stored states."""
    out = {STATE.format(piece.id, s.id): np.ascontiguousarray(s.positions, "<f4") for s in _states(portrait, piece)}
    for stack in _stacks(portrait, piece):
        sheets = (
            {"base": stack.base}
            | {v.id: v.steps for v in stack.layers}
            | {f"{v.id}-{k}": sheet for v in stack.layers for k, sheet in v.sheets().items() if k != "steps"}
        )
        for key, sheet in sheets.items():
            leaves, values = sheet.table()
            out[LEAVES.format(piece.id, stack.level, key)] = np.ascontiguousarray(leaves[:, None], "<i4")
            out[VALUES.format(piece.id, stack.level, key)] = np.ascontiguousarray(
                values, "u1" if sheet.dtype == "uint8" else "<f4"
            )
    return out


def _at_level(piece: Piece, number: int) -> tuple[Piece, Surface | None]:
    """The surface of a level, for its faces, and the piece with it; None if there is no such level."""
    if number == (0 if piece.levels is None else piece.levels.current):
        return piece, piece.surface
    if piece.levels is None or not 0 <= number < len(piece.levels.levels):
        return piece, None
    level = piece.levels.levels[number]
    if level.skeleton is not None:
        return piece, level.skeleton
    surface = Surface(level.kept.positions, level.net.faces)
    levels = list(piece.levels.levels)
    levels[number] = replace(level, skeleton=surface)
    return replace(piece, levels=replace(piece.levels, levels=tuple(levels))), surface


def states_of(
    records: tuple[StateRecord, ...], piece: Piece, read: Read, name: str
) -> tuple[Piece, tuple[FormState, ...]]:
    """The stored states of a piece, as `layers_of`.

    Raises
    ------
    BadFileError
        If one does not fit its level.
    """
    out = []
    for record in records[:MOST_STATES]:
        piece, surface = _at_level(piece, record.level)
        at = (
            None
            if "/" in record.id or not record.id.startswith("state")
            else read(STATE.format(piece.id, record.id), 3, "<f4")
        )
        if surface is None or at is None or len(at) != len(surface):
            raise BadFileError(
                phrase("{0} is damaged: the state '{1}' of '{2}' does not fit it.", name, record.name, piece.name)
            )
        out.append(FormState(record.id, record.name, surface.faces, record.level, at))
    return piece, tuple(out)


def layers_of(records: tuple[StackRecord, ...], piece: Piece, read: Read, name: str) -> tuple[Piece, tuple[Stack, ...]]:
    """The layers of a piece, and the piece with a skeleton at each level that has any.

    Parameters
    ----------
    records : tuple of StackRecord
    piece : Piece
    read : callable (member, width, dtype)
        An array of any length, or None if there is none.
    name : str
        Of the file.

    Raises
    ------
    BadFileError
        If they do not fit together.
    """
    out = []
    for record in records:
        bad = BadFileError(phrase("{0} is damaged: the layers of '{1}' do not fit together.", name, piece.name))
        if (
            len({v.id for v in record.layers}) != len(record.layers)
            or not 0 < len(record.layers) <= MOST
            or any("/" in v.id or v.id == "base" for v in record.layers)
        ):
            raise bad
        piece, surface = _at_level(piece, record.level)
        if surface is None:
            raise bad
        most = (len(surface) + LEAF_ROWS - 1) // LEAF_ROWS

        def sheet(
            key: str,
            width: int,
            dtype: str,
            number: int = record.level,
            most: int = most,
            bad: BadFileError = bad,
            held: str = piece.id,
        ) -> SparseRows:
            leaves, values = (
                read(LEAVES.format(held, number, key), 1, "<i4"),
                read(VALUES.format(held, number, key), width, dtype),
            )
            if leaves is None or values is None or len(values) != LEAF_ROWS * len(leaves):
                raise bad
            if len(leaves) and (leaves.min() < 0 or leaves.max() >= most or len(np.unique(leaves)) != len(leaves)):
                raise bad
            return SparseRows.of_table(leaves[:, 0], values)

        layers = []
        for v in record.layers:
            if not WEAKEST <= v.strength <= STRONGEST:
                raise bad
            mask = sheet(f"{v.id}-mask", 1, "u1") if v.masked else None
            apart = {k: sheet(f"{v.id}-{k}", 3, "<f4") for k in _APART if getattr(v, k)}
            steps = sheet(v.id, 3, "<f4")
            if not all(set(one.leaves) <= set(steps.leaves) for one in apart.values()):
                raise bad
            layers.append(FormLayer(v.id, v.name, steps, v.strength, v.visible, mask, **apart, unmet=v.unmet))
        out.append(Stack(surface.faces, record.level, sheet("base", 3, "<f4"), tuple(layers)))
    return piece, tuple(out)
