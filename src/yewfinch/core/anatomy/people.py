"""A population of random persons, as what is known of a sitter before any photo is looked at.

A few thousand persons, as the base head draws them, of a sex or both and of an age, differ in more
than the published spreads of young adults: in age, and in the forms that the dials turn.
Mean and covariance of their landmarks are the prior of the sitter's joint solve.
"""

from __future__ import annotations

import sys
from functools import lru_cache
from typing import TYPE_CHECKING, Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy import dials
from yewfinch.core.anatomy.landmarks import LANDMARKS
from yewfinch.core.anatomy.spread import KINDS, Kind, Spread
from yewfinch.core.shared.arrays import DoubleArray

if TYPE_CHECKING:
    from yewfinch.core.anatomy.head_shape import HeadShaper

#: How many persons make the prior, and the number that begins the draw.
COUNT, SEED = 4000, 2026
#: What is known of a sitter's age, and the years that stands for.
Age = Literal["adult", "child", "old"]
AGES: dict[Age, tuple[float, float]] = {"adult": (18.0, 80.0), "child": (3.0, 14.0), "old": (60.0, 90.0)}
#: Years that can be told of a sitter.
YOUNGEST, OLDEST = 2.0, 100.0
#: How far told years are trusted: by a part of them, and by so many years at least (choice).
_YEARS_PART, _YEARS_LEAST = 0.05, 1.0
#: Ages at which the mean is worked out; between them it is interpolated.
_AT_AGES = (2.0, 8.0, 14.0, 19.0, 30.0, 55.0, 80.0, 105.0)


class People:
    """Draws the landmarks of random persons; see `person` for one whole.

    Parameters
    ----------
    shaper : HeadShaper
    """

    def __init__(self, shaper: HeadShaper) -> None:
        self.keys = shaper.keys
        self._means = np.array([[shaper.mean(sex, age) for age in _AT_AGES] for sex in (0.0, 1.0)])
        values, vectors = np.linalg.eigh(shaper.spread.covariance)
        self._root = vectors * np.sqrt(np.maximum(values, 0.0))
        fields = shaper.landmark_fields
        self._dials = np.array([fields[d.key].ravel() for d in dials.DIALS])

    def draw(
        self, rng: np.random.Generator, count: int, kind: Kind = "any", ages: tuple[float, float] = AGES["adult"]
    ) -> DoubleArray:
        """Landmarks of random persons, (count, k, 3) mm.

        Parameters
        ----------
        rng : numpy Generator
        count : int
        kind : {"any", "man", "woman"}
        ages : (float, float)
            Youngest and oldest, years.
        """
        from yewfinch.core.anatomy.head_shape import DIAL_SPREAD

        sex = {"woman": np.zeros(count), "man": np.ones(count)}.get(kind, rng.integers(0, 2, count).astype(float))
        age = rng.uniform(*ages, count)
        out = np.empty((count, len(self.keys), 3))
        for i in range(count):
            at = self._means[int(sex[i])]
            j = int(np.clip(np.searchsorted(_AT_AGES, age[i], "right") - 1, 0, len(_AT_AGES) - 2))
            t = (age[i] - _AT_AGES[j]) / (_AT_AGES[j + 1] - _AT_AGES[j])
            out[i] = at[j] + t * (at[j + 1] - at[j])
        form = rng.normal(size=(count, self._root.shape[1])) @ self._root.T
        turned = np.clip(rng.normal(0.0, DIAL_SPREAD, (count, len(self._dials))), -1.0, 1.0) @ self._dials
        return np.asarray(out + (form + turned).reshape(out.shape))

    def spread(self, kind: Kind = "any", count: int = COUNT, ages: tuple[float, float] = AGES["adult"]) -> Spread:
        """Mean and covariance of random persons and their mirror images."""
        drawn = self.draw(np.random.default_rng(SEED), count, kind, ages)
        twin = [self.keys.index(LANDMARKS[k].twin) for k in self.keys]
        both = np.concatenate([drawn, drawn[:, twin] * (-1.0, 1.0, 1.0)])
        mean = both.mean(axis=0)
        away = (both - mean).reshape(len(both), -1)
        covariance = away.T @ away / (len(both) - 1) + 1e-4 * np.eye(away.shape[1])
        return Spread(self.keys, mean, covariance)


@lru_cache(maxsize=1)
def _people() -> People:
    from yewfinch.core.document.figure import figures

    return People(figures().shaper)


def draw(rng: np.random.Generator, kind: Kind = "any", age: Age = "adult") -> dict[str, DoubleArray]:
    """The landmarks of one random person, (3,) mm each."""
    found = _people()
    points = found.draw(rng, 1, kind, AGES[age])[0]
    return {k: points[i] for i, k in enumerate(found.keys)}


def age_of_years(years: float) -> Age:
    """The word for a sitter's years."""
    return "child" if years < AGES["adult"][0] else "old" if years >= AGES["old"][0] + 5.0 else "adult"


def years_of(age: Age, years: float | None) -> tuple[float, float]:
    """Youngest and oldest that a sitter may be.

    Parameters
    ----------
    age : {"adult", "child", "old"}
    years : float or None
        If they are known, they count alone.

    Raises
    ------
    ValueError
        If `age` is none of these, or `years` lie out of `YOUNGEST` to `OLDEST`.
    """
    if age not in AGES:
        raise ValueError(f"age must be one of {tuple(AGES)}, got {age!r}")
    if years is None:
        return AGES[age]
    if not YOUNGEST <= years <= OLDEST:
        raise ValueError(f"years must lie between {YOUNGEST:g} and {OLDEST:g}, got {years!r}")
    room = max(_YEARS_PART * years, _YEARS_LEAST)
    return years - room, years + room


@lru_cache(maxsize=8)
def people(kind: Kind = "any", age: Age = "adult", years: float | None = None) -> Spread:
    """The prior: how sitters of a kind and an age vary.

    Parameters
    ----------
    kind : {"any", "man", "woman"}
    age : {"adult", "child", "old"}
    years : float, optional
        Whole years if they are known.

    Raises
    ------
    ValueError
        If a word is none of the known ones, or the years are absurd.
    """
    if kind not in KINDS:
        raise ValueError(f"kind must be one of {KINDS}, got {kind!r}")
    ages = years_of(age, years)
    # of the document's layer: the base head and caches; imported late because they build on us
    from yewfinch.core.anatomy import field_shapes, head_measures, head_shape, landmarks, norms, spread
    from yewfinch.core.document.cache import cached, fingerprint
    from yewfinch.core.document.plain import stamp

    modules = (dials, field_shapes, head_measures, head_shape, landmarks, norms, spread)
    own = fingerprint((*modules, sys.modules[__name__]))

    def make() -> dict[str, npt.NDArray[np.generic]]:
        found = _people().spread(kind, COUNT, ages)
        return {"keys": np.array(found.keys), "mean": found.mean, "covariance": found.covariance}

    told = age if years is None else f"{years:g}"
    held = cached(f"people-{kind}-{told}", f"{stamp()}-{own}", make)
    return Spread(tuple(str(k) for k in held["keys"]), np.asarray(held["mean"], float), np.asarray(held["covariance"], float))
