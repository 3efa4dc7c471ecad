"""The ``.yewfinch`` container: a zip of a manifest, arrays, photos and a preview.

See docs/format.md. Nothing in it is ever executed or unpickled, and every size is checked
before memory is taken for it.
"""

from __future__ import annotations

import io
import json
import zipfile
import zlib
from collections.abc import Mapping
from dataclasses import replace
from functools import partial
from pathlib import Path
from typing import Annotated, Any

import msgspec
import numpy as np

from yewfinch.core.anatomy.landmarks import LANDMARKS
from yewfinch.core.anatomy.measures import TAKES, Measure, MeasureKind
from yewfinch.core.anatomy.people import OLDEST, YOUNGEST, Age
from yewfinch.core.anatomy.spread import Kind
from yewfinch.core.document.piece import Piece
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.formats.archive_arrays import ARRAYS, any_rows, held, matrix, piece_array, plain, write_array
from yewfinch.core.formats.armature_records import armature_of
from yewfinch.core.formats.figure_records import (
    REST,
    FigureRecord,
    PoseRecord,
    figure_manifest,
    figure_of,
    pose_manifest,
    pose_of,
)
from yewfinch.core.formats.layer_records import layer_arrays, layer_manifest, layers_of, state_manifest, states_of
from yewfinch.core.formats.level_records import level_arrays, levels_of
from yewfinch.core.formats.piece_records import PieceRecord, follow_of, piece_manifest
from yewfinch.core.formats.solid_records import solid_of
from yewfinch.core.formats.stamp_records import MEMBER as STAMP
from yewfinch.core.formats.stamp_records import (
    StampRecord,
    StencilRecord,
    stamp_manifest,
    stamps_of,
    stencil_manifest,
    stencil_of,
)
from yewfinch.core.mesh.anchors import Anchor
from yewfinch.core.mesh.channels import ROUGH
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.mesh.unfold import TexturePlaces
from yewfinch.core.shared.errors import BadFileError, BadSurfaceError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.show.part_turn import Bent
from yewfinch.core.show.view import DIRECTIONS
from yewfinch.core.sitter.calipers import Caliper
from yewfinch.core.sitter.photo import Certainty, Drawing, KnownDistance, Photo, Sitter
from yewfinch.core.sitter.sheets import Sheet
from yewfinch.core.sitter.solution import BadMark, Doubt, PhotoFit, Solution
from yewfinch.core.sitter.standpoint import Standpoint

SCHEMA = 1
MANIFEST = "portrait.json"
PREVIEW = "preview.png"
COVARIANCE = "sitter/covariance.npy"
REGIONS = "pieces/{}/regions.npy"
TEXTURE = "pieces/{}/texture.npy"
BENT = "pieces/{}/bent.npy"
MASK = "pieces/{}/mask.npy"
ROUGHNESS = "pieces/{}/roughness.npy"
MAX_REGIONS = 256
ELLIPSES = "sitter/ellipses-{}.npy"
MAX_MANIFEST = 64 << 20
MAX_MEMBER = 2 << 30
MAX_MEMBERS = 10_000
MAX_LANDMARKS = 1000



