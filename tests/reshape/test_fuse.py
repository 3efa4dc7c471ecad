"""Fusing and remeshing.

Volumes by formula and by another library, closed and manifold always, even edges, near to the input.
"""

from dataclasses import replace

import manifold3d
import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.nets import counted
from yewfinch.core.mesh.query.nearest import nearest
from yewfinch.core.mesh.repair.symmetry import is_symmetric
from yewfinch.core.mesh.repair.topology import Topology, topology_of
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.body import Body
from yewfinch.core.reshape.fuse import fused, origins
from yewfinch.core.reshape.solid import Solid, begun
from yewfinch.core.reshape.solid_form import surface_of
from yewfinch.core.shared.errors import CancelledError, YewfinchError
from yewfinch.demo.shapes import cube_sphere


def ball(x, radius=40.0, edge=2.0):
    d = 2 * radius
    return surface_of(Solid("ball", {"across": d, "tall": d, "deep": d}, place=(x, 0.0, 0.0), edge=edge))


def mesh_of(surface):
    return trimesh.Trimesh(surface.positions, surface.triangles(), process=False)


def sound(surface):
    mesh = mesh_of(surface)
    assert (surface.faces[:, 2] != surface.faces[:, 3]).all()
    assert mesh.is_watertight  # each edge has two faces
    assert mesh.is_winding_consistent
    assert mesh.volume > 0
    return mesh


def solid_of(surface):
    return manifold3d.Manifold(
        manifold3d.Mesh(surface.positions.astype(np.float32), surface.triangles().astype(np.uint32))
    )


@pytest.mark.parametrize("gap", [20.0, 40.0, 64.0])
def test_two_balls_by_the_formula_of_the_lens(gap):
    # volume of the common lens: pi (4 r + d) (2 r - d)^2 / 12 (handbooks of mathematics)
    r = 40.0
    made = fused([ball(-gap / 2), ball(gap / 2)], 2.0)
    lens = np.pi * (4 * r + gap) * (2 * r - gap) ** 2 / 12
    assert sound(made).volume == pytest.approx(2 * 4 / 3 * np.pi * r**3 - lens, rel=0.006)
    assert mesh_of(made).euler_number == 2


@pytest.mark.parametrize("kinds", [("block", "cylinder"), ("cone", "ring"), ("lathe", "tube")])
def test_union_difference_and_intersection_by_another_library(kinds):
    a = surface_of(replace(begun(kinds[0]), edge=3.0))
    b = surface_of(replace(begun(kinds[1], (18.0, 12.0, 8.0)), edge=3.0, turn=(30.0, 20.0, 50.0)))
    first, second = solid_of(a), solid_of(b)
    assert sound(fused([a, b], 1.8)).volume == pytest.approx((first + second).volume(), rel=0.012)
    assert sound(fused([a], 1.8, take=[b])).volume == pytest.approx((first - second).volume(), rel=0.02)
    assert sound(fused([a], 1.8, common=[b])).volume == pytest.approx((first ^ second).volume(), rel=0.03)


def test_a_join_is_rounded_and_only_that():
    sharp, soft = fused([ball(-30), ball(30)], 2.5), fused([ball(-30), ball(30)], 2.5, join=20.0)
    assert mesh_of(soft).volume > mesh_of(sharp).volume * 1.005
    waist = [np.linalg.norm(s.positions[np.abs(s.positions[:, 0]) < 1.3][:, 1:], axis=1).mean() for s in (sharp, soft)]
    assert waist[0] == pytest.approx(np.sqrt(40**2 - 30**2), abs=1.2)
    assert waist[1] > waist[0] + 3
    far = soft.positions[np.abs(soft.positions[:, 0]) > 45]
    np.testing.assert_allclose(np.sqrt((np.abs(far[:, 0]) - 30) ** 2 + far[:, 1] ** 2 + far[:, 2] ** 2), 40, atol=0.35)


