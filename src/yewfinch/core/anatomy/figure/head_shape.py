"""From a person to the base head's form.

The landmarks come first: the mean of the person's sex and age, or a draw from the joint spread,
or a sitter's own, and then the most probable ones that keep the measures that are fixed
(conditioning a normal distribution; Rasmussen & Williams 2006, appendix A.2, applied to the
measures' slopes in a few Newton steps). The plain head, changed by the dials, is then bent so that
its landmarks meet these (thin-plate spline in space; Bookstein 1989, kernel r), and the lids are
laid back onto the eyeballs.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import TYPE_CHECKING, Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.figure.casts import CASTS, LATEST, Cast
from yewfinch.core.anatomy.figure.person import Person
from yewfinch.core.anatomy.head import head_dials, head_field
from yewfinch.core.anatomy.head.base_head import BaseHead, assemble
from yewfinch.core.anatomy.head.cage import FREE, ON_FIELD
from yewfinch.core.anatomy.head.head_cage import EAR, LIDS, LIPS, NOSTRIL
from yewfinch.core.anatomy.head.head_form import FORMED, as_triangles
from yewfinch.core.anatomy.head.head_measures import (
    NECK,
    PLAIN,
    STEERED,
    Steered,
)
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.anatomy.head.lid_laying import LidLayer
from yewfinch.core.anatomy.head.neck import Neck
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.profile import Behind
from yewfinch.core.anatomy.lore.sex_and_age import Sex
from yewfinch.core.anatomy.population.plain import plain_model
from yewfinch.core.anatomy.population.spread import Spread, adults_of, landmarks_of
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.query.crossings import around, crosses_itself, untangled
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: Handles on neck and bust, plain head, mm.
_LOW: tuple[tuple[float, float, float], ...] = (
    (0, -130, 22), (54, -125, -25), (0, -128, -88), (0, -172, 16), (96, -166, -20), (60, -160, -78), (0, -165, -98),
    (0, -222, 26), (100, -222, -28), (0, -222, -100), (50, -222, 16), (60, -222, -84),
)  # fmt: skip
#: Landmarks that lie this far from where they are to be are brought back, mm.
_CARRIED_OFF = 0.4
#: A corner of the lids that lies this far off is aimed at once more, mm.
_CORNER_OFF = 0.4
#: Nasion over sellion, mm, at least; surveys place the two so that they often change places.
_LEAST_ROOT = 0.6
#: The reds of upper and lower lip, mm, at least.
_LEAST_RED = (3.6, 4.2)
#: How far the mouth's corners lie above or below its middle at most, and behind it at least, mm.
_CORNERS = (2.6, 12.0)
#: How far the mouth line lies behind the upper lip's border at least, mm.
_LINE_BEHIND = 0.8
#: How far the lips' places behind the line from nose to chin may be missed, mm.
_PROFILE_SLACK = 0.6


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
    """

    def __init__(self, model: HeadModel, plain: BaseHead, cast: Cast) -> None:
        self.model, self.plain, self.cast = model, plain, cast
        self.lids = LidLayer(model)
        self._order = model.order(FORMED)[1]
        self.keys, self._base = landmarks_of(plain)
        self._means = lru_cache(64)(self._worked_out_mean)

    # --- landmarks ------------------------------------------------------------------------

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

    def landmarks(self, person: Person) -> DoubleArray:
        """The landmarks a person's head is to have, (k, 3) mm."""
        at = self.mean(person.sex, person.age)
        if person.seed or person.asymmetry:
            drawn, lopsided = self._draw(person.seed or 1, person.sex)
            at = at + (drawn if person.seed else 0.0) + person.asymmetry * lopsided
        if person.landmarks:
            at = self._sitters(at, person)
        at = at + self._at_landmarks(person.dials) + self._combined(self.chance_fields, self._chance(person))
        if person.seed:
            at = self._parted(at)
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

    def _chance(self, person: Person) -> dict[str, float]:
        """The dials as chance turns them for a drawn person."""
        if not person.seed:
            return {}
        rng = np.random.default_rng((person.seed, 1))
        limits = self.cast.dial_limits
        return {k: float(np.clip(rng.normal(0.0, self.cast.dial_spread), *limits)) for k in self.cast.drawn}

    def _parted(self, at: DoubleArray) -> DoubleArray:
        """The nasion above the sellion, and the lips' borders off the mouth line, so that nothing folds there."""
        upper, lower = self.keys.index("n"), self.keys.index("se")
        short = max(_LEAST_ROOT - float(at[upper, 1] - at[lower, 1]), 0.0)
        out = at.copy()
        out[upper, 1] += 0.2 * short
        out[lower, 1] -= 0.8 * short
        if self.cast.profile:
            middle = out[self.keys.index("sto"), 1]
            for keys, least in ((("ls", "cph_l", "cph_r"), _LEAST_RED[0]), (("li",), -_LEAST_RED[1])):
                gap = out[self.keys.index(keys[0]), 1] - middle
                lacks = max(abs(least) - gap * np.sign(least), 0.0) * np.sign(least)
                for key in keys:
                    out[self.keys.index(key), 1] += lacks
            sto = self.keys.index("sto")
            out[sto, 2] = min(out[sto, 2], out[self.keys.index("ls"), 2] - _LINE_BEHIND)
            deep = out[sto, 2] - _CORNERS[1]
            for corner in (self.keys.index("ch_l"), self.keys.index("ch_r")):
                out[corner, 1] = np.clip(out[corner, 1], middle - _CORNERS[0], middle + _CORNERS[0])
                out[corner, 2] = min(out[corner, 2], deep)
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
        profile: Mapping[Behind, float] | None = None,
    ) -> DoubleArray:
        """The most probable landmarks that have these measures and this profile.

        `slack` is the part of each measure by which it may be missed, for measures of several surveys
        that do not fit together.
        """
        rows: list[tuple[Steered | Behind, list[int], float]] = []
        for key, value in wanted.items():
            m = STEERED[key]
            for points in dict.fromkeys((m.points, m.twins)):
                rows.append((m, [self.keys.index(p) for p in points], value))
        noise = [slack * (6.0 if m.source == PLAIN else self.cast.loose.get(m.key, 1.0)) * abs(v) for m, _, v in rows]
        for line, value in (profile or {}).items():
            rows.append((line, [self.keys.index(p) for p in line.points], value))
            noise.append(_PROFILE_SLACK)
        if not rows:
            return at
        c = self.spread.covariance
        start, out = at, at
        target = np.array([v for _, _, v in rows])
        loose = np.diag(np.maximum(noise, 1e-4) ** 2)
        for _ in range(6):
            slopes = np.zeros((len(rows), out.size))
            now = np.empty(len(rows))
            for i, (held, at_rows, _) in enumerate(rows):
                now[i], slopes[i] = _value_and_slope(held, out, at_rows)
            miss = target - now + slopes @ (out - start).ravel()
            gain = c @ slopes.T
            out = start + (gain @ np.linalg.solve(slopes @ gain + loose, miss)).reshape(-1, 3)
        return out

    # --- form -----------------------------------------------------------------------------

    def shape(self, person: Person, *, draft: bool = False) -> Shape:
        """The base head of a person; a draft may cross itself in places by a fraction of a mm."""
        values = self._all_dials(person)
        at = self.landmarks(person)
        rest = self.model.positions
        moved = self._combined(self._fields, values)
        at_rest = self.rest_landmarks
        pull = at - at_rest - self._combined(self.landmark_fields, values)
        low = self._low_moves(person) - self._combined(self._low_fields, values)
        changed = rest + moved
        out = changed + self._warp @ np.concatenate([pull, low])
        # the kernel is pointed at its handles: once more for what the faces round them cut off
        miss = np.array(
            [at[i] - self._on_head(out, k) if self._fixed[i] else np.zeros(3) for i, k in enumerate(self.keys)]
        )
        out = self.neck.met(changed + self._warp @ np.concatenate([pull + miss, low]), self._wanted_neck(person))
        if not person.asymmetry:
            out = self._evened(out)
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
        miss = np.array(
            [at[i] - self._on_head(p, k) if self._fixed[i] else np.zeros(3) for i, k in enumerate(self.keys)]
        )
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
            away = float(np.clip(np.random.default_rng((person.seed, 2)).normal(), -2.0, 2.0))
            grown = girth.women[0] + (girth.men[0] - girth.women[0]) * person.sex
            out[girth.key] += away * (girth.spread(person.sex) or 0.0) * mean / grown
        return out | {k: v for k, v in person.measures.items() if k in NECK}

    def _all_dials(self, person: Person) -> dict[str, float]:
        """What the dials, sex and age make of the form together."""
        out = dict(person.dials)
        for some in (self._chance(person), self.cast.dials_of_kind(person.sex, person.age)):
            for key, value in some.items():
                out[key] = out.get(key, 0.0) + value
        for key, (least, most) in self.cast.dial_ends.items():
            if key in out:
                out[key] = float(np.clip(out[key], least, most))
        return out

    def _combined(
        self, fields: Mapping[str, FloatArray] | Mapping[str, DoubleArray], values: Mapping[str, float]
    ) -> DoubleArray:
        out = np.zeros_like(next(iter(fields.values())), dtype=np.float64)
        for key, value in values.items():
            if value:
                out += fields[key] * value
        return out

    def _at_landmarks(self, values: Mapping[str, float]) -> DoubleArray:
        return self._combined(self.landmark_fields, values)

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
    def chance_fields(self) -> dict[str, DoubleArray]:
        """What dials do to the landmarks where chance turns them: nothing that changes a measure, whose spread is
        published, to first order.
        """
        if not self.cast.profile:
            return self.landmark_fields
        at, c = self.mean(0.5, 30.0), self.spread.covariance
        slopes = []
        for m in STEERED.values():
            for points in dict.fromkeys((m.points, m.twins)):
                slopes.append(_value_and_slope(m, at, [self.keys.index(p) for p in points])[1])
        s = np.array(slopes)
        gain = c @ s.T @ np.linalg.inv(s @ c @ s.T + 0.01 * np.eye(len(s)))
        return {k: f - (gain @ (s @ f.ravel())).reshape(f.shape) for k, f in self.landmark_fields.items()}

    @cached_property
    def _fixed(self) -> list[bool]:
        """Landmarks on the head itself that the lids' laying does not move."""
        return [
            self.plain.anchors[k].piece == "head" and k.split("_")[0] not in ("en", "ex", "ps", "pi") for k in self.keys
        ]

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

    def _low_moves(self, person: Person) -> DoubleArray:
        """How neck and bust are built: scaled about the base of the skull."""
        young, (of_woman, of_child) = self.cast.youth(person.age), self.cast.build
        woman = np.array(of_woman) ** ((1.0 - person.sex) * self.cast.womanly(young))
        scale = woman * (1.0 - young) + np.array(of_child) * young
        about = np.array([0.0, -60.0, -22.0])
        at = self._low_handles
        return np.asarray(about + (at - about) * scale - at)

    @cached_property
    def _warp(self) -> FloatArray:
        """Displacement of every vertex for displacements of the handles, (n, handles)."""
        handles = np.concatenate([self.rest_landmarks, self._low_handles])
        n = len(handles)
        block = np.zeros((n + 4, n + 4))
        block[:n, :n] = np.linalg.norm(handles[:, None] - handles[None], axis=2)
        block[:n, n] = block[n, :n] = 1.0
        block[:n, n + 1 :], block[n + 1 :, :n] = handles, handles.T
        inverse = np.linalg.inv(block)[:, :n]
        out = np.empty((len(self.model.positions), n), np.float32)
        for start in range(0, len(out), 8192):
            rows = self.model.positions[start : start + 8192]
            away = np.linalg.norm(rows[:, None] - handles[None], axis=2)
            base = np.concatenate([away, np.ones((len(rows), 1)), rows], axis=1)
            out[start : start + 8192] = base @ inverse
        return out

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


