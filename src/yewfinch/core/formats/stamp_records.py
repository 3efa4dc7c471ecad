"""Stamps and the stencil of a portrait as they are written."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Annotated, Any

import msgspec
import numpy as np

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.sculpt.stamps import LARGEST, MOST, NARROWEST, WIDEST, Stamp, stamp_from_picture, stamp_of
from yewfinch.core.sculpt.stencil import HANDLES, Stencil
from yewfinch.core.shared.bounds import Count, Degrees, Id, Name, Positive, Share
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase

MEMBER = "stamps/{}.png"


#: A place in heights of a view, or in widths and heights of a stencil, which may lie well outside.
Heights = Annotated[float, msgspec.Meta(ge=-100.0, le=100.0)]


class StampRecord(msgspec.Struct):
    """One stamp as it is written; its picture is a member of its own."""

    id: Id
    title: Name
    width_mm: Positive


class StencilRecord(msgspec.Struct):
    """The stencil as it is written: a stamp by its id, and how it lies over the view."""

    stamp: Id
    at: tuple[Heights, Heights]
    width: Positive
    angle: Degrees
    tiles: Count
    invert: bool
    opacity: Share
    steepest: Degrees
    warp: list[tuple[Heights, Heights]]


def stencil_manifest(portrait: Portrait) -> dict[str, Any] | None:
    """The stencil as plain values; none if its stamp is gone."""
    s = portrait.stencil
    if s is None or stamp_of(portrait.stamps, s.stamp.id) is None:
        return None
    return {
        "stamp": s.stamp.id,
        "at": list(s.at),
        "width": s.width,
        "angle": s.angle,
        "tiles": s.tiles,
        "invert": s.invert,
        "opacity": s.opacity,
        "steepest": s.steepest,
        "warp": [list(p) for p in s.warp],
    }


def stencil_of(record: StencilRecord | None, stamps: tuple[Stamp, ...], name: str) -> Stencil | None:
    """The stencil of a file.

    Raises
    ------
    BadFileError
        If it makes no sense.
    """
    if record is None:
        return None
    stamp = stamp_of(stamps, record.stamp)
    if stamp is None or len(record.warp) != HANDLES**2:
        raise BadFileError(phrase("{0} is damaged: its stencil has no stamp, or another grid.", name))
    try:
        return Stencil(stamp).changed(
            at=record.at,
            width=record.width,
            angle=record.angle,
            tiles=record.tiles,
            invert=record.invert,
            opacity=record.opacity,
            steepest=record.steepest,
            warp=tuple(record.warp),
        )
    except YewfinchError as error:
        raise BadFileError(phrase("{0} is damaged: its stencil makes no sense ({1}).", name, error)) from error


def stamp_manifest(portrait: Portrait) -> list[dict[str, Any]]:
    """The stamps as plain values."""
    return [{"id": s.id, "title": s.title, "width_mm": s.width} for s in portrait.stamps]


def stamps_of(records: list[StampRecord], read: Callable[[str], bytes | None], name: str) -> tuple[Stamp, ...]:
    """The stamps of a file; `read` gives a member's bytes.

    Raises
    ------
    BadFileError
        If there are too many, or one makes no sense.
    """
    if len(records) > MOST:
        raise BadFileError(phrase("{0} has {1} stamps; {2} are allowed.", name, len(records), MOST))
    out = []
    for record in records:
        data = read(MEMBER.format(record.id)) if re.fullmatch(r"[A-Za-z0-9_-]{1,40}", record.id) else None
        if data is None:
            raise BadFileError(phrase("{0} lacks the picture of its stamp '{1}'.", name, record.title))
        if not (np.isfinite(record.width_mm) and NARROWEST <= record.width_mm <= WIDEST):
            raise BadFileError(phrase("{0} has a stamp of absurd width ({1:g} mm).", name, record.width_mm))
        try:
            stamp = stamp_from_picture(data, record.id, record.title, record.width_mm)
        except YewfinchError as error:
            raise BadFileError(phrase("{0} has a stamp that cannot be used: {1}", name, error)) from error
        grey = stamp.grey
        # as it was written, if it is what we write: saved again it stays the same
        out.append(Stamp(record.id, record.title, data, record.width_mm) if max(grey.shape) < LARGEST else stamp)
    if len({s.id for s in out}) < len(out):
        raise BadFileError(phrase("{0} has two stamps of one id.", name))
    return tuple(out)
