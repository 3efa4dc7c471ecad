"""Armatures in a portrait's manifest."""

from __future__ import annotations

from typing import Annotated, Any

import msgspec

from yewfinch.core.reshape.armature import Armature, linked
from yewfinch.core.shared.bounds import Mm, Positive
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Number of a ball, or -1 for none.
Parent = Annotated[int, msgspec.Meta(ge=-1, le=100_000)]


class ArmatureRecord(msgspec.Struct):
    """An armature as it is written."""

    balls: tuple[tuple[Mm, Mm, Mm, Positive, Parent], ...]
    mirrored: bool = True
    fillet: Positive = 10.0


def armature_manifest(armature: Armature | None) -> dict[str, Any] | None:
    """An armature as plain values."""
    if armature is None:
        return None
    balls = [[*b.place, b.radius, b.parent] for b in armature.balls]
    return {"balls": balls, "mirrored": armature.mirrored, "fillet": armature.fillet}


def armature_of(record: ArmatureRecord | None, name: str) -> Armature | None:
    """The armature of a record.

    Raises
    ------
    BadFileError
        If a value makes no sense; `name` is the file's.
    """
    if record is None:
        return None
    try:
        return linked(record.balls, mirrored=record.mirrored, fillet=record.fillet)
    except YewfinchError as error:
        raise BadFileError(phrase("{0} is damaged: {1}", name, error)) from error
