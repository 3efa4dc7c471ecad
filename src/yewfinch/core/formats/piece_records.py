"""Pieces in a portrait's manifest; their arrays are written by the container."""

from __future__ import annotations

from typing import Any, Literal

import msgspec
import numpy as np

from yewfinch.core.document.model.follow import Follow
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.formats.armature_records import ArmatureRecord, armature_manifest
from yewfinch.core.formats.eye_records import EyeRecord, eye_manifest
from yewfinch.core.formats.layer_records import StackRecord, StateRecord
from yewfinch.core.formats.level_records import level_manifest
from yewfinch.core.formats.lid_records import LidsRecord, lids_manifest, skin_lids_manifest
from yewfinch.core.formats.paint_records import PaintingRecord, paint_manifest
from yewfinch.core.formats.solid_records import SolidRecord, solid_manifest
from yewfinch.core.formats.teeth_records import TeethRecord, teeth_manifest
from yewfinch.core.shared.bounds import Count, Id, Mm, Name
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase


class FollowRecord(msgspec.Struct):
    """What a piece follows, as it is written."""

    source: Id
    matrix: tuple[Mm, Mm, Mm, Mm, Mm, Mm, Mm, Mm, Mm, Mm, Mm, Mm]
    kind: Literal["twin", "ring"] = "twin"


def follow_of(record: FollowRecord | None, name: str) -> Follow | None:
    """What a piece follows.

    Raises
    ------
    BadFileError
        If the motion is no motion.
    """
    if record is None:
        return None
    turn = np.array(record.matrix).reshape(3, 4)[:, :3]
    if not np.isfinite(record.matrix).all() or np.abs(turn @ turn.T - np.eye(3)).max() > 1e-3:
        raise BadFileError(phrase("{0} is damaged: a piece follows another in a way that makes no sense.", name))
    return Follow(record.source, tuple(record.matrix), record.kind)


class LevelsRecord(msgspec.Struct):
    """Detail levels as they are written."""

    current: Count
    vertices: tuple[Count, ...]
    regions: tuple[tuple[Name, ...], ...]


class PieceRecord(msgspec.Struct):
    """A piece as it is written."""

    id: Id
    name: Name
    visible: bool = True
    locked: bool = False
    regions: tuple[Name, ...] = ()
    armature: ArmatureRecord | None = None
    see_through: bool = False
    solid: SolidRecord | None = None
    hide_masked: bool = False
    group: Name = ""
    follows: FollowRecord | None = None
    levels: LevelsRecord | None = None
    layers: tuple[StackRecord, ...] = ()
    states: tuple[StateRecord, ...] = ()
    eye: EyeRecord | None = None
    lids: LidsRecord | None = None
    lids_of: Name = ""
    skin_lids: dict[Id, LidsRecord] = msgspec.field(default_factory=dict)
    teeth: TeethRecord | None = None
    paint: PaintingRecord | None = None


def piece_manifest(piece: Piece) -> dict[str, Any]:
    """A piece as plain values."""
    return {
        "id": piece.id,
        "name": piece.name,
        "visible": piece.visible,
        "locked": piece.locked,
        "vertices": len(piece.surface),
        "faces": len(piece.surface.faces),
        "regions": list(piece.regions),
        "armature": armature_manifest(piece.armature),
        "see_through": piece.see_through,
        "solid": solid_manifest(piece.solid),
        "eye": eye_manifest(piece.eye),
        "lids": lids_manifest(piece.lids),
        "lids_of": piece.lids_of,
        "skin_lids": skin_lids_manifest(piece.skin_lids),
        "teeth": teeth_manifest(piece.teeth),
        "hide_masked": piece.hide_masked,
        "group": piece.group,
        "levels": level_manifest(piece),
        "paint": paint_manifest(piece),
        "follows": None
        if piece.follows is None
        else {"source": piece.follows.source, "matrix": list(piece.follows.matrix), "kind": piece.follows.kind},
    }
