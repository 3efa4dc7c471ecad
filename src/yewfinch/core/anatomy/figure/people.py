"""A population of random persons, as what is known of a sitter before any photo is looked at.

A few thousand persons, as the base head draws them, of a sex or both and of an age, differ in more
than the published spreads of young adults: in age, and in the forms that the dials turn.
Mean and covariance of their landmarks are the prior of the sitter's joint solve.
"""

from __future__ import annotations

import sys
from functools import lru_cache

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.figure import casts, head_landmarks, head_shape
from yewfinch.core.anatomy.figure.head_shape import HeadShaper, plain_shaper
from yewfinch.core.anatomy.head import head_dials, head_measures, kinds
from yewfinch.core.anatomy.lore import landmarks, norms, profile
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.sex_and_age import AGES, SEXES, Age, Sex, years_of
from yewfinch.core.anatomy.population import spread
from yewfinch.core.anatomy.population.plain import digest
from yewfinch.core.anatomy.population.spread import Spread
from yewfinch.core.reshape import field_shapes
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.cache import cached, fingerprint
from yewfinch.core.shared.phrases import phrase

#: How many persons make the prior, and the number that begins the draw.
COUNT, SEED = 4000, 2026
#: Ages at which the mean is worked out; between them it is interpolated.
_AT_AGES = (2.0, 8.0, 14.0, 19.0, 30.0, 55.0, 80.0, 105.0)


class People:
    """Draws the landmarks of random persons; see `person` for one whole.

    Parameters
    ----------
    shaper : HeadShaper
    """

    def __init__(self, shaper: HeadShaper) -> None:
        self.keys, self._cast = shaper.keys, shaper.cast
        self._means = np.array([[shaper.marks.mean(sex, age) for age in _AT_AGES] for sex in (0.0, 1.0)])
        self._roots = []
        for of_kind in shaper.marks.kinds:
            values, vectors = np.linalg.eigh(of_kind.covariance)
            self._roots.append((vectors * np.sqrt(np.maximum(values, 0.0))) @ vectors.T)
        fields = shaper.marks.chance_fields
        self._dials = np.array([fields[k].ravel() for k in shaper.cast.drawn])

    def draw(
        self, rng: np.random.Generator, count: int, kind: Sex = "any", ages: tuple[float, float] = AGES["adult"]
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
        sex = {"woman": np.zeros(count), "man": np.ones(count)}.get(kind, rng.integers(0, 2, count).astype(float))
        age = rng.uniform(*ages, count)
        out = np.empty((count, len(self.keys), 3))
        for i in range(count):
            at = self._means[int(sex[i])]
            j = int(np.clip(np.searchsorted(_AT_AGES, age[i], "right") - 1, 0, len(_AT_AGES) - 2))
            t = (age[i] - _AT_AGES[j]) / (_AT_AGES[j + 1] - _AT_AGES[j])
            out[i] = at[j] + t * (at[j + 1] - at[j])
        chance = rng.normal(size=(count, len(self._roots[0])))
        form = np.where(sex[:, None] > 0.5, chance @ self._roots[1], chance @ self._roots[0])
        turned = (
            np.clip(rng.normal(0.0, self._cast.dial_spread, (count, len(self._dials))), *self._cast.dial_limits)
            @ self._dials
        )
        return np.asarray(out + (form + turned).reshape(out.shape))

    def spread(self, kind: Sex = "any", count: int = COUNT, ages: tuple[float, float] = AGES["adult"]) -> Spread:
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
    return People(plain_shaper())


def draw(rng: np.random.Generator, kind: Sex = "any", age: Age = "adult") -> dict[str, DoubleArray]:
    """The landmarks of one random person, (3,) mm each."""
    found = _people()
    points = found.draw(rng, 1, kind, AGES[age])[0]
    return {k: points[i] for i, k in enumerate(found.keys)}


@lru_cache(maxsize=24)
def people(kind: Sex = "any", age: Age = "adult", years: float | None = None) -> Spread:
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
    if kind not in SEXES:
        raise ValueError(phrase("kind must be one of {0}, got {1!r}", SEXES, kind))
    ages = years_of(age, years)
    modules = (
        casts,
        field_shapes,
        head_dials,
        head_landmarks,
        head_measures,
        head_shape,
        kinds,
        landmarks,
        norms,
        profile,
        spread,
    )
    own = fingerprint((*modules, sys.modules[__name__]))

    def make() -> dict[str, npt.NDArray[np.generic]]:
        found = _people().spread(kind, COUNT, ages)
        return {"keys": np.array(found.keys), "mean": found.mean, "covariance": found.covariance}

    told = age if years is None else f"{years:g}"
    held = cached(f"people-{kind}-{told}", f"{digest()}-{own}", make)
    return Spread(
        tuple(str(k) for k in held["keys"]), np.asarray(held["mean"], float), np.asarray(held["covariance"], float)
    )
