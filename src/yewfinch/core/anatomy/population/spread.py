"""How heads vary: a mean and a covariance of all landmarks of adults.

The form of the covariance is a choice: overall size, the three axes, smooth change of form over
two lengths, and what moves a landmark alone; left and right of a pair share all of it but a
small asymmetric part. Its amounts are fitted to the published spreads of `norms.NORMS` and then
corrected so that each of those measures has its published spread and mean to first order.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from yewfinch.core.anatomy.head.base_head import BaseHead
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.norms import NORMS, Norm
from yewfinch.core.anatomy.lore.sex_and_age import SEXES, Sex
from yewfinch.core.anatomy.population.plain import plain_head
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase

#: Spreads (one standard deviation): size and axes as parts of the whole, the rest in mm.
#: Fitted to the published spreads of NORMS by tools/fit_spread.py.
SIZE, ACROSS, UP, FORWARD = 0.024, 0.017, 0.030, 0.020
SMOOTH, CLOSE, ALONE = 1.90, 0.55, 0.40
#: Reach of the smooth and the close change of form, mm (choice).
SMOOTH_REACH, CLOSE_REACH = 45.0, 14.0
#: Asymmetric part, mm: smooth over `ASYMMETRY_REACH`, and of one landmark alone. Together they
#: give a mirror difference of about 0.8 mm root mean square along the surface's normal (Taylor
#: et al. 2014, J Craniofac Surg 25:124, from memory).
ASYMMETRY, ASYMMETRY_ALONE, ASYMMETRY_REACH = 0.45, 0.35, 35.0


@dataclass(frozen=True)
class Spread:
    """A normal distribution of heads.

    Attributes
    ----------
    keys : tuple of str
        Landmarks.
    mean : (n, 3) float64, mm
        In the head's frame: Frankfurt plane level, +X to the sitter's left.
    covariance : (3 n, 3 n) float64, mm squared
        Ordered x, y, z of the first landmark, then of the second, and so on.
    """

    keys: tuple[str, ...]
    mean: DoubleArray
    covariance: DoubleArray

    def of(self, keys: set[str]) -> Spread:
        """The same heads, but for some of the landmarks only."""
        rows = [i for i, k in enumerate(self.keys) if k in keys]
        index = np.concatenate([3 * r + np.arange(3) for r in rows])
        return Spread(tuple(self.keys[r] for r in rows), self.mean[rows], self.covariance[np.ix_(index, index)])

    def sample(self, rng: np.random.Generator) -> dict[str, DoubleArray]:
        """The landmarks of a random person, (3,) mm each; by the covariance's root, which is one and the same on all
        machines.
        """
        lengths, axes = self._axes
        return self._at((axes * lengths) @ (axes.T @ rng.normal(size=len(lengths))))

    def sample_by_axes(self, rng: np.random.Generator) -> dict[str, DoubleArray]:
        """The same by its axes, whose signs are chance: as the first cast of the base heads drew its persons."""
        lengths, axes = self._axes
        return self._at(axes @ (rng.normal(size=len(lengths)) * lengths))

    def _at(self, away: DoubleArray) -> dict[str, DoubleArray]:
        points = self.mean + away.reshape(-1, 3)
        return {k: points[i] for i, k in enumerate(self.keys)}

    @cached_property
    def _axes(self) -> tuple[DoubleArray, DoubleArray]:
        """Standard deviations along the covariance's own axes, (3 n,) mm, and these axes as columns, (3 n, 3 n)."""
        values, vectors = np.linalg.eigh(self.covariance)
        return np.sqrt(np.maximum(values, 0.0)), vectors

    def spread_of(self, start: str, end: str) -> float:
        """Standard deviation of the distance of two landmarks, mm, to first order."""
        row = _slope(self.mean, self.keys.index(start), self.keys.index(end))
        return float(np.sqrt(row @ self.covariance @ row))


@lru_cache(maxsize=3)
def adults(kind: Sex = "any") -> Spread:
    """Adults of one sex, or of both in equal parts.

    Parameters
    ----------
    kind : {"any", "man", "woman"}

    Returns
    -------
    Spread

    Raises
    ------
    ValueError
        If `kind` is none of these.
    """
    if kind not in SEXES:
        raise ValueError(phrase("kind must be one of {0}, got {1!r}", SEXES, kind))
    return adults_of(kind, *landmarks_of(plain_head()))


