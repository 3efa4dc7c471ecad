"""The colour of the photo that one stands at, under a point of the view."""

from __future__ import annotations

from PyQt6.QtCore import QPointF

from yewfinch.app.view.viewport import Viewport


def photo_colour(view: Viewport, at: QPointF) -> tuple[int, int, int] | None:
    """8-bit sRGB of the photo under a point, logical pixels; None outside of it, or if one stands at none."""
    photo, box = view.bench.standpoint.photo(), view.standpoint.box()
    if photo is None or not box.contains(at):
        return None
    image = view.photos.image(view.bench.portrait.sitter, photo)
    x = int((at.x() - box.left()) / box.width() * image.width())
    y = int((at.y() - box.top()) / box.height() * image.height())
    c = image.pixelColor(min(x, image.width() - 1), min(y, image.height() - 1))
    return c.red(), c.green(), c.blue()
