"""Pictures of the photos: decoded, scaled and framed in the background, kept small.

Scaled pictures are also kept on disk by the content of the file, so that a wall of large photos
opens quickly the next time. The originals in the portrait are never touched.
"""

from __future__ import annotations

import hashlib
import io
from collections import OrderedDict

import numpy as np
from PIL import Image
from PyQt6.QtCore import QObject, QRunnable, QThread, QThreadPool, pyqtSignal
from PyQt6.QtGui import QImage

from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.folders import cache_dir
from yewfinch.core.shared.pictures import reading
from yewfinch.core.sitter.framing import framed_pixels
from yewfinch.core.sitter.photo import Photo, Sitter, decode

#: Longest side of the picture used for overlay and marking, and of a card's, pixels.
LONGEST, THUMB = 2400, 480
#: Pictures kept in memory at most: whole ones, and cards.
KEPT, KEPT_THUMBS = 10, 400
#: Bytes of a file's head and tail that tell it from another of the same photo.
ENDS = 32_768
#: Newest scaled pictures kept on disk.
ON_DISK = 600

_Key = tuple[str, int, int, float, tuple[float, ...] | None, float, float]


class PhotoStore(QObject):
    """Framed pictures by photo.

    Signals
    -------
    ready : (str,) a picture of this photo has arrived
    made : (key, pixels) from a job, for the store itself
    """

    ready = pyqtSignal(str)
    made = pyqtSignal(object, object)

    def __init__(self) -> None:
        super().__init__()
        self._held: dict[int, OrderedDict[_Key, QImage]] = {LONGEST: OrderedDict(), THUMB: OrderedDict()}
        self._asked: set[_Key] = set()
        self._pool = QThreadPool(self)
        self._pool.setMaxThreadCount(max(1, QThread.idealThreadCount() - 1))  # one core is the hand's
        self.made.connect(self._arrived)

    def image(self, sitter: Sitter, photo: Photo, longest: int = LONGEST) -> QImage:
        """The framed picture if it is there; else a smaller or empty one, and it is fetched."""
        key = _key(sitter, photo, longest)
        held = self._held[longest]
        if key in held:
            held.move_to_end(key)
            return held[key]
        if key not in self._asked:
            self._asked.add(key)
            # cards first: they are what the eye waits for
            self._pool.start(_Job(self, key, sitter.files.get(photo.file, b""), photo), 1 if longest == THUMB else 2)
        if longest == THUMB:
            return QImage()
        small = self._held[THUMB].get(_key(sitter, photo, THUMB))
        return QImage() if small is None else small

    def whole(self, sitter: Sitter, photo: Photo, longest: int = LONGEST) -> QImage:
        """The framed picture, made now if need be; empty if it cannot be read."""
        key = _key(sitter, photo, longest)
        if key not in self._held[longest]:
            self._keep(key, _image(_pixels(sitter.files.get(photo.file, b""), photo, longest)))
        return self._held[longest][key]

    def busy(self) -> bool:
        """Whether pictures are still being made."""
        return bool(self._asked)

    def close(self) -> None:
        """Wait for running jobs; drop those not begun."""
        self._pool.clear()
        self._pool.waitForDone(3000)

    def _arrived(self, key: _Key, pixels: ByteArray | None) -> None:
        self._asked.discard(key)
        self._keep(key, _image(pixels))
        self.ready.emit(key[0])

    def _keep(self, key: _Key, image: QImage) -> None:
        held = self._held[key[2]]
        held[key] = image
        while len(held) > (KEPT if key[2] == LONGEST else KEPT_THUMBS):
            held.popitem(last=False)


def _key(sitter: Sitter, photo: Photo, longest: int) -> _Key:
    data = sitter.files.get(photo.file, b"")
    # its ends and length tell a file from another at once; hashing megabytes would hold up the hand
    told = hash((len(data), data[:ENDS], data[-ENDS:]))
    return photo.id, told, longest, photo.turn, photo.crop, photo.exposure, photo.warmth


def _image(pixels: ByteArray | None) -> QImage:
    if pixels is None:
        return QImage()
    h, w, _ = pixels.shape
    return QImage(pixels.tobytes(), w, h, w * 3, QImage.Format.Format_RGB888).copy()


class _Job(QRunnable):
    """Makes one picture off the window's thread."""

    def __init__(self, store: PhotoStore, key: _Key, data: bytes, photo: Photo) -> None:
        super().__init__()
        self._store, self._key, self._data, self._photo = store, key, data, photo

    def run(self) -> None:
        """Called by the pool."""
        pixels = _pixels(self._data, self._photo, self._key[2])
        try:
            self._store.made.emit(self._key, pixels)
        except RuntimeError:
            pass  # the window is gone


def _pixels(data: bytes, photo: Photo, longest: int) -> ByteArray | None:
    try:
        return framed_pixels(scaled(data, photo.name, longest), photo)
    except YewfinchError:
        return None


def scaled(data: bytes, name: str, longest: int) -> ByteArray:
    """The upright photo with its longer side at most `longest`, (h, w, 3) uint8 sRGB.

    Raises
    ------
    BadFileError
        If the photo cannot be read.
    """
    folder = cache_dir() / "photos"
    file = folder / f"{hashlib.blake2b(data, digest_size=16).hexdigest()}-{longest}.webp"
    try:
        with reading("It has to be made again."), Image.open(file, formats=("WEBP",)) as held:
            return np.array(held.convert("RGB"), np.uint8)
    except BadFileError:
        pass
    pixels = decode(data, name, longest)
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "WEBP", quality=92, method=1)
    try:
        folder.mkdir(parents=True, exist_ok=True)
        write_atomic(file, out.getvalue(), private=True)
        old = sorted(folder.glob("*.webp"), key=lambda f: f.stat().st_mtime)[:-ON_DISK]
        for path in old:
            path.unlink(missing_ok=True)
    except (OSError, BadFileError):
        pass  # no cache: it is made again next time
    return pixels
