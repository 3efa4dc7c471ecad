"""Stamps: grey pictures that tools and stencils work through."""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING

import numpy as np

from yewfinch.core.sculpt import _stamp_kernels as kernels
from yewfinch.core.sculpt import stamp_maker
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.pictures import reading, upright

if TYPE_CHECKING:
    from PIL import Image

#: Longest side of a stamp, pixels; larger pictures are made smaller. Stamps of one portrait at most.
LARGEST, MOST = 1024, 64
#: Width of a stamp that nothing is known of, mm; limits of widths.
USUAL, NARROWEST, WIDEST = 20.0, 0.5, 500.0
#: Kinds of picture that can be a stamp.
KINDS = ("JPEG", "PNG", "WEBP", "TIFF", "BMP", "GIF")


@dataclass(frozen=True, eq=False)
class Stamp:
    """A grey picture with a size.

    Attributes
    ----------
    id, title : str
    png : bytes
        The picture: 8 bit grey. White works fully, black not at all.
    width : float, mm
        Of the picture on the skin.
    hint : str
        What it is for.
    own : bool
        Ships with the application; others belong to a portrait.
    """

    id: str
    title: str
    png: bytes
    width: float = USUAL
    hint: str = ""
    own: bool = False

    @cached_property
    def grey(self) -> FloatArray:
        """(h, w) float32, 0 to 1, top row first."""
        from PIL import Image

        with Image.open(io.BytesIO(self.png)) as picture:
            return np.asarray(np.asarray(picture.convert("L"), np.float32) / np.float32(255.0))

    @property
    def aspect(self) -> float:
        """Height by width."""
        h, w = self.grey.shape
        return h / w


def own_stamps() -> tuple[Stamp, ...]:
    """The stamps that ship with the application, made by code at their first use."""
    return tuple(_own(recipe) for recipe in stamp_maker.RECIPES.values())


_made: dict[str, Stamp] = {}


def _own(recipe: stamp_maker.Recipe) -> Stamp:
    if recipe.id not in _made:
        _made[recipe.id] = Stamp(recipe.id, recipe.title, _png(recipe.make()), recipe.width, recipe.hint, True)
    return _made[recipe.id]


def stamp_of(stamps: Sequence[Stamp], stamp_id: str) -> Stamp | None:
    """A stamp by its id, of the portrait's or our own; None if there is none."""
    found = next((s for s in stamps if s.id == stamp_id), None)
    if found is None and stamp_id in stamp_maker.RECIPES:
        found = _own(stamp_maker.RECIPES[stamp_id])
    return found


def stamp_from_picture(data: bytes, stamp_id: str, title: str, width: float = USUAL) -> Stamp:
    """A stamp from any picture: its brightness, turned upright, made smaller if need be.

    Raises
    ------
    YewfinchError
        If the bytes are no picture, or it is absurdly long or large.
    """
    from PIL import Image

    with (
        reading(phrase("'{0}' is no picture that can be read. Choose a PNG, JPEG, TIFF or WebP file.", title)),
        Image.open(io.BytesIO(data), formats=KINDS) as opened,
    ):
        if opened.width * opened.height > 80_000_000:
            raise YewfinchError(
                phrase(
                    "A picture of {0} x {1} is too large for a stamp. Make it smaller first.",
                    opened.width,
                    opened.height,
                )
            )
        if max(opened.size) > 16 * min(opened.size):
            raise YewfinchError(
                phrase(
                    "A picture of {0} x {1} is too long for a stamp. Cut it to a better shape first.",
                    opened.width,
                    opened.height,
                )
            )
        opened.load()
        grey = _grey(opened)
    if max(grey.size) > LARGEST:
        share = LARGEST / max(grey.size)
        grey = grey.resize(
            (max(1, round(grey.width * share)), max(1, round(grey.height * share))), Image.Resampling.LANCZOS
        )
    if grey.getextrema()[0] == grey.getextrema()[1]:
        raise YewfinchError(phrase("'{0}' has one tone only, so nothing would show of it as a stamp.", title))
    return Stamp(stamp_id, title, _png(np.asarray(grey, np.float32) / 255.0), float(np.clip(width, NARROWEST, WIDEST)))


