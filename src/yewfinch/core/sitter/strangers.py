"""Photos of another person: does one head explain them all, or are there two?

Each photo is judged by a head that was made without it, so that one head and two can be compared fairly: the sum of the
logarithms of what each photo's marks are worth under the head of the others of its group (leave-one-out
cross-validation). Two groups are found to first order (`parting`), or grown against each other from two photos, each
photo going where it is explained so much better, and then exchanged until none wants to change. Mouth, lids and brows
may move on each photo.
"""

from __future__ import annotations

import copy
from collections.abc import Callable
from dataclasses import replace

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.positive import inverse
from yewfinch.core.sitter.bundle import Problem
from yewfinch.core.sitter.group_heads import GroupHeads
from yewfinch.core.sitter.head_prior import HeadPrior
from yewfinch.core.sitter.moods import UNQUIET, WIDEST, soft_landmarks
from yewfinch.core.sitter.one_photo import NOISE_SPREAD, fit, marks_of
from yewfinch.core.sitter.parting import parted
from yewfinch.core.sitter.settle import Settled
from yewfinch.core.sitter.sides import FEWEST

#: How much likelier than not a face is at rest.
_AT_REST = 0.75
#: Two heads must explain the photos better by so much, as a logarithm: two photos, three, more. Of two photos each
#: tells the same of the other. (Of single persons drawn in many ways the largest were 9 on two photos and 9 on three;
#: on more it is above 5 only where one photo is marked far worse.)
_NEEDED_OF = {2: 10.0, 3: 7.0}
_NEEDED = 5.0
#: Of that no group may lose more than this part: photos that are only marked badly do the others good by going, but are
#: explained no better alone. The larger of two groups may lose so much: fewer photos tell less of its head.
_LOSS, _OF_MOST = 0.1, 0.3
#: Two groups are grown from a photo that another head explains nearly as well as that of the others: by a logarithm no
#: lower than a bar, which rises from the first value to the second with the logarithm of the noise, from that of clicks
#: within a pixel on: the louder it is, the less a photo tells heads apart.
_LOOKED_AT = (-6.0, -1.0)
_RISING, _QUIET = 4.2, 0.6
#: A parting to first order is looked at if it gains more than this; where there are more photos than the second, no
#: others are looked for. (Of 130 single persons with clicks of 3 pixels the largest was -3.6; of two persons with five
#: photos each nearly all are above 10.)
_CALM, _MANY = -3.5, 6
#: So few photos are looked at in all ways, which is quick.
_FEW = 3
#: No other pair of groups is looked for if one is better than one head by so much.
_PLENTY = 25.0
#: Groups of two photos and more take in at once all photos that one of them explains better by so much.
_CLEAR = 10.0
#: A photo might be the other group's if that one explains it worse by no more than this.
_CLOSE = 4.0
#: Pairs of photos from which two groups are grown, and rounds of exchange.
_STARTS, _ROUNDS = 3, 4
#: How far another person's head lies from this one, as a factor of the variance of heads.
_APART = (0.3, 1.0)
_NEAR, _USUAL = 0, 1


def suspicious(found: Settled) -> bool:
    """Whether it is worth while to look for another person: few photos, or marks that fit badly, on all or on one."""
    problem = found.problem
    lost = np.bincount(problem.photo, 1.0 - found.keep) / np.maximum(np.bincount(problem.photo), 1)
    photos = found.noise.photos
    noisy = bool(found.noise.whole > 1.1 or photos.max() > 1.35 * np.median(photos))
    return problem.cameras <= 3 or noisy or bool((lost > 0.1).any())


def strangers(
    problem: Problem, found: Settled, prior: HeadPrior, breathe: Callable[[], None] = lambda: None
) -> list[int]:
    """Photos that show another person than the rest; of two equal groups the one with fewer marks.

    Parameters
    ----------
    problem : Problem
        With errors as they are expected before any is known.
    found : Settled
        The solution of all as one person.
    prior : HeadPrior
    breathe : callable, optional
        Called now and then; it may raise to end the search.
    """
    k = problem.cameras
    if k < 2:
        return []
    gain, second = two_groups(problem, found, prior, breathe)
    if gain < _NEEDED_OF.get(k, _NEEDED):
        return []
    marks = np.bincount(problem.photo, minlength=k)
    first = frozenset(range(k)) - second
    if (len(second), int(marks[list(second)].sum())) > (len(first), int(marks[list(first)].sum())):
        return sorted(first)
    return sorted(second)


