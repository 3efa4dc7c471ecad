"""Solids in a portrait's manifest."""

from __future__ import annotations

from typing import Any

import msgspec

from yewfinch.core.reshape.solid import Solid, checked
from yewfinch.core.shared.bounds import Degrees, Mm, Positive, Real
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase


class SolidRecord(msgspec.Struct):
    """A solid as it is written."""

    kind: str
    values: dict[str, Real] = {}
    place: tuple[Mm, Mm, Mm] = (0.0, 0.0, 0.0)
    turn: tuple[Degrees, Degrees, Degrees] = (0.0, 0.0, 0.0)
    edge: Positive = 4.0
    line: tuple[tuple[Mm, Mm, Mm, Real], ...] = ()


def solid_manifest(solid: Solid | None) -> dict[str, Any] | None:
    """A solid as plain values."""
    if solid is None:
        return None
    return {
        "kind": solid.kind,
        "values": dict(solid.values),
        "place": solid.place,
        "turn": solid.turn,
        "edge": solid.edge,
        "line": solid.line,
    }


def solid_of(record: SolidRecord | None, name: str) -> Solid | None:
    """The solid of a record.

    Raises
    ------
    BadFileError
        If a value makes no sense; `name` is the file's.
    """
    if record is None:
        return None
    try:
        return checked(Solid(record.kind, record.values, record.place, record.turn, record.edge, record.line))
    except YewfinchError as error:
        raise BadFileError(phrase("{0} is damaged: {1}", name, error)) from error