def manifest_of(portrait: Portrait) -> dict[str, Any]:
    """The manifest as plain values, unknown keys of the opened file kept."""
    pieces = [{**piece_manifest(p), "layers": layer_manifest(portrait, p), "states": state_manifest(portrait, p)} for p in portrait.pieces.values()]
    photos = [
        {"id": p.id, "name": p.name, "file": p.file, "width": p.width, "height": p.height,
         "lens_mm": p.lens, "marks": {k: list(v) for k, v in p.marks.items()},
         "certainty": dict(p.certainty), "spans": {k: list(v) for k, v in p.spans.items()}, "cut": p.cut, "mouth_open": p.mouth_open,
         "curves": {k: [list(q) for q in v] for k, v in p.curves.items()},
         "drawings": [msgspec.to_builtins(d) for d in p.drawings], "note": p.note, "tags": list(p.tags),
         "turn": p.turn, "crop": None if p.crop is None else list(p.crop), "exposure": p.exposure,
         "warmth": p.warmth,
         "standpoint": None if p.standpoint is None else msgspec.to_builtins(p.standpoint)}
        for p in portrait.sitter.photos
    ]  # fmt: skip
    known = {
        "yewfinch": {"schema": SCHEMA, "units": "mm"},
        "name": portrait.name,
        "pieces": pieces,
        "landmarks": {k: msgspec.to_builtins(a) for k, a in portrait.anchors.items()},
        "lines": {k: [msgspec.to_builtins(a) for a in v] for k, v in portrait.lines.items()},
        "sitter": {
            "photos": photos, "kind": portrait.sitter.kind, "age": portrait.sitter.age, "years": portrait.sitter.years,
            "known": [msgspec.to_builtins(d) for d in portrait.sitter.known],
            "solution": _solution_manifest(portrait.sitter.solution),
            "sheets": [msgspec.to_builtins(s) for s in portrait.sitter.sheets],
        },
        "rules": [
            {"key": r.key, "title": r.title, "kind": r.kind, "landmarks": list(r.landmarks), "ideal": r.ideal}
            for r in portrait.rules
        ],
        "calipers": [msgspec.to_builtins(c) for c in portrait.calipers],
        "stamps": stamp_manifest(portrait), "stencil": stencil_manifest(portrait),
        "figure": figure_manifest(portrait.figure),
        "pose": pose_manifest(portrait.posed),
        "bent": {k: {"on": b.on} for k, b in _bents(portrait).items()},
    }
    merged = _merge(portrait.unknown, known)
    assert isinstance(merged, dict)
    return merged


def _solution_manifest(found: Solution | None) -> dict[str, Any] | None:
    if found is None:
        return None
    return {
        "keys": list(found.keys), "points": found.points.tolist(),
        "seen": {k: list(v) for k, v in found.seen.items()},
        "fits": [msgspec.to_builtins(f) for f in found.fits],
        "bad": [msgspec.to_builtins(b) for b in found.bad],
        "left_out": dict(found.left_out), "scale_spread": found.scale_spread,
        "scale_source": found.scale_source, "noise": found.noise, "stamp": found.stamp,
        "placing": found.placing.tolist(), "doubt": msgspec.to_builtins(found.doubt),
    }  # fmt: skip


#: Whole values that replace what was read: keys in them are data, not fields.
_DATA = ("landmarks", "lines", "rules", "marks", "calipers", "standpoint", "certainty", "spans", "curves", "drawings",
         "crop", "known", "solution", "figure", "pose", "bent", "regions", "armature", "levels", "layers", "states", "stamps", "stencil")  # fmt: skip


def _merge(old: Any, new: Any, key: str = "") -> Any:
    """`new`, with the keys only `old` has; lists of records are matched by their id."""
    if key in _DATA:
        return new
    if isinstance(old, Mapping) and isinstance(new, Mapping):
        out = {k: _merge(old.get(k), v, k) for k, v in new.items()}
        return {**{k: v for k, v in old.items() if k not in new}, **out}
    if isinstance(old, list) and isinstance(new, list):
        by_id = {o["id"]: o for o in old if isinstance(o, Mapping) and "id" in o}
        return [
            _merge(by_id.get(n["id"]), n) if isinstance(n, Mapping) and "id" in n else n for n in new
        ]
    return new


