"""What is known of a sitter's head before any photo is looked at, and how far it gives way.

Size stands apart from shape: of the spread of heads, the part that is plain size becomes one number, and what is left
is the spread of shape on heads of one size. Heads and hands differ from those that the spread was made of, so it gives
way by factors that are estimated from the sitter (a scale mixture of normals, that is a Student-t prior; evidence for
its scale after MacKay 1992, Neural Computation 4:415, from memory):

- *shape*: how much further than usual this head lies from the mean;
- *parts*: how much further still the nose, the jaw or another part of it does. A photo shows how broad a large nose is
  and hides how long; what the others say of it counts for that much less;
- *placing*: how much further than usual this hand places landmarks from their definitions, alike on all photos;
- *own*: the same again for each landmark, so that one that is meant differently does not bend the others.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.lore.landmarks import REGIONS, region_of
from yewfinch.core.anatomy.lore.repeatability import placing_spread
from yewfinch.core.anatomy.population.spread import Spread
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: Degrees of freedom with which a factor is held near 1: shape and placing, one landmark's own, a part's (choice).
FIRMNESS, OWN_FIRMNESS, PART_FIRMNESS = 8.0, 6.0, 4.0
#: A landmark gets a factor of its own only if so many photos show it: on one, a wrong click looks the same.
OWN_PHOTOS = 2
#: Limits of the factors.
LEAST, MOST = 0.05, 400.0
#: Variance left to the size in the shape's part, mm squared: none.
_HELD = 1e-4


@dataclass(frozen=True, eq=False)
class Factors:
    """How far the prior gives way, as factors of variances.

    Attributes
    ----------
    shape, placing : float
    own : (n,) float64
        Of each seen landmark, beside `placing`.
    parts : (N,) float64
        Of the part of the head that each landmark belongs to, beside `shape`: 1 or more.
    """

    shape: float
    placing: float
    own: DoubleArray
    parts: DoubleArray


@dataclass(frozen=True, eq=False)
class HeadPrior:
    """Heads of one size, and the size.

    Attributes
    ----------
    keys : tuple of str
        All landmarks.
    seen : (n,) int32
        Rows of those that are solved for: photos show them, or drawn lines and measured distances tell of them.
    marked : (n,) bool
        Which of these are marked. Size is measured on them, and only they are placed by a hand.
    mean : (N, 3) float64, mm
        Of a head of usual size, in the head's frame.
    shape : (3 N, 3 N) float64, mm squared
        Covariance on heads of that size.
    placing : (n,) float64, mm
        Spread by which each seen landmark is placed off, on one axis.
    size_spread : float
        Of the logarithm of the size.
    growth : (3 n,) float64, mm
        Covariance of the logarithm of the size with the shape of the seen landmarks: larger heads have other shapes.
    """

    keys: tuple[str, ...]
    seen: IndexArray
    marked: npt.NDArray[np.bool_]
    mean: DoubleArray
    shape: DoubleArray
    placing: DoubleArray
    size_spread: float
    growth: DoubleArray

    @property
    def seen_keys(self) -> tuple[str, ...]:
        """Landmarks that photos show."""
        return tuple(self.keys[i] for i in self.seen)

    @property
    def coordinates(self) -> IndexArray:
        """Rows of the seen landmarks' coordinates among all."""
        return np.asarray((3 * self.seen[:, None] + np.arange(3)).ravel(), INDEX)

    def start(self) -> Factors:
        """Factors before anything is known."""
        return Factors(1.0, 1.0, np.ones(len(self.seen)), np.ones(len(self.keys)))

    def covariance(self, factors: Factors) -> DoubleArray:
        """Spread of the marked places of the seen landmarks, (3 n, 3 n) mm squared; their size is held."""
        index = self.coordinates
        out = self._spread(factors)[np.ix_(index, index)] + self._placing(factors.placing * factors.own)
        way = self._size_way()
        out += _HELD * np.outer(way, way)
        return out

    def size(self, factors: Factors, precision: DoubleArray) -> tuple[DoubleArray, float]:
        """What shape says of size, for a precision of the seen landmarks; the less, the stranger the shape.

        Returns
        -------
        by_shape : (3 n,) float64, 1 / mm
            The logarithm of the size expected for a shape is this times the way from the mean.
        spread : float
            Of the logarithm of the size around that.
        """
        growth = self.growth / max(factors.shape, factors.placing, 1.0)
        by_shape = precision @ growth
        return by_shape, float(np.sqrt(max(self.size_spread**2 - float(growth @ by_shape), 0.25 * self.size_spread**2)))

    def _spread(self, factors: Factors) -> DoubleArray:
        """Covariance of the shape of all landmarks, (3 N, 3 N) mm squared, the size of the marked ones held."""
        if not np.any(factors.parts > 1.0):
            return factors.shape * self.shape
        root = np.repeat(np.sqrt(factors.shape * factors.parts), 3)
        wide = root[:, None] * self.shape * root
        on = self.seen[self.marked]
        flat = (self.mean - self.mean[on].mean(axis=0)).ravel()
        index = (3 * on[:, None] + np.arange(3)).ravel()
        of_size = wide[:, index] @ flat[index] / (flat[index] ** 2).sum()
        square = float(of_size[index] @ flat[index]) / float((flat[index] ** 2).sum())
        return np.asarray(wide - np.outer(flat, of_size) - np.outer(of_size, flat) + square * np.outer(flat, flat))

    def _size_way(self) -> DoubleArray:
        """Unit vector along a change of size, (3 n,)."""
        some = self.mean[self.seen]
        flat = np.where(self.marked[:, None], some - some[self.marked].mean(axis=0), 0.0).ravel()
        return np.asarray(flat / np.linalg.norm(flat))

    def _placing(self, factor: DoubleArray) -> DoubleArray:
        """Covariance of placing without its part along the size, (3 n, 3 n)."""
        d = np.repeat(self.placing**2 * factor, 3)
        way = self._size_way()
        out = np.diag(d)
        dw = d * way
        return np.asarray(out - np.outer(way, dw) - np.outer(dw, way) + (way @ dw) * np.outer(way, way))

    def given_way(
        self, factors: Factors, precision: DoubleArray, points: DoubleArray, posterior: DoubleArray, photos: IndexArray
    ) -> Factors:
        """The factors after a look at a solution.

        Parameters
        ----------
        factors : Factors
            With which it was solved.
        precision : (3 n, 3 n) float64
            Inverse of `covariance(factors)`.
        points : (n, 3) float64, mm
            Seen landmarks as solved, on a head of usual size.
        posterior : (3 n, 3 n) float64, mm squared
            Their covariance.
        photos : (n,) int
            How many photos show each.

        Returns
        -------
        Factors
        """
        index = self.coordinates
        pull = precision @ (points - self.mean[self.seen]).ravel()
        open_ = precision - precision @ posterior @ precision
        part = self.shape[np.ix_(index, index)]
        shape_squares = factors.shape**2 * float(pull @ part @ pull)
        shape_settled = factors.shape * float((part * open_).sum())
        way = self._size_way()
        sideways = pull - way * (way @ pull)
        variance = self.placing**2
        squares = (sideways.reshape(-1, 3) ** 2).sum(axis=1) * variance
        bare = (
            open_ - np.outer(way, way @ open_) - np.outer(open_ @ way, way) + (way @ open_ @ way) * np.outer(way, way)
        )
        traces = np.diag(bare).reshape(-1, 3).sum(axis=1) * variance * factors.placing * factors.own
        own = (OWN_FIRMNESS + factors.placing * factors.own**2 * squares) / (OWN_FIRMNESS + traces)
        own = np.where(photos >= OWN_PHOTOS, np.clip(own, 1.0, MOST), 1.0)
        placing = (FIRMNESS + factors.placing**2 * float(factors.own @ squares)) / (FIRMNESS + float(traces.sum()))
        shape = (FIRMNESS + shape_squares) / (FIRMNESS + shape_settled)
        return Factors(float(np.clip(shape, LEAST, MOST)), float(np.clip(placing, LEAST, MOST)), own, factors.parts)

    def parts_given_way(
        self, factors: Factors, precision: DoubleArray, points: DoubleArray, posterior: DoubleArray
    ) -> Factors:
        """The factors with those of the parts of the head after a look at a solution; parameters as of `given_way`."""
        index = self.coordinates
        spread = self._spread(factors)[np.ix_(index, index)]
        pull = precision @ (points - self.mean[self.seen]).ravel()
        square = (pull * (spread @ pull)).reshape(-1, 3).sum(axis=1)
        settled = (spread * (precision - precision @ posterior @ precision)).sum(axis=1).reshape(-1, 3).sum(axis=1)
        out = np.ones(len(self.keys))
        part = np.array([region_of(k) for k in self.keys])
        for name in REGIONS:
            here = part == name
            mine = here[self.seen]
            way = PART_FIRMNESS + factors.parts[here] * square[mine].sum()
            usual = PART_FIRMNESS + max(settled[mine].sum(), 0.0)
            out[here] = np.clip(way / usual, 1.0, MOST)
        return replace(factors, parts=out)

    def farthest(self, precision: DoubleArray, points: DoubleArray) -> list[int]:
        """Seen landmarks (by their number among these), the one farthest from where the others expect it first."""
        pull = (precision @ (points - self.mean[self.seen]).ravel()).reshape(-1, 3)
        n = len(pull)
        own = precision.reshape(n, 3, n, 3)[np.arange(n), :, np.arange(n)]
        # squared distance from the place that all others make most probable, in units of its covariance
        square = np.einsum("na,na->n", pull, np.linalg.solve(own, pull[:, :, None])[:, :, 0])
        return [int(i) for i in np.argsort(-square)]

    def completed(
        self, factors: Factors, precision: DoubleArray, points: DoubleArray
    ) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        """All landmarks, those that no photo shows as the seen ones make them most probable.

        Returns
        -------
        points : (N, 3) float64, mm
            On a head of usual size.
        gain : (3 N, 3 n) float64
            How all follow the seen ones.
        rest : (3 N, 3 N) float64, mm squared
            Covariance that is left when the seen ones are known; zero for these.
        """
        index = self.coordinates
        spread = self._spread(factors)
        gain = spread[:, index] @ precision
        gain[index] = np.eye(len(index))
        out = self.mean + (gain @ (points - self.mean[self.seen]).ravel()).reshape(-1, 3)
        rest = spread - gain @ spread[index]
        rest[index] = 0.0
        rest[:, index] = 0.0
        return out, gain, (rest + rest.T) / 2


