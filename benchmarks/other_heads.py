"""Heads that were not made from Yewfinch's base head or its spread, and photographs of them by a camera of their own.

The template is built by hand from published adult measures and depths (Farkas 1994, *Anthropometry of the Head and
Face*; head length and breadths from Zhuang & Bradtmiller 2005; from memory): half breadths, heights over the Frankfurt
plane and distances before the ear notch. People differ from it by factors of whole groups of measures and by each
landmark's own difference, drawn independently: no smooth form, no symmetry of form, no age.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
from scipy.spatial.transform import Rotation

from yewfinch.core.anatomy.lore.landmarks import GUIDED, LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter.photo import Photo

Head = dict[str, DoubleArray]

#: Across (half a breadth), up from the Frankfurt plane, forward from the ear notches, mm.
_TEMPLATE: dict[str, tuple[float, float, float]] = {
    "tr": (0, 92, 84),
    "g": (0, 44, 102),
    "n": (0, 32, 97),
    "se": (0, 27, 96),
    "prn": (0, -12, 126),
    "sn": (0, -22, 107),
    "ls": (0, -37, 109),
    "sto": (0, -44, 106),
    "li": (0, -53, 106),
    "sl": (0, -60, 99),
    "pg": (0, -74, 101),
    "gn": (0, -90, 88),
    "v": (0, 130, 0),
    "sci": (31, 46, 92),
    "en": (16.3, 22, 83),
    "ex": (44.8, 24, 73),
    "ps": (31, 28.5, 86),
    "pi": (32, 18, 84),
    "p": (31.7, 23, 86),
    "or": (33, 2, 82),
    "mf": (9.5, 26, 92),
    "zy": (70, 2, 38),
    "go": (56, -60, 14),
    "al": (16.8, -16, 107),
    "ac": (17.2, -19, 100),
    "sbal": (10, -24, 102),
    "cph": (6, -35, 108),
    "ch": (26.2, -45, 93),
    "t": (73, 0, 0),
    "sa": (77, 32, -12),
    "sba": (71, -30, -8),
    "pra": (72, 8, 3),
    "pa": (83, 14, -32),
    "obs": (72, 19, -3),
    "obi": (69, -24, 1),
}
#: Groups that share factors, and how much these vary (parts of 1): published spreads of such measures are 3 to 8
#: percent.
_GROUPS: tuple[tuple[str, ...], ...] = (
    ("en", "ex", "ps", "pi", "p", "or", "sci", "mf"),
    ("n", "se", "prn", "sn", "al", "ac", "sbal"),
    ("ls", "sto", "li", "cph", "ch"),
    ("sl", "pg", "gn", "go"),
    ("t", "sa", "sba", "pra", "pa", "obs", "obi"),
    ("tr", "g", "v", "zy"),
)
_WHOLE, _GROUP, _OWN_MM = 0.035, 0.035, 1.2
#: A child of six: parts of the adult's measures, from the means of Farkas 1994 (from memory): breadths by landmark
#: (en-en 29.5 of 33, ex-ex 79 of 90, zy-zy 116 of 137, go-go 85 of 99, al-al 28.5 of 34, ch-ch 43 of 53, head breadth
#: 142 of 152), heights below the root of the nose (n-sn 42 of 54, sn-gn 56 of 71), depths before the ear notch (t-n 105
#: of 121, t-gn 118 of 143), and of the nose's tip before its root (15.5 of 19.5).
_CHILD_ACROSS = {
    "en": 0.894, "ex": 0.878, "ps": 0.885, "pi": 0.885, "p": 0.885, "or": 0.88, "sci": 0.89, "mf": 0.85, "zy": 0.847,
    "go": 0.859, "al": 0.838, "ac": 0.838, "sbal": 0.838, "cph": 0.82, "ch": 0.811,
}  # fmt: skip
_CHILD_ELSE, _CHILD_DOWN, _CHILD_FORWARD, _CHILD_CHIN, _CHILD_NOSE = 0.934, 0.785, 0.868, 0.825, 0.79


def other_child(rng: np.random.Generator) -> Head:
    """A child of six years, by published parts of adults' measures."""
    return other_head(rng, {k: _childs(k) for k in _TEMPLATE})


