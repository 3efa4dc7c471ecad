"""Joints of base figures: what follows them, how they bend, and what a hand can reach with them."""

import igl
import numpy as np
import pytest
import trimesh
from hypothesis import example, given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import RigidTransform, Rotation

from yewfinch.core.anatomy.body.skeleton import JOINTS, axes, joints_of, plan_places, twin
from yewfinch.core.anatomy.figure import _flesh_kernels
from yewfinch.core.anatomy.figure.flesh import Flesh
from yewfinch.core.anatomy.figure.joint_weights import make_rig
from yewfinch.core.anatomy.figure.person import EXTENTS, PRESETS, Figure
from yewfinch.core.anatomy.figure.pose import FURTHEST, Bones, Pose, checked, product, rotated
from yewfinch.core.anatomy.figure.pose_presets import PRESETS as POSES
from yewfinch.core.anatomy.figure.reach import chain, reached
from yewfinch.core.anatomy.head.head_form import FORMED, as_triangles
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.mesh.query.blend import blended, carried
from yewfinch.core.shared.errors import YewfinchError


@pytest.fixture(scope="module")
def maker():
    made = figures()
    made.prepare()
    return made


_FLESH = {}


def flesh_of(maker, crop="full"):
    if crop not in _FLESH:
        layout = maker.layout(crop)
        _FLESH[crop] = Flesh(layout, make_rig(layout, crop))
    return _FLESH[crop]


def form_of(maker, crop="full", who="man"):
    return maker.formed(Figure(PRESETS[who][1], crop=crop), draft=True)


# --- the skeleton -------------------------------------------------------------------------


def test_every_joint_hangs_from_one_before_it_and_has_a_twin():
    keys = list(JOINTS)
    for key, joint in JOINTS.items():
        assert joint.parent is None or keys.index(joint.parent) < keys.index(key)
        assert 1 <= len(joint.moves) <= 3
        assert all(m.low <= 0 <= m.high for m in joint.moves)
        assert twin(twin(key)) == key
    assert sum(joint.parent is None for joint in JOINTS.values()) == 1


def test_the_named_parts_of_the_body_are_there():
    words = " ".join(j.title.lower() for j in JOINTS.values())
    for part in (
        "head",
        "neck",
        "jaw",
        "waist",
        "chest",
        "shoulder",
        "elbow",
        "wrist",
        "thumb",
        "index finger",
        "hip",
        "knee",
        "ankle",
    ):
        assert part in words
    assert sum("finger" in j.title or "Thumb" in j.title for j in JOINTS.values()) == 30


@pytest.mark.parametrize(
    ("joint", "move", "watched", "way"),
    [
        ("head", 0, "nose", (0, -1, 0)),
        ("head", 2, "nose", (1, 0, 0)),
        ("jaw", 0, "chin", (0, -1, 0)),
        ("elbow_l", 0, "wrist_l", (0, 0.5, 1)),
        ("elbow_r", 0, "wrist_r", (0, 0.5, 1)),
        ("shoulder_l", 0, "elbow_l", (0, 0, 1)),
        ("shoulder_r", 1, "elbow_r", (-1, 0, 0)),
        ("shoulder_l", 1, "elbow_l", (1, 0, 0)),
        ("hip_l", 0, "knee_l", (0, 0, 1)),
        ("hip_r", 1, "knee_r", (-1, 0, 0)),
        ("knee_l", 0, "ankle_l", (0, 0, -1)),
        ("ankle_r", 0, "toes_r", (0, -1, 0)),
        ("waist", 0, "neck", (0, 0, 1)),
        ("waist", 1, "neck", (1, 0, 0)),
        ("collar_l", 0, "shoulder_l", (0, 1, 0)),
        ("collar_r", 1, "shoulder_r", (0, 0, 1)),
        ("index2_l", 0, "index4_l", (-1, 0, 0)),
        ("index2_r", 0, "index4_r", (1, 0, 0)),
        ("wrist_l", 0, "middle1_l", (-1, 0, 0)),
        ("forearm_l", 0, "thumb4_l", (1, 0, 0)),
    ],
)
def test_positive_angles_do_what_their_names_say(joint, move, watched, way):
    left = plan_places()
    places = left | {twin(k): p * [-1, 1, 1] for k, p in left.items() if k.endswith("_l")}
    places |= {"nose": np.array([0, 1620.0, 150.0]), "chin": np.array([0, 1540.0, 120.0])}
    bones = Bones(tuple(JOINTS), places)
    there = bones.carried(Pose().turned(joint, move, 12.0), joint, places[watched])
    assert (there - places[watched]) @ way > 1.0


