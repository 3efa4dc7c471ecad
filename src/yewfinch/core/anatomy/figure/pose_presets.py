"""Ready-made poses: of the head, of hands, and of the whole figure. Angles are common practice."""

from __future__ import annotations

from dataclasses import dataclass

from yewfinch.core.anatomy.body.skeleton import FINGERS, joints_of, twin
from yewfinch.core.anatomy.figure.pose import Pose

Angles = dict[str, tuple[float, ...]]


@dataclass(frozen=True)
class PosePreset:
    """A pose, or a part of one.

    Attributes
    ----------
    title : str
    angles : dict of joint to degrees
        Joints that are named take these; others stay as they are.
    """

    title: str
    angles: Angles

    def fits(self, extent: str) -> bool:
        """Does an extent have one of its joints?"""
        return any(k in joints_of(extent) for k in self.angles)

    def on(self, pose: Pose, extent: str) -> Pose:
        """A pose with this put on, as far as the extent has the joints."""
        for key, angles in self.angles.items():
            if key in joints_of(extent):
                pose = pose.with_joint(key, angles)
        return pose


def _both(left: Angles) -> Angles:
    return {**left, **{twin(k): v for k, v in left.items()}}


def _hand(
    side: str,
    bends: tuple[float, float, float],
    thumb: tuple[float, float, float, float],
    spread: tuple[float, float, float, float],
) -> Angles:
    out: Angles = {f"thumb1_{side}": thumb[:2], f"thumb2_{side}": (thumb[2],), f"thumb3_{side}": (thumb[3],)}
    for key, wide in zip(FINGERS[1:], spread, strict=True):
        out |= {f"{key}1_{side}": (bends[0], wide), f"{key}2_{side}": (bends[1],), f"{key}3_{side}": (bends[2],)}
    return out


_FIST = ((72.0, 82.0, 52.0), (30.0, -10.0, 40.0, 45.0), (-3.0, 0.0, 2.0, 4.0))
_SPREAD = ((-16.0, -14.0, -9.0), (-14.0, 24.0, -8.0, -10.0), (12.0, 3.0, -8.0, -17.0))
_EASY = ((14.0, 20.0, 12.0), (4.0, 2.0, 12.0, 14.0), (1.0, 0.0, -1.0, -2.0))


def _pointing(side: str) -> Angles:
    return {**_hand(side, *_FIST), f"index1_{side}": (-8.0, 0.0), f"index2_{side}": (-10.0,), f"index3_{side}": (-6.0,)}


