"""The sitter in a portrait's file: photos with their marks, design sheets, and what was solved."""

from __future__ import annotations

import io
from collections.abc import Iterable, Mapping
from pathlib import Path
from typing import Annotated, Any

import msgspec
import numpy as np

from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.sex_and_age import OLDEST, YOUNGEST, Age, Sex
from yewfinch.core.formats.archive import Archive
from yewfinch.core.formats.records import as_record
from yewfinch.core.shared.bounds import Degrees, Id, Mm, Name, Pixels, Positive, Side, Text
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.pictures import upright_size
from yewfinch.core.sight.view import DIRECTIONS
from yewfinch.core.sitter.photo import (
    KINDS,
    MAX_BYTES,
    MAX_PIXELS,
    SPANS,
    Certainty,
    Drawing,
    KnownDistance,
    Photo,
    Sitter,
)
from yewfinch.core.sitter.sheets import DesignSheet
from yewfinch.core.sitter.solution import BadMark, Doubt, PhotoFit, Solution
from yewfinch.core.sitter.standpoint import Standpoint

PHOTOS = "photos/{}"
COVARIANCE = "sitter/covariance.npy"
ELLIPSES = "sitter/ellipses-{}.npy"
#: Most photos and sheets, most points of one line, most landmarks of a solution.
MAX_PHOTOS, MAX_POINTS, MAX_LANDMARKS = 1000, 20_000, 1000
#: How far a photo may be turned, lit and tinted for looking.
Stops = Annotated[float, msgspec.Meta(ge=-20.0, le=20.0)]
Warmth = Annotated[float, msgspec.Meta(ge=-10.0, le=10.0)]
#: 35 mm equivalent, mm.
Lens = Annotated[float, msgspec.Meta(ge=1.0, le=10_000.0)]
Line = Annotated[tuple[tuple[Pixels, Pixels], ...], msgspec.Meta(max_length=MAX_POINTS)]


class PhotoRecord(msgspec.Struct):
    """A photo as it is written."""

    id: Id
    name: Name
    file: Name
    width: Side
    height: Side
    lens_mm: Lens | None = None
    marks: dict[str, tuple[Pixels, Pixels]] = {}
    standpoint: Standpoint | None = None
    certainty: dict[str, Certainty] = {}
    spans: dict[str, tuple[Pixels, Pixels, Pixels, Pixels]] = {}
    cut: bool = False
    mouth_open: bool = False
    curves: dict[str, Line] = {}
    drawings: tuple[Drawing, ...] = ()
    note: Text = ""
    tags: tuple[Name, ...] = ()
    turn: Degrees = 0.0
    crop: tuple[Pixels, Pixels, Pixels, Pixels] | None = None
    exposure: Stops = 0.0
    warmth: Warmth = 0.0


class SolutionRecord(msgspec.Struct):
    """A solved sitter as it is written; its covariances are arrays."""

    keys: Annotated[tuple[str, ...], msgspec.Meta(min_length=1, max_length=MAX_LANDMARKS)]
    points: list[tuple[Mm, Mm, Mm]]
    seen: dict[str, tuple[Id, ...]]
    fits: tuple[PhotoFit, ...]
    bad: tuple[BadMark, ...] = ()
    left_out: dict[str, Text] = {}
    scale_spread: Positive = 0.0
    scale_source: Name = ""
    noise: Positive = 0.0
    stamp: Name = ""
    placing: list[Positive] = []
    doubt: Doubt = msgspec.field(default_factory=Doubt)


class SitterRecord(msgspec.Struct):
    """The sitter as it is written."""

    photos: Annotated[list[PhotoRecord], msgspec.Meta(max_length=MAX_PHOTOS)] = []
    kind: Sex = "any"
    age: Age = "adult"
    years: Annotated[float, msgspec.Meta(ge=YOUNGEST, le=OLDEST)] | None = None
    known: tuple[KnownDistance, ...] = ()
    solution: SolutionRecord | None = None
    sheets: Annotated[tuple[DesignSheet, ...], msgspec.Meta(max_length=MAX_PHOTOS)] = ()


