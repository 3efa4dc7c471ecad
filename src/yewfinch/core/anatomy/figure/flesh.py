"""What a base form does when its joints turn.

Every vertex gets a turn mixed from those of its bones. Places follow from the turns: the form's
own edges, each turned like its ends, are stitched together again between the parts that move
stiffly, and once more with the turns that fit best there. Folds that are strained beyond that are
let out. So joints keep their thickness and the armpit opens instead of bulging.

References
----------
Sorkine, Alexa: As-rigid-as-possible surface modeling, Symposium on Geometry Processing, 2007.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING, Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.figure import _flesh_kernels
from yewfinch.core.anatomy.figure.figure_model import FigureModel
from yewfinch.core.anatomy.figure.joint_weights import Rig
from yewfinch.core.anatomy.figure.pose import Bones, Pose
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.mesh.query.blend import blended, carried
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: Level on which edges are stitched; finer ones ride on it.
_LEVEL = 1
#: A vertex with so much of one bone moves with it.
_STIFF = 0.995
#: Rounds of finding the turns that fit and stitching again.
_ROUNDS = 2
#: How much of their bulk these parts keep beyond what stitching leaves.
_FULL = {"pelvis": 0.55, "waist": 0.75, "hip": 0.35, "chest": 0.45}
#: Rings of vertices to either side of a part's end over which the change is evened out, and how often.
_BORDER, _SOFTENED = 6, 16
#: Edges longer or shorter than this (logarithm) are let out, from a little to fully; and how often.
_STRAIN, _LET_OUT = (0.4, 1.1), 12


@dataclass(frozen=True, eq=False)
class Carried:
    """Where a pose takes a form.

    Attributes
    ----------
    turns : (n, 4) float64
        Unit quaternion of each vertex.
    places : (n, 3) float64, mm
    """

    turns: DoubleArray
    places: DoubleArray


class Flesh:
    """Poses forms of one layout; holds what does not depend on form and pose.

    Parameters
    ----------
    layout : HeadModel or FigureModel
    rig : Rig
    """

    def __init__(self, layout: HeadModel | FigureModel, rig: Rig) -> None:
        self.layout, self.rig = layout, rig
        self._riding: tuple[DoubleArray, DoubleArray] | None = None
        self._borders: dict[int, tuple[IndexArray, DoubleArray]] = {}
        self._solvers: dict[int, Any] = {}

    def bones(self, form: DoubleArray) -> Bones:
        """The joints of a form of the formed level."""
        return Bones(self.rig.keys, self.rig.places(form))

    def bone_of(self, row: int, level: int) -> str | None:
        """The joint that a vertex of a level follows most; None if it stays."""
        for number in range(level - 1, FORMED - 1, -1):  # down to a vertex that the formed level has
            step = self.layout.step(number)
            if row >= step.n + len(step.edges):
                row = int(step.old_faces[row - step.n - len(step.edges), 0])
            elif row >= step.n:
                row = int(step.edges[row - step.n, 0])
        bone = int(self.rig.bones[row, 0])
        return None if bone == 0 else self.rig.keys[bone - 1]

    def posed(self, form: DoubleArray, pose: Pose) -> Carried:
        """Where a pose takes a form, (n, 3) mm of the formed level."""
        motions = self.bones(form).motions(pose)
        turns, straight = blended(form, self.rig.bones, self.rig.weights, *motions)
        n = self.layout.size(_LEVEL)
        places = self._stitched(np.ascontiguousarray(form[:n]), turns[:n].copy(), straight[:n])
        step = self.layout.step(_LEVEL)
        if self._riding is None or self._riding[0] is not form:
            self._riding = form, form - step.linear(form[:n])
        out = carried(self._riding[1], np.zeros_like(form), turns, step.linear(places)).astype(np.float64)
        stiff = self._stiff
        out[stiff] = straight[stiff]
        return Carried(turns, out)

    def _stitched(self, form: DoubleArray, turns: DoubleArray, straight: DoubleArray) -> DoubleArray:
        start, ends, weight = self._fans
        places, left = straight.copy(), np.empty_like(form)
        _flesh_kernels.left_over(start, ends, weight, form, places, turns, left)
        parts = [i for i, rows in enumerate(self._parts) if np.abs(left[rows]).max() > 1e-7]
        for round_ in range(_ROUNDS):
            if round_:
                for i in parts:
                    rows = self._parts[i]
                    own = np.empty((len(rows), 4))
                    _flesh_kernels.fit(rows, start, ends, weight, form, places, turns, own)
                    turns[rows] = own
                _flesh_kernels.left_over(start, ends, weight, form, places, turns, left)
            for i in parts:
                rows = self._parts[i]
                places[rows] += self._solver(i)(left[rows])
        step = places - straight
        for i in parts:
            rows, share = self._border(i)
            _flesh_kernels.evened(rows, share, start, ends, step, _SOFTENED, np.empty((len(rows), 3)))
        places = straight + step * self._slack[:, None]
        for i in parts:
            self._let_out(self._parts[i], form, places)
        return places

    def _let_out(self, rows: IndexArray, form: DoubleArray, places: DoubleArray) -> None:
        """Smooth strained folds of a part, in place."""
        start, ends, _ = self._fans
        a, b, _ = self._edges
        inside = np.zeros(len(form), bool)
        inside[rows] = True
        some = np.nonzero(inside[a])[0]
        a, b = a[some], b[some]
        was, now = np.linalg.norm(form[a] - form[b], axis=1), np.linalg.norm(places[a] - places[b], axis=1)
        strain = np.zeros(len(form))
        np.maximum.at(strain, a, np.abs(np.log(np.maximum(now, 1e-3) / np.maximum(was, 1e-3))))
        t = np.clip((strain - _STRAIN[0]) / (_STRAIN[1] - _STRAIN[0]), 0.0, 1.0)
        if not t.any():
            return
        pull = self._pull[rows]
        for _ in range(3):
            t[rows] = np.maximum(t[rows], 0.9 * (pull @ t))
        rows = rows[t[rows] > 0.0]
        _flesh_kernels.evened(rows, 0.6 * t[rows], start, ends, places, _LET_OUT, np.empty((len(rows), 3)))

    # --- what all poses have in common ----------------------------------------------------

    @cached_property
    def _edges(self) -> tuple[IndexArray, IndexArray, DoubleArray]:
        """Edges of the level in both directions, and how stiff they are.

        The area beside an edge over its length squared.
        """
        faces = self.layout.faces(_LEVEL)
        n = self.layout.size(_LEVEL)
        at = (self.layout.positions if isinstance(self.layout, HeadModel) else self.layout.rest)[:n]
        a, b = (np.concatenate(c) for c in zip(*((faces[:, i], faces[:, (i + 1) % 4]) for i in range(4)), strict=True))
        across = np.cross(at[faces[:, 2]] - at[faces[:, 0]], at[faces[:, 3]] - at[faces[:, 1]])
        area = np.tile(0.5 * np.linalg.norm(across, axis=1), 4)
        length = np.linalg.norm(at[a] - at[b], axis=1)
        from scipy.sparse import coo_array

        one = coo_array((np.clip(area / np.maximum(length, 0.3) ** 2, 0.05, 20.0), (a, b)), shape=(n, n)).tocsr()
        both = (0.5 * (one + one.T)).tocoo()
        order = np.argsort(both.row, kind="stable")
        return both.row[order].astype(INDEX), both.col[order].astype(INDEX), np.ascontiguousarray(both.data[order])

    @cached_property
    def _fans(self) -> tuple[npt.NDArray[np.int64], IndexArray, DoubleArray]:
        a, b, weight = self._edges
        return np.searchsorted(a, np.arange(self.layout.size(_LEVEL) + 1)), b, weight

    @cached_property
    def _pull(self) -> csr_array:
        return umbrella(self.layout.faces(_LEVEL), self.layout.size(_LEVEL))

    @cached_property
    def _parts(self) -> list[IndexArray]:
        """Rows between stiff parts, a list for each that hangs together."""
        from scipy.sparse import coo_array
        from scipy.sparse.csgraph import connected_components

        n = self.layout.size(_LEVEL)
        loose = self.rig.weights[:n, 0] < _STIFF
        a, b, _ = self._edges
        both = loose[a] & loose[b]
        _, label = connected_components(
            coo_array((np.ones(int(both.sum())), (a[both], b[both])), shape=(n, n)), directed=False
        )
        rows = np.nonzero(loose)[0]
        order = rows[np.argsort(label[rows], kind="stable")]
        return [g.astype(INDEX) for g in np.split(order, np.nonzero(np.diff(label[order]))[0] + 1) if len(g)]

    @cached_property
    def _stiffness(self) -> csr_array:
        from scipy.sparse import coo_array, diags_array

        n = self.layout.size(_LEVEL)
        a, b, weight = self._edges
        pull = coo_array((weight, (a, b)), shape=(n, n)).tocsr()
        return (diags_array(np.asarray(pull.sum(axis=1))) - pull).tocsr()

    def _solver(self, part: int) -> Any:
        if part not in self._solvers:
            from scipy.sparse.linalg import splu

            rows = self._parts[part]
            self._solvers[part] = splu(self._stiffness[rows][:, rows].tocsc()).solve
        return self._solvers[part]

    @cached_property
    def _slack(self) -> DoubleArray:
        """How far each vertex goes to where stitching puts it.

        What has much body inside goes less far and stays fuller.
        """
        n = self.layout.size(_LEVEL)
        of_bone = np.array([1.0, *(1.0 - _FULL.get(k.partition("_")[0], 0.0) for k in self.rig.keys)])
        return (self.rig.weights[:n].astype(np.float64) * of_bone[self.rig.bones[:n]]).sum(axis=1)

    @cached_property
    def _stiff(self) -> npt.NDArray[np.bool_]:
        """Vertices of the formed level that move with one bone, away from where a part ends."""
        free = np.zeros(self.layout.size(_LEVEL))
        for i in range(len(self._parts)):
            free[self._parts[i]] = 1.0
            free[self._border(i)[0]] = 1.0
        return self.layout.step(_LEVEL).linear(free[:, None])[:, 0] == 0.0

    def _border(self, part: int) -> tuple[IndexArray, DoubleArray]:
        """Vertices on both sides of where a part ends, and how far the change of places is evened out there."""
        if part not in self._borders:
            n = self.layout.size(_LEVEL)
            inside = np.zeros(n)
            inside[self._parts[part]] = 1.0
            share = np.zeros(n)
            reached = ((self._pull @ inside) > 0) & ((self._pull @ (1 - inside)) > 0)  # neighbours on both sides
            for ring in range(_BORDER):
                share[reached & (share == 0)] = 1.0 - ring / _BORDER
                reached = (self._pull @ reached.astype(float)) > 0
            rows = np.nonzero(share)[0].astype(INDEX)
            self._borders[part] = rows, share[rows]
        return self._borders[part]
