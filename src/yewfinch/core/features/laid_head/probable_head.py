"""The most probable head that clay can be: pose, size and the form that people vary in."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
import scipy

from yewfinch.core.anatomy.population.spread import Spread
from yewfinch.core.features.laid_head.clay_places import ClayPlaces, Similarity, normals_of
from yewfinch.core.features.laid_head.pattern import Pattern
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.shared.similarity import similarity

#: Principal ways of varying that are kept.
_WAYS = 90
#: Error of a click, and of the surface against the form that people vary in, mm; places of the surface that say the
#: same (choices).
CLICK, SURFACE, ALIKE = 1.2, 2.0, 8.0
#: Rounds, and how far off clay may be in the first and in the last, mm.
_ROUNDS, _FIRST, _LAST = 18, 35.0, 8.0
#: Places whose surface looks farther away than this cosine do not count.
_FACING = 0.4


@dataclass(frozen=True, eq=False)
class Probable:
    """What was found.

    Attributes
    ----------
    pose : Similarity
        Of the clay.
    landmarks : (k, 3) float64, mm
        Of the head, in its own frame.
    """

    pose: Similarity
    landmarks: DoubleArray


def probable_head(
    form: Pattern, spread: Spread, clay: ClayPlaces, clicks: Mapping[str, DoubleArray], progress: Progress = silent
) -> Probable:
    """Lay the head on clay as far as people vary.

    Parameters
    ----------
    form : Pattern
    spread : Spread
        How people vary; of the pattern's landmarks.
    clay : ClayPlaces
    clicks : mapping of landmark key to (3,) mm
        On the clay; at least three.
    progress : Progress

    Notes
    -----
    Nearest places are looked for again and again, each time with a solve for pose, size and form together (point to
    plane: Chen & Medioni 1992; the form as in Blanz & Vetter 1999, from memory).
    """
    told = [k for k in clicks if k in form.keys]
    rows = np.array([form.keys.index(k) for k in told])
    index = np.array([spread.keys.index(k) for k in form.keys])
    mean = spread.mean[index]
    coordinates = (3 * index[:, None] + np.arange(3)).ravel()
    values, vectors = np.linalg.eigh(spread.covariance[np.ix_(coordinates, coordinates)])
    ways = vectors[:, ::-1][:, :_WAYS] * np.sqrt(np.maximum(values[::-1][:_WAYS], 0.0))
    seen = np.array([clicks[k] for k in told])
    pose = Similarity(*similarity(mean[rows], seen))
    sample = np.flatnonzero(form.trust[: form.size] > 0)
    plain = form.shaped(mean)[: form.size]
    # how each sampled vertex goes along with each way
    along = np.einsum("nk,kcq->ncq", form.warp[sample].astype(np.float64), ways.reshape(len(index), 3, -1))
    whole = form.warp[: form.size].astype(np.float64)
    amounts = np.zeros(ways.shape[1])
    at_click = ways.reshape(len(index), 3, -1)[rows]
    for turn in range(_ROUNDS):
        progress(turn / _ROUNDS, "looking for pose and size")
        moved = (ways @ amounts).reshape(-1, 3)
        now = plain + whole @ moved
        pairs = clay.near(now[sample], normals_of(now, form.faces)[sample], pose)
        reach = _FIRST * (_LAST / _FIRST) ** (turn / (_ROUNDS - 1))
        soft = max(reach / 4, SURFACE)
        weight = form.trust[sample] * (pairs.facing > _FACING) * (pairs.gap < reach)
        weight = weight / (1.0 + (pairs.gap / soft) ** 2) ** 2 / (SURFACE**2 * ALIKE)
        off = np.einsum("nk,nk->n", pairs.normals, now[sample] - pairs.at)
        slope = np.empty((len(sample), len(amounts) + 7))
        slope[:, : len(amounts)] = np.einsum("nc,ncq->nq", pairs.normals, along)
        # the clay's places in the head's frame, turned, scaled and moved
        slope[:, -7:-4] = -np.cross(pairs.at, pairs.normals)
        slope[:, -4] = -np.einsum("nk,nk->n", pairs.normals, pairs.at)
        slope[:, -3:] = -pairs.normals
        square = slope.T @ (slope * weight[:, None])
        right = -slope.T @ (off * weight)
        places = pose.to_head(seen)
        for i in range(len(told)):
            own = np.concatenate([at_click[i], _moves(places[i])], axis=1)
            miss = mean[rows[i]] + moved[rows[i]] - places[i]
            square += own.T @ own / CLICK**2
            right -= own.T @ miss / CLICK**2
        square[: len(amounts), : len(amounts)] += np.eye(len(amounts))
        right[: len(amounts)] -= amounts
        square[-7:, -7:] += 1e-9 * np.trace(square) * np.eye(7)
        step = scipy.linalg.solve(square, right, assume_a="pos")
        amounts = amounts + step[: len(amounts)]
        w = step[-7:-4]
        cross = np.array([[0, -w[2], w[1]], [w[2], 0, -w[0]], [-w[1], w[0], 0]])
        # head = (1 + s) expm(w) head' + t: the clay's frame follows from the inverse
        turned = scipy.linalg.expm(cross)
        scale = float(np.exp(step[-4]))
        pose = pose.after(turned.T, 1.0 / scale, -turned.T @ step[-3:] / scale)
        if turn > _ROUNDS // 2 and np.abs(step).max() < 1e-3:
            break
    return Probable(pose, mean + (ways @ amounts).reshape(-1, 3))


def _moves(place: DoubleArray) -> DoubleArray:
    """Derivative (3, 7) of minus a clay's place in the head's frame by turn, scale and shift."""
    x, y, z = place
    turn = np.array([[0, z, -y], [-z, 0, x], [y, -x, 0]])  # w x place
    return -np.concatenate([turn, place[:, None], np.eye(3)], axis=1)
