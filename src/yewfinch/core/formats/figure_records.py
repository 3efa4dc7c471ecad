"""The base figure and its pose in a portrait's manifest."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

import msgspec
import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.body.physique import Physique
from yewfinch.core.anatomy.body.physique import checked as checked_physique
from yewfinch.core.anatomy.figure.person import EXTENTS, HEAD_ONLY, Figure, Person, checked
from yewfinch.core.anatomy.figure.pose import Pose, Posed
from yewfinch.core.anatomy.figure.pose import checked as checked_pose
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.shared.bounds import Count, Degrees, Mm, Real, Share
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.phrases import phrase

#: A piece's vertices without the pose that is on.
REST = "pieces/{}/rest.npy"


class _BodyRecord(msgspec.Struct):
    dials: dict[str, Real] = {}
    measures: dict[str, Real] = {}
    heads: Real = 0.0


class FigureRecord(msgspec.Struct):
    """A base figure's recipe as it is written."""

    sex: Share = 1.0
    age: Real = 30.0
    dials: dict[str, Real] = {}
    measures: dict[str, Real] = {}
    seed: Count = 0
    asymmetry: Real = 0.0
    landmarks: dict[str, tuple[Mm, Mm, Mm]] = {}
    cast: Count = 1
    level: Count = 2
    extent: str = HEAD_ONLY
    body: _BodyRecord = msgspec.field(default_factory=_BodyRecord)


class PoseRecord(msgspec.Struct):
    """A pose as it is written."""

    angles: dict[str, tuple[Degrees, ...]] = {}
    on: bool = False


def figure_manifest(figure: Figure | None) -> dict[str, Any] | None:
    """A figure as plain values."""
    if figure is None:
        return None
    person = figure.person
    return {
        "level": figure.level,
        "sex": person.sex,
        "age": person.age,
        "dials": dict(person.dials),
        "measures": dict(person.measures),
        "seed": person.seed,
        "asymmetry": person.asymmetry,
        "landmarks": {k: list(v) for k, v in person.landmarks.items()},
        "cast": person.cast,
        "extent": figure.crop,
        "body": {
            "dials": dict(figure.physique.dials),
            "measures": dict(figure.physique.measures),
            "heads": figure.physique.heads,
        },
    }


def pose_manifest(posed: Posed | None) -> dict[str, Any] | None:
    """A pose as plain values."""
    return None if posed is None else {"angles": {k: list(v) for k, v in posed.pose.angles.items()}, "on": posed.on}


def figure_of(record: FigureRecord | None, name: str) -> Figure | None:
    """The figure of a record.

    Raises
    ------
    BadFileError
        If a value makes no sense; `name` is the file's.
    """
    if record is None:
        return None
    if not 0 <= record.level <= 4:
        raise BadFileError(phrase("{0} is damaged: its base head has level {1}.", name, record.level))
    if record.extent not in EXTENTS:
        raise BadFileError(phrase("{0} is damaged: there is no base figure '{1}'.", name, record.extent))
    rest = {k: getattr(record, k) for k in record.__struct_fields__ if k not in ("level", "extent", "body")}
    body = record.body
    try:
        physique = checked_physique(Physique(body.dials, body.measures, body.heads))
        return Figure(checked(Person(**rest)), record.level, record.extent, physique)
    except YewfinchError as error:
        raise BadFileError(phrase("{0} is damaged: {1}", name, error)) from error


def pose_of(
    record: PoseRecord | None,
    pieces: Mapping[str, Piece],
    read: Callable[[str, int], npt.NDArray[np.float32] | None],
    name: str,
) -> Posed | None:
    """The pose of a record.

    Parameters
    ----------
    record : PoseRecord or None
    pieces : mapping of id to Piece
    read : callable (member, rows)
        Fetches an array (rows, 3); None if the file has none.
    name : str
        Of the file.

    Raises
    ------
    BadFileError
        If a value makes no sense.
    """
    if record is None:
        return None
    try:
        pose = checked_pose(Pose(record.angles))
    except YewfinchError as error:
        raise BadFileError(phrase("{0} is damaged: {1}", name, error)) from error
    rest = {}
    for key, piece in pieces.items() if record.on else ():
        found = read(REST.format(key), len(piece.surface))
        if found is not None:
            rest[key] = found
    return Posed(pose, record.on, rest)