def two_groups(
    problem: Problem, found: Settled, prior: HeadPrior, breathe: Callable[[], None] = lambda: None
) -> tuple[float, frozenset[int]]:
    """By how much two heads explain two or more photos better than one, as a logarithm, and the photos of the
    second.
    """
    search = _Search(problem, found, prior, breathe)
    one = search.every
    best: tuple[float, frozenset[int]] = (0.0, frozenset())
    hint, split = parted(search.heads(one), search.apart[_USUAL] * search.people)
    if hint < _CALM and len(one) > _MANY:
        return best
    own = np.array([search.in_group(i, one) for i in sorted(one)])
    doubt = np.array([search.beside(i, frozenset(), one - {i}, _NEAR) for i in sorted(one)]) - own
    low, high = _LOOKED_AT
    loud = _RISING * float(np.log(max(search.heads(one).noise, _QUIET) / _QUIET))
    bar = min(low + loud, high) if len(one) > _FEW else low
    order = [int(i) for i in np.argsort(-doubt)]
    odd = [i for i in order[: min(_STARTS, len(order) - 1)] if doubt[i] >= bar]
    ways = [lambda: split] if hint >= _CALM else []
    ways += [lambda i=i: search.grown(order[-1], i) for i in odd]  # type: ignore[misc]
    for way in ways:
        second = search.exchanged(way())
        if not second or second == one or search.worth(second) < float(own.sum()):
            continue
        second = search.refined(second)
        gains = search.gains(second)
        if search.moved.any():  # what an expression is taken for must not tell of another person
            gains = min(gains, search.without_expressions().gains(second), key=sum)
        if _is_fair(gains, len(second), len(one)):
            best = max(best, (sum(gains), second), key=lambda b: b[0])
        if best[0] > _PLENTY:
            break
    return best


def _is_fair(gains: tuple[float, float], second: int, every: int) -> bool:
    """Whether neither group pays for what two heads gain, that of so many photos among all and the rest."""
    may = [_OF_MOST if 2 * count > every else _LOSS for count in (second, every - second)]
    return all(gain > -loss * sum(gains) for gain, loss in zip(gains, may, strict=True))