PRESETS: dict[str, PosePreset] = {
    "turned": PosePreset("Head turned", {"neck": (2.0, 0.0, 18.0), "head": (0.0, -3.0, 24.0)}),
    "over_shoulder": PosePreset(
        "Over the shoulder", {"chest": (0.0, 0.0, 12.0), "neck": (4.0, 4.0, 34.0), "head": (2.0, 6.0, 36.0)}
    ),
    "up": PosePreset("Looking up", {"neck": (-18.0, 0.0, 0.0), "head": (-20.0, 0.0, 0.0)}),
    "down": PosePreset("Looking down", {"neck": (16.0, 0.0, 0.0), "head": (22.0, 0.0, 0.0)}),
    "tilted": PosePreset("Head tilted", {"neck": (0.0, 8.0, 4.0), "head": (3.0, 11.0, 6.0)}),
    "open": PosePreset("Mouth open", {"jaw": (22.0, 0.0)}),
    "at_ease": PosePreset(
        "Arms at ease",
        _both(
            {
                "shoulder_l": (2.0, -14.0, 8.0),
                "elbow_l": (14.0,),
                "forearm_l": (-25.0,),
                "wrist_l": (6.0, 0.0),
                **_hand("l", *_EASY),
            }
        ),
    ),
    "one_leg": PosePreset(
        "Weight on one leg",
        {
            "pelvis": (0.0, 6.0, -4.0),
            "waist": (0.0, -8.0, 2.0),
            "chest": (-2.0, -5.0, 5.0),
            "neck": (2.0, 3.0, 4.0),
            "head": (4.0, 5.0, 8.0),
            "hip_r": (0.0, -7.0, 6.0),
            "hip_l": (17.0, 13.0, 16.0),
            "knee_l": (27.0,),
            "ankle_l": (-5.0, 0.0),
            "ankle_r": (0.0, 0.0),
            "shoulder_r": (-4.0, -7.0, 4.0),
            "elbow_r": (18.0,),
            "shoulder_l": (6.0, -12.0, 0.0),
            "elbow_l": (24.0,),
            "forearm_l": (-30.0,),
            "forearm_r": (-25.0,),
            **_hand("l", *_EASY),
            **_hand("r", *_EASY),
        },
    ),
    "stooped": PosePreset(
        "Stooped with age",
        {
            "waist": (3.0, 0.0, 0.0),
            "chest": (10.0, 0.0, 0.0),
            "neck": (9.0, 0.0, 0.0),
            "head": (-15.0, 0.0, 0.0),
            **_both(
                {
                    "collar_l": (-2.0, 12.0),
                    "hip_l": (8.0, 2.0, 4.0),
                    "knee_l": (12.0,),
                    "ankle_l": (-4.0, 0.0),
                    "shoulder_l": (14.0, -12.0, 0.0),
                    "elbow_l": (22.0,),
                    "forearm_l": (-30.0,),
                    **_hand("l", *_EASY),
                }
            ),
        },
    ),
    "stride": PosePreset(
        "Striding",
        {
            "pelvis": (3.0, 0.0, 5.0),
            "waist": (0.0, 0.0, -6.0),
            "chest": (2.0, 0.0, -8.0),
            "hip_l": (24.0, 1.0, 0.0),
            "knee_l": (6.0,),
            "ankle_l": (-4.0, 0.0),
            "hip_r": (-17.0, 0.0, 0.0),
            "knee_r": (14.0,),
            "ankle_r": (12.0, 0.0),
            "toes_r": (28.0,),
            "shoulder_l": (-22.0, -12.0, 0.0),
            "elbow_l": (18.0,),
            "shoulder_r": (24.0, -12.0, 0.0),
            "elbow_r": (28.0,),
            **_hand("l", *_EASY),
            **_hand("r", *_EASY),
        },
    ),
    "sitting": PosePreset(
        "Sitting",
        _both(
            {
                "hip_l": (84.0, 8.0, 4.0),
                "knee_l": (86.0,),
                "ankle_l": (0.0, 0.0),
                "shoulder_l": (30.0, -8.0, 4.0),
                "elbow_l": (42.0,),
                "forearm_l": (-60.0,),
                "waist": (6.0, 0.0, 0.0),
                "chest": (4.0, 0.0, 0.0),
                **_hand("l", *_EASY),
            }
        ),
    ),
    "arms_up": PosePreset(
        "Arms raised", _both({"shoulder_l": (0.0, 130.0, 0.0), "elbow_l": (20.0,), **_hand("l", *_SPREAD)})
    ),
    "t": PosePreset("Arms sideways", _both({"shoulder_l": (0.0, 66.0, 0.0), "elbow_l": (-5.0,)})),
    "fist_l": PosePreset("Left hand: fist", _hand("l", *_FIST)),
    "fist_r": PosePreset("Right hand: fist", _hand("r", *_FIST)),
    "spread_l": PosePreset("Left hand: spread", _hand("l", *_SPREAD)),
    "spread_r": PosePreset("Right hand: spread", _hand("r", *_SPREAD)),
    "point_l": PosePreset("Left hand: pointing", _pointing("l")),
    "point_r": PosePreset("Right hand: pointing", _pointing("r")),
    "easy_l": PosePreset("Left hand: at ease", _hand("l", *_EASY)),
    "easy_r": PosePreset("Right hand: at ease", _hand("r", *_EASY)),
}