def test_axes_are_unit_vectors_and_mirrored():
    left = plan_places()
    places = left | {twin(k): p * [-1, 1, 1] for k, p in left.items() if k.endswith("_l")}
    a, b = axes(places, "l"), axes(places, "r")
    for key in a:
        assert np.linalg.norm(a[key]) == pytest.approx(1)
        np.testing.assert_allclose(a[key] * [1, -1, -1], b[key], atol=1e-12)


# --- motions ------------------------------------------------------------------------------


def test_motions_are_those_of_a_chain_of_rigid_transforms():
    """Second opinion: scipy's RigidTransform, multiplied from the root outwards."""
    left = plan_places()
    places = left | {twin(k): p * [-1, 1, 1] for k, p in left.items() if k.endswith("_l")}
    bones = Bones(tuple(JOINTS), places)
    rng = np.random.default_rng(4)
    pose = Pose(
        {
            k: tuple(rng.uniform(-25, 25) for _ in j.moves)
            for k, j in JOINTS.items()
            if not k.startswith(("shoulder", "collar"))
        }
    )
    turns, shifts = bones.motions(pose)
    held = {}
    for i, (key, joint) in enumerate(JOINTS.items()):
        turn = Rotation.identity()
        for m, angle in enumerate(pose.all_of(key)):
            turn = turn * Rotation.from_rotvec(np.radians(angle) * bones.axis(key, m))
        there = RigidTransform.from_components(places[key], turn) * RigidTransform.from_translation(-places[key])
        held[key] = there if joint.parent is None else held[joint.parent] * there
        x = rng.normal(size=3) * 500
        np.testing.assert_allclose(rotated(turns[i + 1], x) + shifts[i + 1], held[key].apply(x), atol=1e-8)
        np.testing.assert_allclose(bones.carried(pose, key, x), held[key].apply(x), atol=1e-8)


@given(st.floats(-150, 150), st.floats(-150, 150), st.integers(0, 1000))
@settings(max_examples=40, deadline=None)
def test_quaternions_multiply_as_rotations_do(a, b, seed):
    u, v = np.random.default_rng(seed).normal(size=(2, 3))
    p, q = (Rotation.from_rotvec(np.radians(x) * w / np.linalg.norm(w)) for x, w in ((a, u), (b, v)))
    ours = product(p.as_quat(scalar_first=True), q.as_quat(scalar_first=True))
    np.testing.assert_allclose(Rotation.from_quat(ours, scalar_first=True).as_matrix(), (p * q).as_matrix(), atol=1e-12)


def test_an_arm_raised_high_takes_the_shoulder_blade_along():
    left = plan_places()
    places = left | {twin(k): p * [-1, 1, 1] for k, p in left.items() if k.endswith("_l")}
    bones = Bones(tuple(JOINTS), places)
    low, high = (bones.placed(Pose({"shoulder_l": (0.0, a, 0.0)})) for a in (28.0, 120.0))
    np.testing.assert_allclose(low["shoulder_l"], places["shoulder_l"], atol=1e-9)
    assert high["shoulder_l"][1] > places["shoulder_l"][1] + 50
    way = high["elbow_l"] - high["shoulder_l"]
    was = places["elbow_l"] - places["shoulder_l"]
    turned = np.degrees(np.arctan2(way[1], way[0]) - np.arctan2(was[1], was[0]))
    assert turned == pytest.approx(120, abs=1e-6)  # the arm is raised as far as was asked


