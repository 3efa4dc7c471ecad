"""What the joint solve found: the sitter's landmarks in mm, how sure they are, and bad clicks."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.bounds import Count, Id, Pixels, Positive, Real, Share
from yewfinch.core.shared.phrases import counted, in_a_row, phrase


@dataclass(frozen=True)
class PhotoFit:
    """How well one photo's standpoint is known.

    Attributes
    ----------
    photo : str
        Its id.
    marks : int
        Marks used.
    rms : float
        Root mean square distance of used marks from their landmarks, pixels.
    turn_spread : float
        Of the direction of view against the head, degrees (root mean square of three axes).
    distance_spread : float
        Of the distance, mm.
    lens_spread : float
        Of the focal length, as a part of it.
    swapped : bool
        Left and right are exchanged on the whole photo, and were read the other way round.
    """

    photo: Id
    marks: Count
    rms: Positive
    turn_spread: Positive
    distance_spread: Positive
    lens_spread: Positive
    swapped: bool = False


@dataclass(frozen=True)
class BadMark:
    """A mark that does not fit the others; it was left out.

    Attributes
    ----------
    photo, key : str
    at, expected : (float, float)
        Where it is and where the other marks say it should be, pixels.
    swapped : bool
        It lies where its twin on the other side belongs.
    """

    photo: Id
    key: str
    at: tuple[Pixels, Pixels]
    expected: tuple[Real, Real]
    swapped: bool = False

    @property
    def pixels(self) -> float:
        """How far off it is."""
        return float(np.hypot(self.at[0] - self.expected[0], self.at[1] - self.expected[1]))

    def words(self) -> str:
        """One sentence without the photo's name."""
        name = LANDMARKS[self.key].plain
        if self.swapped:
            return phrase("'{0}' lies where the other side's belongs: left and right are exchanged.", name)
        return phrase("'{0}' is {1:.0f} px from where the other marks expect it.", name, self.pixels)


@dataclass(frozen=True)
class Doubt:
    """What does not fit one ordinary head at rest, marked by one hand.

    Attributes
    ----------
    shape, placing : float
        How much further than usual the sitter's head lies from the mean, and the landmarks from their definitions, as
        factors of variances.
    differently : tuple of landmark keys
        Landmarks that seem to be meant differently from their definitions, the worst first.
    moved : mapping of photo id to words
        Photos that show another expression than the others, and which: mouth, lids and brows were let move on them.
    strangers : tuple of photo ids
        Photos that seem to show another person than the rest.
    other_age : {"", "adult", "child"}
        The age that the form may speak for, against the one that was told.
    other_chance : float
        That the sitter is of that age, 0 to 1.
    other_size : float
        The sitter's size then, in parts of the solved one.
    """

    shape: Positive = 1.0
    placing: Positive = 1.0
    differently: tuple[str, ...] = ()
    moved: Mapping[str, str] = field(default_factory=dict)
    strangers: tuple[str, ...] = ()
    other_age: Literal["", "adult", "child"] = ""
    other_chance: Share = 0.0
    other_size: Positive = 1.0

    @property
    def strange(self) -> bool:
        """Whether the marks as a whole do not fit one ordinary head."""
        return self.shape > STRANGE_SHAPE or self.placing > STRANGE_PLACING


#: Factors above which a sentence says that the marks do not fit one ordinary head. Of 200 sitters drawn from the
#: spread,
#: with 1 to 10 photos, the largest were 1.3 and 0.9; with landmarks placed off by 1 mm 2.3 and 1.4; of face meshes made
#: elsewhere the middle ones were 2.6 to 3.9 and 1.3 to 2.1.
STRANGE_SHAPE, STRANGE_PLACING = 2.3, 2.0
#: Chance of another age above which a sentence asks for it (choice).
LIKELY_AGE = 0.8
_OTHER_AGE: dict[str, str] = {
    "child": "This head has the form of a child's. If the sitter is a child, say so: "
    "its size would change by {0:+.0f} %, and what no photo shows is taken from other heads.",
    "adult": "This head has the form of a grown person's. If the sitter is an adult, say so: "
    "its size would change by {0:+.0f} %, and what no photo shows is taken from other heads.",
}


