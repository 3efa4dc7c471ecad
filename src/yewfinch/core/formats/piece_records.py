"""Pieces in a portrait's manifest; their arrays are written by the container."""

from __future__ import annotations

from typing import Any

import msgspec

from yewfinch.core.document.piece import Piece
from yewfinch.core.formats.armature_records import ArmatureRecord, armature_manifest
from yewfinch.core.formats.solid_records import SolidRecord, solid_manifest


class PieceRecord(msgspec.Struct):
    """A piece as it is written."""

    id: str
    name: str
    visible: bool = True
    locked: bool = False
    regions: tuple[str, ...] = ()
    armature: ArmatureRecord | None = None
    see_through: bool = False
    solid: SolidRecord | None = None
    hide_masked: bool = False


def piece_manifest(piece: Piece) -> dict[str, Any]:
    """A piece as plain values."""
    return {
        "id": piece.id, "name": piece.name, "visible": piece.visible, "locked": piece.locked,
        "vertices": len(piece.surface), "faces": len(piece.surface.faces), "regions": list(piece.regions),
        "armature": armature_manifest(piece.armature), "see_through": piece.see_through, "solid": solid_manifest(piece.solid),
        "hide_masked": piece.hide_masked,
    }  # fmt: skip
