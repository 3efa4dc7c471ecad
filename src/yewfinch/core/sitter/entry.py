"""A photo that takes part in the joint solve, and the way round it is taken."""

from __future__ import annotations

from dataclasses import dataclass

from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.sitter.camera_prior import CameraPrior, camera_prior
from yewfinch.core.sitter.drawn_lines import curve_of
from yewfinch.core.sitter.photo import Photo
from yewfinch.core.sitter.sides import Sighting


@dataclass(frozen=True, eq=False)
class Entry:
    """One photo that takes part.

    Attributes
    ----------
    photo : Photo
    sighting : Sighting
        The way it is taken.
    other : Sighting or None
        The other way round, if it can be had.
    """

    photo: Photo
    sighting: Sighting
    other: Sighting | None

    @property
    def keys(self) -> tuple[str, ...]:
        """Landmarks of its marks, exchanged if the photo is."""
        return self.sighting.keys

    @property
    def swapped(self) -> bool:
        """Whether left and right are exchanged on the whole photo."""
        return self.sighting.swapped

    def told(self, key: str) -> str:
        """What the user called a landmark on this photo."""
        return LANDMARKS[key].twin if self.swapped else key

    def curves(self) -> dict[str, tuple[tuple[float, float], ...]]:
        """Lines drawn on it, exchanged if the photo is."""
        return {
            curve_of(k, swapped=self.swapped): c for k, c in self.photo.curves.items() if k in CURVES and len(c) > 1
        }

    def prior(self) -> CameraPrior:
        """What is known of its camera."""
        return camera_prior(self.photo.width, self.photo.height, self.photo.lens, cut=self.photo.cut)
