"""Remeshing keeps what is thin: slits, bags, rods, walls, hollows; and changes of points that change no form."""

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import ndimage

from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.mesh.query.crossings import crosses_itself
from yewfinch.core.mesh.repair.topology import Topology, topology_of
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape import grid_net
from yewfinch.core.reshape.digital import ball_around, ball_within, is_ball, is_simple
from yewfinch.core.reshape.fuse import fused
from yewfinch.core.reshape.grid_net import net_of
from yewfinch.core.reshape.sheets import EDGES, sheets
from yewfinch.demo.shapes import cube_sphere

SIDES, WITH_EDGES = (ndimage.generate_binary_structure(3, n) for n in (1, 2))


def surface_of(mesh: trimesh.Trimesh) -> Surface:
    return Surface(mesh.vertices, mesh.faces)


def judged(surface: Surface) -> trimesh.Trimesh:
    mesh = trimesh.Trimesh(surface.positions.astype(float), surface.triangles(), process=False)
    assert mesh.is_watertight and mesh.is_winding_consistent
    return mesh


def rod(way, radius, length):
    unit = np.asarray(way) / np.linalg.norm(way)
    return surface_of(trimesh.creation.cylinder(radius, segment=[5 * unit, length * unit], sections=16).subdivide())


# --- tables --------------------------------------------------------------------------------------


def test_each_crossed_edge_has_a_sheet_and_each_sheet_crosses_edges():
    told = sheets()
    for code in range(256):
        crossed = [(code >> a & 1) != (code >> b & 1) for a, b in EDGES]
        np.testing.assert_array_equal(told.of_edge[code] >= 0, crossed)
        assert set(told.of_edge[code][crossed].tolist()) == set(range(told.count[code]))
    assert told.count.max() == 4  # corners across from each other, as the literature has it (Nielson 2004)
    assert told.count[0b10010110] == told.count[0b01101001] == 4


# --- digital topology, judged by SciPy's labels and by Euler's number of the net -----------------


def numbers(solid):
    """Bodies, outside parts, and vertices less faces of the net round some points."""
    count = np.zeros(len(solid) - 1, np.int64)
    grid_net.kernels.sheet_count(solid, sheets().count, np.arange(len(count)), count)
    faces = sum(np.count_nonzero(np.diff(solid.astype(int), axis=k)) for k in range(3))
    return ndimage.label(solid, SIDES)[1], ndimage.label(1 - solid, WITH_EDGES)[1], int(count.sum()) - faces


def noise(seed, size=9):
    rng = np.random.default_rng(seed)
    solid = np.zeros((size,) * 3, np.uint8)
    solid[2:-2, 2:-2, 2:-2] = rng.random((size - 4,) * 3) < rng.uniform(0.2, 0.8)
    return solid


@settings(max_examples=15)
@given(st.integers(0, 2**32 - 1))
def test_simple_points_change_no_body_hollow_or_handle(seed):
    solid, simple = noise(seed), 0
    before = numbers(solid)
    for point in np.ndindex(5, 5, 5):
        at = (point[0] + 2, point[1] + 2, point[2] + 2)
        if is_simple(solid, at):
            simple += 1
            solid[at] ^= 1
            assert numbers(solid) == before
            solid[at] ^= 1
    assert simple > 0 or solid.sum() in (0, 125)


@settings(max_examples=20)
@given(st.integers(0, 2**32 - 1), st.booleans(), st.booleans())
def test_balls_within_and_around_any_points_are_balls(seed, half, around):
    rng = np.random.default_rng(seed)
    soft = ndimage.gaussian_filter(rng.random((20, 20, 20)), 1.0)
    target = np.zeros((20, 20, 20), np.uint8)
    target[0 if half else 2 : -2, 2:-2, 2:-2] = (soft < np.median(soft) + 0.02)[0 if half else 2 : -2, 2:-2, 2:-2]
    if half:
        target[0] = target[1]
    made = (ball_around if around else ball_within)(target, half=half)
    assert (made >= target).all() if around else (made <= target).all()
    whole = np.concatenate([made[:0:-1], made[1:]]) if half else made
    assert numbers(whole) == (1, 1, 2)
    assert is_ball(made, half=half)


