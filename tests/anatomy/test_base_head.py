"""The plain head that all base heads are bent from: form, levels, symmetry, landmarks, regions."""

import numpy as np
import pytest
import trimesh

from tests.nets import counted
from yewfinch.core.anatomy.head import (
    ear,
    eyeball,
    lids,
    lips,
)
from yewfinch.core.anatomy.head.head_cage import EAR, LIDS, LIPS
from yewfinch.core.anatomy.head.head_field import EYE, EYE_RADIUS
from yewfinch.core.anatomy.lore.landmarks import GUIDED, LANDMARKS
from yewfinch.core.anatomy.population.plain import plain_model
from yewfinch.core.mesh.query.crossings import crossings


@pytest.fixture(scope="module")
def points(made_head):
    return {k: a.on(made_head.surface(a.piece)) for k, a in made_head.anchors.items()}


@pytest.fixture(scope="module")
def model():
    return plain_model()


def edges_of(faces):
    pairs = np.sort(np.concatenate([faces[:, [i, (i + 1) % 4]] for i in range(4)]), axis=1)
    return counted(pairs)


@pytest.mark.parametrize("level", [0, 1, 2, 3, 4])
def test_every_level_is_all_quads_closed_and_of_one_body(model, level):
    faces = model.faces(level)
    assert (faces[:, 3] != faces[:, 2]).all()
    edges, count = edges_of(faces)
    assert (count == 2).all()
    assert model.size(level) - len(edges) + len(faces) == 2  # Euler characteristic of a ball
    assert len(np.unique(faces)) == model.size(level)


def test_the_cage_is_coarse_and_most_vertices_have_four_neighbours(model):
    assert len(model.coarse) < 4000
    edges, _ = edges_of(model.coarse)
    degree = np.bincount(edges.ravel())
    assert (degree == 4).mean() > 0.95
    assert degree.min() >= 3
    assert degree.max() <= 5


@pytest.mark.parametrize(("chart", "around", "rings"), [(LIDS, lids.AROUND, lids.RINGS), (EAR, ear.AROUND, ear.RINGS)])
def test_quads_run_in_rings_round_eyes_and_ears(model, chart, around, rings):
    edges, _ = edges_of(model.coarse)
    for ring in range(1, rings):
        rows = model.rows_of(chart, ring)
        rows = set(rows[rows < model.size(0)].tolist())
        along = [e for e in edges if set(e.tolist()) <= rows]
        assert len(rows) == len(along) == around  # a closed loop


def test_the_lips_are_apart_along_a_real_mouth_line(model):
    upper, lower = (model.positions[model.row_at(LIPS, lips.LINE + 1, k)] for k in (lips.AROUND, 0))
    assert 0.05 < upper[1] - lower[1] < 1.0
    assert abs(upper[2] - lower[2]) < 0.5
    bag = model.positions[model.rows_of(LIPS, lips.RINGS - 1)]
    assert bag[:, 2].max() < upper[2] - 8  # the mouth goes in behind it


def test_watertight_and_of_a_heads_volume(made_head):
    s = made_head.head
    m = trimesh.Trimesh(s.positions.astype(float), s.triangles(), process=False)
    assert m.is_watertight
    assert 5.0e6 < m.volume < 8.5e6  # mm3: head, neck and collar hold five to eight litres


def test_it_does_not_cross_itself(model, made_head):
    assert len(crossings(made_head.head.positions, made_head.head.triangles())) == 0
    coarse = np.concatenate([model.coarse[:, [0, 1, 2]], model.coarse[:, [0, 2, 3]]])
    assert len(crossings(model.positions[: model.size(0)], coarse)) == 0


def test_symmetric_to_the_last_bit(made_head, model):
    p = made_head.head.positions
    assert np.array_equal(p[made_head.mirror], p * np.float32([-1, 1, 1]))
    for level in (0, 1, 3):
        mirror = model.mirror_at(level)
        at = model.at_level(model.positions, level)
        np.testing.assert_allclose(at[mirror], at * [-1, 1, 1], atol=1e-6)


