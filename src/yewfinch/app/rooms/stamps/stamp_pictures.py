"""Small pictures of stamps, for buttons and lists."""

from __future__ import annotations

import numpy as np
from PyQt6.QtGui import QIcon, QImage, QPixmap

from yewfinch.core.sculpt.stamps import Stamp

_SIDE = 96


def picture(stamp: Stamp) -> QIcon:
    """The middle of a stamp as an icon."""
    grey = stamp.grey
    h, w = grey.shape
    side = min(h, w)
    part = grey[(h - side) // 2 : (h + side) // 2, (w - side) // 2 : (w + side) // 2]
    data = np.ascontiguousarray(np.round(part * 255.0), np.uint8)
    image = QImage(data.tobytes(), side, side, side, QImage.Format.Format_Grayscale8)
    return QIcon(QPixmap.fromImage(image.copy().scaled(_SIDE, _SIDE)))
