"""Mending surfaces nobody here made: weld, drop, cut free, turn alike, close; and a report of it."""

from __future__ import annotations

from dataclasses import dataclass, fields
from typing import Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair import _parts_kernels as kernels
from yewfinch.core.mesh.repair.fill import filled, filled_behind
from yewfinch.core.mesh.repair.holes import half_edges, rims
from yewfinch.core.mesh.repair.parts import joined, loose_parts, used_rows
from yewfinch.core.mesh.repair.patches import Patch, going_on, kept_clear
from yewfinch.core.mesh.surface.orientation import turned_round
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress, silent

#: Vertices nearer than this become one, mm; loose parts smaller than this go, mm.
WELD, SPECK = 1e-3, 1.0
#: Rims of more edges are left open unless asked for.
LONGEST_RIM = 400
#: A surface in more loose parts is none.
MOST_PARTS = 20_000
#: How far behind their rims patches begin that cross clay otherwise, in the rim's edges, one after the other.
_DEEP = (0.4, 0.8, 1.5)
#: That is tried for so many patches at most.
_MANY = 12


@dataclass(frozen=True)
class Report:
    """What was found, and done about it: counts.

    Attributes
    ----------
    unusable : faces with vertices that are no numbers, dropped
    welded : vertices that became one with another
    empty : faces without area corners, dropped
    doubled : faces that lay twice in one place, dropped
    cut_free : vertices doubled where more than two faces met in an edge, or sheets in a vertex
    turned : faces turned round
    specks : loose parts dropped
    closed, left_open : rims
    blocked : rims left open since what closes them would cross other clay
    crossing : pairs of triangles that cross where rims were closed nevertheless
    """

    unusable: int = 0
    welded: int = 0
    empty: int = 0
    doubled: int = 0
    cut_free: int = 0
    turned: int = 0
    specks: int = 0
    closed: int = 0
    left_open: int = 0
    blocked: int = 0
    crossing: int = 0

    @property
    def clean(self) -> bool:
        """Whether there was nothing to do."""
        return all(getattr(self, f.name) == 0 for f in fields(self))

    def words(self) -> str:
        """The report as a sentence."""
        told = (
            (self.unusable, "unusable face", "dropped"),
            (self.welded, "vertex", "welded"),
            (self.empty, "empty face", "dropped"),
            (self.doubled, "doubled face", "dropped"),
            (self.cut_free, "tangled vertex", "cut free"),
            (self.turned, "face", "turned round"),
            (self.specks, "speck", "dropped"),
            (self.closed, "hole", "closed"),
            (self.left_open, "rim", "left open"),
            (self.blocked, "more rim", "left open, since what closes it would cross the clay"),
            (self.crossing, "pair of triangles", "left crossing where a rim was closed"),
        )
        many = {
            "vertex": "vertices", "tangled vertex": "tangled vertices", "pair of triangles": "pairs of triangles",
        }  # fmt: skip
        parts = [f"{grouped(n)} {what if n == 1 else many.get(what, what + 's')} {done}" for n, what, done in told if n]
        return in_a_row(", ", parts) + "." if parts else "Nothing was wrong."


#: How rims are closed: going on with the form round them, straight across, or not at all.
Closing = Literal["smooth", "flat", "open"]


@dataclass(frozen=True, eq=False)
class Mended:
    """A mended surface.

    Attributes
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    origin : (n,) int64
        The row of the input that each vertex comes from; that of the rim for those of a patch.
    report : Report
    """

    positions: DoubleArray
    faces: IndexArray
    origin: npt.NDArray[np.int64]
    report: Report