def head_prior(spread: Spread, marked: set[str], also: Collection[str] = ()) -> HeadPrior:
    """Take size and shape of a spread of heads apart.

    Size is measured on the landmarks that are marked, by projecting a head on the mean one: what is not seen must
    not say how large the rest is.

    Parameters
    ----------
    spread : Spread
    marked : set of landmark keys
        That photos show.
    also : collection of landmark keys
        That are solved for besides, because drawn lines or measured distances tell of them.

    Returns
    -------
    HeadPrior
    """
    rows = np.array([i for i, k in enumerate(spread.keys) if k in marked or k in also], np.int32)
    own = np.array([spread.keys[r] in marked for r in rows])
    index = (3 * rows[:, None] + np.arange(3)).ravel()
    on_marks = (3 * rows[own][:, None] + np.arange(3)).ravel()
    flat = (spread.mean - spread.mean[rows[own]].mean(axis=0)).ravel()
    measure = np.zeros(flat.size)
    measure[on_marks] = flat[on_marks] / (flat[on_marks] ** 2).sum()
    take = np.eye(flat.size) - np.outer(flat, measure)
    shape = take @ spread.covariance @ take.T
    size = float(np.sqrt(measure @ spread.covariance @ measure))
    placing = np.array([placing_spread(spread.keys[r]) if m else 0.0 for r, m in zip(rows, own, strict=True)])
    growth = (take @ spread.covariance @ measure)[index]
    return HeadPrior(spread.keys, rows, own, spread.mean, (shape + shape.T) / 2, placing, size, growth)