# --- what follows the joints --------------------------------------------------------------


@pytest.mark.parametrize("crop", EXTENTS)
def test_weights_are_shares_and_mirrored_to_the_bit(maker, crop):
    layout = maker.layout(crop)
    rig = make_rig(layout, crop)
    assert rig.keys == joints_of(crop)
    assert (rig.weights >= 0).all()
    np.testing.assert_allclose(rig.weights.sum(axis=1), 1.0, atol=1e-5)
    assert (np.diff(rig.weights, axis=1) <= 1e-7).all()  # the heaviest first
    mirror = layout.mirror_at(FORMED)
    off = mirror != np.arange(len(mirror))
    swap = np.array([0, *(rig.keys.index(twin(k)) + 1 for k in rig.keys)])
    np.testing.assert_array_equal(rig.weights[mirror[off]], rig.weights[off])
    used = rig.weights[off] > 0
    np.testing.assert_array_equal(rig.bones[mirror[off]][used], swap[rig.bones[off]][used])
    moved = {rig.keys[b - 1] for b in np.unique(rig.bones[rig.weights > 0.5]) if b}
    assert moved == set(rig.keys)  # every joint has something of its own


def test_joints_lie_where_the_plan_has_them_and_go_along_with_the_form(maker):
    rig = flesh_of(maker).rig
    layout = maker.layout("full")
    found = rig.places(layout.rest)
    for key, place in plan_places().items():
        np.testing.assert_allclose(found[key], place, atol=1e-6)
    small = rig.places(form_of(maker, who="child"))
    tall = rig.places(form_of(maker))
    for key in ("elbow", "knee", "wrist"):
        assert np.linalg.norm(small[f"{key}_l"] - small["pelvis"]) < 0.85 * np.linalg.norm(
            tall[f"{key}_l"] - tall["pelvis"]
        )


def test_joints_lie_inside_the_body(maker):
    """libigl's winding number is 1 inside."""
    flesh, form = flesh_of(maker), form_of(maker)
    places = flesh.rig.places(form)
    inside = igl.fast_winding_number(
        form, as_triangles(maker.layout("full").faces(FORMED)).astype(np.int64), np.array(list(places.values()))
    )
    for key, value in zip(places, inside, strict=True):
        assert value > 0.9, key


# --- bends --------------------------------------------------------------------------------


def posed(maker, pose, crop="full", who="man"):
    form = form_of(maker, crop, who)
    return form, flesh_of(maker, crop).posed(form, pose)


def test_nothing_turned_nothing_moves(maker):
    form, there = posed(maker, Pose())
    np.testing.assert_allclose(there.places, form, atol=1e-9)
    np.testing.assert_allclose(there.turns, np.tile([1.0, 0, 0, 0], (len(form), 1)), atol=1e-12)


def test_a_hand_is_carried_stiffly_by_the_elbow(maker):
    form, there = posed(maker, Pose({"elbow_l": (90.0,)}))
    rig = flesh_of(maker).rig
    hand = np.nonzero((rig.weights[:, 0] > 0.9999) & (rig.bones[:, 0] == 1 + rig.keys.index("middle3_l")))[0]
    assert len(hand) > 50
    before, after = form[hand], there.places[hand]
    np.testing.assert_allclose(
        np.linalg.norm(before - before[0], axis=1), np.linalg.norm(after - after[0], axis=1), atol=1e-3
    )
    still = rig.weights[:, 0] > 0.9999
    still &= np.isin(rig.bones[:, 0], [1 + rig.keys.index(k) for k in ("head", "knee_l", "hip_r", "hip_l")])
    np.testing.assert_allclose(there.places[still], form[still], atol=1e-3)


def volume(points, faces):
    mesh = trimesh.Trimesh(points, as_triangles(faces), process=False)
    assert mesh.is_watertight
    return mesh.volume