def _childs(base: str) -> tuple[float, float, float]:
    across, up, forward = _TEMPLATE[base]
    root = _TEMPLATE["n"][1]
    up = root * 0.9 + (up - root) * (_CHILD_DOWN if up < root else _CHILD_ELSE)
    nose = _TEMPLATE["sn"][2]
    depth = _CHILD_CHIN if base in ("gn", "pg", "go", "sl", "li") else _CHILD_FORWARD
    forward = nose * depth + (forward - nose) * _CHILD_NOSE if base == "prn" else forward * depth
    return across * _CHILD_ACROSS.get(base, _CHILD_ELSE), up, forward


def other_head(rng: np.random.Generator, template: Mapping[str, tuple[float, float, float]] = _TEMPLATE) -> Head:
    """A person of the template's kind, (3,) mm each."""
    whole = float(np.exp(rng.normal(0, _WHOLE)))
    long = np.exp(rng.normal(0, 0.025, 3))
    out: Head = {}
    for group in _GROUPS:
        middle = np.mean([template[k] for k in group], axis=0) * (0, 1, 1)
        factor, shift = np.exp(rng.normal(0, _GROUP, 3)), rng.normal(0, 1.5, 3) * (0, 1, 1)
        for base in group:
            at = middle + (np.array(template[base]) - middle) * factor + shift
            for key in (base,) if base in LANDMARKS else (f"{base}_l", f"{base}_r"):
                side = (-1.0, 1.0, 1.0) if key.endswith("_r") else (1.0, 1.0, 1.0)
                out[key] = whole * long * at * side + rng.normal(0, _OWN_MM, 3)
    return out


@dataclass(frozen=True, eq=False)
class Shot:
    """A photo's camera: X is seen at focal (R X + shift) + centre."""

    rotation: DoubleArray
    shift: DoubleArray
    focal: float


@dataclass(frozen=True, eq=False)
class Session:
    """Photos of one head, and the truth."""

    photos: tuple[Photo, ...]
    shots: tuple[Shot, ...]
    bad: frozenset[tuple[str, str]]


#: Landmarks that slide along an outline.
_EDGES = ("go", "zy", "eu", "v", "op", "gn", "tr", "ft", "pa")


