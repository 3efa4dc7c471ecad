"""Photos of the sitter laid onto a piece's skin as colour layers, with their light or without."""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import painting
from yewfinch.core.sculpt.masks import ring_mean
from yewfinch.core.shared.arrays import ByteArray, DoubleArray, FloatArray
from yewfinch.core.shared.colour import to_linear, to_srgb
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.pictures import reading, upright
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.alignment import Alignment
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.sitter.photo import Photo
from yewfinch.core.skin.colour_layer import CLEAR, ColourLayer
from yewfinch.core.skin.colour_layers import Painting, ground_layer
from yewfinch.core.skin.grain import grain_of, steps_for
from yewfinch.core.skin.paint_transfer import GROUND
from yewfinch.core.skin.photo_light import light_of, without_light
from yewfinch.core.skin.photo_projection import Shot, Taken, beyond, evened, joined, stacked, taken, visible
from yewfinch.core.skin.sheet import Sheet

#: Places along a line of the face that are brought onto each other.
_ALONG = 7
#: Skin that is hair or lies under it, by the names of regions.
_HAIRY = ("scalp",)
#: Lines drawn on a photo beyond which it shows no skin, and landmarks that are skin for certain.
_BOUNDS, _FACE = ("hairline", "face_outline"), ("n", "sn", "prn", "zy_l", "zy_r")
#: Rounds in which the rim of hair is made soft over the net, outwards.
_SOFT = 5
#: What a sample must be lit by to show the photo at all.
_FAINT = 1.0 / 255.0
#: Pixels of a picture laid through the stencil along its longer side, at most.
_FINEST = 4096


@dataclass(frozen=True)
class Laying:
    """How photos are laid on.

    Attributes
    ----------
    line_up : float
        How far features of photo and clay are brought onto each other, 0 to 1.
    light : float
        How much of each photo's light is taken out, 0 to 1.
    even : bool
        White balance and exposure of several photos are brought together.
    join : bool
        Several photos are joined in bands of detail.
    hair : bool
        Hair and what lies behind are left out: beyond the hairline and the outline of the face as they are drawn on
        each photo, else where the clay has hair.
    """

    line_up: float = 1.0
    light: float = 1.0
    even: bool = True
    join: bool = True
    hair: bool = True

    def __post_init__(self) -> None:
        if not (0.0 <= self.line_up <= 1.0 and 0.0 <= self.light <= 1.0):
            raise YewfinchError("How far photos are lined up and freed of their light lies between 0 and 100 %.")


def lay_on(
    portrait: Portrait,
    piece: str,
    photos: Sequence[str],
    alignment: Alignment,
    how: Laying | None = None,
    progress: Progress = silent,
) -> Edit:
    """Lay photos onto a piece, each as a layer of its own over what is there; layers are begun if there are none.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    photos : sequence of photo ids
        With standpoints. The first lies uppermost.
    alignment : Alignment
        How the clay lies on the sitter.
    how : Laying, optional
    progress : Progress
        May cancel.

    Raises
    ------
    YewfinchError
        If the piece cannot be painted, no photo has a standpoint, or the skin is seen on none.
    """
    how = how or Laying()
    held = painting.paintable(portrait, piece)
    chosen = [p for p in (portrait.sitter.photo(k) for k in photos) if p.standpoint is not None]
    if not chosen:
        raise YewfinchError(
            "None of these photos has a standpoint. Mark six landmarks and solve it in the stage Sitter."
        )
    old = held.painting or _begun(held)
    grain = old.grain
    places, normals = grain.places(held.surface), grain.spread(held.surface.normals)
    normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-9)
    bare = _bare(portrait, held, old) if how.hair else np.ones(grain.count, np.float32)
    found: list[Taken] = []
    for i, photo in enumerate(chosen):
        progress(0.8 * i / len(chosen), phrase("looking at {0}", photo.name))
        shot = shot_of(portrait, held, photo, alignment, bounded=how.hair)
        own = taken(shot, places, normals, how.line_up)
        free = bare
        if how.hair and len(photo.curves.get("hairline", ())) > 1:  # what is drawn knows better, as far as it goes
            line = np.asarray(photo.curves["hairline"], np.float64)
            free = np.where(beyond(line, shot.camera.project(places)), bare, np.float32(1.0))
        own = Taken(own.colour, (own.weight * free).astype(np.float32))
        if how.light > 0.0 and (own.weight > 0.3).sum() > 200:
            light = light_of(own.colour, normals, own.weight)
            own = Taken(*without_light(own.colour, normals, own.weight, light, how.light))
        found.append(own)
    if not any((t.weight > 0.3).any() for t in found):
        raise YewfinchError(phrase("'{0}' is seen on none of these photos from where they were taken.", held.name))
    progress(0.82, "bringing photos together")
    found = evened(found) if how.even else found
    if how.join and len(found) > 1:
        progress(0.86, "joining photos")
        found = joined(found, held.surface, grain.spread)
    layers = []
    taken_ids = {v.id for v in old.layers}
    for photo, own, alpha in zip(chosen, found, stacked(found) if how.join else [t.weight for t in found], strict=True):
        key = _free(f"photo-{photo.id}", taken_ids)
        taken_ids.add(key)
        layers.append(
            ColourLayer(key, phrase("Photo {0}", photo.name)[:60], "paint", Sheet.of_dense(_bytes(own, alpha), CLEAR))
        )
    name = (
        phrase("{0} onto the skin", chosen[0].name)
        if len(chosen) == 1
        else phrase("{0} photos onto the skin", len(chosen))
    )
    return Edit(name, painting.begun_with(held, Painting(grain, [*layers, *old.layers])))


