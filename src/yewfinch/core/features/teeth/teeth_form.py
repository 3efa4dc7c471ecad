"""The body of teeth, gums and tongue: always as many vertices, so that a change moves them only."""

from __future__ import annotations

from functools import cache

import numpy as np
import numpy.typing as npt

from yewfinch.core.features.teeth.teeth import LOWER, UPPER, Crown, Teeth, checked, jaw_turned, moved, to_portrait
from yewfinch.core.mesh.surface.nets import ring_net
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import ByteArray, DoubleArray, IndexArray
from yewfinch.core.shared.similarity import similarity

#: Points round a crown, and rings from under the gum to its edge.
AROUND, RINGS = 16, 10
#: Columns of a gum along its row, and points round its section.
GUM_COLUMNS, GUM_AROUND = 65, 16
#: Rings of the tongue, and points round it.
TONGUE_RINGS, TONGUE_AROUND = 11, 20
#: Vertices of the body.
TEETH_VERTICES = (
    2 * (len(UPPER) + len(LOWER)) * (RINGS * AROUND + 2)
    + 2 * (GUM_COLUMNS * GUM_AROUND + 2)
    + TONGUE_RINGS * TONGUE_AROUND
    + 2
)
#: The gum stands so far before the crowns, mm.
GUM_OUT = 0.8
#: Crowns go on so far under the gum, mm.
_ROOT = 2.5
#: The gum's margin comes down between two teeth by so much, mm.
_PAPILLA = 3.0
#: The gum reaches so far beyond the crowns' necks, mm.
_GUM = 4.0
_GUM_COLOUR, _TONGUE_COLOUR = (186, 104, 100), (186, 98, 96)
#: Wet: roughness 0 to 255.
_WET_TEETH, _WET_FLESH = 60, 80
#: What lies deeper is darker, mm for a third of the light: no lamp reaches far into a mouth.
_DARK = 22.0
#: With the jaw shut no light comes in but so much of it; from so many degrees on all does.
_SHUT, _OPEN = 0.12, 0.8


def teeth_surface(teeth: Teeth) -> Surface:
    """The body of teeth, gums and tongue.

    Raises
    ------
    YewfinchError
        If there can be no such teeth.
    """
    points, colours, rough, _ = _parts(checked(teeth))
    net, order = _net()
    made = net.moved(to_portrait(teeth, points)[order].astype(np.float32))
    made.colour[:, :3] = colours[order]
    made.roughness[:, 0] = rough[order]
    return made


def on_jaw() -> npt.NDArray[np.bool_]:
    """Which of its vertices the lower jaw carries, (n,)."""
    return np.asarray(_plain()[3][_net()[1]])


def teeth_as_they_stand(teeth: Teeth, at: npt.ArrayLike) -> Teeth:
    """The teeth after what moved their body as a whole.

    Parameters
    ----------
    teeth : Teeth
    at : (n, 3) float, mm
        Its vertices now, in the rows of `teeth_surface`.
    """
    was, now = teeth_surface(teeth).positions.astype(np.float64), np.asarray(at, np.float64)
    if len(was) != len(now) or np.abs(was - now).max() < 1e-3:
        return teeth
    upper = ~on_jaw()
    return moved(teeth, *similarity(was[upper], now[upper]))


@cache
def _plain() -> tuple[DoubleArray, ByteArray, ByteArray, npt.NDArray[np.bool_]]:
    return _parts(Teeth((0.0, 0.0, 0.0), (0.0, 40.0, -80.0)))


@cache
def _net() -> tuple[Surface, IndexArray]:
    """The faces, with points anywhere, and the order of these in them."""
    faces, first = [], 0
    for points, quads in _bodies(Teeth((0.0, 0.0, 0.0), (0.0, 40.0, -80.0))):
        faces.append(quads + first)
        first += len(points)
    made, order = in_face_order(_plain()[0].astype(np.float32), np.concatenate(faces).astype(np.int32))
    return Surface(np.zeros((first, 3)), made), order