@pytest.mark.parametrize("edge", [3.0, 6.0])
def test_a_remesh_lies_near_the_input_with_even_edges(edge):
    block = surface_of(Solid("block", {"across": 80, "tall": 100, "deep": 60, "edge": 20}, turn=(0, 30, 15), edge=2.0))
    made = fused([block], edge)
    mesh = sound(made)
    away = np.sqrt(nearest(block, made.positions.astype(float))[0])
    back = np.sqrt(nearest(made, block.positions.astype(float))[0])
    assert away.max() < 0.25 * edge  # Hausdorff distance, one way and the other
    assert back.max() < 0.35 * edge
    assert away.mean() < 0.05 * edge
    lengths = np.linalg.norm(made.positions[made.faces] - made.positions[np.roll(made.faces, -1, axis=1)], axis=2)
    assert np.median(lengths) == pytest.approx(edge, rel=0.1)
    assert ((lengths > 0.5 * edge) & (lengths < 1.5 * edge)).mean() > 0.97
    assert (np.diff(made.ring_at) == 4).mean() > 0.5  # the grid shows: more is to come of it
    assert mesh.volume == pytest.approx(mesh_of(block).volume, rel=0.012)


def test_symmetric_input_stays_symmetric_to_the_bit():
    made = fused([ball(-25), ball(25), surface_of(replace(begun("block"), edge=3.0))], 3.0)
    assert is_symmetric(np.concatenate([ball(-25).positions, ball(25).positions]))
    key, other = (np.lexsort(p.T) for p in (made.positions, made.positions * np.array([-1, 1, 1], np.float32)))
    np.testing.assert_array_equal(
        np.abs(made.positions[key]), np.abs((made.positions * np.array([-1, 1, 1], np.float32))[other])
    )
    assert not is_symmetric(np.concatenate([ball(-25).positions, ball(26).positions]))


def test_inside_out_and_self_crossing_input():
    a = ball(0)
    turned = Surface(a.positions, a.faces[:, ::-1])
    assert sound(fused([turned], 4.0)).volume == pytest.approx(mesh_of(a).volume, rel=0.02)
    # two balls in one surface that cross each other
    b = ball(30)
    both = Surface(np.concatenate([a.positions, b.positions]), np.concatenate([a.faces, b.faces + len(a)]))
    assert sound(fused([both], 3.0)).volume == pytest.approx(mesh_of(fused([a, b], 3.0)).volume, rel=4e-3)


def test_a_hollow_inside_is_kept():
    hollow = Surface(
        np.concatenate([ball(0).positions, ball(0, 20.0).positions]),
        np.concatenate([ball(0).faces, ball(0, 20.0).faces[:, ::-1] + len(ball(0))]),
    )
    made = fused([hollow], 3.0)
    assert topology_of(made) == Topology(bodies=1, hollows=1)
    assert sound(made).volume == pytest.approx(mesh_of(ball(0)).volume - mesh_of(ball(0, 20.0)).volume, rel=0.01)


def test_signs_agree_with_an_exact_winding_number():
    import igl

    head = cube_sphere(10, 30.0)
    points = np.random.default_rng(2).uniform(-45, 45, (3000, 3))
    at, triangles = head.positions.astype(float), head.triangles().astype(np.int64)
    exact = igl.winding_number(at, triangles, points) > 0.5
    np.testing.assert_array_equal(Body(head).distance(points) < 0, exact)


def test_colours_come_from_the_nearest_place():
    a, b = ball(-60, 20.0), ball(60, 20.0)
    a.colour[:], b.colour[:] = (255, 0, 0, 255), (0, 0, 255, 255)
    made = fused([a, b], 3.0)
    colour = origins(made.positions, [a, b]).carried([a.colour, b.colour])
    assert (colour[made.positions[:, 0] < 0] == (255, 0, 0, 255)).all()
    assert (colour[made.positions[:, 0] > 0] == (0, 0, 255, 255)).all()


