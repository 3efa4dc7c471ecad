"""Half edges stay linked, whatever is drawn in, turned or halved; Hypothesis picks what."""

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from yewfinch.core.reshape.field_aligned import _triangle_net_kernels as net
from yewfinch.core.reshape.field_aligned import _working_kernels as working
from yewfinch.core.reshape.field_aligned._slabs_kernels import NONE, SLABS, WORTH, inside_by_triangles, slabs
from yewfinch.core.reshape.field_aligned.gather import _without_doublets, _without_tips
from yewfinch.core.reshape.field_aligned.working import linked


def taken(mesh, room=4):
    own = linked(np.asarray(mesh.vertices, float), np.asarray(mesh.faces, np.int32)[:, [0, 1, 2, 2]])
    n, m = len(own.points), len(own.triangles)
    tri, beyond = np.zeros((room * m, 3), np.int32), np.full(3 * room * m, -1, np.int32)
    tri[:m], beyond[: 3 * m] = own.triangles, own.beyond
    leaves, p = np.full(room * n, -1, np.int32), np.zeros((room * n, 3))
    leaves[:n], p[:n] = own.leaves, own.points
    alive = np.zeros(room * m, np.uint8)
    alive[:m] = 1
    return tri, beyond, np.zeros(3 * room * m, np.uint8), leaves, alive, p