def sitter_manifest(sitter: Sitter) -> dict[str, Any]:
    """A sitter as plain values."""
    photos = [
        {
            "id": p.id,
            "name": p.name,
            "file": p.file,
            "width": p.width,
            "height": p.height,
            "lens_mm": p.lens,
            "marks": {k: list(v) for k, v in p.marks.items()},
            "certainty": dict(p.certainty),
            "spans": {k: list(v) for k, v in p.spans.items()},
            "cut": p.cut,
            "mouth_open": p.mouth_open,
            "curves": {k: [list(q) for q in v] for k, v in p.curves.items()},
            "drawings": [as_record(d) for d in p.drawings],
            "note": p.note,
            "tags": list(p.tags),
            "turn": p.turn,
            "crop": None if p.crop is None else list(p.crop),
            "exposure": p.exposure,
            "warmth": p.warmth,
            "standpoint": None if p.standpoint is None else as_record(p.standpoint),
        }
        for p in sitter.photos
    ]
    return {
        "photos": photos, "kind": sitter.kind, "age": sitter.age, "years": sitter.years,
        "known": [as_record(d) for d in sitter.known],
        "solution": _solution_manifest(sitter.solution),
        "sheets": [as_record(s) for s in sitter.sheets],
    }  # fmt: skip


def _solution_manifest(found: Solution | None) -> dict[str, Any] | None:
    if found is None:
        return None
    return {
        "keys": list(found.keys), "points": found.points.tolist(),
        "seen": {k: list(v) for k, v in found.seen.items()},
        "fits": [as_record(f) for f in found.fits],
        "bad": [as_record(b) for b in found.bad],
        "left_out": dict(found.left_out), "scale_spread": found.scale_spread,
        "scale_source": found.scale_source, "noise": found.noise, "stamp": found.digest,
        "placing": found.placing.tolist(), "doubt": as_record(found.doubt),
    }  # fmt: skip


def sitter_arrays(found: Solution | None) -> dict[str, np.ndarray]:
    """Members and arrays of a solution."""
    if found is None:
        return {}
    out = {COVARIANCE: found.covariance} | {ELLIPSES.format(k): v for k, v in found.ellipses.items()}
    return {k: np.ascontiguousarray(v, "<f8") for k, v in out.items()}


def sitter_of(record: SitterRecord, archive: Archive, pictures: Mapping[str, Path], lost: list[str] | None) -> Sitter:
    """The sitter of a record, with the photos' files.

    Parameters
    ----------
    record : SitterRecord
    archive : Archive
    pictures : mapping of file name to path
        Where photos lie that are not in the archive.
    lost : list or None
        Gets the file names of photos that are nowhere; a grey picture stands in for each. Without it they are an error.

    Raises
    ------
    BadFileError
        If something does not fit together, or a photo is lost.
    """
    files: dict[str, bytes] = {}
    all_pictures: list[DesignSheet | PhotoRecord] = [*record.sheets, *record.photos]
    if len({(type(p), p.id) for p in all_pictures}) != len(all_pictures):
        raise archive.damaged("two of its pictures have one id")
    for picture in all_pictures:
        _check_picture(picture.file, picture.width, picture.height, archive.name)
        if picture.file not in files:
            files[picture.file] = _picture(archive, picture.file, (picture.width, picture.height), pictures, lost)
    for s in record.sheets:
        if s.direction not in DIRECTIONS or len(s.marks) > 2:
            raise archive.damaged(phrase("the design sheet '{0}' lies nowhere", s.name))
    known = tuple(k for k in record.known if k.start in LANDMARKS and k.end in LANDMARKS and k.start != k.end)
    photos = tuple(_photo(p, files[p.file], archive) for p in record.photos)
    return Sitter(
        photos, files, record.kind, record.age, record.years, known, _solution(archive, record.solution), record.sheets
    )


