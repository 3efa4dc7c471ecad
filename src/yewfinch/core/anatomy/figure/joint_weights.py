"""How far each vertex of a base figure follows each joint.

Every vertex is first given to bones by where it lies in the plan, with a ramp across each joint;
then the shares are evened out along the surface, over a distance that fits the part, so that skin
close to other skin (armpit, fingers, lips) does not pull on it.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.body.body_cage import ARM, FINGER, FOOT, HAND, LEG, THUMB, TOE, TRUNK
from yewfinch.core.anatomy.body.body_plan import HEAD_OFFSET
from yewfinch.core.anatomy.body.skeleton import FINGERS, JOINTS, joints_of, plan_places, twin
from yewfinch.core.anatomy.figure.figure_model import FigureModel
from yewfinch.core.anatomy.head import lips
from yewfinch.core.anatomy.head.head_cage import COLUMNS, LIPS
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray, IndexArray

#: Bones that one vertex follows at most.
MOST = 6
#: Level at which shares are worked out; finer ones lie between.
_LEVEL = 1
#: Rows of the head's grid in which the shares of chest, neck and head give way to each other.
_NECK_FROM, _NECK_TO, _HEAD_FROM, _HEAD_TO = -0.5, 3.5, 3.6, 7.6
#: The corner of the mouth from the jaw's axis: forward and up, mm.
_MOUTH = (70.0, -46.5)
#: Vertices that a joint's place is tied to.
_TIED = 160


@dataclass(frozen=True, eq=False)
class Rig:
    """What ties a layout's vertices to joints.

    Attributes
    ----------
    keys : tuple of str
        The joints; bone 0 is what stays, bone i + 1 belongs to joint i.
    bones : (n, m) int32
        For each vertex of the formed level, the heaviest first.
    weights : (n, m) float32
        Sum 1.
    ties : dict of joint to (rows, (k,) weights with the sum 1)
        The joint's place is that mean of vertices of the formed level.
    """

    keys: tuple[str, ...]
    bones: IndexArray
    weights: FloatArray
    ties: dict[str, tuple[IndexArray, DoubleArray]]

    def places(self, positions: DoubleArray) -> dict[str, DoubleArray]:
        """Where the joints of a form lie, mm; `positions` of the formed level."""
        return {key: np.asarray(weights @ positions[rows]) for key, (rows, weights) in self.ties.items()}


def make_rig(layout: HeadModel | FigureModel, extent: str) -> Rig:
    """Tie a layout to its joints.

    Parameters
    ----------
    layout : HeadModel or FigureModel
    extent : str
        The crop that it is.
    """
    parts = _Parts(layout)
    keys = joints_of(extent)
    shares = _evened(parts, _shares(parts, keys), _reach(parts))
    fine = layout.step(_LEVEL).linear(shares)
    mirror = layout.mirror_at(FORMED)
    swap = np.array([0, *(keys.index(twin(k)) + 1 for k in keys)])
    fine = (fine + fine[mirror][:, swap]) / 2
    # pick the heaviest on one half and mirror the choice, so that both halves agree to the bit
    half = np.nonzero(mirror >= np.arange(len(mirror)))[0]
    most = min(MOST, fine.shape[1])
    bones, weights = np.zeros((len(fine), most), INDEX), np.zeros((len(fine), most), np.float32)
    some = np.argsort(-fine[half], axis=1, kind="stable")[:, :most]
    share = np.take_along_axis(fine[half], some, axis=1)
    share[share < 0.004] = 0.0
    share /= share.sum(axis=1, keepdims=True)
    bones[half], weights[half] = some, share
    bones[mirror[half]], weights[mirror[half]] = swap[some], share
    bones[half], weights[half] = some, share  # the midline is its own mirror image
    return Rig(keys, bones, weights, _ties(layout, keys))


class _Parts:
    """What is known of each vertex of the level: its place in the man's plan and what it belongs to."""

    def __init__(self, layout: HeadModel | FigureModel) -> None:
        n = layout.size(_LEVEL)
        self.faces = layout.faces(_LEVEL)
        if isinstance(layout, HeadModel):
            head, of_head = layout, np.arange(n, dtype=INDEX)
            self.chart = np.full(n, -1)
            self.at = layout.positions[:n] + HEAD_OFFSET
            self.row = _head_rows(layout)[of_head]
        else:
            head, g = layout.head, layout.level(_LEVEL)
            of_head = g.head
            self.chart = np.where(g.body >= 0, layout.body.chart[g.body], -1)
            self.chart[of_head >= 0] = -1
            self.at = layout.rest[:n]
            trunk, _ = layout.trunk_places
            down = 3.0 - trunk[:n]
            self.row = np.where(of_head >= 0, _head_rows(head)[of_head], np.where(np.isnan(down), -99.0, down))
        self.is_head = of_head >= 0
        self.lips = self.is_head & (head.chart[of_head] == LIPS)
        self.lip = head.place[of_head].astype(np.float64)
        self.side = np.sign(self.at[:, 0])
        self.left = self.at * np.stack([np.where(self.side < 0, -1.0, 1.0), np.ones(n), np.ones(n)], axis=1)


