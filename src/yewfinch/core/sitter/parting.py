"""Photos parted into two groups, each with a head of its own, to first order: quick, and where a finer search begins.

What each photo tells of the head that all share, as precision and pull, says by how much a group's marks would gain if
its head might go its own way as far as people differ. That needs no new solve, so that many groups can be tried.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter.group_heads import GroupHead

#: Ways in which people differ most; finer ones do not tell whole heads apart.
_WAYS = 30
#: Groups are grown from so many photos at most, those that gain most alone.
_STARTS = 8

Group = frozenset[int]


def parted(head: GroupHead, people: DoubleArray) -> tuple[float, Group]:
    """The group of photos that gains most by a head of its own, and how much all gain, as a logarithm of evidence.

    Photos change over one at a time while that makes both worth more, from several starts.

    Parameters
    ----------
    head : GroupHead
        Of all photos as one person.
    people : (3 n, 3 n) float64, mm squared
        How two people differ.

    Returns
    -------
    gain : float
        Negative where one head is likelier.
    group : frozenset of int
    """
    photos = sorted(head.told)
    if len(photos) < 2:
        return -np.inf, frozenset()
    values, vectors = np.linalg.eigh(people)
    ways = vectors[:, -_WAYS:] * np.sqrt(np.maximum(values[-_WAYS:], 0.0))
    told = np.array([ways.T @ head.told[i] @ ways for i in photos])
    pulls = np.array([ways.T @ head.pulls[i] for i in photos])
    whole = _worth(told.sum(axis=0)[None], pulls.sum(axis=0)[None])[0]

    def gains(groups: DoubleArray) -> DoubleArray:
        """Of groups as rows of 0 and 1, (g, k)."""
        both = np.concatenate([groups, 1.0 - groups])
        worth = _worth(np.einsum("gk,kab->gab", both, told, optimize=True), both @ pulls)
        return np.asarray(worth[: len(groups)] + worth[len(groups) :] - whole)

    single = np.eye(len(photos))
    alone = gains(single)
    best = (-np.inf, single[0])
    for start in np.argsort(-alone)[:_STARTS]:
        group, gain = single[start], float(alone[start])
        while True:
            after = np.abs(group - single)
            after = after[(after.sum(axis=1) > 0) & (after.sum(axis=1) < len(photos))]
            found = gains(after) if len(after) else np.array([-np.inf])
            if found.max() <= gain:
                break
            group, gain = after[int(np.argmax(found))], float(found.max())
        best = max(best, (gain, group), key=lambda b: b[0])
    return best[0], frozenset(i for i, is_in in zip(photos, best[1], strict=True) if is_in)


def _worth(told: DoubleArray, pulls: DoubleArray) -> DoubleArray:
    """Evidence of heads that are free as far as people differ, over that of the shared one, (g,)."""
    root = np.linalg.cholesky(told + np.eye(told.shape[1]))
    half = np.linalg.solve(root, pulls[:, :, None])[:, :, 0]
    return np.asarray(0.5 * (half**2).sum(axis=1) - np.log(np.diagonal(root, axis1=1, axis2=2)).sum(axis=1))
