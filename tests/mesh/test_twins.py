"""Which vertex is the image of which: against SciPy's nearest neighbours, and where several lie in one place."""

import numpy as np
import pytest
from scipy.spatial import cKDTree

from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.query.twins import is_still_symmetric, one_of_each, twins_of, with_twins, write_twins
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX

FLIP = np.float32([-1, 1, 1])


@pytest.fixture(scope="module")
def head():
    return new_portrait().surface("head")


def test_twins_are_the_nearest_images(head):
    finer = levels.added(levels.begun(head, {})).surface  # levels round: images are some 3e-5 mm off
    for surface in (head, finer):
        twin = twins_of(surface)
        away, nearest = cKDTree(surface.positions).query(surface.positions * FLIP)
        assert away.max() < 1e-3
        unlike = twin != nearest
        assert unlike.mean() < 0.001  # where lids or lips touch, two lie in one place
        np.testing.assert_array_equal(twin[twin], np.arange(len(surface)))
        assert np.abs(surface.positions[twin == np.arange(len(surface)), 0]).max() < 1e-3


def test_what_is_bent_turned_or_cut_has_none(head):
    bent = Surface(head.positions, head.faces)
    bent.set_rows(np.arange(40, dtype=INDEX), bent.positions[:40] + np.float32([0.01, 0, 0]))
    assert is_still_symmetric(bent) is None
    assert twins_of(bent) is None
    assert twins_of(Surface(head.positions + np.float32([5, 0, 0]), head.faces)) is None
    assert twins_of(Surface(head.positions, head.faces[50:])) is None  # the form is its image, the net is not


def test_a_known_table_is_given_only_while_it_is_true(head):
    clay = head.copy()
    twin = twins_of(clay)
    row = np.array([int(clay.positions[:, 0].argmax())], INDEX)
    clay.set_rows(row, clay.positions[row] + np.float32([0, 2, 0]))
    assert twins_of(clay) is None and is_still_symmetric(clay) is False
    write_twins(row, clay.positions, twin)
    clay.refresh(with_twins(row, twin))
    np.testing.assert_array_equal(twins_of(clay), twin)


def test_where_two_vertices_lie_in_one_place_the_net_decides():
    # two sheets that touch along an edge's middle: a fan on each side, and a second one laid on it turned round
    at = np.array([[0, 0, 0], [4, 0, 0], [4, 4, 0], [0, 4, 0], [-4, 0, 0], [-4, 4, 0], [4, 0, 0], [9, 0, 3], [9, 4, 3],
                   [-4, 0, 0], [-9, 0, 3], [-9, 4, 3]], np.float32)  # fmt: skip
    faces = [[0, 1, 2, 3], [0, 3, 5, 4], [6, 7, 8, 8], [9, 11, 10, 10]]
    twin = twins_of(Surface(at, faces))
    assert twin.tolist() == [0, 4, 5, 3, 1, 2, 9, 10, 11, 6, 7, 8]


def test_one_of_each_pair_is_taken_and_both_are_written(head):
    clay = head.copy()
    twin = twins_of(clay)
    rows = np.random.default_rng(2).permutation(len(clay))[:3000].astype(INDEX)
    one = one_of_each(rows, clay.positions, twin)
    assert (clay.positions[one, 0] >= 0).all() and (np.diff(one) > 0).all()
    assert set(with_twins(one, twin).tolist()) == set(rows.tolist()) | set(twin[rows].tolist())
    clay.positions[one] += np.random.default_rng(3).normal(0, 2, (len(one), 3)).astype(np.float32)
    write_twins(one, clay.positions, twin)
    np.testing.assert_array_equal(clay.positions[twin], clay.positions * FLIP)