def to_bytes(
    portrait: Portrait, preview: bytes | None = None, *, deflate: bool = False, pictures: bool = True
) -> bytes:
    """The whole file in memory; without its photos if `pictures` is false."""
    out = io.BytesIO()
    kind = zipfile.ZIP_DEFLATED if deflate else zipfile.ZIP_STORED
    with zipfile.ZipFile(out, "w", kind) as archive:
        text = json.dumps(manifest_of(portrait), indent=1, allow_nan=False)
        archive.writestr(MANIFEST, text)
        for piece in portrait.pieces.values():
            for name, (dtype, _, _) in ARRAYS.items():
                array = np.ascontiguousarray(getattr(piece.surface, name), dtype=dtype)
                write_array(archive, f"pieces/{piece.id}/{name}.npy", array)
            if piece.surface.mask.any():
                write_array(archive, MASK.format(piece.id), piece.surface.mask)
            if (piece.surface.roughness != ROUGH).any():
                write_array(archive, ROUGHNESS.format(piece.id), piece.surface.roughness)
            if piece.texture is not None:
                table = np.concatenate([piece.texture.uv, piece.texture.seam[:, None]], axis=1)
                write_array(archive, TEXTURE.format(piece.id), np.ascontiguousarray(table, "<f4"))
            for member, level in {**level_arrays(piece), **layer_arrays(portrait, piece)}.items():
                write_array(archive, member, level)
            if piece.regions:
                place = np.ascontiguousarray(np.stack(list(piece.regions.values())), "u1")
                write_array(archive, REGIONS.format(piece.id), place)
        for key, rest in (portrait.posed.rest if portrait.posed is not None else {}).items():
            write_array(archive, REST.format(key), np.ascontiguousarray(rest, "<f4"))
        for key, bent in _bents(portrait).items():
            write_array(archive, BENT.format(key), np.ascontiguousarray(bent.table(), "<f4"))
        for stamp in portrait.stamps:
            archive.writestr(STAMP.format(stamp.id), stamp.png)
        files = [*(p.file for p in portrait.sitter.photos), *(s.file for s in portrait.sitter.sheets)]
        for file in files if pictures else []:
            archive.writestr(f"photos/{file}", portrait.sitter.files[file])
        found = portrait.sitter.solution
        if found is not None:
            write_array(archive, COVARIANCE, np.ascontiguousarray(found.covariance, "<f8"))
            for photo_id, ellipses in found.ellipses.items():
                write_array(archive, ELLIPSES.format(photo_id), np.ascontiguousarray(ellipses, "<f8"))
        if preview is not None:
            archive.writestr(PREVIEW, preview)
    return out.getvalue()


def _bents(portrait: Portrait) -> dict[str, Bent]:
    """Turned parts of pieces that are there, and have the vertices they had."""
    return {k: b for k, b in portrait.bent.items() if k in portrait.pieces and len(portrait.surface(k)) == len(b.was)}


def save(portrait: Portrait, path: Path, preview: bytes | None = None) -> None:
    """Write a portrait, whole or not at all.

    Raises
    ------
    BadFileError
        If the place cannot be written.
    """
    write_atomic(path, to_bytes(portrait, preview), private=True)


def preview_of(path: Path) -> bytes | None:
    """The preview picture of a portrait's file; None if it has none."""
    try:
        with zipfile.ZipFile(path) as archive:
            if PREVIEW in archive.namelist() and archive.getinfo(PREVIEW).file_size < MAX_MANIFEST:
                return archive.read(PREVIEW)
    except (OSError, zipfile.BadZipFile, zlib.error):
        pass
    return None


def load(path: Path, pictures: Mapping[str, Path] | None = None, lost: list[str] | None = None) -> Portrait:
    """Open a portrait.

    Parameters
    ----------
    path : Path
    pictures : mapping of file name to path, optional
        Where photos lie that are not in the file, as with recovery files.
    lost : list, optional
        Gets the file names of photos that are nowhere; a grey picture stands in for each. Without it they are an error.

    Raises
    ------
    BadFileError
        With one sentence, if the file is missing, damaged, hostile or of a later version.
    """
    try:
        with zipfile.ZipFile(path) as archive:
            return _read(archive, path.name, pictures or {}, lost)
    except BadFileError:
        raise
    except BadSurfaceError as error:
        raise BadFileError(f"{path.name} is damaged: {error}.") from error
    except FileNotFoundError as error:
        raise BadFileError(f"{path.name} is not there any more.") from error
    except zipfile.BadZipFile as error:
        raise BadFileError(f"{path.name} is damaged or no Yewfinch portrait.") from error
    except msgspec.ValidationError as error:
        raise BadFileError(f"{path.name} is damaged: in its manifest, {error}.") from error
    except (OSError, ValueError, KeyError, TypeError, EOFError, NotImplementedError, RuntimeError, zlib.error,
            RecursionError, MemoryError, OverflowError) as error:  # fmt: skip
        raise BadFileError(f"{path.name} is damaged and cannot be opened ({error}).") from error


