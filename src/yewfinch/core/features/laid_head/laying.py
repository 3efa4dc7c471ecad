"""The base head laid on any clay: from a few clicks to all landmarks, the lines of the face and its regions."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.population.spread import Spread
from yewfinch.core.features.laid_head.bent_head import bent_head
from yewfinch.core.features.laid_head.clay_places import ClayPlaces, Similarity, normals_of
from yewfinch.core.features.laid_head.definitions import flat_over, snapped
from yewfinch.core.features.laid_head.doubts import BENT, FLAT, FLAT_BENT, FLAT_LID, FLAT_OVER, GAP, Doubt, doubts
from yewfinch.core.features.laid_head.line_snapping import snapped_line
from yewfinch.core.features.laid_head.pattern import Pattern, pattern
from yewfinch.core.features.laid_head.probable_head import probable_head
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.shared.similarity import similarity

#: The landmarks that are asked for: they say where the head looks, how large it is and where it ends.
ASKED = ("ex_l", "ex_r", "prn", "gn", "t_l", "t_r")
#: So many have to be clicked at least.
LEAST = 4
#: Clicks that lie farther off the mean head than this, root mean square in mm at its size, are none of a head.
_FAR_OFF = 18.0
#: Farther from the laid head than this a landmark is not found on the clay, mm.
_LOST = 8.0
#: Height of a lid that is given up for each mm squared away from where the head was laid, per mm: a margin is flat
#: where it is highest, and what is laid knows better how far along it that is (of 0.008 to 0.2 the best for 16
#: random persons).
_LID_STAY = 0.2
#: A lid is no thicker than this, from its outer edge to its inner one, mm.
_THICKEST = 5.0
#: What is flat over more than this says nothing of a landmark's place, mm.
_NOWHERE = 10.0
#: A lid's margin is read as a polynomial of this degree: single points of it are not better than the clay's edges.
_LID_DEGREE = 4
#: Vertices of the clay this far from the laid head belong to no region, mm.
_REGION_REACH = 6.0


@dataclass(frozen=True, eq=False)
class LaidHead:
    """The base head as it lies on clay.

    Attributes
    ----------
    pose : Similarity
        How the clay stands.
    positions : (n, 3) float64, mm
        Of the pattern's formed level, on the clay.
    landmarks : dict of key to (3,) mm
        On the clay, those that were clicked among them.
    upright : dict of key to (3,) mm
        The same in the head's own frame, as large as life.
    lines : dict of line key to (m, 3) mm
    regions : dict of name to (v,) uint8
        Membership of the clay's vertices.
    doubts : tuple of Doubt
        Landmarks to look at, the worst first; those that were not found among them.
    gap : float, mm
        Median distance of the laid head's skin from the clay, at the sitter's size.
    """

    pose: Similarity
    positions: DoubleArray
    landmarks: dict[str, DoubleArray]
    upright: dict[str, DoubleArray]
    lines: dict[str, DoubleArray]
    regions: dict[str, npt.NDArray[np.uint8]]
    doubts: tuple[Doubt, ...]
    gap: float


def lay_head(
    surface: Surface, clicks: Mapping[str, DoubleArray], spread: Spread, progress: Progress = silent
) -> LaidHead:
    """Lay the base head on clay.

    Parameters
    ----------
    surface : Surface
        In any pose and of any size; it may be open, and end at the neck or lower.
    clicks : mapping of landmark key to (3,) mm
        On it, at least four; they are kept as they are.
    spread : Spread
        How people of the sitter's kind vary.
    progress : Progress
        May cancel.

    Raises
    ------
    YewfinchError
        If there are too few clicks, or they do not fit a head.
    """
    known = {k: np.asarray(v, np.float64) for k, v in clicks.items() if k in LANDMARKS}
    if len(known) < LEAST:
        raise YewfinchError(phrase("Click at least {0} landmarks on the clay; {1} are there.", LEAST, len(known)))
    if np.linalg.svd(np.array(list(known.values())) - np.mean(list(known.values()), axis=0))[1][1] < 1e-6:
        raise YewfinchError("The clicked landmarks lie on one line. Click others, on both sides and in front.")
    _see_clicks(known, spread)
    form = pattern()
    progress(0.0, "getting the head ready")
    clay = ClayPlaces(surface.positions, surface.triangles())
    found = probable_head(form, spread, clay, known, part(progress, 0.05, 0.3))
    start = form.shaped(found.landmarks)
    bent = bent_head(form, start[: form.size], clay, found.pose, known, part(progress, 0.3, 0.85))
    whole = start + form.finer(bent - start[: form.size])
    progress(0.85, "carrying landmarks over")
    upright = surface.moved(found.pose.to_head(surface.positions.astype(np.float64)).astype(np.float32))
    places, doubted = _landmarks(form, whole, found.landmarks, clay, upright, found.pose, known)
    lines, gaps = _lines(form, whole, clay, upright, found.pose)
    doubted |= _lid_peaks(places, lines, known, upright)
    progress(0.93, "carrying regions over")
    regions = _regions(form, whole, upright)
    told = doubts(places, doubted, spread, set(known))
    return LaidHead(
        found.pose,
        found.pose.to_clay(whole),
        {k: known.get(k, found.pose.to_clay(v[None])[0]) for k, v in places.items()},
        places,
        {k: found.pose.to_clay(v) for k, v in lines.items()},
        regions,
        tuple(told),
        gaps,
    )


def _see_clicks(known: Mapping[str, DoubleArray], spread: Spread) -> None:
    """Refuse clicks that no head can meet, such as left and right mixed up."""
    own = spread.of(set(known))
    at = np.array([known[k] for k in own.keys])
    turn, scale, shift = similarity(own.mean, at)
    off = np.linalg.norm(scale * own.mean @ turn.T + shift - at, axis=1) / max(scale, 1e-9)
    if scale < 1e-6 or np.sqrt((off**2).mean()) > _FAR_OFF:
        raise YewfinchError(
            "The clicked landmarks do not fit a head. Are two mixed up, or left and right? Left is the sitter's own."
        )


def _landmarks(
    form: Pattern,
    whole: DoubleArray,
    probable: DoubleArray,
    clay: ClayPlaces,
    upright: Surface,
    pose: Similarity,
    known: Mapping[str, DoubleArray],
) -> tuple[dict[str, DoubleArray], dict[str, str]]:
    """Places in the head's frame, and why some are doubtful."""
    faces = form.fine_faces
    normals = normals_of(whole, faces)
    keys = [k for k in form.landmarks if k not in known]
    at = np.array([form.landmarks[k].on(whole) for k in keys])
    ways = np.array([form.landmarks[k].on(normals) for k in keys])
    pairs = ClayPlaces.near(clay, at, ways, pose)
    out = {k: pose.to_head(v[None])[0] for k, v in known.items()}
    why: dict[str, str] = {}
    for i, key in enumerate(keys):
        if pairs.gap[i] > _LOST:
            why[key] = phrase("the clay lies {0:.0f} mm away: not found", pairs.gap[i])
            continue
        found = snapped(key, pairs.at[i], upright)
        place = found.place
        shift = float(np.linalg.norm(place - probable[form.keys.index(key)])) if key in form.keys else 0.0
        if pairs.gap[i] > GAP:
            why[key] = phrase("the head could not be laid closer than {0:.1f} mm", pairs.gap[i])
        elif pairs.facing[i] < 0.0:
            why[key] = "the clay looks another way there than the head does"
        elif not found.clear:
            why[key] = "nothing stands out there that would define it"
        elif shift > (FLAT_BENT if key.removesuffix("_l").removesuffix("_r") in FLAT else BENT):
            why[key] = phrase("the head had to be bent there by {0:.1f} mm more than people vary", shift)
        elif found.flat > FLAT_OVER:
            why[key] = _flat(found.flat)
        out[key] = place
    for key in ("p_l", "p_r"):
        if key not in known:
            pupil = _pupil(form, whole, probable, upright, key)
            if pupil is not None:
                out[key] = pupil
    return out, why


