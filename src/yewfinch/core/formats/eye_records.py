"""Eyes in a portrait's manifest."""

from __future__ import annotations

from dataclasses import asdict
from typing import Annotated, Any

import msgspec
from msgspec import Meta

from yewfinch.core.features.eyes.eye import Eye, Iris, checked
from yewfinch.core.shared.bounds import Count, Degrees, Mm, Positive, Share
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase

_Level = Annotated[int, Meta(ge=0, le=255)]
_Rgb = tuple[_Level, _Level, _Level]
_Place = tuple[Mm, Mm, Mm]


class IrisRecord(msgspec.Struct):
    """An iris as it is written."""

    seed: Count = 1
    outer: _Rgb = Iris().outer
    inner: _Rgb = Iris().inner
    edge: Share = 0.7
    fibres: Share = 0.6
    crypts: Share = 0.4
    rings: Share = 0.35
    spots: Share = 0.15


class EyeRecord(msgspec.Struct):
    """An eye as it is written."""

    place: _Place
    middle: _Place
    diameter: Positive
    iris: Positive
    pupil: Positive
    cornea: Positive
    depth: Positive
    target: _Place
    converging: Share = 0.0
    turn: tuple[Degrees, Degrees] = (0.0, 0.0)
    pattern: IrisRecord = msgspec.field(default_factory=IrisRecord)
    veins: Share = 0.25
    yellow: Share = 0.2
    wet: Share = 0.8
    corner: _Place | None = None
    caruncle: Share = 0.8
    lean: tuple[Degrees, Degrees, Degrees] = (0.0, 0.0, 0.0)


def eye_manifest(eye: Eye | None) -> dict[str, Any] | None:
    """An eye as plain values."""
    return None if eye is None else asdict(eye)


def eye_of(record: EyeRecord | None, name: str) -> Eye | None:
    """The eye of a record.

    Raises
    ------
    BadFileError
        If a value makes no sense; `name` is the file's.
    """
    if record is None:
        return None
    values = msgspec.structs.asdict(record)
    values["pattern"] = Iris(**msgspec.structs.asdict(record.pattern))
    try:
        return checked(Eye(**values))
    except YewfinchError as error:
        raise BadFileError(phrase("{0} is damaged: {1}", name, error)) from error
