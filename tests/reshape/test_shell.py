"""Shells over the folds of a face: they neither run through themselves nor lose its symmetry."""

import numpy as np
import pytest
from scipy.spatial import cKDTree

from tests.nets import as_trimesh
from yewfinch.core.mesh.query.crossings import crossings
from yewfinch.core.reshape.shell import _upright, shell
from yewfinch.demo.demo_portrait import demo_portrait

MASKS = {
    "the front of the face": lambda p: p[:, 2] > 60,
    "lids, a corner of the mask in each": lambda p: (
        (np.abs(np.abs(p[:, 0]) - 32) < 17) & (p[:, 2] > 40) & (np.abs(p[:, 1]) < 25)
    ),
    "ears": lambda p: np.abs(p[:, 0]) > 58,
}


@pytest.fixture(scope="module")
def demo_head():
    return demo_portrait().surface("head")


@pytest.mark.parametrize("mask", MASKS)
@pytest.mark.parametrize(("thickness", "where"), [(2.0, "both"), (8.0, "outward"), (8.0, "inward")])
def test_over_folds_of_a_face_it_is_closed_symmetric_and_does_not_cross_itself(demo_head, mask, where, thickness):
    """That crossings are found is checked beside `crossings`, against libigl."""
    head = demo_head
    head.mask[:] = 0
    head.mask[MASKS[mask](head.positions)] = 255
    made = shell(head, thickness, where)
    body = as_trimesh(made.positions, made.faces)
    assert body.is_watertight
    assert body.is_winding_consistent
    assert made.crossings == 0
    assert len(crossings(made.positions, body.faces)) == 0
    off = cKDTree(head.positions).query(head.positions * (-1, 1, 1))[0].max()
    assert cKDTree(made.positions).query(made.positions * (-1, 1, 1))[0].max() < off + 1e-5
    n = len(np.unique(made.rows))
    wall = np.linalg.norm(made.positions[:n] - made.positions[n : 2 * n], axis=1)
    assert wall.max() < thickness + 1e-9
    assert (wall > 0.95 * thickness).any()


def test_ways_out_of_a_fold_look_away_from_no_triangle():
    """Three steep sides.

    The mean of the small one and the large ones looks into one of them (common practice: weights by area).
    """
    at = np.array([[0, 0, 0], [10, 0, -5], [10, 0.4, -5], [-5, 3, -40], [-5, -3, -40]], float)
    triangles = np.array([[0, 1, 2], [0, 2, 3], [0, 3, 4], [0, 4, 1]])
    across = np.cross(at[triangles[:, 1]] - at[0], at[triangles[:, 2]] - at[0])
    way = across.sum(axis=0)
    across /= np.linalg.norm(across, axis=1)[:, None]
    way /= np.linalg.norm(way)
    assert (across @ way).min() < 0
    better = _upright(np.tile(way, (5, 1)), at, triangles)[0]
    assert np.linalg.norm(better) == pytest.approx(1.0)
    assert (across @ better).min() > 0.05