def mended(
    positions: npt.ArrayLike,
    faces: npt.ArrayLike,
    *,
    weld: float = WELD,
    speck: float = SPECK,
    longest: int = LONGEST_RIM,
    flat: bool = False,
    crossing: bool = False,
    progress: Progress = silent,
) -> Mended:
    """Make a surface manifold, turned alike and, but for long rims, closed.

    Parameters
    ----------
    positions : (n, 3) mm
        May hold values that are no numbers.
    faces : (m, 4) int
        A triangle repeats its third index.
    weld : float, mm
        Vertices in one place become one; 0 leaves them.
    speck : float, mm
        Loose parts whose box has a shorter diagonal go, but for the largest part; where rims are to be closed, also
        single faces.
    longest : int
        Rims with more edges are left open.
    flat : bool
        What closes rims is drawn straight across; else it goes on with the form round it.
    crossing : bool
        Rims are closed even where that crosses other clay; else they stay open there.
    progress : Progress

    Raises
    ------
    BadSurfaceError
        If nothing usable is left, or it falls apart.
    """
    at = np.asarray(positions, np.float64)
    quads = np.asarray(faces, np.int64)
    origin = np.arange(len(at))
    count: dict[str, int] = {}
    progress(0.05, "looking at faces")
    whole: npt.NDArray[np.bool_] = np.asarray((np.abs(at) < 1e9).all(axis=1))  # also where it is no number
    usable: npt.NDArray[np.bool_] = np.asarray(((quads >= 0) & (quads < len(at))).all(axis=1))
    usable[usable] = whole[quads[usable]].all(axis=1)
    count["unusable"] = int((~usable).sum())
    quads = quads[usable]
    if weld > 0 and len(quads):
        progress(0.15, "welding")
        rows = _welded(np.where(whole[:, None], at, 0.0), weld)
        used = used_rows(quads, len(at))[0]
        count["welded"] = int((rows[used] != used).sum())
        quads = rows[quads]
    progress(0.3, "dropping empty and doubled faces")
    quads, count["empty"] = _tidy(quads)
    quads, count["doubled"] = _once(quads)
    if not len(quads):
        raise BadSurfaceError("Nothing of this surface can be used: it has no face with an area.")
    progress(0.45, "turning faces alike")
    quads, count["turned"], torn = _turned(quads, len(at))
    at, quads, origin, count["cut_free"] = cut_free(at, quads, origin, torn=torn)
    progress(0.65, "looking at parts")
    at, quads, origin, count["specks"] = _without_specks(at, quads, origin, speck, longest > 0)
    quads, turned = outward(at, quads)
    count["turned"] += turned
    progress(0.75, "closing holes")
    made, count["left_open"], count["blocked"] = _closed(at, quads, origin, longest, flat, crossing, progress)
    count["closed"], count["crossing"] = len(made.crossed), int(made.crossed.sum())
    return Mended(made.at, made.quads.astype(INDEX), made.origin, Report(**count))


def _welded(at: DoubleArray, weld: float) -> npt.NDArray[np.int64]:
    """For every vertex the first one that lies in the same place; cells are laid twice, half a cell apart."""
    rows = np.arange(len(at))
    for shift in (0.0, 0.5):
        cells = np.floor(at[rows] / weld + shift)
        _, first, which = np.unique(_keys(cells), return_index=True, return_inverse=True)
        rows = rows[first[which.ravel()]]
    return rows


def _keys(cells: DoubleArray) -> npt.NDArray[np.int64]:
    """One number for each cell of a grid, the same for the same cell."""
    sides = [np.unique(c, return_inverse=True)[1] for c in cells.T]
    counts = [int(s.max()) + 1 for s in sides]
    if counts[0] * counts[1] * counts[2] < 2**62:
        return np.asarray((sides[0] * counts[1] + sides[1]) * counts[2] + sides[2], np.int64)
    both = np.unique(sides[0] * counts[1] + sides[1], return_inverse=True)[1]
    return np.asarray(both * counts[2] + sides[2], np.int64)


