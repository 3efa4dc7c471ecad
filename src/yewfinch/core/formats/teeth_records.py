"""Teeth in a portrait's manifest."""

from __future__ import annotations

from dataclasses import asdict
from typing import Annotated, Any

import msgspec
from msgspec import Meta

from yewfinch.core.features.teeth.teeth import Teeth, checked
from yewfinch.core.shared.bounds import Count, Degrees, Mm, Name
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase

_Place = tuple[Mm, Mm, Mm]
_Small = Annotated[float, Meta(ge=-100.0, le=100.0)]
_Byte = Annotated[int, Meta(ge=0, le=255)]


class TeethRecord(msgspec.Struct):
    """Teeth as they are written."""

    place: _Place
    hinge: _Place
    clay: Name = ""
    turn: tuple[Degrees, Degrees, Degrees] = (0.0, 0.0, 0.0)
    size: _Small = 1.0
    arch: _Small = 35.0
    overbite: _Small = 2.5
    overjet: _Small = 2.5
    crooked: _Small = 0.25
    seed: Count = 1
    tongue: _Small = 0.0
    jaw: _Small = 0.0
    enamel: tuple[_Byte, _Byte, _Byte] = (226, 216, 196)


def teeth_manifest(teeth: Teeth | None) -> dict[str, Any] | None:
    """Teeth as plain values."""
    return None if teeth is None else asdict(teeth)


def teeth_of(record: TeethRecord | None, name: str) -> Teeth | None:
    """The teeth of a record.

    Raises
    ------
    BadFileError
        If a value makes no sense; `name` is the file's.
    """
    if record is None:
        return None
    try:
        return checked(Teeth(**msgspec.structs.asdict(record)))
    except YewfinchError as error:
        raise BadFileError(phrase("{0} is damaged: {1}", name, error)) from error
