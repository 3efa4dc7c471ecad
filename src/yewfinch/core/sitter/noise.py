"""How well marks are placed: expected errors by landmark, and factors that are found from the marks themselves.

The expected error of a mark is a length on the head, at least half a pixel. It is multiplied by a factor of all marks,
one of each class of landmarks (sharp corner, ridge, outline, guessed behind hair or shade) and one of each photo
(blurred, small). The factors are variance components (Helmert; Foerstner 1979, from memory), each held near 1 as if by
so many marks that had turned out as expected.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray

#: Expected error of a clear mark on a sharp landmark: of seeing where it is, mm on the head, and of clicking, pixels
#: (common practice). The two add as squares.
MARK_MM, CLICK_PX = 0.4, 0.7
#: Landmarks defined by a slope or an outline rather than a corner are marked less surely (common practice).
SOFT: dict[str, float] = {
    "g": 2.0, "tr": 2.0, "zy": 2.5, "go": 2.5, "eu": 3.0, "ft": 2.5, "op": 3.0, "v": 3.0, "c": 2.0,
    "or": 2.5, "sl": 1.5, "pg": 1.5, "mf": 2.0, "n": 2.0, "se": 1.5, "sci": 1.5, "obs": 1.5,
    "obi": 1.5, "pra": 1.5, "pa": 1.5,
}  # fmt: skip
#: Landmarks that slide along an outline or the edge of a form, so that an error runs along it.
OUTLINE = ("v", "op", "eu", "ft", "zy", "go", "tr", "c", "pa", "gn")
#: A guessed mark is that much less sure than a clear one (choice).
GUESSED = 3.0
#: Weight of the expected error against the found one, as so many marks: of all, of a class, of a photo (choice).
TRUST, CLASS_TRUST, PHOTO_TRUST = 0.5, 10.0, 4.0
#: Limits of each factor of the standard deviation.
LEAST, MOST = 0.2, 5.0
#: And of those of classes and photos against the whole.
_APART = (0.3, 4.0)

CORNER, RIDGE, EDGE, HIDDEN = range(4)

Ints = npt.NDArray[np.int64]


def softness(key: str) -> float:
    """How much less surely than a corner a landmark is marked."""
    return SOFT.get(key.rsplit("_", 1)[0], 1.0)


def expected_error(key: str, px_per_mm: float, *, guessed: bool) -> float:
    """The error to expect of a mark before any is known, pixels.

    Parameters
    ----------
    key : str
        Its landmark.
    px_per_mm : float
        Of the head in the photo.
    guessed : bool
        Placed behind hair or shade.
    """
    return float(np.hypot(MARK_MM * px_per_mm, CLICK_PX)) * softness(key) * (GUESSED if guessed else 1.0)


def class_of(key: str, *, guessed: bool) -> int:
    """Class of a mark: `CORNER`, `RIDGE`, `EDGE` or `HIDDEN`."""
    base = key.rsplit("_", 1)[0]
    if guessed:
        return HIDDEN
    if base in OUTLINE:
        return EDGE
    return RIDGE if base in SOFT else CORNER


@dataclass(frozen=True, eq=False)
class Noise:
    """Factors of the standard deviation of marks.

    Attributes
    ----------
    whole : float
        Of all.
    classes : (4,) float64
    photos : (k,) float64
    """

    whole: float
    classes: DoubleArray
    photos: DoubleArray

    def of_marks(self, kind: Ints, photo: Ints) -> DoubleArray:
        """Factor of each mark, (m,)."""
        return np.asarray(self.whole * self.classes[kind] * self.photos[photo])

    def found(self, kind: Ints, photo: Ints, squares: DoubleArray, redundancy: DoubleArray) -> Noise:
        """The factors after a look at what is left of the marks.

        Parameters
        ----------
        kind, photo : (m,) int64
            Class and photo of each used mark.
        squares : (m,) float64
            Squared residual in units of the error expected with these factors.
        redundancy : (m,) float64
            Part of the two coordinates of each that others check, 0 to 2.
        """
        left = np.maximum(redundancy, 0.0)
        whole = _ratio(squares.sum(), left.sum(), TRUST, self.whole)
        now = squares / whole**2
        classes = self.classes.copy()
        for c in range(len(classes)):
            mine = kind == c
            classes[c] = self.classes[c] * _ratio(now[mine].sum(), left[mine].sum(), CLASS_TRUST, self.classes[c])
        now = now * (self.classes / classes)[kind] ** 2
        photos = self.photos.copy()
        for i in range(len(photos) if len(photos) > 1 else 0):
            mine = photo == i
            photos[i] = self.photos[i] * _ratio(now[mine].sum(), left[mine].sum(), PHOTO_TRUST, self.photos[i])
        return Noise(
            float(np.clip(self.whole * whole, LEAST, MOST)), np.clip(classes, *_APART), np.clip(photos, *_APART)
        )


def _ratio(squares: float, redundancy: float, trust: float, factor: float) -> float:
    """By how much a factor changes: found variance with the expected one, 1 / factor squared now, as `trust` marks."""
    return float(np.sqrt((squares + 2 * trust / factor**2) / (redundancy + 2 * trust)))


def no_noise(photos: int) -> Noise:
    """Errors as expected."""
    return Noise(1.0, np.ones(4), np.ones(photos))