def _photo(p: PhotoRecord, data: bytes, archive: Archive) -> Photo:
    """A photo; landmarks, lines and spans that this version does not know are passed over."""
    if upright_size(data, KINDS) not in (None, (p.width, p.height)):  # marks would lie nowhere on it
        raise archive.damaged(phrase("the photo '{0}' is not {1} x {2} pixels, as it says", p.name, p.width, p.height))
    if any(len(d.points) > MAX_POINTS or not d.points for d in p.drawings):
        raise archive.damaged(phrase("a drawing on '{0}' has no points, or too many", p.name))
    rest = {
        k: getattr(p, k)
        for k in p.__struct_fields__
        if k not in ("lens_mm", "standpoint", "marks", "certainty", "spans", "curves")
    }
    return Photo(
        **rest,
        lens=p.lens_mm,
        standpoint=_sound(p.standpoint),
        marks=_of(p.marks, LANDMARKS),
        certainty=_of(p.certainty, LANDMARKS),
        spans=_of(p.spans, SPANS),
        curves={k: v for k, v in _of(p.curves, CURVES).items() if len(v) > 1},
    )


def _of(held: Mapping[str, Any], known: Iterable[str]) -> dict[str, Any]:
    return {k: v for k, v in held.items() if k in known}


def _sound(found: Standpoint | None) -> Standpoint | None:
    """A standpoint, if its rotation is one."""
    if found is None:
        return None
    turn = np.array(found.rotation).reshape(3, 3)
    return found if np.abs(turn @ turn.T - np.eye(3)).max() < 1e-3 and np.linalg.det(turn) > 0 else None


def _solution(archive: Archive, record: SolutionRecord | None) -> Solution | None:
    if record is None:
        return None
    n = len(record.keys)
    points = np.array(record.points, np.float64).reshape(-1, 3)
    placing = np.array(record.placing or [0.0] * n, np.float64)
    known = all(k in LANDMARKS for k in (*record.keys, *record.seen, *record.doubt.differently))
    if (
        len(points) != n
        or len(placing) != n
        or not known
        or len(set(record.keys)) != n
        or not set(record.seen) <= set(record.keys)
    ):
        raise archive.damaged("its solved sitter does not fit together")
    covariance = archive.plain(COVARIANCE, (3 * n, 3 * n), "<f8")
    if (
        np.abs(covariance - covariance.T).max() > 1e-6 * max(1.0, float(np.abs(covariance).max()))
        or (np.diag(covariance) < 0).any()
    ):
        raise archive.damaged("its solved sitter's covariance is none")
    ellipses = {
        f.photo: archive.plain(ELLIPSES.format(f.photo), (n, 3), "<f8")
        for f in record.fits if ELLIPSES.format(f.photo) in archive
    }  # fmt: skip
    return Solution(
        record.keys, points, covariance, record.seen, record.fits,
        tuple(b for b in record.bad if b.key in LANDMARKS), record.left_out, ellipses,
        record.scale_spread, record.scale_source, record.noise, record.stamp, placing, record.doubt,
    )  # fmt: skip


def _picture(
    archive: Archive, file: str, size: tuple[int, int], pictures: Mapping[str, Path], lost: list[str] | None
) -> bytes:
    member = PHOTOS.format(file)
    try:
        if file in pictures and member not in archive:
            return pictures[file].read_bytes()
        return archive.read(member, MAX_BYTES)
    except (OSError, BadFileError) as error:
        if lost is None or size[0] * size[1] > MAX_PIXELS:
            raise archive.damaged(phrase("its photo {0} cannot be read", file)) from error
    lost.append(file)
    return _grey(*size)


def _grey(width: int, height: int) -> bytes:
    """A picture to stand in for one that is lost, as PNG."""
    from PIL import Image

    out = io.BytesIO()
    Image.new("L", (width, height), 128).save(out, "PNG")
    return out.getvalue()


def _check_picture(file: str, width: int, height: int, name: str) -> None:
    if "/" in file or "\\" in file or file in ("", ".", ".."):
        raise BadFileError(phrase("{0} names a photo outside itself ({1!r}).", name, file))
    if width * height > MAX_PIXELS:
        raise BadFileError(phrase("{0} has a photo of absurd size ({1} x {2}).", name, width, height))
