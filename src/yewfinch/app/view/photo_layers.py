"""What the renderer is told about photos and drawings that lie over or behind the clay."""

from __future__ import annotations

import numpy as np
from PyQt6.QtGui import QImage

from yewfinch.app.view.photo_store import PhotoStore
from yewfinch.app.view.standpoint_view import StandpointView
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.render.photo_layer import Layer, PhotoLayer


def pixels_of(image: QImage) -> ByteArray:
    """A picture as (h, w, 3) uint8."""
    plain = image.convertToFormat(QImage.Format.Format_RGB888)
    bits = plain.constBits()
    assert bits is not None
    bits.setsize(plain.sizeInBytes())
    held = np.frombuffer(bits, np.uint8)  # type: ignore[call-overload]  # it gives its bytes like any buffer
    rows = np.asarray(held, np.uint8).reshape(plain.height(), plain.bytesPerLine())
    return rows[:, : plain.width() * 3].reshape(plain.height(), plain.width(), 3).copy()


def hold(target: PhotoLayer, image: QImage) -> None:
    """Have a picture's pixels where the graphics processor draws from, uploaded only if it is another one."""
    if not target.holds(image.cacheKey()):
        target.hold(pixels_of(image), image.cacheKey())


def standpoint_layer(
    bench: Bench, photos: PhotoStore, standpoint: StandpointView, target: PhotoLayer, ratio: float
) -> Layer | None:
    """The photo of the standpoint, uploaded, and how it lies; None if there is none to show."""
    photo = bench.standpoint.photo()
    if photo is None:
        return None
    image = photos.image(bench.portrait.sitter, photo)
    if image.isNull():
        return None
    hold(target, image)
    box, o = standpoint.box(), bench.standpoint.overlay
    wipe = None
    if o.wipe is not None:
        at = standpoint.wipe_point()
        wipe = (at.x() * ratio, at.y() * ratio, float(np.radians(o.angle)))
    opacity = 1.0 if o.blink or o.wipe is not None else o.opacity
    if o.wipe is not None and o.mode != "photo":
        opacity = o.opacity
    return Layer(
        (box.left() * ratio, box.top() * ratio, box.width() * ratio, box.height() * ratio), o.mode, opacity, wipe
    )  # fmt: skip
