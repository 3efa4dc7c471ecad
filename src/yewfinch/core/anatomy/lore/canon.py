"""Head proportions: canons such as that of thirds and fifths.

Canons are guides, never errors: each of the nine neoclassical canons fits a minority of real
faces (Farkas, Hreczko, Kolar & Munro 1985, Plast Reconstr Surg 75:328). Another canon is one more
declaration, handed to `register`.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase


@dataclass(frozen=True)
class Share:
    """One part of a canon.

    Attributes
    ----------
    title : str
    size : float
        Millimetres.
    share : float
        Part of the whole, 0 to 1.
    ideal : float
        What the canon says, 0 to 1.
    """

    title: str
    size: float
    share: float
    ideal: float


@dataclass(frozen=True)
class Canon:
    """A row of equal parts between landmarks.

    Attributes
    ----------
    title : str
    axis : int
        Along which the parts are measured: 0 across the face, 1 its height, 2 its depth.
    keys : tuple of str
        Landmarks at which the parts meet, in their order.
    parts : tuple of str
        What each part is called, one fewer than the landmarks.
    """

    title: str
    axis: int
    keys: tuple[str, ...]
    parts: tuple[str, ...]

    def shares(self, points: Mapping[str, DoubleArray]) -> list[Share]:
        """The parts of a face.

        Parameters
        ----------
        points : mapping of landmark key to (3,) float, mm
            +y up.

        Returns
        -------
        list of Share
            None if a landmark is missing, or all lie at one place.
        """
        if any(k not in points for k in self.keys):
            return []
        at = [float(points[k][self.axis]) for k in self.keys]
        whole = abs(at[-1] - at[0])
        if whole < 1e-6:
            return []
        sizes = [abs(b - a) for a, b in zip(at[:-1], at[1:], strict=True)]
        return [
            Share(title, size, size / whole, 1.0 / len(sizes)) for title, size in zip(self.parts, sizes, strict=True)
        ]


_canons: dict[str, Canon] = {}


def register(canon: Canon) -> None:
    """Add a canon.

    Raises
    ------
    ValueError
        If there is one of its title, or its parts and landmarks do not go together.
    """
    if canon.title in _canons:
        raise ValueError(phrase("there is a canon {0!r} already", canon.title))
    if len(canon.parts) != len(canon.keys) - 1:
        raise ValueError(
            phrase(
                "canon {0!r} has {1} landmarks and {2} parts between them",
                canon.title,
                len(canon.keys),
                len(canon.parts),
            )
        )
    _canons[canon.title] = canon


def forget(title: str) -> None:
    """Take a canon out again.

    Raises
    ------
    KeyError
        If there is none of that title.
    """
    del _canons[title]


def canons() -> tuple[Canon, ...]:
    """All canons, in the order in which they were added."""
    return tuple(_canons.values())


THIRDS = Canon("Thirds", 1, ("tr", "g", "sn", "gn"), ("hairline to brows", "brows to nose base", "nose base to chin"))
FIFTHS = Canon(
    "Fifths", 0, ("pa_r", "ex_r", "en_r", "en_l", "ex_l", "pa_l"),
    ("right ear to eye", "right eye", "between the eyes", "left eye", "left eye to ear"),
)  # fmt: skip
register(THIRDS)
register(FIFTHS)
