"""The ``.yewfinch`` container: a zip of a manifest, arrays, photos and a preview. See docs/format.md.

`archive` unpacks and packs bytes, `manifest` holds the schema; here they become a portrait.
"""

from __future__ import annotations

import copy
import json
from collections.abc import Mapping
from dataclasses import replace
from pathlib import Path

import numpy as np

from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.measures import TAKES, Measure
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats.archive import ARRAYS, Archive, Packer, file_type
from yewfinch.core.formats.armature_records import armature_of
from yewfinch.core.formats.eye_records import eye_of
from yewfinch.core.formats.figure_records import REST, figure_of, pose_of
from yewfinch.core.formats.layer_records import layer_arrays, layers_of, states_of
from yewfinch.core.formats.level_records import level_arrays, levels_of
from yewfinch.core.formats.lid_records import lids_of, skin_lids_of
from yewfinch.core.formats.manifest import Manifest, bents, manifest_of, parsed
from yewfinch.core.formats.paint_records import paint_arrays, painting_of
from yewfinch.core.formats.piece_records import PieceRecord, follow_of
from yewfinch.core.formats.sitter_records import PHOTOS, sitter_arrays, sitter_of
from yewfinch.core.formats.solid_records import solid_of
from yewfinch.core.formats.stamp_records import MEMBER as STAMP
from yewfinch.core.formats.stamp_records import stamps_of, stencil_of
from yewfinch.core.formats.teeth_records import teeth_of
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.channel_spec import ChannelSpec, channel_specs
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces, TexturePlaces
from yewfinch.core.reshape.part_turn import Bent
from yewfinch.core.shared.errors import BadFileError, BadSurfaceError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sitter.photo import Sitter

MANIFEST = "portrait.json"
PREVIEW = "preview.png"
#: Names of photos that lie beside a recovery file.
BESIDE = "photos.json"
REGIONS = "pieces/{}/regions.npy"
TEXTURE = "pieces/{}/texture.npy"
CORNERS = "pieces/{}/corners.npy"
BENT = "pieces/{}/bent.npy"
CHANNEL = "pieces/{}/{}.npy"
MAX_REGIONS = 256
MAX_MANIFEST = 64 << 20


def to_bytes(
    portrait: Portrait,
    preview: bytes | None = None,
    *,
    deflate: bool = False,
    beside: Mapping[str, str] | None = None,
    progress: Progress = silent,
) -> bytes:
    """The whole file in memory. The same portrait gives the same bytes.

    Parameters
    ----------
    portrait : Portrait
    preview : bytes, optional
        A picture as PNG.
    deflate : bool
        Pack it.
    beside : mapping of photo file to name, optional
        Photos are left out, and said to lie under these names beside the file, as with recovery files.
    progress : Progress, optional
        May cancel it.
    """
    packer = Packer(deflate=deflate)
    if beside is not None:
        packer.put(BESIDE, json.dumps(dict(beside)))
    packer.put(MANIFEST, json.dumps(manifest_of(portrait), indent=1, allow_nan=False))
    for number, piece in enumerate(portrait.pieces.values()):
        progress(0.8 * number / len(portrait.pieces), f"packing {piece.name}")
        for name, (dtype, _, _) in ARRAYS.items():
            packer.put_array(
                f"pieces/{piece.id}/{name}.npy", np.ascontiguousarray(getattr(piece.surface, name), dtype=dtype)
            )
        for spec in _beside():
            values = piece.surface.channels[spec.name]
            if spec.always_saved or not spec.is_plain(values):
                packer.put_array(CHANNEL.format(piece.id, spec.name), np.ascontiguousarray(values, file_type(spec)))
        if piece.texture is not None:
            table = np.concatenate([piece.texture.uv, piece.texture.seam[:, None]], axis=1)
            packer.put_array(TEXTURE.format(piece.id), np.ascontiguousarray(table, "<f4"))
        if piece.corners is not None:
            packer.put_array(CORNERS.format(piece.id), np.ascontiguousarray(piece.corners.uv.reshape(-1, 8), "<f4"))
        for member, array in {**level_arrays(piece), **layer_arrays(portrait, piece), **paint_arrays(piece)}.items():
            packer.put_array(member, array)
        if piece.regions:
            packer.put_array(
                REGIONS.format(piece.id), np.ascontiguousarray(np.stack(list(piece.regions.values())), "u1")
            )
    for key, rest in (portrait.posed.rest if portrait.posed is not None else {}).items():
        packer.put_array(REST.format(key), np.ascontiguousarray(rest, "<f4"))
    for key, bent in bents(portrait).items():
        packer.put_array(BENT.format(key), np.ascontiguousarray(bent.table(), "<f4"))
    for stamp in portrait.stamps:
        packer.put(STAMP.format(stamp.id), stamp.png)
    files = [*(p.file for p in portrait.sitter.photos), *(s.file for s in portrait.sitter.sheets)]
    for file in dict.fromkeys(files) if beside is None else ():
        packer.put(PHOTOS.format(file), portrait.sitter.files[file])
    for member, array in sitter_arrays(portrait.sitter.solution).items():
        packer.put_array(member, array)
    if preview is not None:
        packer.put(PREVIEW, preview)
    return packer.done()


