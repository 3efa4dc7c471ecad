"""The skull and its pegs: closed, two bodies, under the skin, as deep as published."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.anatomy.figure.person import PRESETS, Person
from yewfinch.core.anatomy.head import skull_field
from yewfinch.core.anatomy.head.skull import PEG_KEYS, PEG_ROWS, SkullShaper, peg_rods, point_of, title_of
from yewfinch.core.anatomy.head.tissue_depths import POINTS
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.figure.under_skin import plain_skull
from yewfinch.core.mesh.surface.surface import Surface

WHO = [*(p for _, p in PRESETS.values()), Person(sex=1.0, age=33, seed=3), Person(sex=0.0, age=55, seed=8)]
#: Pooled means of adults at the midline, mm (Stephan & Simpson 2008, J Forensic Sci 53:1257; from memory, rounded to
#: 0.5).
POOLED = {
    "glabella": 5.5,
    "nasion": 6.5,
    "rhinion": 3.0,
    "mid_philtrum": 11.0,
    "mentolabial": 11.0,
    "pogonion": 11.5,
    "menton": 7.0,
}


@pytest.fixture(scope="module")
def made():
    return plain_skull()


@pytest.fixture(scope="module")
def shaper(made):
    heads = figures().shaper
    return SkullShaper(made, dict(zip(heads.keys, heads.rest_landmarks, strict=True)))


def under(shaper, person):
    maker = figures()
    shape = maker.shape(person)
    faces, order = maker.model.order(2)
    skin = Surface(shape.positions[order], faces)
    return (skin, *shaper.shape(skin, shape.landmarks, person.age))


def body(made, jaw):
    faces = made.faces[made.jaw[made.faces].all(axis=1) == jaw]
    out = trimesh.Trimesh(made.positions, np.concatenate([faces[:, :3], faces[:, [0, 2, 3]]]), process=False)
    out.remove_unreferenced_vertices()
    return faces, out


@pytest.mark.parametrize(("jaw", "euler"), [(False, -2), (True, 2)])  # an arch on each side makes two handles
def test_two_closed_bodies_of_quads(made, jaw, euler):
    faces, mesh = body(made, jaw)
    assert (faces[:, 3] != faces[:, 2]).all()
    assert mesh.is_watertight
    assert mesh.is_winding_consistent
    assert mesh.body_count == 1
    assert mesh.euler_number == euler
    assert mesh.volume > 0


def test_the_plain_skull_is_its_own_mirror_image(made):
    flipped = made.positions * (-1, 1, 1)
    key = np.lexsort(made.positions.T.round(4))
    other = np.lexsort(flipped.T.round(4))
    np.testing.assert_allclose(made.positions[key], flipped[other], atol=1e-6)


def test_the_field_is_the_same_on_both_sides():
    p = np.random.default_rng(4).uniform((-80, -90, -100), (80, 130, 110), (400, 3))
    for field in (skull_field.upper, skull_field.lower):
        np.testing.assert_array_equal(field(p), field(p * (-1, 1, 1)))


@pytest.mark.parametrize("person", WHO)
def test_depths_are_met(shaper, person):
    _, _, pegs = under(shaper, person)
    assert [p.key for p in pegs] == list(PEG_KEYS)
    off = {p.key: abs(np.linalg.norm(p.skin - p.bone) - point_of(p.key).in_age(person.age)) for p in pegs}
    assert max(off.values()) < 1.3, max(off, key=off.get)
    assert np.mean(list(off.values())) < 0.15


@pytest.mark.parametrize("person", WHO[:3])
def test_it_lies_under_the_skin(shaper, person):
    import igl

    skin, at, _ = under(shaper, person)
    at = at[::4]  # some 10,000 places
    distance = igl.signed_distance(at, skin.positions.astype(float), skin.triangles().astype(np.int64))[0]
    mouth = figures().shape(person).landmarks["sto"]
    outside = distance > 0.3
    # teeth stand in the hollow of the mouth, which is outside the closed surface
    assert (np.linalg.norm(at[outside] - mouth, axis=1) < 45).all()
    assert outside.mean() < 0.02
    assert np.median(distance) < -5


def test_a_symmetric_head_has_a_symmetric_skull(shaper):
    pegs = under(shaper, PRESETS["woman"][1])[2]
    ends = {p.key: p.bone for p in pegs}
    for key in POINTS:
        if f"{key}_l" in ends:
            np.testing.assert_allclose(ends[f"{key}_l"] * (-1, 1, 1), ends[f"{key}_r"], atol=0.02)
        else:
            assert ends[key][0] == pytest.approx(0, abs=1e-6)


def test_a_broader_face_has_a_broader_skull(shaper):
    narrow, broad = (Person(sex=1.0, measures={"face_breadth": v}) for v in (132.0, 152.0))
    spans = []
    for person in (narrow, broad):
        at = under(shaper, person)[1]
        near = np.abs(at[:, 1]) < 12
        spans.append(np.ptp(at[near & (at[:, 2] > 10)][:, 0]))
    assert spans[1] - spans[0] == pytest.approx(20, abs=3)


def test_children_have_less_over_the_bone():
    point = POINTS["pogonion"]
    assert point.in_age(30) == point.in_age(70) == point.depth
    assert point.in_age(8) == pytest.approx(0.9 * point.depth)
    assert point.in_age(8) < point.in_age(13) < point.depth


@pytest.mark.parametrize("key", POOLED)
def test_published_depths(key):
    assert POINTS[key].depth == POOLED[key]


def test_pegs_are_closed_rods_from_bone_to_skin(shaper):
    _, _, pegs = under(shaper, PRESETS["man"][1])
    positions, faces, jaw = peg_rods(pegs)
    assert len(positions) == PEG_ROWS * len(PEG_KEYS) == len(jaw)
    mesh = trimesh.Trimesh(positions, np.concatenate([faces[:, :3], faces[:, [0, 2, 3]]]), process=False)
    assert mesh.is_watertight
    assert mesh.volume > 0
    assert mesh.body_count == len(pegs)
    rods = positions.reshape(-1, PEG_ROWS, 3)
    np.testing.assert_allclose(rods[:, -2], [p.bone for p in pegs], atol=1e-4)
    np.testing.assert_allclose(rods[:, -1], [p.skin for p in pegs], atol=1e-4)
    on_jaw = {k for k, j in zip(PEG_KEYS, jaw[::PEG_ROWS], strict=True) if j}
    assert {"menton", "gonion_l", "lower_lip"} <= on_jaw
    assert not on_jaw & {"glabella", "cheekbone_arch_r", "upper_lip"}
    assert title_of("gonion_l") == "Gonion, left"
