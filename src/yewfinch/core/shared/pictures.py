"""Around Pillow: bytes from outside that are to be a picture.

Its readers meet broken files with errors of many kinds, from `struct.error` to `OverflowError`. Its calls, and no more
of ours
than goes between two of them, stand within `reading`, so that whatever it raises for such bytes is one sentence.
"""

from __future__ import annotations

import io
from collections.abc import Iterator
from contextlib import contextmanager

from PIL import Image

from yewfinch.core.shared.errors import BadFileError, YewfinchError

#: EXIF tag of how the picture must be turned.
ORIENTATION = 0x0112


@contextmanager
def reading(sentence: str) -> Iterator[None]:
    """Turn whatever a picture's bytes make Pillow raise into a BadFileError with this sentence."""
    try:
        yield
    except YewfinchError:
        raise
    except Exception as error:  # a reader of hostile bytes may raise anything
        raise BadFileError(sentence) from error


def orientation(image: Image.Image) -> int:
    """EXIF's number for how a picture is turned; 1, as it is, where nothing sound is said.

    Load the picture first if its pixels are wanted: asked for EXIF, Pillow may load it and leave what is broken half
    read.
    """
    try:
        with reading(""):
            found = image.getexif().get(ORIENTATION)
    except BadFileError:
        return 1
    return found if isinstance(found, int) and 1 <= found <= 8 else 1


#: How Pillow turns a picture upright for each number of EXIF.
_TURNS = {
    2: Image.Transpose.FLIP_LEFT_RIGHT,
    3: Image.Transpose.ROTATE_180,
    4: Image.Transpose.FLIP_TOP_BOTTOM,
    5: Image.Transpose.TRANSPOSE,
    6: Image.Transpose.ROTATE_270,
    7: Image.Transpose.TRANSVERSE,
    8: Image.Transpose.ROTATE_90,
}


def upright(image: Image.Image) -> Image.Image:
    """A picture turned as its EXIF says; broken EXIF leaves it as it is."""
    turn = _TURNS.get(orientation(image))
    return image if turn is None else image.transpose(turn)


def upright_size(data: bytes, kinds: tuple[str, ...]) -> tuple[int, int] | None:
    """Width and height of a picture once upright, pixels, read from its head alone.

    None if it is no picture of these kinds.
    """
    try:
        with reading(""), Image.open(io.BytesIO(data), formats=kinds) as image:
            w, h = image.size
            if image.format == "PNG" and b"eXIf" not in data:  # Pillow would unpack all of it to look for one
                return w, h
            return (h, w) if orientation(image) in (5, 6, 7, 8) else (w, h)
    except BadFileError:
        return None
