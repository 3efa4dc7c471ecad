"""Lids in a portrait's manifest."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict
from typing import Annotated, Any, Literal

import msgspec
from msgspec import Meta

from yewfinch.core.features.lids.lid_margins import POINTS
from yewfinch.core.features.lids.lids import KNOTS, Lids, checked
from yewfinch.core.shared.bounds import Degrees, Mm
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase

_Place = tuple[Mm, Mm, Mm]
_Knots = Annotated[tuple[tuple[Mm, Mm], ...], Meta(min_length=KNOTS, max_length=KNOTS)]
_Own = Annotated[tuple[tuple[Mm, Mm], ...], Meta(max_length=POINTS)]
_Small = Annotated[float, Meta(ge=-100.0, le=100.0)]


class LidsRecord(msgspec.Struct):
    """Lids as they are written."""

    side: Literal[1, -1]
    inner: _Place
    outer: _Place
    upper: _Knots
    lower: _Knots
    thickness: _Small = 2.0
    crease: _Small = 8.0
    crease_depth: _Small = 0.6
    fold: _Small = 0.0
    corner_fold: _Small = 0.0
    bag: _Small = 0.6
    groove: _Small = 0.3
    gap: _Small = 0.088
    close: _Small = 0.0
    follow: _Small = 1.0
    upper_own: _Own = ()
    lower_own: _Own = ()
    turn: tuple[Degrees, Degrees, Degrees] = (0.0, 0.0, 0.0)


def lids_manifest(lids: Lids | None) -> dict[str, Any] | None:
    """Lids as plain values."""
    return None if lids is None else asdict(lids)


def skin_lids_manifest(lids: Mapping[str, Lids]) -> dict[str, Any]:
    """Lids of skin as plain values, by the id of their eye."""
    return {key: asdict(one) for key, one in lids.items()}


def lids_of(record: LidsRecord | None, name: str) -> Lids | None:
    """The lids of a record.

    Raises
    ------
    BadFileError
        If a value makes no sense; `name` is the file's.
    """
    if record is None:
        return None
    try:
        return checked(Lids(**msgspec.structs.asdict(record)))
    except YewfinchError as error:
        raise BadFileError(phrase("{0} is damaged: {1}", name, error)) from error


def skin_lids_of(records: Mapping[str, LidsRecord], name: str) -> dict[str, Lids]:
    """Lids of skin by the id of their eye; raises as `lids_of`."""
    return {key: made for key, record in records.items() if (made := lids_of(record, name)) is not None}
