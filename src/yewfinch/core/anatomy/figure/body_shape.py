"""From a person and a physique to the body's form, under a given head.

The plans are mixed by sex and age and scaled so that the neck's ring lies as high as the stature
asks for; then every bone is drawn out or in along smooth fields until the measures between the
landmarks are met (Gauss-Newton on nine numbers). The stature itself is met by the trunk.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from yewfinch.core.anatomy.body.body_cage import ARM, FINGER, FOOT, HAND, LEG, THUMB, TOE, TRUNK
from yewfinch.core.anatomy.body.body_measures import MEASURES
from yewfinch.core.anatomy.body.body_model import BodyModel
from yewfinch.core.anatomy.body.body_places import landmark_rows
from yewfinch.core.anatomy.body.body_plan import NECK, Build
from yewfinch.core.anatomy.body.physique import Physique
from yewfinch.core.anatomy.figure.person import YOUNGEST, Person
from yewfinch.core.anatomy.head.head_measures import CHILD_AGE, GROWN_AGE, OLD_AGE
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: What is drawn out, in the order of the unknowns; each but the last has the measure of that name.
_DRAWN = ("shoulders", "hip_breadth", "upper_arm", "forearm", "hand", "thigh", "lower_leg", "foot", "trunk")
#: The trunk from hip to shoulder may become so many times as long.
_TRUNK_LEAST, _TRUNK_MOST = 0.5, 1.7
#: Its height on the plans, mm.
_HIP, _SHOULDER = 960.0, 1440.0
#: The legs' skin stays so far from the middle, mm, however full the thighs are.
_APART = 0.3
#: Lengths of hand and foot on the plans, about, mm.
_LENGTH = {"hand": 190.0, "foot": 270.0}
#: At three years: how much further from grown a body's form is than at eight; the stature, mm (WHO and CDC charts,
#: from memory).
_YOUNGER, _TODDLER = -0.25, 955.0
#: What age does to dials at 80 years, and from when on (common practice).
_AGES_FROM = 40.0
_AGED = {"muscle": -0.85, "belly": 0.9, "chest": 0.15, "seat": -0.7, "hips": -0.1, "slack": 1.0}
#: What a small child's body has more of at three years than at eight, and how much shorter its limbs are in their part
#: of the stature (common practice).
_CHUBBY = {"fullness": 1.0, "belly": 0.8, "muscle": -0.3}
_SHORT = {
    "upper_arm": 0.93,
    "forearm": 0.92,
    "thigh": 0.86,
    "lower_leg": 0.86,
    "hand": 0.95,
    "foot": 0.98,
    "shoulders": 1.06,
}
#: Rounds of evening out the fields on the coarse level, so that no bone ends abruptly; 8 where not named.
_EVENED = {"hand": 2, "foot": 2, "hip_breadth": 3}


@dataclass(frozen=True, eq=False)
class BodyShape:
    """A person's body below the neck.

    Attributes
    ----------
    positions : (n, 3) float64, mm
        At the model's formed level; y = 0 is the ground.
    landmarks : mapping of key to (3,) mm
    targets : mapping of measure key to mm
        What each measure was to be.
    """

    positions: DoubleArray
    landmarks: dict[str, DoubleArray]
    targets: dict[str, float]

    def measures(self) -> dict[str, float]:
        """Every measure as it came out, mm; the stature is that of the head it was made for."""
        top = {"v": np.array([0.0, self.targets["stature"], 0.0]), "ground": np.zeros(3)}
        return {k: m.value(self.landmarks | top) for k, m in MEASURES.items()}


class BodyShaper:
    """Makes bodies; holds what they have in common.

    Parameters
    ----------
    model : BodyModel
    """

    def __init__(self, model: BodyModel) -> None:
        self.model = model
        self.rows = landmark_rows(model)

    def shape(self, person: Person, physique: Physique, above: float, head: float) -> BodyShape:
        """The body of a person.

        Parameters
        ----------
        person : Person
        physique : Physique
        above : float
            From the middle of the neck's ring to the top of the head, mm.
        head : float
            Height of the head, mm.

        Raises
        ------
        YewfinchError
            If the measures cannot be met together.
        """
        grown = grown_part(person.age)
        targets = wanted(person, physique, head)
        ring_height = targets["stature"] - above
        if ring_height < 0.4 * targets["stature"]:
            raise YewfinchError(
                phrase(
                    "A stature of {0:.0f} mm leaves no room for a body under a head of {1:.0f} mm.",
                    targets["stature"],
                    head,
                )
            )
        scale = ring_height / NECK
        p = self.model.mixed(person.sex, grown, _dials(person, physique)) * scale
        along, pivots = _directions(Build(person.sex, grown), scale)
        amount = self._solved(p, along, pivots, targets, ring_height)
        longer = 1.0 + amount[-1] / ((_SHOULDER - _HIP) * scale)
        if not _TRUNK_LEAST < longer < _TRUNK_MOST:
            word = "short" if longer < 1 else "long"
            raise YewfinchError(
                phrase(
                    "With these legs, a stature of {0:.0f} mm needs too {1} a trunk. Change the stature, "
                    "thigh or lower leg.",
                    targets["stature"],
                    word,
                )
            )
        out = p + self._moves(p, None, along, pivots, amount)
        rows, least, side = self._beside_middle
        out[rows, 0] = side * np.maximum(side * out[rows, 0], least)
        out[:, 1] -= out[self._soles, 1].min()
        return BodyShape(out, {k: out[r] for k, r in self.rows.items()}, targets)

    def _moves(
        self,
        p: DoubleArray,
        rows: IndexArray | None,
        along: DoubleArray,
        pivots: Mapping[str, DoubleArray],
        amount: DoubleArray,
    ) -> DoubleArray:
        """Displacements (k, 3) mm of `rows`, of which `p` are the places, when the parts are drawn out by `amount`.

        None stands for all rows.
        """
        share, side = self._shares if rows is None else (part[rows] for part in self._shares)
        out = share @ (along * amount[:, None])
        for key, pivot in pivots.items():
            k = _DRAWN.index(key)
            own = self._followers[k] if rows is None else np.flatnonzero(share[:, k])
            turned = p[own]
            turned[:, 0] *= side[own]  # both sides turn as the left one does
            turned -= pivot
            out[own] += (amount[k] / _LENGTH[key]) * share[own, k, None] * turned
        out[:, 0] *= side
        return np.asarray(out)

    def _solved(
        self,
        p: DoubleArray,
        along: DoubleArray,
        pivots: Mapping[str, DoubleArray],
        targets: Mapping[str, float],
        ring_height: float,
    ) -> DoubleArray:
        """By how many mm to draw out each part."""
        keys = list(self.rows)
        rows = np.array([self.rows[k] for k in keys], INDEX)
        start = p[rows]
        away = np.array([self._moves(start, rows, along, pivots, one) for one in np.eye(len(_DRAWN))])
        pairs = [tuple(keys.index(k) for k in MEASURES[name].points) for name in _DRAWN[:-1]]
        goal = np.array([targets[name] for name in _DRAWN[:-1]])
        ring = float(p[self._ring, 1].mean() - p[self._soles, 1].min())
        legs = np.array([float(name in ("thigh", "lower_leg", "trunk")) for name in _DRAWN])
        amount = np.zeros(len(_DRAWN))
        for _ in range(12):
            at = start + np.tensordot(amount, away, 1)
            gap = np.array([at[i] - at[j] for i, j in pairs])
            size = np.linalg.norm(gap, axis=1)
            slope = np.stack([legs, *(np.array([(away[n, i] - away[n, j]) @ g / s for n in range(len(_DRAWN))])
                                      for (i, j), g, s in zip(pairs, gap, size, strict=True))])  # fmt: skip
            miss = np.concatenate([[ring_height - ring - legs @ amount], goal - size])
            step = np.linalg.solve(slope, miss)
            amount = amount + np.clip(step, -150.0, 150.0)
            if np.abs(miss).max() < 1e-6:
                break
        return amount

    # --- fields ---------------------------------------------------------------------------

    @cached_property
    def _shares(self) -> tuple[DoubleArray, DoubleArray]:
        """How far each vertex follows each part, (n, 9), from the man's plan; and the sign of its x, (n,)."""
        n0 = self.model.size0
        p = self.model.bodies["man"][:n0].astype(np.float64)
        p[:, 0] = np.abs(p[:, 0])
        chart = self.model.chart[:n0]
        j = Build(1.0, 1.0).joints
        x, y = p[:, 0], p[:, 1]
        trunk = chart == TRUNK
        hand = (chart == HAND) | ((chart >= FINGER) & (chart <= THUMB))
        arm = hand | (chart == ARM)
        foot = (chart == FOOT) | (chart >= TOE)
        leg = foot | (chart == LEG)

        def along(a: DoubleArray, b: DoubleArray) -> DoubleArray:
            return np.asarray(np.clip((p - a) @ (b - a) / ((b - a) @ (b - a)), 0.0, 1.0))

        def ramp(values: DoubleArray, low: float, high: float) -> DoubleArray:
            t = np.clip((values - low) / (high - low), 0.0, 1.0)
            return np.asarray(t * t * (3 - 2 * t))

        s, e, w = j["shoulder"], j["elbow"], j["wrist"]
        out = {
            "shoulders": np.where(arm, 1.0, np.clip((x - 45.0) / 145.0, 0.0, 1.0) * ramp(y, 1180.0, 1350.0)) * ~leg,
            "hip_breadth": np.where(trunk, x / 165.0 * ramp(-y, -1130.0, -960.0), 0.0)
            + np.where(leg, np.clip((x - 25.0) / 140.0, 0.0, 1.1) * (0.3 + 0.7 * ramp(y, 420.0, 860.0)), 0.0) * ~foot
            + 0.17 * foot,
            "upper_arm": np.where(arm, along(s + (e - s) * 0.1, e), 0.0),
            "forearm": np.where(arm, along(e, w), 0.0),
            "hand": np.where(hand, ramp((p - w) @ _unit(w - e), -10.0, 25.0), 0.0),
            "thigh": np.where(leg, np.clip((860.0 - y) / (860.0 - j["knee"][1]), 0.0, 1.0), 0.0),
            "lower_leg": np.where(leg, np.clip((j["knee"][1] - y) / (j["knee"][1] - 95.0), 0.0, 1.0), 0.0),
            "foot": np.where(foot, ramp(-y, -75.0, -45.0), 0.0),
            "trunk": np.where(trunk, np.clip((y - _HIP) / (_SHOULDER - _HIP), 0.0, 1.0), np.where(arm, 0.95, 0.0)),
        }
        pull = umbrella(self.model.coarse, n0)
        sign = np.sign(self.model.bodies["man"][:n0, 0].astype(np.float64))
        made = []
        for key in _DRAWN:
            way = sign if key in ("shoulders", "hip_breadth") else np.ones(n0)
            share = out[key] * way
            for _ in range(_EVENED.get(key, 8)):
                share = 0.5 * share + 0.5 * (pull @ share)
            share = share * way
            if key == "trunk":
                share[trunk & (self.model.place[:, 0] == 0)] = 1.0  # the ring, by which the stature is met
            made.append(share)
        columns = np.stack(made, axis=1)
        for step in self.model.steps():
            columns = step.linear(columns)
        return columns, np.sign(self.model.bodies["man"][:, 0].astype(np.float64))

    @cached_property
    def _followers(self) -> list[IndexArray]:
        """The vertices that follow each part at all."""
        return [np.flatnonzero(column).astype(INDEX) for column in self._shares[0].T]

    @cached_property
    def _beside_middle(self) -> tuple[IndexArray, DoubleArray, DoubleArray]:
        """Vertices of legs and groin, how far they stay from the middle at least, mm, and their side."""
        chart, side = self.model.chart, self._shares[1]
        man = np.abs(self.model.bodies["man"][:, 0])
        leg = (chart == LEG) | (chart == FOOT) | (chart >= TOE)
        rows = np.nonzero((side != 0) & (man < 60.0) & (leg | (chart == TRUNK)))[0].astype(INDEX)
        return rows, np.where(leg[rows], _APART, 0.02), side[rows]

    @cached_property
    def _soles(self) -> IndexArray:
        return np.nonzero((self.model.chart == FOOT) | (self.model.chart >= TOE))[0].astype(INDEX)

    @cached_property
    def _ring(self) -> IndexArray:
        """The neck's ring: row 0 of the trunk."""
        n0 = self.model.size0
        at = np.where((self.model.chart[:n0] == TRUNK)[:, None], self.model.place[:, :1], np.nan)
        for step in self.model.steps():
            at = step.linear(at)
        return np.nonzero(at[:, 0] == 0.0)[0].astype(INDEX)


