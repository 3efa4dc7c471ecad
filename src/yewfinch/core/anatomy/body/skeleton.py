"""The joints inside base figures: which there are, how each can turn, and where it lies.

A joint turns all that hangs from it about its place: first by its last move, then by the ones
before, so that the first one is carried by none of the others. Angles are in degrees and 0 in the
pose a figure is made in. Ranges are usual ones of healthy adults (American Academy of Orthopaedic
Surgeons 1965, from memory), counted from that pose; the spine's are shared out over its joints
(common practice).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.body.body_plan import HEAD_OFFSET, Build
from yewfinch.core.anatomy.body.hand_forms import finger, thumb
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase

#: Fingers from the thumb on.
FINGERS = ("thumb", "index", "middle", "ring", "little")


@dataclass(frozen=True)
class Move:
    """One way in which a joint turns.

    Attributes
    ----------
    title : str
        What it is called, and which way is positive.
    axis : str
        A key of `axes`; the turn is right-handed about it on the left side.
    low, high : float
        Usual range, degrees.
    """

    title: str
    axis: str
    low: float
    high: float


@dataclass(frozen=True)
class Joint:
    """A joint of the left side or the middle.

    Attributes
    ----------
    key, title : str
    parent : str or None
        The joint it hangs from.
    moves : tuple of Move
    """

    key: str
    title: str
    parent: str | None
    moves: tuple[Move, ...]


def _spine(
    key: str,
    title: str,
    parent: str | None,
    bend: tuple[float, float],
    lean: float,
    turn: float,
    word: str = "Bend forward",
) -> Joint:
    moves = (
        Move(word, "across", *bend),
        Move("Lean to the left", "back", -lean, lean),
        Move("Turn to the left", "up", -turn, turn),
    )
    return Joint(key, title, parent, moves)


def _finger(key: str) -> tuple[Joint, ...]:
    word = key.capitalize()
    if key == "thumb":
        return (
            Joint(
                "thumb1_l",
                "Thumb, root",
                "wrist_l",
                (Move("Bend into the palm", "thumb", -25, 45), Move("Spread", "thumb out", -30, 35)),
            ),
            Joint("thumb2_l", "Thumb, knuckle", "thumb1_l", (Move("Bend", "thumb", -15, 55),)),
            Joint("thumb3_l", "Thumb, end", "thumb2_l", (Move("Bend", "thumb", -20, 75),)),
        )
    return (
        Joint(
            f"{key}1_l",
            phrase("{0} finger, knuckle", word),
            "wrist_l",
            (Move("Bend", f"{key}", -40, 80), Move("Spread towards the thumb", f"{key} out", -20, 20)),
        ),
        Joint(f"{key}2_l", phrase("{0} finger, middle", word), f"{key}1_l", (Move("Bend", f"{key}", -16, 90),)),
        Joint(f"{key}3_l", phrase("{0} finger, end", word), f"{key}2_l", (Move("Bend", f"{key}", -10, 65),)),
    )


#: From the middle outwards; a parent stands before what hangs from it. The left side stands for both.
_MADE: tuple[Joint, ...] = (
    _spine("pelvis", "Pelvis (whole figure)", None, (-90, 90), 60, 180),
    _spine("waist", "Waist", "pelvis", (-20, 50), 20, 15),
    _spine("chest", "Chest", "waist", (-20, 35), 18, 30),
    _spine("neck", "Neck", "chest", (-35, 35), 25, 40),
    _spine("head", "Head", "neck", (-30, 30), 20, 45, "Nod"),
    Joint("jaw", "Jaw", "head", (Move("Open", "across", 0, 32), Move("To the left", "up", -8, 8))),
    Joint(
        "collar_l",
        "Shoulder blade and collarbone",
        "chest",
        (Move("Lift", "front", -10, 35), Move("Bring forward", "down", -20, 25)),
    ),
    Joint(
        "shoulder_l",
        "Shoulder",
        "collar_l",
        (
            Move("Raise forward", "right", -60, 165),
            Move("Raise sideways", "front", -30, 150),
            Move("Turn outward", "upper arm out", -70, 80),
        ),
    ),
    Joint("elbow_l", "Elbow", "shoulder_l", (Move("Bend", "elbow", -5, 140),)),
    Joint("forearm_l", "Forearm", "elbow_l", (Move("Turn the palm forward", "forearm out", -80, 85),)),
    Joint(
        "wrist_l",
        "Wrist",
        "forearm_l",
        (Move("Bend to the palm", "palm", -70, 75), Move("Bend to the thumb", "hand out", -30, 20)),
    ),
    *(j for key in FINGERS for j in _finger(key)),
    Joint(
        "hip_l",
        "Hip",
        "pelvis",
        (
            Move("Raise forward", "right", -25, 120),
            Move("Spread", "front", -25, 45),
            Move("Turn outward", "up", -40, 45),
        ),
    ),
    Joint("knee_l", "Knee", "hip_l", (Move("Bend", "across", -5, 140),)),
    Joint(
        "ankle_l",
        "Ankle",
        "knee_l",
        (Move("Point the foot", "across", -25, 50), Move("Tilt the sole inward", "back", -20, 30)),
    ),
    Joint("toes_l", "Toes", "ankle_l", (Move("Bend up", "right", -30, 60),)),
)


def _other(key: str) -> str:
    return key[:-1] + "r" if key.endswith("_l") else key


def _both() -> dict[str, Joint]:
    out = {}
    for one in _MADE:
        sides = ("left", "right") if one.key.endswith("_l") else (None,)
        for side in sides:
            key, parent = (one.key, one.parent) if side != "right" else (_other(one.key), _other(one.parent or ""))
            out[key] = Joint(key, one.title if side is None else f"{one.title}, {side}", parent, one.moves)
    return out


#: Every joint by key, a parent before what hangs from it.
JOINTS: dict[str, Joint] = _both()

#: Joints that each extent has, by what they hang from at last.
_OF_EXTENT: dict[str, tuple[str, ...]] = {
    "head": ("neck", "head", "jaw"),
    "bust": ("chest", "neck", "head", "jaw", "collar_l", "collar_r"),
    "half": tuple(k for k in JOINTS if not k.startswith(("pelvis", "hip", "knee", "ankle", "toes"))),
    "full": tuple(JOINTS),
}


def joints_of(extent: str) -> tuple[str, ...]:
    """Keys of the joints that move anything in an extent; the part below the first one stays."""
    return _OF_EXTENT[extent]


def twin(key: str) -> str:
    """The joint on the other side; a joint of the middle is its own twin."""
    return f"{key[:-1]}{'r' if key.endswith('_l') else 'l'}" if key[-2:] in ("_l", "_r") else key


def plan_places() -> dict[str, DoubleArray]:
    """Where the left and middle joints lie in the man's plan with the plain head on it, mm.

    The ends of limbs that have no joint are named `fingers_end`, `thumb_end` and the like.
    """
    build = Build(1.0, 1.0)
    at = build.joints
    out = {k: at[k] for k in ("pelvis", "waist", "chest", "neck", "head")}
    # the jaw's axis runs through its heads, before and below the ear's entrance (common practice)
    out["jaw"] = np.array([0.0, -3.0, 14.0]) + HEAD_OFFSET
    out |= {f"{k}_l": at[k] for k in ("collar", "shoulder", "elbow", "wrist", "hip", "knee", "ankle")}
    out["forearm_l"] = at["elbow"]
    out["toes_l"] = at["ball"]
    for number, key in enumerate(FINGERS):
        _, line, _ = thumb(build) if key == "thumb" else finger(build, number - 1)
        for i in range(3):
            out[f"{key}{i + 1}_l"] = line[i]
        out[f"{key}4_l"] = line[3]
    return out


def axes(places: Mapping[str, DoubleArray], side: str) -> dict[str, DoubleArray]:
    """Unit vectors that moves turn about on one side, from where the joints lie.

    Parameters
    ----------
    places : mapping of joint or end to (3,) mm
    side : {"l", "r"}
        Those of the right side are mirrored: a positive angle does the same on both sides.

    Returns
    -------
    dict of name to (3,) float64
        In the frame of the places, for a turn in the right-handed sense.
    """
    flip = 1.0 if side == "l" else -1.0

    def at(key: str) -> DoubleArray:
        p = places[f"{key}_{side}"] if f"{key}_{side}" in places else places[key]
        return np.asarray(p * (flip, 1.0, 1.0))

    x, y, z = np.eye(3)
    out = {"across": x, "right": -x, "up": y, "down": -y, "front": z, "back": -z}
    if f"wrist_{side}" in places:
        upper, fore = _unit(at("elbow") - at("shoulder")), _unit(at("wrist") - at("elbow"))
        out["upper arm out"] = -upper
        out["elbow"] = _unit(np.cross(upper, z))
        out["forearm out"] = -fore
        along = _unit(at("middle1") - at("wrist"))
        thumbwards = at("index1") - at("little1")
        thumbwards = _unit(thumbwards - along * (thumbwards @ along))
        back = -np.cross(along, thumbwards)
        out["palm"] = np.cross(along, -back)
        out["hand out"] = np.cross(along, thumbwards)
        for key in FINGERS[1:]:
            way = _unit(at(f"{key}2") - at(f"{key}1"))
            out[key] = _unit(np.cross(way, -back))
            out[f"{key} out"] = _unit(np.cross(way, thumbwards))
        way = _unit(at("thumb3") - at("thumb1"))
        inward = at("little1") - at("thumb2")
        out["thumb"] = _unit(np.cross(way, inward - back * (inward @ back + 0.3 * np.linalg.norm(inward))))
        out["thumb out"] = _unit(np.cross(way, at("thumb2") - at("index1")))
    if side == "r":  # a turn seen in the mirror goes the other way about the mirrored axis
        out = {k: v * (1.0, -1.0, -1.0) for k, v in out.items()}
    return out


def _unit(v: DoubleArray) -> DoubleArray:
    return np.asarray(v / np.linalg.norm(v))
