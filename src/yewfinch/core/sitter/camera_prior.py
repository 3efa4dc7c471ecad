"""What is known of a photo's camera before any mark is looked at: lens and distance."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.sight.camera import focal_px

#: Lens assumed when the photo says nothing, 35 mm equivalent, mm (common practice: from a telephone's 26 mm to a
#: portrait lens of 135 mm), and of a photo that was cut out of a larger one, whose diagonal is shorter.
USUAL_LENS, CUT_LENS = 60.0, 100.0
#: Spread of the logarithm of the lens: told by the photo, not told, and of a photo that was cut out.
KNOWN_LENS, UNKNOWN_LENS, CUT_LENS_SPREAD = 0.03, 0.6, 0.9
#: Distances that heads are photographed from, mm (common practice): 95 of 100 lie between 0.4 and 5 m. Of cut-outs
#: nothing is known but that they are often taken from further away.
NEAREST, FARTHEST = 400.0, 5000.0
CUT_FARTHEST = 16000.0


@dataclass(frozen=True)
class CameraPrior:
    """Mean and spread of the logarithms of a camera's focal length and distance.

    Attributes
    ----------
    focal, focal_spread : float
        Of the natural logarithm of the focal length in pixels.
    distance, distance_spread : float
        Of the natural logarithm of the distance from the middle of the landmarks in mm.
    """

    focal: float
    focal_spread: float
    distance: float
    distance_spread: float


def camera_prior(width: int, height: int, lens: float | None, *, cut: bool = False) -> CameraPrior:
    """What is known of a camera.

    Parameters
    ----------
    width, height : int
        Of the photo, pixels.
    lens : float or None
        35 mm equivalent that the photo tells, mm. It is left aside for a cut-out, whose diagonal is another.
    cut : bool
        The photo was cut out of a larger one.

    Returns
    -------
    CameraPrior
    """
    usual, spread = (CUT_LENS, CUT_LENS_SPREAD) if cut else (USUAL_LENS, UNKNOWN_LENS)
    if lens is not None and not cut:
        usual, spread = lens, KNOWN_LENS
    near, far = np.log(NEAREST), np.log(CUT_FARTHEST if cut else FARTHEST)
    return CameraPrior(
        float(np.log(focal_px(usual, width, height))), spread, float(near + far) / 2, float(far - near) / 4
    )
