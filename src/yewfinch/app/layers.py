"""What the renderer is told about photos: over the clay, behind it, and laid onto it."""

from __future__ import annotations

from functools import partial
from typing import TYPE_CHECKING

import numpy as np
from PyQt6.QtGui import QImage

from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.sitter.photo import Photo
from yewfinch.render.photo_layer import Layer
from yewfinch.render.projection import Laid

if TYPE_CHECKING:
    from yewfinch.app.viewport import Viewport


def pixels_of(image: QImage) -> ByteArray:
    """A picture as (h, w, 3) uint8."""
    plain = image.convertToFormat(QImage.Format.Format_RGB888)
    bits = plain.constBits()
    assert bits is not None
    bits.setsize(plain.sizeInBytes())
    rows = np.frombuffer(bits, np.uint8).reshape(plain.height(), plain.bytesPerLine())
    return rows[:, : plain.width() * 3].reshape(plain.height(), plain.width(), 3).copy()


def lay_photos(view: Viewport) -> None:
    """Lay the chosen photos onto the clay."""
    assert view.renderer is not None
    bench, laid = view.bench, []
    for photo in bench.projected():
        image = view.photos.image(bench.portrait.sitter, photo)
        camera = bench.photo_camera(photo, bench.projection_alignment)
        if not image.isNull() and camera is not None:
            laid.append(Laid(image.cacheKey(), partial(pixels_of, image), camera))
    view.renderer.projection.lay(tuple(laid), bench.projection_strength)


def photo_layer(view: Viewport, ratio: float) -> Layer | None:
    """The photo of the standpoint, uploaded, and how it lies; None if there is none to show."""
    bench = view.bench
    photo = bench.standing_photo()
    if photo is None:
        return _sheet_layer(view, ratio)
    if bench.overlay.blink and not view.blink_on:
        return None
    image = view.photos.image(bench.portrait.sitter, photo)
    if image.isNull():
        return None
    assert view.layer is not None
    if not view.layer.holds(image.cacheKey()):
        view.layer.hold(pixels_of(image), image.cacheKey())
    box, o = view.standing.box(), bench.overlay
    wipe = None
    if o.wipe is not None:
        at = view.standing.wipe_point()
        wipe = (at.x() * ratio, at.y() * ratio, float(np.radians(o.angle)))
    opacity = 1.0 if o.blink or o.wipe is not None else o.opacity
    if o.wipe is not None and o.mode != "photo":
        opacity = o.opacity
    return Layer(
        (box.left() * ratio, box.top() * ratio, box.width() * ratio, box.height() * ratio), o.mode, opacity, wipe
    )


def _sheet_layer(view: Viewport, ratio: float) -> Layer | None:
    found = view.shown_sheet()
    if found is None:
        return None
    picture = Photo(found.id, found.name, found.file, found.width, found.height)
    image = view.photos.image(view.bench.portrait.sitter, picture)
    if image.isNull():
        return None
    assert view.layer is not None
    if not view.layer.holds(image.cacheKey()):
        view.layer.hold(pixels_of(image), image.cacheKey())
    left, top, width, height = (v * ratio for v in found.box(view.camera()))
    return Layer((left, top, width, height), "behind", found.opacity)
