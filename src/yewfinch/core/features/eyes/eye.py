"""An eye by its measures: globe, cornea, iris, pupil, where it looks, and what it looks like."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace

import numpy as np

from yewfinch.core.anatomy.head.eyeball import CORNEA_RADIUS, IRIS_DIAMETER, PUPIL_DIAMETER
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

Point = tuple[float, float, float]
Colour = tuple[int, int, int]

#: Globe across, mm (Bekerman et al. 2014, J Ophthalmol, from memory).
GLOBE = 24.2
#: How far a globe turns from straight ahead, degrees: up, and down, in or out (handbooks, from memory).
UPWARDS, ELSEWHERE = 40.0, 50.0
#: Leaning less than this is none, degrees.
_LEVEL = 1e-4
#: What eyes look at if nothing else is said is so far away, mm.
FAR = 1000.0
#: What can be asked for, mm: lowest and highest.
BOUNDS: dict[str, tuple[float, float]] = {
    "diameter": (12.0, 60.0),
    "iris": (6.0, 30.0),
    "pupil": (2.0, 8.0),
    "cornea": (5.0, 20.0),
    "depth": (0.0, 3.0),
}
#: Shares from 0 to 1.
SHARES = ("veins", "yellow", "wet", "converging", "caruncle")
#: Presets of an iris: outer and inner colour, sRGB; chosen by eye.
IRISES: dict[str, tuple[Colour, Colour]] = {
    "brown": ((84, 56, 34), (112, 72, 38)),
    "dark brown": ((52, 34, 24), (66, 42, 26)),
    "hazel": ((108, 94, 58), (126, 84, 42)),
    "green": ((104, 116, 84), (140, 116, 66)),
    "grey": ((124, 134, 138), (138, 132, 116)),
    "blue": ((96, 124, 150), (134, 146, 148)),
}


@dataclass(frozen=True)
class Iris:
    """The pattern of an iris; the same seed always gives the same one.

    Attributes
    ----------
    seed : int
    outer, inner : (3,) int
        Colours of its outer part and of that round the pupil, sRGB 0 to 255.
    edge, fibres, crypts, rings, spots : float
        How strong the dark edge is, and how much there is of the others: 0 to 1.
    """

    seed: int = 1
    outer: Colour = IRISES["brown"][0]
    inner: Colour = IRISES["brown"][1]
    edge: float = 0.7
    fibres: float = 0.6
    crypts: float = 0.4
    rings: float = 0.35
    spots: float = 0.15


@dataclass(frozen=True)
class Eye:
    """What an eye's form follows from.

    Attributes
    ----------
    place : (3,) float, mm
        Centre of the globe.
    middle : (3,) float, mm
        Between both eyes; the same as `place` for an eye alone.
    diameter : float, mm
        Of the globe.
    iris, pupil : float, mm
        Diameters: of what is seen of the iris (white to white), and of the pupil.
    cornea : float, mm
        Radius of the front of the cornea.
    depth : float, mm
        How far the iris lies behind the plane in which the cornea begins.
    target : (3,) float, mm
        The point that both eyes look at.
    converging : float
        0: the axes are parallel, towards the target from between the eyes; 1: each goes through it.
    turn : (2,) float, degrees
        This eye's own deviation: to the sitter's left, and up.
    pattern : Iris
    veins, yellow, wet : float
        Of the white, and how it gleams: 0 to 1.
    corner : (3,) float, mm, or None
        Inner corner of the lids; without it there is no caruncle.
    caruncle : float
        Its size: 0 for none, 1 for 5 mm high and 3 mm wide.
    lean : (3,) float, degrees
        How its own axes lean against the portrait's, as on a head that was turned: a rotation vector.
    """

    place: Point
    middle: Point
    diameter: float = GLOBE
    iris: float = IRIS_DIAMETER
    pupil: float = PUPIL_DIAMETER
    cornea: float = CORNEA_RADIUS
    depth: float = 0.5
    target: Point = (0.0, 0.0, 1000.0)
    converging: float = 0.0
    turn: tuple[float, float] = (0.0, 0.0)
    pattern: Iris = Iris()
    veins: float = 0.25
    yellow: float = 0.2
    wet: float = 0.8
    corner: Point | None = None
    caruncle: float = 0.8
    lean: Point = (0.0, 0.0, 0.0)

    @property
    def radius(self) -> float:
        """Of the globe, mm."""
        return self.diameter / 2.0

    @property
    def rise(self) -> float:
        """How far the apex of the cornea stands before the globe, mm."""
        return cap(self.cornea, self.iris) - cap(self.radius, self.iris)


def cap(radius: float, across: float) -> float:
    """Height of a cap of a ball, mm, by the ball's radius and the cap's diameter."""
    half = min(across / 2.0, radius)
    return float(radius - np.sqrt(radius**2 - half**2))


def checked(eye: Eye) -> Eye:
    """The eye, if such a one can be.

    Raises
    ------
    YewfinchError
        If a measure makes no sense, alone or with the others.
    """
    numbers = [*eye.place, *eye.middle, *eye.target, *eye.turn, *eye.lean, *(eye.corner or ())]
    if not np.isfinite(numbers).all() or np.abs(numbers).max() > 1e6:
        raise YewfinchError("An eye is to stand, or to look, where nothing can be. Give places in millimetres.")
    for name, (low, high) in BOUNDS.items():
        value = getattr(eye, name)
        if not (np.isfinite(value) and low <= value <= high):
            raise YewfinchError(
                phrase("An eye's {0} cannot be {1:g} mm; {2:g} to {3:g} mm make sense.", name, value, low, high)
            )
    pattern = eye.pattern
    for share in (
        *(getattr(eye, n) for n in SHARES),
        *(getattr(pattern, n) for n in ("edge", "fibres", "crypts", "rings", "spots")),
    ):
        if not 0.0 <= share <= 1.0:
            raise YewfinchError(phrase("{0:g} is no share; 0 to 1 makes sense.", share))
    if not all(0 <= c <= 255 for c in (*pattern.outer, *pattern.inner)):
        raise YewfinchError("A colour of the iris is none: give red, green and blue from 0 to 255.")
    if eye.iris > 0.8 * eye.diameter:
        raise YewfinchError(
            phrase(
                "An iris of {0:g} mm does not fit an eye of {1:g} mm; up to {2:.1f} mm does.",
                eye.iris,
                eye.diameter,
                0.8 * eye.diameter,
            )
        )
    if eye.cornea < 0.52 * eye.iris or eye.cornea > eye.radius:
        raise YewfinchError(
            phrase(
                "A cornea with a radius of {0:g} mm does not fit; {1:.1f} to {2:.1f} mm does.",
                eye.cornea,
                0.52 * eye.iris,
                eye.radius,
            )
        )
    if eye.pupil > eye.iris - 1.0:
        raise YewfinchError(phrase("A pupil of {0:g} mm does not fit an iris of {1:g} mm.", eye.pupil, eye.iris))
    return eye


def own_axes(eye: Eye) -> DoubleArray:
    """Columns are the eye's own axes in the portrait, (3, 3): to the sitter's left, up, forward."""
    if not any(eye.lean):
        return np.eye(3)
    from scipy.spatial.transform import Rotation

    return np.asarray(Rotation.from_rotvec(np.radians(eye.lean)).as_matrix())


def axis(eye: Eye) -> DoubleArray:
    """Where the eye looks, a unit vector (3,); no farther round than a globe turns."""
    return np.asarray(own_axes(eye) @ _axis(eye))


def _axis(eye: Eye) -> DoubleArray:
    """Where it looks, in its own axes."""
    goal = np.array(eye.target)

    def towards(start: Point) -> DoubleArray:
        way = goal - start
        size = float(np.linalg.norm(way))
        return way / size if size > 1e-9 else own_axes(eye)[:, 2]

    way = (1.0 - eye.converging) * towards(eye.middle) + eye.converging * towards(eye.place)
    way = way @ own_axes(eye) / max(float(np.linalg.norm(way)), 1e-9)
    aside = np.degrees(np.arctan2(way[0], way[2])) + eye.turn[0]
    up = np.degrees(np.arcsin(np.clip(way[1], -1.0, 1.0))) + eye.turn[1]
    if abs(aside) > 1e-12 or abs(up) > 1e-12:
        most = UPWARDS if up > 0 else ELSEWHERE
        over = float(np.hypot(aside / ELSEWHERE, up / most))
        if over > 1.0:
            aside, up = aside / over, up / over
    a, u = np.radians(aside), np.radians(up)
    return np.array([np.sin(a) * np.cos(u), np.sin(u), np.cos(a) * np.cos(u)])


def turning(eye: Eye) -> DoubleArray:
    """The rotation (3, 3) that turns an eye from the portrait's straight ahead to where it looks: its own axes first,
    then without rolling (Listing's law).
    """
    x, y, z = _axis(eye)
    if z > 1.0 - 1e-15:
        return own_axes(eye)
    cross = np.array([[0.0, 0.0, x], [0.0, 0.0, y], [-x, -y, 0.0]])
    return np.asarray(own_axes(eye) @ (np.eye(3) + cross + cross @ cross / (1.0 + z)))


def apex(eye: Eye) -> DoubleArray:
    """The foremost point of the cornea along the axis, (3,) mm."""
    return np.array(eye.place) + axis(eye) * (eye.radius + eye.rise)


def off_the_eye(eye: Eye, points: DoubleArray) -> DoubleArray:
    """How far points (n, 3) mm are outside an eye, globe and cornea together, (n,) mm; within it less than nothing, and
    at least so deep.
    """
    from_globe = points - np.array(eye.place)
    ahead = np.linalg.norm(from_globe, axis=1) - eye.radius
    middle = eye.radius + eye.rise - eye.cornea
    from_cornea = from_globe - axis(eye) * middle
    near = np.linalg.norm(from_cornea, axis=1) - eye.cornea
    # the cornea's ball counts before its rim only; behind that it lies within the globe
    before = from_globe @ axis(eye) > np.sqrt(max(eye.radius**2 - (eye.iris / 2.0) ** 2, 0.0))
    return np.asarray(np.where(before, np.where(near < 0.0, near, np.minimum(ahead, near)), ahead))


def moved(eye: Eye, turn: DoubleArray, scale: float, shift: DoubleArray) -> Eye:
    """The eye after a similarity: points p go to scale * turn p + shift.

    Parameters
    ----------
    eye : Eye
    turn : (3, 3) float64
    scale : float
    shift : (3,) float64, mm
    """

    def to(point: Point) -> Point:
        x, y, z = scale * (turn @ np.array(point)) + shift
        return float(x), float(y), float(z)

    from scipy.spatial.transform import Rotation

    sizes = {name: getattr(eye, name) * scale for name in BOUNDS}
    lean = np.degrees((Rotation.from_matrix(turn) * Rotation.from_rotvec(np.radians(eye.lean))).as_rotvec())
    a, b, c = np.where(np.abs(lean) < _LEVEL, 0.0, lean)
    return replace(
        eye,
        place=to(eye.place),
        middle=to(eye.middle),
        target=to(eye.target),
        corner=None if eye.corner is None else to(eye.corner),
        lean=(float(a), float(b), float(c)),
        **sizes,
    )


def mirrored(eye: Eye) -> Eye:
    """The eye's image across the sitter's midline."""

    def to(point: Point) -> Point:
        return -point[0], point[1], point[2]

    return replace(
        eye,
        place=to(eye.place),
        middle=to(eye.middle),
        corner=None if eye.corner is None else to(eye.corner),
        turn=(-eye.turn[0], eye.turn[1]),
        lean=(eye.lean[0], -eye.lean[1], -eye.lean[2]),
    )


def changed_fields(before: Eye, after: Eye) -> dict[str, object]:
    """What differs, by name."""
    return {f.name: getattr(after, f.name) for f in fields(Eye) if getattr(before, f.name) != getattr(after, f.name)}