def _pupil(form: Pattern, whole: DoubleArray, probable: DoubleArray, upright: Surface, key: str) -> DoubleArray | None:
    """Where the gaze straight ahead leaves the clay: the pupil goes along with the lids round it."""
    side = key[-1]
    step = [form.landmarks[f"{k}_{side}"].on(whole) - probable[form.keys.index(f"{k}_{side}")] for k in ("en", "ex")]
    at = probable[form.keys.index(key)] + np.mean(step, axis=0)
    hit = pick(upright, (at[0] + 1e-4, at[1] + 1e-4, at[2] + 30.0), (0.0, 0.0, -1.0))
    return None if hit is None or abs(hit.point[2] - at[2]) > 15.0 else np.asarray(hit.point, np.float64)


def _lines(
    form: Pattern, whole: DoubleArray, clay: ClayPlaces, upright: Surface, pose: Similarity
) -> tuple[dict[str, DoubleArray], float]:
    normals = normals_of(whole, form.fine_faces)
    out = {}
    for key, line in form.lines.items():
        at = np.array([t.on(whole) for t in line])
        ways = np.array([t.on(normals) for t in line])
        pairs = clay.near(at, ways, pose)
        if np.median(pairs.gap) < _LOST:
            out[key] = snapped_line(key, pairs.at, ways, upright)
    skin = np.flatnonzero(form.trust > 0.9)[::7]
    pairs = clay.near(whole[skin], normals[skin], pose)
    there = (pairs.gap < _LOST) & (pairs.facing > 0.5)
    return out, float(np.median(pairs.gap[there])) if there.any() else float("inf")


