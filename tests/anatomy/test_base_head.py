"""The base head: form, symmetry, landmarks, and published means."""

import numpy as np
import pytest
import trimesh

from yewfinch.core.anatomy import eyeball
from yewfinch.core.anatomy.head_field import EYE, EYE_RADIUS
from yewfinch.core.anatomy.landmarks import GUIDED, LANDMARKS
from yewfinch.core.anatomy.norms import NORMS, distance


@pytest.fixture(scope="module")
def points(made_head):
    return {k: a.on(made_head.surface(a.piece)) for k, a in made_head.anchors.items()}


def test_all_quads_closed_one_body(made_head):
    s = made_head.head
    assert 27_000 < len(s) < 38_000
    assert (s.faces[:, 3] != s.faces[:, 2]).all()
    assert s.closed.all()
    pairs = np.sort(np.concatenate([s.faces[:, [i, (i + 1) % 4]] for i in range(4)]), axis=1)
    edges, count = np.unique(pairs, axis=0, return_counts=True)
    assert (count == 2).all()
    assert len(s) - len(edges) + len(s.faces) == 2  # Euler characteristic of a ball
    m = trimesh.Trimesh(s.positions.astype(float), s.triangles(), process=False)
    assert m.is_watertight
    assert 3.5e6 < m.volume < 6.5e6  # mm3: a head with neck holds four to six litres


def test_symmetric_to_the_last_bit(made_head):
    p = made_head.head.positions
    assert np.array_equal(p[made_head.mirror], p * np.float32([-1, 1, 1]))


@pytest.mark.parametrize("norm", [n for n in NORMS if n.men[1] is not None], ids=lambda n: n.key)
def test_measures_lie_within_one_standard_deviation(points, norm):
    # Farkas 1994 and Zhuang & Bradtmiller 2005, men, from memory
    found = distance(points, norm.start, norm.end)
    assert found == pytest.approx(norm.men[0], abs=norm.men[1])


def test_a_measure_without_a_published_spread_is_near_its_mean(points):
    # Farkas 1994 gives us no spread for the ear's width, from memory; the tenth is our own measure
    (norm,) = [n for n in NORMS if n.men[1] is None]
    assert norm.key == "ear_width"
    assert distance(points, norm.start, norm.end) == pytest.approx(norm.men[0], rel=0.1)


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
        assert 0.0 < off < 3.5


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
    from yewfinch.app.guide import guide_point

    for key in LANDMARKS:
        _, (x, y) = guide_point(key)
        assert 0.02 < x < 0.98
        assert 0.02 < y < 0.98
