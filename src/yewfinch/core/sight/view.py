"""The view of the clay: turn, tilt, distance and lens, and the named directions."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sight.camera import Camera, focal_px

#: Named directions: turn in degrees (positive shows the sitter's left side), tilt (from above).
DIRECTIONS: dict[str, tuple[float, float]] = {
    "front": (0.0, 0.0),
    "three-quarter-left": (40.0, 0.0),
    "three-quarter-right": (-40.0, 0.0),
    "profile-left": (90.0, 0.0),
    "profile-right": (-90.0, 0.0),
    "back": (180.0, 0.0),
    "above": (0.0, 75.0),
    "below": (0.0, -55.0),
}


@dataclass(frozen=True)
class View:
    """A way of looking at the work as it stands on the turntable.

    Attributes
    ----------
    turn, tilt : float
        Degrees; tilt is positive from above and stays within +-89.
    target : (3,) float
        What the view turns round, mm.
    distance : float
        From the target, mm.
    lens : float
        35 mm equivalent, mm.
    orthographic : bool
    mirrored : bool
        Left and right of the picture exchanged, to see it with fresh eyes.
    """

    turn: float = 0.0
    tilt: float = 0.0
    target: tuple[float, float, float] = (0.0, -20.0, 10.0)
    distance: float = 900.0
    lens: float = 85.0
    orthographic: bool = False
    mirrored: bool = False

    def rotation(self) -> DoubleArray:
        """World to camera, (3, 3); of determinant -1 if mirrored."""
        a, b = np.radians([self.turn, self.tilt])
        forward = np.array([-np.sin(a) * np.cos(b), -np.sin(b), -np.cos(a) * np.cos(b)])
        right = np.array([np.cos(a), 0.0, -np.sin(a)])
        return np.stack([-right if self.mirrored else right, np.cross(forward, right), forward])

    def camera(self, width: float, height: float) -> Camera:
        """The camera for a picture of this size in pixels."""
        rotation = self.rotation()
        focal = focal_px(self.lens, width, height)
        position = np.array(self.target) - rotation[2] * self.distance
        flat = self.distance / focal if self.orthographic else 0.0
        return Camera(rotation, position, focal, width, height, (width / 2, height / 2), flat)

    def turned(self, turn: float, tilt: float) -> View:
        """Looked at from another direction, degrees."""
        wrapped = (turn + 180.0) % 360.0 - 180.0
        return replace(self, turn=wrapped, tilt=float(np.clip(tilt, -89.0, 89.0)))

    def with_lens(self, lens: float) -> View:
        """Through another lens, from such a distance that the target keeps its size."""
        lens = float(np.clip(lens, 12.0, 400.0))
        return replace(self, lens=lens, distance=self.distance * lens / self.lens)

    def fit(self, bounds: npt.ArrayLike, width: float, height: float) -> View:
        """Show a box (2, 3) mm whole, from the same direction."""
        lo, hi = np.asarray(bounds, np.float64)
        middle = (lo + hi) / 2
        radius = float(np.linalg.norm(hi - lo)) / 2
        focal = focal_px(self.lens, width, height)
        distance = max(focal * radius * 2.0 / min(width, height), radius * 1.2) * 0.92
        return replace(self, target=(float(middle[0]), float(middle[1]), float(middle[2])), distance=distance)


def near_far(camera: Camera, bounds: npt.ArrayLike) -> tuple[float, float]:
    """Clip planes in mm that hold a box (2, 3)."""
    lo, hi = np.asarray(bounds, np.float64)
    middle, radius = (lo + hi) / 2, float(np.linalg.norm(hi - lo)) / 2 + 1.0
    depth = float(camera.depths(middle)[0])
    if camera.flat:
        return depth - radius, depth + radius
    far = max(depth + radius, 10.0)
    return max(depth - radius, far / 2000.0, 1.0), far