@pytest.mark.parametrize(
    "angles",
    [
        {"elbow_l": (135.0,), "knee_l": (130.0,)}, {"hip_l": (110.0, 0.0, 0.0)}, {"shoulder_l": (0.0, 140.0, 0.0)},
        {"neck": (30.0, 0.0, 0.0), "head": (25.0, 0.0, 0.0)},
        {"neck": (0.0, 0.0, 38.0), "head": (0.0, 0.0, 42.0)}, {"waist": (50.0, 0.0, 0.0), "chest": (30.0, 0.0, 0.0)},
        {"forearm_l": (85.0,), "wrist_l": (70.0, 0.0)},
    ],
)  # fmt: skip
def test_a_bend_keeps_the_flesh_it_has(maker, angles):
    """Volume by trimesh: less than 6 % of the whole figure is lost or won by the strongest bends of the trunk."""
    form, there = posed(maker, Pose(angles))
    faces = maker.layout("full").faces(FORMED)
    assert volume(there.places, faces) == pytest.approx(volume(form, faces), rel=0.06)
    # no edge is torn: all but one in five hundred stay under three times their length
    a, b = faces.ravel(), np.roll(faces, -1, axis=1).ravel()
    was, now = np.linalg.norm(form[a] - form[b], axis=1), np.linalg.norm(there.places[a] - there.places[b], axis=1)
    long = was > 0.5
    assert ((now / was)[long] > 3).mean() < 2e-3


def test_a_bent_elbow_is_as_thick_as_a_straight_one(maker):
    """Across the hinge, where linear blending would collapse."""
    form, there = posed(maker, Pose({"elbow_l": (100.0,)}))
    bones = flesh_of(maker).bones(form)
    axis = bones.axis("elbow_l", 0)
    near = np.linalg.norm(form - bones.places["elbow_l"], axis=1) < 42
    wide = np.ptp(form[near] @ axis)
    assert np.ptp(there.places[near] @ axis) == pytest.approx(wide, rel=0.12)


@pytest.mark.parametrize("name", POSES)
def test_ready_made_poses_bend_without_tearing(maker, name):
    pose = POSES[name].on(Pose(), "full")
    checked(pose)
    for key, angles in pose.angles.items():
        for move, angle in zip(JOINTS[key].moves, angles, strict=True):
            assert move.low <= angle <= move.high, key
    _, there = posed(maker, pose, who="woman")
    assert np.isfinite(there.places).all()


def test_a_symmetric_pose_gives_a_symmetric_form(maker):
    pose = POSES["sitting"].on(Pose(), "full")
    assert pose.symmetric
    form, there = posed(maker, pose)
    mirror = maker.layout("full").mirror_at(FORMED)
    np.testing.assert_allclose(form[mirror], form * [-1, 1, 1], atol=1e-6)
    np.testing.assert_allclose(there.places[mirror], there.places * [-1, 1, 1], atol=1e-5)


def test_a_mirrored_pose_gives_the_mirrored_form(maker):
    pose = POSES["one_leg"].on(Pose(), "full")
    assert not pose.symmetric
    _, a = posed(maker, pose)
    _, b = posed(maker, pose.mirrored())
    mirror = maker.layout("full").mirror_at(FORMED)
    np.testing.assert_allclose(b.places[mirror], a.places * [-1, 1, 1], atol=1e-5)
    assert pose.mirrored().mirrored() == pose


def test_the_lips_part_when_the_jaw_opens(maker):
    form, there = posed(maker, Pose({"jaw": (25.0, 0.0)}), crop="head")
    upper, lower = maker.model.landmark_rows()["sto"]
    assert form[upper, 1] - form[lower, 1] < 1.0
    gap = there.places[upper] - there.places[lower]
    assert 25 < np.linalg.norm(gap) < 60
    corner = maker.model.landmark_rows()["ch_l"][0]
    assert there.places[lower, 1] < there.places[corner, 1] < there.places[upper, 1]
    eye = maker.model.landmark_rows()["ex_l"][0]
    np.testing.assert_allclose(there.places[eye], form[eye], atol=0.05)