class _PhotoRecord(msgspec.Struct):
    id: str
    name: str
    file: str
    width: int
    height: int
    lens_mm: float | None = None
    marks: dict[str, tuple[float, float]] = {}
    standpoint: Standpoint | None = None
    certainty: dict[str, Certainty] = {}
    spans: dict[str, tuple[float, float, float, float]] = {}
    cut: bool = False
    mouth_open: bool = False
    curves: dict[str, tuple[tuple[float, float], ...]] = {}
    drawings: tuple[Drawing, ...] = ()
    note: str = ""
    tags: tuple[str, ...] = ()
    turn: float = 0.0
    crop: tuple[float, float, float, float] | None = None
    exposure: float = 0.0
    warmth: float = 0.0


class _SolutionRecord(msgspec.Struct):
    keys: tuple[str, ...]
    points: list[tuple[float, float, float]]
    seen: dict[str, tuple[str, ...]]
    fits: tuple[PhotoFit, ...]
    bad: tuple[BadMark, ...] = ()
    left_out: dict[str, str] = {}
    scale_spread: float = 0.0
    scale_source: str = ""
    noise: float = 0.0
    stamp: str = ""
    placing: list[float] = []
    doubt: Doubt = msgspec.field(default_factory=Doubt)


class _SitterRecord(msgspec.Struct):
    photos: list[_PhotoRecord] = []
    kind: Kind = "any"
    age: Age = "adult"
    years: Annotated[float, msgspec.Meta(ge=YOUNGEST, le=OLDEST)] | None = None
    known: tuple[KnownDistance, ...] = ()
    solution: _SolutionRecord | None = None
    sheets: tuple[Sheet, ...] = ()


class _Header(msgspec.Struct):
    schema: int
    units: str = "mm"


class _RuleRecord(msgspec.Struct):
    key: str
    title: str
    kind: MeasureKind
    landmarks: tuple[str, ...]
    ideal: float | None = None


class _BentRecord(msgspec.Struct):
    on: bool = False


class _Manifest(msgspec.Struct):
    yewfinch: _Header
    name: str = "Untitled portrait"
    pieces: list[PieceRecord] = []
    landmarks: dict[str, Anchor] = {}
    lines: dict[str, tuple[Anchor, ...]] = {}
    sitter: _SitterRecord = msgspec.field(default_factory=_SitterRecord)
    calipers: list[Caliper] = []
    rules: tuple[_RuleRecord, ...] = ()
    stamps: list[StampRecord] = []
    stencil: StencilRecord | None = None
    figure: FigureRecord | None = None
    pose: PoseRecord | None = None
    bent: dict[str, _BentRecord] = {}