@settings(max_examples=12, deadline=None)
@given(
    st.lists(
        st.tuples(
            st.sampled_from(["ball", "block", "cylinder", "ring"]),
            *[st.floats(-50, 50)] * 3,
            *[st.floats(-180, 180)] * 3,
        ),
        min_size=1,
        max_size=4,
    ),
    st.floats(0.0, 15.0),
)
def test_any_pieces_give_a_closed_manifold(pieces, join):
    surfaces = [
        surface_of(replace(begun(k), place=(x, y, z), turn=(a, b, c), edge=6.0)) for k, x, y, z, a, b, c in pieces
    ]
    mesh = sound(fused(surfaces, 6.0, join=join))
    _, count = counted(np.sort(mesh.edges, axis=1))
    assert (count == 2).all()


@pytest.mark.parametrize(
    ("surfaces", "how", "words"),
    [
        ([], {}, "nothing to fuse"),
        ([ball(0)], {"edge": float("nan")}, "make no sense"),
        ([ball(0)], {"edge": 0.001}, "make no sense"),
        ([ball(0)], {"join": -1.0}, "cannot be -1 mm wide"),
        ([surface_of(begun("plane"))], {}, "is open"),
        ([ball(0, 450.0, 30.0)], {"edge": 0.4}, "too short"),
        ([ball(0)], {"take": [ball(0, 60.0)]}, "is left"),
        ([Surface([[0, 0, 0], [1, 0, 0], [0, 1, 0]], [[0, 1, 2]])], {}, "is open"),
    ],
)
def test_nonsense_is_refused_in_words(surfaces, how, words):
    with pytest.raises(YewfinchError, match=words):
        fused(surfaces, **{"edge": 4.0, **how})


def test_it_can_be_cancelled():
    def stop(fraction, _text):
        if fraction > 0.3:
            raise CancelledError("stop")

    with pytest.raises(CancelledError):
        fused([ball(0)], 2.0, progress=stop)


@pytest.mark.parametrize("turn", [(0, 30, 15), (0, 0, 0)])
def test_sharp_ridges_are_kept_as_far_as_the_edges_allow(turn):
    block = surface_of(Solid("block", {"across": 80, "tall": 100, "deep": 60, "edge": 0}, turn=turn, edge=2.0))
    made = fused([block], 4.0)
    mesh = sound(made)
    back = np.sqrt(nearest(made, block.positions.astype(float))[0]) / 4.0
    assert back.mean() < 0.04  # 0.05 to 0.13 edges before ridges were looked for
    assert np.percentile(back, 95) < 0.12
    assert mesh.volume == pytest.approx(80 * 100 * 60, rel=0.004)
    away = np.sqrt(nearest(block, made.positions.astype(float))[0]) / 4.0
    assert away.max() < 0.2


def test_a_round_form_has_no_ridges():
    plain = ball(0)
    made = fused([plain], 3.0)
    size = np.linalg.norm(made.positions, axis=1)
    np.testing.assert_allclose(size, 40, atol=0.15)


def test_a_body_without_its_own_image_is_not_taken_for_symmetric():
    ball = cube_sphere(16, 30.0)
    left, right = (ball.moved(ball.positions + np.float32([x, 0, 0])) for x in (-10, 10))
    made = fused([left], 3.0, take=[right])
    mesh = trimesh.Trimesh(made.positions.astype(float), made.triangles(), process=False)
    # Weisstein, "Sphere-sphere intersection", MathWorld: the lens of two balls of 30 mm, 20 mm apart
    lens = np.pi * (4 * 30 + 20) * (2 * 30 - 20) ** 2 / 12
    assert mesh.is_watertight and mesh.volume == pytest.approx(4 / 3 * np.pi * 30**3 - lens, rel=0.03)
    assert made.positions[:, 0].max() < 2.0  # the spheres meet in the plane between them