def _head_rows(head: HeadModel) -> DoubleArray:
    """Row of the head's grid of each vertex of the level, as far as the mouth's; more above."""
    n0 = head.size(0)
    out = np.full(n0, 12.0)
    own = np.arange(12 * (COLUMNS + 1))
    out[own] = own // (COLUMNS + 1)
    out[head.mirror[own]] = out[own]
    # the cap of the bust has the rim's row
    low = head.at_level(head.positions, 0)[:, 1] < -200.0
    out[low & (out > 8)] = 0.0
    for number in range(_LEVEL):
        out = head.step(number).linear(out[:, None])[:, 0]
    return out


def _ramp(values: DoubleArray, low: float | DoubleArray, high: float | DoubleArray) -> DoubleArray:
    t = np.clip((values - low) / (np.asarray(high) - low), 0.0, 1.0)
    return np.asarray(t * t * (3 - 2 * t))


def _across(p: DoubleArray, joint: DoubleArray, before: DoubleArray, after: DoubleArray, wide: float) -> DoubleArray:
    """From 0 to 1 across the plane through a joint that halves the angle of its bones."""
    way = _unit(_unit(joint - before) + _unit(after - joint))
    return _ramp((p - joint) @ way, -wide, wide)


# --- shares -------------------------------------------------------------------------------


def _shares(parts: _Parts, keys: tuple[str, ...]) -> DoubleArray:
    """Shares before they are evened out, (n, k + 1), sum 1."""
    part = _handed_on(parts)
    number = {key: i + 1 for i, key in enumerate(keys)}
    out = np.zeros((len(parts.at), len(keys) + 1))
    through = {key: np.ones(len(parts.at)) for key in ("", "pelvis")}
    below = {key: [k for k, j in JOINTS.items() if j.parent == key] for key in JOINTS}
    for key, joint in JOINTS.items():
        if joint.parent is not None:
            through[key] = through[joint.parent] * part(key)
    for key in JOINTS:
        own = through[key] - sum(through[k] for k in below[key])
        above: str | None = key
        while above is not None and above not in number:
            above = JOINTS[above].parent
        out[:, 0 if above is None else number[above]] += np.maximum(own, 0.0)
    return out / out.sum(axis=1, keepdims=True)


def _handed_on(parts: _Parts) -> Callable[[str], DoubleArray]:
    """For a joint, which part of what reaches the joint above it goes on to it."""
    at, q, chart = plan_places(), parts.left, parts.chart
    trunk = chart == TRUNK
    foot = (chart == FOOT) | (chart >= TOE)
    leg = (chart == LEG) | foot
    hand = (chart == HAND) | ((chart >= FINGER) & (chart <= THUMB))
    arm = (chart == ARM) | hand
    y = q[:, 1]
    legs = _legs(q, leg, trunk, at)
    neck = np.where(parts.is_head | trunk, _ramp(parts.row, _NECK_FROM, _NECK_TO), 0.0)
    collar = np.where(arm, 1.0, np.clip((q[:, 0] - 30.0) / 110.0, 0.0, 1.0) * _ramp(y, 1250.0, 1370.0)) * (1 - neck)
    out: dict[str, DoubleArray] = {
        "waist": np.where(arm, 1.0, _ramp(y, 1010.0, 1130.0)) * ~leg * (1 - legs),
        "chest": np.where(arm, 1.0, _ramp(y, 1150.0, 1290.0)),
        "neck": neck,
        "head": np.where(parts.is_head, _ramp(parts.row, _HEAD_FROM, _HEAD_TO), 0.0),
        "jaw": np.where(parts.is_head, _jaw(parts), 0.0),
        "collar": collar,
        "hip": legs,
        "knee": _across(q, at["knee_l"], at["hip_l"], at["ankle_l"], 46.0) * leg,
        "ankle": _ramp((q - at["ankle_l"]) @ _unit(np.array([0.0, -0.8, 0.6])), -22.0, 26.0) * leg,
        "toes": _ramp(q[:, 2] - at["toes_l"][2], -14.0, 16.0) * foot,
    }
    out |= _arms(q, chart, arm, hand, at)
    left = np.clip(0.5 + 0.5 * parts.at[:, 0] / 12.0, 0.0, 1.0)

    def part(key: str) -> DoubleArray:
        if twin(key) == key:
            return out[key]
        own = left if key.endswith("_l") else 1.0 - left
        if key.startswith("hip"):
            return out["hip"] * own
        return out[key[:-2]] * (own if key.startswith("collar") else 1.0)

    return part


