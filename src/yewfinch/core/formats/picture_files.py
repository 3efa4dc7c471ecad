"""Pictures by texture places as files: read into arrays, and written as PNG and TIFF."""

from __future__ import annotations

import io
from collections.abc import Callable
from typing import Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.pictures import reading

#: Kinds of pictures that are read, and pixels at most.
KINDS = ("PNG", "JPEG", "TIFF", "WEBP")
_MOST = 16384 * 16384
#: How hard PNGs are packed: large maps take seconds, and more hardly makes them smaller.
_PACKED = 4


def read_picture(data: bytes, name: str) -> ByteArray:
    """A picture file's bytes as (h, w, 3) or (h, w, 4) uint8, top row first.

    Parameters
    ----------
    data : bytes
    name : str
        Of the file, for what is told.

    Raises
    ------
    BadFileError
        If it is no picture, or too large.
    """
    from PIL import Image

    sentence = f"{name} is no picture that can be read. Use a PNG, JPEG, TIFF or WebP file."
    with reading(sentence), Image.open(io.BytesIO(data), formats=KINDS) as image:
        if image.width * image.height > _MOST:
            raise BadFileError(phrase("{0} has {1} x {2} pixels, which is too many.", name, image.width, image.height))
        image.load()
        if image.mode in ("I", "I;16", "I;16B", "F"):
            return np.repeat(_bytes(np.asarray(image, np.float64))[..., None], 3, axis=2)
        return np.asarray(image.convert("RGBA" if "A" in image.getbands() else "RGB"), np.uint8)


def _bytes(deep: npt.NDArray[np.float64]) -> ByteArray:
    """Grey values of more than eight bits as bytes: of 16 bits, or of 0 to 1."""
    top = 1.0 if float(np.nanmax(deep, initial=0.0)) <= 1.0 else 65535.0
    return np.clip(np.round(np.nan_to_num(deep) / top * 255.0), 0, 255).astype(np.uint8)


def png(picture: npt.NDArray[Any]) -> bytes:
    """A PNG of (h, w, c): bytes as they are; lengths, float32, mm, as 16 bits grey, of which the middle is 0.

    How many millimetres white is, `reach_of` tells.
    """
    if picture.dtype == np.uint8:
        return _saved(picture, "PNG", compress_level=_PACKED)
    deep = np.round(32768.0 + 32767.0 * picture[..., 0] / reach_of(picture))
    return _saved(np.clip(deep, 0, 65535).astype(np.uint16), "PNG", compress_level=_PACKED)


def tiff(picture: npt.NDArray[Any]) -> bytes:
    """A TIFF of (h, w, c), packed without loss: bytes as they are; lengths as float32, mm."""
    return _saved(picture if picture.dtype == np.uint8 else picture[..., 0], "TIFF", compression="tiff_adobe_deflate")


def reach_of(picture: npt.NDArray[Any]) -> float:
    """The height, mm, that is white in a 16-bit PNG: the largest there is, up or down."""
    return max(float(np.abs(picture).max(initial=0.0)), 1e-3)


def _saved(picture: npt.NDArray[Any], kind: str, **options: Any) -> bytes:
    from PIL import Image

    out = io.BytesIO()
    flat = picture[..., 0] if picture.ndim == 3 and picture.shape[2] == 1 else picture
    Image.fromarray(np.ascontiguousarray(flat)).save(out, kind, **options)
    return out.getvalue()


#: Kinds of map files by suffix.
WRITERS: dict[str, Callable[[npt.NDArray[Any]], bytes]] = {".png": png, ".tif": tiff, ".tiff": tiff}