class _Search:
    """Two groups of photos, and what each photo is worth in them."""

    def __init__(
        self, problem: Problem, found: Settled, prior: HeadPrior, breathe: Callable[[], None] = lambda: None
    ) -> None:
        self.breathe = breathe
        k = problem.cameras
        factors = found.factors
        usual = prior.covariance(prior.start())
        own = np.maximum(factors.own, 1.0)
        wide = prior.covariance(
            replace(prior.start(), shape=max(factors.shape, 1.0), placing=max(factors.placing, 1.0), own=own)
        )
        loose = replace(problem, precision=inverse(wide), express_spread=np.tile(WIDEST, (k, 1)))
        self.every = frozenset(range(k))
        self.heads = GroupHeads(loose, found.state)
        self.soft = soft_landmarks(problem)
        self.moved = np.asarray((problem.express_spread > 0).all(axis=1))
        self._told = problem, found
        self.marks = [marks_of(problem, found.state, i) for i in range(k)]
        index = prior.coordinates
        self.people = prior.shape[np.ix_(index, index)]
        self.apart = [2.0 * a for a in (*_APART, max(factors.shape, 1.0))]
        self.anyone = [(prior.mean[prior.seen], usual), (prior.mean[prior.seen], wide)]
        self.known: dict[tuple[int, frozenset[int], frozenset[int] | None, int], float] = {}

    def without_expressions(self) -> _Search:
        """The same without the marks that expressions move, on photos that show another one."""
        problem, found = self._told
        still = ~self.soft[problem.landmark]
        enough = np.bincount(problem.photo, still, minlength=problem.cameras) >= FEWEST
        out = copy.copy(self)
        out.marks = [
            marks_of(problem, found.state, i, still) if self.moved[i] and enough[i] else m
            for i, m in enumerate(self.marks)
        ]
        out.known = {}
        return out

    def gains(self, second: frozenset[int]) -> tuple[float, float]:
        """By how much two heads explain the second group's photos and the first's better than one."""
        first = self.every - second
        own = {i: self.in_group(i, self.every) for i in self.every}
        gain_second, gain_first = (self.of(a, self.every - a) - sum(own[i] for i in a) for a in (second, first))
        return gain_second, gain_first

    def _fits(self, photo: int, head: DoubleArray, covariance: DoubleArray, noise: float) -> float:
        """What a photo is worth under a head, at rest or not."""
        self.breathe()
        marks = self.marks[photo]
        rest = fit(marks, head, covariance, 0.0 * WIDEST, noise, NOISE_SPREAD)
        at_rest = rest.evidence + float(np.log(_AT_REST))
        soft = self.soft[marks.landmark]
        if np.minimum(rest.squares[soft], 12.0).sum() < UNQUIET * 2.0 * soft.sum():
            return at_rest
        moved = fit(marks, head, covariance, WIDEST, noise, NOISE_SPREAD).evidence
        return max(at_rest, moved + float(np.log(1.0 - _AT_REST)))

    def in_group(self, photo: int, group: frozenset[int]) -> float:
        """Worth of a photo under the head of the group's others, of whom nothing else is known."""
        key = photo, group - {photo}, None, 0
        if key not in self.known:
            found = self.heads(group)
            head, covariance = found.without(photo) if photo in group else (found.points, found.covariance)
            self.known[key] = self._fits(photo, head, covariance, found.noise)
        return self.known[key]

    def beside(self, photo: int, group: frozenset[int], others: frozenset[int], far: int) -> float:
        """The same, of whom the other group tells something, too: one hand marked both, and all are people.

        How far the two are apart is chosen by its number; a group without others may be like the other one.
        """
        key = photo, group - {photo}, others - {photo}, far
        if key not in self.known:
            whole = others | {photo} == self.every
            second = self.heads(self.every if whole else others)
            head, covariance = second.without(photo) if photo in second.told else (second.points, second.covariance)
            covariance = covariance + self.apart[far] * self.people
            noise = second.noise
            if group - {photo}:
                first = self.heads(group)
                head, covariance = first.beside(head, inverse(covariance), photo)
                noise = first.noise
            self.known[key] = self._fits(photo, head, covariance, noise)
        return self.known[key]

    def alone(self, photo: int, others: frozenset[int]) -> float:
        """Worth of a photo as that of a third person, like the others or not."""
        noise = self.heads(self.every).noise
        like = max(self.beside(photo, frozenset(), others, far) for far in range(len(self.apart)))
        return max(like, *(self._fits(photo, head, covariance, noise) for head, covariance in self.anyone))

    def grown(self, first: int, second: int) -> frozenset[int]:
        """The second group, when all photos have gone, the clearest first, to the head that explains them so much
        better.
        """
        groups = [frozenset({first}), frozenset({second})]
        left = set(self.every) - {first, second}
        while left:
            a, b = groups
            gap = {i: self.beside(i, b, a, _USUAL) - self.beside(i, a, b, _USUAL) for i in left}
            surest = sorted(left, key=lambda i: -abs(gap[i]))
            formed = min(map(len, groups)) > 1
            clear = {i for i in left if abs(gap[i]) > _CLEAR} if formed else set()
            # what is exchanged later mends what comes too early
            for i in clear | set(surest[: max(len(left) // 2, 1) if formed else 1]):
                groups[int(gap[i] > 0)] |= {i}
                left.remove(i)
        return groups[1]

    def exchanged(self, second: frozenset[int]) -> frozenset[int]:
        """The second group once no photo is explained better by the other one."""
        for _ in range(_ROUNDS):
            first = self.every - second
            after = frozenset(
                i for i in self.every if self.beside(i, second, first, _USUAL) > self.beside(i, first, second, _USUAL)
            )
            if after == second or not after or after == self.every:
                break
            second = after
        return second

    def refined(self, second: frozenset[int]) -> frozenset[int]:
        """The second group once no photo that might be the other one's makes both worth more by going there."""
        worth = self.worth(second)
        first = self.every - second
        gap = {i: self.beside(i, second, first, _USUAL) - self.beside(i, first, second, _USUAL) for i in self.every}
        for i in sorted(self.every, key=lambda i: abs(gap[i])):
            after = second ^ {i}
            if abs(gap[i]) > _CLOSE or not after or after == self.every:
                continue
            then = self.worth(after)
            if then > worth:
                second, worth = after, then
        return second

    def worth(self, second: frozenset[int]) -> float:
        """What the marks of all photos are worth, in two groups."""
        return self.of(self.every - second, second) + self.of(second, self.every - second)

    def of(self, group: frozenset[int], others: frozenset[int]) -> float:
        """What a group's photos are worth, the two heads as far apart as suits best."""
        if len(group) == 1:
            return self.alone(min(group), others)
        like = max(sum(self.beside(i, group, others, far) for i in group) for far in range(len(self.apart)))
        return max(like, sum(self.in_group(i, group) for i in group))