def save(portrait: Portrait, path: Path, preview: bytes | None = None, progress: Progress = silent) -> None:
    """Write a portrait, whole or not at all; `progress` may cancel it until the writing begins.

    Raises
    ------
    BadFileError
        If the place cannot be written.
    """
    data = to_bytes(portrait, preview, progress=progress)
    progress(0.85, f"writing {path.name}")
    write_atomic(path, data, private=True)


def without_sitter(portrait: Portrait) -> Portrait:
    """A portrait to give to others: the clay and what belongs to it, but no photo, mark, measure or note of the sitter.

    It shares the clay with the other one and is only good for writing.
    """
    made = copy.copy(portrait)
    made.sitter = Sitter()
    made.unknown = {k: v for k, v in portrait.unknown.items() if k != "sitter"}
    return made


def preview_of(path: Path) -> bytes | None:
    """The preview picture of a portrait's file; None if it has none."""
    try:
        with Archive(path) as archive:
            return archive.read(PREVIEW, MAX_MANIFEST) if PREVIEW in archive else None
    except BadFileError:
        return None


def pictures_beside(path: Path) -> dict[str, str]:
    """Photos that lie beside a recovery file.

    Their file names in the portrait, and their names there. Empty if it cannot be read.
    """
    try:
        with Archive(path) as archive:
            told = json.loads(archive.read(BESIDE, MAX_MANIFEST)) if BESIDE in archive else {}
    except (BadFileError, ValueError, RecursionError):
        return {}
    return {str(k): Path(str(v)).name for k, v in told.items() if "\0" not in str(v)} if isinstance(told, dict) else {}


def load(
    path: Path,
    pictures: Mapping[str, Path] | None = None,
    lost: list[str] | None = None,
    progress: Progress = silent,
    *,
    to_be_shown: bool = False,
) -> Portrait:
    """Open a portrait.

    Parameters
    ----------
    path : Path
    pictures : mapping of file name to path, optional
        Where photos lie that are not in the file, as with recovery files.
    lost : list, optional
        Gets the file names of photos that are nowhere; a grey picture stands in for each. Without it they are an error.
    progress : Progress, optional
        May cancel it.
    to_be_shown : bool
        Whether the rings and normals of its surfaces are worked out at once, and not when they are first asked for.

    Raises
    ------
    BadFileError
        With one sentence, if the file is missing, damaged, hostile or of a later version.
    """
    with Archive(path) as archive:
        try:
            portrait = _read(archive, pictures or {}, lost, progress)
            for piece in portrait.pieces.values() if to_be_shown else ():
                progress(1.0, f"working out the normals of {piece.name}")
                piece.surface.derive()
            return portrait
        except BadSurfaceError as error:
            raise archive.damaged(str(error).rstrip(".")) from error
        except MemoryError as error:
            raise BadFileError(
                phrase("{0} needs more memory than is free here. Close other programs and open it again.", path.name)
            ) from error


def _read(archive: Archive, pictures: Mapping[str, Path], lost: list[str] | None, progress: Progress) -> Portrait:
    name = archive.name
    if MANIFEST not in archive:
        raise BadFileError(phrase("{0} is no Yewfinch portrait: it has no {1}.", name, MANIFEST))
    raw, manifest = parsed(archive.read(MANIFEST, MAX_MANIFEST), name)
    portrait = Portrait()
    portrait.unknown = raw
    portrait.name = manifest.name
    for number, record in enumerate(manifest.pieces):
        progress(number / len(manifest.pieces), f"reading {record.name}")
        if record.id in portrait.pieces:
            raise archive.damaged(phrase("two pieces are called {0}", record.id))
        _read_piece(archive, record, portrait)
    for key, piece in portrait.pieces.items():  # what follows nothing any more stands for itself
        source = None if piece.follows is None else portrait.pieces.get(piece.follows.source)
        if piece.follows is not None and (
            source is None or source.follows is not None or not piece.follows.fits(piece.surface, source.surface)
        ):
            portrait.pieces[key] = replace(piece, follows=None)
    _read_points(manifest, portrait)
    portrait.stamps = stamps_of(
        manifest.stamps, lambda member: archive.read(member) if member in archive else None, name
    )
    portrait.stencil = stencil_of(manifest.stencil, portrait.stamps, name)
    portrait.swatches = manifest.swatches
    portrait.figure = figure_of(manifest.figure, name)
    portrait.posed = pose_of(
        manifest.pose, portrait.pieces, lambda member, rows: archive.held(member, (rows, 3), "<f4"), name
    )
    portrait.bent = {
        k: _bent(archive, k, b.on, len(portrait.surface(k))) for k, b in manifest.bent.items() if k in portrait.pieces
    }
    portrait.sitter = sitter_of(manifest.sitter, archive, pictures, lost)
    return portrait