def is_linked(tri, beyond, leaves, alive):
    """Checked with nothing of the code that links: each half edge against the one beyond, each vertex against its."""
    half = np.flatnonzero(np.repeat(alive == 1, 3))
    corner = tri.ravel()
    follow = half + np.where(half % 3 == 2, -2, 1)
    back = beyond[half]
    assert (alive[back[back >= 0] // 3] == 1).all()
    some = back >= 0
    assert (beyond[back[some]] == half[some]).all()
    end = back + np.where(back % 3 == 2, -2, 1)
    assert (corner[back[some]] == corner[follow[some]]).all() and (corner[end[some]] == corner[half[some]]).all()
    used = np.unique(corner[half])
    assert (corner[leaves[used]] == used).all() and (alive[leaves[used] // 3] == 1).all()
    assert (leaves[np.setdiff1d(np.arange(len(leaves)), used)] < 0).all()
    live = tri[alive == 1]
    key = np.sort(live, axis=1)
    assert (key[:, 0] < key[:, 1]).all() and (key[:, 1] < key[:, 2]).all()
    return trimesh.Trimesh(np.zeros((len(leaves), 3)) + np.arange(len(leaves))[:, None], live, process=False)


BALL = trimesh.creation.icosphere(1)
MESHES = {
    "ball": BALL,
    "ring": trimesh.creation.torus(3, 1, 8, 5),
    "open": trimesh.Trimesh(BALL.vertices, BALL.faces[BALL.triangles_center[:, 2] > -0.3]),
    "tetrahedron": trimesh.convex.convex_hull(np.array([[0, 0, 0], [1, 0, 0], [0, 1, 0], [0, 0, 1.0]])),
}


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(sorted(MESHES)), st.lists(st.tuples(st.integers(0, 2), st.integers(0, 10**6)), max_size=60))
def test_nets_stay_sound(name, steps):
    mesh = MESHES[name]
    tri, beyond, kept, leaves, alive, _ = taken(mesh)
    mark, tick = np.zeros(len(leaves), np.int64), 1
    ring, other = np.empty(net.ROOM, np.int32), np.empty(net.ROOM, np.int32)
    for kind, which in steps:
        half = np.flatnonzero(np.repeat(alive == 1, 3))
        h = int(half[which % len(half)])
        if kind == 0:
            tick += 2
            fine, n = net.is_sound(h, tri, beyond, leaves, mark, tick, ring, other)
            if fine:
                net.draw_in(h, tri, beyond, kept, leaves, alive, ring, n)
        elif beyond[h] >= 0 and net.can_turn(h, tri, beyond, leaves, ring):
            net.turn(h, tri, beyond, kept, leaves)
    made = is_linked(tri, beyond, leaves, alive)
    assert made.is_winding_consistent
    assert made.euler_number == mesh.euler_number and made.is_watertight == mesh.is_watertight


@settings(max_examples=30, deadline=None)
@given(st.sampled_from(sorted(MESHES)), st.floats(0.05, 1.0))
def test_edges_are_halved_until_all_are_short(name, longest):
    mesh = MESHES[name]
    tri, beyond, kept, leaves, alive, p = taken(mesh, room=4000)
    count, triangles = len(mesh.vertices), len(mesh.faces)
    want = np.ones(len(p))
    for _ in range(60):
        before = count
        count, triangles = working.halved(tri, beyond, kept, leaves, alive, p, want, count, triangles, longest**2)
        if count == before:
            break
    made = is_linked(tri, beyond, leaves, alive)
    assert made.euler_number == mesh.euler_number
    live = tri[alive == 1]
    size = np.linalg.norm(p[live] - p[np.roll(live, -1, axis=1)], axis=2)
    assert size.max() <= longest * 1.0001
    assert np.isclose(trimesh.Trimesh(p, live, process=False).area, mesh.area)


@pytest.mark.parametrize("axis", [0, 2])
def test_threads_that_share_a_net_leave_it_sound(axis):
    # enough vertices to be shared out in slabs, of a ring drawn out along an axis; trimesh counts handles
    mesh = trimesh.creation.torus(30, 11, 260, 100)
    mesh.apply_scale(np.where(np.arange(3) == axis, 2.0, 1.0))
    own = np.random.default_rng(axis).permutation(len(mesh.vertices))
    mesh = trimesh.Trimesh(mesh.vertices[own], np.argsort(own)[mesh.faces], process=False)
    tri, beyond, kept, leaves, alive, p = taken(mesh, room=1)
    assert len(p) > WORTH and len(np.unique(slabs(p))) == SLABS
    pinned, want, wait, went = np.zeros(len(p), np.uint8), np.ones(len(p)), np.zeros(len(p)), []
    for short in (0.6, 1.0, 1.6, 1.6):
        args = (pinned, p, want, wait, short**2, (2 * short) ** 2)
        went.append(working.drawn_together(tri, beyond, kept, leaves, alive, *args))
        working.turned(tri, beyond, kept, leaves, alive, p)
        made = is_linked(tri, beyond, leaves, alive)
        assert made.euler_number == 0 and made.is_watertight and made.is_winding_consistent
    assert sum(went) == len(p) - len(np.unique(tri[alive == 1])) > 0.7 * len(p)
    live = tri[alive == 1]
    short = np.linalg.norm(p[live] - p[np.roll(live, -1, axis=1)], axis=2) < 1.6
    border = (slabs(p)[live] != slabs(p)[live[:, :1]]).any(axis=1)
    assert border.sum() > 50 and short[border].mean() < short[~border].mean() + 0.1


def test_a_slab_holds_what_has_no_neighbour_in_another():
    p = np.random.default_rng(0).uniform(size=(30_000, 3)) * [1.0, 3.0, 2.0]
    slab = slabs(p)
    assert (np.bincount(slab, minlength=SLABS) > 0.9 * len(p) / SLABS).all()
    assert all(p[slab == q, 1].max() <= p[slab == q + 1, 1].min() + 3 / 1000 for q in range(SLABS - 1))
    tri = np.argsort(p[:, 1])[np.arange(0, 29_997, 3)[:, None] + np.arange(4)[:3]].astype(np.int32)
    inside = inside_by_triangles(tri, np.ones(len(tri), np.uint8), slab)
    mixed = (slab[tri] != slab[tri[:, :1]]).any(axis=1)
    assert mixed.sum() > 0 and (inside[tri[mixed]] == NONE).all() and (inside[tri[~mixed]] == slab[tri[~mixed]]).all()


def test_a_vertex_of_two_faces_only_goes():
    nobody = np.zeros(9, bool)
    two = np.array([[0, 1, 2, 3], [0, 3, 4, 1], [5, 6, 7, 8]])
    made = _without_doublets(two, nobody)
    assert sorted(made.tolist()) == [[1, 2, 3, 4], [5, 6, 7, 8]]
    mixed = np.array([[0, 1, 2, 2], [0, 2, 3, 1]])  # a triangle and a quad
    assert _without_doublets(mixed, nobody).tolist() == [[1, 2, 3, 3]]
    flat = np.array([[0, 1, 2, 2], [0, 2, 1, 1], [5, 6, 7, 8]])  # two triangles with nothing between
    assert _without_doublets(flat, nobody).tolist() == [[5, 6, 7, 8]]
    held = nobody.copy()
    held[0] = True
    assert len(_without_doublets(two, held)) == 3


def test_of_half_a_net_a_vertex_in_the_plane_of_symmetry_that_one_face_has_goes():
    plane = np.isin(np.arange(9), [0, 1, 3, 7])  # 0, 1 and 3 follow each other in the plane
    tip = np.array([[0, 1, 2, 3], [3, 2, 5, 7], [2, 1, 6, 5]])
    made = _without_tips(tip, plane)
    assert made.tolist() == [[1, 2, 3, 3], *tip[1:].tolist()]
    assert (tip[0] == [0, 1, 2, 3]).all()  # what is given stays
    flat = np.array([[0, 1, 3, 3], [3, 1, 2, 5]])  # a triangle in the plane, and what is beside it
    assert _without_tips(flat, plane).tolist() == [[3, 1, 2, 5]]
    corner = np.array([[0, 1, 2, 4], [4, 2, 5, 7]])  # of 0 one edge alone lies in the plane: it is a corner of a rim
    assert _without_tips(corner, plane).tolist() == corner.tolist()
    twice = np.array([[0, 1, 3, 3], [7, 3, 1, 2]])  # once the first is gone, 3 stands alone
    assert _without_tips(twice, plane).tolist() == [[1, 2, 7, 7]]