# --- kernels ------------------------------------------------------------------------------


def test_blend_of_one_bone_is_its_motion_and_goes_back():
    rng = np.random.default_rng(1)
    points = rng.normal(size=(40, 3)) * 100
    turn = Rotation.from_rotvec([0.3, -1.1, 0.6])
    turns = np.array([turn.as_quat(scalar_first=True)])
    shift = np.array([[5.0, -20.0, 7.0]])
    own, there = blended(points, np.zeros((40, 1), np.int32), np.ones((40, 1), np.float32), turns, shift)
    np.testing.assert_allclose(there, turn.apply(points) + shift, atol=1e-9)
    np.testing.assert_allclose(own, np.repeat(turns, 40, 0), atol=1e-12)
    beside = points + rng.normal(size=points.shape)
    out = carried(beside, points, own, there)
    np.testing.assert_allclose(out, turn.apply(beside) + shift, atol=1e-4)
    np.testing.assert_allclose(carried(out, points, own, there, back=True), beside, atol=1e-4)


def test_blend_is_the_same_wherever_the_world_begins():
    """Dual quaternions do not depend on the frame (Kavan et al. 2008, section 3)."""
    rng = np.random.default_rng(2)
    points = rng.normal(size=(30, 3)) * 50
    turns = Rotation.from_rotvec([[0.2, 0, 0], [0, 0.9, 0.1]]).as_quat(scalar_first=True)
    shifts = rng.normal(size=(2, 3)) * 10
    bones, weights = (
        np.tile(np.array([[0, 1]], np.int32), (30, 1)),
        np.tile(np.array([[0.6, 0.4]], np.float32), (30, 1)),
    )
    _, there = blended(points, bones, weights, turns, shifts)
    move = np.array([300.0, -80.0, 40.0])
    moved = np.array([s + move - rotated(q, move) for q, s in zip(turns, shifts, strict=True)])
    _, again = blended(points + move, bones, weights, turns, moved)
    np.testing.assert_allclose(again, there + move, atol=1e-9)


def test_blend_refuses_what_does_not_fit():
    one = np.array([[1.0, 0, 0, 0]])
    with pytest.raises(ValueError, match="one row for each of 2 points"):
        blended(np.zeros((2, 3)), np.zeros((1, 1), np.int32), np.ones((1, 1), np.float32), one, np.zeros((1, 3)))
    with pytest.raises(ValueError, match="between 0 and 0"):
        blended(np.zeros((1, 3)), np.ones((1, 1), np.int32), np.ones((1, 1), np.float32), one, np.zeros((1, 3)))
    with pytest.raises(ValueError, match="must be as many"):
        carried(np.zeros((2, 3)), np.zeros((1, 3)), one, np.zeros((1, 3)))


def test_fitted_turns_are_those_that_scipy_aligns_vectors_with():
    rng = np.random.default_rng(7)
    form = rng.normal(size=(7, 3))
    turn = Rotation.from_rotvec([0.5, 0.8, -0.3])
    places = turn.apply(form) + 0.05 * rng.normal(size=form.shape)
    start, ends = np.array([0, 6]), np.arange(1, 7, dtype=np.int32)
    weight = rng.uniform(0.5, 2.0, 6)
    turns, out = np.tile([1.0, 0, 0, 0], (7, 1)), np.empty((1, 4))
    # the kernel begins close to the fit in use; from nothing it is given more than one call
    for _ in range(8):
        _flesh_kernels.fit(np.zeros(1, np.int32), start, ends, weight, form, places, turns, out)
        turns[0] = out[0]
    expected, _ = Rotation.align_vectors(places[0] - places[1:], form[0] - form[1:], weights=weight)
    np.testing.assert_allclose(
        Rotation.from_quat(out[0], scalar_first=True).as_matrix(), expected.as_matrix(), atol=1e-6
    )