def _flat(over: float) -> str:
    if over > _NOWHERE:
        return "the form is flat all round there: nothing tells its place"
    return phrase("the form is flat there: {0:.0f} mm to either side would do nearly as well", over)


def _lid_peaks(
    places: dict[str, DoubleArray],
    lines: Mapping[str, DoubleArray],
    known: Mapping[str, DoubleArray],
    upright: Surface,
) -> dict[str, str]:
    """Put peaks and troughs where the lids' margins are highest and lowest; why some of them are doubtful."""
    why = {}
    for side in ("l", "r"):
        for key, line, sign in (("ps", "lid_upper", 1.0), ("pi", "lid_lower", -1.0)):
            own, margin = f"{key}_{side}", lines.get(f"{line}_{side}")
            if margin is not None and own in places and own not in known:
                peak, over = _peak(margin, sign, places[own])
                places[own] = _behind_lid(peak, upright)
                if over > FLAT_LID:
                    why[own] = _flat(over)
    return why


def _behind_lid(place: DoubleArray, upright: Surface) -> DoubleArray:
    """The inner edge of a lid's margin: what is seen from the front is the outer one, where the lid is a sheet."""
    front = pick(upright, (place[0] + 1e-4, place[1] + 1e-4, place[2] + _THICKEST), (0.0, 0.0, -1.0))
    if front is None or front.distance > 2.0 * _THICKEST:
        return place
    back = pick(upright, front.point - (0.0, 0.0, 0.05), (0.0, 0.0, -1.0), front_only=False)
    if back is None or back.distance > _THICKEST or abs(back.point[2] - place[2]) > _THICKEST:
        return place
    return np.asarray(back.point, np.float64)


def _peak(margin: DoubleArray, sign: float, near: DoubleArray) -> tuple[DoubleArray, float]:
    """The highest place (sign 1) or the lowest of a smoothed margin (n, 3) mm, and over how much it is flat, mm."""
    across = np.abs(margin[:, 0])
    curve = np.polynomial.Polynomial.fit(across, sign * margin[:, 1], _LID_DEGREE)
    low, high = np.percentile(across, (20, 80))
    fine = np.linspace(low, high, 121)
    height = np.asarray(curve(fine))
    best = fine[int(np.argmax(height - _LID_STAY * (fine - abs(near[0])) ** 2))]
    order = np.argsort(across)
    place = np.array([np.interp(best, across[order], margin[order, k]) for k in range(3)])
    return place, flat_over(height, fine)


def _regions(form: Pattern, whole: DoubleArray, upright: Surface) -> dict[str, npt.NDArray[np.uint8]]:
    """Membership of the clay's vertices, taken from the nearest place of the laid head."""
    faces = form.fine_faces
    triangles = np.concatenate([faces[:, :3], faces[:, [0, 2, 3]]])
    outside = (form.trust[triangles] > 0).all(axis=1) | (form.trust[triangles] == 0).all(axis=1)
    tree = NearestTree(whole, triangles[outside])
    found = tree.find(upright.positions.astype(np.float64), reach=_REGION_REACH)
    near = found.rows >= 0
    s, t = found.weights.T
    share = np.stack([np.maximum(1.0 - s - t, 0.0), s, t], axis=1)
    corners = tree.corners[np.maximum(found.rows, 0)]
    out = {}
    for name, values in form.regions.items():
        own = np.where(near, (share * values[corners]).sum(axis=1), 0.0)
        if (own > 127).any():
            out[name] = np.round(own).astype(np.uint8)
    return out