def grown_part(age: float) -> float:
    """0 at about eight years, 1 grown; below 0 for younger children."""
    if age < CHILD_AGE:
        return _YOUNGER * (CHILD_AGE - age) / (CHILD_AGE - YOUNGEST)
    return float(np.clip((age - CHILD_AGE) / (GROWN_AGE - CHILD_AGE), 0.0, 1.0))


def _dials(person: Person, physique: Physique) -> dict[str, float]:
    """The body's dials with what age adds to them."""
    out = dict(physique.dials)
    if person.cast > 1:
        old = max(person.age - _AGES_FROM, 0.0) / (OLD_AGE - _AGES_FROM)
        young = max(CHILD_AGE - person.age, 0.0) / (CHILD_AGE - YOUNGEST)
        for table, share in ((_AGED, old), (_CHUBBY, young)):
            for key, value in table.items():
                out[key] = out.get(key, 0.0) + value * share
    return out


def wanted(person: Person, physique: Physique, head: float) -> dict[str, float]:
    """What every measure of the body is to be, mm: the fixed ones, and the means in their part of the stature."""
    grown = grown_part(person.age)
    means = {k: m.mean(person.sex, grown) for k, m in MEASURES.items()}
    if person.age < CHILD_AGE:  # small children keep an eight-year-old's proportions below the neck, in small
        means = {k: m.mean(person.sex, 0.0) for k, m in MEASURES.items()}
        small = float(np.interp(person.age, (YOUNGEST, CHILD_AGE), (_TODDLER, means["stature"]))) / means["stature"]
        young = (CHILD_AGE - person.age) / (CHILD_AGE - YOUNGEST)
        means = {k: v * small * (1.0 + (_SHORT.get(k, 1.0) - 1.0) * young) for k, v in means.items()}
    stature = physique.measures.get("stature", physique.heads * head or means["stature"])
    part = stature / means["stature"]
    return {**{k: v * part for k, v in means.items()}, **physique.measures, "stature": stature}


def _directions(build: Build, scale: float) -> tuple[DoubleArray, dict[str, DoubleArray]]:
    """Where each part is drawn to, (9, 3) for the left side, and about what hand and foot grow, mm."""
    j = build.joints
    ways = {
        "upper_arm": _unit(j["elbow"] - j["shoulder"]), "forearm": _unit(j["wrist"] - j["elbow"]),
        "thigh": (0.0, -1.0, 0.0), "lower_leg": (0.0, -1.0, 0.0), "trunk": (0.0, 1.0, 0.0),
        "shoulders": (1.0, 0.0, 0.0), "hip_breadth": (1.0, 0.0, 0.0),
    }  # fmt: skip
    along = np.array([ways.get(key, (0.0, 0.0, 0.0)) for key in _DRAWN], float)
    return along, {"hand": j["wrist"] * scale, "foot": j["ankle"] * (1.0, 0.0, 1.0) * scale}


def _unit(v: DoubleArray) -> DoubleArray:
    return np.asarray(v / np.linalg.norm(v))