def _parts(teeth: Teeth) -> tuple[DoubleArray, ByteArray, ByteArray, npt.NDArray[np.bool_]]:
    """Points in their own frame, colours, roughness, and what the jaw carries."""
    bodies = [points for points, _ in _bodies(teeth)]
    crowns = len(UPPER) * 2
    points, colours, rough, jaw = [], [], [], []
    for number, at in enumerate(bodies):
        low = number >= crowns + 1
        tooth = number < crowns or crowns < number < 2 * crowns + 1
        deep = np.maximum(-at[:, 2] - 3.0, 0.0)
        light = (0.25 + 0.75 * np.exp(-deep / _DARK)) * (_SHUT + (1.0 - _SHUT) * min(teeth.jaw / _OPEN, 1.0))
        if tooth:
            neck = np.linspace(1.0, 0.0, RINGS).repeat(AROUND)
            neck = np.r_[neck, np.zeros(len(at) - len(neck))]
            base = np.array(teeth.enamel) * (1.0 - neck[:, None] * np.array([0.05, 0.1, 0.2]))
        else:
            base = np.tile(np.array(_TONGUE_COLOUR if number == len(bodies) - 1 else _GUM_COLOUR, float), (len(at), 1))
        colours.append(base * light[:, None])
        rough.append(np.full(len(at), _WET_TEETH if tooth else _WET_FLESH))
        jaw.append(np.full(len(at), low))
        points.append(jaw_turned(teeth, at) if low else at)
    return (
        np.concatenate(points),
        np.round(np.clip(np.concatenate(colours), 0, 255)).astype(np.uint8),
        np.concatenate(rough).astype(np.uint8),
        np.concatenate(jaw),
    )


def _bodies(teeth: Teeth) -> list[tuple[DoubleArray, IndexArray]]:
    """Upper crowns and gum, lower crowns and gum, tongue: points in their own frame with the jaw shut, and quads."""
    rng = np.random.default_rng(teeth.seed)
    out = []
    for upper in (True, False):
        row = _Row(teeth, upper=upper)
        for side in (1.0, -1.0):
            for crown, at in zip(row.crowns, row.middles, strict=True):
                off = teeth.crooked * rng.normal(0.0, 1.0, 3) * (0.5, 0.6, 0.6)
                roll = teeth.crooked * float(rng.normal(0.0, 0.06))
                out.append(_crown(row, crown, side * at, off, roll))
        out.append(_gum(row))
    out.append(_tongue(teeth))
    return out


class _Row:
    """One row of teeth: its arch, and where crowns stand on it.

    Parameters
    ----------
    teeth : Teeth
    upper : bool
    """

    def __init__(self, teeth: Teeth, *, upper: bool) -> None:
        self.upper, self.size = upper, teeth.size
        self.up = 1.0 if upper else -1.0  # from the edge to the gum
        self.crowns = UPPER if upper else LOWER
        wide = np.array([c.wide for c in self.crowns]) * teeth.size
        self.middles = np.cumsum(wide) - wide / 2.0
        half = teeth.arch / 2.0 - (0.0 if upper else 1.6 + 0.35 * teeth.overjet)
        self._curve(half, half * 27.0 / 17.5)
        self.shift = np.array([0.0, 0.0 if upper else teeth.overbite, 0.0 if upper else -teeth.overjet])

    def _curve(self, canine: float, molar: float) -> None:
        """The arch seen from above: z = -(a x^2 + b x^4) through the canine and the first molar."""
        deep = np.array([9.0, 34.0]) * self.size
        a, b = np.linalg.solve([[canine**2, canine**4], [molar**2, molar**4]], deep)
        x = np.linspace(0.0, 1.15 * molar, 400)
        z = -(a * x**2 + b * x**4)
        way = np.r_[0.0, np.cumsum(np.hypot(np.diff(x), np.diff(z)))]
        self._table = way, x, z

    def at(self, along: DoubleArray) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        """Places (n, 3) on the arch at lengths along it, left of the middle positive; and ways along and outwards."""
        way, x, z = self._table
        a, sign = np.abs(along), np.where(along < 0.0, -1.0, 1.0)
        px, pz = np.interp(a, way, x), np.interp(a, way, z)
        tx, tz = (np.interp(a, way, np.gradient(c, way)) for c in (x, z))
        long = np.maximum(np.hypot(tx, tz), 1e-9)
        zero = np.zeros_like(px)
        place = np.stack([sign * px, zero, pz], axis=1) + self.shift
        along_way = np.stack([tx / long, zero, sign * tz / long], axis=1)
        out = np.stack([sign * -tz / long, zero, tx / long], axis=1)
        return place, along_way, out