def _legs(
    q: DoubleArray, leg: npt.NDArray[np.bool_], trunk: npt.NDArray[np.bool_], at: dict[str, DoubleArray]
) -> DoubleArray:
    """The thigh against the pelvis: across the line of the groin in front and below the seat behind."""
    way = _unit(np.array([0.34, -0.94, 0.0]))
    down = (q - at["hip_l"]) @ way
    behind = _ramp(-q[:, 2], -30.0, 50.0)
    return np.where(leg | trunk, _ramp(down - 14.0 * behind, -62.0, 62.0), 0.0)


def _arms(
    q: DoubleArray,
    chart: IndexArray,
    arm: npt.NDArray[np.bool_],
    hand: npt.NDArray[np.bool_],
    at: dict[str, DoubleArray],
) -> dict[str, DoubleArray]:
    s, e, w = at["shoulder_l"], at["elbow_l"], at["wrist_l"]
    trunk = chart == TRUNK
    down = (q - s) @ _unit(_unit(e - s) + np.array([0.45, 0.0, 0.0]))
    out = {
        "shoulder": np.where(
            arm,
            _ramp(down, -28.0, 62.0),
            np.where(trunk, 0.35 * _ramp(q[:, 0], 130.0, 175.0) * _ramp(q[:, 1], 1330.0, 1400.0), 0.0),
        ),
        "elbow": _across(q, e, s, w, 34.0) * arm,
        "forearm": np.clip(((q - e) @ _unit(w - e) / np.linalg.norm(w - e) - 0.1) / 0.82, 0.0, 1.0) * arm,
        "wrist": _across(q, w, e, at["middle1_l"], 17.0) * arm,
    }
    shares = {}
    for number, key in enumerate(FINGERS[1:]):
        line = [at["wrist_l"], *(at[f"{key}{i}_l"] for i in (1, 2, 3, 4))]
        own = chart == FINGER + number
        near = np.exp(-(((q - line[1]) @ _unit(at["index1_l"] - at["little1_l"]) / 8.0) ** 2))
        shares[f"{key}1"] = np.where(
            own, 1.0, np.where(chart == HAND, _across(q, line[1], line[0], line[2], 12.0) * near, 0.0)
        )
        for i in (2, 3):
            out[f"{key}{i}"] = _across(q, line[i], line[i - 1], line[i + 1], 6.5) * own
    root, knuckle = at["thumb1_l"], at["thumb2_l"]
    away, along = _from_bone(q, root, knuckle)
    shares["thumb1"] = np.where(
        chart == THUMB, 1.0, np.where(chart == HAND, _ramp(-away, -30.0, -13.0) * _ramp(along, -0.1, 0.7), 0.0)
    )
    for i in (2, 3):
        line = [at[f"thumb{k}_l"] for k in (i - 1, i, i + 1)]
        out[f"thumb{i}"] = _across(q, line[1], line[0], line[2], 8.0) * (
            (chart == THUMB) | (chart == HAND) & (i == 2) & (away < 20.0)
        )
    total = np.maximum(sum(shares.values()), 1.0)
    return out | {k: v / total for k, v in shares.items()}