def photographed(
    rng: np.random.Generator,
    head: Mapping[str, DoubleArray],
    photos: int,
    *,
    noise: float = 1.0,
    gross: float = 0.0,
    along: float = 0.0,
    told: float = 0.25,
    most: int = 40,
) -> Session:
    """Photos from anywhere within 90 degrees of the front.

    Parameters
    ----------
    rng : numpy Generator
    head : mapping of landmark to (3,) mm
    photos : int
    noise : float, pixels
        Standard deviation of each click.
    gross : float
        Clicks a photo, on average, that lie 40 pixels off.
    along : float, pixels
        Shift of landmarks on an outline, in a direction of its own for each photo.
    told : float
        Part of the photos that tell their lens, to 2 percent.
    most : int
        Marks a photo at most.
    """
    middle = np.mean([head[k] for k in ("en_l", "en_r", "ch_l", "ch_r")], axis=0)
    made, shots, bad = [], [], set()
    for i in range(photos):
        turn = float(rng.uniform(-90, 90))
        tilt = Rotation.from_euler("zx", [rng.normal(0, 6), rng.normal(0, 8)], degrees=True).as_matrix()
        rotation = tilt @ np.diag([1.0, -1.0, -1.0]) @ Rotation.from_euler("y", -turn, degrees=True).as_matrix()
        distance = float(np.clip(np.exp(rng.normal(np.log(1300), 0.55)), 350, 6000))
        width, height = ((1200, 1600), (1600, 1200), (1000, 1000))[int(rng.integers(3))]
        focal = float(rng.uniform(0.35, 0.75)) * min(width, height) * distance / 240
        centre = np.array([width / 2, height / 2])
        aside = rng.normal(0, 0.05, 2) * min(width, height) * distance / focal
        shift = np.array([*aside, distance]) - rotation @ middle
        name, marks = f"p{i}", {}
        keys = [k for k in GUIDED if k in head and _in_sight(k, turn)][:most]
        for k in keys:
            c = rotation @ head[k] + shift
            at = c[:2] / c[2] * focal + centre + rng.normal(0, noise, 2)
            if along and k.rsplit("_", 1)[0] in _EDGES:
                way = rng.uniform(0, 2 * np.pi)
                at = at + along * np.array([np.cos(way), np.sin(way)])
            marks[k] = (float(at[0]), float(at[1]))
        for _ in range(rng.poisson(gross)):
            k, way = keys[int(rng.integers(len(keys)))], rng.uniform(0, 2 * np.pi)
            marks[k] = (marks[k][0] + 40 * np.cos(way), marks[k][1] + 40 * np.sin(way))
            bad.add((name, k))
        lens = None
        if rng.random() < told:
            lens = focal * float(np.hypot(36, 24)) / float(np.hypot(width, height)) * float(np.exp(rng.normal(0, 0.02)))
        made.append(Photo(name, name, f"{name}.jpg", width, height, lens, marks))
        shots.append(Shot(rotation, shift, focal))
    return Session(tuple(made), tuple(shots), frozenset(bad))


def _in_sight(key: str, turn: float) -> bool:
    side, base = LANDMARKS[key].side, key.rsplit("_", 1)[0]
    if not side:
        return True
    if base in ("t", "sa", "sba", "pra", "pa", "obs", "obi", "go", "zy"):
        return abs(turn) < 12 or side * turn > -10
    return side * turn >= -25


def exchanged(photo: Photo) -> Photo:
    """The photo with left and right of all marks exchanged."""
    return replace(photo, marks={LANDMARKS[k].twin: m for k, m in photo.marks.items()})


def smiling(rng: np.random.Generator, head: Mapping[str, DoubleArray]) -> Head:
    """A smile, by hand.

    Mouth corners 6 mm out, 3.5 up, 4 back, the rest of the mouth after them, each a little its own way.
    """
    moves = {
        "ch": (6, 3.5, -4),
        "cph": (2, 2, -2),
        "ls": (0, 2, -2),
        "sto": (0, 1, -2.5),
        "li": (0, -1, -2.5),
        "ac": (1.5, 1, -0.5),
        "al": (1.5, 0.8, -0.5),
        "pi": (0, 1.2, 0.3),
        "sl": (0, -0.5, -1),
    }
    return _moved(rng, head, moves)


def open_mouthed(rng: np.random.Generator, head: Mapping[str, DoubleArray]) -> Head:
    """A mouth open by some 20 mm, by hand."""
    moves = {
        "gn": (0, -20, -7),
        "pg": (0, -20, -4),
        "sl": (0, -19, -3),
        "li": (0, -18, -3),
        "sto": (0, -8, -2),
        "ch": (-1, -8, -2),
        "go": (0, -2, -3),
    }
    return _moved(rng, head, moves)


def _moved(
    rng: np.random.Generator, head: Mapping[str, DoubleArray], moves: Mapping[str, tuple[float, float, float]]
) -> Head:
    out, amount = dict(head), rng.uniform(0.8, 1.2)
    for base, way in moves.items():
        for key in (base, f"{base}_l", f"{base}_r"):
            if key in out:
                out[key] = (
                    out[key]
                    + amount * np.array(way) * ((-1, 1, 1) if key.endswith("_r") else (1, 1, 1))
                    + rng.normal(0, 0.6, 3)
                )
    return out
