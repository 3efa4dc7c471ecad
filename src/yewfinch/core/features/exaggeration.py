"""What sets a head apart from a norm, as steps for every vertex: a share of them takes it there or beyond.

References
----------
Brennan 1985, "Caricature generator: the dynamic exaggeration of faces by computer", Leonardo 18:170: norm + k (person -
norm).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.clearing import Neighbours, grown, lot_means
from yewfinch.core.features.eyes.eye import Eye, off_the_eye
from yewfinch.core.mesh.query.crossings import crossings, untangled
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sitter.towards import ROUND, thin_plate

#: How far a person may be taken, as k: 0 is the norm, 1 the person.
LEAST, MOST = 0.0, 3.0
#: Beyond the person clay keeps its distance from an eye up to so many of its radii, and is free from the second on.
_WHOLE, _FREE = 1.06, 1.25
#: Lids lie within so many radii of their eye, which goes where they go.
LIDS = 1.15
#: It slides on the eye by so much at most, mm at full strength. Little is known of how far a few points take an eye.
_SLIDES, _STEADY = 4.0, 0.01
#: Rounds of fitting a ball to where lids lie.
_FITTED = 8
#: Between norm and person clay is held on the eye up to this height over it, and is free from the second on, mm.
_ON, _LOOSE = 0.2, 0.6
#: Rounds of evening out steps with which a surface would cross itself.
_CLEARED = 60
#: Amounts of steps at which a surface has to be clear of itself beyond the person, a little farther than it goes as
#: well, so that rounding brings nothing across; and between it and the norm.
BEYOND, BETWEEN = (1.02, 0.3, 0.6, 1.0), (-1.0, -0.3, -0.6)
#: So many rounds of smoothing where it crosses; a step changes by so much at most, mm.
_GENTLY, _MILDLY = 16, 1.0
#: All amounts are looked at by turns, so many times, with so many rounds for each.
_TURNS, _FEW = 6, 6
#: How far what crosses goes over to going the same way in each of these.
_TOGETHER = 0.35
#: Landmarks that must be known of both.
_FEWEST = 8
#: Places of a line that count; how nearly a place of one and a landmark are met, as softness of a thin plate.
_ALONG, _SOFT_LINE, _SOFT = 7, 1.5, 0.5
#: Rounds of laying heads onto their mean.
_LAYINGS = 6

#: A head as a norm: landmarks by key, (3,) mm, and its vertices (n, 3) mm if they are to be compared one by one.
Norm = tuple[Mapping[str, DoubleArray], DoubleArray | None]


def laid(person: Mapping[str, DoubleArray], norm: Mapping[str, DoubleArray]) -> tuple[DoubleArray, DoubleArray]:
    """The motion that lays the norm's landmarks onto the person's: turn (3, 3) and shift (3,) mm; sizes stay.

    Raises
    ------
    YewfinchError
        If too few are known of both.

    References
    ----------
    Umeyama 1991, "Least-squares estimation of transformation parameters between two point patterns".
    """
    keys = sorted(set(person) & set(norm))
    if len(keys) < _FEWEST:
        raise YewfinchError(
            phrase("At least {0} landmarks are needed on both the clay and the norm; {1} are.", _FEWEST, len(keys))
        )
    a, b = np.array([norm[k] for k in keys]), np.array([person[k] for k in keys])
    ma, mb = a.mean(axis=0), b.mean(axis=0)
    u, _, v = np.linalg.svd((b - mb).T @ (a - ma))
    turn = u @ np.diag([1.0, 1.0, np.sign(np.linalg.det(u @ v))]) @ v
    return turn, mb - turn @ ma


def mean_of(several: Sequence[Norm]) -> Norm:
    """The mean of several heads, each laid onto the mean by a motion; sizes stay.

    Parameters
    ----------
    several : sequence of (landmarks by key (3,) mm, positions (n, 3) mm or None)
        One at least.

    Returns
    -------
    landmarks : dict of key to (3,) mm
        Those that all have.
    positions : (n, 3) float64, mm, or None
        If all have as many vertices.

    Raises
    ------
    YewfinchError
        If there is none, or they have too few landmarks in common.

    References
    ----------
    Gower 1975, "Generalized Procrustes analysis", without scaling.
    """
    if not several:
        raise YewfinchError("There is no head to take the mean of.")
    keys = sorted(set.intersection(*(set(landmarks) for landmarks, _ in several)))
    if len(keys) < _FEWEST:
        raise YewfinchError(
            phrase("These heads have {0} landmarks in common; at least {1} are needed.", len(keys), _FEWEST)
        )
    mean = {k: np.asarray(several[0][0][k], np.float64) for k in keys}
    motions = []
    for _ in range(_LAYINGS):
        motions = [laid(mean, landmarks) for landmarks, _ in several]
        there = [
            {k: turn @ landmarks[k] + shift for k in keys}
            for (turn, shift), (landmarks, _) in zip(motions, several, strict=True)
        ]
        mean = {k: np.mean([t[k] for t in there], axis=0) for k in keys}
    forms = [positions for _, positions in several]
    count = {-1 if f is None else len(f) for f in forms}
    if len(count) > 1 or -1 in count:
        return mean, None
    turned = [f @ turn.T + shift for f, (turn, shift) in zip(forms, motions, strict=True) if f is not None]
    return mean, np.mean(turned, axis=0)


def with_lines(landmarks: Mapping[str, DoubleArray], lines: Mapping[str, DoubleArray]) -> dict[str, DoubleArray]:
    """Landmarks, and places evenly along lines of the face as more of them: `KEY#number`.

    Parameters
    ----------
    landmarks : mapping of key to (3,) float64, mm
    lines : mapping of key to (n, 3) float64, mm
    """
    out = dict(landmarks)
    for key, line in lines.items():
        way = np.r_[0.0, np.cumsum(np.linalg.norm(np.diff(line, axis=0), axis=1))]
        if len(line) > 2 and way[-1] > 0.0:
            at = np.linspace(0.0, way[-1], _ALONG)
            places = np.stack([np.interp(at, way, line[:, k]) for k in range(3)], axis=1)
            out |= {f"{key}#{i}": place for i, place in enumerate(places)}
    return out


def steps_through_landmarks(
    surface: Surface, person: Mapping[str, DoubleArray], norm: Mapping[str, DoubleArray]
) -> DoubleArray:
    """From the norm to the person at each vertex of any surface, (n, 3) mm, smoothly through landmarks known of both.

    Parameters
    ----------
    surface : Surface
    person, norm : mapping of landmark key to (3,) mm
        With places of lines, if these are to be met, too; the norm is laid on by landmarks alone.
    """
    turn, shift = laid({k: p for k, p in person.items() if "#" not in k}, norm)
    there = {k: turn @ p + shift for k, p in norm.items()}
    keys = sorted(set(person) & set(norm))
    at = np.array([person[k] for k in keys])
    _, first = np.unique(np.round(at, 3), axis=0, return_index=True)
    at, away = at[first], np.array([person[keys[i]] - there[keys[i]] for i in first])
    soft = np.where(["#" in keys[i] for i in first], _SOFT_LINE, _SOFT)
    return thin_plate(at, away, soft, ROUND).at(surface.positions.astype(np.float64))


def with_eyes(
    surface: Surface,
    steps: DoubleArray,
    eyes: Sequence[Eye],
    *,
    beyond: bool,
    known: Sequence[DoubleArray | None] = (),
) -> DoubleArray:
    """Steps with which lids stay on their eyes, (n, 3) mm.

    Near an eye nothing goes towards its middle or away from it but along with the eye as a whole; lids slide on it. So
    a ball stays a ball, what lies on it stays there, and an opening still becomes wider or higher.

    Parameters
    ----------
    surface : Surface
    steps : (n, 3) float64, mm
        From the norm to the person.
    eyes : sequence of Eye
        Of the person.
    beyond : bool
        For what lies beyond the person, where steps count several times; else for what lies between norm and person:
        there only what lies on the eye is held, and as far from it as it is, not as straight steps would take it.
    known : sequence of (3,) float64, mm, or None
        The steps of the eyes themselves, where the norm tells them.
    """
    at = surface.positions.astype(np.float64)
    out = steps.copy()
    for number, eye in enumerate(eyes):
        away = at - eye.place
        far = np.linalg.norm(away, axis=1)
        rows = np.flatnonzero(far < _FREE * eye.radius)
        if not len(rows):
            continue
        told = known[number] if number < len(known) else None
        move = eye_step(at, steps, np.array(eye.place), _WHOLE * eye.radius) if told is None else told
        far, away, own = far[rows, None], away[rows], out[rows] - move
        if beyond:
            t = np.clip((_FREE - far / eye.radius) / (_FREE - _WHOLE), 0.0, 1.0)
            along = (own * away).sum(axis=1, keepdims=True) / np.maximum(far, 1e-9) ** 2
            slides = own - along * away
            slides /= (1.0 + (np.linalg.norm(slides, axis=1, keepdims=True) / _SLIDES) ** 4) ** 0.25
        else:
            t = np.clip((_LOOSE - off_the_eye(eye, at[rows])[:, None]) / (_LOOSE - _ON), 0.0, 1.0)
            there = away - own
            slides = away - there * far / np.maximum(np.linalg.norm(there, axis=1, keepdims=True), 1e-9)
        share = t * t * (3.0 - 2.0 * t)
        out[rows] += share * (move + slides - out[rows])
    return out


def eye_step(at: DoubleArray, steps: DoubleArray, place: DoubleArray, reach: float) -> DoubleArray:
    """The step of an eye among points that take steps, (3,) mm: that with which they keep their distances from it best.

    Parameters
    ----------
    at, steps : (n, 3) float64, mm
    place : (3,) float64, mm
        The middle of the eye.
    reach : float, mm
        Points within so much of that lie on the eye.
    """
    way = at - place
    far = np.linalg.norm(way, axis=1)
    near = far < reach
    if not near.any():
        return np.zeros(3)
    way, own = way[near] / np.maximum(far[near, None], 1e-9), steps[near]
    mean = own.mean(axis=0)
    along = (way * (own - mean)).sum(axis=1)
    pull = way.T @ way + _STEADY * len(way) * np.eye(3)
    return np.asarray(mean + np.linalg.solve(pull, way.T @ along))


def eye_step_from_norm(at: DoubleArray, steps: DoubleArray, eye: Eye) -> DoubleArray:
    """The same from where the eye lies in the norm, (3,) mm: what lies on it is as far from it there as it is here.

    `eye_step` knows the ways of points only as they begin, which is what counts beyond the person; where they came from
    lids may have lain some millimetres along the ball.

    Parameters
    ----------
    at, steps : (n, 3) float64, mm
    eye : Eye
    """
    place = np.array(eye.place)
    step = eye_step(at, steps, place, _WHOLE * eye.radius)
    rows = np.flatnonzero(np.linalg.norm(at - place, axis=1) < _WHOLE * eye.radius)
    rows = rows[off_the_eye(eye, at[rows]) < _ON] if len(rows) else rows
    if len(rows) < _FEWEST:
        return step
    first, there, far = step, at[rows] - steps[rows] - place, np.linalg.norm(at[rows] - place, axis=1)
    for _ in range(_FITTED):  # Gauss and Newton
        away = there + step
        now = np.linalg.norm(away, axis=1)
        ways = away / np.maximum(now[:, None], 1e-9)
        held = 1e-6 * len(rows)
        pull = ways.T @ ways + held * np.eye(3)
        step = step - np.linalg.solve(pull, ways.T @ (now - far) + held * (step - first))
    return np.asarray(step)


def kept_clear(
    surface: Surface,
    steps: DoubleArray,
    amounts: Sequence[float],
    progress: Progress = silent,
    before: int | None = None,
) -> tuple[DoubleArray, int]:
    """The same steps, evened out where a surface would come to cross itself with so much of them.

    Parameters
    ----------
    surface : Surface
    steps : (n, 3) float64, mm
    amounts : sequence of float
        The farthest first, then those on the way.
    progress : Progress
        May cancel.
    before : int, optional
        How many pairs of triangles cross without steps, if that is known.

    Returns
    -------
    steps : (n, 3) float64, mm
    left : int
        How many more pairs cross with some of these amounts than without steps, all together.
    """
    at, triangles = surface.positions.astype(np.float64), surface.triangles()
    one, ring = np.repeat(np.arange(len(at)), np.diff(surface.ring_at)), surface.ring.astype(np.int64)
    before = len(crossings(at, triangles)) if before is None else before
    out = steps.copy()

    def evened(pairs: npt.NDArray[np.int64], rings: int, together_by: float = _TOGETHER) -> npt.NDArray[np.bool_]:
        """Even out the steps of what crosses and so many rings round it; which triangles that touches."""
        near = np.zeros(len(at), bool)
        near[triangles[pairs]] = True
        near = grown(near, (one, ring), rings)
        rows = np.flatnonzero(near)
        inside = near[one] & near[ring]
        together = lot_means(out, rows, one[inside], ring[inside], triangles[pairs])
        out[rows] += together_by * (together - out[rows])
        if together_by < 1.0:
            some = Neighbours(near, (one, ring))
            for _ in range(2):
                out[rows] += 0.5 * (some.means(out) - out[rows])
        return np.asarray(near[triangles].any(axis=1))

    dirty = {amount: np.ones(len(triangles), bool) for amount in amounts}  # not known to be clear with so much

    def crossed(amount: float) -> npt.NDArray[np.int64]:
        """What crosses, if that is more than before, where that is not known."""
        if not dirty[amount].any():
            return np.empty((0, 2), np.int64)
        # what crossed before is counted as well, and may lie elsewhere
        pairs = crossings(at + amount * out, triangles, None if before else dirty[amount])
        if len(pairs) <= before:
            dirty[amount] = np.zeros(len(triangles), bool)
            return pairs[:0]
        return pairs

    def touched(some: npt.NDArray[np.bool_]) -> None:
        for amount in amounts:
            dirty[amount] = dirty[amount] | some

    pull = umbrella(triangles, len(at))
    # what crosses without steps is not smoothed: that would give leave to cross elsewhere
    sound = np.delete(triangles, np.unique(crossings(at, triangles)), axis=0) if before else triangles

    def smoothed(amount: float) -> npt.NDArray[np.bool_]:
        """Smooth away what crosses with so much, where that takes little; which triangles that touches."""
        there = at + amount * out
        more = (untangled(there, sound, pull, None, _GENTLY) - there) / amount
        more = np.clip(more, -_MILDLY, _MILDLY)
        np.add(out, more, out=out)
        return np.asarray(np.asarray(more.any(axis=1))[triangles].any(axis=1))

    if len(crossed(amounts[0])):  # most of what passes through itself does so a little
        touched(smoothed(amounts[0]))
    for turn in range(_CLEARED):
        progress(turn / (_CLEARED + 1), "keeping it clear of itself")
        pairs = crossed(amounts[0])
        if not len(pairs):
            break
        near = evened(pairs, 2 + turn // 6)
        touched(near)
        dirty[amounts[0]] = near  # all else has been looked at
    for turn in range(_TURNS):  # what passes through itself between two of those, in few places
        clear = True
        for amount in amounts:
            for number in range(_FEW):
                pairs = crossed(amount)
                if not len(pairs):
                    break
                clear = False
                if number:
                    touched(evened(pairs, 2 + turn, _TOGETHER if turn < 3 else 1.0))
                else:
                    touched(smoothed(amount))
        if clear:
            return out, 0
    return out, sum(max(len(crossed(amount)) - before, 0) for amount in amounts)


def steps_of_measure(
    surface: Surface, landmarks: Mapping[str, DoubleArray], pairs: Sequence[tuple[str, str]], usual: float
) -> DoubleArray:
    """What makes one distance of a head unusual, as steps (n, 3) mm: its ends move along it, other landmarks stay.

    Parameters
    ----------
    surface : Surface
    landmarks : mapping of key to (3,) mm
    pairs : sequence of (key, key)
        Ends of the distance; with a paired one, both sides.
    usual : float, mm
        The norm of the distance.

    Raises
    ------
    YewfinchError
        If an end is not placed.
    """
    moves: dict[str, DoubleArray] = {}
    for start, end in pairs:
        if start not in landmarks or end not in landmarks:
            raise YewfinchError(
                phrase("Both ends of that distance have to be placed on the clay: {0} and {1}.", start, end)
            )
        way = landmarks[end] - landmarks[start]
        size = float(np.linalg.norm(way))
        half = way / max(size, 1e-9) * (size - usual) / 2.0
        moves[start] = moves.get(start, np.zeros(3)) - half
        moves[end] = moves.get(end, np.zeros(3)) + half
    keys = sorted(landmarks)
    at = np.array([landmarks[k] for k in keys])
    _, first = np.unique(np.round(at, 3), axis=0, return_index=True)
    steps = np.array([moves.get(keys[i], np.zeros(3)) for i in first])
    soft = np.array([0.0 if keys[i] in moves else 4.0 for i in first])
    return thin_plate(at[first], steps, soft, ROUND).at(surface.positions.astype(np.float64))
