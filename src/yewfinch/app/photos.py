"""Decoded pictures of the photos, made once, kept small."""

from __future__ import annotations

from collections import OrderedDict

from PyQt6.QtGui import QImage

from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.sitter.photo import Photo, Sitter, decode

#: Longest side of the picture used for overlay and marking, pixels.
LONGEST = 2400
KEPT = 12


class PhotoStore:
    """Upright pictures by photo id."""

    def __init__(self) -> None:
        self._held: OrderedDict[tuple[str, int, int], QImage] = OrderedDict()

    def image(self, sitter: Sitter, photo: Photo, longest: int = LONGEST) -> QImage:
        """The picture, at most `longest` pixels on its longer side; empty if it is unreadable."""
        data = sitter.files.get(photo.file, b"")
        key = (photo.id, id(data), longest)
        if key in self._held:
            self._held.move_to_end(key)
            return self._held[key]
        try:
            pixels = decode(data, photo.name, longest)
        except BadFileError:
            return QImage()
        h, w, _ = pixels.shape
        image = QImage(pixels.tobytes(), w, h, w * 3, QImage.Format.Format_RGB888).copy()
        self._held[key] = image
        while len(self._held) > KEPT * 2:
            self._held.popitem(last=False)
        return image