def _tidy(quads: npt.NDArray[np.int64]) -> tuple[npt.NDArray[np.int64], int]:
    """Faces whose corners fell together become triangles or go."""
    a, b, c, d = quads.T
    out = quads.copy()
    for same, keep in (((a == b), (1, 2, 3, 3)), ((b == c), (0, 1, 3, 3)), ((d == a), (0, 1, 2, 2))):
        odd = same & (out[:, 2] != out[:, 3])
        out[odd] = out[odd][:, keep]
    a, b, c, d = out.T
    good = (a != b) & (b != c) & (c != a) & ~((d != c) & ((d == a) | (d == b)))
    return out[good], int((~good).sum())


def _once(quads: npt.NDArray[np.int64]) -> tuple[npt.NDArray[np.int64], int]:
    """Faces without those that repeat the corners of an earlier one."""
    first = kernels.first_of_same(quads)
    return quads[first], int((~first).sum())


def _pairs(
    quads: npt.NDArray[np.int64], count: int
) -> tuple[
    npt.NDArray[np.int64], npt.NDArray[np.int64], npt.NDArray[np.int64], npt.NDArray[np.int64], npt.NDArray[np.int64]
]:
    """Sides of two faces that share an edge which no third one has: rows of half edges, and these."""
    face, start, end = half_edges(quads)  # type: ignore[arg-type]  # any whole numbers will do
    key = np.minimum(start, end) * count + np.maximum(start, end)
    order = np.argsort(key, kind="stable")
    sorted_key = key[order]
    begins = np.nonzero(np.r_[True, np.diff(sorted_key) != 0])[0]
    sizes = np.diff(np.r_[begins, len(order)])
    two = begins[sizes == 2]
    i, j = order[two], order[two + 1]
    apart = face[i] != face[j]
    return face, start, end, i[apart], j[apart]


def _turned(quads: npt.NDArray[np.int64], count: int) -> tuple[npt.NDArray[np.int64], int, bool]:
    """Faces turned alike across edges of two, as few as can be; whether some part has only one side."""
    m = len(quads)
    face, start, _, i, j = _pairs(quads, count)
    f, g, against = face[i], face[j], start[i] == start[j]
    # each face as it is (0 to m - 1) and turned (m to 2 m - 1); those that go together are joined
    other = np.where(against, g + m, g)
    back = np.where(against, g, g + m)
    label, _ = joined(np.r_[f, f + m], np.r_[other, back], 2 * m)
    as_is, turned = label[:m], label[m:]
    votes = np.bincount(as_is, minlength=int(label.max()) + 1)
    flip = votes[turned] > votes[as_is]
    tie = (votes[turned] == votes[as_is]) & (turned < as_is)
    flip |= tie
    one_sided = as_is == turned
    flip[one_sided] = False
    out = quads.copy()
    out[flip] = turned_round(quads[flip])
    return out, int(flip.sum()), bool(one_sided.any())


def cut_free(
    at: DoubleArray, quads: npt.NDArray[np.int64], origin: npt.NDArray[np.int64], *, torn: bool = False
) -> tuple[DoubleArray, npt.NDArray[np.int64], npt.NDArray[np.int64], int]:
    """Double vertices so that faces hang together only across edges of exactly two.

    Parameters
    ----------
    at : (n, 3) float64, mm
    quads : (m, 4) int64
    origin : (n,) int64
        Goes along with the vertices.
    torn : bool
        Some part has only one side: there faces also have to be turned alike.

    Returns
    -------
    (k, 3) float64, mm
        Without vertices that no face uses.
    (m, 4) int64
    (k,) int64
    int
        How many vertices were doubled.
    """
    face, start, _, i, j = _pairs(quads, len(at))
    if torn:
        alike = start[i] != start[j]
        i, j = i[alike], j[alike]
    # corners of faces, as half edges number them by their starts; the end of one is the start of the next
    n = len(face)
    nxt = np.arange(1, n + 1)
    last = np.r_[face[1:] != face[:-1], True]
    heads = np.nonzero(np.r_[True, face[1:] != face[:-1]])[0]
    nxt[last] = heads
    same = start[i] == start[j]
    # alike: i starts where j ends
    a = np.r_[i, nxt[i]]
    b = np.where(np.r_[same, same], np.r_[j, nxt[j]], np.r_[nxt[j], j])
    label, first = joined(a, np.asarray(b), n)
    old = start[first]
    order = np.argsort(old, kind="stable")
    rank = np.empty(len(order), np.int64)
    rank[order] = np.arange(len(order))
    corner = rank[label]
    out = np.empty_like(quads)
    place = np.arange(n) - heads[face] if len(heads) == len(quads) else None
    assert place is not None
    out[face, place] = corner
    three = quads[:, 2] == quads[:, 3]
    out[three, 3] = out[three, 2]
    kept = old[order]
    return at[kept], out, origin[kept], int((np.diff(kept) == 0).sum())