@dataclass(frozen=True, eq=False)
class Solution:
    """The sitter in millimetres.

    Attributes
    ----------
    keys : tuple of str
        Landmarks.
    points : (n, 3) float64, mm
        In the head's frame.
    covariance : (3 n, 3 n) float64, mm squared
        Against the head's own place and direction: rigid motion of all is taken out.
    seen : mapping of landmark to photo ids
        Photos whose marks were used for it.
    fits : tuple of PhotoFit
    bad : tuple of BadMark
    left_out : mapping of photo id to a sentence
        Photos with marks that could not be used, and why.
    ellipses : mapping of photo id to (n, 3) float64
        Spread of each landmark in the photo: xx, xy, yy in pixels squared.
    scale_spread : float
        Spread of the sitter's size, as a part of it.
    scale_source : str
        What the size rests on.
    noise : float
        Found error of a clear, sharp mark, mm on the head.
    digest : str
        Of what it was solved from, to see when it is out of date.
    placing : (n,) float64, mm
        How far, on one axis, the hand that marked the photos places each landmark from its definition; the covariance
        is that of the places as marked.
    doubt : Doubt
    """

    keys: tuple[str, ...]
    points: DoubleArray
    covariance: DoubleArray
    seen: Mapping[str, tuple[str, ...]]
    fits: tuple[PhotoFit, ...]
    bad: tuple[BadMark, ...] = ()
    left_out: Mapping[str, str] = field(default_factory=dict)
    ellipses: Mapping[str, DoubleArray] = field(default_factory=dict)
    scale_spread: float = 0.0
    scale_source: str = ""
    noise: float = 0.0
    digest: str = ""
    placing: DoubleArray = field(default_factory=lambda: np.zeros(0))
    doubt: Doubt = field(default_factory=Doubt)

    def __post_init__(self) -> None:
        if len(self.placing) != len(self.keys):
            object.__setattr__(self, "placing", np.zeros(len(self.keys)))

    def __eq__(self, other: object) -> bool:
        if not isinstance(other, Solution):
            return NotImplemented
        plain = ("keys", "seen", "fits", "bad", "left_out", "scale_spread", "scale_source", "noise", "digest", "doubt")
        return (
            all(getattr(self, n) == getattr(other, n) for n in plain)
            and np.array_equal(self.points, other.points)
            and np.array_equal(self.covariance, other.covariance)
            and np.array_equal(self.placing, other.placing)
            and self.ellipses.keys() == other.ellipses.keys()
            and all(np.array_equal(v, other.ellipses[k]) for k, v in self.ellipses.items())
        )

    __hash__ = None  # type: ignore[assignment]  # it is compared by value and changes nowhere, but holds arrays

    @property
    def from_definition(self) -> DoubleArray:
        """Covariance of the landmarks as they are defined, (3 n, 3 n) mm squared: that of placing them is added."""
        return np.asarray(self.covariance + np.diag(np.repeat(self.placing**2, 3)))

    def index(self, key: str) -> int:
        """Row of a landmark.

        Raises
        ------
        ValueError
            If it is not among the keys.
        """
        return self.keys.index(key)

    def landmarks(self, *, seen_only: bool = True) -> dict[str, DoubleArray]:
        """Points by key, (3,) mm; those no photo shows come from the prior alone."""
        return {k: self.points[i] for i, k in enumerate(self.keys) if not seen_only or k in self.seen}

    def spread(self, key: str) -> float:
        """Root mean square spread of a landmark over the three axes, mm."""
        i = self.index(key)
        return float(np.sqrt(np.trace(self.covariance[3 * i : 3 * i + 3, 3 * i : 3 * i + 3]) / 3))

    def fit(self, photo_id: str) -> PhotoFit | None:
        """How well a photo's standpoint is known; None if it was not used."""
        return next((f for f in self.fits if f.photo == photo_id), None)

    def words(self) -> str:
        """What is known and how well, for the user; `warnings` tells what does not fit."""
        spreads = [self.spread(k) for k in self.seen]
        middle = float(np.median(spreads)) if spreads else 0.0
        n = len(self.fits)
        text = counted(
            "{1} landmarks from {0} photo, typically ±{2:.1f} mm. Size ±{3:.1f} % ({4}).",
            "{1} landmarks from {0} photos, typically ±{2:.1f} mm. Size ±{3:.1f} % ({4}).",
            n,
            len(self.seen),
            middle,
            self.scale_spread * 100,
            self.scale_source,
        )
        if n == 1:
            text += (
                " One photo says little about depth: it is mostly that of an average head. "
                "A second photo from another side helps most."
            )
        return text

    def warnings(self, names: Mapping[str, str]) -> list[str]:
        """Sentences on what does not fit one ordinary head at rest, marked by one hand.

        Parameters
        ----------
        names : mapping of photo id to name
        """
        doubt, out = self.doubt, []
        if doubt.strangers:
            out.append(
                phrase(
                    "The photos seem to show two persons. Left out: {0}.",
                    in_a_row(", ", (names.get(i, i) for i in doubt.strangers)),
                )
            )
        for i, expression in doubt.moved.items():
            out.append(
                phrase(
                    "'{0}' shows another expression ({1}): mouth, lids and brows may move there.",
                    names.get(i, i),
                    expression,
                )
            )
        look = in_a_row(", ", (LANDMARKS[k].plain for k in doubt.differently[:4] if k in LANDMARKS))
        if doubt.strange:
            out.append(
                "These marks do not fit one ordinary head: two persons, another expression, or marks meant differently"
                + (phrase("; look at these: {0}.", look) if look else ".")
            )
        elif look:
            out.append(phrase("Marked alike on all photos, but not where an ordinary head has it: {0}.", look))
        if doubt.other_chance > LIKELY_AGE:
            out.append(phrase(_OTHER_AGE[doubt.other_age], (doubt.other_size - 1.0) * 100))
        return out