def test_evening_out_is_the_plain_mean_of_neighbours(maker):
    flesh = flesh_of(maker, "head")
    start, ends, _ = flesh._fans
    rng = np.random.default_rng(3)
    places = rng.normal(size=(len(start) - 1, 3))
    rows, share = np.array([5, 90, 1200], np.int32), np.array([1.0, 0.5, 0.25])
    expected = places.copy()
    for r, s in zip(rows, share, strict=True):
        expected[r] += s * (places[ends[start[r] : start[r + 1]]].mean(axis=0) - places[r])
    _flesh_kernels.evened(rows, share, start, ends, places, 1, np.empty((3, 3)))
    np.testing.assert_allclose(places, expected, atol=1e-12)


# --- reach --------------------------------------------------------------------------------


@example(10.0, 60.0, 60.0)
@example(10.0, 50.0, 60.0)
@given(st.floats(10, 130), st.floats(-30, 60), st.floats(0, 60))
@settings(max_examples=20, deadline=None)
def test_a_hand_reaches_what_it_can_reach(elbow, forward, sideways):
    left = plan_places()
    places = left | {twin(k): p * [-1, 1, 1] for k, p in left.items() if k.endswith("_l")}
    bones = Bones(tuple(JOINTS), places)
    goal = bones.carried(
        Pose({"elbow_l": (elbow,), "shoulder_l": (forward, sideways, 0.0)}), "elbow_l", places["wrist_l"]
    )
    joints = chain(bones, "elbow_l", 2)
    assert joints == ("elbow_l", "shoulder_l")
    found = reached(bones, Pose(), joints, "elbow_l", places["wrist_l"], goal)
    assert np.linalg.norm(bones.carried(found, "elbow_l", places["wrist_l"]) - goal) < 2.0
    for key, angles in found.angles.items():
        assert key in joints
        assert all(m.low <= a <= m.high for m, a in zip(JOINTS[key].moves, angles, strict=True))


def test_out_of_reach_the_arm_is_stretched_towards_it():
    left = plan_places()
    bones = Bones(
        tuple(k for k in JOINTS if twin(k) == k or k.endswith("_l")),
        left | {twin(k): p * [-1, 1, 1] for k, p in left.items()},
    )
    goal = left["shoulder_l"] + [0, 0, 4000.0]
    found = reached(bones, Pose(), ("elbow_l", "shoulder_l"), "elbow_l", left["wrist_l"], goal)
    arm = bones.carried(found, "elbow_l", left["wrist_l"]) - left["shoulder_l"]
    straight = np.linalg.norm(left["wrist_l"] - left["elbow_l"]) + np.linalg.norm(left["elbow_l"] - left["shoulder_l"])
    assert arm[2] > 0.9 * straight


def test_chains_step_over_joints_that_only_twist_and_refuse_strangers():
    bones = Bones(joints_of("head"), plan_places())
    assert chain(bones, "jaw", 5) == ("jaw", "head", "neck")
    with pytest.raises(ValueError, match="joint must be one of"):
        chain(bones, "knee_l", 1)


# --- poses as values ----------------------------------------------------------------------


def test_angles_stay_in_their_range_and_at_rest_nothing_is_kept():
    pose = Pose().turned("elbow_l", 0, 500)
    assert pose.angle("elbow_l") == 140
    assert pose.turned("elbow_l", 0, 0).angles == {}
    assert Pose({"hip_l": (10.0, 5.0, 1.0), "head": (1.0, 2.0, 3.0)}).both_from("l").angles["hip_r"] == (10.0, 5.0, 1.0)


@pytest.mark.parametrize(
    ("angles", "word"),
    [
        ({"tail": (1.0,)}, "no joint"),
        ({"head": (1.0,)}, "1 ways"),
        ({"jaw": (np.nan, 0.0)}, "degrees"),
        ({"jaw": (FURTHEST + 1, 0.0)}, "degrees"),
    ],
)
def test_nonsense_poses_are_refused(angles, word):
    with pytest.raises(YewfinchError, match=word):
        checked(Pose(angles))