def _read(archive: zipfile.ZipFile, name: str, pictures: Mapping[str, Path], lost: list[str] | None) -> Portrait:
    infos = archive.infolist()
    if len(infos) > MAX_MEMBERS or any(i.file_size > MAX_MEMBER for i in infos):
        raise BadFileError(f"{name} claims more than a portrait can hold and is not opened.")
    if MANIFEST not in archive.namelist():
        raise BadFileError(f"{name} is no Yewfinch portrait: it has no {MANIFEST}.")
    if archive.getinfo(MANIFEST).file_size > MAX_MANIFEST:
        raise BadFileError(f"{name} has an absurdly large manifest and is not opened.")
    raw = json.loads(archive.read(MANIFEST), parse_constant=_no_constant)
    manifest = msgspec.convert(raw, _Manifest)
    if manifest.yewfinch.schema > SCHEMA:
        raise BadFileError(
            f"{name} was written by a later version (schema {manifest.yewfinch.schema}, this one "
            f"reads {SCHEMA}). Open it with that version."
        )
    portrait = Portrait()
    portrait.unknown = raw
    portrait.name = manifest.name
    for record in manifest.pieces:
        arrays = {
            k: piece_array(archive, f"pieces/{record.id}/{k}.npy", k, name) for k in ARRAYS
        }
        surface = Surface(arrays["positions"], arrays["faces"], arrays["colour"])
        if MASK.format(record.id) in archive.namelist():
            surface.mask[:] = plain(archive, MASK.format(record.id), (len(surface), 1), "u1", name)
        if ROUGHNESS.format(record.id) in archive.namelist():
            surface.roughness[:] = plain(archive, ROUGHNESS.format(record.id), (len(surface), 1), "u1", name)
        portrait.pieces[record.id] = Piece(
            record.id, record.name, surface, record.visible, record.locked,
            _regions(archive, record, len(surface), name), _texture(archive, record, len(surface), name),
            armature_of(record.armature, name), record.see_through, solid_of(record.solid, name), record.hide_masked,
            record.group, follow_of(record.follows, name),
        )
        if record.levels is not None:
            piece = portrait.pieces[record.id]
            levels = levels_of(record.levels, piece, lambda m, shape, kind: held(archive, m, shape, kind, name), lambda m: piece_array(archive, m, "faces", name), name)
            portrait.pieces[record.id] = replace(piece, levels=levels)
        if record.layers or record.states:
            read = partial(any_rows, archive, name)
            piece, stacks = layers_of(record.layers, portrait.pieces[record.id], read, name)
            piece, states = states_of(record.states, piece, read, name)
            portrait.pieces[record.id] = piece
            portrait.layers = {**portrait.layers, record.id: stacks} if stacks else portrait.layers
            portrait.states = {**portrait.states, record.id: states} if states else portrait.states
    for key, piece in portrait.pieces.items():  # what follows nothing any more stands for itself
        source = None if piece.follows is None else portrait.pieces.get(piece.follows.source)
        if piece.follows is not None and (source is None or source.follows is not None or not piece.follows.fits(piece.surface, source.surface)):
            portrait.pieces[key] = replace(piece, follows=None)
    portrait.anchors = {k: a for k, a in manifest.landmarks.items() if _fits(a, portrait)}
    portrait.lines = {
        k: v for k, v in manifest.lines.items() if v and all(_fits(a, portrait) for a in v)
    }
    portrait.calipers = tuple(
        c for c in manifest.calipers if all(_fits(a, portrait) for a in c.points)
    )
    portrait.stamps = stamps_of(manifest.stamps, lambda member: archive.read(member) if member in archive.namelist() else None, name)
    portrait.stencil = stencil_of(manifest.stencil, portrait.stamps, name)
    portrait.rules = tuple(
        Measure(r.key, r.title, r.kind, r.landmarks, r.ideal, group="own") for r in manifest.rules
        if len(r.landmarks) == TAKES[r.kind] and all(k in LANDMARKS for k in r.landmarks)
    )  # fmt: skip
    portrait.figure = figure_of(manifest.figure, name)
    portrait.posed = pose_of(manifest.pose, portrait.pieces, lambda member, rows: _rest(archive, member, rows, name), name)
    portrait.bent = {k: _bent(archive, k, b.on, len(portrait.surface(k)), name) for k, b in manifest.bent.items() if k in portrait.pieces}
    files: dict[str, bytes] = {}
    photos = []
    for s in manifest.sitter.sheets:
        _check_picture(s.file, s.width, s.height, name)
        if s.direction not in DIRECTIONS or not (s.scale > 0 and np.isfinite([s.scale, s.x, s.y, s.opacity]).all()):
            raise BadFileError(f"{name} is damaged: the design sheet '{s.name}' lies nowhere.")
        files[s.file] = _picture(archive, s.file, (s.width, s.height), pictures, lost)
    for p in manifest.sitter.photos:
        _check_picture(p.file, p.width, p.height, name)
        files[p.file] = _picture(archive, p.file, (p.width, p.height), pictures, lost)
        rest = {k: getattr(p, k) for k in p.__struct_fields__ if k not in ("lens_mm", "standpoint")}
        photos.append(Photo(**rest, lens=p.lens_mm, standpoint=_sound(p.standpoint)))
    told = manifest.sitter
    portrait.sitter = Sitter(
        tuple(photos), files, told.kind, told.age, told.years, told.known, _solution(archive, told.solution, name), told.sheets
    )
    return portrait


def _regions(archive: zipfile.ZipFile, record: PieceRecord, rows: int, name: str) -> dict[str, np.ndarray]:
    """Named regions of a piece; none if it has none."""
    if not record.regions:
        return {}
    member, wanted = REGIONS.format(record.id), (len(record.regions), rows)
    if len(set(record.regions)) != len(record.regions) or len(record.regions) > MAX_REGIONS:
        raise BadFileError(f"{name} is damaged: the regions of '{record.name}' do not fit together.")
    member_of = plain(archive, member, wanted, "u1", name)
    return {key: member_of[i] for i, key in enumerate(record.regions)}