def _from_bone(q: DoubleArray, a: DoubleArray, b: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
    """Distance from a bone, mm, and where along it."""
    t = (q - a) @ (b - a) / ((b - a) @ (b - a))
    return np.linalg.norm(q - a - np.clip(t, 0.0, 1.0)[:, None] * (b - a), axis=1), t


def _jaw(parts: _Parts) -> DoubleArray:
    """The lower jaw against the rest of the head: below the line from its axis through the corner of the mouth."""
    axis = plan_places()["jaw"]
    q = parts.left - axis
    angle = np.degrees(np.arctan2(q[:, 1], q[:, 2]))
    mouth = np.degrees(np.arctan2(_MOUTH[1], _MOUTH[0]))
    wide = 4.0 + 20.0 * _ramp(q[:, 0], 14.0, 46.0)
    out = _ramp(mouth - angle, -wide, wide)
    out *= _ramp(angle, -122.0, -88.0)  # behind the angle of the jaw is the neck
    out *= _ramp(np.hypot(q[:, 1], q[:, 2]), 8.0, 42.0) * _ramp(parts.row, 5.2, 7.8)
    # the lips part along their line: each keeps to its side, and the corner lies between
    lower, ring = parts.lip[:, 1] <= lips.AROUND / 2, parts.lip[:, 0]
    t = np.where(lower, parts.lip[:, 1], lips.AROUND - parts.lip[:, 1]) / (lips.AROUND / 2)
    lens = 0.5 + np.where(lower, 0.5, -0.5) * np.sqrt(np.maximum(1 - np.abs(t) ** 2.2, 0.0))
    deep = np.clip((ring - 6.0) / 3.0, 0.0, 1.0)
    inside = lens + (0.5 - lens) * deep**2
    return np.where(parts.lips, out + (inside - out) * _ramp(ring, 0.5, 2.0), out)


def _reach(parts: _Parts) -> DoubleArray:
    """Over how many mm the shares of each vertex are evened out."""
    chart = parts.chart
    out = np.full(len(chart), 18.0)
    out[chart == TRUNK] = 34.0
    out[chart == LEG] = np.where((parts.left[:, 1] > 640.0)[chart == LEG], 28.0, 12.0)
    out[(chart == FOOT) | (chart >= TOE)] = 6.0
    out[chart == ARM] = np.where((parts.left[:, 1] > 1270.0)[chart == ARM], 34.0, 9.0)
    out[chart == HAND] = 5.0
    out[(chart >= FINGER) & (chart <= THUMB)] = 1.6
    out[parts.is_head] = np.where(parts.row[parts.is_head] < 7.0, 10.0, 5.0)
    out[parts.lips] = 1.0
    return out


def _evened(parts: _Parts, shares: DoubleArray, reach: DoubleArray) -> DoubleArray:
    """Shares evened out along the surface by one step of diffusion; sums and signs are kept."""
    from scipy.sparse import coo_array, diags_array, eye_array
    from scipy.sparse.linalg import splu

    f, n = parts.faces, len(parts.at)
    a, b = (np.concatenate(c) for c in zip(*((f[:, i], f[:, (i + 1) % 4]) for i in range(4)), strict=True))
    length = np.linalg.norm(parts.at[a] - parts.at[b], axis=1)
    pull = coo_array((1.0 / np.maximum(length, 0.4) ** 2, (a, b)), shape=(n, n)).tocsr()
    pull = (pull + pull.T) / 4
    spread = diags_array(reach**2) @ (diags_array(pull.sum(axis=1)) - pull)
    return np.asarray(splu((eye_array(n) + spread).tocsc()).solve(shares))


def _ties(layout: HeadModel | FigureModel, keys: tuple[str, ...]) -> dict[str, tuple[IndexArray, DoubleArray]]:
    """Tie joints, and the ends of limbs, to what lies round them."""
    at = layout.positions + HEAD_OFFSET if isinstance(layout, HeadModel) else layout.rest
    mirror = layout.mirror_at(FORMED)
    ends = [f"{k}4_l" for k in FINGERS] if "wrist_l" in keys else []
    out = {}
    for key, place in plan_places().items():
        if key not in keys and key not in ends:
            continue
        rows = np.argsort(np.linalg.norm(at - place, axis=1), kind="stable")[:_TIED].astype(INDEX)
        if twin(key) == key:
            rows = np.unique(np.concatenate([rows, mirror[rows]]))
        # the weights nearest to even ones whose mean of these is the place
        few = np.concatenate([np.ones((1, len(rows))), at[rows].T])
        even = np.full(len(rows), 1.0 / len(rows))
        weights = even + np.linalg.lstsq(few, np.append(1.0, place) - few @ even, rcond=None)[0]
        out[key] = rows, weights
        out[twin(key)] = mirror[rows], weights
    return out


def _unit(v: DoubleArray) -> DoubleArray:
    return np.asarray(v / np.linalg.norm(v))