@settings(max_examples=30)
@given(st.integers(0, 2**32 - 1))
def test_nets_have_the_bodies_and_hollows_of_their_points(seed):
    solid = np.pad(noise(seed, 12), 4)
    net = net_of(solid, apart=True, fixed=np.zeros_like(solid)) if solid.any() else None
    if net is not None:
        bodies, outside, _ = numbers(solid)  # as points were changed
        small = ndimage.label(solid, SIDES)[0]
        if bodies == 1 and np.bincount(small.ravel())[1] > 26:  # no specks that are dropped
            assert 1 <= net.bodies() <= outside


# --- remeshing -----------------------------------------------------------------------------------


@pytest.fixture(scope="module")
def head():
    return new_portrait().surface("head")


@pytest.mark.parametrize("edge", [8.0, 3.0, 2.0])
def test_the_base_head_stays_one_ball_with_mouth_and_nostrils(head, edge):
    made = fused([head], edge)
    assert topology_of(made).is_ball
    mesh = judged(made)
    assert mesh.body_count == 1 and mesh.euler_number == 2
    np.testing.assert_array_equal(  # to the bit, as rows
        np.unique(made.positions, axis=0), np.unique(made.positions * np.float32([-1, 1, 1]) + 0.0, axis=0)
    )
    assert not crosses_itself(made.positions, made.triangles())
    assert abs(mesh.volume / judged(head).volume - 1.0) < 0.004 * edge  # a mouth that filled would be more
    gap = trimesh.proximity.closest_point(mesh, head.positions[::7].astype(float))[1]
    assert gap.max() < 1.9 * edge and np.percentile(gap, 95) < 0.65 * edge


def test_rods_stay_in_one_piece_where_edges_are_wider_than_they():
    rng = np.random.default_rng(1)
    spider = fused([cube_sphere(24, 20.0), *[rod(rng.normal(size=3), 0.8, 60.0) for _ in range(6)]], 0.5)
    assert topology_of(spider).is_ball
    for edge in (2.0, 4.0):
        made = judged(fused([spider], edge))
        assert made.body_count == 1 and made.euler_number == 2
        assert np.linalg.norm(made.vertices, axis=1).max() > 50.0


def test_a_thin_ring_stays_a_ring():
    ring = surface_of(trimesh.creation.torus(30.0, 0.9, major_sections=120, minor_sections=16))
    for edge in (2.0, 3.0, 4.0, 6.0):
        assert topology_of(fused([ring], edge)) == Topology(1, handles=1)


@pytest.mark.parametrize("edge", [1.0, 2.0, 4.0])
def test_a_wall_thinner_than_the_edges_has_no_holes(edge):
    made = fused([cube_sphere(40, 30.0)], edge, take=[cube_sphere(40, 29.0)])
    assert topology_of(made) == Topology(1, hollows=1)
    exact = 4 / 3 * np.pi * (30.0**3 - 29.0**3)
    assert judged(made).volume == pytest.approx(exact, rel=0.12)


def test_what_is_taken_out_of_the_inside_leaves_a_hollow():
    made = fused([cube_sphere(30, 30.0)], 2.0, take=[cube_sphere(20, 12.0)])
    assert topology_of(made).words() == "1 body, 1 hollow"
    assert judged(made).volume == pytest.approx(4 / 3 * np.pi * (30.0**3 - 12.0**3), rel=0.01)


def test_faces_inside_a_surface_that_crosses_itself_open_no_gaps():
    a, b = cube_sphere(30, 30.0), cube_sphere(30, 30.0)
    both = Surface(
        np.concatenate([a.positions, b.positions + np.float32([30, 0, 0])]), np.concatenate([a.faces, b.faces + len(a)])
    )
    made = fused([both], 3.0)
    assert topology_of(made).is_ball
    assert judged(made).volume == pytest.approx(4 / 3 * np.pi * 30.0**3 * (2 - 5 / 16), rel=0.01)  # cap formula
