"""The inside of bodies on a grid, and the net round it."""

import igl
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.nets import edges
from yewfinch.core.reshape.grid_net import net_of
from yewfinch.core.reshape.scan import inside_grid
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.demo.shapes import cube_sphere


def parts(surface):
    return surface.positions.astype(np.float64), surface.triangles().astype(np.int64)


@settings(max_examples=25)
@given(st.integers(0, 2**32 - 1))
def test_the_inside_is_that_of_the_exact_winding_number(seed):
    # libigl's exact winding number (Jacobson, Kavan & Sorkine-Hornung 2013) as a second opinion
    rng = np.random.default_rng(seed)
    at, triangles = parts(cube_sphere(5))
    at = at + rng.normal(size=at.shape) * rng.uniform(0, 60)  # it crosses itself
    low, cell, shape = at.min(axis=0) - 10.0, float(rng.uniform(9, 30)), (14, 11, 17)
    grid = np.stack(np.meshgrid(*(np.arange(n) for n in shape), indexing="ij"), axis=-1).reshape(-1, 3) * cell + low
    exact = np.ravel(igl.winding_number(at, triangles, np.ascontiguousarray(grid)))
    np.testing.assert_array_equal(inside_grid(at, triangles, low, cell, shape).ravel(), exact > 0.5)


def test_a_cube_on_round_numbers():
    cube = np.array([[x, y, z] for x in (0.0, 10.0) for y in (0.0, 10.0) for z in (0.0, 10.0)])
    quads = np.array([[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]])
    triangles = np.concatenate([quads[:, [0, 1, 2]], quads[:, [0, 2, 3]]])
    solid = inside_grid(cube, triangles, np.full(3, -1.0), 1.0, (13, 13, 13))
    assert solid[2:11, 2:11, 2:11].all()
    assert solid.sum() in {9**3, 10 * 9 * 9, 10 * 10 * 9, 1000}  # points on a side may fall either way
    assert inside_grid(cube, triangles[:, ::-1], np.full(3, -1.0), 1.0, (13, 13, 13)).sum() == 0  # inside out


@settings(max_examples=40)
@given(st.integers(0, 2**32 - 1), st.booleans(), st.booleans())
def test_nets_of_random_grids_are_closed_and_manifold(seed, half, apart):
    rng = np.random.default_rng(seed)
    solid = np.zeros((21, 23, 22), np.uint8)  # room for what is filled
    own = solid[0 if half else 7 : -7, 7:-7, 7:-7]
    own[:] = rng.random(own.shape) < rng.uniform(0.1, 0.9)
    if half:
        solid[0] = solid[1]
    if not solid.any():
        solid[7, 8, 8] = 1
    net = net_of(solid, half=half, apart=apart)
    at, faces, mirror = net.whole(net.middles() - np.array([0.5, 5.0, 5.0]))
    assert (edges(faces)[1] == 2).all()
    assert (np.diff(np.sort(faces, axis=1), axis=1) > 0).all()
    corner = np.bincount(faces.ravel(), minlength=len(at))
    assert (corner >= 3).all()
    p, q, r, s = (at[faces[:, k]] for k in range(4))
    assert ((p * np.cross(q, r)).sum() + (p * np.cross(r, s)).sum()) > 0
    if half:
        np.testing.assert_array_equal(at[mirror], at * (-1.0, 1.0, 1.0))
    # the neighbours told are those of the faces
    sides = np.concatenate([net.faces[:, [k, (k + 1) % 4]] for k in range(4)])
    told = {(a, b) for a in range(len(net.cells)) for b in net.beside[a] if b >= 0}
    assert told == {(int(a), int(b)) for a, b in np.concatenate([sides, sides[:, ::-1]])}


def test_a_form_at_the_rim_and_none_at_all_are_refused():
    solid = np.zeros((8, 8, 8), np.uint8)
    with pytest.raises(BadSurfaceError, match="nothing"):
        net_of(solid)
    solid[0, 3, 3] = 1
    with pytest.raises(BadSurfaceError, match="fit"):
        net_of(solid)
    assert len(net_of(np.pad(solid, 1)).faces) == 6