def _crown(row: _Row, crown: Crown, at: float, off: DoubleArray, roll: float) -> tuple[DoubleArray, IndexArray]:
    """A crown: rings from under the gum to the edge."""
    place, along, out = (v[0] for v in row.at(np.array([at])))
    size, high = row.size, crown.high * row.size
    h = np.r_[np.linspace(high + _ROOT, high, 3), np.linspace(high, 0.0, RINGS - 2)[1:]]
    t = np.clip(1.0 - h / high, 0.0, 1.0)  # 0 at the neck, 1 at the edge
    angle = np.linspace(0.0, 2.0 * np.pi, AROUND, endpoint=False)
    rings = np.empty((RINGS, AROUND, 3))
    for k in range(RINGS):
        wide, deep, power, front, shrink = _section(crown, float(t[k]))
        cos, sin = np.cos(angle), np.sin(angle)
        x = np.sign(cos) * np.abs(cos) ** (2.0 / power) * wide / 2.0 * size * shrink
        z = np.sign(sin) * np.abs(sin) ** (2.0 / power) * deep / 2.0 * size * shrink
        z += (front - deep / 2.0) * size
        y = np.full(AROUND, h[k]) + _cusp(crown, float(t[k]), x / (crown.wide * size / 2.0)) * size
        xr, zr = x * np.cos(roll) - z * np.sin(roll), x * np.sin(roll) + z * np.cos(roll)
        rings[k] = place + off + xr[:, None] * along + zr[:, None] * out
        rings[k, :, 1] += row.up * y
    turn = rings if row.upper else rings[:, ::-1]
    points, quads = ring_net(turn, "pole", "pole")
    return points, quads


def _section(crown: Crown, t: float) -> tuple[float, float, float, float, float]:
    """Width, depth, roundness, bulge of the front and size of a crown's section, from the neck (0) to the edge (1)."""
    wide = crown.wide * (0.74 + 0.26 * np.sin(np.pi / 2 * min(t / 0.75, 1.0)))
    bulge = 0.7 * np.sin(np.pi * (0.25 + 0.75 * t)) * (1.0 - 0.4 * t)
    rounded = 1.0 if t < 0.94 else 0.86
    if crown.kind == "incisor":
        deep = crown.deep * (1.0 - t) ** 0.8 + 1.3 * t
        return 0.985 * wide, deep, 2.3 + 1.2 * t, bulge - 0.5 * t, rounded
    if crown.kind == "canine":
        deep = crown.deep * (1.0 - t) ** 0.7 + 1.6 * t
        point = wide * (1.0 - 0.45 * np.clip((t - 0.72) / 0.28, 0.0, 1.0) ** 1.3)
        return point, deep, 2.2, bulge - 0.3 * t, rounded
    low = float(np.clip((t - 0.7) / 0.3, 0.0, 1.0))
    deep = crown.deep * (0.85 + 0.15 * np.sin(np.pi * t)) * (1.0 - 0.3 * low**2)
    return 0.985 * wide * (1.0 - 0.14 * low**2), deep, 2.6, bulge - 0.8 * low, 1.0


def _cusp(crown: Crown, t: float, x: DoubleArray) -> DoubleArray:
    """How far a ring's points lie nearer to the gum: corners of edges are round, cusps rise."""
    near_edge = np.clip((t - 0.7) / 0.3, 0.0, 1.0)
    if crown.kind == "canine":
        return np.asarray(near_edge * 1.6 * np.abs(x))
    return np.asarray(near_edge * (0.7 if crown.kind == "incisor" else 0.5) * np.abs(x) ** 4)