def _texture(archive: zipfile.ZipFile, record: PieceRecord, rows: int, name: str) -> TexturePlaces | None:
    """Texture places of a piece; None if it has none."""
    member = TEXTURE.format(record.id)
    if member not in archive.namelist():
        return None
    table = plain(archive, member, (rows, 3), "<f4", name)
    if not np.isfinite(table).all():
        raise BadFileError(f"{name} is damaged: {member} holds values that are no numbers.")
    return TexturePlaces(np.ascontiguousarray(table[:, :2]), table[:, 2] > 0.5)


def _bent(archive: zipfile.ZipFile, key: str, on: bool, rows: int, name: str) -> Bent:
    table = plain(archive, BENT.format(key), (rows, 10), "<f4", name)
    if not np.isfinite(table).all() or (np.linalg.norm(table[:, 3:7], axis=1) < 0.5).any():
        raise BadFileError(f"{name} is damaged: its turned parts hold values that make no sense.")
    return Bent.of_table(table, on)


def _rest(archive: zipfile.ZipFile, member: str, rows: int, name: str) -> np.ndarray | None:
    return held(archive, member, (rows, 3), "<f4", name)


def _picture(
    archive: zipfile.ZipFile, file: str, size: tuple[int, int], pictures: Mapping[str, Path], lost: list[str] | None
) -> bytes:
    member = f"photos/{file}"
    beside = file in pictures and member not in archive.namelist()
    try:
        return pictures[file].read_bytes() if beside else archive.read(member)
    except (OSError, KeyError):
        if lost is None or size[0] * size[1] > _MOST_GREY:
            raise
    lost.append(file)
    return _grey(*size)


#: Pixels of the largest picture that a grey one stands in for.
_MOST_GREY = 200_000_000


def _grey(width: int, height: int) -> bytes:
    """A picture to stand in for one that is lost, as PNG."""
    from PIL import Image

    out = io.BytesIO()
    Image.new("L", (width, height), 128).save(out, "PNG")
    return out.getvalue()


def _check_picture(file: str, width: int, height: int, name: str) -> None:
    if "/" in file or "\\" in file or file in ("", ".", ".."):
        raise BadFileError(f"{name} names a photo outside itself ({file!r}).")
    if not (0 < width <= 100_000 and 0 < height <= 100_000):
        raise BadFileError(f"{name} has a photo of absurd size ({width} x {height}).")


def _solution(archive: zipfile.ZipFile, record: _SolutionRecord | None, name: str) -> Solution | None:
    if record is None:
        return None
    n = len(record.keys)
    points = np.array(record.points, np.float64).reshape(-1, 3)
    known = all(k in LANDMARKS for k in (*record.keys, *record.seen))
    if len(points) != n or not 0 < n <= MAX_LANDMARKS or not known or not set(record.seen) <= set(record.keys):
        raise BadFileError(f"{name} is damaged: its solved sitter does not fit together.")
    placing = np.array(record.placing or [0.0] * n, np.float64)
    if len(placing) != n or not np.isfinite(placing).all() or (placing < 0).any() or not set(record.doubt.differently) <= set(LANDMARKS):
        raise BadFileError(f"{name} is damaged: its solved sitter does not fit together.")
    covariance = matrix(archive, COVARIANCE, (3 * n, 3 * n), name)
    ellipses = {
        f.photo: matrix(archive, ELLIPSES.format(f.photo), (n, 3), name)
        for f in record.fits if ELLIPSES.format(f.photo) in archive.namelist()
    }  # fmt: skip
    return Solution(
        record.keys, points, covariance, record.seen, record.fits,
        tuple(b for b in record.bad if b.key in LANDMARKS), record.left_out, ellipses,
        record.scale_spread, record.scale_source, record.noise, record.stamp, placing, record.doubt,
    )  # fmt: skip


def _no_constant(text: str) -> float:
    raise ValueError(f"the manifest holds {text}, which is no number")


def _sound(found: Standpoint | None) -> Standpoint | None:
    return found if found is None or (len(found.rotation) == 9 and found.focal > 0) else None


def _fits(a: Anchor, portrait: Portrait) -> bool:
    piece = portrait.pieces.get(a.piece)
    return piece is not None and all(0 <= r < len(piece.surface) for r in a.corners)
