"""Levels found again under faces that were subdivided, whatever order these come in."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial import cKDTree

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import detail_levels
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.levels.coarser import coarser, found_under
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.demo.shapes import cube_sphere

GRID = [[0, 0, 0], [4, 0, 1], [8, 0, 0], [0, 4, 1], [4, 4, 3], [8, 5, 1], [1, 9, 0], [5, 8, 1]]
#: Quads and triangles with a rim; a closed box of quads; a double pyramid of triangles; two boxes apart.
BOX = np.array([[x, y, z] for x in (-3.0, 3) for y in (-2.0, 2) for z in (-1.0, 1)])
SIDES = [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]]
SHAPES = {
    "open": (np.array(GRID, float), [[0, 1, 4, 3], [1, 2, 5, 4], [3, 4, 6, 6], [4, 5, 7, 7], [4, 7, 6, 6]]),
    "box": (BOX, SIDES),
    "pyramids": (
        np.array([[0, 0, 3], [0, 0, -3], *([2 * np.cos(k * 1.2566), 2 * np.sin(k * 1.2566), 0.0] for k in range(5))]),
        [
            f
            for k in range(5)
            for f in ([0, 2 + k, 2 + (k + 1) % 5, 2 + (k + 1) % 5], [1, 2 + (k + 1) % 5, 2 + k, 2 + k])
        ],
    ),
    "two": (np.concatenate([BOX, BOX + 20]), [*SIDES, *(np.array(SIDES) + 8).tolist()]),
}


def shuffled(surface, seed):
    """The same faces and vertices in a random order, beginning with random corners."""
    rng = np.random.default_rng(seed)
    perm = rng.permutation(len(surface))
    faces = np.argsort(perm)[surface.faces][rng.permutation(len(surface.faces))]
    for f in faces:
        f[:] = np.roll(f, rng.integers(4))
    return Surface(surface.positions[perm], faces)


def same_faces(a, b, at_a, at_b):
    """Whether two nets have the same faces, vertices told by their places."""
    name = cKDTree(at_a).query(at_b)[1]
    return {tuple(sorted(set(f))) for f in a.tolist()} == {tuple(sorted(set(f))) for f in name[b].tolist()}


@pytest.mark.parametrize("count", [1, 2, 3])
@pytest.mark.parametrize("shape", SHAPES)
def test_every_level_comes_back(shape, count):
    first = Surface(*SHAPES[shape])
    state = levels.begun(first, {})
    for _ in range(count):
        state = levels.added(state)
    fine = shuffled(state.surface, count)
    found, row = found_under(fine, count, {})
    assert sorted(row.tolist()) == list(range(len(fine)))
    np.testing.assert_array_equal(found.surface.positions, fine.positions[row])
    assert same_faces(fine.faces, row[found.surface.faces], fine.positions, fine.positions)
    for mine, theirs in zip(found.levels.levels, state.levels.levels, strict=True):
        a, b = mine.kept.positions, theirs.kept.positions
        assert len(a) == len(b)
        assert cKDTree(b).query(a)[0].max() < 1e-3  # mm: where they were before they were subdivided
        assert same_faces(theirs.net.faces, mine.net.faces, b, a)
    assert found_under(fine, count + 1, {}) is None or shape == "box"  # a box could be one once more


@settings(max_examples=30, deadline=None)
@given(st.integers(0, 2**32 - 1))
def test_worked_clay_gives_its_levels_and_its_form(seed):
    rng = np.random.default_rng(seed)
    ball = cube_sphere(int(rng.integers(2, 9)))
    at = ball.positions * (1 + 0.2 * rng.random((len(ball), 1)))
    state = levels.added(levels.added(levels.begun(Surface(at, ball.faces), {})))
    fine = shuffled(state.surface, seed)
    fine.set_rows(np.arange(len(fine), dtype=np.int32), fine.positions + rng.normal(0, 0.5, fine.positions.shape))
    fine.colour[:] = rng.integers(0, 256, fine.colour.shape)
    found, row = found_under(fine, 2, {"part": fine.colour[:, 0].copy()})
    np.testing.assert_allclose(found.surface.positions, fine.positions[row], atol=2e-5)
    np.testing.assert_array_equal(found.surface.colour, fine.colour[row])
    np.testing.assert_array_equal(found.regions["part"], fine.colour[row, 0])
    # noise is detail: the coarse levels stay near those without it, though vertices of few faces gather it
    assert cKDTree(at).query(found.levels.levels[0].kept.positions)[0].max() < 8.0


def test_other_faces_are_told():
    ball = cube_sphere(9)  # nine quads along an edge are no subdivision
    assert coarser(ball) is None and found_under(ball, 1, {}) is None
    assert coarser(Surface(ball.positions, ball.triangles())) is None
    twice = levels.added(levels.begun(Surface(*SHAPES["box"]), {})).surface
    cut = Surface(twice.positions, twice.faces[1:])  # a quad is gone
    assert coarser(cut) is None
    spoke = twice.faces.copy()
    spoke[0] = spoke[0][[0, 2, 1, 3]]
    assert coarser(Surface(twice.positions, spoke)) is None


def test_a_piece_gets_them_as_one_step_with_its_landmarks(portrait):
    state = levels.added(levels.added(levels.begun(cube_sphere(9), {})))
    fine = shuffled(state.surface, 4)
    fine.mask[fine.positions[:, 1] > 50] = 200
    portrait.put_piece(Piece("clay", "Ball", fine), "x")
    portrait.set_field(
        "anchors", {**portrait.anchors, "prn": nearest_anchors("clay", fine, np.array([[1.0, 2.0, 100.0]]))[0]}, "x"
    )
    before = portrait.landmark("prn")
    portrait.perform(detail_levels.make_under(portrait, "clay", 2))
    made = portrait.pieces["clay"]
    assert portrait.history.names[-1] == "Levels found under Ball"
    assert made.levels.sizes == (488, 1946, 7778)
    np.testing.assert_array_equal(portrait.landmark("prn"), before)
    assert (made.surface.mask[made.surface.positions[:, 1] > 50] == 200).all()
    portrait.perform(detail_levels.go_to(portrait, "clay", 0))
    portrait.perform(detail_levels.go_to(portrait, "clay", 2))
    assert cKDTree(fine.positions).query(portrait.surface("clay").positions)[0].max() < 2e-5
    while portrait.surface("clay") is not fine:
        portrait.history.undo()
    np.testing.assert_array_equal(portrait.landmark("prn"), before)
    with pytest.raises(YewfinchError, match="1 to 5"):
        detail_levels.make_under(portrait, "clay", 9)
