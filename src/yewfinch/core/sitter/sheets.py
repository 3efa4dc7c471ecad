"""Design sheets: drawings without a camera, placed behind the clay in one of its views.

A sheet lies in the plane through the origin that faces its view. Two sheets are fitted to each
other by two marks each: what both show at the same heights.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Annotated

import numpy as np
from msgspec import Meta

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.bounds import Id, Mm, Name, Pixels, Share, Side
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.view import DIRECTIONS, View

#: A sheet is shown while the view is turned no further from its own direction, degrees.
NEAR = 4.0
#: Height that a new sheet's drawing is taken for, mm: about a head with some neck.
HEIGHT = 300.0
SCALES = (0.005, 20.0)
#: Millimetres a pixel that can be kept: a new sheet's may lie outside those on offer.
Scale = Annotated[float, Meta(ge=1e-4, le=1e3)]


@dataclass(frozen=True)
class DesignSheet:
    """One drawing.

    Attributes
    ----------
    id, name, file : str
    width, height : int
        Pixels.
    direction : str
        A key of `DIRECTIONS`.
    scale : float
        Millimetres a pixel.
    x, y : float
        Where its middle lies: mm to the right of, and above, the origin as seen in its view.
    opacity : float
        How strongly it shows through the clay; behind the clay it is always whole.
    visible : bool
    marks : tuple of (x, y)
        At most two, pixels.
    """

    id: Id
    name: Name
    file: Name
    width: Side
    height: Side
    direction: str = "front"
    scale: Scale = 1.0
    x: Mm = 0.0
    y: Mm = -20.0
    opacity: Share = 0.4
    visible: bool = True
    marks: tuple[tuple[Pixels, Pixels], ...] = ()

    def marked(self, at: tuple[float, float]) -> DesignSheet:
        """The sheet with another mark; the older of two gives way."""
        return replace(self, marks=(*self.marks, (float(at[0]), float(at[1])))[-2:])

    def faces(self, view: View) -> bool:
        """Whether a view looks at it squarely enough."""
        turn, tilt = DIRECTIONS[self.direction]
        off = (view.turn - turn + 180.0) % 360.0 - 180.0
        return abs(off) <= NEAR and abs(view.tilt - tilt) <= NEAR

    def corners(self) -> DoubleArray:
        """Its top left and bottom right corner in space, (2, 3) mm."""
        turn, tilt = DIRECTIONS[self.direction]
        rotation = View(turn, tilt).rotation()
        half = np.array([self.width, self.height]) * self.scale / 2
        flat = np.array([[self.x - half[0], self.y + half[1]], [self.x + half[0], self.y - half[1]]])
        return np.asarray(flat[:, :1] * rotation[0] - flat[:, 1:] * rotation[1])

    def box(self, camera: Camera) -> tuple[float, float, float, float]:
        """Left, top, width and height in a picture, pixels."""
        (left, top), (right, bottom) = camera.project(self.corners())
        return float(left), float(top), float(right - left), float(bottom - top)

    def heights(self) -> list[float]:
        """Heights of its marks above the origin, mm."""
        return [self.y + (self.height / 2 - y) * self.scale for _, y in self.marks]


def new_sheet(sheet_id: str, name: str, file: str, width: int, height: int) -> DesignSheet:
    """A sheet of a useful size."""
    return DesignSheet(sheet_id, name, file, width, height, scale=HEIGHT / height)


def aligned(sheet: DesignSheet, to: DesignSheet) -> DesignSheet:
    """A sheet scaled and shifted so that its two marks lie as high as another sheet's.

    Parameters
    ----------
    sheet, to : DesignSheet
        With two marks each, given in the same order.

    Raises
    ------
    CannotSolveError
        If marks are missing, lie at one height, or in opposite order.
    """
    for s in (sheet, to):
        if len(s.marks) != 2:
            raise CannotSolveError(phrase("'{0}' has {1} of the two marks that are needed.", s.name, len(s.marks)))
    a, b = to.heights()
    (_, p), (_, q) = sheet.marks
    if abs(a - b) < 1e-6 or abs(p - q) < 1.0:
        raise CannotSolveError("The two marks of a sheet must lie at different heights, far from each other.")
    scale = (a - b) / (q - p)
    if scale <= 0:
        raise CannotSolveError("The marks of the two sheets are in opposite order: the upper one first on both.")
    if not SCALES[0] <= scale <= SCALES[1]:
        raise CannotSolveError(
            phrase("The sheets would differ {0:.0f} times in scale; look at the marks again.", scale / sheet.scale)
        )
    return replace(sheet, scale=scale, y=a - (sheet.height / 2 - p) * scale)