def _gum(row: _Row) -> tuple[DoubleArray, IndexArray]:
    """A gum: sections across the arch from one end to the other, with a margin that rises over each tooth."""
    ends = np.cumsum([c.wide * row.size for c in row.crowns])
    along = np.linspace(-ends[-1] * 0.985, ends[-1] * 0.985, GUM_COLUMNS)
    place, _, out = row.at(along)
    a = np.abs(along)
    number = np.minimum(np.searchsorted(ends, a), len(ends) - 1)
    first = np.r_[0.0, ends[:-1]][number]
    t = np.clip((a - first) / (ends[number] - first), 0.0, 1.0)
    over = np.sin(np.pi * t) ** 0.7  # 1 in the middle of a tooth, 0 between two
    high = np.interp(a, np.r_[0.0, ends], np.r_[row.crowns[0].high, [c.high for c in row.crowns]]) * row.size
    deep = np.interp(a, np.r_[0.0, ends], np.r_[row.crowns[0].deep, [c.deep for c in row.crowns]]) * row.size
    margin = high - _PAPILLA * row.size * (1.0 - over)
    front = 0.35 + 0.1 * over - 1.3 * (1.0 - over)
    top = 9.5 * row.size + _GUM
    rings = np.empty((GUM_COLUMNS, GUM_AROUND, 3))
    # round the section from the front margin up, over and down behind: (how far out, how high)
    steps = [
        (front - 1.4, margin + 0.1), (front - 0.2, margin + 0.1), (front + 0.35, margin + 0.6),
        (front * 0.4 + 0.75, margin + 1.8), (front * 0.0 + 0.7, 0.5 * margin + 0.5 * top),
        (0.2 + 0.0 * front, top - 1.0), (-1.2 + 0.0 * front, top),
        (-0.5 * deep, top + 0.3), (-deep + 0.6, top), (-deep - 0.8, top - 1.5),
        (-deep - 0.9, 0.5 * margin + 0.5 * top), (-deep - 0.5, margin + 1.6), (-deep + 0.2, margin + 0.4),
        (-deep + 1.6, margin + 0.6), (-0.65 * deep, margin + 1.2), (-0.4 * deep, margin + 1.0),
    ]  # fmt: skip
    for k, (o, h) in enumerate(steps):
        rings[:, k] = place + (np.broadcast_to(o, along.shape) * 1.0)[:, None] * out
        rings[:, k, 1] += row.up * np.broadcast_to(h, along.shape)
    points, quads = ring_net(rings[:, ::-1] if row.upper else rings, "pole", "pole")
    return points, quads


def _tongue(teeth: Teeth) -> tuple[DoubleArray, IndexArray]:
    """A tongue that lies on the floor of the mouth, its tip behind the lower incisors."""
    size, half = teeth.size, teeth.arch / 2.0
    tip, back = -teeth.overjet - 9.5 * size, -46.0 * size
    s = np.linspace(0.02, 1.0, TONGUE_RINGS)
    angle = np.linspace(0.0, 2.0 * np.pi, TONGUE_AROUND, endpoint=False)
    rings = np.empty((TONGUE_RINGS, TONGUE_AROUND, 3))
    for k, share in enumerate(s):
        wide = min(half * (0.25 + 0.85 * np.sin(np.pi / 2 * min(share / 0.55, 1.0)) ** 0.8), half * 1.08)
        thick = 4.5 * size * np.sin(np.pi / 2 * min(share / 0.35 + 0.15, 1.0)) ** 0.7
        up = teeth.overbite - 7.5 * size + teeth.tongue * np.sin(np.pi / 2 * share)
        up += 5.0 * size * np.sin(np.pi * share * 0.62)
        x, y = wide * np.cos(angle), np.sin(angle)
        y = np.where(y > 0.0, y * thick * (1.0 - 0.22 * np.exp(-((x / (0.2 * wide)) ** 2)) * share), y * 1.6 * thick)
        rings[k] = np.stack([x, up + y, np.full_like(x, tip + share * (back - tip))], axis=1)
    points, quads = ring_net(rings[:, ::-1], "pole", "pole")
    return points, quads
