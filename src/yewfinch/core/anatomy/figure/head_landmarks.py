"""From a person to the landmarks of the head: the mean of sex and age, chance, a sitter's own, and measures kept.

The landmarks are the mean of the person's sex and age, or a draw from the joint spread, or a
sitter's own, and then the most probable ones that keep the measures that are fixed (conditioning a
normal distribution; Rasmussen & Williams 2006, appendix A.2, applied to the measures' slopes in a
few Newton steps).
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import cached_property, lru_cache

import numpy as np

from yewfinch.core.anatomy.figure.casts import Cast
from yewfinch.core.anatomy.figure.person import Person
from yewfinch.core.anatomy.head.head_measures import PLAIN, STEERED, Steered
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.profile import Above, Behind
from yewfinch.core.anatomy.lore.sex_and_age import Sex
from yewfinch.core.anatomy.population.spread import Spread, adults_of
from yewfinch.core.shared.arrays import DoubleArray, FloatArray

#: Nasion over sellion, mm, at least; surveys place the two so that they often change places.
_LEAST_ROOT = 0.6
#: How far the sellion lies behind the nasion or before it at most, for each mm below it: beyond it there is a pit.
_ROOT_SLOPE = 0.7
#: The reds of upper and lower lip, mm, at least.
_LEAST_RED = (3.6, 4.2)
#: How far the mouth's corners lie above or below its middle at most, and behind it at least, mm.
_CORNERS = (2.6, 12.0)
#: How far the mouth line lies behind the upper lip's border, mm: beyond it the lip's red is a ledge.
_LINE_BEHIND = (0.8, 4.2)
#: Landmarks of a drawn person, those they are held against, and by how many mm at most they lie higher and further
#: forward than the mean person's do: beyond it a resting face looks glad or grim, and a mouth is flat or pinched.
_RESTING = (
    (("ch_l", "ch_r"), ("sto", "sto"), (0.9, 2.0)),
    (("li",), ("sto",), (np.inf, 2.0)),
    (("sci_l", "sci_r"), ("en_l", "en_r"), (1.8, np.inf)),
    (("g",), ("n",), (1.8, np.inf)),
    (("ex_l", "ex_r"), ("en_l", "en_r"), (1.7, np.inf)),
)
#: How much of what makes necks differ goes with these dials, as correlations (by eye).
_STOUT = {"neck": 0.6, "fullness": 0.5, "jaw": 0.2}
#: How far the lips' places behind the line from nose to chin may be missed, mm.
_PROFILE_SLACK = 0.6
#: Steps towards the measures end where no landmark moves by more, mm.
_STILL = 1e-6


class HeadLandmarks:
    """Where the landmarks of persons' heads are to be.

    Parameters
    ----------
    keys : tuple of str
    base : (k, 3) float64, mm
        On the plain head, symmetric.
    cast : Cast
    fields : callable
        What each dial does to them at value 1, (k, 3) mm.
    """

    def __init__(
        self, keys: tuple[str, ...], base: DoubleArray, cast: Cast, fields: Callable[[], dict[str, DoubleArray]]
    ) -> None:
        self.keys, self.cast = keys, cast
        self._base, self._fields = base, fields
        self._means = lru_cache(64)(self._worked_out_mean)

    def mean(self, sex: float, age: float) -> DoubleArray:
        """Landmarks of the mean person, (k, 3) mm, symmetric; of the newest few they are kept."""
        return self._means(sex, age).copy()

    def _worked_out_mean(self, sex: float, age: float) -> DoubleArray:
        woman, man = self.kinds
        at = self._mirrored_mean(woman.mean + (man.mean - woman.mean) * sex)
        wanted = {k: self.cast.mean(m, sex, age) for k, m in STEERED.items() if k not in self.cast.later}
        if not self.cast.profile:
            return self._parted(self._conditioned(at, wanted, 0.004))
        at = at + self._at_landmarks(self.cast.dials_of_kind(sex, age))
        return self._parted(self._conditioned(at, wanted, 0.004, {m: m.mean(age) for m in self.cast.profile}))

    def _adults(self, kind: Sex) -> Spread:
        return adults_of(kind, self.keys, self._base)

    def of(self, person: Person) -> DoubleArray:
        """The landmarks a person's head is to have, (k, 3) mm."""
        at = self.mean(person.sex, person.age)
        if person.seed or person.asymmetry:
            drawn, lopsided = self._draw(person.seed or 1, person.sex)
            at = at + (drawn if person.seed else 0.0) + person.asymmetry * lopsided
        if person.landmarks:
            at = self._sitters(at, person)
        at = at + self._at_landmarks(person.dials) + combined(self.chance_fields, self.chance(person))
        if person.seed:
            at = self._parted(self._at_rest(at, self.mean(person.sex, person.age)))
        if person.measures:
            at = self._conditioned(at, {k: v for k, v in person.measures.items() if k in STEERED}, 0.0)
        return at

    @cached_property
    def spread(self) -> Spread:
        """The joint spread within one sex."""
        woman, man = self.kinds
        return Spread(woman.keys, (woman.mean + man.mean) / 2, (woman.covariance + man.covariance) / 2)

    def _mirrored_mean(self, at: DoubleArray) -> DoubleArray:
        twin = self._twin
        return np.asarray((at + at[twin] * (-1.0, 1.0, 1.0)) / 2)

    @cached_property
    def _twin(self) -> DoubleArray:
        return np.array([self.keys.index(LANDMARKS[k].twin) for k in self.keys])

    def _draw(self, seed: int, sex: float) -> tuple[DoubleArray, DoubleArray]:
        """Deviation of a random person: its symmetric and its asymmetric part, (k, 3) mm."""
        away = np.zeros((len(self.keys), 3))
        for spread, share in self._drawn_from(sex):
            points = self.cast.sample(spread, np.random.default_rng(seed))
            away += share * (np.array([points[k] for k in self.keys]) - spread.mean)
        even = self._mirrored_mean(away)
        return even, away - even

    def _drawn_from(self, sex: float) -> list[tuple[Spread, float]]:
        """The spreads that a person is drawn from with the same chance, and the share of each in it."""
        if not self.cast.drawn_by_sex:
            return [(self.spread, 1.0)]
        woman, man = self.kinds
        return [(s, share) for s, share in ((woman, 1.0 - sex), (man, sex)) if share]

    @cached_property
    def kinds(self) -> tuple[Spread, Spread]:
        """How women and how men vary."""
        return self._adults("woman"), self._adults("man")

    def chance(self, person: Person) -> dict[str, float]:
        """The dials as chance turns them for a drawn person."""
        if not person.seed:
            return {}
        rng = np.random.default_rng((person.seed, 1))
        spread, limits, less = self.cast.dial_spread, self.cast.dial_limits, self.cast.turned_less
        return {k: less.get(k, 1.0) * float(np.clip(rng.normal(0.0, spread), *limits)) for k in self.cast.drawn}

    def _parted(self, at: DoubleArray) -> DoubleArray:
        """The nasion above the sellion, and the lips' borders off the mouth line, so that nothing folds there."""
        upper, lower = self.keys.index("n"), self.keys.index("se")
        short = max(_LEAST_ROOT - float(at[upper, 1] - at[lower, 1]), 0.0)
        out = at.copy()
        out[upper, 1] += 0.2 * short
        out[lower, 1] -= 0.8 * short
        if self.cast.profile:
            most = _ROOT_SLOPE * (out[upper, 1] - out[lower, 1])
            out[lower, 2] = np.clip(out[lower, 2], out[upper, 2] - most, out[upper, 2] + most)
        if self.cast.profile:
            middle = out[self.keys.index("sto"), 1]
            for keys, least in ((("ls", "cph_l", "cph_r"), _LEAST_RED[0]), (("li",), -_LEAST_RED[1])):
                gap = out[self.keys.index(keys[0]), 1] - middle
                lacks = max(abs(least) - gap * np.sign(least), 0.0) * np.sign(least)
                for key in keys:
                    out[self.keys.index(key), 1] += lacks
            sto = self.keys.index("sto")
            border = out[self.keys.index("ls"), 2]
            out[sto, 2] = np.clip(out[sto, 2], border - _LINE_BEHIND[1], border - _LINE_BEHIND[0])
            deep = out[sto, 2] - _CORNERS[1]
            for corner in (self.keys.index("ch_l"), self.keys.index("ch_r")):
                out[corner, 1] = np.clip(out[corner, 1], middle - _CORNERS[0], middle + _CORNERS[0])
                out[corner, 2] = min(out[corner, 2], deep)
        return out

    def _at_rest(self, at: DoubleArray, mean: DoubleArray) -> DoubleArray:
        """A face that neither smiles nor scowls: its corners of the mouth and its brows as high as the mean person's,
        or nearly.
        """
        if not self.cast.profile:
            return at
        out, row = at.copy(), self.keys.index
        for keys, against, most in _RESTING:
            for key, other in zip(keys, against, strict=True):
                away = (out - mean)[row(key), 1:] - (out - mean)[row(other), 1:]
                out[row(key), 1:] += np.clip(away, -np.array(most), most) - away
        return out

    def _sitters(self, at: DoubleArray, person: Person) -> DoubleArray:
        """The most probable landmarks that meet a sitter's; symmetric unless asymmetry is asked for."""
        rows = [self.keys.index(k) for k in person.landmarks if k in self.keys]
        told = np.array([person.landmarks[self.keys[r]] for r in rows])
        index = np.concatenate([3 * r + np.arange(3) for r in rows])
        c = self.spread.covariance
        away = (told - at[rows]).ravel()
        noise = 0.05 * np.eye(len(index))
        out = at + (c[:, index] @ np.linalg.solve(c[np.ix_(index, index)] + noise, away)).reshape(-1, 3)
        even = self._mirrored_mean(out)
        return even + min(person.asymmetry, 1.0) * (out - even)

    def _conditioned(
        self,
        at: DoubleArray,
        wanted: Mapping[str, float],
        slack: float,
        profile: Mapping[Behind | Above, float] | None = None,
    ) -> DoubleArray:
        """The most probable landmarks that have these measures and this profile.

        `slack` is the part of each measure by which it may be missed, for measures of several surveys
        that do not fit together.
        """
        rows: list[tuple[Steered | Behind | Above, list[int], float]] = []
        for key, value in wanted.items():
            m = STEERED[key]
            for points in dict.fromkeys((m.points, m.twins)):
                rows.append((m, [self.keys.index(p) for p in points], value))
        noise = [slack * (6.0 if m.source == PLAIN else self.cast.loose.get(m.key, 1.0)) * abs(v) for m, _, v in rows]
        for line, value in (profile or {}).items():
            for side in dict.fromkeys((line.points, line.twins)):
                rows.append((line, [self.keys.index(p) for p in side], value))
                noise.append(_PROFILE_SLACK)
        if not rows:
            return at
        c = self.spread.covariance
        start, out = at, at
        target = np.array([v for _, _, v in rows])
        loose = np.diag(np.maximum(noise, 1e-4) ** 2)
        measured = [(m, at_rows) for m, at_rows, _ in rows]
        for _ in range(6):
            now, slopes = _values_and_slopes(measured, out)
            miss = target - now + slopes @ (out - start).ravel()
            gain = c @ slopes.T
            before, out = out, start + (gain @ np.linalg.solve(slopes @ gain + loose, miss)).reshape(-1, 3)
            if np.abs(out - before).max() < _STILL:
                break
        return out

    def neck_away(self, person: Person) -> float:
        """How far a drawn person's neck is from the mean, in its spread: by what makes it stout, and by chance."""
        own = float(np.clip(np.random.default_rng((person.seed, 2)).normal(), -2.0, 2.0))
        if not self.cast.drawn_by_sex:
            return own
        turned = self.chance(person)
        along = sum(part * turned[k] / self.cast.dial_spread for k, part in _STOUT.items())
        return float(np.clip(along + np.sqrt(1.0 - sum(p * p for p in _STOUT.values())) * own, -1.8, 1.8))

    @cached_property
    def chance_fields(self) -> dict[str, DoubleArray]:
        """What dials do to the landmarks where chance turns them: nothing that changes a measure, whose spread is
        published, to first order.
        """
        if not self.cast.profile:
            return self._fields()
        at, c = self.mean(0.5, 30.0), self.spread.covariance
        measured: list[_Measured] = [
            (m, [self.keys.index(p) for p in points])
            for m in STEERED.values()
            for points in dict.fromkeys((m.points, m.twins))
        ]
        s = _values_and_slopes(measured, at)[1]
        gain = c @ s.T @ np.linalg.inv(s @ c @ s.T + 0.01 * np.eye(len(s)))
        return {k: f - (gain @ (s @ f.ravel())).reshape(f.shape) for k, f in self._fields().items()}

    def _at_landmarks(self, values: Mapping[str, float]) -> DoubleArray:
        return combined(self._fields(), values)


