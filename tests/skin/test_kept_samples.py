"""Samples of faces that stay while a surface gets another net in places; places are compared with SciPy's tree."""

import numpy as np
import pytest
from scipy.spatial import cKDTree

from tests.skin.test_grain import ball
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX
from yewfinch.core.skin.colour_layer import CLEAR, ColourLayer
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.grain import grain_of
from yewfinch.core.skin.kept_samples import kept_faces
from yewfinch.core.skin.paint_transfer import Source, carried
from yewfinch.core.skin.sheet import Sheet


def numbered_anew(surface, faces, seed):
    """The same places under other numbers, and the faces turned and in another order."""
    rng = np.random.default_rng(seed)
    new_of_old = rng.permutation(len(surface)).astype(INDEX)
    at = np.empty_like(surface.positions)
    at[new_of_old] = surface.positions
    out = new_of_old[faces][rng.permutation(len(faces))]
    for row in out:
        corners = 3 if row[2] == row[3] else 4
        row[:corners] = np.roll(row[:corners], rng.integers(corners))
        row[3] = row[2] if corners == 3 else row[3]
    return Surface(at, out)


def halves(faces, which):
    """Some quads as two triangles each."""
    a = faces[which]
    return np.concatenate([np.delete(faces, which, axis=0), a[:, [0, 1, 2, 2]], a[:, [0, 2, 3, 3]]])


def painted(surface, steps, seed=0):
    grain = grain_of(surface, steps)
    some = np.random.default_rng(seed).integers(0, 256, (grain.count, 4), np.uint8)
    some[:, 3] = 255
    return Painting(grain, [ColourLayer("a", "a", "paint", Sheet.of_dense(some, CLEAR))])


@pytest.mark.parametrize("quads", [True, False])
@pytest.mark.parametrize("steps", [1, 2, 3])
def test_samples_of_faces_that_stayed_are_the_same_to_the_bit(quads, steps):
    surface = ball(triangles=not quads)
    cut = np.arange(0, 40) if quads else np.empty(0, int)
    made = numbered_anew(surface, halves(surface.faces, cut) if quads else surface.faces.copy(), 3)
    stayed = kept_faces(surface, made)
    assert (stayed.face >= 0).sum() == len(surface.faces) - len(cut)
    painting = painted(surface, steps)
    out = carried([Source(surface, painting)], made)
    assert out.grain.steps == steps
    old, new = painting.grain.places(surface), out.grain.places(made)
    own = np.unique(np.concatenate([out.grain.rows_of_face(f) for f in np.flatnonzero(stayed.face >= 0)]))
    away, at = cKDTree(old).query(new[own])
    assert away.max() < 1e-5  # places of samples are worked out anew
    values = [p.layers[0].sheet.dense() for p in (painting, out)]
    np.testing.assert_array_equal(values[1][own], values[0][at])


def test_a_face_that_looks_the_other_way_or_moved_by_a_bit_is_a_new_one():
    surface = ball(triangles=False)
    faces = surface.faces.copy()
    faces[5] = faces[5][::-1]
    moved = surface.positions.copy()
    moved[faces[9, 0], 1] = np.nextafter(moved[faces[9, 0], 1], np.float32(100.0))
    found = kept_faces(surface, Surface(moved, faces)).face
    gone = np.flatnonzero((surface.faces == faces[9, 0]).any(axis=1))
    assert set(np.flatnonzero(found < 0)) == {5, *gone}
    stayed = np.flatnonzero(found >= 0)
    np.testing.assert_array_equal(found[stayed], stayed)


def test_a_finer_patch_leaves_the_grain_of_the_rest():
    """A quarter of the ball is cut to triangles; their many faces would make a coarser grain do by the mean edge."""
    surface = ball(triangles=False)
    painting = painted(surface, 3)
    made = Surface(surface.positions, halves(surface.faces, np.arange(len(surface.faces) // 4)))
    assert carried([Source(surface, painting)], made).grain.steps == 3