def adults_of(kind: Sex, keys: tuple[str, ...], base: DoubleArray) -> Spread:
    """The same for a plain head with landmarks at some places.

    Parameters
    ----------
    kind : {"any", "man", "woman"}
    keys : tuple of str
    base : (n, 3) float64, mm
        Symmetric about x = 0.
    """
    form = form_covariance(keys, base)
    norms = [(n, keys.index(s), keys.index(e)) for n, s, e in _measures(keys)]
    slopes = np.array([_slope(base, s, e) for _, s, e in norms])
    now = np.array([np.linalg.norm(base[s] - base[e]) for _, s, e in norms])
    men = np.array([n.men[0] for n, _, _ in norms])
    women = np.array([n.women[0] for n, _, _ in norms])
    wanted = np.array([_pooled(n, kind) for n, _, _ in norms])
    model = slopes @ form @ slopes.T
    # a fifth of each spread is left as the model's own misfit, so that near-equal measures of
    # different surveys do not pull against each other
    noise = np.diag((0.2 * wanted) ** 2)
    gain = form @ slopes.T @ np.linalg.inv(model + noise)
    ratio = np.clip(wanted / np.sqrt(np.diag(model)), 0.5, 2.0)
    target = ratio[:, None] * model * ratio[None, :]
    covariance = form + gain @ (target - model) @ gain.T
    mean_of = {"man": men, "woman": women, "any": (men + women) / 2}[kind]
    mean = base + (gain @ (mean_of - now)).reshape(-1, 3)
    if kind == "any":  # the two sexes lie at either side of their mean
        between = gain @ (men - women) / 2
        covariance = covariance + np.outer(between, between)
    covariance = (covariance + covariance.T) / 2 + 1e-4 * np.eye(len(covariance))
    return Spread(keys, mean, covariance)


def landmarks_of(made: BaseHead) -> tuple[tuple[str, ...], DoubleArray]:
    """The landmarks of a plain head that move with the skull, and their places (n, 3) mm, exactly symmetric."""
    points = {k: a.on(made.surface(a.piece)) for k, a in made.anchors.items()}
    keys = tuple(k for k, mark in LANDMARKS.items() if k in points and mark.rigid)
    flip = np.array([-1.0, 1.0, 1.0])
    base = np.array([(points[k] + flip * points[LANDMARKS[k].twin]) / 2 for k in keys])
    return keys, base


def form_covariance(
    keys: tuple[str, ...],
    points: DoubleArray,
    amounts: tuple[float, ...] = (SIZE, ACROSS, UP, FORWARD, SMOOTH, CLOSE, ALONE),
) -> DoubleArray:
    """Covariance by the form of the model alone.

    Parameters
    ----------
    keys : tuple of str
    points : (n, 3) float64, mm
        Symmetric about x = 0.
    amounts : seven floats
        As the module's constants SIZE to ALONE.

    Returns
    -------
    (3 n, 3 n) float64, mm squared
    """
    size, across, up, forward, smooth, close, alone = amounts
    n = len(keys)
    twin = np.array([keys.index(LANDMARKS[k].twin) for k in keys])
    mirrored = points[twin]
    centred = points - points.mean(axis=0)
    out = size**2 * np.outer(centred.ravel(), centred.ravel())
    for axis, amount in enumerate((across, up, forward)):
        mode = np.zeros((n, 3))
        mode[:, axis] = centred[:, axis]
        out += amount**2 * np.outer(mode.ravel(), mode.ravel())
    same, other = np.eye(n), np.eye(n)[twin]

    def near(p: DoubleArray, q: DoubleArray, reach: float) -> DoubleArray:
        gap = ((p[:, None] - q[None]) ** 2).sum(axis=2)
        return np.asarray(np.exp(-gap / (2 * reach**2)))

    wide = near(points, points, SMOOTH_REACH), near(points, mirrored, SMOOTH_REACH)
    tight = near(points, points, CLOSE_REACH), near(points, mirrored, CLOSE_REACH)
    lopsided = near(points, points, ASYMMETRY_REACH), near(points, mirrored, ASYMMETRY_REACH)
    for axis, sign in enumerate((-1.0, 1.0, 1.0)):
        block = smooth**2 * (wide[0] + sign * wide[1])
        block += close**2 * (tight[0] + sign * tight[1])
        block += alone**2 * (same + sign * other)
        block += ASYMMETRY**2 * (lopsided[0] - sign * lopsided[1])
        block += ASYMMETRY_ALONE**2 * (same - sign * other)
        out[axis::3, axis::3] += block
    return out


def _measures(keys: tuple[str, ...]) -> list[tuple[Norm, str, str]]:
    """Norms with a published spread, one-sided ones on both sides."""
    out = []
    for norm in NORMS:
        if norm.men[1] is None or norm.start not in keys or norm.end not in keys:
            continue
        out.append((norm, norm.start, norm.end))
        twins = LANDMARKS[norm.start].twin, LANDMARKS[norm.end].twin
        if norm.start.endswith("_l") and norm.end.endswith("_l"):
            out.append((norm, *twins))
    return out


def _pooled(norm: Norm, kind: Sex) -> float:
    """Published spread within one sex; within both, the root of the mean of the squares."""
    men = norm.men[1] or 0.0
    women = norm.women[1] or men
    if kind == "man":
        return men
    return women if kind == "woman" else float(np.sqrt((men**2 + women**2) / 2))


def _slope(points: DoubleArray, start: int, end: int) -> DoubleArray:
    """Derivative of a distance by all coordinates, (3 n,)."""
    way = points[start] - points[end]
    way = way / max(float(np.linalg.norm(way)), 1e-9)
    out = np.zeros(points.shape)
    out[start], out[end] = way, -way
    return out.ravel()