def test_regions_lie_where_their_names_say(made_head):
    p, regions = made_head.head.positions, made_head.regions
    assert {"upper lid_l", "lower lid_r", "upper lip", "nose wing_l", "ear_r", "scalp", "neck", "mouth bag"} <= set(
        regions
    )
    middle = {k: p[v > 127].mean(axis=0) for k, v in regions.items()}
    assert middle["upper lid_l"][1] > middle["lower lid_l"][1]
    assert middle["upper lip"][1] > middle["lower lip"][1] > middle["chin"][1] > middle["neck"][1] > middle["collar"][1]
    assert middle["ear_l"][0] > 65 > middle["nose wing_l"][0] > 5
    assert p[regions["ear_l"] > 127][:, 0].min() > 50
    for name, member in regions.items():
        assert 20 < (member > 127).sum() < len(p) / 2, name
        if name.endswith("_l"):
            np.testing.assert_array_equal(member, regions[name[:-1] + "r"][made_head.mirror])


def test_frankfurt_plane_is_level(points):
    # soft tissue: tragion; the bony orbitale is taken as it shows in the face
    assert points["t_l"][1] == pytest.approx(points["t_r"][1], abs=1e-6)
    assert points["t_l"][1] == pytest.approx(points["or_l"][1], abs=2.0)


def test_at_least_forty_landmarks_and_pairs_are_mirrored(points):
    assert len(points) >= 40
    assert set(points) == {k for k, mark in LANDMARKS.items() if mark.on_head}
    assert not {"acromion_l", "acromion_r"} & set(points)
    for key, mark in LANDMARKS.items():
        if mark.side and mark.on_head and not key.startswith("p_"):
            np.testing.assert_array_equal(points[key] * [-1, 1, 1], points[mark.twin])
        elif not mark.side:
            assert abs(points[key][0]) < 0.01


def test_landmarks_stand_in_anatomical_order(points):
    heights = [points[k][1] for k in ("v", "tr", "g", "se", "prn", "sn", "ls", "sto", "li", "sl", "pg", "gn")]
    assert heights == sorted(heights, reverse=True)
    assert points["prn"][2] == max(p[2] for p in points.values())
    assert points["ex_l"][0] > points["p_l"][0] > points["en_l"][0] > 0


def test_lids_lie_on_the_eyeball_with_an_opening(made_head, points):
    # aperture 9-12 mm (Farkas 1994, handbooks, from memory)
    gap = points["ps_l"][1] - points["pi_l"][1]
    assert 9.0 <= gap <= 12.0
    for key in ("ps_l", "pi_l"):
        off = np.linalg.norm(points[key] - EYE) - EYE_RADIUS
        assert 0.05 < off < 0.5  # the margin's inner edge touches it
    model = plain_model()
    outer, inner = (model.positions[model.rows_of(LIDS, r)] for r in (lids.OUTER_EDGE, lids.INNER_EDGE))
    thick = np.linalg.norm(outer - inner, axis=1)
    assert thick.max() == pytest.approx(2.0, abs=0.3)  # lid margin 2 mm (handbooks, from memory)
    assert thick.min() > 0.5


def test_iris_has_its_published_size(made_head):
    s = made_head.left_eye
    dark = (s.colour[:, :3].sum(axis=1) < 400) & (s.positions[:, 2] > EYE[2])
    across = np.ptp(s.positions[dark, 0])
    assert across == pytest.approx(eyeball.IRIS_DIAMETER, abs=1.0)
    assert s.closed.all()


def test_guide_names_known_landmarks_once():
    assert set(GUIDED) <= set(LANDMARKS)
    assert len(set(GUIDED)) == len(GUIDED)


def test_guide_pictures_show_every_landmark():
    from yewfinch.app.rooms.sitter.landmark_guide import guide_point

    for key in LANDMARKS:
        _, (x, y) = guide_point(key)
        assert 0.02 < x < 0.98
        assert 0.02 < y < 0.98