#: A measure, and the rows of the landmarks that it is taken between.
_Measured = tuple[Steered | Behind | Above, list[int]]


def combined(fields: Mapping[str, FloatArray] | Mapping[str, DoubleArray], values: Mapping[str, float]) -> DoubleArray:
    """Displacements of several dials together, at their values."""
    out = np.zeros_like(next(iter(fields.values())), dtype=np.float64)
    for key, value in values.items():
        if value:
            out += fields[key] * value
    return out


def _values_and_slopes(measured: list[_Measured], at: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
    """Measures and their derivatives by all coordinates, (m,) and (m, 3 k); distances all at once."""
    now, slopes = np.empty(len(measured)), np.zeros((len(measured), *at.shape))
    far = [(i, *rows) for i, (m, rows) in enumerate(measured) if isinstance(m, Steered) and len(rows) == 2]
    if far:
        number, a, b = np.array(far).T
        way = at[a] - at[b]
        now[number] = np.linalg.norm(way, axis=1)
        way /= np.maximum(now[number], 1e-9)[:, None]
        slopes[number, a], slopes[number, b] = way, -way
    for i in set(range(len(measured))) - {one[0] for one in far}:
        m, rows = measured[i]
        now[i] = m.value(dict(zip(m.points, at[rows], strict=True)))
        slopes[i, rows] = m.slope(at[rows])
    return now, slopes.reshape(len(measured), -1)