def _without_specks(
    at: DoubleArray, quads: npt.NDArray[np.int64], origin: npt.NDArray[np.int64], speck: float, closing: bool
) -> tuple[DoubleArray, npt.NDArray[np.int64], npt.NDArray[np.int64], int]:
    """Places, faces and origins without parts smaller than a speck, mm, and how many these were."""
    label = loose_parts(quads.astype(INDEX), len(at))
    parts = int(label.max()) + 1
    if parts > MOST_PARTS:
        raise BadSurfaceError(
            phrase(
                "This surface falls apart into {0} loose parts; {1} are mended at most. Weld over a larger distance.",
                grouped(parts),
                grouped(MOST_PARTS),
            )
        )
    low, high = np.full((int(label.max()) + 1, 3), np.inf), np.full((int(label.max()) + 1, 3), -np.inf)
    np.minimum.at(low, label, at)
    np.maximum.at(high, label, at)
    size = np.linalg.norm(high - low, axis=1)
    keep = (size >= speck) | (size == size.max())
    alone = np.bincount(label[quads[:, 0]], minlength=parts) == 1
    if closing and not alone[label[quads[:, 0]]].all():
        keep &= ~alone  # one face has no inside
    rows = np.nonzero(keep[label])[0]
    faces = np.searchsorted(rows, quads[keep[label[quads[:, 0]]]])
    return at[rows], faces, origin[rows], int((~keep).sum())


def outward(at: DoubleArray, quads: npt.NDArray[np.int64]) -> tuple[npt.NDArray[np.int64], int]:
    """Turn parts round that look inwards, unless they lie within another, as the inside of a hollow body does.

    Parameters
    ----------
    at : (n, 3) float64, mm
    quads : (m, 4) int64
        Manifold and turned alike within each loose part.

    Returns
    -------
    (m, 4) int64
    int
        How many faces were turned.
    """
    label = loose_parts(quads.astype(INDEX), len(at))
    part = label[quads[:, 0]]
    p, q, r, s = (at[quads[:, k]] - at.mean(axis=0) for k in range(4))
    count = int(label.max()) + 1
    volume = np.bincount(part, ((p * np.cross(q, r)).sum(axis=1) + (p * np.cross(r, s)).sum(axis=1)) / 6.0, count)
    wrong = np.nonzero(volume < 0)[0]
    if not len(wrong):
        return quads, 0
    low, high = np.full((count, 3), np.inf), np.full((count, 3), -np.inf)
    np.minimum.at(low, label, at)
    np.maximum.at(high, label, at)
    outer = [w for w in wrong.tolist() if not ((low < low[w]).all(axis=1) & (high > high[w]).all(axis=1)).any()]
    turn = np.isin(part, outer)
    out = quads.copy()
    out[turn] = turned_round(quads[turn])
    return out, int(turn.sum())