def shot_of(portrait: Portrait, held: Piece, photo: Photo, alignment: Alignment, *, bounded: bool = False) -> Shot:
    """A photo of the sitter with what is known of its features and of what its camera sees of the clay.

    If `bounded`, lines drawn on it keep out what lies beyond them.
    """
    assert photo.standpoint is not None
    camera = alignment.camera(photo.standpoint.camera())
    depths = DepthMap(camera)
    depths.draw({p.id: p.surface for p in portrait.pieces.values() if p.visible and not p.see_through})
    pairs = _pairs(portrait, photo, camera)
    lines = [np.asarray(photo.curves[k], np.float64) for k in _BOUNDS if bounded and len(photo.curves.get(k, ())) > 1]
    marks = portrait.landmarks()
    inner = [photo.marks[k] for k in _FACE if k in photo.marks]
    if not inner:
        known = [marks[k] for k in _FACE if k in marks]
        inner = [tuple(p) for p in camera.project(np.array(known))] if known else []
    middle = np.mean(np.array(inner, np.float64), axis=0) if inner else None
    return Shot(photo.name, camera, _pixels(portrait, photo), depths.depth, pairs, tuple(lines), middle)


def lay_picture(
    portrait: Portrait,
    piece: str,
    picture: ByteArray,
    name: str,
    camera: Camera,
    progress: Progress = silent,
) -> Edit:
    """Lay a flat picture onto a piece as it is seen from a view, where the stencil lies, as a layer of its own.

    Parameters
    ----------
    portrait : Portrait
        With a stencil; the picture fills its frame, which may be warped, whatever its stamp shows.
    piece : str
        Layers are begun if it has none.
    picture : (h, w, 3) or (h, w, 4) uint8, sRGB
        Top row first.
    name : str
        Of the layer.
    camera : Camera
        Of the view.
    progress : Progress
        May cancel.

    Raises
    ------
    YewfinchError
        If there is no stencil, the piece cannot be painted, or it is not seen through the stencil.
    """
    held = painting.paintable(portrait, piece)
    stencil = portrait.stencil
    if stencil is None:
        raise YewfinchError("Lay a stencil over the view first, in the panel Stencil: the picture goes where it lies.")
    old = held.painting or _begun(held)
    progress(0.1, "looking through the stencil")
    places, normals = old.grain.places(held.surface), old.grain.spread(held.surface.normals)
    normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-9)
    depths = DepthMap(camera)
    depths.draw({p.id: p.surface for p in portrait.pieces.values() if p.visible and not p.see_through})
    h, w = picture.shape[:2]
    seen = np.ones((h, w, 4), np.float32)
    seen[..., :3] = to_linear(np.arange(256) / 255.0).astype(np.float32)[picture[..., :3]]
    if picture.shape[2] == 4:
        seen[..., 3] = picture[..., 3] / np.float32(255.0)
    weight = visible(camera, depths.depth, places, normals)
    rows = np.flatnonzero(weight > 0.0)
    progress(0.5, "laying the picture on")
    values, there = stencil.seen_at(seen, min(max(h, w), _FINEST), camera, camera.project(places[rows]))
    alpha = np.zeros(len(places), np.float32)
    alpha[rows] = np.where(there, weight[rows] * values[:, 3], 0.0)
    if not (alpha > _FAINT).any():
        raise YewfinchError(phrase("Nothing of '{0}' is seen through the stencil from here.", held.name))
    colour = np.zeros((len(places), 3), np.float32)
    colour[rows] = values[:, :3]
    key = _free("picture", {v.id for v in old.layers})
    layer = ColourLayer(key, name[:60], "paint", Sheet.of_dense(_bytes(Taken(colour, alpha), alpha), CLEAR))
    made = Painting(old.grain, [layer, *old.layers])
    return Edit(phrase("{0} through the stencil", layer.name), painting.begun_with(held, made))