def _value_and_slope(m: Steered | Behind, at: DoubleArray, rows: list[int]) -> tuple[float, DoubleArray]:
    """A measure and its derivative by all coordinates."""
    slope = np.zeros(at.size)
    if len(rows) == 2:
        way = at[rows[0]] - at[rows[1]]
        size = float(np.linalg.norm(way))
        way = way / max(size, 1e-9)
        slope[3 * rows[0] : 3 * rows[0] + 3] = way
        slope[3 * rows[1] : 3 * rows[1] + 3] = -way
        return size, slope
    keys = m.points
    p = {k: at[r].copy() for k, r in zip(keys, rows, strict=True)}
    value, step = m.value(p), 1e-3
    for k, r in zip(keys, rows, strict=True):
        for axis in range(3):
            p[k][axis] += step
            up = m.value(p)
            p[k][axis] -= 2 * step
            down = m.value(p)
            p[k][axis] += step
            slope[3 * r + axis] = (up - down) / (2 * step)
    return value, slope


def plain_shaper(number: int = LATEST) -> HeadShaper:
    """The one maker of base heads of a cast, of the plain head in use; made again only when that is another.

    Raises
    ------
    YewfinchError
        If there is no such cast.
    """
    if number not in CASTS:
        raise YewfinchError(f"There is no cast {number} of the base heads; this version knows {max(CASTS)}.")
    model = plain_model()
    held = _SHAPERS.get(number)
    if held is None or held[0] is not model:
        cast = CASTS[number]
        own = model if cast.positions is None else replace(model, positions=cast.positions())
        held = _SHAPERS[number] = model, HeadShaper(own, assemble(own, cast.places), cast)
    return held[1]


_SHAPERS: dict[int, tuple[HeadModel, HeadShaper]] = {}
