"""The skull of a person, and pegs on it as long as the flesh is thick.

The plain skull is bent as the plain head is bent into the person's: by a spline through their
landmarks. Then its surface is drawn to where the published depths put it under the skin.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.head import skull_field
from yewfinch.core.anatomy.head.tissue_depths import POINTS, DepthPoint
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.quad_net import graded_axis, symmetric_quads
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.progress import Progress, part, silent

#: Landmarks that lie close over bone; the skull is bent by these, lips and lids do not press on teeth.
_BONY = (
    "v",
    "g",
    "n",
    "sn",
    "sl",
    "pg",
    "gn",
    "op",
    *(f"{k}_{s}" for k in ("eu", "ft", "sci", "zy", "go", "or", "t", "po", "ex", "en", "ac") for s in "lr"),
)
#: How widely the surface follows where a depth draws it, mm, and how often that is done.
_WIDE, _ROUNDS = 14.0, 26
#: Radius of a peg, mm, and sides of it.
_PEG, _SIDES = 1.3, 8
#: Flesh over the bone is nowhere thinner, mm; the mouth reaches so far round the lips' line, mm.
_LEAST, _MOUTH = 1.5, 45.0
#: A depth that is wrong by more than this was found on another bone, mm.
_PLAUSIBLE = 15.0
#: Every peg, with `_l` or `_r` for paired ones, and how many vertices each rod has: two rings, then its bone end and
#: its skin end.
PEG_KEYS = tuple(f"{k}{s}" for k, p in POINTS.items() for s in (("_l", "_r") if p.paired else ("",)))
PEG_ROWS = 2 * (_SIDES + 1)
#: A peg's way in is not looked for further than this, mm.
_FARTHEST = 60.0


@dataclass(frozen=True, eq=False)
class Peg:
    """A depth at one point of one head.

    Attributes
    ----------
    key : str
        Of `tissue_depths.POINTS`, with `_l` or `_r` for paired ones.
    skin, bone : (3,) float64, mm
    depth : float
        What was asked for, mm.
    """

    key: str
    skin: DoubleArray
    bone: DoubleArray
    depth: float


@dataclass(frozen=True, eq=False)
class PlainSkull:
    """The skull of the plain head, its lower jaw a body of its own.

    Attributes
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    jaw : (n,) bool
        Vertices of the lower jaw.
    """

    positions: DoubleArray
    faces: IndexArray
    jaw: npt.NDArray[np.bool_]


def make_skull(progress: Progress = silent) -> PlainSkull:
    """Compute the plain skull. Takes some seconds."""
    half = graded_axis([(0.9, 1.8), (32.0, 1.9), (44.0, 2.6), (90.0, 3.4)], 88.0)
    ys = graded_axis([(-106.0, 3.2), (-70.0, 1.9), (-36.0, 1.8), (-20.0, 2.4), (50.0, 3.0), (140.0, 4.2)], 140.0)
    zs = graded_axis([(-110.0, 4.2), (0.0, 3.0), (48.0, 2.1), (116.0, 2.1)], 116.0)
    shapes = []
    for i, field in enumerate((skull_field.upper, skull_field.lower)):
        positions, faces, _ = symmetric_quads(field, half, ys, zs, relax=6, progress=part(progress, i / 2, (i + 1) / 2))
        ordered, order = in_face_order(positions, faces)
        shapes.append((positions[order].astype(np.float64), ordered))
    (a, f), (b, g) = shapes
    return PlainSkull(
        np.concatenate([a, b]), np.concatenate([f, g + len(a)]).astype(INDEX), np.arange(len(a) + len(b)) >= len(a)
    )


class SkullShaper:
    """Makes skulls and pegs of persons.

    Parameters
    ----------
    plain : PlainSkull
    rest : mapping of landmark to (3,) mm
        Of the plain head.
    """

    def __init__(self, plain: PlainSkull, rest: Mapping[str, DoubleArray]) -> None:
        self.plain, self.rest = plain, rest

    def shape(self, skin: Surface, landmarks: Mapping[str, DoubleArray], age: float) -> tuple[DoubleArray, list[Peg]]:
        """The skull under a skin, and its pegs.

        Parameters
        ----------
        skin : Surface
            Of the head.
        landmarks : mapping of key to (3,) mm
            On it.
        age : float
            Years.

        Returns
        -------
        (n, 3) float64, mm
            Vertices of the skull.
        list of Peg
        """
        at = self._bent(landmarks)
        points = _skin_points(skin, landmarks)
        depths = np.array([point_of(k).in_age(age) for k in points])
        starts, ways = np.array([p for p, _ in points.values()]), np.array([w for _, w in points.values()])
        surface, rows = Surface(at, self.plain.faces), np.arange(len(at), dtype=INDEX)
        for _ in range(_ROUNDS):
            found = _bone_under(surface, starts, ways)
            there = np.abs(found - depths) < _PLAUSIBLE  # else the ray slipped past the bone it is meant for
            hits = starts[there] + found[there, None] * ways[there]
            wrong = (depths[there] - found[there])[:, None] * ways[there]
            at = at + _spread(hits, wrong)(at)
            surface.set_rows(rows, at)
        at = _kept_under(skin, at, np.asarray(landmarks["sto"]))
        surface.set_rows(rows, at)
        found = _bone_under(surface, starts, ways)
        pegs = [
            Peg(key, s, s + w * (f if abs(f - d) < _PLAUSIBLE else d), float(d))
            for key, s, w, f, d in zip(points, starts, ways, found, depths, strict=True)
        ]
        return at, pegs

    def _bent(self, landmarks: Mapping[str, DoubleArray]) -> DoubleArray:
        from scipy.interpolate import RBFInterpolator

        keys = [k for k in _BONY if k in self.rest and k in landmarks]
        was, now = np.array([self.rest[k] for k in keys]), np.array([landmarks[k] for k in keys])
        # the kernel of the head's own spline
        return np.asarray(RBFInterpolator(was, now, kernel="linear", degree=1)(self.plain.positions))


def point_of(key: str) -> DepthPoint:
    """The point of a peg."""
    return POINTS[key if key in POINTS else key[:-2]]


def title_of(key: str) -> str:
    """What a peg is called, with its side."""
    point = point_of(key)
    return point.title + (", left" if key.endswith("_l") else ", right") * point.paired


def _bone_under(surface: Surface, starts: DoubleArray, ways: DoubleArray) -> DoubleArray:
    """How deep the bone lies below skin points, mm; infinite where a ray misses it."""
    hits = [pick(surface, start, way) for start, way in zip(starts, ways, strict=True)]
    return np.array([h.distance if h is not None and h.distance < _FARTHEST else np.inf for h in hits])


def _skin_points(skin: Surface, landmarks: Mapping[str, DoubleArray]) -> dict[str, tuple[DoubleArray, DoubleArray]]:
    """Where each peg ends on the skin, and the way in from there, both sides."""
    out = {}
    for key in PEG_KEYS:
        point = point_of(key)
        side = key[-1] if point.paired else ""
        names = {k[:-1] + side if k.endswith("_l") else k: w for k, w in point.at.items()}
        place = np.sum([w * np.asarray(landmarks[k]) for k, w in names.items()], axis=0)
        row = skin.nearest_row(place)
        near = skin.rows_in_ball(skin.positions[row], 7.0)
        way = -skin.normals[near].astype(np.float64).mean(axis=0)
        way[0] *= bool(side)
        way /= np.linalg.norm(way)
        hit = pick(skin, place - 40.0 * way, way)
        far = hit is None or np.linalg.norm(hit.point - place) > 8.0
        start = skin.positions[row].astype(np.float64) if far or hit is None else hit.point
        start[0] *= bool(side)
        out[key] = (start, way)
    return out


def _kept_under(skin: Surface, at: DoubleArray, mouth: DoubleArray) -> DoubleArray:
    """Bone that would come out between the pegs, pressed in; teeth may stand in the mouth, which is outside."""
    from scipy.spatial import cKDTree

    nearest = cKDTree(skin.positions).query(at)[1]
    normals = skin.normals[nearest].astype(np.float64)
    above = ((at - skin.positions[nearest]) * normals).sum(axis=1) + _LEAST
    press = np.where(np.linalg.norm(at - mouth, axis=1) > _MOUTH, np.maximum(above, 0.0), 0.0)
    return np.asarray(at - press[:, None] * normals)


def _spread(centres: DoubleArray, moves: DoubleArray) -> Callable[[DoubleArray], DoubleArray]:
    """A smooth field that has these moves at these places and fades out beside them."""

    def near(a: DoubleArray, b: DoubleArray) -> DoubleArray:
        squares = (a**2).sum(axis=1)[:, None] + (b**2).sum(axis=1) - 2 * (a @ b.T)
        return np.asarray(np.exp(squares.astype(np.float32) / (-2 * _WIDE**2)), np.float64)

    weights = np.linalg.lstsq(near(centres, centres) + 0.04 * np.eye(len(centres)), moves, rcond=None)[0]
    return lambda at: near(at, centres) @ weights


def peg_rods(pegs: list[Peg]) -> tuple[FloatArray, IndexArray, npt.NDArray[np.bool_]]:
    """The pegs as small closed rods of quads.

    Returns
    -------
    positions : (n, 3) float32, mm
    faces : (m, 4) int32
    jaw : (n,) bool
        Vertices of pegs that stand on the lower jaw.
    """
    positions, faces = [], []
    jaw: list[bool] = []
    turn = np.linspace(0.0, 2 * np.pi, _SIDES, endpoint=False)
    for peg in pegs:
        way = peg.skin - peg.bone
        way = way / np.linalg.norm(way)
        u = np.cross(way, [0.0, 1.0, 0.0] if abs(way[1]) < 0.9 else [1.0, 0.0, 0.0])
        u /= np.linalg.norm(u)
        v = np.cross(way, u)
        ring = _PEG * (np.cos(turn)[:, None] * u + np.sin(turn)[:, None] * v)
        first = PEG_ROWS * len(jaw)
        positions.append(np.concatenate([peg.bone + ring, peg.skin + ring, [peg.bone, peg.skin]]))
        low, high = first + 2 * _SIDES, first + 2 * _SIDES + 1
        for i in range(_SIDES):
            j = (i + 1) % _SIDES
            faces.append([first + i, first + j, first + _SIDES + j, first + _SIDES + i])
        for i in range(0, _SIDES, 2):
            j, k = i + 1, (i + 2) % _SIDES
            faces.append([low, first + k, first + j, first + i])
            faces.append([high, first + _SIDES + i, first + _SIDES + j, first + _SIDES + k])
        jaw.append(point_of(peg.key).jaw)
    return (
        np.concatenate(positions).astype(np.float32), np.array(faces, INDEX), np.repeat(np.array(jaw), PEG_ROWS),
    )  # fmt: skip