def _grey(opened: Image.Image) -> Image.Image:
    """Brightness of any picture, upright, 8 bit; what is see-through counts as black."""
    from PIL import Image

    turned = upright(opened)
    if turned.mode in ("RGBA", "LA", "PA") or "transparency" in turned.info:
        turned = turned.convert("RGBA")
        turned = Image.alpha_composite(Image.new("RGBA", turned.size, (0, 0, 0, 255)), turned)
    if turned.mode not in ("I", "I;16", "F"):
        return turned.convert("L")
    values = np.nan_to_num(np.asarray(turned, np.float32))  # 16 bit and float: their own range
    low, high = float(values.min()), float(values.max())
    return Image.fromarray(((values - low) * (255.0 / max(high - low, 1e-9))).astype(np.uint8))


def _png(grey: FloatArray) -> bytes:
    from PIL import Image

    out = io.BytesIO()
    Image.fromarray(np.round(np.clip(grey, 0.0, 1.0) * 255.0).astype(np.uint8)).save(out, "PNG", optimize=True)
    return out.getvalue()


@dataclass(frozen=True, eq=False)
class Laid:
    """A stamp as it lies under one dab.

    Attributes
    ----------
    stamp : Stamp
    right, up : (3,) float64
        Unit directions of the picture on the clay.
    invert : bool
    """

    stamp: Stamp
    right: DoubleArray
    up: DoubleArray
    invert: bool

    def weigh(
        self, rows: IndexArray, positions: FloatArray, centre: DoubleArray, radius: float, weights: FloatArray
    ) -> None:
        """Multiply weights (k,) by the picture in the circle of a dab, centre and radius in mm."""
        kernels.in_circle(
            rows,
            positions,
            centre,
            self.right,
            self.up,
            radius,
            self.stamp.aspect,
            self.stamp.grey,
            self.invert,
            weights,
        )


def spread(
    stamp: Stamp,
    points: FloatArray,
    normals: FloatArray,
    weights: FloatArray,
    *,
    width: float,
    angle: float = 0.0,
    invert: bool = False,
    mirrored: bool = False,
) -> None:
    """Multiply weights (k,) by a stamp that is spread over the skin without end.

    Parameters
    ----------
    stamp : Stamp
    points, normals : (k, 3) float32, mm
    weights : (k,) float32
        Changed in place.
    width : float, mm
        Of one picture.
    angle : float, degrees
    invert : bool
    mirrored : bool
        As it lies on the other side of x = 0.

    Notes
    -----
    The picture comes from the three sides of the room, mixed by the fourth power of the normal (common practice).
    """
    kernels.over_skin(
        points,
        normals,
        -1.0 if mirrored else 1.0,
        width,
        stamp.aspect,
        float(np.radians(angle)),
        stamp.grey,
        invert,
        weights,
    )


def frame(axis: DoubleArray, along: DoubleArray, turn: float) -> tuple[DoubleArray, DoubleArray]:
    """Right and up of a stamp on clay that faces along `axis`, turned by degrees counter-clockwise.

    `along` is the stroke's direction if that turns the stamp, else zero: then up is up in the room.
    """
    aim = along if along.any() else np.array([0.0, 1.0, 0.0])
    flat = aim - (aim @ axis) * axis
    if float(np.linalg.norm(flat)) < 1e-3:
        aim = np.array([0.0, 0.0, -1.0])
        flat = aim - (aim @ axis) * axis
    up = flat / np.linalg.norm(flat)
    right = np.cross(up, axis)
    a = np.radians(turn)
    return np.cos(a) * right + np.sin(a) * up, np.cos(a) * up - np.sin(a) * right


def _warm() -> None:
    grey = np.zeros((2, 2), np.float32)
    one, out = np.zeros((1, 3), np.float32), np.ones(1, np.float32)
    rows, zero, e = np.zeros(1, np.int32), np.zeros(3), np.eye(3)
    kernels.in_circle(rows, one, zero, e[0], e[1], 1.0, 1.0, grey, False, out)
    kernels.over_skin(one, one + np.float32(1), 1.0, 1.0, 1.0, 0.0, grey, False, np.ones(1, np.float32))
    kernels.through(
        one,
        one,
        1.0,
        e,
        zero,
        1.0,
        np.zeros(2),
        0.0,
        np.zeros((2, 3)),
        grey,
        False,
        np.zeros(2),
        np.ones(1, np.float32),
    )


warmup.register("stamps", _warm)