def _closed(
    at: DoubleArray,
    quads: npt.NDArray[np.int64],
    origin: npt.NDArray[np.int64],
    longest: int,
    flat: bool,
    crossing: bool,
    progress: Progress,
) -> tuple[_Patched, int, int]:
    """The surface with holes of so many edges closed; how many longer ones are left, and how many that have no room."""
    loops = rims(quads.astype(INDEX), len(at))
    label = loose_parts(quads.astype(INDEX), len(at))
    alone = np.bincount(label[quads[:, 0]]) == 1  # one face has no other side that a patch could be
    short = [r for r in loops if len(r) <= longest and not alone[label[r[0]]]]
    back = np.zeros(len(short))
    made = _patched(at, quads, origin, short, back, flat, progress)
    for deep in _DEEP:  # what still crosses other clay begins behind its rim
        crossed = np.flatnonzero(made.crossed)
        if not len(crossed) or len(crossed) > _MANY:
            break
        tried = back.copy()
        tried[crossed] = deep
        again = _patched(at, quads, origin, short, tried, flat, progress)
        better = crossed[again.crossed[crossed] < made.crossed[crossed]]
        if len(better) == len(crossed) and not np.delete(again.crossed, crossed).any():
            back, made = tried, again
        elif len(better):
            back[better] = deep
            made = _patched(at, quads, origin, short, back, flat, progress)
    longer, blocked = len(loops) - len(short), 0
    while not crossing and made.crossed.any():
        kept = np.flatnonzero(made.crossed == 0)
        blocked += len(short) - len(kept)
        short, back = [short[k] for k in kept], back[kept]
        made = _patched(at, quads, origin, short, back, flat, progress)
    return made, longer, blocked


@dataclass(frozen=True, eq=False)
class _Patched:
    """A surface with its rims closed, and how many triangles of each patch cross something."""

    at: DoubleArray
    quads: npt.NDArray[np.int64]
    origin: npt.NDArray[np.int64]
    crossed: npt.NDArray[np.int64]


def _patched(
    at: DoubleArray,
    quads: npt.NDArray[np.int64],
    origin: npt.NDArray[np.int64],
    loops: list[npt.NDArray[np.int64]],
    back: DoubleArray,
    flat: bool,
    progress: Progress,
) -> _Patched:
    """Close loops, each by a patch that begins so many edges behind its rim."""
    points, faces, source = [at], [quads], [origin]
    count = len(at)
    patches: list[Patch] = []
    for number, loop in enumerate(loops):
        if number % 16 == 0:
            progress(0.75 + 0.15 * number / len(loops), "closing holes")
        if back[number]:
            new, patched, own = filled_behind(at, quads, loop, float(back[number]))
        else:
            new, patched, own = filled(at[loop], _joined_already(quads, loop, len(at)))
        # numbers of the loop, then of what is new
        lookup = np.r_[loop, count + np.arange(len(new))]
        faces.append(lookup[patched][:, [0, 1, 2, 2]])
        points.append(new)
        source.append(origin[loop[own]])
        patches.append(Patch(loop, count + np.arange(len(new))))
        count += len(new)
    at, quads, origin = np.concatenate(points), np.concatenate(faces), np.concatenate(source)
    crossed = np.zeros(len(patches), np.int64)
    if 0 < sum(len(p.rows) for p in patches) < 60_000:
        progress(0.92, "smoothing what closes them")
        if not flat:
            at = going_on(at, quads.astype(INDEX), patches)
        at, crossed = kept_clear(at, quads.astype(INDEX), patches)
    return _Patched(at, quads, origin, crossed)


def _joined_already(quads: npt.NDArray[np.int64], loop: npt.NDArray[np.int64], count: int) -> set[tuple[int, int]]:
    """Pairs of numbers of a loop's vertices that an edge or a quad's diagonal joins, the smaller first."""
    place = np.full(count, -1)
    place[loop] = np.arange(len(loop))
    near = place[quads[(place[quads] >= 0).sum(axis=1) > 1]]
    pairs = np.concatenate([near[:, [i, j]] for i in range(4) for j in range(i)])
    pairs = pairs[(pairs >= 0).all(axis=1) & (pairs[:, 0] != pairs[:, 1])]
    return {(int(min(p)), int(max(p))) for p in pairs}