def _beside() -> list[ChannelSpec]:
    """The channels but for those that every piece has a member of."""
    return [s for s in channel_specs() if s.name not in ARRAYS]


def _read_piece(archive: Archive, record: PieceRecord, portrait: Portrait) -> None:
    """Put one piece into a portrait, with its levels, layers and states."""
    name = archive.name
    arrays = {k: archive.piece_array(f"pieces/{record.id}/{k}.npy", k) for k in ARRAYS}
    rows = len(arrays["positions"])
    channels = {"colour": arrays["colour"]}
    for spec in _beside():
        held = archive.held(CHANNEL.format(record.id, spec.name), (rows, spec.width), file_type(spec))
        channels[spec.name] = spec.plain(rows) if held is None else held
    surface = Surface.taking(arrays["positions"], arrays["faces"], Channels(channels))
    corners = archive.held(CORNERS.format(record.id), (len(surface.faces), 8), "<f4")
    piece = Piece(
        record.id,
        record.name,
        surface,
        record.visible,
        record.locked,
        _regions(archive, record, len(surface)),
        _texture(archive, record, len(surface)),
        armature_of(record.armature, name),
        record.see_through,
        solid_of(record.solid, name),
        record.hide_masked,
        record.group,
        follow_of(record.follows, name),
        corners=None if corners is None else CornerPlaces(surface.faces, corners.reshape(-1, 4, 2)),
        eye=eye_of(record.eye, name),
        lids=lids_of(record.lids, name),
        lids_of=record.lids_of,
        skin_lids=skin_lids_of(record.skin_lids, name),
        teeth=teeth_of(record.teeth, name),
    )
    if record.levels is not None:
        piece = replace(
            piece, levels=levels_of(record.levels, piece, archive.held, lambda m: archive.piece_array(m, "faces"), name)
        )
    if record.paint is not None:
        piece = replace(piece, painting=painting_of(record.paint, piece, archive.rows, name))
    if record.layers or record.states:
        piece, stacks = layers_of(record.layers, piece, archive.rows, name)
        piece, states = states_of(record.states, piece, archive.rows, name)
        portrait.layers = {**portrait.layers, record.id: stacks} if stacks else portrait.layers
        portrait.states = {**portrait.states, record.id: states} if states else portrait.states
    portrait.pieces[record.id] = piece


def _read_points(manifest: Manifest, portrait: Portrait) -> None:
    """Landmarks, lines, guides, calipers, rules; what this version or the clay does not know is passed over."""

    def fits(a: Anchor) -> bool:
        piece = portrait.pieces.get(a.piece)
        return piece is not None and max(a.corners) < len(piece.surface) and abs(sum(a.weights) - 1.0) < 0.01

    portrait.anchors = {k: a for k, a in manifest.landmarks.items() if k in LANDMARKS and fits(a)}
    portrait.lines = {k: v for k, v in manifest.lines.items() if k in CURVES and v and all(map(fits, v))}
    portrait.laid = {
        k: replace(v, found={n: a for n, a in v.found.items() if n in LANDMARKS and fits(a)})
        for k, v in manifest.laid.items()
        if k in portrait.pieces and all(d.key in LANDMARKS for d in v.doubts)
    }
    portrait.guides = tuple(
        g for g in manifest.guides if len(g) > 1 and all(map(fits, g)) and len({a.piece for a in g}) == 1
    )
    portrait.calipers = tuple(
        c for c in manifest.calipers if len(c.points) == (3 if c.kind == "angle" else 2) and all(map(fits, c.points))
    )
    portrait.rules = tuple(
        Measure(r.key, r.title, r.kind, r.landmarks, r.ideal, group="own") for r in manifest.rules
        if len(r.landmarks) == TAKES[r.kind] and all(k in LANDMARKS for k in r.landmarks)
    )  # fmt: skip


def _regions(archive: Archive, record: PieceRecord, rows: int) -> dict[str, np.ndarray]:
    """Named regions of a piece; none if it has none."""
    if not record.regions:
        return {}
    if len(set(record.regions)) != len(record.regions) or len(record.regions) > MAX_REGIONS:
        raise archive.damaged(phrase("the regions of '{0}' do not fit together", record.name))
    member_of = archive.plain(REGIONS.format(record.id), (len(record.regions), rows), "u1")
    return {key: member_of[i] for i, key in enumerate(record.regions)}


def _texture(archive: Archive, record: PieceRecord, rows: int) -> TexturePlaces | None:
    """Texture places of a piece; None if it has none."""
    member = TEXTURE.format(record.id)
    if member not in archive:
        return None
    table = archive.plain(member, (rows, 3), "<f4")
    return TexturePlaces(np.ascontiguousarray(table[:, :2]), table[:, 2] > 0.5)


def _bent(archive: Archive, key: str, on: bool, rows: int) -> Bent:
    table = archive.plain(BENT.format(key), (rows, 10), "<f4")
    if not np.isfinite(table).all() or (np.linalg.norm(table[:, 3:7], axis=1) < 0.5).any():
        raise archive.damaged("its turned parts hold values that make no sense")
    return Bent.of_table(table, on)
