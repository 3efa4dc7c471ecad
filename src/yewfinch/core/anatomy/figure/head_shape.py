"""From a person to the base head's form.

The landmarks come first, see `head_landmarks`. The plain head, changed by the dials, is then bent so
that its landmarks meet these (thin-plate spline in space; Bookstein 1989, kernel r, rounded to
sqrt(r^2 + e^2) as Hardy 1971 has it, "Multiquadric equations of topography", J. Geophys. Res. 76),
and the lids are laid back onto the eyeballs.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from typing import TYPE_CHECKING, Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.figure.casts import CASTS, LATEST, Cast
from yewfinch.core.anatomy.figure.head_landmarks import HeadLandmarks, combined
from yewfinch.core.anatomy.figure.person import Person
from yewfinch.core.anatomy.head import head_dials, head_field
from yewfinch.core.anatomy.head.base_head import BaseHead, assemble
from yewfinch.core.anatomy.head.cage import FREE, ON_FIELD
from yewfinch.core.anatomy.head.head_cage import EAR, LIDS, LIPS, NOSTRIL
from yewfinch.core.anatomy.head.head_form import FORMED, as_triangles
from yewfinch.core.anatomy.head.head_measures import (
    NECK,
    STEERED,
)
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.anatomy.head.lid_laying import LidLayer
from yewfinch.core.anatomy.head.neck import Neck
from yewfinch.core.anatomy.population.plain import plain_model
from yewfinch.core.anatomy.population.spread import landmarks_of
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.query.crossings import around, crosses_itself, untangled
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: Handles on neck and bust, plain head, mm.
_LOW: tuple[tuple[float, float, float], ...] = (
    (0, -130, 22), (54, -125, -25), (0, -128, -88), (0, -172, 16), (96, -166, -20), (60, -160, -78), (0, -165, -98),
    (0, -222, 26), (100, -222, -28), (0, -222, -100), (50, -222, 16), (60, -222, -84),
)  # fmt: skip
#: Those of the throat, from above.
_THROAT = (0, 3)
#: Landmarks that lie this far from where they are to be are brought back, mm.
_CARRIED_OFF = 0.4
#: A corner of the lids that lies this far off is aimed at once more, mm.
_CORNER_OFF = 0.4


@dataclass(frozen=True, eq=False)
class Shape:
    """A person's base head.

    Attributes
    ----------
    positions : (n, 3) float64, mm
        Of the model's formed level, in its order.
    eyes : two (3,) float64, mm
        Centres of the left and right eyeball.
    eye_scale : float
        Eyeball against the plain one.
    landmarks : mapping of key to (3,) mm
        As they came out on the form.
    neck : mapping of key to mm
        Girth and length of the neck.
    """

    positions: DoubleArray
    eyes: tuple[DoubleArray, DoubleArray]
    eye_scale: float
    landmarks: dict[str, DoubleArray]
    neck: Mapping[str, float]

    def measures(self) -> dict[str, float]:
        """Every steered measure, mm or degrees."""
        return {**{k: m.value(self.landmarks) for k, m in STEERED.items()}, **self.neck}


class HeadShaper:
    """Makes base heads; holds what they have in common.

    Parameters
    ----------
    model : HeadModel
    plain : BaseHead
        Of that model.
    cast : Cast
        What dials, sex and age do to it.

    Attributes
    ----------
    marks : HeadLandmarks
        Where the landmarks of persons are to be.
    """

    def __init__(self, model: HeadModel, plain: BaseHead, cast: Cast) -> None:
        self.model, self.plain, self.cast = model, plain, cast
        self.lids = LidLayer(model)
        self._order = model.order(FORMED)[1]
        self.keys, base = landmarks_of(plain)
        self.marks = HeadLandmarks(self.keys, base, cast, lambda: self.landmark_fields)

    # --- form -----------------------------------------------------------------------------

    def shape(self, person: Person, *, draft: bool = False) -> Shape:
        """The base head of a person; a draft may cross itself in places by a fraction of a mm."""
        values = self._all_dials(person)
        at = self.marks.of(person)
        dialled = self.rest_landmarks + combined(self.landmark_fields, values)
        low = self._low_moves(person, at) - combined(self._low_fields, values)
        pull = at - dialled
        # the kernel is pointed at its handles: once more for what the faces round them cut off
        met = dialled + self._skin_warp @ np.concatenate([pull, low])
        pull = pull + np.where(self._fixed, at - met, 0.0)
        out = self._drawn_out(values, np.concatenate([pull, low]), person)
        scale = 1.0 - 0.045 * self.cast.youth(person.age)  # a child's eyeball is nearly grown (common practice)
        if draft:
            return self._made(*self.lids.laid(out, dict(zip(self.keys, at, strict=True)), scale), scale, at)
        made = self._settled(out, at, low, person, scale)
        off = self._corners_off(made, at)
        if np.abs(off).max() > _CORNER_OFF:  # laying and untangling took a corner along
            again = self._settled(out + self._warp @ np.concatenate([off, np.zeros_like(low)]), at, low, person, scale)
            nearer = np.abs(self._corners_off(again, at)).max() < np.abs(off).max()
            if nearer and not crosses_itself(again.positions, self._fine_triangles):
                made = again
        return made

    def _drawn_out(self, values: Mapping[str, float], moves: DoubleArray, person: Person) -> DoubleArray:
        """A form with its dials, whose handles have moved and whose neck has its measures.

        Of a symmetric one only the left half is worked out.
        """
        wanted = self._wanted_neck(person)
        if person.asymmetry:
            out = self.model.positions + combined(self._fields, values) + self._warp @ moves
            return np.asarray(out + np.tensordot(self.neck.amounts(out, wanted), self.neck.fields(tuple(wanted)), 1))
        even = (moves + moves[self._handle_twin] * (-1.0, 1.0, 1.0)) / 2
        half = self._half_rest + combined(self._half_fields, values) + self._half_warp @ even
        amounts = self.neck.amounts(self._mirrored(half), wanted)
        for key, amount in zip(wanted, amounts, strict=True):
            half += self._half_neck[key] * amount
        return self._mirrored(half)

    def _mirrored(self, half: DoubleArray) -> DoubleArray:
        """A symmetric form from the rows of its left half and middle."""
        left, right = self._half
        half[left == right, 0] = 0.0
        out = np.empty_like(self.model.positions)
        out[right], out[left] = half * (-1.0, 1.0, 1.0), half
        return out

    @cached_property
    def _half(self) -> tuple[IndexArray, IndexArray]:
        """Rows of the left half with the middle, and those of their images."""
        mirror = self.model.mirror
        left = np.flatnonzero((self.model.positions[:, 0] > 0.0) | (mirror == np.arange(len(mirror)))).astype(INDEX)
        return left, mirror[left]

    def _half_of(self, values: FloatArray | DoubleArray) -> DoubleArray:
        """The left half of places or moves, (n, 3), evened with the right one."""
        left, right = self._half
        return np.asarray((values[left].astype(np.float64) + values[right] * (-1.0, 1.0, 1.0)) / 2)

    @cached_property
    def _half_rest(self) -> DoubleArray:
        return self._half_of(self.model.positions)

    @cached_property
    def _half_fields(self) -> dict[str, FloatArray]:
        return {k: self._half_of(f).astype(np.float32) for k, f in self._fields.items()}

    @cached_property
    def _half_neck(self) -> dict[str, DoubleArray]:
        return {k: self._half_of(self.neck.fields((k,))[0]) for k in NECK}

    @cached_property
    def _half_warp(self) -> DoubleArray:
        left, right = self._half
        return (self._warp[left] + self._warp[right][:, self._handle_twin]) / 2

    @cached_property
    def _handle_twin(self) -> IndexArray:
        """The handle that is each one's image."""
        at = np.concatenate([self.rest_landmarks, self._low_handles])
        away = np.linalg.norm(at[:, None] - at[None] * (-1.0, 1.0, 1.0), axis=2)
        return away.argmin(axis=1).astype(INDEX)

    def _settled(self, p: DoubleArray, at: DoubleArray, low: DoubleArray, person: Person, scale: float) -> Shape:
        """Lids laid, nothing crossing, landmarks in their places."""
        out, eyes = self.lids.laid(p, dict(zip(self.keys, at, strict=True)), scale)
        mirror = None if person.asymmetry else self.model.mirror
        watched = self._fine_triangles if person.asymmetry else self._left_triangles
        again = watched
        for _ in range(4):
            smooth = untangled(out, again, self._pull, mirror, 16)
            out = self.lids.off_the_balls(smooth, eyes, scale)
            pushed = (out != smooth).any(axis=1)
            if not pushed.any():
                break
            again = around(pushed, watched, self._pull)
        if not person.asymmetry:
            out = self._evened(out)
        return self._made(self._brought_back(out, at, low, watched, person), eyes, scale, at)

    def _corners_off(self, shape: Shape, at: DoubleArray) -> DoubleArray:
        """What the corners of the lids lack, (k, 3) mm; no other landmark."""
        out = np.zeros_like(at)
        for i, key in enumerate(self.keys):
            if key.split("_")[0] in ("en", "ex"):
                out[i] = at[i] - shape.landmarks[key]
        return out

    def _brought_back(
        self, p: DoubleArray, at: DoubleArray, low: DoubleArray, watched: IndexArray, person: Person
    ) -> DoubleArray:
        """Landmarks that untangling carried off are brought back, as far as nothing crosses again."""
        miss = np.where(self._fixed, at - self._on_skin @ p, 0.0)
        if np.abs(miss).max() < _CARRIED_OFF:
            return p
        for part in (1.0, 0.6, 0.3):
            out = p + self._warp @ np.concatenate([part * miss, np.zeros_like(low)])
            out = self._evened(out) if not person.asymmetry else out
            if not crosses_itself(out, watched):
                return out
        return p

    def _made(self, p: DoubleArray, eyes: tuple[DoubleArray, DoubleArray], scale: float, at: DoubleArray) -> Shape:
        return Shape(p, eyes, scale, self._landmarks_on(p, eyes, scale, at), self.neck.measures(p))

    @cached_property
    def neck(self) -> Neck:
        """Measures necks and draws them out."""
        return Neck(
            self.model.positions, self.model.faces(FORMED), self._order, self.plain.anchors["c"], self.cast.neck_fades
        )

    def _wanted_neck(self, person: Person) -> dict[str, float]:
        """Measures that the neck is to have: set, drawn by chance, or the mean; a length only if it is set."""
        girth = NECK["neck_girth"]
        mean = self.cast.mean(girth, person.sex, person.age)
        out = {girth.key: mean}
        if person.seed:
            grown = girth.women[0] + (girth.men[0] - girth.women[0]) * person.sex
            out[girth.key] += self.marks.neck_away(person) * (girth.spread(person.sex) or 0.0) * mean / grown
        return out | {k: v for k, v in person.measures.items() if k in NECK}

    def _all_dials(self, person: Person) -> dict[str, float]:
        """What the dials, sex and age make of the form together."""
        out = dict(person.dials)
        for some in (self.marks.chance(person), self.cast.dials_of_kind(person.sex, person.age)):
            for key, value in some.items():
                out[key] = out.get(key, 0.0) + value
        for key, (least, most) in self.cast.dial_ends.items():
            if key in out:
                out[key] = float(np.clip(out[key], least, most))
        return out

    @cached_property
    def _fields(self) -> dict[str, FloatArray]:
        normals = np.empty_like(self.model.positions)
        normals[self._order] = self.plain.head.normals
        mouth = np.where(
            self.model.chart == LIPS, np.clip((self.model.place[:, 0] - 3.0) / self.cast.lip_rings, 0.0, 1.0), 0.0
        )
        found = head_dials.fields(self.model.positions, normals, self._inside, mouth, self.cast.shapes)
        return {k: v.astype(np.float32) for k, v in found.items()}

    @cached_property
    def _pull(self) -> csr_array:
        return umbrella(self.model.faces(FORMED), len(self.model.positions))

    @cached_property
    def _fine_triangles(self) -> IndexArray:
        """The triangles round the openings, where walls lie close together."""
        triangles = as_triangles(self.model.faces(FORMED))
        near = self.model.chart != ON_FIELD
        # and the root of the nose, where two landmarks lie close together
        near |= np.linalg.norm(self.model.positions - (0.0, 27.0, 96.0), axis=1) < 14.0
        # and under the chin, where a short neck folds
        near |= np.linalg.norm(self.model.positions - (0.0, -92.0, 60.0), axis=1) < 28.0
        near = near | (self._pull @ near > 0)
        return triangles[near[triangles].any(axis=1)]

    @cached_property
    def _left_triangles(self) -> IndexArray:
        all_ = self._fine_triangles
        return all_[(self.model.positions[all_, 0] > -1.0).any(axis=1)]

    @cached_property
    def _inside(self) -> DoubleArray:
        """1 within openings, fading over their edge."""
        out = np.zeros(len(self.model.positions))
        for chart, start, end in ((LIPS, 1.5, 3.0), (NOSTRIL, 1.5, 3.0), (EAR, 0.5, 2.0), (LIDS, 1.5, 3.5)):
            rows = self.model.chart == chart
            out[rows] = np.clip((self.model.place[rows, 0] - start) / (end - start), 0.0, 1.0)
        p = np.abs(self.model.positions)
        deep = (self.model.chart == FREE) & (p[:, 1] < 120)
        out[deep] = 1.0
        return out

    @cached_property
    def rest_landmarks(self) -> DoubleArray:
        """Landmarks of the plain head in the order of `keys`, (k, 3) mm."""
        made = self.plain
        return np.array([made.anchors[k].on(made.surface(made.anchors[k].piece)) for k in self.keys])

    @cached_property
    def landmark_fields(self) -> dict[str, DoubleArray]:
        """The dials' fields at the landmarks; those on the eyeballs stay."""
        out = {}
        for key, moved in self._fields.items():
            out[key] = np.array([self._on_head(moved, k) for k in self.keys])
        return out

    @cached_property
    def _fixed(self) -> npt.NDArray[np.bool_]:
        """Landmarks on the head itself that the lids' laying does not move, (k, 1)."""
        own = [
            self.plain.anchors[k].piece == "head" and k.split("_")[0] not in ("en", "ex", "ps", "pi") for k in self.keys
        ]
        return np.array(own)[:, None]

    @cached_property
    def _on_skin(self) -> csr_array:
        """From vertices to the landmarks that lie on the head itself, (k, n)."""
        from scipy.sparse import csr_array

        rows, columns, weights = [], [], []
        for i, key in enumerate(self.keys):
            a = self.plain.anchors[key]
            if a.piece == "head":
                rows += [i] * len(a.corners)
                columns += self.model_rows(a)
                weights += list(a.weights)
        return csr_array((weights, (rows, columns)), shape=(len(self.keys), len(self.model.positions)))

    @cached_property
    def _skin_warp(self) -> DoubleArray:
        """How those landmarks follow the handles, (k, handles)."""
        return np.asarray(self._on_skin @ self._warp)

    def _on_head(self, values: FloatArray | DoubleArray, key: str) -> DoubleArray:
        a = self.plain.anchors[key]
        if a.piece != "head":
            return np.zeros(3)
        return np.asarray(np.asarray(a.weights) @ values[self._order[list(a.corners)]].astype(np.float64))

    @cached_property
    def _low_handles(self) -> DoubleArray:
        left = np.array(_LOW, float)
        right = left[left[:, 0] > 0] * (-1.0, 1.0, 1.0)
        return np.concatenate([left, right])

    @cached_property
    def _low_fields(self) -> dict[str, DoubleArray]:
        return {k: np.zeros((len(self._low_handles), 3)) for k in self._fields}

    def _low_moves(self, person: Person, marks: DoubleArray) -> DoubleArray:
        """How neck and bust are built: scaled about the base of the skull; the throat goes along with its upper end."""
        young, (of_woman, of_child) = self.cast.youth(person.age), self.cast.build
        woman = np.array(of_woman) ** ((1.0 - person.sex) * self.cast.womanly(young))
        scale = woman * (1.0 - young) + np.array(of_child) * young
        about = np.array([0.0, -60.0, -22.0])
        at = self._low_handles
        out = np.asarray(about + (at - about) * scale - at)
        top = self.keys.index("c")
        beside = marks[top] - (about + (self.rest_landmarks[top] - about) * scale)
        out[list(_THROAT)] += np.outer(self.cast.throat, beside)
        return out

    @cached_property
    def _warp(self) -> DoubleArray:
        """Displacement of every vertex for displacements of the handles, (n, handles)."""
        handles = np.concatenate([self.rest_landmarks, self._low_handles])
        places, follow = self._following(len(handles))
        handles = np.concatenate([handles, places])
        n = len(handles)
        block = np.zeros((n + 4, n + 4))
        block[:n, :n] = self._kernel(handles, handles)
        block[:n, n] = block[n, :n] = 1.0
        block[:n, n + 1 :], block[n + 1 :, :n] = handles, handles.T
        inverse = np.linalg.inv(block)[:, :n] @ follow
        out = np.empty((len(self.model.positions), follow.shape[1]))
        for start in range(0, len(out), 8192):
            rows = self.model.positions[start : start + 8192]
            base = np.concatenate([self._kernel(rows, handles), np.ones((len(rows), 1)), rows], axis=1)
            out[start : start + 8192] = base @ inverse
        return out

    def _kernel(self, points: FloatArray | DoubleArray, handles: DoubleArray) -> DoubleArray:
        """How each handle is felt at each point, (points, handles) mm."""
        away = np.linalg.norm(points[:, None] - handles[None], axis=2)
        return np.asarray(np.hypot(away, self.cast.rounded)) if self.cast.rounded else away

    def _following(self, handles: int) -> tuple[DoubleArray, DoubleArray]:
        """Places between landmarks, (m, 3) mm, and moves of handles and of these by moves of handles alone."""
        places, shares = [], [*np.eye(handles)]
        for b in self.cast.between:
            for side, across in (("l", 1.0), ("r", -1.0)):
                start, end = (k if k in self.keys else f"{k}_{side}" for k in (b.start, b.end))
                share = np.zeros(handles)
                share[self.keys.index(start)], share[self.keys.index(end)] = 1.0 - b.share, b.share
                places.append(np.array(b.place) * (across, 1.0, 1.0))
                shares.append(share)
        return np.reshape(places, (-1, 3)), np.array(shares)

    def warp_of(self, rows: npt.NDArray[np.integer[Any]]) -> DoubleArray:
        """How vertices of the model follow the landmarks alone, (n, k): neck and bust stay."""
        return self._warp[rows, : len(self.keys)].astype(np.float64)

    def model_rows(self, anchor: Anchor) -> list[int]:
        """Vertices of the model that an anchor on the plain head lies between."""
        return [int(self._order[c]) for c in anchor.corners]

    def _evened(self, p: DoubleArray) -> DoubleArray:
        """A form made exactly symmetric."""
        out = (p + p[self.model.mirror] * (-1.0, 1.0, 1.0)) / 2
        return np.asarray((out + out[self.model.mirror] * (-1.0, 1.0, 1.0)) / 2)

    # --- landmarks on the form ------------------------------------------------------------

    def _landmarks_on(
        self, p: DoubleArray, eyes: tuple[DoubleArray, DoubleArray], scale: float, at: DoubleArray
    ) -> dict[str, DoubleArray]:
        out = {}
        rest_eye = np.array(head_field.EYE)
        for i, key in enumerate(self.keys):
            a = self.plain.anchors[key]
            if a.piece == "head":
                out[key] = np.asarray(np.asarray(a.weights) @ p[self._order[list(a.corners)]])
            else:
                left = key.endswith("_l")
                centre = eyes[0] if left else eyes[1]
                rest = rest_eye * (1.0 if left else -1.0, 1.0, 1.0)
                out[key] = centre + (self.rest_landmarks[i] - rest) * scale
        return out


def plain_shaper(number: int = LATEST) -> HeadShaper:
    """The one maker of base heads of a cast, of the plain head in use; made again only when that is another.

    Raises
    ------
    YewfinchError
        If there is no such cast.
    """
    if number not in CASTS:
        raise YewfinchError(
            phrase("There is no cast {0} of the base heads; this version knows {1}.", number, max(CASTS))
        )
    model = plain_model()
    held = _SHAPERS.get(number)
    if held is None or held[0] is not model:
        cast = CASTS[number]
        own = model if cast.positions is None else replace(model, positions=cast.positions())
        held = _SHAPERS[number] = model, HeadShaper(own, assemble(own, cast.places), cast)
    return held[1]


_SHAPERS: dict[int, tuple[HeadModel, HeadShaper]] = {}