def _begun(held: Piece) -> Painting:
    grain = grain_of(held.surface, steps_for(held.surface, painting.usual(held.surface)))
    own = ColourLayer("paint1", "Paint", "paint", Sheet(grain.count, CLEAR))
    return Painting(grain, [own, ground_layer(grain, held.surface.colour, GROUND)])


def _free(stem: str, taken_ids: set[str]) -> str:
    key, n = stem, 1
    while key in taken_ids:
        n += 1
        key = f"{stem}-{n}"
    return key


def _pixels(portrait: Portrait, photo: Photo) -> ByteArray:
    from PIL import Image

    data = io.BytesIO(portrait.sitter.files[photo.file])
    with reading(phrase("{0} cannot be read as a picture any more.", photo.name)), Image.open(data) as image:
        image.load()
        return np.asarray(upright(image).convert("RGB"), np.uint8)


def _pairs(portrait: Portrait, photo: Photo, camera: Camera) -> DoubleArray:
    """Where the clay's landmarks and lines are seen from there, and where the photo has them, (k, 4) pixels."""
    marks = portrait.landmarks()
    out: list[DoubleArray] = []
    keys = [k for k in photo.marks if k in marks and photo.certainty.get(k) != "hidden"]
    if keys:
        seen = camera.project(np.array([marks[k] for k in keys]))
        out.append(np.concatenate([seen, np.array([photo.marks[k] for k in keys])], axis=1))
    for key, drawn in photo.curves.items():
        line = portrait.line(key)
        if line is None or len(line) < 3 or len(drawn) < 3:
            continue
        seen, there = _evenly(camera.project(line)), _evenly(np.asarray(drawn, np.float64))
        if np.linalg.norm(seen[0] - there[0]) > np.linalg.norm(seen[0] - there[-1]):
            there = there[::-1]
        out.append(np.concatenate([seen, there], axis=1))
    return np.concatenate(out) if out else np.empty((0, 4))


def _evenly(points: DoubleArray) -> DoubleArray:
    """Places evenly along a line of pixels."""
    way = np.r_[0.0, np.cumsum(np.linalg.norm(np.diff(points, axis=0), axis=1))]
    at = np.linspace(0.0, way[-1], _ALONG)
    return np.stack([np.interp(at, way, points[:, k]) for k in range(2)], axis=1)


def _bare(portrait: Portrait, held: Piece, old: Painting) -> FloatArray:
    """How far samples are skin and not hair: 0 above the line of the hair."""
    hairy = np.zeros(len(held.surface), np.float32)
    for name in _HAIRY:
        member = held.regions.get(name)
        if member is not None:
            hairy = np.maximum(hairy, member / np.float32(255.0))
    line = portrait.line("hairline")
    if line is not None and not hairy.any():
        at = held.surface.positions
        order = np.argsort(line[:, 0])
        top = np.interp(at[:, 0], line[order, 0], line[order, 1])
        hairy = np.clip((at[:, 1] - top) / 6.0 + 0.5, 0.0, 1.0).astype(np.float32)
    for _ in range(_SOFT):  # a region ends from one vertex to the next, hair does not
        hairy = np.maximum(hairy, ring_mean(held.surface, hairy))
    return np.asarray(1.0 - old.grain.spread(hairy[:, None])[:, 0], np.float32)


def _bytes(own: Taken, alpha: FloatArray) -> ByteArray:
    out = np.zeros((len(alpha), 4), np.uint8)
    rows = np.flatnonzero(alpha > _FAINT)
    out[rows, :3] = np.round(255.0 * np.clip(to_srgb(np.clip(own.colour[rows], 0.0, 1.0)), 0.0, 1.0))
    out[rows, 3] = np.round(255.0 * np.clip(alpha[rows], 0.0, 1.0))
    return out


def solved(portrait: Portrait) -> Mapping[str, str]:
    """Names of the photos that can be laid on, by their ids."""
    return {p.id: p.name for p in portrait.sitter.photos if p.standpoint is not None}
